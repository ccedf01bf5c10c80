"""Recipes of piles written out one beside the other, with what they look like, and where they lie near a colour."""

import numpy as np
from scipy.spatial import KDTree

from ..colour.types import Float, Lab
from .table import VALUE_FIRST, Searched
from .uniform import coordinates


class Rows(Searched):
    """Recipes written out: sources (numbers, -1 where there is none) and amounts (n, most sources), dry CIELAB and place in the
    uniform space (n, 3), its squared length. Room is made for twice as many at a time, so that what is there is seldom copied."""

    def __init__(self, most_sources: int) -> None:
        self.count = 0
        self._room: dict[str, np.ndarray] = {
            "sources": np.zeros((0, most_sources), dtype=np.int16),
            "amounts": np.zeros((0, most_sources), dtype=np.int8),
            "lab": np.zeros((0, 3), dtype=np.float32),
            "near": np.zeros((0, 3), dtype=np.float32),
            "norm": np.zeros(0, dtype=np.float32),
        }

    def copy(self) -> "Rows":
        """The same rows, to which others may be added without these being touched."""
        other = Rows(self.sources.shape[1])
        other.count, other._room = self.count, {name: rows[: self.count] for name, rows in self._room.items()}
        return other

    def add(self, sources: np.ndarray, amounts: np.ndarray, lab: Lab) -> None:
        """More of them."""
        near = coordinates(lab)
        norm = np.einsum("ij,ij->i", near, near)
        new = {"sources": sources, "amounts": amounts, "lab": lab, "near": near, "norm": norm}
        until = self.count + len(lab)
        for name, rows in new.items():
            if until > len(self._room[name]):
                wider = np.empty((2 * until, *rows.shape[1:]), dtype=self._room[name].dtype)
                wider[: self.count] = self._room[name][: self.count]
                self._room[name] = wider
            self._room[name][self.count : until] = rows
        self.count = until
        self.__dict__.pop("tree", None)
        self.__dict__.pop("value_first", None)

    @property
    def sources(self) -> np.ndarray:
        """The numbers of the sources, -1 where there is none."""
        return self._room["sources"][: self.count]

    @property
    def amounts(self) -> np.ndarray:
        """The parts of each."""
        return self._room["amounts"][: self.count]

    @property
    def lab(self) -> Lab:  # type: ignore[override]
        """What they look like."""
        return self._room["lab"][: self.count]

    @property
    def near(self) -> Float:  # type: ignore[override]
        """Where they lie in the uniform space."""
        return self._room["near"][: self.count]

    @property
    def norm(self) -> Float:
        """The squared length of that."""
        return self._room["norm"][: self.count]

    def near_each(self, targets: Lab, count: int) -> np.ndarray:
        """For every target (m, 3) so many rows that come near it, shape (m, count)."""
        return self._asked(self.tree, coordinates(targets.astype(np.float32)), count)

    def level_with_each(self, targets: Lab, count: int) -> np.ndarray:
        """The same of those that keep its value."""
        return self._asked(self.value_first, targets * np.array([VALUE_FIRST, 1.0, 1.0]), count)

    def _asked(self, tree: KDTree, at: Float, count: int) -> np.ndarray:
        _, found = tree.query(at, min(count, self.count))
        return np.asarray(found).reshape(len(at), -1)
