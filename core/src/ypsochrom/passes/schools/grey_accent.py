"""Grey scale with an accent: black and white do nearly all, one or two chromatic paints do the rest."""

from collections.abc import Sequence

import numpy as np

from ...areas.area import Area
from ...areas.families import MIDDLE, Family
from ...colour.munsell import lab_to_value
from ...mixes.mix_set import Mix
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import School, over_areas
from .workshop import Workshop

BLOCK_IN = Role("grey block-in", 20, 1 / 9, manner("opaque"), "All masses in grey, darks first.")
GREYS = Role(
    "greys", 40, 1 / 22, manner("wet in wet"), "Light and shadow in grey, as far as the picture goes without colour."
)
ACCENT = Role(
    "accent colour", 56, 1 / 30, manner("opaque"), "The one colour, where it tells; everything else stays grey."
)
LIGHTS = Role("lights and accents", 60, 1 / 75, manner("loaded"), "The darkest and the lightest greys, last and small.")

ACCENT_CHROMA = 25.0
_SAME_HUE_DEG = 40.0
_QUIET_CHROMA = 14.0
_GREY_STEP = 0.5
"""Greys are mixed in steps of half a value."""


def accent_cells(shop: Workshop) -> frozenset[tuple[str, Family]]:
    """The parts that carry the accent: of the hue that has most chroma over most surface, and of enough chroma themselves."""
    cells, ab, weight = [], [], []
    for area, part, mix in shop.cells():
        _, a, b = mix.match.lab_dry
        cells.append((area.id, part.family))
        ab.append((a, b))
        weight.append(part.area_cm2)
    colour = np.array(ab)
    chroma = np.hypot(colour[:, 0], colour[:, 1])
    loud = chroma >= ACCENT_CHROMA
    if not loud.any():
        return frozenset()
    hue = np.degrees(np.arctan2(colour[:, 1], colour[:, 0]))
    apart = np.abs((hue[:, None] - hue[None, :] + 180) % 360 - 180)
    votes = ((apart <= _SAME_HUE_DEG / 2) * (chroma * np.array(weight) * loud)[None, :]).sum(axis=1) * loud
    lead = int(votes.argmax())
    return frozenset(cell for i, cell in enumerate(cells) if loud[i] and apart[lead, i] <= _SAME_HUE_DEG)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    accents = accent_cells(shop)
    drafts: list[Draft] = []
    for area in areas:
        greys = {part.family: _grey(shop, shop.mix_of(area, part.family)) for part in area.parts}
        main = greys[shop.scene.main_family(area)]
        drafts += over_areas([area], BLOCK_IN, {area.id: main})
        for family, grey in greys.items():
            own = shop.mix_of(area, family)
            if (area.id, family) in accents:
                drafts.append(Draft(ACCENT, area.id, family, own, ACCENT.manner))
            elif grey is not main:
                role = GREYS if family in MIDDLE else LIGHTS
                drafts.append(Draft(role, area.id, family, grey, role.manner))
    return drafts


def _grey(shop: Workshop, mix: Mix) -> Mix:
    value = float(lab_to_value(np.array(mix.match.lab_dry)))
    rounded = round(value / _GREY_STEP) * _GREY_STEP
    lightness = mix.match.lab_dry[0] + (rounded - value) * 10.0
    return shop.tone((round(min(max(lightness, 18.0), 97.0)), 0.0, 0.0), f"grey {rounded:.1f}", _QUIET_CHROMA)


GREY_ACCENT = School(
    key="grey-accent",
    title="Grey scale with an accent",
    idea="Black and white do nearly all; one or two chromatic paints do the rest.",
    ground="grey",
    rules=(
        rules.BENEATH, rules.ACCENTS, rules.HELD, rules.ON_TOP, rules.DARK, rules.BEHIND, rules.OVERLAP, rules.BRUSH,
        rules.EDGES, rules.HAND_CLEAR,
    ),
    lays=_lays,
)  # fmt: skip
