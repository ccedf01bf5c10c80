"""How the installation is: database, queue, worker and room on the disk."""

import shutil
from typing import Any

from django.conf import settings
from django.db import DatabaseError, connection
from django.utils import timezone

from . import workshop
from .models import Run

WAITS_LONG_S = 300
LEAST_ROOM_BYTES = 200_000_000


def health() -> dict[str, Any]:
    """Each part with what it measures; `ok` is whether all of it works."""
    room = shutil.disk_usage(settings.DATA).free
    parts = {
        "database": _database(),
        "worker": workshop.is_alive(),
        "queue_age_s": _queue_age_s(),
        "room_bytes": room,
    }
    waits = parts["queue_age_s"]
    ok = parts["database"] and parts["worker"] and room >= LEAST_ROOM_BYTES and (waits is None or waits < WAITS_LONG_S)
    return {"ok": bool(ok), **parts}


def _database() -> bool:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
            return cursor.fetchone() == (1,)
    except DatabaseError:
        return False


def _queue_age_s() -> int | None:
    """How long the oldest computation has waited for its turn; None where none waits, or where nobody can say."""
    try:
        oldest = Run.objects.filter(state=Run.State.WAITING).order_by("begun").values_list("begun", flat=True).first()
    except DatabaseError:
        return None
    return None if oldest is None else round((timezone.now() - oldest).total_seconds())
