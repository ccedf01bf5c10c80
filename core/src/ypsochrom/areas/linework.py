"""The drawing that a painter would trace: the picture's edges as smooth lines, straight and round where they are.

Edges come from edge drawing in colour (topal2012), which links them into chains as it finds them. A line is an
outline where two things meet, else an inner one; no line stands where the edge is lost.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Literal

import cv2
import numpy as np
from scipy.ndimage import gaussian_filter1d, uniform_filter1d
from skimage.measure import find_contours

from ..colour import cielab
from ..colour.types import Float, LabelImage, LinearRgb
from ..imaging.outlines import meeting
from ..materials.support import Support
from ..values.value_map import ValueMap
from .features import gradient, smooth

Kind = Literal["outline", "inner", "value"]
"""Where two things meet; within one thing; and where two steps of the value map meet."""

PEN_MM: dict[Kind, float] = {"outline": 0.5, "inner": 0.3, "value": 0.3}
DOTTED: Kind = "value"

FAINTEST, BOLDEST = 2.0, 60.0
USUAL = 9.0
"""Strengths of lines in steps of CIELAB: the faintest that is kept, what is drawn at the least detail, what is usually drawn."""

_SEEN = np.array([1.0, 0.7, 0.7], dtype=np.float32)
_LAB_LEVELS = np.array([2.55, 1.8, 1.8], dtype=np.float32)
"""How much L*, a* and b* count, and the three as levels of 8 bits; a change of lightness is seen before one of colour."""

_LEAST_GRADIENT = 15
"""In levels of the Sobel operator; below it the finder sees no edge."""

_BLUR_MM, _SHORTEST_MM = 0.7, 5.0
_FULL_LENGTH_MM, _MOST_OF_LENGTH = 30.0, 1.5
"""A line of this length stands for its own strength; shorter ones for less, longer ones for up to so much more."""

_NOISE_MM, _SMOOTHED_MM, _TOLERANCE_MM = 0.5, 1.2, 0.1
_CLOSED_MM, _CORNER_OVER_MM, _CORNER_DEG = 1.0, 2.5, 50.0
"""Lines are smoothed between their corners: where they turn by more than this over so much on either side."""

_OUTLINE_WITHIN_MM, _LEAST_RUN_MM = 3.0, 8.0
"""A line this near to where two things meet is their outline; runs of one kind are at least so long."""

_STRAIGHT_MM, _STRAIGHT_OFF_MM = 15.0, 0.4
_ROUND_MM, _ROUND_OFF_MM, _ROUND_SPAN_DEG = 25.0, 0.5, 90.0
_LEAST_AXIS_MM, _FLATTEST = 2.0, 20.0
"""Half axes of what is drawn as an ellipse: the least, and how much longer one may be than the other."""


@dataclass(frozen=True)
class Arc:
    """Part of an ellipse in mm: centre, half axes, the first axis' turn in degrees, and the angles (degrees) it runs between."""

    centre: tuple[float, float]
    axes: tuple[float, float]
    turn_deg: float
    from_deg: float
    to_deg: float

    def points(self, step_deg: float = 3.0) -> Float:
        """Points along it, shape (n, 2)."""
        count = max(3, round(abs(self.to_deg - self.from_deg) / step_deg) + 1)
        return self.at(np.linspace(self.from_deg, self.to_deg, count))

    def at(self, angles_deg: Float) -> Float:
        """The points at these angles, shape (n, 2)."""
        angle, turn = np.radians(angles_deg), np.radians(self.turn_deg)
        x, y = self.axes[0] * np.cos(angle), self.axes[1] * np.sin(angle)
        across, along = x * np.cos(turn) - y * np.sin(turn), x * np.sin(turn) + y * np.cos(turn)
        return np.stack([self.centre[0] + across, self.centre[1] + along], axis=-1)


@dataclass(frozen=True, eq=False)
class Line:
    """One line of the drawing: its points (n, 2) in mm from the upper left corner; as an `arc` where it is part of an ellipse.

    `strength` says from which detail on it is drawn.
    """

    kind: Kind
    strength: float
    points: Float = field(repr=False)
    arc: Arc | None = None

    @property
    def length_mm(self) -> float:
        """How long it is."""
        return float(np.hypot(*np.diff(self.points, axis=0).T).sum())


