"""What the painting should look like at a stage, and what the plan has in hand to mend it with."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Self

import numpy as np

from ..colour import spectra
from ..colour.cielab import lab_to_srgb8
from ..colour.types import LabelImage, LabTriple, Srgb8
from ..materials.support import Support
from ..mixes.recipe import Recipe
from ..paint import surface
from ..paint.catalogue import Paintbox
from ..passes.films import layers
from ..passes.manners import GLAZES
from ..values.composition import Focal

_WHOLE = 0.85


@dataclass(frozen=True)
class CheckedArea:
    """An area that is checked: its number in the label image, what it is called, its size, and its middle as shares (0-1)."""

    index: int
    id: str
    name: str
    area_cm2: float
    centre: tuple[float, float]


@dataclass(frozen=True)
class PlannedWork:
    """A step of a pass in an area: the pile it lays, and on which share (0-1) of it; `opaque` hides what is beneath."""

    pass_number: int
    role: str
    mix: str
    share: float
    opaque: bool

    @classmethod
    def of(cls, pass_number: int, role: str, mix: str, technique: str, share: float) -> Self:
        """A step; what runs under the neighbours' edges does not count."""
        return cls(pass_number, role, mix, min(1.0, share), technique not in GLAZES)


def by_area(pairs: Iterable[tuple[str, PlannedWork]]) -> dict[str, tuple[PlannedWork, ...]]:
    """Work by the area (id) it is done in, in its order."""
    found: dict[str, list[PlannedWork]] = {}
    for area, work in pairs:
        found.setdefault(area, []).append(work)
    return {area: tuple(works) for area, works in found.items()}


def bare_support(shape: tuple[int, int]) -> Srgb8:
    """The white support before any paint, shape (height, width, 3)."""
    colour = lab_to_srgb8(spectra.reflectance_to_lab(surface.seen(layers.bare_ground(), surface.dry("matt"))))
    return np.ascontiguousarray(np.broadcast_to(colour, (*shape, 3)))


@dataclass(frozen=True)
class PlannedPile:
    """A pile of the plan: its recipe in tube paint, its colours (CIELAB), and how much of it is mixed."""

    id: str
    name: str
    recipe: Recipe
    lab_dry: LabTriple
    lab_wet: LabTriple
    volume_ml: float


@dataclass(frozen=True, eq=False)
class PlannedStage:
    """The painting as it should be after pass `number`; all pictures have the shape of `labels`.

    `so_far` are the dry pictures from the bare support to this stage, `wet` this one before it dries. `work` names by area (id)
    what the plan does there, in its order, and `box` holds the paints for it. `drawn` says that only the drawing
    lies on the support, and the pictures show its lines.
    """

    number: int
    support: Support
    areas: tuple[CheckedArea, ...]
    labels: LabelImage = field(repr=False)
    so_far: tuple[Srgb8, ...] = field(repr=False)
    wet: Srgb8 = field(repr=False)
    work: Mapping[str, tuple[PlannedWork, ...]] = field(default_factory=dict, repr=False)
    piles: Mapping[str, PlannedPile] = field(default_factory=dict, repr=False)
    box: Paintbox | None = field(default=None, repr=False)
    focal: Focal | None = None
    drawn: bool = False

    @property
    def dry(self) -> Srgb8:
        """The painting as it should look when this stage is dry."""
        return self.so_far[-1]

    @property
    def mm_per_px(self) -> float:
        """Size of a pixel on the support."""
        return self.support.width_mm / self.labels.shape[1]

    def planned(self, wet: frozenset[str]) -> Srgb8:
        """The painting as it should look now, where the areas in `wet` (ids) have not dried yet."""
        if not wet:
            return self.dry
        moist = np.isin(self.labels, [area.index for area in self.areas if area.id in wet])
        return np.where(moist[..., None], self.wet, self.dry)

    def worked_on(self, area: str) -> tuple[PlannedWork, ...]:
        """What this stage's own pass does in an area."""
        return tuple(one for one in self.work.get(area, ()) if one.pass_number == self.number)

    def pile_on(self, area: str) -> PlannedPile | None:
        """The pile that lies on most of an area at this stage: the last that was laid over most of it."""
        laid = [one for one in self.work.get(area, ()) if one.pass_number <= self.number and one.mix in self.piles]
        return (
            self.piles[max(laid, key=lambda one: (one.share >= 0.5, one.pass_number, one.share)).mix] if laid else None
        )

    def covered_later(self, area: str) -> PlannedWork | None:
        """The next pass that paints over the whole of an area."""
        later = [one for one in self.work.get(area, ()) if one.pass_number > self.number and one.opaque]
        for number in sorted({one.pass_number for one in later}):
            own = [one for one in later if one.pass_number == number]
            if sum(one.share for one in own) >= _WHOLE:
                return own[0]
        return None
