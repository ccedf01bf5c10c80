"""HTTP of areas."""

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from server.records.history import painting_of
from server.site.fields import Word
from server.site.files import PaperSize, to_save
from server.site.owned import painter
from server.work import desk

from . import drawing, services, shown
from .schemas import (
    AreaIn,
    AreasOut,
    BackgroundOut,
    BorderIn,
    BordersWanted,
    ChangesIn,
    DismissalIn,
    DrawingOut,
    DrawingWanted,
    ThingIn,
)

router = Router()


@router.get("/names", response=list[str])
def names(request: HttpRequest) -> list[str]:
    """Names that the painter has given to areas before, to choose from."""
    return services.suggested_names(painter(request))


@router.get("/{painting_id}", response=AreasOut)
def areas(request: HttpRequest, painting_id: int) -> AreasOut:
    """The painting's areas."""
    return shown.out(desk.opened(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}/changes", response=AreasOut)
def change(request: HttpRequest, painting_id: int, payload: ChangesIn) -> AreasOut:
    """Another detail, or another list of changes: the areas follow at once."""
    return shown.out(services.change(painter(request), painting_id, payload))


@router.put("/{painting_id}/things", response=AreasOut)
def change_thing(request: HttpRequest, painting_id: int, payload: ThingIn) -> AreasOut:
    """Say which areas are one thing, and what it is called."""
    return shown.out(services.change_thing(painter(request), painting_id, payload))


@router.patch("/{painting_id}/borders", response=AreasOut)
def change_border(request: HttpRequest, painting_id: int, payload: BorderIn) -> AreasOut:
    """Say how soft a border is to be, or which side lies over the other."""
    return shown.out(services.change_border(painter(request), painting_id, payload))


@router.put("/{painting_id}/dismissals", response=AreasOut)
def dismiss(request: HttpRequest, painting_id: int, payload: DismissalIn) -> AreasOut:
    """Set advice aside with a reason, or bring it back."""
    return shown.out(services.dismiss(painter(request), painting_id, payload.key, payload.reason))


@router.get("/{painting_id}/backgrounds", response=list[BackgroundOut])
def backgrounds(
    request: HttpRequest,
    painting_id: int,
    subject: list[Word] = Query(default=[], max_length=100),  # noqa: B008
) -> list[BackgroundOut]:
    """Backgrounds for the subject: the areas named, or else all that do not lie in the back."""
    return shown.backgrounds(desk.opened(painting_of(painter(request), painting_id)), subject)


@router.get("/{painting_id}/drawing", response=DrawingOut)
def the_drawing(request: HttpRequest, painting_id: int, wanted: Query[BordersWanted]) -> DrawingOut:
    """The drawing to transfer, with the borders of values at these thresholds."""
    return drawing.out(desk.opened(painting_of(painter(request), painting_id)), wanted.limits)


@router.get("/{painting_id}/drawing/files/{name}", response=None)
def drawing_file(
    request: HttpRequest,
    painting_id: int,
    name: drawing.FileName,
    wanted: Query[DrawingWanted],
    paper: PaperSize = "A4",
    mirrored: bool = False,
) -> HttpResponse:
    """The drawing as line art, as a picture, on sheets at true size, or in layers, to be saved."""
    painting = painting_of(painter(request), painting_id)
    content = drawing.file_of(painting, desk.opened(painting), name, paper, wanted, mirrored=mirrored)
    return to_save(content, drawing.FILE_TYPES[name.rpartition(".")[2]], name)


@router.patch("/{painting_id}/{area_id}", response=AreasOut)
def change_area(request: HttpRequest, painting_id: int, area_id: str, payload: AreaIn) -> AreasOut:
    """Name an area, give it another colour, plane or handling."""
    return shown.out(services.change_area(painter(request), painting_id, area_id, payload))
