"""How long a plan takes one pair of hands, and what it waits for: rough figures until the logbook knows the painter's own.

Common practice: an afternoon for a landscape of 30 x 40 cm, about two hours for three passes on site; a thin layer can be painted
over after about ten minutes, a glaze asks for paint that is dry through. The rates are from memory.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from ..factors import USUAL_FACTORS, Factors
from ..step import Job, PaintPass, Step

CM2_PER_MIN_PER_MM = 2.0
"""Surface a brush covers in a minute, for each mm of its width."""

MINUTES_PER_PASS, MINUTES_PER_PILE, MINUTES_PER_STEP = 4.0, 2.0, 0.25
"""Setting out and standing back, mixing a pile the first time it is used, turning to another part."""

_JOB_MINUTES = {
    "drawing": 20.0, "sealing coat": 5.0, "muting layer": 8.0, "re-stating": 15.0, "sides": 15.0, "signature": 3.0,
    "isolation coat": 5.0, "varnish": 10.0,
}  # fmt: skip

TOUCH_DRY_MIN_AT_60_UM = 10.0
THROUGH = 3.0
"""Dry through takes about three times as long as dry to the touch; from memory."""


@dataclass(frozen=True)
class Pace:
    """Hours of work, number of waits, and the minutes of waiting that no other part of the pass fills."""

    hours: float
    waits: int
    wait_minutes: float


def touch_dry_minutes(wet_um: float, drying: float = 1.0) -> float:
    """Minutes until a film is dry to the touch, in proportion to its thickness, in an ordinary room; `drying` multiplies them."""
    return TOUCH_DRY_MIN_AT_60_UM * wet_um / 60.0 * drying


def pace_of(passes: Sequence[PaintPass], jobs: Sequence[Job], piles: int, factors: Factors = USUAL_FACTORS) -> Pace:
    """The pace of a plan that is painted with so many piles, for a painter with these factors."""
    pace, drying = factors.pace.value, factors.drying.value
    minutes = pace * sum(_JOB_MINUTES[job.kind] for job in jobs)
    minutes += pace * MINUTES_PER_PILE * piles
    waits, waited = 0, 0.0
    for before, paint_pass in zip((None, *passes), passes, strict=False):
        work = pass_minutes(paint_pass, pace)
        minutes += work
        wait = _wait_minutes(before, paint_pass) * drying
        if wait:
            waits += 1
            waited += wait
        between = _between_coats(paint_pass) * drying
        if between:
            waits += 1
            waited += max(0.0, between - work)
    return Pace(minutes / 60, waits, waited)


def pass_minutes(paint_pass: PaintPass, pace: float = 1.0) -> float:
    """Hands-on minutes of a pass, its piles mixed already; `pace` multiplies them."""
    rate = paint_pass.brush_mm * CM2_PER_MIN_PER_MM
    painting = sum(step.area_cm2 * step.coats / rate + MINUTES_PER_STEP * step.coats for step in paint_pass.steps)
    return pace * (MINUTES_PER_PASS + painting)


def _wait_minutes(before: PaintPass | None, paint_pass: PaintPass) -> float:
    """What is left to wait before a pass: its first step asks for the film laid last to be dry, as far as it asks at all."""
    if before is None:
        return 0.0
    asks = {step.wait for step in paint_pass.steps}
    if asks == {"none"}:
        return 0.0
    film = max(step.film_um for step in before.steps)
    return touch_dry_minutes(film) * (THROUGH if "dry" in asks else 1.0)


def _between_coats(paint_pass: PaintPass) -> float:
    coated: list[Step] = [step for step in paint_pass.steps if step.coats > 1]
    return max(
        (
            (step.coats - 1) * touch_dry_minutes(step.film_um) * (THROUGH if step.technique == "glaze" else 1.0)
            for step in coated
        ),
        default=0.0,
    )
