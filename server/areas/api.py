"""HTTP of areas."""

from django.http import HttpRequest
from ninja import Query, Router

from server.site.owned import painter
from server.site.problems import PROBLEMS
from server.subject.services import painting_of

from . import judgement, notes, services
from .schemas import AreaIn, AreasOut, BackgroundOut, BorderIn, ChangesIn, DismissalIn

router = Router()


@router.get("/{painting_id}", response={200: AreasOut, **PROBLEMS})
def areas(request: HttpRequest, painting_id: int) -> AreasOut:
    """The painting's areas."""
    return judgement.out(painting_of(painter(request), painting_id))


@router.put("/{painting_id}/changes", response={200: AreasOut, **PROBLEMS})
def change(request: HttpRequest, painting_id: int, payload: ChangesIn) -> AreasOut:
    """Another detail, or another list of changes: the areas follow at once."""
    return judgement.out(services.change(painter(request), painting_id, payload))


@router.patch("/{painting_id}/borders", response={200: AreasOut, **PROBLEMS})
def change_border(request: HttpRequest, painting_id: int, payload: BorderIn) -> AreasOut:
    """Say how soft a border is to be, or which side lies over the other."""
    return judgement.out(notes.change_border(painter(request), painting_id, payload))


@router.put("/{painting_id}/dismissals", response={200: AreasOut, **PROBLEMS})
def dismiss(request: HttpRequest, painting_id: int, payload: DismissalIn) -> AreasOut:
    """Set advice aside with a reason, or bring it back."""
    return judgement.out(judgement.dismiss(painter(request), painting_id, payload.key, payload.reason))


@router.get("/{painting_id}/backgrounds", response={200: list[BackgroundOut], **PROBLEMS})
def backgrounds(request: HttpRequest, painting_id: int, subject: list[str] = Query(default=[])) -> list[BackgroundOut]:  # noqa: B008
    """Backgrounds for the subject: the areas named, or else all that do not lie in the back."""
    return judgement.backgrounds(painting_of(painter(request), painting_id), subject)


@router.patch("/{painting_id}/{area_id}", response={200: AreasOut, **PROBLEMS})
def change_area(request: HttpRequest, painting_id: int, area_id: str, payload: AreaIn) -> AreasOut:
    """Name an area, give it another colour, plane or handling."""
    return judgement.out(notes.change_area(painter(request), painting_id, area_id, payload))
