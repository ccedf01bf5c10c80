"""When a painting is not done by its day: what has to give, and what that buys.

More or longer sittings, a quicker method, a smaller size, with the hours each of them takes.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Literal

from ..kit.progress import Progress, silent
from ..materials.shelf import Tube
from ..materials.supplies import Medium
from ..materials.support import Support
from ..passes.plan.compare import at_size
from ..passes.plan.pass_plan import PassPlan, find_passes
from ..passes.scene import Choices, Scene
from ..passes.schools import SCHOOLS
from .calendar import begin_of, sittings_of
from .placing import first_answer
from .schedule import Asked, deadline_of
from .task import Tasks

Gives = Literal["longer sittings", "another method", "smaller", "fewer passes"]

_SMALLER = (0.8, 0.65, 0.5)
_LONGER = (1.25, 1.5, 2.0)
_SPARED = ("glaze", "accent", "highlight", "overlap", "restating")
"""Roles whose passes can be left out and the picture still stands; by the begin of their names."""

_ORDER: tuple[Gives, ...] = ("longer sittings", "fewer passes", "smaller", "another method")
"""What changes the picture least first."""

_ROOM = 1.6


@dataclass(frozen=True)
class Giving:
    """One way to be done in time: what gives, that in words, its hours of work, when it is done (UTC), and whether in time."""

    gives: Gives
    words: str
    hours: float
    done: datetime | None
    in_time: bool
    trade: str


def what_gives(
    scene: Scene,
    plan: PassPlan,
    choices: Choices,
    tubes: Sequence[Tube],
    mediums: Sequence[Medium],
    asked: Asked,
    tasks_of_plan: Callable[[PassPlan], Tasks],
    progress: Progress = silent,
) -> tuple[Giving, ...]:
    """All ways, those that are in time first and of these the one that changes least; about 4 s, so in the background."""
    found = [*_longer(tasks_of_plan(plan), asked)]
    progress(0.05, "leaving out passes")
    found += fewer_passes(plan, asked, tasks_of_plan)
    others = [key for key in SCHOOLS if key != choices.school]
    for number, key in enumerate(others):
        progress(0.1 + 0.6 * number / len(others), f"trying {SCHOOLS[key].title.lower()}")
        other = tasks_of_plan(find_passes(scene, tubes, choices.as_school(key), mediums))
        trade = SCHOOLS[key].idea
        found.append(_giving("another method", SCHOOLS[key].title, other, asked, trade))
    for number, by in enumerate(_SMALLER):
        progress(0.7 + 0.3 * number / len(_SMALLER), "trying a smaller panel")
        size = Support(round(scene.support.width_mm * by / 10) * 10, round(scene.support.height_mm * by / 10) * 10)
        other = tasks_of_plan(find_passes(at_size(scene, size), tubes, choices, mediums))
        words = f"{size.width_mm:g} x {size.height_mm:g} mm"
        found.append(_giving("smaller", words, other, asked, "the same picture on a smaller panel; details lose first"))
    return tuple(sorted(_least_of_each(found), key=lambda one: (not one.in_time, _ORDER.index(one.gives), one.hours)))


def _least_of_each(found: Sequence[Giving]) -> list[Giving]:
    """Of what can be done more or less of (length, size) the least that is in time, or the most; of methods all."""
    kept = [one for one in found if one.gives in ("another method", "fewer passes")]
    for gives in ("longer sittings", "smaller"):
        own = [one for one in found if one.gives == gives]
        kept += [next((one for one in own if one.in_time), own[-1])]
    return kept


def _longer(tasks: Tasks, asked: Asked) -> list[Giving]:
    found = []
    for times in _LONGER:
        diary = replace(
            asked.diary,
            recurring=tuple(replace(one, minutes=min(16 * 60.0, one.minutes * times)) for one in asked.diary.recurring),
        )
        longest = max((one.minutes for one in diary.recurring), default=0.0)
        words = f"sittings of {longest / 60:.1f} h"
        found.append(_giving("longer sittings", words, tasks, replace(asked, diary=diary), "nothing of the picture"))
    return found


def fewer_passes(plan: PassPlan, asked: Asked, tasks_of_plan: Callable[[PassPlan], Tasks]) -> list[Giving]:
    """The plan without one of the passes, or parts of a pass, that can be spared; the last first."""
    found = []
    spared = [(one, part) for one in plan.passes for part in one.parts if part.startswith(_SPARED)]
    for one, part in reversed(spared):
        passes = [other.without(part) if other is one else other for other in plan.passes]
        left = replace(plan, passes=tuple(other for other in passes if other.units))
        words = f"without pass {one.number}, {part}" if len(one.parts) == 1 else f"without {part} in pass {one.number}"
        found.append(_giving("fewer passes", words, tasks_of_plan(left), asked, one.why))
    return found


def _giving(gives: Gives, words: str, tasks: Tasks, asked: Asked, trade: str) -> Giving:
    done = done_by(tasks, asked)
    last = None if asked.deadline is None else deadline_of(asked.deadline, asked.diary.zone)
    in_time = done is not None and (last is None or done <= last)
    return Giving(gives, words, tasks.minutes / 60, done, in_time, trade)


def done_by(tasks: Tasks, asked: Asked) -> datetime | None:
    """When a plan is done in these sittings, by a first good schedule; None where it does not fit into a year."""
    sittings = sittings_of(replace(asked.diary, days=None), tasks.minutes * _ROOM)
    begins: Mapping[str, float] | None = first_answer(tasks, [s for one in sittings for s in one.stretches])
    if begins is None:
        return None
    last = max(begins[task.id] + task.minutes for task in tasks.tasks)
    return begin_of(asked.diary) + timedelta(minutes=last)
