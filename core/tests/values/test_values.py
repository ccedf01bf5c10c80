import itertools

import cv2
import numpy as np
import pytest
import skimage.data
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.extra import numpy as hnp
from sklearn.datasets import load_sample_image

from ypsochrom.colour.srgb import decode_picture
from ypsochrom.imaging.discs import opened
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.crop import crop_to
from ypsochrom.subject.decode import decode
from ypsochrom.values.placing import DRAWN_PX, at_brush, drawn, fine_enough
from ypsochrom.values.scale import PaintRange, to_paint_range, value_field
from ypsochrom.values.steps import checked, natural_breaks, thresholds
from ypsochrom.values.value_map import brush_px, value_map

PANEL = Support(400, 300)
fields = hnp.arrays(np.float32, (24, 32), elements=st.floats(0, 10, width=32))


@given(st.lists(st.floats(0, 10), min_size=2, max_size=30))
def test_bending_into_the_paint_range_keeps_the_order(values):
    values = np.sort(values)
    bent = to_paint_range(values)
    assert (np.diff(bent) >= 0).all()
    assert PaintRange().darkest <= bent.min()
    assert bent.max() <= PaintRange().lightest


def test_values_that_paint_reaches_stay_as_they_are():
    assert to_paint_range(np.array([3.5, 5.0, 8.0])).tolist() == [3.5, 5.0, 8.0]


def brute_force_breaks(values: np.ndarray, count: int) -> float:
    """The least squared spread over every way of cutting sorted values into classes."""
    values = np.sort(values)
    ways = itertools.combinations(range(1, len(values)), count - 1)
    return min(sum(part.var() * len(part) for part in np.split(values, cuts)) for cuts in ways)


@settings(deadline=None, max_examples=40)
@given(st.lists(st.integers(0, 255), min_size=6, max_size=12, unique=True), st.integers(2, 4))
def test_natural_breaks_are_optimal_fisher_1958(bins, count):
    values = (np.array(bins) + 0.5) * 10 / 256
    limits = natural_breaks(values, count)
    parts = [values[np.searchsorted(limits, values) == i] for i in range(count)]
    spread = sum(part.var() * len(part) for part in parts if len(part))
    assert spread == pytest.approx(brute_force_breaks(values, count), abs=1e-6)


def test_equal_intervals_are_equal_and_ignore_sparks():
    field = np.tile(np.linspace(2, 8, 1000, dtype=np.float32), (100, 1))
    field[0, :3] = 10
    limits = thresholds(field, 5)
    np.testing.assert_allclose(np.diff(limits), np.diff(limits)[0])
    np.testing.assert_allclose(limits, [3.2, 4.4, 5.6, 6.8], atol=0.05)


@pytest.mark.parametrize("count", range(2, 10))
def test_two_to_nine_steps_of_any_picture_even_a_flat_one(count):
    flat = np.full((40, 40), 5.0, dtype=np.float32)
    for method in ("equal", "natural"):
        limits = checked(thresholds(flat, count, method))
        assert len(limits) == count - 1


@pytest.mark.parametrize("given_limits", [(5, 4), (0,), (10,), (3, 3), (float("nan"),), (), tuple(range(1, 10))])
def test_impossible_thresholds_are_refused(given_limits):
    with pytest.raises(BadSetting):
        checked(given_limits)


@pytest.mark.parametrize("count", [0, 1, 10])
def test_impossible_numbers_of_steps_are_refused(count):
    with pytest.raises(BadSetting):
        thresholds(np.zeros((9, 9), dtype=np.float32), count)


@settings(deadline=None)
@given(fields, st.floats(1, 60))
def test_shares_add_up_and_areas_are_the_support(field, brush):
    found = value_map(field, (2.5, 5.0, 7.5), PANEL, brush)
    assert sum(step.share for step in found.steps) == pytest.approx(1)
    assert sum(step.area_cm2 for step in found.steps) == pytest.approx(PANEL.area_cm2)
    values = [step.value for step in found.steps if step.share > 0.2]
    assert len(found.steps) == 4
    assert all(0 <= value <= 10 for value in values)


@pytest.mark.parametrize("brush_mm", [4.0, 8.0, 12.0, 25.0])
def test_every_mass_can_be_placed_with_the_brush(kettle_bytes, brush_mm):
    """At least 0.6 brushes squared, and all but a hundredth covered by a disc of a quarter brush: the chisel edge of a flat."""
    picture = crop_to(decode(kettle_bytes), PANEL)
    field = value_field(picture.linear)
    found = value_map(field, thresholds(field, 5), PANEL, brush_mm)
    brush = brush_px(brush_mm, PANEL, picture.width)
    uncovered = sum((~opened(found.labels == i, round(brush / 4)) & (found.labels == i)).sum() for i in range(5))
    assert uncovered / found.labels.size < 0.01
    for step in range(5):
        _, _, stats, _ = cv2.connectedComponentsWithStats((found.labels == step).astype(np.uint8), connectivity=4)
        assert (stats[1:, cv2.CC_STAT_AREA] >= 0.6 * brush**2).all()


