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

MOST_DOSES = 60
MOST_DROPS_AT_ONCE = 2000
"""100 ml: more than any tray holds."""


@dataclass(frozen=True)
class Laid:
    """So many drops of a paint put into the pile, as a hand measures and an eye sees them, and the pile after them.

    `pile_ml` is all that lies there; `de00` and `words` tell the dry pile against what is wanted, where something is.
    """

    key: str
    drops: int
    words: str
    shapes: tuple[Shape, ...]
    mass_g: float
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
) -> tuple[Laid, ...]:
    """The pile after each dose of (paint key, drops), in the order of adding; `BadRecipe` on more than a tray holds."""
    if not doses:
        return ()
    if len(doses) > MOST_DOSES:
        raise BadRecipe(
            f"The pile was told in {len(doses)} doses.", f"Put doses of one paint together, to {MOST_DOSES}."
        )
    for key, count in doses:
        if not 1 <= count <= MOST_DROPS_AT_ONCE:
            raise BadRecipe(f"{count} drops of {key} were told.", f"Give 1 to {MOST_DROPS_AT_ONCE} drops at a time.")
    ours = box.only(dict.fromkeys(key for key, _ in doses))
    place = {key: i for i, key in enumerate(ours.keys)}
    density = {paint.key: paint.density_kg_per_l for paint in ours.paints}
    put = np.zeros((len(doses), len(ours)))
    for row, (key, count) in enumerate(doses):
        put[row, place[key]] = count * DROP_ML
    lies = put.cumsum(axis=0)
    dry, wet = appearance.dry_lab(lies, ours), appearance.wet_lab(lies, ours)
    values = lab_to_value(dry)
    found = []
    for row, (key, count) in enumerate(doses):
        ml, nozzle = count * DROP_ML, (nozzles_mm or {}).get(key, USUAL_NOZZLE_MM)
        found.append(
            Laid(
                key=key,
                drops=count,
                words=dose_in_words(ml, nozzle),
                shapes=shapes(ml, nozzle),
                mass_g=ml * density[key],
                pile_ml=float(lies[row].sum()),
                lab_dry=triple(dry[row]),
                lab_wet=triple(wet[row]),
                value_dry=float(values[row]),
                de00=None if target is None else float(delta_e_2000(dry[row], target)),
                difference=None if target is None else in_words(dry[row], target),
            )
        )
    return tuple(found)
