"""Computations in the background: begun, watched, stopped; every end is written into the run.

A run waits until a worker takes it up. When its worker ends without a word it is taken up once more by the next; when that ends
too, or when no worker lives, the painter is told. Looking at a run changes nothing.
"""

import time
from collections.abc import Callable, Collection
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from server.school import quotas
from server.site.owned import one_of
from server.site.problems import Conflict
from ypsochrom.kit.errors import Cancelled, YpsochromError
from ypsochrom.kit.progress import Progress

from . import workshop
from .history import painting_of
from .models import Painting, Run
from .schemas import RunOut

REPORT_EVERY_S = 0.15
LOST_AFTER = timedelta(seconds=90)
"""A run under way of which nothing has been heard for so long stands still, even when its worker lives."""

WAITS_FOR_A_WORKER = timedelta(seconds=30)
_ROOM_FOR_DOING = 80
MOST_STARTS = 2
MOST_ROUNDS = 5

Work = Callable[[Run, Progress], dict[str, Any] | None]
_UNDER_WAY = (Run.State.WAITING, Run.State.RUNNING)


@transaction.atomic
def begin(owner: Any, painting_id: int, kind: str = "plan", asked: dict[str, Any] | None = None) -> Run:
    """A new run for a painting that has none of its kind under way."""
    painting = painting_of(owner, painting_id)
    return _begun(latest(painting, kind), "This painting is being planned already.", owner, painting, kind, asked)


@transaction.atomic
def begin_for_studio(owner: Any, kind: str, kinds: Collection[str], asked: dict[str, Any]) -> Run:
    """A new run of the whole studio, which has none of these kinds under way."""
    return _begun(latest_of_studio(owner, kinds), "The studio is being worked on already.", owner, None, kind, asked)


def _begun(
    newest: Run | None, busy: str, owner: Any, painting: Painting | None, kind: str, asked: dict[str, Any] | None
) -> Run:
    if newest is not None and newest.state in _UNDER_WAY:
        raise Conflict(busy, "Wait for it to end, or stop it first.")
    if newest is not None and newest.state == Run.State.FAILED:  # one that was lost ends with this
        lost = Run.objects.filter(pk=newest.pk, state__in=_UNDER_WAY)
        lost.update(state=newest.state, message=newest.message, hint=newest.hint)
    quotas.must_wait_its_turn(under_way(owner))
    return Run.objects.create(owner=owner, painting=painting, kind=kind, asked=asked or {})


def under_way(owner: Any) -> int:
    """How many of an owner's computations wait or run."""
    return Run.objects.filter(owner=owner, state__in=_UNDER_WAY).count()


def is_under_way(painting: Painting, kind: str = "plan") -> bool:
    """Whether a run of a kind waits or runs."""
    newest = latest(painting, kind)
    return newest is not None and newest.state in _UNDER_WAY


def latest(painting: Painting, kind: str = "plan") -> Run | None:
    """The newest run of a kind, as it is to be seen: one that was lost says so."""
    run = Run.objects.of(painting.owner).filter(painting=painting, kind=kind).order_by("-id").first()
    return None if run is None else as_seen(run)


def latest_of_studio(owner: Any, kinds: Collection[str]) -> Run | None:
    """The newest run of the whole studio of some kinds, as it is to be seen."""
    run = Run.objects.of(owner).filter(painting=None, kind__in=kinds).order_by("-id").first()
    return None if run is None else as_seen(run)


def as_seen(run: Run) -> Run:
    """The run (not saved) with what has become of it where its worker could not write it down."""
    if run.state == Run.State.WAITING and _silent(run, WAITS_FOR_A_WORKER) and not workshop.is_alive():
        run.state = Run.State.FAILED
        run.message = "Nobody works this out: the background worker is not running."
        run.hint = "Start the studio again, or tell whoever looks after this installation; then try again."
    elif is_lost(run):
        if run.starts < MOST_STARTS and workshop.is_alive():
            run.state, run.doing = Run.State.WAITING, "taken up again after an interruption"
        else:
            run.state = Run.State.FAILED
            run.message, run.hint = "The computation was interrupted.", "Start it again; nothing is lost."
    return run


