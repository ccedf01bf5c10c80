"""Each of the nine schools does what painters say of it (common practice), on the demo scene."""

import io
from dataclasses import replace
from itertools import groupby

import numpy as np
import pytest
from PIL import Image
from sklearn.datasets import load_sample_image

from ypsochrom.colour import spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.shelf import Tube, starter_shelf
from ypsochrom.materials.supplies import STARTER_MEDIUMS
from ypsochrom.materials.support import Support
from ypsochrom.mixes.search import OUT_OF_REACH_DE00
from ypsochrom.paint import surface
from ypsochrom.passes.films import layers
from ypsochrom.passes.manners import Manner
from ypsochrom.passes.order import rules
from ypsochrom.passes.plan.compare import away_from_goal
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices, Move
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.passes.schools.light_first import Tones, tones_of
from ypsochrom.subject.decode import decode
from ypsochrom.values.composition import Focal
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import work_from

SHELF = starter_shelf()
GESSO = spectra.reflectance_to_lab(surface.seen(layers.bare_ground(), surface.dry("satin")))


@pytest.fixture(scope="module")
def plans(scene):
    return {key: find_passes(scene, SHELF, Choices(school=key)) for key in SCHOOLS}


def roles(plan):
    return [p.role for p in plan.passes]


def steps_of(plan, role=None):
    return [s for p in plan.passes for s in p.steps if role is None or p.role_of(s) == role]


@pytest.mark.parametrize("key", SCHOOLS)
def test_every_school_paints_every_part_and_says_why(plans, scene, key):
    plan = plans[key]
    painted = {(s.area, s.family) for s in steps_of(plan)}
    for area in scene.painted:
        for part in area.parts:
            if (area.id, None) not in painted and (area.id, part.family) not in painted:
                goal = np.array(scene.goals[area.id, part.family])
                assert key == "glazes"  # the white of the ground is left where it is the colour
                assert float(delta_e_2000(GESSO, goal)) <= OUT_OF_REACH_DE00
    for paint_pass in plan.passes:
        assert paint_pass.why
        assert paint_pass.steps
    assert len({s.id for s in steps_of(plan)}) == len(steps_of(plan))
    assert [p.number for p in plan.passes] == list(range(1, len(plan.passes) + 1))
    assert all(step.volume_ml > 0 and step.area_cm2 > 0 for step in steps_of(plan))
    assert sum(1 for s in steps_of(plan) if not s.reasons) < 0.1 * len(steps_of(plan))
    mixes = {mix.id for mix in plan.mixes}
    assert {s.mix for s in steps_of(plan)} <= {*mixes, *(blend.id for blend in plan.blends)}
    assert {job.mix for job in plan.jobs if job.mix} <= mixes


def test_the_nine_are_recognisably_different(plans):
    assert len(plans) == 9
    assert len({tuple(roles(plan)) for plan in plans.values()}) == 9
    manners = {
        key: {(s.technique, s.medium, round(s.medium_share, 1)) for s in steps_of(p)} for key, p in plans.items()
    }
    assert len({frozenset(m) for m in manners.values()}) >= 6


@pytest.mark.parametrize("key", [k for k in SCHOOLS if k != "grey-accent"])
def test_whatever_the_way_the_end_is_near_the_goal(plans, scene, key):
    assert away_from_goal(plans[key], scene) < 4.5


def laid_step_by_step(plan, scene, area, family):
    """What is seen of a part when all that the plan lays on it is dry, (lab,), and whether a glaze is the last of it."""
    mix_of = {mix.id: mix for mix in (*plan.mixes, *plan.blends)}
    state, glazed = scene.bare, False
    for step in steps_of(plan):
        if (area, family) in step.cells:
            coat = Manner(step.technique, step.film_um, step.medium, step.medium_share)
            state = layers.laid(mix_of[step.mix].match.recipe, scene.mixes.box, coat, step.coats, state)
            glazed = step.technique == "glaze"
    return spectra.reflectance_to_lab(surface.seen(state, surface.dry("satin"))), glazed


