"""Tubes learned from piles mixed of them: on simulated tubes whose truth is known."""

import numpy as np
import pytest

from ypsochrom.colour import spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadReading
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedTubes
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.paint.from_piles import ReadPile, learn_tubes

KEYS = ("PW6", "PY42", "PBr7bu", "PB29", "PBk9", "PR101")
BOX = Paintbox.of(paint(key) for key in KEYS)


def parts(random):
    own = random.choice(KEYS[1:], random.integers(1, 4), replace=False)
    return {"PW6": float(random.integers(1, 12)), **{str(key): float(random.integers(1, 6)) for key in own}}


def mixed(random, tubes, recipe, slip):
    really = {key: amount * np.exp(random.normal(0, slip)) for key, amount in recipe.items()}
    box = Paintbox.of(tubes.truth(one) for one in BOX.only(really).paints)
    return appearance.dry_reflectance(appearance.parts_vector(really, box), box)


def piles(seed, count, strength=0.3):
    random, tubes = np.random.default_rng(seed), SimulatedTubes(seed, strength)
    read = SimulatedColorimeter(seed, drift_lab=0.0)
    recipes = [parts(random) for _ in range(count)]
    return [ReadPile(one, read.read(mixed(random, tubes, one, 0.1))) for one in recipes], tubes, random


@pytest.mark.parametrize("seed", [11, 12, 13])
def test_piles_not_seen_are_predicted_nearer_by_a_third(seed):
    logged, tubes, random = piles(seed, 24)
    found = learn_tubes(BOX, logged)
    ours = Paintbox.of({one.key: one for one in found.paints}.get(one.key, one) for one in BOX.paints)
    unseen = [parts(random) for _ in range(40)]
    truth = [spectra.reflectance_to_lab(mixed(random, tubes, one, 0.0)) for one in unseen]

    def off(box):
        return np.median(
            [delta_e_2000(appearance.dry_lab_of_pile(one, box), lab) for one, lab in zip(unseen, truth, strict=True)]
        )

    assert off(ours) < 2 / 3 * off(BOX)
    assert found.gain > 0
    assert found.in_piles == {one.key: sum(one.key in pile.parts for pile in logged) for one in found.paints}


def test_a_pile_of_which_nothing_is_true_changes_little():
    logged, tubes, random = piles(21, 30)
    wrong = [*logged, ReadPile({"PB29": 1.0, "PW6": 4.0}, (60.0, 60.0, 50.0))]
    test = [
        (one, spectra.reflectance_to_lab(mixed(random, tubes, one, 0.0))) for one in (parts(random) for _ in range(30))
    ]

    def off(found):
        box = Paintbox.of({one.key: one for one in found.paints}.get(one.key, one) for one in BOX.paints)
        return np.median([delta_e_2000(appearance.dry_lab_of_pile(one, box), lab) for one, lab in test])

    assert off(learn_tubes(BOX, wrong)) < off(learn_tubes(BOX, logged)) + 0.3


def test_white_stays_as_it_is_and_tubes_that_are_as_they_should_be_are_hardly_moved():
    random = np.random.default_rng(4)
    recipes = [parts(random) for _ in range(20)]
    found = learn_tubes(BOX, [ReadPile(one, tuple(appearance.dry_lab_of_pile(one, BOX))) for one in recipes])
    assert "PW6" not in {one.key for one in found.paints}
    for one in found.paints:
        assert np.allclose(one.absorption, paint(one.key).absorption, rtol=0.01)
    assert found.before_de00 == pytest.approx(0, abs=1e-6)
    assert found.gain == 0


def test_too_few_piles_and_impossible_ones_are_refused():
    with pytest.raises(BadReading, match="too little"):
        learn_tubes(BOX, [ReadPile({"PB29": 1.0}, (30.0, 0.0, -40.0))] * 5)
    for wrong in ({}, {"PB29": -1.0}, {"PB29": 0.0}):
        with pytest.raises(BadReading):
            ReadPile(wrong, (30.0, 0.0, 0.0))
    with pytest.raises(BadReading):
        ReadPile({"PB29": 1.0}, (float("nan"), 0.0, 0.0))
