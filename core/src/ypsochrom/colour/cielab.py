"""CIELAB under D65 (CIE 15:2004, 8.2.1), and the way from and to the screen's colours."""

from functools import lru_cache

import numpy as np

from . import srgb
from .types import Float, Lab, Srgb8, Xyz

WHITE_D65 = srgb.XYZ_FROM_RGB.sum(axis=1)
"""The white of sRGB, so that a screen's white has L* = 100, a* = b* = 0 exactly."""

_DELTA = 6 / 29


def _f(t: Float) -> Float:
    return np.where(t > _DELTA**3, np.cbrt(t), t / (3 * _DELTA**2) + 4 / 29)


def _f_inverse(f: Float) -> Float:
    return np.where(f > _DELTA, f**3, 3 * _DELTA**2 * (f - 4 / 29))


def xyz_to_lab(xyz: Xyz, *, white: Xyz = WHITE_D65) -> Lab:
    """CIELAB of XYZ seen under the given white."""
    xyz = np.asarray(xyz)
    f = _f(xyz / white.astype(xyz.dtype))
    lightness = 116 * f[..., 1] - 16
    return np.stack([lightness, 500 * (f[..., 0] - f[..., 1]), 200 * (f[..., 1] - f[..., 2])], axis=-1)


def lab_to_xyz(lab: Lab, *, white: Xyz = WHITE_D65) -> Xyz:
    """XYZ of CIELAB under the given white."""
    lab = np.asarray(lab, dtype=float)
    fy = (lab[..., 0] + 16) / 116
    f = np.stack([fy + lab[..., 1] / 500, fy, fy - lab[..., 2] / 200], axis=-1)
    return _f_inverse(f) * white


def lightness_to_luminance(lightness: Float) -> Float:
    """Y (0-1) of L*."""
    return _f_inverse((np.asarray(lightness) + 16) / 116)


def luminance_to_lightness(luminance: Float) -> Float:
    """L* of Y (0-1)."""
    return 116 * _f(np.asarray(luminance)) - 16


def linear_to_lab(linear: Float) -> Lab:
    """CIELAB of linear sRGB light."""
    return xyz_to_lab(srgb.linear_to_xyz(linear))


def srgb8_to_lab(picture: Srgb8) -> Lab:
    """CIELAB (float32) of 8-bit sRGB."""
    return linear_to_lab(srgb.decode_picture(picture))


def lab_to_srgb8(lab: Lab) -> Srgb8:
    """8-bit sRGB of CIELAB, each channel clipped to the screen's range."""
    return np.rint(srgb.encode(srgb.xyz_to_linear(lab_to_xyz(lab))) * 255).astype(np.uint8)


def lab_to_hex(lab: Lab) -> str:
    """The screen's `#rrggbb` for one colour."""
    lightness, a, b = np.asarray(lab, dtype=float).reshape(3).tolist()
    return _hex(lightness, a, b)


@lru_cache(8192)
def _hex(lightness: float, a: float, b: float) -> str:
    red, green, blue = lab_to_srgb8(np.array([lightness, a, b]))
    return f"#{red:02x}{green:02x}{blue:02x}"
