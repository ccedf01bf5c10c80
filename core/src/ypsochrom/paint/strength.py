"""Tinting strength: how far one part in a hundred of white moves the white."""

from functools import cache

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from . import appearance
from .catalogue import paintbox

STRONG_DE00 = 18.0
"""From here on a tenth of a part of a paint still counts; it parts phthalos, carbon black and the loud reds from the earths."""

TINTER_DE00 = 20.3
"""From here on a paint goes into a pile by the drop; it parts phthalos, quinacridones and carbon black from cadmiums, oxides and
earths (common practice: cadmium red is weak in white, though its masstone is loud)."""

_SHARE = 0.01


@cache
def tint_shift(key: str) -> float:
    """CIEDE2000 between titanium white with 1 % of this paint and titanium white alone."""
    box = paintbox(["PW6", key])
    if len(box) == 1:
        return 0.0
    white, tint = appearance.dry_lab(np.array([[1.0, 0.0], [1 - _SHARE, _SHARE]]), box)
    return float(delta_e_2000(white, tint))


def is_tinter(key: str) -> bool:
    """Whether this paint is a strong tinter, of which a drop colours twenty parts."""
    return tint_shift(key) >= TINTER_DE00


def is_strong(key: str) -> bool:
    """Whether a tenth of a part of this paint still counts in a mix."""
    return tint_shift(key) >= STRONG_DE00
