"""Patches merged into areas, the least difference first, down to one; the order is kept, so that any number can be had."""

import heapq
import math
from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np

from ..colour.types import Float, LabelImage

_COLOUR_POWER, _EDGE_POWER, _EDGE_FLOOR = 0.75, 0.7, 0.3
"""The exponents of the cost: of the colour difference and of the border's edge; found by search on the demo scenes."""


@dataclass(frozen=True)
class Merging:
    """One merging: the patch that grew, the one it took in, what that cost, and the chance (0-1) that they are of two things."""

    kept: int
    absorbed: int
    cost: float
    apart: float = 0.0


@dataclass
class _Graph:
    """Patches still alive: share of the picture, mean features, and per neighbour the border's (edge sum, length)."""

    share: list[float]
    mean: list[tuple[float, ...]]
    borders: list[dict[int, tuple[float, float]]]
    changes: list[int] = field(default_factory=list)


def merge_order(patches: LabelImage, features: Float, edge: Float, *, down_to: int = 1) -> tuple[Merging, ...]:
    """The mergings from all patches down to so many areas, in their order.

    Ward's criterion (ward1963) between neighbours, weighted by how strong an edge lies on their common border.
    """
    graph = _graph_of(patches, features, edge)
    left = len(graph.share)

    def cost(i: int, j: int) -> float:
        difference = math.dist(graph.mean[i], graph.mean[j]) ** 2 + 1.0
        edge_sum, length = graph.borders[i][j]
        one, other = graph.share[i], graph.share[j]
        size = one * other / (one + other)
        return float(size * difference**_COLOUR_POWER * (_EDGE_FLOOR + edge_sum / length) ** _EDGE_POWER)

    heap = [(cost(i, j), i, j, 0, 0) for i, near in enumerate(graph.borders) for j in near if j > i]
    heapq.heapify(heap)
    steps: list[Merging] = []
    while heap and left > down_to:
        price, i, j, seen_i, seen_j = heapq.heappop(heap)
        if graph.changes[i] != seen_i or graph.changes[j] != seen_j:
            continue
        _absorb(graph, i, j)
        steps.append(Merging(i, j, price))
        left -= 1
        for k in graph.borders[i]:
            a, b = min(i, k), max(i, k)
            heapq.heappush(heap, (cost(a, b), a, b, graph.changes[a], graph.changes[b]))
    return tuple(steps)


def areas_after(count: int, steps: Sequence[Merging]) -> np.ndarray:
    """The area (0 .. n-1) of every one of `count` patches when these mergings have been done."""
    parent = list(range(count))
    for step in steps:
        parent[step.absorbed] = step.kept
    roots = np.array([_root(parent, i) for i in range(count)])
    return np.unique(roots, return_inverse=True)[1]


def _graph_of(patches: LabelImage, features: Float, edge: Float) -> _Graph:
    n = int(patches.max()) + 1
    flat = patches.ravel().astype(np.intp)
    pixels = np.bincount(flat, minlength=n).astype(float)
    means = np.stack(
        [np.bincount(flat, weights=features[..., i].ravel(), minlength=n) / pixels for i in range(features.shape[-1])],
        axis=-1,
    )
    borders: list[dict[int, tuple[float, float]]] = [{} for _ in range(n)]
    for here, there in (((slice(None), slice(1, None)), (slice(None), slice(-1))), ((slice(1, None),), (slice(-1),))):
        first, second = patches[here], patches[there]
        apart = first != second
        strength = np.maximum(edge[here], edge[there])[apart]
        pair = np.minimum(first, second)[apart].astype(np.int64) * n + np.maximum(first, second)[apart]
        keys, inverse = np.unique(pair, return_inverse=True)
        sums, lengths = np.bincount(inverse, weights=strength), np.bincount(inverse)
        for key, edge_sum, length in zip(keys.tolist(), sums.tolist(), lengths.tolist(), strict=True):
            i, j = divmod(key, n)
            _add_border(borders, i, j, (edge_sum, float(length)))
    return _Graph(
        share=(pixels / pixels.sum()).tolist(),
        mean=[tuple(row) for row in means.tolist()],
        borders=borders,
        changes=[0] * n,
    )


def _add_border(borders: list[dict[int, tuple[float, float]]], i: int, j: int, more: tuple[float, float]) -> None:
    edge_sum, length = borders[i].get(j, (0.0, 0.0))
    borders[i][j] = borders[j][i] = (edge_sum + more[0], length + more[1])


def _absorb(graph: _Graph, i: int, j: int) -> None:
    """Patch i takes in patch j."""
    total = graph.share[i] + graph.share[j]
    graph.mean[i] = tuple(
        (x * graph.share[i] + y * graph.share[j]) / total for x, y in zip(graph.mean[i], graph.mean[j], strict=True)
    )
    graph.share[i] = total
    graph.changes[i] += 1
    graph.changes[j] = -1
    for k, border in graph.borders[j].items():
        del graph.borders[k][j]
        if k != i:
            _add_border(graph.borders, i, k, border)
    graph.borders[j] = {}


def _root(parent: list[int], i: int) -> int:
    while parent[i] != i:
        parent[i] = parent[parent[i]]
        i = parent[i]
    return i
