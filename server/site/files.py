"""Files in and out over HTTP: uploads within bounds, downloads to be saved under a name."""

from typing import Literal

from django.conf import settings
from django.http import HttpResponse
from ninja.files import UploadedFile

from ypsochrom.kit.errors import BadPicture

PaperSize = Literal["A4", "Letter"]


def uploaded(photo: UploadedFile) -> bytes:
    """The content of an uploaded photo; one that is too large is refused before it is read."""
    if (photo.size or 0) > settings.LARGEST_UPLOAD_BYTES:
        raise BadPicture("The photo is larger than 80 MB.", "Save it smaller and try again.")
    return photo.read()


def to_save(content: bytes, kind: str, name: str) -> HttpResponse:
    """A file for the browser to save."""
    answer = HttpResponse(content, content_type=kind)
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer
