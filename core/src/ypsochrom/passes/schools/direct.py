"""Direct, dark to light: opaque paint on a toned ground, all darks first, lights held back to the end.

Common practice: everything is covered in one go with a large brush so that values can be judged against each other; then
shadows, half-tones and lights with ever smaller brushes; the darkest accents and the lightest lights come last.
"""

from collections.abc import Sequence

from ...areas.area import Area
from ..manners import Manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, School, focal_forms, main_mixes, on_parts, over_areas
from .workshop import Workshop

BLOCK_IN = Role(
    "block-in",
    20,
    1 / 9,
    Manner("opaque", 80),
    "Every area covered in one go, darks first, no detail: values can now be judged.",
)
SHADOW = Role(
    "shadow", 30, 1 / 16, Manner("opaque", 90), "All shadow families to their true value before any light is touched."
)
HALF_TONE = Role(
    "half-tone",
    40,
    1 / 25,
    Manner("wet in wet", 100),
    "The turn between shadow and light, worked into neighbours while wet.",
)
LIGHT = Role(
    "light",
    50,
    1 / 36,
    Manner("opaque", 110),
    "Lights with less paint and a smaller brush, held back from the lightest.",
)
HIGHLIGHT = Role(
    "highlight",
    60,
    1 / 75,
    Manner("loaded", 140),
    "The darkest accents, then the lightest lights: last, and very little of them.",
)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    held = rules.HELD not in shop.choices.rules_off
    block_in = main_mixes(shop, areas, held_back=held)
    return [
        *over_areas(areas, BLOCK_IN, block_in),
        *on_parts(shop, areas, SHADOW, ("shadow",), block_in),
        *on_parts(shop, areas, HALF_TONE, ("half-tone",), block_in),
        *on_parts(shop, areas, LIGHT, ("light",), block_in),
        *focal_forms(shop, areas),
        *on_parts(shop, areas, HIGHLIGHT, ENDS, block_in),
    ]


DIRECT = School(
    key="direct",
    title="Direct, dark to light",
    idea="An opaque block-in on a toned ground, all shadows first, then half-tones and lights; three or four passes.",
    ground="warm earth",
    rules=(
        rules.BENEATH, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.DARK, rules.BEHIND, rules.OVERLAP, rules.BRUSH,
        rules.EDGES, rules.HAND_CLEAR, rules.WHITE_BENEATH, rules.MORE_LAYERS,
    ),
    lays=_lays,
)  # fmt: skip
