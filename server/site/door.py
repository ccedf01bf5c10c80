"""What comes in through the door: JSON whose numbers are finite and whose text can be written anywhere."""

import json
from typing import Any, NoReturn

from django.http import HttpRequest
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from ypsochrom.kit.errors import YpsochromError
from ypsochrom.kit.text import plain

MOST_DIGITS = 15
"""A whole number of so many digits is exact in every program that reads JSON."""

LARGEST, SMALLEST = 1e12, 1e-12
_MOST_DEPTH = 20


class Unreadable(YpsochromError):
    """The body of a request is no JSON, or holds what no field can mean."""

    code = "site.malformed"


class CleanParser(Parser):
    """Numbers beyond every sensible range are refused, numbers next to nothing are nothing, control characters go."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body as JSON; `Unreadable`."""
        try:
            found = json.loads(request.body, parse_float=_float, parse_int=_int, parse_constant=_constant)
        except (ValueError, RecursionError) as problem:
            raise Unreadable("The request is not JSON.", "Reload the page and try again.") from problem
        return _clean(found, _MOST_DEPTH)

    def parse_querydict(self, data: MultiValueDict, list_fields: list[str], request: HttpRequest) -> dict[str, Any]:
        """The fields of a form or of an address."""
        cleaned: dict[str, Any] = _clean(super().parse_querydict(data, list_fields, request), _MOST_DEPTH)
        return cleaned


def _float(written: str) -> float:
    number = float(written)
    if not abs(number) <= LARGEST:
        raise Unreadable(f"{written[:20]} is no number that anything here can have.", "Correct it and try again.")
    return 0.0 if abs(number) < SMALLEST else number


def _int(written: str) -> int:
    if len(written.lstrip("-")) > MOST_DIGITS:
        raise Unreadable(f"{written[:20]} … is no number that anything here can have.", "Correct it and try again.")
    return int(written)


def _constant(written: str) -> NoReturn:
    raise Unreadable(f"{written} is no number.", "Correct it and try again.")


def _clean(found: Any, depth: int) -> Any:
    if depth == 0:
        raise Unreadable("The request is nested too deeply.", "Reload the page and try again.")
    if isinstance(found, str):
        return plain(found)
    if isinstance(found, dict):
        return {plain(str(name)): _clean(one, depth - 1) for name, one in found.items()}
    if isinstance(found, list):
        return [_clean(one, depth - 1) for one in found]
    return found
