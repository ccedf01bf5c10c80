"""Masses of a map as a graph: which touch, along how much border and how strong an edge, and which go into which.

Regions are merged the least telling first, in the way of Koepfler, Lopez and Morel (1994), but by what a painter keeps: size
against the brush, difference of value, and true edges along the border.
"""

from dataclasses import dataclass, replace
from typing import Any

import cv2
import numpy as np
from skimage.measure import label

from ..colour.types import Float, LabelImage, Mask

_SAME_VALUE = 0.2
"""A mass goes to the neighbour with the longest border, which counts less by 1/e for so much difference of value."""

_FEW = 600
"""Up to so many masses a table of all pairs is quicker than sorting."""

_MOST_ROUNDS = 60


@dataclass(frozen=True, eq=False)
class Masses:
    """Connected masses (4-neighbours) and their contacts.

    By mass: its label, its pixels, its mean in the field. By pair that touches, each once: the two masses, the border between
    them in pixels, and the edge summed along it.
    """

    labels: LabelImage
    sizes: Float
    means: Float
    one: LabelImage
    other: LabelImage
    lengths: Float
    edges: Float

    def both_ways(self) -> tuple[LabelImage, LabelImage, Float, Float]:
        """The contacts with each pair told from either side: mass, neighbour, length, edge."""
        return (
            np.concatenate([self.one, self.other]),
            np.concatenate([self.other, self.one]),
            np.concatenate([self.lengths, self.lengths]),
            np.concatenate([self.edges, self.edges]),
        )


def masses_of(labels: LabelImage, field: Float, edge: Float) -> tuple[LabelImage, Masses]:
    """The mass of every pixel of a map of labels (0 to 254), and the masses; `edge` is the picture's edge at every pixel."""
    index, count = label(labels, background=255, connectivity=1, return_num=True)  # type: ignore[no-untyped-call]
    index = index.astype(np.int32) - 1
    flat, width = index.ravel(), index.shape[1]
    starts = np.flatnonzero(flat[1:] != flat[:-1]) + 1
    runs = np.concatenate([np.zeros(1, dtype=starts.dtype), starts])  # stretches of one mass, row by row
    mass = flat[runs]
    label_of = np.zeros(count, dtype=np.uint8)
    label_of[mass] = labels.ravel()[runs]
    sizes: Float = np.asarray(np.bincount(mass, weights=np.diff(runs, append=flat.size), minlength=count), dtype=float)
    sums = np.add.reduceat(field.ravel(), runs, dtype=float)
    means = np.bincount(mass, weights=sums, minlength=count) / sizes
    beside = starts[starts % width != 0] - 1
    below = np.flatnonzero(flat[:-width] != flat[width:])
    at, next_to = np.concatenate([beside, below]), np.concatenate([beside + 1, below + width])
    contacts = _summed(_pair(flat[at], flat[next_to], count), np.ones(1), edge.ravel()[at], count)
    return index, Masses(label_of, sizes, means, *contacts)


def deepest(shape: Mask) -> tuple[int, int]:
    """The row and column of the pixel of a shape (height, width) that lies farthest from its outside."""
    depth = cv2.distanceTransform(np.pad(shape.astype(np.uint8), 1), cv2.DIST_L2, 3)[1:-1, 1:-1]
    row, column = np.unravel_index(int(depth.argmax()), depth.shape)
    return int(row), int(column)


def _pair(one: LabelImage, other: LabelImage, count: int) -> LabelImage:
    return np.minimum(one, other).astype(np.int64) * count + np.maximum(one, other)


def _summed(code: LabelImage, length: Float, edge: Float, count: int) -> Any:
    """Contacts of each pair added up: the two masses, lengths, edges."""
    length = np.broadcast_to(length, code.shape)
    if count <= _FEW:
        lengths = np.bincount(code, weights=length)
        edges = np.bincount(code, weights=edge)
        found = np.flatnonzero(lengths)
        return found // count, found % count, lengths[found], edges[found]
    found, pair = np.unique(code, return_inverse=True)
    return found // count, found % count, np.bincount(pair, weights=length), np.bincount(pair, weights=edge)


