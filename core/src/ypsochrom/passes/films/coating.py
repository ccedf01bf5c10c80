"""The painting as layers: for every part of every area what light comes back from below, step after step."""

from collections.abc import Mapping, Sequence

import numpy as np

from ...areas.area import Area
from ...areas.families import KINDS, Family, cell_of
from ...colour import spectra
from ...colour.types import Lab, Reflectance
from ...mixes.mix_set import Mix
from ...mixes.recipe import Recipe
from ...paint import surface
from ...paint.catalogue import Paintbox
from ..manners import Manner
from ..step import PaintPass, Step
from . import layers

OVERLAP_MM = 3.0
"""How far what lies behind is painted under the edge of what stands before it; from memory."""


def manner_of(step: Step) -> Manner:
    """How a planned step is laid."""
    return Manner(step.technique, step.film_um, step.medium, step.medium_share)


class Coating:
    """Internal reflectance (n areas x families, 36) of everything laid so far; cell = area index * families + family.

    `box` holds the paints of all mixes, `bare` (36,) is the support before any paint.
    """

    def __init__(self, areas: Sequence[Area], box: Paintbox, bare: Reflectance) -> None:
        self._index = {area.id: area.index for area in areas}
        self._box = box
        self.state: Reflectance = np.tile(bare, (len(areas) * KINDS, 1))

    def cells(self, area: str, family: Family | None) -> slice:
        """The cells of a part, or of a whole area."""
        index = self._index[area]
        if family is None:
            return slice(index * KINDS, (index + 1) * KINDS)
        at = cell_of(index, family)
        return slice(at, at + 1)

    def lay(self, cells: slice | np.ndarray, recipe: Recipe, manner: Manner, coats: int) -> None:
        """Lay coats of a recipe on cells; they have dried."""
        self.state[cells] = layers.laid(recipe, self._box, manner, coats, self.state[cells])

    def coats_needed(self, cells: slice, mix: Mix, manner: Manner, beneath: Reflectance | None = None) -> int:
        """Coats of a mix until what lies there now (or another underlayer) no longer shows."""
        below = self.state[cells] if beneath is None else beneath
        return layers.coats_needed(mix.match.recipe, self._box, manner, below)

    def seen(self, finish: surface.Finish = "satin") -> Lab:
        """The dry colour of every cell, shape (n, 3)."""
        return spectra.reflectance_to_lab(surface.seen(self.state, surface.dry(finish)))

    def carry_out(self, paint_pass: PaintPass, mix_of: Mapping[str, Mix]) -> None:
        """All steps of a pass."""
        for step in paint_pass.steps:
            self.lay(self.cells(step.area, step.family), mix_of[step.mix].match.recipe, manner_of(step), step.coats)
