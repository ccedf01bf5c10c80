"""How to build a pile: what to add after what, how much of it, and what the pile should look like after each addition.

Common practice: the weak paint lies there first, the strong one is pulled in from the side, in drops, and the painter
stops when the colour is right.
"""

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..colour.types import triple
from ..kit.errors import BadSetting
from ..materials.measures import bead_cm, drops
from ..materials.shelf import USUAL_NOZZLE_MM
from ..paint import appearance, strength
from ..paint.catalogue import Paintbox
from .recipe import LET_DOWN_SHARE, Recipe

SMALLEST_ML, LARGEST_ML = 0.1, 5000.0
_DROP_STAGES = (0.25, 0.5, 1.0)
"""A strong tinter goes in by a quarter, half, all of its amount, with a look at the pile each time."""


@dataclass(frozen=True)
class Addition:
    """One thing put into the pile: `volume_ml` of tube paint (let down: of the paint in it), and the pile after it.

    `share_so_far` says how much of this paint is in after this addition; below 1 only for what is added in drops.
    `dilution_ml` is the medium that a let-down portion brings along.
    """

    key: str
    volume_ml: float
    mass_g: float
    bead_cm: float
    drops: int | None
    let_down_with: str | None
    dilution_ml: float
    share_so_far: float
    lab_dry: tuple[float, float, float]
    lab_wet: tuple[float, float, float]


def additions(
    recipe: Recipe,
    volume_ml: float,
    box: Paintbox,
    *,
    nozzles_mm: Mapping[str, float] | None = None,
    let_down: bool = True,
) -> tuple[Addition, ...]:
    """The additions of a pile of so many ml of paint: weak paints first, strong tinters last and in drops.

    Nozzle diameters by paint key turn ml into centimetres from the tube. With `let_down` false all is added as it is.
    """
    if not SMALLEST_ML <= volume_ml <= LARGEST_ML:
        raise BadSetting(f"A pile of {volume_ml:g} ml was asked for.", f"Choose {SMALLEST_ML:g} to {LARGEST_ML:g} ml.")
    nozzles = nozzles_mm or {}
    ours = box.only(recipe.keys)
    density = {paint.key: paint.density_kg_per_l for paint in ours.paints}
    parts, per_part = recipe.mapping, volume_ml / recipe.total
    inside = dict.fromkeys(ours.keys, 0.0)
    found: list[Addition] = []
    for portion in recipe.portions(let_down=let_down):
        whole = parts[portion.key] * per_part
        in_drops = bool(found) and strength.is_tinter(portion.key)
        before = 0.0
        for share in _DROP_STAGES if in_drops else (1.0,):
            inside[portion.key] = whole * share
            amounts = np.array(list(inside.values()))
            added = whole * (share - before)
            found.append(
                Addition(
                    key=portion.key,
                    volume_ml=added,
                    mass_g=added * density[portion.key],
                    bead_cm=bead_cm(added, nozzles.get(portion.key, USUAL_NOZZLE_MM)),
                    drops=drops(added),
                    let_down_with=portion.let_down_with,
                    dilution_ml=added * (LET_DOWN_SHARE - 1) if portion.let_down_with else 0.0,
                    share_so_far=share,
                    lab_dry=triple(appearance.dry_lab(amounts, ours)),
                    lab_wet=triple(appearance.wet_lab(amounts, ours)),
                )
            )
            before = share
    return tuple(found)
