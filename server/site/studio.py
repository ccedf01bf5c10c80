"""Who is painting here: the local painter, or somebody who has logged in."""

import logging

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja import Router, Status
from ninja.errors import AuthenticationError
from ninja.utils import check_csrf

from server.site.schema import Schema
from ypsochrom.kit.errors import YpsochromError

from .account import BEGAN
from .fields import Name, Password
from .owned import painter
from .problems import PROBLEMS

router = Router()
log = logging.getLogger(__name__)


class Studio(Schema):
    """The painter and whether this installation asks for a login."""

    painter: str
    hosted: bool


class Login(Schema):
    """What a painter types to log in."""

    username: Name
    password: Password


class WrongLogin(YpsochromError):
    """Name and password do not belong together."""

    code = "site.wrong_login"


@router.get("", response={200: Studio, **PROBLEMS})
def studio(request: HttpRequest) -> Studio:
    """Who is logged in; 401 when nobody is. Sets the CSRF cookie, which Vite's own page in `make dev` does not."""
    get_token(request)
    return Studio(painter=painter(request).get_username(), hosted=settings.HOSTED)


@router.post("/login", response={200: Studio, **PROBLEMS}, auth=None)
def log_in(request: HttpRequest, payload: Login) -> Studio:
    """Begin a session."""
    if check_csrf(request):
        raise AuthenticationError
    user = authenticate(request, username=payload.username, password=payload.password)
    if user is None:
        log.warning("login refused to %s", request.META.get("REMOTE_ADDR", ""))
        raise WrongLogin("Name and password do not belong together.", "Check both and try again.")
    login(request, user)
    request.session[BEGAN] = timezone.now().isoformat()
    log.info("painter %s logged in", user.pk)
    return Studio(painter=user.get_username(), hosted=settings.HOSTED)


@router.post("/logout", response={204: None, **PROBLEMS})
def log_out(request: HttpRequest) -> Status[None]:
    """End the session."""
    logout(request)
    return Status(204, None)
