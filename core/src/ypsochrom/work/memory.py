"""Results kept in memory for a while, so that what was just computed or read is not read again; shared by all threads."""

import contextlib
import hashlib
import os
import tempfile
from collections import defaultdict
from pathlib import Path
from typing import Any

import numpy as np

from ..kit.recent import Recent

MOST_KEPT = {"subject": 3}
USUALLY_KEPT = 6
"""A subject takes about 50 MB at working size; other results a few."""

IN_FILES = ("field",)
"""Arrays that are asked for at every drag, and are sooner read from a file than made again when others came between."""

MOST_FILES = 80
"""A file takes about 8 MB at working size."""


class Memory:
    """The last few results of every node, by a hash of what they say; with a folder some arrays lie there, too.

    The folder belongs to no other program and can be emptied at any time; where it cannot be written to, nothing is.
    """

    def __init__(self, folder: Path | None = None) -> None:
        self._kept: defaultdict[str, Recent[str, Any]] = defaultdict(lambda: Recent(USUALLY_KEPT))
        for node, most in MOST_KEPT.items():
            self._kept[node] = Recent(most)
        self._folder = folder

    def get(self, node: str, key: str) -> Any:
        """The result, or None."""
        known = self._kept[node].get(key)
        if known is None and self._folder is not None and node in IN_FILES:
            known = _read(self._place(self._folder, node, key))
            if known is not None:
                self._kept[node].keep(key, known)
        return known

    def keep(self, node: str, key: str, result: Any) -> None:
        """Keep a result."""
        self._kept[node].keep(key, result)
        if self._folder is not None and node in IN_FILES:
            with contextlib.suppress(OSError):  # a full disk: then it is made again
                _write(self._place(self._folder, node, key), result)

    @staticmethod
    def _place(folder: Path, node: str, key: str) -> Path:
        return folder / f"{node}-{hashlib.sha256(key.encode()).hexdigest()[:32]}.npy"


def _read(place: Path) -> Any:
    try:
        found = np.load(place, allow_pickle=False)
        os.utime(place)  # asked for lately
    except (OSError, ValueError, EOFError):
        return None
    return found


def _write(place: Path, array: Any) -> None:
    """Whole or not at all; what was asked for longest ago makes room."""
    place.parent.mkdir(mode=0o700, exist_ok=True)
    others = sorted(place.parent.glob("*.npy"), key=_asked_at)
    for old in others[: max(0, len(others) + 1 - MOST_FILES)]:
        old.unlink(missing_ok=True)
    handle, writing = tempfile.mkstemp(dir=place.parent, suffix=".part")
    try:
        with os.fdopen(handle, "wb") as file:
            np.save(file, array, allow_pickle=False)
        os.replace(writing, place)
    except OSError:
        Path(writing).unlink(missing_ok=True)
        raise


def _asked_at(place: Path) -> float:
    try:
        return place.stat().st_mtime
    except OSError:  # gone meanwhile
        return 0.0
