"""Borders on pictures whose edges are known, depth against the rendered depth of the demo, colours shifted by hand."""

import cv2
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.areas.area import describe, find_areas
from ypsochrom.areas.background import offers, silhouette
from ypsochrom.areas.borders import borders_of
from ypsochrom.areas.facts import PLANES, Decision, facts_of, planned, proposed_planes, shifted, told_planes
from ypsochrom.areas.partition import find_tree
from ypsochrom.areas.seen import Seen
from ypsochrom.colour import cielab
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.decode import decode
from ypsochrom.values.scale import value_field

PANEL = Support(400, 300)
HEIGHT, WIDTH = 300, 400  # 1 px is 1 mm


def two_sides(blur_px, dark=0.05, light=0.5):
    """A dark left and a light right half; the edge between them blurred."""
    linear = np.full((HEIGHT, WIDTH, 3), dark, dtype=np.float32)
    linear[:, WIDTH // 2 :] = light
    lab = cielab.linear_to_lab(linear).astype(np.float32)
    if blur_px:
        lab = cv2.GaussianBlur(lab, (0, 0), blur_px)
    labels = np.zeros((HEIGHT, WIDTH), dtype=np.uint8)
    labels[:, WIDTH // 2 :] = 1
    return describe(linear, value_field(linear), labels, PANEL), lab


def border_of(areas, lab):
    depth = {area.id: 0 for area in areas.areas}
    (border,) = borders_of(areas.areas, areas.labels, lab, PANEL, depth)
    return border


def in_two(side):
    """Areas of a picture that is light where `side` is true, and its CIELAB."""
    linear = np.where(side[..., None], 0.5, 0.05).astype(np.float32).repeat(3, axis=2)
    return describe(linear, value_field(linear), side.astype(np.uint8), PANEL), cielab.linear_to_lab(linear)


@pytest.mark.parametrize("turn_deg", range(0, 91, 15))
def test_a_straight_border_is_measured_right_in_every_direction(turn_deg):
    x, y = np.meshgrid(np.arange(WIDTH) - WIDTH / 2, np.arange(HEIGHT) - HEIGHT / 2)
    turn = np.radians(turn_deg)
    across, along = abs(np.cos(turn)), abs(np.sin(turn))
    long = min(HEIGHT / across if across > 1e-9 else np.inf, WIDTH / along if along > 1e-9 else np.inf)
    border = border_of(*in_two(x * np.cos(turn) + y * np.sin(turn) > 0.3))
    assert border.length_mm == pytest.approx(long, rel=0.005)


def test_a_round_border_has_the_length_of_its_circle():
    x, y = np.meshgrid(np.arange(WIDTH) - WIDTH / 2, np.arange(HEIGHT) - HEIGHT / 2)
    assert border_of(*in_two(np.hypot(x, y) < 100)).length_mm == pytest.approx(2 * np.pi * 100, rel=0.01)


@pytest.mark.parametrize(("blur_mm", "word"), [(0, "hard"), (1.2, "firm"), (2.6, "soft")])
def test_softness_follows_the_blur_of_the_edge(blur_mm, word):
    areas, lab = two_sides(4 * blur_mm)  # at four pixels to the millimetre
    quarter = Support(100, 75)
    depth = {area.id: 0 for area in areas.areas}
    (border,) = borders_of(areas.areas, areas.labels, lab, quarter, depth)
    assert border.softness == word
    if blur_mm:
        # a Gaussian edge goes from 15 % to 85 % in 2.07 of its sigma
        assert border.width_mm == pytest.approx(2.07 / 0.7 * blur_mm, rel=0.2)


def test_sides_that_hardly_differ_meet_in_a_lost_edge():
    border = border_of(*two_sides(0, dark=0.20, light=0.215))
    assert border.softness == "lost"
    assert border.de00 < 3.5
    assert border_of(*two_sides(0, dark=0.20, light=0.30)).softness == "hard"


def test_differences_are_those_of_the_second_side_against_the_first():
    border = border_of(*two_sides(0))
    assert border.value_difference > 4
    assert border.hue_difference_deg == 0  # both are grey


def test_the_nearer_plane_lies_over_the_farther_and_the_smaller_over_the_larger():
    labels = np.zeros((HEIGHT, WIDTH), dtype=np.uint8)
    labels[100:200, 150:250] = 1
    linear = np.where(labels[..., None] > 0, 0.5, 0.05).astype(np.float32).repeat(3, axis=2)
    areas = describe(linear, value_field(linear), labels, PANEL)
    lab = cielab.linear_to_lab(linear)
    (same,) = borders_of(areas.areas, labels, lab, PANEL, {"a01": 1, "a02": 1})
    assert same.over == "a02"
    (behind,) = borders_of(areas.areas, labels, lab, PANEL, {"a01": 0, "a02": 2})
    assert behind.over == "a01"


@pytest.fixture(scope="module")
def kettle(request):
    folder = request.config.rootpath / "demo/pictures"
    linear = np.ascontiguousarray(decode((folder / "kettle.jpg").read_bytes()).linear[::2, ::2])
    return linear, find_areas(linear, value_field(linear), PANEL)


def test_detail_goes_from_coarse_to_fine_without_moving_a_border(kettle):
    linear, _ = kettle
    tree = find_tree(linear)
    coarser = None
    for detail in (2, 8, 16, 24, 40, 60):
        labels = tree.areas(detail)
        assert labels.max() + 1 == detail
        if coarser is not None:  # every finer area lies within one coarser area
            pairs = np.unique(labels.astype(int).ravel() * 100 + coarser.ravel())
            assert len(pairs) == detail
        coarser = labels
    with pytest.raises(BadSetting):
        tree.areas(1)
    with pytest.raises(BadSetting):
        tree.areas(61)


def test_proposed_depth_orders_the_demo_scene_as_its_rendered_distances(kettle):
    """Against the light and labels of the rendered scene: what stands in front is proposed nearer than the wall."""
    _, areas = kettle
    planes = proposed_planes(areas.areas, areas.labels)
    wall = areas.labels[20, 400]
    cloth = areas.labels[500, 550]
    assert planes[wall] == "back"
    assert planes[cloth] == "front"
    assert set(planes) == set(PLANES)


def test_told_planes_are_those_most_of_the_area_lies_in():
    labels = np.array([[0, 0, 0, 1]], dtype=np.uint8)
    assert told_planes(labels, np.array([[2, 2, 0, 1]], dtype=np.uint8)) == ("back", "middle")


def test_light_and_shadow_of_an_area_and_the_width_of_its_marks():
    rng = np.random.default_rng(3)
    stripes = ((np.arange(WIDTH) // 6) % 2 * 0.12 + 0.3).astype(np.float32)  # marks 6 mm wide
    linear = np.tile(stripes[None, :, None], (HEIGHT, 1, 3))
    linear += rng.normal(0, 0.001, linear.shape).astype(np.float32)
    calm = np.full((HEIGHT, WIDTH, 3), 0.3, dtype=np.float32)
    labels = np.zeros((HEIGHT, WIDTH), dtype=np.uint8)
    for picture, expected in ((linear, (4.0, 8.0)), (calm, None)):
        areas = describe(picture, value_field(picture), labels, PANEL)
        (facts,) = facts_of(areas, Seen(cielab.linear_to_lab(picture)), PANEL, ["middle"])
        if expected is None:
            assert facts.texture_mm is None
        else:
            assert expected[0] <= facts.texture_mm <= expected[1]
    ramp = np.tile(np.linspace(0.02, 0.9, WIDTH, dtype=np.float32)[None, :, None], (HEIGHT, 1, 3))
    areas = describe(ramp, value_field(ramp), labels, PANEL)
    (facts,) = facts_of(areas, Seen(cielab.linear_to_lab(ramp)), PANEL, ["middle"])
    assert facts.light_lab[0] > areas.areas[0].lab[0] > facts.shadow_lab[0]


LAB = st.tuples(st.floats(10, 90), st.floats(-40, 40), st.floats(-40, 40)).map(np.array)


@given(LAB, LAB)
def test_a_thing_in_its_own_colour_stays_and_in_another_becomes_that(own, target):
    assert shifted(own, own, own) == pytest.approx(own, abs=1e-9)
    assert shifted(own, own, target) == pytest.approx(target, abs=1e-9)


def test_shadows_go_along_with_a_new_colour_and_the_bare_have_no_parts(kettle):
    _, areas = kettle
    area = max(areas.areas, key=lambda one: len(one.parts))
    target = (60.0, -20.0, -20.0)
    moved = planned(areas, {area.id: Decision(target_lab=target)})
    new = next(one for one in moved.areas if one.id == area.id)
    assert new.lab == target
    values = [part.value for part in new.parts]
    assert values == sorted(values)
    assert all(part.lab[2] < 5 for part in new.parts)  # all of them bluish now
    bare = planned(areas, {area.id: Decision(handling="bare")})
    assert next(one for one in bare.areas if one.id == area.id).parts == ()
    assert planned(areas, {}).areas == areas.areas


def test_backgrounds_lose_nothing_of_the_silhouette_where_that_can_be_had(kettle):
    linear, areas = kettle
    planes = proposed_planes(areas.areas, areas.labels)
    depth = {area.id: PLANES.index(plane) for area, plane in zip(areas.areas, planes, strict=True)}
    borders = borders_of(areas.areas, areas.labels, cielab.linear_to_lab(linear), PANEL, depth)
    by_id = {area.id: area for area in areas.areas}
    subject = [area.id for area, plane in zip(areas.areas, planes, strict=True) if plane != "back"]
    assert all(inside in subject for inside, _ in silhouette(subject, borders))
    now, *others = offers(subject, by_id, borders)
    assert now.now
    assert len(others) == 6
    ranks = [(one.nearest_de00 >= 5, -round(one.lost_share, 2), one.contrast) for one in others]
    assert ranks == sorted(ranks, reverse=True)
    assert offers(list(by_id), by_id, borders) == []  # all of it is subject: there is no silhouette


def test_a_flat_picture_and_noise_have_borders_and_facts_all_the_same():
    rng = np.random.default_rng(5)
    for picture in (
        np.full((HEIGHT, WIDTH, 3), 0.2, dtype=np.float32),
        rng.uniform(0, 1, (HEIGHT, WIDTH, 3)).astype(np.float32),
    ):
        areas = find_areas(picture, value_field(picture), PANEL)
        planes = proposed_planes(areas.areas, areas.labels)
        facts = facts_of(areas, Seen(cielab.linear_to_lab(picture)), PANEL, planes)
        borders = borders_of(
            areas.areas, areas.labels, cielab.linear_to_lab(picture), PANEL, {area.id: 0 for area in areas.areas}
        )
        assert len(facts) == len(areas.areas)
        assert all(np.isfinite([b.length_mm, b.width_mm, b.de00]).all() for b in borders)


def test_a_picture_of_one_area_has_no_borders():
    areas, lab = two_sides(0)
    whole = np.zeros_like(areas.labels)
    one = describe(np.full((HEIGHT, WIDTH, 3), 0.3, dtype=np.float32), np.full((HEIGHT, WIDTH), 5.0), whole, PANEL)
    assert borders_of(one.areas, whole, lab, PANEL, {"a01": 0}) == ()
