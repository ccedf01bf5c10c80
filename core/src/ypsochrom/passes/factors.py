"""A painter's own factors: what the logbook will learn, with how sure it is; the defaults are common practice."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field

from ..kit.errors import BadSetting
from ..kit.text import listed
from ..materials.supplies import MediumKind


@dataclass(frozen=True)
class Factor:
    """A number with its uncertainty (one standard deviation); `observations` 0 says that it is the default."""

    value: float
    spread: float
    observations: int = 0

    def __post_init__(self) -> None:
        if not (math.isfinite(self.value) and self.value > 0 and math.isfinite(self.spread) and self.spread >= 0):
            raise BadSetting(
                f"A factor of {self.value:g} with a spread of {self.spread:g} cannot be planned with.",
                "Factors are above 0, and their spread is not below it.",
            )


_USUAL_LOSS = Factor(0.20, 0.05)


@dataclass(frozen=True)
class Factors:
    """`film`, `pace`, `drying` and `wet_shift` multiply the defaults; `loss` is the share (0-1) that never gets to the picture.

    `drying_with` multiplies the drying of coats that hold a medium (by its kind), beside `drying`.
    Film thickness, minutes for a surface, minutes until a film is dry, and how far wet paint differs from dry. The spreads are
    from memory: hands differ by about a quarter in their films and by more than a third in their pace.
    """

    film: Factor = Factor(1.0, 0.25)
    loss: Factor = _USUAL_LOSS
    pace: Factor = Factor(1.0, 0.4)
    drying: Factor = Factor(1.0, 0.3)
    wet_shift: Factor = Factor(1.0, 0.3)
    drying_with: Mapping[MediumKind, Factor] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if self.loss.value >= 1:
            raise BadSetting(f"A loss of {self.loss.value:.0%} leaves no paint.", "Give a share below 1.")

    @property
    def taken(self) -> float:
        """Paint that a plan with these factors takes, against one by the usual ones: film / (1 - loss)."""
        return self.film.value * (1 - _USUAL_LOSS.value) / (1 - self.loss.value)

    @property
    def in_words(self) -> str:
        """What estimates rest on, as in "Minutes by your own pace (0.81 times the usual, from 13); paint and drying by common
        practice."."""
        kinds = (
            ("minutes", self.pace.value, self.pace.observations),
            ("paint", self.taken, max(self.film.observations, self.loss.observations)),
            ("drying", self.drying.value, self.drying.observations),
        )
        own = [
            f"{what} by your own ({value:.2f} times the usual, from {count})" for what, value, count in kinds if count
        ]
        usual = [what for what, _, count in kinds if not count]
        if not usual:
            return _sentence("; ".join(own))
        return _sentence("; ".join([*own, f"{listed(usual)} by common practice"]))

    def drying_of(self, medium: MediumKind | None) -> float:
        """By how much this painter's coats with a medium dry slower than usual."""
        own = None if medium is None else self.drying_with.get(medium)
        return self.drying.value * (1.0 if own is None else own.value)


def _sentence(text: str) -> str:
    return f"{text[0].upper()}{text[1:]}."


USUAL_FACTORS = Factors()
