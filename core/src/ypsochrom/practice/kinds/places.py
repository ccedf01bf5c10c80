"""Judging places in a picture: lengths and slopes between them, the middle between two, a point put over by a grid."""

from collections.abc import Callable

import cv2
import numpy as np

from ...kit.errors import BadPicture
from ..exercise import Answer, Exercise, Place, View
from ..scene import Scene
from .pictures import TRIES, scene_in, whole
from .values import Made

Spotted = tuple[float, float]

_STEP_SHARE = 0.01


def _margin(random: np.random.Generator) -> tuple[float, float]:
    return float(random.uniform(0.06, 0.94)), float(random.uniform(0.06, 0.94))


def bisect(seed: int, _: float, scene: Scene | None) -> Made:
    """The middle between two marks."""
    scene, random = scene_in(scene), np.random.default_rng(seed)
    one = other = _margin(random)
    while scene.apart_mm(one, other) < 0.35 * scene.support.width_mm:
        one, other = _margin(random), _margin(random)
    middle = Place((one[0] + other[0]) / 2, (one[1] + other[1]) / 2)
    length = scene.apart_mm(one, other)
    exercise = Exercise(
        "bisect", seed, 0.0, "Tap the middle between the two marks.", "mm",
        view=whole(scene, (one, other)), asks="point", step=_STEP_SHARE * length,
    )  # fmt: skip
    why = (
        f"The marks lie {length:.0f} mm apart on your panel. Lay the brush along them, slide your thumb to the half and turn the "
        "brush round: what is left over is twice your error."
    )
    return exercise, Answer(middle, why)


_CROP_SHARE = (0.5, 0.8)
_LEAST_SHARE = 0.25
_MOST_TIMES = 4.0


def _landmarks(
    random: np.random.Generator, scene: Scene, count: int, fits: Callable[[list[Spotted]], bool]
) -> tuple[View, list[Spotted]]:
    """A crop, and so many places in it where something ends or turns (shi_tomasi1994); `BadPicture` where there are none."""
    width, height = scene.size_px
    grey = np.clip(scene.values * 25.5, 0, 255).astype(np.uint8)
    for _ in range(TRIES):
        share = float(random.uniform(*_CROP_SHARE))
        left, top = (float(random.uniform(0, 1 - share)) for _ in range(2))
        rows = slice(round(top * height), round((top + share) * height))
        columns = slice(round(left * width), round((left + share) * width))
        crop = np.ascontiguousarray(grey[rows, columns])
        corners = cv2.goodFeaturesToTrack(crop, 40, 0.05, 0.06 * min(crop.shape), blockSize=7)
        if corners is None or len(corners) < count:
            continue
        drawn = corners[random.choice(len(corners), count, replace=False)].reshape(-1, 2)
        spots = [((columns.start + x) / width, (rows.start + y) / height) for x, y in drawn.tolist()]
        if fits(spots):
            box = (left, top, left + share, top + share)
            panel = scene.support
            return View(box, share * panel.width_mm, share * panel.height_mm, tuple(spots)), spots
    raise BadPicture("This picture has too few places to measure between.", "Take another one for this exercise.")


def lengths(seed: int, _: float, scene: Scene | None) -> Made:
    """How many times as long the way between two places of a crop is as that between two others."""
    picture, random = scene_in(scene), np.random.default_rng(seed)
    least = _LEAST_SHARE * _CROP_SHARE[0] * picture.support.width_mm

    def fits(spots: list[Spotted]) -> bool:
        one, other = picture.apart_mm(*spots[:2]), picture.apart_mm(*spots[2:])
        return min(one, other) >= least and max(one, other) <= _MOST_TIMES * min(one, other)

    view, spots = _landmarks(random, picture, 4, fits)
    one, other = picture.apart_mm(*spots[:2]), picture.apart_mm(*spots[2:])
    why = (
        f"1 to 2 is {one:.0f} mm on your panel and 3 to 4 is {other:.0f} mm: {other / one:.2f} times as long. Take one length on "
        "your brush and lay it along the other."
    )
    exercise = Exercise(
        "lengths", seed, 0.0, "How many times as long is 3 to 4 as 1 to 2?", "times", view=view, asks="number",
        least=0.2, most=4.2, step=0.05,
    )  # fmt: skip
    return exercise, Answer(other / one, why)


def slope(seed: int, _: float, scene: Scene | None) -> Made:
    """How steep the way between two places of a crop is, against the level."""
    picture, random = scene_in(scene), np.random.default_rng(seed)
    least = _LEAST_SHARE * picture.support.width_mm * _CROP_SHARE[0]
    view, (one, other) = _landmarks(random, picture, 2, lambda spots: picture.apart_mm(*spots) >= least)
    across, down = (other[0] - one[0]) * picture.support.width_mm, (other[1] - one[1]) * picture.support.height_mm
    true = float(np.degrees(np.arctan2(abs(down), abs(across))))
    why = f"From 1 to 2 it is {true:.0f}° from the level. Hold the brush along it, and carry it over without turning your wrist."
    exercise = Exercise(
        "slope", seed, 0.0, "How steep is it from 1 to 2? 0° is level, 90° upright.", "degrees", view=view, asks="number",
        least=0.0, most=90.0, step=1.0,
    )  # fmt: skip
    return exercise, Answer(true, why)


_GRID = 3


def transfer(seed: int, _: float, scene: Scene | None) -> Made:
    """A point of the picture put into an empty frame with the same grid."""
    scene, random = scene_in(scene), np.random.default_rng(seed)
    at = _margin(random)
    cell_mm = scene.support.width_mm / _GRID
    exercise = Exercise(
        "transfer", seed, 0.0, "Put the point where it belongs in the empty frame.", "mm",
        view=whole(scene, (at,), grid=_GRID - 1, in_frame=True), asks="point", step=_STEP_SHARE * scene.support.width_mm,
    )  # fmt: skip
    column, row = (int(share * _GRID) for share in at)
    across, down = (share * _GRID - place for share, place in zip(at, (column, row), strict=True))
    why = (
        f"It lies in field {column + 1} from the left and {row + 1} from the top, {_fraction(across)} across and "
        f"{_fraction(down)} down in it; a field is {cell_mm:.0f} mm wide. Judge from the nearest line, not from the frame."
    )
    return exercise, Answer(Place(*at), why)


_FRACTIONS = (
    (0.05, "hardly"), (0.2, "a fifth"), (0.25, "a quarter"), (1 / 3, "a third"), (0.5, "half"),
    (2 / 3, "two thirds"), (0.75, "three quarters"), (0.8, "four fifths"), (0.95, "nearly all"),
)  # fmt: skip


def _fraction(share: float) -> str:
    near = min(_FRACTIONS, key=lambda one: abs(one[0] - share))
    return near[1]
