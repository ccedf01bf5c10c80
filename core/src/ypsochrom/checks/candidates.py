"""Where a panel may lie in a photo.

1. Straight segments (grompone2012) are gathered into level and upright lines; every two and two of them make a panel.
2. So do the corners of what is not like the wall, and the place where what the plan shows is found again (lowe2004).
3. Where a side cannot be told from what is behind it, the plan is laid over the photo until both agree (evangelidis2008).
"""

from itertools import combinations

import cv2
import numpy as np

from ..colour.types import Float, Srgb8
from ..imaging.quick import lab_of
from .likeness import likeness_of, thumb

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
LEAST_RIM, _RIM_SAMPLES = 0.45, 30
_REGISTERED = (320, 240)
_WALL_SHARE = 0.03
"""How deep the photo's rim is by which the wall behind the panel is told."""
_SOUGHT_PX, _MOST_MARKS, _LEAST_MARKS = 640, 800, 12


def slopes(lab: Float) -> Float:
    """Change per px along x and y of whichever of L*, a* and b* changes most, shape (height, width, 2)."""
    x, y = cv2.Scharr(lab, cv2.CV_32F, 1, 0) / 32, cv2.Scharr(lab, cv2.CV_32F, 0, 1) / 32
    most = np.argmax(x * x + y * y, axis=-1)[..., None]
    return np.concatenate([np.take_along_axis(one, most, axis=-1) for one in (x, y)], axis=-1)


def lines_in(small: Srgb8, lab: Float) -> tuple[Float, Float]:
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


def quads_of(level: Float, upright: Float, size: tuple[int, int], aspect: float) -> Float:
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
        & (areas_of(quads) > _LEAST_PANEL * wide * high)
    )
    return quads[fits]


def apart_from_wall(lab: Float) -> list[Float]:
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
            quad = corners if areas_of(corners[None])[0] > 0 else corners[::-1]
            quad = np.roll(quad, -int(np.argmin(quad.sum(axis=1))), axis=0)
            return np.asarray(quad) if areas_of(quad[None])[0] > _LEAST_PANEL * inside.size else None
    return None


def found_again(small: Srgb8, planned: Srgb8, aspect: float) -> Float | None:
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
    return found if areas_of(found[None])[0] > _LEAST_PANEL * small.shape[0] * small.shape[1] else None


def registered(small: Srgb8, quad: Float, planned: Srgb8) -> Float | None:
    """The corners (4, 2) in px of the photo for which the panel looks most like the plan (evangelidis2008), from those given.

    Where a side cannot be told from what is behind it, the painting itself says where it ends. None where it does not settle.
    """
    wide, high = _REGISTERED
    square = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], dtype=np.float32)
    lab = lab_of(cv2.resize(planned, _REGISTERED, interpolation=cv2.INTER_AREA))
    shift = (
        0
        if likeness_of(small, quad, thumb(planned)) >= likeness_of(small, np.roll(quad, 2, axis=0), thumb(planned))
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
        np.asarray(np.roll(found, -shift, axis=0))
        if np.isfinite(found).all() and areas_of(found[None])[0] > 0
        else None
    )


def areas_of(quads: Float) -> Float:
    """Surfaces of quads (..., 4, 2) in px², above 0 where their corners go clockwise."""
    x, y = quads[..., 0], quads[..., 1]
    return np.asarray((x * np.roll(y, -1, axis=-1) - np.roll(x, -1, axis=-1) * y).sum(axis=-1) / 2)


def rims_of(quads: Float, slope: Float) -> Float:
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
