"""The mix came out wrong: what to add to the pile, how much, and when a fresh pile costs less.

1. What is in the pile is told from how it came out: the recipe's own amounts, each off by what a hand slips, and a smooth
   error of the paints themselves, whichever together explain the reading best.
2. Every one and every two paints of the shelf are tried in every usual amount of whole drops; the pile is predicted with them.
3. The best are ranked by colour, value (weighted more), number of paints and how much the pile grows.
"""

import itertools
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import in_words
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, triple
from ..kit.errors import BadRecipe
from ..materials.measures import DROP_ML
from ..paint import appearance
from ..paint.catalogue import Paintbox
from .recipe import Recipe
from .search import PAINT_PENALTY, VALUE_WEIGHT

SHARES = (
    0.003, 0.006, 0.01, 0.015, 0.02, 0.03, 0.04, 0.05, 0.07, 0.1, 0.14, 0.2, 0.28, 0.4, 0.55, 0.75, 1.0, 1.5, 2.0, 3.0,
)  # fmt: skip
"""Amounts tried, as shares of the pile: from a touch to three piles more."""

_PAIR_SHARES = SHARES[::2]
GROWTH_PENALTY = 2.0
"""CIEDE2000 that a pile twice the size may cost: more paint than needed dries up."""

GOOD_ENOUGH_DE00 = 1.0
"""A pile nearer than this is left alone: a hand's dispensing error is as large."""

_SLIP_SIGMA, _PAINT_SIGMA, _READ_SIGMA = 0.25, 0.25, 0.4
_CURVES = 4
_REFINED = 6
_MOST_FOUND = 5


@dataclass(frozen=True)
class PileState:
    """What was mixed (parts meant, ml in all) and how it came out, read `wet` or dry, as CIELAB (D65)."""

    recipe: Recipe
    volume_ml: float
    lab: tuple[float, float, float]
    wet: bool = False


@dataclass(frozen=True)
class Correction:
    """What to add in ml by paint, the share of the pile that is, and the dry pile after it against the target."""

    adds_ml: tuple[tuple[str, float], ...]
    share: float
    volume_ml: float
    lab_dry: tuple[float, float, float]
    de00: float
    value_error: float
    words: str


@dataclass(frozen=True)
class CorrectionAnswer:
    """How the pile stands (dry, against the target) and what to do about it, best first.

    `leave` when it is near enough; nothing is proposed then. `fresh_costs_less` when the best correction uses more new paint
    (or money, where all prices are known) than a fresh pile of the amount that is needed.
    """

    pile_lab_dry: tuple[float, float, float]
    pile_de00: float
    pile_words: str
    leave: bool
    corrections: tuple[Correction, ...]
    fresh_ml: float
    fresh_costs_less: bool
    fresh_cost: float | None
    correction_cost: float | None


def correct(
    pile: PileState,
    target: Lab,
    box: Paintbox,
    *,
    needed_ml: float | None = None,
    price_per_ml: Mapping[str, float] | None = None,
    left_ml: Mapping[str, float] | None = None,
) -> CorrectionAnswer:
    """What to add to a pile, out of the box's paints only, so that it dries to the target; about 0.1 s.

    `needed_ml` is how much of the right mix is wanted (default: as much as the pile has). With `left_ml` by paint key nothing
    is proposed of which less than that is left.
    """
    if not (math.isfinite(pile.volume_ml) and pile.volume_ml > 0):
        raise BadRecipe(f"The pile has {pile.volume_ml:g} ml.", "Give the amount that lies there, above 0.")
    target = np.asarray(target, dtype=float)
    needed = pile.volume_ml if needed_ml is None else needed_ml
    absorption, scattering = _inside(pile, box)
    now = appearance.dry_lab_of(absorption, scattering)
    left = [math.inf if left_ml is None else left_ml.get(key, 0.0) for key in box.keys]
    most = np.array(left) / pile.volume_ml + 1e-9
    pile_de00 = float(delta_e_2000(now, target))
    leave = pile_de00 <= GOOD_ENOUGH_DE00
    found = [] if leave else _search(absorption, scattering, target, box, most, DROP_ML / pile.volume_ml)
    corrections = tuple(_as_correction(adds, pile.volume_ml, lab, target, box) for adds, lab in found)
    better = tuple(c for c in corrections if c.de00 < pile_de00 - 0.2)
    prices = price_per_ml or {}
    fresh_cost = _cost(pile.recipe.parts, needed / pile.recipe.total, prices)
    correction_cost = _cost(better[0].adds_ml, 1.0, prices) if better else None
    if fresh_cost is not None and correction_cost is not None:
        cheaper = fresh_cost < correction_cost
    else:
        cheaper = bool(better) and sum(ml for _, ml in better[0].adds_ml) > needed
    return CorrectionAnswer(
        pile_lab_dry=triple(now),
        pile_de00=pile_de00,
        pile_words=in_words(now, target),
        leave=leave,
        corrections=better,
        fresh_ml=needed,
        fresh_costs_less=not leave and (cheaper or not better),
        fresh_cost=fresh_cost,
        correction_cost=correction_cost,
    )


