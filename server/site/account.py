"""A painter's account at a hosted site: password, mail, one-time codes, sessions, what happened, and leaving with everything."""

import hashlib
import logging
from datetime import datetime

from axes.handlers.proxy import AxesProxyHandler
from django.conf import settings
from django.contrib.auth import authenticate, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Router, Status

from server.records.pictures import kept_bytes
from server.school import codes, events, passwords, people, quotas, sessions
from server.school.models import Role
from server.site.schema import Schema

from .fields import Mail, Password, Word
from .owned import painter
from .problems import Conflict, NotFound

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
    """A painter's account: what it keeps and may keep (MB; None without a limit), whether logging in asks for a one-time code,
    what happened lately."""

    name: str
    joined: datetime
    mail: str
    role: Role
    kept_mb: float
    allowed_mb: int | None
    asks_for_code: bool
    sessions: list[SessionOut]
    events: list[events.EventOut]


class MailIn(Schema):
    """Where a link to a new password goes; '' for nowhere."""

    mail: Mail
    password: Password


class CodeBegun(Schema):
    """What an app for one-time codes is to be told: as letters to type and as a QR code (data URI)."""

    secret: str
    picture: str


class CodeIn(Schema):
    """A code that the app shows."""

    code: Word


class SparesOut(Schema):
    """Codes to be kept on paper; each counts once."""

    spares: list[str]


class PasswordIn(Schema):
    """The password as it is, and as it is to be."""

    old: Password
    new: Password


class LeaveIn(Schema):
    """The password once more, so that nobody deletes an account by a stray tap."""

    password: Password


def _account(request: HttpRequest) -> User:
    """Who asks, at a site with accounts."""
    if not settings.HOSTED:
        raise Conflict("This studio is on your own machine and asks for no login.", "There is no account to change.")
    found: User = painter(request)
    return found


@router.get("", response=AccountOut)
def account(request: HttpRequest) -> AccountOut:
    """The account, and where it is logged in."""
    return _out(request, _account(request))


def _out(request: HttpRequest, who: User) -> AccountOut:
    return AccountOut(
        name=who.get_username(),
        joined=who.date_joined,
        mail=who.email,
        role=people.role_of(who),
        kept_mb=kept_bytes(who) / quotas.MB,
        allowed_mb=quotas.allowance_mb(who),
        asks_for_code=codes.are_on(who),
        sessions=_sessions_out(request, who),
        events=events.told(who),
    )


@router.put("/mail", response=AccountOut)
def change_mail(request: HttpRequest, given: MailIn) -> AccountOut:
    """Say where a link to a new password goes."""
    who = _account(request)
    _checked(request, who, given.password)
    who.email = given.mail
    who.save(update_fields=["email"])
    events.note(who, "mail", request)
    return _out(request, who)


@router.post("/code", response=CodeBegun)
def begin_code(request: HttpRequest, given: LeaveIn) -> CodeBegun:
    """Begin to ask for one-time codes: what the app is to be told."""
    who = _account(request)
    _checked(request, who, given.password)
    return CodeBegun(**vars(codes.begin(who)))


@router.put("/code", response=SparesOut)
def confirm_code(request: HttpRequest, given: CodeIn) -> SparesOut:
    """Ask for codes from now on, once the app has shown one that fits; every other session ends by it."""
    who = _account(request)
    spares = codes.confirm(who, given.code)
    sessions.end(who, but=request.session.session_key)
    events.note(who, "code on", request)
    return SparesOut(spares=spares)


@router.post("/code/end", response=AccountOut)
def end_code(request: HttpRequest, given: LeaveIn) -> AccountOut:
    """Ask for one-time codes no longer."""
    who = _account(request)
    _checked(request, who, given.password)
    codes.end(who)
    events.note(who, "code off", request)
    return _out(request, who)


@router.post("/password", response=AccountOut)
def change_password(request: HttpRequest, given: PasswordIn) -> AccountOut:
    """Change the password; every other session ends by it."""
    who = _account(request)
    _checked(request, who, given.old)
    passwords.change(who, given.new, request)
    update_session_auth_hash(request, who)
    return _out(request, who)


@router.delete("/sessions/{session_id}", response=AccountOut)
def end_session(request: HttpRequest, session_id: Word) -> AccountOut:
    """End another session."""
    who = _account(request)
    found = next((one for one in sessions.of(who) if _id(one.session_key) == session_id), None)
    if found is None:
        raise NotFound("session")
    found.delete()
    return _out(request, who)


@router.post("/leave", response={204: None})
def leave(request: HttpRequest, given: LeaveIn) -> Status[None]:
    """Delete the account with everything in it, for good."""
    who = _account(request)
    _checked(request, who, given.password)
    number = who.pk
    sessions.end(who)
    logout(request)
    User.objects.get(pk=number).delete()
    log.info("painter %s left", number)
    return Status(204, None)


def _checked(request: HttpRequest, who: User, password: str) -> None:
    """The password once more; wrong ones count as those at the login do."""
    name = who.get_username()
    if not AxesProxyHandler.is_allowed(request, {"username": name}):
        raise passwords.BadPassword("Too many wrong passwords.", "Wait a quarter of an hour.")
    if authenticate(request, username=name, password=password) is None:
        events.note(who, "refused", request)
        raise passwords.BadPassword("That is not your password.", "Type it again.")


def _sessions_out(request: HttpRequest, who: User) -> list[SessionOut]:
    here = request.session.session_key
    found = [
        SessionOut(id=_id(one.session_key), began=one.get_decoded().get(BEGAN), here=one.session_key == here)
        for one in sessions.of(who)
    ]
    return sorted(found, key=lambda one: (not one.here, -(one.began.timestamp() if one.began else 0.0)))


def _id(key: str | None) -> str:
    """What a session is called on the page: its key lets anybody in and is told to nobody."""
    return hashlib.sha256((key or "").encode()).hexdigest()[:16]
