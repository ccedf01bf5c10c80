"""Which state a page has seen: so that a change made on top of an older one is refused, and every answer says what is newest.

A page sends what it knows as `X-Revisions: painting-12=8, shelf=5`; answers carry the same for what they touched.
"""

import re
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from django.http import HttpRequest, HttpResponse

from server.site.problems import Stale

HEADER = "X-Revisions"
_KNOWN = re.compile(r"(painting-\d{1,12}|shelf)=(\d{1,12})")

_known: ContextVar[dict[str, int]] = ContextVar("known revisions")
_touched: ContextVar[dict[str, str]] = ContextVar("touched revisions")


@contextmanager
def of_request(request: HttpRequest) -> Iterator[dict[str, str]]:
    """What the request's page knows, while the request is answered; gives what the answer is to say."""
    known = {what: int(number) for what, number in _KNOWN.findall(request.headers.get(HEADER, "")[:2000])}
    touched: dict[str, str] = {}
    tokens = _known.set(known), _touched.set(touched)
    try:
        yield touched
    finally:
        _known.reset(tokens[0])
        _touched.reset(tokens[1])


def checked(what: str, revision: int) -> None:
    """`Stale` when the page that asks knows another revision; whoever sends none (a script) is trusted to know."""
    known = _known.get({}).get(what)
    if known is not None and known != revision:
        touched(what, revision)
        raise Stale(what)


def touched(what: str, revision: int, made: int = 0) -> None:
    """Say with the answer that this is the newest revision."""
    _touched.get({})[what] = f"{revision}.{made}" if made else str(revision)


class RevisionMiddleware:
    """Reads what the page knows, and writes what is newest into the answer."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        with of_request(request) as touched:
            response = self.get_response(request)
        if touched:
            response[HEADER] = ", ".join(f"{what}={number}" for what, number in touched.items())
        return response
