"""Practice away from the screen: colours to match with the painter's own tubes, and proportions to judge, with what is right."""

from dataclasses import dataclass

import numpy as np

from ..colour.types import LabTriple, triple
from ..mixes.hand_recipes import in_words
from ..mixes.recipe import Recipe
from ..paint import appearance
from ..paint.catalogue import Paintbox
from . import match_card
from .exercise import Line
from .kinds import mixing, proportion

CARDS, DRAWINGS = match_card.FIELDS, 6


@dataclass(frozen=True)
class Card:
    """A dry colour to be matched, and one recipe that makes it."""

    lab: LabTriple
    recipe: str


@dataclass(frozen=True)
class Drawing:
    """Lines to be judged, what is asked of them, and the answer."""

    lines: tuple[Line, ...]
    asks: str
    answer: str


@dataclass(frozen=True)
class Sheets:
    """What is printed: `cards` are empty with too few tubes; the same `seed` prints the same."""

    seed: int
    cards: tuple[Card, ...]
    drawings: tuple[Drawing, ...]


def sheets(seed: int, box: Paintbox) -> Sheets:
    """Cards and drawings of a seed, the cards of the box's tubes."""
    random = np.random.default_rng(seed)
    own = [paint.key for paint in box.paints if not paint.is_white]
    cards: list[Card] = []
    if len(own) >= mixing.FEWEST_TUBES:
        cards = [
            Card(triple(appearance.dry_lab_of_pile(parts, box)), in_words(Recipe.of(parts)))
            for parts in mixing.piles_of(random, box, CARDS)
        ]
    drawings = []
    for place in range(DRAWINGS):
        make, unit = (proportion.ratio, " times as wide as high") if place % 2 == 0 else (proportion.angle, "° steep")
        exercise, answer = make(int(random.integers(2**31)), 0.0)
        assert isinstance(answer.right, float)
        told = f"{answer.right:.2f}{unit}" if place % 2 == 0 else f"{answer.right:.0f}{unit}"
        drawings.append(Drawing(exercise.lines, exercise.question, told))
    return Sheets(seed, tuple(cards), tuple(drawings))
