"""The best recipes for a target colour: neighbours in the table, refined part by part, ranked by what the painter minds."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, LabTriple, triple
from ..kit.errors import BadSetting, NoRecipe
from ..paint import appearance, strength
from ..paint.catalogue import Paintbox, paintbox
from .recipe import Recipe
from .table import MAX_PAINTS, TENTHS, RecipeTable, colours
from .uniform import coordinates

PAINT_PENALTY = 0.3
"""CIEDE2000 that one tube less may cost: a hand's dispensing error of 10 % moves a mix by about 0.9 (median)."""

PART_PENALTY = 0.008
"""The same for one more part in the pile: small totals are measured faster."""

VALUE_WEIGHT = 4.0
"""What one Munsell value step of error costs on top of the CIEDE2000 it already makes: values first (common practice)."""

LET_DOWN_PENALTY = 0.12
"""For every paint that has to be let down first."""

OUT_OF_REACH_DE00 = 4.0
"""From here on the eye sees without comparing that a passage is another colour."""

_CANDIDATES = 48
_LEVEL_CANDIDATES = 384
"""Out of reach many recipes lie about as far off, and the cheapest of them is farther down the list."""

_QUICK_CANDIDATES = 32
_REFINED = 10
_MAX_PARTS = 64 * TENTHS
_PILE_SCALES = (1, 2)


@dataclass(frozen=True)
class Match:
    """One recipe for a target; `value_error` is dry Munsell value minus the target's, so below 0 is too dark."""

    recipe: Recipe
    lab_dry: LabTriple
    lab_wet: LabTriple
    target_lab: LabTriple
    de00: float
    value_error: float


@dataclass(frozen=True)
class Wanted:
    """What the painter asks of a recipe: paints it must use, paints it must not, and at most so many of them."""

    must_use: tuple[str, ...] = ()
    must_not: tuple[str, ...] = ()
    most_paints: int = MAX_PAINTS

    def __post_init__(self) -> None:
        if not 1 <= self.most_paints <= MAX_PAINTS:
            raise BadSetting(f"At most {self.most_paints} paints were asked for.", f"Choose 1 to {MAX_PAINTS}.")
        if both := sorted(set(self.must_use) & set(self.must_not)):
            raise BadSetting(f"{both[0]} is asked for and ruled out.", "Decide for one of the two.")
        if len(set(self.must_use)) > self.most_paints:
            raise BadSetting(
                f"{len(set(self.must_use))} paints must be used, but at most {self.most_paints} are allowed.",
                "Allow more paints, or ask for fewer.",
            )

    @property
    def asks_nothing(self) -> bool:
        """Whether every recipe will do."""
        return not self.must_use and not self.must_not and self.most_paints == MAX_PAINTS


ANYTHING = Wanted()


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


def _allowed(table: RecipeTable, wanted: Wanted) -> np.ndarray:
    """Which rows of the table keep to what is asked; `NoRecipe` when none does."""
    keys = table.box.keys
    if lacking := [key for key in wanted.must_use if key not in keys]:
        raise NoRecipe(f"{lacking[0]} is not among these tubes.", "Choose it from the shelf first, or do without it.")
    used = table.amounts > 0
    fits = used.sum(axis=1) <= wanted.most_paints
    for key in wanted.must_use:
        fits &= used[:, keys.index(key)]
    for key in wanted.must_not:
        if key in keys:
            fits &= ~used[:, keys.index(key)]
    if not fits.any():
        raise NoRecipe("No recipe keeps to all that was asked.", "Rule out fewer paints, or allow one more.")
    return np.flatnonzero(fits)


def _nearest(table: RecipeTable, target: Lab, wanted: Wanted) -> np.ndarray:
    if wanted.asks_nothing:
        nearest = table.nearest(target, _CANDIDATES)
        if float(delta_e_2000(table.lab[nearest[0]].astype(float), target)) < OUT_OF_REACH_DE00:
            return nearest
        # out of reach: what keeps the value is looked at too, and the ranking decides for it
        return np.union1d(nearest, table.nearest_in_value(target, _LEVEL_CANDIDATES))
    return table.nearest(target, _CANDIDATES, among=_allowed(table, wanted))


def _ranked(table: RecipeTable, target: Lab, wanted: Wanted) -> tuple[np.ndarray, Float]:
    """Candidate amounts and their costs, cheapest first, at most one recipe per set of paints."""
    nearest = _nearest(table, target, wanted)
    strong = np.array([strength.is_strong(key) for key in table.box.keys])
    amounts = table.amounts[nearest].astype(np.int32)
    first = cost(table.lab[nearest].astype(float), amounts, target)
    kept = amounts[_first_of_each_set(amounts, np.argsort(first, kind="stable"))[:_REFINED]]
    refined = np.unique(np.concatenate([_neighbours(row, strong) for row in kept]), axis=0)
    if wanted.must_use:
        columns = [table.box.keys.index(key) for key in wanted.must_use]
        refined = refined[(refined[:, columns] > 0).all(axis=1)]
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


def evaluate(recipe: Recipe, target: Lab, box: Paintbox | None = None) -> Match:
    """A recipe of the box's paints (None: the catalogue's) against a target, in double precision."""
    box = paintbox(recipe.keys) if box is None else box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    dry, wet = appearance.dry_lab(parts, box), appearance.wet_lab(parts, box)
    return Match(
        recipe=recipe,
        lab_dry=triple(dry),
        lab_wet=triple(wet),
        target_lab=triple(target),
        de00=float(delta_e_2000(dry, target)),
        value_error=float(lab_to_value(dry) - lab_to_value(target)),
    )


def nearest_recipes(table: RecipeTable, targets: Lab) -> tuple[np.ndarray, Float]:
    """For many targets (m, 3) at once the row of the table that comes nearest, and its CIEDE2000: about 0.1 ms each.

    Nothing is refined and no tube is saved, so this tells what a palette can do, not what to mix.
    """
    targets = np.asarray(targets, dtype=float)
    _, near = table.tree.query(coordinates(targets.astype(np.float32)), k=min(_QUICK_CANDIDATES, len(table)))
    near = near.reshape(len(targets), -1)
    apart = delta_e_2000(table.lab[near].astype(float), targets[:, None, :])
    best = apart.argmin(axis=1)
    rows = np.arange(len(targets))
    return near[rows, best], apart[rows, best]


def best_recipes(table: RecipeTable, target: Lab, *, count: int = 6, wanted: Wanted = ANYTHING) -> list[Match]:
    """The best recipes for one target (L*, a*, b* under D65), each with other paints, best first.

    Of recipes that look alike the one with fewer tubes and fewer parts wins. At most four paints each. `NoRecipe` when
    none keeps to what is wanted.
    """
    target = np.asarray(target, dtype=float)
    amounts, _ = _ranked(table, target, wanted)
    return [evaluate(as_recipe(row, table.box.keys), target, table.box) for row in amounts[:count]]
