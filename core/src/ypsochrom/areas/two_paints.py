"""Areas that hold two colours of one value: a lemon with the edge of a cloth. Painted as one both get a colour between them."""

from dataclasses import dataclass

import numpy as np

from ..colour.types import Float, Lab, LabTriple, triple
from .families import FAMILIES, MIDDLE
from .pixels import in_cells
from .splitting import higher_class, main_hue_axis

LEAST_APART = 25.0
"""Colours of one value that differ by so much in hue and chroma (CIELAB) are two paints to anybody. From memory."""

MOST_LIGHTER, LEAST_LIGHT = 12.0, 15.0
"""Their lightness (L*) differs by no more than this, else the hue may be that of more light; below the second all is dark."""

LEAST_CM2, LEAST_SHARE = 2.0, 0.2
"""And each covers so much, and such a share of what is of this value."""

_PARTED = 0.8
"""The two explain so much of the variation in hue and chroma: there is little between them. Of an even run they explain 0.75."""

_CELL_MM, _EVERY = 4.0, 4
"""Colours are averaged over cells of a brush's width, so that stripes and texture are no second paint; a quarter of the pixels
will do."""


@dataclass(frozen=True)
class TwoPaints:
    """Two colours (CIELAB) of one value, the larger first, with the cm2 of each."""

    larger: LabTriple
    smaller: LabTriple
    larger_cm2: float
    smaller_cm2: float


def two_paints(lab: Lab, kinds: np.ndarray, spots_mm: Float, px_cm2: float) -> TwoPaints | None:
    """The two colours of an area's pixels, if they are two: their colours (n, 3), families (n,), and places (n, 2) in mm.

    Looked for in shadow, half-tone and light apart, so that light and shadow of one thing are not taken for two.
    """
    lab, kinds, spots_mm = lab[::_EVERY], kinds[::_EVERY], spots_mm[::_EVERY]
    each_cm2 = px_cm2 * _EVERY
    found = [
        two
        for family in MIDDLE
        if (inside := kinds == FAMILIES.index(family)).sum() * each_cm2 >= 2 * LEAST_CM2
        and (two := _two(*in_cells(lab[inside], spots_mm[inside], _CELL_MM), each_cm2)) is not None
    ]
    return max(found, key=lambda two: two.smaller_cm2, default=None)


def _two(weight: Float, _place: Float, lab: Lab, each_cm2: float) -> TwoPaints | None:
    middle = np.average(lab[:, 1:], axis=0, weights=weight)
    total = _spread(lab, weight, middle)
    if total < LEAST_SHARE * (1 - LEAST_SHARE) * LEAST_APART**2 * weight.sum():
        return None  # two such colours would vary by more
    side = higher_class(main_hue_axis(lab))
    if side is None:
        return None
    if weight[side].sum() < weight[~side].sum():
        side = ~side
    (larger, larger_cm2, one), (smaller, smaller_cm2, other) = (
        (np.average(lab[of], axis=0, weights=weight[of]), float(weight[of].sum()) * each_cm2, of)
        for of in (side, ~side)
    )
    left = _spread(lab[one], weight[one], larger[1:]) + _spread(lab[other], weight[other], smaller[1:])
    is_two = (
        np.linalg.norm(larger[1:] - smaller[1:]) >= LEAST_APART
        and abs(larger[0] - smaller[0]) <= MOST_LIGHTER
        and min(larger[0], smaller[0]) >= LEAST_LIGHT
        and smaller_cm2 >= max(LEAST_CM2, LEAST_SHARE * (larger_cm2 + smaller_cm2))
        and left <= (1 - _PARTED) * total
    )
    return TwoPaints(triple(larger), triple(smaller), round(larger_cm2, 1), round(smaller_cm2, 1)) if is_two else None


def _spread(lab: Lab, weight: Float, middle: Float) -> float:
    """The squared distances in hue and chroma from a colour, summed."""
    return float(weight @ ((lab[:, 1:] - middle) ** 2).sum(axis=1))
