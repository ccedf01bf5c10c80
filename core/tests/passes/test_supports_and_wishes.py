"""What is painted on, what shadows borrow, what the painter likes first, and where a pile goes besides. Common practice."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.areas.area import AreaMap
from ypsochrom.areas.facts import MOST_BORROWED, with_borrowed
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.kit.errors import BadSetting, BadSupply
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.supplies import Face
from ypsochrom.passes.films.ground import is_there, tone_lab
from ypsochrom.passes.films.stages import canvas_of, paint_picture, stages
from ypsochrom.passes.order import rules
from ypsochrom.passes.plan.compare import ground_offers
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.work.brief import MixSettings

SHELF = starter_shelf()


def on(scene, lab, **more):
    return replace(scene, face=Face(lab, **more))


def roles(plan):
    return [one.role for one in plan.passes]


def test_a_support_that_is_the_middle_tone_already_needs_no_ground(scene):
    grey = tone_lab("grey", scene.areas)
    plan = find_passes(on(scene, grey), SHELF, Choices(ground="grey"))
    assert "ground" not in roles(plan)
    (advice,) = [one for one in plan.advice if one.id == "passes.N028"]
    assert "No ground is needed" in advice.message
    assert "ground" in roles(find_passes(scene, SHELF, Choices(ground="grey")))
    assert "ground" in roles(find_passes(on(scene, (22.0, 0, 0)), SHELF, Choices(ground="grey")))


def test_white_priming_is_a_white_ground_and_a_black_panel_is_painted_white_for_one(scene):
    assert "ground" not in roles(find_passes(scene, SHELF, Choices(ground="white")))
    plan = find_passes(on(scene, (24.0, 0, 0)), SHELF, Choices(ground="white"))
    assert plan.passes[0].role == "ground"
    assert float(lab_to_value(np.array(plan.ground.match.lab_dry))) > 8
    assert "ground" not in roles(find_passes(on(scene, (24.0, 0, 0)), SHELF, Choices(ground="as it is")))


def test_what_stays_bare_shows_the_support_in_the_pictures(scene, kettle_plan):
    largest = max(scene.painted, key=lambda a: a.area_cm2)
    areas = tuple(replace(a, handling="bare", parts=()) if a.id == largest.id else a for a in scene.areas)
    linen = on(replace(scene, areas=areas), (62.0, 3.0, 14.0))
    plan = find_passes(linen, SHELF, Choices(ground="as it is"))
    canvas = canvas_of(kettle_plan.areas, linen, under_edges=False)
    *_, last = stages(linen, plan.mix_of, plan.passes, linen.mixes.box, canvas)
    bare = paint_picture(last, canvas)[kettle_plan.areas.labels == largest.index]
    assert np.median(bare.astype(int) - np.array([162, 147, 125]), axis=0) == pytest.approx(0, abs=8)


def test_a_coarse_thirsty_support_takes_more_paint_for_the_first_coat_only(scene):
    usual = find_passes(scene, SHELF, Choices(ground="grey"))
    thirsty = find_passes(on(scene, None, texture="coarse", absorbency="high"), SHELF, Choices(ground="grey"))
    films = [{s.id: s.film_um for p in plan.passes for s in p.steps} for plan in (usual, thirsty)]
    ground = [step.id for step in usual.passes[0].steps]
    assert all(films[1][id_] == pytest.approx(1.5 * films[0][id_]) for id_ in ground)
    assert all(films[1][id_] == films[0][id_] for id_ in films[0].keys() & films[1].keys() - set(ground))


def test_grounds_are_offered_that_differ_from_the_support(scene):
    linen = on(scene, (62.0, 3.0, 14.0))
    assert {one.tone for one in ground_offers(linen, SHELF, Choices(), ())} >= {"as it is", "white", "black"}
    assert "as it is" not in {one.tone for one in ground_offers(scene, SHELF, Choices(), ())}
    assert is_there(linen, "as it is")


def test_a_texture_nobody_sells_is_refused():
    with pytest.raises(BadSupply):
        Face(None, texture="furry")


def test_shadows_take_a_share_of_the_colour_around_them_and_keep_their_value(scene):
    areas = AreaMap(np.zeros((1, 1), np.uint8), np.zeros((1, 1), np.uint8), scene.areas)
    pulled = with_borrowed(areas, scene.borders, 0.2)
    moved = 0
    for before, after in zip(scene.areas, pulled.areas, strict=True):
        around = [b for b in scene.borders if before.id in (b.a, b.b)]
        for part, now in zip(before.parts, after.parts, strict=True):
            if part.family != "shadow" or not around:
                assert now == part
                continue
            lab = {a.id: np.array(a.lab) for a in scene.areas}
            goal = np.average(
                [lab[b.b if b.a == before.id else b.a] for b in around], axis=0, weights=[b.length_mm for b in around]
            )
            assert now.lab[0] == part.lab[0]
            assert np.array(now.lab[1:]) == pytest.approx(0.8 * np.array(part.lab[1:]) + 0.2 * goal[1:])
            moved += 1
    assert moved > 3
    assert with_borrowed(areas, scene.borders, 0.0) is areas
    with pytest.raises(BadSetting):
        MixSettings(borrow=MOST_BORROWED + 0.1)


@pytest.mark.parametrize(
    ("wish", "rule"), [("figure from ground first", rules.SEPARATED), ("edges of the picture last", rules.EDGES_LAST)]
)
def test_a_wish_for_the_order_holds_where_no_hard_rule_says_otherwise(scene, wish, rule):
    plan = find_passes(scene, SHELF, Choices(order=frozenset({wish})))
    own = [pair for pair in plan.pairs if pair.rule == rule]
    assert own
    place = {step.id: at for at, step in enumerate(step for one in plan.passes for step in one.steps)}
    assert all(place[pair.before] < place[pair.after] for pair in own)
    assert not any(pair.rule == rule for pair in find_passes(scene, SHELF).pairs)


def test_a_unit_names_other_places_of_its_pile(scene):
    plan = find_passes(scene, SHELF)
    serves = {mix.id: {area for area, _ in mix.serves} for mix in scene.mixes.mixes}
    name = {area.id: area.name for area in scene.areas}
    told = 0
    for one in plan.passes:
        area_of = {step.id: step.area for step in one.steps}
        for unit in one.units:
            here = {name[area_of[id_]] for id_ in unit.steps}
            also = set(filter(None, unit.also_in.split("; ")))
            assert also <= {name[area] for area in serves.get(unit.mix, ())} - here
            told += bool(also)
    assert told > 3


def test_strokes_are_told_to_follow_what_is_drawn_out(scene):
    plan = find_passes(scene, SHELF)
    ways = [e for p in plan.passes for u in p.units for e in u.edges if e.how == "stroke"]
    assert ways
    assert all(scene.runs[edge.area].words in edge.words for edge in ways)


def test_the_picture_runs_round_deep_sides_in_its_own_piles(scene):
    edge = 2 * (scene.support.width_mm + scene.support.height_mm)
    assert sum(scene.edge_mm.values()) == pytest.approx(edge, rel=0.01)
    plan = find_passes(scene, SHELF, Choices(side_mm=30, sides="picture"))
    jobs = [job for job in plan.jobs if job.kind == "sides"]
    assert len({job.mix for job in jobs}) == len(jobs) > 2
    assert sum(job.area_cm2 for job in jobs) == pytest.approx(edge * 30 / 100, rel=0.02)
    (one,) = [job for job in find_passes(scene, SHELF, Choices(side_mm=30)).jobs if job.kind == "sides"]
    assert sum(job.volume_ml for job in jobs) == pytest.approx(one.volume_ml, rel=0.02)
    for job in jobs:
        assert plan.uses[job.mix].jobs_ml >= job.volume_ml - 1e-9
