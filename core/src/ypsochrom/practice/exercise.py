"""An exercise as it is shown, what is right, and what is told after the answer."""

from dataclasses import dataclass
from typing import Literal, get_args

Kind = Literal[
    "lighter", "value", "ladder", "deceiving", "warmer", "wet to dry", "mix", "needs", "ratio", "angle", "order",
]  # fmt: skip
KINDS: tuple[Kind, ...] = get_args(Kind)
"""In the order in which they are learned: values first, then colour, then mixing, then proportion
and order."""

Needs = Literal["values", "colour", "shapes"]
"""What of the screen and of the eye an exercise needs: steps of grey, differences of colour, or neither."""


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
class Exercise:
    """One question. `level` is how hard it is, in `unit`: the smaller the harder; for numbers it is 0.

    `shown` and `lines` are looked at, `options` chosen from; with none of them a number between `least` and `most` is asked for.
    `by_ground` says that the grounds deceive: it is worth looking again without them.
    """

    kind: Kind
    seed: int
    level: float
    question: str
    unit: str
    shown: tuple[Patch, ...] = ()
    lines: tuple[Line, ...] = ()
    options: tuple[Patch, ...] = ()
    in_order: bool = False
    least: float = 0.0
    most: float = 0.0
    step: float = 0.0
    by_ground: bool = False


@dataclass(frozen=True)
class Answer:
    """What is right: a place among the options, places in their order, or a number; and why, in a sentence or two.

    With `before` (one, then another, why) every order is right that keeps to all of them.
    """

    right: tuple[int, ...] | float
    why: str
    before: tuple[tuple[int, int, str], ...] = ()


@dataclass(frozen=True)
class Verdict:
    """Whether an answer was right and by how much it was off (in `unit`, None where that means nothing), and why."""

    is_right: bool
    off: float | None
    why: str
    right: tuple[int, ...] | float


def judged(exercise: Exercise, answer: Answer, given: tuple[int, ...] | float) -> Verdict:
    """An answer held against what is right; a number is right within two of its steps, an order is off by the rules it breaks."""
    if answer.before and isinstance(given, tuple):
        at = {option: place for place, option in enumerate(given)}
        broken = [why for first, then, why in answer.before if at[first] > at[then]]
        told = " ".join(dict.fromkeys(broken)) or answer.why
        return Verdict(not broken, float(len(broken)), told, answer.right)
    if isinstance(answer.right, tuple):
        return Verdict(given == answer.right, None, answer.why, answer.right)
    off = float(given) - answer.right if not isinstance(given, tuple) else 0.0
    return Verdict(abs(off) <= 2 * exercise.step + 1e-9, off, answer.why, answer.right)
