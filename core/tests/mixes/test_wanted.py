"""What the painter asks of recipes, pile-building, and the quick search over many colours."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadSetting, NoRecipe
from ypsochrom.mixes.adding import additions
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import Wanted, best_recipes, evaluate, nearest_recipes
from ypsochrom.mixes.table import table_for
from ypsochrom.paint.catalogue import paintbox

BOX = paintbox(["PW6", "PY35m", "PY42", "PBr7bs", "PR108", "PB29", "PG7"])
TARGETS = st.tuples(st.floats(25, 90), st.floats(-25, 35), st.floats(-30, 45)).map(np.array)


@settings(max_examples=25)
@given(TARGETS, st.sampled_from(BOX.keys), st.sampled_from(BOX.keys), st.integers(2, 4))
def test_recipes_keep_to_what_is_asked(target, must, must_not, most):
    if must == must_not:
        return
    wanted = Wanted((must,), (must_not,), most)
    for match in best_recipes(table_for(BOX), target, wanted=wanted):
        assert must in match.recipe.keys
        assert must_not not in match.recipe.keys
        assert len(match.recipe.keys) <= most


def test_asking_for_nothing_changes_nothing():
    target = np.array([55.0, 10, 20])
    table = table_for(BOX)
    assert best_recipes(table, target) == best_recipes(table, target, wanted=Wanted())
    ruled_out = best_recipes(table, target, wanted=Wanted(must_not=("PV23",)))  # not on the palette anyway
    assert ruled_out[0].de00 <= best_recipes(table, target)[0].de00 + 0.3


def test_asking_for_more_never_finds_better():
    target = np.array([48.0, 20, 18])
    table = table_for(BOX)
    free, bound = (best_recipes(table, target, wanted=w)[0].de00 for w in (Wanted(), Wanted(must_use=("PG7",))))
    assert bound >= free - 0.3


@pytest.mark.parametrize(
    "make",
    [
        lambda: Wanted(("PB29",), ("PB29",)), lambda: Wanted(most_paints=0), lambda: Wanted(most_paints=5),
        lambda: Wanted(("PB29", "PW6"), most_paints=1),
    ],
)  # fmt: skip
def test_wishes_that_contradict_themselves_are_refused(make):
    with pytest.raises(BadSetting):
        make()


def test_wishes_that_the_palette_cannot_keep_are_told_apart_from_colours_it_cannot_reach():
    table = table_for(BOX)
    with pytest.raises(NoRecipe, match="not among these tubes"):
        best_recipes(table, np.array([50.0, 0, 0]), wanted=Wanted(must_use=("PV23",)))
    with pytest.raises(NoRecipe, match="No recipe"):
        best_recipes(table, np.array([50.0, 0, 0]), wanted=Wanted(must_not=BOX.keys))
    assert best_recipes(table, np.array([50.0, 80, -90]))[0].de00 > 5  # out of reach is no error: the nearest, said so


@pytest.mark.parametrize("loud", [(50, 80, -90), (60, -80, 60), (75, 60, 100), (35, -60, -60), (45, 95, 20)])
def test_out_of_any_gamut_the_value_is_kept_first_and_the_colour_follows(loud):
    target = np.array(loud, dtype=float)
    best = best_recipes(table_for(BOX), target, count=1)[0]
    assert abs(best.value_error) < 0.35
    assert best.de00 > 4


def test_a_shelf_of_one_tube_and_one_without_white_still_answer():
    for keys in (["PB29"], ["PW6"], ["PB29", "PBr7bs"]):
        table = table_for(paintbox(keys))
        best = best_recipes(table, np.array([60.0, 5, 5]))[0]
        assert set(best.recipe.keys) <= set(keys)
        assert len(nearest_recipes(table, np.array([[60.0, 5, 5], [20.0, 0, 0]]))[0]) == 2


def test_quick_search_finds_what_brute_force_finds():
    table = table_for(BOX)
    targets = np.random.default_rng(3).uniform([30, -15, -20], [90, 35, 45], (30, 3))
    rows, apart = nearest_recipes(table, targets)
    brute = np.array([delta_e_2000(table.lab.astype(float), target).min() for target in targets])
    np.testing.assert_allclose(delta_e_2000(table.lab[rows].astype(float), targets), apart)
    assert (apart - brute).max() < 0.6
    assert np.median(apart - brute) < 0.05


RECIPES = st.dictionaries(st.sampled_from(BOX.keys), st.integers(1, 30), min_size=1, max_size=4).map(Recipe.of)


@given(RECIPES, st.floats(0.5, 200))
def test_additions_add_up_to_the_pile_and_end_at_its_colour(recipe, volume):
    steps = additions(recipe, volume, BOX)
    assert sum(step.volume_ml for step in steps) == pytest.approx(volume)
    for key, parts in recipe.parts:
        own = [step for step in steps if step.key == key]
        assert sum(step.volume_ml for step in own) == pytest.approx(volume * parts / recipe.total)
        assert own[-1].share_so_far == 1.0
    np.testing.assert_allclose(steps[-1].lab_dry, evaluate(recipe, np.zeros(3), BOX).lab_dry, atol=1e-9)


def test_the_strong_tinter_goes_in_last_and_in_drops_common_practice():
    steps = additions(Recipe.of({"PG7": 1, "PW6": 20, "PY42": 4}), 10, BOX, nozzles_mm={"PW6": 10})
    assert [step.key for step in steps] == ["PW6", "PY42", "PG7", "PG7", "PG7"]
    assert [step.share_so_far for step in steps][-3:] == [0.25, 0.5, 1.0]
    assert steps[-1].drops is not None
    assert steps[0].bead_cm == pytest.approx(8.0 / (np.pi * 0.25), rel=1e-6)
    assert steps[0].mass_g == pytest.approx(8.0 * 1.5)
    greens = [step.lab_dry[1] for step in steps[-3:]]
    assert greens == sorted(greens, reverse=True)  # every drop makes it greener


@pytest.mark.parametrize("volume", [0, -1, float("nan"), 1e9])
def test_absurd_piles_are_refused(volume):
    with pytest.raises(BadSetting):
        additions(Recipe.of({"PW6": 1}), volume, BOX)
