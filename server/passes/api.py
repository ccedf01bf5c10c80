"""HTTP of the pass plan, its choices, studies of it, and its files."""

from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Status

from server.areas.schemas import Handling
from server.records import runs, tasks
from server.records.history import painting_of
from server.records.schemas import RunOut
from server.site.fields import Whole, Word
from server.site.files import PaperSize, to_save
from server.site.owned import painter
from server.work import desk

from . import files, services, studies
from .schemas import (
    AmountsOut,
    AreaIfOut,
    ChoicesData,
    GlazeOut,
    GroundsStudyOut,
    PassesOut,
    SchoolKey,
    SchoolsStudyOut,
    SharedOut,
    StageLook,
    StripOut,
    TradeOut,
    WhatIfIn,
    WhatIfOut,
)  # fmt: skip

router = Router()

FamilyName = Literal["accent", "shadow", "half-tone", "light", "highlight"]
StudyKind = Literal["schools", "grounds", "what-if"]


@router.get("/trade", response=TradeOut)
def trade(request: HttpRequest) -> TradeOut:
    """All schools, rules and grounds."""
    return services.trade_out()


@router.get("/{painting_id}", response=PassesOut)
def passes(request: HttpRequest, painting_id: int) -> PassesOut:
    """The painting's pass plan."""
    painting = painting_of(painter(request), painting_id)
    return services.out(painting, desk.opened(painting))


@router.put("/{painting_id}/choices", response=PassesOut)
def choose(request: HttpRequest, painting_id: int, given: ChoicesData) -> PassesOut:
    """Keep what the painter chose; the passes follow at once, their pictures in the background."""
    painting, _ = services.choose(painter(request), painting_id, given)
    return services.out(painting, desk.opened(painting))


@router.get("/{painting_id}/schools", response=SchoolsStudyOut | None)
def schools_study(request: HttpRequest, painting_id: int) -> SchoolsStudyOut | None:
    """The newest comparison of schools, if there is one."""
    found = runs.latest(painting_of(painter(request), painting_id), "schools")
    return None if found is None or found.result is None else SchoolsStudyOut(**found.result)


@router.get("/{painting_id}/grounds", response=GroundsStudyOut | None)
def grounds_study(request: HttpRequest, painting_id: int) -> GroundsStudyOut | None:
    """The newest comparison of grounds, if there is one."""
    found = runs.latest(painting_of(painter(request), painting_id), "grounds")
    return None if found is None or found.result is None else GroundsStudyOut(**found.result)


@router.get("/{painting_id}/what-if", response=WhatIfOut | None)
def what_if_study(request: HttpRequest, painting_id: int) -> WhatIfOut | None:
    """The newest answer to what would be if, if there is one."""
    found = runs.latest(painting_of(painter(request), painting_id), "what-if")
    return None if found is None or found.result is None else WhatIfOut(**found.result)


@router.get("/{painting_id}/studies/{kind}/run", response=RunOut | None)
def study_run(request: HttpRequest, painting_id: int, kind: StudyKind) -> RunOut | None:
    """How far the newest study of a kind is."""
    found = runs.latest(painting_of(painter(request), painting_id), kind)
    return None if found is None else runs.out(found)


@router.post("/{painting_id}/studies/{kind}", response={202: RunOut})
def study(request: HttpRequest, painting_id: int, kind: StudyKind, given: WhatIfIn) -> Status[RunOut]:
    """Compare schools or grounds, or ask what would be if, in the background."""
    owner = painter(request)
    studies.checked(owner, painting_id)
    run = runs.begin(owner, painting_id, kind, studies.checked_what_if(given))
    return Status(202, runs.out(tasks.enqueue(run)))


@router.get("/{painting_id}/shared/{other_id}", response=SharedOut)
def shared(request: HttpRequest, painting_id: int, other_id: int) -> SharedOut:
    """The piles that two paintings worked in parallel can share."""
    return studies.shared(painter(request), painting_id, other_id)


@router.get("/{painting_id}/glaze", response=GlazeOut)
def glaze(request: HttpRequest, painting_id: int, after: Whole, area: Word, family: FamilyName) -> GlazeOut:
    """The glaze that brings a passage, as it is after a pass, nearest to its goal."""
    return studies.glaze_of(painter(request), painting_id, after, area, family)


@router.get("/{painting_id}/stages/{number}/{look}", response=None)
def stage(request: HttpRequest, painting_id: int, number: Whole, look: StageLook, of: Word = "") -> HttpResponse:
    """The painting after a pass in another look than dry; `of` tells the plan it belongs to, for the page's own cache."""
    content = services.look_at_stage(painter(request), painting_id, number, look)
    return HttpResponse(content, content_type="image/jpeg")


@router.get("/{painting_id}/lit/{number}/{place}", response=None)
def unit_lit(request: HttpRequest, painting_id: int, number: Whole, place: Whole, of: Word = "") -> HttpResponse:
    """A veil over all that a unit (by its place in the pass, from 0) does not paint; `of` is for the page's own cache."""
    return HttpResponse(services.unit_lit(painter(request), painting_id, number, place), content_type="image/png")


@router.get("/{painting_id}/strips/{school}", response=StripOut)
def strip(request: HttpRequest, painting_id: int, school: SchoolKey) -> StripOut:
    """A method as a strip of its stages with what each pass asks for; `Conflict` where the plan is not up to date."""
    return studies.strip_out(studies.strip(painter(request), painting_id, school))


@router.get("/{painting_id}/strips/{school}/picture", response=None)
def strip_picture(request: HttpRequest, painting_id: int, school: SchoolKey, of: Word = "") -> HttpResponse:
    """The stages of a method side by side as JPEG; `of` is for the page's own cache."""
    return HttpResponse(studies.strip(painter(request), painting_id, school).picture, content_type="image/jpeg")


@router.get("/{painting_id}/amounts", response=AmountsOut)
def amounts(request: HttpRequest, painting_id: int) -> AmountsOut:
    """What every area takes: ml of each pile and of each tube, with coats, minutes and worth."""
    return services.amounts_out(painter(request), painting_id)


@router.get("/{painting_id}/amounts/if", response=AreaIfOut)
def area_if(
    request: HttpRequest, painting_id: int, area: Word, handling: Handling | None = None, mix: Word | None = None
) -> AreaIfOut:
    """What an area takes, and what it would take if it were thicker, thinner, left bare or painted in another pile."""
    return studies.area_if(painter(request), painting_id, area, handling, mix)


@router.get("/{painting_id}/files/{name}", response=None)
def file(request: HttpRequest, painting_id: int, name: files.FileName, paper: PaperSize = "A4") -> HttpResponse:
    """One of the plan's files, to be saved."""
    content = files.file_of(painter(request), painting_id, name, paper)
    return to_save(content, files.FILE_TYPES[name], name)
