"""The few tubes that serve a picture best, out of a shelf."""

import functools
import itertools
import math
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab
from ..kit.errors import BadSetting
from ..kit.progress import Progress, silent
from ..kit.recent import Recent
from ..paint.catalogue import Paintbox
from .table import MAX_PAINTS, SURVEY, colours, enumerate_amounts
from .uniform import coordinates

FEWEST_TUBES, MOST_TUBES = 1, 24
MOST_COMPARED, SHORTLIST = 24, 18
"""Up to so many paints are compared in sets of four; out of more, a shortlist is drawn up by their pairs first."""

MOST_WEIGHED = 10_000
"""Of so many possible palettes every one is weighed (eight tubes out of sixteen: 6435); of more, by swaps."""

_ALL_AT_ONCE = 16
"""Of up to so many paints the losses of all 65,536 palettes are worked out together."""

_IN_PAIRS = 3
"""Two colours and white."""

_THREADS = 2
MISS_POWER = 2.0
"""Differences count by their square: one passage far off is worse than several slightly off."""


def checked_tubes(count: int) -> int:
    """The number of tubes, if a palette can have so many; else `BadSetting`."""
    if not FEWEST_TUBES <= count <= MOST_TUBES:
        raise BadSetting(f"{count} tubes were asked for.", f"Choose {FEWEST_TUBES} to {MOST_TUBES}.")
    return count


def checked_locks(locked: Sequence[str], count: int) -> None:
    """`BadSetting` when more paints are locked than a palette of `count` tubes may have."""
    if len(locked) > count:
        raise BadSetting(f"{len(locked)} tubes are locked, but the palette may have {count}.", "Unlock some of them.")


def best_tubes(
    box: Paintbox,
    targets: Lab,
    weights: Float,
    count: int,
    *,
    locked: Sequence[str] = (),
    progress: Progress = silent,
) -> tuple[str, ...]:
    """Keys of the `count` paints of the box that match the targets (m, 3) best by weight, in the box's order.

    Over a coarse table of all recipes. The best there is where no more than `MOST_WEIGHED` palettes are possible, else
    a greedy choice from every first tube, then swaps until none helps. White is always kept when there is one, and so
    are `locked` paints. Deterministic: of equals the earlier key wins.
    """
    checked_tubes(count)
    targets, weights = np.asarray(targets, dtype=float), np.asarray(weights, dtype=float)
    checked_locks(locked, count)
    if len(box) > MOST_COMPARED and count < len(box):
        progress(0.0, "looking for promising paints")
        names = _chosen(box, targets, weights, max(count, SHORTLIST), locked, most_paints=_IN_PAIRS, swaps=False)
        box = box.only(key for key in box.keys if key in names)
    progress(0.5, "comparing tubes")
    return _chosen(box, targets, weights, count, locked, most_paints=MAX_PAINTS, swaps=True)


def prepare(box: Paintbox) -> None:
    """Work out what the next `best_tubes` from this box needs, before its targets are known."""
    _survey_of(box, _IN_PAIRS if len(box) > MOST_COMPARED else MAX_PAINTS)


def _chosen(
    box: Paintbox, targets: Lab, weights: Float, count: int, locked: Sequence[str], *, most_paints: int, swaps: bool
) -> tuple[str, ...]:
    keys = box.keys
    if len(keys) <= count:
        return keys
    subsets, costs = _cost_by_subset(box, targets, most_paints)
    costs = costs**MISS_POWER
    weights = weights / float(weights.sum())
    kept = _always_kept(box, locked)[:count]

    loss_of = _losses(subsets, costs, weights, len(keys))

    def loss(chosen: Sequence[int]) -> float:
        return loss_of(sum(1 << i for i in chosen))

    others, missing = [i for i in range(len(keys)) if i not in kept], count - len(kept)
    if math.comb(len(others), missing) <= MOST_WEIGHED:
        chosen = min(([*kept, *more] for more in itertools.combinations(others, missing)), key=loss)
        return tuple(keys[i] for i in sorted(chosen))

    def grown(chosen: list[int]) -> list[int]:
        while len(chosen) < count:
            chosen = [*chosen, min((i for i in others if i not in chosen), key=lambda i: loss([*chosen, i]))]
        return chosen

    if not swaps:
        return tuple(keys[i] for i in sorted(grown(kept)))
    tried = [_swapped(grown([*kept, first]), kept, len(keys), loss) for first in others]
    chosen = min(tried, key=loss)
    return tuple(keys[i] for i in sorted(chosen))


