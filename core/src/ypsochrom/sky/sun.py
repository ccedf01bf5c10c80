"""The sun over a sitting: where it stands, where shadows fall, and when the light on the subject has become another.

Positions come from `astral` (the equations of the NOAA solar calculator, after Meeus 1998), good to about 0.1 degree between the
polar circles and a little less at grazing sun.
"""

import math
import warnings
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from typing import Literal, get_args
from zoneinfo import ZoneInfo

from astral import Observer, moon
from astral import sun as almanac

from ..kit.errors import BadSetting

Cloud = Literal["clear", "broken", "overcast"]
"""Sun and cast shadows; sun that comes and goes; none to be seen."""

CLOUDS: tuple[Cloud, ...] = get_args(Cloud)

TURNED_DEG, LENGTHENED = 10.0, 1.25
"""Shadows that have turned or lengthened by more are others than those that were drawn; common practice: two to three hours."""

_WIDENS = {"clear": 1.0, "broken": 1.5}
"""Under broken cloud shadows are soft and seen by turns: what is drawn holds longer; from memory."""

GOLDEN_BELOW_DEG, LOW_BELOW_DEG, DARK_BELOW_DEG = 6.0, 15.0, -4.0
"""Golden light, low raking light, and too dark to judge colour; common practice of photographers and painters."""

_LOOKS_EVERY = timedelta(minutes=8)
"""So often it is looked, and then minute by minute: nothing in the sky comes and goes within it."""

Look = Literal["night", "twilight", "golden", "low", "day"]
PolarKind = Literal["the sun does not set", "the sun does not rise"]


@dataclass(frozen=True)
class Place:
    """Where it is painted: latitude (north) and longitude (east) in degrees, the compass direction of the view (0 north, 90
    east).

    `name` is the painter's own; nothing is looked up.
    """

    latitude_deg: float
    longitude_deg: float
    facing_deg: float = 0.0
    name: str = ""

    def __post_init__(self) -> None:
        if not -90 <= self.latitude_deg <= 90 or not -180 <= self.longitude_deg <= 180:
            raise BadSetting(
                f"{self.latitude_deg:g}, {self.longitude_deg:g} is no place.",
                "Latitude goes from -90 (south) to 90 (north), longitude from -180 (west) to 180 (east).",
            )
        if not 0 <= self.facing_deg <= 360:
            raise BadSetting(f"A view towards {self.facing_deg:g} degrees.", "Give 0 (north) to 360, 90 is east.")

    @property
    def observer(self) -> Observer:
        """The place as the almanac takes it, at sea level; exactly at a pole the day has no direction, so next to it."""
        return Observer(max(-89.99, min(89.99, self.latitude_deg)), self.longitude_deg, 0.0)


@dataclass(frozen=True)
class Light:
    """The light at a time (UTC): the sun's altitude and azimuth; how far from the view it stands (-180 to 180, right is above 0);
    shadows' length against what throws them (None: the sun is down) and how far they have turned since the start."""

    time: datetime
    altitude_deg: float
    azimuth_deg: float
    from_view_deg: float
    shadow_ratio: float | None
    shadow_turn_deg: float
    look: Look


@dataclass(frozen=True)
class SunDay:
    """Sunrise and sunset of a day (UTC); None on a polar day or night, which `polar` then says."""

    sunrise: datetime | None
    sunset: datetime | None
    polar: PolarKind | None = None


@dataclass(frozen=True)
class Holds:
    """Until when (UTC) the light is as it was at the start, and in words why it is another then."""

    until: datetime
    why: str


@dataclass(frozen=True)
class Moon:
    """The moon on an evening: days since new moon (0-28), its altitude and azimuth, and that in a word."""

    age_days: float
    altitude_deg: float
    azimuth_deg: float
    words: str


