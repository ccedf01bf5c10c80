"""What the easel tells the log: minutes at every unit, piles mixed, doses weighed, paint taken and lost, coats seen to be dry.

Whatever a plan was made with, what was expected is told by the usual factors.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from types import MappingProxyType

from ..kit.errors import YpsochromError
from ..kit.sums import summed
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
        *_wiped(acts, worklist),
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


class _Piles:
    """The palette as acts tell it: of every pile what was there when somebody last looked, and what was to be taken since."""

    def __init__(self, worklist: WorkList) -> None:
        self.worklist = worklist
        self._planned: dict[str, float] = {}
        self._unknown_ml = 0.0
        self._known: dict[str, float] = {}
        self._laid_by: dict[str, ListedTask] = {}
        self._done: set[str] = set()

    def hear(self, act: Act) -> "_Look | None":
        """Take in an act; a look where it tells what was taken of a pile."""
        task = self.worklist.task_of.get(act.task or "")
        if act.kind == "done" and task is not None and task.id not in self._done:
            self._done.add(task.id)
            self._take(task)
        elif act.kind == "back" and act.task in self._done:
            self._known.clear()  # what was told no longer says what was painted
        elif act.kind == "left" and act.pile is not None and act.ml is not None:
            known, planned = self._known.get(act.pile), self._planned.get(act.pile, 0.0)
            self._known[act.pile], self._planned[act.pile] = act.ml, 0.0
            if known is not None:
                expected = planned / self.worklist.factors.taken
                return _Look(known - act.ml, expected, self._laid_by.get(act.pile))
        return None

    @property
    def unseen(self) -> float:
        """Of what nobody looked at since, what usual factors expect to have been taken."""
        return (sum(self._planned.values()) + self._unknown_ml) / self.worklist.factors.taken

    def settle(self, times: float) -> None:
        """Take it that of what nobody looked at so many times what usual factors expect was taken."""
        for pile, ml in self._planned.items():
            if pile in self._known:
                self._known[pile] -= times * ml / self.worklist.factors.taken
            self._planned[pile] = 0.0
        self._unknown_ml = 0.0

    def _take(self, task: ListedTask) -> None:
        if task.kind == "mixing":
            pile = self.worklist.pile_of.get(task.subject)
            if pile is not None:
                self._known[task.subject], self._planned[task.subject] = pile.volume_ml, 0.0
        for pile_id, ml in task.uses.items():
            known = pile_id in self._known
            if task.kind == "mixing":
                if known:
                    self._known[pile_id] -= ml  # measured into another pile
            elif known:
                self._planned[pile_id] += ml
                self._laid_by[pile_id] = task
            else:
                self._unknown_ml += ml


@dataclass(frozen=True)
class _Look:
    """Between two looks at a pile: ml taken, what usual factors expect, and the task that last took of it."""

    found: float
    expected: float
    last: ListedTask | None

    @property
    def tells(self) -> bool:
        """Whether more was taken than the eye errs by."""
        return self.expected >= LEAST_ML and self.found > 0


def _paint(acts: Sequence[Act], worklist: WorkList) -> Iterator[Fact]:
    """Between two looks at a pile: what was taken of it, and what its tasks were to take."""
    piles = _Piles(worklist)
    for act in acts:
        look = piles.hear(act)
        if look is not None and look.tells:
            also: dict[By, str] = {"brush": look.last.brush} if look.last is not None and look.last.brush else {}
            technique = "" if look.last is None else look.last.technique
            yield f"ml/{act.id}", act.at, "ml", technique, look.expected, look.found, also


LOOKED_AT = 0.5
"""Of what was to be taken at least so much has to have been looked at, before what was wiped off says how much is lost."""


def _wiped(acts: Sequence[Act], worklist: WorkList) -> Iterator[Fact]:
    """What was wiped off and rinsed out, of all that was taken since that was last told.

    Of piles that nobody looked at as much was taken, against what was to be, as of those that somebody did.
    """
    piles, looks = _Piles(worklist), list[_Look]()
    for act in acts:
        look = piles.hear(act)
        if look is not None and look.tells:
            looks.append(look)
        elif act.kind == "wiped" and act.ml is not None:
            seen, found = sum(one.expected for one in looks), sum(one.found for one in looks)
            times = found / seen if seen > 0 else 1.0
            if seen > 0 and seen >= LOOKED_AT * (seen + piles.unseen):
                brush = _mostly(looks, lambda task: task.brush)
                also: dict[By, str] = {"brush": brush} if brush else {}
                technique = _mostly(looks, lambda task: task.technique)
                yield f"loss/{act.id}", act.at, "loss", technique, found + times * piles.unseen, act.ml, also
            looks.clear()
            piles.settle(times)


MOSTLY = 2 / 3
"""From this share of the paint on, what is told of all of it is told of one technique, or of one brush."""


def _mostly(looks: Sequence[_Look], of: Callable[[ListedTask], str]) -> str:
    """What most of the paint was laid with; "" where nothing took so much of it."""
    took = summed(("" if look.last is None else of(look.last), look.found) for look in looks)
    most = max(took, key=lambda one: took[one])
    return most if took[most] >= MOSTLY * sum(took.values()) else ""


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
