"""Units on the clock: when each begins if one follows the other, what must be dry by then, and which edges are wet on both sides.

Second coats are laid in a second round through the pass, when the first have dried. Blending is planned where both sides can
still be wet; where the neighbour has dried, the edge is softened over dry paint, or retarder is asked for where a tenth of it
suffices.
"""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field, replace

from ...areas.area import Area
from ...areas.families import FAMILIES, Family
from ...materials.measures import DROP_ML, drops
from ...mixes.mix_set import Mix
from ..films.drying import RETARDER_SHARE, RETARDER_TIMES, dry_through_minutes, open_minutes, touch_dry_minutes
from ..manners import WET_IN_WET
from ..order import rules
from ..scene import Scene
from ..step import PaintPass, Reason, Step
from ..unit import EdgeHow, EdgeWork, Unit, Wait
from .minutes import EDGELESS_ROLES, MINUTES_PER_PASS, MINUTES_PER_PILE, coat_minutes

_WAITS: tuple[Wait, ...] = ("none", "touch-dry", "dry")
_MOST_EDGES = 6
"""Edges that are named with a unit, the longest."""

_EDGES_OF: frozenset[Family | None] = frozenset({None, "shadow", "half-tone", "light"})
"""What reaches to the edge of its area; accents and highlights sit within."""

_LEAST_WAIT = 0.5


@dataclass(frozen=True)
class Waiting:
    """How often is waited, and for how many minutes, when one unit follows the other."""

    times: int
    minutes: float


@dataclass
class _Laid:
    """When (minutes after the painting was begun) a film was laid last on a part of an area, from the first touch to the last."""

    begun: float
    done: float
    film_um: float
    step: Step


@dataclass
class _Clock:
    """What is known while the clock runs."""

    scene: Scene
    now: float = 0.0
    waits: int = 0
    waited: float = 0.0
    laid: dict[tuple[str, Family], _Laid] = field(default_factory=dict)
    mixed: set[str] = field(default_factory=set)

    @property
    def drying(self) -> float:
        """The painter's own factor on all drying."""
        return self.scene.factors.drying.value

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
        edges = _edges(one, scene, spans, clock.drying) if wet_edges else {}
        laid = {id_: _as_it_can_be_laid(step, edges.get(id_, []), chosen) for id_, step in steps.items()}
        units = []
        for unit, (starts, idle) in zip(one.units, times, strict=True):
            own = [laid[id_] for id_ in unit.steps]
            techniques = [step.technique for step in own]
            films = [step.film_um for step in own]
            units.append(
                replace(
                    unit,
                    technique=max(techniques, key=techniques.count),
                    starts=tuple(start - begun for start in starts),
                    wait=max((step.wait for step in own), key=_WAITS.index),
                    wait_minutes=idle,
                    open_minutes=open_minutes(min(films), clock.drying),
                    dry_minutes=touch_dry_minutes(max(films), clock.drying),
                    edges=(
                        *_along(unit, own, scene, clock.drying),
                        *_of_the_unit([edge for id_ in unit.steps for edge in edges.get(id_, [])]),
                    ),
                    words=_places(own, scene, whole=one.role in EDGELESS_ROLES),
                )
            )
        found.append(replace(one, steps=tuple(laid[step.id] for step in one.steps), units=tuple(units)))
    return tuple(found), Waiting(clock.waits, clock.waited)


def _timed(
    one: PaintPass, clock: _Clock, mix_of: Mapping[str, Mix]
) -> tuple[list[tuple[list[float], float]], dict[str, _Laid]]:
    """For every unit when its coats begin and how long is waited for them; for every step when its last coat is laid."""
    pace, steps = clock.scene.factors.pace.value, {step.id: step for step in one.steps}
    times: list[tuple[list[float], float]] = [([], 0.0) for _ in one.units]
    spans: dict[str, _Laid] = {}
    for coat in range(1, max((unit.coats for unit in one.units), default=0) + 1):
        for place, unit in enumerate(one.units):
            own = [steps[id_] for id_ in unit.steps if steps[id_].coats >= coat]
            if not own:
                continue
            if coat == 1:
                clock.now += _mixing(unit, clock, mix_of) * pace
            starts, idle = times[place]
            idle += clock.wait_until(max(_ready(step, coat, spans, clock) for step in own))
            times[place] = ([*starts, clock.now], idle)
            laying = {id_: pace * coat_minutes(steps[id_], one) for id_ in unit.steps}
            clock.now += unit.minutes - sum(laying.values())
            for step in own:
                begun = clock.now
                clock.now += laying[step.id]
                spans[step.id] = _Laid(begun, clock.now, step.film_um, step)
                for family in FAMILIES if step.family is None else (step.family,):
                    clock.laid[step.area, family] = spans[step.id]
    return times, spans


