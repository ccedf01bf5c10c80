"""Where somebody is logged in, and an end to it."""

from typing import Any

from django.contrib.sessions.models import Session
from django.utils import timezone


def of(who: Any) -> list[Session]:
    """Somebody's sessions that have not ended."""
    live = Session.objects.filter(expire_date__gt=timezone.now())
    return [one for one in live if one.get_decoded().get("_auth_user_id") == str(who.pk)]


def end(who: Any, *, but: str | None = None) -> None:
    """Log somebody out everywhere, but for one session (its key)."""
    for session in of(who):
        if session.session_key != but:
            session.delete()
