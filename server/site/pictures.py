"""Uploaded and derived pictures, stored under the hash of their content; a row per owner says who may see them."""

import hashlib
import os
import tempfile
from pathlib import Path
from typing import Any

from django.apps import apps
from django.conf import settings


def _place(name: str) -> Path:
    return Path(settings.MEDIA_ROOT) / name[:2] / name


def store(owner: Any, content: bytes, suffix: str) -> str:
    """Keep a picture for its owner and return its name, `<sha256>.<suffix>`; storing it again changes nothing."""
    name = f"{hashlib.sha256(content).hexdigest()}.{suffix}"
    place = _place(name)
    if not place.exists():
        place.parent.mkdir(parents=True, exist_ok=True)
        handle, writing = tempfile.mkstemp(dir=place.parent)
        with os.fdopen(handle, "wb") as file:
            file.write(content)
        os.replace(writing, place)
    _rows().get_or_create(owner=owner, name=name)
    return name


def of_owner(owner: Any, name: str) -> Path | None:
    """Where a picture lies, if this owner has it."""
    place = _place(name)
    return place if _rows().filter(owner=owner, name=name).exists() and place.exists() else None


def read(name: str) -> bytes:
    """The content of a stored picture."""
    return _place(name).read_bytes()


def url(name: str) -> str:
    """The address of a stored picture."""
    return f"/media/{name}"


def _rows() -> Any:
    return apps.get_model("subject", "StoredPicture").objects
