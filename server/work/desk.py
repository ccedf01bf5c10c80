"""A painting's work opened: inputs and results read from the records, what is made written back, changes kept with it."""

import json
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from functools import partial
from typing import Any, Literal, TypeVar

from django.db import transaction
from django.db.models import F

from server.records import revisions
from server.records.habits import factors_in, factors_of, habits_of
from server.records.history import Overtaken, brief_of, keep, painting_of, redo, undo
from server.records.models import Painting, Result
from server.records.pictures import OwnersFiles, mentioned
from server.site.problems import Stale
from server.site.reading import must_write, only_reads
from ypsochrom.kit.codec import Json, OldDocument
from ypsochrom.work import brief as briefs
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Kept, Key, Work
from ypsochrom.work.inputs import Inputs
from ypsochrom.work.memory import Memory
from ypsochrom.work.nodes import NODES

from .following import follow, paint_stages
from .stock import stock_of, stocks_of

_memory = Memory()
_Facts = TypeVar("_Facts")
_MOST_TRIES = 4


def opened(painting: Painting) -> Work:
    """The work on a painting; what it makes is kept at once. Four queries, and none for what is in memory."""
    brief = brief_of(painting)
    inputs = Inputs(brief, stock_of(painting.owner, brief.support), factors_of(painting))
    write = None if only_reads() else lambda made: _write(painting, _columns(_wanted(painting, [made])))
    return _work(painting.owner, inputs, _kept_of(painting), write)


def _wanted(painting: Painting, made: Sequence[Kept]) -> Sequence[Kept]:
    """Of what was made those results that the painting still asks for: it may have been changed since its work was opened, and
    what was made of that change meanwhile is not overwritten by what is older."""
    newest = Painting.objects.filter(pk=painting.pk).first()
    if newest is None or newest.revision == painting.revision:
        return made
    brief = brief_of(newest)
    inputs = Inputs(brief, stock_of(newest.owner, brief.support), factors_of(newest))
    today = _work(newest.owner, inputs, {}, None)
    return [one for one in made if one.key == today.key(one.key.node)]


def facts_of(work: Work, node: str, kind: type[_Facts]) -> _Facts:
    """What was made last of a node, without its pixels; made now where there is none, `Outdated` where that is not to be."""
    if work.facts(node, kind) is None:
        must_write()
    return work.facts_now(node, kind)


def opened_to_look(owner: Any, paintings: Sequence[Painting], subjects: Mapping[int, str]) -> Iterator[Work]:
    """The work on several paintings, to see how it stands; `subjects` are the bodies of their subjects' results, and no other
    is read. Four queries for all of them.
    """
    kept: dict[int, dict[str, Kept]] = {}
    of = Result.objects.filter(painting__in=[one.pk for one in paintings])
    for row in of.only("painting_id", "node", "version", "takes", "needs", "stamp"):
        body = subjects.get(row.painting_id, "null") if row.node == "subject" else "null"
        kept.setdefault(row.painting_id, {})[row.node] = Kept(key_of(row), row.stamp, partial(_loaded, body))
    stock = stocks_of(owner)
    for one in paintings:
        brief = brief_of(one)
        yield _work(
            owner, Inputs(brief, stock(brief.support), factors_of(one)), kept.get(one.pk, {}), lambda _: must_write()
        )


def _work(owner: Any, inputs: Inputs, kept: Mapping[str, Kept], write: Callable[[Kept], None] | None) -> Work:
    return Work(NODES, inputs, OwnersFiles(owner), kept, write, _memory)


def _kept_of(painting: Painting) -> dict[str, Kept]:
    return {row.node: _kept(row) for row in Result.objects.of(painting.owner).filter(painting=painting)}


def key_of(row: Result) -> Key:
    """The key that a stored result was made for."""
    return Key(row.node, row.version, row.takes, row.needs)


def _kept(row: Result) -> Kept:
    return Kept(key_of(row), row.stamp, lambda: _loaded(row.body))


def _loaded(text: str) -> Json:
    try:
        return json.loads(text)
    except ValueError as damage:
        raise OldDocument("not JSON") from damage


