"""Saving and taking in archives in the background."""

from django_tasks import task

from . import services
from .models import Transfer


@task()
def carry_out(transfer_id: int) -> None:
    """Save or take in an archive."""
    services.carry_out(transfer_id)


def enqueue(transfer: Transfer) -> Transfer:
    """Let it be carried out in the background; the row as it is then."""
    carry_out.enqueue(transfer.pk)
    transfer.refresh_from_db()
    return transfer
