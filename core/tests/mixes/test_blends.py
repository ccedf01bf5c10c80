"""Parts that lie between two piles: painted with both where that brings them plainly nearer, and their paint taken of both."""

from dataclasses import replace

import numpy as np
import pytest
from skimage.color import deltaE_ciede2000

from ypsochrom.colour.types import triple
from ypsochrom.mixes.blends import FAR_DE00, GAIN_DE00, NEIGHBOURS_DE00, blend_of, from_piles, is_blend, with_blends
from ypsochrom.mixes.gather import Target
from ypsochrom.mixes.mix_set import Mix, MixSet
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox

BOX = paintbox(["PW6", "PB29", "PBr7rs", "PY42"])
BLUE, SLATE, SAND = {"PB29": 1, "PW6": 3}, {"PB29": 1, "PBr7rs": 1, "PW6": 4}, {"PY42": 1, "PW6": 6}


def colour(parts):
    return appearance.dry_lab(appearance.parts_vector(parts, BOX), BOX)


def pile(id_, parts, *serves):
    target = colour(parts)
    return Mix(id_, f"pile {id_}", evaluate(Recipe.of(parts), target, BOX), tuple((area, "light") for area in serves))


def target(area, lab):
    return Target(f"{area}/light", triple(lab), 10.0)


PILES = MixSet(BOX, (pile("m01", BLUE, "sky", "between"), pile("m02", SLATE, "earth"), pile("m03", SAND, "sand")))
BETWEEN = colour({"PB29": 1 / 4 + 1 / 6, "PW6": 3 / 4 + 4 / 6, "PBr7rs": 1 / 6})  # as much of one pile as of the other
TARGETS = [
    target("sky", colour(BLUE)), target("between", BETWEEN), target("earth", colour(SLATE)), target("sand", colour(SAND)),
]  # fmt: skip


def test_a_part_between_two_piles_is_painted_with_both():
    found = with_blends(PILES, TARGETS)
    (blend,) = found.blends
    assert blend_of(blend) == {"m01": 0.5, "m02": 0.5}
    assert blend.name == "half pile m01, half pile m02"
    assert blend.match.de00 < 0.1  # the very colour of both mixed
    assert blend.serves == (("between", "light"),)
    assert found.serving("between", "light") is blend
    assert found.serving("sky", "light").id == "m01"
    assert all(("between", "light") not in mix.serves for mix in found.mixes)
    assert is_blend(blend)
    assert not any(is_blend(mix) for mix in found.mixes)


def test_a_part_much_nearer_to_one_of_two_piles_takes_three_parts_of_it():
    near_blue = colour({"PB29": 3 / 4 + 1 / 6, "PW6": 3 * 3 / 4 + 4 / 6, "PBr7rs": 1 / 6})  # 3 blue, 1 slate
    (blend,) = with_blends(PILES, [TARGETS[0], target("between", near_blue), *TARGETS[2:]]).blends
    assert blend_of(blend) == {"m01": 0.75, "m02": 0.25}
    assert blend.name == "three quarters pile m01, one quarter pile m02"
    assert blend.match.de00 < 0.1


def test_piles_too_far_apart_are_not_mixed_with_the_brush():
    """Blue black and white: what the brush picks up too much of one would be seen."""
    dark, white = {"PB29": 4, "PBr7rs": 3}, {"PW6": 1}
    assert float(deltaE_ciede2000(colour(dark), colour(white))) > NEIGHBOURS_DE00
    two = MixSet(BOX, (pile("m01", dark, "night", "between"), pile("m02", white, "snow")))
    grey = colour({"PB29": 2, "PBr7rs": 1.5, "PW6": 3.5})
    assert (
        with_blends(two, [target("night", colour(dark)), target("between", grey), target("snow", colour(white))]).blends
        == ()
    )


def test_a_part_that_another_pile_serves_better_is_painted_with_that():
    """As where a pile came out otherwise than its parts asked for."""
    like_sand = colour({"PY42": 1, "PW6": 6.5})
    found = with_blends(PILES, [TARGETS[0], target("between", like_sand), *TARGETS[2:]])
    assert found.blends == ()
    assert found.serving("between", "light").id == "m03"
    assert [mix.serves for mix in found.mixes] == [
        (("sky", "light"),),
        (("earth", "light"),),
        (("sand", "light"), ("between", "light")),
    ]


def test_a_part_near_its_pile_is_painted_with_that():
    near = colour({"PB29": 1, "PW6": 3.3})
    assert float(deltaE_ciede2000(near, colour(BLUE))) < FAR_DE00
    assert with_blends(PILES, [TARGETS[0], target("between", near), *TARGETS[2:]]).blends == ()


def test_a_part_that_two_piles_bring_hardly_nearer_is_painted_with_one():
    lighter = colour({"PB29": 1, "PW6": 12})  # sand makes the blue lighter, but greener and duller too
    apart = float(deltaE_ciede2000(lighter, colour(BLUE)))
    for blend in with_blends(PILES, [TARGETS[0], target("between", lighter), *TARGETS[2:]]).blends:
        assert float(deltaE_ciede2000(lighter, np.array(blend.match.lab_dry))) <= apart - GAIN_DE00
    assert with_blends(replace(PILES, mixes=PILES.mixes[:1]), TARGETS[:2]).blends == ()  # there is but one pile


def test_the_part_that_is_farthest_is_told_of_every_pile():
    found = with_blends(PILES, [TARGETS[0], target("between", colour({"PB29": 1, "PW6": 3.5})), *TARGETS[2:]])
    worst = found.mixes[0].worst_part
    goal, got = colour({"PB29": 1, "PW6": 3.5}), colour(BLUE)
    assert worst.area == "between"
    assert worst.de00 == pytest.approx(float(deltaE_ciede2000(goal, got)), abs=1e-3)


def test_what_a_blend_takes_is_taken_of_its_piles():
    (blend,) = with_blends(PILES, TARGETS).blends
    taken = from_piles({"m01": 4.0, blend.id: 3.0}, [blend])
    assert taken == pytest.approx({"m01": 5.5, "m02": 1.5})
    assert from_piles({"m01": 4.0}, [blend]) == {"m01": 4.0}