def _field(name, kettle_bytes):
    """The value field that maps are drawn in, of the demo's kettle or a photograph of scikit-image or scikit-learn.

    Beside it that of the photo's own pixels at its size.
    """
    if name == "kettle":
        field = value_field(decode(kettle_bytes).linear)
        return field, field
    photo = load_sample_image("flower.jpg") if name == "flower" else getattr(skimage.data, name)()
    field = fine_enough(value_field(decode_picture(photo)))
    return field, value_field(decode_picture(cv2.resize(photo, field.shape[::-1], interpolation=cv2.INTER_AREA)))


@pytest.mark.parametrize(
    ("name", "at_10_mm", "at_20_mm"),
    [
        ("kettle", 0.42, 0.27),
        ("astronaut", 0.42, 0.27),
        ("chelsea", 0.42, 0.27),
        ("coffee", 0.27, 0.22),
        ("flower", 0.42, 0.27),
    ],
)
@pytest.mark.parametrize("brush_mm", [10, 20])
def test_the_map_keeps_the_pictures_strong_edges_where_they_are(kettle_bytes, name, brush_mm, at_10_mm, at_20_mm):
    """Where the value jumps by 1.2 steps across 1.5 mm, a border lies within 1 mm; and borders lie on the picture's own."""
    field, photo = _field(name, kettle_bytes)
    height, width = field.shape
    px_per_mm = max(height, width) / 400
    support = Support(width / px_per_mm, height / px_per_mm)
    labels = value_map(field, thresholds(field, 5), support, brush_mm).labels
    away = cv2.distanceTransform((~_borders(labels)).astype(np.uint8), cv2.DIST_L2, 5) / px_per_mm
    least = at_10_mm if brush_mm == 10 else at_20_mm
    assert (away[_strong_edges(photo, px_per_mm)] <= 1).mean() >= least
    # what a small photo is enlarged to is smooth and has fewer edges than its pixels: there the same but for a thirtieth
    assert (away[_strong_edges(field, px_per_mm)] <= 1).mean() >= 0.97 * least
    smooth = cv2.GaussianBlur(photo, (0, 0), 0.4 * px_per_mm)
    plain = _borders(np.digitize(smooth, thresholds(field, 5)))
    off = cv2.distanceTransform((~plain).astype(np.uint8), cv2.DIST_L2, 5)[_borders(labels)] / px_per_mm
    assert np.quantile(off, 0.9) < max(brush_mm * 0.08, 1.01 / px_per_mm)  # or the next pixel of a small picture


def _strong_edges(field, px_per_mm):
    smooth = cv2.GaussianBlur(field, (0, 0), 0.4 * px_per_mm)
    window = np.ones((2 * max(1, round(0.75 * px_per_mm)) + 1,) * 2, dtype=np.uint8)
    jump = cv2.dilate(smooth, window) - cv2.erode(smooth, window)
    steep = np.hypot(cv2.Sobel(smooth, cv2.CV_32F, 1, 0), cv2.Sobel(smooth, cv2.CV_32F, 0, 1))
    return (steep >= cv2.dilate(steep, np.ones((3, 3))) * 0.999) & (jump >= 1.2)


def test_a_small_photo_is_drawn_finer_than_its_own_pixels():
    """Nine in ten border points of the cat lie nearer to the photo's borders than its pixels are wide; values stay its own."""
    field = value_field(decode_picture(skimage.data.chelsea()))
    fine = fine_enough(field)
    assert fine.shape == (round(DRAWN_PX * field.shape[0] / field.shape[1]), DRAWN_PX)
    assert (fine.min(), fine.max()) == (field.min(), field.max())
    back = cv2.resize(fine, field.shape[::-1], interpolation=cv2.INTER_AREA)
    assert np.abs(back - field).mean() < 0.05
    large = np.zeros((900, DRAWN_PX + 1), dtype=np.float32)
    assert fine_enough(large) is large
    support = Support(400, 400 * field.shape[0] / field.shape[1])
    labels = value_map(fine, thresholds(field, 5), support, 10).labels
    plain = np.digitize(cv2.GaussianBlur(fine, (0, 0), 0.4 * DRAWN_PX / 400), thresholds(field, 5))
    off = cv2.distanceTransform((~_borders(plain)).astype(np.uint8), cv2.DIST_L2, 5)[_borders(labels)] * 400 / DRAWN_PX
    assert np.quantile(off, 0.9) < 0.8 < 400 / field.shape[1]


