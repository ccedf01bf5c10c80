"""Glaze over a sealed drawing: many translucent layers; the drawing shows through until late, opaque paint comes at the end.

Common practice: the first coats are 90-95 % medium, later ones about 80 %; a glaze goes only on dry paint.
"""

from collections.abc import Sequence
from dataclasses import replace

from ...areas.area import Area
from ...areas.families import MIDDLE, Family
from ...colour.types import Reflectance
from ...mixes.search import OUT_OF_REACH_DE00
from ..films.glazing import FIRST_GLAZES, FIRST_SHARE, LATER_GLAZES, LATER_SHARE, glazed
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, LIGHTS_AND_ACCENTS, School, finished_opaque, on_parts
from .workshop import Workshop

FIRST = Role(
    "first glazes",
    20,
    1 / 10,
    manner("glaze", "glazing liquid", FIRST_SHARE),
    "Clear medium with a little paint over the sealed drawing: colour comes slowly, the drawing stays.",
)
LATER = Role(
    "later glazes",
    30,
    1 / 18,
    manner("glaze", "glazing liquid", LATER_SHARE),
    "A little more paint in the medium: every family is brought to its value and colour.",
)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    shop.choose_glazes(lambda _: shop.over_ground)
    drafts: list[Draft] = []
    for area in areas:
        state, first = _first(shop, area)
        drafts += first
        for part in area.parts:
            if part.family in MIDDLE:
                drafts += _later(shop, area, part.family, state)
    return [*drafts, *on_parts(shop, areas, LIGHTS_AND_ACCENTS, ENDS)]


def _first(shop: Workshop, area: Area) -> tuple[Reflectance, list[Draft]]:
    """Up to three glazes over the whole area, towards its lightest middle family: what is darker follows later."""
    middle = [part.family for part in area.parts if part.family in MIDDLE] or [area.parts[0].family]
    lightest = max((shop.scene.goals[area.id, family] for family in middle), key=lambda lab: lab[0])
    mix, found = shop.glaze(lightest, shop.over_ground, FIRST_GLAZES)
    if mix is None or found.recipe is None:
        return shop.over_ground, []
    state = glazed(found.recipe, found.shares, shop.box, shop.over_ground)
    layer = replace(FIRST.manner, medium_share=found.shares[0])
    return state, [Draft(FIRST, area.id, None, mix, layer, len(found.shares))]


def _later(shop: Workshop, area: Area, family: Family, state: Reflectance) -> list[Draft]:
    goal = shop.scene.goals[area.id, family]
    mix, found = shop.glaze(goal, state, LATER_GLAZES)
    drafts = []
    if mix is not None:
        layer = replace(LATER.manner, medium_share=found.shares[0])
        drafts.append(Draft(LATER, area.id, family, mix, layer, len(found.shares)))
    opaque = finished_opaque(shop, area, family, found.de00, OUT_OF_REACH_DE00)
    return drafts if opaque is None else [*drafts, opaque]


GLAZES = School(
    key="glazes",
    title="Glaze over a sealed drawing",
    idea="Many translucent layers over a drawing that shows until late; first coats 90-95 % medium, later about 80 %.",
    ground="white",
    rules=(
        rules.BENEATH, rules.GLAZE, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.LIGHT, rules.BEHIND, rules.BRUSH,
        rules.HAND_CLEAR,
    ),
    lays=_lays,
    mediums=(("glazing liquid", "gloss medium", "matt medium"), ("gloss medium", "matt medium", "glazing liquid")),
    seals=True,
    keeps_line=True,
)  # fmt: skip
