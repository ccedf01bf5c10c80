"""A colour in a painter's words: light or dark, greyed or strong, and a hue family."""

import numpy as np

from ..kit.errors import BadColour
from .munsell import value_to_lightness
from .types import Lab

NEUTRAL_CHROMA = 5.0
_GREYED_CHROMA = 14.0
_BROWN_LIGHTNESS = 52.0

_HUES = (
    (18.0, "rose"),
    (42.0, "red"),
    (68.0, "orange"),
    (102.0, "yellow"),
    (125.0, "yellow-green"),
    (175.0, "green"),
    (225.0, "blue-green"),
    (290.0, "blue"),
    (325.0, "violet"),
    (355.0, "magenta"),
    (360.0, "rose"),
)
"""Upper end of each hue family in degrees of CIELAB hue; from memory, rough."""

_TONES = ((22.0, "very dark"), (42.0, "dark"), (66.0, "mid"), (84.0, "light"), (101.0, "very light"))


def hue_family(lab: Lab) -> str:
    """One word for the hue; `grey` below `NEUTRAL_CHROMA`, `brown` for dark oranges and yellows."""
    lightness, a, b = (float(x) for x in lab)
    chroma = float(np.hypot(a, b))
    if chroma < NEUTRAL_CHROMA:
        return "grey"
    angle = float(np.degrees(np.arctan2(b, a)) % 360)
    word = next(name for end, name in _HUES if angle <= end)
    if word in ("orange", "yellow") and lightness < _BROWN_LIGHTNESS and chroma < 45:
        return "brown"
    return word


def colour_name(lab: Lab) -> str:
    """Such as `dark brown`, `light greyed blue`, `near white`, `near black`."""
    lightness, a, b = (float(x) for x in lab)
    chroma = float(np.hypot(a, b))
    if chroma < NEUTRAL_CHROMA + 3 and lightness > 88:
        return "near white"
    if chroma < NEUTRAL_CHROMA + 3 and lightness < 22:
        return "near black"
    tone = next((word for end, word in _TONES if lightness < end), _TONES[-1][1])  # lights may be brighter than white
    family = hue_family(lab)
    greyed = "greyed " if family not in ("grey", "brown") and chroma < _GREYED_CHROMA else ""
    return f"{tone} {greyed}{family}"


CHROMA_WORDS = {"grey": 2.0, "greyed": 9.0, "muted": 20.0, "clear": 36.0, "strong": 60.0}
"""CIELAB chroma of the words by which a painter tells how much colour there is; from memory."""

HUE_WORDS = {
    "red": 32.0, "orange": 58.0, "yellow": 88.0, "yellow-green": 114.0, "green": 150.0, "blue-green": 205.0, "blue": 262.0,
    "violet": 310.0, "magenta": 342.0, "rose": 8.0, "brown": 62.0, "grey": 80.0,
}  # fmt: skip
"""CIELAB hue angle of each hue word; from memory."""


def colour_from_words(value: float, hue: str, chroma: str) -> Lab:
    """CIELAB of a Munsell value (0-10), a hue word and a chroma word; `BadColour` for words it does not know."""
    if not 0 <= value <= 10:
        raise BadColour(f"A value of {value:g} is not on the scale.", "Values go from 0 (black) to 10 (white).")
    if hue not in HUE_WORDS:
        raise BadColour(f"{hue!r} is not a hue word.", f"Choose one of: {', '.join(HUE_WORDS)}.")
    if chroma not in CHROMA_WORDS:
        raise BadColour(f"{chroma!r} is not a chroma word.", f"Choose one of: {', '.join(CHROMA_WORDS)}.")
    angle, length = np.radians(HUE_WORDS[hue]), 0.0 if hue == "grey" else CHROMA_WORDS[chroma]
    lightness = float(value_to_lightness(np.array(value)))
    return np.array([lightness, length * np.cos(angle), length * np.sin(angle)])
