"""A simulated painter who writes a log: with known habits, noise, and now and then an entry that is plainly wrong."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

import numpy as np

from .observation import Observation, What

BEGIN = datetime(2026, 1, 5, 9, tzinfo=UTC)
_UNITS, _PILES, _DRYINGS = 28, 14, 8
_MANNERS = ("opaque", "thin", "loaded", "glaze")


@dataclass(frozen=True)
class Habits:
    """What is true of the painter: factors on film, pace and drying, the share lost, the noise (one standard deviation of the
    logarithm), and how often an entry is wrong."""

    film: float = 1.3
    loss: float = 0.45
    pace: float = 0.7
    drying: float = 1.4
    noise: float = 0.2
    wrong: float = 0.1

    @property
    def taken(self) -> float:
        """Paint taken against a plan by the usual factors."""
        return self.film * 0.8 / (1 - self.loss)


def log_of(habits: Habits, paintings: int, seed: int) -> tuple[Observation, ...]:
    """What the painter logs of so many paintings."""
    random = np.random.default_rng(seed)

    def found(truth: float) -> float:
        if random.random() < habits.wrong:
            return truth * float(random.choice([0.25, 3.0, 5.0]))
        return truth * float(np.exp(random.normal(0.0, habits.noise)))

    def entries() -> Iterator[Observation]:
        number = 0
        for painting in range(1, paintings + 1):
            plan: list[tuple[What, str, float, float]] = []
            for _ in range(_UNITS):
                minutes = float(random.uniform(4, 18))
                plan.append(("minutes", str(random.choice(_MANNERS)), minutes, habits.pace))
            for _ in range(_PILES):
                ml = float(random.uniform(0.6, 6))
                plan.append(("ml", str(random.choice(_MANNERS)), ml, habits.taken))
                plan.append(("loss", "", ml, habits.loss))
            plan += [("drying", "", float(minutes), habits.drying) for minutes in random.uniform(6, 25, _DRYINGS)]
            for what, of, expected, factor in plan:
                number += 1
                at = BEGIN + timedelta(days=7 * painting, minutes=number)
                seen = min(found(expected * factor), 0.99 * expected) if what == "loss" else found(expected * factor)
                yield Observation(f"{seed}-{number}", at, f"p{painting}", what, of, expected, seen)

    return tuple(entries())
