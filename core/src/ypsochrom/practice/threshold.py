"""How small a difference a painter tells: the psi method (kontsevich_tyler1999).

1. Every pair of threshold and slope on a grid has a probability. 2. For every difference that could be shown, the expected
entropy after the answer is worked out. 3. The one with the least is shown next. 4. The answer renews the probabilities
(Bayes). 5. The estimate is their mean. The psychometric function is Weibull's, as in watson_pelli1983.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

import numpy as np

from ..colour.types import Float

LAPSES = 0.02
"""A slip of the finger or of attention in fifty answers; common practice."""

_THRESHOLDS = np.linspace(-1.2, 1.2, 121)
"""Thresholds against the usual one, in log10: from a sixteenth to sixteen times."""

_SLOPES = np.array([1.2, 1.7, 2.4, 3.5, 5.0, 7.0])
_LEVELS = np.linspace(-1.2, 1.2, 61)
_PRIOR_SPREAD = 0.4


@dataclass(frozen=True)
class Seen:
    """An answer: how large the difference was against the usual threshold (a ratio above 0), and whether it was right."""

    level: float
    is_right: bool


@dataclass(frozen=True)
class Told:
    """The threshold as it is believed, against the usual one, with its interval of eight in ten, and the slope."""

    threshold: float
    low: float
    high: float
    slope: float
    count: int


def chance_of_right(level: Float | float, threshold: Float | float, slope: Float | float, options: int) -> Float:
    """Weibull's psychometric function of log10 levels; `options` to guess among."""
    guess = 1 / options
    return guess + (1 - guess - LAPSES) * (
        1 - np.exp(-(10.0 ** (np.asarray(slope) * (np.asarray(level) - np.asarray(threshold)))))
    )


@cache
def _table(options: int) -> Float:
    """The chance of a right answer for every level, threshold and slope, shape (levels, thresholds, slopes)."""
    return chance_of_right(_LEVELS[:, None, None], _THRESHOLDS[None, :, None], _SLOPES[None, None, :], options)


def _believed(answers: Sequence[Seen], options: int) -> Float:
    """The probability of every threshold and slope, shape (thresholds, slopes)."""
    log = -0.5 * (_THRESHOLDS[:, None] / _PRIOR_SPREAD) ** 2 + np.zeros_like(_SLOPES)[None, :]
    for one in answers:
        right = chance_of_right(np.log10(one.level), _THRESHOLDS[:, None], _SLOPES[None, :], options)
        log = log + np.log(right if one.is_right else 1 - right)
    weight = np.exp(log - log.max())
    return weight / weight.sum()


def next_level(answers: Sequence[Seen], options: int = 2) -> float:
    """The difference to show next, against the usual threshold."""
    now = _believed(answers, options)
    right = _table(options)
    p_right = np.einsum("ts,lts->l", now, right)
    after = [
        _entropy(now[None] * chance / total[:, None, None])
        for chance, total in ((right, p_right), (1 - right, 1 - p_right))
    ]
    expected = p_right * after[0] + (1 - p_right) * after[1]
    return float(10.0 ** _LEVELS[int(np.argmin(expected))])


def _entropy(chances: Float) -> Float:
    safe = np.where(chances > 0, chances, 1.0)
    return -(chances * np.log(safe)).sum(axis=(1, 2))


def told(answers: Sequence[Seen], options: int = 2) -> Told:
    """What is believed after these answers; without any it is the usual threshold with its wide interval."""
    now = _believed(answers, options)
    by_threshold = now.sum(axis=1)
    cumulated = np.cumsum(by_threshold)
    low, high = (float(np.interp(share, cumulated, _THRESHOLDS)) for share in (0.1, 0.9))
    slope = float((now.sum(axis=0) * _SLOPES).sum())
    return Told(10.0 ** float(by_threshold @ _THRESHOLDS), 10.0**low, 10.0**high, slope, len(answers))
