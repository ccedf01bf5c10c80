"""What the passes show about the plan that areas and mixes do not: rule 15 of the judgement."""

from collections.abc import Iterator, Sequence

import numpy as np

from ...areas.area import Area
from ...colour.munsell import lab_to_value
from ...kit.advice import Advice
from ..films.ground import Ground
from ..step import PaintPass

LARGE_FROM_SHARE = 0.08
PALE_FROM, DARK_BELOW = 7.0, 5.0
"""Munsell values of a passage that is pale, and of a ground that is dark against it."""

FEW_COATS = 2


def pale_over_dark(areas: Sequence[Area], ground: Ground, passes: Sequence[PaintPass]) -> Iterator[Advice]:
    """Rule 15: pale paint covers badly; over a dark ground a large pale area takes coat after coat (common practice)."""
    if ground.mix is None:
        return
    tone = float(lab_to_value(np.array(ground.mix.match.lab_dry)))
    if tone >= DARK_BELOW:
        return
    coats: dict[str, int] = {}
    for paint_pass in passes[1:]:
        for step in paint_pass.steps:
            if step.family is None:
                coats[step.area] = coats.get(step.area, 0) + step.coats
    for area in areas:
        if area.share >= LARGE_FROM_SHARE and area.value >= PALE_FROM and coats.get(area.id, 0) > FEW_COATS:
            yield Advice(
                "passes.W015",
                "warning",
                f"“{area.name}” is large and pale: over this ground (value {tone:.1f}) it takes "
                f"{coats[area.id]} coats.",
                "Choose a lighter ground, or lay white under this area first.",
                area.id,
            )
