"""Passes of a size that can be followed: those with too little work are done together with a neighbour, long ones in pieces.

A pass of one or two units would be set out for, and its paint waited for, for a few strokes. A painter takes them along with
the pass before or after it, brush in hand: the half-tones right after the shadows, whiskers right after the last lights. Each
part keeps its brush, its manner and its place in the order.
"""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ...areas.families import Family
from ..step import PaintPass, Role, Step
from ..units.gathering import LEAST_UNITS, MOST_UNITS
from ..units.minutes import EDGELESS_ROLES

MOST_TOGETHER = 4
"""With more parts than these a pass says no longer what is done now; from memory."""


@dataclass(frozen=True)
class _Together:
    """Passes that are done as one."""

    passes: tuple[PaintPass, ...]

    @property
    def units(self) -> int:
        """How many units they have."""
        return sum(len(one.units) for one in self.passes)

    @property
    def main(self) -> PaintPass:
        """The one that most of the work is for."""
        return max(self.passes, key=lambda one: (sum(unit.minutes for unit in one.units), -one.number))

    @property
    def stands_alone(self) -> bool:
        """Whether it is never joined: the ground goes over everything, before anything else."""
        return self.passes[0].role in EDGELESS_ROLES

    @property
    def is_little(self) -> bool:
        """Whether it has less work than a pass."""
        return self.units < LEAST_UNITS and not self.stands_alone

    @cached_property
    def cells(self) -> frozenset[tuple[str, Family]]:
        """What is painted: families of areas."""
        return frozenset(cell for one in self.passes for step in one.steps for cell in step.cells)

    def with_next(self, other: "_Together") -> "_Together":
        """The two as one."""
        return _Together((*self.passes, *other.passes))


def joined_passes(
    passes: Sequence[PaintPass], role_of: Mapping[str, Role], is_plain: Callable[[], bool]
) -> dict[str, Role]:
    """The pass that a role (key) is done in, for those that are not passes of their own; `passes` have their units.

    A neighbour that lies on other parts of the picture is the better one, then the one whose brush is nearer, then the one
    before, whose paint is still wet. What would make a pass of more than `MOST_UNITS` comes last, and only by so few
    that its shortest units can be put together. Where it `is_plain`, with too little work for a whole plan, layers
    stay passes of their own.
    """
    groups = [_Together((one,)) for one in passes]
    layers_stay = any(group.is_little for group in groups) and is_plain()
    while True:
        ways = [
            (group.units, *_apart(groups[at], groups[at + 1]), at != place - 1, at)
            for place, group in enumerate(groups)
            if group.is_little
            for at in (place - 1, place)
            if 0 <= at < len(groups) - 1 and _may_join(groups[at], groups[at + 1], layers_stay)
        ]
        if not ways:
            return {
                one.role: role_of[group.main.role] for group in groups if len(group.passes) > 1 for one in group.passes
            }
        at = min(ways)[-1]
        groups[at : at + 2] = [groups[at].with_next(groups[at + 1])]


def _may_join(before: _Together, after: _Together, layers_stay: bool) -> bool:
    if before.stands_alone or len(before.passes) + len(after.passes) > MOST_TOGETHER:
        return False
    if layers_stay and _lies_over(after, before):
        return False
    return before.units + after.units <= MOST_UNITS + LEAST_UNITS


def _apart(before: _Together, after: _Together) -> tuple[bool, bool, float]:
    """How little two passes belong together: too many units, the second over the first, brushes that are unlike."""
    widths = sorted((before.passes[-1].brush_mm, after.passes[0].brush_mm))
    return before.units + after.units > MOST_UNITS, _lies_over(after, before), widths[1] / widths[0]


def _lies_over(after: _Together, before: _Together) -> bool:
    return not before.cells.isdisjoint(after.cells)


def in_pieces(one: PaintPass) -> Iterator[PaintPass]:
    """A pass with its units, as one, or as pieces of about equal length where it has more than `MOST_UNITS`.

    What the painter added before a unit is in its piece; what they added at the end is in the last.
    """
    count = -(-len(one.units) // MOST_UNITS)
    if count < 2:
        yield one
        return
    steps, before = {step.id: step for step in one.steps}, 0
    for piece, places in enumerate(np.array_split(np.arange(len(one.units)), count), start=1):
        units = tuple(one.units[place] for place in places)
        there = {unit.id for unit in units}
        others = {unit.id for unit in one.units} - there
        own = [steps[id_] for unit in units for id_ in unit.steps]
        yield replace(
            one,
            steps=tuple(_from(before, len(own), step) for step in own),
            units=units,
            own=tuple(w for w in one.own if w.before in there or (piece == count and w.before not in others)),
            piece=piece,
        )
        before += len(own)


def _from(before: int, count: int, step: Step) -> Step:
    """A step whose places are counted in its piece, which has so many steps and begins after so many."""
    first, last = (place - before for place in step.between)
    by = ("" if first < 0 else step.bounded_by[0], "" if last >= count else step.bounded_by[1])
    return replace(step, between=(min(max(first, 0), count - 1), min(max(last, 0), count - 1)), bounded_by=by)
