"""How far a painting is: what is done, what is wet, what is on the palette; told from the list of acts at any time.

Every list of acts has a course, whatever was sent twice, late, from another device or about a task that is not there any more:
what makes no sense changes nothing.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Literal

from ...materials.measures import DROP_ML
from ...passes.films.drying import DAMPEST_PCT, RETARDER_SHARE
from ...sky.air import COLDEST_C, WARMEST_C, Climate
from ..open_time import MOST_MISTS
from .acts import Act
from .clocks import Clock, Minutes, Since, clock_of, found_dry, minutes_of
from .heap import skinned
from .worklist import WorkList

QUIET = timedelta(hours=6)
"""A sitting of which nothing was heard for so long has ended with its last act; longer than any wait within a sitting."""

GONE_ML = DROP_ML
"""Under a drop a pile is gone."""


@dataclass(frozen=True)
class Rules:
    """Figures of the easel that a page goes by: how often paint may be misted, under how much a pile is gone, in which air clocks
    can be told, and that a coat is closing in the last share (0-1) of its open time, at most so many minutes."""

    most_mists: int = MOST_MISTS
    gone_ml: float = GONE_ML
    coldest_c: float = COLDEST_C
    warmest_c: float = WARMEST_C
    dampest_pct: float = DAMPEST_PCT
    closing_share: float = 0.25
    closing_most_min: float = 3.0


RULES = Rules()

TaskState = Literal["to do", "at it", "paused", "done", "skipped"]


@dataclass(frozen=True)
class TaskCourse:
    """How far a task is: seconds worked, since when it is worked at, when it was done."""

    state: TaskState = "to do"
    worked_s: float = 0.0
    since: datetime | None = None
    done_at: datetime | None = None


@dataclass(frozen=True)
class PileCourse:
    """A pile on the palette: since when, how much of it is left, when it skins (None: it keeps), whether it lies covered, and
    whether it came out wrong."""

    mixed: datetime
    left_ml: float
    skins_at: datetime | None
    covered: bool = False
    astray: bool = False


@dataclass(frozen=True)
class SittingCourse:
    """A sitting as it went. `asks`: it was left open and has ended by itself with its last act; the painter may know better."""

    id: str
    number: int
    opened: datetime
    last: datetime
    ended: datetime | None = None
    worked_s: float = 0.0
    asks: bool = False


@dataclass(frozen=True)
class Course:
    """How far it is. `current` is the task (id) in hand or next; `clocks` are of coats not yet ready for a glaze."""

    tasks: dict[str, TaskCourse]
    current: str | None
    clocks: tuple[Clock, ...]
    piles: dict[str, PileCourse]
    minutes: dict[str, Minutes]
    sittings: tuple[SittingCourse, ...]
    climate: Climate
    notes: tuple[Act, ...] = ()

    @property
    def sitting(self) -> SittingCourse | None:
        """The sitting that is open."""
        last = self.sittings[-1] if self.sittings else None
        return None if last is None or last.ended is not None else last

    def wet(self, now: datetime) -> tuple[Clock, ...]:
        """Coats that cannot be painted over yet."""
        return tuple(one for one in self.clocks if one.overcoat_at is None or one.overcoat_at > now)

    def wet_areas(self, now: datetime) -> tuple[str, ...]:
        """Areas (ids) whose last coat cannot be painted over yet."""
        return tuple(sorted({area for clock in self.wet(now) for area in clock.areas}))

    def is_done(self, task: str) -> bool:
        """Whether a task (id) is done."""
        return self.tasks.get(task, TaskCourse()).state == "done"

    def reached(self, worklist: WorkList) -> int:
        """The last pass of which something is done; 0 before the first."""
        return max((task.pass_number for task in worklist.tasks if self.is_done(task.id)), default=0)

    def not_yet(self, worklist: WorkList, pass_number: int) -> tuple[str, ...]:
        """Areas (ids) that a pass paints and that have not been painted in it; none where it has not begun."""
        units = [task for task in worklist.tasks if task.pass_number == pass_number and task.kind == "unit"]
        painted = {area for task in units if self.is_done(task.id) for area in task.areas}
        return tuple(sorted({area for task in units for area in task.areas} - painted)) if painted else ()

    def living(self, now: datetime) -> dict[str, PileCourse]:
        """Piles without a skin."""
        return {pile: one for pile, one in self.piles.items() if one.skins_at is None or one.skins_at > now}

    def is_over(self, worklist: WorkList) -> bool:
        """Whether nothing of the list is left to do."""
        return all(self.tasks.get(task.id, TaskCourse()).state in ("done", "skipped") for task in worklist.tasks)

    @property
    def worked_min(self) -> float:
        """Minutes at work in all sittings."""
        return sum(one.worked_s for one in self.tasks.values()) / 60


@dataclass
class _Heard:
    """What the acts have told so far."""

    climate: Climate
    air: list[Since] = field(default_factory=list)
    tasks: dict[str, TaskCourse] = field(default_factory=dict)
    chosen: str | None = None
    running: str | None = None
    laid: dict[str, datetime] = field(default_factory=dict)
    mists: dict[str, list[datetime]] = field(default_factory=dict)
    retarded: dict[str, datetime] = field(default_factory=dict)
    dry: dict[str, datetime] = field(default_factory=dict)
    piles: dict[str, PileCourse] = field(default_factory=dict)
    sittings: dict[str, SittingCourse] = field(default_factory=dict)
    notes: list[Act] = field(default_factory=list)
    last: datetime | None = None


def course_of(acts: Sequence[Act], worklist: WorkList, climate: Climate, now: datetime) -> Course:
    """The course at a time, from acts in their order (`acts.in_order`); `climate` is the air before the first act on it."""
    heard = _Heard(climate)
    for act in acts:
        _hear(heard, act, worklist)
    begins = acts[0].at if acts else now
    air = [Since(min(begins, now), climate), *heard.air]
    _closed(heard, now)
    known = worklist.task_of
    clocks = []
    for task, at in heard.laid.items():
        clock = clock_of(
            task,
            known[task].areas,
            worklist.laid[task],
            at,
            _retarded(air, heard.retarded.get(task)),
            heard.mists.get(task, ()),
        )
        clock = found_dry(clock, heard.dry.get(task))
        if clock.glaze_at is None or clock.glaze_at > now:
            clocks.append(clock)
    to_do = next(
        (t.id for t in worklist.tasks if heard.tasks.get(t.id, TaskCourse()).state in ("to do", "paused")), None
    )
    climate_now = air[-1].climate
    on_the_clock = {clock.task for clock in clocks}
    return Course(
        tasks=heard.tasks,
        current=heard.chosen if heard.chosen is not None else to_do,
        clocks=tuple(sorted(clocks, key=lambda one: (one.open_until, one.task))),
        piles={
            pile: replace(one, skins_at=None if one.covered else skinned(one.mixed, one.left_ml, air))
            for pile, one in heard.piles.items()
            if one.left_ml > GONE_ML
        },
        minutes={
            task: minutes_of(laid, climate_now)
            for task, laid in worklist.laid.items()
            if task in on_the_clock or _state(heard, task) != "done"
        },
        sittings=tuple(sorted(heard.sittings.values(), key=lambda one: one.number)),
        climate=climate_now,
        notes=tuple(heard.notes),
    )


def _hear(heard: _Heard, act: Act, worklist: WorkList) -> None:
    if heard.last is not None and act.at - heard.last > QUIET:
        _rested(heard, heard.last)  # nobody painted through the night
    if act.kind == "open":
        _rested(heard, act.at)
        _ended(heard, act.at)
        heard.sittings.setdefault(act.sitting, SittingCourse(act.sitting, len(heard.sittings) + 1, act.at, act.at))
    if act.task is None or act.task in worklist.task_of:
        _carry_out(heard, act, worklist)
    heard.last = act.at
    one = heard.sittings.get(act.sitting)
    if one is not None and act.kind != "stop":
        heard.sittings[act.sitting] = replace(one, last=max(one.last, act.at))


def _carry_out(heard: _Heard, act: Act, worklist: WorkList) -> None:
    match act.kind:
        case "start" if act.task is not None:
            _start(heard, act.task, act.at, worklist)
        case "pause":
            _rested(heard, act.at)
        case "done" if act.task is not None:
            _done(heard, act.task, act.at, worklist)
        case "skip" if act.task is not None and _state(heard, act.task) != "done":
            _left(heard, act.task, act.at, "skipped")
        case "back" if act.task is not None:
            _back(heard, act.task, act.at, worklist)
        case "note":
            heard.notes.append(act)
        case "mist" if act.task is not None:
            heard.mists.setdefault(act.task, []).append(act.at)
        case "retard" if act.task is not None:
            heard.retarded.setdefault(act.task, act.at)
        case "dry" if act.task is not None:
            heard.dry[act.task] = act.at
        case "left" | "cover" | "uncover" | "astray":
            _palette(heard, act)
        case "air" if act.climate is not None:
            heard.air.append(Since(act.at, act.climate))
        case "stop":
            _stopped(heard, act)
        case _:
            pass


def _state(heard: _Heard, task: str) -> TaskState:
    return heard.tasks.get(task, TaskCourse()).state


def _start(heard: _Heard, task: str, at: datetime, worklist: WorkList) -> None:
    if heard.running == task:
        return
    _rested(heard, at)
    if _state(heard, task) == "done":
        return
    heard.tasks[task] = replace(heard.tasks.get(task, TaskCourse()), state="at it", since=at)
    heard.running = heard.chosen = task
    for pile in worklist.task_of[task].uses:
        if pile not in heard.piles and worklist.task_of[task].kind != "mixing":
            _mixed(heard, pile, at, worklist)  # it was mixed without being said


def _done(heard: _Heard, task: str, at: datetime, worklist: WorkList) -> None:
    if _state(heard, task) == "done":
        return  # on two devices: once
    if heard.running == task:
        _rested(heard, at)
    one = worklist.task_of[task]
    heard.tasks[task] = replace(heard.tasks.get(task, TaskCourse()), state="done", since=None, done_at=at)
    if heard.chosen == task:
        heard.chosen = None
    if task in worklist.laid:
        heard.laid[task] = at
    if one.kind == "mixing":
        _mixed(heard, one.subject, at, worklist)
    for pile, ml in one.uses.items():
        known = heard.piles.get(pile)
        if known is not None:
            heard.piles[pile] = replace(known, left_ml=max(0.0, known.left_ml - ml))


def _back(heard: _Heard, task: str, at: datetime, worklist: WorkList) -> None:
    """A task is to be done after all: what it laid is not there, and the paint is back in its piles."""
    one = worklist.task_of[task]
    if _state(heard, task) == "done":
        back = {**one.uses}
        if one.kind == "mixing" and one.subject in worklist.pile_of:
            back[one.subject] = -worklist.pile_of[one.subject].volume_ml
        for pile, ml in back.items():
            known = heard.piles.get(pile)
            if known is not None:
                heard.piles[pile] = replace(known, left_ml=max(0.0, known.left_ml + ml))
    for gone in (heard.laid, heard.mists, heard.retarded):
        gone.pop(task, None)
    _left(heard, task, at, "to do")


def _left(heard: _Heard, task: str, at: datetime, state: TaskState) -> None:
    if heard.running == task:
        _rested(heard, at)
    heard.tasks[task] = replace(heard.tasks.get(task, TaskCourse()), state=state, since=None, done_at=None)
    if heard.chosen == task and state == "skipped":
        heard.chosen = None
    if state == "to do":
        heard.chosen = task


def _rested(heard: _Heard, at: datetime) -> None:
    """What is in hand is laid down."""
    task, heard.running = heard.running, None
    if task is None:
        return
    one = heard.tasks[task]
    begun = at if one.since is None else one.since
    spent = max(0.0, (at - begun).total_seconds())
    heard.tasks[task] = replace(one, state="paused", worked_s=one.worked_s + spent, since=None)
    open_now = next((s for s in reversed(heard.sittings.values()) if s.ended is None), None)
    if open_now is not None:
        heard.sittings[open_now.id] = replace(open_now, worked_s=open_now.worked_s + spent)


def _mixed(heard: _Heard, pile: str, at: datetime, worklist: WorkList) -> None:
    listed = worklist.pile_of.get(pile)
    before = heard.piles.get(pile)
    if listed is not None:
        left = 0.0 if before is None else before.left_ml
        heard.piles[pile] = PileCourse(at, left + listed.volume_ml, None)


def _palette(heard: _Heard, act: Act) -> None:
    if act.pile is None:
        if act.kind in ("cover", "uncover"):
            for pile in list(heard.piles):
                _palette(heard, replace(act, pile=pile))
        return
    known = heard.piles.get(act.pile)
    if act.kind == "left" and act.ml is not None:
        heard.piles[act.pile] = replace(known or PileCourse(act.at, 0.0, None), left_ml=max(0.0, act.ml))
    elif known is None:
        return
    elif act.kind == "cover":
        heard.piles[act.pile] = replace(known, covered=True)
    elif act.kind == "uncover":
        heard.piles[act.pile] = replace(known, covered=False, mixed=act.at)
    else:
        heard.piles[act.pile] = replace(known, astray=True)


def _stopped(heard: _Heard, act: Act) -> None:
    one = heard.sittings.get(act.sitting)
    if one is None:
        return
    _rested(heard, act.at)
    said = act.at if act.when is None else min(max(act.when, one.opened), act.at)
    heard.sittings[act.sitting] = replace(heard.sittings[act.sitting], ended=said, asks=False)


def _ended(heard: _Heard, at: datetime) -> None:
    """Sittings that are still open when another is opened have ended with their last act."""
    for one in list(heard.sittings.values()):
        if one.ended is None:
            heard.sittings[one.id] = replace(one, ended=min(one.last, at), asks=at - one.last > QUIET)


def _closed(heard: _Heard, now: datetime) -> None:
    """A sitting left open has ended by itself; what was in hand was laid down with its last act."""
    if heard.last is not None and now - heard.last > QUIET:
        _rested(heard, heard.last)
        _ended(heard, now)


def _retarded(air: Sequence[Since], since: datetime | None) -> list[Since]:
    """The air over a coat into which retarder was worked at a time."""
    if since is None:
        return list(air)
    before = [one for one in air if one.at <= since]
    last = before[-1] if before else air[0]
    after = [replace(one, retarder=RETARDER_SHARE) for one in air if one.at > since]
    return [*before, replace(last, at=since, retarder=RETARDER_SHARE), *after]


def taken_over(new: WorkList, old: WorkList, course: Course) -> WorkList:
    """The new list for a painting that was begun by the old one: what is done and the piles that are out stay as they were, and
    what was begun stays on the list even where the new plan has it no more."""
    tasks, piles, areas = old.task_of, old.pile_of, {one.id for one in new.areas}
    done = {task for task, one in course.tasks.items() if one.state in ("done", "skipped") and task in tasks}
    gone = [task for task in old.tasks if task.id in course.tasks and task.id not in new.task_of]
    wanted = {pile for task in gone for pile in (*task.piles, *task.uses)} | set(course.piles)
    lost_areas = {area for task in gone for area in task.areas} - areas
    as_it_was = done | {task.id for task in gone}
    return WorkList(
        tasks=(*gone, *(tasks[one.id] if one.id in done else one for one in new.tasks)),
        piles=(
            *(piles[one.id] if one.id in course.piles and one.id in piles else one for one in new.piles),
            *(one for one in old.piles if one.id in wanted and one.id not in new.pile_of),
        ),
        areas=(*new.areas, *(one for one in old.areas if one.id in lost_areas)),
        laid={**new.laid, **{task: laid for task, laid in old.laid.items() if task in as_it_was}},
        cautions=new.cautions,
    )
