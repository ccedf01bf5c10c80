"""The card on which a painter lays the swatches of one tube: where everything stands, in mm from its upper left corner.

Printed by `formats.swatch_card_pdf`, read from a photo by `card_reading`. The corner marks are ArUco squares
(garrido_jurado2014), each with a number of its own, so that a turned, cut or half-covered card tells which mark is missing.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import cv2
import numpy as np

from ..colour.types import LinearRgb
from ..paint.calibration import SwatchKind

WIDTH_MM, HEIGHT_MM = 180.0, 104.0
MARK_MM = 14.0
CORNERS = ("upper left", "upper right", "lower right", "lower left")
"""The corner of the mark with number 0, 1, 2, 3."""

_INSET = 4.0


@dataclass(frozen=True)
class Box:
    """A rectangle on the card in mm."""

    x: float
    y: float
    width: float
    height: float

    def inner(self, margin: float) -> "Box":
        """The box without a margin on every side."""
        return Box(self.x + margin, self.y + margin, self.width - 2 * margin, self.height - 2 * margin)


GREYS: tuple[tuple[Box, float], ...] = tuple(
    (Box(24 + 23 * i, 8, 20, 14), reflectance) for i, reflectance in enumerate((0.75, 0.50, 0.32, 0.19, 0.10, 0.045))
)
"""Printed greys and the reflectance they are meant to have; what a printer makes of them is not measured."""

GREY_CARD_REFLECTANCE = 0.18
"""The usual grey card of photographers; common practice."""

PAPER_REFLECTANCE = 0.86
"""White printing paper; from memory."""

BAR_REFLECTANCE = 0.045
"""The printed black under the swatch on black."""

BOXES: dict[SwatchKind, Box] = {
    "on white": Box(10, 40, 26, 40),
    "on black": Box(43.5, 40, 26, 40),
    "1:1": Box(77, 40, 26, 40),
    "1:4": Box(110.5, 40, 26, 40),
    "1:10": Box(144, 40, 26, 40),
}
"""Where the swatches go."""

BLACK_BAR = Box(40.5, 34, 32, 52)
"""Printed black around and under the swatch on black."""

LABELS: dict[SwatchKind, str] = {
    "on white": "alone",
    "on black": "alone, on black",
    "1:1": "1 : 1 white",
    "1:4": "1 : 4 white",
    "1:10": "1 : 10 white",
}

PAPER_SPOTS: tuple[Box, ...] = tuple(
    Box(x, y, 4.0, 4.0) for y in (25.5, 90.5) for x in (22.0, 48.0, 76.0, 104.0, 132.0, 154.0)
) + tuple(Box(x, y, 2.6, 20.0) for x in (4.5, 105.4, 138.9, 172.6) for y in (40.0, 60.0))
"""Bare paper all over the card, by which the light is evened out."""


def mark_box(number: int) -> Box:
    """The place of the mark with this number."""
    right, lower = number in (1, 2), number in (2, 3)
    x = WIDTH_MM - _INSET - MARK_MM if right else _INSET
    y = HEIGHT_MM - _INSET - MARK_MM if lower else _INSET
    return Box(x, y, MARK_MM, MARK_MM)


@cache
def dictionary() -> cv2.aruco.Dictionary:
    """The marks' dictionary: 4 x 4 bits inside a black border."""
    return cv2.aruco.getPredefinedDictionary(cv2.aruco.DICT_4X4_50)


@cache
def mark_bits(number: int) -> np.ndarray:
    """The mark as 6 x 6 squares, True where black."""
    return np.asarray(cv2.aruco.generateImageMarker(dictionary(), number, 6)) == 0


Fill = tuple[Box, float | tuple[float, float, float]]
"""A box filled with a grey or a linear RGB."""


def drawn(swatches: dict[SwatchKind, tuple[float, float, float]]) -> LinearRgb:
    """The card as a picture in linear light, float32, with swatches of the given linear RGB; the simulated camera photographs it.

    Boxes without a swatch stay paper, or black on the bar.
    """
    return framed([(BLACK_BAR, BAR_REFLECTANCE), *((BOXES[kind], colour) for kind, colour in swatches.items())])


def framed(fills: Sequence[Fill], px_per_mm: float = 6.0) -> LinearRgb:
    """Marks and greys with these boxes filled, on paper with a margin of 12 mm around."""
    margin = 12.0
    size = (round((HEIGHT_MM + 2 * margin) * px_per_mm), round((WIDTH_MM + 2 * margin) * px_per_mm), 3)
    picture = np.full(size, PAPER_REFLECTANCE, dtype=np.float32)
    for box, colour in (*frame(), *fills):
        left, top = round((box.x + margin) * px_per_mm), round((box.y + margin) * px_per_mm)
        right = round((box.x + box.width + margin) * px_per_mm)
        bottom = round((box.y + box.height + margin) * px_per_mm)
        picture[top:bottom, left:right] = colour
    return picture


def frame() -> list[tuple[Box, float]]:
    """What is printed on every card: the black squares of its marks and its greys, with their reflectance."""
    module = MARK_MM / 6
    marks = [
        (
            Box(mark_box(number).x + float(column) * module, mark_box(number).y + float(row) * module, module, module),
            BAR_REFLECTANCE,
        )
        for number in range(4)
        for row, column in zip(*np.nonzero(mark_bits(number)), strict=True)
    ]
    return [*marks, *GREYS]
