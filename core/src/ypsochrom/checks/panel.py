"""Where the panel lies in a photo: four corners and how the lens bows its edges.

1. Straight segments (grompone2012) are gathered into level and upright lines; every two and two of them make a panel. So do
   the corners of what is not like the wall, and the place where what the plan shows is found again (lowe2004).
2. Of these those are kept that have an edge along most of their rim, and the one is taken that is most like the plan. Where
   a side cannot be told from what is behind it, the plan is laid over the photo until both agree (evangelidis2008).
3. Along each side the edge is found anew to a fraction of a pixel, and a line laid through it that what covers the rim does
   not draw aside (Tukey's weights, beaton1974).
4. Where the sides bow, the lens' radial term is that which makes them straight.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from itertools import combinations

import cv2
import numpy as np
from scipy.optimize import minimize_scalar

from ..colour.types import Float, Srgb8
from ..imaging.lens import bent
from ..imaging.quick import lab_of
from ..imaging.resample import fit_within
from ..kit.errors import BadPicture

FOUND_PX = 800
"""The longer side of the picture in which panels are looked for."""

_LEVEL_DEG, _LEAST_LINE = 32.0, 0.06
_MOST_LINES = 12
_SAME_LINE = 0.008
"""Lines that pass this near to each other at both ends (shares of the picture's width) are one."""

_MOST_SLANT, _MOST_TAPER = 0.966, 1.45
"""Opposite sides of a panel photographed from in front: the cosine between them (15 degrees), and how one may be longer."""

_LEAST_PANEL = 0.1
_ASPECT_OFF = 1.4
_EDGE_LAB = 3.0
"""A change of CIELAB across the rim, in a picture smoothed by a pixel, that counts as an edge."""

_LEAST_RIM, _RIM_SAMPLES = 0.45, 30
_LOOKED_AT = 60
_LIKENESS_WEIGHT = 1.5
_SURE = 0.75 + 2 * _LIKENESS_WEIGHT * 0.93
"""Worth of a panel beyond which no other place is looked for: three quarters of its rim are seen, and it looks like the plan."""

_REGISTERED = (320, 240)
_CUT_ASPECT, _CUT_LIKENESS = 0.03, 0.9
"""A photo of the panel's own proportions that is so like the plan ends where the painting ends."""

_WALL_SHARE = 0.03
"""How deep the photo's rim is by which the wall behind the panel is told."""

_SHARP_SLOPE = 2.5
"""L* a pixel across the sharpest edges of a photo at `FOUND_PX`."""

_OUTSIDE = 0.02
"""Corners may lie so far outside the photo (shares): their sides are seen, and they are where those meet."""

_ELSEWHERE_PX = 3.0
"""What is found by its marks so far from what is found by its lines is looked at as well."""

_THUMB = (64, 48)
_SURELY_LIKE = 0.75
_SOUGHT_PX, _MOST_MARKS, _LEAST_MARKS = 640, 800, 12
_TURN_BY = 0.25
"""A painting that is so much more like the plan when it is turned has been photographed upside down."""

_ALONG, _REACH = 160, 7
_TUKEY = 4.685
_MOST_BOW, _LEAST_GAIN = 0.15, 0.08
_FAINTEST_EDGE = 0.4
"""Change of CIELAB over half a pixel."""

_LEAST_POINTS, _MOST_SCATTER_PX, _LEAST_SIDES, _UNSEEN = 40, 1.2, 2, 1e-3
"""A side with fewer points of an edge keeps its place from where the panel was found."""


@dataclass(frozen=True)
class Panel:
    """The panel in a photo: corners (x, y as shares, upper left first, clockwise as the painting hangs) and the lens' term.

    `rim` (0-1) is how much of its rim was seen (0: the photo ends with the painting), `off_px` how far its edges lie from their
    lines in px of the photo. `upside_down`: the painting stood on its head, and the corners are in the painting's own order.
    """

    corners: tuple[tuple[float, float], ...]
    lens: float = 0.0
    rim: float = 1.0
    off_px: float = 0.0
    upside_down: bool = False
    by_hand: bool = False

    def to_photo(self, points: Float, photo: tuple[int, int]) -> Float:
        """Points of the panel (..., 2; shares) in px of a photo of this width and height."""
        size = np.array(photo)
        straight = bent(np.array(self.corners) * size, self.lens, photo, back=True)
        way = cv2.getPerspectiveTransform(_UNIT, straight.astype(np.float32))
        seen = cv2.perspectiveTransform(np.asarray(points, dtype=np.float64).reshape(1, -1, 2), way)
        return bent(np.asarray(seen, dtype=float).reshape(np.shape(points)), self.lens, photo)

    def from_photo(self, points: Float, photo: tuple[int, int]) -> Float:
        """The inverse: px of a photo as shares of the panel, beyond 0-1 beside it."""
        size = np.array(photo)
        straight = bent(np.array(self.corners) * size, self.lens, photo, back=True)
        way = cv2.getPerspectiveTransform(straight.astype(np.float32), _UNIT)
        at = bent(np.asarray(points, dtype=np.float64), self.lens, photo, back=True)
        return np.asarray(cv2.perspectiveTransform(at.reshape(1, -1, 2), way).reshape(np.shape(points)))


_UNIT = np.array([[0, 0], [1, 0], [1, 1], [0, 1]], dtype=np.float32)


def find_panel(photo: Srgb8, aspect: float, planned: Srgb8 | None = None) -> Panel:
    """The panel of this aspect (width by height) in a photo; `planned` is the painting as it should look, to tell it by.

    `BadPicture` where no four edges of a panel are to be seen.
    """
    wide, high = fit_within(photo.shape[1], photo.shape[0], FOUND_PX)
    small: Srgb8 = np.asarray(cv2.resize(photo, (wide, high), interpolation=cv2.INTER_AREA), dtype=np.uint8)
    lab = lab_of(cv2.GaussianBlur(small, (0, 0), 1.0))
    slope = _slopes(lab)
    level, upright = _lines(small, lab)
    quads = _quads(level, upright, (wide, high), aspect)
    again = None if planned is None else _found_again(small, planned, aspect)
    own = [*([] if again is None else [again]), *_apart_from_wall(lab)]
    quads = np.concatenate([quads, *(one[None] for one in own)])
    if not len(quads):
        raise _not_found()
    rims = _rims(quads, slope)
    share = _areas(quads) / (wide * high)
    meant = _thumb(planned)
    worth = rims.mean(axis=1) + 0.5 * rims.min(axis=1) + (0.8 if meant is None else 0.15) * np.sqrt(share)
    best = np.argsort(-worth)[:_LOOKED_AT]
    best = np.unique([*best, *range(len(quads) - len(own), len(quads))])
    alike = np.array([_likeness_either_way(small, quads[one], meant) for one in best])
    walls = best >= len(quads) - len(own)
    seen = (rims[best].mean(axis=1) >= _LEAST_RIM) | (alike >= _SURELY_LIKE) | walls
    best, alike = best[seen], alike[seen]
    if not len(best):
        raise _not_found()
    chosen = int(best[np.argmax(worth[best] + _LIKENESS_WEIGHT * alike)])
    likely = [(quads[chosen], _REACH)]
    likely += [(one, 3 * _REACH) for one in own if np.abs(one - quads[chosen]).max() > _ELSEWHERE_PX]
    scale = np.array([photo.shape[1], photo.shape[0]]) / np.array([wide, high])

    def refined(likely: Iterable[tuple[Float, int]]) -> list[Panel]:
        seen = (_refined(photo, _upright(quad) * scale, reach) for quad, reach in likely)
        return [one for one in seen if one is not None]

    found = refined(likely)
    filled = _filling(small, aspect, meant)
    if filled is not None:
        return right_way_up(photo, filled, planned)
    if planned is not None and max((_worth(photo, one, meant) for one in found), default=0.0) < _SURE:
        settled = (_registered(small, quad, planned) for quad, _ in likely)
        found += refined((one, _REACH) for one in settled if one is not None)
    if not found:
        raise _not_found()
    best_of = max(found, key=lambda one: _worth(photo, one, meant))
    if (np.abs(np.array(best_of.corners) - 0.5) > 0.5 + _OUTSIDE).any():
        raise BadPicture(
            "Part of the painting lies outside this photo.",
            "Photograph it again with all four edges in the picture.",
        )
    return right_way_up(photo, best_of, planned)


def _filling(small: Srgb8, aspect: float, meant: Float | None) -> Panel | None:
    """The whole photo as the panel where it shows nothing else: a picture cut out, or a screen's."""
    high, wide = small.shape[:2]
    if meant is None or abs(np.log(wide / high / aspect)) > _CUT_ASPECT:
        return None
    quad = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], dtype=float)
    if _likeness_either_way(small, quad, meant) < _CUT_LIKENESS:
        return None
    return Panel(((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)), rim=0.0)


