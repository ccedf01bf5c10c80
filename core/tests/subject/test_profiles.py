"""Colour profiles are honoured by what they say, checked with a wide-gamut profile made here by hand (ICC.1, 7.2-10)."""

import io
import struct

import numpy as np
import pytest
from PIL import Image, ImageCms

from ypsochrom.colour import srgb
from ypsochrom.subject.decode import decode

# Primaries of a wide-gamut RGB as XYZ under D50, as matrix profiles hold them: those of a P3-like display (from memory,
# adapted by Bradford); they add up to the D50 white of the profile connection space.
WIDE = np.array([[0.51512, 0.29198, 0.15710], [0.24120, 0.69225, 0.06657], [-0.00105, 0.04189, 0.78407]])
D50_TO_D65 = np.array([[0.95557, -0.02304, 0.06316], [-0.02829, 1.00994, 0.02101], [0.01230, -0.02048, 1.32999]])
"""Bradford adaptation, from memory; each row to four figures is enough for 8-bit pictures."""
GAMMA = 2.2


def s15f16(number: float) -> bytes:
    return struct.pack(">i", round(number * 65536))


def matrix_profile(matrix: np.ndarray, gamma: float) -> bytes:
    """A minimal ICC v2 display profile: three colorants and one gamma."""

    def xyz(column):
        return b"XYZ \0\0\0\0" + b"".join(s15f16(x) for x in column)

    curve = b"curv\0\0\0\0" + struct.pack(">IH", 1, round(gamma * 256)) + b"\0\0"
    text = b"desc\0\0\0\0" + struct.pack(">I", 5) + b"wide\0" + b"\0" * 79
    tags = {
        b"desc": text + b"\0" * (-len(text) % 4),
        b"cprt": b"text\0\0\0\0none\0\0\0\0",
        b"wtpt": xyz([0.9642, 1.0, 0.8249]),
        b"rXYZ": xyz(matrix[:, 0]), b"gXYZ": xyz(matrix[:, 1]), b"bXYZ": xyz(matrix[:, 2]),
        b"rTRC": curve, b"gTRC": curve, b"bTRC": curve,
    }  # fmt: skip
    table, data, at = b"", b"", 128 + 4 + 12 * len(tags)
    for name, body in tags.items():
        table += name + struct.pack(">II", at + len(data), len(body))
        data += body
    body = struct.pack(">I", len(tags)) + table + data
    header = struct.pack(">I", 128 + len(body)) + b"\0\0\0\0" + b"\x02\x40\0\0" + b"mntrRGB XYZ "
    header += b"\0" * 12 + b"acsp" + b"\0" * 28 + s15f16(0.9642) + s15f16(1.0) + s15f16(0.8249)
    return header.ljust(128, b"\0") + body


def tagged(colour: tuple[int, int, int], kind: str = "PNG") -> bytes:
    out = io.BytesIO()
    image = Image.new("RGB", (64, 64), colour)
    image.save(out, kind, icc_profile=matrix_profile(WIDE, GAMMA), **({"quality": 100} if kind == "JPEG" else {}))
    return out.getvalue()


def expected(colour: tuple[int, int, int]) -> np.ndarray:
    """The same colour in sRGB by the profile's own numbers: gamma, colorants, adaptation, sRGB primaries and encoding."""
    light = (np.array(colour) / 255) ** GAMMA
    linear = srgb.RGB_FROM_XYZ @ D50_TO_D65 @ WIDE @ light
    return np.rint(srgb.encode(linear) * 255)


@pytest.mark.parametrize("kind", ["PNG", "JPEG"])
@pytest.mark.parametrize("colour", [(128, 128, 128), (180, 90, 60), (60, 120, 90), (90, 100, 200), (240, 235, 220)])
def test_wide_gamut_colours_become_srgb_as_the_profile_says(colour, kind):
    picture = decode(tagged(colour, kind))
    assert picture.advice == ()
    np.testing.assert_allclose(picture.srgb8[32, 32], expected(colour), atol=3)


def test_the_profile_matters():
    plain = io.BytesIO()
    Image.new("RGB", (64, 64), (60, 160, 60)).save(plain, "PNG")
    with_profile, without = decode(tagged((60, 160, 60))), decode(plain.getvalue())
    assert np.abs(with_profile.srgb8[0, 0].astype(int) - without.srgb8[0, 0]).max() > 10


def test_colours_outside_the_screen_are_clipped_not_wrapped():
    red = decode(tagged((255, 0, 0))).srgb8[0, 0]
    assert red[0] == 255
    assert red[1] <= 1
    assert red[2] <= 20


def by_littlecms(image: Image.Image, profile: bytes) -> np.ndarray:
    """LittleCMS's own transform to sRGB, asked directly."""
    source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
    transform = ImageCms.buildTransform(source, ImageCms.createProfile("sRGB"), image.mode, "RGB")
    return np.asarray(ImageCms.applyTransform(image, transform))


@pytest.mark.parametrize("gamma", [1.0, 1.8, 2.2])
def test_tagged_photos_come_as_littlecms_itself_converts_them(gamma):
    ramp = np.linspace(0, 255, 64).astype(np.uint8)
    pixels = np.stack(
        [np.broadcast_to(ramp, (64, 64)), np.broadcast_to(ramp[:, None], (64, 64)), np.full((64, 64), 90)], -1
    )
    image = Image.fromarray(pixels.astype(np.uint8))
    profile = matrix_profile(WIDE, gamma)
    out = io.BytesIO()
    image.save(out, "TIFF", icc_profile=profile)
    assert np.abs(decode(out.getvalue()).srgb8.astype(int) - by_littlecms(image, profile)).max() <= 1
