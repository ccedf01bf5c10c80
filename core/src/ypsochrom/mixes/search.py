"""The best recipes for a target colour: neighbours in the table, refined part by part, ranked by what the painter minds."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab
from ..paint import appearance, strength
from ..paint.catalogue import paintbox
from .recipe import Recipe
from .table import TENTHS, RecipeTable, colours
from .uniform import coordinates

PAINT_PENALTY = 0.3
"""CIEDE2000 that one tube less may cost: a hand's dispensing error of 10 % moves a mix by about 0.9 (median)."""

PART_PENALTY = 0.008
"""The same for one more part in the pile: small totals are measured faster."""

VALUE_WEIGHT = 4.0
"""What one Munsell value step of error costs on top of the CIEDE2000 it already makes: values first (common practice)."""

LET_DOWN_PENALTY = 0.12
"""For every paint that has to be let down first."""

_CANDIDATES = 48
_REFINED = 10
_MAX_PARTS = 64 * TENTHS
_PILE_SCALES = (1, 2)


@dataclass(frozen=True)
class Match:
    """One recipe for a target; `value_error` is dry Munsell value minus the target's, so below 0 is too dark."""

    recipe: Recipe
    lab_dry: tuple[float, float, float]
    lab_wet: tuple[float, float, float]
    target_lab: tuple[float, float, float]
    de00: float
    value_error: float


def cost(lab: Lab, amounts: np.ndarray, target: Lab) -> Float:
    """What a painter minds: colour difference, value error weighted more, many tubes, many parts, letting down."""
    value_error = np.abs(lab_to_value(lab) - lab_to_value(target))
    let_down = np.count_nonzero(amounts % TENTHS, axis=-1)
    return (
        delta_e_2000(lab, target)
        + VALUE_WEIGHT * value_error
        + PAINT_PENALTY * (np.count_nonzero(amounts, axis=-1) - 1)
        + PART_PENALTY * amounts.sum(axis=-1) / TENTHS
        + LET_DOWN_PENALTY * let_down
    )


def _neighbours(amounts: np.ndarray, strong: np.ndarray) -> np.ndarray:
    """The recipes one step away in each paint, at the same and at twice the pile, shape (m, n)."""
    used = np.flatnonzero(amounts)
    around = []
    for scale in _PILE_SCALES:
        base = amounts * scale
        steps = [
            (-1, 0, 1) if base[i] < TENTHS or (strong[i] and base[i] % TENTHS) else (-TENTHS, 0, TENTHS) for i in used
        ]
        moves = np.array(list(itertools.product(*steps)))
        block = np.repeat(base[None, :], len(moves), axis=0)
        block[:, used] += moves
        around.append(block)
    found = np.concatenate(around)
    return found[(found >= 0).all(axis=1) & (found.max(axis=1) <= _MAX_PARTS) & (found.sum(axis=1) > 0)]


def _ranked(table: RecipeTable, target: Lab) -> tuple[np.ndarray, Float]:
    """Candidate amounts and their costs, cheapest first, at most one recipe per set of paints."""
    count = min(_CANDIDATES, len(table))
    _, nearest = table.tree.query(coordinates(target.astype(np.float32)), k=count)
    nearest = np.atleast_1d(nearest)
    strong = np.array([strength.is_strong(key) for key in table.box.keys])
    amounts = table.amounts[nearest].astype(np.int32)
    first = cost(table.lab[nearest].astype(float), amounts, target)
    kept = amounts[_first_of_each_set(amounts, np.argsort(first, kind="stable"))[:_REFINED]]
    refined = np.unique(np.concatenate([_neighbours(row, strong) for row in kept]), axis=0)
    costs = cost(colours(refined, table.box).astype(float), refined, target)
    order = _first_of_each_set(refined, np.argsort(costs, kind="stable"))
    return refined[order], costs[order]


def _first_of_each_set(amounts: np.ndarray, order: np.ndarray) -> np.ndarray:
    """The order thinned to the first recipe of every set of paints."""
    sets = np.packbits(amounts[order] > 0, axis=1)
    _, first = np.unique(sets, axis=0, return_index=True)
    return order[np.sort(first)]


def as_recipe(amounts: np.ndarray, keys: Sequence[str]) -> Recipe:
    """A row of tenths as a recipe in whole parts, in lowest terms."""
    divisor = int(np.gcd.reduce(amounts[amounts > 0]))
    return Recipe.of({key: int(a) // divisor for key, a in zip(keys, amounts, strict=True) if a > 0})


def evaluate(recipe: Recipe, target: Lab) -> Match:
    """A recipe against a target, in double precision."""
    box = paintbox(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    dry, wet = appearance.dry_lab(parts, box), appearance.wet_lab(parts, box)
    return Match(
        recipe=recipe,
        lab_dry=_triple(dry),
        lab_wet=_triple(wet),
        target_lab=_triple(target),
        de00=float(delta_e_2000(dry, target)),
        value_error=float(lab_to_value(dry) - lab_to_value(target)),
    )


def best_recipes(table: RecipeTable, target: Lab, *, count: int = 6) -> list[Match]:
    """The best recipes for one target (L*, a*, b* under D65), each with other paints, best first.

    Of recipes that look alike the one with fewer tubes and fewer parts wins. At most four paints each.
    """
    target = np.asarray(target, dtype=float)
    amounts, _ = _ranked(table, target)
    return [evaluate(as_recipe(row, table.box.keys), target) for row in amounts[:count]]


def _triple(lab: Lab) -> tuple[float, float, float]:
    lightness, a, b = (float(x) for x in lab)
    return lightness, a, b
