"""The bin: paintings, tubes and checks that were removed can be had back for thirty days, with everything that hung on them."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

from django.apps import apps
from django.db import transaction
from django.utils import timezone

from server.site.owned import one_of, one_of_rows

from .history import KEPT_FOR, shelf_change
from .models import Painting

What = Literal["painting", "tube", "check"]


@dataclass(frozen=True)
class InBin:
    """One thing in the bin, and until when it stays there."""

    what: What
    id: int
    title: str
    removed: datetime
    until: datetime


@transaction.atomic
def remove_painting(owner: Any, painting_id: int) -> None:
    """Put a painting into the bin, with its plan, its history and its pictures."""
    painting = one_of(Painting, owner, "painting", pk=painting_id, removed=None)
    painting.removed = timezone.now()
    painting.save(update_fields=["removed"])


def listed(owner: Any) -> list[InBin]:
    """What is in the bin, the newest first."""
    since = timezone.now() - KEPT_FOR
    found = [
        InBin("painting", one.pk, one.title, one.removed, one.removed + KEPT_FOR)
        for one in Painting.objects.of(owner).filter(removed__gt=since)
        if one.removed is not None
    ]
    others: tuple[tuple[What, Any], ...] = (("tube", _tubes()), ("check", _checks().filter(painting__removed=None)))
    found += [
        InBin(what, one.pk, one.title, one.removed, one.removed + KEPT_FOR)
        for what, rows in others
        for one in rows.filter(owner=owner, removed__gt=since)
    ]
    return sorted(found, key=lambda one: one.removed, reverse=True)


@transaction.atomic
def restore(owner: Any, what: What, number: int) -> None:
    """Take something out of the bin."""
    if what == "painting":
        painting = one_of(Painting, owner, "painting", pk=number, removed__isnull=False)
        painting.removed = None
        painting.save(update_fields=["removed"])
        return
    if what == "check":
        check = one_of_rows(_checks(), owner, "check", pk=number, removed__isnull=False)
        check.removed = None
        check.save(update_fields=["removed"])
        return
    with shelf_change(owner, "Took a tube back out of the bin"):
        tube = one_of(_tubes().model, owner, "tube", pk=number, removed__isnull=False)
        tube.removed = None
        tube.save(update_fields=["removed"])


@transaction.atomic
def empty_old(owner: Any) -> int:
    """Delete for good what has been in the bin for thirty days, and changes older than that beyond the newest; how many
    things."""
    before = timezone.now() - KEPT_FOR
    gone, _ = Painting.objects.of(owner).filter(removed__lte=before).delete()
    tubes, _ = _tubes().filter(owner=owner, removed__lte=before).delete()
    checks, _ = _checks().filter(owner=owner, removed__lte=before).delete()
    return gone + tubes + checks


def _checks() -> Any:
    return apps.get_model("checks", "CheckRow").with_removed.select_related("painting")


def _tubes() -> Any:
    return apps.get_model("materials", "TubeRow").objects
