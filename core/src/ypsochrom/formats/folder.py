"""A folder of results, written whole or not at all."""

import errno
import os
import tempfile
from collections.abc import Mapping
from pathlib import Path

from ..kit.errors import BadSetting


def must_be_writable(folder: Path) -> None:
    """`BadSetting` where nothing could be written into the folder (made if missing): asked before results are worked out."""
    nearest = next(place for place in (folder, *folder.absolute().parents) if place.exists())
    if not nearest.is_dir():
        raise _unwritable(folder, errno.ENOTDIR)
    if not os.access(nearest, os.W_OK):
        raise _unwritable(folder, errno.EACCES)


def _unwritable(folder: Path, number: int | None) -> BadSetting:
    why = os.strerror(number or errno.EIO)
    return BadSetting(f"The results cannot be written to {folder}: {why}.", "Choose a folder you may write to.")


def write_folder(folder: Path, files: Mapping[str, bytes | str]) -> None:
    """Write all files into the folder (made if missing), "in/a.txt" too; on any error none is there or changed."""
    made = not folder.exists()
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(dir=folder, prefix=".writing-") as place:
            for name, content in files.items():
                data = content.encode() if isinstance(content, str) else content
                there = Path(place) / name
                there.parent.mkdir(exist_ok=True)
                there.write_bytes(data)
            for name in files:
                (folder / name).parent.mkdir(exist_ok=True)
                os.replace(Path(place) / name, folder / name)
    except OSError as error:
        if made and folder.is_dir() and not any(folder.iterdir()):
            folder.rmdir()
        raise _unwritable(folder, error.errno) from error
