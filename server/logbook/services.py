"""The log gathered from the easel and the checks of all paintings, and what it teaches."""

from collections.abc import Iterator
from typing import Any

import numpy as np
from django.db.models import Q
from django.utils import timezone

from server.checks.models import CheckRow
from server.checks.services import report_of
from server.records.habits import factors_in, habits_of, leave_out, take_factors
from server.records.models import Painting
from server.site.problems import NotFound
from server.sittings.easel import services as easel
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.kit.errors import YpsochromError
from ypsochrom.logbook.easel import seen_at_the_easel
from ypsochrom.logbook.learning import FEWEST, Learned, Lessons, changes_plans, lessons
from ypsochrom.logbook.observation import Observation, in_order, lines
from ypsochrom.passes.factors import USUAL_FACTORS, Factors

from .schemas import BehindOut, EntryOut, LearnedAllOut, LearnedOut

PAGE = 50

_TITLES = {
    "ml": "Paint taken",
    "loss": "Lost in brush and palette",
    "minutes": "Minutes at a unit",
    "mixing": "Minutes at mixing a pile",
    "drying": "Time until a coat is dry",
    "shift": "From wet to dry",
    "value": "Value that dries",
    "dose": "Doses",
    "dosing hand": "How exact your doses are",
}


def observations_of(owner: Any) -> tuple[Observation, ...]:
    """Everything that the owner's paintings told, in the order of time."""
    told = Painting.objects.of(owner).filter(Q(acts__isnull=False) | Q(checks__isnull=False)).distinct()
    return in_order(one for painting in told for one in _of(painting))


def _of(painting: Painting) -> Iterator[Observation]:
    taken = easel.taken_to_the_easel(painting)
    if taken is not None:
        worklist, acts, climate = taken
        yield from seen_at_the_easel(acts, worklist, climate, timezone.now(), str(painting.pk))
    for row in CheckRow.objects.filter(painting=painting, report__isnull=False):
        yield from _values(row)


def _values(row: CheckRow) -> Iterator[Observation]:
    """Values that dry areas came out at, where the photo can be trusted."""
    report = report_of(row)
    if report is None:
        return
    for one in report.areas:
        if one.wet or one.value_uncertainty > _SURE_STEPS or not one.is_covered or one.looks_like is not None:
            continue
        planned = float(lab_to_value(np.array(one.planned)))
        try:
            yield Observation(
                f"{row.painting_id}/check-{row.pk}/{one.area}", row.taken, str(row.painting_id), "value",
                f"value {planned:.0f}", planned, planned + one.value_error,
            )  # fmt: skip
        except YpsochromError:
            continue


_SURE_STEPS = 0.3
"""A photo that tells values less surely teaches nothing of them."""


def log_lines(owner: Any) -> bytes:
    """The log in its open format."""
    return lines(observations_of(owner)).encode()


def _learned(owner: Any) -> tuple[tuple[Observation, ...], Lessons, list[str], Factors]:
    observations, habits = observations_of(owner), habits_of(owner)
    return observations, lessons(observations, habits.left_out), habits.left_out, factors_in(habits)


def learned_out(owner: Any) -> LearnedAllOut:
    """All that was learned, for the page."""
    observations, found, left_out, in_use = _learned(owner)
    ids = {one.id for one in observations}
    return LearnedAllOut(
        overall=[_out(one, in_use, one.differs) for one in found.overall],
        groups=[_out(one, in_use, found.stands_out(one)) for one in found.groups if one.count >= FEWEST],
        observations=len(observations),
        left_out=len(ids.intersection(left_out)),
        offered=changes_plans(found.factors, in_use),
        own=in_use != USUAL_FACTORS,
        fewest=FEWEST,
    )


def _out(one: Learned, in_use: Factors, differs: bool) -> LearnedOut:
    used = {
        "ml": in_use.film.value * (1 - USUAL_FACTORS.loss.value) / (1 - in_use.loss.value),
        "loss": in_use.loss.value,
        "minutes": in_use.pace.value,
        "drying": in_use.drying.value,
        "shift": in_use.wet_shift.value,
    }
    return LearnedOut(
        what=one.what,  # type: ignore[arg-type]  # a word of the schema
        of=one.of,
        title=_TITLES[one.what],
        mean=one.mean,
        low=one.low,
        high=one.high,
        usual=one.usual,
        in_use=None if one.of else used.get(one.what),
        count=one.count,
        differs=differs,
    )


def behind(owner: Any, what: str, of: str, page: int) -> BehindOut:
    """The observations behind a factor, those that are left out among them."""
    observations, found, left_out, _ = _learned(owner)
    told = {"dosing hand": "dose"}.get(what, what)
    own = [one for one in observations if one.what == told and of in ("", one.of)]
    doubted = {id_ for one in found.overall for id_ in one.doubted}
    titles = dict(Painting.objects.of(owner).values_list("pk", "title"))
    shown = own[::-1][(page - 1) * PAGE : page * PAGE]
    return BehindOut(
        total=len(own),
        observations=[
            EntryOut(
                id=one.id,
                at=one.at.isoformat(),
                painting=int(one.painting),
                painting_title=titles.get(int(one.painting), ""),
                of=one.of,
                expected=one.expected,
                found=one.found,
                doubted=one.id in doubted,
                left_out=one.id in left_out,
            )
            for one in shown
        ],
    )


def change_left_out(owner: Any, observation: str, *, out: bool) -> LearnedAllOut:
    """Leave an observation out of learning, or take it in again; plans stay as they are until what is learned is taken up."""
    if observation not in {one.id for one in observations_of(owner)}:
        raise NotFound("observation")
    others = [one for one in habits_of(owner).left_out if one != observation]
    leave_out(owner, [*others, observation] if out else others)
    return learned_out(owner)


def use(owner: Any, *, learned: bool) -> LearnedAllOut:
    """Plan with what was learned from now on, or with the usual factors again; plans in work become out of date by it."""
    take_factors(owner, _learned(owner)[1].factors if learned else None)
    return learned_out(owner)