def nearness(difference: Float) -> Float:
    """How much a border counts between masses whose values differ by so much: 1 where they are equal."""
    return np.exp(-np.abs(difference) / _SAME_VALUE)


@dataclass(frozen=True)
class Keeping:
    """What makes a mass worth keeping, in pixels of the map.

    A mass below `smallest` pixels goes in any case. Above that it stays when its tone and its edges add up to 1 or more:
    `tone` pixels that differ by `tone_step` in value from where the mass would go count 1, and so does an edge of `edge`.
    """

    smallest: float
    tone: float
    tone_step: float
    edge: float


def absorbed(masses: Masses, keeping: Keeping) -> LabelImage:
    """The label of every mass once those that are not worth keeping went into what surrounds them.

    In every round those go whose neighbour stays, and those that are worth less than all their neighbours which would go too;
    then neighbours of one label are one.
    """
    owner: LabelImage = np.arange(len(masses.labels))
    for _ in range(_MOST_ROUNDS):
        masses, united = _united(masses)
        owner = united[owner]
        labels = _round(masses, keeping)
        if labels is None:
            break
        masses = replace(masses, labels=labels)
    return masses.labels[owner]


def _united(masses: Masses) -> tuple[Masses, LabelImage]:
    """Touching masses of one label as one, and the new number of each."""
    count = len(masses.labels)
    same = masses.labels[masses.one] == masses.labels[masses.other]
    if not same.any():
        return masses, np.arange(count)
    number, new = _numbered(count, masses.one[same], masses.other[same])
    labels = np.zeros(number, dtype=np.uint8)
    labels[new] = masses.labels
    sizes: Float = np.asarray(np.bincount(new, weights=masses.sizes), dtype=float)
    means: Float = np.asarray(np.bincount(new, weights=masses.sizes * masses.means)) / sizes
    one, other = new[masses.one[~same]], new[masses.other[~same]]
    contacts = _summed(_pair(one, other, number), masses.lengths[~same], masses.edges[~same], number)
    return Masses(labels, sizes, means, *contacts), new


def _numbered(count: int, one: LabelImage, other: LabelImage) -> tuple[int, LabelImage]:
    """How many groups of linked masses there are, and the number of each mass's group."""
    lowest = np.arange(count)
    while True:
        before = lowest.copy()
        np.minimum.at(lowest, one, lowest[other])
        np.minimum.at(lowest, other, lowest[one])
        lowest = lowest[lowest]
        if np.array_equal(before, lowest):
            break
    heads, new = np.unique(lowest, return_inverse=True)
    return len(heads), new


def _round(masses: Masses, keeping: Keeping) -> LabelImage | None:
    """Labels after one round; None where every mass is worth keeping."""
    count = len(masses.labels)
    if count == 1:
        return None
    one, other, length, edge = masses.both_ways()
    pull = length * nearness(masses.means[other] - masses.means[one])
    order = np.lexsort((pull, one))
    last = np.flatnonzero(np.diff(one[order], append=count))
    into = np.arange(count)
    into[one[order[last]]] = other[order[last]]
    worth = masses.sizes / keeping.tone * ((masses.means[into] - masses.means) / keeping.tone_step) ** 2
    worth += np.bincount(one, weights=edge, minlength=count) / keeping.edge
    small = masses.sizes < keeping.smallest
    worth = np.where(small, masses.sizes / keeping.smallest - 1, worth)
    going = (worth < 1) & (into != np.arange(count))
    if not going.any():
        return None
    rank = np.empty(count)
    rank[np.lexsort((np.arange(count), worth))] = np.arange(count)
    waits = np.where(going, rank, np.inf)
    least_near = np.full(count, np.inf)
    np.minimum.at(least_near, one, waits[other])
    now = going & (~going[into] | (rank < least_near))
    return np.where(now, masses.labels[into], masses.labels).astype(np.uint8)
