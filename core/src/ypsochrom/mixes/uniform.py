"""A space in which nearness is roughly how alike colours look, for quick neighbour search before CIEDE2000 decides.

DIN99 (DIN 6176, cui2002 equations 2-7 with k_E = k_CH = 1).
"""

import numpy as np

from ..colour.types import Float, Lab

VALUE_WEIGHT = 1.3
"""Lightness counts this much more than chroma and hue: values first (common practice)."""

_LEAST_LIGHTNESS = -50.0  # far below black, where a target that no paint reaches may lie
_COS16, _SIN16 = np.cos(np.radians(16)), np.sin(np.radians(16))


def lab_to_din99(lab: Lab) -> Float:
    """DIN99 coordinates (L99, a99, b99), shape (..., 3)."""
    lightness, a, b = lab[..., 0], lab[..., 1], lab[..., 2]
    e = _COS16 * a + _SIN16 * b
    f = 0.7 * (_COS16 * b - _SIN16 * a)
    g = np.sqrt(e * e + f * f)
    shrink = np.log1p(0.045 * g) / (0.045 * np.maximum(g, 1e-9))
    return np.stack(
        [105.51 * np.log1p(0.0158 * np.maximum(lightness, _LEAST_LIGHTNESS)), shrink * e, shrink * f], axis=-1
    )


def coordinates(lab: Lab) -> Float:
    """DIN99 with lightness stretched by `VALUE_WEIGHT`."""
    return lab_to_din99(lab) * np.array([VALUE_WEIGHT, 1.0, 1.0], dtype=lab.dtype)
