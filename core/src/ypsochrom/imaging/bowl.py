"""A quadratic surface, by which light falls off over a picture."""

import numpy as np

from ..colour.types import Float


def bowl(x: Float, y: Float) -> Float:
    """Its terms 1, x, y, x^2, xy, y^2 on a new last axis."""
    return np.stack([np.ones_like(x), x, y, x * x, x * y, y * y], axis=-1)
