"""Wet and dry as times, by the film alone: an ordinary room, about 20 C and 50 % humidity, no draught.

Two things happen. Water leaves from the surface, in proportion to the film as long as it is a brush coat; a thick film skins
while its inside is wet. Then what is left leaves through the skin, with the square of the dry film (diffusion). The anchors are
common practice: a thin coat can be painted over after about ten minutes, is tacky after four to six, and takes three times as
long until it is dry enough for a glaze; knife work skins in well under an hour and is not dry through for a day and more.
"""

import math

from ...paint.appearance import WET_SHARE

TOUCH_DRY_MIN_AT_60_UM = 10.0
_SKINS_FROM_UM = 120.0
"""A film thicker than this skins over before it has lost its water; from memory."""

_TACKY_SHARE = 0.45
"""Of the time until it is dry to the touch a film can be blended for so long: it is tacky after 4 to 6 of 10 minutes."""

_THROUGH_MIN_AT_32_UM, _THIN_DRY_UM = 22.0, 32.0
"""What a dry film of 32 um takes from dry to the touch until it is dry through; in the square of the film (prototype figures)."""

RETARDER_SHARE, RETARDER_TIMES = 0.10, 2.0
"""A tenth of retarder in the paint at least doubles the time that it stays open; common practice: double to triple."""


def touch_dry_minutes(wet_um: float, drying: float = 1.0) -> float:
    """Minutes until a wet film can be painted over; `drying` multiplies them."""
    thin = TOUCH_DRY_MIN_AT_60_UM * min(wet_um, _SKINS_FROM_UM) / 60.0
    return thin * math.sqrt(max(1.0, wet_um / _SKINS_FROM_UM)) * drying


def dry_through_minutes(wet_um: float, drying: float = 1.0) -> float:
    """Minutes until a wet film is dry through, as a glaze asks for."""
    diffusion = _THROUGH_MIN_AT_32_UM * (wet_um * WET_SHARE / _THIN_DRY_UM) ** 2
    return touch_dry_minutes(wet_um, drying) + diffusion * drying


def open_minutes(wet_um: float, drying: float = 1.0) -> float:
    """Minutes for which a wet film can still be worked into what is laid beside it."""
    return _TACKY_SHARE * touch_dry_minutes(wet_um, drying)
