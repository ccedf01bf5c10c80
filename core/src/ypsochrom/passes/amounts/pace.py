"""How long a plan takes one pair of hands, and how long it waits: the sum of its units and jobs."""

from collections.abc import Sequence
from dataclasses import dataclass

from ..factors import USUAL_FACTORS, Factors
from ..step import Job, PaintPass
from ..units.clock import Waiting
from ..units.minutes import MINUTES_PER_PASS, MINUTES_PER_PILE

JOB_MINUTES = {
    "drawing": 20.0, "sealing coat": 5.0, "muting layer": 8.0, "re-stating": 15.0, "sides": 15.0, "signature": 3.0,
    "isolation coat": 5.0, "varnish": 10.0,
}  # fmt: skip


@dataclass(frozen=True)
class Pace:
    """Hours of work, number of waits, and the minutes of waiting that no other unit of the plan fills."""

    hours: float
    waits: int
    wait_minutes: float


def pace_of(
    passes: Sequence[PaintPass],
    jobs: Sequence[Job],
    piles: int,
    waiting: Waiting,
    factors: Factors = USUAL_FACTORS,
) -> Pace:
    """The pace of a plan that is painted with so many piles, for a painter with these factors."""
    pace = factors.pace.value
    minutes = pace * (sum(JOB_MINUTES[job.kind] for job in jobs) + MINUTES_PER_PILE * piles)
    minutes += sum(pass_minutes(one, pace) for one in passes)
    return Pace(minutes / 60, waiting.times, waiting.minutes)


def pass_minutes(one: PaintPass, pace: float = 1.0) -> float:
    """Hands-on minutes of a pass, its piles mixed already; `pace` multiplies what is not in its units."""
    own = sum(work.minutes for work in one.own)
    return pace * MINUTES_PER_PASS + sum(unit.total_minutes for unit in one.units) + own
