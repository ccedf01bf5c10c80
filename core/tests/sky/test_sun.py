"""The sun: against published positions, over the poles, and how long a light holds."""

from datetime import UTC, date, datetime, timedelta, timezone
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting
from ypsochrom.sky.sun import (
    TURNED_DEG,
    Place,
    holds_until,
    light_at,
    light_through,
    look_of,
    moon_at,
    side_of,
    sun_at,
    sun_day,
)

NORTH = Place(54.1, -3.2, 200)


def at(hour, minute=0, day=date(2026, 6, 21)):
    return datetime(day.year, day.month, day.day, hour, minute, tzinfo=UTC)


def test_position_matches_the_worked_example_of_reda_and_andreas_2004():
    """Solar position algorithm, appendix A.5: zenith 50.11162, azimuth 194.34024 degrees (from memory)."""
    time = datetime(2003, 10, 17, 12, 30, 30, tzinfo=timezone(timedelta(hours=-7)))
    altitude, azimuth = sun_at(Place(39.742476, -105.1786), time)
    assert altitude == pytest.approx(90 - 50.11162, abs=0.1)
    assert azimuth == pytest.approx(194.34024, abs=0.1)


@pytest.mark.parametrize(
    ("day", "hour", "declination"),
    [(date(2026, 6, 21), (12, 2), 23.436), (date(2026, 12, 21), (11, 58), -23.436), (date(2026, 3, 20), (12, 7), 0.0)],
)
def test_noon_on_the_prime_meridian_is_as_high_as_the_declination_has_it(day, hour, declination):
    """At the meridian altitude is 90 - latitude + declination; the obliquity of 2026 is 23.436 degrees (Meeus 1998, chapter
    22)."""
    altitude, azimuth = sun_at(Place(51.4778, 0.0), at(*hour, day=day))
    assert altitude == pytest.approx(90 - 51.4778 + declination, abs=0.15)
    assert azimuth == pytest.approx(180, abs=0.6)


def test_sunrise_at_the_equinox_is_about_six_and_in_the_east():
    day = sun_day(Place(0.0, 0.0), date(2026, 3, 20), ZoneInfo("UTC"))
    assert abs(day.sunrise - at(6, 4, date(2026, 3, 20))) < timedelta(minutes=3)
    assert sun_at(Place(0.0, 0.0), day.sunrise)[1] == pytest.approx(90, abs=0.5)


@pytest.mark.parametrize(
    ("latitude", "day", "polar"),
    [
        (75, date(2026, 6, 21), "the sun does not set"),
        (75, date(2026, 12, 21), "the sun does not rise"),
        (-75, date(2026, 12, 21), "the sun does not set"),
        (90, date(2026, 6, 1), "the sun does not set"),
        (-90, date(2026, 6, 1), "the sun does not rise"),
    ],
)
def test_polar_day_and_polar_night_are_said(latitude, day, polar):
    found = sun_day(Place(latitude, 10), day, ZoneInfo("UTC"))
    assert found.polar == polar
    assert found.sunrise is None or found.sunset is None


def test_a_sun_that_sets_after_midnight_sets_after_it_rose():
    found = sun_day(Place(64.5, -21), date(2026, 6, 21), ZoneInfo("UTC"))
    assert found.polar is None
    assert timedelta(hours=20) < found.sunset - found.sunrise < timedelta(hours=24)


def test_shadows_are_as_long_as_high_at_45_degrees_and_none_by_night():
    samples = light_through(NORTH, at(0), at(23), every_min=1)
    middle = min(samples, key=lambda light: abs(light.altitude_deg - 45))
    assert middle.shadow_ratio == pytest.approx(1, abs=0.01)
    assert all((light.shadow_ratio is None) == (light.altitude_deg <= 0) for light in samples)


def test_where_the_sun_stands_to_the_view():
    into_the_sun = Place(54.1, -3.2, sun_at(NORTH, at(10))[1])
    assert light_at(into_the_sun, at(10)).from_view_deg == pytest.approx(0, abs=1e-6)
    assert light_at(Place(54.1, -3.2, 0), at(9)).from_view_deg > 0


def test_the_light_holds_until_shadows_have_turned_by_ten_degrees():
    samples = light_through(NORTH, at(9), at(12))
    holds = holds_until(samples, NORTH)
    turned = [
        light_at(NORTH, holds.until + timedelta(minutes=m), samples[0].azimuth_deg).shadow_turn_deg for m in (-1, 0)
    ]
    assert turned[0] <= TURNED_DEG < turned[1]
    assert "turned" in holds.why


def test_in_the_afternoon_they_lengthen_first():
    place = Place(10, 0, 0)
    samples = light_through(place, at(14, 30), at(17))
    holds = holds_until(samples, place)
    assert "longer" in holds.why
    now = light_at(place, holds.until, samples[0].azimuth_deg)
    assert now.shadow_ratio > 1.25 * samples[0].shadow_ratio
    assert now.shadow_turn_deg < TURNED_DEG


def test_clouds_widen_what_holds():
    samples = light_through(NORTH, at(9), at(12))
    clear, broken, overcast = (holds_until(samples, NORTH, cloud).until for cloud in ("clear", "broken", "overcast"))
    assert clear < broken < overcast == samples[-1].time


def test_into_the_evening_the_light_turns_golden_then_the_sun_sets():
    holds = holds_until(light_through(NORTH, at(16), at(22)), NORTH, "overcast")
    assert holds.why == "the light turns golden"
    late = holds_until(light_through(NORTH, holds.until + timedelta(minutes=1), at(22)), NORTH, "overcast")
    assert late.why == "the sun has set"
    assert abs(late.until - sun_day(NORTH, date(2026, 6, 21), ZoneInfo("UTC")).sunset) < timedelta(minutes=6)


@pytest.mark.parametrize(
    ("degrees", "words"),
    [(0, "in front of you"), (-29, "in front of you"), (60, "to the right"), (-60, "to the left"),
     (130, "behind you, to the right"), (-140, "behind you, to the left"), (179, "behind you")],
)  # fmt: skip
def test_where_the_sun_stands_is_said_as_a_painter_sees_it(degrees, words):
    assert side_of(degrees) == words


@given(st.floats(-90, 90))
def test_every_altitude_has_its_look(altitude):
    assert look_of(altitude) in ("night", "twilight", "golden", "low", "day")


def test_full_moon_by_the_almanac():
    """There was a full moon on 31 May 2026 and a new moon on 15 June 2026 (general almanacs, from memory)."""
    assert moon_at(NORTH, at(22, day=date(2026, 5, 31))).words == "full moon"
    assert moon_at(NORTH, at(22, day=date(2026, 6, 15))).words == "new moon"


@pytest.mark.parametrize("place", [(91, 0, 0), (0, 181, 0), (0, 0, 361), (float("nan"), 0, 0)])
def test_places_that_do_not_exist(place):
    with pytest.raises(BadSetting):
        Place(*place)


def test_a_sitting_that_ends_before_it_begins():
    with pytest.raises(BadSetting, match="before"):
        light_through(NORTH, at(12), at(9))
