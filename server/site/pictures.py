"""Uploaded and derived pictures, stored under the hash of their content; a row per owner says who may see them."""

import hashlib
import os
import tempfile
from collections.abc import Iterable
from datetime import timedelta
from pathlib import Path
from typing import Any

from django.apps import apps
from django.conf import settings
from django.db import transaction
from django.utils import timezone

UNDER_WAY = timedelta(hours=1)


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
    _rows().update_or_create(owner=owner, name=name)
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


@transaction.atomic
def forget(owner: Any, names: Iterable[str]) -> int:
    """Delete those of the owner's pictures that no row of theirs mentions any more; how many that were.

    A file goes when no owner has it left.
    """
    used = names_in_use(owner)
    unused = list(_rows().filter(owner=owner, name__in=set(names) - used))
    for row in unused:
        row.delete()
        if not _rows().filter(name=row.name).exists():
            _place(row.name).unlink(missing_ok=True)
    return len(unused)


def forget_old(owner: Any) -> int:
    """Delete the owner's unused pictures of more than an hour ago; younger ones may belong to work under way."""
    old = _rows().filter(owner=owner, stored__lt=timezone.now() - UNDER_WAY)
    return forget(owner, old.values_list("name", flat=True))


def names_in_use(owner: Any, **of_painting: Any) -> set[str]:
    """Names of the pictures that the owner's rows mention; with `painting=...` only those of that painting."""
    names: set[str] = set()
    for model in apps.get_models():
        for field in getattr(model, "picture_fields", ()):
            rows = model._default_manager.filter(owner=owner)
            if of_painting:
                here = hasattr(model, "painting")
                rows = rows.filter(**of_painting) if here else rows.filter(pk=of_painting["painting"].pk)
            for value in rows.values_list(field, flat=True):
                names.update(value if isinstance(value, list) else [value])
    return names


def _rows() -> Any:
    return apps.get_model("subject", "StoredPicture").objects
