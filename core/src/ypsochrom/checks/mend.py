"""What to mend first: one list, ordered by what each fault does to the picture; and when to stop."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import value_words
from ..materials.support import Support
from .colours import AreaFinding, Turned
from .cures import Cure, cure
from .edges import EdgeFinding, Fault
from .landmarks import Landmark
from .light import By
from .stage import CheckedArea, PlannedStage

MendKind = Literal["paint", "cover", "value", "colour", "place", "edge", "leave"]

VALUE_SEEN, VALUE_SIGMAS = 0.25, 2.0
"""An eye judges a quarter of a value step with care (common practice); what the photo cannot tell is not said."""

_COLOUR_SEEN: dict[By, float] = {"grey card": 3.5, "printed card": 3.0, "piles": 4.5, "areas": 4.5}
"""Difference at equal value (CIEDE2000) from which hue and chroma are said to be off, by what the photo was read against."""

_DISTANCE_DIAGONALS = 1.5
_SEEN_ARCMIN = 5.0
"""A picture is seen from one and a half of its diagonals; a place that is off by this angle is noticed there. From memory."""

_PLACED_MM = 1.2
"""No brush places a mark more exactly than this; common practice."""

_LANDMARK_SIGMAS = 3.0
_WORKED_OUT = 4
_MOST_LEFT = 3
_DOUBTFUL = 0.15

_SEVERITY = {"value": 1.0, "colour": 0.55, "place": 0.45, "edge": 0.25}
"""What the eye minds first; common practice: value before hue before edge."""


@dataclass(frozen=True)
class Mend:
    """One thing to mend: what to do, why, and how much it does to the picture (`weight`, the list's order).

    `areas` (ids) and `at` (shares) say where; `seen` is False for what is only to be painted yet, is painted over later, or
    cannot be told.
    """

    kind: MendKind
    action: str
    why: str
    weight: float
    at: tuple[float, float]
    areas: tuple[str, ...] = ()
    landmark: str = ""
    cure: str = ""
    adds_ml: tuple[tuple[str, float], ...] = ()
    seen: bool = True


@dataclass(frozen=True)
class Verdict:
    """The list, whether this stage is done, and that in a sentence."""

    mend: tuple[Mend, ...] = ()
    done: bool = False
    words: str = ""

    @property
    def seen(self) -> tuple[Mend, ...]:
        """What the eye sees and is to be mended now."""
        return tuple(one for one in self.mend if one.seen)


def viewing_mm(support: Support) -> float:
    """From how far the painting is looked at."""
    return _DISTANCE_DIAGONALS * math.hypot(support.width_mm, support.height_mm)


def place_seen_mm(support: Support) -> float:
    """From how many mm on the eye sees that a place is off."""
    return max(_PLACED_MM, viewing_mm(support) * math.tan(math.radians(_SEEN_ARCMIN / 60)))


def is_place_off(one: Landmark, support: Support) -> bool:
    """Whether a place is off by more than the eye lets pass and the photo leaves open."""
    return one.off_mm > max(place_seen_mm(support), _LANDMARK_SIGMAS * one.sigma_mm)


def is_value_off(found: AreaFinding) -> bool:
    """Whether a value is off by more than the eye lets pass and the photo leaves open."""
    return abs(found.value_error) > max(VALUE_SEEN, VALUE_SIGMAS * found.value_uncertainty)


def colour_off(found: AreaFinding) -> float:
    """Difference of hue and chroma at equal value (CIEDE2000)."""
    level = np.array([found.planned[0], found.lab[1], found.lab[2]])
    return float(delta_e_2000(level, np.array(found.planned)))


def what_to_mend(
    stage: PlannedStage,
    findings: Sequence[AreaFinding],
    turned: Sequence[Turned],
    edges: Sequence[EdgeFinding],
    landmarks: Sequence[Landmark],
    by: By,
) -> Verdict:
    """The list of a check, and whether to stop."""
    areas = {area.id: area for area in stage.areas}
    wrong = {pair.darker: pair for pair in reversed(turned)} | {pair.lighter: pair for pair in reversed(turned)}
    listed: list[Mend] = []
    judged = sorted(((one, _weight(areas[one.area], one, stage, by)) for one in findings), key=lambda pair: -pair[1][1])
    for rank, (found, (kind, weight)) in enumerate(judged):
        area = areas[found.area]
        if kind == "leave":
            continue
        done = cure(area, found, stage, worked_out=rank < _WORKED_OUT)
        listed.append(_mend(area, kind, weight, done, wrong.get(found.area), areas))
    listed += [_edge(one, stage, areas) for one in edges[:_WORKED_OUT]]
    listed += _places(landmarks, stage)
    listed.sort(key=lambda one: (not one.seen, -one.weight))
    seen = [one for one in listed if one.seen]
    left = _left_alone(judged, areas)
    to_paint = sum(one.cure == "paint" for one in listed)
    return Verdict((*listed, *left), not seen and not to_paint, _in_a_sentence(seen, to_paint, stage))


def _weight(area: CheckedArea, found: AreaFinding, stage: PlannedStage, by: By) -> tuple[MendKind, float]:
    size = math.sqrt(area.area_cm2 / stage.support.area_cm2) * _nearness(area.centre, stage)
    if found.looks_like is not None:
        return "paint", size * found.de00 / 10
    if found.covered is not None and not found.is_covered and found.streaks > 0:
        return "cover", size * _SEVERITY["value"] * max(abs(found.value_error) / 0.5, (1 - found.covered) / 0.3)
    if is_value_off(found):
        return "value", size * _SEVERITY["value"] * abs(found.value_error) / 0.5
    if (off := colour_off(found)) > _COLOUR_SEEN[by]:
        return "colour", size * _SEVERITY["colour"] * off / 6
    return "leave", 0.0


def _nearness(at: tuple[float, float], stage: PlannedStage) -> float:
    """What lies in the focal passage counts twice."""
    if stage.focal is None:
        return 1.0
    high = stage.support.height_mm / stage.support.width_mm
    off = math.hypot(at[0] - stage.focal.x, (at[1] - stage.focal.y) * high) / stage.focal.radius
    return 1.0 + math.exp(-off * off / 2)


def _mend(
    area: CheckedArea,
    kind: MendKind,
    weight: float,
    done: Cure,
    pair: Turned | None,
    areas: dict[str, CheckedArea],
) -> Mend:
    why = done.why
    if pair is not None and done.kind not in ("paint", "later"):
        lighter, darker = areas[pair.lighter].name, areas[pair.darker].name
        why = f"{why}. It should be {f'darker than “{lighter}”' if area.id == pair.darker else f'lighter than “{darker}”'}"
    return Mend(
        kind,
        done.action,
        why,
        weight,
        area.centre,
        (area.id,),
        cure=done.kind,
        adds_ml=done.adds_ml,
        seen=done.kind not in ("paint", "later"),
    )


_EDGE_ACTION: dict[Fault, str] = {
    "too hard": "Soften the edge between “{a}” and “{b}”: while one side is wet with a damp brush, else with a thin mix of both",
    "too soft": "Cut the edge between “{a}” and “{b}” anew with the edge of a flat brush",
    "lost": "Find the edge between “{a}” and “{b}” again: the two read as one",
}


def _edge(one: EdgeFinding, stage: PlannedStage, areas: dict[str, CheckedArea]) -> Mend:
    a, b = areas[one.one], areas[one.other]
    at = ((a.centre[0] + b.centre[0]) / 2, (a.centre[1] + b.centre[1]) / 2)
    diagonal = math.hypot(stage.support.width_mm, stage.support.height_mm)
    weight = _SEVERITY["edge"] * math.sqrt(one.length_mm / diagonal) * _nearness(at, stage)
    if one.fault == "lost":
        why = f"planned {one.planned}, came out lost, over {one.length_mm:.0f} mm"
    else:
        why = (
            f"planned {one.planned} ({one.planned_mm:.1f} mm), came out {one.fault.removeprefix('too ')} "
            f"({one.painted_mm:.1f} mm), over {one.length_mm:.0f} mm"
        )
    return Mend("edge", _EDGE_ACTION[one.fault].format(a=a.name, b=b.name), why, weight, at, (a.id, b.id))


def _places(landmarks: Sequence[Landmark], stage: PlannedStage) -> list[Mend]:
    least = place_seen_mm(stage.support)
    found = []
    for one in landmarks:
        if not is_place_off(one, stage.support):
            continue
        at = (one.at_mm[0] / stage.support.width_mm, one.at_mm[1] / stage.support.height_mm)
        weight = _SEVERITY["place"] * 0.25 * min(3.0, one.off_mm / least) * _nearness(at, stage)
        found.append(
            Mend(
                "place",
                f"Move {one.name} {directed(-one.dx_mm, -one.dy_mm)}",
                f"it lies {one.off_mm:.1f} mm off, {directed(one.dx_mm, one.dy_mm)}",
                weight,
                at,
                landmark=one.name,
            )
        )
    return sorted(found, key=lambda one: -one.weight)[:6]


def directed(dx_mm: float, dy_mm: float) -> str:
    """A way on the picture, as in "1.8 mm to the left and 0.6 mm up"; parts under a fifth of the whole are not told."""
    whole = math.hypot(dx_mm, dy_mm)
    told = []
    if abs(dx_mm) > 0.2 * whole:
        told.append(f"{abs(dx_mm):.1f} mm to the {'right' if dx_mm > 0 else 'left'}")
    if abs(dy_mm) > 0.2 * whole:
        told.append(f"{abs(dy_mm):.1f} mm {'down' if dy_mm > 0 else 'up'}")
    return " and ".join(told)


def _left_alone(
    judged: Sequence[tuple[AreaFinding, tuple[MendKind, float]]], areas: dict[str, CheckedArea]
) -> list[Mend]:
    """What is a little off, within what dry paint and photo can tell."""
    doubtful = [one for one, (kind, _) in judged if kind == "leave" and abs(one.value_error) > _DOUBTFUL]
    doubtful.sort(key=lambda one: -abs(one.value_error))
    return [
        Mend(
            "leave",
            f"Leave “{areas[one.area].name}” as it is",
            f"{value_words(one.value_error)}, inside what the photo can tell "
            f"(± {VALUE_SIGMAS * one.value_uncertainty:.1f} steps)",
            0.0,
            areas[one.area].centre,
            (one.area,),
            seen=False,
        )
        for one in doubtful[:_MOST_LEFT]
    ]


def _in_a_sentence(seen: Sequence[Mend], to_paint: int, stage: PlannedStage) -> str:
    if not seen and to_paint:
        areas = "1 area is" if to_paint == 1 else f"{to_paint} areas are"
        return f"Nothing to mend: {areas} still to be painted in this pass."
    later = min(
        (w.pass_number for works in stage.work.values() for w in works if w.pass_number > stage.number), default=None
    )
    if not seen and later is not None:
        return f"Nothing to mend: go on with pass {later}."
    if not seen:
        return f"Stop here: nothing is left that the eye would see at {viewing_mm(stage.support) / 1000:.1f} m."
    return f"{'One thing' if len(seen) == 1 else f'{len(seen)} things'} to mend; the first: {seen[0].action}."