def _losses(subsets: np.ndarray, costs: Float, weights: Float, count: int) -> Callable[[int], float]:
    """The weighted loss of any palette, given as a bit mask, out of `count` paints: for few of them of all at once."""
    if count <= _ALL_AT_ONCE:
        best = np.full((1 << count, len(weights)), np.inf)
        best[subsets] = costs.T
        for paint in range(count):  # what a palette reaches without the paint, it reaches with it
            halves = best.reshape(-1, 2, 1 << paint, len(weights))
            np.minimum(halves[:, 1], halves[:, 0], out=halves[:, 1])
        table: list[float] = (best @ weights).tolist()
        return table.__getitem__

    @functools.cache
    def loss_of(mask: int) -> float:
        inside = (subsets & ~mask) == 0
        return float(weights @ costs[:, inside].min(axis=1)) if inside.any() else np.inf

    return loss_of


def _always_kept(box: Paintbox, locked: Sequence[str]) -> list[int]:
    white = next((i for i, paint in enumerate(box.paints) if paint.is_white), None)
    kept = [] if white is None else [white]
    return kept + [i for i, key in enumerate(box.keys) if key in locked and i not in kept]


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


def _cost_by_subset(box: Paintbox, targets: Lab, most_paints: int) -> tuple[np.ndarray, Float]:
    """Bit masks of the paint sets (s,), and for every target the best CIEDE2000 that each set reaches, (m, s)."""
    survey = _survey_of(box, most_paints)
    wanted = coordinates(targets.astype(np.float32))

    def cost_of(row: int) -> Float:
        away = survey.space - wanted[row]
        nearest = _argmin_by_group(np.einsum("ij,ij->i", away, away), survey.starts)
        return delta_e_2000(survey.lab[nearest].astype(float), targets[row])

    with ThreadPoolExecutor(_THREADS) as pool:
        return survey.subsets, np.stack(list(pool.map(cost_of, range(len(targets)))))


@dataclass(frozen=True, eq=False)
class _Survey:
    """A coarse table of all recipes of a box in runs of the same paints: `subsets` (s,) as bit masks, each run begins at
    `starts`.

    `lab` (r, 3), and the same in the space in which the nearest is looked for.
    """

    subsets: np.ndarray
    starts: np.ndarray
    lab: Lab
    space: Float


_surveys: Recent[tuple[str, int], _Survey] = Recent(4)


def _survey_of(box: Paintbox, most_paints: int) -> _Survey:
    """The survey of a box; it depends on the paints only, so a second choice from the same shelf finds it made."""
    key = (box.fingerprint, most_paints)
    return _surveys.get(key) or _surveys.keep(key, _survey(box, most_paints))


def _survey(box: Paintbox, most_paints: int) -> _Survey:
    amounts = enumerate_amounts(box, ladders=SURVEY, most_paints=most_paints)
    lab = colours(amounts, box)
    masks = (amounts > 0) @ (1 << np.arange(len(box)))
    order = np.argsort(masks, kind="stable")
    subsets, starts = np.unique(masks[order], return_index=True)
    return _Survey(subsets, starts, lab[order], coordinates(lab[order]))


def _argmin_by_group(numbers: Float, starts: np.ndarray) -> np.ndarray:
    """Index of the least number in each run that begins at `starts`."""
    least = np.minimum.reduceat(numbers, starts)
    lengths = np.diff([*starts, len(numbers)])
    hit = np.flatnonzero(numbers == np.repeat(least, lengths))
    group = np.searchsorted(starts, hit, side="right") - 1
    _, first = np.unique(group, return_index=True)
    return hit[first]
