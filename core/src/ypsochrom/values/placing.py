"""A value map that a flat brush can place: few masses, each with the picture's own edges.

1. The field is made small, so that the chisel edge of the brush is a few pixels wide, and freed from what is much finer than the
   brush by the rolling guidance filter (Zhang, Shen, Xu and Jia 2014), which keeps the edges of what is larger exactly.
2. Thresholds part it into masses. Those that a painter would not keep (too small, hardly another value, no true edge) go into
   what surrounds them.
3. What the chisel edge of the brush cannot cover goes to the mass beside it; a few thin shapes with strong edges may stay.
4. Borders are drawn at full size along the contour of the field, not along the steps of the small map.

The first step depends on photo and brush only (`at_brush`), the rest (`placed`) follows a threshold as it is dragged.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import cv2
import numpy as np

from ..colour.types import Float, LabelImage, Mask, MunsellValue
from ..imaging.discs import opened
from ..imaging.resample import shrink
from ..materials.brushes import PLACEABLE_BRUSHES2
from .masses import Keeping, absorbed, masses_of, nearness

CHISEL = 0.25
"""The chisel edge of a flat brush cuts a line of a quarter of its width; common practice."""

CHISEL_PX = (3, 5)
"""The map is worked out at a size at which the chisel edge is one of these wide: an odd number is cut to the pixel."""

SHORTEST_PX, LONGEST_PX = 360, 1280
"""The second where the map would be shorter than this with the first; never longer than the last."""

_WIDER_CHISEL_PX, _NEARLY_ITS_OWN = (7, 9), 0.75
"""Of a small picture these, too, where the map is then nearly as large as the picture."""

DRAWN_PX = 1280
"""A smaller field is enlarged to this (`fine_enough`), so that borders are drawn finer than the photo's own pixels."""

_SPARE_PX = 0.5
"""Borders that are drawn smooth hold the chisel edge with so much less; not in a field that was enlarged, which is all smooth."""

SMALLEST = PLACEABLE_BRUSHES2
"""A mass takes at least this many squared brushes."""

STRONG_EDGE, ACROSS_MM = 1.2, 1.5
"""An edge is strong where the value jumps by so many steps across so many millimetres."""

_SEEN_MM = 0.4
"""Finer than this nobody draws a border."""

GRAINS = 6000
"""Levels to a value at which the even field is kept, so that it is the same when it is read again."""

_FINE, _FINE_VALUE, _ROUNDS = 0.14, 0.5, 4
"""Rolling guidance: scale as a share of the brush, range in value steps, iterations."""


@dataclass(frozen=True, eq=False)
class BrushField:
    """The value field as a brush sees it, small (all float32), and the width of the brush and of its chisel edge in its pixels.

    `seen` is plainly smoothed, `even` is without what is finer than the brush, `edge` says by how much the value jumps beyond a
    strong edge.
    """

    seen: MunsellValue
    even: MunsellValue
    edge: Float
    brush_px: float
    chisel_px: int


def fine_enough(field: MunsellValue) -> MunsellValue:
    """A field that borders can be drawn in: a small photo's is enlarged, smooth between its pixels."""
    height, width = field.shape
    scale = DRAWN_PX / max(height, width)
    if scale <= 1:
        return field
    size = round(width * scale), round(height * scale)
    return np.clip(cv2.resize(field, size, interpolation=cv2.INTER_CUBIC), field.min(), field.max())


