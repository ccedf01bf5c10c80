"""How near the finished painting comes to the photo: as an independent reading of both pictures has it, and why not nearer."""

import cv2
import numpy as np
import pytest
from skimage.color import deltaE_ciede2000, rgb2lab

from ypsochrom.areas.area import describe
from ypsochrom.colour import cielab, srgb
from ypsochrom.materials.shelf import starter_shelf, usable_box
from ypsochrom.materials.support import Support
from ypsochrom.passes.films.nearness import NEAR, Apart, Nearness, nearness
from ypsochrom.values.scale import value_field
from ypsochrom.work.pass_nodes import nearness_of, painted_stages
from ypsochrom.work.planned import plan_of

PANEL = Support(400, 300)
BOX = usable_box(starter_shelf())
CLOSE = Apart(0.5, 1.0)


def squinted(picture):
    """scikit-image's CIELAB of a picture behind a Gaussian of 3 mm on the panel, at its own size."""
    blurred = cv2.GaussianBlur(picture.astype(np.float32), (0, 0), 3.0 * picture.shape[1] / PANEL.width_mm)
    return rgb2lab(blurred.clip(0, 255) / 255)


def test_it_is_what_the_two_pictures_show(kettle_work):
    plan = plan_of(kettle_work)
    *_, (_, finished, _) = painted_stages(kettle_work)
    apart = deltaE_ciede2000(squinted(plan.picture.srgb8), squinted(finished))
    assert plan.nearness.whole.half == pytest.approx(np.quantile(apart, 0.5), abs=0.2)
    assert plan.nearness.whole.nine_tenths == pytest.approx(np.quantile(apart, 0.9), abs=0.4)
    assert not plan.nearness.is_near
    (told,) = [advice for advice in plan.advice if advice.id == "passes.N030"]
    assert f"within {plan.nearness.whole.half:.1f} of the photo" in told.message
    assert "largest first: " in told.hint
    assert nearness_of(kettle_work) == plan.nearness


def judged(lab, labels, painted=None):
    """A photo of these colours (height, width, 3) and areas, painted as it is or otherwise."""
    photo = cielab.lab_to_srgb8(lab)
    linear = srgb.decode_picture(photo)
    areas = describe(linear, value_field(linear), labels, PANEL)
    return nearness(photo, photo if painted is None else cielab.lab_to_srgb8(painted), areas, {}, BOX, PANEL)


def halves(left, right):
    """Two halves of a panel, each of one colour, and their labels."""
    lab = np.zeros((90, 120, 3))
    lab[:, :60], lab[:, 60:] = left, right
    labels = np.zeros((90, 120), dtype=np.uint8)
    labels[:, 60:] = 1
    return lab, labels


def test_a_painting_like_its_photo_is_near_and_nothing_is_told():
    found = judged(*halves((60, 5, 15), (40, 0, 5)))
    assert found.is_near
    assert list(found.advice()) == []
    assert found.whole == Apart(0.0, 0.0)
    assert all(one.nine_tenths <= 1.0 for one in (found.inside, found.reach, found.paint))


@pytest.mark.parametrize(
    ("cause", "words"),
    [("inside", "one colour for"), ("reach", "do not reach"), ("paint", "share a pile")],
)
def test_what_keeps_it_from_the_photo_is_told(cause, words):
    lab, labels = halves((60, 5, 15), (40, 0, 5))
    painted = lab.copy()
    if cause == "inside":  # a bold pattern of hues at one value in one area, painted as its mean
        hues = np.where((np.arange(90)[:, None] // 15 + np.arange(60)[None, :] // 15) % 2, 25.0, -25.0)
        lab[:, :60, 1] = hues
        painted[:, :60] = lab[:, :60].mean(axis=(0, 1))
    elif cause == "reach":  # a green that no paint has
        lab[:, :60] = (60, -75, 40)
        painted[:, :60] = (58, -45, 25)
    else:
        painted[:, :60] += (0, 0, 12)
    found = judged(lab, labels, painted)
    (told,) = found.advice()
    first, _, _ = told.hint.partition("largest first: ")[2].partition("(")
    assert words in first
    assert found.whole.nine_tenths > NEAR.nine_tenths or found.whole.half > NEAR.half


def test_a_painting_lighter_on_the_whole_says_so():
    (told,) = Nearness(CLOSE, 0.4, CLOSE, CLOSE, CLOSE).advice()
    assert "0.4 value steps lighter" in told.message
    (told,) = Nearness(CLOSE, -0.4, CLOSE, CLOSE, CLOSE).advice()
    assert "0.4 value steps darker" in told.message
