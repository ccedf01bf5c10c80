"""HTTP of the shelf."""

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import services
from .schemas import CautionOut, PaintOut, ShelfFile, ShelfRowOut, TubeIn, TubeOut

router = Router()


@router.get("/paints", response={200: list[PaintOut], **PROBLEMS})
def paints(request: HttpRequest) -> tuple[PaintOut, ...]:
    """Every paint that can be on a shelf."""
    return services.known_paints()


@router.get("/cautions", response={200: list[CautionOut], **PROBLEMS})
def cautions(request: HttpRequest) -> list[CautionOut]:
    """Usual cautions for the paints on the shelf and for the work."""
    return services.cautions_of(painter(request))


@router.get("/tubes", response={200: list[TubeOut], **PROBLEMS})
def tubes(request: HttpRequest) -> list[TubeOut]:
    """The painter's shelf."""
    return services.list_tubes(painter(request))


@router.post("/tubes", response={201: TubeOut, **PROBLEMS})
def add(request: HttpRequest, payload: TubeIn) -> Status[TubeOut]:
    """Put a tube on the shelf."""
    return Status(201, services.add_tube(painter(request), payload))


@router.post("/file", response={200: list[ShelfRowOut], **PROBLEMS})
def read_file(request: HttpRequest, payload: ShelfFile) -> list[ShelfRowOut]:
    """Look at a shelf file row by row, or with `keep` put its good rows on the shelf."""
    return services.read_file(painter(request), payload)


@router.get("/file", response={200: None, **PROBLEMS})
def write_file(request: HttpRequest) -> HttpResponse:
    """The shelf as CSV, to be saved."""
    answer = HttpResponse(services.write_file(painter(request)), content_type="text/csv")
    answer["Content-Disposition"] = 'attachment; filename="shelf.csv"'
    return answer


@router.put("/tubes/{tube_id}", response={200: TubeOut, **PROBLEMS})
def change(request: HttpRequest, tube_id: int, payload: TubeIn) -> TubeOut:
    """Change a tube."""
    return services.change_tube(painter(request), tube_id, payload)


@router.delete("/tubes/{tube_id}", response={204: None, **PROBLEMS})
def remove(request: HttpRequest, tube_id: int) -> Status[None]:
    """Take a tube off the shelf."""
    services.remove_tube(painter(request), tube_id)
    return Status(204, None)
