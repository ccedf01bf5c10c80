"""What the panel looks like after every pass: the films of the plan, computed over each other."""

from collections.abc import Sequence

import numpy as np

from ..areas.area import AreaMap
from ..areas.families import FAMILIES
from ..colour import cielab, spectra
from ..colour.types import Reflectance, Srgb8
from ..mixes.mix_set import Mix
from ..paint import surface
from ..paint.catalogue import Paintbox
from . import layers
from .direct import PaintPass


def stage_pictures(area_map: AreaMap, mixes: Sequence[Mix], passes: Sequence[PaintPass], box: Paintbox) -> list[Srgb8]:
    """One 8-bit sRGB picture (height, width, 3) per pass: the painting, dry, when that pass is done."""
    recipe_of = {mix.id: mix.match.recipe for mix in mixes}
    index_of = {area.id: area.index for area in area_map.areas}
    kinds = len(FAMILIES)
    surfaces = np.tile(layers.bare_ground(), (len(area_map.areas) * kinds, 1))
    cell = area_map.labels.astype(np.int32) * kinds + area_map.families
    known: dict[tuple[str, float, int, bytes], Reflectance] = {}
    pictures = []
    for paint_pass in passes:
        for step in paint_pass.steps:
            first = index_of[step.area] * kinds
            cells = range(first, first + kinds) if step.family is None else [first + FAMILIES.index(step.family)]
            for at in cells:
                beneath = surfaces[at]
                key = (step.mix, step.film_um, step.coats, beneath.tobytes())
                if key not in known:
                    known[key] = layers.laid(recipe_of[step.mix], box, step.film_um, step.coats, beneath)
                surfaces[at] = known[key]
        seen = spectra.reflectance_to_lab(surface.seen(surfaces, surface.dry("satin")))
        pictures.append(cielab.lab_to_srgb8(seen)[cell])
    return pictures
