"""What the painting costs, what has to be bought, and where money can be saved without changing the picture."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ...materials.shelf import Tube, price_per_ml
from ...mixes.mix_set import Mix
from ...mixes.recipe import Recipe, sum_in_words
from ...mixes.search import best_recipes
from ...mixes.table import RecipeTable
from .quantities import PaintNeed

TUBE_SIZES_ML = (20.0, 60.0, 120.0, 200.0)
"""Common sizes of acrylic tubes; from memory."""

_EQUAL_DE00, _EQUAL_VALUE = 1.0, 0.1
"""A recipe counts as equal when it is off by no more than this beyond the present one."""

_WORTH_SAVING = 0.2
_LEAST_ML = 1.0


@dataclass(frozen=True)
class Purchase:
    """Tubes of one paint to buy: (size in ml, how many), what is missing, and their price where the shelf knows one."""

    key: str
    missing_ml: float
    tubes: tuple[tuple[float, int], ...]
    price: float | None


@dataclass(frozen=True)
class Cost:
    """What the paint of a plan is worth, and the paints of which no price is known."""

    paint: float
    unpriced: tuple[str, ...]


@dataclass(frozen=True)
class Saving:
    """A cheaper way to the same picture: what to do, how much it saves (None where a price is missing), and for which mix."""

    title: str
    words: str
    saves: float | None
    mix: str | None = None
    recipe: Recipe | None = None


def shopping_list(needs: Sequence[PaintNeed], tubes: Sequence[Tube]) -> tuple[Purchase, ...]:
    """The fewest tubes in common sizes that cover what is missing; nothing where the shelf suffices."""
    prices = price_per_ml(tubes)
    found = []
    for need in needs:
        missing = need.volume_ml - need.left_ml
        if missing > 0:
            chosen = tubes_for(missing)
            bought = sum(size * count for size, count in chosen)
            price = prices.get(need.key)
            found.append(Purchase(need.key, missing, chosen, None if price is None else price * bought))
    return tuple(found)


def tubes_for(volume_ml: float) -> tuple[tuple[float, int], ...]:
    """The smallest single tube that suffices, or as many of the largest as needed and one for the rest."""
    largest = TUBE_SIZES_ML[-1]
    many, rest = divmod(volume_ml, largest)
    chosen = [(largest, int(many))] if many else []
    if rest > 1e-9:
        size = next(size for size in TUBE_SIZES_ML if size >= rest)
        if chosen and size == largest:
            return ((largest, int(many) + 1),)
        chosen.append((size, 1))
    return tuple(chosen)


def cost_of(needs: Sequence[PaintNeed], tubes: Sequence[Tube]) -> Cost:
    """The price of the paint that goes into the painting."""
    prices = price_per_ml(tubes)
    known = sum(need.volume_ml * prices[need.key] for need in needs if need.key in prices)
    return Cost(known, tuple(need.key for need in needs if need.key not in prices))


def recipe_price_per_ml(recipe: Recipe, prices: dict[str, float]) -> float | None:
    """What a millilitre of a mix costs; None when a price is missing."""
    if any(key not in prices for key in recipe.keys):
        return None
    return sum(prices[key] * amount for key, amount in recipe.parts) / recipe.total


def cheaper_recipes(
    mixes: Sequence[Mix], volumes: dict[str, float], table: RecipeTable, tubes: Sequence[Tube]
) -> tuple[Saving, ...]:
    """For mixes of which some is needed an equal recipe that costs clearly less, the largest saving first."""
    prices = price_per_ml(tubes)
    found = []
    for mix in mixes:
        now = recipe_price_per_ml(mix.match.recipe, prices)
        if now is None or volumes.get(mix.id, 0.0) < _LEAST_ML:
            continue
        for other in best_recipes(table, np.array(mix.match.target_lab), count=6):
            then = recipe_price_per_ml(other.recipe, prices)
            equal = (
                other.de00 <= mix.match.de00 + _EQUAL_DE00
                and abs(other.value_error) <= abs(mix.match.value_error) + _EQUAL_VALUE
            )
            if equal and then is not None and then <= now * (1 - _WORTH_SAVING):
                words = sum_in_words(other.recipe.mapping)
                saves = (now - then) * volumes[mix.id]
                found.append(Saving(f"{mix.name} from cheaper paints", words, saves, mix.id, other.recipe))
                break
    return tuple(sorted(found, key=lambda saving: -(saving.saves or 0.0)))
