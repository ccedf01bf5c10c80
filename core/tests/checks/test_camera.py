"""The simulated camera and the lens term, against OpenCV's own model of a lens."""

import cv2
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.colour import cielab, srgb
from ypsochrom.imaging.lens import bent
from ypsochrom.imaging.quick import lab_of, lab_of_light
from ypsochrom.materials.camera import EaselCamera
from ypsochrom.materials.swatch_card import GREY_CARD_REFLECTANCE as GREY

SIZE = (1600, 1200)


def points(count: int = 60) -> np.ndarray:
    return np.random.default_rng(2).uniform([0, 0], SIZE, (count, 2))


@pytest.mark.parametrize("term", [-0.08, -0.02, 0.05])
def test_a_lens_bends_as_the_first_radial_term_of_brown_1966_in_opencv(term):
    half = float(np.hypot(*SIZE)) / 2
    camera = np.array([[half, 0, SIZE[0] / 2], [0, half, SIZE[1] / 2], [0, 0, 1]])
    straight = points()
    rays = np.column_stack([(straight - np.array(SIZE) / 2) / half, np.ones(len(straight))])
    seen, _ = cv2.projectPoints(rays, np.zeros(3), np.zeros(3), camera, np.array([term, 0, 0, 0, 0]))
    assert bent(straight, term, SIZE) == pytest.approx(seen[:, 0], abs=1e-6)


@given(term=st.floats(-0.12, 0.12))
def test_the_way_back_through_a_lens_is_the_inverse(term):
    there = bent(points(12), term, SIZE)
    assert bent(there, term, SIZE, back=True) == pytest.approx(points(12), abs=0.02)


def test_quick_cielab_is_the_exact_one():
    picture = np.random.default_rng(1).integers(0, 256, (20, 30, 3), dtype=np.uint8)
    assert lab_of(picture) == pytest.approx(cielab.srgb8_to_lab(picture), abs=0.3)
    linear = srgb.decode_picture(picture)
    assert lab_of_light(linear) == pytest.approx(cielab.linear_to_lab(linear), abs=0.3)


def painting() -> np.ndarray:
    picture = np.full((300, 400, 3), 0.5, dtype=np.float32)
    picture[::40] = 0.1
    return picture


def test_one_seed_takes_one_photo_and_another_another():
    first, again, other = (EaselCamera(seed, width=800).photograph(painting()) for seed in (3, 3, 4))
    assert first.jpeg == again.jpeg
    assert first.corners != pytest.approx(other.corners)


def test_the_corners_it_tells_lie_where_the_panel_ends():
    photo = EaselCamera(5, width=1600, surround=(0.02, 0.02, 0.02), cast=(1, 1, 1)).photograph(painting())
    seen = cv2.imdecode(np.frombuffer(photo.jpeg, np.uint8), cv2.IMREAD_GRAYSCALE)
    middle = photo.corners.mean(axis=0)
    for corner in photo.corners:
        inside, outside = (corner + (middle - corner) * share for share in (0.02, -0.02))
        x, y = np.rint(np.stack([inside, outside]) * np.array([1600, 1200])).astype(int).T
        assert seen[y[0], x[0]] > seen[y[1], x[1]] + 25


def test_its_grey_card_has_the_light_of_its_place():
    photo = EaselCamera(6, width=800, slope=0.0, cast=(1, 1, 1), noise=0.0, exposure=0.8).photograph(painting())
    seen = cv2.cvtColor(cv2.imdecode(np.frombuffer(photo.jpeg, np.uint8), cv2.IMREAD_COLOR), cv2.COLOR_BGR2RGB)
    x, y = round(photo.grey[0] * 800), round(photo.grey[1] * 600)
    there = srgb.decode_picture(seen[y - 4 : y + 5, x - 4 : x + 5]).mean()
    assert 0.9 * GREY * 0.8 < there <= 1.02 * GREY * 0.8  # a lens darkens its corners a little
