"""What one step lays down, wet and dry, and how many coats it needs to read as its mix."""

import functools
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ...colour import spectra
from ...colour.ciede2000 import delta_e_2000
from ...colour.types import Float, Lab, Reflectance
from ...mixes.recipe import Recipe
from ...paint import appearance, directed, drawdown, films, kubelka_munk, surface
from ...paint.catalogue import Paintbox
from ..manners import Manner

MOST_COATS = 4
"""White and pale yellow over a dark take two to four coats; beyond that something else is wrong (common practice)."""


@dataclass(frozen=True, eq=False)
class Stirred:
    """A recipe stirred from the paints of a box: its parts in the order of `box`, which has no other paints, and its K and S."""

    parts: Float
    box: Paintbox
    absorption: Reflectance
    scattering: Reflectance

    @cached_property
    def masstone(self) -> Reflectance:
        """Internal reflectance laid thick, shape (36,)."""
        return kubelka_munk.masstone(self.absorption, self.scattering)

    @cached_property
    def goal(self) -> Lab:
        """The same as the eye sees it, satin."""
        return spectra.reflectance_to_lab(surface.seen(self.masstone, surface.dry("satin")))

    @cached_property
    def _in_films(self) -> tuple[Reflectance, Reflectance]:
        return directed.in_films(self.absorption, self.scattering)

    def over(self, manner: Manner, coats: int, beneath: Reflectance) -> Reflectance:
        """Internal reflectance after so many dry coats over what lies beneath."""
        return films.laid(*self._in_films, manner.dry_um * coats * (1.0 - manner.medium_share), beneath)


@functools.lru_cache(maxsize=1024)
def stirred(recipe: Recipe, box: Paintbox) -> Stirred:
    """A recipe stirred from the paints of a box; a plan asks for the same one thousands of times."""
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    return Stirred(parts, box, *appearance.coefficients(parts, box))


def masstone(recipe: Recipe, box: Paintbox) -> Reflectance:
    """Internal reflectance of the mix laid thick."""
    return stirred(recipe, box).masstone


def coats_needed(recipe: Recipe, box: Paintbox, manner: Manner, beneath: Reflectance) -> int:
    """Coats until what lies beneath (shape (36,) or (n, 36): at its worst) no longer shows, at most `MOST_COATS`."""
    pile, finish = stirred(recipe, box), surface.dry("satin")
    for coats in range(1, MOST_COATS):
        seen = spectra.reflectance_to_lab(surface.seen(pile.over(manner, coats, beneath), finish))
        if float(np.max(delta_e_2000(seen, pile.goal))) <= films.COVERED_DE00:
            return coats
    return MOST_COATS


def laid(recipe: Recipe, box: Paintbox, manner: Manner, coats: int, beneath: Reflectance) -> Reflectance:
    """Internal reflectance after these coats have dried over what lies beneath, shape as `beneath`."""
    return stirred(recipe, box).over(manner, coats, beneath)


def laid_wet(recipe: Recipe, box: Paintbox, manner: Manner, coats: int, beneath: Reflectance) -> Reflectance:
    """The same while the last coat is still wet: milky, so lighter. To be seen through a wet surface."""
    pile = stirred(recipe, box)
    if coats > 1:
        beneath = pile.over(manner, coats - 1, beneath)
    return films.over_wet(
        pile.parts, manner.wet_um, manner.medium_share, pile.box, beneath, water=manner.medium == "water"
    )


def bare_ground() -> Reflectance:
    """Internal reflectance (36,) of white acrylic gesso, as on the card."""
    return drawdown.ground(drawdown.ground_lab("white"))
