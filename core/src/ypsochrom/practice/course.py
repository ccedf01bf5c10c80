"""The course of practice: the next question, and how far the painter is with every kind."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import pairwise

import numpy as np
from scipy.special import stdtrit

from ..colour.types import Float
from ..kit.errors import BadSetting
from . import threshold
from .exercise import KINDS, ON_SCREEN, Answer, Exercise, Kind, Said, Verdict, judged
from .judgements import JUDGEMENTS
from .kinds.values import Made
from .material import Material


@dataclass(frozen=True)
class Given:
    """An answer as it is kept: `level` of the question, whether it was right, by how much a number was off, and after how many
    seconds; `counts` is whether it tells something."""

    kind: Kind
    at: datetime
    level: float
    is_right: bool
    off: float | None
    seconds: float
    choice: int | None = None
    counts: bool = True


QUICKEST_S = 0.4
"""Nobody sees and answers in less: such an answer tells nothing (a simple reaction takes a quarter of a second; from memory)."""

SAME_IN_A_ROW = 8
"""So many answers with the same place, and more wrong ones than chance has among them, are no answers."""

_RECENT = 60


def made(kind: Kind, seed: int, ratio: float, material: Material) -> Made:
    """The question of a seed, so hard against the usual threshold, with its answer; the same seed makes the same."""
    if kind not in JUDGEMENTS:
        raise BadSetting(f"There is no exercise {kind!r}.", f"Choose one of: {', '.join(KINDS)}.")
    judgement = JUDGEMENTS[kind]
    return judgement.make(seed, judgement.usual * float(np.clip(ratio, 0.05, 16)), material)


def next_ratio(kind: Kind, answers: Sequence[Given]) -> float:
    """How hard the next question of a kind is to be, against the usual threshold; 1 for numbers."""
    judgement = JUDGEMENTS[kind]
    return threshold.next_level(_seen(kind, answers), judgement.options) if judgement.options else 1.0


def _seen(kind: Kind, answers: Sequence[Given]) -> list[threshold.Seen]:
    usual = JUDGEMENTS[kind].usual
    own = [one for one in answers if one.kind == kind and one.counts and one.level > 0]
    return [threshold.Seen(one.level / usual, one.is_right) for one in own[-_RECENT:]]


def verdict(exercise: Exercise, answer: Answer, given: Said, seconds: float) -> tuple[Verdict, bool]:
    """What is told after an answer, and whether it counts."""
    return judged(exercise, answer, given), seconds >= QUICKEST_S


@dataclass(frozen=True)
class Standing:
    """How far a painter is with a kind: the smallest difference told, for numbers the usual error, with its interval.

    `bias` is how far numbers are off on the mean. All in `unit`; None before enough was answered.
    """

    kind: Kind
    size: float | None
    low: float | None
    high: float | None
    bias: float | None
    count: int
    last: datetime | None

    @property
    def leans(self) -> str:
        """Which way numbers are off more than by chance (by a third of their usual error), in words; "" where they are not."""
        ways = JUDGEMENTS[self.kind].ways
        if not ways or self.bias is None or self.size is None or abs(self.bias) < self.size / 3:
            return ""
        return ways[0] if self.bias > 0 else ways[1]


FEWEST = 3


def standing(kind: Kind, answers: Sequence[Given]) -> Standing:
    """How far a painter is with a kind, by the newest answers that count."""
    judgement = JUDGEMENTS[kind]
    own = [one for one in answers if one.kind == kind and one.counts]
    last = own[-1].at if own else None
    if len(own) < FEWEST:
        return Standing(kind, None, None, None, None, len(own), last)
    if judgement.options:
        told = threshold.told(_seen(kind, own), judgement.options)
        size, low, high = (judgement.usual * one for one in (told.threshold, told.low, told.high))
        return Standing(kind, size, low, high, None, len(own), last)
    off = np.array([one.off for one in own[-_RECENT:] if one.off is not None])
    return Standing(kind, *usual_within(off), float(off.mean()), len(own), last)


def usual_within(off: Sequence[float] | Float) -> tuple[float, float, float]:
    """By how much one is off as a rule, and what that lies between eight times in ten."""
    error = usual_error(off)
    reach = float(stdtrit(len(off), 0.9)) / math.sqrt(2 * len(off))
    return error, error / (1 + reach), error * (1 + reach)


def usual_error(off: Sequence[float] | Float) -> float:
    """By how much one is off as a rule: the root of the mean square."""
    return float(np.sqrt(np.mean(np.square(off))))


FIRST_INTERVAL_DAYS = 1.0
LONGEST_DAYS = 21.0
_SESSION = 6


def next_kind(answers: Sequence[Given], now: datetime, kinds: Sequence[Kind] = ON_SCREEN) -> Kind:
    """What to practise: what was never tried in the order of learning, then what is longest overdue.

    As in expanding rehearsal (landauer_bjork1978) the time until a kind comes again doubles with every day on which at least two
    thirds of it were right, and begins anew after a day on which they were not.
    """
    tried = {one.kind for one in answers}
    fresh = [kind for kind in kinds if kind not in tried]
    recent = [one.kind for one in answers[-_SESSION:]]
    if fresh and (not recent or len(set(recent)) == 1 or recent[-1] not in fresh):
        return fresh[0]
    if not kinds:
        raise BadSetting("There is nothing to practise.", "Choose at least one exercise.")

    def overdue(kind: Kind) -> float:
        own = [one for one in answers if one.kind == kind]
        if not own:
            return math.inf
        days = max((now - own[-1].at).total_seconds(), 0.0) / 86_400
        just_done = 1e-3 * recent.count(kind)
        return days / _interval_days(own) - just_done

    return max(kinds, key=lambda kind: (overdue(kind), -kinds.index(kind)))


def _interval_days(answers: Sequence[Given]) -> float:
    """How long a kind may rest."""
    days: dict[object, list[bool]] = {}
    for one in answers:
        if one.counts:
            days.setdefault(one.at.date(), []).append(one.is_right)
    rests = FIRST_INTERVAL_DAYS
    for right in days.values():
        rests = min(2 * rests, LONGEST_DAYS) if np.mean(right) >= 2 / 3 else FIRST_INTERVAL_DAYS
    return rests


def noticed(answers: Sequence[Given]) -> str:
    """What is odd about the newest answers; "" where nothing is."""
    newest = answers[-SAME_IN_A_ROW:]
    if len(newest) < SAME_IN_A_ROW:
        return ""
    if sum(not one.counts for one in newest) > SAME_IN_A_ROW // 2:
        return "Most answers came faster than anybody sees; they are not counted. Take your time, or stop for today."
    places = [one.choice for one in newest]
    wrong = sum(not one.is_right for one in newest)
    if places[0] is not None and all(one == other for one, other in pairwise(places)) and wrong >= SAME_IN_A_ROW // 2:
        return "You chose the same place every time. Look once more before you answer, or stop for today."
    return ""