def _apart_from_wall(lab: Float) -> list[Float]:
    """The corners (4, 2) in px of what is not like the photo's rim, where that has four: of all, and of what is least like."""
    high, wide = lab.shape[:2]
    y, x = np.mgrid[0:high, 0:wide].astype(np.float32)
    rim = np.zeros((high, wide), dtype=bool)
    deep = round(_WALL_SHARE * min(high, wide))
    rim[:deep], rim[-deep:], rim[:, :deep], rim[:, -deep:] = True, True, True, True
    terms = np.stack([np.ones_like(x), x / wide, y / high], axis=-1)
    fall, *_ = np.linalg.lstsq(terms[rim], lab[rim], rcond=None)
    apart = np.linalg.norm(lab - terms @ fall, axis=-1)
    grain = 1.5 * float(np.quantile(apart[rim], 0.98))
    most, _ = cv2.threshold(np.clip(apart * 4, 0, 255).astype(np.uint8), 0, 255, cv2.THRESH_BINARY | cv2.THRESH_OTSU)
    found = (_four_corners(apart > level) for level in {grain, max(grain, most / 4)})
    return [one for one in found if one is not None]


def _four_corners(inside: np.ndarray) -> Float | None:
    """The corners (4, 2) of the hull around the largest piece of a mask; None where it has no four."""
    closed = cv2.morphologyEx(inside.astype(np.uint8), cv2.MORPH_CLOSE, np.ones((9, 9), np.uint8))
    shapes, _ = cv2.findContours(closed, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    if not shapes:
        return None
    hull = cv2.convexHull(max(shapes, key=cv2.contourArea))
    around = cv2.arcLength(hull, True)
    for share in (0.02, 0.03, 0.045, 0.06):
        corners = cv2.approxPolyDP(hull, share * around, True).reshape(-1, 2).astype(float)
        if len(corners) == 4:
            quad = corners if _areas(corners[None])[0] > 0 else corners[::-1]
            quad = np.roll(quad, -int(np.argmin(quad.sum(axis=1))), axis=0)
            return np.asarray(quad) if _areas(quad[None])[0] > _LEAST_PANEL * inside.size else None
    return None


def _upright(quad: Float) -> Float:
    """The corners beginning at the photo's own upper left."""
    return np.roll(quad, 2, axis=0) if quad[:2, 1].mean() > quad[2:, 1].mean() else quad


def _likeness_either_way(photo: Srgb8, quad: Float, meant: Float | None) -> float:
    return max(_likeness(photo, np.roll(quad, turn, axis=0), meant) for turn in (0, 2))


def _registered(small: Srgb8, quad: Float, planned: Srgb8) -> Float | None:
    """The corners (4, 2) in px of the photo for which the panel looks most like the plan (evangelidis2008), from those given.

    Where a side cannot be told from what is behind it, the painting itself says where it ends. None where it does not settle.
    """
    wide, high = _REGISTERED
    square = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], dtype=np.float32)
    lab = lab_of(cv2.resize(planned, _REGISTERED, interpolation=cv2.INTER_AREA))
    shift = (
        0
        if _likeness(small, quad, _thumb(planned)) >= _likeness(small, np.roll(quad, 2, axis=0), _thumb(planned))
        else 2
    )
    way = cv2.getPerspectiveTransform(square, np.roll(quad, shift, axis=0).astype(np.float32)).astype(np.float32)
    tone = np.ascontiguousarray(lab_of(small)[..., 0], dtype=np.float32)
    stop = (cv2.TERM_CRITERIA_EPS | cv2.TERM_CRITERIA_COUNT, 60, 1e-4)
    try:
        _, settled = cv2.findTransformECC(
            np.ascontiguousarray(lab[..., 0]), tone, way, cv2.MOTION_HOMOGRAPHY, stop, np.empty(0, dtype=np.uint8), 9
        )
    except cv2.error:
        return None
    found = cv2.perspectiveTransform(square[None], settled)[0].astype(float)
    return (
        np.asarray(np.roll(found, -shift, axis=0)) if np.isfinite(found).all() and _areas(found[None])[0] > 0 else None
    )


