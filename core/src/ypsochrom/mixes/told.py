"""Doses as they are told on pages and papers: in words, in millilitres, and as a hand lays them."""

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType

from ..materials.measures import dose_in_words, drops
from ..materials.shelf import USUAL_NOZZLE_MM
from ..paint.catalogue import paint
from .mix_set import Mix
from .piles import is_tube


@dataclass(frozen=True)
class ToldDose:
    """One dose of a pile: `name` is the paint's or the earlier pile's; `mass_g` only where it comes from a tube, `drops` where
    they can be counted; `by_hand` in drops, peas and centimetres of bead."""

    source: str
    name: str
    parts: float
    volume_ml: float
    drops: int | None
    mass_g: float | None
    by_hand: str


_UNKNOWN: Mapping[str, float] = MappingProxyType({})


def told_doses(
    mix: Mix, volume_ml: float, names: Mapping[str, str], nozzles_mm: Mapping[str, float] = _UNKNOWN
) -> tuple[ToldDose, ...]:
    """The doses of a pile of so many ml in the order of adding; `names` are those of other piles by id, `nozzles_mm` those of
    the tubes by paint, the usual one where it is not known."""
    found = []
    for dose in mix.made_from:
        ml = volume_ml * dose.parts / mix.total_parts
        tube = paint(dose.source) if is_tube(dose.source) else None
        name = names.get(dose.source, dose.source) if tube is None else tube.name
        mass = None if tube is None else ml * tube.density_kg_per_l
        nozzle = None if tube is None else nozzles_mm.get(dose.source, USUAL_NOZZLE_MM)
        found.append(ToldDose(dose.source, name, dose.parts, ml, drops(ml), mass, dose_in_words(ml, nozzle)))
    return tuple(found)


def doses_in_words(mix: Mix, names: Mapping[str, str]) -> str:
    """As in "5 titanium white + 1 dark brown 2"."""
    return " + ".join(f"{one.parts:g} {one.name}" for one in told_doses(mix, 1.0, names))