@pytest.mark.parametrize(("key", "allowed"), [("glazes", OUT_OF_REACH_DE00), ("monochrome", 6.0)])
def test_glazes_bring_a_part_to_its_own_colour_or_opaque_paint_does(plans, scene, key, allowed):
    """Not to the colour that its pile has for others, too; and what stays another colour is what tubes and piles do not reach."""
    ends_glazed = 0
    for area in scene.painted:
        for part in area.parts:
            seen, glazed = laid_step_by_step(plans[key], scene, area.id, part.family)
            goal = np.array(scene.goals[area.id, part.family])
            pile = np.array(scene.mixes.serving(area.id, part.family).match.lab_dry)
            apart, in_its_pile = float(delta_e_2000(seen, goal)), float(delta_e_2000(pile, goal))
            assert apart <= max(allowed, in_its_pile + 1.0) + 0.3, (area.id, part.family)
            ends_glazed += glazed
    assert ends_glazed > 10


def test_first_glazes_are_90_to_95_percent_medium_later_ones_about_80_common_practice(plans):
    plan = plans["glazes"]
    assert {s.technique for s in steps_of(plan, "first glazes")} == {"glaze"}
    assert all(0.9 <= s.medium_share <= 0.95 for s in steps_of(plan, "first glazes"))
    assert min(s.medium_share for s in steps_of(plan, "later glazes")) == pytest.approx(0.8)
    first_opaque = min(i for i, p in enumerate(plan.passes) if any(s.technique != "glaze" for s in p.steps))
    assert all(s.technique != "glaze" for p in plan.passes[first_opaque:] for s in p.steps)  # opaque paint at the end
    assert "sealing coat" in {job.kind for job in plan.jobs}
    glazed = {s.area for s in steps_of(plan, "first glazes")}
    assert all(s.wait == "dry" for s in steps_of(plan, "later glazes") if s.area in glazed)
    readable = plan.drawing.readable
    assert readable[0] > 0.6  # the drawing shows through until late


def test_monochrome_has_all_values_before_any_colour_common_practice(plans):
    plan = plans["monochrome"]
    order = roles(plan)
    assert order.index("grey modelling") < order.index("tint glazes")
    mix_of = plan.mix_of
    for role in ("grey block-in", "grey modelling"):
        for step in steps_of(plan, role):
            assert np.hypot(*mix_of[step.mix].match.lab_dry[1:]) < 12
    assert {s.technique for s in steps_of(plan, "tint glazes")} == {"glaze"}


def test_no_grey_comes_over_the_tints(plans, scene):
    """The greys under the lights are lighter than most of the painting's piles, and no lights to be held back."""
    plan = plans["monochrome"]
    tinted = roles(plan).index("tint glazes")
    own = {mix.id for mix in (*scene.mixes.mixes, *scene.mixes.blends)}
    after = [step for one in plan.passes[tinted + 1 :] for step in one.steps]
    assert after
    assert {step.mix for step in after} <= own
    assert not {step.mix for one in plan.passes[:tinted] for step in one.steps} & own


def test_sepia_replaces_grey_where_it_is_chosen(scene):
    plan = find_passes(scene, SHELF, Choices(school="monochrome", underpainting="sepia"))
    tones = {s.mix for s in steps_of(plan, "grey block-in")}
    assert all(plan.mix_of[mix].match.lab_dry[2] > 3 for mix in tones)


def test_coloured_underpainting_has_blue_under_shadows_and_yellow_under_lights_common_practice(plans):
    plan = plans["coloured"]
    assert roles(plan)[0] == "underpainting"
    by_family = {}
    for step in steps_of(plan, "underpainting"):
        by_family.setdefault(step.family, set()).add(step.mix)
    lab = {id_: mix.match.lab_dry for id_, mix in plan.mix_of.items()}
    (blue,), (pink,), (yellow,) = by_family["shadow"], by_family["half-tone"], by_family["light"]
    assert lab[blue][2] < -8
    assert lab[pink][1] > 8
    assert lab[yellow][2] > 20
    assert lab[blue][0] < lab[pink][0] < lab[yellow][0]


def test_on_site_has_three_passes_of_shrinking_strokes_in_about_two_hours_common_practice(plans):
    plan = plans["on-site"]
    painting = plan.passes[1:] if plan.passes[0].role == "ground" else plan.passes
    assert [p.role for p in painting] == ["wash", "second pass", "smallest strokes"]
    assert all(s.medium == "water" for s in painting[0].steps)
    brushes = [p.brush_mm for p in painting]
    assert brushes == sorted(brushes, reverse=True)
    assert sum(s.volume_ml for s in painting[2].steps) < sum(s.volume_ml for s in painting[1].steps) / 4
    assert 1.0 < plan.pace.hours < 3.0
    assert "varnish" not in {job.kind for job in plan.jobs}