def test_a_picture_of_narrow_range_keeps_the_masses_that_it_would_keep_from_dark_to_light(kettle_bytes):
    """Contrast taken from a picture takes no drawing from it, as far as its masses lie beyond what is a strong edge anywhere."""
    field, _ = _field("kettle", kettle_bytes)
    faint = (5 + (field - 5) * 0.65).astype(np.float32)
    strong, weak = (masses_in(value_map(one, thresholds(one, 5), PANEL, 14).labels) for one in (field, faint))
    assert weak >= 0.75 * strong


def masses_in(labels):
    return sum(cv2.connectedComponents((labels == step).astype(np.uint8), connectivity=4)[0] - 1 for step in range(5))


@given(st.floats(4, 60), st.integers(200, 4000))
@settings(deadline=None, max_examples=60)
def test_the_chisel_edge_is_an_odd_number_of_pixels_of_the_small_map_and_about_a_quarter_of_the_brush(brush_mm, width):
    seen = at_brush(np.zeros((width // 40, width), dtype=np.float32), brush_mm, width / 400)
    assert seen.chisel_px % 2 == 1
    if seen.chisel_px > 3 or seen.brush_px >= 10:
        assert 0.2 <= seen.chisel_px / seen.brush_px <= 0.37


def _borders(labels):
    found = np.zeros(labels.shape, dtype=bool)
    found[:, :-1] |= labels[:, :-1] != labels[:, 1:]
    found[:-1] |= labels[:-1] != labels[1:]
    return found


def test_a_hair_finer_than_the_chisel_edge_disappears_a_line_of_its_width_and_a_band_stay():
    field = np.full((300, 400), 3.0, dtype=np.float32)
    field[:, 100:102] = 8.0
    field[:, 150:155] = 8.0
    field[:, 200:240] = 8.0
    labels = value_map(field, (5.5,), PANEL, 12).labels
    assert labels[150, 101] == 0
    assert labels[150, 152] == 1
    assert labels[150, 220] == 1


def test_a_border_stays_where_the_picture_has_it():
    """A round mass and a square one at true place and size, however broad the brush."""
    field = np.full((600, 800), 7.0, dtype=np.float32)
    cv2.circle(field, (220, 300), 130, 3.0, -1)
    field[150:450, 500:700] = 3.0
    for brush_mm in (10, 20):
        labels = value_map(field, (5.0,), PANEL, brush_mm).labels
        assert (labels != (field >= 5)).mean() < 0.006


def test_a_wide_brush_on_noise_a_flat_picture_and_a_tiny_one_give_a_map():
    noise = np.random.default_rng(3).uniform(0, 10, (300, 400)).astype(np.float32)
    assert len(np.unique(value_map(noise, (2.5, 5.0, 7.5), PANEL, 150).labels)) >= 1
    flat = value_map(np.full((300, 400), 5.0, dtype=np.float32), (4.0, 6.0), PANEL, 10)
    assert set(np.unique(flat.labels)) == {1}
    tiny = value_map(noise[:15, :20], (5.0,), PANEL, 10)
    assert tiny.labels.shape == (15, 20)


def test_without_simplification_the_map_is_the_plain_threshold():
    field = np.random.default_rng(5).uniform(0, 10, (300, 400)).astype(np.float32)
    labels = value_map(field, (5.0,), PANEL, 0.5).labels
    np.testing.assert_array_equal(labels, field >= 5)


@pytest.mark.parametrize("brush", [0.0, -3.0, 151.0, float("nan")])
def test_impossible_brushes_are_refused(brush):
    with pytest.raises(BadSetting, match="brush"):
        value_map(np.zeros((30, 40), dtype=np.float32), (5.0,), PANEL, brush)


def test_dark_and_light_halves_measure_as_painted(blocks):
    field = value_field(cv2.GaussianBlur((blocks / 255.0).astype(np.float32) ** 2.2, (0, 0), 1))
    found = value_map(field, (5.0,), PANEL, 10)
    assert found.steps[0].area_cm2 == pytest.approx(600 + 120, rel=0.05)


@pytest.mark.parametrize("scale", [1.127, 1.4, 2.3, 3.7])
def test_no_crumb_comes_off_a_mass_that_is_drawn_larger(scale):
    """At corners where four masses meet, at any size; without care a hundred such maps have hundreds."""
    for seed in range(25):
        labels = np.kron(np.random.default_rng(seed).integers(0, 5, (12, 16)), np.ones((6, 6))).astype(np.uint8)
        large = drawn(labels, 5, round(96 * scale), round(72 * scale))
        for step in range(5):
            masses = cv2.connectedComponentsWithStats((large == step).astype(np.uint8), connectivity=4)[2]
            assert not len(masses) > 1 or masses[1:, cv2.CC_STAT_AREA].min() >= 9
