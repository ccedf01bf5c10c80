"""Signs of life of the background worker: a file that it touches every few seconds.

A file and no row, because it has to be heard of also while the database is locked or full.
"""

import contextlib
import threading
import time
from pathlib import Path

from django.conf import settings

BEATS_EVERY_S = 3.0
GONE_AFTER_S = 20.0

_me = ""


def me() -> str:
    """The name of the worker that this process is; "" where it is none."""
    return _me


def is_alive(name: str = "*") -> bool:
    """Whether a worker, or any, has been heard of lately; a sign from the future is one from before the clock was put back."""
    now = time.time()
    return any(abs(now - _beat_of(place)) < GONE_AFTER_S for place in _folder().glob(f"{name}.alive"))


def begin(name: str) -> None:
    """Be the worker of this name, and give signs of life until the process ends."""
    global _me
    _me = name
    with contextlib.suppress(OSError):
        _folder().mkdir(exist_ok=True)
    _give(name)
    threading.Thread(target=_beat, args=(name,), name="signs of life", daemon=True).start()


def end() -> None:
    """Leave; nobody waits for this worker any longer."""
    global _me
    with contextlib.suppress(OSError):
        (_folder() / f"{_me}.alive").unlink(missing_ok=True)
    _me = ""


def _beat(name: str) -> None:
    while _me == name:
        _give(name)
        time.sleep(BEATS_EVERY_S)


def _give(name: str) -> None:
    with contextlib.suppress(OSError):  # a full or read-only disk: there is nothing to be worked out then either
        (_folder() / f"{name}.alive").touch()


def _folder() -> Path:
    return Path(settings.DATA) / "workers"


def _beat_of(place: Path) -> float:
    try:
        return place.stat().st_mtime
    except OSError:
        return 0.0


def sweep() -> None:
    """Delete the files of workers that are long gone."""
    for place in _folder().glob("*.alive"):
        if _beat_of(place) < time.time() - 60 * GONE_AFTER_S:
            place.unlink(missing_ok=True)
