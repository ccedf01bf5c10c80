"""A painter's account at a hosted site: the password changed, sessions seen and ended, the account deleted with everything."""

import hashlib
import logging
from collections.abc import Iterator
from datetime import datetime

from django.conf import settings
from django.contrib.auth import logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status

from server.site.schema import Schema
from ypsochrom.kit.errors import YpsochromError

from .fields import Password, Word
from .owned import painter
from .problems import PROBLEMS, Conflict, NotFound

router = Router()
log = logging.getLogger(__name__)

BEGAN = "began"
"""Where a session keeps when it was begun."""


class SessionOut(Schema):
    """A browser that is logged in; `began` is None for one of an earlier version, `here` for the one that asks."""

    id: str
    began: datetime | None
    here: bool


class AccountOut(Schema):
    """A painter's account."""

    name: str
    joined: datetime
    sessions: list[SessionOut]


class PasswordIn(Schema):
    """The password as it is, and as it is to be."""

    old: Password
    new: Password


class LeaveIn(Schema):
    """The password once more, so that nobody deletes an account by a stray tap."""

    password: Password


class BadPassword(YpsochromError):
    """A password that is not the painter's, or that is too weak to be one."""

    code = "site.bad_password"


def _account(request: HttpRequest) -> User:
    """Who asks, at a site with accounts."""
    if not settings.HOSTED:
        raise Conflict("This studio is on your own machine and asks for no login.", "There is no account to change.")
    found: User = painter(request)
    return found


@router.get("", response={200: AccountOut, **PROBLEMS})
def account(request: HttpRequest) -> AccountOut:
    """The account, and where it is logged in."""
    who = _account(request)
    return AccountOut(name=who.get_username(), joined=who.date_joined, sessions=_sessions_out(request, who))


@router.post("/password", response={200: AccountOut, **PROBLEMS})
def change_password(request: HttpRequest, given: PasswordIn) -> AccountOut:
    """Change the password; every other session ends by it."""
    who = _account(request)
    _checked(who, given.old)
    try:
        validate_password(given.new, who)
    except ValidationError as problem:
        raise BadPassword("This password is too weak.", " ".join(problem.messages)) from problem
    who.set_password(given.new)
    who.save(update_fields=["password"])
    for session, _ in _sessions(who):
        if session.session_key != request.session.session_key:
            session.delete()
    update_session_auth_hash(request, who)
    log.info("password of painter %s changed", who.pk)
    return AccountOut(name=who.get_username(), joined=who.date_joined, sessions=_sessions_out(request, who))


@router.delete("/sessions/{session_id}", response={200: AccountOut, **PROBLEMS})
def end_session(request: HttpRequest, session_id: Word) -> AccountOut:
    """End another session."""
    who = _account(request)
    found = next((one for one, _ in _sessions(who) if _id(one.session_key) == session_id), None)
    if found is None:
        raise NotFound("session")
    found.delete()
    return AccountOut(name=who.get_username(), joined=who.date_joined, sessions=_sessions_out(request, who))


@router.post("/leave", response={204: None, **PROBLEMS})
def leave(request: HttpRequest, given: LeaveIn) -> Status[None]:
    """Delete the account with everything in it, for good."""
    who = _account(request)
    _checked(who, given.password)
    number = who.pk
    for session, _ in _sessions(who):
        session.delete()
    logout(request)
    User.objects.get(pk=number).delete()
    log.info("painter %s left", number)
    return Status(204, None)


def _checked(who: User, password: str) -> None:
    if not who.check_password(password):
        log.warning("wrong password of painter %s", who.pk)
        raise BadPassword("That is not your password.", "Type it again.")


def _sessions(who: User) -> Iterator[tuple[Session, dict[str, object]]]:
    for one in Session.objects.filter(expire_date__gt=timezone.now()):
        told = one.get_decoded()
        if told.get("_auth_user_id") == str(who.pk):
            yield one, told


def _sessions_out(request: HttpRequest, who: User) -> list[SessionOut]:
    here = request.session.session_key
    found = [
        SessionOut(id=_id(one.session_key), began=told.get(BEGAN), here=one.session_key == here)  # type: ignore[arg-type]
        for one, told in _sessions(who)
    ]
    return sorted(found, key=lambda one: (not one.here, -(one.began.timestamp() if one.began else 0.0)))


def _id(key: str | None) -> str:
    """What a session is called on the page: its key lets anybody in and is told to nobody."""
    return hashlib.sha256((key or "").encode()).hexdigest()[:16]
