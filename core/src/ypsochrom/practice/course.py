"""What is practised: every kind with its usual threshold, the next question, and how far the painter is."""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import pairwise
from types import MappingProxyType

import numpy as np
from scipy.special import stdtrit

from ..colour.types import Float
from ..kit.errors import BadSetting
from ..paint.catalogue import Paintbox
from . import threshold
from .exercise import KINDS, ON_SCREEN, Answer, Exercise, Kind, Needs, Said, Sight, Verdict, judged
from .kinds import mixing, order, pictures, proportion, values
from .kinds.values import Made
from .material import Material
from .scene import Scene


@dataclass(frozen=True)
class Judgement:
    """A kind: what it is called and what it trains, its usual threshold (in `unit`), and how many answers there are to guess.

    Both are 0 where it is measured by how much an answer is off. `needs` is what of screen and eye it takes; `of_tubes` says that
    it is made of the painter's tubes, `of_scene` of a picture, `of_values` that it can be asked about one value, `told` that
    words and numbers tell all of it, so that it makes sense without sight. `ways` are the words for being off by more and by
    less, none where what is off has no way.
    """

    title: str
    trains: str
    unit: str
    usual: float
    options: int
    make: Callable[[int, float, Material], Made]
    needs: Needs
    of_tubes: bool = False
    of_scene: bool = False
    of_values: bool = False
    told: bool = False
    ways: tuple[str, ...] = ()


_VALUE = ("too light", "too dark")
_AMOUNT = ("too much", "too little")

Maker = Callable[[int, float, Material], Made]


def _plain(make: Callable[[int, float], Made]) -> Maker:
    return lambda seed, level, _: make(seed, level)


def _of_tubes(make: Callable[[int, float, Paintbox], Made]) -> Maker:
    return lambda seed, level, material: make(seed, level, material.box)


def _of_scene(make: Callable[[int, float, Scene | None], Made]) -> Maker:
    return lambda seed, level, material: make(seed, level, material.scene)


def _of_values(make: Callable[[int, float, float | None], Made]) -> Maker:
    return lambda seed, level, material: make(seed, level, material.about)


def _on_paper(_: int, __: float, ___: Material) -> Made:
    raise BadSetting("This is done in paint.", "Print the sheets, paint the card, and photograph it.")


JUDGEMENTS: Mapping[Kind, Judgement] = MappingProxyType(
    {
        "lighter": Judgement(
            "Which is lighter", "values on grounds that deceive", "steps", 0.5, 2, _plain(values.lighter), "values"
        ),
        "value": Judgement(
            "Name the value",
            "values on the scale",
            "steps",
            0.0,
            0,
            _of_values(values.value),
            "values",
            of_values=True,
            ways=_VALUE,
        ),
        "match": Judgement(
            "Match the value",
            "the value of a colour",
            "steps",
            0.0,
            0,
            _of_values(values.match),
            "colour",
            of_values=True,
            ways=_VALUE,
        ),
        "ladder": Judgement("Put in order", "small steps of value", "steps", 0.25, 24, _plain(values.ladder), "values"),
        "deceiving": Judgement(
            "Colour against grey", "values of strong colours", "steps", 0.8, 2, _plain(values.deceiving), "colour"
        ),
        "lightest": Judgement(
            "Lightest and darkest",
            "the ends of your own pictures",
            "steps",
            0.4,
            4,
            _of_scene(pictures.lightest),
            "values",
            of_scene=True,
        ),
        "squint": Judgement(
            "What runs together",
            "masses, with half-closed eyes",
            "steps",
            0.5,
            3,
            _of_scene(pictures.squint),
            "values",
            of_scene=True,
        ),
        "spot": Judgement(
            "A value in a picture",
            "values among others",
            "steps",
            0.0,
            0,
            _of_scene(pictures.spot),
            "values",
            of_scene=True,
            ways=_VALUE,
        ),
        "block-in": Judgement(
            "Block it in", "masses, from memory", "steps", 0.0, 0, _of_scene(pictures.block_in), "values", of_scene=True
        ),
        "edge": Judgement(
            "How hard is the edge",
            "lost, soft, firm, hard",
            "grades",
            0.0,
            0,
            _of_scene(pictures.edge),
            "values",
            of_scene=True,
            ways=("too hard", "too soft"),
        ),
        "warmer": Judgement(
            "Warmer or cooler", "temperature at one value", "ΔE", 2.0, 2, _of_tubes(mixing.warmer), "colour"
        ),
        "wet to dry": Judgement(
            "Wet to dry", "how paint dries", "ΔE", 6.0, 3, _of_tubes(mixing.wet_to_dry), "colour", True
        ),
        "mix": Judgement(
            "Of what is it mixed", "your tubes in a mix", "ΔE", 10.0, 3, _of_tubes(mixing.mix), "colour", True
        ),
        "needs": Judgement(
            "What does it need", "mending a pile", "ΔE", 1.5, 3, _of_tubes(mixing.needs), "colour", True
        ),
        "palette": Judgement(
            "Can these make it", "what your tubes reach", "ΔE", 8.0, 2, _of_tubes(mixing.palette), "colour", True
        ),
        "ratio": Judgement(
            "How wide, how high",
            "proportions",
            "times",
            0.0,
            0,
            _plain(proportion.ratio),
            "shapes",
            told=True,
            ways=_AMOUNT,
        ),
        "angle": Judgement(
            "How steep", "angles", "degrees", 0.0, 0, _plain(proportion.angle), "shapes", told=True, ways=_AMOUNT
        ),
        "lengths": Judgement(
            "Lengths in a picture",
            "proportions of things",
            "times",
            0.0,
            0,
            _of_scene(pictures.lengths),
            "shapes",
            of_scene=True,
            ways=_AMOUNT,
        ),
        "slope": Judgement(
            "Slopes in a picture",
            "angles of things",
            "degrees",
            0.0,
            0,
            _of_scene(pictures.slope),
            "shapes",
            of_scene=True,
            ways=_AMOUNT,
        ),
        "scale": Judgement(
            "Carry it over",
            "measures from photo to panel",
            "mm",
            0.0,
            0,
            _plain(proportion.scale),
            "shapes",
            told=True,
            ways=_AMOUNT,
        ),
        "bisect": Judgement(
            "Find the middle",
            "halving by eye",
            "mm",
            0.0,
            0,
            _of_scene(pictures.bisect),
            "shapes",
            of_scene=True,
            told=True,
        ),
        "transfer": Judgement(
            "Put the point over",
            "places by a grid",
            "mm",
            0.0,
            0,
            _of_scene(pictures.transfer),
            "shapes",
            of_scene=True,
        ),
        "order": Judgement(
            "What comes first", "the order of work", "rules", 0.0, 0, _plain(order.order), "shapes", told=True
        ),
        "rule": Judgement(
            "What is wrong", "the rules of the order", "rules", 0.0, 0, _plain(order.rule), "shapes", told=True
        ),
        "card": Judgement("Mix and match", "matching by eye, in paint", "ΔE", 0.0, 0, _on_paper, "colour"),
    }
)
"""Usual thresholds are from memory, and only where practice begins."""


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


def kinds_for(sight: Sight, kinds: Sequence[Kind] = ON_SCREEN) -> list[Kind]:
    """Of these kinds those that make sense to whoever sees so much."""
    if sight == "all":
        return list(kinds)
    return [
        kind for kind in kinds if JUDGEMENTS[kind].told or (sight == "shapes" and JUDGEMENTS[kind].needs == "shapes")
    ]


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
