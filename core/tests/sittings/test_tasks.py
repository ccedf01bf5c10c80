"""From units to tasks: every go is one, waits are those of wet and dry, and nothing goes round in a circle."""

from dataclasses import replace

import networkx as nx
import pytest

from ypsochrom.passes.factors import USUAL_FACTORS, Factor
from ypsochrom.passes.films.drying import Drying
from ypsochrom.passes.manners import GLAZES
from ypsochrom.passes.unit import OwnUnit
from ypsochrom.sittings.tasks import STAND_BACK_EVERY_MIN, STAND_BACK_MIN, renamed, tasks_of
from ypsochrom.sky.air import ORDINARY_ROOM, Climate

ROOM = Drying(ORDINARY_ROOM)


@pytest.fixture(scope="module", params=["direct", "glazes", "background-first"])
def both(request, painted):
    return painted[request.param], tasks_of(painted[request.param], ROOM)


def test_every_coat_of_every_unit_is_a_task_and_keeps_its_minutes(both):
    painted, tasks = both
    looking = 1 + STAND_BACK_MIN / STAND_BACK_EVERY_MIN
    for one in painted.passes:
        for unit in one.units:
            own = [task for task in tasks.tasks if task.kind == "unit" and task.subject == unit.id]
            assert [task.coat for task in own] == list(range(1, unit.coats + 1))
            assert sum(task.minutes for task in own) == pytest.approx(unit.total_minutes * looking, abs=0.1)
            assert own[0].minutes == pytest.approx(unit.minutes * looking, abs=0.05)


def test_every_pile_is_mixed_once_after_its_bases_and_before_its_use(both):
    painted, tasks = both
    mixing = [task.subject for task in tasks.tasks if task.kind == "mixing"]
    assert len(mixing) == len(set(mixing))
    mixed_before = {(w.before, w.after) for w in tasks.waits if w.kind == "mixing"}
    for task in tasks.tasks:
        if task.kind == "unit" and task.coat == 1:
            assert all((f"mix/{pile}", task.id) in mixed_before for pile in task.piles if pile in painted.piles)
        if task.kind == "mixing":
            assert all((f"mix/{base}", task.id) in mixed_before for base in painted.piles[task.subject].bases)


def test_the_waits_can_be_kept_in_the_plans_own_order(both):
    _, tasks = both
    graph = nx.DiGraph([(wait.before, wait.after) for wait in tasks.waits])
    assert nx.is_directed_acyclic_graph(graph)
    known = set(tasks.task_of)
    assert all({wait.before, wait.after} <= known for wait in tasks.waits)
    assert all(wait.most_min is None or wait.most_min >= 0 for wait in tasks.waits)


def test_the_rules_of_the_pass_plan_are_kept(both):
    painted, tasks = both
    of_step = {step: unit.id for one in painted.passes for unit in one.units for step in unit.steps}
    graph = nx.DiGraph([(wait.before, wait.after) for wait in tasks.waits])
    for pair in painted.pairs:
        before, after = of_step[pair.before], of_step[pair.after]
        if before != after:
            assert nx.has_path(graph, before, after), pair


def test_a_glaze_waits_for_paint_that_is_dry_enough_for_it(painted):
    plan, tasks = painted["glazes"], tasks_of(painted["glazes"], ROOM)
    steps = {step.id: step for one in plan.passes for step in one.steps}
    unit_of = {id_: unit for one in plan.passes for unit in one.units for id_ in unit.steps}
    waits = {(wait.before, wait.after): wait for wait in tasks.waits if wait.kind == "glaze"}
    seen = 0
    for id_, step in steps.items():
        if step.technique in GLAZES and step.wait == "dry":
            below = [
                other
                for other in steps.values()
                if other.area == step.area
                and (None in (step.family, other.family) or step.family == other.family)
                and unit_of[other.id] is not unit_of[id_]
            ]
            for other in below:
                found = waits.get((unit_of[other.id].id, unit_of[id_].id))
                if found is not None:
                    seen += 1
                    slack = unit_of[other.id].minutes + unit_of[id_].minutes
                    assert found.least_min >= ROOM.glaze(other) - 1.1 * slack
    assert seen > 10


