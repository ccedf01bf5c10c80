"""Between the picture's numbers and light: the sRGB encoding and its primaries (IEC 61966-2-1:1999)."""

from functools import cache

import numpy as np

from .types import Float, LinearRgb, Srgb8, Xyz

XYZ_FROM_RGB = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])
"""IEC 61966-2-1, equation for linear RGB to XYZ."""

RGB_FROM_XYZ = np.linalg.inv(XYZ_FROM_RGB)

_ENCODING_STEPS = 4096


def decode(encoded: Float) -> LinearRgb:
    """Linear light from encoded sRGB in 0-1 (IEC 61966-2-1, 5.2)."""
    encoded = np.asarray(encoded)
    return np.where(encoded <= 0.04045, encoded / 12.92, ((np.maximum(encoded, 0.04045) + 0.055) / 1.055) ** 2.4)


def encode(linear: LinearRgb) -> Float:
    """Encoded sRGB in 0-1 from linear light, clipped to what a screen can show."""
    linear = np.clip(linear, 0.0, 1.0)
    return np.where(linear <= 0.0031308, linear * 12.92, 1.055 * np.maximum(linear, 1e-12) ** (1 / 2.4) - 0.055)


@cache
def _decoding_table() -> Float:
    return decode(np.arange(256) / 255.0).astype(np.float32)


@cache
def _encoding_table() -> Srgb8:
    return np.rint(encode(np.linspace(0.0, 1.0, _ENCODING_STEPS) ** 2) * 255).astype(np.uint8)


def decode_picture(picture: Srgb8) -> LinearRgb:
    """Linear light (float32) of a whole 8-bit picture, by table."""
    return _decoding_table()[picture]


def encode_picture(linear: LinearRgb) -> Srgb8:
    """8-bit sRGB of a whole picture, by a table over the square root of the light (within 1/255 of `encode`)."""
    root = np.sqrt(np.clip(linear, 0.0, 1.0))
    return _encoding_table()[np.rint(root * (_ENCODING_STEPS - 1)).astype(np.int32)]


def linear_to_xyz(linear: LinearRgb) -> Xyz:
    """XYZ under D65 of linear sRGB light."""
    return linear @ XYZ_FROM_RGB.T.astype(linear.dtype)


def xyz_to_linear(xyz: Xyz) -> LinearRgb:
    """Linear sRGB light of XYZ under D65; outside 0-1 where the screen cannot show the colour."""
    return xyz @ RGB_FROM_XYZ.T.astype(xyz.dtype)


def luminance(linear: LinearRgb) -> Float:
    """Relative luminance Y (0-1) of linear light, shape (...): the second row of the standard's matrix."""
    return np.asarray(linear @ XYZ_FROM_RGB[1].astype(linear.dtype))
