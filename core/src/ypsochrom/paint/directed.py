"""Why a clear film is weaker than the theory of diffuse light has it, and by how much.

Kubelka and Munk let light run through a film in all directions at once; it is then twice as long on its way as light that runs
straight. In a film that scatters much this is so; through a clear one light passes as it came. The theory of radiative transfer
tells how fast light fades on its way down for any mixture of scattering and absorption (chandrasekhar1950, the characteristic
equation for isotropic scattering), and `path_factor` is that rate divided by the one of Kubelka and Munk, with their K twice
the absorption and their S three quarters of the scattering (mudgett_richards1971). It multiplies both K and S, so that nothing
changes where a film is so thick that the ground does not count.
"""

from functools import cache

import numpy as np

from ..colour.types import Float

CLEAR_FACTOR = 2.13 / 4
"""In a clear film light falls in at 45 degrees and is seen from above, inside it a path of 1 / cos 28 + 1 = 2.13 films
(williams_clapper1953) where the theory of diffuse light has 4."""

_ABSORPTION_PER_K = 1 / 2
_SCATTERING_PER_S = 4 / 3
_ROWS = 2001


@cache
def _table() -> Float:
    """`path_factor` at equal steps of the albedo from 0 to 1."""
    albedo = np.linspace(0, 1, _ROWS)[1:-1]
    low, high = np.full_like(albedo, 1e-9), np.full_like(albedo, 1 - 1e-15)
    for _ in range(60):  # albedo / 2k * ln((1 + k) / (1 - k)) = 1, rising in k
        rate = (low + high) / 2
        above = albedo * np.arctanh(rate) > rate
        low, high = np.where(above, low, rate), np.where(above, rate, high)
    absorption, scattering = (1 - albedo) / _ABSORPTION_PER_K, albedo / _SCATTERING_PER_S
    factor = high / np.sqrt(absorption * (absorption + 2 * scattering))
    return np.concatenate([[CLEAR_FACTOR], np.clip(factor, CLEAR_FACTOR, 1.0), [1.0]])


def path_factor(absorption: Float, scattering: Float) -> Float:
    """The share (0.53 to 1) of its thickness that a film has for light: 1 where it only scatters. Shapes broadcast."""
    scattered = _SCATTERING_PER_S * scattering
    albedo = scattered / np.maximum(_ABSORPTION_PER_K * absorption + scattered, 1e-300)
    return np.interp(albedo, np.linspace(0, 1, _ROWS), _table())


def in_films(absorption: Float, scattering: Float) -> tuple[Float, Float]:
    """K and S as they count in films of finite thickness; their ratio stays."""
    factor = path_factor(absorption, scattering)
    return absorption * factor, scattering * factor
