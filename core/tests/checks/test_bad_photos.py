"""Photos that cannot be measured are refused with what to do; those that can, but badly, say so."""

from dataclasses import replace

import cv2
import numpy as np
import pytest

from ypsochrom.checks.drawing import drawn_on
from ypsochrom.checks.report import NOTHING_SAID, PHOTO_PX, Asked, check
from ypsochrom.colour import srgb
from ypsochrom.kit.errors import BadPicture
from ypsochrom.materials.camera import EaselCamera
from ypsochrom.materials.swatch_card import drawn as card_drawn
from ypsochrom.subject.decode import decode

NO_PANEL = "No panel with four straight edges was found in this photo."
OUTSIDE = "Part of the painting lies outside this photo."
ANOTHER = "What stands in the panel does not look like this painting at this stage."


@pytest.fixture(scope="module")
def photo(take):
    return take(seed=51)


@pytest.fixture(scope="module")
def picture(photo):
    return decode(photo.jpeg, longest_px=PHOTO_PX).srgb8


def refused(stage, picture, asked=NOTHING_SAID) -> str:
    with pytest.raises(BadPicture) as error:
        check([picture], stage, asked)
    assert error.value.hint
    return error.value.message


def test_black_small_and_blurred(stage, picture):
    assert "black" in refused(stage, (picture * 0.02).astype(np.uint8))
    assert "only 300 x 225" in refused(stage, cv2.resize(picture, (300, 225)))
    assert "blurred" in refused(stage, cv2.GaussianBlur(picture, (0, 0), 9.0))


def test_another_painting_and_a_photo_of_something_else(stage, take):
    other = np.ascontiguousarray(stage.dry[:, ::-1, ::-1])
    seen = EaselCamera(52, width=1200).photograph(srgb.decode_picture(other))
    assert "does not look like this painting" in refused(stage, decode(seen.jpeg).srgb8)
    noise = np.random.default_rng(4).integers(0, 255, (700, 900, 3), dtype=np.uint8)
    assert refused(stage, cv2.GaussianBlur(noise, (0, 0), 3.0))


def test_half_the_panel_asks_for_the_corners(stage, picture):
    half = np.ascontiguousarray(picture[:, : picture.shape[1] // 2])
    assert refused(stage, half) in (NO_PANEL, OUTSIDE, ANOTHER)


def test_strongly_coloured_light(stage, take):
    red = decode(take(seed=53, cast=(1.0, 0.35, 0.12)).jpeg).srgb8
    assert "strongly coloured" in refused(stage, red)


def test_a_card_that_is_burnt_out_or_outside_is_said(stage, picture, photo):
    assert "outside the photo" in refused(stage, picture, Asked(grey=(1.4, 0.5)))
    burnt = picture.copy()
    x, y = (round(share * size) for share, size in zip(photo.grey, (picture.shape[1], picture.shape[0]), strict=True))
    burnt[y - 30 : y + 31, x - 30 : x + 31] = 255
    assert "burnt out" in refused(stage, burnt, Asked(grey=photo.grey))


def test_corners_by_hand_are_taken_as_they_are(stage, picture, photo):
    corners = tuple((float(x), float(y)) for x, y in photo.corners)
    panel = check([picture], stage, Asked(corners=corners)).report.panel
    assert panel.by_hand
    assert panel.corners == corners


def test_the_wrong_pass_is_doubted(stage, take):
    """Held against the bare ground of pass 1 the finished areas cannot be right; what it says must not be taken at its word."""
    picture = decode(take(seed=51, surround=(0.05, 0.05, 0.05)).jpeg, longest_px=PHOTO_PX).srgb8
    ground = replace(stage, number=1, so_far=stage.so_far[:2], wet=stage.so_far[1])
    report = check([picture], ground).report
    assert "checks.W002" in {one.id for one in report.advice}


def test_the_drawing_is_measured_before_any_paint(stage):
    lines = [np.array(shape, dtype=float) for shape in (
        [[30, 20], [125, 30], [120, 125], [35, 120], [30, 20]], [[310, 15], [385, 20], [380, 165], [315, 165], [310, 15]],
        [[30, 215], [165, 195], [210, 280], [60, 295], [30, 215]], [[280, 175], [370, 185], [360, 260], [275, 250], [280, 175]],
        [[215, 180], [260, 182], [257, 210], [212, 205], [215, 180]],
    )]  # fmt: skip
    meant = drawn_on(stage.so_far[0], lines, stage.mm_per_px)
    lines[1] = lines[1] + np.array([0.0, 2.5])
    painted = drawn_on(stage.so_far[0], lines, stage.mm_per_px)
    drawn = replace(stage, number=0, so_far=(stage.so_far[0], meant), wet=meant, drawn=True)
    seen = EaselCamera(54, width=1600).photograph(srgb.decode_picture(painted))
    report = check([decode(seen.jpeg, longest_px=PHOTO_PX).srgb8], drawn).report
    assert not report.areas
    lower = [one for one in report.landmarks if 305 < one.at_mm[0] < 390 and one.at_mm[1] < 170]
    assert lower
    assert all(one.dy_mm == pytest.approx(2.5, abs=0.6) for one in lower)


def test_the_printed_card_in_the_photo_is_read_by_itself(stage, picture):
    """The swatch card laid beside the painting: its greys tell the light without a tap."""
    card = cv2.resize(
        srgb.encode_picture(np.clip(card_drawn({}) * 0.85, 0, 1)), (330, 208), interpolation=cv2.INTER_AREA
    )
    lower = np.full((230, picture.shape[1], 3), 140, dtype=np.uint8)
    lower[10:218, 40:370] = card
    report = check([np.vstack([picture, lower])], stage).report
    assert report.trust.by == "printed card"


def test_a_picture_from_the_screen_is_measured_and_said(stage):
    report = check([np.ascontiguousarray(stage.dry)], stage).report
    assert report.panel.corners == ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
    assert "checks.W006" in {one.id for one in report.advice}
    assert "checks.W006" not in {
        one.id
        for one in check(
            [
                decode(
                    EaselCamera(55, width=1200).photograph(srgb.decode_picture(stage.dry)).jpeg, longest_px=PHOTO_PX
                ).srgb8
            ],
            stage,
        ).report.advice
    }
