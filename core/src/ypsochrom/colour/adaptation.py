"""What an eye that is used to one light sees, as a colour under daylight: von Kries adaptation in CAT16 (li2017)."""

import numpy as np

from . import cielab
from .types import Float, Lab, Xyz

CAT16 = np.array([[0.401288, 0.650173, -0.051461], [-0.250268, 1.204414, 0.045854], [-0.002079, 0.048952, 0.953127]])
"""XYZ to the responses of CAT16 (li2017, equation 3)."""

_FROM_CAT16 = np.linalg.inv(CAT16)


def adapted(xyz: Xyz, white: Xyz, to_white: Xyz = cielab.WHITE_D65) -> Xyz:
    """The corresponding colour under `to_white` of XYZ seen by an eye fully adapted to `white`, shape (..., 3)."""
    gain: Float = (CAT16 @ to_white) / (CAT16 @ white)
    return (xyz @ CAT16.T * gain) @ _FROM_CAT16.T


def adapted_lab(xyz: Xyz, white: Xyz) -> Lab:
    """CIELAB (D65) of the corresponding colour: ready for the screen and for CIEDE2000."""
    return cielab.xyz_to_lab(adapted(xyz, white))
