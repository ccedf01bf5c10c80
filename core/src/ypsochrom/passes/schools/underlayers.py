"""Underpaintings: value blocks in grey or sepia, or three coloured tones that steer what lies on top.

Common practice: three tones; yellows under lights, pinks under half-tones, blues under shadows. An underlayer is laid
thin and a little lighter than what follows, so that thin paint over it comes to the right value.
"""

from collections.abc import Mapping, Sequence

import numpy as np

from ...areas.area import Area
from ...areas.families import Family
from ...colour.munsell import lab_to_value
from ...colour.types import LabTriple
from ...mixes.mix_set import Mix
from ..manners import manner
from ..scene import Underpainting
from ..step import Draft, Role
from .workshop import Workshop

LIGHTER_L = 4.0
"""An underlayer stays this much (L*) lighter than its target, about half a value step."""

BLOCKS = 3
QUIET_CHROMA = 35.0
"""Paints of a higher masstone chroma (CIELAB) have no place in a grey or sepia."""
_SEPIA_AB = (4.0, 13.0)
_WARM_LIGHT, _PINK, _BLUE = (2.0, 34.0), (22.0, 12.0), (0.0, -22.0)
_STEERING: dict[Family, tuple[float, float]] = {
    "accent": _BLUE, "shadow": _BLUE, "half-tone": _PINK, "light": _WARM_LIGHT, "highlight": _WARM_LIGHT,
}  # fmt: skip

ROLE = Role(
    "underpainting",
    10,
    1 / 8,
    manner("thin"),
    "Values first, in a few tones: what follows only has to bring the colour.",
)


def underpainting(shop: Workshop, kind: Underpainting, areas: Sequence[Area]) -> list[Draft]:
    """The underlayer's steps for these areas, one tone for every family of every area."""
    if kind == "none" or not areas:
        return []
    tones = _coloured(shop, areas) if kind == "coloured" else _blocks(shop, kind, areas)
    drafts = []
    for area in areas:
        by_family: Mapping[Family, Mix] = {part.family: tones[area.id, part.family] for part in area.parts}
        if len({mix.id for mix in by_family.values()}) == 1:
            drafts.append(Draft(ROLE, area.id, None, next(iter(by_family.values())), ROLE.manner, 1))
        else:
            drafts += [Draft(ROLE, area.id, family, mix, ROLE.manner, 1) for family, mix in by_family.items()]
    return drafts


def _targets(shop: Workshop, areas: Sequence[Area]) -> list[tuple[tuple[str, Family], float, float]]:
    """(cell, L* of its mix when dry, cm2)."""
    return [
        ((area.id, part.family), shop.mix_of(area, part.family).match.lab_dry[0], part.area_cm2)
        for area in areas
        for part in area.parts
    ]


def _blocks(shop: Workshop, kind: Underpainting, areas: Sequence[Area]) -> dict[tuple[str, Family], Mix]:
    """Cells in `BLOCKS` tones of equal mass, dark to light."""
    targets = sorted(_targets(shop, areas), key=lambda cell: cell[1])
    mass = np.cumsum([cm2 for _, _, cm2 in targets])
    group = np.minimum((mass - mass[0] / 2) / mass[-1] * BLOCKS, BLOCKS - 1).astype(int)
    ab = _SEPIA_AB if kind == "sepia" else (0.0, 0.0)
    found = {}
    for number in np.unique(group).tolist():
        members = [cell for cell, own in zip(targets, group, strict=True) if own == number]
        lightness = float(np.average([m[1] for m in members], weights=[m[2] for m in members])) + LIGHTER_L
        lab = (min(lightness, 92.0), *ab)
        value = float(lab_to_value(np.array(lab)))
        mix = shop.tone(lab, f"{'sepia' if kind == 'sepia' else 'grey'} block, value {value:.1f}", QUIET_CHROMA)
        found.update({cell: mix for cell, _, _ in members})
    return found


def _coloured(shop: Workshop, areas: Sequence[Area]) -> dict[tuple[str, Family], Mix]:
    """Three tones for the whole picture, each at the mean value of the families it goes under."""
    by_steer: dict[tuple[float, float], list[tuple[tuple[str, Family], float, float]]] = {}
    for cell, lightness, cm2 in _targets(shop, areas):
        by_steer.setdefault(_STEERING[cell[1]], []).append((cell, lightness, cm2))
    names = {
        _WARM_LIGHT: "yellow under the lights",
        _PINK: "pink under the half-tones",
        _BLUE: "blue under the shadows",
    }
    found = {}
    for ab, members in by_steer.items():
        lightness = float(np.average([m[1] for m in members], weights=[m[2] for m in members])) + LIGHTER_L
        lab: LabTriple = (float(np.clip(lightness, 25.0, 90.0)), *ab)
        mix = shop.tone(lab, names[ab])
        found.update({cell: mix for cell, _, _ in members})
    return found
