"""Adjustments of the reference: geometry against its own inverse, light against known casts."""

import math

import cv2
import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadPicture, BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.adjust import Adjustments, adjusted, horizon_deg
from ypsochrom.subject.crop import CropCentre, crop_to
from ypsochrom.subject.decode import Picture


def picture(width=240, height=160, paint=None) -> Picture:
    """A dark plane with what `paint` draws on it."""
    linear = np.full((height, width, 3), 0.2, dtype=np.float32)
    if paint is not None:
        paint(linear)
    return Picture(linear, width, height)


def corner_marks(linear):
    """Another tone in every corner: upper left red, upper right green, lower right blue, lower left white."""
    height, width = linear.shape[:2]
    for (y, x), tone in {(0, 0): (1, 0, 0), (0, 1): (0, 1, 0), (1, 1): (0, 0, 1), (1, 0): (1, 1, 1)}.items():
        linear[y * (height - 40) : y * (height - 40) + 40, x * (width - 40) : x * (width - 40) + 40] = tone


def corners_of(shown: Picture) -> list[int]:
    """Which tone stands in the upper left, upper right, lower right, lower left: 0 red, 1 green, 2 blue, 3 white."""
    tones = []
    for y, x in ((5, 5), (5, -5), (-5, -5), (-5, 5)):
        pixel = shown.linear[y, x]
        tones.append(3 if pixel.min() > 0.8 else int(pixel.argmax()))
    return tones


def test_untouched_changes_nothing():
    before = picture(paint=corner_marks)
    np.testing.assert_array_equal(adjusted(before, Adjustments()).linear, before.linear)


@pytest.mark.parametrize(
    ("turns", "order"), [(0, [0, 1, 2, 3]), (1, [3, 0, 1, 2]), (2, [2, 3, 0, 1]), (3, [1, 2, 3, 0]), (5, [3, 0, 1, 2])]
)
def test_quarter_turns_go_clockwise(turns, order):
    shown = adjusted(picture(paint=corner_marks), Adjustments(quarter_turns=turns))
    assert corners_of(shown) == order
    assert (shown.width, shown.height) == ((240, 160) if turns % 2 == 0 else (160, 240))


def test_mirroring_swaps_left_and_right_only():
    assert corners_of(adjusted(picture(paint=corner_marks), Adjustments(mirrored=True))) == [1, 0, 3, 2]


@settings(max_examples=20)
@given(st.floats(-20, 20))
def test_a_drawn_horizon_becomes_level(angle):
    rise = math.tan(math.radians(angle))

    def sea(linear):
        rows, columns = np.mgrid[: linear.shape[0], : linear.shape[1]]
        linear[rows > linear.shape[0] / 2 + (columns - linear.shape[1] / 2) * rise] = 0.8

    before = picture(paint=sea)
    line = ((0.3, 0.5 - 0.2 * 240 / 160 * rise), (0.7, 0.5 + 0.2 * 240 / 160 * rise))
    after = adjusted(before, Adjustments(horizon=line))
    edge = (after.linear[..., 0] > 0.5).argmax(axis=0)
    assert edge.max() - edge.min() <= 3
    assert after.linear.min() >= 0.19  # no empty corners
    assert abs(after.width / after.height - 1.5) < 0.05


def test_an_upright_line_is_made_upright_and_a_steep_one_is_refused():
    before = picture()
    assert horizon_deg(Adjustments(horizon=((0.5, 0.1), (0.52, 0.9))), before) == pytest.approx(
        -math.degrees(math.atan2(0.02 * 240, 0.8 * 160)), abs=1e-6
    )
    with pytest.raises(BadSetting, match="degrees off"):
        adjusted(before, Adjustments(horizon=((0.1, 0.1), (0.6, 0.9))))


