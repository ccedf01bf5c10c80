"""HTTP of areas."""

from django.http import HttpRequest
from ninja import Router

from server.site.owned import painter
from server.site.problems import PROBLEMS
from server.subject.services import painting_of

from . import services
from .schemas import AreasOut, Renamed

router = Router()


@router.get("/{painting_id}", response={200: AreasOut, **PROBLEMS})
def areas(request: HttpRequest, painting_id: int) -> AreasOut:
    """The painting's areas."""
    return services.out(painting_of(painter(request), painting_id))


@router.patch("/{painting_id}/{area_id}", response={200: AreasOut, **PROBLEMS})
def rename(request: HttpRequest, painting_id: int, area_id: str, payload: Renamed) -> AreasOut:
    """Name an area."""
    services.rename(painter(request), painting_id, area_id, payload.name)
    return services.out(painting_of(painter(request), painting_id))
