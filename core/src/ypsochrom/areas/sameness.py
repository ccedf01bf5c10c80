"""Whether two neighbouring pieces of a picture show one thing: learned on rendered scenes, where that is known.

Pieces are merged in the order of the harm expected of it: the chance that they are of different things, times what a painter
loses if they are (learned agglomeration, nuneziglesias2013). The chance is that of a few small networks with one hidden layer,
averaged; `tools/sameness.py` trains them and writes data/sameness.json.
"""

import heapq
import json
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from functools import cache
from importlib import resources

import numpy as np

from ..colour.types import Float, LabelImage
from .features import Channels
from .merging import Merging

Judge = Callable[[Float], Float]
"""Clues of pairs, shape (n, `CLUES`), to the chance of each (n,) that its sides are different things."""

CLUES = 24

_BORDER_SHARE = 0.02
"""A border of the picture's own length that is lost counts as so much of its surface: for the eye both are harm."""

_LEAST_CHANCE, _LEAST_HARM = 0.005, 0.0003
_BESIDE_PX = 3
"""So far from a border, on either side, its own colours are read."""

_COLOURS = 5
_SPREAD = [0, 3, 4, 6, 7, 8]
"""Channels in which it counts how much a piece varies in itself."""

_LENGTH, _FINE, _LASTING, _LOG_LASTING = range(4)
_ACROSS = slice(4, 4 + _COLOURS)


@dataclass
class Pieces:
    """Pieces of a picture on the way to its areas: sums over their pixels and along their borders.

    `pixels` (n,), `sums` (n, channels), `squares` (n, those of `_SPREAD`) and `edge_sums` (n,) are of the pixels, `outline` (n,)
    is the length of all borders of a piece in px. `borders[i][j]` is of the border with j: its length in px, sums of the fine, of
    the lasting and of the logarithm of the lasting edge, and of the change of colour from i to j.
    """

    pixels: Float
    sums: Float
    squares: Float
    edge_sums: Float
    outline: Float
    borders: list[dict[int, Float]]
    total: float = field(init=False)

    def __post_init__(self) -> None:
        self.total = float(self.pixels.sum())

    @classmethod
    def of(cls, labels: LabelImage, channels: Channels, fine: Float, lasting: Float) -> "Pieces":
        """The pieces 0 .. n-1 of a label image; the pictures have its height and width."""
        count, flat = int(labels.max()) + 1, labels.ravel().astype(np.intp)

        def summed(picture: Float) -> Float:
            return np.asarray(np.bincount(flat, weights=picture.ravel(), minlength=count), dtype=float)

        pieces = cls(
            pixels=np.bincount(flat, minlength=count).astype(float),
            sums=np.stack([summed(layer) for layer in channels], axis=-1),
            squares=np.stack([summed(channels[k] * channels[k]) for k in _SPREAD], axis=-1),
            edge_sums=summed(fine),
            outline=np.zeros(count),
            borders=[{} for _ in range(count)],
        )
        pieces._add_borders(labels, channels, fine, lasting)
        pieces._add_borders(labels.T, channels.swapaxes(1, 2), fine.T, lasting.T)
        return pieces

    def _add_borders(self, labels: LabelImage, channels: Channels, fine: Float, lasting: Float) -> None:
        """The borders between a pixel and the one to the right of it."""
        y, x = np.nonzero(labels[:, 1:] != labels[:, :-1])
        one, other = labels[y, x].astype(np.int64), labels[y, x + 1].astype(np.int64)
        colours = channels[:_COLOURS]
        across = colours[:, y, np.minimum(x + 1 + _BESIDE_PX, labels.shape[1] - 1)]
        across = ((across - colours[:, y, np.maximum(x - _BESIDE_PX, 0)]) * np.where(one < other, 1, -1)).T
        edge = np.maximum(lasting[y, x], lasting[y, x + 1])
        along = np.column_stack([np.ones(len(y)), np.maximum(fine[y, x], fine[y, x + 1]), edge, np.log1p(edge), across])
        count = len(self.borders)
        keys, which = np.unique(np.minimum(one, other) * count + np.maximum(one, other), return_inverse=True)
        sums = np.stack([np.bincount(which, weights=column) for column in along.T], axis=-1)
        for key, border in zip(keys.tolist(), sums, strict=True):
            i, j = divmod(key, count)
            self._join(i, j, border)
            self.outline[[i, j]] += border[_LENGTH]

    def _join(self, i: int, j: int, border: Float) -> None:
        """Add to the border of i and j, as it is seen from i."""
        seen_from_j = border.copy()
        seen_from_j[_ACROSS] *= -1
        self.borders[i][j] = self.borders[i].get(j, 0.0) + border
        self.borders[j][i] = self.borders[j].get(i, 0.0) + seen_from_j

    def clues(self, one: Sequence[int], other: Sequence[int]) -> Float:
        """What tells the pieces of each pair of neighbours apart, shape (n, `CLUES`)."""
        border = np.array([self.borders[i][j] for i, j in zip(one, other, strict=True)])
        i, j = np.asarray(one), np.asarray(other)
        mean_i, mean_j = self.sums[i] / self.pixels[i, None], self.sums[j] / self.pixels[j, None]
        apart, spread = np.abs(mean_i - mean_j), np.sqrt(self._spread(i, mean_i) + self._spread(j, mean_j))
        inner_i, inner_j = self.edge_sums[i] / self.pixels[i], self.edge_sums[j] / self.pixels[j]
        length = border[:, _LENGTH]
        fine, lasting, logged = (
            border[:, _FINE] / length,
            border[:, _LASTING] / length,
            border[:, _LOG_LASTING] / length,
        )
        across = np.abs(border[:, _ACROSS] / length[:, None])
        chroma, relative, hue = (np.hypot(apart[:, a], apart[:, b]) for a, b in ((1, 2), (3, 4), (7, 8)))
        return np.column_stack(
            [
                np.sqrt(np.column_stack([apart[:, 0], chroma, relative, apart[:, 5:7], hue, apart[:, 9:]])),
                apart[:, 0] / (spread[:, 0] + 3),
                relative / (np.hypot(spread[:, 1], spread[:, 2]) + 2),
                hue / (np.hypot(spread[:, 4], spread[:, 5]) + 2),
                apart[:, 6] / (spread[:, 3] + 2),
                np.log(fine + 0.1),
                np.log(lasting + 0.1),
                logged,
                np.log((lasting + 0.1) / (np.maximum(inner_i, inner_j) + 0.1)),
                np.log((fine + 0.1) / (np.minimum(inner_i, inner_j) + 0.1)),
                np.sqrt(across[:, 0]),
                np.sqrt(np.hypot(across[:, 1], across[:, 2])),
                np.sqrt(np.hypot(across[:, 3], across[:, 4])),
                length / np.maximum(np.minimum(self.outline[i], self.outline[j]), 1),
                np.log(np.minimum(self.pixels[i], self.pixels[j]) / self.total),
                np.log(np.maximum(self.pixels[i], self.pixels[j]) / self.total),
                np.minimum(mean_i[:, 0], mean_j[:, 0]) / 30,
            ]
        )

    def _spread(self, who: np.ndarray, mean: Float) -> Float:
        """The variance of these pieces in the channels of `_SPREAD`."""
        return np.asarray(np.maximum(self.squares[who] / self.pixels[who, None] - mean[:, _SPREAD] ** 2, 0))

    def harm(self, one: Sequence[int], other: Sequence[int]) -> Float:
        """What is lost if these pairs are of different things and are merged: surface, and border, as shares of the picture."""
        smaller = np.minimum(self.pixels[np.asarray(one)], self.pixels[np.asarray(other)]) / self.total
        length = np.array([self.borders[i][j][_LENGTH] for i, j in zip(one, other, strict=True)])
        return np.asarray(smaller + _BORDER_SHARE * length / np.sqrt(self.total) + _LEAST_HARM)

    def absorb(self, i: int, j: int) -> None:
        """Piece i takes in its neighbour j."""
        for sums in (self.pixels, self.sums, self.squares, self.edge_sums):
            sums[i] += sums[j]
        self.outline[i] += self.outline[j] - 2 * self.borders[i][j][_LENGTH]
        for k, border in self.borders[j].items():
            del self.borders[k][j]
            if k != i:
                seen_from_i = border.copy()
                self._join(i, k, seen_from_i)
        self.borders[j] = {}


