"""Where two areas meet: how long, how soft, how different, and which side is painted over which.

Softness is judged as a painter sees it: how far the change from one side to the other reaches on the support, against how
large the change is. Lost, soft, firm and hard are common practice of the trade; the figures that part them are ours.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal, get_args

import cv2
import numpy as np
from scipy import ndimage

from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import hue_turn_deg
from ..colour.munsell import lab_to_value
from ..colour.types import Lab, LabelImage
from ..materials.support import Support
from .area import Area

Softness = Literal["lost", "soft", "firm", "hard"]
SOFTNESS: tuple[Softness, ...] = get_args(Softness)

LOST_BELOW_DE00 = 3.5
"""Two sides that differ by less than this (CIEDE2000) across the border read as one: nobody sees an edge at arm's length."""

FIRM_FROM_MM, SOFT_FROM_MM = 1.5, 4.0
"""A change spread over less than the first is hard, over more than the second soft; about a round no. 2 and a no. 6 flat."""

_SHARPEST_PX = 3.0
"""A photograph spreads even a knife's edge over so many pixels; narrower cannot be told."""

_LEAST_LENGTH_MM = 2.0
"""Borders shorter than this are where three areas meet, not edges to be painted."""

_ACROSS_MM = 6.0
"""How far to either side of the border its colours are read."""


@dataclass(frozen=True)
class Border:
    """The border of areas `a` and `b` (ids, `a` before `b`); differences are those of the second side to the first.

    `over` is the id of the side that is painted over the other's edge: what lies in front. `width_mm` is how far the change
    reaches across the support, `path` the border itself as lines of (x, y) shares.
    """

    a: str
    b: str
    length_mm: float
    softness: Softness
    width_mm: float
    de00: float
    value_difference: float
    chroma_difference: float
    hue_difference_deg: float
    over: str

    @property
    def under(self) -> str:
        """The side that is painted under the other's edge."""
        return self.b if self.over == self.a else self.a


@dataclass(frozen=True)
class _Seam:
    """The pixels along the border of two areas: rows, columns and the direction from the first to the second."""

    y: np.ndarray
    x: np.ndarray
    length_px: float


def borders_of(
    areas: Sequence[Area],
    labels: LabelImage,
    lab: Lab,
    support: Support,
    planes: Mapping[str, int],
    known: Mapping[tuple[int, int], Border] | None = None,
) -> tuple[Border, ...]:
    """All borders of neighbouring areas, longest first.

    `lab` is the picture (height, width, 3) as it is, not smoothed; `planes` gives every area's depth, 0 in front. `known` are
    borders found before between areas that have not changed, by their indices now, lower first: they are not measured again.
    """
    known = known or {}
    mm_per_px = support.width_mm / labels.shape[1]
    seams = _seams(labels)
    picture = np.asarray(lab, dtype=np.float32)
    found = []
    for (i, j), seam in seams.items():
        length = seam.length_px * mm_per_px
        if length < _LEAST_LENGTH_MM:
            continue
        over = in_front(areas[i], areas[j], planes).id
        if (i, j) in known:
            found.append(replace(known[i, j], a=areas[i].id, b=areas[j].id, over=over))
            continue
        first, second, width_px = _across(picture, labels, seam, (i, j), max(6.0, _ACROSS_MM / mm_per_px))
        de00 = float(delta_e_2000(first, second))
        found.append(
            Border(
                a=areas[i].id,
                b=areas[j].id,
                length_mm=length,
                softness=_softness(de00, width_px, mm_per_px),
                width_mm=width_px * mm_per_px,
                de00=de00,
                value_difference=float(lab_to_value(second) - lab_to_value(first)),
                chroma_difference=float(np.hypot(*second[1:]) - np.hypot(*first[1:])),
                hue_difference_deg=hue_turn_deg(first, second),
                over=over,
            )
        )
    return tuple(sorted(found, key=lambda border: (-border.length_mm, border.a, border.b)))


