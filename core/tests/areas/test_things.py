"""Things that the painter names and joins, and what their parts are called after that."""

import numpy as np
import pytest

from ypsochrom.areas.area import Area
from ypsochrom.areas.things import Thing, ThingSaid, grouped, names_by_thing, part_words, said_anew, things_of


def area(number, cm2, value=5.0, lab=(50.0, 10.0, 10.0), centre=(0.5, 0.5)):
    return Area(number, f"a{number:02d}", f"area {number}", cm2, cm2 / 100, value, lab, centre, ())


BOWL = [area(1, 30, value=6.5), area(2, 20, value=3.0), area(3, 5, value=5.0)]
WALL = area(4, 45)
ALL = [*BOWL, WALL]
FOUND = (("a01", "a02"), ("a03",), ("a04",))


def test_areas_belong_to_the_thing_that_most_of_them_lies_in():
    labels = np.array([[0, 0, 0, 1, 1, 2]], dtype=np.uint8)
    things = np.array([[0, 0, 1, 1, 1, 0]], dtype=np.uint8)
    assert grouped(labels, things) == ((0, 2), (1,))


def test_every_area_is_in_one_thing_as_found_or_as_said():
    assert [one.areas for one in things_of(ALL, FOUND, ())] == [("a01", "a02"), ("a04",), ("a03",)]
    said = (ThingSaid(("a03", "a01", "a02", "a09"), "bowl"),)
    things = things_of(ALL, FOUND, said)
    assert things == (Thing(("a01", "a02", "a03"), "bowl"), Thing(("a04",)))
    assert things[0].id == "a01"


def test_what_is_taken_out_stands_alone_and_leaves_the_rest_together():
    said = said_anew((), things_of(ALL, (("a01", "a02", "a03"), ("a04",)), ()), ["a03"], "")
    assert [one.areas for one in things_of(ALL, FOUND, said)] == [("a01", "a02"), ("a04",), ("a03",)]


def test_joining_takes_areas_from_other_things_and_keeps_their_names():
    first = said_anew((), things_of(ALL, FOUND, ()), ["a01", "a02"], "bowl")
    then = said_anew(first, things_of(ALL, FOUND, first), ["a04", "a02"], "wall")
    assert {one.name: one.areas for one in things_of(ALL, FOUND, then)} == {
        "bowl": ("a01",),
        "wall": ("a04", "a02"),
        "": ("a03",),
    }


def test_parts_are_called_after_the_thing_and_their_light():
    things = things_of(ALL, FOUND, (ThingSaid(("a01", "a02", "a03"), "bowl"), ThingSaid(("a04",), "wall")))
    assert names_by_thing(things, ALL) == {
        "a01": "bowl: light", "a02": "bowl: shadow", "a03": "bowl: half-tone", "a04": "wall",
    }  # fmt: skip
    assert names_by_thing(things_of(ALL, FOUND, ()), ALL) == {}


@pytest.mark.parametrize(("lab", "word"), [((50.0, 20.0, 45.0), "orange"), ((25.0, 5.5, 5.5), "shadow")])
def test_a_part_of_another_colour_is_called_by_it_and_a_darker_one_by_its_shadow(lab, word):
    words = part_words([area(1, 30, value=6.0), area(2, 10, value=3.0, lab=lab)])
    assert word in words["a02"]


def test_two_parts_of_one_light_are_told_apart_by_their_place():
    words = part_words(
        [area(1, 30, value=6), area(2, 9, value=2, centre=(0.1, 0.5)), area(3, 8, value=2, centre=(0.9, 0.5))]
    )
    assert (words["a02"], words["a03"]) == ("shadow, left", "shadow, right")
