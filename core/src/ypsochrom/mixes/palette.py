"""The few tubes that serve a picture best, out of a shelf."""

from collections.abc import Callable, Sequence

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab
from ..kit.errors import BadSetting
from ..paint.catalogue import paint, paintbox
from .table import SURVEY, colours, enumerate_amounts
from .uniform import coordinates

FEWEST_TUBES, MOST_TUBES = 1, 24
MISS_POWER = 2.0
"""Differences count by their square: one passage far off is worse than several slightly off."""


def checked_tubes(count: int) -> int:
    """The number of tubes, if a palette can have so many; else `BadSetting`."""
    if not FEWEST_TUBES <= count <= MOST_TUBES:
        raise BadSetting(f"{count} tubes were asked for.", f"Choose {FEWEST_TUBES} to {MOST_TUBES}.")
    return count


def best_tubes(
    keys: Sequence[str], targets: Lab, weights: Float, count: int, *, locked: Sequence[str] = ()
) -> tuple[str, ...]:
    """The `count` paints out of `keys` that match the targets (m, 3) best by weight, in the order of `keys`.

    Greedy choice, then swaps until none helps, over a coarse table of all recipes; white is always kept when there is
    one, and so are `locked` paints. Deterministic: of equals the earlier key wins.
    """
    checked_tubes(count)
    keys = tuple(dict.fromkeys(keys))
    if len(keys) <= count:
        return keys
    subsets, costs = _cost_by_subset(keys, np.asarray(targets, dtype=float))
    costs = costs**MISS_POWER
    weights = np.asarray(weights, dtype=float) / float(np.sum(weights))
    kept = _always_kept(keys, locked)[:count]

    def loss(chosen: Sequence[int]) -> float:
        mask = sum(1 << i for i in chosen)
        inside = (subsets & ~mask) == 0
        return float(weights @ costs[:, inside].min(axis=1)) if inside.any() else np.inf

    chosen = list(kept)
    while len(chosen) < count:
        chosen.append(min((i for i in range(len(keys)) if i not in chosen), key=lambda i: loss([*chosen, i])))
    chosen = _swapped(chosen, kept, len(keys), loss)
    return tuple(keys[i] for i in sorted(chosen))


def _always_kept(keys: Sequence[str], locked: Sequence[str]) -> list[int]:
    white = next((i for i, key in enumerate(keys) if paint(key).is_white), None)
    kept = [] if white is None else [white]
    return kept + [i for i, key in enumerate(keys) if key in locked and i not in kept]


def _swapped(chosen: list[int], kept: Sequence[int], n: int, loss: Callable[[Sequence[int]], float]) -> list[int]:
    best = loss(chosen)
    improved = True
    while improved:
        improved = False
        for place, old in enumerate(chosen):
            if old in kept:
                continue
            for new in range(n):
                if new in chosen:
                    continue
                trial = [*chosen[:place], new, *chosen[place + 1 :]]
                if (value := loss(trial)) < best - 1e-9:
                    chosen, best, improved = trial, value, True
                    break
    return chosen


def _cost_by_subset(keys: Sequence[str], targets: Lab) -> tuple[np.ndarray, Float]:
    """Bit masks of the paint sets (s,), and for every target the best CIEDE2000 that each set reaches, (m, s)."""
    box = paintbox(keys)
    amounts = enumerate_amounts(box, ladders=SURVEY)
    lab = colours(amounts, box)
    masks = (amounts > 0) @ (1 << np.arange(len(keys)))
    order = np.argsort(masks, kind="stable")
    subsets, starts = np.unique(masks[order], return_index=True)
    space, wanted = coordinates(lab[order]), coordinates(targets.astype(np.float32))
    costs = np.empty((len(targets), len(subsets)))
    for row, (target, goal) in enumerate(zip(targets, wanted, strict=True)):
        distance = np.linalg.norm(space - goal, axis=1)
        nearest = _argmin_by_group(distance, starts)
        costs[row] = delta_e_2000(lab[order][nearest].astype(float), target)
    return subsets, costs


def _argmin_by_group(numbers: Float, starts: np.ndarray) -> np.ndarray:
    """Index of the least number in each run that begins at `starts`."""
    least = np.minimum.reduceat(numbers, starts)
    lengths = np.diff([*starts, len(numbers)])
    hit = np.flatnonzero(numbers == np.repeat(least, lengths))
    group = np.searchsorted(starts, hit, side="right") - 1
    _, first = np.unique(group, return_index=True)
    return hit[first]
