"""Background tasks, through Django's tasks interface; which queue carries them is a setting."""

from django_tasks import task

from . import services


@task()
def plan_painting(run_id: int) -> None:
    """Carry out a plan run."""
    services.carry_out(run_id)
