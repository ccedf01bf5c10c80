"""From the steps of a pass, in their order, to units of work: one pile, one brush, one manner, 3 to 20 minutes a go.

Only steps that follow each other are gathered, so that the order which rules and painter gave stays as it is. Steps of one pile
come first together; what is then too short is put to the unit before or after it, whichever is nearer in colour and place: a
painter who has two neighbouring piles out turns from one to the other without putting the brush down. Where both together are
too much, the shorter takes as many steps from the longer as make a unit of it. A pass of fewer than three has its longest halved.
"""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import groupby, pairwise
from types import MappingProxyType

import numpy as np

from ...areas.strokes import Growth
from ...colour.ciede2000 import delta_e_2000
from ...kit.sums import summed
from ...materials.brushes import BrushKind, HandBrush, brush_of, for_opaque, placeable_cm2
from ...mixes.blends import shares_of
from ...mixes.mix_set import Mix
from ..manners import OF_ONE_PASSAGE, Technique
from ..scene import Cut
from ..step import PaintPass, Step
from ..unit import Unit
from .minutes import EDGELESS_ROLES, MINUTES_PER_PILE_BESIDE, unit_minutes

LEAST_MINUTES, MOST_MINUTES = 3.0, 20.0
"""A unit shorter than the first is no work of its own; after the second the eye wants a rest (common practice)."""

LEAST_UNITS, MOST_UNITS, LEAST_IN_ALL = 3, 12, 20
MOST_PILES, MOST_PILES_EVER = 4, 8
"""Units of a pass, and piles that one of them may have out at once as a rule and at the most; from memory."""

SHORT_MINUTES = 5.0
"""A plan has `LEAST_IN_ALL` units where each is so long on an average; a small study has fewer. From memory."""

_SAME_SHARE = 0.05
"""Shares of medium nearer than this are one manner."""

_ANOTHER_PLACE_DE00 = 12.0
"""Turning to a part elsewhere weighs as much as turning to a pile so far away (CIEDE2000)."""

_KINDS: Mapping[Technique, BrushKind] = {
    "glaze": "soft flat", "wash": "soft flat", "blended": "soft flat", "scumble": "bristle flat", "dry brush": "bristle flat",
    "stippling": "stippler", "knife": "knife", "airbrush": "airbrush",
    "wiped glaze": "soft flat", "dabbing": "sponge", "spatter": "bristle flat", "drawn down": "flat",
}  # fmt: skip
_OVER_EVERYTHING = "what overlaps everything"


@dataclass(frozen=True, eq=False)
class _Work:
    """What is known of a pass while its units are made."""

    one: PaintPass
    mix_of: Mapping[str, Mix]
    pile_of: Callable[[Mix], Mix]
    pace: float
    kind_of: Callable[[float], BrushKind]
    growths: Mapping[str, Growth]

    def pile(self, step: Step) -> Mix:
        """The pile that a step is painted with, or the larger share of it."""
        return self.pile_of(self.mix_of[step.mix])


@dataclass(frozen=True, eq=False)
class _Group:
    """Steps that are to be one unit."""

    work: _Work
    steps: tuple[Step, ...]

    @cached_property
    def piles(self) -> tuple[str, ...]:
        """Ids of the piles that lead its steps, the one with most paint first."""
        ml = summed((self.work.pile(step).id, step.volume_ml) for step in self.steps)
        return tuple(sorted(ml, key=lambda pile: (-ml[pile], pile)))

    @cached_property
    def minutes(self) -> float:
        """Hands-on minutes of its first go."""
        return self.minutes_in_all[0]

    @cached_property
    def minutes_in_all(self) -> tuple[float, float]:
        """Hands-on minutes of its first go, and of all its coats."""
        go, whole = unit_minutes(self.steps, len(self.piles), self.work.one)
        return self.work.pace * go, self.work.pace * whole

    @property
    def is_whole(self) -> bool:
        """Whether it is of one piece: the ground, a passage that is blended in one go."""
        return self.work.one.role in EDGELESS_ROLES or self.steps[0].technique in OF_ONE_PASSAGE

    def joined(self, other: "_Group") -> "_Group":
        """The two as one."""
        return _Group(self.work, (*self.steps, *other.steps))


