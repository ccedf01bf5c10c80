"""The air that is painted in: how fast it takes up water from a wet surface.

Saturation pressure after Buck (1981), `buck1981` in docs/sources.bib; evaporation in proportion to the vapour pressure deficit
(Dalton's law), evened out by the cooling of the wet film (psychrometric equation, as in Penman 1948, `penman1948`).
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from ..kit.errors import BadSetting

Air = Literal["still", "moving", "draught"]
"""A closed room; a window open or a fan at the far end; wind or a fan on the picture."""

AIRS: tuple[Air, ...] = get_args(Air)

COLDEST_C, WARMEST_C = 5.0, 35.0
"""Below, acrylic paint may not form a film (labels say about 9 C); above, the model was never compared with anything."""

_TIMES: Mapping[Air, float] = {"still": 1.0, "moving": 1.6, "draught": 2.5}
"""How much faster than still air; goes roughly with the root of its speed, a draught two to three times (common practice)."""

_PSYCHROMETRIC_KPA_PER_K = 0.066
"""Psychrometric constant of air at sea level, kPa/K (general textbook figure)."""

_COOLING_SHARE = 0.3
"""Share of the heat of evaporation that the film itself gives; panel and room give the rest.

Chosen so that warm dry air (30 C, 30 %) halves a coat's times and cool damp air (12 C, 85 %) makes them three to five times as
long, as common practice has it."""


@dataclass(frozen=True)
class Climate:
    """Temperature in C (5-35), relative humidity 0-100 %, and how the air moves."""

    temperature_c: float = 20.0
    humidity_pct: float = 50.0
    air: Air = "still"

    def __post_init__(self) -> None:
        if not COLDEST_C <= self.temperature_c <= WARMEST_C:
            raise BadSetting(
                f"At {self.temperature_c:g} C drying cannot be told: the model holds from {COLDEST_C:g} to {WARMEST_C:g} C.",
                "Wait for milder air, or paint indoors. Many paints do not form a sound film below 9 C: see the label.",
            )
        if not 0 <= self.humidity_pct <= 100:
            raise BadSetting(f"{self.humidity_pct:g} % is no humidity.", "Give a relative humidity from 0 to 100 %.")
        if self.air not in AIRS:
            raise BadSetting(f"{self.air!r} is no kind of air.", f"Choose one of {', '.join(AIRS)}.")


ORDINARY_ROOM = Climate()
"""About 20 C and 50 %, no draught: what common practice's figures are for."""


def saturation_pressure_kpa(temperature_c: float) -> float:
    """Vapour pressure over water, kPa, 0-50 C within 0.1 %: Buck (1981), equation e_w1 without the enhancement factor."""
    return 0.61121 * math.exp(17.502 * temperature_c / (240.97 + temperature_c))


def saturation_slope_kpa_per_k(temperature_c: float) -> float:
    """How much more vapour pressure a degree more brings: the derivative of `saturation_pressure_kpa`."""
    return saturation_pressure_kpa(temperature_c) * 17.502 * 240.97 / (240.97 + temperature_c) ** 2


def deficit_kpa(climate: Climate) -> float:
    """Vapour pressure deficit: what the air could still take up."""
    return saturation_pressure_kpa(climate.temperature_c) * (1 - climate.humidity_pct / 100)


def evaporation(climate: Climate) -> float:
    """How fast water leaves a wet surface, against an ordinary room (1.0); 0 where the air is saturated."""
    return _evaporation(climate) / _evaporation(ORDINARY_ROOM)


def _evaporation(climate: Climate) -> float:
    slope = saturation_slope_kpa_per_k(climate.temperature_c)
    cooling = 1 + _COOLING_SHARE * slope / _PSYCHROMETRIC_KPA_PER_K
    return _TIMES[climate.air] * deficit_kpa(climate) / cooling
