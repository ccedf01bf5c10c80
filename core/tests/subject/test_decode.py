import io
import struct
import zlib

import numpy as np
import pytest
from PIL import Image, ImageCms
from skimage import data

from ypsochrom.colour import cielab
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.kit.errors import BadPicture
from ypsochrom.materials.support import Support
from ypsochrom.subject.crop import CropCentre, coarse, crop_to
from ypsochrom.subject.decode import decode


def encoded(image: Image.Image, kind: str = "PNG", **options) -> bytes:
    out = io.BytesIO()
    image.save(out, kind, **options)
    return out.getvalue()


def quarters() -> Image.Image:
    """Red, green above blue, white: each orientation gives another arrangement."""
    pixels = np.zeros((64, 96, 3), dtype=np.uint8)
    pixels[:32, :48], pixels[:32, 48:] = (255, 0, 0), (0, 255, 0)
    pixels[32:, :48], pixels[32:, 48:] = (0, 0, 255), (255, 255, 255)
    return Image.fromarray(pixels)


@pytest.mark.parametrize("orientation", range(1, 9))
def test_all_eight_orientations_come_upright(orientation):
    upright = quarters()
    undo = {
        1: [], 2: [Image.Transpose.FLIP_LEFT_RIGHT], 3: [Image.Transpose.ROTATE_180],
        4: [Image.Transpose.FLIP_TOP_BOTTOM], 5: [Image.Transpose.TRANSPOSE], 6: [Image.Transpose.ROTATE_90],
        7: [Image.Transpose.TRANSVERSE], 8: [Image.Transpose.ROTATE_270],
    }[orientation]  # fmt: skip
    stored = upright
    for turn in undo:
        stored = stored.transpose(turn)
    exif = Image.Exif()
    exif[0x0112] = orientation
    picture = decode(encoded(stored, "PNG", exif=exif))
    assert (picture.width, picture.height) == (96, 64)
    assert np.abs(picture.srgb8.astype(int) - np.asarray(upright)).max() <= 1


def test_wide_gamut_profile_is_honoured():
    # a picture whose profile swaps nothing (sRGB) stays as it is; the grey axis of any RGB profile stays grey
    profile = ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()
    plain, tagged = decode(encoded(quarters())), decode(encoded(quarters(), icc_profile=profile))
    assert np.abs(plain.srgb8.astype(int) - tagged.srgb8).max() <= 2
    lab = ImageCms.ImageCmsProfile(ImageCms.createProfile("LAB")).tobytes()
    advised = decode(encoded(quarters(), icc_profile=lab))
    assert [a.id for a in advised.advice] == ["subject.W001"]
    assert decode(encoded(quarters(), icc_profile=b"nonsense")).advice[0].id == "subject.W001"


def test_sixteen_bit_grey_keeps_its_scale():
    ramp = np.linspace(0, 65535, 64 * 64).reshape(64, 64).astype(np.uint16)
    picture = decode(encoded(Image.fromarray(ramp)))
    assert np.abs(picture.srgb8[..., 0].astype(float) - ramp / 257).max() <= 1.01


def test_transparency_is_laid_on_white_and_said_so():
    image = quarters().convert("RGBA")
    image.putalpha(0)
    picture = decode(encoded(image))
    assert picture.srgb8.min() == 255
    assert picture.advice[0].id == "subject.N002"


def test_animation_gives_its_first_frame_and_says_so():
    frames = [Image.new("RGB", (64, 64), colour) for colour in ("red", "blue")]
    picture = decode(encoded(frames[0], save_all=True, append_images=frames[1:]))
    assert picture.srgb8[0, 0].tolist() == [255, 0, 0]
    assert picture.advice[0].id == "subject.N001"


def test_cmyk_is_read_with_a_warning():
    picture = decode(encoded(quarters().convert("CMYK"), "JPEG", quality=95))
    assert picture.advice[0].id == "subject.W002"
    assert picture.linear.shape == (64, 96, 3)


@pytest.mark.parametrize("mode", ["L", "P", "1", "LA"])
def test_other_modes_become_colour(mode):
    assert decode(encoded(quarters().convert(mode))).linear.shape == (64, 96, 3)


