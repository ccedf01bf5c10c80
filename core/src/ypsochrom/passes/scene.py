"""What a plan is made from: the areas with their depth and borders, the mixes, and what the painter chose."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Literal, get_args

import numpy as np

from ..areas.area import Area
from ..areas.borders import Border
from ..areas.facts import PLANES, Plane
from ..areas.families import MIDDLE, Family
from ..areas.gradations import Gradation
from ..areas.strokes import Flow, Growth, Run
from ..colour.types import LabTriple, Reflectance
from ..kit.errors import BadSetting
from ..materials.supplies import PRIMED_WHITE, Brush, Face
from ..materials.support import Support
from ..mixes.blends import blend_of, is_blend, is_of_string
from ..mixes.mix_set import Mix, MixSet, part_of, targets_of
from ..paint import drawdown
from ..sky.air import ORDINARY_ROOM, Climate
from ..values.composition import Focal
from ..values.scale import USUAL_RANGE, PaintRange
from .factors import USUAL_FACTORS, Factors
from .manners import Technique, checked_factor, checked_technique
from .unit import OwnUnit

Hand = Literal["right", "left"]
GroundTone = Literal["white", "grey", "warm earth", "black", "as it is"]
GROUND_TONES: tuple[GroundTone, ...] = get_args(GroundTone)
GroundKind = Literal["paint", "gesso"]
Underpainting = Literal["none", "blocks", "sepia", "coloured"]
UNDERPAINTINGS: tuple[Underpainting, ...] = get_args(Underpainting)
Drawing = Literal["none", "light", "strong"]
FirstCover = Literal["own paint", "cheaper paint"]
"""What the first of several coats of a costly colour is laid in."""

OrderWish = Literal["figure from ground first", "edges of the picture last"]
ORDER_WISHES: tuple[OrderWish, ...] = get_args(OrderWish)

Sides = Literal["one colour", "picture"]
"""How deep sides are painted: in the ground's colour (else the darkest pile), or with the picture running round."""

Cut = Literal["split", "join"]
"""What the painter does to the units at a step: it begins one, or it goes with the unit before."""

DEEPEST_SIDE_MM = 100.0


@dataclass(frozen=True)
class Move:
    """The painter's hand in the order: this step comes right before that one (None: at the end), in the pass of `role`."""

    step: str
    before: str | None
    role: str


@dataclass(frozen=True)
class Choices:
    """What the painter decides about the passes; None is as the school has it.

    `school_of` gives single areas another school, `fading` areas get no more than a first thin coat, `techniques` lays single
    steps (by id) another way, `film_factor` multiplies every film, `rules_off` are rules that were set aside with the reason,
    `side_mm` is the depth of sides to be painted and `sides` how, `cuts` part and join units of work (by step id), `notes`
    are the painter's words to units (by unit id), `own_units` work that they add. `face` is the support that is painted on,
    `order` what the painter likes to have first or last where no hard rule says otherwise.
    """

    school: str = "direct"
    school_of: Mapping[str, str] = field(default_factory=dict)
    ground: GroundTone | None = None
    ground_kind: GroundKind = "paint"
    underpainting: Underpainting | None = None
    drawing: Drawing | None = None
    hand: Hand = "right"
    film_factor: float = 1.0
    fading: frozenset[str] = frozenset()
    techniques: Mapping[str, Technique] = field(default_factory=dict)
    side_mm: float = 0.0
    rules_off: Mapping[str, str] = field(default_factory=dict)
    moves: tuple[Move, ...] = ()
    cuts: Mapping[str, Cut] = field(default_factory=dict)
    notes: Mapping[str, str] = field(default_factory=dict)
    own_units: tuple[OwnUnit, ...] = ()
    sides: Sides = "one colour"
    face: Face = PRIMED_WHITE
    order: frozenset[OrderWish] = frozenset()
    first_cover: FirstCover = "own paint"

    def __post_init__(self) -> None:
        checked_factor(self.film_factor)
        for technique in self.techniques.values():
            checked_technique(technique)
        if not 0 <= self.side_mm <= DEEPEST_SIDE_MM:
            raise BadSetting(f"Sides of {self.side_mm:g} mm cannot be planned.", f"Choose 0 to {DEEPEST_SIDE_MM:g} mm.")

    def as_school(self, school: str) -> "Choices":
        """The same in another school, as that has it: nothing of the painter's that was said about this one."""
        return replace(self, school=school, school_of={}, ground=None, underpainting=None, moves=())


AS_THE_SCHOOL_HAS_IT = Choices()

FOCAL_REACH = 1.0
_NARROW_MM, _DRAWN_OUT = 6.0, 6.0
"""A stroke's width, and how many times its width it is long: less is a spot, not a blade or a rope."""

_OVERLAPS_AT_LEAST = 2
_CORNER_SHARE = 0.05


@dataclass(frozen=True)
class Surface:
    """An area's surface: which way strokes run in it (degrees from level, turning clockwise, 0 to 180), what grows over it, the
    area (id) that it mirrors, how its colour runs; each None where there is none of it.
    """

    way_deg: float | None
    growth: Growth | None
    mirrors: str | None
    gradation: Gradation | None


