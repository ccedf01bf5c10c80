"""What lies off is left out; the scatter is that of most."""

import numpy as np
import pytest

from ypsochrom.colour import srgb
from ypsochrom.imaging.robust import TUKEY, scatter, tukey


def test_tukeys_weights_are_1_at_the_middle_and_0_from_their_reach_on():
    """beaton1974: w(u) = (1 - u^2)^2 within 1."""
    assert tukey(np.array([0.0, 0.5, 1.0, 3.0, -0.5])) == pytest.approx([1, 0.5625, 0, 0, 0.5625])


def test_the_usual_reach_loses_a_twentieth_of_the_efficiency_for_normal_errors():
    """The textbook property of 4.685: a mean with these weights has 95 % of the efficiency of the plain mean."""
    rng = np.random.default_rng(3)
    samples = rng.normal(0, 1, (4000, 60))
    plain = samples.mean(axis=1)
    middle = np.median(samples, axis=1, keepdims=True)
    for _ in range(10):
        weight = tukey((samples - middle) / TUKEY)
        middle = (weight * samples).sum(axis=1, keepdims=True) / weight.sum(axis=1, keepdims=True)
    assert plain.var() / middle.var() == pytest.approx(0.95, abs=0.02)


def test_scatter_is_the_standard_deviation_and_does_not_see_a_tenth_that_lies_off():
    off = np.random.default_rng(4).normal(0, 2.0, 20_000)
    assert scatter(off) == pytest.approx(2.0, rel=0.03)
    off[:2000] = 500.0
    assert scatter(off) == pytest.approx(2.0, rel=0.2)


def test_luminance_is_y_of_xyz():
    light = np.random.default_rng(5).uniform(0, 1, (6, 3))
    assert srgb.luminance(light) == pytest.approx(srgb.linear_to_xyz(light)[..., 1])
