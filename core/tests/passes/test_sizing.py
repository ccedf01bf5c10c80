"""Passes of a size that can be followed: too little work is done with a neighbour, a long pass in pieces."""

from collections import Counter
from dataclasses import replace

import numpy as np
import pytest
from skimage import data

from ypsochrom.colour import srgb
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.passes.manners import Manner
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.plan.sizing import in_pieces, joined_passes
from ypsochrom.passes.scene import Choices, Move
from ypsochrom.passes.step import PaintPass, Role, Step
from ypsochrom.passes.unit import OwnUnit
from ypsochrom.passes.units.clock import in_rounds
from ypsochrom.passes.units.gathering import LEAST_UNITS, MOST_UNITS
from ypsochrom.subject.decode import Picture
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import work_from

SHELF = starter_shelf()
OVER = "what overlaps everything"


@pytest.fixture(scope="module")
def table():
    photo = data.coffee()
    picture = Picture(srgb.decode_picture(np.ascontiguousarray(photo)), photo.shape[1], photo.shape[0])
    scene = scene_of(work_from(picture, Brief(Support(400, 300)), SHELF))
    (rim,) = scene.overlapping
    areas = (replace(area, parts=_of_one_value(area.parts)) if area.id == rim else area for area in scene.areas)
    return replace(scene, areas=tuple(areas))


def _of_one_value(parts):
    """A rim that is one stroke with its accent and highlight: little work."""
    return tuple(part for part in parts if part.family not in ("half-tone", "light"))


@pytest.fixture(scope="module")
def plan(table):
    return find_passes(table, SHELF)


@pytest.fixture(scope="module")
def pattern(plan):
    """A unit and a step to make others of."""
    one = plan.passes[1]
    return one.units[0], next(step for step in one.steps if step.id == one.units[0].steps[0])


@pytest.fixture
def made(pattern):
    """A pass with so many units, each of one step; the steps paint the areas of a group."""

    def make(number, role, count, brush_mm=12.0, areas="a", minutes=10.0):
        unit, step = pattern
        steps = tuple(replace(step, id=f"{role}/{areas}{n}", area=f"{areas}{n}", family=None) for n in range(count))
        units = tuple(replace(unit, id=f"{role}/m{n}", steps=(steps[n].id,), minutes=minutes) for n in range(count))
        return PaintPass(number, role, brush_mm, "none", "because", steps, units)

    return make


def joined_of(plan):
    (one,) = [one for one in plan.passes if one.roles]
    return one


def joined(*passes, is_plain=False):
    roles = {one.role: Role(one.role, one.number, 0.1, Manner("opaque", 80), one.why) for one in passes}
    return {role: main.key for role, main in joined_passes(passes, roles, lambda: is_plain).items()}


def test_passes_with_work_enough_stay_as_they_are(made):
    assert joined(made(1, "ground", 1), made(2, "dark", 3, areas="b"), made(3, "light", 12, areas="c")) == {}


def test_a_little_pass_goes_with_the_neighbour_on_other_parts_then_with_the_nearer_brush(made):
    wide, little, narrow = made(1, "dark", 4, 25, "a"), made(2, "middle", 1, 12, "b"), made(3, "light", 4, 8, "c")
    assert joined(wide, little, narrow) == {"middle": "light", "light": "light"}
    assert joined(wide, little, made(3, "light", 4, 8, "b")) == {"dark": "dark", "middle": "dark"}
    assert joined(made(1, "dark", 4, 18, "a"), little, narrow) == {"dark": "dark", "middle": "dark"}  # its paint is wet


def test_the_ground_takes_nothing_along_and_little_ones_join_until_there_are_three(made):
    little = [made(2, "dark", 1, areas="b"), made(3, "middle", 1, areas="c"), made(4, "light", 1, areas="d")]
    assert joined(made(1, "ground", 1), *little) == dict.fromkeys(("dark", "middle", "light"), "dark")
    assert joined(made(1, "ground", 1), made(2, "dark", 2, areas="b")) == {}
    many = joined(*(made(n, f"part {n}", 1, areas=f"{n}/") for n in range(1, 7)))
    assert sorted(Counter(many.values()).values()) == [2, 4]  # never more than four of them


def test_in_a_plain_picture_layers_stay_passes_of_their_own(made):
    block_in, over, beside = made(1, "dark", 4), made(2, "light", 1), made(2, "light", 1, areas="b")
    together = dict.fromkeys(("dark", "light"), "dark")
    assert joined(block_in, over) == joined(block_in, beside) == joined(block_in, beside, is_plain=True) == together
    assert joined(block_in, over, is_plain=True) == {}


def test_nothing_is_joined_to_more_than_the_hand_can_follow(made):
    long = made(2, "dark", MOST_UNITS + LEAST_UNITS, areas="b")
    assert joined(long, made(3, "light", 1, areas="c")) == {}


