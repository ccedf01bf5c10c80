"""How a whole painting lies against its plan: the turn and shift that most places agree on.

A place is told in both directions, or only across the edge on which it lies. Many edges are asked beside the places by which
proportions are told: where there are few of these, and some were painted off, edges keep the rest from being taken for the whole.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from ..colour.types import Float
from ..imaging.robust import tukey

_TUKEY_MM, _LEAST_TUKEY_MM, _NARROWED = 2.5, 0.9, 0.8
"""How far a place may be off and still count for the pose of the whole: at first, at last, and by how much less each time."""

_STEPS = 12
_LEAST_FOR_POSE = 6
"""With fewer places nothing is taken out for the whole."""

_LEAST_FOR_DRIFT = 16
_CORNER_MM, _SEEN_MM = 0.7, 0.35
"""One standard deviation of where a corner of the panel is found, and of where an edge is."""

_CELL_MM, _STEEP = 20.0, 3.0
"""One edge is asked in every square of this side, if L* rises so much in a mm."""


@dataclass(frozen=True)
class Pose:
    """How the whole painting lies against the plan: turned (degrees, clockwise) about its middle, and shifted (mm)."""

    turn_deg: float = 0.0
    shift_mm: tuple[float, float] = (0.0, 0.0)


@dataclass(frozen=True)
class Sighting:
    """Where something is meant to lie and where it was seen (mm); with a `normal` (unit) only what lies along that counts."""

    meant: tuple[float, float]
    seen: tuple[float, float]
    normal: tuple[float, float] | None = None


def steepest(light: Float, mm_per_px: float, rim_mm: float) -> list[tuple[tuple[float, float], tuple[float, float]]]:
    """Places on steep edges of a smoothed L*, one in each square: in mm, with the direction across the edge."""
    across = cv2.Sobel(light, cv2.CV_32F, 1, 0, scale=1 / 8) / mm_per_px
    down = cv2.Sobel(light, cv2.CV_32F, 0, 1, scale=1 / 8) / mm_per_px
    steep = np.hypot(across, down)
    rim, cell = round(rim_mm / mm_per_px), max(4, round(_CELL_MM / mm_per_px))
    found = []
    for top in range(rim, light.shape[0] - rim, cell):
        for left in range(rim, light.shape[1] - rim, cell):
            square = steep[top : min(top + cell, light.shape[0] - rim), left : min(left + cell, light.shape[1] - rim)]
            row, column = np.unravel_index(int(square.argmax()), square.shape)
            at = top + int(row), left + int(column)
            if steep[at] >= _STEEP:
                place = ((at[1] + 0.5) * mm_per_px, (at[0] + 0.5) * mm_per_px)
                found.append((place, (float(across[at] / steep[at]), float(down[at] / steep[at]))))
    return found


def pose_of(sightings: Sequence[Sighting], centre: Float) -> tuple[float, Float]:
    """The turn (radians) and shift (mm) that most agree on, begun from none and from their median; none for a few of them.

    Weighted least squares (Gauss-Newton), the weights Tukey's with a reach that narrows.
    """
    best: tuple[float, Float] = (0.0, np.zeros(2))
    if len(sightings) < _LEAST_FOR_POSE:
        return best
    meant, seen = np.array([one.meant for one in sightings]), np.array([one.seen for one in sightings])
    counts = np.stack([np.eye(2) if one.normal is None else np.outer(one.normal, one.normal) for one in sightings])
    most = 0.0
    for start in (np.zeros(2), np.median(seen - meant, axis=0)):
        turn = 0.0
        shift: Float = np.asarray(start, dtype=float)
        weight: Float = np.ones(len(meant))
        for step in range(_STEPS):
            reach = max(_LEAST_TUKEY_MM, _TUKEY_MM * _NARROWED**step)
            off = np.einsum("nij,nj->ni", counts, seen - moved(meant, turn, shift, centre))
            weight = tukey(np.linalg.norm(off, axis=1) / reach)
            if (weight > 0.1).sum() < 3:
                weight = np.zeros(len(meant))
                break
            turn, shift = _nearer(meant, turn, shift, centre, off, counts * weight[:, None, None])
        if float(weight.sum()) > most + 1e-6:
            best, most = (turn, shift), float(weight.sum())
    return best


def _nearer(meant: Float, turn: float, shift: Float, centre: Float, off: Float, weights: Float) -> tuple[float, Float]:
    """One step of Gauss-Newton from a turn and shift that leave these differences, weighted by matrices (n, 2, 2)."""
    at = moved(meant, turn, np.zeros(2), centre) - centre
    ways = np.zeros((len(at), 2, 3))
    ways[:, 0, 0], ways[:, 1, 0] = -at[:, 1], at[:, 0]
    ways[:, 0, 1] = ways[:, 1, 2] = 1.0
    weighted = np.einsum("nji,njk->nik", ways, weights)
    normal = np.einsum("nik,nkj->ij", weighted, ways)
    step = np.linalg.lstsq(normal, np.einsum("nik,nk->i", weighted, off), rcond=1e-9)[0]
    return turn + float(step[0]), shift + step[1:]


def drift_of(sightings: Sequence[Sighting], turn: float, shift: Float, size_mm: Float) -> Float:
    """How far the corners of the panel (4, 2; mm) were put beside their place when it was put straight.

    That is what is left of the sightings when the whole has been turned and shifted, and goes evenly over the picture.

    Ridge regression (hoerl_kennard1970) by Tukey's weights: corners are found to about `_CORNER_MM`, a sighting to `_SEEN_MM`.
    None of it with few sightings.
    """
    drift = np.zeros((4, 2))
    if len(sightings) < _LEAST_FOR_DRIFT:
        return drift
    meant, seen = np.array([one.meant for one in sightings]), np.array([one.seen for one in sightings])
    counts = np.stack([np.eye(2) if one.normal is None else np.outer(one.normal, one.normal) for one in sightings])
    left = seen - moved(meant, turn, shift, size_mm / 2)
    share = by_corner(meant, size_mm)
    for step in range(_STEPS):
        off = np.einsum("nij,nj->ni", counts, left - share @ drift)
        weight = tukey(np.linalg.norm(off, axis=1) / max(_LEAST_TUKEY_MM, _TUKEY_MM * _NARROWED**step))
        weights = counts * weight[:, None, None] / _SEEN_MM**2
        normal = np.einsum("nk,nij,nl->kilj", share, weights, share).reshape(8, 8) + np.eye(8) / _CORNER_MM**2
        pull = np.einsum("nk,nij,nj->ki", share, weights, left).ravel()
        drift = np.linalg.solve(normal, pull).reshape(4, 2)
    return drift


def by_corner(points: Float, size_mm: Float) -> Float:
    """What each corner (upper left, upper right, lower left, lower right) counts at points (n, 2), shape (n, 4).

    Bilinear, which for small shifts of the corners is what perspective makes of them.
    """
    x, y = (points / size_mm).T
    return np.stack([(1 - x) * (1 - y), x * (1 - y), (1 - x) * y, x * y], axis=1)


def moved(points: Float, turn: float, shift: Float, centre: Float) -> Float:
    """Points (n, 2) turned (radians, clockwise on the picture) about the centre and shifted."""
    cos, sin = np.cos(turn), np.sin(turn)
    return np.asarray((points - centre) @ np.array([[cos, sin], [-sin, cos]]) + centre + shift)