def _worth(photo: Srgb8, panel: Panel, meant: Float | None) -> float:
    """How likely a panel is the painting: by its rim, and by how like the plan it looks."""
    points = np.array(panel.corners) * np.array([photo.shape[1], photo.shape[0]])
    return panel.rim + 2 * _LIKENESS_WEIGHT * _likeness_either_way(photo, points, meant)


def panel_by_hand(corners: tuple[tuple[float, float], ...]) -> Panel:
    """A panel whose corners the painter set (shares, in the order of the painting); `BadPicture` where they make none."""
    points = np.array(corners, dtype=float)
    if points.shape != (4, 2) or not np.isfinite(points).all() or (np.abs(points - 0.5) > 1.0).any():
        raise BadPicture("The corners do not lie in the photo.", "Give four corners, clockwise from the upper left.")
    there, on = np.roll(points, -1, axis=0) - points, np.roll(points, -2, axis=0) - np.roll(points, -1, axis=0)
    turns = there[:, 0] * on[:, 1] - there[:, 1] * on[:, 0]
    if not (turns > 0).all() or float(_areas(points[None])[0]) < 0.005:
        raise BadPicture(
            "The four corners make no panel.", "Set them clockwise from the painting's upper left, wide apart."
        )
    return Panel(tuple((float(x), float(y)) for x, y in points), by_hand=True)


