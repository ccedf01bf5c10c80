"""What the easel tells the log: minutes at every unit, piles mixed, doses weighed, paint really taken, coats seen to be dry.

Whatever a plan was made with, what was expected is told by the usual factors.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from datetime import datetime
from types import MappingProxyType

from ..kit.errors import YpsochromError
from ..sittings.easel.acts import Act
from ..sittings.easel.clocks import minutes_of
from ..sittings.easel.course import course_of
from ..sittings.easel.worklist import ListedTask, WorkList
from ..sky.air import Climate
from .observation import By, Observation, What

LEAST_ML = 0.15
"""Less than three drops between two looks at a pile is the eye's error, not the hand's paint."""

TICKED = 0.1
"""A task that took less than this of its minutes was ticked off, not timed."""


def seen_at_the_easel(
    acts: Sequence[Act], worklist: WorkList, climate: Climate, now: datetime, painting: str
) -> tuple[Observation, ...]:
    """Observations from acts in their order (`acts.in_order`); what cannot have been is left out."""
    facts = (
        *_minutes(acts, worklist, climate, now),
        *_paint(acts, worklist),
        *_weighed(acts, worklist),
        *_dry(acts, worklist, climate),
    )
    found = []
    for key, at, what, of, expected, seen, also in facts:
        try:
            found.append(Observation(f"{painting}/{key}", at, painting, what, of, expected, seen, also))
        except YpsochromError:
            continue
    return tuple(found)


Fact = tuple[str, datetime, What, str, float, float, Mapping[By, str]]
_NO_OTHER: Mapping[By, str] = MappingProxyType({})


def _minutes(acts: Sequence[Act], worklist: WorkList, climate: Climate, now: datetime) -> Iterator[Fact]:
    course = course_of(acts, worklist, climate, now)
    pace = worklist.factors.pace.value
    for task in worklist.tasks:
        went = course.tasks.get(task.id)
        if went is None or went.state != "done" or went.done_at is None:
            continue
        expected, found = task.minutes / pace, went.worked_s / 60
        if found >= TICKED * expected and task.kind in ("unit", "mixing"):
            what: What = "minutes" if task.kind == "unit" else "mixing"
            yield f"{what}/{task.id}", went.done_at, what, task.technique, expected, found, _parted(task, worklist)


MANY_PARTS, MANY_EDGES = 4, 3
"""From here on a unit counts as one of many parts, or of many edges to mind; from memory."""


def _parted(task: ListedTask, worklist: WorkList) -> dict[By, str]:
    """How else the minutes of a unit are parted: by depth, by its parts, edges and brush; nothing for other tasks."""
    if task.kind != "unit":
        return {}
    found: dict[By, str] = {
        "parts": "many parts" if len(task.passages) >= MANY_PARTS else "few parts",
        "edges": "many edges" if len(task.edges) >= MANY_EDGES else "few edges",
        "depth": _plane(task, worklist),
        "brush": task.brush,
    }
    return {by: of for by, of in found.items() if of}


def _plane(task: ListedTask, worklist: WorkList) -> str:
    """The plane of depth that a unit paints; "" where it paints several, or nobody said."""
    planes = {area.plane for area in worklist.areas if area.id in task.areas}
    return planes.pop() if len(planes) == 1 else ""


def _paint(acts: Sequence[Act], worklist: WorkList) -> Iterator[Fact]:
    """Between two looks at a pile: what was taken of it, and what its tasks were to take."""
    known: dict[str, float] = {}
    planned: dict[str, float] = {}
    laid_by: dict[str, ListedTask] = {}
    done: set[str] = set()
    for act in acts:
        task = worklist.task_of.get(act.task or "")
        if act.kind == "done" and task is not None and task.id not in done:
            done.add(task.id)
            _taken(task, worklist, known, planned, laid_by)
        elif act.kind == "back" and act.task in done:
            known.clear()  # what was told no longer says what was painted
        elif act.kind == "left" and act.pile in known and act.ml is not None:
            found, expected = known[act.pile] - act.ml, planned[act.pile] / worklist.factors.taken
            if expected >= LEAST_ML and found > 0:
                last = laid_by.get(act.pile)
                also: dict[By, str] = {"brush": last.brush} if last is not None and last.brush else {}
                yield f"ml/{act.id}", act.at, "ml", "" if last is None else last.technique, expected, found, also
            known[act.pile], planned[act.pile] = act.ml, 0.0


def _taken(
    task: ListedTask,
    worklist: WorkList,
    known: dict[str, float],
    planned: dict[str, float],
    laid_by: dict[str, ListedTask],
) -> None:
    if task.kind == "mixing":
        pile = worklist.pile_of.get(task.subject)
        if pile is not None:
            known[task.subject], planned[task.subject] = pile.volume_ml, 0.0
    for pile_id, ml in task.uses.items():
        if pile_id not in known:
            continue
        if task.kind == "mixing":
            known[pile_id] -= ml  # measured into another pile
        else:
            planned[pile_id] += ml
            laid_by[pile_id] = task


def _weighed(acts: Sequence[Act], worklist: WorkList) -> Iterator[Fact]:
    """Doses on the scale against those planned; of several weighings of one dose the last."""
    last: dict[tuple[str, str], Act] = {}
    for act in acts:
        if act.kind == "weighed" and act.pile is not None:
            last[act.pile, act.text] = act
    for (pile, source), act in last.items():
        planned = (dose for dose in worklist.pile_of[pile].doses) if pile in worklist.pile_of else ()
        dose = next((one for one in planned if one.source == source), None)
        if dose is not None and act.ml is not None:
            yield f"dose/{act.id}", act.at, "dose", "", dose.volume_ml, act.ml, _NO_OTHER


def _dry(acts: Sequence[Act], worklist: WorkList, climate: Climate) -> Iterator[Fact]:
    """Coats that the painter found dry to the touch, against the model in the air of that time."""
    laid: dict[str, datetime] = {}
    air = climate
    for act in acts:
        if act.kind == "air" and act.climate is not None:
            air = act.climate
        elif act.kind == "done" and act.task is not None:
            laid.setdefault(act.task, act.at)
        elif act.kind == "back" and act.task is not None:
            laid.pop(act.task, None)
        elif act.kind == "dry" and act.task in laid and act.task in worklist.laid:
            films = replace(worklist.laid[act.task], first_factor=1.0, last_factor=1.0)
            expected = minutes_of(films, air).overcoat_min
            found = (act.at - laid[act.task]).total_seconds() / 60
            medium = worklist.task_of[act.task].medium.split(",")[0]
            yield f"drying/{act.id}", act.at, "drying", medium, expected, found, _NO_OTHER
