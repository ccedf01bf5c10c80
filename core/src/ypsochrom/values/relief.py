"""The value map read as relief: contours with their heights, masses as plateaus, a profile, notan, key and contrast."""

from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np
from scipy import ndimage
from skimage.measure import label

from ..colour.types import Float, LabelImage, MunsellValue
from ..imaging.outlines import outlines
from ..kit.errors import BadSetting
from .masses import deepest
from .steps import natural_breaks
from .value_map import ValueMap

_PROFILE_POINTS = 200
_SMALLEST_MASS_SHARE = 0.002
_LABELLED_SHARE = 0.004

Key = Literal["low", "middle", "high"]
Contrast = Literal["slight", "medium", "full"]

_LIES: dict[Key, str] = {"low": "below", "middle": "around", "high": "above"}

_LOW_KEY, _HIGH_KEY = 4.0, 6.5
_SLIGHT, _FULL = 3.0, 6.0
"""Median value, and the span of nine tenths of the surface, at which painters speak of key and contrast; from memory."""


@dataclass(frozen=True)
class Contour:
    """The border between two steps: its height (the threshold), its line in mm as path data, where its label stands."""

    value: float
    path: str
    labels: tuple[tuple[float, float], ...]


def contours(found: ValueMap, mm_per_px: float) -> tuple[Contour, ...]:
    """One contour per threshold, darkest first; label places are shares of width and height, one on each larger island."""
    height, width = found.labels.shape
    lines = []
    for index, value in enumerate(found.thresholds):
        above = found.labels > index
        path = outlines(above, mm_per_px)
        lines.append(Contour(value, path, _label_places(above, width, height)))
    return tuple(lines)


def _label_places(above: np.ndarray, width: int, height: int) -> tuple[tuple[float, float], ...]:
    found, _ = cv2.findContours(above.astype(np.uint8), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    places = []
    for ring in found:
        if cv2.contourArea(ring) >= _LABELLED_SHARE * width * height:
            x, y = ring[len(ring) // 3, 0].tolist()
            places.append(((x + 0.5) / width, (y + 0.5) / height))
    return tuple(places)


@dataclass(frozen=True)
class Mass:
    """A connected plateau of one step: its share of the surface and a point inside it."""

    step: int
    share: float
    inside: tuple[float, float]


def masses(labels: LabelImage) -> tuple[Mass, ...]:
    """The plateaus of the map, the largest first; specks below a five-hundredth of the surface are left out."""
    height, width = labels.shape
    islands = label(labels, background=255, connectivity=1)  # type: ignore[no-untyped-call]
    share = np.bincount(islands.ravel()) / labels.size
    boxes = ndimage.find_objects(islands)
    found = []
    for island in np.flatnonzero(share[1:] >= _SMALLEST_MASS_SHARE) + 1:
        rows, columns = boxes[island - 1]
        shape = islands[rows, columns] == island
        y, x = deepest(shape)
        inside = ((columns.start + x + 0.5) / width, (rows.start + y + 0.5) / height)
        step = int(labels[rows.start + y, columns.start + x])
        found.append(Mass(step, float(share[island]), inside))
    return tuple(sorted(found, key=lambda mass: (-mass.share, mass.step)))


@dataclass(frozen=True, eq=False)
class Profile:
    """Values along a line drawn across the picture: distance in mm, the picture's value, the map's step."""

    at_mm: Float
    values: MunsellValue
    steps: np.ndarray


def profile(
    field: MunsellValue, found: ValueMap, start: tuple[float, float], end: tuple[float, float], width_mm: float
) -> Profile:
    """The profile between two points given as shares of width and height. `BadSetting` when they are one point."""
    height, width = field.shape
    x = np.linspace(start[0], end[0], _PROFILE_POINTS) * width - 0.5
    y = np.linspace(start[1], end[1], _PROFILE_POINTS) * height - 0.5
    length_px = float(np.hypot(x[-1] - x[0], y[-1] - y[0]))
    if length_px < 1:
        raise BadSetting("The line has no length.", "Draw it from one place to another.")
    values = cv2.remap(
        field.astype(np.float32), x.astype(np.float32)[None], y.astype(np.float32)[None], cv2.INTER_LINEAR,
        borderMode=cv2.BORDER_REPLICATE,
    )[0]  # fmt: skip
    columns, rows = np.clip(np.rint(x), 0, width - 1).astype(int), np.clip(np.rint(y), 0, height - 1).astype(int)
    at_mm = np.linspace(0, length_px * width_mm / width, _PROFILE_POINTS)
    return Profile(at_mm, values, found.labels[rows, columns])


def notan(field: MunsellValue) -> dict[int, tuple[float, ...]]:
    """Thresholds of the picture in two and in three values, by natural breaks; missing where it has fewer."""
    found = {count: natural_breaks(field, count) for count in (2, 3)}
    return {count: limits for count, limits in found.items() if limits is not None}


@dataclass(frozen=True)
class Character:
    """Key and contrast of a picture, and both in a sentence."""

    key: Key
    contrast: Contrast
    darkest: float
    lightest: float
    words: str


def character(field: MunsellValue) -> Character:
    """How light the picture is as a whole and how much of the scale it uses."""
    low, middle, high = (float(x) for x in np.quantile(field, (0.05, 0.5, 0.95)))
    darkest, lightest = (float(x) for x in np.quantile(field, (0.005, 0.995)))
    key: Key = "low" if middle < _LOW_KEY else "high" if middle > _HIGH_KEY else "middle"
    contrast: Contrast = "slight" if high - low < _SLIGHT else "full" if high - low > _FULL else "medium"
    words = (
        f"{key.capitalize()} key, {contrast} contrast: half the picture lies {_LIES[key]} "
        f"value {middle:.1f}, from {darkest:.1f} to {lightest:.1f}."
    )
    return Character(key, contrast, darkest, lightest, words)
