"""The pixels of a picture sorted by the area they lie in, so that each area is measured without going over all the others; and in
cells, in which texture falls out.
"""

import numpy as np

from ..colour.types import Float, Lab, LabelImage

ENOUGH = 10_000
"""So many pixels of an area, evenly taken, tell its colours as well as all of them: a mean to 1 % of its spread."""


class ByArea:
    """The pixels of the areas of a label image, each in the order in which they lie in the picture.

    `wanted` says for each label 0 .. n-1 whether its pixels are asked for; those of the others are left out.
    """

    def __init__(self, labels: LabelImage, wanted: np.ndarray) -> None:
        row = labels.ravel()
        at = np.arange(row.size) if wanted.all() else np.flatnonzero(wanted[row])
        self._order = at[np.argsort(row[at], kind="stable")]
        self._ends = np.cumsum(np.bincount(row[at], minlength=len(wanted)))[:-1]
        self._some = [own[:: max(1, len(own) // ENOUGH)] for own in np.split(self._order, self._ends)]

    def split(self, picture: np.ndarray) -> list[np.ndarray]:
        """The pixels (n, channels) or (n,) of a picture of the labels' height and width, by area."""
        return np.split(_in_a_row(picture)[self._order], self._ends)

    def some(self, picture: np.ndarray) -> list[np.ndarray]:
        """The same, of every area all its pixels or about `ENOUGH` to `2 * ENOUGH` of them."""
        row = _in_a_row(picture)
        return [row[own] for own in self._some]

    def put(self, parts: list[np.ndarray], into: np.ndarray) -> None:
        """The inverse of `split` for one number a pixel: write them where they belong in a picture."""
        into.reshape(-1)[self._order] = np.concatenate(parts)


def _in_a_row(picture: np.ndarray) -> np.ndarray:
    height, width, *channels = picture.shape
    return picture.reshape(height * width, *channels)


def unchanged(before: LabelImage, now: LabelImage) -> dict[int, int]:
    """The former label of every label that holds the very pixels it held before: what was measured of it still holds."""
    if before.shape != now.shape:
        return {}
    count, former = int(now.max()) + 1, int(before.max()) + 1
    shared = np.bincount(now.ravel().astype(np.intp) * former + before.ravel(), minlength=count * former)
    shared = shared.reshape(count, former)
    same = (shared > 0) & (shared == shared.sum(axis=1, keepdims=True)) & (shared == shared.sum(axis=0))
    return {int(label): int(was) for label, was in zip(*np.nonzero(same), strict=True)}


def in_cells(lab: Lab, spots: Float, side: float, fewest: int = 1) -> tuple[Float, Float, Lab]:
    """The number of pixels, mean place and mean colour of the cells of a grid that hold enough of them, row by row.

    `lab` (n, 3) and `spots` (n, 2, x and y) are of the pixels; `side` is a cell's, in the unit of the spots.
    """
    column, row = ((spots - spots.min(axis=0)) / side).astype(int).T
    cell = row * (column.max() + 1) + column
    count = np.bincount(cell)
    enough = count >= fewest
    sums = np.stack([np.bincount(cell, weights=values)[enough] for values in (*spots.T, *lab.T)], axis=-1)
    means = sums / count[enough, None]
    return count[enough].astype(float), means[:, :2], means[:, 2:]
