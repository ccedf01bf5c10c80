"""What one step lays down, wet and dry, and how many coats it needs to read as its mix."""

import numpy as np

from ..colour import spectra
from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Reflectance
from ..mixes.recipe import Recipe
from ..paint import appearance, films, kubelka_munk, surface
from ..paint.catalogue import Paintbox
from .manners import Manner

COVERED_DE00 = 2.0
"""A passage reads as its mix when it differs by less than this from the same mix laid thick."""

MOST_COATS = 3
"""Beyond three coats something else is wrong (the ground, the paint): common practice."""


def masstone(recipe: Recipe, box: Paintbox) -> Reflectance:
    """Internal reflectance of the mix laid thick."""
    box = box.only(recipe.keys)
    return kubelka_munk.masstone(*appearance.coefficients(appearance.parts_vector(recipe.mapping, box), box))


def coats_needed(recipe: Recipe, box: Paintbox, manner: Manner, beneath: Reflectance) -> int:
    """Coats until what lies beneath (shape (36,) or (n, 36): at its worst) no longer shows, at most `MOST_COATS`."""
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    finish = surface.dry("satin")
    goal = spectra.reflectance_to_lab(surface.seen(masstone(recipe, box), finish))
    for coats in range(1, MOST_COATS):
        film = films.over(films.Film(parts, manner.dry_um * coats, manner.medium_share), box, beneath)
        seen = spectra.reflectance_to_lab(surface.seen(film, finish))
        if float(np.max(delta_e_2000(seen, goal))) <= COVERED_DE00:
            return coats
    return MOST_COATS


def laid(recipe: Recipe, box: Paintbox, manner: Manner, coats: int, beneath: Reflectance) -> Reflectance:
    """Internal reflectance after these coats have dried over what lies beneath, shape as `beneath`."""
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    return films.over(films.Film(parts, manner.dry_um * coats, manner.medium_share), box, beneath)


def laid_wet(recipe: Recipe, box: Paintbox, manner: Manner, coats: int, beneath: Reflectance) -> Reflectance:
    """The same while the last coat is still wet: milky, so lighter. To be seen through a wet surface."""
    if coats > 1:
        beneath = laid(recipe, box, manner, coats - 1, beneath)
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    return films.over_wet(parts, manner.wet_um, manner.medium_share, box, beneath, water=manner.medium == "water")


GESSO_REFLECTANCE = 0.85


def bare_ground() -> Reflectance:
    """Internal reflectance of white acrylic gesso: about 0.85 of the light seen (from memory)."""
    return surface.internal(np.full(len(spectra.WAVELENGTHS_NM), GESSO_REFLECTANCE), surface.dry("matt"))
