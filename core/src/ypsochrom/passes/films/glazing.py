"""Glazes: which clear paint, in how many layers and with how much medium, brings a dry underlayer to the wanted colour.

Predicted with the film model: every layer is a film over all that lies beneath. First glazes are nearly all medium, later
ones a little stronger (common practice: 90-95 % medium at first, about 80 % later); of strong tinters 1 to 2 % are enough.
"""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Self

import numpy as np

from ...colour import spectra
from ...colour.ciede2000 import delta_e_2000
from ...colour.munsell import lab_to_value
from ...colour.types import Float, Lab, LabTriple, Reflectance, triple
from ...mixes.recipe import Recipe
from ...mixes.search import PAINT_PENALTY, VALUE_WEIGHT
from ...paint import appearance, directed, films, surface
from ...paint.catalogue import Paintbox
from ..manners import manner

THINNEST_SHARE, FIRST_SHARE, LATER_SHARE = 0.95, 0.90, 0.80
FIRST_GLAZES = ((THINNEST_SHARE,) * 5, (FIRST_SHARE,) * 5)
LATER_GLAZES = ((LATER_SHARE,) * 5, (FIRST_SHARE,) * 5)
"""Schedules of medium shares, layer by layer, that a school chooses among; with strong tinters there is more medium."""

MOST_OF_A_STRONG_TINTER = 0.02
"""A glaze holds no more of one than this, however strong it is to be; common practice: phthalos at 1 to 2 %."""

STRONG_ABSORPTION = 6.0
"""From this mean K (catalogue units) on a paint is a strong tinter in a glaze: phthalos, prussian blue, dioxazine, blacks."""

_SHARE_STEP = 0.005
"""Shares of paint are told in half per cents."""

LAYER_PENALTY = 0.4
"""CIEDE2000 that one layer less may cost: each is a coat and a wait."""

_RATIOS = ((1, 9), (1, 3), (1, 1), (3, 1), (9, 1))
CLEAR = ("T", "ST")
"""What a glaze is mixed of (common practice): white and opaque paints make a scumble of it, and hide the drawing."""


@dataclass(frozen=True)
class Glazing:
    """Layers of one recipe over an underlayer: `shares` of medium from the first layer on (none: it is best left alone).

    `lab` is what is seen when they are dry, `lab_before` the underlayer without them.
    """

    recipe: Recipe | None
    shares: tuple[float, ...]
    lab: LabTriple
    de00: float
    lab_before: LabTriple
    de00_before: float


@dataclass(frozen=True, eq=False)
class GlazePaints:
    """Everything a palette can glaze with: `penalty` (n,) is for tubes, `strong` (n,) the share of strong tinters
    in the paint, K and S (as films have them) have the shape (n, 36)."""

    recipes: tuple[Recipe, ...]
    penalty: Float
    strong: Float
    absorption: Float
    scattering: Float

    @classmethod
    def none(cls) -> Self:
        """No paints at all."""
        return cls((), np.zeros(0), np.zeros(0), np.zeros((0, 36)), np.zeros((0, 36)))

    def only(self, rows: Sequence[int]) -> Self:
        """Some of them."""
        at = list(rows)
        recipes = tuple(self.recipes[row] for row in at)
        return type(self)(recipes, self.penalty[at], self.strong[at], self.absorption[at], self.scattering[at])

    def paint_share(self, medium_share: float) -> Float:
        """The share of paint (n,) of every glaze where a weak one has that much medium; less with strong tinters."""
        limited = np.minimum(1 - medium_share, MOST_OF_A_STRONG_TINTER / np.maximum(self.strong, 1e-9))
        return np.round(limited / _SHARE_STEP) * _SHARE_STEP


