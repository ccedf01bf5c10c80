"""What went wrong beneath the API and the pages: its status, and what is said of it."""

import errno
import sys

from django.core.exceptions import (
    PermissionDenied,
    RequestDataTooBig,
    SuspiciousOperation,
    TooManyFieldsSent,
    TooManyFilesSent,
)
from django.db.utils import InternalError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse, UnreadablePostError

from .problems import Problem

_WORDS = {
    400: Problem(code="site.malformed", message="The request cannot be read.", hint="Reload the page and try again."),
    403: Problem(
        code="site.forgery",
        message="The request does not come from your open page.",
        hint="Reload the page and try again.",
    ),
    404: Problem(code="site.not_found", message="There is nothing at this address.", hint="Go back to the studio."),
    405: Problem(
        code="site.malformed",
        message="This address does not take such a request.",
        hint="Reload the page and try again.",
    ),
    413: Problem(code="site.too_large", message="What was sent is too large.", hint="Send less at once."),
    500: Problem(
        code="site.failed",
        message="The studio failed for a reason that is not yours.",
        hint="Nothing was changed. Try again; if it fails again, tell whoever looks after this installation.",
    ),
    503: Problem(
        code="site.busy", message="The studio is busy and could not keep this.", hint="Try again in a moment."
    ),
    507: Problem(
        code="site.full",
        message="The disk of the studio is full; nothing was changed.",
        hint="Make room, then try again.",
    ),
}
_NOT_WRITABLE = Problem(
    code="site.only_read",
    message="The studio's folder cannot be written to at present; nothing was changed.",
    hint="See that its disk has room and may be written to, and start the studio again.",
)

_FULL = ("full", "no space left")
_ONLY_READ = ("readonly", "unable to open", "read-only transaction")
"""How SQLite and PostgreSQL say that nothing can be written."""


def problem_of(problem: BaseException) -> tuple[int, Problem]:
    """The status of what went wrong beneath the API, and what is said of it."""
    status = status_of(problem)
    return status, _NOT_WRITABLE if status == 507 and _is_not_writable(problem) else words_of(status)


def status_of(problem: BaseException) -> int:
    """The status of what went wrong beneath the API."""
    if isinstance(problem, Http404):
        return 404
    if isinstance(problem, PermissionDenied):
        return 403
    if isinstance(problem, RequestDataTooBig | TooManyFieldsSent | TooManyFilesSent):
        return 413
    if isinstance(problem, SuspiciousOperation | UnreadablePostError):
        return 400
    if _is_full(problem) or _is_not_writable(problem):
        return 507
    text = str(problem).lower()
    if isinstance(problem, OperationalError) and ("locked" in text or "lock timeout" in text):
        return 503
    return 500


def _is_full(problem: BaseException) -> bool:
    return _says(problem, (errno.ENOSPC, errno.EDQUOT), _FULL)


def _is_not_writable(problem: BaseException) -> bool:
    return _says(problem, (errno.EROFS, errno.EACCES), _ONLY_READ)


def _says(problem: BaseException, numbers: tuple[int, ...], words: tuple[str, ...]) -> bool:
    """Whether the machine says so by a number, or a database in words."""
    if isinstance(problem, OSError):
        return problem.errno in numbers
    text = str(problem).lower()
    return isinstance(problem, OperationalError | InternalError) and any(one in text for one in words)


def words_of(status: int) -> Problem:
    """What is said where nothing else is known than the status."""
    return _WORDS.get(status, _WORDS[400] if status < 500 else _WORDS[500])


def failed(request: HttpRequest) -> HttpResponse:
    """What is said where even a middleware could not do its work: Django calls this while the exception is there."""
    status, words = problem_of(sys.exc_info()[1] or Exception())
    if request.path.startswith("/api/") or request.path == "/health":
        return JsonResponse(words.model_dump(), status=status)
    return HttpResponse(f"{words.message} {words.hint}", status=status, content_type="text/plain; charset=utf-8")
