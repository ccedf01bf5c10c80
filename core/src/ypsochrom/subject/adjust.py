"""Adjustments of the reference: turned, mirrored, straightened, put straight by four points, neutralised, anchored.

They are data: the reference itself is never touched, and each stays editable. All places are given as shares (0-1) of the
*reference*, so that changing one adjustment never moves another. They are applied in this order:

1. four points that should be a rectangle are made one (hartley_zisserman2004, 4.1);  2. quarter turns;  3. the drawn horizon
is made level;  4. mirror;  5. what was tapped becomes grey;  6. black and white are anchored.
"""

import math
from dataclasses import dataclass, replace

import cv2
import numpy as np

from ..colour.srgb import XYZ_FROM_RGB
from ..colour.types import Float, LinearRgb
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from .decoding import SMALLEST_SIDE_PX, Picture

Spot = tuple[float, float]

STEEPEST_HORIZON_DEG = 30.0
_GREY_REACH = 0.012
_CAST_NOTED = 0.6
"""Natural logarithm of the strongest to the weakest channel: daylight against a lamp is about this."""

_UNEVEN_NOTED = 0.25
_DARKEST_GREY, _LIGHTEST_GREY = 0.015, 0.97
_LEAST_SPAN = 0.05
_LEAST_CORNER_AREA = 0.02


@dataclass(frozen=True)
class Adjustments:
    """What the painter did to the reference; the default does nothing.

    `corners`: upper left, upper right, lower right, lower left of what should be a rectangle. `horizon`: two points of a
    line that should be level (or, where it is steep, upright). `grey`: a point of something grey. `black`, `white`: the
    luminance (0-1) that becomes black and white.
    """

    quarter_turns: int = 0
    mirrored: bool = False
    horizon: tuple[Spot, Spot] | None = None
    corners: tuple[Spot, Spot, Spot, Spot] | None = None
    grey: Spot | None = None
    black: float = 0.0
    white: float = 1.0

    def __post_init__(self) -> None:
        for x, y in (*(self.horizon or ()), *(self.corners or ()), *([self.grey] if self.grey else [])):
            if not (0 <= x <= 1 and 0 <= y <= 1):
                raise BadSetting(f"The point {x:g}, {y:g} lies outside the photo.", "Tap inside the picture.")
        if not (self.black >= 0 and self.white <= 1 and self.white - self.black >= _LEAST_SPAN):
            raise BadSetting(
                f"Black at {self.black:g} and white at {self.white:g} leave no room between them.",
                f"White must lie at least {_LEAST_SPAN:g} above black, both between 0 and 1.",
            )
        if self.corners is not None and not _is_convex(np.array(self.corners)):
            raise BadSetting(
                "The four points do not make a rectangle seen at an angle.",
                "Set them clockwise, beginning at the upper left, and not too close together.",
            )
        if self.horizon is not None and math.dist(*self.horizon) < _LEAST_SPAN:
            raise BadSetting("The horizon is too short to be level.", "Draw it over a longer stretch.")

    @property
    def turns(self) -> int:
        """Quarter turns clockwise, 0-3."""
        return self.quarter_turns % 4

    @property
    def moves_pixels(self) -> bool:
        """Whether the geometry changes by more than quarter turns and mirroring."""
        return self.horizon is not None or self.corners is not None


UNTOUCHED = Adjustments()


def _is_convex(corners: Float) -> bool:
    sides = np.roll(corners, -1, axis=0) - corners
    turns = sides[:, 0] * np.roll(sides[:, 1], -1) - sides[:, 1] * np.roll(sides[:, 0], -1)
    area = 0.5 * float(
        np.abs(np.sum(corners[:, 0] * np.roll(corners[:, 1], -1) - corners[:, 1] * np.roll(corners[:, 0], -1)))
    )
    return bool((turns > 0).all()) and area >= _LEAST_CORNER_AREA


def adjusted(picture: Picture, adjustments: Adjustments) -> Picture:
    """The picture as adjusted, with advice where an adjustment is not believable. `BadSetting` when nothing is left."""
    if adjustments == Adjustments():
        return picture
    linear = picture.linear
    advice = list(picture.advice)
    gains = np.ones(3, dtype=np.float32)
    if adjustments.grey is not None:
        gains, doubts = grey_gains(linear, adjustments.grey)
        advice += doubts
    if adjustments.moves_pixels:
        linear = _warped(linear, adjustments)
    linear = np.rot90(linear, k=-adjustments.turns)
    if adjustments.horizon is not None:
        linear = _levelled(linear, horizon_deg(adjustments, picture))
    if adjustments.mirrored:
        linear = linear[:, ::-1]
    if adjustments.grey is not None:
        linear = np.clip(linear * gains, 0, 1)
    if (adjustments.black, adjustments.white) != (0.0, 1.0):
        linear = np.clip(
            (linear - np.float32(adjustments.black)) / np.float32(adjustments.white - adjustments.black), 0, 1
        )
    if min(linear.shape[:2]) < SMALLEST_SIDE_PX:
        raise BadSetting(
            "Straightened like this hardly anything of the photo is left.", "Set the points further apart."
        )
    return replace(picture, linear=np.ascontiguousarray(linear, dtype=np.float32), advice=tuple(advice))


