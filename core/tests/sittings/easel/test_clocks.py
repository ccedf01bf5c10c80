"""Clocks of wet paint: the drying model while the air stays, shares of it where the air changes, and water added on the way."""

from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting
from ypsochrom.paint.drying import WetFilm, drying_times
from ypsochrom.sittings.easel.clocks import Laid, Since, clock_of, due, minutes_of
from ypsochrom.sittings.easel.heap import heap_um, skinned
from ypsochrom.sky.air import Climate

T = datetime(2026, 6, 1, 9, 0, tzinfo=UTC)
ROOM, WARM, COLD, SODDEN = Climate(20, 50), Climate(30, 30), Climate(12, 85), Climate(20, 100)
COAT = WetFilm(70)
LAID = Laid(COAT, COAT)


def at(minutes):
    return T + timedelta(minutes=minutes)


def clock(air=((0, ROOM),), mists=(), laid=LAID):
    return clock_of("u", ("a",), laid, T, [Since(at(m), c) for m, c in air], [at(m) for m in mists])


def test_in_one_air_the_clocks_are_the_drying_models_times():
    times, found = drying_times(COAT, ROOM), clock()
    assert found.open_until == at(times.open.mid)
    assert (found.overcoat_at - T).total_seconds() / 60 == pytest.approx(times.overcoat.mid)
    assert (found.glaze_at - T).total_seconds() / 60 == pytest.approx(times.glaze.mid)
    assert 4 <= times.open.mid <= 6
    assert times.overcoat.mid == pytest.approx(10, abs=1)  # common practice: a thin coat after about ten minutes


def test_the_coat_that_closes_first_and_the_one_that_dries_last_give_the_clocks():
    thick = WetFilm(140)
    found = clock(laid=Laid(COAT, thick))
    assert found.open_until == clock().open_until
    assert found.overcoat_at == clock(laid=Laid(thick, thick)).overcoat_at


def test_half_dry_in_the_cold_it_needs_half_of_the_time_in_the_warmth():
    cold = drying_times(COAT, COLD).overcoat.mid
    warm = drying_times(COAT, WARM).overcoat.mid
    found = clock(air=((0, COLD), (cold / 2, WARM)))
    assert (found.overcoat_at - T).total_seconds() / 60 == pytest.approx(cold / 2 + warm / 2)


@given(st.floats(0.5, 60), st.floats(8, 30), st.floats(20, 90))
def test_a_change_of_air_never_puts_a_clock_outside_those_of_both_airs(minute, degrees, humidity):
    other = Climate(degrees, humidity)
    changed = clock(air=((0, ROOM), (minute, other)))
    alone = sorted([clock().overcoat_at, clock(air=((0, other),)).overcoat_at])
    slack = timedelta(seconds=1)
    assert alone[0] - slack <= changed.overcoat_at <= alone[1] + slack


def test_misting_buys_three_to_four_minutes_in_a_room_and_none_on_a_skin():
    """Common practice: a light misting of 10 um of water buys 3 to 4 minutes at 20 C and 50 %."""
    plain = clock()
    misted = clock(mists=(2,))
    assert 3 <= (misted.open_until - plain.open_until).total_seconds() / 60 <= 4
    assert misted.overcoat_at - plain.overcoat_at == misted.open_until - plain.open_until
    assert misted.mists == 1
    late = clock(mists=(9,))
    assert late.open_until == plain.open_until
    assert late.mists == 0


def test_a_misting_right_after_the_stroke_counts_whole():
    assert clock(mists=(0.01,)).open_until - clock().open_until == clock(mists=(3,)).open_until - clock().open_until


def test_retarder_worked_in_stretches_what_is_left():
    minutes = minutes_of(LAID, ROOM)
    air = [Since(T, ROOM), Since(at(2), ROOM, retarder=0.10)]
    found = clock_of("u", ("a",), LAID, T, air, ())
    left = minutes.open_min - 2
    expected = 2 + left * minutes.retarded_open_min / minutes.open_min
    assert (found.open_until - T).total_seconds() / 60 == pytest.approx(expected)
    assert 2 <= minutes.retarded_open_min / minutes.open_min <= 3  # common practice: a tenth doubles to triples


def test_in_saturated_air_nothing_is_ever_dry_and_warmth_mends_it():
    assert clock(air=((0, SODDEN),)).overcoat_at is None
    assert clock(air=((0, SODDEN), (30, WARM))).overcoat_at is not None


def test_the_air_has_to_be_known_from_the_first_stroke_on():
    with pytest.raises(BadSetting, match="air at the time of painting"):
        clock(air=((5, ROOM),))


def test_due_counts_shares_of_every_stretch():
    assert due(T, [(T, 10.0)]) == at(10)
    assert due(T, [(T, 10.0), (at(5), 20.0)]) == at(15)
    assert due(T, [(T, 10.0)], [(at(5), 4.0)]) == at(14)
    assert due(T, [(T, float("inf"))]) is None
    assert due(T, [(T, float("inf")), (at(60), 10.0)]) == at(70)


@given(st.floats(0.05, 60))
def test_a_larger_pile_keeps_longer(ml):
    air = [Since(T, ROOM)]
    assert heap_um(ml) <= heap_um(ml * 2)
    assert skinned(T, ml, air) <= skinned(T, ml * 2, air)


def test_a_pea_of_paint_skins_within_an_hour_or_two_in_a_room_and_keeps_in_saturated_air():
    """From memory: painters spray their palette every half hour for this reason."""
    skin = skinned(T, 0.25, [Since(T, ROOM)])
    assert timedelta(minutes=30) < skin - T < timedelta(hours=2)
    assert skinned(T, 0.25, [Since(T, SODDEN)]) is None
