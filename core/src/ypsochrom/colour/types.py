"""Array types whose scale stands in the name; every array of a kind has this one scale."""

import numpy as np
from numpy.typing import NDArray

Float = NDArray[np.floating]
"""Any array of floating-point numbers."""

Xyz = NDArray[np.floating]
"""CIE 1931 tristimulus values, shape (..., 3), with Y of the perfect diffuser = 1."""

LabTriple = tuple[float, float, float]
"""One CIELAB colour as plain numbers, for results that are compared and kept."""

Lab = NDArray[np.floating]
"""CIELAB under D65, 2 degree observer, shape (..., 3): L* 0-100, a* and b* about -130 to 130."""

LinearRgb = NDArray[np.floating]
"""Linear light in the sRGB primaries, shape (..., 3), 0-1."""

Srgb8 = NDArray[np.uint8]
"""Encoded sRGB, shape (..., 3), 0-255."""

Grey8 = NDArray[np.uint8]
"""Encoded greys, shape (height, width), 0-255."""

Reflectance = NDArray[np.floating]
"""Spectral reflectance factor, shape (..., 36), 0-1, on `spectra.WAVELENGTHS_NM`."""

MunsellValue = NDArray[np.floating]
"""Munsell value, 0 (black) to 10 (the perfect diffuser)."""

LabelImage = NDArray[np.integer]
"""An index for every pixel, shape (height, width)."""

Mask = NDArray[np.bool_]
"""True inside, shape (height, width)."""


def triple(lab: Lab) -> LabTriple:
    """One colour of an array as plain numbers."""
    lightness, a, b = (float(x) for x in lab)
    return lightness, a, b
