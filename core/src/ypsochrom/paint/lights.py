"""What a mix looks like in another light: daylight, print light, a tungsten lamp, a white LED."""

import numpy as np

from ..colour import spectra
from ..colour.adaptation import adapted_lab
from ..colour.ciede2000 import delta_e_2000
from ..colour.cielab import xyz_to_lab
from ..colour.spectra import Illuminant
from ..colour.types import Float, Lab, Reflectance

LIGHTS: dict[Illuminant, str] = {
    "D65": "daylight",
    "D50": "print light",
    "A": "tungsten lamp",
    "LED": "white LED",
}
"""The lights that a picture is painted in and hung in, in a painter's words."""


def seen_under(reflectance: Reflectance, light: Illuminant) -> Lab:
    """CIELAB (D65) of what an eye used to this light sees, shape (..., 3): comparable between lights."""
    return adapted_lab(spectra.reflectance_to_xyz(reflectance, light), spectra.white(light))


def lamp_shift(reflectance: Reflectance, light: Illuminant = "A") -> Float:
    """CIEDE2000 by which a colour changes for an adapted eye from daylight to this light; 0 is a constant colour."""
    return delta_e_2000(seen_under(reflectance, "D65"), seen_under(reflectance, light))


def metamerism(first: Reflectance, second: Reflectance, light: Illuminant = "A") -> Float:
    """CIEDE2000 under this light between two colours that match in daylight (cie15_2004, 9.2.2: special index).

    What they already differ by in daylight is taken out by multiplying the second one's XYZ, as the standard recommends.
    """
    ours, theirs = (spectra.reflectance_to_xyz(r, "D65") for r in (first, second))
    under = spectra.reflectance_to_xyz(second, light) * ours / np.maximum(theirs, 1e-9)
    white = spectra.white(light)
    return delta_e_2000(
        xyz_to_lab(spectra.reflectance_to_xyz(first, light), white=white), xyz_to_lab(under, white=white)
    )
