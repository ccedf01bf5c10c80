"""What landmarks say of the drawing: verticals that lean, distances that are off, ellipses too wide or too flat."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from .landmarks import Landmark

_UPRIGHT_DEG, _LEAST_UPRIGHT_MM = 6.0, 30.0
_LEAN_SIGMAS, _LEAST_LEAN_DEG = 2.5, 0.6
_LEAST_PAIR_MM, _LEAST_SHARE = 25.0, 0.02
_MOST = 6


@dataclass(frozen=True)
class Lean:
    """Two landmarks, one above the other in the plan, and by how many degrees the line between them leans to the right."""

    upper: str
    lower: str
    lean_deg: float
    sigma_deg: float


@dataclass(frozen=True)
class Distance:
    """Two landmarks, how far apart they should be and are (mm)."""

    one: str
    other: str
    planned_mm: float
    painted_mm: float


def leaning(landmarks: Sequence[Landmark]) -> tuple[Lean, ...]:
    """Verticals that plainly lean, the worst first; each landmark is named in one of them at most twice."""
    found = []
    for one, other in combinations(landmarks, 2):
        if one.kind == "ellipse" or other.kind == "ellipse":
            continue
        upper, lower = sorted((one, other), key=lambda mark: mark.at_mm[1])
        way = np.subtract(upper.at_mm, lower.at_mm)
        length = float(np.hypot(*way))
        if length < _LEAST_UPRIGHT_MM or abs(np.degrees(np.arctan2(way[0], -way[1]))) > _UPRIGHT_DEG:
            continue
        seen = way + np.array([upper.dx_mm - lower.dx_mm, upper.dy_mm - lower.dy_mm])
        lean = float(np.degrees(np.arctan2(seen[0], -seen[1]) - np.arctan2(way[0], -way[1])))
        sigma = float(np.degrees(np.hypot(upper.sigma_mm, lower.sigma_mm) / length))
        if abs(lean) > max(_LEAST_LEAN_DEG, _LEAN_SIGMAS * sigma):
            found.append(Lean(upper.name, lower.name, lean, sigma))
    return tuple(sorted(found, key=lambda one: -abs(one.lean_deg))[:_MOST])


def distances_off(landmarks: Sequence[Landmark]) -> tuple[Distance, ...]:
    """Distances that are plainly off, the axes of ellipses among them, the worst in proportion first."""
    found = []
    for one, other in combinations(landmarks, 2):
        planned = float(np.hypot(*np.subtract(one.at_mm, other.at_mm)))
        is_axis = one.axis != "" and one.axis == other.axis
        if planned < _LEAST_PAIR_MM and not is_axis:
            continue
        moved = np.subtract(one.at_mm, other.at_mm) + np.array([one.dx_mm - other.dx_mm, one.dy_mm - other.dy_mm])
        painted = float(np.hypot(*moved))
        sure = 2.5 * float(np.hypot(one.sigma_mm, other.sigma_mm))
        if abs(painted - planned) > max(1.0, sure, _LEAST_SHARE * planned):
            found.append(Distance(one.name, other.name, planned, painted))
    return tuple(sorted(found, key=lambda pair: -abs(pair.painted_mm / pair.planned_mm - 1))[:_MOST])
