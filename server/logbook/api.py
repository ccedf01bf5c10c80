"""HTTP of the logbook."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from server.site.files import to_save
from server.site.owned import painter
from server.site.problems import PROBLEMS

from . import services
from .schemas import BehindOut, LearnedAllOut, LeaveOutIn, UseIn, What

router = Router()


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
