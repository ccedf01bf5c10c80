"""The schedule of a plan: its tasks in the painter's sittings, what is wet meanwhile, which piles are out, and when it is
done."""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import UTC, datetime, time, timedelta

from ..kit.advice import Advice
from ..kit.errors import BadSetting, NoSchedule
from ..kit.progress import Progress, silent
from ..passes.factors import USUAL_FACTORS, Factor, Factors
from .calendar import EVERY_MORNING, Diary, Sitting, begin_of, clock_advice, sittings_of, zone_of
from .placing import Stretch
from .solve import Better, Found, Status, is_possible, solved
from .task import Afterwards, Task, TaskKind, Tasks, Wait, Wish
from .tasks import STAND_BACK_EVERY_MIN, Pile

KEPT_DAYS_ON_TRAY, LEAST_JAR_ML = 3.0, 3.0
"""A covered damp tray keeps paint for some days; a jar longer, if there is enough to fill some of it. Common practice."""

_EIGHTY = 1.2816
"""Standard deviations from the middle to one end of what holds four times in five."""

_ROOM = 2.5
"""Sittings are looked for until they hold so many times the work: for waits, for slow painters, for stretches left unfilled."""


@dataclass(frozen=True)
class UnitWish:
    """A unit that the painter dragged: into a sitting (id), and there not before so many minutes after it begins."""

    sitting: str
    minute: float = 0.0

    def __post_init__(self) -> None:
        if not (math.isfinite(self.minute) and self.minute >= 0):
            raise BadSetting(f"{self.minute:g} minutes into a sitting.", "Give 0 or more.")


@dataclass(frozen=True)
class Placed:
    """A task in its place: minutes after the plan's begin, and the number of its sitting (from 1).

    `waits_for` says in words for what the hands rest before it; empty where they do not.
    """

    id: str
    kind: TaskKind
    subject: str
    title: str
    coat: int
    pass_number: int
    piles: tuple[str, ...]
    areas: tuple[str, ...]
    begins_min: float
    ends_min: float
    sitting: int
    waits_for: str = ""


@dataclass(frozen=True)
class PileLife:
    """A pile on the palette: when it is mixed and used last, in which sittings (numbers), and how it is kept between them."""

    pile: str
    name: str
    mixed_min: float
    used_until_min: float
    sittings: tuple[int, ...]
    keeping: str = ""


@dataclass(frozen=True)
class WetSpan:
    """What a task laid: until when it blends, and from when on it can be painted over; minutes after the plan's begin."""

    task: str
    areas: tuple[str, ...]
    from_min: float
    blends_until_min: float
    dry_min: float


@dataclass(frozen=True)
class Finish:
    """When the last stroke is laid (UTC): for a quick hand, as planned, for a slow one; four in five lie between the outer two.

    `late` says that the slow hand runs out of sittings.
    """

    early: datetime
    likely: datetime
    late: datetime
    open_ended: bool = False


@dataclass(frozen=True)
class Schedule:
    """A schedule; all minutes count from `begins` (UTC). `bound_min` is the shortest that could not be ruled out.

    `look_back_min` are moments to stand back; `fits` whether the days and the deadline asked for suffice; `in_the_way` are wishes
    (unit ids, "deadline") that could not be had together, the ones given up first.
    """

    status: Status
    begins: datetime
    zone: str
    makespan_min: float
    bound_min: float
    hands_on_min: float
    tasks: tuple[Placed, ...]
    waits: tuple[Wait, ...]
    piles: tuple[PileLife, ...]
    wet: tuple[WetSpan, ...]
    sittings: tuple[Sitting, ...]
    look_back_min: tuple[float, ...]
    finish: Finish
    afterwards: tuple[Afterwards, ...] = ()
    fits: bool = True
    in_the_way: tuple[str, ...] = ()
    advice: tuple[Advice, ...] = ()
    basis: str = ""

    def at(self, minutes: float) -> datetime:
        """The time (UTC) so many minutes after the begin."""
        return self.begins + timedelta(minutes=minutes)


