"""HTTP of paintings and their references."""

from typing import Annotated

from django.http import HttpRequest
from ninja import File, Form, Router, Status
from ninja.files import UploadedFile

from server.site.files import uploaded
from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import services
from .schemas import (
    GuideOut,
    NewObservation,
    ObservationData,
    PaintingChange,
    PaintingOut,
    ReferenceIn,
    ReferenceOut,
    Title,
)

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


@router.post("/observations", response={201: PaintingOut, **PROBLEMS})
def observe(request: HttpRequest, payload: NewObservation) -> Status[PaintingOut]:
    """A painting in front of the subject, without a photo."""
    return Status(201, services.out(services.new_observation(painter(request), payload)))


@router.put("/paintings/{painting_id}/observation", response={200: PaintingOut, **PROBLEMS})
def change_observation(request: HttpRequest, painting_id: int, payload: ObservationData) -> PaintingOut:
    """Lay the zones of an observation anew."""
    return services.out(services.change_observation(painter(request), painting_id, payload))


@router.post("/paintings/{painting_id}/sketch", response={200: PaintingOut, **PROBLEMS})
def sketch(request: HttpRequest, painting_id: int, photo: Annotated[UploadedFile, File()]) -> PaintingOut:
    """Lay a photo of a sketch beneath the lattice of an observation."""
    return services.out(services.add_sketch(painter(request), painting_id, uploaded(photo)))


@router.get("/paintings/{painting_id}/references", response={200: list[ReferenceOut], **PROBLEMS})
def references(request: HttpRequest, painting_id: int) -> list[ReferenceOut]:
    """The other photos that lie over the base."""
    return services.references_out(services.painting_of(painter(request), painting_id))


@router.post("/paintings/{painting_id}/references", response={201: ReferenceOut, **PROBLEMS})
def add_reference(
    request: HttpRequest, painting_id: int, photo: Annotated[UploadedFile, File()], name: Annotated[Title, Form()]
) -> Status[ReferenceOut]:
    """Lay another photo over the base."""
    return Status(201, services.add_reference(painter(request), painting_id, name, uploaded(photo)))


@router.put("/references/{reference_id}", response={200: ReferenceOut, **PROBLEMS})
def change_reference(request: HttpRequest, reference_id: int, payload: ReferenceIn) -> ReferenceOut:
    """Another outline, place, name or marks for a photo."""
    return services.change_reference(painter(request), reference_id, payload)


@router.delete("/references/{reference_id}", response={204: None, **PROBLEMS})
def remove_reference(request: HttpRequest, reference_id: int) -> Status[None]:
    """Take another photo away."""
    services.remove_reference(painter(request), reference_id)
    return Status(204, None)