def at_brush(
    field: MunsellValue,
    brush_mm: float,
    px_per_mm: float,
    *,
    even: MunsellValue | None = None,
    shortest_px: int = SHORTEST_PX,
    whole_px: int | None = None,
) -> BrushField:
    """A field as a brush of this width sees it, at least so large; `even` where it was worked out before.

    `whole_px` is the picture's longer side where the field is a piece of it, or it made small.
    """
    height, width = field.shape
    long_px = max(height, width)
    spare_px = 0.0 if (whole_px or long_px) <= DRAWN_PX else _SPARE_PX
    scale, chisel_px = _scaled(brush_mm * px_per_mm, long_px, shortest_px, spare_px)
    size = max(8, round(width * scale)), max(8, round(height * scale))
    small = shrink(field, *size).astype(np.float32)
    px_per_mm *= size[0] / width
    seen = np.asarray(cv2.GaussianBlur(small, (0, 0), max(0.3, _SEEN_MM * px_per_mm)), dtype=np.float32)
    brush_px = brush_mm * px_per_mm
    if even is None or even.shape != small.shape:
        even = np.asarray(
            cv2.ximgproc.rollingGuidanceFilter(
                small, d=-1, sigmaColor=_FINE_VALUE, sigmaSpace=max(0.8, _FINE * brush_px), numOfIter=_ROUNDS
            )
        )
    even = np.rint(even * GRAINS).astype(np.float32) / np.float32(GRAINS)
    across = np.ones((2 * max(1, round(ACROSS_MM / 2 * px_per_mm)) + 1,) * 2, dtype=np.uint8)
    jump = cv2.dilate(seen, across) - cv2.erode(seen, across)
    return BrushField(seen, even, np.maximum(jump - STRONG_EDGE, 0), brush_px, chisel_px)


def _scaled(brush_px: float, long_px: int, shortest_px: int, spare_px: float) -> tuple[float, int]:
    """The share of its size at which a field is looked at, and the width of the chisel edge there.

    It is an odd number of pixels wide in the picture, too, but for what drawing smooth borders spares.
    """
    chisel = max(CHISEL * brush_px, (round(CHISEL * brush_px) | 1) - spare_px)
    wider = [wide for wide in _WIDER_CHISEL_PX if _NEARLY_ITS_OWN * chisel <= wide <= chisel + 1]
    widths = (*CHISEL_PX, *wider)
    wide = next((wide for wide in widths if wide / chisel * long_px >= shortest_px), widths[-1])
    scale = min(1.0, wide / chisel, LONGEST_PX / long_px)
    return scale, max(CHISEL_PX[0], 2 * round((chisel * scale - 1) / 2) + 1)


_TONE, _EDGE = 5.8, 70.0
"""What a mass is kept for: squared brushes that differ by a tone step, brushes of border that jump by a step more than strong."""

_TONE_STEP, _WIDE_RANGE = 0.6, 7.2
"""What counts as a difference of tone where values go so far; in a picture of narrower range less does, by the range's square."""

_SURELY = 1.25
"""So much larger than the smallest on the small map, so that none is smaller on the large one."""

_FIRST, _THEN = 0.15, 0.4
"""Shares of what a mass must be worth in the first two rounds, so that crumbs go before what they are part of."""

_SMOOTH_PX = 3
_KEPT_THIN = 0.006
"""So much of the surface may be thin where its edges are strong."""

_AT_CORNERS = 137
"""Borders are drawn where a step's mask falls to this of 255: a little above half, so that where two masses meet two others at a
corner, the darker two stay joined, the lighter two are parted, and no crumb is left."""

_NECK_PX = 3
"""What hangs on a thread comes off when it is drawn large."""


def placed(seen: BrushField, limits: Sequence[float]) -> LabelImage:
    """Steps (uint8, 0 = darkest) parted by the limits at the size of `seen`, in masses that the brush can place."""
    labels = stepped(seen.even, limits)
    levels = _levels(seen.even, labels, limits)
    labels = np.asarray(cv2.medianBlur(labels, _SMOOTH_PX), dtype=np.uint8)
    index, masses = masses_of(labels, seen.seen, seen.edge)
    labels = absorbed(masses, _keeping(seen, limits, _FIRST))[index]
    for share in (_THEN, 1.0):
        labels = _covered(labels, seen, levels, seen.chisel_px, _KEPT_THIN, _keeping(seen, limits, share))
    return _covered(labels, seen, levels, _NECK_PX, 0.0, _keeping(seen, limits, 1.0))


def stepped(field: MunsellValue, limits: Sequence[float]) -> LabelImage:
    """The plain step of every pixel, 0 = darkest."""
    labels = np.zeros(field.shape, dtype=np.uint8)
    for limit in limits:
        labels += field >= np.float32(limit)
    return labels