def find_lines(linear: LinearRgb, things: LabelImage, support: Support) -> tuple[Line, ...]:
    """All lines of a picture (linear sRGB), the strongest first; `things` says which thing every pixel shows.

    About 0.5 s at 1,600 px. A picture without edges has none.
    """
    mm_per_px = support.width_mm / linear.shape[1]
    chains, step = _chains(linear, mm_per_px)
    away_mm = cv2.distanceTransform((~meeting(things)).astype(np.uint8), cv2.DIST_L2, 5) * mm_per_px
    lines = []
    for chain in chains:
        x, y = chain.T
        length = _length(chain) * mm_per_px
        reach = min(_MOST_OF_LENGTH, (length / _FULL_LENGTH_MM) ** 0.5)
        strength = float(np.median(step[y, x])) * reach
        if strength < FAINTEST:
            continue
        for kind, run in _runs(chain, away_mm[y, x] <= _OUTLINE_WITHIN_MM, round(_LEAST_RUN_MM / mm_per_px)):
            lines += _drawn((run + 0.5) * mm_per_px, kind, strength)
    return tuple(sorted(lines, key=lambda line: -line.strength))


def at_detail(lines: Iterable[Line], faintest: float = USUAL, *, inner: bool = True) -> tuple[Line, ...]:
    """The lines that are at least so strong, with the inner ones or without."""
    return tuple(line for line in lines if line.strength >= faintest and (inner or line.kind == "outline"))


def value_lines(found: ValueMap, width_mm: float, limits: Iterable[int]) -> tuple[Line, ...]:
    """The borders of a value map at these of its thresholds (indices), smooth."""
    mm_per_px = width_mm / found.labels.shape[1]
    lines: list[Line] = []
    for index in sorted(set(limits)):
        for border in find_contours((found.labels > index).astype(np.float32), 0.5):  # type: ignore[no-untyped-call]
            points = (border[:, ::-1] + 0.5) * mm_per_px
            if _length(points) >= _SHORTEST_MM:
                lines += _drawn(points, "value", BOLDEST)
    return tuple(lines)


def _chains(linear: LinearRgb, mm_per_px: float) -> tuple[list[np.ndarray], Float]:
    """Linked edge pixels (n, 2) as (x, y), and the height of the step in every pixel: a blurred step's slope tells it."""
    lab = smooth(np.asarray(cielab.linear_to_lab(linear), dtype=np.float32))
    levels = np.clip(lab * _LAB_LEVELS + np.array([0, 128, 128], dtype=np.float32), 0, 255).astype(np.uint8)
    settings = cv2.ximgproc.EdgeDrawing.Params()
    settings.EdgeDetectionOperator = cv2.ximgproc.EdgeDrawing_SOBEL
    settings.GradientThresholdValue = _LEAST_GRADIENT
    settings.AnchorThresholdValue = 8
    settings.Sigma = float(np.clip(_BLUR_MM / mm_per_px, 0.8, 4.0))
    settings.MinPathLength = max(10, round(_SHORTEST_MM / mm_per_px))
    finder = cv2.ximgproc.createEdgeDrawing()
    finder.setParams(settings)
    finder.detectEdges(np.ascontiguousarray(levels))
    height = gradient(lab * _SEEN, settings.Sigma) * (settings.Sigma * np.sqrt(2 * np.pi))
    chains = [np.asarray(chain).reshape(-1, 2) for chain in finder.getSegments()]
    return [chain for chain in chains if len(chain) >= settings.MinPathLength], height


def _length(points: np.ndarray) -> float:
    return float(np.hypot(*np.diff(points, axis=0).T).sum())


def _runs(chain: np.ndarray, outline: np.ndarray, least_px: int) -> list[tuple[Kind, np.ndarray]]:
    """The chain in runs of one kind; short runs join what surrounds them."""
    calm = uniform_filter1d(outline.astype(float), 2 * least_px + 1, mode="nearest") >= 0.5
    turns = np.flatnonzero(calm[1:] != calm[:-1]) + 1
    # neighbouring runs share the point where they meet, so that no gap is drawn
    starts, ends = [0, *turns.tolist()], [*(turns + 1).tolist(), len(chain)]
    return [("outline" if calm[a] else "inner", chain[a:b]) for a, b in zip(starts, ends, strict=True) if b - a > 2]


