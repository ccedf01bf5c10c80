"""How long the hand takes: rough figures until the logbook knows the painter's own.

Common practice: an afternoon for a landscape of 30 x 40 cm, about two hours for three passes on site. The rates are from memory.
"""

import math
from collections.abc import Mapping, Sequence

from ..manners import Technique
from ..step import PaintPass, Step

CM2_PER_MIN_PER_MM = 2.0
"""Surface a brush covers in a minute, for each mm of its width."""

EDGE_MM_PER_MIN = 450.0
"""Edge that is cut or turned in a minute, with any brush."""

_EDGE_MM_PER_ROOT_CM2 = 60.0
"""Edge of a part, against the root of its surface: a disc has 35, a drawn-out part twice as much."""

MINUTES_PER_PASS, MINUTES_PER_PILE = 4.0, 2.0
"""Setting out and standing back; mixing a pile the first time that it is used."""

MINUTES_PER_UNIT, MINUTES_PER_PILE_BESIDE, MINUTES_PER_PART = 1.5, 0.5, 0.25
"""Washing the brush, loading it and looking; taking up another pile; turning to another part."""

EDGELESS_ROLES = ("ground",)
"""What is laid over everything has no edges to be cut."""

_EDGE_CUT: Mapping[Technique, float] = {
    "wash": 0.0,
    "glaze": 0.5,
    "scumble": 0.5,
    "dry brush": 0.0,
    "airbrush": 0.5,
    "wiped glaze": 0.5,
    "spatter": 0.0,
    "tufts": 0.0,
    "lifted": 0.5,
    "masked": 0.3,
}
"""How much of its edge a technique cuts; the others cut all of it; from memory.

A wash is a map, a dry brush stays within, tufts run over.
"""


_SLOWER: Mapping[Technique, float] = {"tufts": 2.0, "drawn down": 1.3}
"""How much longer a surface takes stroke by stroke than in one coat; from memory."""


def coat_minutes(step: Step, one: PaintPass) -> float:
    """Minutes for one coat of a step in its pass."""
    share = 0.0 if one.role in EDGELESS_ROLES else _EDGE_CUT.get(step.technique, 1.0)
    edge = share * _EDGE_MM_PER_ROOT_CM2 * math.sqrt(step.area_cm2) / EDGE_MM_PER_MIN
    laying = _SLOWER.get(step.technique, 1.0) * step.area_cm2 / (one.brush_of(step) * CM2_PER_MIN_PER_MM)
    return one.haste * (laying + edge + MINUTES_PER_PART)


def turning_minutes(piles: int, one: PaintPass) -> float:
    """Minutes that a unit with so many piles takes before anything is laid."""
    return one.haste * (MINUTES_PER_UNIT + (piles - 1) * MINUTES_PER_PILE_BESIDE)


def unit_minutes(steps: Sequence[Step], piles: int, one: PaintPass) -> tuple[float, float]:
    """Hands-on minutes of a unit with so many piles: in its first go (one coat of all its parts), and in all its coats."""
    coats, turning = max(step.coats for step in steps), turning_minutes(piles, one)
    each = [coat_minutes(step, one) for step in steps]
    laying = sum(step.coats * minutes for step, minutes in zip(steps, each, strict=True))
    return turning + sum(each), coats * turning + laying
