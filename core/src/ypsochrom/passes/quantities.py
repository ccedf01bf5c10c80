"""How much paint: millilitres of a film, grams, and centimetres squeezed from the tube."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ..kit.advice import Advice
from ..materials.measures import bead_cm
from ..materials.shelf import USUAL_NOZZLE_MM, Tube, left_ml, nozzles_mm
from ..mixes.mix_set import Mix
from ..paint.catalogue import paint

LOSS_SHARE = 0.25
"""What stays in the brush and on the palette, and what laps over the neighbour's edge; common practice: a fifth to a third."""

SMALLEST_PILE_ML = 1.0
"""Less than this cannot be measured in parts."""

_ML_PER_CM2_UM = 1e-4


def film_volume_ml(area_cm2: float, wet_film_um: float, coats: int) -> float:
    """Paint for an area at a wet film thickness, with the usual loss."""
    return area_cm2 * wet_film_um * _ML_PER_CM2_UM * coats * (1 + LOSS_SHARE)


@dataclass(frozen=True)
class PaintNeed:
    """What is needed of one paint, and what the shelf has left of it."""

    key: str
    volume_ml: float
    mass_g: float
    bead_cm: float
    left_ml: float


def paint_needs(volumes: Mapping[str, float], mixes: Sequence[Mix], tubes: Sequence[Tube]) -> tuple[PaintNeed, ...]:
    """Per paint key, from the volume of each mix (by id): the most needed first."""
    needed: dict[str, float] = {}
    for mix in mixes:
        recipe = mix.match.recipe
        for key, parts in recipe.parts:
            needed[key] = needed.get(key, 0.0) + volumes[mix.id] * parts / recipe.total
    left, nozzles = left_ml(tubes), nozzles_mm(tubes)
    needs = []
    for key, volume in needed.items():
        bead = bead_cm(volume, nozzles.get(key, USUAL_NOZZLE_MM))
        needs.append(PaintNeed(key, volume, volume * paint(key).density_kg_per_l, bead, left.get(key, 0.0)))
    return tuple(sorted(needs, key=lambda need: (-need.volume_ml, need.key)))


def stock_advice(needs: Sequence[PaintNeed]) -> tuple[Advice, ...]:
    """A warning for every paint of which the shelf has less than the plan needs."""
    return tuple(
        Advice(
            "passes.W001",
            "warning",
            f"{paint(need.key).name} ({need.key}): the plan needs {need.volume_ml:.1f} ml, "
            f"the shelf has {need.left_ml:.1f} ml.",
            "Buy a tube before you start, or plan without this paint.",
            need.key,
        )
        for need in needs
        if need.volume_ml > need.left_ml
    )