def glaze_paints(box: Paintbox) -> GlazePaints:
    """The clear paints of a palette, alone and two by two; where it has none, all but whites."""
    coloured = [paint.key for paint in box.paints if not paint.is_white]
    clear = [key for key in coloured if films.opacity(np.ones(1), box.only([key])) in CLEAR]
    keys = clear or coloured
    found = [{key: 1} for key in keys]
    found += [{a: p, b: q} for a, b in itertools.combinations(keys, 2) for p, q in _RATIOS]
    if not found:
        return GlazePaints.none()
    recipes = tuple(Recipe.of(parts) for parts in found)
    parts = np.array([appearance.parts_vector(recipe.mapping, box) for recipe in recipes])
    penalty = np.array([PAINT_PENALTY * (len(recipe.keys) - 1) for recipe in recipes])
    strong = parts @ (box.absorption.mean(axis=1) >= STRONG_ABSORPTION) / parts.sum(axis=1)
    return GlazePaints(recipes, penalty, strong, *directed.in_films(*appearance.coefficients(parts, box)))


_WARMEST = np.array([0.5, 0.87])
"""Where orange lies in a* and b*: towards it colours grow warmer, away from it cooler."""


def effect_in_words(glazings: Sequence[Glazing]) -> str:
    """What a glaze does to what lies beneath: warming, cooling, or darkening where it does that more than anything else."""
    change = np.mean([np.subtract(one.lab, one.lab_before) for one in glazings], axis=0)
    warmer = float(change[1:] @ _WARMEST)
    if abs(warmer) < abs(change[0]) / 2:
        return "darkening"
    return "warming" if warmer > 0 else "cooling"


MOST_GLAZES = 4
"""So many glaze piles a painter keeps apart beside the opaque ones; common practice: three or four jars. On the kettle a dozen
would come nearer by CIEDE2000 0.3 in the mean."""


def useful_glazes(targets: Lab, beneath: Reflectance, weights: Float, paints: GlazePaints) -> GlazePaints:
    """The few glazes (at most `MOST_GLAZES`) with which these targets come out best.

    `targets` (m, 3) lie each over their own underlayer (m, 36). Chosen greedily: each time
    the recipe that lowers the weighted cost most, until none lowers it by a hundredth.
    """
    if not paints.recipes:
        return paints
    finish = surface.dry("satin")
    best_of = np.full((len(targets), len(paints.recipes)), np.inf)
    bare = _costs(spectra.reflectance_to_lab(surface.seen(beneath, finish)), targets)
    state = np.broadcast_to(beneath[:, None, :], (len(targets), len(paints.recipes), beneath.shape[-1]))
    for layers, share in enumerate((THINNEST_SHARE, FIRST_SHARE, *LATER_GLAZES[0]), start=1):
        state = _layer(paints, state, paints.paint_share(share)[:, None])
        lab = spectra.reflectance_to_lab(surface.seen(state, finish))
        cost = _costs(lab, np.broadcast_to(targets[:, None, :], lab.shape)) + paints.penalty + LAYER_PENALTY * layers
        best_of = np.minimum(best_of, cost)
    kept: list[int] = []
    so_far = bare
    for _ in range(MOST_GLAZES):
        with_each = (weights[:, None] * np.minimum(so_far[:, None], best_of)).sum(axis=0)
        at = int(with_each.argmin())
        if with_each[at] > 0.99 * float((weights * so_far).sum()):
            break
        kept.append(at)
        so_far = np.minimum(so_far, best_of[:, at])
    return paints.only(kept)


def best_glaze(target: Lab, beneath: Reflectance, paints: GlazePaints, schedules: Sequence[Sequence[float]]) -> Glazing:
    """The recipe and layers that bring what lies beneath (internal reflectance, (36,)) nearest to the target (dry Lab)."""
    return GlazesOver(beneath, paints, schedules).best(target)


