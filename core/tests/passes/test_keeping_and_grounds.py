"""Piles that are needed again, grounds, and underlayers."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.areas.area import Area
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.passes.amounts.keeping import kept_piles, shared_piles
from ypsochrom.passes.films.ground import GESSO_TINTING, Ground, ground_colour, is_pale, tone_lab
from ypsochrom.passes.manners import THICKEST, by_hand, checked_factor, manner
from ypsochrom.passes.step import PaintPass, Step


def step(mix, ml, **facts):
    made = Step("x", "a01", None, mix, "opaque", None, 0.0, 1, 90, 10, ml, 0.0)
    return replace(made, **facts)


def one_pass(number, *steps):
    return PaintPass(number, "light", 12, "none", "because", steps)


def mix(name, **parts):
    recipe = Recipe.of(parts)
    return Mix(name, f"mix {name}", evaluate(recipe, np.array([50.0, 0, 0])), ())


def area(lightness, cm2):
    return Area(0, "a01", "a", cm2, 0.5, 5.0, (lightness, 0.0, 0.0), (0.5, 0.5), ())


def test_only_what_several_passes_use_is_kept_and_only_what_is_left_after_the_first():
    passes = [one_pass(2, step("m1", 3), step("m2", 1)), one_pass(3, step("m1", 2)), one_pass(5, step("m1", 1))]
    (kept,) = kept_piles(passes)
    assert kept.mix == "m1"
    assert kept.ml_by_pass == {2: 3, 3: 2, 5: 1}
    assert kept.later_ml == 3


def test_what_is_kept_most_comes_first():
    passes = [one_pass(1, step("m1", 3), step("m2", 1)), one_pass(2, step("m1", 1), step("m2", 4))]
    assert [pile.mix for pile in kept_piles(passes)] == ["m2", "m1"]


def test_alike_mixes_of_two_panels_are_shared_once_each_and_unlike_ones_are_not():
    mine = [mix("m1", PW6=4, PB29=1), mix("m2", PBr7bs=1)]
    theirs = [mix("n1", PW6=8, PB29=2), mix("n2", PY83=1), mix("n3", PW6=4, PB29=1)]
    shared = shared_piles(mine, {"m1": 2.0, "m2": 1.0}, theirs, {"n1": 3.0, "n2": 1.0, "n3": 5.0})
    (pile,) = shared
    assert pile.mine == "m1"
    assert pile.de00 == pytest.approx(0, abs=1e-6)
    assert pile.volume_ml in (5.0, 7.0)


def test_mixes_that_nothing_takes_are_not_shared():
    both = [mix("m1", PW6=1)]
    assert shared_piles(both, {}, both, {"m1": 1.0}) == ()


def test_tinted_gesso_is_mostly_gesso_and_none_where_the_ground_is_paint_or_bare():
    toned = mix("m00", PW6=6, PBr7bs=2)
    gesso = Ground("warm earth", "gesso", toned).gesso_ml(10)
    assert gesso == pytest.approx(10 * 6 / (6 + 2 * GESSO_TINTING))
    assert Ground("warm earth", "paint", toned).gesso_ml(10) == 0
    assert Ground("white", "gesso", None).gesso_ml(10) == 0
    assert Ground("black", "gesso", mix("m00", PBk9=1)).gesso_ml(10) == 0


def test_a_warm_ground_is_a_little_darker_than_the_middle_of_the_picture_common_practice():
    areas = (area(70, 30), area(50, 10))
    lightness, a, b = ground_colour(areas)
    assert lightness == pytest.approx(60)  # 65 on average, five less
    assert a > 0
    assert b > a
    assert tone_lab("black", areas)[0] < tone_lab("grey", areas)[0] < tone_lab("white", areas)[0]
    assert ground_colour((area(99, 1),))[0] == 68.0
    assert ground_colour((area(5, 1),))[0] == 35.0


def test_whites_and_yellows_cover_badly_and_earths_and_blues_do_not_common_practice():
    assert is_pale(np.array([85.0, 0, 5]))
    assert is_pale(np.array([60.0, 5, 60]))
    assert not is_pale(np.array([40.0, 15, 25]))
    assert not is_pale(np.array([35.0, 10, -40]))


def test_by_hand_a_glaze_is_mostly_medium_and_an_opaque_coat_has_none():
    assert by_hand("glaze").medium_share == pytest.approx(0.9)
    assert by_hand("wash").medium == "water"
    assert by_hand("opaque") == manner("opaque")
    assert by_hand("opaque").times(2).wet_um == 2 * manner("opaque").wet_um
    assert checked_factor(THICKEST) == THICKEST