def png_header(width: int, height: int) -> bytes:
    def chunk(kind: bytes, body: bytes) -> bytes:
        return struct.pack(">I", len(body)) + kind + body + struct.pack(">I", zlib.crc32(kind + body))

    header = chunk(b"IHDR", struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0))
    return b"\x89PNG\r\n\x1a\n" + header + chunk(b"IDAT", zlib.compress(b"\0" * 1000)) + chunk(b"IEND", b"")


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"", "empty"),
        (b"not a picture at all", "not a JPEG or PNG"),
        (b"GIF89a" + b"\0" * 50, "not a JPEG or PNG"),
        (png_header(30_000, 30_000), "30000 x 30000"),
        (encoded(Image.new("RGB", (1, 1))), "1 x 1"),
        (encoded(quarters())[:120], "damaged"),
        (png_header(200, 200), "damaged"),
        (encoded(Image.fromarray(data.astronaut()), "JPEG")[:9000], "damaged"),
    ],
)
def test_bad_files_are_refused_with_what_to_do(content, says):
    with pytest.raises(BadPicture) as caught:
        decode(content)
    assert says in caught.value.message
    assert caught.value.hint


def test_shrinking_keeps_the_light_of_a_fine_checkerboard():
    # a 1-pixel checker of black and white reflects half the light: encoded 188, not 128
    checker = (np.indices((512, 512)).sum(axis=0) % 2 * 255).astype(np.uint8).repeat(3).reshape(512, 512, 3)
    small = decode(encoded(Image.fromarray(checker)), longest_px=256)
    assert np.abs(small.srgb8.astype(int) - 188).max() <= 1


def test_working_size_is_bounded():
    picture = decode(encoded(Image.new("RGB", (5000, 2500), "grey"), "JPEG"))
    assert (picture.width, picture.height) == (1600, 800)
    assert (picture.original_width, picture.original_height) == (5000, 2500)


def test_a_large_jpeg_opened_at_half_its_size_shows_what_all_of_it_would():
    """scikit-image's astronaut at the size and with the noise of a camera, against the same pixels without loss."""
    large = Image.fromarray(data.astronaut()).resize((4000, 4000), Image.Resampling.BICUBIC)
    noise = np.random.default_rng(2).normal(0, 4, (4000, 4000, 1))
    seen = Image.fromarray(np.clip(np.asarray(large) + noise, 0, 255).astype(np.uint8))
    whole, half = (
        cielab.linear_to_lab(decode(encoded(seen, kind, **how)).linear)
        for kind, how in (("PNG", {"compress_level": 1}), ("JPEG", {"quality": 95, "subsampling": 0}))
    )
    assert half.shape == whole.shape
    assert abs(float((half - whole)[..., 0].mean())) < 0.1
    assert float(delta_e_2000(half[::4, ::4], whole[::4, ::4]).mean()) < 0.7


def test_crop_has_the_supports_proportions_and_warns_of_much_loss():
    picture = decode(encoded(Image.new("RGB", (600, 200))))
    square = crop_to(picture, Support(300, 300))
    assert (square.width, square.height) == (200, 200)
    assert square.advice[0].id == "subject.W003"
    assert crop_to(picture, Support(600, 200)).advice == ()


def test_crop_can_be_moved_from_edge_to_edge():
    pixels = np.zeros((64, 128, 3), dtype=np.uint8)
    pixels[:, 64:] = 255
    picture = decode(encoded(Image.fromarray(pixels)))
    assert crop_to(picture, Support(300, 300), CropCentre(0, 0.5)).srgb8.max() == 0
    assert crop_to(picture, Support(300, 300), CropCentre(1, 0.5)).srgb8.min() == 255


def test_crop_to_a_sliver_is_refused():
    with pytest.raises(BadPicture, match="proportions"):
        crop_to(decode(encoded(quarters())), Support(2000, 20))


def test_a_small_photo_on_a_large_canvas_says_what_can_be_trusted():
    picture = crop_to(decode(encoded(quarters())), Support(1000, 750))
    (told,) = coarse(picture, Support(1000, 750))
    mm = 1000 / picture.width
    assert f"{mm:.0f} mm of the support" in told.message
    assert f"finer than {3 * mm:.0f} mm" in told.hint
    assert coarse(picture, Support(picture.width * 2, picture.height * 2)) == ()