@dataclass(frozen=True)
class Asked:
    """What the painter asks of the schedule: the diary, units in sittings of their choice (by unit id), a last day
    ("2026-06-30")."""

    diary: Diary = EVERY_MORNING
    wishes: Mapping[str, UnitWish] = field(default_factory=dict)
    deadline: str | None = None

    def __post_init__(self) -> None:
        if self.deadline is not None:
            deadline_of(self.deadline, self.diary.zone)


AS_IT_COMES = Asked()


def deadline_of(day: str, zone: str) -> datetime:
    """The end of a day in a zone, in UTC."""
    try:
        last = datetime.fromisoformat(day).date()
    except ValueError as error:
        raise BadSetting(f"{day!r} is no day.", "Write it as in 2026-06-30.") from error
    return datetime.combine(last, time(23, 59), zone_of(zone)).astimezone(UTC)


def find_schedule(
    tasks: Tasks,
    piles: Mapping[str, Pile],
    asked: Asked = AS_IT_COMES,
    factors: Factors = USUAL_FACTORS,
    *,
    effort: float = 1.0,
    better: Better = lambda _: None,
    progress: Progress = silent,
) -> Schedule:
    """The shortest schedule that is found, in some seconds; the first good one is told to `better` at once.

    `NoSchedule` where there is no free hour, or a task that no sitting can hold. Wishes that cannot be had are given up and said.
    """
    if not tasks.tasks:
        raise NoSchedule("There is nothing to paint in this plan.", "Plan the passes first.")
    everything = sittings_of(replace(asked.diary, days=None), tasks.minutes * _ROOM)
    sittings = sittings_of(asked.diary, tasks.minutes * _ROOM)
    _checked(tasks, sittings or everything)
    advice: list[Advice] = []
    room, fits = _with_room(tasks, sittings, everything, advice)
    stretches = [stretch for one in room for stretch in one.stretches]
    wishes, given_up = _wishes(tasks, asked, room, advice)
    in_conflict: tuple[str, ...] = ()
    if wishes and not is_possible(tasks, stretches, [w for _, w in wishes]):
        wishes, in_conflict = _without_conflicts(tasks, stretches, wishes, advice)
    found = solved(tasks, stretches, [w for _, w in wishes], effort=effort, better=better, progress=progress)
    if found.status == "infeasible":
        raise NoSchedule(
            "The plan does not fit into your sittings.",
            "Make them longer, add some, or split the passages that have to be blended in one go.",
        )
    return _told(tasks, piles, asked, factors, found, room, fits, (*given_up, *in_conflict), tuple(advice))


def _checked(tasks: Tasks, sittings: Sequence[Sitting]) -> None:
    """`NoSchedule` with what is to blame."""
    if not sittings:
        raise NoSchedule(
            "There is no free hour in your diary: every sitting is taken by something else or left out.",
            "Add a sitting, choose other days, or take out what is busy.",
        )
    longest = max(end - start for one in sittings for start, end in one.stretches)
    over = [task for task in tasks.tasks if task.minutes > longest + 1e-6]
    if over:
        worst = max(over, key=lambda task: task.minutes)
        raise NoSchedule(
            f"“{worst.title}” takes {worst.minutes:.0f} minutes in one go, and your longest stretch is {longest:.0f} minutes.",
            f"Make sittings at least {math.ceil(worst.minutes) + 15:.0f} minutes long, or split that unit.",
        )


def _with_room(
    tasks: Tasks, sittings: Sequence[Sitting], everything: Sequence[Sitting], advice: list[Advice]
) -> tuple[Sequence[Sitting], bool]:
    """The sittings asked for if the plan fits into them, else as many more as it takes."""
    if sittings and is_possible(tasks, [s for one in sittings for s in one.stretches]):
        return sittings, True
    if len(everything) <= len(sittings):
        return sittings, False
    held = sum(end - start for one in sittings for start, end in one.stretches)
    count = "1 sitting holds" if len(sittings) == 1 else f"{len(sittings)} sittings hold"
    advice.append(
        Advice(
            "sittings.W001",
            "warning",
            f"The plan does not fit into the days you gave: {count} {in_hours(held)} of painting, and it takes "
            f"{in_hours(tasks.minutes)} without what has to be waited."
            if sittings
            else "There is no free hour in the days you gave.",
            "It goes on in further sittings of the same kind. Add days, make sittings longer, or choose a quicker method.",
        )
    )
    return everything, False


