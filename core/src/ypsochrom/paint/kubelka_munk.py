"""What pigments do to light: two-constant Kubelka-Munk theory per wavelength (kubelka_munk1931, kubelka1948).

K and S are absorption and scattering per unit of thickness; the catalogue's unit is explained in `catalogue`.
"""

import numpy as np

from ..colour.types import Float, Reflectance

_THIN = 1e-9
"""Below this b, the finite-film equation is evaluated in its limit for K -> 0 to avoid 0/0."""

_OPAQUE_BSX = 30.0
"""coth differs from 1 by less than 1e-25 beyond this; capping it here only prevents overflow."""


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
    bsx = b * scattering * thickness
    # b coth(bSX) tends to 1/(SX) as b tends to 0; a film of no thickness is handled by the division below.
    with np.errstate(divide="ignore", invalid="ignore"):
        b_coth = np.where(b < _THIN, 1 / (scattering * thickness), b / np.tanh(np.minimum(bsx, _OPAQUE_BSX)))
        through = (1 - beneath * (a - b_coth)) / (a - beneath + b_coth)
    return np.where(scattering * thickness <= 0, beneath, through)


def mixture(parts: Float, coefficients: Float) -> Float:
    """K or S of mixes: the volume-weighted mean. `parts` (..., n) need not add up to 1; `coefficients` is (n, 36)."""
    return (parts / parts.sum(axis=-1, keepdims=True)) @ coefficients
