"""Errors as HTTP, in one table and one shape: a stable code, what is wrong, what to do."""

import logging
from http import HTTPStatus
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.openapi.schema import OpenAPISchema

from server.site.schema import Schema
from ypsochrom.kit import errors

log = logging.getLogger(__name__)


class Problem(Schema):
    """Why a request was not carried out; nothing was changed."""

    code: str
    message: str
    hint: str


class NotFound(errors.YpsochromError):
    """The row is not there, or is another painter's."""

    code = "site.not_found"

    def __init__(self, what: str) -> None:
        super().__init__(f"This {what} is not in your studio.", "Go back to the studio and choose another.")


class Conflict(errors.YpsochromError):
    """The request does not fit the state of things."""

    code = "site.conflict"


class Stale(Conflict):
    """The change was made on top of an older state than the newest."""

    code = "site.stale"

    def __init__(self, what: str) -> None:
        thing = "shelf" if what == "shelf" else "painting"
        super().__init__(
            f"This {thing} has been changed in another window meanwhile; your change was not made.",
            "The newest state is shown now. Make your change again if you still want it.",
        )


class Outdated(Conflict):
    """What was asked for was kept by an earlier version, and a request that only reads makes nothing."""

    code = "site.outdated"

    def __init__(self) -> None:
        super().__init__(
            "This was made by an earlier version of the application and is being made anew.", "Look again in a moment."
        )


STATUS: dict[type[errors.YpsochromError], int] = {NotFound: 404, Conflict: 409, errors.YpsochromError: 422}
"""The first class in a problem's own order of inheritance decides."""

DECLARED = (401, 403, 404, 409, 422)
"""What any operation may answer with a `Problem`."""


class Api(NinjaAPI):
    """An API whose document says of every operation how it refuses, so that the generated client knows the shape of errors.

    Said once here: as responses of each operation they would be five classes for each, a third of what a process has to load.
    """

    def get_openapi_schema(self, **how: Any) -> OpenAPISchema:
        """The document with the problems of every operation."""
        document = super().get_openapi_schema(**how)
        document["components"]["schemas"]["Problem"] = Problem.model_json_schema()
        content = {"application/json": {"schema": {"$ref": "#/components/schemas/Problem"}}}
        refusals = {status: {"description": HTTPStatus(status).phrase, "content": content} for status in DECLARED}
        for operations in document["paths"].values():
            for operation in operations.values():
                operation["responses"] |= refusals
        return document


def answer_problems(api: NinjaAPI) -> None:
    """Teach the API to answer every expected error as a `Problem`."""

    def reply(request: HttpRequest, code: str, message: str, hint: str, status: int) -> HttpResponse:
        problem = Problem(code=code, message=message, hint=hint)
        return api.create_response(request, problem.model_dump(), status=status)

    @api.exception_handler(errors.YpsochromError)
    def rule(request: HttpRequest, problem: errors.YpsochromError) -> HttpResponse:
        status = next(STATUS[kind] for kind in type(problem).__mro__ if kind in STATUS)
        return reply(request, problem.code, problem.message, problem.hint, status)

    @api.exception_handler(ValidationError)
    def malformed(request: HttpRequest, problem: ValidationError) -> HttpResponse:
        first = problem.errors[0]
        where = ".".join(str(part) for part in first["loc"] if part not in ("body", "payload", "query", "path"))
        return reply(request, "site.malformed", f"{where}: {first['msg']}.", "Correct this field and try again.", 422)

    @api.exception_handler(AuthenticationError)
    def stranger(request: HttpRequest, _: AuthenticationError) -> HttpResponse:
        return reply(request, "site.login", "You are not logged in.", "Log in and try again.", 401)

    @api.exception_handler(HttpError)
    def refused(request: HttpRequest, problem: HttpError) -> HttpResponse:
        if isinstance(problem.__cause__, errors.YpsochromError):  # from the door, which is inside the library's own try
            return rule(request, problem.__cause__)
        if problem.status_code == 403:
            hint = "Reload the page and try again."
            return reply(request, "site.forgery", "The request does not come from your open page.", hint, 403)
        return reply(request, "site.refused", str(problem), "Correct the request and try again.", problem.status_code)
