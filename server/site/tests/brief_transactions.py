"""A middleware of the tests: no request holds a write transaction for longer than 100 ms.

Every other write waits meanwhile, and after twenty seconds fails. What is counted is the computing of the
request's own thread, and what is too long is held against how long a fixed piece of work takes just then, so that neither a
busy nor a slow machine fails a test. Python's garbage collection counts too, but only over what the
request itself makes: what the tests have in memory, which no studio has, is set aside meanwhile.
"""

import gc
import threading
import time
from collections.abc import Callable

from django.db.transaction import Atomic
from django.http import HttpRequest, HttpResponse

MOST_S = 0.1
_USUAL_S = 0.012
"""What `_slowness` takes where 100 ms are 100 ms."""

_here = threading.local()
_enter, _exit = Atomic.__enter__, Atomic.__exit__


def _entered(self: Atomic) -> None:
    depth = getattr(_here, "depth", None)
    if depth is not None:
        if depth == 0:
            _here.since = time.thread_time()
        _here.depth += 1
    _enter(self)


def _left(self: Atomic, *how: object) -> None:
    _exit(self, *how)
    if getattr(_here, "depth", None):
        _here.depth -= 1
        if _here.depth == 0:
            _here.longest = max(_here.longest, time.thread_time() - _here.since)


Atomic.__enter__, Atomic.__exit__ = _entered, _left


def _slowness() -> float:
    """How much longer than usual the machine takes at the moment, at least 1."""
    since = time.thread_time()
    sum(number * number for number in range(200_000))
    return max(1.0, (time.thread_time() - since) / _USUAL_S)


class BriefTransactions:
    """Fails a request that computes inside a transaction."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        _here.depth, _here.longest = 0, 0.0
        gc.freeze()
        try:
            response = self.get_response(request)
        finally:
            _here.depth = None
            gc.unfreeze()
        longest = _here.longest
        assert longest < MOST_S or longest < MOST_S * _slowness(), (
            f"{request.method} {request.path} held a transaction for {longest:.3f} s"
        )
        return response
