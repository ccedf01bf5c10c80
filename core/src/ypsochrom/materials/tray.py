"""The palette laid out on the tray: warm and light against cool and dark, in an order that can be pinned up.

Common practice: white in the middle of the far rim, warm paints from light to dark on one side of it, cool ones on the
other, so that the hand finds each without looking and dirty neighbours stay relatives.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..kit.errors import BadSetting
from ..paint.catalogue import Paint, Paintbox

Side = Literal["warm", "white", "cool"]

_WARM_FROM_DEG, _WARM_TO_DEG = 330.0, 112.0
"""CIELAB hue angles from magenta over red and yellow to where yellow turns green; from memory."""

_NEUTRAL_CHROMA = 3.0
LONGEST_NAME = 80


@dataclass(frozen=True)
class Place:
    """One heap on the tray: side, and its place counted from white outwards (0 is nearest)."""

    key: str
    side: Side
    place: int


def side_of(paint: Paint) -> Side:
    """Which side of the tray a paint belongs to; blacks and other neutrals stand with the cool darks."""
    if paint.is_white:
        return "white"
    _, a, b = paint.masstone_lab
    if float(np.hypot(a, b)) < _NEUTRAL_CHROMA:
        return "cool"
    angle = float(np.degrees(np.arctan2(b, a)) % 360)
    return "warm" if angle >= _WARM_FROM_DEG or angle <= _WARM_TO_DEG else "cool"


def tray(box: Paintbox) -> tuple[Place, ...]:
    """Warm paints from dark to light, white, then cool ones from light to dark: as they lie on the tray, left to right."""
    sides: dict[Side, list[Paint]] = {"warm": [], "white": [], "cool": []}
    for paint in box.paints:
        sides[side_of(paint)].append(paint)
    light_first = {side: sorted(paints, key=lambda p: (-p.masstone_lab[0], p.key)) for side, paints in sides.items()}
    warm = [Place(p.key, "warm", i) for i, p in enumerate(light_first["warm"])]
    white = [Place(p.key, "white", i) for i, p in enumerate(light_first["white"])]
    cool = [Place(p.key, "cool", i) for i, p in enumerate(light_first["cool"])]
    return (*reversed(warm), *white, *cool)


@dataclass(frozen=True)
class NamedPalette:
    """Paint keys that a painter keeps together under a name."""

    name: str
    keys: tuple[str, ...]


def checked_palette(name: str, keys: Sequence[str], box: Paintbox) -> NamedPalette:
    """A palette of the box's paints under a name; `BadSetting` when it has no name or no paint."""
    if not name.strip():
        raise BadSetting("The palette has no name.", "Give it one, such as 'Greys and a red'.")
    if len(name) > LONGEST_NAME:
        raise BadSetting("The palette's name is too long.", f"Keep it under {LONGEST_NAME} characters.")
    if not keys:
        raise BadSetting("The palette has no paint.", "Choose at least one paint for it.")
    return NamedPalette(name.strip(), box.only(keys).keys)
