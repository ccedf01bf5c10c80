import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra import numpy as hnp

from ypsochrom.imaging.discs import disc, nearest_label, opened, smoothed_levels
from ypsochrom.imaging.resample import enlarge_labels, fit_within, shrink

masks = hnp.arrays(bool, (24, 30))
label_images = hnp.arrays(np.uint8, (12, 16), elements=st.integers(0, 4))
diameters = st.integers(1, 9)


@given(diameters)
def test_a_disc_is_round_and_symmetric(diameter):
    shape = disc(diameter)
    assert shape.shape[0] % 2 == 1
    assert (shape == shape.T).all()
    assert (shape == shape[::-1]).all()
    assert shape[shape.shape[0] // 2, shape.shape[0] // 2] == 1


@settings(deadline=None)
@given(masks, diameters)
def test_opening_only_takes_away_and_away_from_the_edge_twice_is_once(mask, diameter):
    assert not (opened(mask, diameter) & ~mask).any()
    # beyond the edge the picture is continued, so that the second time may find another continuation
    once = opened(np.pad(mask, 10), diameter)
    assert (opened(once, diameter) == once).all()


def test_a_band_as_wide_as_the_disc_survives_and_a_thinner_one_does_not():
    mask = np.zeros((40, 40), dtype=bool)
    mask[:, 5:14] = True
    mask[:, 25:29] = True
    left = opened(mask, 7)
    assert left[20, 9]
    assert not left[:, 25:29].any()


def test_a_mass_may_end_at_the_edge_of_the_support():
    mask = np.zeros((40, 40), dtype=bool)
    mask[:, :4] = True
    assert opened(mask, 7)[:, :4].all()


@settings(deadline=None)
@given(label_images, diameters)
def test_smoothing_levels_invents_no_level(levels, diameter):
    assert set(np.unique(smoothed_levels(levels, diameter))) <= set(np.unique(levels))


def test_smoothing_removes_a_lone_speck_of_either_kind():
    levels = np.full((30, 30), 2, dtype=np.uint8)
    levels[8, 8], levels[20, 20] = 4, 0
    assert (smoothed_levels(levels, 5) == 2).all()


@settings(deadline=None)
@given(label_images, hnp.arrays(bool, (12, 16)))
def test_unknown_pixels_take_a_known_neighbours_label_and_known_ones_keep_theirs(labels, unknown):
    filled = nearest_label(labels, unknown)
    if unknown.all():
        assert (filled == 0).all()
        return
    assert (filled[~unknown] == labels[~unknown]).all()
    assert set(np.unique(filled)) <= set(np.unique(labels[~unknown]))


def test_the_nearest_label_wins():
    labels = np.array([[1, 9, 9, 9, 2]], dtype=np.uint8)
    unknown = labels == 9
    assert nearest_label(labels, unknown)[0, 1] == 1
    assert nearest_label(labels, unknown)[0, 3] == 2


@settings(deadline=None)
@given(label_images, st.integers(16, 90), st.integers(12, 70))
def test_enlarging_keeps_the_size_asked_and_invents_no_label(labels, width, height):
    large = enlarge_labels(labels, width, height)
    assert large.shape == (height, width)
    assert set(np.unique(large)) <= set(np.unique(labels))


def test_enlarging_keeps_shares_of_large_masses():
    labels = np.zeros((60, 80), dtype=np.uint8)
    labels[:, 30:] = 1
    large = enlarge_labels(labels, 640, 480)
    assert large.mean() == pytest.approx(50 / 80, abs=0.01)


@given(st.integers(1, 9000), st.integers(1, 9000), st.integers(1, 2000))
def test_fitting_within_never_enlarges_and_keeps_the_proportions(width, height, longest):
    fitted = fit_within(width, height, longest)
    assert max(fitted) <= max(longest, 1)
    assert fitted[0] <= width
    assert fitted[1] <= height
    if min(fitted) > 20:
        assert fitted[0] / fitted[1] == pytest.approx(width / height, rel=0.06)


def test_shrinking_keeps_the_mean_light():
    light = np.random.default_rng(0).random((120, 160, 3)).astype(np.float32)
    assert shrink(light, 40, 30).mean() == pytest.approx(light.mean(), abs=1e-4)
    assert shrink(light, 160, 120) is light