def test_sections_begin_with_the_focal_part_in_every_round(scene):
    focal = max(scene.painted, key=lambda area: area.area_cm2)
    near = replace(scene, focal=Focal(*focal.centre, 0.08))
    plan = find_passes(near, SHELF, Choices(school="sections"))
    for paint_pass in plan.passes:
        if paint_pass.role.startswith("layer"):
            away = [near.from_focal(near.area_of[s.area]) for s in paint_pass.steps]
            assert away == sorted(away)
    assert "layer 3" in roles(plan)
    assert {s.area for s in steps_of(plan, "layer 3")} <= near.focal_ids


def test_background_first_finishes_what_lies_behind_before_any_thing(plans, scene):
    plan = plans["background-first"]
    first_thing = roles(plan).index("bases of the things")
    behind = {s.area for p in plan.passes[1:first_thing] for s in p.steps}
    things = {s.area for s in steps_of(plan, "bases of the things")}
    assert not behind & things
    assert all(scene.planes[area] == "back" for area in {s.area for s in steps_of(plan, "background")})
    assert roles(plan).index("edges") > roles(plan).index("patches")


def test_light_first_goes_from_light_to_dark_common_practice(plans):
    plan = plans["light-first"]
    lab = {id_: mix.match.lab_dry for id_, mix in plan.mix_of.items()}
    lightest = [lab[s.mix][0] for s in steps_of(plan, "lightest passages")]
    darks = [lab[s.mix][0] for s in steps_of(plan, "darks")]
    assert min(lightest) > max(darks)
    assert roles(plan).index("lightest passages") < roles(plan).index("warm middle") < roles(plan).index("darks")
    assert plan.ground is None  # the white of the support stays


def test_grey_with_an_accent_has_one_hue_common_practice(plans):
    plan = plans["grey-accent"]
    lab = {id_: np.array(mix.match.lab_dry) for id_, mix in plan.mix_of.items()}
    accents = [lab[s.mix] for s in steps_of(plan, "accent colour")]
    hues = np.degrees([np.arctan2(c[2], c[1]) for c in accents])
    assert np.ptp(hues) < 85
    for role in ("grey block-in", "greys"):
        assert all(np.hypot(*lab[s.mix][1:]) < 12 for s in steps_of(plan, role))


def test_lights_are_held_back_and_released_last_and_the_painter_may_set_that_aside(scene, plans):
    assert plans["direct"].held_back >= 0.4
    free = find_passes(scene, SHELF, Choices(rules_off={rules.HELD: "a high-key picture"}))
    assert free.held_back < plans["direct"].held_back
    last = plans["direct"].passes[-1]
    assert last.role == "highlight"
    assert any(step.family == "light" for step in last.steps)


