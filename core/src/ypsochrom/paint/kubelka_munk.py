"""What pigments do to light: two-constant Kubelka-Munk theory per wavelength (kubelka_munk1931, kubelka1948).

K and S are absorption and scattering per unit of thickness; the catalogue's unit is explained in `catalogue`.
"""

import numpy as np

from ..colour.types import Float, Reflectance

_NO_ABSORPTION = 1e-9
"""Below this b, tanh(bSX) / b is its limit SX."""


def masstone(absorption: Float, scattering: Float) -> Reflectance:
    """Internal reflectance of a film so thick that nothing shows through (kubelka_munk1931)."""
    ratio = absorption / scattering
    return 1 / (1 + ratio + np.sqrt(ratio * ratio + 2 * ratio))


def film(absorption: Float, scattering: Float, thickness: Float | float, beneath: Reflectance) -> Reflectance:
    """Internal reflectance of a film of finite thickness over what lies beneath (kubelka1948, hyperbolic form).

    `beneath` is the *internal* reflectance of the layer below (undo its surface first). Thickness in the inverse unit
    of K and S. Limits: thickness 0 gives `beneath`, a great thickness the masstone, K = 0 the pure scatterer.
    """
    a = 1 + absorption / scattering
    b = np.sqrt(np.maximum(a * a - 1, 0.0))
    sx = scattering * thickness
    # Kubelka's equation with coth turned into tanh and divided by b: nothing in it is endless, also for K or X of 0.
    depth = np.where(b < _NO_ABSORPTION, sx, np.tanh(b * sx) / np.maximum(b, _NO_ABSORPTION))
    return (depth * (1 - a * beneath) + beneath) / (depth * (a - beneath) + 1)


def mixture(parts: Float, coefficients: Float) -> Float:
    """K or S of mixes: the volume-weighted mean. `parts` (..., n) need not add up to 1; `coefficients` is (n, 36)."""
    return (parts / parts.sum(axis=-1, keepdims=True)) @ coefficients
