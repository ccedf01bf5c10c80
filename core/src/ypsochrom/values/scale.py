"""The picture's values on the scale that dry paint can reach.

A photo's black is darker than any dry satin film and its white lighter than any white paint. The ends are bent into the
paint's range, order kept; the middle, which paint reaches, stays as it is.
"""

from dataclasses import dataclass

import numpy as np

from ..colour import munsell
from ..colour.srgb import XYZ_FROM_RGB
from ..colour.types import Float, Lab, LinearRgb, MunsellValue


@dataclass(frozen=True)
class PaintRange:
    """The darkest and lightest dry Munsell value of the paints at hand; defaults: a satin black and titanium white."""

    darkest: float = 1.75
    lightest: float = 9.65


USUAL_RANGE = PaintRange()

_KNEE = 1.5
"""The bend begins so many value steps inside each end of the paint's range."""


def to_paint_range(value: MunsellValue, reach: PaintRange = USUAL_RANGE) -> MunsellValue:
    """Values 0-10 bent into the paint's range: identity between the knees, straight lines from there to the ends."""
    low, high = reach.darkest + _KNEE, reach.lightest - _KNEE
    return np.interp(value, [0.0, low, high, 10.0], [reach.darkest, low, high, reach.lightest])


def value_field(linear: LinearRgb, reach: PaintRange = USUAL_RANGE) -> MunsellValue:
    """Munsell value of every pixel, in the paint's range, float32, shape (height, width)."""
    luminance = linear @ XYZ_FROM_RGB[1].astype(np.float32)
    return _bent_value_of_root(np.sqrt(np.maximum(luminance, 0.0)), reach)


def _bent_value_of_root(root: Float, reach: PaintRange) -> MunsellValue:
    grid = np.linspace(0.0, 1.0, 4096)
    table = to_paint_range(munsell.luminance_to_value(grid**2), reach).astype(np.float32)
    return table[np.clip(np.rint(root * 4095), 0, 4095).astype(np.int16)]


def lab_in_paint_range(lab: Lab, reach: PaintRange = USUAL_RANGE) -> Lab:
    """Colours with their value bent into the paint's range."""
    lab = np.asarray(lab, dtype=float)
    value = munsell.lab_to_value(lab)
    lightness = munsell.value_to_lightness(to_paint_range(value, reach))
    return np.stack([lightness, lab[..., 1], lab[..., 2]], axis=-1)