def in_hours(minutes: float) -> str:
    """A stretch of work in a painter's words."""
    return f"{minutes / 60:.1f} h" if minutes >= 90 else f"{minutes:.0f} min"


def _wishes(
    tasks: Tasks, asked: Asked, sittings: Sequence[Sitting], advice: list[Advice]
) -> tuple[list[tuple[str, Wish]], tuple[str, ...]]:
    """The painter's wishes as the solver takes them, and those without a place (their unit or sitting is not there)."""
    by_id = {one.id: one for one in sittings}
    begin = begin_of(asked.diary)
    first = {task.subject: task.id for task in reversed(tasks.tasks) if task.kind in ("unit", "own", "job")}
    found, lost = [], []
    for unit, wish in asked.wishes.items():
        where = by_id.get(wish.sitting)
        if where is None or unit not in first:
            lost.append(unit)
            advice.append(
                Advice(
                    "sittings.N002",
                    "note",
                    "A unit you placed by hand has no place now: it, or its sitting, is not there any more.",
                    "It is planned freely; your wish is kept and holds again when both are back.",
                    unit,
                )
            )
            continue
        opens = (where.begins - begin).total_seconds() / 60 + wish.minute
        found.append((unit, Wish(first[unit], opens, where.stretches[-1][1])))
    if asked.deadline is not None:
        last = (deadline_of(asked.deadline, asked.diary.zone) - begin).total_seconds() / 60
        found += [
            ("deadline", Wish(task.id, 0.0, last - task.minutes)) for task in tasks.tasks if task.kind != "mixing"
        ]
    return found, tuple(lost)


def _without_conflicts(
    tasks: Tasks, stretches: Sequence[Stretch], wishes: list[tuple[str, Wish]], advice: list[Advice]
) -> tuple[list[tuple[str, Wish]], tuple[str, ...]]:
    """The wishes that can be had; of each set that cannot be had together the last is given up."""
    gone: list[str] = []
    grouped: dict[str, list[Wish]] = {}
    for name, wish in wishes:
        grouped.setdefault(name, []).append(wish)
    while grouped:
        names = _smallest(tasks, stretches, grouped)
        if not names:
            break
        given_up = names[-1]
        gone.append(given_up)
        titles = {task.subject: task.title for task in tasks.tasks}
        told = ["the last day" if name == "deadline" else f"“{titles.get(name, name)}”" for name in names]
        together = f" together with {' and '.join(told[:-1])}" if len(told) > 1 else ""
        if given_up != "deadline":  # that it is missed is told with the finish
            advice.append(
                Advice(
                    "sittings.W002",
                    "warning",
                    f"{told[-1][0].upper()}{told[-1][1:]} cannot be had where you put it{together}: waits and the order of the "
                    "passes leave no room.",
                    "It is planned freely. Move it later, lengthen the sitting, or take one of the other wishes back.",
                    given_up,
                )
            )
        del grouped[given_up]
        if is_possible(tasks, stretches, [wish for of in grouped.values() for wish in of]):
            break
    return [(name, wish) for name, of in grouped.items() for wish in of], tuple(gone)


def _smallest(tasks: Tasks, stretches: Sequence[Stretch], grouped: Mapping[str, Sequence[Wish]]) -> list[str]:
    """Names of a smallest set of wishes that cannot be had together, in the order in which they were made."""
    kept = list(grouped)
    for name in list(kept):
        without = [wish for other in kept if other != name for wish in grouped[other]]
        if not is_possible(tasks, stretches, without):
            kept.remove(name)
    return kept