def test_a_long_pass_comes_in_pieces_that_hold_all_of_it(made):
    one = made(2, "layer", 30)
    mine = [
        OwnUnit(f"own{n}", "layer", before, "look", 3.0) for n, before in enumerate((one.units[20].id, None, "gone"))
    ]
    pieces = list(in_pieces(replace(one, own=tuple(mine))))
    assert [len(piece.units) for piece in pieces] == [10, 10, 10]
    assert [step.id for piece in pieces for step in piece.steps] == [step.id for step in one.steps]
    assert [work.id for piece in pieces for work in piece.own] == ["own0", "own1", "own2"]
    assert pieces[2].own == tuple(mine)
    assert [piece.id for piece in pieces] == ["layer", "layer/2", "layer/3"]
    assert [piece.title for piece in pieces[:2]] == ["layer", "layer, continued"]
    assert list(in_pieces(made(2, "layer", MOST_UNITS))) == [made(2, "layer", MOST_UNITS)]


def test_a_piece_counts_the_free_places_of_its_steps_from_its_own_beginning(made):
    one = made(2, "layer", 20)
    bounds = ("passes.R01", "passes.R02")
    steps = tuple(replace(step, between=(3, 16), bounded_by=bounds) for step in one.steps)
    first, second = in_pieces(replace(one, steps=steps))
    assert {(step.between, step.bounded_by) for step in first.steps} == {((3, 9), ("passes.R01", ""))}
    assert {(step.between, step.bounded_by) for step in second.steps} == {((0, 6), ("", "passes.R02"))}


def test_a_pass_says_where_its_parts_begin_and_can_be_left_without_one(plan):
    one = joined_of(plan)
    over = [step for step in one.steps if one.role_of(step) == OVER]
    beginning = next(unit for unit in one.units if unit.steps[0] == over[0].id)
    assert one.begins == {one.units[0].id: "highlight", beginning.id: OVER}
    assert plan.passes[1].begins == {}
    left = one.without(OVER)
    assert left.steps == one.steps[: -len(over)]
    assert left.units == one.units[: one.units.index(beginning)]
    assert not left.without("highlight").units


def test_each_part_of_a_joined_pass_keeps_its_brush_and_its_place(plan):
    one = joined_of(plan)
    assert (one.role, one.title) == ("highlight", f"highlight, then {OVER}")
    steps = {step.id: step for step in one.steps}
    parts = [one.role_of(step) for step in one.steps]
    assert parts == sorted(parts, key=one.parts.index)
    assert one.brush_of(one.steps[-1]) < one.brush_of(one.steps[0]) == one.brush_mm
    for unit in one.units:
        assert {one.brush_of(steps[id_]) for id_ in unit.steps} == {unit.brush.mm}
        assert unit.id.startswith(one.role_of(steps[unit.steps[0]]))


def test_the_second_coats_of_a_part_come_before_the_next_part(plan):
    one = plan.passes[1]
    parts = ("block-in", "over it")
    half = len(one.units) // 2
    later = {id_ for unit in one.units[half:] for id_ in unit.steps}
    steps = tuple(replace(step, coats=2, role="" if step.id not in later else parts[1]) for step in one.steps)
    two = replace(one, roles=parts, steps=steps, units=tuple(replace(unit, coats=2) for unit in one.units))
    places = [(two.units.index(unit) >= half, coat) for unit, coat in in_rounds(two)]
    assert places == sorted(places)
    assert len(places) == 2 * len(one.units)


def test_what_the_painter_decided_of_a_joined_part_stays_with_it(table, plan):
    one = joined_of(plan)
    own = [step for step in one.steps if one.role_of(step) == OVER]
    pencil = OwnUnit("own", OVER, None, "look again", 5.0)
    for move in (Move(own[-1].id, own[0].id, "highlight"), Move(own[0].id, None, OVER)):
        other = find_passes(table, SHELF, Choices(moves=(move,), own_units=(pencil,)))
        same = joined_of(other)
        assert not other.lost_moves
        assert [step.id for step in same.steps] != [step.id for step in one.steps]
        manner = {step.id: (step.technique, same.role_of(step), same.brush_of(step)) for step in same.steps}
        assert manner == {step.id: (step.technique, one.role_of(step), one.brush_of(step)) for step in one.steps}
        assert same.own == (pencil,)
        assert not [advice for advice in other.advice if advice.id == "passes.N025"]


def test_a_step_moved_to_a_joined_part_is_laid_as_it_is_done_there(table, plan):
    one = joined_of(plan)
    light = next(step for p in plan.passes if p.role == "light" for step in p.steps)
    same = joined_of(find_passes(table, SHELF, Choices(moves=(Move(light.id, None, OVER),))))
    (there,) = [step for step in same.steps if step.id == light.id]
    assert same.role_of(there) == OVER
    assert same.brush_of(there) == one.brush_of(one.steps[-1])
    assert (there.technique, light.technique) == ("loaded", "opaque")


def test_a_step_knows_nothing_of_a_part_where_its_pass_is_one(plan):
    whole = [step for one in plan.passes if not one.roles for step in one.steps]
    assert whole
    assert all((step.role, step.brush_mm) == ("", 0.0) for step in whole)
    assert isinstance(whole[0], Step)