@dataclass(frozen=True)
class Passing:
    """How one side of a border goes over into the other in a picture: how far that reaches, and how different the sides are."""

    length_mm: float
    width_mm: float
    de00: float
    softness: Softness


def border_lengths(labels: LabelImage, support: Support) -> dict[tuple[int, int], float]:
    """How long the border of every two neighbours (their indices, lower first) is, in mm."""
    mm_per_px = support.width_mm / labels.shape[1]
    return {pair: seam.length_px * mm_per_px for pair, seam in _seams(labels).items()}


def passings(
    labels: LabelImage, pictures: Sequence[Lab], support: Support
) -> dict[tuple[int, int], tuple[Passing, ...]]:
    """Every border of two areas (their indices, lower first) as each of these pictures (CIELAB, shape of `labels`) shows it."""
    mm_per_px = support.width_mm / labels.shape[1]
    floats = [np.asarray(one, dtype=np.float32) for one in pictures]
    reach = max(6.0, _ACROSS_MM / mm_per_px)
    found = {}
    for pair, seam in _seams(labels).items():
        length = seam.length_px * mm_per_px
        if length < _LEAST_LENGTH_MM:
            continue
        seen = [_across(picture, labels, seam, pair, reach) for picture in floats]
        found[pair] = tuple(
            Passing(length, width * mm_per_px, de00, _softness(de00, width, mm_per_px))
            for de00, width in ((float(delta_e_2000(first, second)), width) for first, second, width in seen)
        )
    return found


def _softness(de00: float, width_px: float, mm_per_px: float) -> Softness:
    if de00 < LOST_BELOW_DE00:
        return "lost"
    width_mm = width_px * mm_per_px
    if width_px <= _SHARPEST_PX or width_mm < FIRM_FROM_MM:
        return "hard"
    return "firm" if width_mm < SOFT_FROM_MM else "soft"


def in_front(a: Area, b: Area, planes: Mapping[str, int]) -> Area:
    """The nearer plane lies over the farther; in one plane the smaller lies over the larger (common practice)."""
    if planes[a.id] != planes[b.id]:
        return a if planes[a.id] < planes[b.id] else b
    return a if a.area_cm2 < b.area_cm2 else b


def _seams(labels: LabelImage) -> dict[tuple[int, int], _Seam]:
    """The border pixels of every pair of neighbours, and how long their border is."""
    whole = np.asarray(labels, dtype=np.int64)
    count = int(whole.max()) + 1
    across, down = _cracks(whole), _cracks(whole.T)
    low, high = (np.concatenate([across[k], down[k]]) for k in (0, 1))
    y, x = np.concatenate([across[2], down[3]]), np.concatenate([across[3], down[2]])
    upright = np.arange(len(y)) < len(across[0])
    lengths = np.zeros(len(y))
    for label, box in enumerate(ndimage.find_objects(whole + 1)):
        own = np.flatnonzero(low == label)
        if len(own):
            lengths[own] = _crack_lengths(labels == label, box, y[own], x[own], upright[own])
    key = low * count + high
    order = np.argsort(key, kind="stable")
    keys, starts = np.unique(key[order], return_index=True)
    parts = zip(keys.tolist(), np.split(order, starts)[1:], strict=True)
    return {divmod(pair, count): _Seam(y[own], x[own], float(lengths[own].sum())) for pair, own in parts}


def _cracks(labels: LabelImage) -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray]:
    """Where a pixel differs from the one before it in its row: the lower and the higher label, row and column."""
    y, x = np.nonzero(labels[:, 1:] != labels[:, :-1])
    here, before = labels[y, x + 1], labels[y, x]
    return np.minimum(here, before), np.maximum(here, before), y, x + 1


_SMOOTHED_PX = 2.0


