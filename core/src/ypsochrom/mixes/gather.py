"""Many target colours gathered into a human number of mixes."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.cluster.hierarchy import fcluster, linkage

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab
from ..kit.errors import BadSetting
from .uniform import coordinates

MOST_MIXES = 22
"""Ten to twenty-five piles are what a painter keeps apart on a palette; common practice."""

FEWEST_PILES, MOST_PILES = 4, 40
"""What a painter may ask for."""

ALIKE_DE00 = 3.0
"""Targets nearer to each other than this do not deserve two piles: a hand's dispensing error is a third of it."""

_MOST_ROUNDS = 50
_LARGER, _SMALL_WEIGHT = 0.9, 0.05
"""Weight goes with this power of the surface, between its root and itself; a small passage still counts so much against the
largest: highlights and accents are small and decide. Chosen on fifteen pictures, tried on twelve others."""


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


def checked_piles(piles: int) -> int:
    """A number of piles that may be asked for; `BadSetting` otherwise."""
    if not FEWEST_PILES <= piles <= MOST_PILES:
        raise BadSetting(f"{piles} piles were asked for.", f"Choose {FEWEST_PILES} to {MOST_PILES}.")
    return piles


def trade_off(targets: Sequence[Target]) -> tuple[tuple[int, float], ...]:
    """What fewer piles cost: for every other number of them how far (CIEDE2000, by surface) the parts lie from the colour of
    their pile, mixed without error, each painted with one pile. Ends where more piles change nothing."""
    lab = np.array([target.lab for target in targets])
    surface = np.array([max(target.area_cm2, 1e-9) for target in targets])
    found: list[tuple[int, float]] = []
    for most in range(FEWEST_PILES, MOST_PILES + 1, 2):
        groups = gather(targets, most=most)
        apart = np.zeros(len(targets))
        for group in groups:
            members = list(group.members)
            apart[members] = delta_e_2000(lab[members], np.array(group.lab))
        found.append((most, float(np.average(apart, weights=surface))))
        if len(groups) < most:
            break
    return tuple(found)


def weights_of(targets: Sequence[Target]) -> Float:
    """The power `_LARGER` of each target's area; the smallest counts at least `_SMALL_WEIGHT` of the largest."""
    weight = np.array([max(target.area_cm2, 0.0) for target in targets]) ** _LARGER
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
    weight = weights_of(targets)
    groups = _settled(space, weight, fcluster(tree, t=most, criterion="maxclust") - 1)
    for _ in range(_MOST_ROUNDS):
        moved = _settled(space, weight, _parted_and_joined(space, weight, groups))
        if _kept(space, weight, moved) <= _kept(space, weight, groups) + 1e-9:
            break
        groups = moved
    return groups


def _sums(space: Float, weight: Float, groups: np.ndarray) -> tuple[Float, Float]:
    """The weighted sum of every group 0 .. n-1, shape (n, 3), and its weight (n,)."""
    weighted = space * weight[:, None]
    return np.stack([np.bincount(groups, column) for column in weighted.T], axis=1), np.bincount(groups, weight).astype(
        float
    )


def _kept(space: Float, weight: Float, groups: np.ndarray) -> float:
    """What of the weighted squares about zero the means of the groups keep: the more, the less lies apart within groups."""
    sums, whole = _sums(space, weight, groups)
    return float(((sums**2).sum(axis=1) / whole).sum())


def _parted_and_joined(space: Float, weight: Float, groups: np.ndarray) -> np.ndarray:
    """As many groups: that in two whose parting gains most, and the two others in one whose joining costs least."""
    sums, whole = _sums(space, weight, groups)
    halves = [_in_two(space, weight, np.flatnonzero(groups == g)) for g in range(len(whole))]
    part = int(np.argmax([gain for gain, _ in halves]))
    means = sums / whole[:, None]
    price = ((means[:, None] - means[None]) ** 2).sum(axis=2) * whole[:, None] * whole / (whole[:, None] + whole)
    price[part] = price[:, part] = np.inf
    np.fill_diagonal(price, np.inf)
    one, other = np.unravel_index(int(price.argmin()), price.shape)
    moved = groups.copy()
    moved[groups == other] = one
    moved[halves[part][1]] = other
    return moved


def _in_two(space: Float, weight: Float, members: np.ndarray) -> tuple[float, np.ndarray]:
    """What is gained by parting these members in two across the line on which they lie farthest apart, and one half."""
    own, heavy = space[members], weight[members]
    centred = own - np.average(own, axis=0, weights=heavy)
    along = centred @ np.linalg.svd(centred * np.sqrt(heavy)[:, None], full_matrices=False)[2][0]
    order = np.argsort(along, kind="stable")
    sums, whole = np.cumsum((centred * heavy[:, None])[order], axis=0)[:-1], np.cumsum(heavy[order])[:-1]
    if not len(whole):
        return 0.0, members[:0]
    gains = (sums**2).sum(axis=1) * (1 / whole + 1 / (heavy.sum() - whole))  # the sums of both halves are opposite
    best = int(gains.argmax())
    return float(gains[best]), members[order[: best + 1]]


def _settled(space: Float, weight: Float, groups: np.ndarray) -> np.ndarray:
    """Lloyd's iteration from groups 0 .. n-1; a group never loses its last member."""
    for _ in range(_MOST_ROUNDS):
        sums, whole = _sums(space, weight, groups)
        means = sums / whole[:, None]
        nearest = ((space[:, None] - means[None]) ** 2).sum(axis=2).argmin(axis=1)
        if len(np.unique(nearest)) < len(whole) or (nearest == groups).all():
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
