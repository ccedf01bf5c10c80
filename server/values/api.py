"""HTTP of the value map."""

from django.http import HttpRequest
from ninja import Router

from server.site.owned import painter
from server.site.problems import PROBLEMS
from server.subject.services import painting_of

from . import services
from .schemas import ValuesIn, ValuesOut

router = Router()


@router.get("/{painting_id}", response={200: ValuesOut, **PROBLEMS})
def values(request: HttpRequest, painting_id: int) -> ValuesOut:
    """The painting's value map."""
    return services.out(services.row_of(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}", response={200: ValuesOut, **PROBLEMS})
def change(request: HttpRequest, painting_id: int, payload: ValuesIn) -> ValuesOut:
    """Make the map anew with these settings."""
    return services.out(services.change_values(painter(request), painting_id, payload))
