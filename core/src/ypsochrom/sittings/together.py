"""Two paintings worked side by side: piles that serve both are mixed once, and one panel is painted while the other dries."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from ..kit.progress import Progress, silent
from ..passes.amounts.keeping import SharedPile
from ..passes.factors import USUAL_FACTORS, Factors
from .schedule import AS_IT_COMES, Asked, Schedule, find_schedule
from .task import Task, Tasks
from .tasks import Pile, renamed

MINE, THEIRS = "1:", "2:"
"""What stands before the ids of the two paintings' tasks."""


@dataclass(frozen=True)
class Together:
    """Both in one schedule, and what it saves against one painting after the other in the same sittings (minutes, fresh
    piles)."""

    schedule: Schedule
    saved_hands_min: float
    saved_waits_min: float
    shared: tuple[SharedPile, ...]


def side_by_side(
    mine: Tasks,
    theirs: Tasks,
    shared: Sequence[SharedPile],
    piles: tuple[Mapping[str, Pile], Mapping[str, Pile]],
    asked: Asked = AS_IT_COMES,
    factors: Factors = USUAL_FACTORS,
    *,
    effort: float = 0.5,
    progress: Progress = silent,
) -> Together:
    """One schedule for two paintings; wishes for single units are left aside."""
    same = {pile.theirs: f"{MINE}{pile.mine}" for pile in shared}
    one, other = renamed(mine, MINE, {}), renamed(theirs, THEIRS, same)
    mixed = {task.id for task in one.tasks}
    kept = [task for task in other.tasks if not (task.kind == "mixing" and task.id in mixed)]
    bases_of_shared = {f"mix/{pile}" for pile in same.values()}
    both = Tasks(
        tasks=_side_by_side(one.tasks, kept),
        waits=tuple(
            dict.fromkeys(
                (
                    *one.waits,
                    *(wait for wait in other.waits if wait.after not in bases_of_shared or wait.kind != "mixing"),
                )
            )
        ),
        stays_wet={**one.stays_wet, **other.stays_wet},
        dries={**one.dries, **other.dries},
        afterwards=one.afterwards,
    )
    names = {
        **{f"{MINE}{id_}": replace(pile, id=f"{MINE}{id_}") for id_, pile in piles[0].items()},
        **{f"{THEIRS}{id_}": replace(pile, id=f"{THEIRS}{id_}") for id_, pile in piles[1].items()},
    }
    freely = replace(asked, wishes={}, deadline=None)
    schedule = find_schedule(both, names, freely, factors, effort=effort, progress=progress)
    alone = [find_schedule(tasks, {}, freely, factors, effort=0.2) for tasks in (mine, theirs)]
    waited = sum(_idle(found) for found in alone)
    return Together(
        schedule=schedule,
        saved_hands_min=mine.minutes + theirs.minutes - both.minutes,
        saved_waits_min=max(0.0, waited - _idle(schedule)),
        shared=tuple(shared),
    )


def _side_by_side(mine: Sequence[Task], theirs: Sequence[Task]) -> tuple[Task, ...]:
    """Both plans' tasks with passes that are about as far on beside each other: the grounds of both, then the block-ins of
    both."""

    def placed(tasks: Sequence[Task], side: int) -> list[tuple[float, int, int, Task]]:
        last = max((task.pass_number for task in tasks), default=0) or 1
        at, found = 0, []
        for place, task in enumerate(tasks):
            at = task.pass_number or at  # a job goes with what stands before it
            found.append((0.0 if task.kind == "mixing" else at / last, side, place, task))
        return found

    both = sorted([*placed(mine, 0), *placed(theirs, 1)], key=lambda one: one[:3])
    return tuple(task for *_, task in both)


def _idle(schedule: Schedule) -> float:
    """Minutes within the sittings in which there is nothing to do before the last stroke."""
    inside = sum(
        max(0.0, min(end, schedule.makespan_min) - start) for one in schedule.sittings for start, end in one.stretches
    )
    return max(0.0, inside - schedule.hands_on_min)
