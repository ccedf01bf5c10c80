"""Edges as they came out against edges as they were planned: too hard, too soft, or lost."""

from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..areas.borders import LOST_BELOW_DE00, Passing, Softness, passings
from ..colour.types import Lab
from .stage import PlannedStage

Fault = Literal["too hard", "too soft", "lost"]

_LEAST_LENGTH_MM = 12.0
_OFF_MM, _OFF_TIMES = 1.6, 2.0
"""How much wider or narrower than planned, and by which factor, before it is said."""

_SHARPEST = 0.2
"""The photo's own softness is that of its sharpest edges: this share of them."""

_SURE_DE00 = 6.0


@dataclass(frozen=True)
class EdgeFinding:
    """The border of two areas (ids), its length and how far it was to reach and reaches (mm)."""

    one: str
    other: str
    fault: Fault
    length_mm: float
    planned: Softness
    painted: Softness
    planned_mm: float
    painted_mm: float


def edge_findings(
    stage: PlannedStage, planned: Lab, painted: Lab, unsettled: frozenset[str]
) -> tuple[EdgeFinding, ...]:
    """Borders that came out otherwise than planned, the longest first; those of `unsettled` areas (ids) are left out.

    The photo's softness, read off its sharpest edges, is taken out of what was painted.
    """
    areas = {area.index: area.id for area in stage.areas}
    seen = {
        pair: both
        for pair, both in passings(stage.labels, (planned, painted), stage.support).items()
        if both[0].length_mm >= _LEAST_LENGTH_MM and not {areas[pair[0]], areas[pair[1]]} & unsettled
    }
    blur_mm = _blur(list(seen.values()))
    found = []
    for pair, (meant, came) in seen.items():
        width = float(np.sqrt(max(0.0, came.width_mm**2 - blur_mm**2)))
        fault = _fault(meant, came, width)
        if fault is not None:
            found.append(
                EdgeFinding(
                    areas[pair[0]],
                    areas[pair[1]],
                    fault,
                    meant.length_mm,
                    meant.softness,
                    "lost" if fault == "lost" else came.softness,
                    meant.width_mm,
                    width,
                )
            )
    return tuple(sorted(found, key=lambda edge: -edge.length_mm))


def _blur(seen: list[tuple[Passing, ...]]) -> float:
    """How far the photo spreads an edge that was planned hard (mm)."""
    spread = [
        came.width_mm**2 - meant.width_mm**2
        for meant, came in seen
        if meant.softness == "hard" and meant.de00 > _SURE_DE00
    ]
    return float(np.sqrt(max(0.0, float(np.quantile(spread, _SHARPEST))))) if spread else 0.0


def _fault(meant: Passing, came: Passing, width_mm: float) -> Fault | None:
    if meant.softness == "lost" or meant.de00 < _SURE_DE00:
        return None
    if came.de00 < LOST_BELOW_DE00:
        return "lost"
    if came.de00 < _SURE_DE00:
        return None
    if meant.width_mm - width_mm > _OFF_MM and meant.width_mm > _OFF_TIMES * width_mm:
        return "too hard"
    if width_mm - meant.width_mm > _OFF_MM and width_mm > _OFF_TIMES * meant.width_mm:
        return "too soft"
    return None
