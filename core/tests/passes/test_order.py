"""The engine that orders steps, on made-up steps and rules."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.passes.manners import manner
from ypsochrom.passes.order.engine import Relation, put_in_order
from ypsochrom.passes.order.moves import broken, conflict_of, free_places, with_moves
from ypsochrom.passes.order.rules import BENEATH, DARK, GLAZE
from ypsochrom.passes.scene import Move
from ypsochrom.passes.step import Draft, Role

FIRST = Role("block-in", 20, 0.1, manner("opaque"), "")
SECOND = Role("light", 50, 0.05, manner("opaque"), "")


def drafts(count, role=FIRST):
    return [Draft(role, f"a{i:02d}", None, None, role.manner) for i in range(count)]


def by_name(draft):
    return (float(draft.area[1:]),)


pairs = st.lists(st.tuples(st.integers(0, 7), st.integers(0, 7)).filter(lambda p: p[0] != p[1]), max_size=20)


@given(pairs)
def test_what_holds_is_kept_and_only_what_contradicts_it_gives_way(given_pairs):
    relations = [Relation(a, b, f"r{i}") for i, (a, b) in enumerate(given_pairs)]
    found = put_in_order(drafts(8), relations, by_name)
    assert sorted(found.order) == list(range(8))
    assert broken(found.order, found.relations) == ()
    assert len(found.relations) + len(found.gave_way) == len(relations)
    for given_up in found.gave_way:  # it would close a circle with weightier ones
        assert conflict_of(8, [*found.relations, given_up], {}) is not None


@given(pairs)
def test_a_step_moved_within_its_free_places_breaks_nothing(given_pairs):
    steps = drafts(8)
    found = put_in_order(steps, [Relation(a, b, "r") for a, b in given_pairs], by_name)
    for step, free in free_places(found.order, [20] * 8, found.relations).items():
        assert (free.first == 0) == (free.first_by == "")
        for place in (free.first, free.last):
            order = [other for other in found.order if other != step]
            order.insert(place, step)
            assert broken(order, found.relations) == ()
        if free.last < 7:
            order = [other for other in found.order if other != step]
            order.insert(free.last + 1, step)
            assert broken(order, found.relations) != ()


def test_the_weightier_rule_decides_and_the_lighter_gives_way():
    heavy, light = Relation(1, 0, BENEATH), Relation(0, 1, DARK)
    found = put_in_order(drafts(2), [heavy, light], by_name)
    assert found.order == (1, 0)
    assert found.gave_way == (light,)


def test_passes_stay_together_and_follow_their_rank():
    steps = [*drafts(3, SECOND), *drafts(3, FIRST)]
    found = put_in_order(steps, [Relation(0, 3, DARK)], by_name)
    assert [steps[i].role.key for i in found.order] == ["block-in"] * 3 + ["light"] * 3
    assert [r.rule for r in found.gave_way] == [DARK]


def test_what_is_worked_wet_into_another_follows_it_where_the_rules_leave_it_free():
    steps = drafts(4)
    assert put_in_order(steps, [], by_name, {(0, 3)}).order == (0, 3, 1, 2)
    assert put_in_order(steps, [Relation(2, 3, DARK)], by_name, {(0, 3)}).order == (0, 1, 2, 3)


def test_a_move_puts_a_step_right_before_its_anchor_or_at_the_end_and_is_lost_without_one():
    steps = drafts(4)
    ids = [step.id for step in steps]
    moved = with_moves(steps, range(4), [Move(ids[3], ids[1], "block-in")])
    assert moved.order == (0, 3, 1, 2)
    assert with_moves(steps, range(4), [Move(ids[0], None, "block-in")]).order == (1, 2, 3, 0)
    gone = Move("block-in/a99/all", None, "block-in")
    assert with_moves(steps, range(4), [gone]).lost == (gone,)
    other_pass = [*steps, *drafts(1, SECOND)]
    across = Move(ids[0], other_pass[-1].id, "light")
    assert with_moves(other_pass, range(5), [across]).lost == (across,)


def test_of_rules_in_a_circle_the_lightest_single_one_is_given_up():
    circle = [Relation(0, 1, BENEATH), Relation(1, 2, GLAZE), Relation(2, 0, DARK)]
    conflict = conflict_of(3, circle, {BENEATH: 10, GLAZE: 10, DARK: 5})
    assert conflict.give_up == (DARK,)
    assert set(conflict.rules) == {BENEATH, GLAZE, DARK}
    assert conflict_of(3, circle[:2], {}) is None


def test_two_separate_circles_cost_two_rules_unless_one_is_in_both():
    one = [Relation(0, 1, "a"), Relation(1, 0, "b")]
    assert conflict_of(4, [*one, Relation(2, 3, "c"), Relation(3, 2, "d")], {}).give_up == ("a", "c")
    assert conflict_of(4, [*one, Relation(2, 3, "b"), Relation(3, 2, "c")], {}).give_up == ("b",)


@pytest.mark.parametrize("count", [0, 1])
def test_nothing_and_one_step_are_in_order(count):
    assert put_in_order(drafts(count), [], by_name).order == tuple(range(count))
