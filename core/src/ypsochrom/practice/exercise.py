"""An exercise as it is shown, what is right, and what is told after the answer."""

import math
from dataclasses import dataclass
from typing import Literal, get_args

from ..kit.errors import BadSetting

Kind = Literal[
    "lighter", "value", "match", "ladder", "deceiving", "lightest", "squint", "spot", "block-in", "edge",
    "warmer", "wet to dry", "mix", "needs", "palette", "ratio", "angle",
    "lengths", "slope", "scale", "bisect", "transfer", "order", "rule", "card",
]  # fmt: skip
KINDS: tuple[Kind, ...] = get_args(Kind)
"""In the order in which they are learned: values first, then colour, then mixing, then proportion and order; last what is painted
on paper."""

ON_SCREEN: tuple[Kind, ...] = tuple(kind for kind in KINDS if kind != "card")
"""What is asked on the screen."""

Needs = Literal["values", "colour", "shapes"]
"""What of the screen and of the eye an exercise needs: steps of grey, differences of colour, or neither."""

Sight = Literal["all", "shapes", "none"]
SIGHTS: tuple[Sight, ...] = get_args(Sight)
"""What whoever practises sees: all, shapes alone, or nothing of it, so that it is told in words and numbers."""

Asks = Literal["one", "order", "number", "point", "cells"]
"""What is answered: one of the options, all of them in order, a number, a place in the picture, or an option for every cell."""


@dataclass(frozen=True)
class Place:
    """A place in a picture, in shares of its width and height."""

    x: float
    y: float

    def away_mm(self, other: "Place", view: "View | None") -> float:
        """How far that is from another place on the panel; 0 where no picture is shown."""
        if view is None:
            return 0.0
        left, top, right, bottom = view.box
        across = (self.x - other.x) / (right - left) * view.width_mm
        return math.hypot(across, (self.y - other.y) / (bottom - top) * view.height_mm)


Said = tuple[int, ...] | float | Place
"""An answer: places among the options, a number, or a place in the picture."""


@dataclass(frozen=True)
class Patch:
    """A colour (`#rrggbb`) with what lies around it; `words` are its name where it has one."""

    colour: str
    around: str = ""
    words: str = ""


@dataclass(frozen=True)
class Line:
    """A straight line in a square of side 1, from its upper left; both ends are (x, y)."""

    begins: tuple[float, float]
    ends: tuple[float, float]


@dataclass(frozen=True)
class View:
    """What is shown of a picture: a box of it (left, top, right, bottom in shares) of so many mm on the panel, with numbered
    marks (shares of the whole picture) and a grid of so many lines each way.

    It is hidden after `seconds` where that is not 0; with `in_frame` the answer is given in an empty frame beside it.
    """

    box: tuple[float, float, float, float]
    width_mm: float
    height_mm: float
    marks: tuple[tuple[float, float], ...] = ()
    grid: int = 0
    seconds: float = 0.0
    in_frame: bool = False


@dataclass(frozen=True)
class Exercise:
    """One question. `level` is how hard it is, in `unit`: the smaller the harder; for what is measured off it is 0.

    `shown`, `lines` and `view` are looked at, `listed` is read in its order, `options` are chosen from; numbers lie between
    `least` and `most`, and `ladder` holds the colours that they stand for, where they do. `cells` are columns and rows.
    `by_ground` says that the grounds deceive: it is worth looking again without them.
    """

    kind: Kind
    seed: int
    level: float
    question: str
    unit: str
    shown: tuple[Patch, ...] = ()
    lines: tuple[Line, ...] = ()
    view: View | None = None
    listed: tuple[str, ...] = ()
    options: tuple[Patch, ...] = ()
    asks: Asks = "one"
    cells: tuple[int, int] = (0, 0)
    ladder: tuple[str, ...] = ()
    least: float = 0.0
    most: float = 0.0
    step: float = 0.0
    by_ground: bool = False


@dataclass(frozen=True)
class Answer:
    """What is right: a place among the options, places in their order, a number or a place; and why, in a sentence or two.

    With `before` (one, then another, why) every order is right that keeps to all of them. `worth` is what the options stand for
    (in the exercise's unit) where one can be nearer than another.
    """

    right: Said
    why: str
    before: tuple[tuple[int, int, str], ...] = ()
    worth: tuple[float, ...] = ()


@dataclass(frozen=True)
class Verdict:
    """Whether an answer was right and by how much it was off (in `unit`, None where that means nothing), and why."""

    is_right: bool
    off: float | None
    why: str
    right: Said


def said(exercise: Exercise, chosen: tuple[int, ...], number: float | None, place: Place | None) -> Said:
    """An answer as this exercise asks for it; `BadSetting` where it is none."""
    if exercise.asks == "point":
        if place is None:
            raise BadSetting(_NO_ANSWER, "Show a place in the picture.")
        return place
    if exercise.asks == "number":
        if number is None or not exercise.least <= number <= exercise.most:
            raise BadSetting(_NO_ANSWER, f"Give a number from {exercise.least:g} to {exercise.most:g}.")
        return number
    inside = all(0 <= one < len(exercise.options) for one in chosen)
    if exercise.asks == "cells":
        columns, rows = exercise.cells
        if not inside or len(chosen) != columns * rows:
            raise BadSetting(_NO_ANSWER, "Give every field one of the values.")
        return chosen
    count = len(exercise.options) if exercise.asks == "order" else 1
    if not inside or len(chosen) != count or len(set(chosen)) != count:
        raise BadSetting(_NO_ANSWER, f"Choose {'all of them in order' if count > 1 else 'one of them'}.")
    return chosen


_NO_ANSWER = "That is no answer."

CELLS_RIGHT = 0.8
"""So many of the cells make a block-in right."""


def judged(exercise: Exercise, answer: Answer, given: Said) -> Verdict:
    """An answer held against what is right.

    A number and a place are right within two of their steps (of a place: mm), an order is off by the rules it breaks, cells by
    the mean of what their options are worth, an option of a scale by how much more it is worth.
    """
    if isinstance(answer.right, Place):
        away = given.away_mm(answer.right, exercise.view) if isinstance(given, Place) else 0.0
        return Verdict(away <= 2 * exercise.step, away, answer.why, answer.right)
    if isinstance(given, Place):
        raise TypeError("a place is no answer to this")
    if answer.worth and isinstance(given, tuple) and isinstance(answer.right, tuple):
        errors = [answer.worth[mine] - answer.worth[true] for mine, true in zip(given, answer.right, strict=True)]
        if len(errors) == 1:
            return Verdict(given == answer.right, errors[0], answer.why, answer.right)
        right = sum(mine == true for mine, true in zip(given, answer.right, strict=True)) / len(errors)
        return Verdict(right >= CELLS_RIGHT, sum(map(abs, errors)) / len(errors), answer.why, answer.right)
    if answer.before and isinstance(given, tuple):
        at = {option: place for place, option in enumerate(given)}
        broken = [why for first, then, why in answer.before if at[first] > at[then]]
        told = " ".join(dict.fromkeys(broken)) or answer.why
        return Verdict(not broken, float(len(broken)), told, answer.right)
    if isinstance(answer.right, tuple):
        return Verdict(given == answer.right, None, answer.why, answer.right)
    off = float(given) - answer.right if not isinstance(given, tuple) else 0.0
    return Verdict(abs(off) <= 2 * exercise.step + 1e-9, off, answer.why, answer.right)
