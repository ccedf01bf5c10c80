"""Background tasks, through Django's tasks interface; which queue carries them is a setting."""

from typing import Any

from django_tasks import task

from ypsochrom.kit.progress import Progress

from . import runs, services, studies
from .models import PlanRun


@task()
def plan_painting(run_id: int) -> None:
    """Carry out a plan run."""
    runs.carry_out(run_id, _plan)


@task()
def study_painting(run_id: int) -> None:
    """Carry out a study of a plan."""
    runs.carry_out(run_id, studies.work)


def _plan(run: PlanRun, progress: Progress) -> dict[str, Any] | None:
    services.compute(run.painting, progress)
    return None
