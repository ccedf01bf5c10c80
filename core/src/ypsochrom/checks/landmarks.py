"""Places by which proportions are told: corners, ends of ellipses and dark spots of the plan, found again in the painting.

A place is found by its surroundings in the plan, moved over the painting until they fit best (normalised correlation,
lewis1995). What is left when the whole is shifted and turned as one is how far it was painted off its place.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import cv2
import numpy as np

from ..areas.linework import find_lines
from ..colour.types import Float, LinearRgb, Srgb8
from ..imaging.quick import lab_of
from .pose import Pose, Sighting, by_corner, drift_of, moved, pose_of, steepest
from .stage import CheckedArea, PlannedStage

Kind = Literal["corner", "spot", "ellipse", "by hand"]

MOST = 36
_APART_MM, _ENDS_APART_MM, _RIM_MM, _EDGE_RIM_MM = 16.0, 4.0, 9.0, 7.0
"""A place lies so far from the rim that it is still seen with all around it when it was painted some mm off."""

_AROUND_MM, _SEARCH_MM, _EDGE_MM = 6.0, 7.0, 4.5
_BLUR_MM = 0.6
_LEAST_FIT, _STILL_LEAD, _LEAST_LEAD, _LEAST_OWN_LEAD = 0.55, 0.02, 0.04, 0.12
"""How well a place must fit, and how much better than anywhere else around: in a painting, in the plan, in the plan at first."""

_SPOT_MM, _SPOT_LAB, _MOST_SPOTS = 2.5, 9.0, 6
_ROUND_DEG, _LEAST_AXIS_MM, _MOST_ELLIPSES = 200.0, 6.0, 4
_ENOUGH = 12
"""So many places are sought if there are."""

_ALONG_MM = 1.0
_NOISE_MM, _BY_HAND_MM = 0.15, 0.4


@dataclass(frozen=True)
class Place:
    """A place in the plan (mm from the upper left corner), what it is called, and how it was chosen.

    `normal` is the direction (unit) across the edge it lies on; None where it is told in both directions. Both ends of an axis
    of an ellipse have that `axis`.
    """

    name: str
    at_mm: tuple[float, float]
    kind: Kind = "corner"
    normal: tuple[float, float] | None = None
    axis: str = ""


@dataclass(frozen=True)
class Landmark:
    """A place, where it lies in the painting (mm), and how far that is off when the whole has been shifted and turned into place.

    `dx_mm` is to the right, `dy_mm` downwards; `sigma_mm` is one standard deviation of either; `fit` (0-1) how sure it was found.
    """

    name: str
    at_mm: tuple[float, float]
    painted_mm: tuple[float, float]
    dx_mm: float
    dy_mm: float
    sigma_mm: float
    fit: float
    kind: Kind = "corner"
    axis: str = ""

    @property
    def off_mm(self) -> float:
        """How far it is off."""
        return float(np.hypot(self.dx_mm, self.dy_mm))


def places_in(stage: PlannedStage, planned: Srgb8, linear: LinearRgb) -> tuple[Place, ...]:
    """Places of a planned picture by which its proportions can be told, each with a name of its own.

    Ends of ellipses first, then dark spots, then corners, well apart from each other.
    """
    mm = stage.mm_per_px
    lab = _lab(planned, mm)
    light = lab[..., 0]
    found = _ellipse_ends(stage, linear)
    found += [Place("", at, "spot") for at in _spots(light, mm)]
    found += [Place("", at, "corner") for at in _corners(light, mm)]
    wide, high = stage.support.width_mm, stage.support.height_mm
    inside = [
        one for one in found if _RIM_MM <= one.at_mm[0] <= wide - _RIM_MM and _RIM_MM <= one.at_mm[1] <= high - _RIM_MM
    ]
    kept: list[Place] = []
    for lead in (_LEAST_OWN_LEAD, _LEAST_LEAD):  # what is distinct first; where there is little of it, the rest
        for one in inside:
            clear = all(math.dist(one.at_mm, other.at_mm) >= _apart_mm(one, other) for other in kept)
            if len(kept) < MOST and clear and _sought(lab, lab, one, mm, lead=lead) is not None:
                kept.append(one)
        if len(kept) >= _ENOUGH:
            break
    return _named(stage, kept)


def _apart_mm(one: Place, other: Place) -> float:
    both_ends = one.kind == "ellipse" and other.kind == "ellipse"
    return _ENDS_APART_MM if both_ends else _APART_MM


def _lab(picture: Srgb8, mm_per_px: float) -> Float:
    return np.asarray(cv2.GaussianBlur(lab_of(picture), (0, 0), max(0.7, _BLUR_MM / mm_per_px)))


def _corners(light: Float, mm_per_px: float) -> list[tuple[float, float]]:
    found: np.ndarray | None = cv2.goodFeaturesToTrack(
        light.astype(np.float32), 2 * MOST, 0.02, _APART_MM / mm_per_px, blockSize=max(3, round(3.0 / mm_per_px) | 1)
    )
    if found is None:
        return []
    return [(float((x + 0.5) * mm_per_px), float((y + 0.5) * mm_per_px)) for x, y in found.reshape(-1, 2)]


def _spots(light: Float, mm_per_px: float) -> list[tuple[float, float]]:
    """Middles of small dark spots, an eye's pupil among them: darker than a ring around them on all sides."""
    size = _SPOT_MM / mm_per_px
    narrow = cv2.GaussianBlur(light, (0, 0), size / 2)
    ring = cv2.erode(cv2.GaussianBlur(light, (0, 0), size / 2), np.ones((3, 3), np.float32))
    reach = round(2 * size)
    sides = np.min(
        [np.roll(ring, (dy, dx), axis=(0, 1)) for dy, dx in ((reach, 0), (-reach, 0), (0, reach), (0, -reach))], axis=0
    )
    depth = sides - narrow
    edge = 2 * reach
    depth[:edge], depth[-edge:], depth[:, :edge], depth[:, -edge:] = 0, 0, 0, 0
    peaks = (depth >= cv2.dilate(depth, np.ones((2 * reach + 1, 2 * reach + 1)))) & (depth > _SPOT_LAB)
    rows, columns = np.nonzero(peaks)
    best = np.argsort(-depth[rows, columns])[:_MOST_SPOTS]
    return [(float((columns[k] + 0.5) * mm_per_px), float((rows[k] + 0.5) * mm_per_px)) for k in best]