def is_lost(run: Run) -> bool:
    """Whether a run counts as running, but its worker has ended or stands still."""
    if run.state != Run.State.RUNNING:
        return False
    return _silent(run, LOST_AFTER) or (run.worker != "" and not workshop.is_alive(run.worker))


def _silent(run: Run, since: timedelta) -> bool:
    """Whether nothing was heard of a run for so long; what was heard in the future was heard before the clock was put back."""
    return abs(timezone.now() - run.heard) > since


def waiting_unheard() -> list[int]:
    """The runs (numbers) that wait and of which nothing was heard since a worker would have taken them up."""
    return [run.pk for run in Run.objects.filter(state=Run.State.WAITING) if _silent(run, WAITS_FOR_A_WORKER)]


@transaction.atomic
def cancel(owner: Any, run_id: int) -> Run:
    """Ask a run to stop; one that still waits, or was lost, ends at once."""
    run = one_of(Run, owner, "computation", pk=run_id)
    run.cancel, noted = True, ["cancel"]
    if run.state == Run.State.WAITING or is_lost(run):
        run.state = Run.State.CANCELLED
        noted.append("state")
    run.save(update_fields=noted)  # what a worker notes meanwhile stands
    return run


def carry_out(run_id: int, work: Work) -> None:
    """Do the work of a run; called by the background task.

    When the painter changes the painting meanwhile the work is done once more, so that the newest choice is what is kept.
    """
    run = Run.objects.select_related("owner", "painting", "painting__owner").get(pk=run_id)
    if run.state != Run.State.WAITING:
        return
    run.starts += 1
    _note(run, state=Run.State.RUNNING, doing="beginning", worker=workshop.me(), starts=run.starts)
    try:
        for _ in range(MOST_ROUNDS):
            result = work(run, _reporter(run))
            if _ended(run, result):
                return
            run.of.refresh_from_db()
        _note(run, state=Run.State.DONE, share=1.0, doing="done", result=result)
    except Cancelled:
        _note(run, state=Run.State.CANCELLED)
    except YpsochromError as error:
        _note(run, state=Run.State.FAILED, message=error.message, hint=error.hint)
    except Exception:
        _note(
            run,
            state=Run.State.FAILED,
            message="The computation failed for a reason that is not yours.",
            hint="Start it again; if it fails again, tell whoever looks after this installation.",
        )
        raise


@transaction.atomic
def _ended(run: Run, result: dict[str, Any] | None) -> bool:
    """Note the end of a run, unless its painting was changed meanwhile.

    Both in one transaction: whoever changes the painting sees either a run that will look again, or one that has ended.
    """
    if (
        run.painting is not None
        and Painting.objects.filter(pk=run.painting_id).exclude(revision=run.painting.revision).exists()
    ):
        return False
    _note(run, state=Run.State.DONE, share=1.0, doing="done", result=result)
    return True


def _note(run: Run, **facts: Any) -> None:
    Run.objects.filter(pk=run.pk).update(**facts, heard=timezone.now())


def _reporter(run: Run) -> Progress:
    """Writes progress into the run a few times a second and when other work begins; raises `Cancelled` when asked to stop."""
    last, at_work = 0.0, ""

    def report(share: float, doing: str) -> None:
        nonlocal last, at_work
        now = time.monotonic()
        if doing != at_work or now - last >= REPORT_EVERY_S:
            last, at_work = now, doing
            if Run.objects.filter(pk=run.pk, cancel=True).exists():
                raise Cancelled
            _note(run, share=share, doing=doing[:_ROOM_FOR_DOING])

    return report


def out(run: Run) -> RunOut:
    """A run for the page."""
    return RunOut(
        id=run.pk,
        kind=run.kind,
        state=run.state,  # type: ignore[arg-type]
        share=run.share,
        doing=run.doing,
        message=run.message,
        hint=run.hint,
        result=run.result,
    )
