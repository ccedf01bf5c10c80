"""HTTP of practice."""

from django.http import HttpRequest
from ninja import Router

from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import services
from .schemas import AnswerIn, Kind, ProgressOut, QuestionOut, VerdictOut

router = Router()


@router.get("/next", response={200: QuestionOut, **PROBLEMS})
def question(request: HttpRequest, kind: Kind | None = None, *, shapes_only: bool = False) -> QuestionOut:
    """The next question, of a kind or of the one whose turn it is."""
    return services.question(painter(request), kind, shapes_only=shapes_only)


@router.post("/answers", response={200: VerdictOut, **PROBLEMS})
def answer(request: HttpRequest, given: AnswerIn) -> VerdictOut:
    """Judge an answer and keep it."""
    return services.answer(painter(request), given)


@router.get("/progress", response={200: ProgressOut, **PROBLEMS})
def progress(request: HttpRequest) -> ProgressOut:
    """How far the painter is, and what comes next."""
    return services.progress(painter(request))
