"""What the log teaches: factors with what lies behind them, left out, learned anew, taken up by plans."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Self

from django.db.models import Count
from django.utils import timezone

from server.records.habits import anew_since, factors_in, habits_of, learn_anew, leave_out, take_factors
from server.records.models import Habits, Painting
from server.site.owned import one_of
from server.site.problems import NotFound
from server.work import desk
from ypsochrom.logbook.learning import FEWEST, MOST, PRIORS, Learned, Lessons, changes_plans, lessons
from ypsochrom.logbook.observation import Observation, lines
from ypsochrom.passes.factors import USUAL_FACTORS, Factors
from ypsochrom.passes.plan.foretold import foretold

from .models import Fact, Gathered
from .schemas import AnewOut, BehindOut, By, EntryOut, LearnedAllOut, LearnedOut, PlanEffectOut, TeachingOut

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

_FIELDS = ("key", "at", "gathered__painting", "what", "of", "expected", "found", "also")


def _facts(owner: Any) -> Any:
    return Fact.objects.of(owner).filter(gathered__teaches=True)


def _newest(owner: Any) -> tuple[Observation, ...]:
    """Of each kind those that are learned from, in the order of time; a query a kind."""
    found: list[Observation] = []
    for what in PRIORS:
        rows = _facts(owner).filter(what=what).order_by("-at", "-id").values_list(*_FIELDS)[:MOST]
        found += [_observation(*row) for row in rows][::-1]
    return tuple(found)


def _observation(key: str, at: datetime, painting: int | None, *said: Any) -> Observation:
    return Observation(key, at, "" if painting is None else str(painting), *said)


def _noted(what: str) -> str:
    """The kind of observation that a factor is learned from: how exact a hand is, from its doses."""
    return {"dosing hand": "dose"}.get(what, what)


def log_lines(owner: Any) -> bytes:
    """The log in its open format."""
    rows = _facts(owner).order_by("at", "id").values_list(*_FIELDS)
    return lines([_observation(*row) for row in rows.iterator()]).encode()


@dataclass(frozen=True, eq=False)
class _Log:
    """What the log teaches, worked out once a request."""

    observations: tuple[Observation, ...]
    found: Lessons
    habits: Habits
    since: Mapping[str, datetime]

    @classmethod
    def of(cls, owner: Any) -> Self:
        return cls.taught(_newest(owner), habits_of(owner))

    @classmethod
    def taught(cls, observations: tuple[Observation, ...], habits: Habits) -> Self:
        since = anew_since(habits)
        return cls(observations, lessons(observations, habits.left_out, since), habits, since)


def learned_out(owner: Any) -> LearnedAllOut:
    """All that was learned, for the page."""
    return _all(owner, _Log.of(owner))


def _all(owner: Any, log: _Log) -> LearnedAllOut:
    found, in_use = log.found, factors_in(log.habits)
    seen = {one.what for one in found.overall}
    return LearnedAllOut(
        overall=[_out(one, log, in_use, one.differs) for one in found.overall],
        groups=[_out(one, log, in_use, found.stands_out(one)) for one in found.groups if one.count >= FEWEST],
        observations=_facts(owner).count(),
        left_out=_facts(owner).filter(key__in=log.habits.left_out).count(),
        offered=changes_plans(found.factors, in_use),
        own=in_use != USUAL_FACTORS,
        fewest=FEWEST,
        anew=[
            AnewOut(what=what, title=_TITLES[what], since=at.isoformat())  # type: ignore[arg-type]  # a word of the schema
            for what, at in log.since.items()
            if what not in seen
        ],
    )


def _out(one: Learned, log: _Log, in_use: Factors, differs: bool) -> LearnedOut:
    used = {
        "ml": in_use.taken,
        "loss": in_use.loss.value,
        "minutes": in_use.pace.value,
        "drying": in_use.drying.value,
        "shift": in_use.wet_shift.value,
    }
    since = log.since.get(one.what)
    return LearnedOut(
        what=one.what,  # type: ignore[arg-type]  # a word of the schema
        of=one.of,
        by=one.by,
        title=_TITLES[one.what],
        mean=one.mean,
        low=one.low,
        high=one.high,
        usual=one.usual,
        in_use=None if one.of else used.get(one.what),
        count=one.count,
        differs=differs,
        since=None if since is None else since.isoformat(),
    )


def behind(owner: Any, what: str, of: str, by: By, page: int) -> BehindOut:
    """The observations behind a factor, those that are left out among them."""
    log = _Log.of(owner)
    own = _facts(owner).filter(what=_noted(what)).order_by("-at", "-id").select_related("gathered")
    if of:
        own = own.filter(**{f"also__{by}" if by else "of": of})
    doubted = {id_ for one in log.found.overall for id_ in one.doubted}
    return BehindOut(
        total=own.count(),
        observations=[
            EntryOut(
                id=one.key,
                at=one.at.isoformat(),
                painting=one.gathered.painting_id,
                painting_title=one.gathered.title,
                of=one.of,
                expected=one.expected,
                found=one.found,
                doubted=one.key in doubted,
                left_out=one.key in log.habits.left_out,
            )
            for one in own[(page - 1) * PAGE : page * PAGE]
        ],
    )


def change_left_out(owner: Any, observation: str, *, out: bool) -> LearnedAllOut:
    """Leave an observation out of learning, or take it in again; plans stay as they are until what is learned is taken up."""
    if not Fact.objects.of(owner).filter(key=observation).exists():
        raise NotFound("observation")
    return _all(owner, _Log.taught(_newest(owner), leave_out(owner, observation, out=out)))


def reset(owner: Any, what: str, *, anew: bool) -> LearnedAllOut:
    """Learn a factor anew from now on, or from all there is again."""
    habits = learn_anew(owner, _noted(what), timezone.now() if anew else None)
    return _all(owner, _Log.taught(_newest(owner), habits))


def use(owner: Any, *, learned: bool) -> LearnedAllOut:
    """Plan with what was learned from now on, or with the usual factors again; plans in work become out of date by it."""
    log = _Log.of(owner)
    return _all(owner, _Log.taught(log.observations, take_factors(owner, log.found.factors if learned else None)))


def effects(owner: Any) -> list[PlanEffectOut]:
    """What taking up what was learned does to the plans that are up to date, of the paintings last changed."""
    log = _Log.of(owner)
    in_use, found = factors_in(log.habits), []
    for painting in (
        Painting.objects.of(owner).filter(removed=None, results__node="passes").order_by("-changed")[:_PLANS]
    ):
        work = desk.opened(painting)
        plan = work.last("passes") if work.state("passes") == "current" else None
        if plan is not None:
            change = foretold(plan, in_use, log.found.factors)
            found.append(PlanEffectOut(painting=painting.pk, title=painting.title, change=change))
    return found


_PLANS = 4


def teaching(owner: Any) -> list[TeachingOut]:
    """The paintings that the log was gathered from, those that are gone among them, and whether they teach."""
    rows = Gathered.objects.of(owner).annotate(count=Count("facts")).select_related("painting").order_by("-id")
    return [_teaching_out(row) for row in rows if row.count]


def _teaching_out(row: Any) -> TeachingOut:
    where = "gone" if row.painting is None else "in the bin" if row.painting.removed is not None else ""
    return TeachingOut(
        id=row.pk, title=row.title, painting=row.painting_id, where=where, count=row.count, teaches=row.teaches
    )


def let_teach(owner: Any, gathered: int, *, teaches: bool) -> list[TeachingOut]:
    """Whether a painting's lessons stay or go; those of a painting that is gone for good go for good."""
    row = one_of(Gathered, owner, "painting", pk=gathered)
    if row.painting_id is None and not teaches:
        row.delete()
    else:
        row.teaches = teaches
        row.save(update_fields=["teaches"])
    return teaching(owner)
