"""Wet and dry as times: how long a film can be blended, when it can be painted over, glazed, and when it is dry through.

Two regimes. First water leaves from the surface as fast as the air takes it up; times go with the water in the film as long as
it is a brush coat, and with less than that where it is so thick that it skins over a wet inside. Then the rest leaves through
the closed skin by diffusion, with the square of the dry film: a plane sheet that dries to one side, first term of the series of
Crank (1975), `crank1975`, equation 4.18. Anchors are common practice: a thin brush coat of 60-80 um can be painted over after
about ten minutes at 20 C and 50 %, is tacky after four to six, and wants three times as long before a glaze; knife work of
0.7 mm skins in well under an hour and is not dry through for a day or more.
"""

import math
from dataclasses import dataclass
from typing import Literal

from ..kit.errors import BadSetting
from ..sky.air import ORDINARY_ROOM, Climate, evaporation
from .appearance import WET_SHARE

Beneath = Literal["sealed", "absorbent"]
"""What the film lies on: dry paint or sealed gesso, or a ground that drinks."""

THINNEST_UM, THICKEST_UM = 1.0, 5000.0
MOST_RETARDER = 0.3
"""Labels ask for far less: beyond about 15 % the film stays soft."""

_EVAPORATES_UM_PER_MIN = 2.9
"""Water that an ordinary room takes from a wet surface: a film of 70 um has lost three quarters of its 38 um in ten minutes."""

_GONE_WHEN_TACKY, _GONE_WHEN_OPEN, _GONE_WHEN_SKINNED = 0.39, 0.33, 0.75
"""Shares of the water that are gone when a film stops blending, drags, and can be painted over."""

_SKINS_FROM_UM = 120.0
"""A film thicker than this skins over before it has lost its water; from memory."""

_DIFFUSION_M2_S = 8e-13
"""Of water and glycols through an acrylic film at 20 C (prototype figure; right in kind)."""

_ACTIVATION_J_PER_MOL, _GAS_J_PER_MOL_K, _KELVIN = 40e3, 8.314, 273.15
"""Diffusion in polymers goes faster with warmth, by this activation energy; from memory."""

_LEFT_FOR_A_GLAZE, _LEFT_WHEN_THROUGH = 0.10, 0.05
"""Share of what was left under the skin that may still be there for a glaze, and when the film counts as dry through."""

_WATER_IN_MEDIUM = 0.65
"""Volume share of water in glazing medium; from memory."""

_OPEN_PER_RETARDER, _DRY_PER_RETARDER = 15.0, 10.0
"""A tenth of retarder makes a film stay open 2.5 times as long (common practice: double to triple) and dry twice as slowly."""

SLOW_PAINT_TIMES = 10.0
"""Slow ("open") paint stays workable ten times as long; common practice."""

_DRINKS = 1.5
"""An absorbent ground takes water from below: open time down by a third; common practice."""

MODEL_SPREAD = 0.25
"""How far the model itself may be off (standard deviation of the logarithm); from memory."""


@dataclass(frozen=True)
class WetFilm:
    """A coat as it is laid: its thickness in um, shares by volume (0-1) of medium, water and retarder in it, and on what it
    lies."""

    wet_um: float
    medium_share: float = 0.0
    water_share: float = 0.0
    retarder: float = 0.0
    slow_paint: bool = False
    beneath: Beneath = "sealed"

    def __post_init__(self) -> None:
        if not THINNEST_UM <= self.wet_um <= THICKEST_UM:
            raise BadSetting(
                f"A wet film of {self.wet_um:g} um cannot be told.",
                f"Give {THINNEST_UM:g} to {THICKEST_UM:g} um: a brush coat has 60 to 100.",
            )
        shares = (self.medium_share, self.water_share, self.retarder)
        if min(shares) < 0 or sum(shares) > 1:
            raise BadSetting(
                "The shares of medium, water and retarder do not add up.", "Give shares of 0 to 1, 1 in all."
            )
        if self.retarder > MOST_RETARDER:
            raise BadSetting(
                f"With {self.retarder:.0%} of retarder a film does not become sound.",
                f"Stay under {MOST_RETARDER:.0%}, and under what the label allows; 10 % is plenty.",
            )

    @property
    def water_um(self) -> float:
        """The water in it, as a layer."""
        paint = max(0.0, 1 - self.medium_share - self.water_share - self.retarder)
        return self.wet_um * ((1 - WET_SHARE) * paint + _WATER_IN_MEDIUM * self.medium_share + self.water_share)

    @property
    def skin_um(self) -> float:
        """The film that the rest has to leave through: as thick as paint alone would be, so that thinned paint is not called
        dry too soon."""
        return self.wet_um * WET_SHARE


