"""Gradations in the passes: one blend of a string of piles, in a unit of its own, and a ramp in the pictures."""

import io
from dataclasses import replace

import numpy as np
import pytest
from PIL import Image
from sklearn.datasets import load_sample_image

from ypsochrom.areas.families import FAMILIES, MIDDLE
from ypsochrom.areas.gradations import Gradation
from ypsochrom.colour import cielab
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.mixes.bands import graded, with_strings
from ypsochrom.mixes.blends import is_of_string
from ypsochrom.mixes.told import told_bands
from ypsochrom.passes.films.stages import canvas_of, paint_picture, smaller, stages
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Choices
from ypsochrom.passes.schools import monochrome
from ypsochrom.subject.decode import decode
from ypsochrom.values.scale import USUAL_RANGE
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import plan_of, work_from
from ypsochrom.work.subject_node import paint_range_of

SHELF = starter_shelf()
RUNNING = [FAMILIES.index(family) for family in MIDDLE]
ROLES = ("grey block-in", "grey modelling", "opaque passages")
SCHOOLS = ("direct", "sections", "background-first", "light-first", "on-site")


def across(support):
    """Light at the right side of the picture, dark at its left, as the wall is."""
    height = support.height_mm / 2
    return Gradation((support.width_mm, height), (0.0, height), (80, 0, 0), (20, 0, 0), 0.9)


def largest(scene):
    """The largest area that has a light, a half-tone and a shadow."""
    whole = [a for a in scene.painted if {part.family for part in a.parts} >= set(MIDDLE)]
    return max(whole, key=lambda a: a.area_cm2)


@pytest.fixture(scope="module")
def area(scene):
    return largest(scene)


@pytest.fixture(scope="module")
def running(scene, area):
    return replace(scene, gradations={area.id: across(scene.support)})


@pytest.fixture(scope="module")
def flat(scene):
    return replace(scene, gradations={})


@pytest.mark.parametrize("school", SCHOOLS)
def test_a_gradation_is_one_unit_of_all_its_piles_from_dark_to_light(running, area, school):
    plan = find_passes(running, SHELF, Choices(school=school))
    ((one, unit),) = [(one, unit) for one in plan.passes for unit in one.units if unit.technique == "blended"]
    steps = {step.id: step for step in one.steps}
    assert {steps[id_].area for id_ in unit.steps} == {area.id}
    assert [steps[id_].family for id_ in unit.steps] == list(MIDDLE)
    assert unit.brush.kind == "soft flat"
    assert "from the left (dark) to the right (light)" in unit.edges[0].words
    blended = [s for p in plan.passes for s in p.steps if s.technique == "blended"]
    assert len(blended) == len(MIDDLE)  # every part of the string once


def test_what_stays_open_too_short_asks_for_retarder_or_is_done_in_strips(running, area):
    """With films that dry in no time, in the usual time, and all day long."""
    said = []
    for drying in (0.05, 20.0):
        factors = replace(running.factors, drying=replace(running.factors.drying, value=drying))
        plan = find_passes(replace(running, factors=factors), SHELF, Choices())
        (unit,) = [unit for one in plan.passes for unit in one.units if unit.technique == "blended"]
        said.append(unit.edges[0])
    assert [edge.how for edge in said] == ["soften", "blend"]
    assert "strip by strip" in said[0].words
    assert "stays open" in said[1].words


def test_glazes_stay_as_they_are_and_an_area_without_gradation_is_not_blended(running, flat):
    glazed = find_passes(running, SHELF, Choices(school="glazes"))
    first = [step for one in glazed.passes if "glazes" in one.role for step in one.steps]
    assert {step.technique for step in first} == {"glaze"}
    plain = find_passes(flat, SHELF, Choices())
    assert "blended" not in {step.technique for one in plain.passes for step in one.steps}