def _told(
    tasks: Tasks,
    piles: Mapping[str, Pile],
    asked: Asked,
    factors: Factors,
    found: Found,
    room: Sequence[Sitting],
    fits: bool,
    in_conflict: tuple[str, ...],
    advice: tuple[Advice, ...],
) -> Schedule:
    placed = tuple(
        sorted(
            (_placed(task, found.begins[task.id], room) for task in tasks.tasks),
            key=lambda one: (one.begins_min, one.id),
        )
    )
    placed = tuple(_with_reasons(placed, tasks))
    used = max(one.sitting for one in placed)
    sittings = tuple(room[:used])
    begin = begin_of(asked.diary)
    finish = _finish(tasks, found, room, asked, factors, begin)
    late = []
    if asked.deadline is not None and finish.late > deadline_of(asked.deadline, asked.diary.zone):
        sure = finish.likely <= deadline_of(asked.deadline, asked.diary.zone)
        late.append(
            Advice(
                "sittings.W003",
                "warning",
                "Planned for the last day you gave, but a slow hand would miss it."
                if sure
                else "The painting is not done by the last day you gave.",
                "See what has to give: more or longer sittings, a quicker method, a smaller size.",
            )
        )
        fits = fits and sure
    return Schedule(
        status=found.status,
        begins=begin,
        zone=asked.diary.zone,
        makespan_min=found.makespan_min,
        bound_min=found.bound_min,
        hands_on_min=tasks.minutes,
        tasks=placed,
        waits=tasks.waits,
        piles=_pile_lives(tasks, placed, piles, sittings),
        wet=tuple(
            WetSpan(
                one.id,
                one.areas,
                one.begins_min,
                one.ends_min + max(0.0, tasks.stays_wet[one.id]),
                one.ends_min + max(0.0, tasks.dries[one.id]),
            )
            for one in placed
            if one.id in tasks.stays_wet
        ),
        sittings=sittings,
        look_back_min=_look_back(placed),
        finish=finish,
        afterwards=tasks.afterwards,
        fits=fits,
        in_the_way=in_conflict,
        advice=(*advice, *late, *clock_advice(sittings, asked.diary.zone)),
        basis=_basis(factors),
    )


def _placed(task: Task, begins: float, sittings: Sequence[Sitting]) -> Placed:
    sitting = next(
        number
        for number, one in enumerate(sittings, start=1)
        if any(start - 1e-3 <= begins <= end for start, end in one.stretches)
    )
    return Placed(
        task.id, task.kind, task.subject, task.title, task.coat, task.pass_number, task.piles, task.areas,
        begins, begins + task.minutes, sitting,
    )  # fmt: skip


_RESTING_MIN = 1.0
_WAITED_FOR = {
    "overcoat": "“{}” to dry to the touch",
    "coat": "the coat before to dry",
    "glaze": "“{}” to dry enough for a glaze",
}


def _with_reasons(placed: Sequence[Placed], tasks: Tasks) -> Iterator[Placed]:
    """The same with what is waited for before each task, where the hands rest within a sitting."""
    of = {one.id: one for one in placed}
    drying: dict[str, list[Wait]] = {}
    for wait in tasks.waits:
        if wait.kind in _WAITED_FOR:
            drying.setdefault(wait.after, []).append(wait)
    ends, sitting = 0.0, 0
    for place, one in enumerate(placed):
        said = ""
        if one.sitting == sitting and one.begins_min - ends > _RESTING_MIN:
            said = _waited_for(placed[place:], ends, of, drying)
        ends, sitting = one.ends_min, one.sitting
        yield replace(one, waits_for=said)


def _waited_for(
    coming: Sequence[Placed], ends: float, of: Mapping[str, Placed], drying: Mapping[str, Sequence[Wait]]
) -> str:
    """What the first task that could not begin earlier waits for; piles that are mixed meanwhile are mixed for it."""
    for one in coming:
        for wait in drying.get(one.id, ()):
            if of[wait.before].ends_min + wait.least_min > ends:
                return _WAITED_FOR[wait.kind].format(of[wait.before].title)
        if one.kind != "mixing":
            break
    return ""


