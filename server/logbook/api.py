"""HTTP of the logbook."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from server.site.files import to_save
from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import diaries, services
from .schemas import BehindOut, DiaryOut, DiaryRowOut, LearnedAllOut, LeaveOutIn, UseIn, What

router = Router()

ZoneName = Annotated[str, Query(max_length=60)]


@router.get("/learned", response={200: LearnedAllOut, **PROBLEMS})
def learned(request: HttpRequest) -> LearnedAllOut:
    """What was learned about the painter, with what plans are made with now."""
    return services.learned_out(painter(request))


@router.get("/learned/{what}", response={200: BehindOut, **PROBLEMS})
def behind(
    request: HttpRequest,
    what: What,
    of: Annotated[str, Query(max_length=120)] = "",
    page: Annotated[int, Query(ge=1, le=10_000)] = 1,
) -> BehindOut:
    """The observations behind a factor, the newest first."""
    return services.behind(painter(request), what, of, page)


@router.put("/left-out", response={200: LearnedAllOut, **PROBLEMS})
def left_out(request: HttpRequest, given: LeaveOutIn) -> LearnedAllOut:
    """Leave an observation out of learning, or take it in again."""
    return services.change_left_out(painter(request), given.id, out=given.out)


@router.put("/use", response={200: LearnedAllOut, **PROBLEMS})
def use(request: HttpRequest, given: UseIn) -> LearnedAllOut:
    """Plan with what was learned, or with the usual factors again."""
    return services.use(painter(request), learned=given.learned)


@router.get("/log.jsonl", response={200: None, **PROBLEMS})
def log(request: HttpRequest) -> HttpResponse:
    """All observations, one a line."""
    return to_save(services.log_lines(painter(request)), "application/jsonl", "log.jsonl")


@router.get("/diaries", response={200: list[DiaryRowOut], **PROBLEMS})
def all_diaries(request: HttpRequest) -> list[DiaryRowOut]:
    """Paintings with a diary, the one last worked on first."""
    return diaries.rows(painter(request))


@router.get("/diaries/{painting_id}", response={200: DiaryOut, **PROBLEMS})
def diary(request: HttpRequest, painting_id: int) -> DiaryOut:
    """What was done in each sitting, and hours by pass."""
    return diaries.out(painter(request), painting_id)


@router.get("/diaries/{painting_id}/diary.md", response={200: None, **PROBLEMS})
def diary_file(request: HttpRequest, painting_id: int, zone: ZoneName = "UTC") -> HttpResponse:
    """The diary as Markdown, with times of a zone."""
    text = diaries.markdown(painter(request), painting_id, zone)
    return to_save(text.encode(), "text/markdown; charset=utf-8", "diary.md")


@router.get("/diaries/{painting_id}/hours.csv", response={200: None, **PROBLEMS})
def hours_file(request: HttpRequest, painting_id: int) -> HttpResponse:
    """Hours by pass as CSV."""
    return to_save(diaries.hours(painter(request), painting_id).encode(), "text/csv; charset=utf-8", "hours.csv")
