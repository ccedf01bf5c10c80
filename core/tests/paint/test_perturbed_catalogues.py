"""The acceptance table holds for neighbours of the catalogue too: it tests the model, not lucky numbers.

98 % of catalogues perturbed by 30 % in strength and 3 nm in band position are expected to pass (prototype finding).
"""

from dataclasses import replace

import numpy as np
import pytest

from core.tests.paint import test_acceptance as acceptance
from ypsochrom.paint import catalogue
from ypsochrom.paint.catalogue import Paint

STRENGTH, SHIFT_NM, STEP_NM = 0.3, 3.0, 10.0
SEEDS = range(12)

CHECKS = [
    acceptance.test_ultramarine_and_burnt_sienna_pass_a_near_neutral_dark_common_practice,
    acceptance.test_the_same_with_white_is_a_grey_common_practice,
    acceptance.test_ultramarine_and_ochre_make_a_dull_green_common_practice,
    acceptance.test_phthalo_blue_and_light_cadmium_make_a_strong_green_common_practice,
    acceptance.test_black_in_light_yellow_is_olive_common_practice,
    acceptance.test_carbon_black_tint_is_bluish_common_practice,
    acceptance.test_crimson_and_cadmium_yellow_make_orange_common_practice,
    acceptance.test_zinc_white_tints_less_than_titanium_common_practice,
]


def perturbed(paint: Paint, rng: np.random.Generator) -> Paint:
    """Absorption stronger or weaker and its bands moved along the spectrum; whites keep their scattering."""
    strength = 1 + STRENGTH * rng.uniform(-1, 1)
    shift = SHIFT_NM / STEP_NM * rng.uniform(-1, 1)
    at = np.arange(36.0)
    moved = np.interp(at - shift, at, paint.absorption)
    return replace(paint, absorption=moved * (1.0 if paint.is_white else strength))


@pytest.fixture(params=SEEDS)
def neighbour(request, monkeypatch):
    rng = np.random.default_rng(request.param)
    changed = {key: perturbed(paint, rng) for key, paint in catalogue.catalogue().items()}
    monkeypatch.setattr(catalogue, "catalogue", lambda: changed)
    return request.param


def passes(check) -> bool:
    try:
        check()
    except AssertionError:
        return False
    return True


def test_neighbouring_catalogues_meet_the_acceptance_table(neighbour):
    failed = [check.__name__ for check in CHECKS if not passes(check)]
    assert len(failed) <= 1, (neighbour, failed)


def test_at_least_98_percent_of_all_checks_hold_over_all_neighbours(monkeypatch):
    original = catalogue.catalogue()
    held = []
    for seed in SEEDS:
        rng = np.random.default_rng(seed)
        changed = {key: perturbed(paint, rng) for key, paint in original.items()}
        monkeypatch.setattr(catalogue, "catalogue", lambda changed=changed: changed)
        held += [passes(check) for check in CHECKS]
    assert np.mean(held) >= 0.98
