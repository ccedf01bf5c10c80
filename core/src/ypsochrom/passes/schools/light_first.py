"""Light first: glowing passages are kept clean. The lightest first, then the warmer, then blues where they meet."""

from collections.abc import Sequence

import numpy as np

from ...areas.area import Area
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, LIGHTS_AND_ACCENTS, MIDDLE, School
from .workshop import Workshop

LIGHTEST = Role(
    "lightest passages",
    20,
    1 / 9,
    manner("opaque"),
    "The lightest and yellowest first, on white, with a clean brush.",
)
WARM = Role("warm middle", 30, 1 / 14, manner("wet in wet"), "Oranges, reds and warm earths outwards from the light.")
COOL = Role(
    "cool middle",
    40,
    1 / 16,
    manner("wet in wet"),
    "Blues and greys where they meet the warm, after all warm ones.",
)
DARKS = Role("darks", 50, 1 / 25, manner("opaque"), "The darks at the end: nothing light is touched after them.")

_LIGHT_L, _DARK_L = 72.0, 38.0
_YELLOW_HUE, _YELLOW_CHROMA = (60.0, 115.0), 30.0


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    drafts = []
    for area in areas:
        for part in area.parts:
            mix = shop.mix_of(area, part.family)
            if part.family in MIDDLE:
                role = _role(mix.match.lab_dry)
                drafts.append(Draft(role, area.id, part.family, mix, role.manner))
            elif part.family in ENDS:
                drafts.append(Draft(LIGHTS_AND_ACCENTS, area.id, part.family, mix, LIGHTS_AND_ACCENTS.manner))
    return drafts


def _role(lab: tuple[float, float, float]) -> Role:
    lightness, a, b = lab
    hue, chroma = float(np.degrees(np.arctan2(b, a))) % 360, float(np.hypot(a, b))
    glows = _YELLOW_HUE[0] <= hue <= _YELLOW_HUE[1] and chroma >= _YELLOW_CHROMA and lightness > _DARK_L + 12
    if lightness >= _LIGHT_L or glows:
        return LIGHTEST
    if lightness < _DARK_L:
        return DARKS
    return WARM if a + b > 0 else COOL


LIGHT_FIRST = School(
    key="light-first",
    title="Light first",
    idea="The lightest passage first, then warmer, then blues where they meet: yellows and oranges stay clean.",
    ground="white",
    rules=(
        rules.BENEATH, rules.ACCENTS, rules.ON_TOP, rules.LIGHT, rules.WARM, rules.BEHIND, rules.OVERLAP, rules.EDGES,
        rules.HAND_CLEAR, rules.WHITE_BENEATH,
    ),
    lays=_lays,
)  # fmt: skip
