"""The words of a pass plan: roles, steps, passes, and the jobs that stand between them."""

from dataclasses import dataclass, replace
from functools import cached_property
from itertools import groupby
from typing import Literal

from ..areas.families import FAMILIES, Family
from ..materials.supplies import MediumKind
from ..mixes.mix_set import Mix
from .manners import Manner, Technique
from .unit import OwnUnit, Unit, Wait


@dataclass(frozen=True)
class Role:
    """What a pass is for; `rank` puts the roles of one plan in order, `brush_share` is of the support's short side.

    `haste` multiplies the minutes that its surface takes.
    """

    key: str
    rank: int
    brush_share: float
    manner: Manner
    why: str
    haste: float = 1.0


@dataclass(frozen=True)
class Draft:
    """What a school wants done, before it is put in order and measured.

    `family` None is the whole area; `coats` None is as many as it takes to cover; `section` orders parts of the picture;
    `area_cm2` None is all of the area or family, a number less than that (an edge, say); `saves` is what a cheaper layer saves.
    `moved_to` is where the painter moved it, `joined_to` the pass that is done together with its own, which has too little work.
    """

    role: Role
    area: str
    family: Family | None
    mix: Mix
    manner: Manner
    coats: int | None = None
    section: int = 0
    area_cm2: float | None = None
    moved_to: Role | None = None
    joined_to: Role | None = None
    saves: float = 0.0

    @property
    def part(self) -> Role:
        """The part of its pass that it belongs to: its own, or the one the painter moved it to."""
        return self.moved_to or self.role

    @property
    def at(self) -> Role:
        """The pass it is done in."""
        return self.joined_to or self.part

    @property
    def id(self) -> str:
        """Stable from plan to plan as long as the school, the area and the family stay."""
        return f"{self.role.key}/{self.area}/{self.family or 'all'}"


@dataclass(frozen=True)
class Reason:
    """Why a step stands where it stands: the rule, and what it says of this step."""

    rule: str
    words: str


@dataclass(frozen=True)
class Step:
    """One thing to do: lay `coats` of a mix on a part of an area; `family` is None where the whole area is covered.

    `film_um` is the wet film of one coat with its medium. `volume_ml` is paint, `medium_ml` what thins it; both with what stays
    in brush and palette, and no more: margin and rounding are the pile's. `wet_with` are the steps (ids) it can be blended with.
    `area_cm2` includes what runs under the neighbours' edges. `between` are the first and the last place in its pass
    (from 0) at which no rule is broken, `bounded_by` the rules that bound it there ("" is the end of the pass). `role` and
    `brush_mm` are those of its part of the pass where they are not the pass's.
    """

    id: str
    area: str
    family: Family | None
    mix: str
    technique: Technique
    medium: MediumKind | None
    medium_share: float
    coats: int
    film_um: float
    area_cm2: float
    volume_ml: float
    medium_ml: float
    wait: Wait = "none"
    wet_with: tuple[str, ...] = ()
    between: tuple[int, int] = (0, 0)
    bounded_by: tuple[str, str] = ("", "")
    reasons: tuple[Reason, ...] = ()
    role: str = ""
    brush_mm: float = 0.0

    @property
    def cells(self) -> tuple[tuple[str, Family], ...]:
        """What it lies on: families of its area."""
        return tuple((self.area, family) for family in (FAMILIES if self.family is None else (self.family,)))


@dataclass(frozen=True)
class Pair:
    """Of two steps (ids) the one that comes before the other, and the rule that wants it so."""

    before: str
    after: str
    rule: str


@dataclass(frozen=True)
class PaintPass:
    """One pass over the picture, and in a sentence why; `steps` are its parts, `units` the work as it is done.

    `own` is work that the painter adds. `roles` are what it is for where that is more than `role`, which most of it is for: what
    would be a pass of one or two units is done together with its neighbour, with a brush of its own. `piece` counts the pieces
    of one that is too long for one go.
    """

    number: int
    role: str
    brush_mm: float
    medium: str
    why: str
    steps: tuple[Step, ...]
    units: tuple[Unit, ...] = ()
    haste: float = 1.0
    own: tuple[OwnUnit, ...] = ()
    roles: tuple[str, ...] = ()
    piece: int = 1

    @property
    def id(self) -> str:
        """What the pass is for: the same from plan to plan, whatever its number."""
        return self.role if self.piece == 1 else f"{self.role}/{self.piece}"

    @property
    def parts(self) -> tuple[str, ...]:
        """All that it is for, in the order of the work."""
        return self.roles or (self.role,)

    @property
    def title(self) -> str:
        """What it is called on screens and sheets."""
        parts = [part.partition(" (")[0] for part in self.roles]  # of a layer beneath: the pass itself follows
        words = ", then ".join(dict.fromkeys(parts)) or self.role
        return words if self.piece == 1 else f"{words}, continued"

    @cached_property
    def rounds(self) -> tuple[tuple[Unit, ...], ...]:
        """Its units part by part: all coats of one are laid, round by round, before the next is begun."""
        steps = {step.id: step for step in self.steps}
        parts = groupby(self.units, lambda unit: self.role_of(steps[unit.steps[0]]))
        return tuple(tuple(units) for _, units in parts)

    @property
    def begins(self) -> dict[str, str]:
        """Where a pass is for several things: which of them begins with a unit (id)."""
        steps = {step.id: step for step in self.steps}
        parts = {units[0].id: self.role_of(steps[units[0].steps[0]]) for units in self.rounds}
        return parts if len(parts) > 1 else {}

    def without(self, role: str) -> "PaintPass":
        """The pass without the units of one of its parts."""
        steps = {step.id: step for step in self.steps}
        units = tuple(unit for unit in self.units if self.role_of(steps[unit.steps[0]]) != role)
        kept = {id_ for unit in units for id_ in unit.steps}
        return replace(self, steps=tuple(step for step in self.steps if step.id in kept), units=units)

    def role_of(self, step: Step) -> str:
        """What one of its steps is for."""
        return step.role or self.role

    def brush_of(self, step: Step) -> float:
        """Width in mm of the brush that one of its steps is painted with."""
        return step.brush_mm or self.brush_mm


JobKind = Literal[
    "drawing", "sealing coat", "muting layer", "re-stating", "sides", "signature", "isolation coat", "varnish"
]


@dataclass(frozen=True)
class Job:
    """Work that is not painting an area; it is done before the pass `before_pass` (one more than the last: at the end)."""

    kind: JobKind
    before_pass: int
    title: str
    why: str
    mix: str | None = None
    medium: MediumKind | None = None
    area_cm2: float = 0.0
    coats: int = 0
    volume_ml: float = 0.0
    medium_ml: float = 0.0
    caution: str = ""