@dataclass(frozen=True)
class Span:
    """A time in minutes as one in ten, one in two and nine in ten painters find it; infinite where it does not dry."""

    low: float
    mid: float
    high: float


@dataclass(frozen=True)
class DryingTimes:
    """Minutes after it was laid: blends until `open`, drags from `tacky`, takes a coat, takes a glaze, is dry through."""

    open: Span
    tacky: Span
    overcoat: Span
    glaze: Span
    through: Span


def drying_times(
    film: WetFilm, climate: Climate = ORDINARY_ROOM, factor: float = 1.0, spread: float = 0.3
) -> DryingTimes:
    """How a film dries in this air; `factor` and `spread` (one standard deviation) are the painter's own, learned by the
    logbook."""
    width = 1.2816 * math.hypot(MODEL_SPREAD, spread / factor)  # from one in ten to nine in ten

    def span(minutes: float) -> Span:
        mid = minutes * factor
        return Span(mid * math.exp(-width), mid, mid * math.exp(width))

    surface, skin = surface_minutes(film, climate), overcoat_minutes(film, climate)
    inside = _inside_minutes(film, climate)
    return DryingTimes(
        open=span(surface * _GONE_WHEN_OPEN),
        tacky=span(surface * _GONE_WHEN_TACKY),
        overcoat=span(skin),
        glaze=span(skin + inside * sheet_time(_LEFT_FOR_A_GLAZE)),
        through=span(skin + inside * sheet_time(_LEFT_WHEN_THROUGH)),
    )


def surface_minutes(film: WetFilm, climate: Climate) -> float:
    """Minutes in which all water of the film would leave from an open surface; what open and tacky times are shares of."""
    per_min = _EVAPORATES_UM_PER_MIN * evaporation(climate) * (_DRINKS if film.beneath == "absorbent" else 1.0)
    if per_min == 0.0:
        return math.inf
    as_a_coat = film.water_um * min(1.0, _SKINS_FROM_UM / film.wet_um)
    skinning = math.sqrt(max(1.0, film.wet_um / _SKINS_FROM_UM))
    slow = SLOW_PAINT_TIMES if film.slow_paint else 1.0
    return as_a_coat * skinning / per_min * slow * (1 + _OPEN_PER_RETARDER * film.retarder)


def open_minutes(film: WetFilm, climate: Climate = ORDINARY_ROOM, factor: float = 1.0) -> float:
    """Minutes for which a film can still be worked into what is laid beside it."""
    return surface_minutes(film, climate) * _GONE_WHEN_OPEN * factor


def overcoat_minutes(film: WetFilm, climate: Climate = ORDINARY_ROOM, factor: float = 1.0) -> float:
    """Minutes until a film can be painted over."""
    slower = (1 + _DRY_PER_RETARDER * film.retarder) / (1 + _OPEN_PER_RETARDER * film.retarder)
    return surface_minutes(film, climate) * _GONE_WHEN_SKINNED * slower * factor


def glaze_minutes(film: WetFilm, climate: Climate = ORDINARY_ROOM, factor: float = 1.0) -> float:
    """Minutes until a film is dry enough for a glaze over it."""
    inside = _inside_minutes(film, climate) * sheet_time(_LEFT_FOR_A_GLAZE)
    return overcoat_minutes(film, climate, factor) + inside * factor


def _inside_minutes(film: WetFilm, climate: Climate) -> float:
    """The dry film squared over its diffusion coefficient, in minutes, as humid air slows it."""
    drying = 2 * (1 - climate.humidity_pct / 100)
    if drying == 0.0:
        return math.inf
    warmth = _ACTIVATION_J_PER_MOL / _GAS_J_PER_MOL_K * (1 / (climate.temperature_c + _KELVIN) - 1 / (20 + _KELVIN))
    slower = math.exp(warmth) / drying * (1 + _DRY_PER_RETARDER * film.retarder)
    return (film.skin_um * 1e-6) ** 2 / _DIFFUSION_M2_S / 60 * slower * (SLOW_PAINT_TIMES if film.slow_paint else 1.0)


def sheet_time(left: float) -> float:
    """When so much (0-0.8) of what was in a plane sheet is left, as D t / L^2: Crank (1975), equation 4.18, first term."""
    return math.log(8 / (math.pi**2 * left)) * 4 / math.pi**2