def _inside(pile: PileState, box: Paintbox) -> tuple[Float, Float]:
    """K and S of what really lies there, per unit of volume, from how it came out."""
    ours = box.only(pile.recipe.keys)
    parts = appearance.parts_vector(pile.recipe.mapping, ours)
    read = np.array(pile.lab)
    at = np.linspace(0, 1, 36)
    bells = np.exp(-(((at[None] - np.linspace(0, 1, _CURVES)[:, None]) * (_CURVES - 1)) ** 2))
    bells = bells / bells.sum(axis=0)
    n = len(ours)

    def coefficients(guess: Float) -> tuple[Float, Float]:
        k, s = appearance.coefficients(parts * np.exp(guess[:n]), ours)
        return k * np.exp(guess[n:] @ bells), s

    def misses(guess: Float) -> Float:
        k, s = coefficients(guess)
        lab = appearance.wet_lab_of(k, s) if pile.wet else appearance.dry_lab_of(k, s)
        return np.concatenate([(lab - read) / _READ_SIGMA, guess[:n] / _SLIP_SIGMA, guess[n:] / _PAINT_SIGMA])

    from scipy.optimize import least_squares  # seldom asked for, and 0.13 s to load

    fit = least_squares(misses, np.zeros(n + _CURVES), method="lm")
    return coefficients(fit.x)


def _penalised(lab: Lab, adds: Float, target: Lab) -> Float:
    error = np.abs(lab_to_value(lab) - lab_to_value(target))
    return (
        delta_e_2000(lab, target)
        + VALUE_WEIGHT * error
        + PAINT_PENALTY * (np.count_nonzero(adds, axis=-1) - 1)
        + GROWTH_PENALTY * adds.sum(axis=-1)
    )


def _search(
    absorption: Float, scattering: Float, target: Lab, box: Paintbox, most: Float, drop: float
) -> list[tuple[Float, Lab]]:
    """The best additions as shares of the pile, one per set of paints, each at most `most`, and the pile they give.

    All are whole drops; `drop` is one as a share of the pile.
    """
    adds = _whole(_trials(len(box)), drop)
    adds = adds[(adds <= most).all(axis=1)]
    if len(adds) == 0:
        return []
    lab = _with(absorption, scattering, adds, box)
    best = _one_of_each_set(adds, np.argsort(_penalised(lab, adds, target), kind="stable"))[:_REFINED]
    found = []
    for row in adds[best]:
        around = np.unique(np.concatenate([_whole(_nearby(row), drop), row[None]]), axis=0)
        around = around[(around <= most).all(axis=1)]
        seen = _with(absorption, scattering, around, box)
        pick = int(np.argmin(_penalised(seen, around, target)))
        found.append((float(_penalised(seen, around, target)[pick]), around[pick], seen[pick]))
    found.sort(key=lambda one: one[0])
    return [(row, seen) for _, row, seen in found[:_MOST_FOUND]]


def _trials(n: int) -> Float:
    """Every one paint in every share, every two in every second share; shape (m, n)."""
    rows = np.zeros((n * len(SHARES), n))
    for i in range(n):
        rows[i * len(SHARES) : (i + 1) * len(SHARES), i] = SHARES
    pairs = list(itertools.combinations(range(n), 2))
    grid = np.array(list(itertools.product(_PAIR_SHARES, _PAIR_SHARES)))
    both = np.zeros((len(pairs) * len(grid), n))
    for place, (i, j) in enumerate(pairs):
        both[place * len(grid) : (place + 1) * len(grid), [i, j]] = grid
    return np.concatenate([rows, both])


def _whole(adds: Float, drop: float) -> Float:
    """The same in whole drops, at least one of each."""
    return np.where(adds > 0, np.maximum(np.round(adds / drop), 1) * drop, 0.0)


def _nearby(row: Float) -> Float:
    """Shares between those tried, around a row."""
    used = np.flatnonzero(row)
    factors = np.array(list(itertools.product((0.7, 0.8, 0.9, 1.0, 1.12, 1.25, 1.4), repeat=len(used))))
    around = np.repeat(row[None], len(factors), axis=0)
    around[:, used] *= factors
    return around


def _with(absorption: Float, scattering: Float, adds: Float, box: Paintbox) -> Lab:
    """The dry colour of the pile with additions given as shares of it, shape (m, 3)."""
    rows = adds.astype(np.float32)
    k = absorption.astype(np.float32) + rows @ box.absorption.astype(np.float32)
    s = scattering.astype(np.float32) + rows @ box.scattering.astype(np.float32)
    return appearance.dry_lab_of(k, s).astype(float)


def _one_of_each_set(adds: Float, order: np.ndarray) -> np.ndarray:
    _, first = np.unique(adds[order] > 0, axis=0, return_index=True)
    return order[np.sort(first)]


def _as_correction(adds: Float, volume_ml: float, lab: Lab, target: Lab, box: Paintbox) -> Correction:
    listed = [(key, float(share) * volume_ml) for key, share in zip(box.keys, adds, strict=True) if share > 0]
    return Correction(
        adds_ml=tuple(sorted(listed, key=lambda one: -one[1])),
        share=float(adds.sum()),
        volume_ml=volume_ml * (1 + float(adds.sum())),
        lab_dry=triple(lab),
        de00=float(delta_e_2000(lab, target)),
        value_error=float(lab_to_value(lab) - lab_to_value(target)),
        words=in_words(lab, target),
    )


def _cost(amounts: Sequence[tuple[str, float]], ml_each: float, prices: Mapping[str, float]) -> float | None:
    """What these amounts cost, or None when a price is not known."""
    if any(key not in prices for key, _ in amounts):
        return None
    return sum(prices[key] * amount * ml_each for key, amount in amounts)
