"""On loopback the studio opens without a login, as the local painter; every answer of the API is JSON and kept by nobody."""

import logging
from collections.abc import Callable
from ipaddress import ip_address

from django.conf import settings
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.middleware.gzip import GZipMiddleware

from server.records import reserve

from .failures import problem_of, words_of
from .logs import route_of
from .problems import Problem
from .tablets import COOKIE, painter_of

LOCAL_PAINTER = "local painter"

log = logging.getLogger(__name__)

Answer = Callable[[HttpRequest], HttpResponse]


def local_painter() -> User:
    """The one painter of an installation on loopback; has no password and cannot log in on a hosted site.

    Made with the database (`apps`), so that the first request finds it.
    """
    found = User.objects.filter(username=LOCAL_PAINTER).first()
    if found is not None:
        return found
    user, made = User.objects.get_or_create(username=LOCAL_PAINTER)
    if made:
        user.set_unusable_password()
        user.save(update_fields=["password"])
    return user


def _is_loopback(address: str) -> bool:
    try:
        return ip_address(address).is_loopback
    except ValueError:
        return False


class LocalStudioMiddleware:
    """Makes every request from loopback the local painter's, unless the site is hosted; at the door those of their tablets."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if settings.DOOR:
            request.get_host()
            known = painter_of(request.COOKIES.get(COOKIE))
            if known is not None:
                request.user = known
        elif not settings.HOSTED and _is_loopback(request.META.get("REMOTE_ADDR", "")):
            request.get_host()  # refuses a foreign host name, so that a page elsewhere cannot reach in by its own DNS
            request.user = local_painter()
        return self.get_response(request)


class ApiMiddleware:
    """Under /api/ every refusal is a `Problem` in JSON, whoever refuses; its answers are kept by no cache but the page's own."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        request.get_host()  # 400 where it is no name of this site, also for what never asks for it
        response = self.get_response(request)
        if response.status_code == 507 and request.method == "DELETE" and reserve.give_up():
            response = self.get_response(request)
        response.setdefault("Cross-Origin-Resource-Policy", "same-origin")
        if not request.path.startswith("/api/"):
            return response
        if response.status_code >= 400 and not response.headers.get("Content-Type", "").startswith("application/json"):
            response = _told(response.status_code, words_of(response.status_code), response)
        response.setdefault("Cache-Control", "no-store")
        return response

    def process_exception(self, request: HttpRequest, problem: Exception) -> HttpResponse | None:
        """What no handler of the API has taken: a full disk, a body that is too large, a fault of ours."""
        if not request.path.startswith("/api/"):
            return None
        status, words = problem_of(problem)
        if status == 500:
            log.exception("%s %s failed", request.method, route_of(request))
        return _told(status, words)


def _told(status: int, words: Problem, refused: HttpResponse | None = None) -> HttpResponse:
    response = JsonResponse(words.model_dump(), status=status)
    if refused is not None and "Allow" in refused.headers:
        response["Allow"] = refused.headers["Allow"]
    return response


class TextGZipMiddleware(GZipMiddleware):
    """Compresses what is not compressed already: pictures and PDF would only take time."""

    def process_response(self, request: HttpRequest, response: HttpResponse) -> HttpResponse:  # type: ignore[override]
        """Leave pictures and PDF as they are."""
        kind = response.headers.get("Content-Type", "")
        if (kind.startswith("image/") and "svg" not in kind) or kind == "application/pdf":
            return response
        return super().process_response(request, response)  # type: ignore[return-value]
