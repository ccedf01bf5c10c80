"""HTTP of sittings: when and where it is painted, the schedule, the light, the calendar, the bag, and studies of all that."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from server.records import runs, tasks
from server.records.history import painting_of
from server.records.schemas import RunOut
from server.site.files import to_save
from server.site.owned import painter
from server.work import desk

from . import services, studies
from .schemas import (
    ClimateOut,
    GivingOut,
    OpenTimeOut,
    PackingOut,
    PlaceData,
    SittingsData,
    SittingsOut,
    StudyIn,
    StudyKind,
    TogetherOut,
)  # fmt: skip

router = Router()


@router.get("/climate", response=ClimateOut)
def climate(request: HttpRequest) -> ClimateOut:
    """What the climate sensor says now."""
    return services.read_climate(painter(request))


@router.get("/places", response=list[PlaceData])
def places(request: HttpRequest) -> list[PlaceData]:
    """The places that the painter has given a name, to choose one."""
    return services.named_places(painter(request))


@router.get("/{painting_id}", response=SittingsOut)
def sittings(request: HttpRequest, painting_id: int) -> SittingsOut:
    """When and where a painting is painted, and its schedule."""
    return services.out(desk.opened(painting_of(painter(request), painting_id)))


@router.put("/{painting_id}/settings", response=SittingsOut)
def change(request: HttpRequest, painting_id: int, given: SittingsData) -> SittingsOut:
    """Keep what the painter said; a first schedule follows at once, the best one in the background."""
    painting, _ = services.change(painter(request), painting_id, given)
    return services.out(desk.opened(painting))


@router.post("/{painting_id}/calendar", response=SittingsOut)
def bring_calendar(request: HttpRequest, painting_id: int, calendar: Annotated[UploadedFile, File()]) -> SittingsOut:
    """Keep free what a calendar file has busy."""
    services.checked_calendar(calendar.size or 0)
    painting, _ = services.keep_calendar(painter(request), painting_id, calendar.read())
    return services.out(desk.opened(painting))


@router.delete("/{painting_id}/calendar", response=SittingsOut)
def leave_calendar(request: HttpRequest, painting_id: int) -> SittingsOut:
    """Keep nothing busy any more."""
    painting, _ = services.keep_calendar(painter(request), painting_id, b"")
    return services.out(desk.opened(painting))


@router.get("/{painting_id}/calendar.ics", response=None)
def calendar_file(request: HttpRequest, painting_id: int) -> HttpResponse:
    """The sittings as iCalendar."""
    return to_save(
        services.calendar_file(painter(request), painting_id), "text/calendar; charset=utf-8", "sittings.ics"
    )


@router.get("/{painting_id}/open", response=OpenTimeOut)
def open_time(request: HttpRequest, painting_id: int, unit: Annotated[str, Query(max_length=120)]) -> OpenTimeOut:
    """How long what a unit lays can be blended, and what buys more time."""
    return services.open_time_of(painter(request), painting_id, unit)


@router.get("/{painting_id}/packing", response=PackingOut)
def packing(request: HttpRequest, painting_id: int) -> PackingOut:
    """What goes into the bag."""
    return services.packing(painter(request), painting_id)


@router.post("/{painting_id}/search", response={202: RunOut | None})
def search(request: HttpRequest, painting_id: int) -> Status[RunOut | None]:
    """Look for a better schedule than the first, in the background; a search that is under way goes on.

    None where no schedule is up to date: the painter changed something while the page asked, and it asks again with the next.
    """
    owner = painter(request)
    painting = painting_of(owner, painting_id)
    if services.up_to_date_schedule(desk.opened(painting)) is None:
        return Status(202, None)
    under_way = runs.latest(painting, "schedule") if runs.is_under_way(painting, "schedule") else None
    found = under_way or tasks.enqueue(runs.begin(owner, painting_id, "schedule"))
    return Status(202, runs.out(found))


@router.get("/{painting_id}/search", response=RunOut | None)
def search_run(request: HttpRequest, painting_id: int) -> RunOut | None:
    """How far the newest search is."""
    found = runs.latest(painting_of(painter(request), painting_id), "schedule")
    return None if found is None else runs.out(found)


@router.get("/{painting_id}/giving", response=GivingOut | None)
def giving(request: HttpRequest, painting_id: int) -> GivingOut | None:
    """The newest answer to what has to give, if there is one."""
    found = runs.latest(painting_of(painter(request), painting_id), "giving")
    return None if found is None or found.result is None else GivingOut(**found.result)


@router.get("/{painting_id}/together", response=TogetherOut | None)
def together(request: HttpRequest, painting_id: int) -> TogetherOut | None:
    """The newest schedule of this painting and another side by side, if there is one."""
    found = runs.latest(painting_of(painter(request), painting_id), "together")
    return None if found is None or found.result is None else TogetherOut(**found.result)


@router.get("/{painting_id}/studies/{kind}/run", response=RunOut | None)
def study_run(request: HttpRequest, painting_id: int, kind: StudyKind) -> RunOut | None:
    """How far the newest study of a kind is."""
    found = runs.latest(painting_of(painter(request), painting_id), kind)
    return None if found is None else runs.out(found)


@router.post("/{painting_id}/studies/{kind}", response={202: RunOut})
def study(request: HttpRequest, painting_id: int, kind: StudyKind, given: StudyIn) -> Status[RunOut]:
    """Ask what has to give, or for two paintings side by side, in the background."""
    owner = painter(request)
    asked = studies.checked(owner, painting_id, kind, given)
    return Status(202, runs.out(tasks.enqueue(runs.begin(owner, painting_id, kind, asked))))