class GlazesOver:
    """What every glaze makes of one underlayer (internal reflectance, (36,)), for any number of targets.

    Each schedule gives the medium shares of at most so many layers.
    """

    def __init__(self, beneath: Reflectance, paints: GlazePaints, schedules: Sequence[Sequence[float]]) -> None:
        finish = surface.dry("satin")
        self._paints = paints
        self._bare = spectra.reflectance_to_lab(surface.seen(beneath, finish))
        if not paints.recipes:
            return
        states = _laid_by_shares(beneath, paints, schedules)
        self._shares = tuple(states)
        self._rows = [[self._shares.index(tuple(one[:count])) for count in range(1, len(one) + 1)] for one in schedules]
        self._layers = np.array([len(shares) for shares in states])
        self._lab = spectra.reflectance_to_lab(surface.seen(np.stack(list(states.values())), finish))
        self._values = lab_to_value(self._lab)

    def best(self, target: Lab) -> Glazing:
        """The recipe and layers that come nearest to a target (dry Lab).

        Values count as in mixing; a paint or a layer more must be worth it. No layer at all where none helps. Of equals the
        first.
        """
        target, bare = np.asarray(target, dtype=float), self._bare
        before = float(delta_e_2000(bare, target))
        none = Glazing(None, (), triple(bare), before, triple(bare), before)
        if not self._paints.recipes:
            return none
        apart = delta_e_2000(self._lab, target)
        value = VALUE_WEIGHT * np.abs(self._values - lab_to_value(target))
        costs = apart + value + self._paints.penalty + LAYER_PENALTY * self._layers[:, None]
        untouched, least, at = float(_costs(bare, target)), costs.min(axis=1), costs.argmin(axis=1)
        best = [min(rows, key=least.__getitem__) for rows in self._rows]
        found = [self._glazing(row, int(at[row]), apart, none) if least[row] < untouched else none for row in best]
        return min(found, key=lambda one: one.de00 + LAYER_PENALTY * len(one.shares))

    def _glazing(self, row: int, recipe: int, apart: Float, none: Glazing) -> Glazing:
        own = tuple(round(1 - float(self._paints.paint_share(share)[recipe]), 3) for share in self._shares[row])
        return replace(
            none,
            recipe=self._paints.recipes[recipe],
            shares=own,
            lab=triple(self._lab[row, recipe]),
            de00=float(apart[row, recipe]),
        )


def _laid_by_shares(
    beneath: Reflectance, paints: GlazePaints, schedules: Sequence[Sequence[float]]
) -> dict[tuple[float, ...], Reflectance]:
    """What every recipe makes of the underlayer, (n, 36), by the shares of the layers laid: every beginning of a schedule
    once."""
    states: dict[tuple[float, ...], Reflectance] = {}
    for count in range(1, max(map(len, schedules)) + 1):
        wanted = list(dict.fromkeys(tuple(one[:count]) for one in schedules if len(one) >= count))
        ground = np.broadcast_to(beneath, paints.absorption.shape)
        below = np.stack([states.get(shares[:-1], ground) for shares in wanted])
        paint_share = np.stack([paints.paint_share(shares[-1]) for shares in wanted])[:, :, None]
        states.update(zip(wanted, _layer(paints, below, paint_share), strict=True))
    return states


def _layer(paints: GlazePaints, state: Reflectance, paint_share: Float) -> Reflectance:
    return films.laid(paints.absorption, paints.scattering, manner("glaze").dry_um * paint_share, state)


def _costs(lab: Lab, target: Lab) -> Float:
    found: Float = delta_e_2000(lab, target) + VALUE_WEIGHT * np.abs(lab_to_value(lab) - lab_to_value(target))
    return found


def glazed(recipe: Recipe, shares: Sequence[float], box: Paintbox, beneath: Reflectance) -> Reflectance:
    """Internal reflectance after these layers."""
    box = box.only(recipe.keys)
    parts = np.array([recipe.mapping[key] for key in box.keys], dtype=float)
    laid = [films.Film(parts, manner("glaze").dry_um, share) for share in shares]
    return films.stack(laid, box, beneath)
