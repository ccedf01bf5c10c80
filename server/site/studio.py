"""Who is painting here: the local painter, or somebody who has logged in."""

import logging
from typing import Any

from axes.handlers.proxy import AxesProxyHandler
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja import Router, Status
from ninja.errors import AuthenticationError
from ninja.utils import check_csrf

from server.school import codes, events, people
from server.school.models import Role
from server.site.schema import Schema
from ypsochrom.kit.errors import YpsochromError

from .account import BEGAN
from .fields import Name, Password, Word
from .owned import painter

router = Router()
log = logging.getLogger(__name__)


class Studio(Schema):
    """The painter, whether this installation asks for a login, and what else they may do at a hosted site."""

    painter: str
    hosted: bool
    role: Role


class Login(Schema):
    """What a painter types to log in."""

    username: Name
    password: Password
    code: Word = ""


class WrongLogin(YpsochromError):
    """Name and password do not belong together."""

    code = "site.wrong_login"


class CodeWanted(YpsochromError):
    """The password is right, and a one-time code has to be shown, too."""

    code = "site.code_wanted"


class TooMany(YpsochromError):
    """Too many wrong passwords for a name from an address."""

    code = "site.too_many"


@router.get("", response=Studio)
def studio(request: HttpRequest) -> Studio:
    """Who is logged in; 401 when nobody is. Sets the CSRF cookie, which Vite's own page in `make dev` does not."""
    get_token(request)
    return studio_of(painter(request))


def studio_of(who: Any) -> Studio:
    """What the page says of who is logged in."""
    role = people.role_of(who) if settings.HOSTED else Role.PAINTER
    return Studio(painter=who.get_username(), hosted=settings.HOSTED, role=role)


@router.post("/login", response=Studio, auth=None)
def log_in(request: HttpRequest, payload: Login) -> Studio:
    """Begin a session; after the password also with a one-time code, where the painter has turned that on."""
    if check_csrf(request):
        raise AuthenticationError
    if not AxesProxyHandler.is_allowed(request, {"username": payload.username}):
        raise TooMany("Too many wrong passwords.", "Wait a quarter of an hour, or ask for a new password by mail.")
    user = authenticate(request, username=payload.username, password=payload.password)
    if user is None:
        log.warning("login refused to %s", events.address_of(request))
        known = User.objects.filter(username=payload.username).first()
        if known is not None:
            events.note(known, "refused", request)
        raise WrongLogin("Name and password do not belong together.", "Check both and try again.")
    if codes.are_on(user):
        if not payload.code:
            raise CodeWanted("Your account asks for a one-time code, too.", "Type the one that the app shows now.")
        try:
            codes.must_fit(user, payload.code)
        except codes.WrongCode:
            events.note(user, "refused", request)
            raise
    return begun(request, user)


def begun(request: HttpRequest, who: User) -> Studio:
    """A session of somebody who has shown all that is asked for."""
    login(request, who, backend="django.contrib.auth.backends.ModelBackend")
    request.session[BEGAN] = timezone.now().isoformat()
    events.note(who, "signed in", request)
    return studio_of(who)


@router.post("/logout", response={204: None})
def log_out(request: HttpRequest) -> Status[None]:
    """End the session."""
    if settings.HOSTED and request.user.is_authenticated:
        events.note(request.user, "signed out", request)
    logout(request)
    return Status(204, None)
