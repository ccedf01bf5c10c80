"""Depth: darks and chroma that come forward from behind, an order of values that the photo contradicts, references at odds."""

from collections.abc import Iterator, Sequence
from itertools import product

import numpy as np

from ...kit.advice import Advice
from ..area import Area
from .case import Case

FORWARD_BY_VALUE = 0.5
"""A far dark this much darker than the darkest near one comes forward."""

FORWARD_BY_CHROMA = 8.0
"""A far chroma (CIELAB) this much higher than the highest near one comes forward."""

LARGE_FROM_SHARE = 0.01


def _darkest(area: Area) -> float:
    return min(part.value for part in area.parts)


def _chroma(area: Area) -> float:
    return float(np.hypot(area.lab[1], area.lab[2]))


def depth_scale_broken(case: Case) -> Iterator[Advice]:
    """Rule 4: with distance darks get lighter and chroma falls (common practice); the back against all that is nearer."""
    far = [area for area in _large(case) if case.depth(area.id) == "back"]
    near = [area for area in _large(case) if case.depth(area.id) != "back"]
    if not near or not far:
        return
    dark, darkest_near = min(far, key=lambda area: (_darkest(area), area.id)), min(map(_darkest, near))
    if _darkest(dark) < darkest_near - FORWARD_BY_VALUE:
        yield Advice(
            "areas.W004",
            "warning",
            f"“{dark.name}” lies in the back and is darker ({_darkest(dark):.1f}) than anything nearer "
            f"({darkest_near:.1f}): it comes forward.",
            "Lighten it, or darken an accent in front.",
            dark.id,
        )
    strong, strongest_near = max(far, key=lambda area: (_chroma(area), area.id)), max(map(_chroma, near))
    if _chroma(strong) > strongest_near + FORWARD_BY_CHROMA:
        yield Advice(
            "areas.W024",
            "warning",
            f"“{strong.name}” lies in the back and is stronger in colour (chroma {_chroma(strong):.0f}) than anything "
            f"nearer ({strongest_near:.0f}).",
            "Grey it, or let something in front sing louder.",
            strong.id,
        )


def _large(case: Case) -> Sequence[Area]:
    return [area for area in case.area.values() if area.share >= LARGE_FROM_SHARE]


ORDER_FROM = 0.3
"""Two values closer than this have no order that anybody sees."""


def value_order_differs(case: Case) -> Iterator[Advice]:
    """Rule 13: after a change of colours what was lighter must stay lighter (snow in shadow is darker than its sky)."""
    changed = [
        a for a in case.area.values() if case.decisions.get(a.id) and case.decisions[a.id].target_lab is not None
    ]
    for area, other in product(changed, case.area.values()):
        if area.id == other.id:
            continue
        was = case.photo[area.id].value - case.photo[other.id].value
        now = area.value - other.value
        if abs(was) >= ORDER_FROM and abs(now) >= ORDER_FROM and was * now < 0:
            yield Advice(
                "areas.W013",
                "warning",
                f"“{area.name}” was {'lighter' if was > 0 else 'darker'} than “{other.name}” in the photo, and is now "
                f"{'lighter' if now > 0 else 'darker'}.",
                "Keep the order, or change the other one too.",
                f"{area.id} {other.id}",
            )


def references_disagree(case: Case) -> Iterator[Advice]:
    """Rule 14: photos laid together must agree in eye level and in the direction of the light."""
    yield from case.references
