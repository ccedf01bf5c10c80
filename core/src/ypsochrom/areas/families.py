"""The value families inside an area: accent, shadow, half-tone, light, highlight."""

from typing import Literal, get_args

import cv2
import numpy as np

from ..colour.types import LabelImage, MunsellValue
from ..values.steps import natural_breaks

Family = Literal["accent", "shadow", "half-tone", "light", "highlight"]
FAMILIES: tuple[Family, ...] = get_args(Family)
"""Darkest first; a family image holds the index into this."""

ACCENT, SHADOW, HALF_TONE, LIGHT, HIGHLIGHT = range(5)

FLAT_RANGE = 0.8
"""An area whose values span less than this many Munsell steps (5th to 95th percentile) is painted in one mix."""

_TWO_RANGE = 1.8
_APART = 0.9
"""Accents and highlights stand at least this many value steps beyond their neighbour family's mean."""

_FEWEST_PIXELS = 24


def families(field: MunsellValue, areas: LabelImage, count: int, brush_px: float) -> LabelImage:
    """The family of every pixel (uint8, index into `FAMILIES`), smoothed to about half the finest brush."""
    smooth = cv2.GaussianBlur(field.astype(np.float32), (0, 0), max(1.0, brush_px / 4))
    found = np.full(field.shape, HALF_TONE, dtype=np.uint8)
    for area in range(count):
        mask = areas == area
        found[mask] = _of_values(smooth[mask])
    return found


def _of_values(values: MunsellValue) -> np.ndarray:
    low, high = (float(x) for x in np.quantile(values, [0.05, 0.95]))
    if high - low < FLAT_RANGE or len(values) < _FEWEST_PIXELS:
        return np.full(len(values), HALF_TONE, dtype=np.uint8)
    classes = 2 if high - low < _TWO_RANGE else 3
    breaks = natural_breaks(values, classes)
    if breaks is None:
        return np.full(len(values), HALF_TONE, dtype=np.uint8)
    names = np.array([SHADOW, LIGHT] if classes == 2 else [SHADOW, HALF_TONE, LIGHT], dtype=np.uint8)
    found = names[np.searchsorted(breaks, values, side="right")]
    shadow, light = values[found == SHADOW], values[found == LIGHT]
    found[values < shadow.mean() - _APART] = ACCENT
    found[values > light.mean() + _APART] = HIGHLIGHT
    return found
