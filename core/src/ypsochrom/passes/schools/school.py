"""What a school is: a strategy that says what is to be laid where, and which rules put it in order."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ...areas.area import Area
from ...areas.families import MIDDLE, Family
from ...colour.ciede2000 import delta_e_2000
from ...materials.supplies import MediumKind
from ...mixes.mix_set import Mix
from ..manners import manner
from ..scene import GroundTone, Underpainting
from ..step import Draft, Role
from .workshop import Workshop

ENDS: tuple[Family, ...] = ("accent", "highlight")


@dataclass(frozen=True)
class School:
    """A way of painting.

    `rules` stand in the order of their weight; `mediums` lists what it needs, each as alternatives, the best first;
    `lays` returns its steps for some areas; `draws`, `seals` and `varnishes` say whether there is a drawing, whether it is
    sealed, and whether the end is varnished. `keeps_line` says whether the drawing is meant to show until late.
    """

    key: str
    title: str
    idea: str
    ground: GroundTone
    rules: tuple[str, ...]
    lays: Callable[[Workshop, Sequence[Area]], list[Draft]]
    underpainting: Underpainting = "none"
    mediums: tuple[tuple[MediumKind, ...], ...] = ()
    draws: bool = True
    seals: bool = False
    varnishes: bool = True
    keeps_line: bool = False


def over_areas(areas: Iterable[Area], role: Role, mix_of: Mapping[str, Mix], coats: int | None = None) -> list[Draft]:
    """One step an area, all of it covered; areas without a mix are left out."""
    return [Draft(role, area.id, None, mix_of[area.id], role.manner, coats) for area in areas if area.id in mix_of]


def on_parts(
    shop: Workshop,
    areas: Iterable[Area],
    role: Role,
    families: Sequence[Family],
    laid: Mapping[str, Mix] | None = None,
    coats: int | None = None,
) -> list[Draft]:
    """One step for every part of these families; a part whose mix already covers its area (`laid`) is not painted again."""
    found = []
    for area in areas:
        for part in area.parts:
            mix = shop.mix_of(area, part.family)
            if part.family in families and not (laid and area.id in laid and laid[area.id].id == mix.id):
                found.append(Draft(role, area.id, part.family, mix, role.manner, coats))
    return found


HELD_BACK_STEPS = 0.5
"""Lights laid before the end stay at least this many value steps under the lightest of their area (from memory)."""


def main_mixes(shop: Workshop, areas: Iterable[Area], *, held_back: bool = True) -> dict[str, Mix]:
    """For every area the mix of its largest family; held back, it is not one of the area's lightest where it has darker ones."""
    found = {}
    for area in areas:
        main = shop.scene.main_mix(area)
        if held_back:
            others = [shop.mix_of(area, part.family) for part in area.parts]
            lightest = max(mix.match.lab_dry[0] for mix in others)
            if main.match.lab_dry[0] > lightest - HELD_BACK_STEPS * _L_PER_STEP:
                darker = [m for m in others if m.match.lab_dry[0] <= lightest - HELD_BACK_STEPS * _L_PER_STEP]
                middle = [m for m in darker if m.match.lab_dry[0] >= lightest - _FAR_L]
                main = max(middle, key=lambda m: (m.match.lab_dry[0], m.id)) if middle else main
        found[area.id] = main
    return found


_L_PER_STEP = 10.0
_FAR_L = 25.0
"""A mix that is darker by more than this is a shadow, not a light held back."""


FOCAL_FORMS = Role(
    "focal forms",
    55,
    1 / 50,
    manner("thin"),
    "The forms that must win once more, thinner and with a smaller brush: their modelling is carried furthest.",
)

LIGHTS_AND_ACCENTS = Role(
    "lights and accents",
    60,
    1 / 75,
    manner("loaded"),
    "The darkest accents, then the lightest lights: opaque, last, and very little of them.",
)

OPAQUE = Role(
    "opaque passages",
    50,
    1 / 36,
    manner("opaque"),
    "Only what glazes cannot reach: lights that must be lighter than what lies beneath, colours that stayed short.",
)

_WORTH_DE00 = 1.0
"""Opaque paint over glazes must come this much nearer (CIEDE2000)."""


def finished_opaque(shop: Workshop, area: Area, family: Family, left_de00: float, allowed_de00: float) -> Draft | None:
    """Opaque paint on a part that glazes leave farther off (CIEDE2000) than allowed, where its pile comes plainly nearer."""
    own = shop.mix_of(area, family)
    goal = shop.scene.goals[area.id, family]
    nearer = float(delta_e_2000(np.array(own.match.lab_dry), np.array(goal))) + _WORTH_DE00
    return Draft(OPAQUE, area.id, family, own, OPAQUE.manner) if left_de00 > max(allowed_de00, nearer) else None


def focal_forms(shop: Workshop, areas: Iterable[Area]) -> list[Draft]:
    """A further layer over the middle families of the areas in the focal passage; nothing where none is marked."""
    focal = [area for area in areas if area.id in shop.scene.focal_ids]
    return on_parts(shop, focal, FOCAL_FORMS, MIDDLE, coats=1)
