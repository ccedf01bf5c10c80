"""HTTP of the value map."""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.records.history import painting_of
from server.site.fields import Number, Word
from server.site.files import PaperSize, to_save
from server.site.owned import painter
from server.work import desk

from . import services
from .schemas import LostShapeOut, OtherBrushIn, OtherMapOut, ReliefOut, ValuesIn, ValuesOut

router = Router()


@router.get("/{painting_id}", response=ValuesOut)
def values(request: HttpRequest, painting_id: int) -> ValuesOut:
    """The painting's value map."""
    return services.out(desk.opened(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}", response=ValuesOut)
def change(request: HttpRequest, painting_id: int, payload: ValuesIn) -> ValuesOut:
    """Make the map anew with these settings."""
    return services.out(services.change_values(painter(request), painting_id, payload))


@router.get("/{painting_id}/relief", response=ReliefOut)
def relief(request: HttpRequest, painting_id: int) -> ReliefOut:
    """The map read as relief: contours, masses, notan, key and contrast, where the eye goes."""
    return services.relief_out(desk.opened(painting_of(painter(request), painting_id)))


@router.get("/{painting_id}/lost", response=list[LostShapeOut])
def lost(request: HttpRequest, painting_id: int) -> list[LostShapeOut]:
    """What the map's brush loses that a finer one keeps, the most telling first."""
    return services.lost_out(desk.opened(painting_of(painter(request), painting_id)))


@router.get("/{painting_id}/laid", response=None)
def laid(request: HttpRequest, painting_id: int, of: Word = "") -> HttpResponse:
    """The map in the strokes of its brushes, as JPEG; `of` tells the map it belongs to, for the page's own cache."""
    content = services.laid(desk.opened(painting_of(painter(request), painting_id)))
    return HttpResponse(content, content_type="image/jpeg")


@router.post("/{painting_id}/brush", response=OtherMapOut)
def other_brush(request: HttpRequest, painting_id: int, payload: OtherBrushIn) -> OtherMapOut:
    """The map as another brush would place it, for comparing."""
    return services.with_brush(desk.opened(painting_of(painter(request), painting_id)), payload.brush_mm)


@router.get("/{painting_id}/files/{name}", response=None)
def file(
    request: HttpRequest,
    painting_id: int,
    name: services.FileName,
    paper: PaperSize = "A4",
    mirrored: bool = False,
    cell_mm: Number = services.USUAL_CELL_MM,
) -> HttpResponse:
    """The value map, its contours, or what is needed for transfer, to be saved."""
    painting = painting_of(painter(request), painting_id)
    content = services.file_of(painting, desk.opened(painting), name, paper, mirrored=mirrored, cell_mm=cell_mm)
    return to_save(content, services.FILE_TYPES[name.rpartition(".")[2]], name)
