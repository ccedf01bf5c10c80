"""Photos as cameras and programs write them: WebP, TIFF of 8 and 16 bits, HEIC."""

import io

import numpy as np
import pillow_heif
import pytest
import tifffile
from PIL import Image
from skimage import data

from ypsochrom.kit.errors import BadPicture
from ypsochrom.subject.decode import decode

CUP = Image.fromarray(data.coffee()).resize((300, 200))


def encoded(image: Image.Image, kind: str, **options) -> bytes:
    out = io.BytesIO()
    image.save(out, kind, **options)
    return out.getvalue()


def heic(image: Image.Image, **options) -> bytes:
    out = io.BytesIO()
    pillow_heif.from_pillow(image).save(out, quality=95, **options)
    return out.getvalue()


def away(content: bytes, image: Image.Image = CUP) -> float:
    shown = decode(content).srgb8.astype(int)
    assert shown.shape[:2] == (image.height, image.width)
    return float(np.abs(shown - np.asarray(image.convert("RGB"))).mean())


@pytest.mark.parametrize(
    ("content", "most"),
    [
        (lambda: encoded(CUP, "WEBP", lossless=True), 0.6),
        (lambda: encoded(CUP, "WEBP", quality=90), 4.0),
        (lambda: encoded(CUP, "TIFF"), 0.6),
        (lambda: encoded(CUP, "TIFF", compression="tiff_lzw"), 0.6),
        (lambda: encoded(CUP, "TIFF", compression="tiff_adobe_deflate"), 0.6),
        (lambda: heic(CUP), 4.0),
    ],
    ids=["lossless WebP", "WebP", "TIFF", "TIFF LZW", "TIFF deflate", "HEIC"],
)
def test_photos_of_other_formats_come_as_they_are(content, most):
    assert away(content()) < most


@pytest.mark.parametrize("planar", ["contig", "separate"])
def test_sixteen_bit_colour_tiff_keeps_its_tones(planar):
    deep = np.asarray(CUP).astype(np.uint16) * 257
    out = io.BytesIO()
    pixels = deep if planar == "contig" else np.moveaxis(deep, 2, 0)
    tifffile.imwrite(out, pixels, photometric="rgb", planarconfig=planar)
    assert away(out.getvalue()) < 0.6


def test_sixteen_bit_tiff_with_alpha_and_orientation():
    deep = np.dstack([np.asarray(CUP).astype(np.uint16) * 257, np.full((200, 300), 65535, np.uint16)])
    out = io.BytesIO()
    tifffile.imwrite(out, deep, photometric="rgb", extrasamples=["unassalpha"], extratags=[(274, 3, 1, 6, True)])
    shown = decode(out.getvalue())
    assert (shown.width, shown.height) == (200, 300)


def test_heic_of_all_orientations_come_upright_once():
    exif = Image.Exif()
    exif[0x0112] = 6
    shown = decode(heic(CUP.transpose(Image.Transpose.ROTATE_90), exif=exif.tobytes()))
    assert (shown.width, shown.height) in ((300, 200), (200, 300))


def test_a_grey_photo_and_one_with_a_palette_come_as_colour():
    grey = CUP.convert("L")
    assert away(encoded(grey, "TIFF"), grey) < 0.6
    few = CUP.quantize(64)
    assert away(encoded(few, "PNG"), few) < 0.6


@pytest.mark.parametrize("kind", ["WEBP", "TIFF"])
@pytest.mark.parametrize("share", [0.02, 0.5, 0.9])
def test_truncated_files_are_refused(kind, share):
    content = encoded(CUP, kind)
    with pytest.raises(BadPicture) as refusal:
        decode(content[: int(len(content) * share)])
    assert refusal.value.hint


def test_a_truncated_deep_tiff_and_heic_are_refused():
    out = io.BytesIO()
    tifffile.imwrite(out, np.asarray(CUP).astype(np.uint16) * 257, photometric="rgb")
    for content in (out.getvalue(), heic(CUP)):
        with pytest.raises(BadPicture):
            decode(content[: len(content) // 2])


def test_a_renamed_file_is_told_by_its_content():
    with pytest.raises(BadPicture, match="nor WebP, TIFF or HEIC"):
        decode(b"GIF89a" + b"\0" * 200)


def test_an_animated_webp_gives_its_first_frame():
    frames = [CUP, CUP.transpose(Image.Transpose.ROTATE_180)]
    content = encoded(frames[0], "WEBP", save_all=True, append_images=frames[1:], duration=100, lossless=True)
    shown = decode(content)
    assert [a.id for a in shown.advice] == ["subject.N001"]
    assert np.abs(shown.srgb8.astype(int) - np.asarray(CUP)).mean() < 3
