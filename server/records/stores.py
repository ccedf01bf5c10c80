"""Where stored pictures lie: in a folder of this machine, or wherever Django's storages reach (an object store)."""

import contextlib
import os
import random
import tempfile
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path
from typing import Any

from django.core.files.storage import FileSystemStorage, Storage, storages

_FOLDERS_A_SWEEP = 8
"""Of an object store's 256 folders so many are gone through at a time: every look at one is a request."""


class WholeFiles(FileSystemStorage):
    """A folder in which a file is there whole or not at all, under the name that was given; one that is there stays."""

    def get_available_name(self, name: str, max_length: int | None = None) -> str:  # noqa: ARG002  # as Django calls it
        """The name itself: it is the hash of what is in the file."""
        return name

    def _save(self, name: str, content: Any) -> str:
        place = Path(self.path(name))
        if place.exists():
            return name
        place.parent.mkdir(parents=True, exist_ok=True)
        handle, writing = tempfile.mkstemp(dir=place.parent)
        try:
            with os.fdopen(handle, "wb") as file:
                file.writelines(content.chunks())
            os.replace(writing, place)
        except OSError:
            Path(writing).unlink(missing_ok=True)
            raise
        return name


def pictures() -> Storage:
    """The storage of pictures, by the settings."""
    return storages["pictures"]


def place_of(name: str) -> str:
    """A picture's place in the storage."""
    return f"{name[:2]}/{name}"


def files_before(time: datetime) -> Iterator[tuple[str, list[str]]]:
    """Names of files that were written before a time, by folder; of an object store those of a few folders."""
    store = pictures()
    try:
        folders = store.listdir("")[0]
    except OSError:
        return
    if not isinstance(store, FileSystemStorage):
        folders = random.sample(folders, min(len(folders), _FOLDERS_A_SWEEP))
    for folder in folders:
        found = []
        for name in store.listdir(folder)[1]:
            with contextlib.suppress(OSError):  # gone meanwhile
                if store.get_modified_time(f"{folder}/{name}") < time:
                    found.append(name)
        yield folder, found