def _mixing(unit: Unit, clock: _Clock, mix_of: Mapping[str, Mix]) -> float:
    """Minutes for the piles that are mixed for this unit, each the first time that it is used."""
    new = {unit.mix, *unit.beside} - clock.mixed
    clock.mixed |= new
    return MINUTES_PER_PILE * len({pile for pile in new if pile in mix_of})


def _ready(step: Step, coat: int, spans: Mapping[str, _Laid], clock: _Clock) -> float:
    """When a coat can be laid: its own last coat, and what lies beneath, have dried as far as they must."""
    if coat > 1:
        last = spans[step.id]
        dries = dry_through_minutes if step.technique == "glaze" else touch_dry_minutes
        return last.done + dries(last.film_um, clock.drying)
    if step.wait == "none":
        return 0.0
    dries = dry_through_minutes if step.wait == "dry" else touch_dry_minutes
    families = FAMILIES if step.family is None else (step.family,)
    below = [clock.laid[step.area, family] for family in families if (step.area, family) in clock.laid]
    return max((one.done + dries(one.film_um, clock.drying) for one in below), default=0.0)


@dataclass(frozen=True)
class _StepEdge:
    """An edge of a step with what was laid beside it, and the step there (None: nothing in this pass)."""

    work: EdgeWork
    beside: str | None


def _edges(one: PaintPass, scene: Scene, spans: Mapping[str, _Laid], drying: float) -> dict[str, list[_StepEdge]]:
    """By step the edges to mind: told with the side that is laid last."""
    if one.role in EDGELESS_ROLES:
        return {}
    by_area: dict[str, list[_Laid]] = {}
    for span in spans.values():
        if span.step.family in _EDGES_OF:
            by_area.setdefault(span.step.area, []).append(span)
    found: dict[str, list[_StepEdge]] = {}
    for border in scene.borders:
        for mine, other in ((border.a, border.b), (border.b, border.a)):
            for span in by_area.get(mine, ()):
                if span.step.technique not in WET_IN_WET | {"thin"}:
                    continue
                before = [there for there in by_area.get(other, ()) if there.done <= span.begun]
                if border.softness in ("soft", "lost"):
                    if before or (not by_area.get(other) and border.over == mine):
                        last = max(before, key=lambda there: there.done, default=None)
                        edge = _soft(span, last, scene.area_of[mine], scene.area_of[other], border.length_mm, drying)
                        found.setdefault(span.step.id, []).append(edge)
                elif border.softness == "hard" and border.over == mine:
                    name = scene.area_of[other].name
                    words = f"Cut the hard edge against “{name}” with the brush's edge, that side dry to the touch."
                    edge = _StepEdge(EdgeWork(mine, other, "cut", border.length_mm, words), None)
                    found.setdefault(span.step.id, []).append(edge)
    for spans_there in by_area.values():
        for span in spans_there:
            for there in spans_there:
                if "blended" in (span.step.technique, there.step.technique):
                    continue  # told of the whole passage
                if there.done <= span.begun and there.step.id != span.step.id and _can_blend(span, there, drying):
                    area = scene.area_of[span.step.area]
                    words = f"Work it into the {there.step.family or 'first layer'} of “{area.name}” while that is wet."
                    edge = _StepEdge(EdgeWork(area.id, area.id, "blend", 0.0, words), there.step.id)
                    found.setdefault(span.step.id, []).append(edge)
    return found


def _can_blend(span: _Laid, there: _Laid, drying: float) -> bool:
    gap = span.begun - there.done
    return {span.step.technique, there.step.technique} <= WET_IN_WET and gap <= open_minutes(there.film_um, drying)


