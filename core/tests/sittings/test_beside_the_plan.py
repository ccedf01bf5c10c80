"""Open time and what buys more of it, the light over the sittings, the bag for the field, deadlines, two paintings at once."""

from dataclasses import replace
from datetime import datetime, timedelta

import pytest

from ypsochrom.materials.instruments import SimulatedClimate
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.supplies import STARTER_MEDIUMS
from ypsochrom.materials.support import Support
from ypsochrom.paint.drying import WetFilm, open_minutes
from ypsochrom.passes.amounts.keeping import shared_piles
from ypsochrom.passes.films.drying import Drying
from ypsochrom.passes.scene import Choices
from ypsochrom.sittings.calendar import Diary, Recurring, zone_of
from ypsochrom.sittings.giving import fewer_passes, what_gives
from ypsochrom.sittings.on_site import light_of, light_of_schedule
from ypsochrom.sittings.open_time import open_time
from ypsochrom.sittings.packing import packing_of
from ypsochrom.sittings.schedule import Asked, find_schedule
from ypsochrom.sittings.tasks import tasks_of
from ypsochrom.sittings.together import MINE, THEIRS, side_by_side
from ypsochrom.sky.air import ORDINARY_ROOM, Climate
from ypsochrom.sky.sun import Place
from ypsochrom.work.sitting_nodes import painted_of

ROOM = Drying(ORDINARY_ROOM)
MORNINGS = Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 180),))
SHORE = Place(54.1, -3.2, 200, "the slip")


def test_common_practice_a_light_misting_buys_three_to_four_minutes():
    found = open_time(WetFilm(80), 12, 3.0, ORDINARY_ROOM)
    assert found.open_min == pytest.approx(open_minutes(WetFilm(80)))
    mist = next(way for way in found.ways if way.what == "a light misting")
    assert 3 <= mist.more_min <= 4


def test_every_way_says_whether_it_suffices_and_by_how_much():
    found = open_time(WetFilm(80), 12, 3.0, Climate(22, 45, "draught"))
    assert found.ways[0].what.startswith("close the window")
    for way in found.ways[:-1]:
        assert way.open_min == pytest.approx(found.open_min + way.more_min)
        assert way.more_min > 0
        assert way.enough == (way.open_min >= 12)
    tenth = next(way for way in found.ways if way.what.startswith("10%"))
    assert "6 drops" in tenth.what  # a tenth of 3 ml at 0.05 ml a drop
    parts = found.ways[-1]
    assert parts.what == "in 8 parts, each of 1.5 minutes"
    assert parts.enough


def test_what_is_quick_enough_needs_no_parts():
    assert not any("parts" in way.what for way in open_time(WetFilm(100), 3, 1.0, ORDINARY_ROOM).ways)


@pytest.fixture(scope="module")
def schedule(painted):
    return find_schedule(tasks_of(painted["direct"], ROOM), painted["direct"].piles, Asked(MORNINGS), effort=0.0)


def test_the_light_over_every_sitting_and_the_passes_in_it(schedule):
    lights = light_of_schedule(schedule, SHORE)
    assert len(lights) == len(schedule.sittings)
    for light, sitting in zip(lights, schedule.sittings, strict=True):
        assert light.samples[0].time == sitting.begins
        assert light.samples[-1].time == sitting.ends
        assert sitting.begins < light.holds.until <= sitting.ends
        for one in light.passes:
            if one.light == "holds":
                assert one.ends <= light.holds.until
            if one.light == "indoors":
                assert one.begins >= light.holds.until
    assert {one.number for light in lights for one in light.passes} == {
        task.pass_number for task in schedule.tasks if task.pass_number
    }
    assert "shadow shapes first" in lights[0].passes[0].words


def test_looking_into_the_sun_and_painting_by_night_are_said():
    zone = zone_of("UTC")
    noon = datetime(2026, 6, 21, 11, tzinfo=zone)
    assert [a.id for a in light_of(Place(54.1, -3.2, 160), noon, noon + timedelta(hours=2), "UTC").advice] == [
        "sittings.W004"
    ]
    assert light_of(Place(54.1, -3.2, 0), noon, noon + timedelta(hours=2), "UTC").advice == ()
    night = datetime(2026, 12, 21, 20, tzinfo=zone)
    assert [a.id for a in light_of(SHORE, night, night + timedelta(hours=2), "UTC").advice] == ["sittings.N004"]
    polar = light_of(Place(75, 10, 0), night, night + timedelta(hours=2), "UTC")
    assert [a.id for a in polar.advice] == ["sittings.N003", "sittings.N004"]


