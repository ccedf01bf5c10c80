"""A middleware of the tests: no request holds a write transaction for longer than 100 ms.

Every other write waits meanwhile, and after twenty seconds fails. What is counted is the computing of the
request's own thread, so that a busy machine fails no test. Python's garbage collection counts too, but only over what the
request itself makes: what the tests have in memory, which no studio has, is set aside meanwhile.
"""

import gc
import threading
import time
from collections.abc import Callable

from django.db.transaction import Atomic
from django.http import HttpRequest, HttpResponse

MOST_S = 0.1

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
        assert _here.longest < MOST_S, f"{request.method} {request.path} held a transaction for {_here.longest:.3f} s"
        return response
