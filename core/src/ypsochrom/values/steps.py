"""Where one step of value ends and the next begins: equal intervals, natural breaks, equal masses, or the painter's own."""

from collections.abc import Sequence
from typing import Literal

import numpy as np

from ..colour.types import Float, MunsellValue
from ..kit.errors import BadSetting

FEWEST_STEPS, MOST_STEPS = 2, 9
Method = Literal["equal", "natural", "masses"]

_EXTREMES = (0.005, 0.995)
"""The picture's darkest and lightest value: half a percent of the surface may lie beyond, so that a spark or a speck of
noise does not stretch the scale."""

_BINS = 256
_LEAST_GAP = 0.02


def checked_count(count: int) -> int:
    """The number of steps, if it is one that a painter can keep apart; else `BadSetting`."""
    if not FEWEST_STEPS <= count <= MOST_STEPS:
        raise BadSetting(f"{count} value steps were asked for.", f"Choose {FEWEST_STEPS} to {MOST_STEPS} steps.")
    return count


def thresholds(field: MunsellValue, count: int, method: Method = "equal") -> tuple[float, ...]:
    """The `count - 1` values that part the steps, rising. A flat picture gets steps around its one value."""
    checked_count(count)
    low, high = (float(x) for x in np.quantile(field, _EXTREMES))
    if high - low < _LEAST_GAP * count:
        middle = (low + high) / 2
        low, high = max(0.0, middle - _LEAST_GAP * count), min(10.0, middle + _LEAST_GAP * count)
    if method == "natural":
        found = natural_breaks(field, count)
        if found is not None:
            return found
    if method == "masses":
        found = equal_masses(field, count)
        if found is not None:
            return found
    return tuple(float(x) for x in np.linspace(low, high, count + 1)[1:-1])


def equal_masses(field: MunsellValue, count: int) -> tuple[float, ...] | None:
    """Thresholds that give every step the same share of the surface; `None` when too much of it has one value."""
    found = np.quantile(field, np.linspace(0, 1, count + 1)[1:-1])
    rising = np.diff(np.concatenate([[0.0], found, [10.0]])) >= _LEAST_GAP
    return tuple(float(x) for x in found) if rising.all() else None


def checked(given: Sequence[float]) -> tuple[float, ...]:
    """The painter's own thresholds, if they rise and lie strictly between 0 and 10; else `BadSetting`."""
    numbers = tuple(float(x) for x in given)
    if not FEWEST_STEPS - 1 <= len(numbers) <= MOST_STEPS - 1:
        raise BadSetting(
            f"{len(numbers)} thresholds were given.",
            f"Give {FEWEST_STEPS - 1} to {MOST_STEPS - 1}, one fewer than steps.",
        )
    rising = all(b - a >= _LEAST_GAP for a, b in zip((0.0, *numbers), (*numbers, 10.0), strict=True))
    if not (np.isfinite(numbers).all() and rising):
        raise BadSetting(
            f"The thresholds {', '.join(f'{x:g}' for x in numbers)} do not rise from 0 to 10.",
            f"Keep each at least {_LEAST_GAP} above the one before.",
        )
    return numbers


def natural_breaks(field: MunsellValue, count: int) -> tuple[float, ...] | None:
    """Thresholds with the least squared spread inside the steps (fisher1958, by dynamic programming on a histogram).

    `None` when the picture has fewer distinct values than steps.
    """
    histogram, edges = np.histogram(field, bins=_BINS, range=(0.0, 10.0))
    filled = np.flatnonzero(histogram)
    if len(filled) < count:
        return None
    weight = histogram[filled].astype(float)
    centre = (edges[filled] + edges[filled + 1]) / 2
    spread = _spread_between(weight, centre)
    n = len(filled)
    best = spread[0].copy()
    cuts = np.zeros((count, n), dtype=int)
    for step in range(1, count):
        # 1. best cost of covering bins 0..j with step + 1 classes, the last one starting at i (fisher1958, lemma)
        trial = np.full((n, n), np.inf)
        for j in range(step, n):
            trial[j, step : j + 1] = best[step - 1 : j] + spread[step : j + 1, j]
        cuts[step] = trial.argmin(axis=1)
        best = trial.min(axis=1)
    # 2. walk back through the cuts
    last, found = n - 1, []
    for step in range(count - 1, 0, -1):
        start = int(cuts[step, last])
        found.append(float((centre[start - 1] + centre[start]) / 2))
        last = start - 1
    return tuple(reversed(found))


def _spread_between(weight: Float, centre: Float) -> Float:
    """Squared spread of bins i..j about their mean, shape (n, n); endless below the diagonal."""
    w, wx, wxx = (np.concatenate([[0.0], np.cumsum(x)]) for x in (weight, weight * centre, weight * centre**2))
    mass = w[None, 1:] - w[:-1, None]
    with np.errstate(divide="ignore", invalid="ignore"):
        spread = (wxx[None, 1:] - wxx[:-1, None]) - (wx[None, 1:] - wx[:-1, None]) ** 2 / mass
    return np.where(np.tri(len(weight), k=-1, dtype=bool), np.inf, np.maximum(spread, 0.0))