def right_way_up(photo: Srgb8, found: Panel, planned: Srgb8 | None) -> Panel:
    """The panel with its corners in the painting's order, where it was photographed on its head."""
    if planned is None:
        return found
    points = np.array(found.corners) * np.array([photo.shape[1], photo.shape[0]])
    meant = _thumb(planned)
    as_is, turned = (_likeness(photo, np.roll(points, k, axis=0), meant) for k in (0, 2))
    if turned < as_is + _TURN_BY:
        return found
    return replace(found, corners=found.corners[2:] + found.corners[:2], upside_down=True)


def likeness(photo: Srgb8, panel: Panel, planned: Srgb8) -> float:
    """How like the plan the panel in a photo looks, -1 to 1; 0 where the plan shows nothing yet."""
    points = np.array(panel.corners) * np.array([photo.shape[1], photo.shape[0]])
    return _likeness(photo, points, _thumb(planned))


def is_plain(planned: Srgb8) -> bool:
    """Whether a planned picture is of one colour: nothing can be told by it."""
    return _thumb(planned) is None


def is_blurred(photo: Srgb8) -> bool:
    """Whether a photo shows no edge at all that is sharp."""
    wide, high = fit_within(photo.shape[1], photo.shape[0], FOUND_PX)
    light = lab_of(cv2.resize(photo, (wide, high), interpolation=cv2.INTER_AREA))[..., 0]
    slope = np.hypot(cv2.Sobel(light, cv2.CV_32F, 1, 0), cv2.Sobel(light, cv2.CV_32F, 0, 1)) / 8
    return float(np.quantile(slope, 0.999)) < _SHARP_SLOPE


def _not_found() -> BadPicture:
    return BadPicture(
        "No panel with four straight edges was found in this photo.",
        "Drag the four corners onto the painting's own, or photograph it again with all four edges in the picture.",
    )


def _slopes(lab: Float) -> Float:
    """Change per px along x and y of whichever of L*, a* and b* changes most, shape (height, width, 2)."""
    x, y = cv2.Scharr(lab, cv2.CV_32F, 1, 0) / 32, cv2.Scharr(lab, cv2.CV_32F, 0, 1) / 32
    most = np.argmax(x * x + y * y, axis=-1)[..., None]
    return np.concatenate([np.take_along_axis(one, most, axis=-1) for one in (x, y)], axis=-1)