def test_converging_verticals_become_a_rectangle():
    def window(linear):
        shape = np.array([[80, 30], [160, 30], [190, 130], [50, 130]])
        cv2.fillPoly(linear, [shape], (0.9, 0.9, 0.9))

    corners = ((80 / 240, 30 / 160), (160 / 240, 30 / 160), (190 / 240, 130 / 160), (50 / 240, 130 / 160))
    after = adjusted(picture(paint=window), Adjustments(corners=corners))
    light = after.linear[..., 0] > 0.5
    widths = light.sum(axis=1)[light.any(axis=1)]
    assert widths[5:-5].std() < 1.5
    assert after.linear.min() >= 0.15  # only what the photo holds


@pytest.mark.parametrize("cast", [(1.0, 0.8, 0.6), (0.7, 0.8, 1.0), (1.0, 1.0, 1.0)])
def test_a_tapped_grey_takes_the_cast_out_of_everything(cast):
    def scene(linear):
        linear[:] = 0.4
        linear[20:60, 20:60] = 0.18
        linear[80:, 120:] = (0.5, 0.2, 0.1)
        linear *= np.array(cast, dtype=np.float32)

    after = adjusted(picture(paint=scene), Adjustments(grey=(40 / 240, 40 / 160)))
    grey, wall, thing = after.linear[40, 40], after.linear[70, 100], after.linear[120, 180]
    assert np.ptp(grey) < 0.002
    assert np.ptp(wall) < 0.004
    np.testing.assert_allclose(thing / thing[1], (2.5, 1.0, 0.5), rtol=0.02)
    assert not after.advice


@pytest.mark.parametrize(
    ("tone", "doubt"),
    [((0.6, 0.1, 0.05), "subject.W010"), ((0.001, 0.001, 0.001), "subject.W012"), ((1, 1, 1), "subject.W012")],
)
def test_what_is_hardly_grey_is_doubted(tone, doubt):
    def scene(linear):
        linear[:] = tone

    assert doubt in [a.id for a in adjusted(picture(paint=scene), Adjustments(grey=(0.5, 0.5))).advice]


def test_an_uneven_grey_is_doubted():
    def scene(linear):
        linear[:, ::4] = 0.8

    assert "subject.W011" in [a.id for a in adjusted(picture(paint=scene), Adjustments(grey=(0.5, 0.5))).advice]


def test_anchors_stretch_the_light_between_black_and_white():
    def ramp(linear):
        linear[:] = np.linspace(0, 1, 240, dtype=np.float32)[None, :, None]

    after = adjusted(picture(paint=ramp), Adjustments(black=0.1, white=0.6)).linear[0, :, 0]
    assert after[: int(240 * 0.1) - 1].max() < 0.01
    assert after[int(240 * 0.6) + 2 :].min() > 0.99
    assert after[84] == pytest.approx((84 / 239 - 0.1) / 0.5, abs=0.01)


@pytest.mark.parametrize(
    "wrong",
    [
        {"grey": (1.2, 0.5)}, {"black": 0.5, "white": 0.5}, {"black": -0.1}, {"horizon": ((0.1, 0.1), (0.1, 0.1))},
        {"corners": ((0, 0), (0, 1), (1, 1), (1, 0))}, {"corners": ((0.1, 0.1), (0.11, 0.1), (0.11, 0.11), (0.1, 0.11))},
        {"grey": (float("nan"), 0.5)},
    ],
)  # fmt: skip
def test_adjustments_that_cannot_be_are_refused_with_what_to_do(wrong):
    with pytest.raises(BadSetting) as refusal:
        Adjustments(**wrong)
    assert refusal.value.hint


@given(st.floats(0.3, 1), st.floats(0, 1), st.floats(0, 1))
def test_a_smaller_crop_keeps_the_proportions_and_stays_inside(size, x, y):
    shown = crop_to(picture(), Support(300, 300), CropCentre(x, y, size))
    assert shown.width == shown.height == round(160 * size)


def test_a_crop_of_nothing_is_refused():
    with pytest.raises(BadSetting, match="size"):
        CropCentre(size=0.01)
    with pytest.raises(BadPicture):
        crop_to(picture(), Support(300, 300), CropCentre(size=0.15))
