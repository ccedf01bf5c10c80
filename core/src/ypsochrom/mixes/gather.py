"""Many target colours gathered into a human number of mixes."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.cluster.hierarchy import fcluster, linkage

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Lab
from .uniform import coordinates

MOST_MIXES = 18
"""Ten to twenty-five piles are what a painter keeps apart on a palette; common practice."""

ALIKE_DE00 = 3.0
"""Targets nearer to each other than this do not deserve two piles: a hand's dispensing error is a third of it."""

_SMALL_WEIGHT = 0.15
"""A small passage still counts this much against the largest: highlights and accents are small and decide."""


@dataclass(frozen=True)
class Target:
    """A colour to be mixed (dry, in the paint's range) for `area_cm2` of what `serves` names."""

    serves: str
    lab: tuple[float, float, float]
    area_cm2: float


@dataclass(frozen=True)
class Gathered:
    """Targets that share one pile, and its colour; `members` index the targets given."""

    members: tuple[int, ...]
    lab: tuple[float, float, float]


def gather(targets: Sequence[Target], *, most: int = MOST_MIXES) -> tuple[Gathered, ...]:
    """At most `most` groups of like targets, darkest first; each colour is the mean of its members by weight.

    Average-linkage clustering in the uniform space: alike colours always meet; beyond `most` the nearest groups do.
    """
    if not targets:
        return ()
    groups = _groups(np.array([target.lab for target in targets]), most)
    found = []
    for group in sorted(set(groups)):
        members = tuple(int(i) for i in np.flatnonzero(groups == group))
        mean = mean_colour([targets[i] for i in members])
        found.append(Gathered(members, (float(mean[0]), float(mean[1]), float(mean[2]))))
    return tuple(sorted(found, key=lambda g: g.lab))


def mean_colour(targets: Sequence[Target]) -> Lab:
    """The targets' mean by the root of their areas, the smallest counting at least `_SMALL_WEIGHT` of the largest."""
    weight = np.sqrt([max(target.area_cm2, 0.0) for target in targets])
    weight = np.maximum(weight / max(float(weight.max()), 1e-9), _SMALL_WEIGHT)
    mean: Lab = np.average(np.array([target.lab for target in targets]), axis=0, weights=weight)
    return mean


def _groups(lab: Lab, most: int) -> np.ndarray:
    if len(lab) == 1:
        return np.zeros(1, dtype=int)
    tree = linkage(coordinates(lab), method="average")
    by_colour = fcluster(tree, t=_alike_distance(lab), criterion="distance")
    return by_colour if by_colour.max() <= most else fcluster(tree, t=most, criterion="maxclust")


def _alike_distance(lab: Lab) -> float:
    """`ALIKE_DE00` in units of the uniform space, by the median ratio of the two among these very colours."""
    first, second = np.triu_indices(len(lab), k=1)
    difference = delta_e_2000(lab[first], lab[second])
    near = (difference > 0.5) & (difference < 15)
    if not near.any():
        return ALIKE_DE00
    space = coordinates(lab)
    distance = np.linalg.norm(space[first] - space[second], axis=1)
    return ALIKE_DE00 * float(np.median(distance[near] / difference[near]))
