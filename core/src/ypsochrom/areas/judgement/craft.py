"""What the hand, the brush and the support can do: detail too fine, areas too many or too small."""

from collections.abc import Iterator

import numpy as np

from ...colour.ciede2000 import delta_e_2000
from ...kit.advice import Advice
from .case import Case

FINE_FROM_SHARE = 0.01


def detail_finer_than_the_tools(case: Case) -> Iterator[Advice]:
    """Rule 11: finer detail wants a smaller brush and a smoother support (common practice)."""
    for area in case.area.values():
        texture = case.facts[area.id].texture_mm
        if texture is None or area.share < FINE_FROM_SHARE:
            continue
        if texture < case.smallest_brush_mm:
            yield Advice(
                "areas.N011",
                "note",
                f"The detail of “{area.name}” is about {texture:.1f} mm wide, finer than your smallest brush "
                f"({case.smallest_brush_mm:g} mm).",
                "Paint its mean tone and suggest the texture, enlarge the support, or get a smaller brush.",
                area.id,
            )
        elif case.weave_mm is not None and texture < case.weave_mm:
            yield Advice(
                "areas.N021",
                "note",
                f"The detail of “{area.name}” is about {texture:.1f} mm wide, finer than the texture of the support "
                f"({case.weave_mm:g} mm).",
                "Choose a smoother support, or let the texture break the strokes.",
                area.id,
            )


MOST_AREAS_TO_KEEP_IN_MIND = 25


def too_many_areas(case: Case) -> Iterator[Advice]:
    """Rule 12: beyond about 25 areas nobody keeps a plan in mind (common practice); says which two to put together."""
    if len(case.area) <= MOST_AREAS_TO_KEEP_IN_MIND:
        return
    alike = {
        (b.a, b.b): float(delta_e_2000(np.array(case.area[b.a].lab), np.array(case.area[b.b].lab)))
        for b in case.meeting
    }
    if not alike:
        return
    pair, gap = min(alike.items(), key=lambda found: (found[1], found[0]))
    yield Advice(
        "areas.N012",
        "note",
        f"{len(case.area)} areas are more than anybody keeps in mind.",
        f"Put “{case.area[pair[0]].name}” and “{case.area[pair[1]].name}” together: they differ least "
        f"(CIEDE2000 {gap:.1f}).",
        f"{pair[0]} {pair[1]}",
    )


TOO_SMALL_CM2 = 1.5
"""At 100 um of wet paint this takes 0.015 ml, a third of a drop: no pile can be mixed so small."""


def too_small_to_mix_for(case: Case) -> Iterator[Advice]:
    """Rule 16: what takes less than a drop gets its paint from a neighbour's pile."""
    for area in case.area.values():
        if area.area_cm2 < TOO_SMALL_CM2:
            yield Advice(
                "areas.N016",
                "note",
                f"“{area.name}” has {area.area_cm2:.1f} cm²: too small to mix for.",
                "Let it join a neighbour, or paint it with a neighbour's mix, changed by a touch on the brush.",
                area.id,
            )
