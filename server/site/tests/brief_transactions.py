"""A middleware of the tests: no request works inside a write transaction, where every other write waits for it.

What is counted is work, not time, so that a busy machine fails no test and a quick one hides nothing: the calls that a
transaction makes, and whether any goes to a library that opens, filters or fits pictures. How long the longest one takes
is measured in `benchmarks/work.py`.
"""

import sys
import threading
from collections.abc import Callable
from types import BuiltinFunctionType, FrameType
from typing import Any

import cv2
from django.db.transaction import Atomic
from django.http import HttpRequest, HttpResponse

MOST_CALLS = 150_000
"""What Python calls in about 0.1 s; a shelf of 499 tubes read from a file makes 131,000."""

LABORIOUS = frozenset(("cv2", "scipy", "skimage", "sklearn", "PIL", "numba", "reportlab"))
_OF_CV2 = frozenset(one for one in vars(cv2).values() if isinstance(one, BuiltinFunctionType))  # they name no module

_here = threading.local()
_enter, _exit = Atomic.__enter__, Atomic.__exit__


class _Work:
    """The work of a request inside its transactions: the calls of the one with most, and laborious ones by name."""

    def __init__(self) -> None:
        self.depth, self.calls, self.most = 0, 0, 0
        self.laborious: list[str] = []

    def profile(self, frame: FrameType, event: str, called: Any) -> None:
        """Takes in a call, as `sys.setprofile` tells it."""
        if event == "call":
            self._add(frame.f_globals.get("__name__"), frame.f_code.co_name)
        elif event == "c_call":
            module = "cv2" if called in _OF_CV2 else getattr(called, "__module__", None)
            self._add(module, getattr(called, "__name__", "?"))

    def _add(self, module: str | None, name: str) -> None:
        self.calls += 1
        if module is not None and module.partition(".")[0] in LABORIOUS:
            self.laborious.append(f"{module}.{name}")


def _entered(self: Atomic) -> None:
    work: _Work | None = getattr(_here, "work", None)
    if work is not None:
        work.depth += 1
        if work.depth == 1:
            work.calls = 0
            sys.setprofile(work.profile)
    _enter(self)


def _left(self: Atomic, *how: object) -> None:
    _exit(self, *how)
    work: _Work | None = getattr(_here, "work", None)
    if work is not None and work.depth:
        work.depth -= 1
        if work.depth == 0:
            sys.setprofile(None)
            work.most = max(work.most, work.calls)


Atomic.__enter__, Atomic.__exit__ = _entered, _left


class BriefTransactions:
    """Fails a request that computes inside a transaction."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        work = _here.work = _Work()
        try:
            response = self.get_response(request)
        finally:
            _here.work = None
        where = f"{request.method} {request.path}"
        assert work.most <= MOST_CALLS, f"{where} made {work.most:,} calls inside a transaction"
        assert not work.laborious, f"{where} called {work.laborious[0]} inside a transaction"
        return response
