"""Areas that hold two colours of one value: a lemon with the edge of a cloth. Painted as one both get a colour between them."""

from dataclasses import dataclass

import numpy as np

from ..colour.types import Float, Lab, LabTriple, triple
from .families import FAMILIES, MIDDLE
from .pixels import in_cells

LEAST_APART = 25.0
"""Colours of one value that differ by so much in hue and chroma (CIELAB) are two paints to anybody. From memory."""

MOST_LIGHTER, LEAST_LIGHT = 12.0, 15.0
"""Their lightness (L*) differs by no more than this, else the hue may be that of more light; below the second all is dark."""

LEAST_CM2, LEAST_SHARE = 2.0, 0.2
"""And each covers so much, and such a share of what is of this value."""

_PARTED = 0.8
"""The two explain so much of the variation in hue and chroma: there is little between them. Of an even run they explain 0.75."""

_CELL_MM, _EVERY, _ROUNDS = 4.0, 4, 12
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
    hue = lab[:, 1:]
    off = hue - np.average(hue, axis=0, weights=weight)
    total = float(weight @ (off**2).sum(axis=1))
    if total < LEAST_SHARE * (1 - LEAST_SHARE) * LEAST_APART**2 * weight.sum():
        return None  # two such colours would vary by more
    main = np.linalg.eigh((off * weight[:, None]).T @ off)[1][:, -1]
    second = off @ main > 0
    for _ in range(_ROUNDS):
        if second.all() or not second.any():
            return None
        middles = np.array([np.average(hue[side], axis=0, weights=weight[side]) for side in (~second, second)])
        nearer = ((hue[:, None] - middles) ** 2).sum(axis=-1).argmin(axis=1) == 1
        if np.array_equal(nearer, second):
            break
        second = nearer
    left = float(weight @ ((hue - middles[second.astype(int)]) ** 2).sum(axis=1))
    larger = ~second if weight[~second].sum() >= weight[second].sum() else second
    sizes = [float(weight[side].sum()) * each_cm2 for side in (larger, ~larger)]
    colours = [np.average(lab[side], axis=0, weights=weight[side]) for side in (larger, ~larger)]
    lightness = [float(one[0]) for one in colours]
    is_two = (
        np.linalg.norm(middles[0] - middles[1]) >= LEAST_APART
        and max(lightness) - min(lightness) <= MOST_LIGHTER
        and min(lightness) >= LEAST_LIGHT
        and sizes[1] >= max(LEAST_CM2, LEAST_SHARE * sum(sizes))
        and left <= (1 - _PARTED) * total
    )
    return TwoPaints(triple(colours[0]), triple(colours[1]), round(sizes[0], 1), round(sizes[1], 1)) if is_two else None
