"""Where on the picture a unit paints."""

from collections.abc import Sequence

import numpy as np

from ...areas.area import AreaMap
from ...areas.families import FAMILIES
from ...imaging.resample import shrink
from ..step import Step

SHOWN_PX = 1000
"""The longer side of the picture at most: a screen shows no more."""


def lit(area_map: AreaMap, steps: Sequence[Step]) -> np.ndarray:
    """Shares (0-1, float32) to which every pixel is painted by these steps, at the screen's size."""
    index = {area.id: area.index for area in area_map.areas}
    table = np.zeros((len(area_map.areas), len(FAMILIES)), dtype=np.float32)
    for step in steps:
        kinds = slice(None) if step.family is None else FAMILIES.index(step.family)
        table[index[step.area], kinds] = 1.0
    found = table[area_map.labels, area_map.families]
    height, width = found.shape
    scale = min(1.0, SHOWN_PX / max(height, width))
    return shrink(found, round(width * scale), round(height * scale))
