"""Recipes of tube paint that a hand can mix, and how near it is expected to come with each."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.types import Lab
from ..paint.catalogue import Paintbox
from .piles import Piles
from .recipe import Recipe
from .search import Match, best_recipes, evaluate
from .table import WHOLE_SHELF, table_for


@dataclass(frozen=True)
class HandRecipe:
    """A recipe in a few whole parts; `match` tells what exact doses come to, the rest (CIEDE2000) what a hand does."""

    match: Match
    expected_de00: float
    likely_worst_de00: float


def hand_recipes(box: Paintbox, targets: Sequence[Lab], count: int = 6) -> Iterator[list[HandRecipe]]:
    """For every target (dry CIELAB) the best recipes of at most three tubes, each of other tubes, best first.

    About 0.4 s for sixteen tubes, and hardly more for many targets. Of more tubes than stand on a shelf those are tried which
    are in the nearest recipes.
    """
    piles = Piles(box) if len(box) < WHOLE_SHELF else None
    for target in targets:
        of = piles or Piles(box.only(_likely_tubes(box, target)))
        yield [
            HandRecipe(
                evaluate(Recipe.of({d.source: d.parts for d in mixed.made_from}), target, box),
                mixed.expected_de00,
                mixed.likely_worst_de00,
            )
            for mixed in of.several(target, count)
        ]


def _likely_tubes(box: Paintbox, target: Lab) -> tuple[str, ...]:
    found = best_recipes(table_for(box), np.asarray(target, dtype=float), count=4 * WHOLE_SHELF)
    keys = list(dict.fromkeys(key for match in found for key in match.recipe.keys))
    return tuple(keys[: WHOLE_SHELF - 1])
