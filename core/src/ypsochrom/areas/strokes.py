"""Which way the brush runs in an area: along what is drawn out in it, as in hair, grass, grain and the turn of a form.

From the structure tensor of the lightness (bigun_granlund1987): where lightness changes across one direction only, strokes run
along the other. Gradients at an area's own edge tell of the edge, not of the area, and are left out.
"""

from dataclasses import dataclass, field
from typing import Literal, get_args

import cv2
import numpy as np

from ..colour.types import Float, LabelImage, Mask

Growth = Literal["fur", "hair", "grass", "foliage"]
GROWTHS: tuple[Growth, ...] = get_args(Growth)
"""What grows over a form in strokes of its own; marked by the painter."""

SURFACE_WORDS: dict[str, str] = {
    "fur": "Laid in tufts along the marks, five to seven layers, from the dark beneath outward.",
    "hair": "Laid in locks along the marks, five to seven layers, from the dark beneath outward.",
    "grass": "Laid in tufts along the marks, from the dark beneath to the lit tips.",
    "foliage": "Dabbed in clumps from the dark beneath outward; three to eight greens.",
    "reflection": "Drawn straight down after what it mirrors, then broken with level strokes.",
}
"""How surfaces that are not plain are painted; common practice."""

AGREES_FROM = 0.35
"""The way of a whole area is told where its parts agree at least so much (0: every way, 1: one way). From memory."""

_FAINT = 0.1
"""Where L* changes by less than this from pixel to pixel (root of the mean square) nothing is drawn out. From memory."""

_EDGE_PX = 3
_NEAR_EDGE = np.ones((2 * _EDGE_PX + 1, 2 * _EDGE_PX + 1), dtype=np.uint8)
_ACROSS, _LEAST_MM = 14, 3.0
"""Marks of a flow along the longer side of its area, and the least distance between them."""

_SLANTED_DEG = 22.5


@dataclass(frozen=True)
class Run:
    """One way of strokes: `angle_deg` from level, turning clockwise on the picture, 0 to 180; `agreement` 0-1."""

    angle_deg: float
    agreement: float

    @property
    def words(self) -> str:
        """The way as it is said at the easel."""
        if min(self.angle_deg, 180 - self.angle_deg) <= _SLANTED_DEG:
            return "level"
        if abs(self.angle_deg - 90) <= _SLANTED_DEG:
            return "upright"
        return "slanting down to the right" if self.angle_deg < 90 else "slanting down to the left"


@dataclass(frozen=True)
class Flow:
    """The ways of strokes over an area: marks (x_mm, y_mm, angle_deg), `spacing_mm` apart."""

    spacing_mm: float
    marks: tuple[tuple[float, float, float], ...] = field(repr=False)


@dataclass(frozen=True, eq=False)
class Tensor:
    """The structure tensor of every pixel as its trace and the double-angle vector of its way: three pictures, float32."""

    energy: Float
    level: Float
    slant: Float

    @classmethod
    def of(cls, lightness: Float, labels: LabelImage) -> "Tensor":
        """Of a picture in L* and the areas in it; nothing within `_EDGE_PX` of an area's edge."""
        smooth = cv2.GaussianBlur(np.asarray(lightness, dtype=np.float32), (0, 0), 1.0)
        right, down = (cv2.Sobel(smooth, cv2.CV_32F, *way, scale=1 / 8) for way in ((1, 0), (0, 1)))
        inside = (cv2.morphologyEx(labels, cv2.MORPH_GRADIENT, _NEAR_EDGE) == 0).astype(np.float32)
        # turned by a right angle: strokes run across the gradient
        return cls((right**2 + down**2) * inside, (down**2 - right**2) * inside, -2 * right * down * inside)


def runs_of(tensor: Tensor, labels: LabelImage, count: int) -> list[Run | None]:
    """The way of each of `count` areas, None where its parts do not agree on one, or where nothing of it is seen at this size."""
    row = labels.ravel()
    energy, level, slant = (
        np.bincount(row, weights=one.ravel(), minlength=count).astype(float)
        for one in (tensor.energy, tensor.level, tensor.slant)
    )
    agreement = np.hypot(level, slant) / np.maximum(energy, 1e-6)
    agreement[energy < _FAINT**2 * np.bincount(row, minlength=count)] = 0.0
    return [
        Run(round(angle, 1), round(float(agrees), 3)) if agrees >= AGREES_FROM else None
        for angle, agrees in zip(_angles(level, slant).tolist(), agreement, strict=True)
    ]


def flow_of(tensor: Tensor, mask: Mask, mm_per_px: float) -> Flow:
    """The ways over one area, smoothed over the distance of two marks; between what is drawn out they go over into each other."""
    rows, columns = np.flatnonzero(mask.any(axis=1)), np.flatnonzero(mask.any(axis=0))
    box = np.s_[rows[0] : rows[-1] + 1, columns[0] : columns[-1] + 1]
    inside = mask[box].astype(np.float32)
    spacing_mm = max(_LEAST_MM, max(inside.shape) * mm_per_px / _ACROSS)
    every = max(1, round(spacing_mm / mm_per_px))
    level, slant = (cv2.GaussianBlur(one[box] * inside, (0, 0), every) for one in (tensor.level, tensor.slant))
    spots = [
        (y, x)
        for y in range(every // 2, inside.shape[0], every)
        for x in range(every // 2, inside.shape[1], every)
        if inside[y, x]
    ]
    at = tuple(np.array(spots or [_deepest(inside)]).T)
    angles = _angles(level[at], slant[at])
    corner = np.array([columns[0], rows[0]])
    places = (np.stack(at[::-1], axis=-1) + corner + 0.5) * mm_per_px
    return Flow(
        round(spacing_mm, 2),
        tuple(
            (round(x, 2), round(y, 2), round(a, 1)) for (x, y), a in zip(places.tolist(), angles.tolist(), strict=True)
        ),
    )


def _deepest(inside: Float) -> tuple[int, int]:
    """The pixel farthest from the edge of something too small for a mark of its own."""
    away = cv2.distanceTransform(np.pad(inside, 1).astype(np.uint8), cv2.DIST_L2, 3)[1:-1, 1:-1]
    y, x = np.unravel_index(int(away.argmax()), away.shape)
    return int(y), int(x)


def _angles(level: Float, slant: Float) -> Float:
    return np.asarray(np.degrees(np.arctan2(slant, level)) / 2 % 180.0)


def angle_field(flow: Flow, width: int, height: int, mm_per_px: float) -> Float:
    """The way of every pixel of a picture in degrees (height, width), float32, from the marks of a flow around it."""
    every = max(1.0, flow.spacing_mm / mm_per_px)
    columns, rows = max(1, round(width / every)), max(1, round(height / every))
    grid = np.zeros((rows, columns, 3), dtype=np.float32)
    for x, y, angle in flow.marks:
        row, column = min(rows - 1, int(y / mm_per_px / every)), min(columns - 1, int(x / mm_per_px / every))
        double = np.radians(2 * angle)
        grid[row, column] += (np.cos(double), np.sin(double), 1.0)
    spread = cv2.GaussianBlur(grid, (0, 0), 1.0)
    fine: Float = np.asarray(
        cv2.resize(spread[..., :2], (width, height), interpolation=cv2.INTER_LINEAR), dtype=np.float32
    )
    return np.asarray(_angles(fine[..., 0], fine[..., 1]), dtype=np.float32)
