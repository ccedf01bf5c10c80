"""Every rule fires on a picture made to break it, and is silent on the same picture put right. Common practice of the trade."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.areas.area import Area, FamilyPart
from ypsochrom.areas.borders import Border
from ypsochrom.areas.facts import Decision, Facts
from ypsochrom.areas.gradations import Gradation
from ypsochrom.areas.judgement import craft, depth, edges, surfaces, tones
from ypsochrom.areas.judgement.case import Case
from ypsochrom.areas.judgement.judge import RULES, judge
from ypsochrom.areas.two_paints import TwoPaints
from ypsochrom.colour.munsell import lab_to_value, value_to_lightness
from ypsochrom.kit.advice import Advice
from ypsochrom.materials.support import Support
from ypsochrom.values.composition import Focal

PANEL = Support(400, 300)
PLACES = {"wall": (0.5, 0.1), "jug": (0.5, 0.5), "cloth": (0.3, 0.9), "table": (0.8, 0.9)}


def lab_of(value, a=0.0, b=0.0):
    return float(value_to_lightness(np.array(value))), a, b


def part(family, value, share, a=0.0, b=0.0):
    return FamilyPart(family, share * PANEL.area_cm2, value, lab_of(value, a, b))


def area(name, value, *, share=0.2, a=0.0, b=0.0, parts=None):
    parts = parts or (part("half-tone", value, share, a, b),)
    lab = lab_of(value, a, b)
    place = PLACES.get(name, (0.9, 0.1))
    return Area(0, name, name, share * PANEL.area_cm2, share, float(lab_to_value(np.array(lab))), lab, place, parts)


def border(one, other, *, length=100.0, softness="hard", de00=20.0):
    return Border(one, other, length, softness, 1.0, de00, 1.0, 0.0, 0.0, other)


def case(areas, borders=(), planes=None, *, wanted=None, textures=None, **more):
    facts = {
        one.id: Facts(one.id, (planes or {}).get(one.id, "middle"), None, None, (textures or {}).get(one.id))
        for one in areas
    }
    labels = np.zeros((30, 40), dtype=np.uint8)
    return Case(found=areas, wanted=wanted or areas, facts=facts, borders=borders, labels=labels, support=PANEL, **more)


WALL, JUG, CLOTH = area("wall", 6.0, share=0.5, b=8), area("jug", 4.0, a=20, b=15), area("cloth", 8.0, share=0.15, b=9)
PLANES = {"wall": "back", "jug": "middle", "cloth": "front"}
SOUND = case((WALL, JUG, CLOTH), (border("wall", "jug"), border("jug", "cloth")), PLANES)


def ids(found):
    return {advice.id for advice in found}


def test_a_sound_plan_hears_of_no_warning():
    assert [advice for advice in judge(SOUND) if advice.severity == "warning"] == []


def test_all_rules_but_one_stand_here_and_that_one_with_the_passes():
    assert set(RULES) == set(range(1, 20)) - {15} | {22}


def test_1_a_background_equal_to_a_colour_inside_the_subject_reads_as_a_hole():
    hole = replace(JUG, parts=(part("shadow", 3.0, 0.1, 20, 15), part("light", 6.1, 0.1, 0, 8)))
    (found,) = edges.figure_and_ground_collide(replace_areas(SOUND, WALL, hole, CLOTH))
    assert (found.id, found.subject) == ("areas.W001", "jug wall")
    assert list(edges.figure_and_ground_collide(SOUND)) == []


def replace_areas(old, *areas, **more):
    return case(areas, old.borders, {k: f.plane for k, f in old.facts.items()}, **more)


def test_2_neighbours_in_different_planes_with_one_value_do_not_part():
    same = area("jug", 6.1, a=20, b=15)
    (found,) = edges.neighbours_share_a_value(replace_areas(SOUND, WALL, same, CLOTH))
    assert (found.id, found.subject) == ("areas.W002", "wall jug")
    assert list(edges.neighbours_share_a_value(SOUND)) == []
    one_plane = case((WALL, same, CLOTH), SOUND.borders, dict.fromkeys(PLANES, "back"))
    assert list(edges.neighbours_share_a_value(one_plane)) == []


def test_3_an_edge_lost_in_the_focal_passage_is_an_accident():
    lost = (border("wall", "jug", softness="lost", de00=2.0),)
    focal = Focal(0.5, 0.5, 0.1)
    (found,) = edges.edge_lost_at_the_focal_passage(case((WALL, JUG), lost, PLANES, focal=focal))
    assert found.id == "areas.W003"
    assert list(edges.edge_lost_at_the_focal_passage(case((WALL, JUG), lost, PLANES))) == []
    elsewhere = Focal(0.05, 0.95, 0.05)
    assert list(edges.edge_lost_at_the_focal_passage(case((WALL, JUG), lost, PLANES, focal=elsewhere))) == []
    hard = (border("wall", "jug"),)
    assert list(edges.edge_lost_at_the_focal_passage(case((WALL, JUG), hard, PLANES, focal=focal))) == []


def test_4_a_far_dark_darker_or_a_far_chroma_stronger_than_the_near_ones_comes_forward():
    dark, strong = area("wall", 2.0, share=0.5), area("wall", 6.0, share=0.5, a=10, b=60)
    assert ids(depth.depth_scale_broken(replace_areas(SOUND, dark, JUG, CLOTH))) == {"areas.W004"}
    assert ids(depth.depth_scale_broken(replace_areas(SOUND, strong, JUG, CLOTH))) == {"areas.W024"}
    near = case((area("wall", 6.0, share=0.5, b=8), area("jug", 4.0, b=10)), (), {"wall": "back", "jug": "middle"})
    assert list(depth.depth_scale_broken(near)) == []


@pytest.mark.parametrize("value", [9.6, 1.8])
def test_5_white_is_not_painted_white_and_black_not_black(value):
    pure = area("cloth", value)
    assert ids(tones.white_painted_white(case((pure,)))) == {"areas.W005"}
    toned = area("cloth", value, b=6)
    assert list(tones.white_painted_white(case((toned,)))) == []
    assert list(tones.white_painted_white(case((area("cloth", 9.0 if value > 5 else 2.6),)))) == []


def test_6_lights_that_go_in_early_leave_nowhere_to_go():
    much = replace(CLOTH, parts=(part("light", 8.0, 0.1, b=9), part("highlight", 9.3, 0.05)))
    little = replace(CLOTH, parts=(part("light", 8.0, 0.14, b=9), part("highlight", 9.3, 0.01)))
    assert ids(tones.lights_spent_early(case((much,)))) == {"areas.W006"}
    assert list(tones.lights_spent_early(case((little,)))) == []
    full = replace(CLOTH, parts=(part("light", 9.5, 0.15, b=9),))
    assert ids(tones.lights_spent_early(case((full,)))) == {"areas.W026"}


def test_7_the_strongest_contrast_belongs_to_the_focal_passage():
    table = area("table", 1.9, share=0.1, b=5)
    areas = (WALL, JUG, CLOTH, table)
    borders = (*SOUND.borders[:1], border("cloth", "table"))
    (found,) = edges.focal_passage_is_outdone(case(areas, borders, focal=Focal(0.5, 0.5, 0.1)))
    assert (found.id, found.subject) == ("areas.W007", "cloth table")
    assert list(edges.focal_passage_is_outdone(case(areas, borders))) == []
    there = Focal(0.3, 0.9, 0.1)
    assert list(edges.focal_passage_is_outdone(case(areas, borders, focal=there))) == []


def test_8_a_shadow_takes_something_of_the_colour_around_it():
    around = area("wall", 6.0, share=0.5, a=-5, b=-35)
    deaf = area("jug", 5.0, a=20, b=30, parts=(part("shadow", 3.5, 0.1, 15, 22), part("light", 6.0, 0.1, 22, 33)))
    hears = area("jug", 5.0, a=20, b=30, parts=(part("shadow", 3.5, 0.1, 11, 12), part("light", 6.0, 0.1, 22, 33)))
    borders = (border("wall", "jug"),)
    (found,) = tones.shadows_deaf_to_surroundings(case((around, deaf), borders))
    assert found.id == "areas.N008"
    assert "blue" in found.message
    assert list(tones.shadows_deaf_to_surroundings(case((around, hears), borders))) == []
    assert list(tones.shadows_deaf_to_surroundings(case((WALL, deaf), borders))) == []


def test_9_a_white_thing_needs_as_many_values_as_a_coloured_one():
    flat = area("cloth", 8.5, b=5)
    rich = area(
        "cloth", 8.5, b=5, parts=tuple(part(f, v, 0.05) for f, v in (("shadow", 7), ("half-tone", 8), ("light", 9)))
    )
    assert ids(tones.too_few_values(case((flat,), textures={"cloth": 3.0}))) == {"areas.N009"}
    assert list(tones.too_few_values(case((rich,), textures={"cloth": 3.0}))) == []
    assert list(tones.too_few_values(case((flat,)))) == []  # it is as flat in the photo
    assert list(tones.too_few_values(case((area("cloth", 5.5, b=5),), textures={"cloth": 3.0}))) == []


def test_10_foliage_needs_at_least_three_greens():
    one = area("jug", 4.0, a=-20, b=20)
    three = replace(
        one, parts=tuple(part(f, v, 0.06, -20, 20) for f, v in (("shadow", 3), ("half-tone", 4), ("light", 5.2)))
    )
    assert ids(tones.too_few_greens(case((one,)))) == {"areas.N010"}
    assert list(tones.too_few_greens(case((three,)))) == []
    assert list(tones.too_few_greens(case((JUG,)))) == []


def test_11_detail_finer_than_the_brush_or_the_weave():
    fine, weave = {"jug": 1.0}, {"jug": 3.0}
    assert ids(craft.detail_finer_than_the_tools(case((JUG,), textures=fine))) == {"areas.N011"}
    assert ids(craft.detail_finer_than_the_tools(case((JUG,), textures=weave, weave_mm=4.0))) == {"areas.N021"}
    assert list(craft.detail_finer_than_the_tools(case((JUG,), textures=weave, weave_mm=1.0))) == []


def test_12_more_than_about_25_areas_and_which_two_to_put_together():
    many = tuple(replace(area(f"a{i}", 2 + i * 0.25, share=0.03), index=i) for i in range(27))
    borders = tuple(border(f"a{i}", f"a{i + 1}") for i in range(26))
    twins = (*many[:-1], replace(many[-1], lab=many[-2].lab))
    (found,) = craft.too_many_areas(case(twins, borders))
    assert (found.id, found.subject) == ("areas.N012", "a25 a26")
    assert list(craft.too_many_areas(case(many[:25], borders[:24]))) == []


def test_13_snow_must_not_become_lighter_than_its_sky():
    sky, snow = area("wall", 8.0), area("cloth", 7.2)
    bright = replace(snow, lab=lab_of(9.0), value=9.0)
    told = {"cloth": Decision(target_lab=lab_of(9.0))}
    (found,) = depth.value_order_differs(case((sky, snow), wanted=(sky, bright), decisions=told))
    assert (found.id, found.subject) == ("areas.W013", "cloth wall")
    still = replace(snow, lab=lab_of(7.6), value=7.6)
    told = {"cloth": Decision(target_lab=lab_of(7.6))}
    assert list(depth.value_order_differs(case((sky, snow), wanted=(sky, still), decisions=told))) == []
    assert list(depth.value_order_differs(case((sky, snow)))) == []


def test_14_references_that_disagree_are_told_once_more_here():
    said = Advice("subject.W030", "warning", "The light falls from another side.", "Mirror the patch.", "close")
    assert list(depth.references_disagree(case((JUG,), references=(said,)))) == [said]
    assert list(depth.references_disagree(case((JUG,)))) == []


def test_16_an_area_that_takes_less_than_a_drop_is_too_small_to_mix_for():
    assert ids(craft.too_small_to_mix_for(case((area("jug", 4.0, share=0.001),)))) == {"areas.N016"}
    assert list(craft.too_small_to_mix_for(case((JUG,)))) == []


def test_17_a_reflection_does_not_outdo_what_it_mirrors():
    boat = area("boat", 4.0, parts=(part("shadow", 2.5, 0.1), part("light", 7.0, 0.1)))
    water = area("water", 4.0, parts=(part("shadow", 2.0, 0.1), part("light", 7.5, 0.1)))
    mirrored = {"water": Decision(mirrors="boat")}
    (found,) = surfaces.reflection_outdoes_its_thing(case((boat, water), decisions=mirrored))
    assert (found.id, found.subject) == ("areas.N017", "water boat")
    assert "darks are 0.5 steps darker" in found.message
    assert "lights are 0.5 steps lighter" in found.message
    calmer = replace(water, parts=(part("shadow", 3.0, 0.1), part("light", 6.5, 0.1)))
    assert list(surfaces.reflection_outdoes_its_thing(case((boat, calmer), decisions=mirrored))) == []
    assert list(surfaces.reflection_outdoes_its_thing(case((boat, water)))) == []
    gone = {"water": Decision(mirrors="sunk")}
    assert list(surfaces.reflection_outdoes_its_thing(case((boat, water), decisions=gone))) == []


def test_18_tufts_want_a_dark_beneath_a_middle_and_lights():
    said = {"jug": Decision(growth="fur")}
    (found,) = surfaces.too_few_values_to_grow(case((WALL, JUG), decisions=said))
    assert (found.id, found.subject) == ("areas.N018", "jug")
    full = replace(JUG, parts=(part("shadow", 3, 0.1), part("half-tone", 4, 0.1), part("light", 5, 0.1)))
    assert list(surfaces.too_few_values_to_grow(case((WALL, full), decisions=said))) == []


@pytest.mark.parametrize(("down", "told"), [(1, 1), (-1, 0)])
def test_19_a_sky_lightens_towards_the_horizon(down, told):
    sky = area("wall", 6.0, share=0.5, a=-4, b=-25)
    made = case((sky, replace(JUG, index=1)), planes=PLANES)
    run = Gradation((50.0, 20.0), (50.0, 20.0 + 90 * down), lab_of(7.5, -3, -15), lab_of(5.0, -4, -30), 0.9)
    facts = {**made.facts, "wall": replace(made.facts["wall"], gradation=run)}
    assert len(list(surfaces.sky_darkens_downward(replace(made, facts=facts)))) == told
    flat = replace(made, facts=facts, decisions={"wall": Decision(flat=True)})
    assert list(surfaces.sky_darkens_downward(flat)) == []


def test_warnings_come_first_and_what_is_left_bare_is_not_judged():
    tiny = area("table", 9.6, share=0.012)
    found = judge(case((tiny, area("jug", 4.0, share=0.001))))
    assert [advice.severity for advice in found] == sorted((a.severity for a in found), reverse=True)
    bare = replace(tiny, parts=())
    assert "areas.W005" not in ids(judge(case((tiny,), wanted=(bare,))))


def test_22_two_colours_of_one_value_are_two_passages():
    two = TwoPaints((85.0, 0.0, 5.0), (83.0, -2.0, 68.0), 8.2, 3.3)
    holding = replace(SOUND, facts=SOUND.facts | {"cloth": replace(SOUND.facts["cloth"], two_paints=two)})
    (found,) = tones.two_paints_in_one(holding)
    assert (found.id, found.subject) == ("areas.W022", "cloth")
    assert "very light greyed yellow (8 cm²) and light yellow (3 cm²)" in found.message
    assert list(tones.two_paints_in_one(SOUND)) == []
    as_wanted = replace(holding, decisions={"cloth": Decision(target_lab=(80.0, 0.0, 5.0))})
    assert list(tones.two_paints_in_one(as_wanted)) == []  # the painter gave it one colour
