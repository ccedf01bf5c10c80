"""Observations without a photo become pictures that everything after them can go on from."""

import functools
import operator

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.areas.area import find_areas
from ypsochrom.colour import cielab
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.observation import Observation, Zone, picture_of, zone_labels
from ypsochrom.values.scale import value_field

PANEL = Support(400, 300)
SKY = Zone("sky", 8.5, "blue", "greyed", plane="back")
WATER = Zone("water", 6.0, "blue-green", "muted")
SLIP = Zone("slipway", 4.0, "brown", "greyed", lit=False, plane="front")
HULL = Zone("hull", 3.0, "red", "clear", lit=False, plane="front")


def observed(borders="stepped", zones=(SKY, WATER, SLIP, HULL)):
    cells = np.zeros((12, 16), dtype=int)
    cells[5:8] = 1
    cells[8:] = 2
    cells[6:10, 3:7] = 3
    return Observation(16, 12, tuple(cells.ravel().tolist()), zones, borders)


@pytest.mark.parametrize("borders", ["stepped", "straight"])
def test_every_zone_comes_at_its_value_and_place(borders):
    picture = picture_of(observed(borders), PANEL.proportion)
    assert picture.width / picture.height == pytest.approx(4 / 3, abs=0.01)
    value = lab_to_value(cielab.linear_to_lab(picture.linear))
    for at, zone in (((0.1, 0.5), SKY), ((0.54, 0.9), WATER), ((0.9, 0.9), SLIP), ((0.66, 0.3), HULL)):
        pixel = float(value[int(at[0] * picture.height), int(at[1] * picture.width)])
        assert pixel == pytest.approx(zone.value, abs=0.15)


@given(st.lists(st.integers(0, 3), min_size=48, max_size=48))
def test_straight_borders_give_no_pixel_to_a_zone_that_was_not_laid(cells):
    made = Observation(8, 6, tuple(cells), (SKY, WATER, SLIP, HULL), "straight")
    labels = zone_labels(made, 160, 120)
    assert set(np.unique(labels).tolist()) <= set(cells)
    assert labels.shape == (120, 160)


def test_straight_borders_cut_the_steps_of_a_diagonal():
    cells = [[0 if column > row else 1 for column in range(12)] for row in range(12)]
    flat = tuple(functools.reduce(operator.iadd, cells, []))
    stepped, straight = (
        zone_labels(Observation(12, 12, flat, (SKY, WATER), borders), 240, 240) for borders in ("stepped", "straight")
    )

    def border(labels):
        first = (labels == 1).sum(axis=1)
        return np.abs(np.diff(first.astype(int))).max()

    assert border(straight) < border(stepped)


def test_areas_and_values_go_on_from_an_observation():
    picture = picture_of(observed(), PANEL.proportion)
    field = value_field(picture.linear)
    areas = find_areas(picture.linear, field, PANEL).areas
    assert 3 <= len(areas) <= 10
    assert sum(area.area_cm2 for area in areas) == pytest.approx(1200)
    values = sorted(round(area.value) for area in areas if area.share > 0.1)
    assert values[0] <= 4
    assert values[-1] >= 8


def test_shade_as_light_as_light_and_zones_without_cells_are_told():
    wrong = observed(zones=(Zone("sky", 5.0), Zone("water", 4.0), Zone("shade", 9.0, lit=False), HULL))
    odd = picture_of(wrong, 1.3)
    assert "subject.W020" in [a.id for a in odd.advice]
    idle = Observation(16, 12, (0,) * 192, (SKY, WATER))
    assert [a.id for a in picture_of(idle, 1.3).advice] == ["subject.N010"]
    assert picture_of(observed(), 1.3).advice == ()


@pytest.mark.parametrize(
    "make",
    [
        lambda: Zone("x", 11), lambda: Zone("x", float("nan")), lambda: Zone("x", 5, "puce"), lambda: Zone("x", 5, "red", "loud"),
        lambda: Zone("x" * 61, 5), lambda: Zone("x", 5, plane="beyond"), lambda: Observation(2, 12, (0,) * 24, (SKY,)),
        lambda: Observation(8, 8, (0,) * 63, (SKY,)), lambda: Observation(8, 8, (1,) * 64, (SKY,)),
        lambda: Observation(8, 8, (0,) * 64, ()),
    ],
)  # fmt: skip
def test_observations_that_cannot_be_are_refused(make):
    with pytest.raises(BadSetting) as refusal:
        make()
    assert refusal.value.hint
