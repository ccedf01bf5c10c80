"""Weights that leave out what lies off (beaton1974)."""

import numpy as np

from ..colour.types import Float

TUKEY = 4.685
"""Times the scatter beyond which nothing counts: 95 % as good as least squares where nothing lies off."""


def tukey(away: Float) -> Float:
    """Weights 0-1, (1 - away^2)^2 within 1 and 0 beyond; `away` is in the distance from which on nothing counts."""
    return np.asarray(np.where(np.abs(away) < 1, (1 - np.asarray(away) ** 2) ** 2, 0.0))


def scatter(off: Float) -> float:
    """Standard deviation of what lies about 0, told by the median of its sizes."""
    return 1.4826 * float(np.median(np.abs(off)))
