"""The value families inside an area: accent, shadow, half-tone, light, highlight."""

from typing import Literal, get_args

import cv2
import numpy as np

from ..colour.types import LabelImage, MunsellValue
from ..values.steps import natural_breaks
from .pixels import ByArea

Family = Literal["accent", "shadow", "half-tone", "light", "highlight"]
FAMILIES: tuple[Family, ...] = get_args(Family)
"""Darkest first; a family image holds the index into this."""

KINDS = len(FAMILIES)

MIDDLE: tuple[Family, ...] = ("shadow", "half-tone", "light")
"""The families that cover an area; accents and highlights sit on them."""

ACCENT, SHADOW, HALF_TONE, LIGHT, HIGHLIGHT = range(5)

FLAT_RANGE = 0.8
"""An area whose values span less than this many Munsell steps (5th to 95th percentile) is painted in one mix."""

_TWO_RANGE = 1.8
_APART = 0.9
"""Accents and highlights stand at least this many value steps beyond their neighbour family's mean."""

_FEWEST_PIXELS = 24


def cells_of(labels: LabelImage, kinds: LabelImage) -> np.ndarray:
    """The cell of every pixel (int32): its area's index times the number of families, and the index of its family."""
    return labels.astype(np.int32) * KINDS + kinds


def cell_of(index: int, family: Family) -> int:
    """The cell of a part: `index` is its area's."""
    return index * KINDS + FAMILIES.index(family)


def families(field: MunsellValue, by_area: ByArea, brush_px: float, into: LabelImage) -> None:
    """Write the family of every pixel (uint8, index into `FAMILIES`), smoothed to about half the finest brush, into a picture."""
    smooth = cv2.GaussianBlur(field.astype(np.float32), (0, 0), max(1.0, brush_px / 4))
    limits = [_limits(some) for some in by_area.some(smooth)]
    by_area.put([_of_values(own, found) for own, found in zip(by_area.split(smooth), limits, strict=True)], into)


def _limits(values: MunsellValue) -> np.ndarray | None:
    """The four values at which the families of an area meet (some may be endless); None where it is flat."""
    if len(values) < _FEWEST_PIXELS:
        return None
    low, high = (float(x) for x in np.quantile(values, [0.05, 0.95]))
    if high - low < FLAT_RANGE:
        return None
    classes = 2 if high - low < _TWO_RANGE else 3
    breaks = natural_breaks(values, classes)
    if breaks is None:
        return None
    darkest, lightest = breaks[0], breaks[-1]  # one and the same where there is no half-tone between
    shadow, light = values[values < darkest], values[values >= lightest]
    return np.array([float(shadow.mean()) - _APART, darkest, lightest, float(light.mean()) + _APART])


def _of_values(values: MunsellValue, limits: np.ndarray | None) -> np.ndarray:
    if limits is None:
        return np.full(len(values), HALF_TONE, dtype=np.uint8)
    found = np.full(len(values), ACCENT, dtype=np.uint8)
    for limit in limits:
        found += values >= limit
    return found
