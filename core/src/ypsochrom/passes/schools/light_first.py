"""Light first: glowing passages are kept clean. The lightest first, then the warmer, then blues where they meet."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from ...areas.area import Area
from ...areas.families import MIDDLE
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, LIGHTS_AND_ACCENTS, School
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

LIGHT_SHARE, DARK_SHARE = 0.25, 0.35
"""Of the picture's own surface so much counts as light, and so much as dark; from memory."""

_YELLOW_HUE, _YELLOW_CHROMA = (60.0, 115.0), 30.0


@dataclass(frozen=True)
class Tones:
    """L* from which a colour is light in this picture, the middle of its surface, and below which it is dark."""

    light: float
    middle: float
    dark: float


def tones_of(cells: Iterable[tuple[float, float]]) -> Tones:
    """The tones of a picture from the L* and the surface of its parts: relative to what it holds, not to white and black."""
    lightness, cm2 = np.array(sorted(cells)).reshape(-1, 2).T
    reached = (np.cumsum(cm2) - cm2 / 2) / max(float(cm2.sum()), 1e-9)
    light, middle, dark = (float(np.interp(share, reached, lightness)) for share in (1 - LIGHT_SHARE, 0.5, DARK_SHARE))
    return Tones(light, middle, dark)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    drafts = []
    own = {area.id for area in areas}
    tones = tones_of((mix.match.lab_dry[0], part.area_cm2) for area, part, mix in shop.cells() if area.id in own)
    for area in areas:
        for part in area.parts:
            mix = shop.mix_of(area, part.family)
            if part.family in MIDDLE:
                role = _role(mix.match.lab_dry, tones)
                drafts.append(Draft(role, area.id, part.family, mix, role.manner))
            elif part.family in ENDS:
                drafts.append(Draft(LIGHTS_AND_ACCENTS, area.id, part.family, mix, LIGHTS_AND_ACCENTS.manner))
    return drafts


def _role(lab: tuple[float, float, float], tones: Tones) -> Role:
    lightness, a, b = lab
    hue, chroma = float(np.degrees(np.arctan2(b, a))) % 360, float(np.hypot(a, b))
    glows = _YELLOW_HUE[0] <= hue <= _YELLOW_HUE[1] and chroma >= _YELLOW_CHROMA and lightness >= tones.middle
    if lightness >= tones.light or glows:
        return LIGHTEST
    if lightness < tones.dark:
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
