"""Room kept back on the disk: a full one would not even let the painter remove anything, since removing is written down, too."""

import contextlib
import shutil
from pathlib import Path

from django.conf import settings

RESERVE_BYTES = 4_000_000
_ROOM_ENOUGH = 16 * RESERVE_BYTES


def keep_back() -> None:
    """Keep the reserve where there is room for it."""
    place = _place()
    if not place.exists() and shutil.disk_usage(place.parent).free > _ROOM_ENOUGH:
        with contextlib.suppress(OSError):
            place.write_bytes(bytes(RESERVE_BYTES))


def give_up() -> bool:
    """Give the reserve up; False where there is none."""
    try:
        _place().unlink()
    except OSError:
        return False
    return True


def _place() -> Path:
    return Path(settings.DATA) / "reserve"
