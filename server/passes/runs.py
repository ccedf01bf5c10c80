"""Computations in the background: begun, watched, stopped; every end is written into the run."""

import time
from collections.abc import Callable
from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from server.site.owned import one_of
from server.site.problems import Conflict
from server.subject.models import Painting
from server.subject.services import painting_of
from ypsochrom.kit.errors import Cancelled, YpsochromError
from ypsochrom.kit.progress import Progress

from .models import PlanRun
from .schemas import RunOut

REPORT_EVERY_S = 0.15
LOST_AFTER = timedelta(seconds=90)
"""A run that has not been heard of for so long has lost its workshop (the machine was stopped); it may be begun anew."""

Work = Callable[[PlanRun, Progress], dict[str, Any] | None]
_UNDER_WAY = (PlanRun.State.WAITING, PlanRun.State.RUNNING)


@transaction.atomic
def begin(owner: Any, painting_id: int, kind: str = "plan", asked: dict[str, Any] | None = None) -> PlanRun:
    """A new run for a painting that has none of its kind under way."""
    painting = painting_of(owner, painting_id)
    if is_under_way(painting, kind):
        raise Conflict("This painting is being planned already.", "Wait for it to end, or stop it first.")
    return PlanRun.objects.create(owner=owner, painting=painting, kind=kind, asked=asked or {})


def is_under_way(painting: Painting, kind: str = "plan") -> bool:
    """Whether a run of a kind waits or runs."""
    newest = latest(painting, kind)
    return newest is not None and newest.state in _UNDER_WAY


def latest(painting: Painting, kind: str = "plan") -> PlanRun | None:
    """The newest run of a kind; one that has lost its workshop is marked as failed."""
    run = PlanRun.objects.of(painting.owner).filter(painting=painting, kind=kind).order_by("-id").first()
    if run and run.state == PlanRun.State.RUNNING and timezone.now() - run.heard > LOST_AFTER:
        run.state = PlanRun.State.FAILED
        run.message, run.hint = "The computation was interrupted.", "Start it again; nothing is lost."
        run.save()
    return run


@transaction.atomic
def cancel(owner: Any, run_id: int) -> PlanRun:
    """Ask a run to stop; one that still waits ends at once."""
    run = one_of(PlanRun, owner, "computation", pk=run_id)
    run.cancel = True
    if run.state == PlanRun.State.WAITING:
        run.state = PlanRun.State.CANCELLED
    run.save()
    return run


def carry_out(run_id: int, work: Work) -> None:
    """Do the work of a run; called by the background task."""
    run = PlanRun.objects.select_related("painting", "painting__owner").get(pk=run_id)
    if run.state != PlanRun.State.WAITING:
        return
    _note(run, state=PlanRun.State.RUNNING, doing="beginning")
    try:
        result = work(run, _reporter(run))
    except Cancelled:
        _note(run, state=PlanRun.State.CANCELLED)
    except YpsochromError as error:
        _note(run, state=PlanRun.State.FAILED, message=error.message, hint=error.hint)
    except Exception:
        _note(
            run,
            state=PlanRun.State.FAILED,
            message="The computation failed for a reason that is not yours.",
            hint="Start it again; if it fails again, tell whoever looks after this installation.",
        )
        raise
    else:
        _note(run, state=PlanRun.State.DONE, share=1.0, doing="done", result=result)


def _note(run: PlanRun, **facts: Any) -> None:
    PlanRun.objects.filter(pk=run.pk).update(**facts, heard=timezone.now())


def _reporter(run: PlanRun) -> Progress:
    """Writes progress into the run a few times a second, and raises `Cancelled` when the painter asked to stop."""
    last = 0.0

    def report(share: float, doing: str) -> None:
        nonlocal last
        now = time.monotonic()
        if now - last >= REPORT_EVERY_S:
            last = now
            if PlanRun.objects.filter(pk=run.pk, cancel=True).exists():
                raise Cancelled
            _note(run, share=share, doing=doing)

    return report


def out(run: PlanRun) -> RunOut:
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
