"""The studio's list of paintings, a page at a time: what a card shows is worked out once for a state of painting and shelf."""

import hashlib
from dataclasses import dataclass
from typing import Any

from django.db.models import Max, QuerySet

import ypsochrom
from server.records import pictures, runs
from server.records.history import shelf_revision
from server.records.models import Painting, Result, Run
from server.work import desk, states
from ypsochrom.kit.recent import Recent
from ypsochrom.materials.support import Support
from ypsochrom.work.graph import State
from ypsochrom.work.subject_node import SubjectPictures

from .schemas import CardOut, CardsOut, TitleOut

A_PAGE = 24
MOST_TITLES = 300


@dataclass(frozen=True)
class _Card:
    """What of a painting changes only with it or with the shelf."""

    support: Support
    thumbnail: str
    states: dict[str, State]


_cards: Recent[tuple[int, int, int, int], _Card] = Recent(4000)


@dataclass(frozen=True)
class Page:
    """A page of the list, and a tag of everything that it shows."""

    cards: CardsOut
    tag: str


def page_of(owner: Any, number: int, search: str) -> Page:
    """The owner's paintings, the newest first, of which the title holds what is searched for; the last page beyond the end."""
    found = _paintings(owner, search)
    count = found.count()
    pages = max(1, -(-count // A_PAGE))
    number = min(max(1, number), pages)
    rows = list(found.values_list("pk", "title", "revision", "made")[(number - 1) * A_PAGE : number * A_PAGE])
    shelf, newest = shelf_revision(owner), _runs_of([row[0] for row in rows])
    known = {row[0]: _cards.get((row[0], *row[2:], shelf)) for row in rows}
    missing = [pk for pk, card in known.items() if card is None]
    if missing:
        known |= _worked_out(owner, missing, shelf)
    cards = [_out(pk, title, card, newest.get(pk)) for pk, title, *_ in rows if (card := known[pk]) is not None]
    told = [ypsochrom.__version__, count, number, rows, shelf, [(r.pk, r.state, r.share) for r in newest.values()]]
    tag = hashlib.sha256(repr(told).encode()).hexdigest()[:24]
    return Page(CardsOut(paintings=cards, count=count, page=number, pages=pages), f'W/"{tag}"')


def titles_of(owner: Any) -> list[TitleOut]:
    """The newest paintings by title, to choose one."""
    found = _paintings(owner, "").values_list("pk", "title")[:MOST_TITLES]
    return [TitleOut(id=pk, title=title) for pk, title in found]


def _paintings(owner: Any, search: str) -> QuerySet[Painting]:
    found = Painting.objects.of(owner).filter(removed=None).order_by("-id")
    return found.filter(title__icontains=search.strip()) if search.strip() else found


def _runs_of(paintings: list[int]) -> dict[int, Run]:
    """The newest plan's run of each painting."""
    newest = Run.objects.filter(painting__in=paintings, kind="plan").values("painting").annotate(newest=Max("pk"))
    found = Run.objects.filter(pk__in=newest.values("newest"))
    return {run.painting_id: runs.as_seen(run) for run in found if run.painting_id is not None}


def _worked_out(owner: Any, paintings: list[int], shelf: int) -> dict[int, _Card]:
    rows = list(Painting.objects.of(owner).filter(pk__in=paintings))
    shown = Result.objects.filter(painting__in=paintings, node="subject").values_list("painting", "body")
    bodies = dict(shown)
    made = {}
    for row, work in zip(rows, desk.opened_to_look(owner, rows, bodies), strict=True):
        found = work.facts("subject", SubjectPictures)
        thumbnail = "" if found is None else pictures.url(found.thumbnail)
        card = _Card(work.inputs.brief.support, thumbnail, states.of_words(work))
        made[row.pk] = _cards.keep((row.pk, row.revision, row.made, shelf), card)
    return made


def _out(pk: int, title: str, card: _Card, run: Run | None) -> CardOut:
    return CardOut(
        id=pk,
        title=title,
        width_mm=card.support.width_mm,
        height_mm=card.support.height_mm,
        thumbnail_url=card.thumbnail,
        values=card.states["values"],
        passes=card.states["passes"],
        run=None if run is None else runs.out(run),
    )
