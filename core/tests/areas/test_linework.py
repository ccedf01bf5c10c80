"""The drawing to transfer, on pictures whose lines are known and on scenes whose things are."""

import cv2
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from benchmarks.linework import drawn, outline_recall
from benchmarks.segmentation import SCENES, scene
from ypsochrom.areas.linework import BOLDEST, FAINTEST, USUAL, Arc, at_detail, find_lines, peaks, value_lines
from ypsochrom.areas.partition import find_tree
from ypsochrom.colour import srgb
from ypsochrom.materials.support import Support
from ypsochrom.values.scale import value_field
from ypsochrom.values.value_map import value_map

PANEL = Support(400, 300)
SHAPE = (600, 800)  # 2 px to the millimetre


def picture_of(draw, colour=(0, 60, 160)):
    """A light picture with something dark drawn on it, and the label image of the two."""
    mask = np.zeros(SHAPE, dtype=np.uint8)
    draw(mask)
    pixels = np.full((*SHAPE, 3), 215, dtype=np.uint8)
    pixels[mask > 0] = colour
    return srgb.decode_picture(cv2.GaussianBlur(pixels, (0, 0), 0.8)), (mask > 0).astype(np.uint8)


def test_an_ellipse_is_drawn_as_one():
    lines = find_lines(*picture_of(lambda m: cv2.ellipse(m, (400, 300), (240, 90), 20, 0, 360, 255, -1)), PANEL)
    arcs = [line.arc for line in lines if line.arc]
    assert arcs
    arc = max(arcs, key=lambda one: abs(one.to_deg - one.from_deg))
    assert arc.centre == pytest.approx((200, 150), abs=1)
    assert sorted(arc.axes) == pytest.approx([45, 120], abs=1)
    assert sum(line.length_mm for line in lines) == pytest.approx(
        547, rel=0.03
    )  # ellipse of 120 by 45 mm, Ramanujan's formula


def test_straight_edges_keep_no_points_between_their_ends():
    lines = find_lines(*picture_of(lambda m: cv2.rectangle(m, (200, 150), (600, 450), 255, -1)), PANEL)
    points = np.vstack([line.points for line in lines])
    assert len(points) <= 24
    for x, y in ((100, 75), (300, 75), (300, 225), (100, 225)):
        assert np.hypot(*(points - [x, y]).T).min() < 1.5
    assert all(line.kind == "outline" for line in lines)
    assert sum(line.length_mm for line in lines) == pytest.approx(700, rel=0.03)


def test_where_no_things_meet_a_line_is_an_inner_one():
    picture, things = picture_of(lambda m: cv2.circle(m, (400, 300), 150, 255, -1))
    assert {line.kind for line in find_lines(picture, np.zeros_like(things), PANEL)} == {"inner"}


def test_a_faint_edge_is_drawn_at_a_finer_detail_only_and_a_lost_one_never():
    def lines(grey):
        return find_lines(*picture_of(lambda m: cv2.circle(m, (400, 300), 150, 255, -1), (grey,) * 3), PANEL)

    bold, faint = lines(40), lines(206)
    assert at_detail(bold, BOLDEST)
    assert not at_detail(faint, USUAL)
    assert at_detail(faint, FAINTEST)
    assert lines(213) == ()


@pytest.mark.parametrize("kind", ["flat", "noise"])
def test_pictures_without_edges_and_pictures_of_noise_are_no_error(kind):
    pixels = np.full((*SHAPE, 3), 128, dtype=np.uint8)
    if kind == "noise":
        pixels = np.random.default_rng(1).integers(0, 256, pixels.shape, dtype=np.uint8)
    lines = find_lines(srgb.decode_picture(pixels), np.zeros(SHAPE, dtype=np.uint8), PANEL)
    if kind == "flat":
        assert lines == ()
    assert all(np.isfinite(line.points).all() for line in lines)


@pytest.mark.parametrize("name", SCENES)
def test_outlines_lie_on_the_things_of_the_rendered_scenes(name):
    linear, truth = scene(name)
    height, width = truth.shape
    support = Support(400, 400 * height / width)
    lines = at_detail(find_lines(linear, find_tree(linear).pieces, support), inner=False)
    recall, length = outline_recall(drawn(lines, width, height, support.width_mm), truth, linear, support.width_mm)
    assert recall >= 0.75
    assert length <= 2


def test_borders_of_values_are_drawn_where_they_are_chosen_and_not_along_the_frame():
    field = value_field(picture_of(lambda m: cv2.rectangle(m, (0, 0), (400, 600), 255, -1))[0])
    found = value_map(field, (5.0,), PANEL, 10)
    assert value_lines(found, PANEL.width_mm, ()) == ()
    assert value_lines(found, PANEL.width_mm, (7,)) == ()
    lines = value_lines(found, PANEL.width_mm, (0,))
    points = np.vstack([line.points for line in lines])
    assert np.abs(points[:, 0] - 200).max() < 2
    assert {(line.kind, line.strength) for line in lines} == {("value", BOLDEST)}


def test_points_of_an_arc_lie_on_its_ellipse():
    arc = Arc((10.0, 20.0), (8.0, 4.0), 30.0, 0.0, 180.0)
    points = arc.points() - arc.centre
    turn = np.radians(30)
    x, y = points @ [np.cos(turn), np.sin(turn)], points @ [-np.sin(turn), np.cos(turn)]
    assert (x / 8) ** 2 + (y / 4) ** 2 == pytest.approx(np.ones(len(points)))


@given(st.integers(0, 10_000), st.integers(5, 300), st.integers(1, 20), st.floats(0, 1))
def test_peaks_are_those_of_scipys_find_peaks(seed, length, apart, least):
    """SciPy's general `find_peaks` as the reference, which loads too slowly to be used itself."""
    from scipy.signal import find_peaks

    heights = np.random.default_rng(seed).random(length)
    expected, _ = find_peaks(heights, height=least, distance=apart)
    assert peaks(heights, least=least, apart=apart) == expected.tolist()
