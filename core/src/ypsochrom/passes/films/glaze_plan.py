"""A glaze to choose: what every coat does at several strengths, layers of two colours, and what becomes of what lies beneath."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ...colour import spectra
from ...colour.ciede2000 import delta_e_2000
from ...colour.types import Lab, LabTriple, Reflectance, triple
from ...mixes.recipe import Recipe
from ...paint import films, surface
from ...paint.catalogue import Paintbox
from ..manners import manner
from .glazing import (
    FIRST_GLAZES,
    FIRST_SHARE,
    LATER_GLAZES,
    LATER_SHARE,
    LAYER_PENALTY,
    THINNEST_SHARE,
    GlazePaints,
    Glazing,
    best_glaze,
    glaze_paints,
    glazed,
)
from .layers import stirred

MOST_COATS = 8
STRENGTHS = (THINNEST_SHARE, FIRST_SHARE, LATER_SHARE)
SECOND_COLOUR_DE00 = 1.0
"""CIEDE2000 that a second colour must bring the passage nearer: it is another pile and another wait."""

_PATTERN = (0.75, 1.0)
"""Two tones of a pattern beneath, as shares of its internal reflectance."""

Layers = tuple[tuple[Recipe, tuple[float, ...]], ...]
"""Recipes in the order of laying, each with the shares of medium of its coats."""

_SCHEDULES = (*FIRST_GLAZES, *LATER_GLAZES)


@dataclass(frozen=True)
class Coat:
    """The passage after so many dry coats: its colour (CIELAB) and how far that is from the goal."""

    coats: int
    lab: LabTriple
    de00: float


@dataclass(frozen=True)
class Curve:
    """One recipe at one strength, coat by coat from none to `MOST_COATS`."""

    medium_share: float
    coats: tuple[Coat, ...]


@dataclass(frozen=True)
class GlazeChoice:
    """The best glaze and what there is to choose from.

    `layers` are one or two colours, the lower first, each with its shares of medium; `curves` are those of the first colour.
    `wet` is the last coat before it clears, `gloss` and `matt` the dry passage under either medium (CIELAB). `contrast_kept` is
    the share (0-1) of the lightness contrast beneath that is left.
    """

    best: Glazing
    layers: Layers
    lab: LabTriple
    de00: float
    curves: tuple[Curve, ...]
    wet: LabTriple
    gloss: LabTriple
    matt: LabTriple
    contrast_kept: float


def glaze_choice(target: Lab, beneath: Reflectance, box: Paintbox) -> GlazeChoice:
    """What to glaze one dry passage (internal reflectance, (36,)) with to bring it to the target (dry CIELAB). About 0.2 s."""
    paints = glaze_paints(box)
    best = best_glaze(target, beneath, paints, _SCHEDULES)
    if best.recipe is None:
        bare = _dry(beneath, "satin")
        gloss, matt = _dry(beneath, "gloss"), _dry(beneath, "matt")
        return GlazeChoice(best, (), best.lab, best.de00, (), bare, gloss, matt, 1.0)
    layers = _layers(target, beneath, box, paints, best)
    states = [beneath]
    for recipe, shares in layers:
        for share in shares:
            states.append(glazed(recipe, (share,), box, states[-1]))
    lab = _dry(states[-1], "satin")
    return GlazeChoice(
        best=best,
        layers=layers,
        lab=lab,
        de00=float(delta_e_2000(np.array(lab), target)),
        curves=_curves(best.recipe, target, beneath, box, paints),
        wet=_wet(*layers[-1], box, states[-2]),
        gloss=_dry(states[-1], "gloss"),
        matt=_dry(states[-1], "matt"),
        contrast_kept=contrast_kept(layers, box, beneath),
    )


def _layers(target: Lab, beneath: Reflectance, box: Paintbox, paints: GlazePaints, alone: Glazing) -> Layers:
    """The best recipe alone, or some of its coats and another colour over them where that comes plainly nearer."""
    assert alone.recipe is not None  # the caller has one
    found: Layers = ((alone.recipe, alone.shares),)
    cost = alone.de00 + LAYER_PENALTY * len(alone.shares) - SECOND_COLOUR_DE00
    for count in range(1, len(alone.shares) + 1):
        shares = alone.shares[:count]
        second = best_glaze(target, glazed(alone.recipe, shares, box, beneath), paints, _SCHEDULES)
        with_it = second.de00 + LAYER_PENALTY * (count + len(second.shares))
        if second.recipe is not None and second.recipe != alone.recipe and with_it < cost:
            found, cost = ((alone.recipe, shares), (second.recipe, second.shares)), with_it
    return found


def _curves(recipe: Recipe, target: Lab, beneath: Reflectance, box: Paintbox, paints: GlazePaints) -> tuple[Curve, ...]:
    """Each strength once: with strong tinters there is but one."""
    at = paints.recipes.index(recipe)
    own = dict.fromkeys(round(1 - float(paints.paint_share(share)[at]), 3) for share in STRENGTHS)
    return tuple(_curve(recipe, share, target, beneath, box) for share in own)


def _curve(recipe: Recipe, own: float, target: Lab, beneath: Reflectance, box: Paintbox) -> Curve:
    pile, state, coats = stirred(recipe, box), beneath, []
    for count in range(MOST_COATS + 1):
        lab = _dry(state, "satin")
        coats.append(Coat(count, lab, float(delta_e_2000(np.array(lab), target))))
        state = pile.over(manner("glaze", share=own), 1, state)
    return Curve(own, tuple(coats))


def contrast_kept(layers: Sequence[tuple[Recipe, Sequence[float]]], box: Paintbox, beneath: Reflectance) -> float:
    """The share of the lightness contrast of a pattern beneath that these layers leave, 0-1 and a little over for none."""
    state = np.stack([beneath * tone for tone in _PATTERN])
    before = _contrast(state)
    for recipe, shares in layers:
        state = glazed(recipe, shares, box, state)
    return _contrast(state) / before if before > 0 else 1.0


def _contrast(state: Reflectance) -> float:
    dark, light = spectra.reflectance_to_lab(surface.seen(state, surface.dry("satin")))[:, 0]
    return float(light - dark)


def _dry(state: Reflectance, finish: surface.Finish) -> LabTriple:
    return triple(spectra.reflectance_to_lab(surface.seen(state, surface.dry(finish))))


def _wet(recipe: Recipe, shares: Sequence[float], box: Paintbox, beneath: Reflectance) -> LabTriple:
    pile = stirred(recipe, box)
    wet = films.over_wet(pile.parts, manner("glaze").wet_um, shares[-1], pile.box, beneath)
    return triple(spectra.reflectance_to_lab(surface.seen(wet, surface.wet("satin"))))