@dataclass(frozen=True, eq=False, kw_only=True)
class Layout:
    """What lies where on the support and how it meets, whatever it will be painted with.

    `gradations` are by area those that are to be blended, `growths` what grows over it, `flows` the way of that, `runs` the way
    of strokes where an area has one, `mirrors` by reflection the area that it mirrors.
    """

    areas: tuple[Area, ...]
    planes: Mapping[str, Plane]
    borders: tuple[Border, ...]
    support: Support
    gradations: Mapping[str, Gradation] = field(default_factory=dict)
    growths: Mapping[str, Growth] = field(default_factory=dict)
    flows: Mapping[str, Flow] = field(default_factory=dict)
    runs: Mapping[str, Run] = field(default_factory=dict)
    mirrors: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, eq=False, kw_only=True)
class Scene(Layout):
    """Everything the schools and rules may look at. `focal` is the passage that is to win, None where none is marked.

    `brushes` are the painter's own (none: the usual ones), `climate` is the air that is painted in, `face` is what it is painted
    on; `edge_mm` is how much of the picture's edge runs along each area; `paint_range` what dry paint reaches.
    """

    mixes: MixSet
    focal: Focal | None = None
    factors: Factors = USUAL_FACTORS
    brushes: tuple[Brush, ...] = ()
    climate: Climate = ORDINARY_ROOM
    face: Face = PRIMED_WHITE
    edge_mm: Mapping[str, float] = field(default_factory=dict)
    paint_range: PaintRange = USUAL_RANGE

    @cached_property
    def goals(self) -> dict[tuple[str, Family], LabTriple]:
        """The colour that every painted part is to have, in the range of dry paint: its own, not that of all that share its
        pile."""
        return {part_of(target): target.lab for target in targets_of(self.painted, self.paint_range)}

    @cached_property
    def bare(self) -> Reflectance:
        """Internal reflectance (36,) of the support before any paint."""
        white = drawdown.ground_lab("white")
        return drawdown.ground(white if self.face.lab is None else np.array(self.face.lab))

    def surface(self, area: str) -> Surface:
        """What is known of an area's surface."""
        run = self.runs.get(area)
        return Surface(
            None if run is None else run.angle_deg,
            self.growths.get(area),
            self.mirrors.get(area),
            self.gradations.get(area),
        )

    @cached_property
    def area_of(self) -> dict[str, Area]:
        """Areas by id."""
        return {area.id: area for area in self.areas}

    @cached_property
    def painted(self) -> tuple[Area, ...]:
        """The areas that are not left bare and have something to paint."""
        return tuple(area for area in self.areas if area.handling != "bare" and area.area_cm2 > 0 and area.parts)

    def depth(self, area: str) -> int:
        """0 in front, 2 at the back."""
        return PLANES.index(self.planes[area])

    @cached_property
    def in_corners(self) -> frozenset[str]:
        """Small areas along the edge of the picture; larger ones are its ground."""
        return frozenset(area.id for area in self.areas if area.id in self.edge_mm and area.share < _CORNER_SHARE)

    @cached_property
    def focal_ids(self) -> frozenset[str]:
        """The areas whose middle lies in the focal passage."""
        return frozenset(a.id for a in self.painted if self.from_focal(a) <= FOCAL_REACH) if self.focal else frozenset()

    def from_focal(self, area: Area) -> float:
        """How far an area's middle lies from the focal passage, in its radii; from the picture's centre where none is marked."""
        x, y, radius = (self.focal.x, self.focal.y, self.focal.radius) if self.focal else (0.5, 0.5, 0.25)
        away = np.hypot(area.centre[0] - x, (area.centre[1] - y) / self.support.proportion)
        return float(away / radius)

    @cached_property
    def overlapping(self) -> frozenset[str]:
        """Narrow things that lie over several others: whiskers, blades, rigging (common practice: an own last pass)."""
        edge: dict[str, float] = {}
        over: dict[str, set[str]] = {}
        under: set[str] = set()
        for border in self.borders:
            below = border.under
            for side in (border.a, border.b):
                edge[side] = edge.get(side, 0.0) + border.length_mm
            over.setdefault(border.over, set()).add(below)
            under.add(below)
        found = set()
        for area in self.painted:
            length_mm = edge.get(area.id, 0.0) / 2
            width_mm = area.area_cm2 * 100 / max(length_mm, 1e-9)
            if (
                width_mm < _NARROW_MM
                and length_mm > _DRAWN_OUT * width_mm
                and len(over.get(area.id, ())) >= _OVERLAPS_AT_LEAST
                and area.id not in under
            ):
                found.add(area.id)
        return frozenset(found)

    def pile_of(self, mix: Mix) -> Mix:
        """The pile that leads a mix: itself, of a blend the pile of the larger share, of a string the part's own."""
        if not is_blend(mix):
            return mix
        return self._pile_of_id[next(iter(blend_of(mix)))]

    @cached_property
    def _pile_of_id(self) -> dict[str, Mix]:
        return {mix.id: mix for mix in self.mixes.mixes}

    def main_mix(self, area: Area) -> Mix:
        """The mix of the family that covers most of the area, accents and highlights left aside; of equals the darker.

        Of a gradation the pile that leads there: its string is for the parts one by one.
        """
        mix = self.mixes.serving(area.id, self.main_family(area))
        return self.pile_of(mix) if is_of_string(mix.id) else mix

    def main_family(self, area: Area) -> Family:
        """The family that covers most of the area."""
        middle = [part for part in area.parts if part.family in MIDDLE] or list(area.parts)
        return max(middle, key=lambda part: (round(part.area_cm2, 6), -part.value)).family
