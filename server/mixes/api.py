"""HTTP of mixes."""

from django.http import HttpRequest
from ninja import Router

from server.site.owned import painter
from server.site.problems import PROBLEMS
from server.subject.services import painting_of

from . import services
from .schemas import MixesIn, MixesOut

router = Router()


@router.get("/{painting_id}", response={200: MixesOut, **PROBLEMS})
def mixes(request: HttpRequest, painting_id: int) -> MixesOut:
    """The painting's palette and mixes."""
    return services.out(painting_of(painter(request), painting_id))


@router.put("/{painting_id}", response={200: MixesOut, **PROBLEMS})
def change(request: HttpRequest, painting_id: int, payload: MixesIn) -> MixesOut:
    """Set how many tubes the next plan may use."""
    services.change_tubes(painter(request), painting_id, payload.tubes)
    return services.out(painting_of(painter(request), painting_id))
