"""On site, three passes: against the clock and the moving light."""

from collections.abc import Sequence
from dataclasses import replace

from ...areas.area import Area
from ..manners import Manner, manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, MIDDLE, School, main_mixes, on_parts, over_areas
from .workshop import Workshop

WASH = Role(
    "wash",
    20,
    1 / 6,
    manner("wash", "water", 0.6),
    "A map in thinned paint: where everything is and how dark, before the light moves. Shadows first.",
)
INTENT = Role(
    "second pass",
    40,
    1 / 14,
    Manner("opaque", 100),
    "Every passage once, with intent, at its final value; no corrections now.",
)
SMALLEST = Role(
    "smallest strokes",
    60,
    1 / 50,
    Manner("loaded", 120),
    "The least paint in the smallest strokes: accents, lights, what tells the place.",
)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    drafts = [
        *over_areas(areas, WASH, main_mixes(shop, areas, held_back=False), coats=1),
        *on_parts(shop, areas, INTENT, MIDDLE, coats=1),
        *on_parts(shop, areas, SMALLEST, ENDS, coats=1),
    ]
    # the nearest pile will do: there is no time to mix two of them for a part
    return [replace(draft, mix=shop.nearest_pile(draft.mix)) for draft in drafts]


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