def test_the_pictures_show_a_ramp_and_not_bands(running, flat, area, kettle_plan):
    def lightness(of):
        plan = find_passes(of, SHELF, Choices())
        canvas = canvas_of(kettle_plan.areas, of)
        *_, last = stages(of, plan.mix_of, plan.passes, of.mixes.box, canvas)
        picture = paint_picture(last, canvas)
        half = paint_picture(last, smaller(canvas, 240))
        assert half.shape[1] <= 240
        return cielab.srgb8_to_lab(picture)[..., 0]

    ramp, bands = lightness(running), lightness(flat)
    own = kettle_plan.areas.labels == area.index
    columns = np.nonzero(own)[1]
    inside = own & (canvas_of(kettle_plan.areas, running).share > 0)
    assert inside.sum() > 0.2 * own.sum()
    in_three_tones = [np.sort(np.bincount(one[inside].round().astype(int)))[-3:].sum() for one in (ramp, bands)]
    assert in_three_tones[0] < 0.6 * in_three_tones[1]
    left, right = np.quantile(columns, (0.2, 0.8))
    x = np.broadcast_to(np.arange(own.shape[1]), own.shape)
    assert ramp[own & (x < left)].mean() < ramp[own & (x > right)].mean()
    outside = ~own
    assert np.abs(ramp - bands)[outside].mean() < 1.0


@pytest.mark.parametrize(
    ("end", "dark", "light"),
    [
        ((100.0, 0.0), "the right", "the left"),
        ((0.0, 100.0), "below", "above"),
        ((-80.0, -80.0), "the upper left", "the lower right"),
    ],
)
def test_the_ends_of_a_gradation_are_told_by_their_side(end, dark, light):
    one = Gradation((0.0, 0.0), end, (80, 0, 0), (20, 0, 0), 0.9)
    assert (one.dark_end, one.light_end) == (dark, light)


@pytest.fixture(scope="module")
def strung(running, area):
    """The same with the string of piles that belongs to it."""
    return with_string(running, area)


@pytest.fixture(scope="module")
def lifted(kettle_work):
    """Darks that the painter's own curve lifts, so that there is paint darker than a shadow: the scene, its area and its plan."""
    brief = replace(kettle_work.inputs.brief, curve=((2.0, 3.4), (5.0, 5.5)))
    work = Work(kettle_work.nodes, replace(kettle_work.inputs, brief=brief), kettle_work.files)
    scene = scene_of(work)
    own = largest(scene)
    running = replace(scene, gradations={own.id: across(scene.support)})
    return with_string(running, own, paint_range_of(brief)), own, plan_of(work)


def with_string(running, area, paint_range=USUAL_RANGE):
    lab = {part.family: np.array(part.lab) for part in area.parts}
    ends = (tuple(lab["light"] + (5, 0, 0)), tuple(lab["shadow"] - (5, 0, 0)))
    gradation = replace(across(running.support), start_lab=ends[0], end_lab=ends[1])
    runs = graded(running.areas, running.areas, {area.id: gradation})
    return replace(running, mixes=with_strings(running.mixes, runs, paint_range), gradations={area.id: gradation})


def test_in_the_pictures_the_string_reaches_from_its_lightest_pile_to_its_darkest(lifted):
    strung, area, kettle_plan = lifted
    plan = find_passes(strung, SHELF, Choices())
    canvas = canvas_of(kettle_plan.areas, strung)
    *_, last = stages(strung, plan.mix_of, plan.passes, strung.mixes.box, canvas)
    lightness = cielab.srgb8_to_lab(paint_picture(last, canvas))[..., 0]
    (string,) = plan.strings
    running = np.isin(kettle_plan.areas.families, RUNNING)
    inside = (kettle_plan.areas.labels == area.index) & running
    ends = [string.bands[0].match.lab_dry[0], string.bands[-1].match.lab_dry[0]]
    assert np.quantile(lightness[inside], [0.98, 0.02]) == pytest.approx(ends, abs=3.0)
    parts = [mix.match.lab_dry[0] for mix in plan.blends if is_of_string(mix.id)]
    assert ends[0] > max(parts)  # the string goes on where the parts' own colours end
    assert ends[1] < min(parts)


def test_what_a_string_takes_comes_from_its_piles_and_the_unit_has_them_out(strung, area):
    plan = find_passes(strung, SHELF, Choices())
    (string,) = plan.strings
    own = {mix.id for mix in plan.blends if is_of_string(mix.id)}
    steps = [step for one in plan.passes for step in one.steps if step.mix in own]
    assert {step.area for step in steps} == {string.area} == {area.id}
    assert 0 < plan.string_ml(area.id) == pytest.approx(sum(step.volume_ml for step in steps))
    assert all(plan.volumes[pile] > 0 for pile in string.piles)
    (unit,) = [unit for one in plan.passes for unit in one.units if unit.technique == "blended"]
    assert string.piles <= {unit.mix, *unit.beside}
    others = [other for one in plan.passes for other in one.units if other is not unit]
    assert not any(plan.string_in(other) for other in others)
    assert plan.string_in(unit) is string
    assert f"in {['three', 'four', 'five'][len(told_bands(string, {})) - 3]} bands" in unit.edges[0].words


