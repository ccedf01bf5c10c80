"""HTTP of the work on paintings: how it stands, bringing it up to date, its histories, and the bin."""

from typing import Literal

from django.http import HttpRequest
from ninja import Router, Status

from server.records import bin as bins
from server.records import history, runs, tasks
from server.records.schemas import BinOut, HistoryOut, RunOut, TurnedOut
from server.site.owned import painter

from . import desk, states
from .schemas import StandingOut

router = Router()
Way = Literal["undo", "redo"]


def _out(found: history.History) -> HistoryOut:
    return HistoryOut(undo=found.undo, redo=found.redo, depth=found.depth)


@router.post("/runs/{run_id}/cancel", response=RunOut)
def cancel(request: HttpRequest, run_id: int) -> RunOut:
    """Stop a computation."""
    return runs.out(runs.cancel(painter(request), run_id))


@router.get("/history/shelf", response=HistoryOut)
def of_shelf(request: HttpRequest) -> HistoryOut:
    """What can be undone on the shelf."""
    return _out(history.history_of(painter(request), None))


@router.post("/history/shelf/{way}", response=TurnedOut)
def turn_shelf(request: HttpRequest, way: Way) -> TurnedOut:
    """Undo the newest change of the shelf, or do again what was undone last."""
    owner = painter(request)
    label = (history.undo if way == "undo" else history.redo)(owner, None)
    return TurnedOut(label=label, **dict(_out(history.history_of(owner, None))))


@router.get("/history/paintings/{painting_id}", response=HistoryOut)
def of_painting(request: HttpRequest, painting_id: int) -> HistoryOut:
    """What can be undone in a painting."""
    owner = painter(request)
    return _out(history.history_of(owner, history.painting_of(owner, painting_id)))


@router.post("/history/paintings/{painting_id}/{way}", response=TurnedOut)
def turn_painting(request: HttpRequest, painting_id: int, way: Way) -> TurnedOut:
    """Undo the newest change of a painting, or do again what was undone last."""
    owner = painter(request)
    painting, label = desk.turned(owner, painting_id, way)
    return TurnedOut(label=label, **dict(_out(history.history_of(owner, painting))))


@router.get("/bin", response=list[BinOut])
def in_bin(request: HttpRequest) -> list[BinOut]:
    """What was removed in the last thirty days."""
    return [BinOut(**vars(one)) for one in bins.listed(painter(request))]


@router.post("/bin/{what}/{number}", response={204: None})
def restore(request: HttpRequest, what: bins.What, number: int) -> Status[None]:
    """Take something out of the bin."""
    bins.restore(painter(request), what, number)
    return Status(204, None)


@router.get("/{painting_id}", response=StandingOut)
def standing(request: HttpRequest, painting_id: int) -> StandingOut:
    """How the work on a painting stands, and the newest computation."""
    return states.of_painting(history.painting_of(painter(request), painting_id))


@router.post("/{painting_id}/renew", response={204: None})
def renew(request: HttpRequest, painting_id: int) -> Status[None]:
    """Make anew what an earlier version of the application kept of a painting's pictures, where this one cannot read it."""
    desk.renew(history.painting_of(painter(request), painting_id))
    return Status(204, None)


@router.post("/{painting_id}/plan", response={202: RunOut})
def plan(request: HttpRequest, painting_id: int) -> Status[RunOut]:
    """Bring everything up to date, in the background."""
    run = runs.begin(painter(request), painting_id)
    return Status(202, runs.out(tasks.enqueue(run)))
