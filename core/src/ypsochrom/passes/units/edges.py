"""Edges of units: blended while both sides are wet, kept open with retarder, softened over dry paint, or cut.

Told with the side that is laid last; a gradation is told as one, along its whole length.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from ...areas.area import Area
from ...areas.families import MIDDLE, Family
from ...kit.text import listed
from ...materials.measures import DROP_ML, drops
from ...mixes.told import told_bands
from ..films.drying import RETARDER_SHARE, Drying
from ..manners import OF_ONE_PASSAGE, WET_IN_WET, Technique
from ..scene import Scene
from ..step import PaintPass, Step
from ..unit import EdgeHow, EdgeWork, Unit
from .minutes import EDGELESS_ROLES

_MOST_EDGES = 6
"""Edges that are named with a unit, the longest."""

_EDGES_OF: frozenset[Family | None] = frozenset({None, *MIDDLE})
"""What reaches to the edge of its area; accents and highlights sit within."""


@dataclass
class Laid:
    """When (minutes after the painting was begun) a film was laid last on a part of an area, from the first touch to the last."""

    begun: float
    done: float
    step: Step


@dataclass(frozen=True)
class StepEdge:
    """An edge of a step with what was laid beside it, and the step there (None: nothing in this pass)."""

    work: EdgeWork
    beside: str | None


def edges_of(one: PaintPass, scene: Scene, spans: Mapping[str, Laid], drying: Drying) -> dict[str, list[StepEdge]]:
    """By step the edges to mind: told with the side that is laid last."""
    if one.role in EDGELESS_ROLES:
        return {}
    by_area: dict[str, list[Laid]] = {}
    for span in spans.values():
        if span.step.family in _EDGES_OF:
            by_area.setdefault(span.step.area, []).append(span)
    found: dict[str, list[StepEdge]] = {}
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
                    words = _cut([scene.area_of[other].name])
                    edge = StepEdge(EdgeWork(mine, other, "cut", border.length_mm, words), None)
                    found.setdefault(span.step.id, []).append(edge)
    for spans_there in by_area.values():
        for span in spans_there:
            for there in spans_there:
                if OF_ONE_PASSAGE & {span.step.technique, there.step.technique}:
                    continue  # told of the whole passage
                if there.done <= span.begun and there.step.id != span.step.id and _can_blend(span, there, drying):
                    area = scene.area_of[span.step.area]
                    words = f"Work it into the {there.step.family or 'first layer'} of “{area.name}” while that is wet."
                    edge = StepEdge(EdgeWork(area.id, area.id, "blend", 0.0, words), there.step.id)
                    found.setdefault(span.step.id, []).append(edge)
    return found


def _cut(names: Sequence[str]) -> str:
    """How hard edges against these areas are cut."""
    quoted = [f"“{name}”" for name in names]
    if len(quoted) == 1:
        return f"Cut the hard edge against {quoted[0]} with the brush's edge, that side dry to the touch."
    return f"Cut the hard edges against {listed(quoted)} with the brush's edge, those sides dry to the touch."


def _can_blend(span: Laid, there: Laid, drying: Drying) -> bool:
    gap = span.begun - there.done
    return {span.step.technique, there.step.technique} <= WET_IN_WET and gap <= drying.open(there.step)


def _soft(span: Laid, there: Laid | None, area: Area, other: Area, length_mm: float, drying: Drying) -> StepEdge:
    """How the soft edge of a step is made with what was laid beside it last."""
    dry_words = "drag a nearly dry brush across it, or a thin scumble"
    how: EdgeHow = "soften"
    if there is None:
        words = f"Soft edge with “{other.name}”, dry by then: {dry_words}."
        return StepEdge(EdgeWork(area.id, other.id, how, length_mm, words), None)
    gap = span.begun - there.done
    left = drying.open(there.step) - gap
    both = {span.step.technique, there.step.technique} <= WET_IN_WET
    retarder_ml = there.step.volume_ml * RETARDER_SHARE
    if both and left >= 0:
        how = "blend"
        words = f"Blend the soft edge with “{other.name}” at once, or push it back with a clean damp brush: "
        words += f"it stays open {_minutes(left)} more."
    elif both and retarder_ml >= DROP_ML and drying.open(there.step, RETARDER_SHARE) >= gap:
        how = "retarder"
        words = (
            f"Soft edge with “{other.name}”, dry by then unless {_in_drops(retarder_ml)} of retarder went into its paint; "
            f"without it {dry_words}."
        )
    else:
        ago = _minutes(gap)
        words = f"Soft edge with “{other.name}”, laid {ago} before and dry by then: {dry_words}."
    return StepEdge(EdgeWork(area.id, other.id, how, length_mm, words), there.step.id if how == "blend" else None)


def _minutes(count: float) -> str:
    return "less than a minute" if count < 1 else f"{count:.0f} min"


def along(unit: Unit, steps: Sequence[Step], scene: Scene, drying: Drying) -> tuple[EdgeWork, ...]:
    """How a gradation is blended along its length, which way what grows is laid, how a reflection is broken; else nothing."""
    if steps[0].technique == "tufts":
        return tuple(_tufts(area, scene) for area in dict.fromkeys(step.area for step in steps))
    if steps[0].technique == "drawn down":
        return (_drawn_down(unit, steps[0].area, scene),)
    if steps[0].technique == "blended":
        return _blended(unit, steps, scene, drying)
    return _along_forms(steps, scene) if steps[0].technique in _STROKED else ()


_STROKED: frozenset[Technique] = frozenset({"opaque", "loaded", "wet in wet", "thin", "dry brush", "scumble"})


def _along_forms(steps: Sequence[Step], scene: Scene) -> tuple[EdgeWork, ...]:
    """Which way strokes follow the largest part of a unit that has a way of its own."""
    there = [step for step in steps if step.area in scene.runs and step.family != "highlight"]
    if not there:
        return ()
    largest = max(there, key=lambda step: step.area_cm2)
    name, run = scene.area_of[largest.area].name, scene.runs[largest.area]
    return (
        EdgeWork(
            largest.area, largest.area, "stroke", 0.0, f"Let the strokes in “{name}” follow its form: {run.words}."
        ),
    )


def _tufts(area: str, scene: Scene) -> EdgeWork:
    """Tufts follow their growth, and run over the edge of what lies behind."""
    name, run = scene.area_of[area].name, scene.runs.get(area)
    way = f"most of it runs {run.words}" if run else "it turns from place to place, as the marks on the picture show"
    behind = [border for border in scene.borders if border.over == area]
    longest = sorted(behind, key=lambda border: -border.length_mm)[:_OVERLAPPED]
    over = " and ".join(f"“{scene.area_of[border.under].name}”" for border in longest)
    words = f"Draw the tufts of “{name}” the way they grow: {way}."
    words += f" Let some run out over {over}: that edge stays open, not cut." if over else ""
    return EdgeWork(area, area, "overlap", sum(border.length_mm for border in behind), words)


_OVERLAPPED = 2
"""Neighbours that are named where tufts run over, the longest borders."""


def _drawn_down(unit: Unit, area: str, scene: Scene) -> EdgeWork:
    thing = scene.area_of[scene.mirrors[area]].name if area in scene.mirrors else "what it mirrors"
    words = (
        f"Draw “{scene.area_of[area].name}” straight down from where it meets “{thing}”, then break it with a few "
        f"level strokes of a clean flat while it is wet: {_minutes(unit.minutes)} in all. "
        "Its darks a little lighter, its lights a little darker."
    )
    return EdgeWork(area, scene.mirrors.get(area, area), "blend", 0.0, words)


def _blended(unit: Unit, steps: Sequence[Step], scene: Scene, drying: Drying) -> tuple[EdgeWork, ...]:
    gradation = scene.gradations.get(steps[0].area)
    if steps[0].technique != "blended" or gradation is None:
        return ()
    stays, longer = (min(drying.open(step, retarder) for step in steps) for retarder in (0.0, RETARDER_SHARE))
    name = scene.area_of[steps[0].area].name
    way = f"from {gradation.dark_end} (dark) to {gradation.light_end} (light)"
    string = scene.mixes.string_of.get(steps[0].area)
    bands = "bands" if string is None else f"{_COUNT[len(told_bands(string, {}))]} bands"
    bent = ", bent as the light falls in the photo," if gradation.bends else ""
    words = f"Lay “{name}” in {bands} {way}{bent} and work them into each other, wiping the brush between: "
    how: EdgeHow = "blend"
    if unit.minutes <= stays:
        words += f"it stays open for {_minutes(stays)}."
    elif unit.minutes <= longer:
        how = "retarder"
        retarder = RETARDER_SHARE * sum(step.volume_ml for step in steps)
        words += f"with {_in_drops(retarder)} of retarder in its piles it stays open for {_minutes(longer)}."
    else:
        how = "soften"
        words += (
            f"it takes {_minutes(unit.minutes)} and stays open for {_minutes(stays)}, so do it strip by strip across the run, "
            "misting what waits, and soften joints that dried with a nearly dry brush or a second thin layer."
        )
    return (EdgeWork(steps[0].area, steps[0].area, how, 0.0, words),)


_COUNT = {1: "one", 2: "two", 3: "three", 4: "four", 5: "five"}


def _in_drops(volume_ml: float) -> str:
    count = drops(volume_ml)
    return f"{volume_ml:.1f} ml" if count is None else f"{count} drop{'s' if count > 1 else ''}"


def longest_of(edges: Sequence[StepEdge]) -> tuple[EdgeWork, ...]:
    """The longest edges, each once: as it is made best where several parts meet it."""
    best: dict[tuple[str, str], EdgeWork] = {}
    order: tuple[EdgeHow, ...] = ("blend", "retarder", "soften", "cut", "overlap", "stroke")
    for edge in edges:
        key = (edge.work.area, edge.work.other)
        if key not in best or order.index(edge.work.how) < order.index(best[key].how):
            best[key] = edge.work
    longest = sorted(best.values(), key=lambda edge: (-edge.length_mm, edge.area, edge.other))
    told = {edge.words: edge for edge in reversed(longest)}  # two areas that meet a third alike are told once
    return tuple([edge for edge in longest if told[edge.words] is edge][:_MOST_EDGES])


def cut_together(edges: Sequence[EdgeWork], scene: Scene) -> tuple[EdgeWork, ...]:
    """Edges of a unit with all that are cut told in one sentence, in the place of the longest."""
    cuts = [edge for edge in edges if edge.how == "cut"]
    if len(cuts) < 2:
        return tuple(edges)
    names = dict.fromkeys(scene.area_of[edge.other].name for edge in cuts)
    together = replace(cuts[0], length_mm=sum(edge.length_mm for edge in cuts), words=_cut(list(names)))
    return tuple(together if edge is cuts[0] else edge for edge in edges if edge is cuts[0] or edge.how != "cut")