def units_of(
    one: PaintPass,
    mix_of: Mapping[str, Mix],
    pile_of: Callable[[Mix], Mix],
    cuts: Mapping[str, Cut],
    pace: float = 1.0,
    kind_of: Callable[[float], BrushKind] = for_opaque,
    growths: Mapping[str, Growth] = MappingProxyType({}),
    least: int = LEAST_UNITS,
) -> tuple[Unit, ...]:
    """The units of a pass in order, without their clock and edges.

    `pile_of` gives the pile that leads a blend, `cuts` where the painter parts units (by the step that begins one) or joins them,
    `kind_of` the kind of brush that lays opaque paint at a width, `growths` what grows over areas and is laid in tufts, `least`
    how many there are to be where there is work for them.
    """
    work = _Work(one, mix_of, pile_of, pace, kind_of, growths)
    groups = [part for run in _runs(work) for part in _to_length(run)]
    groups = _by_hand(_long_ones_halved(_short_ones_filled(_short_ones_joined(groups)), least), cuts)
    ids: dict[str, int] = {}
    found = []
    for group in groups:
        name = f"{one.role_of(group.steps[0])}/{group.piles[0]}"
        ids[name] = ids.get(name, 0) + 1
        found.append(_unit(group, name if ids[name] == 1 else f"{name}/{ids[name]}"))
    return tuple(found)


def _manner(step: Step) -> tuple[float, Technique, str | None, float]:
    """Brush, manner and medium; the share of medium is last."""
    return step.brush_mm, step.technique, step.medium, round(step.medium_share / _SAME_SHARE)


def _runs(work: _Work) -> Iterable[_Group]:
    """Steps that follow each other with one pile and in one manner."""

    def key(step: Step) -> tuple[object, ...]:
        return (step.area if step.technique in OF_ONE_PASSAGE else work.pile(step).id, *_manner(step))

    for _, steps in groupby(work.one.steps, key):
        yield _Group(work, tuple(steps))


def _to_length(group: _Group) -> list[_Group]:
    """A run as pieces of about equal length, none over `MOST_MINUTES` unless a single step is; the ground is always one."""
    count = int(np.ceil(group.minutes / MOST_MINUTES))
    if count < 2 or group.is_whole:
        return [group]
    goal = group.minutes / count
    pieces: list[_Group] = []
    for step in group.steps:
        own = _Group(group.work, (step,))
        if pieces and (work := pieces[-1].joined(own)).minutes <= min(max(goal * 1.1, LEAST_MINUTES), MOST_MINUTES):
            pieces[-1] = work
        else:
            pieces.append(own)
    return pieces


def _short_ones_joined(groups: list[_Group]) -> list[_Group]:
    """Short units put to a neighbour, and neighbours joined until a pass has no more than it may."""
    while len(groups) > 1:
        pairs = list(enumerate(pairwise(groups)))
        many = len(groups) > MOST_UNITS
        wanted = [(at, a, b) for at, (a, b) in pairs if many or min(a.minutes, b.minutes) < LEAST_MINUTES]
        free = [(at, a, b) for at, a, b in wanted if _may_join(a, b, MOST_PILES)]
        free = free or [(at, a, b) for at, a, b in wanted if _may_join(a, b, MOST_PILES_EVER)]
        if not free:
            break
        at = min((_cost(a, b), at) for at, a, b in free)[1]
        groups[at : at + 2] = [groups[at].joined(groups[at + 1])]
    return groups


def _short_ones_filled(groups: list[_Group]) -> list[_Group]:
    """Units that are still too short, which no neighbour has room for, with steps of a neighbour that can spare them."""
    for at in range(len(groups)):
        if groups[at].minutes >= LEAST_MINUTES:
            continue
        both = [(first, groups[first : first + 2]) for first in (at - 1, at) if 0 <= first < len(groups) - 1]
        ways = [(first, way) for first, (a, b) in both if _one_manner(a, b) for way in _in_two(a.joined(b))]
        if ways:
            first, way = min(ways, key=lambda one: min(part.minutes for part in one[1]))
            groups[first : first + 2] = way
    return groups


def _long_ones_halved(groups: list[_Group], least: int) -> list[_Group]:
    """The longest units in halves while a pass has fewer than it should: in a plain picture one pile does much of a pass."""
    while len(groups) < least:
        ways = [
            (group.minutes, at, way) for at, group in enumerate(groups) if not group.is_whole for way in _in_two(group)
        ]
        if not ways:
            break
        _, at, way = max(ways, key=lambda one: (one[0], -max(part.minutes for part in one[2])))
        groups[at : at + 1] = way
    return groups


