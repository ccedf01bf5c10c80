"""What a palette cannot reach: where in the picture, what it does to those passages, and the range of its colours.

A colour out of reach is replaced as a painter would: value first, then as much of its hue and chroma as there is.
"""

from dataclasses import dataclass

import cv2
import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value, value_to_lightness
from ..colour.types import Float, Lab, Mask
from ..kit.errors import BadSetting
from .search import OUT_OF_REACH_DE00
from .table import VALUE_FIRST, RecipeTable

SLICE_REACH = 75.0
"""The slice spans a* and b* from minus to plus this."""

_GRID = 3.0
_SLICE_CELL = 2.5
_SLICE_HALF_VALUE = 0.25
_SLICE_FINER = 4
_SLICE_LEVEL = 80


def replaced(table: RecipeTable, targets: Lab) -> Lab:
    """The colour that the palette gives for each target, shape (m, 3): the nearest with the value weighted most."""
    _, nearest = table.value_first.query(np.asarray(targets, dtype=float) * np.array([VALUE_FIRST, 1.0, 1.0]))
    return table.lab[nearest].astype(float)


@dataclass(frozen=True, eq=False)
class Reach:
    """A picture against a palette: CIEDE2000 of what each pixel becomes, and the picture in the palette's colours."""

    lab: Lab
    de00: Float

    @property
    def out(self) -> Mask:
        """Where the palette plainly cannot follow the picture."""
        return self.de00 >= OUT_OF_REACH_DE00

    @property
    def share_out(self) -> float:
        """How much of the picture that is, 0-1."""
        return float(self.out.mean())


def picture_reach(table: RecipeTable, lab: Lab) -> Reach:
    """The reach of a palette over a picture given as CIELAB in the paint's range, shape (height, width, 3).

    Colours are gathered in cells of `_GRID` first, whose own mean is replaced; the loss lies below what is reported.
    """
    flat = np.asarray(lab, dtype=float).reshape(-1, 3)
    cells = np.floor(flat / _GRID).astype(np.int64)
    code = ((cells[:, 0] + 64) * 512 + (cells[:, 1] + 128)) * 512 + (cells[:, 2] + 128)
    _, place, count = np.unique(code, return_inverse=True, return_counts=True)
    means = np.stack([np.bincount(place, weights=flat[:, i]) / count for i in range(3)], axis=-1)
    given = replaced(table, means)
    apart = delta_e_2000(given, means)
    height, width = lab.shape[:2]
    shift = (given - means)[place]
    apart_here = apart[place]
    # inside the reach the pixel keeps its own colour: the cell's rounding is no loss of the palette
    kept = np.where((apart_here >= OUT_OF_REACH_DE00 / 2)[:, None], flat + shift, flat)
    return Reach(kept.reshape(height, width, 3), apart_here.reshape(height, width))


@dataclass(frozen=True, eq=False)
class Slice:
    """The colours of a palette at one value: outline in a*, b* (closed rings), and the value it was cut at."""

    value: float
    rings: tuple[tuple[tuple[float, float], ...], ...]
    most_chroma: float


def slice_at(table: RecipeTable, value: float) -> Slice:
    """The reachable a* and b* within a quarter of a value step, as outlines. `BadSetting` outside 0-10."""
    if not 0 <= value <= 10:
        raise BadSetting(f"A slice at value {value:g} was asked for.", "Choose a value between 0 and 10.")
    lightness = table.lab[:, 0].astype(float)
    near = np.abs(lab_to_value(np.stack([lightness] * 3, axis=-1)) - value) <= _SLICE_HALF_VALUE
    points = table.lab[near, 1:].astype(float)
    if len(points) == 0:
        return Slice(value, (), 0.0)
    side = int(2 * SLICE_REACH / _SLICE_CELL)
    grid = np.zeros((side, side), dtype=np.uint8)
    column = np.clip(((points[:, 0] + SLICE_REACH) / _SLICE_CELL).astype(int), 0, side - 1)
    row = np.clip(((SLICE_REACH - points[:, 1]) / _SLICE_CELL).astype(int), 0, side - 1)
    grid[row, column] = 1
    # ratios between two recipes fill what lies between their cells
    closed = cv2.morphologyEx(grid, cv2.MORPH_CLOSE, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (7, 7)))
    large = np.kron(np.pad(closed, 1), np.ones((_SLICE_FINER, _SLICE_FINER))).astype(np.uint8)
    # contours run through the middle of border pixels, and smoothing rounds corners: a little more holds the whole cell
    grown = cv2.dilate(large, np.ones((3, 3), np.uint8)) * 255
    smooth = (cv2.GaussianBlur(grown, (0, 0), _SLICE_FINER * 0.6) > _SLICE_LEVEL).astype(np.uint8)
    found, _ = cv2.findContours(smooth, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)

    def place(pixel: float) -> float:
        return ((pixel + 0.5) / _SLICE_FINER - 1) * _SLICE_CELL - SLICE_REACH

    rings = tuple(
        tuple((place(float(x)), -place(float(y))) for x, y in cv2.approxPolyDP(ring, 0.5, True)[:, 0, :].tolist())
        for ring in found
    )
    return Slice(value, rings, float(np.hypot(points[:, 0], points[:, 1]).max()))


def lightness_of(value: float) -> float:
    """L* of a value, for drawing a slice's ground."""
    return float(value_to_lightness(np.array(value)))