def _lines(small: Srgb8, lab: Float) -> tuple[Float, Float]:
    """Level lines as their heights at the left and right end of the picture, upright ones as places at its top and bottom.

    Shape (n, 2) each, in px, at most `_MOST_LINES` in either half of the picture.
    """
    high, wide = small.shape[:2]
    finder = cv2.createLineSegmentDetector()
    colours = np.clip(np.dstack([lab[..., 0] * 2.55, lab[..., 1] * 2 + 128, lab[..., 2] * 2 + 128]), 0, 255)
    segments = [finder.detect(np.ascontiguousarray(colours[..., k].astype(np.uint8)))[0] for k in range(3)]
    found = [one.reshape(-1, 4) for one in segments if one is not None]
    every = np.concatenate(found) if found else np.zeros((0, 4))
    length = np.hypot(every[:, 2] - every[:, 0], every[:, 3] - every[:, 1])
    every, length = every[length > 0.02 * wide], length[length > 0.02 * wide]
    turn = np.degrees(np.arctan2(np.abs(every[:, 3] - every[:, 1]), np.abs(every[:, 2] - every[:, 0])))
    level, upright = turn < _LEVEL_DEG, turn > 90 - _LEVEL_DEG
    rows = _gathered(every[level], length[level], wide, high)
    columns = _gathered(every[upright][:, [1, 0, 3, 2]], length[upright], high, wide)
    return rows, columns


def _gathered(segments: Float, length: Float, along: int, across: int) -> Float:
    """Segments (x1, y1, x2, y2) that run along x as lines (y at x = 0, y at x = `along`); the longest first in each half."""
    kept: list[tuple[float, Float]] = []
    x, y = segments[:, [0, 2]], segments[:, [1, 3]]
    taken = np.zeros(len(segments), dtype=bool)
    for one in np.argsort(-length):
        if taken[one]:
            continue
        own = np.zeros(len(segments), dtype=bool)
        own[one] = True
        for _ in range(3):
            slope, foot = np.polyfit(x[own].ravel(), y[own].ravel(), 1, w=np.repeat(np.sqrt(length[own]), 2))
            own = ~taken & (np.abs(foot + slope * x - y) < _SAME_LINE * across).all(axis=1)
            if not own.any():
                own[one] = True
        taken |= own
        weight = float(length[own].sum())
        if weight >= _LEAST_LINE * along:
            kept.append((weight, np.array([foot, foot + slope * along])))
    kept.sort(key=lambda line: -line[0])
    upper = [line for _, line in kept if line.mean() < across / 2][:_MOST_LINES]
    lower = [line for _, line in kept if line.mean() >= across / 2][:_MOST_LINES]
    return np.array(upper + lower).reshape(-1, 2)


def _quads(level: Float, upright: Float, size: tuple[int, int], aspect: float) -> Float:
    """Every panel that two level and two upright lines make, as corners (n, 4, 2) in px."""
    wide, high = size
    rows = [sorted(pair, key=lambda line: line.mean()) for pair in combinations(level, 2)]
    columns = [sorted(pair, key=lambda line: line.mean()) for pair in combinations(upright, 2)]
    if not rows or not columns:
        return np.zeros((0, 4, 2))
    top, bottom = (np.array([pair[k] for pair in rows])[:, None] for k in (0, 1))
    left, right = (np.array([pair[k] for pair in columns])[None] for k in (0, 1))

    def crossing(row: Float, column: Float) -> Float:
        """Where y = r0 + (r1 - r0) x / wide meets x = c0 + (c1 - c0) y / high."""
        r, c = (row[..., 1] - row[..., 0]) / wide, (column[..., 1] - column[..., 0]) / high
        y = (row[..., 0] + r * column[..., 0]) / (1 - r * c)
        return np.stack([column[..., 0] + c * y, y], axis=-1)

    corners = np.stack(
        [crossing(top, left), crossing(top, right), crossing(bottom, right), crossing(bottom, left)], axis=2
    )
    quads = corners.reshape(-1, 4, 2)
    sides = np.linalg.norm(np.roll(quads, -1, axis=1) - quads, axis=-1)
    seen = (sides[:, 0] + sides[:, 2]) / np.maximum(sides[:, 1] + sides[:, 3], 1e-6)
    margin = 0.02 * np.array([wide, high])
    across = np.roll(quads, -1, axis=1) - quads
    opposite = (across[:, :2] * -across[:, 2:]).sum(axis=-1) / np.maximum(sides[:, :2] * sides[:, 2:], 1e-6)
    fits = (
        (opposite > _MOST_SLANT).all(axis=1)
        & (np.abs(np.log(sides[:, :2] / np.maximum(sides[:, 2:], 1e-6))) < np.log(_MOST_TAPER)).all(axis=1)
        & ((quads > -margin) & (quads < np.array([wide, high]) + margin)).all(axis=(1, 2))
        & (np.abs(np.log(seen / aspect)) < np.log(_ASPECT_OFF))
        & (_areas(quads) > _LEAST_PANEL * wide * high)
    )
    return quads[fits]


