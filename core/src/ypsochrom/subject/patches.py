"""Several references: one base, others laid over it as patches (a sharper detail, another background).

A patch is cut out of its own photo along an outline, turned, scaled, perhaps mirrored, put in its place and feathered into
the base in linear light. Marks for horizon and light direction on each photo tell where they contradict each other.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import cv2
import numpy as np

from ..colour.types import Float, LinearRgb
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from .adjust import Spot
from .decode import Picture

MOST_PATCHES = 8
MOST_POINTS = 60
HORIZON_APART_DEG, LIGHT_APART_DEG = 3.0, 25.0
"""From here on the eye notices: a tilted horizon at once, a light from elsewhere on second sight; from memory."""

_SMALLEST, _LARGEST = 0.02, 4.0
_WIDEST_FEATHER = 0.25
_LEAST_OUTLINE = 1e-4


@dataclass(frozen=True)
class Marks:
    """What a photo tells of its making: two points of the level, and where the light comes from (from, towards)."""

    horizon: tuple[Spot, Spot] | None = None
    light: tuple[Spot, Spot] | None = None

    def __post_init__(self) -> None:
        for what, line in (("horizon", self.horizon), ("light", self.light)):
            if line is not None and math.dist(*line) < 0.02:
                raise BadSetting(f"The mark for the {what} has no length.", "Draw it from one place to another.")


NO_MARKS = Marks()


@dataclass(frozen=True)
class Patch:
    """How a photo is laid over the base: outline in shares of the patch's photo, place and size in shares of the base.

    `at` is where the outline's middle comes to lie, `width` its photo's width against the base's, `turn_deg` clockwise,
    `feather` the width of the soft edge against the base's width.
    """

    outline: tuple[Spot, ...]
    at: Spot
    width: float = 1.0
    turn_deg: float = 0.0
    mirrored: bool = False
    feather: float = 0.01

    def __post_init__(self) -> None:
        if not 3 <= len(self.outline) <= MOST_POINTS:
            raise BadSetting(f"The outline has {len(self.outline)} points.", f"Set 3 to {MOST_POINTS}.")
        if not all(0 <= x <= 1 and 0 <= y <= 1 for x, y in self.outline):
            raise BadSetting("The outline leaves the photo.", "Keep all its points inside.")
        if abs(_area(np.array(self.outline))) < _LEAST_OUTLINE:
            raise BadSetting("The outline holds nothing.", "Draw it around what you want to take over.")
        if not (
            _SMALLEST <= self.width <= _LARGEST
            and 0 <= self.feather <= _WIDEST_FEATHER
            and math.isfinite(self.turn_deg)
        ):
            raise BadSetting(
                f"A patch of width {self.width:g} with a soft edge of {self.feather:g} cannot be laid.",
                f"Its width is {_SMALLEST:g} to {_LARGEST:g}, its edge 0 to {_WIDEST_FEATHER:g} of the base.",
            )


def _area(points: Float) -> float:
    x, y = points[:, 0], points[:, 1]
    return 0.5 * float(np.sum(x * np.roll(y, -1) - y * np.roll(x, -1)))


def whole(width: float = 1.0) -> Patch:
    """The whole of a photo in the middle of the base: where laying a patch begins."""
    return Patch(((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)), (0.5, 0.5), width)


def merged(base: Picture, patches: Sequence[tuple[Picture, Patch]]) -> Picture:
    """The base with the patches laid over it in order, the last on top."""
    if len(patches) > MOST_PATCHES:
        raise BadSetting(f"{len(patches)} patches were laid.", f"Lay at most {MOST_PATCHES}.")
    linear = base.linear
    for picture, patch in patches:
        linear = _laid(linear, picture.linear, patch)
    return replace(base, linear=linear)


def _laid(base: LinearRgb, over: LinearRgb, patch: Patch) -> LinearRgb:
    height, width = base.shape[:2]
    place = placement(patch, over.shape[1], over.shape[0], width, height)
    moved = cv2.warpAffine(over, place, (width, height), flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)
    corners = np.array(patch.outline) * [over.shape[1], over.shape[0]]
    there = corners @ place[:, :2].T + place[:, 2]
    mask = np.zeros((height, width), dtype=np.uint8)
    cv2.fillPoly(mask, [np.rint(there).astype(np.int32)], 255, lineType=cv2.LINE_AA)
    share = mask.astype(np.float32) / 255
    if patch.feather > 0:
        # feathered inwards: outside the outline nothing of the patch may show
        reach = max(1.0, patch.feather * width)
        inside = cv2.distanceTransform((mask > 127).astype(np.uint8), cv2.DIST_L2, 5)
        share = np.minimum(share, np.clip(np.asarray(inside) / reach, 0, 1).astype(np.float32))
    blended: LinearRgb = base + (np.asarray(moved) - base) * share[..., None]
    return blended.astype(np.float32)


def placement(patch: Patch, over_width: int, over_height: int, width: int, height: int) -> Float:
    """The affine map, shape (2, 3), from the patch's pixels to the base's."""
    middle = np.array(patch.outline).mean(axis=0) * [over_width, over_height]
    scale = patch.width * width / over_width
    angle = math.radians(patch.turn_deg)
    turn = scale * np.array([[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]])
    if patch.mirrored:
        turn = turn @ np.diag([-1.0, 1.0])
    shift = np.array(patch.at) * [width, height] - turn @ middle
    return np.column_stack([turn, shift])


def _direction(line: tuple[Spot, Spot], proportion: float) -> Float:
    (x_0, y_0), (x_1, y_1) = line
    return np.array([(x_1 - x_0) * proportion, y_1 - y_0])


def _turned(direction: Float, patch: Patch) -> Float:
    if patch.mirrored:
        direction = direction * [-1.0, 1.0]
    angle = math.radians(patch.turn_deg)
    return np.array([[math.cos(angle), -math.sin(angle)], [math.sin(angle), math.cos(angle)]]) @ direction


def _between_deg(first: Float, second: Float) -> float:
    cosine = float(first @ second) / float(np.linalg.norm(first) * np.linalg.norm(second))
    return math.degrees(math.acos(min(1.0, max(-1.0, cosine))))


def disagreements(
    base: Marks, base_proportion: float, patch: Patch, marks: Marks, proportion: float, name: str
) -> tuple[Advice, ...]:
    """Where a patch's horizon or light contradicts the base's, as it lies there, with the angle."""
    found = []
    if base.horizon is not None and marks.horizon is not None:
        apart = _between_deg(
            _direction(base.horizon, base_proportion), _turned(_direction(marks.horizon, proportion), patch)
        )
        apart = min(apart, 180 - apart)
        if apart >= HORIZON_APART_DEG:
            found.append(
                Advice(
                    "subject.W030", "warning",
                    f"The horizon of {name} is tilted by {apart:.0f} degrees against the base.",
                    f"Turn the patch by {apart:.0f} degrees, or take another photo for it.",
                    name,
                )
            )  # fmt: skip
    if base.light is not None and marks.light is not None:
        apart = _between_deg(
            _direction(base.light, base_proportion), _turned(_direction(marks.light, proportion), patch)
        )
        if apart >= LIGHT_APART_DEG:
            found.append(
                Advice(
                    "subject.W031", "warning",
                    f"The light in {name} comes from {apart:.0f} degrees away from the base's.",
                    "Mirror the patch where that turns the light round, or paint its shadows by the base's light.",
                    name,
                )
            )  # fmt: skip
    return tuple(found)