def _crack_lengths(
    mask: np.ndarray, box: tuple[slice, slice], y: np.ndarray, x: np.ndarray, upright: np.ndarray
) -> np.ndarray:
    """How much of the line that a brush would draw each crack between two pixels stands for, in px.

    A line whose normal has the parts (c, s) crosses c upright and s level cracks for each unit of its length, so every crack
    counts with that part of the normal: exact for straight lines in any direction. The normal is that of the smoothed mask.
    """
    reach = round(4 * _SMOOTHED_PX)
    top, left = max(0, box[0].start - reach), max(0, box[1].start - reach)
    own = mask[top : box[0].stop + reach, left : box[1].stop + reach].astype(np.float32)
    soft = cv2.GaussianBlur(own, (0, 0), _SMOOTHED_PX, borderType=cv2.BORDER_REPLICATE)
    slope_x, slope_y = (cv2.Sobel(soft, cv2.CV_32F, *turn) for turn in ((1, 0), (0, 1)))
    row, column = y - top, x - left
    before = (np.where(upright, row, row - 1), np.where(upright, column - 1, column))
    along_x, along_y = (slope[row, column] + slope[before] for slope in (slope_x, slope_y))
    normal = np.where(upright, np.abs(along_x), np.abs(along_y))
    return np.asarray(normal / np.maximum(np.hypot(along_x, along_y), 1e-6))


def _across(
    lab: Lab, labels: LabelImage, seam: _Seam, pair: tuple[int, int], reach_px: float
) -> tuple[Lab, Lab, float]:
    """The colours of both sides, and over how many pixels one passes into the other, averaged along the border.

    Colours are averaged by their distance from the border, on the one side negative, so that texture falls out; the
    passage is where that profile goes from 15 % to 85 %, drawn out to the whole.
    """
    top, left = max(0, int(seam.y.min() - reach_px) - 1), max(0, int(seam.x.min() - reach_px) - 1)
    bottom, right = int(seam.y.max() + reach_px) + 2, int(seam.x.max() + reach_px) + 2
    box = (slice(top, bottom), slice(left, right))
    off = np.ones(labels[box].shape, dtype=np.uint8)
    off[seam.y - top, seam.x - left] = 0
    away = cv2.distanceTransform(off, cv2.DIST_L2, 3)
    bins = round(reach_px)
    sides = []
    for label in pair:
        here = (labels[box] == label) & (away <= reach_px)
        at = np.minimum(away[here].astype(int), bins - 1)
        count = np.bincount(at, minlength=bins)
        colours = lab[box][here]
        summed = [np.bincount(at, weights=colours[:, k], minlength=bins) for k in range(3)]
        sides.append((count, np.stack(summed, axis=-1) / np.maximum(count, 1)[:, None]))
    (n_1, p_1), (n_2, p_2) = sides
    first, second = (_far(count, profile) for count, profile in ((n_1, p_1), (n_2, p_2)))
    seen = np.concatenate([n_1[::-1], n_2]) > 0
    axis = second - first
    jump = float(axis @ axis)
    if jump < 1e-6:
        return first, second, float(2 * bins)
    along = (np.concatenate([p_1[::-1], p_2]) - first) @ axis / jump
    place = np.arange(-bins, bins)[seen]
    rising = np.maximum.accumulate(along[seen])
    low, high = (float(place[min(int(np.searchsorted(rising, level)), len(place) - 1)]) for level in _PASSAGE)
    return first, second, max(_SHARPEST_PX, (high - low) / (_PASSAGE[1] - _PASSAGE[0]))


_PASSAGE = (0.15, 0.85)


def _far(count: np.ndarray, profile: Lab) -> Lab:
    """The mean of the farther half of a side's profile, or of all of it where the area is narrower."""
    half = len(count) // 2
    weights = count.astype(float)
    if weights[half:].sum() > 0:
        weights[:half] = 0
    return np.asarray(np.average(profile, axis=0, weights=weights))