@pytest.mark.parametrize("school", ["direct", "sections", "glazes", "monochrome", "light-first"])
def test_only_strings_that_are_painted_with_are_in_the_plan(strung, school):
    plan = find_passes(strung, SHELF, Choices(school=school))
    for string in plan.strings:
        assert plan.string_ml(string.area) > 0
        assert string.piles <= plan.volumes.keys()
    assert bool(plan.strings) == (school != "monochrome")  # there a few forms are laid opaque, not the whole of it


def test_a_gradation_in_grey_is_blended_of_the_greys_under_its_tints(running, flat, area):
    """Not of what its ground is laid in."""
    blended, plain = (find_passes(scene, SHELF, Choices(school="monochrome")) for scene in (running, flat))
    ground = {step.mix for step in blended.passes[0].steps}
    greys = [step for one in blended.passes for step in one.steps if step.technique == "blended"]
    assert {step.family for step in greys} == set(MIDDLE)
    assert not {step.mix for step in greys} & ground
    dark, light = (blended.mix_of[next(s.mix for s in greys if s.family == family)] for family in ("shadow", "light"))
    assert dark.match.lab_dry[0] < light.match.lab_dry[0]
    whole = next(s for one in plain.passes[1:] for s in one.steps if s.area == area.id and s.family is None)
    assert whole.mix in {step.mix for step in greys}


def test_a_passage_of_one_part_is_blended_where_it_has_a_string(strung, area, scene):
    """A sky that runs from one hue to another at one value has no shadow and no light."""
    half = next(part for part in area.parts if part.family == "half-tone")
    one = replace(area, parts=(half,))
    areas = tuple(one if other.id == area.id else other for other in scene.areas)
    mixes = scene.mixes
    runs = graded(areas, areas, strung.gradations)
    for have, blended in ((with_strings(mixes, runs), True), (mixes, False)):
        plan = find_passes(replace(strung, areas=areas, mixes=have), SHELF, Choices())
        techniques = {step.technique for p in plan.passes for step in p.steps if step.area == area.id}
        assert ("blended" in techniques) == blended


def test_strings_are_mixed_for_the_surface_that_their_bands_cover_in_the_picture():
    """A sky in a photo, most of which is light."""
    data = io.BytesIO()
    Image.fromarray(load_sample_image("china.jpg")).save(data, "PNG")
    work = work_from(decode(data.getvalue(), longest_px=480), Brief(Support(400, 300)), SHELF)
    areas, gradations, strings = work.now("areas").map, scene_of(work).gradations, work.now("mixes").mixes.strings
    mm_per_px = 400 / areas.labels.shape[1]
    index = {area.id: area.index for area in areas.areas}
    assert strings
    for string in strings:
        inside = (areas.labels == index[string.area]) & np.isin(areas.families, RUNNING)
        along = gradations[string.area].along(np.argwhere(inside)[:, ::-1] * mm_per_px)
        places = [band.at for band in string.bands]
        covered = [np.interp(along, places, one).mean() for one in np.eye(len(places))]
        assert [band.share for band in string.bands] == pytest.approx(covered, abs=0.03)


def test_what_is_finished_in_colour_does_not_come_among_the_greys(strung, area, monkeypatch):
    """A wood that ran from light to dark had the colour of its shadow, which tints did not reach, blended with its greys."""
    monkeypatch.setattr(monochrome, "_FAR_DE00", 0.0)
    plan = find_passes(strung, SHELF, Choices(school="monochrome"))
    steps = {role: [step for one in plan.passes for step in one.steps if one.role_of(step) == role] for role in ROLES}
    in_colour = {mix.id for mix in (*strung.mixes.mixes, *strung.mixes.blends)}
    assert area.id in {step.area for step in steps["opaque passages"]}
    greys = [step for step in steps["grey modelling"] if step.area == area.id and step.family in MIDDLE]
    assert {step.technique for step in greys} == {"blended"}
    assert not {step.mix for role in ("grey block-in", "grey modelling") for step in steps[role]} & in_colour
