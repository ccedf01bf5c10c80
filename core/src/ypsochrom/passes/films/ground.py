"""The ground: its tone, in paint or in tinted gesso."""

from dataclasses import dataclass

import numpy as np

from ...areas.area import Area
from ...colour.ciede2000 import delta_e_2000
from ...colour.types import Lab, LabTriple
from ...mixes.mix_set import Mix, mix_of
from ...mixes.piles import Piles
from ..manners import Manner
from ..scene import GroundKind, GroundTone, Scene

GROUND_MIX_ID = "m00"

GESSO_TINTING = 0.6
"""Gesso is weaker than titanium white: so much of the colour tints it as far (from memory: chalk and less pigment)."""

GROUND_MANNER = Manner("thin", 60, "water", 0.15)
"""Common practice: thinned with water, up to a fifth."""

GROUND_WORDS: dict[GroundTone, str] = {
    "white": "The white of the primed support: transparent layers glow on it, lights need few coats, and it glares at first.",
    "grey": "A neutral middle tone: values are judged against it without being led by a hue.",
    "warm earth": "A warm earth a little darker than the picture's middle glows through and makes lights and darks show at once.",
    "black": "Pictures that come out of the dark: darks are there already, every pale passage costs coats.",
    "as it is": "The support's own colour is the ground: nothing is laid over it, and what is left bare shows it.",
}


@dataclass(frozen=True)
class Ground:
    """What lies under everything: no mix at all where the white of the support stays."""

    tone: GroundTone
    kind: GroundKind
    mix: Mix | None

    def gesso_ml(self, volume_ml: float) -> float:
        """How much of a volume of the ground's mix is gesso: its white, when it is tinted gesso."""
        if self.mix is None or self.kind != "gesso":
            return 0.0
        parts = self.mix.match.recipe.parts
        white = sum(amount for key, amount in parts if key.startswith("PW"))
        colour = sum(amount for key, amount in parts if not key.startswith("PW")) * GESSO_TINTING
        return volume_ml * white / (white + colour) if white else 0.0


def tone_lab(tone: GroundTone, areas: tuple[Area, ...]) -> LabTriple:
    """The colour (dry Lab) that a tone aims at in this picture."""
    if tone == "warm earth":
        return ground_colour(areas)
    return {"white": (94.0, 0.0, 2.0), "grey": (_middle(areas), 0.0, 0.0)}.get(tone, (22.0, 0.0, 0.0))


def _middle(areas: tuple[Area, ...]) -> float:
    mean = float(np.average([area.lab[0] for area in areas], weights=[max(area.area_cm2, 1e-9) for area in areas]))
    return float(np.clip(mean, 40.0, 70.0))


def ground_colour(areas: tuple[Area, ...]) -> LabTriple:
    """The tone of a warm ground: the picture's middle value, a little darker, in an earth of low chroma (common practice)."""
    mean = float(np.average([area.lab[0] for area in areas], weights=[max(area.area_cm2, 1e-9) for area in areas]))
    return float(np.clip(mean - 5.0, 35.0, 68.0)), 8.0, 20.0


def ground_of(scene: Scene, tone: GroundTone, kind: GroundKind, tubes: Piles) -> Ground:
    """The ground in the palette's paints."""
    if is_there(scene, tone):
        return Ground(tone, kind, None)
    target = np.array(tone_lab(tone, scene.areas))
    serves = tuple((area.id, part.family) for area in scene.areas for part in area.parts)
    mixed = tubes.alone(target, with_white=kind == "gesso")  # gesso takes the place of the white
    return Ground(tone, kind, mix_of(mixed, target, tubes.box, GROUND_MIX_ID, "ground tone", serves))


NEAR_ENOUGH_DE00 = 10.0
"""A support this near to a tone needs no ground of it. From memory."""


def is_there(scene: Scene, tone: GroundTone) -> bool:
    """Whether the support has a tone already: white priming has white, a toned support what it comes near."""
    own = scene.face.lab
    if tone == "as it is" or own is None:
        return tone in ("as it is", "white")
    return float(delta_e_2000(np.array(own), np.array(tone_lab(tone, scene.areas)))) <= NEAR_ENOUGH_DE00


def is_pale(lab: Lab) -> bool:
    """Whether a colour is so light or so yellow that it covers badly (common practice)."""
    lightness, a, b = (float(x) for x in lab)
    hue, chroma = np.degrees(np.arctan2(b, a)) % 360, np.hypot(a, b)
    return bool(lightness >= 70 or (60 <= hue <= 115 and chroma >= 40))