def _warped(linear: LinearRgb, adjustments: Adjustments) -> LinearRgb:
    """The four points made a rectangle of their mean size, with as much around it as the photo holds everywhere."""
    if adjustments.corners is None:
        return linear
    height, width = linear.shape[:2]
    seen = np.array(adjustments.corners) * [width, height]
    across = (math.dist(seen[0], seen[1]) + math.dist(seen[3], seen[2])) / 2
    down = (math.dist(seen[0], seen[3]) + math.dist(seen[1], seen[2])) / 2
    square = np.array([[0, 0], [across, 0], [across, down], [0, down]]) + seen.mean(axis=0) - [across / 2, down / 2]
    transform = cv2.getPerspectiveTransform(seen.astype(np.float32), square.astype(np.float32))
    straight: Float = np.asarray(transform, dtype=np.float64)
    left, top, right, bottom = _held_everywhere(straight, width, height, square)
    shift = np.array([[1, 0, -left], [0, 1, -top], [0, 0, 1]])
    size = (max(1, round(right - left)), max(1, round(bottom - top)))
    return np.asarray(
        cv2.warpPerspective(linear, shift @ straight, size, flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    )


def _held_everywhere(straight: Float, width: int, height: int, square: Float) -> tuple[float, float, float, float]:
    """A rectangle around `square` (grown evenly from it) that the photo covers wholly after the transform."""
    back = np.linalg.inv(straight)
    x_0, y_0 = square[0]
    x_1, y_1 = square[2]
    best = (float(x_0), float(y_0), float(x_1), float(y_1))
    for side in range(4):
        low, high = 0.0, float(max(width, height))
        for _ in range(20):
            grow = (low + high) / 2
            trial = list(best)
            trial[side] += -grow if side < 2 else grow
            inside = _inside(back, trial, width, height)
            low, high = (grow, high) if inside else (low, grow)
        grown = list(best)
        grown[side] += -low if side < 2 else low
        best = (grown[0], grown[1], grown[2], grown[3])
    return best


def _inside(back: Float, box: list[float], width: int, height: int) -> bool:
    left, top, right, bottom = box
    corners = np.array([[left, top, 1], [right, top, 1], [right, bottom, 1], [left, bottom, 1]]) @ back.T
    if (corners[:, 2] <= 0).any():
        return False
    x, y = corners[:, 0] / corners[:, 2], corners[:, 1] / corners[:, 2]
    return bool(((x >= -0.5) & (x <= width + 0.5) & (y >= -0.5) & (y <= height + 0.5)).all())


def horizon_deg(adjustments: Adjustments, picture: Picture) -> float:
    """Degrees clockwise by which the drawn line is off level (or off upright where it is steep), -45 to 45.

    `BadSetting` when it is more than `STEEPEST_HORIZON_DEG`: then a quarter turn is meant.
    """
    if adjustments.horizon is None:
        return 0.0
    (x_0, y_0), (x_1, y_1) = adjustments.horizon
    across, down = (x_1 - x_0) * picture.width, (y_1 - y_0) * picture.height
    for _ in range(adjustments.turns):
        across, down = -down, across
    angle = math.degrees(math.atan2(down, across))
    off = (angle + 45) % 90 - 45
    if abs(off) > STEEPEST_HORIZON_DEG:
        raise BadSetting(f"The line is {abs(off):.0f} degrees off level.", "Turn the photo by a quarter first.")
    return off


def _levelled(linear: LinearRgb, off_deg: float) -> LinearRgb:
    """Turned back by so many degrees and cut to the largest rectangle of the same proportions without empty corners."""
    height, width = linear.shape[:2]
    turn = cv2.getRotationMatrix2D((width / 2, height / 2), off_deg, 1.0)
    turned: LinearRgb = np.asarray(
        cv2.warpAffine(linear, turn, (width, height), flags=cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    )
    angle = abs(math.radians(off_deg))
    # a rectangle s w x s h turned by the angle must fit: s (w cos + h sin) <= w and s (w sin + h cos) <= h
    scale = min(
        width / (width * math.cos(angle) + height * math.sin(angle)),
        height / (width * math.sin(angle) + height * math.cos(angle)),
    )
    cut_x, cut_y = round(width * (1 - scale) / 2), round(height * (1 - scale) / 2)
    return turned[cut_y : height - cut_y, cut_x : width - cut_x]


def grey_gains(linear: LinearRgb, at: Spot) -> tuple[Float, list[Advice]]:
    """Gains by which what was tapped becomes neutral at the same luminance, and doubts whether it is grey at all."""
    height, width = linear.shape[:2]
    reach = max(2, round(_GREY_REACH * max(width, height)))
    x, y = round(at[0] * (width - 1)), round(at[1] * (height - 1))
    patch = linear[max(0, y - reach) : y + reach + 1, max(0, x - reach) : x + reach + 1].reshape(-1, 3)
    seen = np.maximum(np.median(patch, axis=0), 1e-4)
    luminance = float(seen @ XYZ_FROM_RGB[1])
    doubts = []
    if float(np.log(seen.max() / seen.min())) > _CAST_NOTED:
        doubts.append(_doubt("subject.W010", "What was tapped is strongly coloured: it is hardly grey."))
    if float(patch.std(axis=0).mean() / max(luminance, 1e-4)) > _UNEVEN_NOTED:
        doubts.append(_doubt("subject.W011", "What was tapped is not one even tone."))
    if luminance < _DARKEST_GREY or float(seen.max()) > _LIGHTEST_GREY:
        doubts.append(
            _doubt("subject.W012", "What was tapped is nearly black or burnt out and tells little of the light.")
        )
    return (luminance / seen).astype(np.float32), doubts


def _doubt(number: str, message: str) -> Advice:
    return Advice(number, "warning", message, "Tap a grey card, a grey wall or a shadow on white, or take it back.")
