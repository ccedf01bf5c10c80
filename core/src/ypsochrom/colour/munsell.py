"""Munsell value, the painter's scale from black (0) to white (10), by ASTM D1535 (astm_d1535)."""

from functools import cache

import numpy as np

from . import cielab
from .types import Float, Lab, MunsellValue

LUMINANCE_COEFFICIENTS = (0.0, 1.1914, -0.22533, 0.23352, -0.020484, 0.00081939)
"""ASTM D1535-08, equation 2: Y (0-100) as a polynomial in V, lowest power first."""

_GRID_STEPS = 4001


def value_to_luminance(value: MunsellValue) -> Float:
    """Y (0-1, perfect diffuser = 1) of a Munsell value in 0-10."""
    return np.polynomial.polynomial.polyval(np.asarray(value), LUMINANCE_COEFFICIENTS) / 100


@cache
def _grid() -> tuple[Float, Float]:
    values = np.linspace(0.0, 10.0, _GRID_STEPS)
    return np.cbrt(value_to_luminance(values)), values


def luminance_to_value(luminance: Float) -> MunsellValue:
    """Munsell value of Y (0-1): the polynomial inverted by a table over the cube root of Y, to better than 0.0005.

    Below 0 gives 0 and above the perfect diffuser gives 10.
    """
    roots, values = _grid()
    return np.interp(np.cbrt(np.asarray(luminance, dtype=float)), roots, values)


def lab_to_value(lab: Lab) -> MunsellValue:
    """Munsell value of CIELAB colours."""
    return luminance_to_value(cielab.lightness_to_luminance(np.asarray(lab, dtype=float)[..., 0]))


def value_to_lightness(value: MunsellValue) -> Float:
    """L* of a Munsell value; roughly ten times the value."""
    return cielab.luminance_to_lightness(value_to_luminance(value))
