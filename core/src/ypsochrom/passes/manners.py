"""How paint is laid: the technique, the wet film it leaves, and what the paint is thinned with.

Films: brush coats dry to 25-100 um, knife work to 300 um and more (prototype figures); the wet films here are those at a volume
share of solids of 0.45. A glaze is brushed out to 10-15 um wet, and shares of medium are the schools' (common practice).
"""

import math
from dataclasses import dataclass
from typing import Literal, get_args

from ..areas.area import Handling
from ..kit.errors import BadSetting
from ..materials.supplies import MediumKind
from ..paint.appearance import WET_SHARE
from ..paint.films import BRUSH_COAT_WET_UM

Technique = Literal[
    "wash",
    "thin",
    "opaque",
    "loaded",
    "wet in wet",
    "blended",
    "glaze",
    "scumble",
    "dry brush",
    "stippling",
    "knife",
    "airbrush",
    "wiped glaze",
    "dabbing",
    "spatter",
    "tufts",
    "drawn down",
    "lifted",
    "masked",
]
TECHNIQUES: tuple[Technique, ...] = get_args(Technique)

WET_UM: dict[Technique, float] = {
    "wash": 40, "thin": 60, "opaque": BRUSH_COAT_WET_UM, "loaded": 140, "wet in wet": 100, "blended": 100, "glaze": 10,
    "scumble": 45, "dry brush": 50, "stippling": 80, "knife": 700, "airbrush": 30,
    "wiped glaze": 6, "dabbing": 70, "spatter": 20, "tufts": 60,
    "drawn down": 80, "lifted": 40, "masked": 80,
}  # fmt: skip
"""The wet film of one coat."""

TECHNIQUE_WORDS: dict[Technique, str] = {
    "wash": "paint let down with water, a stain rather than a skin",
    "thin": "a thin opaque coat, brushed out",
    "opaque": "a full brush coat",
    "loaded": "a loaded brush, the stroke left standing",
    "wet in wet": "into the neighbour while both are wet",
    "blended": "bands of a string of piles, worked into each other along the passage while all of it is wet",
    "glaze": "clear medium with a little paint, on dry paint only",
    "scumble": "a broken, half-opaque film, what lies beneath stays in sight",
    "dry brush": "a nearly dry brush, dragged over the texture",
    "stippling": "dabbed with the tip, point beside point",
    "knife": "laid on with the knife",
    "wiped glaze": "a glaze laid over all and wiped off the lights with a soft cloth while it is wet; it stays in the hollows",
    "dabbing": "pressed on with a sponge or a gloved fingertip; no bare skin in cadmium, cobalt or what a label warns of",
    "spatter": "flicked from a stiff brush, what lies beside it masked; glasses on, and away from faces",
    "tufts": "in tufts, not single hairs, drawn the way it grows and lifted, so that some of what lies beneath stays in sight",
    "drawn down": "drawn straight down from where it meets what it mirrors, then broken with a few level strokes while it is wet",
    "lifted": "laid, and taken off again where it is to be light with a damp cloth or brush while it is wet",
    "masked": "a full coat over edges covered with tape or paper, taken off before it skins",
    "airbrush": "sprayed in thin films; suitable respirator and ventilation, and no pigment that must not be sprayed",
}

WET_IN_WET: frozenset[Technique] = frozenset(
    {"wet in wet", "blended", "drawn down", "opaque", "loaded", "stippling", "knife"}
)
"""Techniques in which a soft edge can still be worked into the neighbour."""

OF_ONE_PASSAGE: frozenset[Technique] = frozenset({"blended", "drawn down"})
"""Laid in one go with all the piles of an area, while it is wet."""

GLAZES: frozenset[Technique] = frozenset({"glaze", "wiped glaze"})
"""Clear films: laid on paint that is dry through, and left to dry through."""

NOT_COVERING: frozenset[Technique] = frozenset(
    {"wash", "glaze", "wiped glaze", "scumble", "dry brush", "spatter", "tufts", "lifted"}
)
"""What lies beneath is meant to stay in sight."""

HANDLED: dict[Handling, float] = {"usual": 1.0, "thin": 0.6, "thick": 1.7, "bare": 1.0}
"""Films of an area painted thin or thick, against the usual; from memory."""

THINNEST, THICKEST = 0.25, 4.0
"""A painter's own factor on all films must lie between these: beyond them it is another technique."""


@dataclass(frozen=True)
class Manner:
    """One way of laying paint; `wet_um` is the film of one coat with its medium, `medium_share` 0-1 by volume."""

    technique: Technique
    wet_um: float
    medium: MediumKind | None = None
    medium_share: float = 0.0

    @property
    def dry_um(self) -> float:
        """The dry film of one coat."""
        return self.wet_um * WET_SHARE

    def times(self, factor: float) -> "Manner":
        """The same with another film."""
        return Manner(self.technique, self.wet_um * factor, self.medium, self.medium_share)


def manner(technique: Technique, medium: MediumKind | None = None, share: float = 0.0) -> Manner:
    """The technique with its usual film."""
    return Manner(technique, WET_UM[technique], medium, share)


_BY_HAND: dict[Technique, tuple[MediumKind, float]] = {
    "wash": ("water", 0.6),
    "glaze": ("glazing liquid", 0.9),
    "wiped glaze": ("glazing liquid", 0.9),
    "spatter": ("water", 0.5),
    "scumble": ("matt medium", 0.3),
    "airbrush": ("water", 0.4),
}
"""What thins paint in techniques that ask for it; common practice, shares from memory."""


def by_hand(technique: Technique) -> Manner:
    """A technique that the painter chooses for a step, thinned as it usually is."""
    medium, share = _BY_HAND.get(technique, (None, 0.0))
    return manner(technique, medium, share)


def checked_technique(technique: str) -> Technique:
    """A technique by its name, or `BadSetting`."""
    for known in TECHNIQUES:
        if known == technique:
            return known
    raise BadSetting(f"There is no technique {technique!r}.", f"Choose one of: {', '.join(TECHNIQUES)}.")


def checked_factor(factor: float) -> float:
    """A factor on all films, or `BadSetting`."""
    if not (math.isfinite(factor) and THINNEST <= factor <= THICKEST):
        raise BadSetting(
            f"Films {factor:g} times the usual cannot be planned.",
            f"Choose {THINNEST:g} to {THICKEST:g}; for more, choose another technique.",
        )
    return factor
