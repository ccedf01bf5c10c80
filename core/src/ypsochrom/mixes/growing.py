"""A pile on the tray as it grows: dose after dose, what lies there, how it dries, and how far it is from what is wanted."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import in_words
from ..colour.munsell import lab_to_value
from ..colour.types import Lab, LabTriple, triple
from ..kit.errors import BadRecipe
from ..materials.measures import DROP_ML, Shape, dose_in_words, shapes
from ..materials.shelf import USUAL_NOZZLE_MM
from ..paint import appearance
from ..paint.catalogue import Paintbox
from .recipe import Recipe

MOST_DOSES = 60
MOST_DROPS_AT_ONCE = 2000
"""100 ml: more than any tray holds."""


@dataclass(frozen=True)
class Laid:
    """So many drops of a paint, or of another pile, as a hand measures and an eye sees them, and the pile after them.

    `mass_g` is told of what comes from a tube. `pile_ml` is all that lies there; `de00` and `difference` tell the dry pile
    against what is wanted, where something is.
    """

    key: str
    drops: int
    words: str
    shapes: tuple[Shape, ...]
    mass_g: float | None
    pile_ml: float
    lab_dry: LabTriple
    lab_wet: LabTriple
    value_dry: float
    de00: float | None
    difference: str | None


def grown(
    doses: Sequence[tuple[str, int]],
    box: Paintbox,
    target: Lab | None = None,
    nozzles_mm: Mapping[str, float] | None = None,
    piles: Mapping[str, Recipe] | None = None,
) -> tuple[Laid, ...]:
    """The pile after each dose of (paint key, or id of one of the `piles`; drops), in the order of adding.

    `BadRecipe` on more than a tray holds.
    """
    piles = piles or {}
    if not doses:
        return ()
    if len(doses) > MOST_DOSES:
        raise BadRecipe(
            f"The pile was told in {len(doses)} doses.", f"Put doses of one paint together, to {MOST_DOSES}."
        )
    for key, count in doses:
        if not 1 <= count <= MOST_DROPS_AT_ONCE:
            raise BadRecipe(f"{count} drops of {key} were told.", f"Give 1 to {MOST_DROPS_AT_ONCE} drops at a time.")
    made_of = {key: piles[key] if key in piles else Recipe.of({key: 1}) for key, _ in doses}
    ours = box.only([tube for recipe in made_of.values() for tube in recipe.keys])
    density = {paint.key: paint.density_kg_per_l for paint in ours.paints}
    put = np.zeros((len(doses), len(ours)))
    for row, (key, count) in enumerate(doses):
        recipe = made_of[key]
        put[row] = appearance.parts_vector(recipe.mapping, ours) * (count * DROP_ML / recipe.total)
    lies = put.cumsum(axis=0)
    dry, wet = appearance.dry_lab(lies, ours), appearance.wet_lab(lies, ours)
    values = lab_to_value(dry)
    found = []
    for row, (key, count) in enumerate(doses):
        ml = count * DROP_ML
        nozzle = None if key in piles else (nozzles_mm or {}).get(key, USUAL_NOZZLE_MM)
        found.append(
            Laid(
                key=key,
                drops=count,
                words=dose_in_words(ml, nozzle),
                shapes=shapes(ml, nozzle),
                mass_g=None if key in piles else ml * density[made_of[key].keys[0]],
                pile_ml=float(lies[row].sum()),
                lab_dry=triple(dry[row]),
                lab_wet=triple(wet[row]),
                value_dry=float(values[row]),
                de00=None if target is None else float(delta_e_2000(dry[row], target)),
                difference=None if target is None else in_words(dry[row], target),
            )
        )
    return tuple(found)


def in_tubes(doses: Sequence[tuple[str, int]], piles: Mapping[str, Recipe]) -> dict[str, float]:
    """Drops of tube paint by key in a pile of these doses."""
    drops: dict[str, float] = {}
    for key, count in doses:
        recipe = piles[key] if key in piles else Recipe.of({key: 1})
        for tube, parts in recipe.parts:
            drops[tube] = drops.get(tube, 0.0) + count * parts / recipe.total
    return drops
