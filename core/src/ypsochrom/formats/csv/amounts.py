"""amounts.csv: what every area takes, pile by pile and tube by tube; the rows add up to the last one."""

from collections.abc import Mapping, Sequence

from ...kit.text import csv_text
from ...mixes.mix_set import Mix
from ...paint.catalogue import paint
from ...passes.amounts.per_area import Amounts, AreaNeed
from ...passes.amounts.quantities import GESSO

_FIRST = ("row", "area", "name", "paint_ml", "tube_paint_g", "medium_ml", "coats", "minutes", "worth")


def amounts_csv(amounts: Amounts, names: Mapping[str, str], mixes: Sequence[Mix]) -> str:
    """One row an area, then what no area takes, then the sum; `names` are the areas' by id, `mixes` the plan's piles in order."""
    piles = [mix for mix in mixes if mix.id in amounts.piles]
    tubes = sorted(amounts.tubes)
    header = (*_FIRST, *(f"{mix.id} {mix.name}, ml" for mix in piles), *(f"{_tube_name(key)}, ml" for key in tubes))

    def amounts_of(by_pile: Mapping[str, float], by_tube: Mapping[str, float]) -> list[str]:
        own = (by_pile.get(mix.id, 0.0) for mix in piles)
        return [f"{ml:.3f}" for ml in (*own, *(by_tube.get(key, 0.0) for key in tubes))]

    rows = [[*_first(need, names), *amounts_of(need.by_pile, need.tubes)] for need in amounts.areas]
    for title, (by_pile, by_tube) in amounts.beside.items():
        rows.append([title, "", "", f"{sum(by_pile.values()):.3f}", "", "", "", "", "", *amounts_of(by_pile, by_tube)])
    whole = [f"{sum(amounts.piles.values()):.3f}", "", f"{sum(need.medium_ml for need in amounts.areas):.3f}", ""]
    minutes = f"{sum(need.minutes for need in amounts.areas):.1f}"
    rows.append(["all piles", "", "", *whole, minutes, "", *amounts_of(amounts.piles, amounts.tubes)])
    return csv_text(header, rows)


def _first(need: AreaNeed, names: Mapping[str, str]) -> list[str]:
    worth = "" if need.worth is None else f"{need.worth:.2f}"
    weights = (f"{x:.3f}" for x in (need.volume_ml, need.mass_g, need.medium_ml))
    return ["area", need.area, names.get(need.area, ""), *weights, f"{need.coats:.2f}", f"{need.minutes:.1f}", worth]


def _tube_name(key: str) -> str:
    return key if key == GESSO else f"{key} {paint(key).name}"
