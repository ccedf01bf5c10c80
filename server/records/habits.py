"""The factors that an owner's plans are made with, and what they leave out of learning."""

from datetime import datetime
from typing import Any

from django.db import transaction

from ypsochrom.kit import codec
from ypsochrom.kit.codec import Json, OldDocument
from ypsochrom.passes.factors import USUAL_FACTORS, Factors

from .history import shelf_renewed
from .models import Habits, Painting

_KIND, _VERSION = "factors", 1


def habits_of(owner: Any) -> Habits:
    """The owner's row; a new one, not kept yet, where there is none."""
    return Habits.objects.of(owner).first() or Habits(owner=owner)


def factors_of(painting: Painting) -> Factors:
    """What a painting's plan is made with: the learned factors that its owner took, else the usual ones.

    No query where the painting was read from the database.
    """
    known = getattr(painting, "habits", _NOT_READ)
    return _factors_in(habits_of(painting.owner).factors if known is _NOT_READ else known)


_NOT_READ = object()


def factors_in(habits: Habits) -> Factors:
    """The factors of a row; the usual ones where there are none, or none that today's code can read."""
    return _factors_in(habits.factors)


def _factors_in(document: Json) -> Factors:
    if document is None:
        return USUAL_FACTORS
    try:
        return codec.read(codec.body_of(document, _KIND, _VERSION, {}), Factors)
    except OldDocument:
        return USUAL_FACTORS


@transaction.atomic
def take_factors(owner: Any, factors: Factors | None) -> Habits:
    """Plan with these from now on; None goes back to the usual ones."""
    habits, _ = Habits.objects.get_or_create(owner=owner)
    habits.factors = None if factors is None else codec.stored(codec.written(factors), _KIND, _VERSION)
    habits.save(update_fields=["factors"])
    shelf_renewed(owner)
    return habits


def anew_since(habits: Habits) -> dict[str, datetime]:
    """By kind of observation from when on it is learned anew."""
    return {what: datetime.fromisoformat(at) for what, at in habits.anew_since.items()}


@transaction.atomic
def learn_anew(owner: Any, what: str, since: datetime | None) -> Habits:
    """Learn a kind of observation from this time on only; None takes in again all there is."""
    habits, _ = Habits.objects.get_or_create(owner=owner)
    others = {one: at for one, at in habits.anew_since.items() if one != what}
    habits.anew_since = others if since is None else {**others, what: since.isoformat()}
    habits.save(update_fields=["anew_since"])
    return habits


@transaction.atomic
def leave_out(owner: Any, observation: str, *, out: bool) -> Habits:
    """An observation (id) teaches nothing any more, or again."""
    habits, _ = Habits.objects.get_or_create(owner=owner)
    others = [one for one in habits.left_out if one != observation]
    habits.left_out = [*others, observation] if out else others
    habits.save(update_fields=["left_out"])
    return habits
