"""The history of changes: every change of a painting or of the shelf is a named command that can be undone and done again.

A painting's change keeps the fields of its brief (and its title) before and after; the shelf's keeps its rows. Undoing puts
the one back, doing again the other: after a reload, in another window, after a restart.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import timedelta
from typing import Any

from django.apps import apps
from django.core import serializers
from django.db import connection, models, transaction
from django.db.models import F
from django.db.models.constants import OnConflict
from django.db.models.sql import InsertQuery
from django.utils import timezone

from server.site.owned import one_of
from server.site.problems import Conflict, Stale
from ypsochrom.kit.codec import OldDocument
from ypsochrom.work import brief as briefs
from ypsochrom.work.brief import Brief

from . import pictures, revisions
from .models import Change, Painting, Shelf

MOST_CHANGES = 200
KEPT_FOR = timedelta(days=30)
"""What was removed can be had back for so long, and so long a change stays in the history however many follow."""

_ROOM_FOR_LABEL = 120
_MOST_TRIES = 4


def painting_of(owner: Any, painting_id: int) -> Painting:
    """The owner's painting, or `NotFound`; one in the bin is not found."""
    painting = one_of(Painting, owner, "painting", pk=painting_id, removed=None)
    revisions.touched(f"painting-{painting.pk}", painting.revision, painting.made)
    return painting


def brief_of(painting: Painting) -> Brief:
    """The painting's brief; `Conflict` when it was written by the application."""
    try:
        return briefs.read(painting.brief)
    except OldDocument as problem:
        raise Conflict(
            "This painting was kept by another version of the application and cannot be opened by this one.",
            "Start the newer version again; nothing of the painting is lost.",
        ) from problem


class Overtaken(Exception):
    """Another request changed the painting while this one was computing."""


@transaction.atomic
def keep(painting: Painting, label: str, document: dict[str, Any], title: str | None = None) -> Painting:
    """Keep a changed brief (as `briefs.written`, before any transaction) or title as one command; what changes nothing leaves
    no trace.

    `painting` is the row as it was read before the new brief was worked out; `Overtaken` when it is not the newest any more.
    """
    newest = Painting.objects.select_for_update().get(pk=painting.pk)
    if newest.revision != painting.revision:
        raise Overtaken
    old = painting.brief["body"]
    new = document["body"]
    changed = [name for name in new if old.get(name) != new[name]]
    before: dict[str, Any] = {"brief": {name: old[name] for name in changed if name in old}}
    after: dict[str, Any] = {"brief": {name: new[name] for name in changed}}
    if title is not None and title != newest.title:
        before["title"], after["title"] = newest.title, title
    elif not changed:
        return newest
    _note(painting.owner, newest, label, before, after)
    _put(newest, after)
    return newest


def _put(painting: Painting, side: dict[str, Any]) -> None:
    """Put one side of a change into the painting."""
    painting.title = side.get("title", painting.title)
    body = {**painting.brief["body"], **side["brief"]}
    painting.brief = {**painting.brief, "version": briefs.VERSION, "body": body}
    painting.pictures = pictures.mentioned(body)
    painting.revision += 1
    painting.save()
    revisions.touched(f"painting-{painting.pk}", painting.revision, painting.made)


def _note(owner: Any, painting: Painting | None, label: str, before: Any, after: Any) -> None:
    changes = Change.objects.of(owner).filter(painting=painting)
    changes.filter(undone=True).delete()
    Change.objects.create(
        owner=owner,
        painting=painting,
        label=label[:_ROOM_FOR_LABEL],
        before=before,
        after=after,
        pictures=pictures.mentioned([before, after]),
    )
    oldest_kept = changes.order_by("-id").values_list("pk", flat=True)[MOST_CHANGES - 1 : MOST_CHANGES]
    for pk in oldest_kept:
        changes.filter(pk__lt=pk, at__lt=timezone.now() - KEPT_FOR).delete()


@contextmanager
def shelf_change(owner: Any, label: str) -> Iterator[None]:
    """Everything that is done to the owner's shelf inside is one command; when it fails nothing is done."""
    seen, before = shelf_revision(owner), _snapshot(owner)
    with transaction.atomic():
        shelf = shelf_of(owner)
        revisions.checked("shelf", shelf.revision)
        if shelf.revision != seen:
            before = _snapshot(owner)
        yield
        after = _snapshot(owner)
        if differs := [name for name in {**before, **after} if before.get(name) != after.get(name)]:
            _note(owner, None, label, _side(before, differs), _side(after, differs))
            _renewed(shelf)


def shelf_revision(owner: Any) -> int:
    """How often the owner's shelf was changed; 0 where it never was."""
    return Shelf.objects.of(owner).values_list("revision", flat=True).first() or 0


def shelf_of(owner: Any) -> Shelf:
    """The owner's shelf with its revision."""
    shelf, _ = Shelf.objects.get_or_create(owner=owner)
    return shelf


def shelf_renewed(owner: Any) -> None:
    """Say that what every plan of the owner is made with has changed."""
    _renewed(shelf_of(owner))


def _renewed(shelf: Shelf) -> None:
    Shelf.objects.filter(pk=shelf.pk).update(revision=F("revision") + 1)
    shelf.refresh_from_db()
    revisions.touched("shelf", shelf.revision)