def _found_again(small: Srgb8, planned: Srgb8, aspect: float) -> Float | None:
    """The panel's corners (4, 2) in px by what the plan shows (lowe2004); None where too little of it is found again."""
    wide = round(_SOUGHT_PX * min(1.0, aspect))
    meant = cv2.resize(planned, (wide, round(wide / aspect)), interpolation=cv2.INTER_AREA)
    finder = cv2.SIFT.create(_MOST_MARKS)
    marks, kinds = finder.detectAndCompute(cv2.cvtColor(meant, cv2.COLOR_RGB2GRAY), None)
    others, their_kinds = finder.detectAndCompute(cv2.cvtColor(small, cv2.COLOR_RGB2GRAY), None)
    if kinds is None or their_kinds is None or len(marks) < _LEAST_MARKS or len(others) < _LEAST_MARKS:
        return None
    pairs = [
        two[0]
        for two in cv2.BFMatcher().knnMatch(kinds, their_kinds, k=2)
        if len(two) == 2 and two[0].distance < 0.8 * two[1].distance
    ]
    if len(pairs) < _LEAST_MARKS:
        return None
    here = np.array([marks[one.queryIdx].pt for one in pairs], dtype=np.float32)
    there = np.array([others[one.trainIdx].pt for one in pairs], dtype=np.float32)
    cv2.setRNGSeed(1)
    way, kept = cv2.findHomography(here, there, cv2.RANSAC, 3.0)
    if way is None or int(kept.sum()) < _LEAST_MARKS:
        return None
    square = np.array([[0, 0], [wide, 0], [wide, meant.shape[0]], [0, meant.shape[0]]], dtype=np.float32)
    found = cv2.perspectiveTransform(square[None], way)[0].astype(float)
    return found if _areas(found[None])[0] > _LEAST_PANEL * small.shape[0] * small.shape[1] else None


def _areas(quads: Float) -> Float:
    x, y = quads[..., 0], quads[..., 1]
    return np.asarray((x * np.roll(y, -1, axis=-1) - np.roll(x, -1, axis=-1) * y).sum(axis=-1) / 2)


def _rims(quads: Float, slope: Float) -> Float:
    """The share of every side (n, 4) that has an edge along it."""
    high, wide = slope.shape[:2]
    at = (np.arange(_RIM_SAMPLES) + 0.5) / _RIM_SAMPLES
    ends = np.roll(quads, -1, axis=1)
    points = quads[:, :, None] + (ends - quads)[:, :, None] * at[:, None]
    along = ends - quads
    normal = np.stack([along[..., 1], -along[..., 0]], axis=-1)
    normal /= np.maximum(np.linalg.norm(normal, axis=-1, keepdims=True), 1e-6)
    best = np.zeros(points.shape[:3])
    for step in (-1, 0, 1):
        x, y = np.moveaxis(np.rint(points + step * normal[:, :, None]).astype(int), -1, 0)
        there = slope[np.clip(y, 0, high - 1), np.clip(x, 0, wide - 1)]
        across = there[..., 0] * normal[:, :, None, 0] + there[..., 1] * normal[:, :, None, 1]
        np.maximum(best, np.abs(across), out=best)
    return np.asarray((best > _EDGE_LAB).mean(axis=-1))


