"""Doses as they are told on pages and papers: in words, in millilitres, and as a hand lays them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import groupby
from types import MappingProxyType

from ..materials.measures import dose_in_words, drops
from ..materials.shelf import USUAL_NOZZLE_MM
from ..paint.catalogue import paint
from .mix_set import Mix, PileString
from .piles import Dose, is_tube
from .search import Match


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


@dataclass(frozen=True)
class ToldBand:
    """A pile of a gradation's string: `name` says where it lies, `words` what it is put together of, `share` is of the string."""

    name: str
    words: str
    at: float
    share: float
    doses: tuple[Dose, ...]
    match: Match


def told_bands(string: PileString, names: Mapping[str, str]) -> tuple[ToldBand, ...]:
    """The string of a gradation, light to dark, neighbours that are the same told as one; `names` are those of piles by id."""
    runs = [list(same) for _, same in groupby(string.bands, key=lambda band: band.doses)]
    found = []
    for place, same in enumerate(runs):
        end = "light end" if place == 0 else "dark end" if place == len(runs) - 1 else ""
        side = string.light_end if place == 0 else string.dark_end
        nearest = same[0] if place == 0 else same[-1] if end else same[len(same) // 2]
        found.append(
            ToldBand(
                name=f"{end}, {side}" if end else "between",
                words=_put_together(nearest.doses, names),
                at=nearest.at,
                share=sum(band.share for band in same),
                doses=nearest.doses,
                match=nearest.match,
            )
        )
    return tuple(found)


def _put_together(doses: Sequence[Dose], names: Mapping[str, str]) -> str:
    if len(doses) == 1:
        return names.get(doses[0].source, doses[0].source)
    amounts = [f"{dose.parts:g} part{'' if dose.parts == 1 else 's'}" for dose in doses]
    return " + ".join(
        f"{many} {names.get(dose.source, dose.source)}" for many, dose in zip(amounts, doses, strict=True)
    )