def test_cool_damp_air_makes_all_waits_longer(painted):
    for key in ("direct", "glazes"):
        usual, cool = (tasks_of(painted[key], Drying(climate)) for climate in (ORDINARY_ROOM, Climate(12, 80)))
        of = {(w.before, w.after, w.kind): w for w in usual.waits}
        longer = [
            w.least_min >= of[w.before, w.after, w.kind].least_min
            for w in cool.waits
            if (w.before, w.after, w.kind) in of
        ]
        assert all(longer)
        assert len(longer) > 50
        assert cool.minutes == pytest.approx(usual.minutes)
        assert all(cool.stays_wet[task] >= minutes for task, minutes in usual.stays_wet.items())


def test_a_painter_whose_glazes_dry_slowly_waits_longer_for_them_alone(painted):
    own = replace(USUAL_FACTORS, drying_with={"glazing liquid": Factor(2.0, 0.2, 6)})
    plan = painted["glazes"]
    steps = [step for one in plan.passes for step in one.steps]
    usual, slow = Drying(ORDINARY_ROOM), Drying(ORDINARY_ROOM, own)
    for step in steps:
        times = 2 if step.medium == "glazing liquid" else 1
        assert slow.glaze(step) == pytest.approx(times * usual.glaze(step))
    assert {step.medium for step in steps} >= {"glazing liquid"}
    waits = [sum(wait.least_min for wait in tasks_of(plan, drying).waits) for drying in (usual, slow)]
    assert waits[1] > waits[0]


def test_own_units_stand_where_they_were_put(painted):
    plan = painted["direct"]
    one = plan.passes[1]
    own = (
        OwnUnit("own/1", one.role, one.units[1].id, "pencil the rigging", 6.0),
        OwnUnit("own/2", one.role, None, "look", 3.0),
    )
    passes = (plan.passes[0], replace(one, own=own), *plan.passes[2:])
    tasks = tasks_of(replace(plan, passes=passes), ROOM)
    order = {(wait.before, wait.after) for wait in tasks.waits}
    assert (one.units[0].id, "own/1") in order
    assert ("own/1", one.units[1].id) in order
    assert (one.units[-1].id, "own/2") in order
    assert tasks.task_of["own/1"].minutes == 6.0


def test_pencil_and_chalk_wait_for_dry_paint_and_a_brush_does_not(painted):
    plan = painted["direct"]
    one = plan.passes[1]

    def waits(tool):
        own = (OwnUnit("own/1", one.role, one.units[3].id, "pencil the rigging", 6.0, tool),)
        passes = (plan.passes[0], replace(one, own=own), *plan.passes[2:])
        found = tasks_of(replace(plan, passes=passes), ROOM).waits
        return {wait.before: wait.least_min for wait in found if wait.after == "own/1" and wait.kind == "overcoat"}

    assert waits("brush") == {}
    below = waits("pencil")
    assert {unit.id for unit in one.units[:3]} <= below.keys()
    assert one.units[3].id not in below
    assert below == waits("chalk")
    assert all(5 < least < 120 for id_, least in below.items() if id_ == one.units[2].id)


def test_last_coats_come_a_day_and_more_after_the_last_stroke(painted):
    tasks = tasks_of(painted["direct"], ROOM)
    assert [one.title for one in tasks.afterwards] == ["Isolation coat", "Varnish"]
    first, then = (one.not_before_min for one in tasks.afterwards)
    assert first >= 24 * 60
    assert then >= first + 24 * 60
    assert not any(task.subject in ("isolation coat", "varnish") for task in tasks.tasks)


def test_two_plans_side_by_side_have_ids_of_their_own_but_for_shared_piles(painted):
    tasks = tasks_of(painted["direct"], ROOM)
    pile = next(task.subject for task in tasks.tasks if task.kind == "mixing")
    other = renamed(tasks, "2:", {pile: f"1:{pile}"})
    assert f"mix/1:{pile}" in other.task_of
    assert all(id_.startswith(("2:", "mix/2:", "mix/1:")) for id_ in other.task_of)
    assert len(other.waits) == len(tasks.waits)
