"""Two parts of an area: by value, by colour, or along a drawn line."""

from typing import Literal

import cv2
import numpy as np

from ..colour.types import Float, Lab, Mask
from ..imaging.discs import nearest_label
from ..values.steps import natural_breaks

_CALMED_PX = 2.0


class Meaningless(Exception):
    """An edit that finds nothing to do on this partition; the message is for the painter."""


_LEAST_PIECE_MM = 4.0
"""Pieces of a split narrower than the finest brush that areas are painted with join the other part."""


def second_class(lab: Lab, mask: Mask, by: Literal["value", "colour"], px_per_mm: float) -> Mask:
    """The lighter part of an area, or the part that is other in hue, as pieces that a brush can paint."""
    seen = _calmed(lab, mask)
    along = seen[:, 0] if by == "value" else main_hue_axis(seen)
    low, high = _ends(along)
    if high - low < (_FLAT_LIGHTNESS if by == "value" else _FLAT_CHROMA):
        raise Meaningless(f"it is all of one {'value' if by == 'value' else 'colour'} there")
    higher = higher_class(along)
    if higher is None:
        raise Meaningless("nothing in it parts from the rest")
    side = np.zeros(mask.shape, dtype=np.float32)
    side[mask] = np.where(higher, 1.0, -1.0)
    px = max(1.0, _LEAST_PIECE_MM * px_per_mm)
    voted = cv2.GaussianBlur(side, (0, 0), px / 3)  # pixels outside the area do not vote: they are 0
    second = _without_small(mask & (voted > 0), mask, px)
    second = mask & ~_without_small(mask & ~second, mask, px)
    if not second.any() or second.sum() == mask.sum():
        raise Meaningless("its parts are finer than a brush")
    return second


def _calmed(lab: Lab, mask: Mask) -> Lab:
    """The colours of an area's pixels (n, 3) without their finest texture, its neighbours left out of the smoothing."""
    weight = mask.astype(np.float32)
    summed = cv2.GaussianBlur(lab * weight[..., None], (0, 0), _CALMED_PX)[mask]
    return np.asarray(summed / cv2.GaussianBlur(weight, (0, 0), _CALMED_PX)[mask][:, None], dtype=float)


_FLAT_LIGHTNESS, _FLAT_CHROMA = 6.0, 5.0
"""CIELAB spans (2nd to 98th percentile) below which an area is of one value or of one colour."""


def higher_class(along: Float) -> Mask | None:
    """Which of these numbers are of the higher of two natural classes; None where there is but one."""
    low, high = _ends(along)
    if high <= low:
        return None
    span = np.clip((along - low) / (high - low) * 10, 0, 10)
    breaks = natural_breaks(span, 2)
    return None if breaks is None else span > breaks[0]


def _ends(along: Float) -> tuple[float, float]:
    low, high = np.quantile(along, [0.02, 0.98])
    return float(low), float(high)


def main_hue_axis(lab: Lab) -> Float:
    """Where each pixel lies along the direction in which a* and b* vary most."""
    ab = lab[:, 1:] - lab[:, 1:].mean(axis=0)
    _, directions = np.linalg.eigh(ab.T @ ab)
    main = directions[:, -1]
    return np.asarray(ab @ (main * np.sign(main[np.abs(main).argmax()])))


def _without_small(part: Mask, whole: Mask, px: float) -> Mask:
    """The pieces of a part that hold at least a disc of this diameter."""
    _count, pieces, stats, _ = cv2.connectedComponentsWithStats(part.astype(np.uint8), connectivity=4)
    large = stats[:, cv2.CC_STAT_AREA] >= np.pi * px**2 / 4
    large[0] = False
    return np.asarray(large[pieces] & whole)


def beyond_line(mask: Mask, line: Float) -> Mask:
    """The part of an area on the far side of a drawn line, whose ends are drawn on to beyond the picture."""
    if len(line) < 2:
        raise Meaningless("the line has no length")
    points = line.copy()
    reach = float(np.hypot(*mask.shape))
    for end, next_to in ((0, 1), (-1, -2)):
        away = points[end] - points[next_to]
        length = float(np.hypot(*away))
        if length < 1e-6:
            raise Meaningless("the line has no length")
        points[end] = points[end] + away / length * reach
    wall = np.zeros(mask.shape, dtype=np.uint8)
    cv2.polylines(wall, [np.rint(points).astype(np.int32)], isClosed=False, color=1, thickness=1, lineType=cv2.LINE_4)
    apart = mask & (wall == 0)
    count, pieces, stats, _ = cv2.connectedComponentsWithStats(apart.astype(np.uint8), connectivity=4)
    sizes = stats[1:, cv2.CC_STAT_AREA]
    if count < 3 or np.sort(sizes)[-2] < 16:
        raise Meaningless("the line does not part it")
    side = np.zeros(mask.shape, dtype=np.uint8)
    side[apart] = 1
    side[pieces == 1 + int(sizes.argmax())] = 2
    return np.asarray(mask & (nearest_label(side, side == 0) == 1))
