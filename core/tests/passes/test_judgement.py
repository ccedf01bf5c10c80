"""Rule 15, and what is painted thin, thick or not at all."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.areas.area import Area, FamilyPart, find_areas
from ypsochrom.areas.borders import borders_of
from ypsochrom.areas.facts import PLANES, Decision, planned, proposed_planes
from ypsochrom.colour import cielab, srgb
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.mixes.mix_set import find_mixes
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.passes.films.ground import Ground
from ypsochrom.passes.plan.judgement import out_of_reach, pale_over_dark
from ypsochrom.passes.plan.pass_plan import find_passes
from ypsochrom.passes.scene import Scene
from ypsochrom.values.scale import value_field

PANEL = Support(400, 300)


@pytest.fixture(scope="module")
def blocks_plan(blocks):
    linear = srgb.decode_picture(blocks)
    areas = find_areas(linear, value_field(linear), PANEL)
    return areas, paintbox(["PW6", "PBk9", "PR108", "PY83", "PBr7bs"]), cielab.linear_to_lab(linear)


def passes_of(areas, box, lab):
    planes = proposed_planes(areas.areas, areas.labels)
    depth = {area.id: PLANES.index(planes[area.index]) for area in areas.areas}
    borders = borders_of(areas.areas, areas.labels, lab, PANEL, depth)
    by_id = {area.id: planes[area.index] for area in areas.areas}
    scene = Scene(areas=areas.areas, planes=by_id, borders=borders, mixes=find_mixes(areas.areas, box), support=PANEL)
    return find_passes(scene, starter_shelf())


def test_15_a_large_pale_area_over_a_dark_ground_is_told_with_its_coats(blocks_plan):
    areas, box, lab = blocks_plan
    plan = passes_of(areas, box, lab)
    pale = max(areas.areas, key=lambda area: area.value * (area.share > 0.08))
    many = [
        replace(p, steps=tuple(replace(s, coats=3) if s.area == pale.id and s.family is None else s for s in p.steps))
        for p in plan.passes
    ]
    dark, light = (
        Ground("grey", "paint", replace(plan.ground, match=replace(plan.ground.match, lab_dry=(lightness, 5.0, 8.0))))
        for lightness in (30.0, 70.0)
    )
    told = [advice.subject for advice in pale_over_dark(areas.areas, dark, many)]
    assert pale.id in told
    assert all(next(a for a in areas.areas if a.id == area).value >= 7 for area in told)
    assert list(pale_over_dark(areas.areas, light, many)) == []
    assert list(pale_over_dark(areas.areas, Ground("white", "paint", None), many)) == []
    once = [replace(p, steps=tuple(replace(s, coats=1) for s in p.steps)) for p in plan.passes]
    assert list(pale_over_dark(areas.areas, dark, once)) == []


def test_thin_takes_less_paint_thick_takes_more_and_what_is_left_bare_takes_none(blocks_plan):
    areas, box, lab = blocks_plan
    area = max(areas.areas, key=lambda one: one.area_cm2)

    def films(handling):
        found = passes_of(planned(areas, {area.id: Decision(handling=handling)}), box, lab)
        return [s.film_um for p in found.passes[1:] for s in p.steps if s.area == area.id], found

    thin, usual, thick = (films(handling)[0] for handling in ("thin", "usual", "thick"))
    assert max(thin) < min(usual)
    assert min(thick) > max(usual) * 0.99
    none, found = films("bare")
    assert none == []
    assert area.id in {s.area for s in found.passes[0].steps}  # the ground goes over everything
    assert np.isfinite(list(found.volumes.values())).all()


MIDDLE = float(lab_to_value(np.array([50.0, 0.0, 0.0])))


def in_one_part(lightness, value, cm2=100.0):
    """A part of a grey of this L*, its value bent into the range of dry paint."""
    part = FamilyPart("light", cm2, value, (lightness, 0.0, 0.0))
    return Area(0, "a01", "a", cm2, 0.5, 5.0, (lightness, 0.0, 0.0), (0.5, 0.5), (part,))


def test_where_dry_paint_cannot_follow_the_photo_is_told_with_how_far_and_on_how_much():
    black, grey, white = (in_one_part(*of) for of in ((3.0, 1.8), (50.0, MIDDLE), (100.0, 9.5)))
    (told,) = out_of_reach([black, grey])
    assert told.id == "passes.N023"
    assert told.message.startswith("Over 50% of the surface")
    assert "value steps lighter" in told.message
    assert "darker" in next(iter(out_of_reach([white]))).message
    assert list(out_of_reach([grey])) == []
    assert list(out_of_reach([replace(black, parts=(replace(black.parts[0], area_cm2=5.0),)), grey])) == []
    assert list(out_of_reach([replace(black, handling="bare"), grey])) == []
