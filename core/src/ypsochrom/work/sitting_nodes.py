"""The schedule as nodes: a first good one at once, the best that is found in some seconds in the background."""

from dataclasses import dataclass
from typing import Any

from ..kit import codec
from ..kit.errors import NoSchedule
from ..kit.progress import Progress
from ..passes.films.drying import Drying
from ..passes.plan.pass_plan import PassPlan
from ..sittings.schedule import Schedule, find_schedule, in_hours
from ..sittings.solve import Found
from ..sittings.task import Tasks
from ..sittings.tasks import Painted, Pile, tasks_of
from .graph import Node, Work
from .inputs import Inputs


def painted_of(plan: PassPlan) -> Painted:
    """What of a pass plan is put on the clock."""
    ids = {mix.id for mix in plan.mixes}
    piles = {
        mix.id: Pile(
            mix.id,
            mix.name,
            tuple(dose.source for dose in mix.made_from if dose.source in ids),
            plan.volumes[mix.id],
        )
        for mix in plan.mixes
    }
    return Painted(plan.passes, plan.jobs, plan.pairs, piles)


def tasks_in(work: Work, plan: PassPlan) -> Tasks:
    """The tasks of a plan of this painting, for its painter in the air that it is painted in."""
    factors = work.inputs.factors
    drying = Drying(work.inputs.brief.sittings.climate, factors)
    return tasks_of(painted_of(plan), drying, factors.pace.value)


@dataclass(frozen=True)
class Scheduled:
    """The schedule, or why there can be none and what to do; that the plan does not fit into the sittings is no error of the
    plan."""

    schedule: Schedule | None
    message: str = ""
    hint: str = ""


def _found(work: Work, progress: Progress, effort: float) -> Scheduled:
    plan: PassPlan = work.now("passes")
    best = ""

    def better(found: Found) -> None:
        nonlocal best
        best = f": at most {in_hours(found.makespan_min - found.bound_min)} can be saved"

    def told(share: float, doing: str) -> None:
        progress(share, f"{doing}{best}")

    try:
        found = find_schedule(
            tasks_in(work, plan),
            painted_of(plan).piles,
            work.inputs.brief.sittings.asked,
            work.inputs.factors,
            effort=effort,
            better=better,
            progress=told,
        )
    except NoSchedule as error:
        return Scheduled(None, error.message, error.hint)
    return Scheduled(found)


def _took(i: Inputs) -> Any:
    return [i.brief.sittings.diary, i.brief.sittings.wishes, i.brief.sittings.deadline]


def _node(name: str, effort: float, doing: str, weight: float) -> Node[Scheduled]:
    return Node(
        name=name,
        version=1,
        needs=("passes",),
        takes={"your sittings": _took, "your own pace": lambda i: i.factors.pace},
        compute=lambda work, progress: _found(work, progress, effort),
        write=lambda found, _: codec.written(found),
        read=lambda body, _: codec.read(body, Scheduled),
        doing=doing,
        weight=weight,
    )


FIRST_SCHEDULE = _node("first schedule", 0.0, "laying the units into your sittings", 0.1)
SCHEDULE = _node("schedule", 1.0, "looking for a shorter schedule", 2.0)


def current_schedule(work: Work) -> Scheduled | None:
    """The best schedule that is up to date: the one that was searched for, else the first."""
    for node in (SCHEDULE.name, FIRST_SCHEDULE.name):
        if work.state(node) == "current":
            found: Scheduled | None = work.last(node)
            return found
    return None
