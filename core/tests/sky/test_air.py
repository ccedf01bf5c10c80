"""The air: saturation pressure against the steam table, and how fast it dries."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting
from ypsochrom.sky.air import (
    ORDINARY_ROOM,
    Climate,
    deficit_kpa,
    evaporation,
    saturation_pressure_kpa,
    saturation_slope_kpa_per_k,
)

STEAM_TABLE_KPA = {5: 0.8726, 10: 1.2282, 12: 1.403, 15: 1.7058, 20: 2.3393, 25: 3.1699, 30: 4.2470, 35: 5.6290}
"""Saturation pressure of water, as printed in steam tables after IAPWS-IF97 (from memory)."""

temperatures = st.floats(5, 35)
humidities = st.floats(0, 100)


@pytest.mark.parametrize(("temperature", "kpa"), STEAM_TABLE_KPA.items())
def test_saturation_pressure_matches_the_steam_table(temperature, kpa):
    assert saturation_pressure_kpa(temperature) == pytest.approx(kpa, rel=2e-3)


@given(temperatures)
def test_the_slope_is_the_derivative(temperature):
    step = 1e-4
    rise = saturation_pressure_kpa(temperature + step) - saturation_pressure_kpa(temperature - step)
    assert saturation_slope_kpa_per_k(temperature) == pytest.approx(rise / (2 * step), rel=1e-5)


def test_deficits_of_three_rooms():
    assert deficit_kpa(Climate(20, 50)) == pytest.approx(1.17, abs=0.01)
    assert deficit_kpa(Climate(30, 30)) == pytest.approx(2.97, abs=0.01)
    assert deficit_kpa(Climate(12, 85)) == pytest.approx(0.21, abs=0.01)


def test_common_practice_warm_dry_air_halves_and_cool_damp_air_takes_three_to_five_times():
    assert evaporation(ORDINARY_ROOM) == 1.0
    assert evaporation(Climate(30, 30)) == pytest.approx(2.0, rel=0.05)
    assert 3 <= 1 / evaporation(Climate(12, 85)) <= 5
    assert 2 <= evaporation(Climate(20, 50, "draught")) <= 3


def test_saturated_air_takes_no_water():
    assert evaporation(Climate(20, 100)) == 0.0


@given(temperatures, temperatures, humidities, humidities)
def test_warmer_and_drier_air_dries_faster(t1, t2, h1, h2):
    cool, warm = sorted((t1, t2))
    dry, damp = sorted((h1, h2))
    assert evaporation(Climate(warm, dry)) >= evaporation(Climate(cool, damp)) - 1e-12


@pytest.mark.parametrize(("temperature", "humidity"), [(4.9, 50), (35.1, 50), (20, -1), (20, 101), (float("nan"), 50)])
def test_air_outside_the_model_is_said_so(temperature, humidity):
    with pytest.raises(BadSetting):
        Climate(temperature, humidity)


def test_a_kind_of_air_that_does_not_exist():
    with pytest.raises(BadSetting, match="still"):
        Climate(20, 50, "storm")
