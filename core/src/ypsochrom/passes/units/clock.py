"""Units on the clock: when each begins if one follows the other, what must be dry by then, and which edges are wet on both sides.

Second coats are laid in a second round through their part of the pass, when the first have dried. Blending is planned where
both sides can still be wet; where the neighbour has dried, the edge is softened over dry paint, or retarder is asked for where
a tenth of it suffices.
"""

from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace

from ...areas.families import Family
from ...kit.text import listed
from ...mixes.mix_set import Mix
from ..films.drying import Drying
from ..order import rules
from ..scene import Scene
from ..step import PaintPass, Reason, Step
from ..unit import Unit, Wait
from .edges import Laid, StepEdge, along, cut_together, edges_of, longest_of
from .minutes import EDGELESS_ROLES, MINUTES_PER_PASS, MINUTES_PER_PILE, coat_minutes

_WAITS: tuple[Wait, ...] = ("none", "touch-dry", "dry")
_LEAST_WAIT = 0.5


@dataclass(frozen=True)
class Waiting:
    """How often is waited, and for how many minutes, when one unit follows the other."""

    times: int
    minutes: float


@dataclass
class _Clock:
    """What is known while the clock runs."""

    scene: Scene
    now: float = 0.0
    waits: int = 0
    waited: float = 0.0
    laid: dict[tuple[str, Family], Laid] = field(default_factory=dict)
    mixed: set[str] = field(default_factory=set)

    @property
    def drying(self) -> Drying:
        """How coats dry where it is painted."""
        return Drying.of(self.scene)

    def wait_until(self, ready: float) -> float:
        """Wait, if there is anything to wait for; how long."""
        idle = ready - self.now
        if idle < _LEAST_WAIT:
            return 0.0
        self.waits += 1
        self.waited += idle
        self.now = ready
        return idle


def on_the_clock(
    passes: Sequence[PaintPass],
    scene: Scene,
    mix_of: Mapping[str, Mix],
    chosen: Collection[str] = (),
    *,
    wet_edges: bool = True,
) -> tuple[tuple[PaintPass, ...], Waiting]:
    """The passes with their units' times and edges, their steps laid as wet and dry allow.

    `mix_of` are piles and blends by id, `chosen` steps (ids) whose technique the painter has decided on; without `wet_edges` the
    rule of soft edges was set aside and none are told.
    """
    clock = _Clock(scene)
    found = []
    for one in passes:
        clock.now += MINUTES_PER_PASS * scene.factors.pace.value
        begun = clock.now
        times, spans = _timed(one, clock, mix_of)
        steps = {step.id: step for step in one.steps}
        edges = edges_of(one, scene, spans, clock.drying) if wet_edges else {}
        laid = {id_: _as_it_can_be_laid(step, edges.get(id_, []), chosen) for id_, step in steps.items()}
        units = []
        for unit, (starts, idle) in zip(one.units, times, strict=True):
            own = [laid[id_] for id_ in unit.steps]
            techniques = [step.technique for step in own]
            units.append(
                replace(
                    unit,
                    technique=max(techniques, key=techniques.count),
                    starts=tuple(start - begun for start in starts),
                    wait=max((step.wait for step in own), key=_WAITS.index),
                    wait_minutes=idle,
                    open_minutes=min(clock.drying.open(step) for step in own),
                    dry_minutes=max(clock.drying.overcoat(step) for step in own),
                    edges=(
                        *(() if one.role in EDGELESS_ROLES else along(unit, own, scene, clock.drying)),
                        *cut_together(longest_of([edge for id_ in unit.steps for edge in edges.get(id_, [])]), scene),
                    ),
                    words=_places(own, scene, whole=one.role in EDGELESS_ROLES),
                    also_in="" if one.role in EDGELESS_ROLES else _also_in(unit, own, scene),
                )
            )
        found.append(replace(one, steps=tuple(laid[step.id] for step in one.steps), units=tuple(units)))
    return tuple(found), Waiting(clock.waits, clock.waited)


