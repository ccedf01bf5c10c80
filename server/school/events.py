"""What happened to accounts, for those who have them and for who looks after the site: kept for a year, logged without names."""

import logging
from datetime import datetime, timedelta
from ipaddress import ip_address
from typing import Any

from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone

from server.site.schema import Schema

from .models import Event

KEPT_FOR = timedelta(days=365)
MOST_SHOWN = 100

WORDS = {
    "signed in": "Logged in",
    "refused": "A wrong password, or a wrong code",
    "signed out": "Logged out",
    "joined": "Joined",
    "password": "Changed the password",
    "forgot": "Asked for a new password by mail",
    "mail": "Changed the mail address",
    "code on": "One-time codes turned on",
    "code off": "One-time codes turned off",
    "invited": "Invited somebody",
    "role": "Given another role",
    "locked": "Locked out",
    "unlocked": "Let in again",
    "shared": "Showed a painting",
    "unshared": "Showed a painting no longer",
}
"""Every kind of event, in words."""

log = logging.getLogger(__name__)


class EventOut(Schema):
    """An event; `who` it is about, `address` from where."""

    at: datetime
    who: str
    words: str
    address: str


def address_of(request: HttpRequest) -> str:
    """Where a request comes from ('': unknown); on a hosted site as the proxy says, which lets nobody else say it."""
    given = request.headers.get("X-Real-IP", "") if settings.HOSTED else ""
    try:
        return str(ip_address(given or request.META.get("REMOTE_ADDR", "")))
    except ValueError:
        return ""


def note(who: Any, kind: str, request: HttpRequest | None = None, words: str = "") -> None:
    """Keep that something happened; `words` say what in particular, without secrets."""
    address = "" if request is None else address_of(request)
    Event.objects.create(owner=who, kind=kind, address=address, words=words[:200])
    log.info("painter %s: %s (%s)", who.pk, kind, address)


def happened(who: Any, kind: str, within: timedelta) -> bool:
    """Whether something has happened to somebody lately."""
    return Event.objects.filter(owner=who, kind=kind, at__gt=timezone.now() - within).exists()


def told(who: Any = None) -> list[EventOut]:
    """The newest events of somebody, or of everybody."""
    rows = Event.objects.select_related("owner")
    rows = rows if who is None else rows.filter(owner=who)
    return [
        EventOut(
            at=row.at,
            who=row.owner.get_username(),
            words=WORDS.get(row.kind, row.kind) + (f": {row.words}" if row.words else ""),
            address=row.address,
        )
        for row in rows[:MOST_SHOWN]
    ]


def forget_old() -> None:
    """Delete what happened long ago."""
    Event.objects.filter(at__lt=timezone.now() - KEPT_FOR).delete()
