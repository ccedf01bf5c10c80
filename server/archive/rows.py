"""Rows as plain documents and back: every field but its number and its owner, times in ISO 8601."""

import json
from collections.abc import Iterable
from datetime import date, datetime
from typing import Any, TypeVar

from django.core.exceptions import ValidationError
from django.db import models

from ypsochrom.kit.codec import Json

Row = TypeVar("Row", bound=models.Model)


class Damaged(Exception):
    """A row of an archive that is none; the text says what is wrong with it."""


def _own_fields(model: type[models.Model]) -> list[models.Field[Any, Any]]:
    """Fields that belong to the row itself: no number, no owner, nothing that points elsewhere."""
    return [field for field in model._meta.concrete_fields if not field.primary_key and not field.is_relation]


def written(row: models.Model, *but: str) -> dict[str, Json]:
    """A row as it is put into an archive, without some fields."""
    own = {field.name: field.value_from_object(row) for field in _own_fields(type(row)) if field.name not in but}
    return dict(json.loads(json.dumps(own, default=_in_words)))


def _in_words(value: Any) -> str:
    """Times to the microsecond, by which rows are known again; numbers of paintings as text."""
    return value.isoformat() if isinstance(value, datetime | date) else str(value)


def made(model: type[Row], given: Json, **fixed: Any) -> Row:
    """A row (not saved) from an archive; what it does not say stays as usual, what it says too much is let be. `Damaged` where it
    says what no such row can hold.
    """
    if not isinstance(given, dict):
        raise Damaged("not a row")
    row = model(**fixed)
    for field in _own_fields(model):
        if field.name in given and field.name not in fixed:
            setattr(row, field.name, _read(field, given[field.name]))
    for field in _own_fields(model):
        value = getattr(row, field.attname)
        try:
            field.run_validators(value)
        except ValidationError as problem:
            raise Damaged(f"{field.name}: {'; '.join(problem.messages)[:160]}") from problem
        if value is None and not field.null and not _set_by_itself(field):
            raise Damaged(f"{field.name} is missing")
    return row


def _set_by_itself(field: models.Field[Any, Any]) -> bool:
    """Whether a field is given the time of now when it is saved."""
    return bool(getattr(field, "auto_now", False) or getattr(field, "auto_now_add", False))


def _read(field: models.Field[Any, Any], value: Json) -> Any:
    """A value as a field holds it: JSON as it is, everything else of exactly its kind."""
    if isinstance(field, models.JSONField):
        return value
    if isinstance(value, list | dict) or (isinstance(value, bool) and not isinstance(field, models.BooleanField)):
        raise Damaged(f"{field.name} cannot be read")
    try:
        return field.to_python(value)
    except (ValidationError, TypeError, ValueError, OverflowError) as problem:
        raise Damaged(f"{field.name} cannot be read") from problem


def created(rows: Iterable[Row], *times: str) -> None:
    """Save new rows with the times that they bring, where their fields would set the time of now."""
    for row in rows:
        brought = {name: getattr(row, name) for name in times if getattr(row, name) is not None}
        row.save(force_insert=True)
        if brought:
            type(row)._default_manager.filter(pk=row.pk).update(**brought)
