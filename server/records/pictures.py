"""Uploaded and derived pictures, stored under the hash of their content; a row per owner says who may see them."""

import hashlib
import re
from collections.abc import Iterator
from datetime import timedelta
from typing import Any

from django.apps import apps
from django.core.files.base import ContentFile
from django.db import transaction
from django.db.models import Sum
from django.utils import timezone

from server.school import quotas
from server.site.reading import must_write
from ypsochrom.formats.pictures import png
from ypsochrom.subject.decode import Picture, decode
from ypsochrom.work.memory import Memory

from . import stores
from .models import StoredPicture

UNDER_WAY = timedelta(minutes=10)
MOST_UNDER_WAY = 100
"""So many pictures of an owner that nothing mentions may belong to work under way; of more the oldest go, however young."""

_LOT = 100
_NAME = re.compile(r"[0-9a-f]{64}\.(png|jpg)")


def store(owner: Any, content: bytes, suffix: str) -> str:
    """Keep a picture for its owner and return its name, `<sha256>.<suffix>`; storing it again changes nothing."""
    must_write()
    name = f"{hashlib.sha256(content).hexdigest()}.{suffix}"
    _write(name, content)
    row = StoredPicture(owner=owner, name=name, size=len(content), stored=timezone.now())
    StoredPicture.objects.bulk_create(
        [row], update_conflicts=True, unique_fields=["owner", "name"], update_fields=["stored", "size"]
    )
    _write(name, content)  # again where it was swept before its row was there; since then nobody sweeps it
    return name


def _write(name: str, content: bytes) -> None:
    """Write a file whole or not at all; one that is there stays."""
    kept = stores.pictures()
    if not kept.exists(stores.place_of(name)):
        kept.save(stores.place_of(name), ContentFile(content))


def must_have_room(owner: Any, more: int = 0) -> None:
    """`Conflict` where an owner at a hosted site keeps as much as they may, or would with so many bytes more."""
    quotas.must_have_room(owner, kept_bytes(owner), more)


def kept_bytes(owner: Any) -> int:
    """How much an owner's pictures take."""
    return StoredPicture.objects.filter(owner=owner).aggregate(total=Sum("size"))["total"] or 0


def is_of(owner: Any, name: str) -> bool:
    """Whether this owner has a picture, and it is there."""
    return StoredPicture.objects.filter(owner=owner, name=name).exists() and is_there(name)


def is_there(name: str) -> bool:
    """Whether a picture lies in the storage."""
    return _NAME.fullmatch(name) is not None and stores.pictures().exists(stores.place_of(name))


def read(name: str) -> bytes:
    """The content of a stored picture; `OSError` where it is gone."""
    if not _NAME.fullmatch(name):
        raise FileNotFoundError(name)
    with stores.pictures().open(stores.place_of(name)) as file:
        content: bytes = file.read()
    return content


def url(name: str) -> str:
    """The address of a stored picture."""
    return f"/media/{name}"


def forget_old(owner: Any) -> int:
    """Delete the owner's pictures that no row of theirs mentions and that were last stored some time ago, or are beyond
    `MOST_UNDER_WAY`; how many that were.

    Younger ones may belong to work under way. What is in use is found out before anything is deleted: a picture that is stored
    again meanwhile is young, and one that comes to be mentioned again is mentioned by the history already.
    """
    old = timezone.now() - UNDER_WAY
    in_use, stored = names_in_use(owner), StoredPicture.objects.filter(owner=owner).order_by("-stored")
    loose = [row for row in stored.values_list("name", "stored") if row[0] not in in_use]
    unused = {name: at for place, (name, at) in enumerate(loose) if at < old or place >= MOST_UNDER_WAY}
    asked = stored.filter(stored__lte=max(unused.values(), default=old))
    gone = 0
    for some in _in_lots(sorted(unused)):
        with transaction.atomic():  # nobody writes a row meanwhile
            gone += asked.filter(name__in=some).delete()[0]
            for name in set(some) - _known(some):  # a file goes when no owner has it left
                stores.pictures().delete(stores.place_of(name))
    return gone


def sweep_files() -> None:
    """Delete files that no row tells of: half-written ones, and those of a request that ended before it could write its row."""
    for folder, old in stores.files_before(timezone.now() - UNDER_WAY):
        for some in _in_lots(old):
            with transaction.atomic():  # nobody writes a row meanwhile
                for name in set(some) - _known(some):
                    stores.pictures().delete(f"{folder}/{name}")


def _known(names: list[str]) -> set[str]:
    return set(StoredPicture.objects.filter(name__in=names).values_list("name", flat=True))


def _in_lots(names: list[str]) -> Iterator[list[str]]:
    for first in range(0, len(names), _LOT):
        yield names[first : first + _LOT]


def names_in_use(owner: Any) -> set[str]:
    """Names of the pictures that the owner's rows mention, those of the bin and of the history among them."""
    names: set[str] = set()
    for model in apps.get_models():
        for field in getattr(model, "picture_fields", ()):
            for value in model._default_manager.filter(owner=owner).values_list(field, flat=True):
                names.update(value if isinstance(value, list) else [value])
    return names


def mentioned(document: Any) -> list[str]:
    """The names of stored pictures in a document."""
    found = set()
    waiting = [document]
    while waiting:
        one = waiting.pop()
        if isinstance(one, str):
            if _NAME.fullmatch(one):
                found.add(one)
        elif isinstance(one, dict):
            waiting += one.values()
        elif isinstance(one, list):
            waiting += one
    return sorted(found)


class OwnersFiles:
    """An owner's stored pictures as the core's graph uses them; photos that were decoded lately are not decoded again."""

    def __init__(self, owner: Any) -> None:
        self._owner = owner

    def read(self, name: str) -> bytes:
        """The content of a stored picture."""
        return read(name)

    def store(self, content: bytes, suffix: str) -> str:
        """Keep a picture for the owner."""
        return store(self._owner, content, suffix)

    def picture(self, name: str) -> Picture:
        """A stored photo, decoded."""
        known = _decoded.get("photo", name)
        if known is None:
            known = decode(read(name))
            _decoded.keep("photo", name, known)
        return known


def store_upload(owner: Any, content: bytes, *, longest_px: int | None = None, quality: int = 90) -> str:
    """Keep an uploaded photo as JPEG, without what the camera wrote into it, no longer than so many pixels; its name."""
    must_have_room(owner, len(content))
    limit = {} if longest_px is None else {"longest_px": longest_px}
    picture = decode(content, **limit).in_eight_bits().srgb8
    return store(owner, png.picture_jpeg(picture, quality=quality), "jpg")


def store_photo(owner: Any, picture: Picture) -> str:
    """Keep a decoded photo, without loss and without any of the file's own facts (no place, no camera)."""
    must_have_room(owner)
    name = store(owner, png.picture_png(picture.srgb8), "png")
    _decoded.keep("photo", name, picture.in_eight_bits())
    return name


_decoded = Memory()
