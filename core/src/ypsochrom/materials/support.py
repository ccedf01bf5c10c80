"""The support: its size, read as painters write it."""

import re
from dataclasses import dataclass
from typing import Self

from ..kit.errors import BadSupport

SMALLEST_MM, LARGEST_MM = 20.0, 10_000.0
_MM_PER_UNIT = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, '"': 25.4, "": 1.0}
_WRITTEN = re.compile(
    r'^\s*(\d+(?:[.,]\d+)?)\s*(?:mm|cm|m|in|")?\s*[x×*]\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|m|in|"|)\s*$', re.I
)
_EXAMPLE = "Write width x height with a unit, as in 400x300mm, 40x30cm or 16x12in."


@dataclass(frozen=True)
class Support:
    """A rectangular support; width and height in mm."""

    width_mm: float
    height_mm: float

    def __post_init__(self) -> None:
        for side in (self.width_mm, self.height_mm):
            if not SMALLEST_MM <= side <= LARGEST_MM:
                raise BadSupport(
                    f"A support of {self.width_mm:g} x {self.height_mm:g} mm cannot be planned.",
                    f"Both sides must lie between {SMALLEST_MM:g} and {LARGEST_MM:g} mm.",
                )

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `400x300mm`, `40 x 30 cm`, `16x12in`; without a unit millimetres are meant."""
        found = _WRITTEN.match(text)
        if found is None:
            raise BadSupport(f"{text!r} is not the size of a support.", _EXAMPLE)
        width, height = (float(side.replace(",", ".")) for side in found.groups()[:2])
        unit = _MM_PER_UNIT[found[3].lower()]
        return cls(round(width * unit, 3), round(height * unit, 3))

    @property
    def area_cm2(self) -> float:
        """The face of the support, without its sides."""
        return self.width_mm * self.height_mm / 100

    @property
    def proportion(self) -> float:
        """Width over height."""
        return self.width_mm / self.height_mm
