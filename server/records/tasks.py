"""Background work, through Django's tasks interface; which queue carries it is a setting."""

from django.utils import timezone
from django.utils.module_loading import import_string
from django_tasks import task

from . import queue, runs
from .models import Run

WORK = {
    "plan": "server.work.planning.plan",
    "palette": "server.mixes.choice.work",
    "schools": "server.passes.studies.work",
    "grounds": "server.passes.studies.work",
    "what-if": "server.passes.studies.work",
    "schedule": "server.work.planning.search",
    "giving": "server.sittings.studies.work",
    "together": "server.sittings.studies.work",
    "check": "server.checks.services.measure",
    "save": "server.archive.services.save",
    "load": "server.archive.services.load",
}
"""Where the work of every kind of run is done."""

AFTER = {"check": "server.checks.services.measure_what_came_late"}
"""What is called once a run has ended: for kinds whose work may come in while one ends."""


@task()
def carry_out(run_id: int) -> None:
    """Carry out a run of any kind."""
    kind = Run.objects.values_list("kind", flat=True).get(pk=run_id)
    runs.carry_out(run_id, import_string(WORK[kind]))
    if kind in AFTER:
        import_string(AFTER[kind])(Run.objects.select_related("painting", "painting__owner").get(pk=run_id))


def enqueue(run: Run) -> Run:
    """Let a run be carried out in the background; the run as it is then.

    Whoever has several computations waiting comes with the second after everybody's first, with the third after everybody's
    second: one painter with thirty plans holds up nobody.
    """
    queue.in_turn(carry_out, max(runs.under_way(run.owner_id) - 1, 0)).enqueue(run.pk)
    run.refresh_from_db()
    return run


def take_up_lost() -> None:
    """Let runs whose worker ended be carried out once more, and end those for which that has been done; called by a worker.

    A run that waits while the queue is empty was begun by a request that ended before it could queue it.
    """
    for run in Run.objects.filter(state=Run.State.RUNNING):
        if runs.is_lost(run):
            again = run.starts < runs.MOST_STARTS
            if not again:
                runs.as_seen(run)
            else:
                run.state, run.doing, run.worker = Run.State.WAITING, "taken up again after an interruption", ""
            if Run.objects.filter(pk=run.pk, state=Run.State.RUNNING, heard=run.heard).exists():
                run.save()
                if again:
                    carry_out.enqueue(run.pk)
    if queue.is_empty():
        for pk in runs.waiting_unheard():
            Run.objects.filter(pk=pk).update(heard=timezone.now())
            carry_out.enqueue(pk)
