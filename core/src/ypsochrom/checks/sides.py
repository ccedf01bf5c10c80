"""A panel's sides to a fraction of a pixel.

1. Along each side the edge is found across it, and a line that may bow laid through it which what covers the rim does not
   draw aside (Tukey's weights, beaton1974).
2. Where the sides bow, the lens' radial term is that which makes them straight.
"""

import cv2
import numpy as np
from scipy.optimize import minimize_scalar

from ..colour.types import Float, Srgb8
from ..imaging.lens import bent
from ..imaging.quick import lab_of
from ..imaging.robust import TUKEY, scatter, tukey
from .candidates import FOUND_PX
from .panel import Panel

_ALONG, REACH = 160, 7
_MOST_BOW, _LEAST_GAIN = 0.15, 0.08
_FAINTEST_EDGE = 0.4
"""Change of CIELAB over half a pixel."""
_LEAST_POINTS, _MOST_SCATTER_PX, _LEAST_SIDES, _UNSEEN = 40, 1.2, 2, 1e-3
"""A side with fewer points of an edge keeps its place from where the panel was found."""


def refined_sides(photo: Srgb8, quad: Float, first_reach: int = REACH) -> Panel | None:
    """The corners to a fraction of a pixel, from the edges themselves; `quad` in px of the photo. None without edges there."""
    size = (photo.shape[1], photo.shape[0])
    quad, term = quad.astype(float), 0.0
    points: list[Float] = []
    weights: list[Float] = []
    for reach in (first_reach, REACH, REACH // 2 + 1):
        scale = max(1.0, max(size) / FOUND_PX / 1.5) if reach >= REACH else 1.0
        sides = [_bent_side(quad, side, term, size) for side in range(4)]
        seen = [_edge(photo, side, reach * scale) for side in sides]
        there = [_is_a_line(*one) for one in seen]
        if sum(there) < _LEAST_SIDES:
            return None
        points = [one[0] if is_seen else side for one, side, is_seen in zip(seen, sides, there, strict=True)]
        weights = [one[1] if is_seen else np.full(_ALONG, _UNSEEN) for one, is_seen in zip(seen, there, strict=True)]
        term, quad, weights = _straightened(points, weights, size)
    rim = float(np.mean([(one > 0).mean() * is_seen for one, is_seen in zip(weights, there, strict=True)]))
    corners = bent(quad, term, size) / np.array(size)
    return Panel(tuple((float(x), float(y)) for x, y in corners), term, rim)


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
        scale = max(0.25, min(scale, scatter(miss[weights > 0])))
        weights = np.where(strength > 0, tukey(miss / (TUKEY * scale)), 0.0)
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
