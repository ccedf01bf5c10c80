"""Gradations found where a colour runs along one axis, with its direction; not in what is flat, textured or made of two."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.areas.gradations import EXPLAINED, LEAST_SPAN_DE, Fall, gradation_along, gradation_of

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


def test_on_a_wall_beside_a_window_the_bands_lie_as_the_light_falls():
    lab = lab_of(92 - 0.45 * np.hypot(X + 25, Y - 15)) + NOISE
    found = gradation_of(lab, SPOTS)
    assert found is not None
    straight = replace(found, fall=None)
    off, off_straight = (np.abs(one.at(one.along(SPOTS)) - lab).mean() for one in (found, straight))
    assert found.bends
    assert off < 0.7 * off_straight
    assert off < 1.2 * np.abs(NOISE).mean()
    assert found.along(np.array([[0.0, 15.0]])) < 0.05 < 0.95 < found.along(np.array([[119.0, 89.0]]))


@given(turn=st.floats(0, 2 * np.pi))
@settings(max_examples=15, deadline=None)
def test_light_that_falls_straight_is_laid_straight(turn):
    along = X * np.cos(turn) + Y * np.sin(turn)
    found = gradation_of(lab_of(30 + 40 * (along - along.min()) / np.ptp(along)) + NOISE, SPOTS)
    assert found is not None
    assert not found.bends
    assert np.abs(found.along(SPOTS) - replace(found, fall=None).along(SPOTS)).mean() < 0.04


def test_what_the_painter_draws_runs_straight_and_ends_at_its_ends():
    drawn = gradation_along(lab_of(90 - 60 * X / 119), SPOTS, (20, 40), (100, 40))
    assert drawn is not None
    assert not drawn.bends
    assert drawn.along(np.array([[0, 40], [20, 5], [60, 80], [100, 40], [119, 40]], dtype=float)) == pytest.approx(
        [0, 0, 0.5, 1, 1]
    )


def test_a_fall_is_read_between_its_crossings_and_beyond_them_as_at_its_rim():
    fall = Fall((10.0, 20.0), 5.0, ((0.0, 0.4), (0.2, 1.0)))
    spots = np.array([[10, 20], [15, 25], [12.5, 20], [12.5, 22.5], [-99, 0], [99, 99]], dtype=float)
    assert fall.at(spots) == pytest.approx([0.0, 1.0, 0.2, 0.4, 0.0, 1.0])
    assert fall.at(fall.crossings) == pytest.approx([0.0, 0.4, 0.2, 1.0])
    line = Fall((0.0, 0.0), 5.0, ((0.0, 1.0),))
    assert line.at(np.array([[2.5, 30.0]])) == pytest.approx([0.5])


@pytest.mark.parametrize("narrow_end", ["light", "dark"])
def test_how_much_of_the_surface_lies_where_is_told(narrow_end):
    """A sail: a triangle that the light crosses, so that most of it is dark, or most of it light."""
    tall = X / 119 if narrow_end == "light" else 1 - X / 119
    inside = (np.abs(Y - 45) < 44 * tall).ravel()
    lab, spots = lab_of(90 - 50 * X / 119)[inside], SPOTS[inside]
    shares = np.linspace(0.1, 0.9, 17)
    for found in (gradation_of(lab, spots), gradation_along(lab, spots, (0.0, 45.0), (119.0, 45.0))):
        assert found is not None
        assert found.before(shares) == pytest.approx(np.quantile(found.along(spots), shares), abs=0.03)
        assert found.before(np.array([0.5]))[0] == pytest.approx(0.71 if narrow_end == "light" else 0.29, abs=0.05)
    even = replace(found, spread=())
    assert even.before(shares) == pytest.approx(shares)
