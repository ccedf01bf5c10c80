"""“How long can I blend this, and what buys me more time?”: misting, retarder, a cooler hour, smaller parts, with figures."""

import math
from dataclasses import dataclass, replace

from ..materials.measures import DROP_ML, drops
from ..paint.drying import WetFilm, open_minutes, surface_minutes
from ..sky.air import COLDEST_C, Climate

MIST_UM = 10.0
"""A light misting leaves so much water; common practice."""

MOST_MISTS = 2
"""More runs, or lifts the film; common practice."""

_RETARDER_SHARES = (0.05, 0.10, 0.15)
_COOLER_C, _DAMPER_PCT = 4.0, 15.0


@dataclass(frozen=True)
class Way:
    """One way to more time: what is done, the minutes it then stays open, and how many more that is."""

    what: str
    open_min: float
    more_min: float
    enough: bool


@dataclass(frozen=True)
class OpenTime:
    """How long a passage stays open, how long it takes, and what buys more time, the gentlest first."""

    open_min: float
    takes_min: float
    ways: tuple[Way, ...]


def mist_minutes(film: WetFilm, climate: Climate, factor: float = 1.0) -> float:
    """Minutes that one light misting adds to a film; infinite where nothing evaporates."""
    whole = surface_minutes(film, climate) * factor
    return math.inf if math.isinf(whole) else whole * MIST_UM / film.water_um


def open_time(film: WetFilm, takes_min: float, volume_ml: float, climate: Climate, factor: float = 1.0) -> OpenTime:
    """For a passage that takes so many minutes and so many ml of paint."""
    now = open_minutes(film, climate, factor)

    def way(what: str, minutes: float, takes: float = takes_min) -> Way:
        return Way(what, minutes, minutes - now, minutes >= takes)

    found = []
    if climate.air != "still":
        found.append(
            way("close the window, turn the fan away", open_minutes(film, replace(climate, air="still"), factor))
        )
    mist = mist_minutes(film, climate, factor)
    for mists in range(1, MOST_MISTS + 1):
        times = "a light misting" if mists == 1 else f"{mists} light mistings, one after the other"
        found.append(way(times, now + mists * mist))
    for share in _RETARDER_SHARES:
        if share + film.medium_share + film.water_share <= 1:
            amount = share * volume_ml
            count = drops(max(amount, DROP_ML))
            said = f"{amount:.1f} ml" if count is None else f"{count} drop{'s' if count > 1 else ''}"
            found.append(
                way(
                    f"{share:.0%} of retarder ({said}) in the paint",
                    open_minutes(replace(film, retarder=share), climate, factor),
                )
            )
    cooler = replace(
        climate,
        temperature_c=max(COLDEST_C, climate.temperature_c - _COOLER_C),
        humidity_pct=min(95.0, max(climate.humidity_pct, climate.humidity_pct + _DAMPER_PCT)),
    )
    if cooler != climate:
        found.append(
            way(
                f"a cooler, damper hour ({cooler.temperature_c:.0f} C, {cooler.humidity_pct:.0f} %)",
                open_minutes(film, cooler, factor),
            )
        )
    if takes_min > now > 0:
        parts = math.ceil(takes_min / now)
        found.append(
            Way(f"in {parts} parts, each of {takes_min / parts:.1f} minutes", now, 0.0, takes_min / parts <= now)
        )
    return OpenTime(now, takes_min, tuple(found))