def _timed(
    one: PaintPass, clock: _Clock, mix_of: Mapping[str, Mix]
) -> tuple[list[tuple[list[float], float]], dict[str, Laid]]:
    """For every unit when its coats begin and how long is waited for them; for every step when its last coat is laid."""
    pace, steps = clock.scene.factors.pace.value, {step.id: step for step in one.steps}
    times: dict[str, tuple[list[float], float]] = {unit.id: ([], 0.0) for unit in one.units}
    spans: dict[str, Laid] = {}
    for unit, coat in in_rounds(one):
        own = [steps[id_] for id_ in unit.steps if steps[id_].coats >= coat]
        if coat == 1:
            clock.now += sum(work.minutes for work in one.own if work.before == unit.id)
            clock.now += _mixing(unit, clock, mix_of) * pace
        starts, idle = times[unit.id]
        idle += clock.wait_until(max(_ready(step, coat, spans, clock) for step in own))
        times[unit.id] = ([*starts, clock.now], idle)
        laying = {id_: pace * coat_minutes(steps[id_], one) for id_ in unit.steps}
        clock.now += unit.minutes - sum(laying.values())
        for step in own:
            begun = clock.now
            clock.now += laying[step.id]
            spans[step.id] = Laid(begun, clock.now, step)
            for cell in step.cells:
                clock.laid[cell] = spans[step.id]
    units = {unit.id for unit in one.units}
    clock.now += sum(work.minutes for work in one.own if work.before not in units)  # at the end
    return [times[unit.id] for unit in one.units], spans


def in_rounds(one: PaintPass) -> Iterator[tuple[Unit, int]]:
    """Every go of a pass in order, as the unit and which of its coats it is (from 1).

    Second coats are laid in a second round through their part of the pass, whose end the next part waits for.
    """
    for units in one.rounds:
        for coat in range(1, max(unit.coats for unit in units) + 1):
            yield from ((unit, coat) for unit in units if unit.coats >= coat)


def _mixing(unit: Unit, clock: _Clock, mix_of: Mapping[str, Mix]) -> float:
    """Minutes for the piles that are mixed for this unit, each the first time that it is used."""
    new = {unit.mix, *unit.beside} - clock.mixed
    clock.mixed |= new
    return MINUTES_PER_PILE * len({pile for pile in new if pile in mix_of})


def _ready(step: Step, coat: int, spans: Mapping[str, Laid], clock: _Clock) -> float:
    """When a coat can be laid: its own last coat, and what lies beneath, have dried as far as they must."""
    if coat > 1:
        last = spans[step.id]
        return last.done + clock.drying.between_coats(last.step)
    if step.wait == "none":
        return 0.0
    below = [clock.laid[cell] for cell in step.cells if cell in clock.laid]
    return max((one.done + clock.drying.until(step.wait, one.step) for one in below), default=0.0)


def _as_it_can_be_laid(step: Step, edges: Sequence[StepEdge], chosen: Collection[str]) -> Step:
    """A step with what it can really be blended with; “wet in wet” beside nothing that is wet is a full coat."""
    wet = tuple(dict.fromkeys(edge.beside for edge in edges if edge.beside is not None))
    told = longest_of(list(edges))
    reasons = (*step.reasons, *(Reason(rules.EDGES, edge.words) for edge in told))
    if step.technique != "wet in wet" or wet or step.id in chosen:
        return replace(step, wet_with=wet, reasons=reasons)
    kept = tuple(one for one in reasons if one.rule != "passes.technique")
    return replace(step, technique="opaque", reasons=kept)


def _places(steps: Sequence[Step], scene: Scene, *, whole: bool) -> str:
    """What a unit paints, in words."""
    if whole and len({step.area for step in steps}) == len(scene.areas):
        return "the whole surface"
    families: dict[str, list[Family]] = {}
    for step in steps:
        families.setdefault(step.area, []).extend(() if step.family is None else (step.family,))
    return "; ".join(
        scene.area_of[area].name + (f" ({listed(dict.fromkeys(own))})" if own else "") for area, own in families.items()
    )


_MOST_PLACES = 3


def _also_in(unit: Unit, steps: Sequence[Step], scene: Scene) -> str:
    """Other areas that the unit's pile serves, the largest first; nothing for a school's own pile."""
    here = {step.area for step in steps}
    pile = next((mix for mix in scene.mixes.mixes if mix.id == unit.mix), None)
    there = dict.fromkeys(area for area, _ in (() if pile is None else pile.serves) if area not in here)
    largest = sorted((scene.area_of[area] for area in there), key=lambda area: (-area.area_cm2, area.id))
    return "; ".join(area.name for area in largest[:_MOST_PLACES])
