"""The picture's values on the scale that dry paint can reach.

A photo's black is darker than any dry satin film and its white lighter than any white paint. The ends are bent into the
paint's range, order kept; the middle, which paint reaches, stays as it is. The painter may bend the curve further.
"""

import itertools
from dataclasses import dataclass

import numpy as np

from ..colour import munsell
from ..colour.srgb import XYZ_FROM_RGB
from ..colour.types import Float, Lab, LinearRgb, MunsellValue
from ..kit.errors import BadSetting
from ..paint.surface import Finish, darkest_value


@dataclass(frozen=True)
class PaintRange:
    """The darkest and lightest dry Munsell value of the paints at hand; defaults: a satin black and titanium white.

    `curve`: the painter's own points (value in the photo, value in paint), rising; empty for the usual bend.
    """

    darkest: float = 1.76
    lightest: float = 9.65
    curve: tuple[tuple[float, float], ...] = ()

    def __post_init__(self) -> None:
        if len(self.curve) > MOST_CURVE_POINTS:
            raise BadSetting(f"The curve has {len(self.curve)} points.", f"Set at most {MOST_CURVE_POINTS}.")
        ends = [(0.0, self.darkest), *self.curve, (10.0, self.lightest)]
        for (x_0, y_0), (x_1, y_1) in itertools.pairwise(ends):
            if not (x_1 - x_0 >= _LEAST_RUN and y_1 - y_0 >= _LEAST_RISE):
                raise BadSetting(
                    f"The curve does not rise between {x_0:g}, {y_0:.2f} and {x_1:g}, {y_1:.2f}.",
                    "Keep every point to the right of and above the one before, inside the paint's range.",
                )


MOST_CURVE_POINTS = 8
_LEAST_RUN, _LEAST_RISE = 0.05, 0.02
"""Order is kept only by a curve that rises; steps closer than this cannot be told apart."""

USUAL_RANGE = PaintRange()


def range_for(finish: Finish, curve: tuple[tuple[float, float], ...] = ()) -> PaintRange:
    """The range of dry paint with a finish: the surface sets its darkest dark."""
    return PaintRange(darkest=round(darkest_value(finish), 2), curve=curve)


_KNEE = 0.32
"""The bend begins so many value steps inside each end of the paint's range: what dry paint reaches stays as it is, but for these.
Chosen on fifteen pictures, tried on twelve others (ADR 17)."""


def to_paint_range(value: MunsellValue, paint_range: PaintRange = USUAL_RANGE) -> MunsellValue:
    """Values 0-10 bent into the paint's range: identity between the knees, straight lines from there to the ends.

    With the painter's own points a monotone curve through them (fritsch_carlson1980).
    """
    if paint_range.curve:
        from scipy.interpolate import PchipInterpolator  # seldom asked for, and 0.15 s to load

        x, y = zip((0.0, paint_range.darkest), *paint_range.curve, (10.0, paint_range.lightest), strict=True)
        return PchipInterpolator(x, y)(np.clip(value, 0.0, 10.0))
    low, high = paint_range.darkest + _KNEE, paint_range.lightest - _KNEE
    return np.interp(value, [0.0, low, high, 10.0], [paint_range.darkest, low, high, paint_range.lightest])


def value_field(linear: LinearRgb, paint_range: PaintRange = USUAL_RANGE) -> MunsellValue:
    """Munsell value of every pixel, in the paint's range, float32, shape (height, width)."""
    luminance = linear @ XYZ_FROM_RGB[1].astype(np.float32)
    return _bent_value_of_root(np.sqrt(np.maximum(luminance, 0.0)), paint_range)


def _bent_value_of_root(root: Float, paint_range: PaintRange) -> MunsellValue:
    grid = np.linspace(0.0, 1.0, 4096)
    table = to_paint_range(munsell.luminance_to_value(grid**2), paint_range).astype(np.float32)
    return table[np.clip(np.rint(root * 4095), 0, 4095).astype(np.int16)]


def lab_in_paint_range(lab: Lab, paint_range: PaintRange = USUAL_RANGE) -> Lab:
    """Colours with their value bent into the paint's range."""
    lab = np.asarray(lab, dtype=float)
    value = munsell.lab_to_value(lab)
    lightness = munsell.value_to_lightness(to_paint_range(value, paint_range))
    return np.stack([lightness, lab[..., 1], lab[..., 2]], axis=-1)
