"""The picture as borders and facts are measured on it, worked out once for all changes of its areas."""

import itertools
from dataclasses import dataclass, field
from functools import cached_property

import cv2
import numpy as np

from ..colour import cielab
from ..colour.types import Float, Lab, LinearRgb
from ..imaging.resample import shrink

_OCTAVES = 4


@dataclass(frozen=True, eq=False)
class Seen:
    """A picture in CIELAB (height, width, 3), float32."""

    lab: Lab = field(repr=False)

    @classmethod
    def at_half_size(cls, linear: LinearRgb) -> "Seen":
        """Four times as fast to measure as at working size, and a soft edge is no harder for it."""
        height, width = (-(-side // 2) for side in linear.shape[:2])
        return cls(np.asarray(cielab.linear_to_lab(shrink(linear, width, height)), dtype=np.float32))

    @cached_property
    def detail(self) -> tuple[Float, ...]:
        """Squared detail of every pixel in octaves: differences of Gaussians at 1, 2, 4 and 8 px (burt_adelson1983)."""
        levels: list[Float] = [np.asarray(self.lab[..., 0], dtype=np.float32)]
        for octave in range(_OCTAVES):
            levels.append(np.asarray(cv2.GaussianBlur(levels[0], (0, 0), float(2**octave)), dtype=np.float32))
        return tuple(np.asarray((fine - broad) ** 2) for fine, broad in itertools.pairwise(levels))
