"""From the pass plan to tasks: a task for every go of a unit, and what it has to wait for or must not wait beyond.

Waits are counted between the end of one task and the begin of the other; that a part is laid early or late within its unit is
taken off.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from ..areas.families import Family
from ..passes.amounts.pace import JOB_MINUTES
from ..passes.films.drying import Drying
from ..passes.step import Job, PaintPass, Pair, Step
from ..passes.unit import OwnUnit, Unit
from ..passes.units.clock import in_rounds
from ..passes.units.minutes import MINUTES_PER_PILE, coat_minutes
from .task import Afterwards, Task, Tasks, Wait, WaitKind

STAND_BACK_MIN, STAND_BACK_EVERY_MIN = 2.0, 25.0
"""Standing back and looking, as every painter should: its share is in the minutes of every unit; common practice."""

BEFORE_VARNISH_MIN = 24 * 60.0
"""Before an isolation coat, and again before varnish: a day at least, thick paint longer (common practice; labels say more)."""

_LAST_COATS = ("isolation coat", "varnish")


@dataclass(frozen=True)
class Pile:
    """A pile as far as the clock is concerned: its name, the piles it is made from, and how much there is of it."""

    id: str
    name: str
    bases: tuple[str, ...] = ()
    volume_ml: float = 0.0


@dataclass(frozen=True)
class Painted:
    """What is put on the clock: the passes with their jobs, the order that rules want, the piles by id."""

    passes: tuple[PaintPass, ...]
    jobs: tuple[Job, ...]
    pairs: tuple[Pair, ...]
    piles: Mapping[str, Pile]


@dataclass(frozen=True)
class _Go:
    """A step within one go of its unit: the task, and the minutes before its part begins and after it has ended."""

    task: str
    head: float
    tail: float
    step: Step


@dataclass
class _Found:
    """What is known while the tasks are made; `goes` are by step id in the order of its coats."""

    drying: Drying
    pace: float
    tasks: list[Task] = field(default_factory=list)
    waits: dict[tuple[str, str, WaitKind], Wait] = field(default_factory=dict)
    goes: dict[str, list[_Go]] = field(default_factory=dict)
    beneath: dict[tuple[str, Family], list[_Go]] = field(default_factory=dict)

    def wait(self, before: str, after: str, kind: WaitKind, least: float = 0.0, most: float | None = None) -> None:
        """Ask for a wait; of several between two tasks the strictest is kept."""
        if before == after:
            return
        key = (before, after, kind)
        known = self.waits.get(key)
        if known is not None:
            least = max(least, known.least_min)
            most = known.most_min if most is None else most if known.most_min is None else min(most, known.most_min)
        self.waits[key] = Wait(before, after, kind, max(0.0, least), most)


def tasks_of(painted: Painted, drying: Drying, pace: float = 1.0) -> Tasks:
    """The tasks of a plan for a painter of this pace, drying as it does in this air."""
    found = _Found(drying, pace)
    last = len(painted.passes) + 1
    for one in painted.passes:
        _jobs(found, [job for job in painted.jobs if job.before_pass == one.number])
        _pass(found, one)
    _jobs(found, [job for job in painted.jobs if job.before_pass >= last])
    _order(found, painted.pairs)
    _blending(found, painted.passes)
    mixing = _mixing(found, painted.piles)
    thickest = max((go.step for goes in found.goes.values() for go in goes), key=lambda s: s.film_um, default=None)
    through = 0.0 if thickest is None else drying.through(thickest)
    stays, dries = _wet_windows(found)
    return Tasks(
        tasks=tuple(replace(task, minutes=seconds_up(task.minutes)) for task in (*mixing, *found.tasks)),
        waits=tuple(
            replace(
                wait,
                least_min=seconds_up(wait.least_min),
                most_min=None if wait.most_min is None else math.floor(wait.most_min * 60) / 60,
            )
            for wait in found.waits.values()
        ),
        stays_wet=stays,
        dries=dries,
        afterwards=_afterwards(painted.jobs, through),
    )


def seconds_up(minutes: float) -> float:
    """Minutes rounded up to whole seconds, which schedules are counted in."""
    return math.ceil(minutes * 60 - 1e-6) / 60


def _pass(found: _Found, one: PaintPass) -> None:
    """The tasks of a pass in the order of its coats, and what they wait for beneath them."""
    steps = {step.id: step for step in one.steps}
    units = {unit.id for unit in one.units}
    for unit, coat in in_rounds(one):
        if coat == 1:
            _own_units(found, one, unit.id)
        _go(found, one, unit, [steps[id_] for id_ in unit.steps if steps[id_].coats >= coat], coat)
    for work in one.own:
        if work.before not in units:
            _own_task(found, one, work)


def _go(found: _Found, one: PaintPass, unit: Unit, own: Sequence[Step], coat: int) -> None:
    minutes = [found.pace * coat_minutes(step, one) for step in own]
    whole = unit.minutes - sum(
        found.pace * coat_minutes(step, one) for step in one.steps if step.id in set(unit.steps) - {s.id for s in own}
    )
    looking = 1 + STAND_BACK_MIN / STAND_BACK_EVERY_MIN
    id_ = unit.id if coat == 1 else f"{unit.id}#{coat}"
    found.tasks.append(
        Task(
            id_,
            "unit",
            unit.id,
            unit.words,
            whole * looking,
            coat,
            piles=(unit.mix, *unit.beside),
            areas=tuple(dict.fromkeys(step.area for step in own)),
            pass_number=one.number,
        )
    )
    at = (whole - sum(minutes)) * looking
    for step, laying in zip(own, minutes, strict=True):
        go = _Go(id_, at, max(0.0, (whole * looking) - at - laying * looking), step)
        at += laying * looking
        _what_lies_beneath(found, go, coat)
        found.goes.setdefault(step.id, []).append(go)
    for step in own:
        if coat == step.coats:
            for cell in step.cells:
                found.beneath.setdefault(cell, []).append(found.goes[step.id][-1])


def _what_lies_beneath(found: _Found, go: _Go, coat: int) -> None:
    """Waits of one coat: for the coat before, or for all that lies beneath the first."""
    step = go.step
    if coat > 1:
        before = found.goes[step.id][-1]
        found.wait(before.task, go.task, "coat", found.drying.between_coats(before.step) - before.tail - go.head)
        return
    kinds: dict[str, WaitKind] = {"none": "order", "touch-dry": "overcoat", "dry": "glaze"}
    for cell in step.cells:
        for below in found.beneath.get(cell, ()):
            least = found.drying.until(step.wait, below.step) - below.tail - go.head
            found.wait(below.task, go.task, kinds[step.wait], least)


def _own_units(found: _Found, one: PaintPass, before: str) -> None:
    for work in one.own:
        if work.before == before:
            _own_task(found, one, work, before)


def _own_task(found: _Found, one: PaintPass, work: OwnUnit, before: str | None = None) -> None:
    """Work that the painter added: after what stands before it in its pass, and before the unit it was put to.

    Pencil and chalk take no hold on wet paint, so they wait for all that was laid before them.
    """
    earlier = [task.id for task in found.tasks if task.pass_number == one.number]
    found.tasks.append(Task(work.id, "own", work.id, work.title, work.minutes, pass_number=one.number))
    for task in earlier:
        found.wait(task, work.id, "order")
    if work.tool != "brush":
        for goes in found.goes.values():
            found.wait(
                goes[-1].task, work.id, "overcoat", found.drying.until("touch-dry", goes[-1].step) - goes[-1].tail
            )
    if before is not None:
        found.wait(work.id, before, "order")


def _jobs(found: _Found, jobs: Iterable[Job]) -> None:
    """Jobs before a pass: after all that came before them, and before all that follows."""
    for job in jobs:
        if job.kind in _LAST_COATS:
            continue
        earlier = [task.id for task in found.tasks]
        number = f"job/{job.kind}/{job.before_pass}"
        minutes = found.pace * JOB_MINUTES[job.kind]
        piles = () if job.mix is None else (job.mix,)
        found.tasks.append(Task(number, "job", job.kind, job.title, minutes, piles=piles))
        for task in earlier:
            found.wait(task, number, "order")


def _order(found: _Found, pairs: Iterable[Pair]) -> None:
    """What the rules want, coat by coat; and every job before all that follows it in the plan."""
    for pair in pairs:
        first, then = found.goes.get(pair.before, []), found.goes.get(pair.after, [])
        for coat, go in enumerate(then):
            if first:
                found.wait(first[min(coat, len(first) - 1)].task, go.task, "order")
    for place, task in enumerate(found.tasks):
        if task.kind == "job":
            for later in found.tasks[place + 1 :]:
                found.wait(task.id, later.id, "order")


def _blending(found: _Found, passes: Sequence[PaintPass]) -> None:
    """What is blended is laid while its neighbour is wet; left out where that would turn the order in a circle."""
    import networkx as nx  # not asked for by a plan, and 0.1 s to load

    graph = nx.DiGraph()
    graph.add_nodes_from(task.id for task in found.tasks)
    graph.add_edges_from((wait.before, wait.after) for wait in found.waits.values())
    for one in passes:
        for step in one.steps:
            for beside in step.wet_with:
                if beside not in found.goes or step.id not in found.goes:
                    continue
                there, here = found.goes[beside][-1], found.goes[step.id][-1]
                most = found.drying.open(there.step) - there.tail - here.head
                if there.task == here.task or most < 0 or nx.has_path(graph, here.task, there.task):
                    continue
                graph.add_edge(there.task, here.task)
                found.wait(there.task, here.task, "while wet", 0.0, most)


def _mixing(found: _Found, piles: Mapping[str, Pile]) -> tuple[Task, ...]:
    """Every pile is mixed once, after the piles it is made from and before what is painted with it."""
    tasks: dict[str, Task] = {}

    def mixed(pile: str) -> str | None:
        if pile not in piles:
            return None
        id_ = f"mix/{pile}"
        if id_ not in tasks:
            before = [mixed(base) for base in piles[pile].bases]
            tasks[id_] = Task(id_, "mixing", pile, piles[pile].name, found.pace * MINUTES_PER_PILE, piles=(pile,))
            for base in before:
                if base is not None:
                    found.wait(base, id_, "mixing")
        return id_

    for task in found.tasks:
        if task.coat == 1:
            for pile in task.piles:
                ready = mixed(pile)
                if ready is not None:
                    found.wait(ready, task.id, "mixing")
    return tuple(tasks.values())


def _wet_windows(found: _Found) -> tuple[dict[str, float], dict[str, float]]:
    stays: dict[str, float] = {}
    dries: dict[str, float] = {}
    for goes in found.goes.values():
        for go in goes:
            stays[go.task] = max(stays.get(go.task, 0.0), found.drying.open(go.step) - go.tail)
            dries[go.task] = max(dries.get(go.task, 0.0), found.drying.overcoat(go.step) - go.tail)
    return stays, dries


def _afterwards(jobs: Iterable[Job], through: float) -> tuple[Afterwards, ...]:
    """Isolation coat and varnish: a day and more after what lies beneath them."""
    found: list[Afterwards] = []
    at = 0.0
    for job in jobs:
        if job.kind in _LAST_COATS:
            at += max(BEFORE_VARNISH_MIN, through) if not found else BEFORE_VARNISH_MIN
            found.append(Afterwards(job.title, at, job.why))
    return tuple(found)


def renamed(tasks: Tasks, prefix: str, piles: Mapping[str, str]) -> Tasks:
    """The tasks under ids of their own, as when two paintings are worked side by side; `piles` renames piles."""

    def pile(id_: str) -> str:
        return piles.get(id_, f"{prefix}{id_}")

    def task_id(id_: str) -> str:
        return f"mix/{pile(id_.removeprefix('mix/'))}" if id_.startswith("mix/") else f"{prefix}{id_}"

    return Tasks(
        tasks=tuple(
            replace(
                task,
                id=task_id(task.id),
                subject=pile(task.subject) if task.kind == "mixing" else f"{prefix}{task.subject}",
                piles=tuple(pile(one) for one in task.piles),
                areas=tuple(f"{prefix}{area}" for area in task.areas),
            )
            for task in tasks.tasks
        ),
        waits=tuple(replace(wait, before=task_id(wait.before), after=task_id(wait.after)) for wait in tasks.waits),
        stays_wet={task_id(id_): minutes for id_, minutes in tasks.stays_wet.items()},
        dries={task_id(id_): minutes for id_, minutes in tasks.dries.items()},
        afterwards=tasks.afterwards,
    )
