"""Many target colours gathered into a human number of mixes."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.cluster.hierarchy import fcluster, linkage

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab
from .uniform import coordinates

MOST_MIXES = 22
"""Ten to twenty-five piles are what a painter keeps apart on a palette; common practice."""

ALIKE_DE00 = 3.0
"""Targets nearer to each other than this do not deserve two piles: a hand's dispensing error is a third of it."""

_MOST_ROUNDS = 50
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

    Ward's clustering (ward1963) in the uniform space: alike colours always meet; beyond `most` the nearest groups do, and
    then every target moves to the group whose weighted mean it is nearest to, until none does (lloyd1982).
    """
    if not targets:
        return ()
    groups = _groups(targets, most)
    found = []
    for group in sorted(set(groups)):
        members = tuple(int(i) for i in np.flatnonzero(groups == group))
        mean = mean_colour([targets[i] for i in members])
        found.append(Gathered(members, (float(mean[0]), float(mean[1]), float(mean[2]))))
    return tuple(sorted(found, key=lambda g: g.lab))


def weights_of(targets: Sequence[Target]) -> Float:
    """The root of each target's area; the smallest counts at least `_SMALL_WEIGHT` of the largest."""
    weight = np.sqrt([max(target.area_cm2, 0.0) for target in targets])
    return np.maximum(weight / max(float(weight.max()), 1e-9), _SMALL_WEIGHT)


def mean_colour(targets: Sequence[Target]) -> Lab:
    """The targets' mean by weight."""
    mean: Lab = np.average(np.array([target.lab for target in targets]), axis=0, weights=weights_of(targets))
    return mean


def _groups(targets: Sequence[Target], most: int) -> np.ndarray:
    lab = np.array([target.lab for target in targets])
    if len(lab) == 1:
        return np.zeros(1, dtype=int)
    space = coordinates(lab)
    tree = linkage(space, method="ward")
    by_colour = fcluster(tree, t=_alike_distance(lab), criterion="distance")
    if by_colour.max() <= most:
        return by_colour
    return _settled(space, weights_of(targets), fcluster(tree, t=most, criterion="maxclust"))


def _settled(space: Float, weight: Float, groups: np.ndarray) -> np.ndarray:
    """Lloyd's iteration from the given groups; a group never loses its last member."""
    for _ in range(_MOST_ROUNDS):
        labels = np.unique(groups)
        means = np.stack([np.average(space[groups == g], axis=0, weights=weight[groups == g]) for g in labels])
        nearest = labels[np.linalg.norm(space[:, None] - means[None], axis=2).argmin(axis=1)]
        if len(np.unique(nearest)) < len(labels) or (nearest == groups).all():
            break
        groups = nearest
    return groups


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
