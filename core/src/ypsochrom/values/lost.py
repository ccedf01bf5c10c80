"""What a brush loses that a finer one keeps: shapes with strong edges that carry a likeness, such as an eye or a spout."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np
from scipy import ndimage

from ..colour.types import LabelImage, MunsellValue
from ..imaging.resample import fit_within, shrink
from ..materials.brushes import WIDTHS_MM
from ..materials.support import Support
from .masses import deepest, masses_of
from .placing import BrushField, placed
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


def finer_brushes(field: MunsellValue, support: Support, brush_mm: float) -> dict[float, BrushField]:
    """The field as the brushes see it that may keep what this one loses, by width in mm; 0.1 s each, for all thresholds."""
    small = shrink(field, *fit_within(field.shape[1], field.shape[0], _LONGEST_PX))
    finer = (width for width in WIDTHS_MM if FINEST_SHARE * brush_mm <= width < brush_mm)
    return {width: seen_by(small, support, width, whole_px=max(field.shape)) for width in finer}


def lost_shapes(
    finer: Mapping[float, BrushField], limits: Sequence[float], support: Support, kept: LabelImage
) -> tuple[Lost, ...]:
    """The most telling shapes that the map `kept` lost and one of the `finer_brushes` keeps; 0.1 s for each of them."""
    found: list[tuple[float, Lost]] = []
    taken = np.zeros(kept.shape, dtype=np.uint8)
    for brush_mm, seen in finer.items():
        labels = placed(seen, limits)
        height, width = labels.shape
        here = cv2.resize(kept, (width, height), interpolation=cv2.INTER_NEAREST)
        known = cv2.resize(taken, (width, height), interpolation=cv2.INTER_NEAREST)
        index, masses = masses_of(labels, seen.seen, seen.edge)
        count, flat = len(masses.labels), index.ravel()
        stayed = np.bincount(flat, weights=(here == labels).ravel(), minlength=count) / masses.sizes
        told = np.bincount(flat, weights=known.ravel(), minlength=count) > 0
        level = np.bincount(flat, weights=here.ravel(), minlength=count) / masses.sizes
        one, _, length, edge = masses.both_ways()
        strength = np.bincount(one, weights=edge, minlength=count)
        jump = strength / np.maximum(np.bincount(one, weights=length, minlength=count), 1)
        is_lost = (stayed <= _GONE) & ~told & (jump >= _LEAST_EDGE)
        boxes = ndimage.find_objects(index + 1)
        for mass in np.flatnonzero(is_lost):
            rows, columns = boxes[mass]
            shape = (index[rows, columns] == mass).astype(np.uint8)
            y, x = deepest(shape)
            lost = Lost(
                x=(columns.start + x + 0.5) / width,
                y=(rows.start + y + 0.5) / height,
                width_mm=shape.shape[1] * support.width_mm / width,
                height_mm=shape.shape[0] * support.height_mm / height,
                tone="dark" if masses.labels[mass] < level[mass] else "light",
                brush_mm=brush_mm,
            )
            found.append((float(strength[mass]) * brush_mm / seen.brush_px, lost))
        gone = is_lost.astype(np.uint8)[index]
        taken |= cv2.resize(gone, kept.shape[::-1], interpolation=cv2.INTER_NEAREST).astype(np.uint8)
    found.sort(key=lambda one: -one[0])
    return tuple(lost for _, lost in found[:MOST_LOST])
