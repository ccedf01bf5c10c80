import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadRecipe, UnknownPaint
from ypsochrom.mixes.recipe import LET_DOWN_SHARE, Recipe
from ypsochrom.paint.appearance import dry_lab_of_pile
from ypsochrom.paint.catalogue import catalogue, paintbox

whole = st.dictionaries(st.sampled_from(list(catalogue())), st.integers(1, 640), min_size=1, max_size=4)


def test_recipes_are_read_as_written_also_keys_with_a_colon():
    assert Recipe.parse("PB29:1 PBr7bs:1 PW6:4").mapping == {"PW6": 4, "PB29": 1, "PBr7bs": 1}
    assert Recipe.parse("PB15:3:2, PW6:1").mapping == {"PB15:3": 2, "PW6": 1}
    assert Recipe.parse("PW6:2.5").mapping == {"PW6": 2.5}


@pytest.mark.parametrize("text", ["", "PW6", "PW6:0", "PW6:-1", "PW6:nan", "PW6:inf", "PW6:x", "PW6:1 PW6:2", ":1"])
def test_recipes_that_cannot_be_mixed_are_refused(text):
    with pytest.raises(BadRecipe) as caught:
        Recipe.parse(text)
    assert caught.value.hint


def test_unknown_paint_names_its_neighbours():
    with pytest.raises(UnknownPaint, match="PB29"):
        Recipe.parse("PB92:1")


@given(whole)
def test_the_measured_pile_holds_the_same_ratio_of_paint(parts):
    recipe = Recipe.of(parts)
    pile = {p.key: p.parts / (LET_DOWN_SHARE if p.let_down_with else 1) for p in recipe.portions()}
    first = recipe.keys[0]
    for key, amount in recipe.parts:
        assert pile[key] / pile[first] == pytest.approx(amount / recipe.mapping[first])
    assert all(float(p.parts).is_integer() for p in recipe.portions())


def test_a_tenth_of_a_strong_tinter_is_let_down_and_goes_in_last_common_practice():
    last = Recipe.of({"PW6": 160, "PY35l": 80, "PB15:3": 1}).portions()[-1]
    assert (last.key, last.parts, last.let_down_with) == ("PB15:3", 1, "medium")
    assert all(p.let_down_with is None for p in Recipe.of({"PW6": 8, "PB15:3": 1}).portions())


def test_a_pile_told_in_shares_of_one_keeps_its_touch_of_a_strong_tinter():
    shares = {"PW6": 0.976188, "PY83": 0.0180697, "PV19r": 0.00552721, "PG7": 0.000212584}
    hundredfold = {key: 1000 * share for key, share in shares.items()}
    one, same = (dry_lab_of_pile(Recipe.of(parts).mapping, paintbox(shares)) for parts in (shares, hundredfold))
    assert delta_e_2000(one, same) < 0.05
    without = dry_lab_of_pile({key: share for key, share in shares.items() if key != "PG7"}, paintbox(shares))
    assert delta_e_2000(one, without) > 1  # it is seen