@pytest.mark.parametrize("key", ["direct", "coloured", "monochrome"])
def test_accents_come_last_and_the_lightest_lights_after_them_common_practice(plans, scene, key):
    plan = plans[key]
    last = plan.passes[-1]
    assert {
        s.family for p in plan.passes[:-1] for s in p.steps if p.role != "underpainting" and "grey" not in p.role
    }.isdisjoint({"accent"})
    lightness = np.array([scene.pile_of(plan.mix_of[s.mix]).match.lab_dry[0] for s in last.steps])
    so_far = np.maximum.accumulate(lightness)
    assert (so_far - lightness < rules.VALUE_APART_L).all()  # dark to light within the pass
    assert "accent" in {s.family for s in last.steps[: len(last.steps) // 2]}


@pytest.mark.parametrize("down", [0.0, 30.0])
def test_what_is_light_is_relative_to_the_picture(down):
    cells = [(90.0 - down, 10.0), (70.0 - down, 30.0), (50.0 - down, 30.0), (40.0 - down, 30.0)]
    tones = tones_of(cells)
    assert 70.0 - down <= tones.light < 90.0 - down
    assert 40.0 - down < tones.dark <= tones.middle <= 70.0 - down
    assert tones_of([(20.0, 5.0)]) == Tones(20.0, 20.0, 20.0)


def test_the_lightest_passages_are_lighter_than_the_picture_is_on_the_whole(plans, scene):
    plan = plans["light-first"]
    tones = tones_of((mix.match.lab_dry[0], part.area_cm2) for _, part, mix in _cells(scene))
    first = [plan.mix_of[s.mix].match.lab_dry[0] for s in steps_of(plan, "lightest passages")]
    assert min(first) >= tones.middle
    dark = [plan.mix_of[s.mix].match.lab_dry[0] for s in steps_of(plan, "darks")]
    assert max(dark) < tones.dark


def _cells(scene):
    for area in scene.painted:
        for part in area.parts:
            yield area, part, scene.mixes.serving(area.id, part.family)


def test_two_schools_join_in_one_picture(scene):
    sky = [area.id for area in scene.painted if scene.planes[area.id] == "back"]
    plan = find_passes(scene, SHELF, Choices(school_of=dict.fromkeys(sky, "light-first")))
    mine = {p.role_of(s) for p in plan.passes for s in p.steps if s.area in sky} - {"ground"}
    others = {p.role_of(s) for p in plan.passes for s in p.steps if s.area not in sky} - {"ground"}
    assert mine <= {"lightest passages", "warm middle", "cool middle", "darks", "lights and accents", "highlight"}
    assert "block-in" in others
    assert "block-in" not in mine


def test_a_missing_medium_is_replaced_or_told_and_the_plan_still_comes(scene):
    only_matt = [m for m in STARTER_MEDIUMS if m.kind == "matt medium"]
    plan = find_passes(scene, SHELF, Choices(school="glazes"), only_matt)
    assert {s.medium for s in steps_of(plan, "first glazes")} == {"matt medium"}
    assert "passes.N002" in {a.id for a in plan.advice}
    none = find_passes(scene, SHELF, Choices(school="glazes"), [])
    assert "passes.W004" in {a.id for a in none.advice}
    assert none.passes


def test_the_painters_move_is_kept_and_told_what_it_breaks(scene, plans):
    block_in = plans["direct"].passes[1]
    lightest, darkest = block_in.steps[-1], block_in.steps[0]
    moved = find_passes(scene, SHELF, Choices(moves=(Move(lightest.id, darkest.id, "block-in"),)))
    ids = [s.id for s in moved.passes[1].steps]
    assert ids.index(lightest.id) + 1 == ids.index(darkest.id)
    (told,) = [a for a in moved.advice if a.id == "passes.N020" and "Dark before light" in a.message]
    assert "give up" in told.hint
    inside = next(s for s in block_in.steps if s.between[1] > s.between[0])
    place = block_in.steps.index(inside)
    to = inside.between[1] if place < inside.between[1] else inside.between[0]
    anchor = block_in.steps[to + 1].id if to > place and to + 1 < len(block_in.steps) else None
    if to < place:
        anchor = block_in.steps[to].id
    quiet = find_passes(scene, SHELF, Choices(moves=(Move(inside.id, anchor, "block-in"),)))
    assert not [a for a in quiet.advice if a.id in ("passes.N020", "passes.W020")]


def test_a_layer_moved_before_what_lies_beneath_it_is_a_warning_with_the_least_to_give_up(scene, plans):
    light = steps_of(plans["direct"], "light")[0]
    plan = find_passes(scene, SHELF, Choices(moves=(Move(light.id, None, "ground"),)))
    warnings = [a for a in plan.advice if a.id in ("passes.W020", "passes.W021")]
    assert warnings
    assert "What lies beneath comes first" in warnings[0].message


def test_rules_can_be_set_aside_only_by_name_and_with_a_reason(scene, plans):
    with pytest.raises(BadSetting, match="reason"):
        find_passes(scene, SHELF, Choices(rules_off={rules.DARK: " "}))
    with pytest.raises(BadSetting, match="no rule"):
        find_passes(scene, SHELF, Choices(rules_off={"passes.R99": "why not"}))
    free = find_passes(scene, SHELF, Choices(rules_off={rules.DARK: "working by rows"}))
    assert [s.id for s in free.passes[1].steps] != [s.id for s in plans["direct"].passes[1].steps]
    assert all(r.rule != rules.DARK for s in steps_of(free) for r in s.reasons)


def test_the_left_hand_works_from_the_other_side(scene):
    off = dict.fromkeys((rules.DARK, rules.BEHIND, rules.EDGES, rules.HELD), "only the hand")
    right, left = (find_passes(scene, SHELF, Choices(hand=hand, rules_off=off)) for hand in ("right", "left"))
    rows = {a.id: (int(a.centre[1] * 4), a.centre[0]) for a in scene.areas}

    def runs(plan):  # what one pile paints is laid out across the surface
        piles = groupby(plan.passes[1].steps, lambda s: scene.pile_of(plan.mix_of[s.mix]).id)
        return [[rows[s.area] for s in steps] for _, steps in piles]

    assert max(len(run) for run in runs(right)) > 2
    assert all(run == sorted(run) for run in runs(right))
    assert all(run == sorted(run, key=lambda at: (at[0], -at[1])) for run in runs(left))


def test_fading_areas_get_one_thin_coat_and_nothing_after(scene):
    area = max(scene.painted, key=lambda a: a.area_cm2).id
    plan = find_passes(scene, SHELF, Choices(fading=frozenset({area})))
    steps = [s for p in plan.passes[1:] for s in p.steps if s.area == area]
    assert [s.coats for s in steps] == [1]
    assert steps[0].film_um < 60


def test_focal_forms_get_a_further_layer_unless_the_rule_is_off(scene):
    focal = max(scene.painted, key=lambda area: len(area.parts))
    near = replace(scene, focal=Focal(*focal.centre, 0.05))
    plan = find_passes(near, SHELF)
    assert "focal forms" in roles(plan)
    assert {s.area for s in steps_of(plan, "focal forms")} <= near.focal_ids
    off = find_passes(near, SHELF, Choices(rules_off={rules.MORE_LAYERS: "enough"}))
    assert "focal forms" not in roles(off)


def test_an_empty_tube_in_the_middle_says_where_it_runs_out(scene, plans):
    white = next(n for n in plans["direct"].paint if n.key == "PW6")
    tubes = [Tube("PW6", 60, white.volume_ml * 0.7), *[t for t in SHELF if t.key != "PW6"]]
    plan = find_passes(scene, tubes)
    (told,) = [a for a in plan.advice if a.id == "passes.W001" and a.subject == "PW6"]
    assert "runs out in pass" in told.message
    assert roles(plan) == roles(plans["direct"])


def test_what_lies_behind_runs_under_the_edge_unless_the_rule_is_off(scene):
    def block_in_cm2(choices):
        return sum(s.area_cm2 for s in steps_of(find_passes(scene, SHELF, choices), "block-in"))

    face = sum(area.area_cm2 for area in scene.painted)
    assert block_in_cm2(Choices(rules_off={rules.OVERLAP: "cut in sharply"})) == pytest.approx(face)
    assert block_in_cm2(Choices()) > face * 1.005


def test_an_unknown_school_and_absurd_films_are_refused(scene):
    with pytest.raises(BadSetting, match="school"):
        find_passes(scene, SHELF, Choices(school="by accident"))
    for factor in (0.0, 50.0, float("nan")):
        with pytest.raises(BadSetting):
            Choices(film_factor=factor)
    with pytest.raises(BadSetting):
        Choices(side_mm=-1)


def test_a_step_is_laid_by_the_technique_that_the_painter_chooses(scene, plans):
    step = steps_of(plans["direct"], "light")[0]

    def laid(technique):
        plan = find_passes(scene, SHELF, Choices(techniques={step.id: technique}))
        return next(s for s in steps_of(plan) if s.id == step.id)

    knife, scumble, spray = laid("knife"), laid("scumble"), laid("airbrush")
    assert knife.film_um * 0.45 >= 300
    assert knife.volume_ml > 3 * step.volume_ml
    assert (scumble.medium, scumble.coats) == ("matt medium", 1)
    assert any("respirator" in reason.words for reason in spray.reasons)
    with pytest.raises(BadSetting, match="technique"):
        Choices(techniques={step.id: "thumb"})


def test_white_goes_beneath_a_yellow_that_will_not_cover_and_saves_coats_common_practice(scene):
    black = replace(scene, mixes=replace(scene.mixes))
    plan = find_passes(black, SHELF, Choices(ground="black", film_factor=0.35))
    laid = [(p.role_of(s), s) for p in plan.passes for s in p.steps]
    beneath = [step for role, step in laid if role.startswith("white beneath")]
    assert beneath
    for step in beneath:
        after = laid[next(at for at, (_, s) in enumerate(laid) if s is step) + 1 :]
        over = next(s for role, s in after if s.area == step.area and not role.startswith("white beneath"))
        lightness, a, b = plan.mix_of[over.mix].match.lab_dry
        assert lightness >= 60 or np.hypot(a, b) >= 40
        assert any(reason.rule == rules.WHITE_BENEATH for reason in step.reasons)
    off = find_passes(black, SHELF, Choices(ground="black", film_factor=0.35, rules_off={rules.WHITE_BENEATH: "no"}))
    assert not [p for p in off.passes if any(part.startswith("white beneath") for part in p.parts)]

    def coats(of):
        areas = {step.area for step in beneath}
        return sum(
            s.coats for p in of.passes for s in p.steps if s.area in areas and not p.role_of(s).startswith("white")
        )

    assert coats(plan) < coats(off)


def test_parts_without_surface_ask_for_no_step(scene, plans):
    area = scene.painted[0]
    nothing = replace(area.parts[0], area_cm2=0.0)
    empty = replace(area, parts=(nothing, *area.parts[1:]))
    thin = replace(scene, areas=tuple(empty if a.id == area.id else a for a in scene.areas))
    plan = find_passes(thin, SHELF)
    assert all(s.area_cm2 > 0 and s.volume_ml > 0 for s in steps_of(plan))
    assert not [s for s in steps_of(plan) if s.area == area.id and s.family == nothing.family]


def with_thing(scene, length_mm, width_mm, *, values=("accent", "shadow", "half-tone", "light", "highlight")):
    """The scene with its first area so long and wide, over two others; and its id."""
    parts = tuple(part for part in scene.painted[0].parts if part.family in values)
    area = replace(scene.painted[0], area_cm2=length_mm * width_mm / 100, parts=parts)
    others = [a.id for a in scene.painted[1:3]]
    pattern = next(b for b in scene.borders)
    borders = tuple(
        replace(pattern, a=area.id, b=other, over=area.id, length_mm=length_mm + width_mm) for other in others
    )
    rest = tuple(b for b in scene.borders if area.id not in (b.a, b.b))
    areas = tuple(area if a.id == area.id else a for a in scene.areas)
    return replace(scene, areas=areas, borders=(*rest, *borders)), area.id


def test_a_whisker_goes_over_everything_with_a_brush_of_its_own_and_a_spot_does_not_common_practice(scene):
    whisker, thing = with_thing(scene, 80, 3, values=("light", "highlight"))
    assert whisker.overlapping == {thing}
    plan = find_passes(whisker, SHELF)
    last = plan.passes[-1]
    assert last.title == "highlight, then what overlaps everything"  # too little work for a pass of its own
    over = [s for s in last.steps if last.role_of(s) == "what overlaps everything"]
    assert over == list(last.steps[-len(over) :])
    assert {s.area for s in over} == {thing}
    assert thing not in {s.area for p in plan.passes[1:] for s in p.steps if s not in over}
    assert {u.brush.kind for u in last.units if u.steps[0] == over[0].id} == {"rigger"}
    assert last.brush_of(over[0]) < last.brush_mm
    off = find_passes(whisker, SHELF, Choices(rules_off={rules.ON_TOP: "drawn in wet"}))
    assert roles(off)[-1] == "highlight"
    spot, _ = with_thing(scene, 6, 5)
    assert spot.overlapping == frozenset()


@pytest.mark.parametrize("key", ["direct", "glazes", "light-first"])
def test_what_overlaps_everything_keeps_its_lights_and_accents_over_its_one_stroke(scene, key):
    """One stroke first, whatever is darker than it; then what is plainly another value."""
    whisker, thing = with_thing(scene, 80, 3)
    over = steps_of(find_passes(whisker, SHELF, Choices(school=key)), "what overlaps everything")
    assert over[0].family is None
    main = whisker.main_mix(whisker.area_of[thing]).match.lab_dry[0]
    for part in whisker.area_of[thing].parts:
        other_value = abs(whisker.goals[thing, part.family][0] - main) > 10
        own = whisker.mixes.serving(thing, part.family).id != over[0].mix
        if part.family in ("accent", "highlight") or other_value:
            assert (part.family in {s.family for s in over}) == own
        else:
            assert part.family not in {s.family for s in over}
    assert len(over) > 2


def test_an_underlayer_is_no_light_that_is_held_back_and_comes_again_at_the_end():
    """A picture of low key: the yellow under its lights is lighter than all of its own piles but one."""
    picture = decode(as_png(load_sample_image("china.jpg")))
    low = scene_of(work_from(picture, Brief(Support(400, 300)), SHELF))
    plan = find_passes(low, SHELF, Choices(school="coloured"))
    own = {mix.id for mix in (*low.mixes.mixes, *low.mixes.blends)}
    under = {step.mix for step in steps_of(plan, "underpainting")} - own
    assert under
    later = [step for one in plan.passes if one.role != "underpainting" for step in one.steps]
    assert not {step.mix for step in later} & under


def as_png(pixels):
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    return out.getvalue()
