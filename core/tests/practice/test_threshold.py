"""Thresholds found by the psi method (Kontsevich and Tyler 1999) on simulated learners."""

import numpy as np
import pytest

from ypsochrom.practice.threshold import LAPSES, Seen, chance_of_right, next_level, told


def learner(threshold, slope, options, seed, trials=40):
    random, answers = np.random.default_rng(seed), []
    for _ in range(trials):
        level = next_level(answers, options)
        chance = float(chance_of_right(np.log10(level), np.log10(threshold), slope, options))
        answers.append(Seen(level, bool(random.random() < chance)))
    return told(answers, options)


@pytest.mark.parametrize(("threshold", "slope", "options"), [(1.0, 3.5, 2), (0.6, 3.5, 4), (1.7, 5.0, 3)])
def test_after_forty_answers_the_threshold_is_within_a_tenth_for_half_of_the_learners(threshold, slope, options):
    found = [learner(threshold, slope, options, seed) for seed in range(300, 340)]
    off = [abs(one.threshold / threshold - 1) for one in found]
    assert np.median(off) <= 0.10
    assert 0.65 <= np.mean([one.low <= threshold <= one.high for one in found]) <= 1.0


def test_weibulls_function_runs_from_guessing_to_all_but_lapses():
    assert float(chance_of_right(-3, 0, 3.5, 4)) == pytest.approx(0.25, abs=1e-6)
    assert float(chance_of_right(3, 0, 3.5, 4)) == pytest.approx(1 - LAPSES)
    at = float(chance_of_right(0, 0, 3.5, 2))
    assert at == pytest.approx(0.5 + (0.5 - LAPSES) * (1 - np.exp(-1)))


def test_right_answers_make_it_harder_and_wrong_ones_easier():
    first = next_level([])
    assert next_level([Seen(first, True)] * 4) < first < next_level([Seen(first, False)] * 4)


def test_without_answers_the_usual_threshold_is_believed_with_a_wide_interval():
    found = told([])
    assert found.threshold == pytest.approx(1.0)
    assert found.low < 0.5
    assert found.high > 2
