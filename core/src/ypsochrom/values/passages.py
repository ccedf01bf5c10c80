"""Passages of a value map that are laid with a finer brush than the rest: the focal one, and those that the painter marks."""

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from ..colour.types import LabelImage, Mask, MunsellValue
from ..imaging.discs import nearest_label
from ..kit.errors import BadSetting
from ..materials.brushes import WIDTHS_MM
from .composition import Focal
from .placing import SMALLEST, at_brush, drawn, placed

Spot = tuple[float, float]

_SHARPER = 0.75
"""The next brush down is at most this share of the one before it."""

_AROUND_BRUSHES = 2.0
_CORNERS = 48
_SWEEPS = 4
"""What a crumb leaves may be a crumb again: a pixel that only touches its mass at a corner."""


@dataclass(frozen=True)
class Passage:
    """Where a finer brush is used: its outlines (even-odd rings of x, y as shares of the picture) and the brush's width.

    `area` is the id of the area whose outline it was when it was marked, if it was one.
    """

    brush_mm: float
    rings: tuple[tuple[Spot, ...], ...]
    area: str = ""

    def __post_init__(self) -> None:
        if self.brush_mm <= 0 or not self.rings or any(len(ring) < 3 for ring in self.rings):
            raise BadSetting(
                f"A passage laid with a brush of {self.brush_mm:g} mm is none.",
                "Give a brush above 0 mm and an outline of at least three points.",
            )


def finer_than(brush_mm: float) -> float:
    """The next narrower brush of the usual widths, or the same where there is none."""
    return max((width for width in WIDTHS_MM if width <= brush_mm * _SHARPER), default=brush_mm)


def around(focal: Focal, proportion: float, brush_mm: float) -> Passage:
    """The focal passage of a picture (`proportion` is its width over its height) as one laid with this brush."""
    angles = np.linspace(0, 2 * np.pi, _CORNERS, endpoint=False)
    x, y = focal.x + focal.radius * np.cos(angles), focal.y + focal.radius * proportion * np.sin(angles)
    return Passage(brush_mm, (tuple(zip(x.tolist(), y.tolist(), strict=True)),))


def with_passage(
    labels: LabelImage, field: MunsellValue, limits: Sequence[float], passage: Passage, px_per_mm: float
) -> LabelImage:
    """Steps (uint8) in which this passage is laid with its own brush; what its edge cuts too small joins its neighbour."""
    mask = mask_of(passage, *field.shape)
    if not mask.any():
        return labels
    brush_px = passage.brush_mm * px_per_mm
    margin = round(_AROUND_BRUSHES * brush_px)
    rows, columns = (np.flatnonzero(mask.any(axis=axis)) for axis in (1, 0))
    box = tuple(slice(max(0, int(seen[0]) - margin), int(seen[-1]) + 1 + margin) for seen in (rows, columns))
    around = field[box]
    fine = placed(at_brush(around, passage.brush_mm, px_per_mm, shortest_px=0, whole_px=max(field.shape)), limits)
    laid = drawn(fine, len(limits) + 1, around.shape[1], around.shape[0])
    joined = np.where(mask[box], laid, labels[box])
    found = labels.copy()
    ends = [(place.start == 0, place.stop >= size) for place, size in zip(box, field.shape, strict=True)]
    for _ in range(_SWEEPS):
        crumbs = _crumbs(joined, len(limits) + 1, SMALLEST * brush_px**2, ends)
        if not crumbs.any():
            break
        joined = nearest_label(joined, crumbs)
    found[box] = joined
    return found


def mask_of(passage: Passage, height: int, width: int) -> Mask:
    """Where a passage lies in a picture of this size."""
    mask = np.zeros((height, width), dtype=np.uint8)
    rings = [np.rint(np.array(ring) * [width, height] - 0.5).astype(np.int32) for ring in passage.rings]
    cv2.fillPoly(mask, rings, 1)
    return mask.astype(bool)


def _crumbs(labels: LabelImage, steps: int, least_px: float, ends: Sequence[tuple[bool, bool]]) -> Mask:
    """Masses smaller than this that do not go on beyond the piece's edge.

    `ends` says for rows and columns whether the piece begins and ends where the picture does: nothing goes on there.
    """
    (at_top, at_bottom), (at_left, at_right) = ends
    crumbs = np.zeros(labels.shape, dtype=bool)
    height, width = labels.shape
    for step in range(steps):
        _, masses, facts, _ = cv2.connectedComponentsWithStats((labels == step).astype(np.uint8), connectivity=4)
        left, top = facts[:, cv2.CC_STAT_LEFT], facts[:, cv2.CC_STAT_TOP]
        right, bottom = left + facts[:, cv2.CC_STAT_WIDTH], top + facts[:, cv2.CC_STAT_HEIGHT]
        inside = (left > 0) | at_left
        for clear, end in ((top > 0, at_top), (right < width, at_right), (bottom < height, at_bottom)):
            inside &= clear | end
        small = inside & (facts[:, cv2.CC_STAT_AREA] < least_px)
        small[0] = False
        crumbs |= small[masses]
    return crumbs
