"""HTTP of paintings and their references."""

from typing import Annotated

from django.http import HttpRequest
from ninja import File, Form, Router, Status
from ninja.files import UploadedFile

from server.site.files import uploaded
from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import services
from .schemas import GuideOut, PaintingChange, PaintingOut, Title

router = Router()


@router.get("/paintings", response={200: list[PaintingOut], **PROBLEMS})
def paintings(request: HttpRequest) -> list[PaintingOut]:
    """The painter's paintings, the newest first."""
    return [services.out(painting) for painting in services.paintings_of(painter(request))]


@router.post("/paintings", response={201: PaintingOut, **PROBLEMS})
def new(
    request: HttpRequest,
    photo: Annotated[UploadedFile, File()],
    title: Annotated[Title, Form()],
    size: Annotated[str, Form()],
) -> Status[PaintingOut]:
    """A painting from a photo (JPEG, PNG, WebP, TIFF or HEIC by content, whatever its name says)."""
    return Status(201, services.out(services.new_painting(painter(request), title, size, uploaded(photo))))


@router.get("/paintings/{painting_id}", response={200: PaintingOut, **PROBLEMS})
def one(request: HttpRequest, painting_id: int) -> PaintingOut:
    """One painting."""
    return services.out(services.painting_of(painter(request), painting_id))


@router.patch("/paintings/{painting_id}", response={200: PaintingOut, **PROBLEMS})
def change(request: HttpRequest, painting_id: int, payload: PaintingChange) -> PaintingOut:
    """Change title, support or crop."""
    return services.out(services.change_painting(painter(request), painting_id, payload))


@router.delete("/paintings/{painting_id}", response={204: None, **PROBLEMS})
def remove(request: HttpRequest, painting_id: int) -> Status[None]:
    """Remove a painting and its plan."""
    services.remove_painting(painter(request), painting_id)
    return Status(204, None)


@router.get("/paintings/{painting_id}/guides", response={200: list[GuideOut], **PROBLEMS})
def guides(request: HttpRequest, painting_id: int) -> list[GuideOut]:
    """Guides to compose by."""
    return services.guides_of(services.painting_of(painter(request), painting_id))
