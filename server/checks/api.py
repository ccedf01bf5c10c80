"""HTTP of checks: photos of the painting, what was measured in them, what the painter says of them, offers taken."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import File, Query, Router, Status
from ninja.files import UploadedFile

from server.records import runs
from server.records.history import painting_of
from server.records.schemas import RunOut
from server.site.files import to_save, uploaded
from server.site.owned import painter

from . import services, shown
from .schemas import AskedIn, CheckOut, ChecksOut

router = Router()
Number = Annotated[int, Query(ge=0, le=40)]


@router.get("/{painting_id}", response=ChecksOut)
def checks(request: HttpRequest, painting_id: int) -> ChecksOut:
    """All checks of a painting, and what a new one would be held against."""
    return shown.listed(painter(request), painting_id)


@router.get("/{painting_id}/run", response=RunOut | None)
def check_run(request: HttpRequest, painting_id: int) -> RunOut | None:
    """How far the newest measuring is."""
    found = runs.latest(painting_of(painter(request), painting_id), services.KIND)
    return None if found is None else runs.out(found)


@router.get("/{painting_id}/measured.jsonl", response=None)
def measured(request: HttpRequest, painting_id: int) -> HttpResponse:
    """Every area that was measured as JSON lines."""
    return to_save(services.measured_lines(painter(request), painting_id), "application/jsonl", "measured.jsonl")


@router.get("/{painting_id}/{int:check_id}", response=CheckOut)
def check(request: HttpRequest, painting_id: int, check_id: int) -> CheckOut:
    """A check in full."""
    return shown.out(painter(request), painting_id, check_id)


@router.post("/{painting_id}/photos", response={202: CheckOut})
def add(
    request: HttpRequest, painting_id: int, number: Number, photo: Annotated[UploadedFile, File()]
) -> Status[CheckOut]:
    """Keep a photo of the painting after a pass (0: the drawing) and measure it in the background."""
    owner = painter(request)
    row = services.add(owner, painting_id, number, uploaded(photo))
    return Status(202, shown.out(owner, painting_id, row.pk))


@router.post("/{painting_id}/simulated", response={202: CheckOut})
def simulated(
    request: HttpRequest, painting_id: int, number: Number, seed: Annotated[int, Query(ge=0, le=10**6)]
) -> Status[CheckOut]:
    """Take a photo with the simulated camera, of the stage as a hand paints it on a usual day."""
    owner = painter(request)
    row = services.simulated(owner, painting_id, number, seed)
    return Status(202, shown.out(owner, painting_id, row.pk))


@router.put("/{painting_id}/{int:check_id}", response={202: CheckOut})
def ask(request: HttpRequest, painting_id: int, check_id: int, given: AskedIn) -> Status[CheckOut]:
    """Keep what the painter says of a photo, and measure it anew."""
    owner = painter(request)
    services.ask(owner, painting_id, check_id, given)
    return Status(202, shown.out(owner, painting_id, check_id))


@router.post("/{painting_id}/{int:check_id}/second", response={202: CheckOut})
def add_second(
    request: HttpRequest, painting_id: int, check_id: int, photo: Annotated[UploadedFile, File()]
) -> Status[CheckOut]:
    """Join a second photo, from another side, for where the first mirrors a light."""
    owner = painter(request)
    services.add_second(owner, painting_id, check_id, uploaded(photo))
    return Status(202, shown.out(owner, painting_id, check_id))


@router.post("/{painting_id}/{int:check_id}/offers/{int:place}", response=CheckOut)
def take_offer(request: HttpRequest, painting_id: int, check_id: int, place: int) -> CheckOut:
    """Let a unit still to come follow what came out otherwise; it can be undone."""
    owner = painter(request)
    services.take_offer(owner, painting_id, check_id, place)
    return shown.out(owner, painting_id, check_id)


@router.delete("/{painting_id}/{int:check_id}", response={204: None})
def remove(request: HttpRequest, painting_id: int, check_id: int) -> Status[None]:
    """Remove a check with its photo."""
    services.remove(painter(request), painting_id, check_id)
    return Status(204, None)
