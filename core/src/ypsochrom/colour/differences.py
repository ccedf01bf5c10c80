"""How far a mix is from its target in a painter's words: "half a step too dark", "a touch too green".

The thresholds are common practice: an eye judges half a value step at a glance, a quarter with care.
"""

import numpy as np

from .ciede2000 import delta_e_2000
from .munsell import lab_to_value
from .types import Lab
from .words import NEUTRAL_CHROMA

VALUE_RIGHT = 0.1
_VALUE_WORDS = ((0.2, "a trace"), (0.4, "a quarter step"), (0.65, "half a step"), (0.85, "three quarters of a step"))

COLOUR_RIGHT_DE00 = 1.0
_COLOUR_WORDS = ((2.0, "a trace"), (4.0, "a touch"), (8.0, "plainly"), (np.inf, "far"))
"""Upper ends in CIEDE2000 of the difference at equal value."""

_PRIMARIES = ((28.0, "red"), (92.0, "yellow"), (160.0, "green"), (262.0, "blue"), (325.0, "violet"))
"""CIELAB hue angles of what painters lean a colour towards; from memory, rough."""

_ALREADY_DEG = 14.0
"""A colour that is so near to a primary does not lean towards it but past it, to the next."""


def value_words(error: float) -> str:
    """The value error (dry value minus target) as `value right`, `a quarter step too light`, `1.4 steps too dark`."""
    if abs(error) < VALUE_RIGHT:
        return "value right"
    return f"{steps_in_words(error)} too {'light' if error > 0 else 'dark'}"


def steps_in_words(difference: float) -> str:
    """How large a difference of value is, as `a quarter step`, `one step`, `1.4 steps`; whatever its sign."""
    size = abs(difference)
    amount = next((words for end, words in _VALUE_WORDS if size < end), f"{size:.1f} steps")
    return amount.replace("1.0 steps", "one step")


def colour_words(lab: Lab, target: Lab) -> str:
    """Hue and chroma against the target, value left aside: `colour right`, `a touch too green`, `plainly too dull`."""
    level = np.array([float(target[0]), float(lab[1]), float(lab[2])])
    apart = float(delta_e_2000(level, np.asarray(target, dtype=float)))
    if apart < COLOUR_RIGHT_DE00:
        return "colour right"
    amount = next(words for end, words in _COLOUR_WORDS if apart < end)
    return f"{amount} too {_fault(lab, target)}"


def in_words(lab: Lab, target: Lab) -> str:
    """Both in one phrase, such as `half a step too dark, a touch too green`."""
    lab, target = np.asarray(lab, dtype=float), np.asarray(target, dtype=float)
    error = float(lab_to_value(lab) - lab_to_value(target))
    return f"{value_words(error)}, {colour_words(lab, target)}"


def _fault(lab: Lab, target: Lab) -> str:
    """`strong` or `dull` when chroma is what is wrong, else the hue that there is too much of."""
    off = np.array([float(lab[1] - target[1]), float(lab[2] - target[2])])
    chroma = float(np.hypot(target[1], target[2]))
    if chroma > NEUTRAL_CHROMA:
        along = np.array([float(target[1]), float(target[2])]) / chroma
        radial = float(off @ along)
        across = off - radial * along
        # CIE94 and its successors weigh chroma less the stronger the colour: 1 + 0.045 C against 1 + 0.015 C for hue
        if abs(radial) / (1 + 0.045 * chroma) >= float(np.hypot(*across)) / (1 + 0.015 * chroma):
            return "strong" if radial > 0 else "dull"
        return _next_primary(target, turn=float(target[1] * across[1] - target[2] * across[0]))
    angle = float(np.degrees(np.arctan2(off[1], off[0])))
    return min(_PRIMARIES, key=lambda primary: abs((primary[0] - angle + 180) % 360 - 180))[1]


def hue_turn_deg(first: Lab, second: Lab) -> float:
    """How far the hue of the second lies from the first on the CIELAB circle (-180 to 180); 0 where one of them is grey."""
    if min(float(np.hypot(*first[1:])), float(np.hypot(*second[1:]))) < NEUTRAL_CHROMA:
        return 0.0
    angles = [float(np.degrees(np.arctan2(lab[2], lab[1]))) for lab in (first, second)]
    return (angles[1] - angles[0] + 180) % 360 - 180


def _next_primary(target: Lab, *, turn: float) -> str:
    """The primary that a hue is turned towards: up the hue circle where `turn` is above 0, else down."""
    hue = float(np.degrees(np.arctan2(target[2], target[1])))
    way = 1.0 if turn > 0 else -1.0

    def ahead(primary: tuple[float, str]) -> float:
        distance = (way * (primary[0] - hue)) % 360
        return distance if distance > _ALREADY_DEG else distance + 360

    return min(_PRIMARIES, key=ahead)[1]