def test_the_bag_holds_every_tube_and_brush_of_the_plan(plans):
    plan = plans["direct"]
    packing = packing_of(plan, starter_shelf(), Support(400, 300), hours=3, temperature_c=18)
    keys = [item.key for item in packing.items]
    assert len(keys) == len(set(keys))
    assert {f"paint/{need.key}" for need in plan.paint} <= set(keys)
    brushes = {
        (unit.brush.kind, unit.brush.mm) for one in plan.passes for unit in one.units if unit.brush.kind != "knife"
    }
    assert sum(item.kind == "brushes" for item in packing.items) == len(brushes)
    assert packing.weight_g == pytest.approx(sum(item.weight_g for item in packing.items))
    assert 3000 < packing.weight_g < 15000
    assert not any("varnish" in item.what for item in packing.items)
    assert {"sittings.N005", "sittings.N006", "sittings.N007"} <= {advice.id for advice in packing.cautions}
    cold = packing_of(plan, starter_shelf(), Support(400, 300), hours=3, temperature_c=6)
    assert cold.cautions[0].id == "sittings.W005"


def test_what_gives_for_a_deadline_is_in_time_first_and_says_its_trade(kettle_scene, plans):
    asked = Asked(MORNINGS, deadline="2026-06-03")
    found = what_gives(
        kettle_scene,
        plans["glazes"],
        Choices(school="glazes"),
        starter_shelf(),
        STARTER_MEDIUMS,
        asked,
        lambda plan: tasks_of(painted_of(plan), ROOM),
    )
    in_time = [one.in_time for one in found]
    assert in_time == sorted(in_time, reverse=True)
    assert any(in_time)
    assert all(one.trade and one.hours > 0 for one in found)
    kinds = {one.gives for one in found}
    assert {"longer sittings", "another method", "smaller"} <= kinds
    for one in found:
        if one.in_time:
            assert one.done.date().isoformat() <= "2026-06-03"
    smaller = [one.hours for one in found if one.gives == "smaller"]
    assert max(smaller) < tasks_of(painted_of(plans["glazes"]), ROOM).minutes / 60


def test_a_part_of_a_pass_is_spared_where_the_rest_of_it_is_not(plans):
    plan = plans["direct"]
    last = plan.passes[-1]
    here = {id_ for unit in last.units[1:] for id_ in unit.steps}
    steps = tuple(replace(step, role="a rim" if step.id in here else "") for step in last.steps)
    two = replace(plan, passes=(*plan.passes[:-1], replace(last, steps=steps, roles=(last.role, "a rim"))))
    left = []

    def tasks(of):
        left.append(of)
        return tasks_of(painted_of(of), ROOM)

    (fewer,) = fewer_passes(two, Asked(MORNINGS), tasks)
    assert fewer.words == f"without highlight in pass {last.number}"
    assert left[0].passes[-1].units == last.units[1:]
    assert fewer.hours < tasks_of(painted_of(two), ROOM).minutes / 60


def test_two_paintings_share_piles_and_paint_one_while_the_other_dries(plans):
    plan = plans["direct"]
    tasks, piles = tasks_of(painted_of(plan), Drying(Climate(15, 75))), painted_of(plan).piles
    shared = shared_piles(plan.mixes, plan.volumes, plan.mixes, plan.volumes)
    found = side_by_side(tasks, tasks, shared, (piles, piles), Asked(MORNINGS), effort=0.1)
    assert len(shared) == len(plan.mixes)
    assert found.saved_hands_min == pytest.approx(2.0 * len(shared), abs=0.1)  # two minutes a pile
    ids = [task.id for task in found.schedule.tasks]
    assert len(ids) == len(set(ids))
    sides = [task.id[:2] for task in found.schedule.tasks if task.kind == "unit"]
    assert {MINE, THEIRS} <= set(sides[:12])  # not one painting after the other
    assert sum(id_.startswith(MINE) for id_ in ids) == sum(id_.startswith(THEIRS) for id_ in ids)
    assert found.schedule.makespan_min > 0
    of = {one.id: one for one in found.schedule.tasks}
    for wait in found.schedule.waits:
        assert of[wait.after].begins_min - of[wait.before].ends_min >= wait.least_min - 1e-3


def test_two_paintings_without_a_shared_pile_save_no_hands(plans):
    plan = plans["direct"]
    tasks, piles = tasks_of(painted_of(plan), ROOM), painted_of(plan).piles
    assert side_by_side(tasks, tasks, (), (piles, piles), Asked(MORNINGS), effort=0.0).saved_hands_min == pytest.approx(
        0
    )


def test_the_simulated_climate_drifts_and_reads_the_same_for_the_same_seed():
    one, same, other = SimulatedClimate(3), SimulatedClimate(3), SimulatedClimate(4)
    times = [0.0, 10.0, 240.0, 720.0]
    assert [one.read(m) for m in times] == [same.read(m) for m in times]
    assert [one.read(m) for m in times] != [other.read(m) for m in times]
    readings = [one.read(float(m)) for m in range(0, 1440, 30)]
    assert 1 < max(t for t, _ in readings) - min(t for t, _ in readings) < 8
    assert all(5 <= t <= 35 and 5 <= h <= 95 for t, h in readings)
    warm, cool = max(readings), min(readings)
    assert warm[1] < cool[1]
