"""Guides to compose by, as lines over the picture: centre by diagonals, thirds, golden section, armature, lead-in.

Common practice. Lines are pairs of points as shares of width and height.
"""

import math
from collections.abc import Callable
from typing import Literal

Guide = Literal["centre", "thirds", "golden", "armature", "lead-in"]
Point = tuple[float, float]
Line = tuple[Point, Point]

GUIDE_WORDS: dict[Guide, str] = {
    "centre": "Centre by diagonals",
    "thirds": "Thirds",
    "golden": "Golden section",
    "armature": "Armature of the rectangle",
    "lead-in": "Lead-in diagonal",
}

GOLDEN = (math.sqrt(5) - 1) / 2
"""The smaller part is to the larger as the larger to the whole: 0.618 (Euclid, Elements VI, definition 3)."""


def _cross(x: float, y: float) -> list[Line]:
    return [((x, 0.0), (x, 1.0)), ((0.0, y), (1.0, y))]


def _grid(at: float) -> list[Line]:
    return [*_cross(at, at), *_cross(1 - at, 1 - at)]


def _centre(_: float) -> list[Line]:
    return [((0.0, 0.0), (1.0, 1.0)), ((1.0, 0.0), (0.0, 1.0)), *_cross(0.5, 0.5)]


def _armature(proportion: float) -> list[Line]:
    """Both diagonals, and from every corner the line that meets the opposite diagonal at a right angle (reciprocals)."""
    lines = [((0.0, 0.0), (1.0, 1.0)), ((1.0, 0.0), (0.0, 1.0))]
    reach = 1 / proportion**2 if proportion >= 1 else proportion**2
    for corner in (0.0, 1.0):
        for side in (0.0, 1.0):
            if proportion >= 1:  # wide: the reciprocal ends on the long side
                lines.append(((corner, side), (abs(corner - reach), 1 - side)))
            else:
                lines.append(((corner, side), (1 - corner, abs(side - reach))))
    return lines


def _lead_in(_: float) -> list[Line]:
    """From the lower left towards the upper third at the right, and its mirror: how the eye is led into the depth."""
    return [((0.0, 1.0), (1.0, 1 / 3)), ((1.0, 1.0), (0.0, 1 / 3))]


_DRAWN: dict[Guide, Callable[[float], list[Line]]] = {
    "centre": _centre,
    "thirds": lambda _: _grid(1 / 3),
    "golden": lambda _: _grid(GOLDEN),
    "armature": _armature,
    "lead-in": _lead_in,
}


def lines_of(guide: Guide, proportion: float) -> tuple[Line, ...]:
    """The lines of a guide for a picture of this width over height."""
    return tuple(_DRAWN[guide](proportion))


def cells(width_mm: float, height_mm: float, cell_mm: float) -> tuple[list[float], list[float]]:
    """Where the lines of a transfer grid stand, from the upper left, in mm: columns and rows, the last cells may be cut."""

    def at(length: float) -> list[float]:
        count = math.ceil(length / cell_mm - 1e-9)
        return [i * cell_mm for i in range(count)] + [length]

    return at(width_mm), at(height_mm)


def cell_name(column: int, row: int) -> str:
    """`A1` at the upper left, `B1` to its right, `A2` below; after Z comes AA."""
    letters = ""
    column += 1
    while column:
        column, rest = divmod(column - 1, 26)
        letters = chr(65 + rest) + letters
    return f"{letters}{row + 1}"
