"""Where the eye goes: the strongest contrasts and the hardest edges against where the focal passage is meant to be.

Contrast at a place is the spread (95th minus 5th percentile, by blurred extremes) inside a window of a twelfth of the
picture, which is about what one fixation takes in at arm's length (common practice, from memory).
"""

from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np

from ..colour.types import Float, Lab, MunsellValue
from ..imaging.resample import fit_within, shrink
from ..kit.errors import BadSetting

Kind = Literal["value", "chroma", "edges"]
KINDS: tuple[Kind, ...] = ("value", "chroma", "edges")
KIND_WORDS: dict[Kind, str] = {"value": "value contrast", "chroma": "chroma contrast", "edges": "the hardest edges"}

_LONGEST_PX = 320
_WINDOW_SHARE = 1 / 12
_RIVALRY = 1.1
"""A place outside the focal passage that beats it by a tenth draws the eye away."""


@dataclass(frozen=True)
class Focal:
    """The focal passage: its centre (shares of width and height) and its radius as a share of the width."""

    x: float
    y: float
    radius: float = 0.12

    def __post_init__(self) -> None:
        if not (0 <= self.x <= 1 and 0 <= self.y <= 1 and 0.02 <= self.radius <= 0.5):
            raise BadSetting(
                f"A focal passage at {self.x:g}, {self.y:g} with radius {self.radius:g} is none.",
                "Tap inside the picture; its radius is 0.02 to 0.5 of the width.",
            )


@dataclass(frozen=True)
class Accent:
    """Where one kind of contrast is strongest, how strong, and against the focal passage if there is one."""

    kind: Kind
    at: tuple[float, float]
    strength: float
    in_focal: float | None
    words: str


def report(field: MunsellValue, lab: Lab, focal: Focal | None = None) -> tuple[Accent, ...]:
    """One accent for value, chroma and edges: where it is strongest, and whether the focal passage wins."""
    height, width = field.shape
    small_width, small_height = fit_within(width, height, _LONGEST_PX)
    value = shrink(field.astype(np.float32), small_width, small_height)
    colour = shrink(lab.astype(np.float32), small_width, small_height)
    window = max(3, round(_WINDOW_SHARE * max(small_width, small_height))) | 1
    maps: dict[Kind, Float] = {
        "value": _spread(value, window),
        "chroma": _spread(np.hypot(colour[..., 1], colour[..., 2]), window),
        "edges": _edges(value, window),
    }
    return tuple(_accent(kind, maps[kind], focal) for kind in KINDS)


def _spread(picture: Float, window: int) -> Float:
    """Local range of a picture freed of specks, smoothed so that neighbours agree."""
    calm = cv2.medianBlur(picture.astype(np.float32), 5)
    element = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (window, window))
    return np.asarray(cv2.GaussianBlur(cv2.dilate(calm, element) - cv2.erode(calm, element), (0, 0), window / 4))


def _edges(value: Float, window: int) -> Float:
    """How hard edges are: the steepest step from pixel to pixel, gathered over a window."""
    across, down = cv2.Sobel(value, cv2.CV_32F, 1, 0) / 8, cv2.Sobel(value, cv2.CV_32F, 0, 1) / 8
    steep = np.hypot(across, down)
    return np.asarray(cv2.GaussianBlur(steep, (0, 0), window / 4))


def _accent(kind: Kind, strength: Float, focal: Focal | None) -> Accent:
    height, width = strength.shape
    row, column = np.unravel_index(int(strength.argmax()), strength.shape)
    at = ((int(column) + 0.5) / width, (int(row) + 0.5) / height)
    most = float(strength[row, column])
    place = place_words(at)
    if focal is None:
        return Accent(kind, at, most, None, f"{_begin(kind)} strongest {place}.")
    inside = _inside(focal, width, height)
    in_focal = float(strength[inside].max()) if inside.any() else 0.0
    if inside[row, column]:
        words = f"{_begin(kind)} strongest in the focal passage, as meant."
    elif most > _RIVALRY * in_focal:
        share = in_focal / most if most > 0 else 0.0
        words = (
            f"{_begin(kind)} strongest {place}; the focal passage has {share:.0%} of it. "
            "Quieten that place, or strengthen the focal passage."
        )
    else:
        words = f"{_begin(kind)} about as strong {place} as in the focal passage."
    return Accent(kind, at, most, in_focal, words)


def _begin(kind: Kind) -> str:
    return {"value": "Value contrast is", "chroma": "Chroma contrast is", "edges": "The edges are"}[kind]


def _inside(focal: Focal, width: int, height: int) -> np.ndarray:
    x, y = np.meshgrid((np.arange(width) + 0.5) / width, (np.arange(height) + 0.5) / height)
    away = np.hypot(x - focal.x, (y - focal.y) * height / width)
    found: np.ndarray = away <= focal.radius
    return found


def place_words(at: tuple[float, float]) -> str:
    """A place in plain words: `at the upper left`, `in the centre`, `at the right`."""
    column = "left" if at[0] < 1 / 3 else "right" if at[0] > 2 / 3 else ""
    row = "upper" if at[1] < 1 / 3 else "lower" if at[1] > 2 / 3 else ""
    if not column and not row:
        return "in the centre"
    if not column:
        return "at the top" if row == "upper" else "at the bottom"
    return f"at the {row} {column}".replace("  ", " ")
