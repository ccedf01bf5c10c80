"""What is deleted by itself: emptied bins, pictures that nothing mentions, ended sessions, finished tasks and runs."""

from datetime import timedelta

from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.db.models import Max
from django.utils import timezone
from django.utils.module_loading import import_string

from . import pictures, queue, reserve, workshop
from .bin import empty_old
from .models import Invitation, Run

TASKS_KEPT_FOR = timedelta(days=1)
TIDIED_TOO = ("server.archive.services.tidy", "server.school.events.forget_old", "server.school.people.forget_old")
"""Words of the work that tidy up after themselves."""

_ENDED = (Run.State.DONE, Run.State.FAILED, Run.State.CANCELLED)


def tidy() -> tuple[int, int]:
    """Tidy up for every painter; how many things went out of the bin, and how many pictures were deleted."""
    emptied = forgotten = 0
    for owner in User.objects.all():
        emptied += empty_old(owner)
        forgotten += pictures.forget_old(owner)
    pictures.sweep_files()
    workshop.sweep()
    reserve.keep_back()
    for other in TIDIED_TOO:
        import_string(other)()
    now = timezone.now()
    Session.objects.filter(expire_date__lt=now).delete()
    Invitation.objects.filter(until__lt=now).delete()
    queue.forget(now - TASKS_KEPT_FOR)
    newest = Run.objects.values("owner", "painting", "kind").annotate(newest=Max("pk")).values("newest")
    Run.objects.filter(state__in=_ENDED, heard__lt=now - TASKS_KEPT_FOR).exclude(pk__in=newest).delete()
    return emptied, forgotten