def _pile_lives(
    tasks: Tasks, placed: Sequence[Placed], piles: Mapping[str, Pile], sittings: Sequence[Sitting]
) -> tuple[PileLife, ...]:
    """Every pile in the order in which it is mixed; a child's mixing uses its base."""
    of = {one.id: one for one in placed}
    found = []
    for one in placed:
        if one.kind != "mixing":
            continue
        pile = one.subject
        users = [of[wait.after] for wait in tasks.waits if wait.kind == "mixing" and wait.before == one.id]
        users += [task for task in placed if task.kind != "mixing" and pile in task.piles]
        numbers = tuple(sorted({user.sitting for user in users} | {one.sitting}))
        until = max((user.ends_min for user in users), default=one.ends_min)
        found.append(
            PileLife(pile, one.title, one.begins_min, until, numbers, _keeping(piles.get(pile), numbers, sittings))
        )
    return tuple(found)


def _keeping(pile: Pile | None, numbers: Sequence[int], sittings: Sequence[Sitting]) -> str:
    """How a pile is kept from its first sitting to its last."""
    if len(numbers) < 2:
        return ""
    days = (sittings[numbers[-1] - 1].begins - sittings[numbers[0] - 1].begins).total_seconds() / 86400
    if days <= KEPT_DAYS_ON_TRAY:
        return "kept on a damp lined tray under its lid, a drop of water stirred in before use"
    if pile is not None and pile.volume_ml >= LEAST_JAR_ML:
        return "kept in a closed jar filled to the brim; a skin that forms is lifted off, not stirred in"
    return "mixed fresh for the later sitting from the same recipe: so little paint does not keep so long"


def _look_back(placed: Sequence[Placed]) -> tuple[float, ...]:
    """When to stand back: at the end of a task, after twenty to thirty minutes of work; a wait of two minutes serves as well."""
    found: list[float] = []
    since, before = 0.0, None
    for one in placed:
        if before is not None and one.begins_min - before >= 2.0:
            since = 0.0
        since += one.ends_min - one.begins_min
        before = one.ends_min
        if since >= STAND_BACK_EVERY_MIN - 5:
            found.append(one.ends_min)
            since = 0.0
    return tuple(found)


def _finish(
    tasks: Tasks, found: Found, room: Sequence[Sitting], asked: Asked, factors: Factors, begin: datetime
) -> Finish:
    """When four painters in five are done: their pace is not known better than its factor, and every unit varies by itself."""
    spread = _spread(factors.pace, len(tasks.tasks))
    stretches = [stretch for one in room for stretch in one.stretches]
    used = _worked(stretches, found.makespan_min)
    more = sittings_of(replace(asked.diary, days=None), used * math.exp(_EIGHTY * spread) * 1.1)
    wider = [stretch for one in (more if len(more) > len(room) else room) for stretch in one.stretches]
    ends = [_when(wider, used * math.exp(sign * _EIGHTY * spread)) for sign in (-1, 0, 1)]
    early, _, late = (begin + timedelta(minutes=wider[-1][1] if end is None else end) for end in ends)
    likely = begin + timedelta(minutes=found.makespan_min)
    return Finish(early, likely, late, open_ended=ends[2] is None)


UNIT_SPREAD = 0.3
"""How far a single unit's minutes vary around the painter's own pace (standard deviation of the logarithm); from memory."""


def _spread(pace: Factor, count: int) -> float:
    return math.hypot(pace.spread / pace.value, UNIT_SPREAD / math.sqrt(max(1, count)))


def _worked(stretches: Sequence[Stretch], until: float) -> float:
    """Minutes of the stretches up to a time."""
    return sum(max(0.0, min(end, until) - start) for start, end in stretches)


def _when(stretches: Sequence[Stretch], worked: float) -> float | None:
    """The time at which the stretches have held so many minutes; None where they never do."""
    for start, end in stretches:
        if worked <= end - start + 1e-6:
            return start + worked
        worked -= end - start
    return None


def _basis(factors: Factors) -> str:
    """Where the times come from, in words."""

    def said(factor: Factor) -> str:
        return "usual figures" if factor.observations == 0 else f"{factor.observations} of your own observations"

    return f"Work: {said(factors.pace)}. Drying: {said(factors.drying)}."