def _drawn(raw_mm: Float, kind: Kind, strength: float) -> list[Line]:
    """A run of edge pixels as smooth lines that meet in its corners."""
    step = _length(raw_mm) / max(1, len(raw_mm) - 1)
    closed = float(np.hypot(*(raw_mm[0] - raw_mm[-1]))) < _CLOSED_MM and len(raw_mm) * step > _ROUND_MM
    calm = gaussian_filter1d(raw_mm, _NOISE_MM / step, axis=0, mode="wrap" if closed else "nearest")
    corners = _corners(calm, max(1, round(_CORNER_OVER_MM / step)))
    if closed and not corners:
        ring = gaussian_filter1d(raw_mm, _SMOOTHED_MM / step, axis=0, mode="wrap")
        return [_shaped(np.vstack([ring, ring[:1]]), kind, strength)]
    ends = [0, *corners, len(calm) - 1]
    lines = []
    for a, b in pairwise(ends):
        if b - a >= 2:
            # mirrored about its ends, so that these stay where they are
            piece = calm[a : b + 1]
            over = np.vstack([2 * piece[0] - piece[:0:-1], piece, 2 * piece[-1] - piece[-2::-1]])
            smoothed = gaussian_filter1d(over, _SMOOTHED_MM / step, axis=0)[len(piece) - 1 : 2 * len(piece) - 1]
            lines.append(_shaped(smoothed, kind, strength))
    return lines


def _corners(points: Float, reach: int) -> list[int]:
    """Where a line turns sharply within `reach` points on either side."""
    if len(points) < 2 * reach + 3:
        return []
    before, after = points[reach:-reach] - points[: -2 * reach], points[2 * reach :] - points[reach:-reach]
    cross = before[:, 0] * after[:, 1] - before[:, 1] * after[:, 0]
    turn = np.arctan2(cross, (before * after).sum(axis=-1))
    return [peak + reach for peak in peaks(np.abs(turn), least=np.radians(_CORNER_DEG), apart=reach)]


def peaks(heights: Float, *, least: float, apart: int) -> list[int]:
    """Places of the peaks that are at least so high; of two that are nearer than `apart` places the higher stays.

    What `scipy.signal.find_peaks` finds where no two neighbours are equal; that package takes longer to load than all lines
    take to draw.
    """
    inner = heights[1:-1]
    found = np.flatnonzero((inner > heights[:-2]) & (inner > heights[2:]) & (inner >= least)) + 1
    kept: list[int] = []
    for place in found[np.argsort(-heights[found], kind="stable")].tolist():
        if all(abs(place - other) >= apart for other in kept):
            kept.append(place)
    return sorted(kept)


def _shaped(points: Float, kind: Kind, strength: float) -> Line:
    arc = _arc(points)
    return Line(kind, strength, _straightened(points) if arc is None else arc.points(), arc)


def _straightened(points: Float) -> Float:
    """The line with few points, and with none between the ends of its straight stretches."""
    flat = points.astype(np.float32)[:, None]
    corners = cv2.approxPolyDP(flat, _STRAIGHT_OFF_MM, closed=False)[:, 0]
    at = [int(np.argmin(np.hypot(*(points - corner).T))) for corner in corners]
    found: list[Float] = [points[:1]]
    for a, b in pairwise(at):
        if b <= a:
            continue
        straight = float(np.hypot(*(points[b] - points[a]))) >= _STRAIGHT_MM
        stretch = points[[a, b]] if straight else cv2.approxPolyDP(flat[a : b + 1], _TOLERANCE_MM, closed=False)[:, 0]
        found.append(np.asarray(stretch[1:], dtype=float))
    return np.vstack(found)


def _arc(points: Float) -> Arc | None:
    """The ellipse that the points lie on, if they do."""
    if _length(points) < _ROUND_MM:
        return None
    centre, (width, height), turn = cv2.fitEllipseDirect(points.astype(np.float32)[:, None])
    axes = (width / 2, height / 2)
    if not np.isfinite([*centre, *axes, turn]).all() or min(axes) < _LEAST_AXIS_MM or max(axes) > _FLATTEST * min(axes):
        return None
    radians = np.radians(turn)
    moved = points - centre
    along = np.stack([moved @ [np.cos(radians), np.sin(radians)], moved @ [-np.sin(radians), np.cos(radians)]], axis=-1)
    angles = np.unwrap(np.arctan2(along[:, 1] / axes[1], along[:, 0] / axes[0]))
    if abs(angles[-1] - angles[0]) < np.radians(_ROUND_SPAN_DEG):
        return None
    arc = Arc((float(centre[0]), float(centre[1])), axes, float(turn), *np.degrees(angles[[0, -1]]).tolist())
    away = np.hypot(*(arc.at(np.degrees(angles)) - points).T)
    fits = float(np.quantile(away, 0.9)) <= _ROUND_OFF_MM and float(away.max()) <= 3 * _ROUND_OFF_MM
    return arc if fits else None
