"""What the plan looks like: the picture rebuilt from the dry colours of its mixes, and how its values differ from the photo's."""

from dataclasses import dataclass, field

import numpy as np

from ..areas.area import AreaMap
from ..areas.families import KINDS, cell_of
from ..colour import cielab
from ..colour.munsell import lab_to_value
from ..colour.types import Float, MunsellValue, Srgb8
from ..imaging.coloured import in_colours
from .mix_set import MixSet


@dataclass(frozen=True, eq=False)
class Rebuilt:
    """The planned picture (sRGB, 8 bit), its value minus the photo's for every pixel, and the mean of that by area id.

    What is left bare shows mid grey and has no difference.
    """

    picture: Srgb8 = field(repr=False)
    difference: MunsellValue = field(repr=False)
    by_area: dict[str, float]

    @property
    def mean_error(self) -> float:
        """The mean of the absolute difference over the picture, in value steps."""
        return float(np.abs(self.difference).mean())


_BARE_LAB = (50.0, 0.0, 0.0)


def rebuilt(areas: AreaMap, mixes: MixSet, values: MunsellValue) -> Rebuilt:
    """The areas in their mixes' dry colours; `values` is the photo's value field in the paint's range, of the same size."""
    lab = np.tile(np.array(_BARE_LAB), (len(areas.areas) * KINDS, 1))
    painted = np.zeros(len(lab), dtype=bool)
    for area in areas.areas:
        for part in area.parts:
            at = cell_of(area.index, part.family)
            lab[at], painted[at] = mixes.serving(area.id, part.family).match.lab_dry, True
    cell = areas.cells
    difference = np.where(painted, lab_to_value(lab), 0.0).astype(np.float32)[cell] - np.where(
        painted[cell], values, 0.0
    )
    return Rebuilt(in_colours(cielab.lab_to_srgb8(lab), cell), difference, _by_area(areas, difference))


def _by_area(areas: AreaMap, difference: Float) -> dict[str, float]:
    flat = areas.labels.ravel()
    count = np.bincount(flat, minlength=len(areas.areas))
    total = np.bincount(flat, weights=difference.ravel(), minlength=len(areas.areas))
    return {area.id: float(total[area.index] / max(count[area.index], 1)) for area in areas.areas}


FULL_SCALE = 2.0
"""A difference of so many value steps is drawn as black (too dark) or white (too light)."""


def difference_greys(difference: MunsellValue) -> np.ndarray:
    """The difference as 8-bit grey: mid grey where the values agree, lighter where the plan is too light."""
    return np.clip(np.rint(127.5 + difference / FULL_SCALE * 127.5), 0, 255).astype(np.uint8)
