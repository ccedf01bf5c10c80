"""Saved pictures as other programs read them: pixels, profile and size."""

import io

import cv2
import numpy as np
import pytest
import tifffile
from PIL import Image, ImageCms

from ypsochrom.formats.pictures.saved import saved_picture
from ypsochrom.materials.support import Support

PANEL = Support(300.0, 200.0)
PICTURE = np.random.default_rng(3).integers(0, 255, (400, 600, 3), dtype=np.uint8)
PICTURE[:, :300] = (200, 60, 40)


def profile_of(content):
    return ImageCms.ImageCmsProfile(io.BytesIO(Image.open(io.BytesIO(content)).info["icc_profile"]))


@pytest.mark.parametrize("kind", ["png", "jpg", "tif"])
def test_a_picture_says_that_its_numbers_are_srgb_and_is_printed_at_its_true_size(kind):
    content = saved_picture(PICTURE, kind, PANEL)
    assert "sRGB" in ImageCms.getProfileDescription(profile_of(content))
    across, down = Image.open(io.BytesIO(content)).info["dpi"]
    assert 600 / across * 25.4 == pytest.approx(300, rel=0.01)
    assert 400 / down * 25.4 == pytest.approx(200, rel=0.01)
    to_lab = ImageCms.buildTransform(profile_of(content), ImageCms.createProfile("LAB"), "RGB", "LAB")
    red = np.asarray(ImageCms.applyTransform(Image.fromarray(PICTURE[:1, :1]), to_lab))[0, 0].astype(float)
    assert red[0] / 2.55 == pytest.approx(46.5, abs=1.0)  # CIELAB of (200, 60, 40) for D50, by LittleCMS


def test_what_keeps_every_pixel_keeps_it_for_other_readers_too():
    assert np.array_equal(tifffile.imread(io.BytesIO(saved_picture(PICTURE, "tif", PANEL))), PICTURE)
    png = cv2.imdecode(np.frombuffer(saved_picture(PICTURE, "png", PANEL), np.uint8), cv2.IMREAD_COLOR)
    assert np.array_equal(png[..., ::-1], PICTURE)
    jpg = cv2.imdecode(np.frombuffer(saved_picture(PICTURE, "jpg", PANEL), np.uint8), cv2.IMREAD_COLOR)
    assert np.abs(jpg[:, :290, ::-1].astype(int) - (200, 60, 40)).max() <= 3
