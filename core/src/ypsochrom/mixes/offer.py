"""The recipes a painter chooses among for one colour, and what is said of them as a whole."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..colour.differences import colour_words, value_words
from ..colour.types import Lab
from ..paint.catalogue import Paintbox
from .hand_recipes import HandRecipe, hand_recipes
from .search import OUT_OF_REACH_DE00, Match, Wanted

MOST_RECIPES = 6
FURTHER_OFF_DE00 = 2.0
"""A recipe so much further off than the best is no choice any more."""

ABOUT_AS_WELL_DE00 = 1.0
"""Recipes within this of the best are compared by how steady they stay under a lamp."""


@dataclass(frozen=True)
class Offer:
    """Recipes, the best first; `reached` says whether the best comes near enough, `words` what to do where it does not."""

    matches: tuple[Match, ...]
    reached: bool
    words: str


def offered(box: Paintbox, target: Lab, wanted: Wanted) -> tuple[HandRecipe, ...]:
    """The best recipes for a hand, and behind them the best with fewer tubes; what is much further off than the best is left out.

    `NoRecipe` where the wishes leave none.
    """
    found = hand_recipes(box, target, count=2 * MOST_RECIPES, wanted=wanted)
    limit = max(found[0].match.de00 + FURTHER_OFF_DE00, OUT_OF_REACH_DE00)
    sizes = range(max(1, len(wanted.must_use)), wanted.most_paints)
    fewer = [hand_recipes(box, target, count=1, wanted=replace(wanted, most_paints=size))[0] for size in sizes]
    simple = [one for one in fewer[::-1] if one.match.de00 <= limit]
    best = [one for one in found if one.match.de00 <= limit][: MOST_RECIPES - len(simple)]
    return tuple({one.match.recipe: one for one in (*best, *simple)}.values())


def offer_of(matches: Sequence[Match]) -> Offer:
    """What is said of recipes that were found and that the shelf has enough for."""
    if not matches:
        return Offer(
            (), False, "The shelf has not enough left for any recipe of this amount. Mix less, or allow what runs out."
        )
    nearest = matches[0]
    if nearest.de00 >= OUT_OF_REACH_DE00:
        value = value_words(nearest.value_error)
        colour = colour_words(np.array(nearest.lab_dry), np.array(nearest.target_lab))
        return Offer(
            tuple(matches),
            False,
            f"Out of reach of these tubes; the nearest is {value}, {colour}. "
            "Allow another tube, or take the right value with less colour.",
        )
    return Offer(tuple(matches), True, f"{len(matches)} recipes, the best first.")


def steadiest(matches: Sequence[Match], lamp_shifts: Sequence[float]) -> int | None:
    """Which of the recipes that come about as near as the best shifts least under a lamp; None where there is no choice."""
    near = [at for at, match in enumerate(matches) if match.de00 <= matches[0].de00 + ABOUT_AS_WELL_DE00]
    return min(near, key=lambda at: lamp_shifts[at]) if len(near) > 1 else None
