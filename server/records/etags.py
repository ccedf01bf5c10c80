"""Answers that have not changed are not made again: a GET about a painting carries a tag of everything it can depend on.

The tag is made of the painting's revision and results, the shelf's revision and the newest run, in one query; a page that has
that state already gets 304, and one that has not is given the answer that another page was given for it.
"""

import hashlib
import re
import time
from collections.abc import Callable

from django.db.models import CharField, F, OuterRef, Subquery, Value
from django.db.models.functions import Cast, Coalesce, Concat
from django.http import HttpRequest, HttpResponse, HttpResponseNotModified

import ypsochrom
from ypsochrom.kit.recent import Recent

from . import revisions
from .models import Painting, Run, Shelf

_OF_A_PAINTING = re.compile(
    r"/api/(?:subject/paintings|values|areas|mixes|passes|sittings|desk|desk/history/paintings)/(\d{1,12})(?:/|$)"
)


_JSON = "application/json; charset=utf-8"
_UNDER_WAY = (Run.State.WAITING, Run.State.RUNNING)
SEEN_AGAIN_EVERY_S = 10.0
MOST_BYTES = 400_000

_answers: Recent[str, bytes] = Recent(80)


def tag_of(owner_id: int, painting_id: int) -> str | None:
    """The tag of a painting's present state; None when the owner has no such painting."""
    shelf = Shelf.objects.filter(owner=owner_id).values("revision")[:1]
    runs = Run.objects.filter(painting=OuterRef("pk")).order_by("-heard")
    watched = runs.annotate(at=Concat(Cast("pk", CharField()), F("state"), Cast("share", CharField())))
    found = (
        Painting.objects.filter(owner=owner_id, pk=painting_id, removed=None)
        .annotate(shelf=Coalesce(Subquery(shelf), 0), run=Coalesce(Subquery(watched.values("at")[:1]), Value("")))
        .values_list("revision", "made", "shelf", "run", "created")
        .first()
    )
    if found is None:
        return None
    revisions.touched(f"painting-{painting_id}", found[0], found[1])
    revisions.touched("shelf", found[2])
    # a run under way is also seen by how long nothing was heard of it
    at = int(time.time() / SEEN_AGAIN_EVERY_S) if any(state in found[3] for state in _UNDER_WAY) else 0
    text = ":".join(str(part) for part in (ypsochrom.__version__, owner_id, painting_id, *found, at))
    return f'W/"{hashlib.sha256(text.encode()).hexdigest()[:24]}"'


def unchanged(tag: str) -> HttpResponse:
    """The answer to a page that has this state already."""
    answer = HttpResponseNotModified()
    mark(answer, tag)
    return answer


def mark(answer: HttpResponse, tag: str) -> None:
    """Let the page's own cache hold the answer, and ask every time whether it is still so."""
    answer["ETag"] = tag
    answer["Cache-Control"] = "private, no-cache"


class UnchangedMiddleware:
    """Answers 304 where the page has the present state already, and tags what is answered in full."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        asked = _OF_A_PAINTING.match(request.path)
        if request.method != "GET" or asked is None or not request.user.is_authenticated:
            return self.get_response(request)
        tag = tag_of(request.user.pk, int(asked[1]))
        if tag is not None and request.headers.get("If-None-Match") == tag:
            return unchanged(tag)
        asked_for = f"{tag} {request.get_full_path()}"
        if tag is not None and (known := _answers.get(asked_for)) is not None:
            response = HttpResponse(known, content_type=_JSON)
            mark(response, tag)
            return response
        response = self.get_response(request)
        if tag is not None and response.status_code == 200:
            mark(response, tag)
            if response["Content-Type"] == _JSON and len(response.content) <= MOST_BYTES:
                _answers.keep(asked_for, response.content)
        return response