def _shelf_models() -> list[type[models.Model]]:
    """What stands on a shelf, rows that others hang on first."""
    return [model for model in apps.get_models() if getattr(model, "on_shelf", False)]


def _snapshot(owner: Any) -> dict[str, dict[str, Any]]:
    """All rows of a shelf as a serialiser writes them, by model and number."""
    rows = {}
    for model in _shelf_models():
        label, fields = model._meta.label_lower, [field for field in model._meta.fields if not field.primary_key]
        for row in model._default_manager.filter(owner=owner).values():
            own = {field.name: row[field.attname] for field in fields}
            rows[f"{label} {row['id']}"] = {"model": label, "pk": row["id"], "fields": own}
    return rows


def _side(rows: dict[str, dict[str, Any]], names: list[str]) -> dict[str, Any]:
    """These rows; None where there is none."""
    return {name: rows.get(name) for name in names}


_Statements = list[tuple[str, tuple[Any, ...]]]


def _statements(side: dict[str, Any]) -> _Statements:
    """What writes the shelf's rows of one side of a change: SQL and its parameters, rows that others hang on first."""
    found: _Statements = []
    for model in _shelf_models():
        rows = [row for name, row in side.items() if row is not None and _is_of(name, model)]
        objects = [one.object for one in serializers.deserialize("python", rows)]
        fields = model._meta.concrete_fields
        most = max(1, connection.ops.bulk_batch_size(fields, objects))
        for first in range(0, len(objects), most):
            query = InsertQuery(
                model,
                on_conflict=OnConflict.UPDATE,
                update_fields=[field for field in fields if not field.primary_key],
                unique_fields=[model._meta.pk],
            )
            query.insert_values(fields, objects[first : first + most], raw=True)
            found += query.get_compiler(connection=connection).as_sql()
    return found


def _lay_out(owner: Any, side: dict[str, Any], statements: _Statements) -> None:
    """Make the shelf's rows those of one side of a change; a row of None goes."""
    for model in reversed(_shelf_models()):
        gone = [name.split(" ")[1] for name, row in side.items() if row is None and _is_of(name, model)]
        model._default_manager.filter(owner=owner, pk__in=gone).delete()
    with connection.cursor() as cursor:
        for statement, parameters in statements:
            cursor.execute(statement, parameters)


def _is_of(name: str, model: type[models.Model]) -> bool:
    return name.split(" ")[0] == model._meta.label_lower


@dataclass(frozen=True)
class History:
    """What would be undone and done again next, by name; None when there is nothing. `depth` is how many can be undone."""

    undo: str | None
    redo: str | None
    depth: int


def history_of(owner: Any, painting: Painting | None) -> History:
    """The history of a painting, or with None of the shelf."""
    changes = Change.objects.of(owner).filter(painting=painting)
    done, undone = changes.filter(undone=False), changes.filter(undone=True)
    last, next_ = done.order_by("-id").first(), undone.order_by("id").first()
    return History(None if last is None else last.label, None if next_ is None else next_.label, done.count())


def undo(owner: Any, painting_id: int | None) -> str:
    """Take back the newest change of a painting (None: of the shelf); its label. `Conflict` when there is none."""
    return _turn(owner, painting_id, back=True)


def redo(owner: Any, painting_id: int | None) -> str:
    """Do again what was taken back last; its label. `Conflict` when there is nothing."""
    return _turn(owner, painting_id, back=False)


def _turn(owner: Any, painting_id: int | None, *, back: bool) -> str:
    """Statements are made before the transaction, since a shelf may hold five hundred tubes; where another request was quicker,
    again from there."""
    what = "shelf" if painting_id is None else f"painting-{painting_id}"
    for _ in range(_MOST_TRIES):
        painting = None if painting_id is None else painting_of(owner, painting_id)
        revisions.checked(what, (shelf_of(owner) if painting is None else painting).revision)
        change = _next(owner, painting_id, back=back).first()
        if change is None:
            done = "undone" if back else "done again"
            raise Conflict(f"There is nothing to be {done}.", "The history is empty on this side.")
        side = change.before if back else change.after
        statements = _statements(side) if painting is None else []
        try:
            with transaction.atomic():
                _put_back(owner, painting, change, side, statements, back=back)
        except Overtaken:
            continue
        return change.label
    raise Stale(what)


def _next(owner: Any, painting_id: int | None, *, back: bool) -> models.QuerySet[Change]:
    """What can be undone, or done again, the next first."""
    changes = Change.objects.of(owner).filter(painting=painting_id, undone=not back)
    return changes.order_by("-id" if back else "id")


def _put_back(
    owner: Any, painting: Painting | None, change: Change, side: dict[str, Any], statements: _Statements, *, back: bool
) -> None:
    """Make a painting or the shelf what one side of a change tells; `Overtaken` where either is not as it was any more."""
    painting_id = None if painting is None else painting.pk
    now = _next(owner, painting_id, back=back).values_list("pk", flat=True).first()
    if now != change.pk:
        raise Overtaken
    if painting is None:
        _lay_out(owner, side, statements)
        _renewed(shelf_of(owner))
    else:
        _put(painting_of(owner, painting.pk), side)
    change.undone = back
    change.save(update_fields=["undone"])
