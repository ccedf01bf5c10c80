"""A colour as people write it: CIELAB numbers or a screen's hex."""

import re

import numpy as np

from ..kit.errors import BadColour
from . import cielab
from .types import Lab

_HEX = re.compile(r"^#?([0-9a-fA-F]{6})$")


def read_colour(text: str) -> Lab:
    """CIELAB of `62,14,28` or `#a07850`; `BadColour` for anything else."""
    text = text.strip()
    if found := _HEX.match(text):
        encoded = np.array([int(found[1][i : i + 2], 16) for i in (0, 2, 4)], dtype=np.uint8)
        return cielab.srgb8_to_lab(encoded).astype(float)
    try:
        numbers = np.array([float(word) for word in text.replace(";", ",").split(",")])
    except ValueError:
        numbers = np.empty(0)
    if numbers.shape != (3,) or not np.isfinite(numbers).all():
        raise BadColour(f"{text!r} is not a colour.", "Write CIELAB as in 62,14,28 or a colour as in #a07850.")
    if not (0 <= numbers[0] <= 100 and (np.abs(numbers[1:]) <= 160).all()):
        raise BadColour(f"{text!r} lies outside CIELAB.", "L* must be 0-100, a* and b* between -160 and 160.")
    return numbers