def sun_at(place: Place, time: datetime) -> tuple[float, float]:
    """Apparent altitude (with refraction) and azimuth of the sun in degrees at a time that knows its zone."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        return (
            float(almanac.elevation(place.observer, time)),
            float(almanac.azimuth(place.observer, time)) % 360,
        )


def sun_day(place: Place, day: date, zone: ZoneInfo) -> SunDay:
    """Sunrise and sunset of a local day."""
    risen = _or_none(lambda: almanac.sunrise(place.observer, day, tzinfo=zone))
    gone = _or_none(lambda: almanac.sunset(place.observer, day, tzinfo=zone))
    if risen is not None and gone is not None and gone < risen:  # sets after midnight
        gone = _or_none(lambda: almanac.sunset(place.observer, day + timedelta(days=1), tzinfo=zone))
    if risen is None or gone is None:
        noon = datetime(day.year, day.month, day.day, 12, tzinfo=zone)
        highest = max(sun_at(place, noon + timedelta(hours=hours))[0] for hours in range(-12, 12))
        kind: PolarKind = "the sun does not set" if highest > 0 else "the sun does not rise"
        return SunDay(_utc(risen), _utc(gone), kind)
    return SunDay(_utc(risen), _utc(gone))


def _or_none(asked: Callable[[], datetime]) -> datetime | None:
    try:
        return asked()
    except ValueError:  # how the almanac says that it does not happen on this day
        return None


def _utc(time: datetime | None) -> datetime | None:
    return None if time is None else time.astimezone(UTC)


def light_at(place: Place, time: datetime, start_azimuth_deg: float | None = None) -> Light:
    """The light at a time; shadows have turned since the sun stood at `start_azimuth_deg`."""
    altitude, azimuth = sun_at(place, time)
    return Light(
        time=time.astimezone(UTC),
        altitude_deg=altitude,
        azimuth_deg=azimuth,
        from_view_deg=_turn(azimuth - place.facing_deg),
        shadow_ratio=1 / math.tan(math.radians(altitude)) if altitude > 0 else None,
        shadow_turn_deg=0.0 if start_azimuth_deg is None else abs(_turn(azimuth - start_azimuth_deg)),
        look=look_of(altitude),
    )


IN_VIEW_DEG, BEHIND_DEG = 30.0, 150.0
"""Nearer to the view the sun is looked into; farther it stands behind the painter."""


def side_of(from_view_deg: float) -> str:
    """Where the sun stands to somebody who looks at the view, in words."""
    away, side = abs(from_view_deg), "right" if from_view_deg > 0 else "left"
    if away < IN_VIEW_DEG:
        return "in front of you"
    if away > BEHIND_DEG:
        return "behind you"
    return f"behind you, to the {side}" if away > (90 + IN_VIEW_DEG / 2) else f"to the {side}"


def look_of(altitude_deg: float) -> Look:
    """The light by the sun's altitude."""
    limits: tuple[tuple[float, Look], ...] = (
        (DARK_BELOW_DEG, "night"), (0.0, "twilight"), (GOLDEN_BELOW_DEG, "golden"), (LOW_BELOW_DEG, "low"),
    )  # fmt: skip
    return next((look for limit, look in limits if altitude_deg < limit), "day")


def _turn(degrees: float) -> float:
    """An angle from -180 to 180."""
    return (degrees + 180) % 360 - 180


def light_through(place: Place, begins: datetime, ends: datetime, every_min: float = 15.0) -> tuple[Light, ...]:
    """The light from begin to end, the last of it at the end itself."""
    if ends <= begins:
        raise BadSetting("The sitting ends before it begins.", "Let it end later on the same day.")
    start = sun_at(place, begins)[1]
    count = math.ceil((ends - begins).total_seconds() / 60 / every_min)
    times = [begins + timedelta(minutes=every_min * place_) for place_ in range(count)]
    return tuple(light_at(place, time, start) for time in (*times, ends))


def holds_until(samples: Sequence[Light], place: Place, cloud: Cloud = "clear") -> Holds:
    """How long the light of the first sample holds, to the minute; at the longest until the last sample."""
    first, last = samples[0], samples[-1]

    def why(time: datetime) -> str | None:
        return _why_another(first, light_at(place, time, first.azimuth_deg), cloud)

    time = first.time
    while time < last.time:
        begun, time = time, min(time + _LOOKS_EVERY, last.time)
        if why(time) is not None:
            while (said := why(begun)) is None:
                begun += timedelta(minutes=1)
            return Holds(begun, said)
    return Holds(last.time, "it holds to the end")


def _why_another(first: Light, now: Light, cloud: Cloud) -> str | None:
    if first.altitude_deg >= DARK_BELOW_DEG > now.altitude_deg:
        return "it is too dark to judge colour"
    if first.altitude_deg > 0 >= now.altitude_deg:
        return "the sun has set"
    if first.altitude_deg <= 0 < now.altitude_deg:
        return "the sun has risen"
    if first.look == "day" and now.look == "golden":
        return "the light turns golden"
    if cloud == "overcast" or first.shadow_ratio is None or now.shadow_ratio is None:
        return None  # no cast shadows to lose
    times = _WIDENS[cloud]
    if now.shadow_turn_deg > TURNED_DEG * times:
        return f"shadows have turned by {TURNED_DEG * times:.0f} degrees"
    longer = 1 + (LENGTHENED - 1) * times
    if now.shadow_ratio > first.shadow_ratio * longer:
        return f"shadows are {longer - 1:.0%} longer"
    return None


def moon_at(place: Place, time: datetime) -> Moon:
    """The moon at a time, for nocturnes: its light is judged by eye, its place and age are the almanac's."""
    age = float(moon.phase(time.date()))
    words = ("new moon", "waxing", "full moon", "waning")
    name = (
        words[0] if age < 1.5 or age > 26.5 else words[2] if 12.5 <= age <= 15.5 else words[1] if age < 14 else words[3]
    )
    return Moon(age, float(moon.elevation(place.observer, time)), float(moon.azimuth(place.observer, time)) % 360, name)