def drawn(labels: LabelImage, steps: int, width: int, height: int) -> LabelImage:
    """Steps at a larger size, their borders the smooth contours between the old pixels; no mass falls apart."""
    if labels.shape == (height, width):
        return labels
    large = np.zeros((height, width), dtype=np.uint8)
    for step in range(1, steps):
        side = np.where(labels >= step, np.uint8(255), np.uint8(0))
        large += cv2.resize(side, (width, height), interpolation=cv2.INTER_LINEAR) > _AT_CORNERS
    return _without_dots(large)


def _without_dots(labels: LabelImage) -> LabelImage:
    """Labels in which no pixel stands alone: at corners where four masses nearly meet one may come off; it goes to its left."""
    upright, level = labels[1:] == labels[:-1], labels[:, 1:] == labels[:, :-1]
    held = np.zeros(labels.shape, dtype=bool)
    held[1:] |= upright
    held[:-1] |= upright
    held[:, 1:] |= level
    held[:, :-1] |= level
    rows, columns = np.nonzero(~held)
    labels[rows, columns] = labels[rows, np.where(columns > 0, columns - 1, 1)]
    return labels


def _levels(field: MunsellValue, labels: LabelImage, limits: Sequence[float]) -> Float:
    """The mean value of every step; of an empty one the middle of its interval."""
    sizes = np.bincount(labels.ravel(), minlength=len(limits) + 1)
    sums = np.bincount(labels.ravel(), weights=field.ravel(), minlength=len(limits) + 1)
    ends = np.array([0.0, *limits, 10.0])
    return np.where(sizes > 0, sums / np.maximum(sizes, 1), (ends[:-1] + ends[1:]) / 2)


def _keeping(seen: BrushField, limits: Sequence[float], share: float) -> Keeping:
    """What a mass must be worth, or a share of it."""
    squared = seen.brush_px**2 * share
    gaps = max(1, len(limits) - 1)
    reach = (limits[-1] - limits[0]) * (gaps + 2) / gaps if len(limits) > 1 else _WIDE_RANGE
    tone_step = _TONE_STEP * min(1.0, reach / _WIDE_RANGE) ** 2
    return Keeping(_SURELY * SMALLEST * squared, _TONE * squared, tone_step, _EDGE * seen.brush_px * share)


def _covered(
    labels: LabelImage, seen: BrushField, levels: Float, disc_px: int, kept_share: float, keeping: Keeping
) -> LabelImage:
    """Labels whose thin parts, which no disc of this width covers, went to the label beside them, and what is not worth keeping.

    A thin part goes as a whole, so that the border stays on one of its own edges. Up to a share of the surface those may stay
    that have most edge for their size.
    """
    index, parts = masses_of(labels * 2 + _held(labels, len(levels), disc_px), seen.seen, seen.edge)
    label_of, thin = parts.labels // 2, parts.labels % 2 == 0
    one, other, length, edge = parts.both_ways()
    apart = label_of[one] != label_of[other]
    if kept_share > 0:
        edges = np.bincount(one[apart], weights=edge[apart], minlength=len(thin))
        found = np.flatnonzero(thin)
        best_first = found[np.argsort(-(edges / parts.sizes)[found], kind="stable")]
        thin[best_first[np.cumsum(parts.sizes[best_first]) <= kept_share * labels.size]] = False
    goes = thin[one] & apart & ~thin[other]
    drawn_to = np.zeros((len(thin), len(levels)))
    np.add.at(drawn_to, (one[goes], label_of[other[goes]]), length[goes])
    drawn_to *= nearness(levels - parts.means[:, None])
    label_of = np.where(thin & (drawn_to.max(axis=1) > 0), drawn_to.argmax(axis=1), label_of).astype(np.uint8)
    return absorbed(replace(parts, labels=label_of), keeping)[index]


def _held(labels: LabelImage, steps: int, disc_px: int) -> Mask:
    """Where a disc of this width within one label covers."""
    held: Mask = np.zeros(labels.shape, dtype=bool)
    for step in range(steps):
        held |= opened(labels == step, disc_px)
    return held
