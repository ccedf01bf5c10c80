"""Fur, grass and reflections in the passes: tufts from the dark beneath outward, a reflection beside what it mirrors."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.areas.families import FAMILIES, MIDDLE
from ypsochrom.areas.strokes import Flow, Run
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.supplies import Brush
from ypsochrom.passes.films.stages import canvas_of
from ypsochrom.passes.order import rules
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.values.composition import Focal

SHELF = starter_shelf()
OPAQUE = sorted({*SCHOOLS} - {"glazes"})


@pytest.fixture(scope="module")
def plain(scene):
    return replace(scene, gradations={}, focal=None)


@pytest.fixture(scope="module")
def wool(plain):
    """The largest area that has a shadow, a half-tone and a light."""
    whole = [a for a in plain.painted if {part.family for part in a.parts} >= set(MIDDLE)]
    return max(whole, key=lambda a: a.area_cm2)


def grown(scene, area, growth):
    flow = Flow(20.0, tuple((x, y, 60.0) for x in range(5, 400, 20) for y in range(5, 300, 20)))
    return replace(scene, growths={area.id: growth}, flows={area.id: flow}, runs={area.id: Run(60.0, 0.8)})


def laid_on(plan, area):
    return [(one, step) for one in plan.passes for step in one.steps if step.area == area.id and one.role != "ground"]


@pytest.mark.parametrize("school", OPAQUE)
def test_fur_is_laid_in_tufts_from_underneath_outward_in_every_opaque_method(plain, wool, school):
    plan = find_passes(grown(plain, wool, "fur"), SHELF, Choices(school=school))
    tufts = [(one, step) for one, step in laid_on(plan, wool) if step.technique == "tufts"]
    assert tufts
    for number in {one.number for one, _ in tufts}:
        families = [FAMILIES.index(step.family) for one, step in tufts if one.number == number]
        assert families == sorted(families)
    first = min(one.number for one, _ in tufts)
    assert any(
        one.number < first or step.technique != "tufts" for one, step in laid_on(plan, wool)
    )  # a ground to lie on


def test_fur_takes_five_to_seven_layers_and_grass_three_at_least(plain, wool):
    def layers(of):
        plan = find_passes(of, SHELF)
        return len({(one.role, step.family) for one, step in laid_on(plan, wool) if step.family in (None, *MIDDLE)})

    assert 5 <= layers(grown(plain, wool, "fur")) <= 7
    assert layers(grown(plain, wool, "grass")) >= 3
    focal = replace(grown(plain, wool, "hair"), focal=Focal(*wool.centre, 0.2))
    assert 5 <= layers(focal) <= 7
    assert "tufts once more" not in {one.role for one in find_passes(focal, SHELF).passes}


def test_tufts_have_their_own_units_brushes_and_words(plain, wool):
    plan = find_passes(grown(plain, wool, "fur"), SHELF)
    units = [unit for one in plan.passes for unit in one.units if unit.technique == "tufts"]
    assert {unit.brush.kind for unit in units} <= {"rake", "rigger"}
    assert all(unit.brush.mm <= 12 for unit in units)
    (edge, *others) = units[0].edges
    assert edge.how == "overlap"
    assert "slanting down to the right" in edge.words
    assert "cut" not in {one.how for one in others}
    leaves = find_passes(grown(plain, wool, "foliage"), SHELF)
    assert {u.brush.kind for p in leaves.passes for u in p.units if u.technique == "tufts"} <= {"filbert", "round"}


def test_a_rake_that_the_shelf_lacks_is_suggested(plain, wool):
    own = replace(grown(plain, wool, "fur"), brushes=(Brush("flat", 25), Brush("filbert", 8), Brush("round", 4)))
    assert any("rake" in advice.message for advice in find_passes(own, SHELF).advice)


def test_the_stages_show_tufts_along_the_flow_and_nothing_else_moves(plain, wool, kettle_plan):
    areas = kettle_plan.areas
    before, after = (canvas_of(areas, of, under_edges=False).cells for of in (plain, grown(plain, wool, "fur")))
    mask = areas.labels == wool.index
    changed = before != after
    assert not changed[~mask].any()
    assert 0.01 < changed[mask].mean() < 0.6
    ys, xs = np.nonzero(changed)
    along, across = (
        np.mean(changed[(ys + dy) % mask.shape[0], (xs + dx) % mask.shape[1]]) for dx, dy in ((3, 5), (5, -3))
    )
    assert along > across  # 60 degrees: tufts go on along their way


def test_a_reflection_follows_its_thing_in_one_unit_drawn_down(plain, wool):
    thing = max((a for a in plain.painted if a.id != wool.id and len(a.parts) >= 3), key=lambda a: a.area_cm2)
    water = replace(plain, mirrors={wool.id: thing.id})
    plan = find_passes(water, SHELF)
    for one in plan.passes:
        own = [unit for unit in one.units if unit.technique == "drawn down"]
        assert len(own) <= 1
        for unit in own:
            assert {step.area for step in one.steps if step.id in unit.steps} == {wool.id}
            assert "straight down" in unit.edges[0].words
        places = {step.area: place for place, step in reversed(list(enumerate(one.steps)))}
        if own and thing.id in places and not _held_apart(plan, one, wool.id, thing.id):
            assert places[thing.id] < places[wool.id]
    assert any(unit.technique == "drawn down" for one in plan.passes for unit in one.units)
    ends = [step for _, step in laid_on(plan, wool) if step.family in ("accent", "highlight")]
    assert ends
    assert all(step.technique != "drawn down" for step in ends)  # they sit on it


def _held_apart(plan, one, mirror, thing):
    """Whether a rule of more weight puts some of the reflection first."""
    area = {step.id: step.area for step in one.steps}
    return any(area.get(p.before) == mirror and area.get(p.after) == thing for p in plan.pairs)


def test_what_is_glazed_stays_a_glaze_and_the_rules_can_be_set_aside(plain, wool):
    of = grown(plain, wool, "fur")
    glazed = find_passes(of, SHELF, Choices(school="glazes"))
    assert {s.technique for one in glazed.passes if "glaze" in one.role for s in one.steps} == {"glaze"}
    off = find_passes(of, SHELF, Choices(rules_off={rules.GROWS: "wet in wet this time"}))
    assert not any(pair.rule == rules.GROWS for pair in off.pairs)
    assert any(pair.rule == rules.GROWS for pair in find_passes(of, SHELF).pairs)
