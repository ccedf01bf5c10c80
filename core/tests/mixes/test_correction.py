"""Corrections against simulated piles whose truth is known."""

import numpy as np
import pytest

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadRecipe
from ypsochrom.mixes.correction import PileState, correct
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import best_recipes
from ypsochrom.mixes.table import table_for
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox

BOX = paintbox(["PW6", "PY35m", "PY42", "PBr7bs", "PBr7ru", "PR108", "PB29", "PG7"])
TARGETS = np.array([[60, 12, 28], [42, -8, 4], [72, 3, -9], [35, 18, 14], [55, 2, 3]], dtype=float)


def slipped(target, seed, slip=0.35):
    """A pile for the target with every amount off, its true parts, and its true dry and wet colour."""
    recipe = best_recipes(table_for(BOX), target)[0].recipe
    rng = np.random.default_rng(seed)
    true = {key: parts * float(np.exp(rng.normal(0, slip))) for key, parts in recipe.parts}
    amounts = appearance.parts_vector(true, BOX)
    return recipe, true, appearance.dry_lab(amounts, BOX), appearance.wet_lab(amounts, BOX)


def after(true, answer, volume):
    """The true pile with the first correction put in."""
    scale = volume / sum(true.values())
    amounts = appearance.parts_vector({key: n * scale for key, n in true.items()}, BOX)
    return appearance.dry_lab(amounts + appearance.parts_vector(dict(answer.corrections[0].adds_ml), BOX), BOX)


@pytest.mark.parametrize("wet", [False, True])
def test_corrections_bring_wrong_piles_to_their_target(wet):
    before, mended = [], []
    for seed, target in enumerate(np.repeat(TARGETS, 3, axis=0)):
        recipe, true, dry, wet_lab = slipped(target, seed)
        came_out = tuple((wet_lab if wet else dry).tolist())
        answer = correct(PileState(recipe, 10.0, came_out, wet=wet), target, BOX)
        if answer.leave or not answer.corrections:
            continue
        before.append(float(delta_e_2000(dry, target)))
        mended.append(float(delta_e_2000(after(true, answer, 10.0), target)))
        assert answer.corrections[0].de00 < answer.pile_de00
    assert len(before) >= 8
    assert np.median(mended) < 1.0
    assert np.median(mended) < 0.35 * np.median(before)


def test_a_pile_that_is_right_is_left_alone():
    target = TARGETS[0]
    recipe = best_recipes(table_for(BOX), target)[0].recipe
    dry = appearance.dry_lab(appearance.parts_vector(recipe.mapping, BOX), BOX)
    answer = correct(PileState(recipe, 10.0, tuple(dry.tolist())), target, BOX)
    assert answer.leave
    assert answer.pile_words == "value right, colour right"


def test_only_what_the_shelf_has_is_proposed():
    recipe, _, dry, _ = slipped(TARGETS[1], 5)
    few = BOX.only([*recipe.keys[:2], "PB29"])
    answer = correct(PileState(recipe, 10.0, tuple(dry.tolist())), TARGETS[1], few)
    for correction in answer.corrections:
        assert {key for key, _ in correction.adds_ml} <= set(few.keys)
        assert 1 <= len(correction.adds_ml) <= 2


def test_nothing_is_proposed_of_which_too_little_is_left():
    recipe, _, dry, _ = slipped(TARGETS[1], 5, slip=0.6)
    pile = PileState(recipe, 10.0, tuple(dry.tolist()))
    left = dict.fromkeys(BOX.keys, 0.15)
    scarce = correct(pile, TARGETS[1], BOX, left_ml=left)
    assert scarce.corrections
    assert all(ml <= 0.15 + 1e-9 for c in scarce.corrections for _, ml in c.adds_ml)
    nothing = correct(pile, TARGETS[1], BOX, left_ml={})
    assert nothing.corrections == ()
    assert nothing.fresh_costs_less


def test_growth_and_volume_follow_from_the_additions():
    recipe, _, dry, _ = slipped(TARGETS[2], 3, slip=0.6)
    for correction in correct(PileState(recipe, 8.0, tuple(dry.tolist())), TARGETS[2], BOX).corrections:
        added = sum(ml for _, ml in correction.adds_ml)
        assert correction.volume_ml == pytest.approx(8.0 + added)
        assert correction.share == pytest.approx(added / 8.0)


def test_a_pile_far_too_dark_costs_more_to_mend_than_a_fresh_one():
    dark = Recipe.of({"PB29": 1, "PBr7bs": 1})
    lab = appearance.dry_lab(appearance.parts_vector(dark.mapping, BOX), BOX)
    light = np.array([85.0, 0.0, 3.0])
    answer = correct(PileState(dark, 10.0, tuple(lab.tolist())), light, BOX, needed_ml=5.0)
    assert answer.fresh_costs_less
    assert answer.fresh_ml == 5.0


def test_prices_decide_where_all_are_known():
    recipe, _, dry, _ = slipped(TARGETS[0], 1)
    prices = dict.fromkeys(BOX.keys, 0.1)
    answer = correct(PileState(recipe, 10.0, tuple(dry.tolist())), TARGETS[0], BOX, price_per_ml=prices)
    assert answer.fresh_cost == pytest.approx(1.0)
    assert answer.correction_cost == pytest.approx(0.1 * sum(ml for _, ml in answer.corrections[0].adds_ml))
    assert not answer.fresh_costs_less
    assert correct(PileState(recipe, 10.0, tuple(dry.tolist())), TARGETS[0], BOX, price_per_ml={}).fresh_cost is None


def test_permuting_tubes_changes_nothing():
    recipe, _, dry, _ = slipped(TARGETS[3], 2)
    pile = PileState(recipe, 10.0, tuple(dry.tolist()))
    here, there = (correct(pile, TARGETS[3], box) for box in (BOX, BOX.only(BOX.keys[::-1])))
    assert {k for k, _ in here.corrections[0].adds_ml} == {k for k, _ in there.corrections[0].adds_ml}


@pytest.mark.parametrize("volume", [0, -3, float("nan"), float("inf")])
def test_a_pile_of_no_size_is_refused(volume):
    with pytest.raises(BadRecipe):
        correct(PileState(Recipe.of({"PW6": 1}), volume, (90.0, 0, 0)), TARGETS[0], BOX)


def test_a_correction_is_whole_drops_and_none_where_leaving_is_best():
    recipe, _, dry, _ = slipped(TARGETS[3], 2)
    came_out = tuple(dry.tolist())
    for volume_ml in (0.5, 2.0, 10.0):
        answer = correct(PileState(recipe, volume_ml, came_out), TARGETS[3], BOX)
        assert answer.corrections
        for correction in answer.corrections:
            drops = np.array([ml for _, ml in correction.adds_ml]) / 0.05
            np.testing.assert_allclose(drops, np.round(drops), atol=1e-6)
            assert drops.min() >= 1 - 1e-6
    right = correct(PileState(recipe, 10.0, came_out), dry, BOX)
    assert right.leave
    assert right.corrections == ()
    assert not right.fresh_costs_less
