"""HTTP of paintings and their references."""

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import File, Form, Router, Status
from ninja.files import UploadedFile

from server.records import etags
from server.records.history import brief_of, painting_of
from server.records.models import Painting
from server.site.fields import Whole, Word
from server.site.files import uploaded
from server.site.owned import painter
from server.work import desk

from . import listed, references, services, shown
from .schemas import (
    CardsOut,
    GuideOut,
    NewObservation,
    ObservationData,
    PaintingChange,
    PaintingOut,
    ReferenceIn,
    ReferenceOut,
    Search,
    Title,
    TitleOut,
)

router = Router()


def _opened(painting: Painting) -> PaintingOut:
    return shown.out(painting, desk.opened(painting))


@router.get("/paintings", response=CardsOut)
def paintings(request: HttpRequest, response: HttpResponse, page: Whole = 1, search: Search = "") -> Any:
    """A page of the painter's paintings, the newest first; those of which the title holds what is searched for."""
    found = listed.page_of(painter(request), page, search)
    if request.headers.get("If-None-Match") == found.tag:
        return etags.unchanged(found.tag)
    etags.mark(response, found.tag)
    return found.cards


@router.get("/titles", response=list[TitleOut])
def titles(request: HttpRequest) -> list[TitleOut]:
    """The painter's newest paintings by title, to choose one."""
    return listed.titles_of(painter(request))


@router.post("/paintings", response={201: PaintingOut})
def new(
    request: HttpRequest,
    photo: Annotated[UploadedFile, File()],
    title: Annotated[Title, Form()],
    size: Annotated[Word, Form()],
) -> Status[PaintingOut]:
    """A painting from a photo (JPEG, PNG, WebP, TIFF or HEIC by content, whatever its name says)."""
    return Status(201, _opened(services.new_painting(painter(request), title, size, uploaded(photo))))


@router.get("/paintings/{painting_id}", response=PaintingOut)
def one(request: HttpRequest, painting_id: int) -> PaintingOut:
    """One painting."""
    return _opened(painting_of(painter(request), painting_id))


@router.patch("/paintings/{painting_id}", response=PaintingOut)
def change(request: HttpRequest, painting_id: int, payload: PaintingChange) -> PaintingOut:
    """Change title, support or crop."""
    return shown.out(*services.change_painting(painter(request), painting_id, payload))


@router.delete("/paintings/{painting_id}", response={204: None})
def remove(request: HttpRequest, painting_id: int) -> Status[None]:
    """Put a painting and its plan into the bin."""
    services.remove_painting(painter(request), painting_id)
    return Status(204, None)


@router.get("/paintings/{painting_id}/guides", response=list[GuideOut])
def guides(request: HttpRequest, painting_id: int) -> list[GuideOut]:
    """Guides to compose by."""
    return shown.guides_of(brief_of(painting_of(painter(request), painting_id)).support)


@router.post("/observations", response={201: PaintingOut})
def observe(request: HttpRequest, payload: NewObservation) -> Status[PaintingOut]:
    """A painting in front of the subject, without a photo."""
    return Status(201, _opened(services.new_observation(painter(request), payload)))


@router.put("/paintings/{painting_id}/observation", response=PaintingOut)
def change_observation(request: HttpRequest, painting_id: int, payload: ObservationData) -> PaintingOut:
    """Lay the zones of an observation anew."""
    return shown.out(*services.change_observation(painter(request), painting_id, payload))


@router.post("/paintings/{painting_id}/sketch", response=PaintingOut)
def sketch(request: HttpRequest, painting_id: int, photo: Annotated[UploadedFile, File()]) -> PaintingOut:
    """Lay a photo of a sketch beneath the lattice of an observation."""
    return shown.out(*services.add_sketch(painter(request), painting_id, uploaded(photo)))


@router.get("/paintings/{painting_id}/references", response=list[ReferenceOut])
def other_photos(request: HttpRequest, painting_id: int) -> list[ReferenceOut]:
    """The other photos that lie over the base."""
    return references.references_out(brief_of(painting_of(painter(request), painting_id)))


@router.post("/paintings/{painting_id}/references", response={201: ReferenceOut})
def add_reference(
    request: HttpRequest, painting_id: int, photo: Annotated[UploadedFile, File()], name: Annotated[Title, Form()]
) -> Status[ReferenceOut]:
    """Lay another photo over the base."""
    return Status(201, references.add_reference(painter(request), painting_id, name, uploaded(photo)))


@router.put("/paintings/{painting_id}/references/{reference_id}", response=ReferenceOut)
def change_reference(request: HttpRequest, painting_id: int, reference_id: int, payload: ReferenceIn) -> ReferenceOut:
    """Another outline, place, name or marks for a photo."""
    return references.change_reference(painter(request), painting_id, reference_id, payload)


@router.delete("/paintings/{painting_id}/references/{reference_id}", response={204: None})
def remove_reference(request: HttpRequest, painting_id: int, reference_id: int) -> Status[None]:
    """Take another photo away."""
    references.remove_reference(painter(request), painting_id, reference_id)
    return Status(204, None)
