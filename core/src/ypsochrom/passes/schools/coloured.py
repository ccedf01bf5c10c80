"""Coloured underpainting: three tones that steer what lies on top, then the local colour, thin enough to be steered."""

from collections.abc import Sequence

from ...areas.area import Area
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, LIGHTS_AND_ACCENTS, School, focal_forms, on_parts
from .workshop import Workshop

SHADOWS = Role(
    "shadow colour",
    30,
    1 / 16,
    manner("thin"),
    "Local colour in the shadows, thin over the blue that cools it.",
)
LOCAL = Role(
    "local colour",
    40,
    1 / 25,
    manner("thin"),
    "Local colour in the half-tones and lights, thin over pink and yellow that warm it.",
)
LIGHTS = Role(
    "fuller lights", 50, 1 / 40, manner("opaque"), "Lights once more with a full brush where they must carry."
)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    return [
        *on_parts(shop, areas, SHADOWS, ("shadow",), coats=1),
        *on_parts(shop, areas, LOCAL, ("half-tone", "light"), coats=1),
        *on_parts(shop, areas, LIGHTS, ("light",), coats=1),
        *focal_forms(shop, areas),
        *on_parts(shop, areas, LIGHTS_AND_ACCENTS, ENDS),
    ]


COLOURED = School(
    key="coloured",
    title="Coloured underpainting",
    idea="Yellows under the lights, pinks under the half-tones, blues under the shadows; local colour thin on top.",
    ground="white",
    rules=(
        rules.BENEATH, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.DARK, rules.BEHIND, rules.OVERLAP, rules.BRUSH,
        rules.EDGES, rules.HAND_CLEAR, rules.MORE_LAYERS,
    ),
    lays=_lays,
    underpainting="coloured",
)  # fmt: skip
