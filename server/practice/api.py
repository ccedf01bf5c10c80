"""HTTP of practice."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router
from ninja.files import UploadedFile

from server.site.files import PaperSize, to_save, uploaded
from server.site.owned import painter

from . import services
from .scenes import shipped_file
from .schemas import AnswerIn, Kind, MatchedCardOut, ProgressOut, QuestionOut, Sight, VerdictOut

router = Router()


@router.get("/next", response=QuestionOut)
def question(request: HttpRequest, kind: Kind | None = None, sight: Sight = "all") -> QuestionOut:
    """The next question, of a kind or of the one whose turn it is among those that make sense to whoever sees so much."""
    return services.question(painter(request), kind, sight)


@router.post("/answers", response=VerdictOut)
def answer(request: HttpRequest, given: AnswerIn) -> VerdictOut:
    """Judge an answer and keep it."""
    return services.answer(painter(request), given)


@router.get("/sheets.pdf", response=None)
def sheets(
    request: HttpRequest, seed: Annotated[int | None, Query(ge=0, le=2**31 - 1)] = None, paper: PaperSize = "A4"
) -> HttpResponse:
    """Sheets to practise without the screen; the same seed prints the same."""
    return to_save(services.sheets(painter(request), seed, paper), "application/pdf", "practice.pdf")


@router.post("/card", response=MatchedCardOut)
def card(request: HttpRequest, photo: Annotated[UploadedFile, File()]) -> MatchedCardOut:
    """Score a photo of the painted card, and keep how near every field came."""
    return services.score_card(painter(request), uploaded(photo))


@router.get("/scenes/{name}", response=None)
def scene(request: HttpRequest, name: str) -> HttpResponse:
    """A picture that ships with the application."""
    answer = HttpResponse(shipped_file(name), content_type="image/jpeg")
    answer["Cache-Control"] = "public, max-age=86400"
    return answer


@router.get("/progress", response=ProgressOut)
def progress(request: HttpRequest) -> ProgressOut:
    """How far the painter is, and what comes next."""
    return services.progress(painter(request))
