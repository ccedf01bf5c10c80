"""Sittings on the calendar: recurring, moved, around what is busy, and where the clocks change."""

from datetime import UTC, datetime, timedelta

import pytest

from ypsochrom.kit.errors import BadSetting
from ypsochrom.sittings.calendar import (
    SETTING_OUT_MIN,
    WASHING_UP_MIN,
    Busy,
    Diary,
    Moved,
    Recurring,
    begin_of,
    clock_advice,
    sittings_of,
)

MORNINGS = Recurring("09:00", 180)
HALF = SETTING_OUT_MIN + WASHING_UP_MIN


def test_sittings_recur_until_they_hold_the_work():
    found = sittings_of(Diary("2026-06-01T09:00", recurring=(MORNINGS,)), 400)
    assert [one.id for one in found] == ["2026-06-01/0", "2026-06-02/0", "2026-06-03/0"]
    assert found[0].stretches == ((SETTING_OUT_MIN, 180 - WASHING_UP_MIN),)
    assert found[1].stretches[0][0] == 24 * 60 + SETTING_OUT_MIN
    assert all(one.ends - one.begins == timedelta(hours=3) for one in found)


def test_weekends_only_and_two_a_day():
    weekend = Recurring("10:00", 120, (5, 6))
    found = sittings_of(Diary("2026-06-01T09:00", recurring=(weekend, Recurring("15:00", 90, (6,)))), 10_000)
    assert [one.id for one in found[:4]] == ["2026-06-06/0", "2026-06-07/0", "2026-06-07/1", "2026-06-13/0"]


def test_days_bound_it():
    assert len(sittings_of(Diary("2026-06-01T09:00", recurring=(MORNINGS,), days=2), 10_000)) == 2


def test_the_first_day_begins_when_it_is_said():
    found = sittings_of(Diary("2026-06-01T10:30", recurring=(MORNINGS,)), 500)
    assert found[0].id == "2026-06-01/0"
    assert found[0].stretches[0] == (SETTING_OUT_MIN, 90 - WASHING_UP_MIN)
    over = sittings_of(Diary("2026-06-01T13:00", recurring=(MORNINGS,)), 100)
    assert over[0].id == "2026-06-02/0"


def test_breaks_part_a_sitting():
    found = sittings_of(
        Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 240, rest_after_min=90, rest_min=15),)), 100
    )
    first, second, third = found[0].stretches
    assert first == (5, 95)
    assert second == (110, 200)
    assert third == (215, 230)


def test_a_sitting_that_was_dragged_and_one_left_out():
    diary = Diary(
        "2026-06-01T09:00",
        recurring=(MORNINGS,),
        moved={"2026-06-01/0": Moved("2026-06-01T14:00", 120)},
        left_out=("2026-06-02/0",),
    )
    found = sittings_of(diary, 10_000)
    assert [one.id for one in found[:2]] == ["2026-06-01/0", "2026-06-03/0"]
    assert found[0].begins == datetime(2026, 6, 1, 14, tzinfo=UTC)
    assert found[0].stretches == ((300 + SETTING_OUT_MIN, 420 - WASHING_UP_MIN),)


def test_busy_times_are_kept_free():
    busy = (
        Busy("2026-06-01T10:00:00+00:00", "2026-06-01T10:30:00+00:00", "dentist"),
        Busy("2026-06-02T00:00:00+00:00", "2026-06-03T00:00:00+00:00", "away"),
    )
    found = sittings_of(Diary("2026-06-01T09:00", recurring=(MORNINGS,), busy=busy), 10_000)
    assert found[0].stretches == ((5, 50), (95, 170))
    assert found[1].id == "2026-06-03/0"


def test_where_the_clocks_change_a_sitting_is_as_long_as_it_says():
    """Clocks in the zone of Europe's centre went forward on 29 March 2026 at 02:00, and back on 25 October at 03:00."""
    for day, utc in (("2026-03-29", 0), ("2026-10-25", -1)):
        diary = Diary(f"{day}T01:00", "Europe/Berlin", (Recurring("01:00", 180),))
        (first, *_) = sittings_of(diary, 100)
        assert first.ends - first.begins == timedelta(hours=3)
        (advice,) = clock_advice([first], "Europe/Berlin")
        assert "clocks change" in advice.message
        assert first.begins.hour == (24 + utc) % 24
    assert clock_advice(sittings_of(Diary("2026-06-01T09:00"), 100), "Europe/Berlin") == ()


def test_local_mornings_stay_mornings_over_the_change():
    found = sittings_of(Diary("2026-03-28T09:00", "Europe/Berlin", (MORNINGS,)), 500)
    assert [one.begins.hour for one in found[:3]] == [8, 7, 7]
    assert begin_of(Diary("2026-03-28T09:00", "Europe/Berlin")).hour == 8


@pytest.mark.parametrize(
    "facts",
    [
        {"begins": "tomorrow"},
        {"begins": "2026-06-01T09:00", "zone": "Nowhere/Land"},
        {"begins": "2026-06-01T09:00", "zone": "../../etc/passwd"},
        {"begins": "2026-06-01T09:00", "recurring": ()},
        {"begins": "2026-06-01T09:00", "days": 0},
        {"begins": "2026-06-01T09:00", "days": 1000},
    ],
)
def test_diaries_that_cannot_be(facts):
    with pytest.raises(BadSetting):
        Diary(**facts)


@pytest.mark.parametrize(
    "facts",
    [
        {"at": "25:00"},
        {"at": "nine"},
        {"minutes": 5},
        {"minutes": 2000},
        {"weekdays": ()},
        {"weekdays": (7,)},
        {"rest_min": -1},
    ],
)
def test_sittings_that_cannot_be(facts):
    with pytest.raises(BadSetting):
        Recurring(**facts)
