"""Passwords: strong enough, changed, forgotten and set anew by a link."""

from datetime import timedelta

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.contrib.auth.tokens import default_token_generator
from django.core.exceptions import ValidationError
from django.db.models import Q
from django.http import HttpRequest
from django.utils.encoding import force_str
from django.utils.http import urlsafe_base64_decode, urlsafe_base64_encode

from server.site.problems import Conflict
from ypsochrom.kit.errors import YpsochromError

from . import events, sessions

ASKED_AGAIN_AFTER = timedelta(minutes=5)
"""Nobody's mail box is filled by a stranger."""

MOST_ASKED_FOR = 3


class BadPassword(YpsochromError):
    """A password that is not the painter's, or that is too weak to be one."""

    code = "site.bad_password"


def must_be_strong(password: str, who: User) -> None:
    """`BadPassword` where a password is too easily guessed."""
    try:
        validate_password(password, who)
    except ValidationError as problem:
        raise BadPassword("This password is too weak.", " ".join(problem.messages)) from problem


def change(who: User, password: str, request: HttpRequest) -> None:
    """Change somebody's password; every session but the one that asks ends by it. `BadPassword`."""
    must_be_strong(password, who)
    who.set_password(password)
    who.save(update_fields=["password"])
    sessions.end(who, but=request.session.session_key)
    events.note(who, "password", request)


def forgotten(wanted: str, request: HttpRequest) -> list[User]:
    """Who is to be sent a link, by name or mail address: nobody twice within some minutes."""
    found = Q(username=wanted) | Q(email__iexact=wanted) if "@" in wanted else Q(username=wanted)
    known = User.objects.filter(found, is_active=True).exclude(email="")[:MOST_ASKED_FOR]
    asking = [who for who in known if not events.happened(who, "forgot", within=ASKED_AGAIN_AFTER)]
    for who in asking:
        events.note(who, "forgot", request)
    return asking


def link_of(who: User) -> str:
    """The address, within the site, at which somebody sets a new password: it counts once, and not for long."""
    return f"/reset/{urlsafe_base64_encode(str(who.pk).encode())}/{default_token_generator.make_token(who)}"


def reset(number: str, token: str, password: str, request: HttpRequest) -> None:
    """Set a new password by the link; `Conflict` where that does not count any more."""
    who = _whose(number)
    if who is None or not default_token_generator.check_token(who, token):
        raise Conflict("This link is no longer valid.", "Ask for a new one: each works once, for a day.")
    change(who, password, request)


def _whose(number: str) -> User | None:
    try:
        pk = int(force_str(urlsafe_base64_decode(number)))
    except (ValueError, OverflowError):
        return None
    return User.objects.filter(pk=pk, is_active=True).first() if 0 < pk < 2**62 else None