def merge_alike(pieces: Pieces, judge: Judge | None = None) -> tuple[Merging, ...]:
    """All mergings down to one piece, the least expected harm first; `pieces` are used up. None: the judge that was learned."""
    judge = judge or learned()
    alive = [True] * len(pieces.borders)
    changes = [0] * len(pieces.borders)
    heap: list[tuple[float, int, int, int, int, float]] = []

    def weigh(one: Sequence[int], other: Sequence[int]) -> None:
        chance = judge(pieces.clues(one, other))
        cost = (chance + _LEAST_CHANCE) * pieces.harm(one, other)
        for i, j, price, apart in zip(one, other, cost.tolist(), chance.tolist(), strict=True):
            heapq.heappush(heap, (price, i, j, changes[i], changes[j], apart))

    pairs = [(i, j) for i, near in enumerate(pieces.borders) for j in near if j > i]
    if pairs:
        weigh(*zip(*pairs, strict=True))
    steps: list[Merging] = []
    while heap:
        price, i, j, seen_i, seen_j, apart = heapq.heappop(heap)
        if not (alive[i] and alive[j]) or (changes[i], changes[j]) != (seen_i, seen_j):
            continue
        pieces.absorb(i, j)
        alive[j] = False
        changes[i] += 1
        steps.append(Merging(i, j, price, apart))
        if near := list(pieces.borders[i]):
            weigh([i] * len(near), near)
    return tuple(steps)


@dataclass(frozen=True, eq=False)
class Networks:
    """Networks with one hidden layer each: `hidden` (CLUES, nets, units), `bias` and `out` (nets, units), `out_bias` (nets,).

    Clues are freed from `mean` and divided by `scale` first.
    """

    mean: Float
    scale: Float
    hidden: Float
    bias: Float
    out: Float
    out_bias: Float

    def __call__(self, clues: Float) -> Float:
        """The chance (n,) that each pair is of different things."""
        nets, units = self.bias.shape
        seen = (clues - self.mean) / self.scale @ self.hidden.reshape(CLUES, nets * units)
        raised = np.maximum(seen.reshape(-1, nets, units) + self.bias, 0)
        told = (raised * self.out).sum(axis=-1) + self.out_bias
        return np.asarray(1 / (1 + np.exp(-told.mean(axis=-1))))


@cache
def learned() -> Networks:
    """The networks that ship with the application."""
    kept = json.loads(resources.files(__package__).joinpath("data/sameness.json").read_text())
    return Networks(**{name: np.array(kept[name]) for name in ("mean", "scale", "hidden", "bias", "out", "out_bias")})
