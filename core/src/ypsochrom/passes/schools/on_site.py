"""On site, three passes: against the clock and the moving light."""

from collections.abc import Sequence
from dataclasses import replace

from ...areas.area import Area
from ...areas.families import MIDDLE
from ...materials.brushes import at_most, own_widths, placeable_cm2
from ..manners import Manner, manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, School, main_mixes, on_parts, over_areas
from .workshop import Workshop

_HASTE = 0.55
"""Who works against the light lays a surface in little more than half the time: loosely, and once; from memory."""

WASH = Role(
    "wash",
    20,
    1 / 6,
    manner("wash", "water", 0.6),
    "A map in thinned paint: where everything is and how dark, before the light moves. Shadows first.",
    _HASTE,
)
INTENT = Role(
    "second pass",
    40,
    1 / 14,
    Manner("opaque", 100),
    "Every passage once, with intent, at its final value; no corrections now.",
    _HASTE,
)
SMALLEST = Role(
    "smallest strokes",
    60,
    1 / 50,
    Manner("loaded", 120),
    "The least paint in the smallest strokes: accents, lights, what tells the place.",
    _HASTE,
)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    drafts = [
        *over_areas(areas, WASH, main_mixes(shop, areas, held_back=False), coats=1),
        *on_parts(shop, areas, INTENT, MIDDLE, coats=1),
        *on_parts(shop, areas, SMALLEST, ENDS, coats=1),
    ]
    # the nearest pile will do: there is no time to mix two of them for a part, nor for parts that the brush is too wide for
    wide_enough = [draft for draft in drafts if draft.family is None or _is_placeable(shop, draft)]
    return [replace(draft, mix=shop.nearest_pile(draft.mix)) for draft in wide_enough]


def _is_placeable(shop: Workshop, draft: Draft) -> bool:
    support = shop.scene.support
    wanted_mm = min(support.width_mm, support.height_mm) * draft.role.brush_share
    brush_mm = at_most(wanted_mm, own_widths(shop.scene.brushes))
    part = next(part for part in shop.scene.area_of[draft.area].parts if part.family == draft.family)
    return part.area_cm2 >= placeable_cm2(brush_mm)


ON_SITE = School(
    key="on-site",
    title="On site, three passes",
    idea="A wash as a map, a second pass with intent, a third in the smallest strokes; about two hours in all.",
    ground="warm earth",
    rules=(
        rules.BENEATH, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.DARK, rules.BEHIND, rules.BRUSH, rules.EDGES,
        rules.HAND_CLEAR,
    ),
    lays=_lays,
    mediums=(("water",),),
    draws=False,
    varnishes=False,
)  # fmt: skip
