"""The recipes offered for a colour: the best first, simpler ones behind, and a word on what no tube reaches."""

import numpy as np

from ypsochrom.mixes.hand_recipes import hand_recipes
from ypsochrom.mixes.offer import FURTHER_OFF_DE00, MOST_RECIPES, offer_of, offered, steadiest
from ypsochrom.mixes.search import OUT_OF_REACH_DE00, Wanted
from ypsochrom.paint.catalogue import paintbox

FIVE = ("PW6", "PY42", "PBr7bs", "PB29", "PR108")
BROWN, QUIET_RED, ACID_GREEN = (np.array(lab) for lab in ([45.0, 14.0, 24.0], [60.0, 5.0, 10.0], [80.0, -60.0, 70.0]))


BOX = paintbox(FIVE)


def matches(target):
    return [one.match for one in offered(BOX, target, Wanted())]


def test_the_best_recipe_is_first_and_none_is_much_further_off_or_offered_twice():
    found = matches(BROWN)
    assert found[0] == hand_recipes(BOX, BROWN, count=1)[0].match
    assert len(found) <= MOST_RECIPES
    assert len({match.recipe for match in found}) == len(found)
    assert all(match.de00 <= max(found[0].de00 + FURTHER_OFF_DE00, OUT_OF_REACH_DE00) for match in found)


def test_recipes_of_fewer_tubes_stand_behind_where_they_are_near_enough():
    best, *others = matches(QUIET_RED)
    assert min(len(match.recipe.keys) for match in others) < len(best.recipe.keys)


def test_a_colour_that_no_tube_reaches_is_said_to_be_out_of_reach_with_what_comes_instead():
    offer = offer_of(matches(ACID_GREEN))
    assert not offer.reached
    assert offer.matches[0].de00 >= OUT_OF_REACH_DE00
    assert offer.words.startswith("Out of reach of these tubes; the nearest is ")
    assert offer_of(matches(BROWN)).reached


def test_an_empty_shelf_is_told_and_the_steadiest_is_chosen_among_those_that_are_about_as_near():
    assert offer_of(()).words.startswith("The shelf has not enough left")
    found = matches(BROWN)
    near = [match.de00 <= found[0].de00 + 1.0 for match in found]
    shifts = [1.0 if one else 0.0 for one in near]  # what is further off is never chosen, however steady
    shifts[0] = 0.5
    assert steadiest(found, shifts) in (0, None)
    assert steadiest(found[:1], [0.0]) is None
