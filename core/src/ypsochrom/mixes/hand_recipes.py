"""Recipes of tube paint that a hand can mix, and how near it is expected to come with each."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.types import Lab
from ..kit.errors import NoRecipe
from ..paint.catalogue import Paintbox, paint
from .piles import MOST_OF_A_TINTER, MOST_PARTS, MOST_RATIO, Mixed, piles_of
from .recipe import Recipe, sum_in_words
from .search import ANYTHING, Match, Wanted, best_recipes, evaluate
from .table import WHOLE_SHELF, table_for

FAR_DE00 = 2.5
"""Where a single pile comes no nearer by hand, two steps are better."""


@dataclass(frozen=True)
class HandRecipe:
    """A recipe in a few whole parts; `match` tells what exact doses come to, the rest (CIEDE2000) what a hand does.

    `white_to_base` is 0 for a single pile; else the other tubes are mixed first, and one part of that let down in so much white.
    """

    match: Match
    expected_de00: float
    likely_worst_de00: float
    white_to_base: int = 0


def hand_recipes(box: Paintbox, target: Lab, *, count: int = 6, wanted: Wanted = ANYTHING) -> list[HandRecipe]:
    """The best recipes for a target (dry CIELAB), each of other tubes, best first.

    At most three tubes in 16 parts. Where those come no nearer than `FAR_DE00`, also a base of at most three, mixed first and let
    down in white. About 0.4 s for sixteen tubes the first time, then 0.05 to 0.3 s. Of more tubes than stand on a shelf those are
    tried which are in the nearest recipes. `NoRecipe` when none keeps to what is wanted.
    """
    target = np.asarray(target, dtype=float)
    if lacking := [key for key in wanted.must_use if key not in box.keys]:
        raise NoRecipe(f"{lacking[0]} is not among these tubes.", "Choose it from the shelf first, or do without it.")
    allowed = tuple(key for key in box.keys if key not in wanted.must_not)
    found: list[Mixed] = []
    if allowed:
        some = box.only(allowed)
        some = some if len(some) < WHOLE_SHELF else some.only(_likely_tubes(some, target, wanted))
        piles = piles_of(some)
        found = piles.several(target, count, must_use=wanted.must_use, most_sources=wanted.most_paints)
        if not found or found[0].expected_de00 > FAR_DE00:
            light = piles.lights(target, count, must_use=wanted.must_use, most_sources=wanted.most_paints)
            found = _without_repeats([*light, *found])[:count]
    if not found:
        raise NoRecipe("No recipe keeps to all that was asked.", "Rule out fewer paints, or allow one more.")
    return [_recipe(mixed, target, box) for mixed in found]


def in_words(recipe: Recipe, white_to_base: int = 0) -> str:
    """As in "4 titanium white + 1 burnt sienna", or "2 burnt sienna + 1 ultramarine blue, then 1 of that to 12 titanium white"
    where a base is let down."""
    parts = recipe.mapping
    white = max(parts, key=lambda key: parts[key]) if white_to_base else None
    told = sum_in_words({key: n for key, n in parts.items() if key != white})
    if white is None:
        return told
    goes = ", in two goes" if white_to_base > MOST_RATIO else ""
    return f"{told}, then 1 of that to {white_to_base} {paint(white).name}{goes}"


def _recipe(mixed: Mixed, target: Lab, box: Paintbox) -> HandRecipe:
    parts = {dose.source: dose.parts for dose in mixed.made_from}
    match = evaluate(Recipe.of(parts), target, box)
    return HandRecipe(match, mixed.expected_de00, mixed.likely_worst_de00, _white_to_base(parts))


def _white_to_base(parts: Mapping[str, float]) -> int:
    """Parts of white to one of all else, where that is more than one pile may hold of it."""
    white = max(parts, key=lambda key: parts[key])
    rest = sum(parts.values()) - parts[white]
    within = sum(parts.values()) <= MOST_PARTS or (len(parts) == 2 and parts[white] <= MOST_OF_A_TINTER * rest)
    return 0 if within or not rest else round(parts[white] / rest)


def _without_repeats(found: Sequence[Mixed]) -> list[Mixed]:
    """Of each set of tubes the nearest, by what a hand comes to, in that order."""
    ordered = sorted(found, key=lambda mixed: mixed.expected_de00)
    return list({frozenset(d.source for d in mixed.made_from): mixed for mixed in reversed(ordered)}.values())[::-1]


def _likely_tubes(box: Paintbox, target: Lab, wanted: Wanted) -> tuple[str, ...]:
    found = best_recipes(table_for(box), target, count=4 * WHOLE_SHELF)
    keys = dict.fromkeys([*wanted.must_use, *(key for match in found for key in match.recipe.keys)])
    return tuple(keys)[: WHOLE_SHELF - 1]
