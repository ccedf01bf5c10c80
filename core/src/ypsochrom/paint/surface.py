"""What the surface of a film does to light: Saunderson's correction (saunderson1942) for dry and wet paint.

Of the light that falls on a film the surface turns back `k1`; of that the eye gets the share `first`, more from a matt surface
than from a glossy one, whose mirror image it avoids. So a finish adds the same to every colour, to whites too.
The surface sets the darkest dark: a satin film, whatever lies beneath, stays above about L* 18.
"""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..colour import munsell
from ..colour.types import Float, Reflectance

Finish = Literal["matt", "satin", "gloss", "varnished"]

FIRST_SURFACE: dict[Finish, float] = {"matt": 0.04, "satin": 0.025, "gloss": 0.005, "varnished": 0.003}
"""Share of light reflected towards the eye by the film's first surface; prototype values, from memory."""


@dataclass(frozen=True)
class Surface:
    """`first` is what the eye gets straight from the surface, `k1` and `k2` are Saunderson's outer and inner losses."""

    first: float
    k1: float = 0.04
    k2: float = 0.60


def dry(finish: Finish = "satin") -> Surface:
    """A dry film: refractive index about 1.5, hence k1 = 0.04; k2 = 0.60 for diffuse light (saunderson1942)."""
    return Surface(FIRST_SURFACE[finish])


def wet(finish: Finish = "satin") -> Surface:
    """A wet film compared *at equal gloss* with a dry one of this finish, so that only the paint's own change shows."""
    return Surface(FIRST_SURFACE[finish], k1=0.03, k2=0.53)


def seen(internal: Reflectance, surface: Surface) -> Reflectance:
    """Measured reflectance of a film whose internal reflectance is given."""
    passed = (1 - surface.k1) * (1 - surface.k2)
    return surface.first + passed * internal / (1 - surface.k2 * internal)


def seen_of_inverse(inverse: Float, surface: Surface) -> Reflectance:
    """The same from 1 / R, with one division less; `inverse` is written over."""
    inverse -= surface.k2
    np.divide((1 - surface.k1) * (1 - surface.k2), inverse, out=inverse)
    inverse += surface.first
    return inverse


def internal(measured: Reflectance, surface: Surface) -> Reflectance:
    """The inverse of `seen`; measured reflectances below the surface's own give 0."""
    passed = (1 - surface.k1) * (1 - surface.k2)
    above: Float = np.maximum(measured - surface.first, 0.0)
    return above / (passed + surface.k2 * above)


def darkest_value(finish: Finish) -> float:
    """The Munsell value below which nothing gets with this finish: the first surface's light alone."""
    return float(munsell.luminance_to_value(np.array(FIRST_SURFACE[finish])))
