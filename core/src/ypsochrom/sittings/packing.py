"""What goes into the bag for a day outdoors: from the plan, with what it weighs, and the cautions of the field."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ..kit.advice import Advice
from ..materials.shelf import Tube
from ..materials.support import Support
from ..paint.catalogue import paint
from ..passes.plan.pass_plan import PassPlan

Kind = Literal["paint", "brushes", "medium", "surface", "kit", "painter"]

_EMPTY_TUBE_G, _BOTTLE_G, _BRUSH_G_PER_MM = 12.0, 20.0, 1.0
_BRUSH_G = 15.0
_PANEL_KG_PER_M2 = 3.0
"""Hardboard of 3 mm; from memory, as are all weights here."""

_MARGIN = 1.2
"""Outdoors there is no shop: a fifth more than planned (common practice)."""

_WATER_ML_PER_HOUR, _LEAST_WATER_ML = 250.0, 500.0

_KIT: tuple[tuple[str, float, str], ...] = (
    ("palette with a lid, damp lining", 400.0, "it keeps piles alive on the way"),
    ("mister", 150.0, "a light misting buys minutes of open time"),
    ("two water pots", 100.0, "one to wash, one clean"),
    ("palette knife", 40.0, "for mixing, and for knife work"),
    ("rags or paper", 100.0, "and a bag to carry all of it home again"),
    ("easel or lap board", 2500.0, "with something to weigh it down in wind"),
    ("pencil, chalk, viewfinder", 50.0, "the window of the picture, held at arm's length"),
    ("notebook", 150.0, "for what the light did: the rest is painted from notes"),
    ("carrier for the wet panel", 300.0, "acrylic is dry to the touch soon, but sticks for a day"),
)

_FOR_THE_PAINTER: tuple[tuple[str, float, str], ...] = (
    ("hat with a brim, sun protection", 200.0, "in summer, also under thin cloud"),
    ("warm layers, gloves without fingers", 800.0, "standing still is colder than it looks"),
    ("something to drink and to eat", 800.0, "kept away from the paints; hands washed first"),
    ("telephone, and somebody who knows where you are", 200.0, ""),
)


@dataclass(frozen=True)
class Item:
    """One line of the list: what, how much of it in words, grams, and why; `key` is stable, for ticks."""

    key: str
    kind: Kind
    what: str
    amount: str
    weight_g: float
    why: str = ""


@dataclass(frozen=True)
class Packing:
    """The list, what it weighs in all, and the cautions of the field."""

    items: tuple[Item, ...]
    weight_g: float
    cautions: tuple[Advice, ...]


def packing_of(plan: PassPlan, tubes: Sequence[Tube], support: Support, hours: float, temperature_c: float) -> Packing:
    """What to pack for painting this plan in so many hours outdoors; tubes as they are on the shelf."""
    left = {tube.key: tube for tube in tubes}
    items = []
    for need in plan.paint:
        one, tube = paint(need.key), left.get(need.key)
        whole = need.left_ml if tube is None else tube.left_ml
        grams = whole * one.density_kg_per_l + _EMPTY_TUBE_G
        enough = "" if whole >= need.volume_ml * _MARGIN else "take a new one: this tube may not last"
        items.append(
            Item(f"paint/{need.key}", "paint", one.name, f"{need.volume_ml * _MARGIN:.0f} ml needed", grams, enough)
        )
    brushes = {(unit.brush.kind, unit.brush.mm): unit.brush for one in plan.passes for unit in one.units}
    for kind, mm in sorted(brushes, key=lambda brush: (brush[0], -brush[1])):
        if kind == "knife":
            continue  # in the bag anyway
        items.append(
            Item(f"brush/{kind}/{mm:g}", "brushes", f"{kind}, {mm:g} mm", "1", _BRUSH_G + _BRUSH_G_PER_MM * mm)
        )
    for medium in plan.mediums:
        if medium.kind != "water" and "gesso" not in medium.kind and medium.kind not in ("varnish", "isolation coat"):
            ml = max(10.0, medium.volume_ml * _MARGIN)
            items.append(
                Item(f"medium/{medium.kind}", "medium", medium.kind, f"{ml:.0f} ml in a small bottle", ml + _BOTTLE_G)
            )
    water = max(_LEAST_WATER_ML, hours * _WATER_ML_PER_HOUR)
    items.append(
        Item(
            "medium/water",
            "medium",
            "water",
            f"{water / 1000:.1f} l",
            water + 2 * _BOTTLE_G,
            "carry the used water home",
        )
    )
    panel = support.area_cm2 / 1e4 * _PANEL_KG_PER_M2 * 1000
    size = f"{support.width_mm:g} x {support.height_mm:g} mm"
    items.append(Item("surface/panel", "surface", f"panel, {size}", "1, primed and toned at home", panel))
    items += [Item(f"kit/{what}", "kit", what, "", grams, why) for what, grams, why in _KIT]
    items += [Item(f"painter/{what}", "painter", what, "", grams, why) for what, grams, why in _FOR_THE_PAINTER]
    return Packing(tuple(items), sum(item.weight_g for item in items), _cautions(temperature_c))


def _cautions(temperature_c: float) -> tuple[Advice, ...]:
    found = [
        Advice(
            "sittings.N005",
            "note",
            "Sun: skin and eyes burn sooner than you notice at an easel.",
            "Hat, sun protection, a shaded place at noon; keep picture and palette out of direct sun, or both in it alike.",
        ),
        Advice(
            "sittings.N006",
            "note",
            "Traffic, quays, cliffs, animals: looking at a subject, nobody looks behind.",
            "Stand where nothing can reach you from behind, not on a road or an edge, and ask before you enter private ground.",
        ),
        Advice(
            "sittings.N007",
            "note",
            "On a shore the tide comes in while you paint.",
            "Look up the local tide table, know your way back, and tell somebody when you will be home.",
        ),
        Advice(
            "sittings.N008",
            "note",
            "Nothing goes into the ground or the water: paint water and scraps are carried home.",
            "Let solids settle and dispose of them as your local rules ask.",
        ),
    ]
    if temperature_c < 10:
        found.insert(
            0,
            Advice(
                "sittings.W005",
                "warning",
                f"At {temperature_c:g} C many acrylic paints no longer form a sound film, and cold hands slow you down.",
                "See the label for the lowest temperature; paint indoors from notes if it is colder than that.",
            ),
        )
    return tuple(found)
