"""What a judgement is made from, and the shape of a rule."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from ...colour.types import LabelImage
from ...kit.advice import Advice
from ...materials.support import Support
from ...values.composition import Focal
from ...values.scale import USUAL_RANGE, PaintRange
from ..area import Area
from ..borders import Border
from ..facts import AS_FOUND, Decision, Facts


@dataclass(frozen=True, eq=False)
class Case:
    """A plan's areas as found in the photo and as they are to be painted, with everything known about them."""

    found: Sequence[Area]
    wanted: Sequence[Area]
    facts: Mapping[str, Facts]
    borders: Sequence[Border]
    labels: LabelImage = field(repr=False)
    support: Support
    decisions: Mapping[str, Decision] = field(default_factory=dict)
    focal: Focal | None = None
    paint_range: PaintRange = USUAL_RANGE
    smallest_brush_mm: float = 2.0
    weave_mm: float | None = None
    references: Sequence[Advice] = ()

    @cached_property
    def area(self) -> dict[str, Area]:
        """The areas to be painted, by id; those left bare are not among them."""
        return {area.id: area for area in self.wanted if area.parts}

    @cached_property
    def photo(self) -> dict[str, Area]:
        """The areas as the photo shows them, by id."""
        return {area.id: area for area in self.found}

    @cached_property
    def focal_ids(self) -> frozenset[str]:
        """The areas of which a good part lies in the focal passage."""
        if self.focal is None:
            return frozenset()
        height, width = self.labels.shape
        inside = {area.id for area in self.found if self._in_focal(area.centre, width / height)}
        return frozenset(inside)

    def _in_focal(self, spot: tuple[float, float], proportion: float) -> bool:
        assert self.focal is not None
        across, down = spot[0] - self.focal.x, (spot[1] - self.focal.y) / proportion
        return (across**2 + down**2) ** 0.5 <= self.focal.radius

    @cached_property
    def meeting(self) -> list[Border]:
        """The borders both of whose sides are painted."""
        return [border for border in self.borders if border.a in self.area and border.b in self.area]

    def depth(self, area_id: str) -> str:
        """The plane of an area: the painter's, else the proposed one."""
        return self.decisions.get(area_id, AS_FOUND).plane or self.facts[area_id].plane


Rule = Callable[[Case], Iterator[Advice]]
