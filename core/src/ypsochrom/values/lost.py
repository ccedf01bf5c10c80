"""What a brush loses that a finer one keeps: shapes with strong edges that carry a likeness, such as an eye or a spout."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np

from ..colour.types import LabelImage, MunsellValue
from ..imaging.resample import fit_within, shrink
from ..materials.brushes import WIDTHS_MM
from ..materials.support import Support
from .masses import masses_of
from .placing import placed
from .value_map import seen_by

MOST_LOST = 8
FINEST_SHARE = 0.4
"""Brushes down to two fifths of the width are tried; what only those below would keep is the work of another pass."""

_LONGEST_PX = 640
"""Shapes are looked for at this size: enough to tell an eye, and quick."""

_GONE = 0.3
"""A shape is lost where no more than so much of it has its step."""

_LEAST_EDGE = 0.15
"""Steps by which the value jumps beyond a strong edge, on average along a lost shape's border."""


@dataclass(frozen=True)
class Lost:
    """A shape that is lost: its middle in shares of width and height, its size, whether it is dark or light against what took its
    place, and the widest brush that keeps it."""

    x: float
    y: float
    width_mm: float
    height_mm: float
    tone: Literal["dark", "light"]
    brush_mm: float


def lost_shapes(
    field: MunsellValue, limits: Sequence[float], support: Support, brush_mm: float, kept: LabelImage
) -> tuple[Lost, ...]:
    """The most telling shapes that the map `kept` of this brush lost; 0.1 to 0.3 s for every brush that is tried."""
    field = shrink(field, *fit_within(field.shape[1], field.shape[0], _LONGEST_PX))
    found: list[tuple[float, Lost]] = []
    taken = np.zeros(kept.shape, dtype=bool)
    for finer in (width for width in WIDTHS_MM if FINEST_SHARE * brush_mm <= width < brush_mm):
        seen = seen_by(field, support, finer)
        labels = placed(seen, limits)
        height, width = labels.shape
        here = cv2.resize(kept, (width, height), interpolation=cv2.INTER_NEAREST)
        known = cv2.resize(taken.astype(np.uint8), (width, height), interpolation=cv2.INTER_NEAREST)
        index, masses = masses_of(labels, seen.seen, seen.edge)
        count, flat = len(masses.labels), index.ravel()
        stayed = np.bincount(flat, weights=(here == labels).ravel(), minlength=count) / masses.sizes
        told = np.bincount(flat, weights=known.ravel(), minlength=count) > 0
        level = np.bincount(flat, weights=here.ravel(), minlength=count) / masses.sizes
        one, _, length, edge = masses.both_ways()
        strength = np.bincount(one, weights=edge, minlength=count)
        jump = strength / np.maximum(np.bincount(one, weights=length, minlength=count), 1)
        for mass in np.flatnonzero((stayed <= _GONE) & ~told & (jump >= _LEAST_EDGE)):
            shape = (index == mass).astype(np.uint8)
            _, _, across, down = cv2.boundingRect(shape)
            depth = cv2.distanceTransform(np.pad(shape, 1), cv2.DIST_L2, 3)[1:-1, 1:-1]
            y, x = np.unravel_index(int(depth.argmax()), depth.shape)
            taken |= cv2.resize(shape, kept.shape[::-1], interpolation=cv2.INTER_NEAREST) > 0
            lost = Lost(
                x=(float(x) + 0.5) / width,
                y=(float(y) + 0.5) / height,
                width_mm=across * support.width_mm / width,
                height_mm=down * support.height_mm / height,
                tone="dark" if masses.labels[mass] < level[mass] else "light",
                brush_mm=finer,
            )
            found.append((float(strength[mass]) * finer / seen.brush_px, lost))
    found.sort(key=lambda one: -one[0])
    return tuple(lost for _, lost in found[:MOST_LOST])
