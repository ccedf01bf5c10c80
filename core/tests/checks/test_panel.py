"""The panel is found by itself: through covered rims, bowed edges, on its head; and what is no panel is refused."""

import cv2
import numpy as np
import pytest
from skimage.transform import ProjectiveTransform

from ypsochrom.checks.finding import find_panel
from ypsochrom.checks.flat import flattened
from ypsochrom.checks.panel import panel_by_hand
from ypsochrom.checks.report import PHOTO_PX
from ypsochrom.kit.errors import BadPicture
from ypsochrom.subject.decode import decode

SQUARE_MM = np.array([[0, 0], [400, 0], [400, 300], [0, 300]], dtype=float)


def seen(photo) -> np.ndarray:
    return decode(photo.jpeg, longest_px=PHOTO_PX).srgb8


def off_mm(photo, corners) -> float:
    way = cv2.getPerspectiveTransform(photo.corners.astype(np.float32), SQUARE_MM.astype(np.float32))
    found = cv2.perspectiveTransform(np.array(corners)[None], way)[0]
    return float(np.sqrt(((found - SQUARE_MM) ** 2).sum(axis=1).mean()))


@pytest.mark.parametrize("cover", ["none", "clip", "hand", "easel"])
@pytest.mark.parametrize("seed", [1, 2])
def test_corners_are_found_within_a_millimetre_with_something_over_the_rim(stage, take, cover, seed):
    photo = take(seed=seed, cover=cover)
    assert off_mm(photo, find_panel(seen(photo), 4 / 3, stage.dry).corners) < 1.0


def test_a_lens_that_bows_the_edges_is_told(stage, take):
    for lens in (-0.06, 0.03):
        found = find_panel(seen(take(seed=7, lens=lens)), 4 / 3, stage.dry)
        assert found.lens == pytest.approx(lens, abs=0.006)
    assert find_panel(seen(take(seed=7, lens=0.0)), 4 / 3, stage.dry).lens == pytest.approx(0.0, abs=0.004)


def test_the_ground_alone_is_found_by_its_edges(stage, take):
    photo = take(seed=3, surround=(0.6, 0.6, 0.58))
    assert off_mm(photo, find_panel(seen(photo), 4 / 3, None).corners) < 1.0


def test_a_painting_on_its_head_is_turned(stage, take):
    photo = take(seed=5)
    turned = np.ascontiguousarray(np.rot90(seen(photo), 2))
    found = find_panel(turned, 4 / 3, stage.dry)
    assert found.upside_down
    assert off_mm(photo, 1 - np.array(found.corners)) < 1.0


def test_a_plain_wall_has_no_panel():
    wall = np.clip(np.random.default_rng(1).normal(150, 3, (600, 800, 3)), 0, 255).astype(np.uint8)
    with pytest.raises(BadPicture, match=r"Drag the four corners"):
        find_panel(wall, 4 / 3, None)


@pytest.mark.parametrize(
    "corners",
    [
        ((0.1, 0.1), (0.9, 0.1), (0.1, 0.9), (0.9, 0.9)),  # crossed
        ((0.1, 0.1), (0.1, 0.9), (0.9, 0.9), (0.9, 0.1)),  # the wrong way round
        ((0.5, 0.5), (0.51, 0.5), (0.51, 0.51), (0.5, 0.51)),  # too small
        ((0.1, 0.1), (float("nan"), 0.1), (0.9, 0.9), (0.1, 0.9)),
        ((0.1, 0.1), (0.9, 0.1), (0.9, 0.9)),
    ],
)
def test_corners_by_hand_that_make_no_panel_are_refused(corners):
    with pytest.raises(BadPicture):
        panel_by_hand(corners)


def test_the_way_between_photo_and_panel_is_the_projective_transform_of_scikit_image():
    corners = ((0.12, 0.08), (0.9, 0.15), (0.86, 0.95), (0.1, 0.88))
    panel = panel_by_hand(corners)
    their = ProjectiveTransform.from_estimate(
        np.array([[0, 0], [1, 0], [1, 1], [0, 1]]), np.array(corners) * np.array([800, 600])
    )
    places = np.random.default_rng(3).uniform(0, 1, (20, 2))
    assert panel.to_photo(places, (800, 600)) == pytest.approx(their(places), abs=1e-6)
    assert panel.from_photo(panel.to_photo(places, (800, 600)), (800, 600)) == pytest.approx(places, abs=1e-9)


def test_put_straight_the_painting_lies_in_its_own_place(stage, take):
    photo = take(seed=9, cast=(1, 1, 1), slope=0.0, exposure=1.0, noise=0.0)
    flat = flattened(seen(photo), find_panel(seen(photo), 4 / 3, stage.dry), stage.labels.shape).linear
    meant = np.asarray(stage.dry, dtype=float).mean(axis=-1)
    tone = np.asarray(cv2.cvtColor((np.sqrt(flat) * 255).astype(np.uint8), cv2.COLOR_RGB2GRAY), dtype=float)
    (dx, dy), _ = cv2.phaseCorrelate(tone, meant)
    assert abs(dx) < 0.5
    assert abs(dy) < 0.5
