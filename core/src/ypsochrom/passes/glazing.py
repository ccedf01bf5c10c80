"""Glazes: which clear paint, in how many layers and with how much medium, brings a dry underlayer to the wanted colour.

Predicted with the film model: every layer is a film over all that lies beneath. First glazes are nearly all medium, later
ones a little stronger (common practice: 90-95 % medium at first, about 80 % later).
"""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..colour import spectra
from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, LabTriple, Reflectance, triple
from ..mixes.recipe import Recipe
from ..mixes.search import PAINT_PENALTY, VALUE_WEIGHT
from ..paint import appearance, films, kubelka_munk, surface
from ..paint.catalogue import SCATTERING_UNIT_PER_UM, Paintbox
from .manners import WET_UM, Manner, manner

THINNEST_SHARE, FIRST_SHARE, LATER_SHARE = 0.95, 0.90, 0.80
FIRST_GLAZES = ((THINNEST_SHARE,) * 3, (FIRST_SHARE,) * 3)
LATER_GLAZES = ((LATER_SHARE,) * 4, (FIRST_SHARE,) * 4)
"""Schedules of medium shares, layer by layer, that a school chooses among."""

LAYER_PENALTY = 0.4
"""CIEDE2000 that one layer less may cost: each is a coat and a wait."""

_RATIOS = ((1, 9), (1, 3), (1, 1), (3, 1), (9, 1))
_VEILS = (0, 1, 4)
"""Parts of white to one of colour: none, or for pale targets a milky veil, half-way to a scumble."""

VEIL_PENALTY = 1.5
"""CIEDE2000 that a clear glaze may be farther off than a milky one: it keeps the depth of what lies beneath."""


@dataclass(frozen=True)
class Glazing:
    """Layers of one recipe over an underlayer: `shares` of medium from the first layer on (none: it is best left alone)."""

    recipe: Recipe | None
    shares: tuple[float, ...]
    lab: LabTriple
    de00: float
    de00_before: float


@dataclass(frozen=True, eq=False)
class GlazePaints:
    """Everything a palette can glaze with: `penalty` (n,) is for tubes and milkiness, K and S have the shape (n, 36)."""

    recipes: tuple[Recipe, ...]
    penalty: Float
    absorption: Float
    scattering: Float


def glaze_paints(box: Paintbox) -> GlazePaints:
    """All paints but whites, alone and two by two, clear and as veils with white."""
    keys = [paint.key for paint in box.paints if not paint.is_white]
    white = next((paint.key for paint in box.paints if paint.is_white), None)
    coloured = [{key: 1} for key in keys]
    coloured += [{a: p, b: q} for a, b in itertools.combinations(keys, 2) for p, q in _RATIOS]
    found = [
        {**colour, **({white: sum(colour.values()) * veil} if white and veil else {})}
        for veil in (_VEILS if white else (0,))
        for colour in coloured
    ]
    recipes = tuple(Recipe.of(parts) for parts in found)
    parts = np.array([appearance.parts_vector(recipe.mapping, box) for recipe in recipes]).reshape(-1, len(box.keys))
    if not recipes:
        return GlazePaints((), np.zeros(0), np.zeros((0, 36)), np.zeros((0, 36)))
    penalty = [PAINT_PENALTY * (len(recipe.keys) - 1) + VEIL_PENALTY * (white in recipe.keys) for recipe in recipes]
    return GlazePaints(recipes, np.array(penalty), *appearance.coefficients(parts, box))


def plan_glaze(
    target: Lab,
    beneath: Reflectance,
    paints: GlazePaints,
    *,
    wet_um: float = WET_UM["glaze"],
    shares: Sequence[float],
) -> Glazing:
    """The recipe and layers that bring what lies beneath (internal reflectance, (36,)) nearest to the target (dry Lab).

    Values count as in mixing; a paint or a layer more must be worth it. No layer at all where none helps.
    """
    target = np.asarray(target, dtype=float)
    finish = surface.dry("satin")
    bare = spectra.reflectance_to_lab(surface.seen(beneath, finish))
    before = float(delta_e_2000(bare, target))
    best: tuple[float, Recipe | None, int, Lab] = (_cost(bare, target), None, 0, bare)
    state = np.broadcast_to(beneath, paints.absorption.shape)
    for layers, share in enumerate(shares, start=1):
        if not paints.recipes:
            break
        state = _layer(paints, state, wet_um, share)
        lab = spectra.reflectance_to_lab(surface.seen(state, finish))
        costs = _costs(lab, target) + paints.penalty + LAYER_PENALTY * layers
        at = int(np.argmin(costs))
        if costs[at] < best[0]:
            best = (float(costs[at]), paints.recipes[at], layers, lab[at])
    _, recipe, layers, lab = best
    return Glazing(recipe, tuple(shares[:layers]), triple(lab), float(delta_e_2000(lab, target)), before)


MOST_GLAZES = 12
"""So many glaze piles a painter keeps apart beside the opaque ones; common practice: a dozen jars."""


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
    for layers, share in enumerate((THINNEST_SHARE, FIRST_SHARE, LATER_SHARE, LATER_SHARE), start=1):
        state = _layer(paints, state, WET_UM["glaze"], share)
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
    recipes = tuple(paints.recipes[i] for i in kept)
    return GlazePaints(recipes, paints.penalty[kept], paints.absorption[kept], paints.scattering[kept])


def best_glaze(target: Lab, beneath: Reflectance, paints: GlazePaints, schedules: Sequence[Sequence[float]]) -> Glazing:
    """Of several schedules of medium shares the one that comes nearest; of equals the first."""
    return min(
        (plan_glaze(target, beneath, paints, shares=shares) for shares in schedules),
        key=lambda one: one.de00 + LAYER_PENALTY * len(one.shares),
    )


def _layer(paints: GlazePaints, state: Reflectance, wet_um: float, share: float) -> Reflectance:
    paint_um = Manner("glaze", wet_um).dry_um * (1 - share)
    return kubelka_munk.film(paints.absorption, paints.scattering, paint_um * SCATTERING_UNIT_PER_UM, state)


def _costs(lab: Lab, target: Lab) -> Float:
    found: Float = delta_e_2000(lab, target) + VALUE_WEIGHT * np.abs(lab_to_value(lab) - lab_to_value(target))
    return found


def _cost(lab: Lab, target: Lab) -> float:
    return float(_costs(lab, target))


def glazed(recipe: Recipe, shares: Sequence[float], box: Paintbox, beneath: Reflectance) -> Reflectance:
    """Internal reflectance after these layers."""
    box = box.only(recipe.keys)
    parts = np.array([recipe.mapping[key] for key in box.keys], dtype=float)
    laid = [films.Film(parts, manner("glaze").dry_um, share) for share in shares]
    return films.stack(laid, box, beneath)


def glaze_over(
    target: Lab,
    beneath: Reflectance,
    box: Paintbox,
    schedules: Sequence[Sequence[float]] = (*FIRST_GLAZES, *LATER_GLAZES),
) -> Glazing:
    """The best glaze of a palette over one dry passage: what a painter asks for at the easel."""
    return best_glaze(target, beneath, glaze_paints(box), schedules)
