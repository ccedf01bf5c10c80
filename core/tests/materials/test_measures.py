"""Doses as a hand lays them: the same volume in every measure."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.materials.measures import DROP_ML, PEA_ML, bead_cm, dose_in_words, drops_in_a_cm, pile_width_mm, shapes


@pytest.mark.parametrize(
    ("volume_ml", "words"),
    [
        (DROP_ML, "1 drop"),
        (4 * DROP_ML, "4 drops"),
        (PEA_ML, "1 pea"),
        (2 * PEA_ML + DROP_ML, "2 peas and 1 drop"),
        (1.0, "4 peas"),
        (math.pi * 0.3**2 * 4.5, "4.5 cm of bead"),
    ],
)
def test_a_dose_is_told_as_a_hand_lays_it(volume_ml, words):
    assert dose_in_words(volume_ml, 6.0) == words


@given(st.integers(1, 2000), st.floats(3, 12))
def test_what_is_drawn_holds_the_dose(drops, nozzle_mm):
    """Domes have a twelfth of pi times the cube of their width, beads are round: the sum is the dose."""
    volume_ml = drops * DROP_ML
    drawn = shapes(volume_ml, nozzle_mm)
    if volume_ml <= 1:
        held = sum(math.pi / 12 * one.width_mm**3 for one in drawn) / 1000
    else:
        held = sum(math.pi / 4 * one.width_mm**2 * one.length_mm for one in drawn) / 1000
        assert all(one.length_mm <= 60.0 + 1e-9 for one in drawn)
        assert sum(one.length_mm for one in drawn) == pytest.approx(10 * bead_cm(volume_ml, nozzle_mm))
    assert held == pytest.approx(volume_ml)


def test_a_centimetre_of_bead_is_told_in_whole_drops():
    assert [drops_in_a_cm(nozzle) for nozzle in (1, 6, 8)] == [1, 6, 10]
    assert bead_cm(drops_in_a_cm(8) * DROP_ML, 8) == pytest.approx(1, abs=0.05)


def test_what_comes_from_no_tube_is_one_dome_of_its_volume():
    (dome,) = shapes(3.0, None)
    assert math.pi / 12 * dome.width_mm**3 == pytest.approx(3000)
    assert dose_in_words(3.0, None) == "3.0 ml"


def test_a_pile_is_a_disc_of_its_volume_until_it_is_as_wide_as_one_is_kept():
    assert math.pi / 4 * pile_width_mm(5.0) ** 2 * 2.0 == pytest.approx(5000)
    assert pile_width_mm(40) == pile_width_mm(400) < 70
