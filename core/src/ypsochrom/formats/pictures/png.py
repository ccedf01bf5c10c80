"""Pictures as PNG: the value map in its greys, the areas as a 16-bit label image, colour pictures."""

import io
import struct
import zlib

import cv2
import numpy as np
from PIL import Image

from ...colour import cielab, munsell
from ...colour.types import Grey8, LabelImage, MunsellValue, Srgb8
from ...values.placing import GRAINS
from ...values.value_map import ValueMap

_QUICK = [cv2.IMWRITE_PNG_COMPRESSION, 1, cv2.IMWRITE_PNG_FILTER, cv2.IMWRITE_PNG_FILTER_UP]
"""One row filter for all rows: twice as quick as choosing one for each, for a twentieth more bytes."""

_FLAT = [cv2.IMWRITE_PNG_STRATEGY, cv2.IMWRITE_PNG_STRATEGY_RLE, cv2.IMWRITE_PNG_FILTER, cv2.IMWRITE_PNG_FILTER_NONE]
"""For pictures of a few flat tones: runs alone, without row filters; four times quicker."""


def _encoded(picture: np.ndarray, how: list[int] = _QUICK) -> bytes:
    done, content = cv2.imencode(".png", picture, how)
    if not done:
        raise ValueError("the picture could not be written as PNG")
    return content.tobytes()


def step_greys(value_map: ValueMap) -> np.ndarray:
    """The 8-bit grey of every step on the screen, its mean value shown as a neutral of the same value."""
    values = np.array([step.value for step in value_map.steps])
    lab = np.stack([munsell.value_to_lightness(values), np.zeros(len(values)), np.zeros(len(values))], axis=-1)
    return cielab.lab_to_srgb8(lab)[:, 0]


def _table(tones: np.ndarray) -> np.ndarray:
    table = np.zeros(256, dtype=np.uint8)
    table[: len(tones)] = tones
    return table


def value_map_png(value_map: ValueMap) -> bytes:
    """8-bit grey, every step in the grey of its mean value."""
    return _encoded(cv2.LUT(value_map.labels.astype(np.uint8), _table(step_greys(value_map))), _FLAT)


def labels_png(labels: LabelImage) -> bytes:
    """16-bit grey, every pixel the index of its label (0 = first)."""
    return _encoded(labels.astype(np.uint16))


def small_labels_png(labels: LabelImage) -> bytes:
    """8-bit grey, for up to 255 labels."""
    return _encoded(labels.astype(np.uint8), _FLAT)


def values_png(values: MunsellValue) -> bytes:
    """16-bit grey, a value of `placing.GRAINS` levels each; exact for values in those grains."""
    return _encoded(np.rint(values * GRAINS).astype(np.uint16))


def read_values_png(content: bytes) -> MunsellValue:
    """The values in a PNG that `values_png` wrote (float32)."""
    return read_labels_png(content).astype(np.float32) / np.float32(GRAINS)


def _bgr(picture: Srgb8) -> np.ndarray:
    return np.asarray(cv2.cvtColor(np.ascontiguousarray(picture), cv2.COLOR_RGB2BGR))


def picture_png(picture: Srgb8) -> bytes:
    """A colour picture, losslessly."""
    return _encoded(_bgr(picture))


_AFTER_HEADER = 8 + 25
"""Where the second chunk begins: after the signature and the header (PNG, third edition, 5.2 and 11.2.1)."""


def said_to_be_srgb(content: bytes) -> bytes:
    """A PNG that says that its numbers are sRGB, perceptual (chunk `sRGB`; PNG, third edition, 11.3.2.5)."""
    chunk = b"sRGB\x00"
    whole = struct.pack(">I", len(chunk) - 4) + chunk + struct.pack(">I", zlib.crc32(chunk))
    return content[:_AFTER_HEADER] + whole + content[_AFTER_HEADER:]


def grey_png(greys: Grey8) -> bytes:
    """A picture in greys as 8-bit grey PNG."""
    return _encoded(greys, _FLAT)


_VEIL = 0.62
"""How dark lies over what is not lit."""


def veil_png(lit: np.ndarray) -> bytes:
    """A dark veil to be laid over a picture, clear where `lit` (0-1) is 1, with a light line around that; BGRA PNG.

    Without the line a dark passage would not stand out.
    """
    veil = np.zeros((*lit.shape, 4), dtype=np.uint8)
    veil[..., :3] = 18
    veil[..., 3] = np.rint((1.0 - np.clip(lit, 0, 1)) * _VEIL * 255)
    inside = (lit > 0.5).astype(np.uint8)
    veil[cv2.dilate(inside, np.ones((3, 3), np.uint8)) > inside] = (240, 240, 240, 230)
    return _encoded(veil)


def read_labels_png(content: bytes) -> LabelImage:
    """The label image in 8- or 16-bit grey PNG content written by this module."""
    labels = cv2.imdecode(np.frombuffer(content, dtype=np.uint8), cv2.IMREAD_UNCHANGED)
    if labels is None or labels.ndim != 2:
        raise ValueError("not a label image")
    return np.asarray(labels)


def picture_jpeg(picture: Srgb8, *, quality: int = 90) -> bytes:
    """A colour picture as JPEG, for the screen and for documents."""
    return grey_jpeg(_bgr(picture), quality=quality)


def grey_jpeg(channels: Grey8, *, quality: int = 90) -> bytes:
    """A picture in greys as JPEG (or one whose channels are in the order of the file's library)."""
    done, content = cv2.imencode(".jpg", channels, [cv2.IMWRITE_JPEG_QUALITY, quality])
    if not done:
        raise ValueError("the picture could not be written as JPEG")
    return content.tobytes()


def jpeg_size(content: bytes) -> tuple[int, int]:
    """Width and height of a JPEG that was written here, read off its header."""
    with Image.open(io.BytesIO(content)) as picture:
        return picture.size
