"""Recipes for a colour that a hand can mix: none better is missed, simple ratios are found, and a hand comes near with them."""

import itertools
import math

import numpy as np
import pytest
from skimage.color import deltaE_ciede2000

from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.kit.errors import NoRecipe
from ypsochrom.mixes.hand_recipes import hand_recipes, in_words
from ypsochrom.mixes.piles import (
    MOST_OF_A_TINTER,
    MOST_PARTS,
    MOST_RATIO,
    PART_PENALTY,
    SOURCE_PENALTY,
    VALUE_WEIGHT,
    Piles,
)
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import Wanted
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import catalogue, paintbox

BOX = paintbox(
    ["PW6", "PY42", "PBr7rs", "PB29", "PR101"]
)  # no dear paint, no black, no strong tinter: all cost the same


def every_recipe():
    """All that a hand can count of three of these tubes, written plainly."""
    for size in (1, 2, 3):
        for tubes in itertools.combinations(BOX.keys, size):
            for parts in itertools.product(range(1, MOST_RATIO + 1), repeat=size):
                if sum(parts) <= MOST_PARTS and max(parts) <= MOST_RATIO * min(parts) and math.gcd(*parts) == 1:
                    yield dict(zip(tubes, parts, strict=True))


def test_no_recipe_is_missed_that_is_cheaper_for_exact_doses():
    """What is chosen is weighed by hand; with exact doses it costs no more than a hair over the cheapest of all."""
    recipes = list(every_recipe())
    vectors = np.array([appearance.parts_vector(recipe, BOX) for recipe in recipes])
    lab = appearance.dry_lab(vectors, BOX)
    price = SOURCE_PENALTY * ((vectors > 0).sum(axis=1) - 1) + PART_PENALTY * vectors.sum(axis=1)
    piles = Piles(BOX)
    for goal in ((40, 10, 15), (60, 12, 30), (30, 0, -15), (75, 5, 12), (50, 20, 20)):
        cost = deltaE_ciede2000(lab, np.array([goal], dtype=float)) + price
        cost += VALUE_WEIGHT * np.abs(lab_to_value(lab) - lab_to_value(np.array(goal, dtype=float)))
        sets = {}
        for recipe, own in zip(recipes, cost, strict=True):
            sets[frozenset(recipe)] = min(own, sets.get(frozenset(recipe), np.inf))
        best = min(sets, key=sets.get)
        found = [{d.source for d in mixed.made_from} for mixed in piles.several(np.array(goal, dtype=float), 6)]
        assert set(best) in found


@pytest.mark.parametrize(
    "recipe", [{"PY35l": 6, "PR108": 1, "PW6": 1}, {"PW6": 5, "PBr7ru": 2}, {"PB29": 3, "PBr7bu": 2}]
)
def test_a_simple_recipe_is_found_again(recipe):
    box = paintbox(["PW6", "PY35l", "PR108", "PBr7ru", "PBr7bu", "PB29", "PY42"])
    goal = appearance.dry_lab(appearance.parts_vector(recipe, box), box)
    found = hand_recipes(box, goal)
    assert found[0].match.recipe.mapping == recipe
    assert found[0].match.de00 == pytest.approx(0.0, abs=1e-6)


def test_hands_come_as_near_as_is_said():
    """A thousand hands whose doses are off by a tenth (finding of the prototype), drawn apart from those of the search."""
    box = paintbox(["PW6", "PY42", "PBr7ru", "PB29", "PR108", "PBk9"])
    rng = np.random.default_rng(41)
    for goal in (np.array([55.0, 10, 20]), np.array([35.0, -3, -20]), np.array([72.0, 2, 8])):
        for one in hand_recipes(box, goal, count=3):
            parts = appearance.parts_vector(one.match.recipe.mapping, box)
            lab = appearance.dry_lab(parts * np.exp(rng.normal(0, 0.10, (1000, len(parts)))), box)
            apart = deltaE_ciede2000(lab, goal[None])
            assert one.expected_de00 == pytest.approx(apart.mean(), rel=0.2, abs=0.1)
            assert one.likely_worst_de00 == pytest.approx(np.quantile(apart, 0.9), rel=0.35, abs=0.2)


def test_the_whole_catalogue_and_a_single_tube_answer_in_parts_that_can_be_counted():
    goals = [np.array([60.0, 30, 30]), np.array([50.0, 70, -60])]  # the second is out of anyone's reach
    for box in (paintbox(list(catalogue())), paintbox(["PB29"])):
        for goal in goals:
            found = hand_recipes(box, goal)
            assert found
            assert len({frozenset(one.match.recipe.keys) for one in found}) == len(found)
            for one in found:
                parts = list(one.match.recipe.mapping.values())
                assert all(float(n).is_integer() for n in parts)
                assert len(parts) <= 4
                assert one.white_to_base or sum(parts) <= MOST_OF_A_TINTER + 1
                np.testing.assert_allclose(one.match.target_lab, goal)


@pytest.mark.parametrize("goal", [(70, 3, 6), (80, -4, 12), (85, 4, 14), (60, 5, 10), (78, 6, 2)])
def test_lights_that_one_pile_has_not_white_enough_for_are_mixed_in_two_steps(goal):
    box = paintbox(["PW6", "PY42", "PBr7rs", "PBr7bs", "PB29", "PR101", "PG17"])
    one, *_ = hand_recipes(box, np.array(goal, dtype=float))
    parts = one.match.recipe.mapping
    assert one.expected_de00 <= 3
    assert one.white_to_base
    base = {key: n for key, n in parts.items() if key != "PW6"}
    assert parts["PW6"] == one.white_to_base * sum(base.values())  # what is flattened is the two steps
    assert sum(base.values()) <= 8
    assert one.white_to_base <= MOST_RATIO or one.white_to_base in (24, 36, 48, 72, 96, 144)  # let down once more


def test_wishes_hold_for_two_steps_too():
    box = paintbox(["PW6", "PY42", "PBr7bs", "PB29", "PR108"])
    goal = np.array([70.0, 3, 6])
    assert all("PR108" in one.match.recipe.keys for one in hand_recipes(box, goal, wanted=Wanted(("PR108",))))
    assert all("PB29" not in one.match.recipe.keys for one in hand_recipes(box, goal, wanted=Wanted((), ("PB29",))))
    assert all(len(one.match.recipe.keys) <= 2 for one in hand_recipes(box, goal, wanted=Wanted(most_paints=2)))
    with pytest.raises(NoRecipe, match="not among these tubes"):
        hand_recipes(box, goal, wanted=Wanted(("PV23",)))
    with pytest.raises(NoRecipe, match="No recipe"):
        hand_recipes(box, goal, wanted=Wanted((), box.keys))


def test_recipes_are_told_in_one_step_or_two():
    assert in_words(Recipe.of({"PW6": 4, "PBr7bs": 1})) == "4 titanium white + 1 burnt sienna"
    base = Recipe.of({"PW6": 36, "PBr7bs": 2, "PB29": 1})
    assert in_words(base, 12) == "2 burnt sienna + 1 ultramarine blue, then 1 of that to 12 titanium white"
    assert in_words(Recipe.of({"PW6": 72, "PBr7bs": 2, "PB29": 1}), 24).endswith("to 24 titanium white, in two goes")
