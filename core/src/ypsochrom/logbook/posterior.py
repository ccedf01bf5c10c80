"""A mean with groups around it, learned from few and partly wrong numbers.

Observations are a mean, what their group adds, and noise with heavy tails: y = m + g + e, e from Student's t. Normal priors on m
and g, an inverse gamma on the noise; the most probable values by expectation and maximisation (lange1989), in which an outlier
counts the less the farther it lies. Older observations fade (a discount factor, west_harrison1997): habits change.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import stdtrit

from ..colour.types import Float

TAILS = 4.0
"""Degrees of freedom of the noise: the usual choice for robust regression (lange1989)."""

DISCOUNT = 0.985
"""What an observation keeps of its weight with every later one: half after 46. From memory."""

OUTLIER = 0.35
"""An observation that counts less than this is told as one that was hardly believed."""

AS_NORMAL = 1.203
"""Normal noise of this standard deviation is fitted by tails of four degrees with a scale of 1 (solved for, not from memory)."""

_OF_NOISE = 0.6
"""So much of what normal noise would tell of its own size is told through these tails."""

_ROUNDS = 40
_SHARE = 0.9
"""The upper end of an interval that holds eight in ten."""


@dataclass(frozen=True)
class Prior:
    """What is believed before anything is seen: the mean and how sure that is, how far groups lie apart, and the noise (all one
    standard deviation); that is worth `groups_n` groups and `noise_n` observations."""

    mean: float
    spread: float
    groups: float
    noise: float
    noise_n: float = 4.0
    groups_n: float = 0.5


@dataclass(frozen=True)
class Believed:
    """A number with one standard deviation and its interval of eight in ten; `count` are the observations behind it."""

    mean: float
    spread: float
    low: float
    high: float
    count: int


@dataclass(frozen=True)
class Posterior:
    """The mean, every group that was seen, the noise (one standard deviation) and how sure that is (one standard deviation), and
    how much each observation counted (0-1.25).
    """

    overall: Believed
    groups: dict[str, Believed]
    noise: float
    noise_spread: float
    trust: tuple[float, ...]


def learned(numbers: Sequence[float], groups: Sequence[str], prior: Prior) -> Posterior:
    """What is believed after these numbers, given in the order of time, with a group each ("" is none of its own)."""
    names = sorted(set(groups) - {""})
    y, count = np.asarray(numbers, dtype=float), len(numbers)
    design = np.ones((count, 1 + len(names)))
    for column, name in enumerate(names, start=1):
        design[:, column] = [one == name for one in groups]
    fades = DISCOUNT ** np.arange(count - 1, -1, -1.0)
    noise2, apart2, trust = prior.noise**2, prior.groups**2, np.ones(count)
    for _ in range(_ROUNDS):
        sure = np.array([prior.spread**-2] + [1 / apart2] * len(names))
        weight = fades * trust / noise2
        covariance = np.linalg.inv(design.T @ (design * weight[:, None]) + np.diag(sure))
        best = covariance @ (design.T @ (weight * y) + sure * np.array([prior.mean] + [0.0] * len(names)))
        off2 = (y - design @ best) ** 2
        noise2 = (prior.noise_n * prior.noise**2 + (fades * trust * off2).sum()) / (prior.noise_n + fades.sum())
        own2 = best[1:] ** 2 + np.diag(covariance)[1:]
        apart2 = (prior.groups_n * prior.groups**2 + own2.sum()) / (prior.groups_n + len(names))
        trust = (TAILS + 1) / (TAILS + off2 / noise2)
    freedom = prior.noise_n + float(fades.sum())
    directions = np.hstack([np.ones((len(names), 1)), np.eye(len(names))])
    return Posterior(
        _believed(np.eye(1 + len(names))[0], best, covariance, freedom, count),
        {
            name: _believed(direction, best, covariance, freedom, list(groups).count(name))
            for name, direction in zip(names, directions, strict=True)
        },
        AS_NORMAL * float(np.sqrt(noise2)),
        AS_NORMAL * float(np.sqrt(noise2 / (2 * _OF_NOISE * freedom))),
        tuple(trust.tolist()),
    )


def _believed(direction: Float, best: Float, covariance: Float, freedom: float, count: int) -> Believed:
    mean, spread = float(direction @ best), float(np.sqrt(direction @ covariance @ direction))
    reach = float(stdtrit(freedom, _SHARE)) * spread
    return Believed(mean, spread, mean - reach, mean + reach, count)