def _soft(span: _Laid, there: _Laid | None, area: Area, other: Area, length_mm: float, drying: float) -> _StepEdge:
    """How the soft edge of a step is made with what was laid beside it last."""
    dry_words = "drag a nearly dry brush across it, or a thin scumble"
    how: EdgeHow = "soften"
    if there is None:
        words = f"Soft edge with “{other.name}”, dry by then: {dry_words}."
        return _StepEdge(EdgeWork(area.id, other.id, how, length_mm, words), None)
    left = open_minutes(there.film_um, drying) - (span.begun - there.done)
    both = {span.step.technique, there.step.technique} <= WET_IN_WET
    retarder_ml = there.step.volume_ml * RETARDER_SHARE
    if both and left >= 0:
        how = "blend"
        words = f"Blend the soft edge with “{other.name}” at once: it stays open {_minutes(left)} more."
    elif both and retarder_ml >= DROP_ML and left + (RETARDER_TIMES - 1) * open_minutes(there.film_um, drying) >= 0:
        how = "retarder"
        words = (
            f"Soft edge with “{other.name}”, dry by then unless {_in_drops(retarder_ml)} of retarder went into its paint; "
            f"without it {dry_words}."
        )
    else:
        ago = _minutes(span.begun - there.done)
        words = f"Soft edge with “{other.name}”, laid {ago} before and dry by then: {dry_words}."
    return _StepEdge(EdgeWork(area.id, other.id, how, length_mm, words), there.step.id if how == "blend" else None)


def _minutes(count: float) -> str:
    return "less than a minute" if count < 1 else f"{count:.0f} min"


def _as_it_can_be_laid(step: Step, edges: Sequence[_StepEdge], chosen: Collection[str]) -> Step:
    """A step with what it can really be blended with; “wet in wet” beside nothing that is wet is a full coat."""
    wet = tuple(dict.fromkeys(edge.beside for edge in edges if edge.beside is not None))
    told = _of_the_unit(list(edges))
    reasons = (*step.reasons, *(Reason(rules.EDGES, edge.words) for edge in told))
    if step.technique != "wet in wet" or wet or step.id in chosen:
        return replace(step, wet_with=wet, reasons=reasons)
    kept = tuple(one for one in reasons if one.rule != "passes.technique")
    return replace(step, technique="opaque", reasons=kept)


def _along(unit: Unit, steps: Sequence[Step], scene: Scene, drying: float) -> tuple[EdgeWork, ...]:
    """How a gradation is blended along its length, in the time that it stays open."""
    gradation = scene.gradations.get(steps[0].area)
    if steps[0].technique != "blended" or gradation is None:
        return ()
    stays = open_minutes(min(step.film_um for step in steps), drying)
    name = scene.area_of[steps[0].area].name
    way = f"from {gradation.dark_end} (dark) to {gradation.light_end} (light)"
    words = f"Lay “{name}” in bands {way} and work them into each other, wiping the brush between: "
    how: EdgeHow = "blend"
    if unit.minutes <= stays:
        words += f"it stays open for {_minutes(stays)}."
    elif unit.minutes <= stays * RETARDER_TIMES:
        how = "retarder"
        retarder = RETARDER_SHARE * sum(step.volume_ml for step in steps)
        words += f"{_in_drops(retarder)} of retarder in its piles keep it open for {_minutes(stays * RETARDER_TIMES)}."
    else:
        how = "soften"
        words += (
            f"it takes {_minutes(unit.minutes)} and stays open for {_minutes(stays)}, so do it strip by strip across the run, "
            "misting what waits, and soften joints that dried with a nearly dry brush or a second thin layer."
        )
    return (EdgeWork(steps[0].area, steps[0].area, how, 0.0, words),)


def _in_drops(volume_ml: float) -> str:
    count = drops(volume_ml)
    return f"{volume_ml:.1f} ml" if count is None else f"{count} drop{'s' if count > 1 else ''}"


def _of_the_unit(edges: Sequence[_StepEdge]) -> tuple[EdgeWork, ...]:
    """The longest edges, each once: as it is made best where several parts meet it."""
    best: dict[tuple[str, str], EdgeWork] = {}
    order: tuple[EdgeHow, ...] = ("blend", "retarder", "soften", "cut")
    for edge in edges:
        key = (edge.work.area, edge.work.other)
        if key not in best or order.index(edge.work.how) < order.index(best[key].how):
            best[key] = edge.work
    longest = sorted(best.values(), key=lambda edge: (-edge.length_mm, edge.area, edge.other))
    return tuple(longest[:_MOST_EDGES])


def _places(steps: Sequence[Step], scene: Scene, *, whole: bool) -> str:
    """What a unit paints, in words."""
    if whole and len({step.area for step in steps}) == len(scene.areas):
        return "the whole surface"
    families: dict[str, list[Family]] = {}
    for step in steps:
        families.setdefault(step.area, []).extend(() if step.family is None else (step.family,))
    return "; ".join(
        scene.area_of[area].name + (f" ({' and '.join(dict.fromkeys(own))})" if own else "")
        for area, own in families.items()
    )
