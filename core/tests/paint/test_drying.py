"""Wet and dry as times: anchors of common practice, the two regimes, and that every input pulls its own way."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting
from ypsochrom.paint.drying import (
    MOST_RETARDER,
    WetFilm,
    drying_times,
    glaze_minutes,
    open_minutes,
    overcoat_minutes,
    sheet_time,
)
from ypsochrom.sky.air import ORDINARY_ROOM, Climate

SPANS = ("open", "tacky", "overcoat", "glaze", "through")


def mids(film, climate=ORDINARY_ROOM):
    times = drying_times(film, climate)
    return [getattr(times, name).mid for name in SPANS]


@pytest.mark.parametrize("wet_um", [60, 70, 80])
def test_common_practice_a_thin_brush_coat_is_tacky_after_four_to_six_and_dry_after_ten(wet_um):
    times = drying_times(WetFilm(wet_um))
    assert 4 <= times.tacky.mid <= 6
    assert 8 <= times.overcoat.mid <= 12
    assert 2.4 <= times.glaze.mid / times.overcoat.mid <= 3.4


def test_common_practice_climates_change_a_coat():
    coat = WetFilm(70)
    assert overcoat_minutes(coat, Climate(30, 30)) == pytest.approx(overcoat_minutes(coat) / 2, rel=0.05)
    assert 3 <= overcoat_minutes(coat, Climate(12, 85)) / overcoat_minutes(coat) <= 5


def test_common_practice_knife_work_skins_within_the_hour_and_is_not_through_for_a_day():
    times = drying_times(WetFilm(700))
    assert 15 < times.tacky.mid < times.overcoat.mid < 50
    assert times.through.mid > 24 * 60
    inside = [glaze_minutes(WetFilm(um)) - overcoat_minutes(WetFilm(um)) for um in (350, 700)]
    assert inside[1] == pytest.approx(4 * inside[0])


def test_common_practice_retarder_slow_paint_and_a_drinking_ground():
    coat = WetFilm(80)
    assert 2 <= open_minutes(WetFilm(80, retarder=0.1)) / open_minutes(coat) <= 3
    assert open_minutes(WetFilm(80, slow_paint=True)) == pytest.approx(10 * open_minutes(coat))
    assert open_minutes(WetFilm(80, beneath="absorbent")) == pytest.approx(open_minutes(coat) * 2 / 3)


@pytest.mark.parametrize("left", [0.02, 0.05, 0.1, 0.3])
def test_the_sheet_dries_as_cranks_series_has_it(left):
    """Crank (1975), equation 4.18, summed to its hundredth term: what is left of a sheet that dries to one side."""
    at = sheet_time(left)
    series = sum(
        8 / ((2 * n + 1) ** 2 * math.pi**2) * math.exp(-((2 * n + 1) ** 2) * math.pi**2 * at / 4) for n in range(100)
    )
    assert series == pytest.approx(left, rel=0.02)


shares = st.floats(0, 0.5)


@given(st.floats(5, 2000), shares, st.floats(0, MOST_RETARDER), st.sampled_from([Climate(), Climate(8, 80)]))
def test_times_come_in_order_and_spans_around_their_middle(wet_um, medium, retarder, climate):
    times = drying_times(WetFilm(wet_um, medium_share=medium, retarder=retarder), climate)
    middles = [getattr(times, name).mid for name in SPANS]
    assert middles == sorted(middles)
    for name in SPANS:
        span = getattr(times, name)
        assert 0 < span.low < span.mid < span.high


@given(st.floats(5, 2000), st.floats(5, 2000))
def test_thicker_films_take_longer(a, b):
    thin, thick = sorted((a, b))
    assert all(x <= y + 1e-9 for x, y in zip(mids(WetFilm(thin)), mids(WetFilm(thick)), strict=True))


@given(st.floats(5, 2000), shares, shares)
def test_more_medium_water_and_retarder_take_longer(wet_um, a, b):
    less, more = sorted((a, b))
    for name, scale in (("medium_share", 1.0), ("water_share", 1.0), ("retarder", 0.5)):
        films = [WetFilm(wet_um, **{name: scale * share}) for share in (less, more)]
        assert all(x <= y + 1e-9 for x, y in zip(*map(mids, films), strict=True)), name


@given(st.floats(5, 2000), st.floats(5, 35), st.floats(5, 35), st.floats(0, 99), st.floats(0, 99))
def test_warmer_drier_and_moving_air_is_faster(wet_um, t1, t2, h1, h2):
    cool, warm = sorted((t1, t2))
    dry, damp = sorted((h1, h2))
    film = WetFilm(wet_um)
    for slow, fast in (
        (Climate(cool, dry), Climate(warm, dry)),
        (Climate(cool, damp), Climate(cool, dry)),
        (Climate(cool, dry), Climate(cool, dry, "moving")),
        (Climate(cool, dry, "moving"), Climate(cool, dry, "draught")),
    ):
        assert all(x >= y * (1 - 1e-9) for x, y in zip(mids(film, slow), mids(film, fast), strict=True))


def test_in_saturated_air_nothing_dries():
    assert all(math.isinf(minutes) for minutes in mids(WetFilm(80), Climate(20, 100)))


def test_the_painters_own_factor_multiplies_and_their_spread_widens():
    usual, slow = drying_times(WetFilm(80)), drying_times(WetFilm(80), factor=2.0, spread=0.6)
    assert slow.overcoat.mid == pytest.approx(2 * usual.overcoat.mid)
    sure = drying_times(WetFilm(80), spread=0.05)
    assert sure.open.high - sure.open.low < usual.open.high - usual.open.low


@pytest.mark.parametrize(
    "facts",
    [
        {"wet_um": 0.5},
        {"wet_um": 6000},
        {"wet_um": 80, "medium_share": 1.1},
        {"wet_um": 80, "medium_share": 0.8, "water_share": 0.3},
        {"wet_um": 80, "retarder": 0.4},
        {"wet_um": 80, "retarder": -0.1},
    ],
)
def test_films_that_cannot_be_are_refused(facts):
    with pytest.raises(BadSetting):
        WetFilm(**facts)
