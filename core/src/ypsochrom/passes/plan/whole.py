"""A whole plan, with everything that its files and sheets say."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from ...areas.area import AreaMap
from ...kit.advice import Advice
from ...materials.support import Support
from ...mixes.mix_set import Mix, MixSet
from ...subject.decode import Picture
from ...values.value_map import ValueMap
from ..amounts.per_area import Amounts
from ..films.nearness import Nearness
from ..scene import Surface
from .pass_plan import PassPlan


@dataclass(frozen=True, eq=False)
class Plan:
    """A plan under the painter's own names; `brush_mm` is the one that the value map is simplified to.

    `nozzles_mm` are those of the painter's tubes by paint, `prices` what a ml of them costs. `surfaces` are
    by area. `nearness` is how near the finished painting comes to the photo.
    """

    support: Support
    brush_mm: float
    picture: Picture = field(repr=False)
    values: ValueMap
    areas: AreaMap
    mixes: MixSet
    passes: PassPlan
    judgement: tuple[Advice, ...] = ()
    nozzles_mm: Mapping[str, float] = field(default_factory=dict)
    prices: Mapping[str, float] = field(default_factory=dict)
    surfaces: Mapping[str, Surface] = field(default_factory=dict)
    nearness: Nearness | None = None

    @cached_property
    def amounts(self) -> Amounts:
        """What every area takes of every pile and tube."""
        return self.passes.amounts(self.areas.areas, self.prices)

    @property
    def advice(self) -> tuple[Advice, ...]:
        """All advice, in the order of the work."""
        near = () if self.nearness is None else self.nearness.advice()
        return (*self.picture.advice, *self.judgement, *self.mixes.advice, *self.passes.advice, *near)

    @property
    def all_mixes(self) -> tuple[Mix, ...]:
        """All mixes that the passes use: the ground's, the painting's from dark to light, then the school's own."""
        return self.passes.mixes
