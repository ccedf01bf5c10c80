"""HTTP of the easel: how it stands, the list of work, sittings opened, acts and photos sent, the log."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Router
from ninja.files import UploadedFile

from server.site.files import to_save, uploaded
from server.site.owned import painter

from . import services
from .schemas import ActsIn, EaselOut, OpenIn, PhotoOut, TakenListOut, WeighedOut, WeighIn, WhatNowOut

router = Router()


@router.get("/now", response=WhatNowOut)
def what_now(request: HttpRequest) -> WhatNowOut:
    """What the studio begins with."""
    return services.what_now(painter(request))


@router.get("/{painting_id}", response=EaselOut)
def easel(request: HttpRequest, painting_id: int) -> EaselOut:
    """How it stands at the easel now."""
    return services.out(painter(request), painting_id)


@router.get("/{painting_id}/list/{taken_id}", response=TakenListOut)
def taken_list(request: HttpRequest, painting_id: int, taken_id: int) -> TakenListOut:
    """A list of work as it was taken to the easel; it never changes."""
    return services.list_out(painter(request), painting_id, taken_id)


@router.post("/{painting_id}/open", response=EaselOut)
def open_sitting(request: HttpRequest, painting_id: int, given: OpenIn) -> EaselOut:
    """Open a sitting with the plan as it is now."""
    return services.open_sitting(painter(request), painting_id, given.sitting, given.device)


@router.post("/{painting_id}/acts", response=EaselOut)
def send_acts(request: HttpRequest, painting_id: int, given: ActsIn) -> EaselOut:
    """Keep what was done at the easel; each act counts once, however often it is sent."""
    return services.keep_acts(painter(request), painting_id, given)


@router.post("/{painting_id}/scale", response=WeighedOut)
def scale(request: HttpRequest, painting_id: int, given: WeighIn) -> WeighedOut:
    """A dose of a pile on the simulated scale."""
    return services.weigh(painter(request), painting_id, given.pile, given.source)


@router.post("/{painting_id}/plan", response=EaselOut)
def take_plan(request: HttpRequest, painting_id: int) -> EaselOut:
    """Take the desk's plan in the place of the list in hand."""
    return services.take_plan(painter(request), painting_id)


@router.post("/{painting_id}/photos", response=PhotoOut)
def send_photo(request: HttpRequest, painting_id: int, photo: Annotated[UploadedFile, File()]) -> PhotoOut:
    """Keep a photo taken at the easel; an act then names it."""
    return PhotoOut(name=services.keep_photo(painter(request), painting_id, uploaded(photo)))


@router.get("/{painting_id}/acts.jsonl", response=None)
def log(request: HttpRequest, painting_id: int) -> HttpResponse:
    """Every act at the easel as JSON lines."""
    return to_save(services.log_lines(painter(request), painting_id), "application/jsonl", "acts.jsonl")