def _ellipse_ends(stage: PlannedStage, linear: LinearRgb) -> list[Place]:
    """The four ends of the axes of ellipses of which more than half can be seen."""
    found = []
    half = np.s_[::2, ::2]
    arcs = [
        line.arc
        for line in find_lines(np.ascontiguousarray(linear[half]), stage.labels[half], stage.support)
        if line.arc is not None
        and abs(line.arc.to_deg - line.arc.from_deg) >= _ROUND_DEG
        and min(line.arc.axes) >= _LEAST_AXIS_MM
    ]
    for number, arc in enumerate(arcs[:_MOST_ELLIPSES]):
        low, high = sorted((arc.from_deg, arc.to_deg))
        for angle in (0.0, 90.0, 180.0, 270.0):
            if not any(low <= angle + turn <= high for turn in (-360.0, 0.0, 360.0)):
                continue
            x, y = arc.at(np.array([angle]))[0]
            away = np.array([x - arc.centre[0], y - arc.centre[1]])
            away /= max(1e-6, float(np.linalg.norm(away)))
            found.append(
                Place(
                    "", (float(x), float(y)), "ellipse", (float(away[0]), float(away[1])), f"{number} {angle % 180:.0f}"
                )
            )
    return found


_WAYS = ("right", "lower right", "bottom", "lower left", "left", "upper left", "top", "upper right")


_SAID: Mapping[Kind, str] = {
    "corner": "the {way} of “{area}”",
    "spot": "the dark spot at the {way} of “{area}”",
    "ellipse": "the {way} end of the ellipse of “{area}”",
}


def _named(stage: PlannedStage, places: Sequence[Place]) -> tuple[Place, ...]:
    """Each place after the smallest area it touches and the side of it that it lies on; two called alike are numbered."""
    count: dict[str, int] = {}
    named = []
    for one in places:
        x, y = one.at_mm
        area = _touched(stage, x, y)
        off = np.subtract((x / stage.support.width_mm, y / stage.support.height_mm), area.centre)
        dx, dy = off if one.normal is None else one.normal
        way = _WAYS[round(np.degrees(np.arctan2(dy, dx)) / 45) % 8]
        name = _SAID[one.kind].format(way=way, area=area.name)
        count[name] = count.get(name, 0) + 1
        named.append(replace(one, name=name if count[name] == 1 else f"{name} ({count[name]})"))
    return tuple(named)


def _touched(stage: PlannedStage, x_mm: float, y_mm: float) -> CheckedArea:
    """The smallest area within a few mm of a place."""
    mm, reach = stage.mm_per_px, max(1, round(3.0 / stage.mm_per_px))
    row, column = round(y_mm / mm), round(x_mm / mm)
    near = np.unique(stage.labels[max(0, row - reach) : row + reach + 1, max(0, column - reach) : column + reach + 1])
    return min((area for area in stage.areas if area.index in near), key=lambda area: area.area_cm2)


def find_again(
    stage: PlannedStage,
    planned: Srgb8,
    painted: Srgb8,
    places: Sequence[Place],
    by_hand: Mapping[str, tuple[float, float]] | None = None,
) -> tuple[tuple[Landmark, ...], Pose]:
    """The places in the painting, and how the whole lies; places that are not found for sure are left out.

    `by_hand` are places (by name) that the painter showed in the painting (mm).
    """
    mm, shown = stage.mm_per_px, by_hand or {}
    here, there = _lab(planned, mm), _lab(painted, mm)
    found = []
    for one in places:
        fit = Fit(shown[one.name], 1.0, _BY_HAND_MM) if one.name in shown else _sought(here, there, one, mm)
        if fit is not None:
            found.append((one, fit))
    edges = []
    light, painted_light = (np.ascontiguousarray(lab[..., :1]) for lab in (here, there))
    for at, normal in steepest(light[..., 0], mm, _EDGE_RIM_MM):
        fit = _sought(light, painted_light, Place("", at, normal=normal), mm, around_mm=_EDGE_MM, search_mm=_EDGE_MM)
        if fit is not None:
            edges.append(Sighting(at, fit.at_mm, normal))
    return settled([one for one, _ in found], [fit for _, fit in found], stage, edges)


