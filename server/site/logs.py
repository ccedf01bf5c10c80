"""What is written down of requests: on a hosted site a line of JSON each, with the number that its answer has as X-Request-ID.

No line tells names, titles, words that were searched, codes of links or what was sent: a request is told by its route, a painter
by number.
"""

import logging
import time
from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse
from pythonjsonlogger.core import RESERVED_ATTRS

log = logging.getLogger("studio.requests")

_FIELDS = {"asctime": "at", "levelname": "level", "name": "logger"}


def logging_of(*, hosted: bool) -> dict[str, Any]:
    """Django's LOGGING: for a machine on a hosted site, for a painter's own eyes on loopback."""
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "filters": {"number": {"()": "django_guid.log_filters.CorrelationId", "correlation_id_field": "request_id"}},
        "formatters": {
            "words": {"format": "%(message)s"},
            "lines": {
                "()": "pythonjsonlogger.json.JsonFormatter",
                "fmt": "%(asctime)s %(levelname)s %(name)s %(message)s %(request_id)s",
                "datefmt": "%Y-%m-%dT%H:%M:%S%z",
                "rename_fields": _FIELDS,
                "reserved_attrs": [*RESERVED_ATTRS, "request"],  # the request itself, with all that it asks
            },
        },
        "handlers": {
            "console": {
                "class": "logging.StreamHandler",
                "formatter": "lines" if hosted else "words",
                "filters": ["number"],
            }
        },
        "root": {"handlers": ["console"], "level": "WARNING"},
        "loggers": {
            log.name: {"level": "INFO" if hosted else "WARNING"},
            "server.site": {"level": "INFO"},
            "server.school": {"level": "INFO"},  # who logged in, and who was refused
            "axes": {"level": "ERROR"},  # tells names
            "django.request": {"level": "ERROR" if hosted else "WARNING"},  # tells addresses, with the codes of links
            "django_guid": {"level": "ERROR"},
        },
    }


def route_of(request: HttpRequest) -> str:
    """The pattern of a request's address, without what stands in it; "" where there is none."""
    return "" if request.resolver_match is None else str(request.resolver_match.route)


class RequestsMiddleware:
    """Writes down every request to the API when it has been answered: how, for whom, and in how many milliseconds."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if not (log.isEnabledFor(logging.INFO) and request.path.startswith("/api/")):
            return self.get_response(request)
        begun = time.perf_counter()
        response = self.get_response(request)
        user = getattr(request, "user", None)
        told = {
            "method": request.method,
            "route": route_of(request),
            "status": response.status_code,
            "ms": round(1000 * (time.perf_counter() - begun)),
            "painter": user.pk if user is not None else None,
        }
        log.info("%(method)s %(route)s %(status)s", told, extra=told)
        return response
