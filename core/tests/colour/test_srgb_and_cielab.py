import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from skimage.color import rgb2lab

from ypsochrom.colour import cielab, srgb

bytes_ = st.integers(0, 255)


def test_srgb_decoding_matches_iec_61966_2_1_at_its_joint_and_ends():
    # IEC 61966-2-1: linear below 0.04045, where both branches give 0.0031308
    np.testing.assert_allclose(srgb.decode(np.array([0.0, 0.04045, 1.0])), [0.0, 0.0031308, 1.0], atol=1e-7)


@pytest.mark.parametrize(
    ("colour", "lab"),
    [
        # sRGB primaries and grey under D65: general-purpose references agree on these to a tenth (from memory)
        ((255, 0, 0), (53.24, 80.09, 67.20)),
        ((0, 255, 0), (87.73, -86.18, 83.18)),
        ((0, 0, 255), (32.30, 79.19, -107.86)),
        ((119, 119, 119), (50.03, 0.0, 0.0)),
    ],
)
def test_lab_of_the_srgb_primaries_matches_handbook_values(colour, lab):
    np.testing.assert_allclose(cielab.srgb8_to_lab(np.array(colour, dtype=np.uint8)), lab, atol=0.08)


def test_lab_of_a_picture_matches_scikit_image():
    picture = np.random.default_rng(3).integers(0, 256, (40, 40, 3), dtype=np.uint8)
    np.testing.assert_allclose(cielab.srgb8_to_lab(picture), rgb2lab(picture), atol=0.08)


@given(bytes_, bytes_, bytes_)
def test_srgb_to_lab_and_back_keeps_every_byte(red, green, blue):
    colour = np.array([red, green, blue], dtype=np.uint8)
    assert cielab.lab_to_srgb8(cielab.srgb8_to_lab(colour).astype(float)).tolist() == colour.tolist()


def test_quick_picture_encoding_keeps_every_byte():
    ramp = np.arange(256, dtype=np.uint8)[:, None].repeat(3, axis=1)
    assert np.abs(srgb.encode_picture(srgb.decode_picture(ramp)).astype(int) - ramp).max() <= 1


def test_white_has_lightness_100_and_no_colour():
    np.testing.assert_allclose(cielab.srgb8_to_lab(np.array([255, 255, 255], dtype=np.uint8)), [100, 0, 0], atol=1e-4)