def _columns(made: Iterable[Kept]) -> dict[str, dict[str, Any]]:
    """Results as the columns of their rows, by node: long texts, written before the transaction in which they are kept."""
    return {
        one.key.node: {
            "version": one.key.version,
            "takes": dict(one.key.takes),
            "needs": dict(one.key.needs),
            "stamp": one.stamp,
            "body": json.dumps(one.body),
            "pictures": mentioned(one.body),
        }
        for one in made
    }


@transaction.atomic
def _write(painting: Painting, rows: Mapping[str, dict[str, Any]]) -> None:
    """Keep results. A painting that was removed for good meanwhile has none."""
    must_write()
    if not rows:
        return
    if not Painting.objects.filter(pk=painting.pk).update(made=F("made") + 1):
        return
    painting.refresh_from_db(fields=["made"])
    for node, columns in rows.items():  # rows together go to PostgreSQL as arrays, whose long texts are quoted slowly
        Result.objects.bulk_create(
            [Result(painting_id=painting.pk, node=node, owner=painting.owner, **columns)],
            update_conflicts=True,
            unique_fields=["painting", "node"],
            update_fields=["version", "takes", "needs", "stamp", "body", "pictures"],
        )
    revisions.touched(f"painting-{painting.pk}", painting.revision, painting.made)


def begun(owner: Any, title: str, brief: Brief) -> Painting:
    """A new painting with its subject and its value map; what the core refuses leaves nothing behind."""
    made: list[Kept] = []
    work = _work(owner, Inputs(brief, stock_of(owner, brief.support), factors_in(habits_of(owner))), {}, made.append)
    work.now("values")
    document, rows = briefs.written(brief), _columns(made)
    with transaction.atomic():
        painting = Painting.objects.create(owner=owner, title=title, brief=document, pictures=mentioned(document))
        _write(painting, rows)
    return painting


def changed(
    owner: Any,
    painting_id: int,
    label: str | Callable[[Brief, Brief], str],
    alter: Callable[[Work], Brief],
    *,
    check: Callable[[Work], None] = lambda _: None,
    title: str | None = None,
) -> tuple[Painting, Work]:
    """Change a painting as one command that can be undone, and make what has to follow at once.

    `label` names the change, or tells its name from the brief before and after. `alter` gives the new brief from the work as
    it is, and `check` may still refuse. All this is done outside any transaction and kept in a short one, or not at all; when
    another request changed the painting meanwhile it is done again from there.
    """
    for _ in range(_MOST_TRIES):
        painting = painting_of(owner, painting_id)
        revisions.checked(f"painting-{painting.pk}", painting.revision)
        old, kept = brief_of(painting), _kept_of(painting)
        stock, factors = stock_of(owner, old.support), factors_of(painting)
        made: list[Kept] = []
        brief = alter(_work(owner, Inputs(old, stock, factors), kept, made.append))
        if brief.support != old.support:
            stock = stock_of(owner, brief.support)
        work = _work(owner, Inputs(brief, stock, factors), {**kept, **{one.key.node: one for one in made}}, made.append)
        follow(work)
        check(work)
        rows, document, before = _columns(made), briefs.written(brief), painting.made
        words = label if isinstance(label, str) else label(old, brief)
        try:
            with transaction.atomic():
                painting = keep(painting, words, document, title)
                if rows:
                    _write(painting, rows)
        except Overtaken:
            continue
        others = painting.made > before + bool(rows)  # a run has kept results while this change was worked out
        if work.state("passes") == "current" and (others or work.state("stages") != "current"):
            paint_stages(painting, opened(painting))
        return painting, work
    raise Stale(f"painting-{painting_id}")


def renew(painting: Painting) -> None:
    """Make what every view shows, where it is missing or cannot be read."""
    opened(painting).bring("values")


def turned(owner: Any, painting_id: int, way: Literal["undo", "redo"]) -> tuple[Painting, str]:
    """Undo the newest change of a painting, or do again what was undone last, with what follows at once; the change's name."""
    label = (undo if way == "undo" else redo)(owner, painting_id)
    painting = painting_of(owner, painting_id)
    work = opened(painting)
    follow(work)
    paint_stages(painting, work)
    return painting, label
