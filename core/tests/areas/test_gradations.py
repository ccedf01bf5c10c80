"""Gradations found where a colour runs along one axis, with its direction; not in what is flat, textured or made of two."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.areas.gradations import EXPLAINED, LEAST_SPAN_DE, gradation_along, gradation_of

Y, X = (values.astype(float) for values in np.mgrid[0:90, 0:120])
SPOTS = np.stack([X.ravel(), Y.ravel()], axis=-1)
NOISE = np.random.default_rng(3).normal(0, 1, (len(SPOTS), 3))


def lab_of(lightness, a=0.0, b=0.0):
    flat = [np.broadcast_to(values, X.shape).ravel() for values in (lightness, a, b)]
    return np.stack(flat, axis=-1).astype(float)


@settings(max_examples=30, deadline=None)
@given(turn=st.floats(0, 2 * np.pi), span=st.floats(14, 60), texture=st.floats(0, 6))
def test_a_ramp_is_found_in_any_direction_with_the_lighter_end_first_whatever_its_texture(turn, span, texture):
    along = X * np.cos(turn) + Y * np.sin(turn)
    along = (along - along.min()) / np.ptp(along)
    found = gradation_of(lab_of(30 + span * along) + texture * NOISE, SPOTS)
    assert found is not None
    assert found.start_lab[0] > found.end_lab[0]
    pointing = np.subtract(found.start, found.end)
    assert pointing @ [np.cos(turn), np.sin(turn)] / np.linalg.norm(pointing) > 0.98
    assert EXPLAINED <= found.explained <= 1
    nearly_all = np.ptp(np.quantile(along, (0.03, 0.97)))
    assert found.start_lab[0] - found.end_lab[0] == pytest.approx(span * nearly_all, rel=0.15)


def test_a_sky_that_pales_and_warms_towards_its_foot_runs_upright():
    found = gradation_of(lab_of(60 + 25 * Y / 89, -5 + 8 * Y / 89, -30 + 35 * Y / 89), SPOTS)
    assert found is not None
    assert found.start[1] > found.end[1]
    assert found.start[0] == pytest.approx(found.end[0], abs=1)
    assert found.end_lab[2] < -20 < 0 < found.start_lab[2]


def test_a_hue_alone_may_run():
    found = gradation_of(lab_of(55.0, 25 * X / 119, 25 - 25 * X / 119), SPOTS)
    assert found is not None
    assert abs(found.start[0] - found.end[0]) > 80


@pytest.mark.parametrize(
    "lab",
    [
        lab_of(50.0),
        lab_of(50.0) + 5 * NOISE,
        lab_of(50 + LEAST_SPAN_DE * 0.7 * X / 119),
        lab_of(50 + 20 * np.cos(X / 12)),
        lab_of(np.where((X // 30 + Y // 30) % 2 > 0, 70.0, 30.0)),
        lab_of(50 + 20 * np.hypot(X - 60, Y - 45) / 75),
    ],
    ids=["flat", "textured", "hardly running", "waves", "squares", "round"],
)
def test_what_does_not_run_along_one_axis_is_no_gradation(lab):
    assert gradation_of(lab, SPOTS) is None


def test_a_few_pixels_are_no_gradation():
    assert gradation_of(lab_of(X)[:40], SPOTS[:40]) is None


def test_a_gradation_that_the_painter_draws_has_the_colours_along_their_arrow_however_little_it_explains():
    lab = lab_of(30 + 40 * X / 119) + 12 * NOISE
    level = gradation_along(lab, SPOTS, (100.0, 45.0), (20.0, 45.0))
    assert level.start == (100.0, 45.0)
    assert level.start_lab[0] == pytest.approx(30 + 40 * 100 / 119, abs=3)
    assert level.end_lab[0] == pytest.approx(30 + 40 * 20 / 119, abs=3)
    upright = gradation_along(lab, SPOTS, (60.0, 5.0), (60.0, 85.0))
    assert upright.explained < 0.1
    assert upright.start_lab[0] == pytest.approx(upright.end_lab[0], abs=4)


def test_an_arrow_is_turned_so_that_its_lighter_end_comes_first_and_one_without_length_is_none():
    lab = lab_of(30 + 40 * X / 119)
    assert gradation_along(lab, SPOTS, (0.0, 45.0), (119.0, 45.0)).start == (119.0, 45.0)
    assert gradation_along(lab, SPOTS, (5.0, 5.0), (5.0, 5.0)) is None
