"""The picture rebuilt from the plan's dry colours."""

from dataclasses import replace

import numpy as np
import pytest

from ypsochrom.areas.area import find_areas
from ypsochrom.colour import cielab, srgb
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.mixes.mix_set import find_mixes, targets_of
from ypsochrom.mixes.rebuilt import difference_greys, rebuilt
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.values.scale import value_field

PANEL = Support(400, 300)


@pytest.fixture(scope="module")
def plan(blocks):
    linear = srgb.decode_picture(blocks)
    values = value_field(linear)
    areas = find_areas(linear, values, PANEL)
    return areas, find_mixes(areas.areas, paintbox(["PW6", "PBk9", "PR108", "PY83"])), values


def test_every_pixel_has_the_dry_colour_of_the_mix_that_serves_it(plan):
    areas, mixes, values = plan
    found = rebuilt(areas, mixes, values)
    area = areas.areas[0]
    x, y = (int(c * s) for c, s in zip(area.centre, areas.labels.shape[::-1], strict=True))
    family = ("accent", "shadow", "half-tone", "light", "highlight")[areas.families[y, x]]
    dry = np.array(mixes.serving(area.id, family).match.lab_dry)
    assert np.array_equal(found.picture[y, x], cielab.lab_to_srgb8(dry[None, :])[0])


def test_the_difference_is_the_plans_value_less_the_photos(plan):
    areas, mixes, values = plan
    found = rebuilt(areas, mixes, values)
    assert found.mean_error < 0.5
    darker = rebuilt(areas, mixes, values + 1.0)
    assert darker.difference.mean() == pytest.approx(found.difference.mean() - 1.0, abs=1e-3)
    assert difference_greys(np.array([0.0, 2.0, -2.0, 9.0])).tolist() == [128, 255, 0, 255]
    weighted = sum(found.by_area[a.id] * a.share for a in areas.areas)
    assert weighted == pytest.approx(found.difference.mean(), abs=1e-4)


def test_what_is_left_bare_has_no_difference_and_a_plan_of_nothing_is_refused(plan):
    areas, mixes, values = plan
    bare = replace(areas, areas=tuple(replace(a, parts=()) for a in areas.areas))
    assert np.abs(rebuilt(bare, mixes, values).difference).max() == 0
    with pytest.raises(BadSetting, match="left bare"):
        targets_of(bare.areas)
