"""The log gathered from the easel and the checks of all paintings, and what it teaches."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Self

from django.db.models import Q
from django.utils import timezone

from server.checks.models import CheckRow
from server.checks.services import report_of
from server.records.habits import factors_in, habits_of, leave_out, take_factors
from server.records.models import Habits, Painting
from server.site.problems import NotFound
from server.sittings.easel import services as easel
from ypsochrom.logbook.checks import seen_in_a_photo
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
        report = report_of(row)
        if report is not None:
            yield from seen_in_a_photo(report, row.taken, f"check-{row.pk}", str(painting.pk))


def log_lines(owner: Any) -> bytes:
    """The log in its open format."""
    return lines(observations_of(owner)).encode()


@dataclass(frozen=True, eq=False)
class _Log:
    """The log and what it teaches, worked out once a request."""

    observations: tuple[Observation, ...]
    found: Lessons
    habits: Habits

    @classmethod
    def of(cls, owner: Any) -> Self:
        observations, habits = observations_of(owner), habits_of(owner)
        return cls(observations, lessons(observations, habits.left_out), habits)


def learned_out(owner: Any) -> LearnedAllOut:
    """All that was learned, for the page."""
    return _all(_Log.of(owner))


def _all(log: _Log) -> LearnedAllOut:
    found, in_use = log.found, factors_in(log.habits)
    ids = {one.id for one in log.observations}
    return LearnedAllOut(
        overall=[_out(one, in_use, one.differs) for one in found.overall],
        groups=[_out(one, in_use, found.stands_out(one)) for one in found.groups if one.count >= FEWEST],
        observations=len(ids),
        left_out=len(ids.intersection(log.habits.left_out)),
        offered=changes_plans(found.factors, in_use),
        own=in_use != USUAL_FACTORS,
        fewest=FEWEST,
    )


def _out(one: Learned, in_use: Factors, differs: bool) -> LearnedOut:
    used = {
        "ml": in_use.taken,
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
    log = _Log.of(owner)
    told = {"dosing hand": "dose"}.get(what, what)
    own = [one for one in log.observations if one.what == told and of in ("", one.of)]
    doubted = {id_ for one in log.found.overall for id_ in one.doubted}
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
                left_out=one.id in log.habits.left_out,
            )
            for one in shown
        ],
    )


def change_left_out(owner: Any, observation: str, *, out: bool) -> LearnedAllOut:
    """Leave an observation out of learning, or take it in again; plans stay as they are until what is learned is taken up."""
    observations = observations_of(owner)
    if observation not in {one.id for one in observations}:
        raise NotFound("observation")
    habits = leave_out(owner, observation, out=out)
    return _all(_Log(observations, lessons(observations, habits.left_out), habits))


def use(owner: Any, *, learned: bool) -> LearnedAllOut:
    """Plan with what was learned from now on, or with the usual factors again; plans in work become out of date by it."""
    log = _Log.of(owner)
    habits = take_factors(owner, log.found.factors if learned else None)
    return _all(_Log(log.observations, log.found, habits))
