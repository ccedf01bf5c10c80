"""Mixes keep their ids by what they serve and what they aim at."""

from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.mixes.identity import MOST_KNOWN, KnownMix, identified, known_of
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import Match

WHITE = Recipe.of({"PW6": 1})


def mix(number, lab, *serves):
    match = Match(WHITE, lab, lab, lab, 0.0, 0.0)
    return Mix(f"m{number:02d}", "a mix", match, tuple((area, "light") for area in serves))


def ids(mixes, known, **surface):
    return [one.id for one in identified(mixes, known, {(area, "light"): cm2 for area, cm2 in surface.items()})]


def test_a_mix_in_between_takes_nobodys_id():
    before = [mix(1, (20.0, 0.0, 0.0), "a01"), mix(2, (80.0, 0.0, 0.0), "a02")]
    now = [before[0], mix(2, (50.0, 10.0, 0.0), "a03"), mix(3, (80.5, 0.0, 1.0), "a02")]
    assert ids(now, known_of(before), a01=10, a02=10, a03=10) == ["m01", "m03", "m02"]


def test_a_pile_whose_area_was_given_another_colour_is_a_new_one_common_practice():
    before = known_of([mix(1, (60.0, 0.0, 0.0), "a01")])
    assert ids([mix(1, (58.0, 2.0, 0.0), "a01")], before, a01=10) == ["m01"]
    assert ids([mix(1, (40.0, 10.0, -40.0), "a01")], before, a01=10) == ["m02"]


def test_of_two_alike_the_one_that_serves_the_same_surface_keeps_the_id():
    before = known_of([mix(1, (60.0, 0.0, 0.0), "a01"), mix(2, (62.0, 0.0, 0.0), "a02")])
    now = [mix(1, (61.0, 0.0, 0.0), "a02"), mix(2, (61.2, 0.0, 0.0), "a01")]
    assert ids(now, before, a01=10, a02=10) == ["m02", "m01"]


def test_what_is_gone_keeps_its_id_for_when_it_comes_back():
    first = known_of([mix(1, (20.0, 0.0, 0.0), "a01"), mix(2, (80.0, 0.0, 0.0), "a02")])
    without = known_of(identified([mix(1, (80.0, 0.0, 0.0), "a02")], first, {}), first)
    assert ids([mix(1, (20.0, 0.0, 0.0), "a01")], without) == ["m01"]


labs = st.tuples(st.floats(5, 95), st.floats(-40, 40), st.floats(-40, 40))


@given(st.lists(labs, min_size=1, max_size=12))
def test_ids_are_never_given_twice_and_an_unchanged_plan_keeps_them(targets):
    mixes = identified([mix(i + 1, lab, f"a{i:02d}") for i, lab in enumerate(targets)], (), {})
    again = identified(mixes, known_of(mixes), {})
    assert len({one.id for one in again}) == len(again)
    assert [one.id for one in again] == [one.id for one in mixes]


def test_the_known_are_bounded():
    many = [KnownMix(f"m{n}", (50.0, 0.0, 0.0), ()) for n in range(MOST_KNOWN + 20)]
    assert len(known_of([], many)) == MOST_KNOWN
