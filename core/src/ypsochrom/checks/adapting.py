"""What came out otherwise and may stay: how the units still to come keep its distance to them."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..colour import munsell
from ..colour.types import LabTriple
from .colours import AreaFinding
from .mend import is_value_off
from .stage import PlannedStage

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
    areas = {area.id: area for area in stage.areas}
    by_index = {area.index: area.id for area in stage.areas}
    off = {
        one.area: one.value_error
        for one in findings
        if one.looks_like is None and is_value_off(one) and stage.covered_later(one.area) is None
    }
    value = {one.area: float(munsell.lab_to_value(np.array(one.planned))) for one in findings}
    found = []
    for length, first, second in _touching(stage):
        for area, neighbour in ((by_index[first], by_index[second]), (by_index[second], by_index[first])):
            later = stage.covered_later(neighbour)
            if area not in off or neighbour in off or later is None or neighbour not in value:
                continue
            if length < _LEAST_TOUCH_MM or abs(value[area] - value[neighbour]) < _APART:
                continue
            shift = float(np.clip(_KEPT * off[area], -_MOST_SHIFT, _MOST_SHIFT))
            found.append(
                (
                    length,
                    _offer(
                        areas[area].name, areas[neighbour].name, area, neighbour, off[area], shift, later.pass_number
                    ),
                )
            )
    found.sort(key=lambda pair: -pair[0])
    once: dict[str, Offer] = {}
    for _, one in found:
        once.setdefault(one.neighbour, one)
    return tuple(once.values())[:_MOST_OFFERS]


def _offer(name: str, other: str, area: str, neighbour: str, error: float, shift: float, number: int) -> Offer:
    way = "lighter" if error > 0 else "darker"
    words = (
        f"“{name}” came out {abs(error):.1f} {way}: keep its distance to “{other}” by painting that {abs(shift):.1f} {way} "
        f"in pass {number}"
    )
    return Offer(area, neighbour, error, shift, number, words)


def _touching(stage: PlannedStage) -> list[tuple[float, int, int]]:
    """Pairs of areas (indices) that touch, and along how many mm; level and upright steps count alike."""
    labels = np.asarray(stage.labels, dtype=np.int64)
    count = int(labels.max()) + 1
    pairs = []
    for here, there in ((labels[:, 1:], labels[:, :-1]), (labels[1:], labels[:-1])):
        differs = here != there
        pairs.append(np.minimum(here[differs], there[differs]) * count + np.maximum(here[differs], there[differs]))
    keys, numbers = np.unique(np.concatenate(pairs), return_counts=True)
    return [
        (float(n) * stage.mm_per_px, *divmod(key, count))
        for key, n in zip(keys.tolist(), numbers.tolist(), strict=True)
    ]


def moved_target(planned: LabTriple, shift: float) -> LabTriple:
    """A colour (CIELAB) lighter or darker by so many Munsell steps, hue and chroma kept."""
    value = float(np.clip(munsell.lab_to_value(np.array(planned)) + shift, 0.5, 9.6))
    return float(munsell.value_to_lightness(np.array(value))), planned[1], planned[2]
