"""What a plan would take with other factors, told without planning anew: hours, waits, and between which ends the paint."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from ...kit.sums import summed
from ...mixes.blends import from_piles
from ..amounts.quantities import mix_volumes, pile_uses
from ..factors import Factors
from ..films.layers import MOST_COATS
from ..manners import NOT_COVERING
from ..step import Step
from .layering import BY_COVER
from .pass_plan import PassPlan, thinned

Coats = Callable[[Step, float], int]
"""How many coats a step takes when every coat is so many times as thick."""


@dataclass(frozen=True)
class PlanChange:
    """What a plan takes, and about what it would take: hours of work, minutes of waiting, ml of paint between two ends.

    Only planning can tell how many coats cover when films are thicker or thinner: that is left open from `ml_least` to `ml_most`.
    """

    hours: float
    hours_after: float
    wait_min: float
    wait_min_after: float
    ml: float
    ml_least: float
    ml_most: float


def foretold(plan: PassPlan, made_with: Factors, other: Factors) -> PlanChange:
    """What a plan that was made with some factors would take by others."""
    return PlanChange(
        plan.pace.hours,
        plan.pace.hours * other.pace.value / made_with.pace.value,
        plan.pace.wait_minutes,
        plan.pace.wait_minutes * other.drying.value / made_with.drying.value,
        sum(need.volume_ml for need in plan.paint),
        *(_paint_ml(plan, made_with, other, coats) for coats in (_fewest_coats, _most_coats)),
    )


def _paint_ml(plan: PassPlan, made_with: Factors, other: Factors, coats: Coats) -> float:
    """All paint from tubes, in piles that are measured as the plan's are."""
    film = other.film.value / made_with.film.value
    taken = (1 - made_with.loss.value) / (1 - other.loss.value)

    ground = {step.id for one in plan.passes if one.role == _GROUND for step in one.steps}

    def again(step: Step) -> Step:
        much = taken * (1.0 if step.id in ground else film * coats(step, film) / step.coats)
        return replace(step, volume_ml=step.volume_ml * much, medium_ml=step.medium_ml * much)

    passes = [replace(one, steps=tuple(again(step) for step in one.steps)) for one in plan.passes]
    jobs = [replace(job, volume_ml=job.volume_ml * taken, medium_ml=job.medium_ml * taken) for job in plan.jobs]
    painted = from_piles(mix_volumes(passes), plan.blends)
    in_jobs = summed((job.mix, job.volume_ml) for job in jobs if job.mix is not None)
    uses = pile_uses(plan.mixes, painted, in_jobs, from_piles(thinned(passes, jobs), plan.blends))
    return sum(use.volume_ml - use.taken_ml for use in uses.values())


_GROUND = "ground"


def _by_rule(step: Step) -> bool:
    """Whether its coats are as many as it takes to cover; of several it says so."""
    said = any(one.rule == BY_COVER for one in step.reasons)
    return step.technique not in NOT_COVERING and (step.coats == 1 or said)


def _fewest_coats(step: Step, film: float) -> int:
    """One coat fewer did not cover."""
    return min(MOST_COATS, math.floor((step.coats - 1) / film) + 1) if _by_rule(step) else step.coats


def _most_coats(step: Step, film: float) -> int:
    """So many covered, or were the most that are planned."""
    if not _by_rule(step):
        return step.coats
    return MOST_COATS if step.coats == MOST_COATS else min(MOST_COATS, math.ceil(step.coats / film - 1e-9))