def _thumb(planned: Srgb8 | None) -> Float | None:
    """The planned picture small, its colours against their mean; None where it is of one colour."""
    if planned is None:
        return None
    lab = lab_of(cv2.resize(planned, _THUMB, interpolation=cv2.INTER_AREA))
    meant = lab - lab.mean(axis=(0, 1))
    return meant if float((meant**2).mean()) >= 1.0 else None


def _likeness(photo: Srgb8, quad: Float, meant: Float | None) -> float:
    """Correlation of a panel's colours with the planned picture's, both small; 0 where the plan is of one colour."""
    if meant is None:
        return 0.0
    wide, high = _THUMB
    square = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], dtype=np.float32)
    every = max(1, round(float(np.linalg.norm(quad[1] - quad[0])) / wide / 2))
    fine = cv2.warpPerspective(
        photo,
        cv2.getPerspectiveTransform(quad.astype(np.float32), square * every),
        (wide * every, high * every),
        flags=cv2.INTER_LINEAR,
    )
    lab = lab_of(cv2.resize(fine, _THUMB, interpolation=cv2.INTER_AREA))
    seen = lab - lab.mean(axis=(0, 1))
    return float((seen * meant).sum() / np.sqrt(max(float((seen**2).sum() * (meant**2).sum()), 1e-9)))