def _in_two(group: _Group) -> Iterable[list[_Group]]:
    """The ways to part the steps of a unit in two: both long enough, neither too long, and none with too many piles at hand."""
    for cut in range(1, len(group.steps)):
        way = [_Group(group.work, group.steps[:cut]), _Group(group.work, group.steps[cut:])]
        if all(LEAST_MINUTES <= part.minutes <= MOST_MINUTES and len(part.piles) <= MOST_PILES_EVER for part in way):
            yield way


def _by_hand(groups: Sequence[_Group], cuts: Mapping[str, Cut]) -> list[_Group]:
    """The units as the painter parts and joins them, all others as they are; another manner stays by itself."""
    found: list[_Group] = []
    for group in groups:
        for place, step in enumerate(group.steps):
            own = _Group(group.work, (step,))
            cut = cuts.get(step.id)
            goes_on = cut != "split" if place else bool(found) and cut == "join" and _one_manner(found[-1], own)
            if goes_on:
                found[-1] = found[-1].joined(own)
            else:
                found.append(own)
    return found


def _one_manner(a: _Group, b: _Group) -> bool:
    one, other = a.steps[-1], b.steps[0]
    if OF_ONE_PASSAGE & {one.technique, other.technique} and one.area != other.area:
        return False  # a gradation, a reflection is a unit of its own
    return _manner(one)[:-1] == _manner(other)[:-1]


def _may_join(a: _Group, b: _Group, most_piles: int) -> bool:
    if not _one_manner(a, b):
        return False
    together = a.minutes + b.minutes - MINUTES_PER_PILE_BESIDE
    return together <= MOST_MINUTES and len({*a.piles, *b.piles}) <= most_piles


def _cost(a: _Group, b: _Group) -> tuple[float, float]:
    """How little two units belong together: colours apart and places apart, then their length."""
    labs = [np.array(group.work.mix_of[group.piles[0]].match.lab_dry) for group in (a, b)]
    elsewhere = not {step.area for step in a.steps} & {step.area for step in b.steps}
    return float(delta_e_2000(*labs)) + elsewhere * _ANOTHER_PLACE_DE00, a.minutes + b.minutes


def _unit(group: _Group, id_: str) -> Unit:
    one, steps = group.work.one, group.steps
    first = steps[0]
    least_cm2 = placeable_cm2(one.brush_of(first))
    small = [step.id for step in steps if step.area_cm2 < least_cm2] if one.role not in EDGELESS_ROLES else []
    medium_ml, volume_ml = sum(step.medium_ml for step in steps), sum(step.volume_ml for step in steps)
    laid = dict.fromkeys(step.mix for step in steps)
    piles = dict.fromkeys([*group.piles, *(pile for mix in laid for pile in shares_of(group.work.mix_of[mix]))])
    return Unit(
        id=id_,
        mix=group.piles[0],
        beside=tuple(piles)[1:],
        technique=first.technique,
        medium=first.medium,
        medium_share=medium_ml / (medium_ml + volume_ml) if medium_ml else 0.0,
        brush=_brush(group),
        steps=tuple(step.id for step in steps),
        at_judgement=tuple(small),
        coats=max(step.coats for step in steps),
        area_cm2=sum(step.area_cm2 for step in steps),
        volume_ml=volume_ml,
        medium_ml=medium_ml,
        minutes=group.minutes,
        total_minutes=group.minutes_in_all[1],
    )


def _brush(group: _Group) -> HandBrush:
    """The brush of a unit: as its technique asks for, at the width of its pass."""
    work, first = group.work, group.steps[0]
    width_mm = work.one.brush_of(first)
    if first.technique == "tufts" and first.area in work.growths:
        width_mm = min(width_mm, WIDEST_TUFT_MM)
        return brush_of(tuft_brush(work.growths[first.area], width_mm), width_mm)
    return brush_of(
        _KINDS.get(first.technique)
        or ("rigger" if work.one.role_of(first) == _OVER_EVERYTHING else work.kind_of(width_mm)),
        width_mm,
    )


WIDEST_TUFT_MM = 12.0
"""A wider brush lays a mass, not tufts. From memory."""

_RAKE_FROM_MM = 6.0


def tuft_brush(growth: Growth, width_mm: float) -> BrushKind:
    """What lays tufts of a width: a rake for fur and grass, a filbert for locks and leaves, a rigger or round for the finest.

    Common practice.
    """
    if width_mm >= _RAKE_FROM_MM:
        return "rake" if growth in ("fur", "grass") else "filbert"
    return "round" if growth == "foliage" else "rigger"
