"""On loopback the studio opens without a login, as the local painter."""

from collections.abc import Callable
from ipaddress import ip_address

from django.conf import settings
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse

LOCAL_PAINTER = "local painter"

Answer = Callable[[HttpRequest], HttpResponse]


def local_painter() -> User:
    """The one painter of an installation on loopback; has no password and cannot log in on a hosted site."""
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
    """Makes every request from loopback the local painter's, unless the site is hosted."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not settings.HOSTED and _is_loopback(request.META.get("REMOTE_ADDR", "")):
            request.get_host()  # refuses a foreign host name, so that a page elsewhere cannot reach in by its own DNS
            request.user = local_painter()
        return self.get_response(request)