def _refined(photo: Srgb8, quad: Float, first_reach: int = _REACH) -> Panel | None:
    """The corners to a fraction of a pixel, from the edges themselves; `quad` in px of the photo. None without edges there."""
    size = (photo.shape[1], photo.shape[0])
    quad, term = quad.astype(float), 0.0
    points: list[Float] = []
    weights: list[Float] = []
    for reach in (first_reach, _REACH, _REACH // 2 + 1):
        scale = max(1.0, max(size) / FOUND_PX / 1.5) if reach >= _REACH else 1.0
        sides = [_bent_side(quad, side, term, size) for side in range(4)]
        seen = [_edge(photo, side, reach * scale) for side in sides]
        there = [_is_a_line(*one) for one in seen]
        if sum(there) < _LEAST_SIDES:
            return None
        points = [one[0] if is_seen else side for one, side, is_seen in zip(seen, sides, there, strict=True)]
        weights = [one[1] if is_seen else np.full(_ALONG, _UNSEEN) for one, is_seen in zip(seen, there, strict=True)]
        term, quad, weights = _straightened(points, weights, size)
    rim = float(np.mean([(one > 0).mean() * is_seen for one, is_seen in zip(weights, there, strict=True)]))
    straight = [bent(one, term, size, back=True) for one in points]
    off = np.concatenate([np.abs(_off_line(p, w))[w > 0] for p, w in zip(straight, weights, strict=True)])
    seen_corners = bent(quad, term, size) / np.array(size)
    return Panel(
        tuple((float(x), float(y)) for x, y in seen_corners), term, rim, float(np.median(off) / 0.6745), by_hand=False
    )


def _bent_side(quad: Float, side: int, term: float, size: tuple[int, int]) -> Float:
    """Points along one side of a straight panel as the lens shows them, and a little beyond its ends not at all."""
    at = np.linspace(0.02, 0.98, _ALONG)[:, None]
    return bent(quad[side] + (quad[(side + 1) % 4] - quad[side]) * at, term, size)


def _edge(photo: Srgb8, side: Float, reach: float) -> tuple[Float, Float]:
    """Where the edge runs beside a line of points (n, 2), and how strong it is (n,); strength 0 where there is none."""
    along = np.gradient(side, axis=0)
    normal = np.stack([-along[:, 1], along[:, 0]], axis=-1)
    normal /= np.maximum(np.linalg.norm(normal, axis=-1, keepdims=True), 1e-6)
    off = np.arange(-reach, reach + 0.25, 0.5)
    at = (side[:, None] + off[:, None] * normal[:, None] - 0.5).astype(np.float32)
    seen = cv2.remap(photo, at[..., 0], at[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    lab = cv2.GaussianBlur(lab_of(seen), (5, 3), sigmaX=1.2, sigmaY=1.0)
    change = np.linalg.norm(np.gradient(lab, axis=1), axis=-1)
    peak = np.argmax(change, axis=1)
    rows = np.arange(len(side))
    inner = np.clip(peak, 1, len(off) - 2)
    before, here, after = (change[rows, inner + k] for k in (-1, 0, 1))
    bend = before - 2 * here + after
    shift = np.where(np.abs(bend) > 1e-6, 0.5 * (before - after) / np.where(np.abs(bend) > 1e-6, bend, 1), 0.0)
    found = side + normal * (off[inner] + np.clip(shift, -1, 1) * 0.5)[:, None]
    stands_out = here > np.maximum(_FAINTEST_EDGE, 2 * np.quantile(change, 0.25, axis=1))
    strength = np.where((peak > 0) & (peak < len(off) - 1) & stands_out, here, 0.0)
    return found, strength


def _straightened(
    points: list[Float], strength: list[Float], size: tuple[int, int]
) -> tuple[float, Float, list[Float]]:
    """The radial term under which the sides are straight, the corners (4, 2) without it, and every point's weight."""
    weights = [_kept(p, s)[0] for p, s in zip(points, strength, strict=True)]

    def missed(term: float) -> float:
        straight = [bent(one, term, size, back=True) for one in points]
        off = [w * _off_line(p, w) ** 2 for p, w in zip(straight, weights, strict=True)]
        return float(np.sqrt(np.concatenate(off).sum() / np.concatenate(weights).sum()))

    best = float(minimize_scalar(missed, bounds=(-_MOST_BOW, _MOST_BOW), method="bounded").x)
    term = best if missed(best) < (1 - _LEAST_GAIN) * missed(0.0) else 0.0
    straight = [bent(one, term, size, back=True) for one in points]
    lines = [_line(p, w) for p, w in zip(straight, weights, strict=True)]
    corners = np.array([_meeting(lines[side - 1], lines[side]) for side in range(4)])
    return term, corners, weights


def _is_a_line(points: Float, strength: Float) -> bool:
    """Whether edge points are those of one edge: enough of them lie along a line that may bow, and near to it."""
    weights, scatter_px = _kept(points, strength)
    return int((weights > 0).sum()) >= _LEAST_POINTS and scatter_px < _MOST_SCATTER_PX


def _kept(points: Float, strength: Float) -> tuple[Float, float]:
    """Weights (n,) of edge points, Tukey's around a line that may bow, 0 for what lies off it; and how far they scatter (px)."""
    middle = points.mean(axis=0)
    _, _, axes = np.linalg.svd(points - middle, full_matrices=False)
    t, off = ((points - middle) @ axes.T).T
    t = t / max(1e-6, float(np.abs(t).max()))
    weights = (strength > 0).astype(float)
    scale = 4.0
    for _ in range(8):
        if (weights > 0).sum() < 6:
            break
        bow = np.polynomial.polynomial.polyfit(t, off, 2, w=np.sqrt(weights))
        miss = off - np.polynomial.polynomial.polyval(t, bow)
        scale = max(0.25, min(scale, 1.4826 * float(np.median(np.abs(miss[weights > 0])))))
        away = miss / (_TUKEY * scale)
        weights = np.where((strength > 0) & (np.abs(away) < 1), (1 - away**2) ** 2, 0.0)
    return np.asarray(weights), scale


def _line(points: Float, weights: Float) -> tuple[Float, Float]:
    """A point on the line through weighted points, and its direction (unit)."""
    middle = np.average(points, axis=0, weights=weights)
    _, _, axes = np.linalg.svd((points - middle) * np.sqrt(weights)[:, None], full_matrices=False)
    return middle, axes[0]


def _off_line(points: Float, weights: Float) -> Float:
    middle, way = _line(points, weights)
    off = points - middle
    return np.asarray(off[:, 0] * way[1] - off[:, 1] * way[0])


def _meeting(one: tuple[Float, Float], other: tuple[Float, Float]) -> Float:
    found, *_ = np.linalg.lstsq(np.stack([one[1], -other[1]], axis=1), other[0] - one[0], rcond=None)
    return np.asarray(one[0] + found[0] * one[1])