@dataclass(frozen=True)
class Fit:
    """Where a place was found (mm), how well it fits (0-1), and one standard deviation in mm."""

    at_mm: tuple[float, float]
    fit: float
    sigma_mm: float


def _sought(
    here: Float,
    there: Float,
    place: Place,
    mm: float,
    *,
    lead: float = _STILL_LEAD,
    around_mm: float = _AROUND_MM,
    search_mm: float = _SEARCH_MM,
) -> Fit | None:
    """Where what lies around a place in one picture lies in the other; None where it is not found for sure."""
    around, search = round(around_mm / mm), round(search_mm / mm)
    column, row = place.at_mm[0] / mm - 0.5, place.at_mm[1] / mm - 0.5
    x, y = round(column), round(row)
    high, wide = here.shape[:2]
    if not (around <= x < wide - around and around <= y < high - around):
        return None
    pattern = here[y - around : y + around + 1, x - around : x + around + 1]
    if float(pattern.std(axis=(0, 1)).max()) < 1.0:
        return None
    top, left = max(0, y - around - search), max(0, x - around - search)
    field = there[top : y + around + search + 1, left : x + around + search + 1]
    match = everywhere = cv2.matchTemplate(field, pattern, cv2.TM_CCOEFF_NORMED)
    if place.normal is not None:  # along its edge it looks the same for a while: it is sought across it
        down, right = np.mgrid[0 : match.shape[0], 0 : match.shape[1]]
        right, down = right - (x - around - left), down - (y - around - top)
        along = np.abs(down * place.normal[0] - right * place.normal[1]) * mm
        match = np.where(along <= _ALONG_MM, match, np.float32(-1))
    _, best, _, (c, r) = cv2.minMaxLoc(match)
    if best < _LEAST_FIT or not (0 < r < match.shape[0] - 1 and 0 < c < match.shape[1] - 1):
        return None
    far = match.copy()
    clear = max(2, round(3.0 / mm))
    far[max(0, r - clear) : r + clear + 1, max(0, c - clear) : c + clear + 1] = -1
    if best - float(far.max()) < lead:
        return None
    patch = everywhere[r - 1 : r + 2, c - 1 : c + 2]
    dx, bend_x = _peak(*patch[1])
    dy, bend_y = _peak(*patch[:, 1])
    sigma = float(np.sqrt(max(1e-4, 1 - best) / max(1e-3, min(bend_x, bend_y))) * mm * 0.25)
    at = (
        (left + c + dx + around + 0.5 + column - x) * mm,
        (top + r + dy + around + 0.5 + row - y) * mm,
    )
    return Fit(at, float(best), float(np.hypot(_NOISE_MM, min(sigma, 2.0))))


def _peak(before: float, at: float, after: float) -> tuple[float, float]:
    """The place of a parabola's peak beside its middle sample, and how sharply it bends."""
    bend = before - 2 * at + after
    return (float(np.clip(0.5 * (before - after) / bend, -1, 1)), float(-bend)) if bend < -1e-6 else (0.0, 1e-3)


def settled(
    places: Sequence[Place], fits: Sequence[Fit], stage: PlannedStage, edges: Sequence[Sighting] = ()
) -> tuple[tuple[Landmark, ...], Pose]:
    """Landmarks from places and where each was found; the shift and turn of the whole is taken out, and what the panel's corners
    are off. `edges` tell both, too."""
    if not places:
        return (), Pose()
    meant, seen = np.array([one.at_mm for one in places]), np.array([one.at_mm for one in fits])
    size = np.array([stage.support.width_mm, stage.support.height_mm])
    sightings = [*(Sighting(one.at_mm, fit.at_mm) for one, fit in zip(places, fits, strict=True)), *edges]
    turn, shift = pose_of(sightings, size / 2)
    drift = by_corner(meant, size) @ drift_of(sightings, turn, shift, size)
    back = moved(seen - drift, -turn, np.zeros(2), size / 2 + shift) - shift
    landmarks = []
    for one, fit, at, off in zip(places, fits, seen, back - meant, strict=True):
        if one.normal is not None:
            off = np.array(one.normal) * float(off @ np.array(one.normal))
        landmarks.append(
            Landmark(
                one.name,
                one.at_mm,
                (float(at[0]), float(at[1])),
                float(off[0]),
                float(off[1]),
                fit.sigma_mm,
                fit.fit,
                one.kind,
                one.axis,
            )
        )
    return tuple(landmarks), Pose(float(np.degrees(turn)), (float(shift[0]), float(shift[1])))
