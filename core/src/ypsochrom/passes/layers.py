"""What one step of a pass lays down, and how many coats it needs to read as its mix."""

import numpy as np

from ..colour import spectra
from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Reflectance
from ..mixes.recipe import Recipe
from ..paint import appearance, films, kubelka_munk, surface
from ..paint.catalogue import Paintbox

COVERED_DE00 = 2.0
"""A passage reads as its mix when it differs by less than this from the same mix laid thick."""

MOST_COATS = 3
"""Beyond three coats something else is wrong (the ground, the paint): common practice."""


def masstone(recipe: Recipe, box: Paintbox) -> Reflectance:
    """Internal reflectance of the mix laid thick."""
    box = box.only(recipe.keys)
    return kubelka_munk.masstone(*appearance.coefficients(appearance.parts_vector(recipe.mapping, box), box))


def coats_needed(recipe: Recipe, box: Paintbox, wet_film_um: float, beneath: Reflectance) -> int:
    """Coats of this wet film thickness until what lies beneath no longer shows, at most `MOST_COATS`."""
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    dry_um = wet_film_um * appearance.WET_SHARE
    finish = surface.dry("satin")
    goal = spectra.reflectance_to_lab(surface.seen(masstone(recipe, box), finish))
    for coats in range(1, MOST_COATS):
        film = films.over(films.Film(parts, dry_um * coats), box, beneath)
        seen = spectra.reflectance_to_lab(surface.seen(film, finish))
        if float(delta_e_2000(seen, goal)) <= COVERED_DE00:
            return coats
    return MOST_COATS


def laid(recipe: Recipe, box: Paintbox, wet_film_um: float, coats: int, beneath: Reflectance) -> Reflectance:
    """Internal reflectance after these coats over what lies beneath."""
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    return films.over(films.Film(parts, wet_film_um * appearance.WET_SHARE * coats), box, beneath)


def bare_ground() -> Reflectance:
    """Internal reflectance of white acrylic gesso: about 0.85 of the light seen (from memory)."""
    return surface.internal(np.full(len(spectra.WAVELENGTHS_NM), 0.85), surface.dry("matt"))
