"""What a photo leaves in doubt: why it cannot be measured, what to mind, how far its values and colours can be trusted."""

from collections.abc import Sequence
from dataclasses import dataclass

from ..kit.advice import Advice
from ..kit.errors import BadPicture
from .colours import AreaFinding
from .light import By, Light
from .panel import Panel
from .stage import PlannedStage

_SHARP_FROM = 0.35
_ANOTHER_BELOW, _STRANGE_DE00, _MOST_STRANGE = 0.4, 10.0, 0.4
_MOST_MIRRORED = 0.08


@dataclass(frozen=True)
class Trust:
    """How far values (Munsell steps) and colours (CIEDE2000) of a check can be trusted, one standard deviation, and why."""

    by: By
    value_sigma: float
    de00_sigma: float
    words: str


def refuse(alike: float, sharp: float) -> None:
    """`BadPicture` where a photo is too little like the plan, or too little sharp, to be measured (0-1 each)."""
    if alike < _ANOTHER_BELOW:
        raise BadPicture(
            "What stands in the panel does not look like this painting at this stage.",
            "See whether it is the right painting and pass, and whether the corners lie on its own.",
        )
    if sharp < _SHARP_FROM:
        raise blurred()


def blurred() -> BadPicture:
    """What is said of a photo without a sharp edge."""
    return BadPicture(
        "The photo is blurred: edges and places cannot be read from it.",
        "Lean the camera on something, tap the painting to focus, and photograph it again.",
    )


def _far_off(findings: Sequence[AreaFinding]) -> set[str]:
    """Areas (ids) that look like nothing that was planned there."""
    return {one.area for one in findings if one.looks_like is None and one.de00 > _STRANGE_DE00}


def of_panel(panel: Panel) -> list[Advice]:
    """What to mind of how the panel was found."""
    advice = []
    if panel.upside_down:
        advice.append(
            Advice(
                "checks.N001", "note", "The painting stands on its head in this photo; it was turned.", "Nothing to do."
            )
        )
    if not panel.by_hand and panel.rim == 0:
        advice.append(
            Advice(
                "checks.W006",
                "warning",
                "This picture ends where the painting ends: it was cut out, or taken from a screen.",
                "Photograph the painting itself with something of the wall around it; a cut picture's colours may be anybody's.",
            )
        )
    elif not panel.by_hand and panel.rim < 0.6:
        advice.append(
            Advice(
                "checks.W001",
                "warning",
                f"Only {panel.rim:.0%} of the panel's rim could be seen, so a corner may be off.",
                "Look at the four corners, and drag them where they belong.",
            )
        )
    return advice


def of_photo(light: Light, mirrored: float, findings: Sequence[AreaFinding], stage: PlannedStage) -> list[Advice]:
    """Doubts about the photo, and what to do about them."""
    advice = []
    strange = sum(area.area_cm2 for area in stage.areas if area.id in _far_off(findings)) / stage.support.area_cm2
    if strange > _MOST_STRANGE:
        advice.append(
            Advice(
                "checks.W002",
                "warning",
                "The painting looks little like this stage; much of what follows may come from that.",
                "See whether the right pass is chosen.",
            )
        )
    if mirrored > _MOST_MIRRORED:
        advice.append(
            Advice(
                "checks.W003",
                "warning",
                f"{mirrored:.0%} of the painting mirrors a light and was left out.",
                "Turn the panel a little, or add a second photo from the other side: the two are joined.",
            )
        )
    if light.by == "areas":
        advice.append(
            Advice(
                "checks.N002",
                "note",
                "There is no grey card in the photo: if everything came out too light or too dark by the same amount, it "
                "cannot be told from the light.",
                "Lay a grey card beside the painting and tap it.",
            )
        )
    if light.cast > 0.7:
        advice.append(
            Advice(
                "checks.W004",
                "warning",
                "The light on the painting was coloured; it was taken out, but hues are rough.",
                "Photograph the painting in daylight, not under a lamp.",
            )
        )
    return advice


_DE00_SIGMA: dict[By, float] = {"grey card": 1.5, "printed card": 1.5, "piles": 2.5, "areas": 2.5}
_TRUSTED: dict[By, str] = {
    "grey card": "Read against the grey card",
    "printed card": "Read against the printed card",
    "piles": "Read against piles whose mixes are known",
    "areas": "Read against those areas that are as planned",
}


def trust_in(light: Light, mirrored: float) -> Trust:
    """How far values and colours read in this light can be trusted; `mirrored` (0-1) is what was left out."""
    value = light.value_sigma(5.0)
    colour = _DE00_SIGMA[light.by] * (1.5 if light.cast > 0.7 else 1.0)
    words = f"{_TRUSTED[light.by]}: values to about ± {2 * value:.1f} steps, colours to about CIEDE2000 {colour:.1f}"
    if mirrored > 0.005:
        words += f"; {mirrored:.0%} mirrors a light and was left out"
    return Trust(light.by, value, colour, f"{words}.")
