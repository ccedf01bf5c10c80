"""What questions are made of: the painter's tubes, a picture of theirs, and where their values come out otherwise than meant."""

from dataclasses import dataclass
from typing import Self

from ..colour.differences import steps_in_words
from ..paint.catalogue import Paintbox
from .scene import Scene


@dataclass(frozen=True)
class Material:
    """Tubes, a scene where there is one, and a value (Munsell) about which questions are to be asked, if any."""

    box: Paintbox
    scene: Scene | None = None
    about: float | None = None


@dataclass(frozen=True)
class Lean:
    """A value (Munsell) near which the painter's paintings came out so many steps lighter than meant, `count` times."""

    value: float
    steps: float
    count: int

    @classmethod
    def of(cls, group: str, steps: float, count: int) -> Self:
        """From a group of the logbook, which is called "value 3"."""
        return cls(float(group.rpartition(" ")[2]), steps, count)

    @property
    def words(self) -> str:
        """The lean in a sentence."""
        way = "lighter" if self.steps > 0 else "darker"
        came = f"values near {self.value:g} came out {steps_in_words(self.steps)} {way} than meant"
        return f"In your paintings {came} ({self.count} seen)."
