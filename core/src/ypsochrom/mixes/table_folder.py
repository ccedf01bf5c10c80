"""Tables of recipes in files, which all processes of a studio map into memory: each is worked out once and held once.

A folder for each table, an array to a file in NumPy's own format. It holds nothing that could not be worked out again: what
cannot be read is as good as not there, and a disk that takes nothing more is none of its worries.
"""

import shutil
import tempfile
from collections.abc import Mapping, Sequence
from contextlib import suppress
from pathlib import Path

import numpy as np

MOST_TABLES = 24
"""Tables that are kept, the one that was used longest ago goes first; up to some 40 MB each."""


class TableFolder:
    """The tables in a folder. Those of another version of the application are left to go by themselves."""

    def __init__(self, place: Path) -> None:
        self._place = place

    def read(self, name: str, arrays: Sequence[str]) -> dict[str, np.ndarray] | None:
        """The arrays of a table, mapped for reading; None where they are not all there, whole and of one length."""
        own = self._place / name
        try:
            found = {key: _mapped(own / f"{key}.npy") for key in arrays}
        except (OSError, ValueError):
            return None
        if len({len(array) for array in found.values()}) != 1:
            return None
        with suppress(OSError):
            own.touch()  # the moment of its last use
        return found

    def write(self, name: str, arrays: Mapping[str, np.ndarray]) -> None:
        """Keep a table: it is there whole or not at all, whoever else writes the same."""
        try:
            self._place.mkdir(mode=0o700, parents=True, exist_ok=True)
            writing = Path(tempfile.mkdtemp(prefix=".", dir=self._place))
        except OSError:
            return
        try:
            for key, array in arrays.items():
                np.save(writing / f"{key}.npy", array, allow_pickle=False)
            shutil.rmtree(self._place / name, ignore_errors=True)  # of another length, or damaged
            writing.rename(self._place / name)
        except OSError:
            shutil.rmtree(writing, ignore_errors=True)
        self._without_the_oldest()

    def _without_the_oldest(self) -> None:
        with suppress(OSError):
            newest = sorted(self._place.iterdir(), key=lambda one: one.stat().st_mtime, reverse=True)
            for one in newest[MOST_TABLES:]:
                shutil.rmtree(one, ignore_errors=True)  # who has it mapped keeps it until they let go


def _mapped(file: Path) -> np.ndarray:
    return np.asarray(np.load(file, mmap_mode="r", allow_pickle=False))


_shared: TableFolder | None = None


def share_in(place: Path | None) -> None:
    """Keep tables in this folder from now on, with all processes that do so; None: each process has its own in memory."""
    global _shared
    _shared = None if place is None else TableFolder(place)


def shared() -> TableFolder | None:
    """Where tables are kept for all processes, if anywhere."""
    return _shared
