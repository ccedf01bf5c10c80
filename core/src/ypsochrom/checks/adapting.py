"""What came out otherwise and may stay: how the units still to come keep its distance to them."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..areas.borders import border_lengths
from ..colour import munsell
from ..colour.types import LabTriple
from .colours import AreaFinding
from .mend import is_value_off
from .stage import CheckedArea, PlannedStage, PlannedWork

_MOST_SHIFT = 0.8
_KEPT = 0.8
"""How much of what an area is off its neighbours follow: most of the distance stays, and faults do not grow."""

_APART = 0.4
"""Areas that were to differ by less than this have no distance to keep."""

_LEAST_TOUCH_MM = 15.0
_MOST_OFFERS = 4


@dataclass(frozen=True)
class Offer:
    """An area (id) that came out lighter or darker by `error` steps, and a neighbour still to be painted that would follow.

    `shift` is by how much, in Munsell steps; `words` say it in a sentence.
    """

    area: str
    neighbour: str
    error: float
    shift: float
    pass_number: int
    words: str


def offers(stage: PlannedStage, findings: Sequence[AreaFinding]) -> tuple[Offer, ...]:
    """By what the remaining units could follow areas that came out plainly lighter or darker, the longest border first."""
    off = {
        one.area: one.value_error
        for one in findings
        if one.looks_like is None and is_value_off(one) and stage.covered_later(one.area) is None
    }
    if not off:
        return ()
    areas = {area.index: area for area in stage.areas}
    value = {one.area: float(munsell.lab_to_value(np.array(one.planned))) for one in findings}
    touching = sorted(border_lengths(stage.labels, stage.support).items(), key=lambda pair: -pair[1])
    found: dict[str, Offer] = {}
    for pair, length_mm in touching:
        for area, other in itertools.permutations(areas[index] for index in pair):
            later = stage.covered_later(other.id)
            if length_mm < _LEAST_TOUCH_MM or area.id not in off or other.id in off or later is None:
                continue
            if other.id in value and abs(value[area.id] - value[other.id]) >= _APART:
                found.setdefault(other.id, _offer(area, other, off[area.id], later))
    return tuple(found.values())[:_MOST_OFFERS]


def _offer(area: CheckedArea, other: CheckedArea, error: float, later: PlannedWork) -> Offer:
    shift = float(np.clip(_KEPT * error, -_MOST_SHIFT, _MOST_SHIFT))
    way = "lighter" if error > 0 else "darker"
    words = (
        f"“{area.name}” came out {abs(error):.1f} {way}: keep its distance to “{other.name}” by painting that "
        f"{abs(shift):.1f} {way} in pass {later.pass_number}"
    )
    return Offer(area.id, other.id, error, shift, later.pass_number, words)


def moved_target(planned: LabTriple, shift: float) -> LabTriple:
    """A colour (CIELAB) lighter or darker by so many Munsell steps, hue and chroma kept."""
    value = float(np.clip(munsell.lab_to_value(np.array(planned)) + shift, 0.5, 9.6))
    return float(munsell.value_to_lightness(np.array(value))), planned[1], planned[2]
