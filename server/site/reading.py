"""Requests that only read write nothing: not even a result that could be made on the way."""

from collections.abc import Callable
from contextvars import ContextVar

from django.http import HttpRequest, HttpResponse

from .problems import Outdated

_reading: ContextVar[bool] = ContextVar("reading", default=False)


def only_reads() -> bool:
    """Whether the request that is being answered only reads."""
    return _reading.get()


def must_write() -> None:
    """Refuse to go on where the request only reads: what it would show has yet to be made."""
    if _reading.get():
        raise Outdated


class ReadingMiddleware:
    """Knows, while a request is answered, whether it only reads."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        token = _reading.set(request.method in ("GET", "HEAD", "OPTIONS"))
        try:
            return self.get_response(request)
        finally:
            _reading.reset(token)
