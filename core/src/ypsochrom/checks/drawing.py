"""The drawing as a picture, for checks before any paint lies over it."""

from collections.abc import Iterable

import cv2
import numpy as np

from ..colour.types import Float, Srgb8

_LINE = 96
_LINE_MM = 0.7


def drawn_on(bare: Srgb8, lines: Iterable[Float], mm_per_px: float) -> Srgb8:
    """The support with lines on it in grey, each (n, 2) in mm from its upper left corner."""
    picture = bare.copy()
    paths = [np.rint((line / mm_per_px - 0.5) * 16).astype(np.int32) for line in lines if len(line) > 1]
    width = max(1, round(_LINE_MM / mm_per_px))
    cv2.polylines(picture, paths, False, (_LINE,) * 3, width, cv2.LINE_AA, shift=4)
    return picture
