"""Edges that will be lost, holes through the subject, and a focal passage that loses."""

from collections.abc import Iterator

import numpy as np

from ...colour.ciede2000 import delta_e_2000
from ...kit.advice import Advice
from .case import Case

HOLE_BELOW_DE00 = 5.0
"""A background within this of a colour inside the subject reads as a hole through it."""

HOLE_FROM_SHARE = 0.004
"""Passages smaller than this share of the picture are details, not holes."""


def figure_and_ground_collide(case: Case) -> Iterator[Advice]:
    """Rule 1: a background equal to a colour inside the subject reads as a hole right through it (common practice)."""
    behind = [area for area in case.area.values() if case.depth(area.id) == "back"]
    touching = {(b.a, b.b) for b in case.borders} | {(b.b, b.a) for b in case.borders}
    for ground in behind:
        for figure in case.area.values():
            if case.depth(figure.id) == "back" or (ground.id, figure.id) not in touching:
                continue
            for part in figure.parts:
                if part.area_cm2 < HOLE_FROM_SHARE * case.support.area_cm2:
                    continue
                gap = float(delta_e_2000(np.array(part.lab), np.array(ground.lab)))
                if gap < HOLE_BELOW_DE00:
                    yield Advice(
                        "areas.W001",
                        "warning",
                        f"The {part.family} of “{figure.name}” has the colour of “{ground.name}” behind it "
                        f"(CIEDE2000 {gap:.1f}): it will read as a hole.",
                        "Give the background another value or hue before you start, or change the passage.",
                        f"{figure.id} {ground.id}",
                    )
                    break


SAME_VALUE_BELOW = 0.4
"""Two neighbours closer in value than this, well under half a step, part by hue alone, or not at all."""

LONG_FROM_MM = 25.0
"""A shared border of at least this length is seen as an edge of the composition."""


def neighbours_share_a_value(case: Case) -> Iterator[Advice]:
    """Rule 2: things in different planes whose values are equal do not part when squinting (common practice)."""
    for border in case.meeting:
        one, other = case.area[border.a], case.area[border.b]
        gap = abs(one.value - other.value)
        if case.depth(one.id) == case.depth(other.id) or border.length_mm < LONG_FROM_MM or gap >= SAME_VALUE_BELOW:
            continue
        yield Advice(
            "areas.W002",
            "warning",
            f"“{one.name}” and “{other.name}” lie in different planes and have the same value "
            f"({gap:.1f} steps apart along {border.length_mm:.0f} mm).",
            "Make one of them a step lighter or darker where they meet.",
            f"{one.id} {other.id}",
        )


def edge_lost_at_the_focal_passage(case: Case) -> Iterator[Advice]:
    """Rule 3: an edge that vanishes where the eye should rest is an accident, unless it was meant (common practice)."""
    for border in case.meeting:
        if border.softness == "lost" and {border.a, border.b} & case.focal_ids and border.length_mm >= LONG_FROM_MM / 2:
            one, other = case.area[border.a], case.area[border.b]
            yield Advice(
                "areas.W003",
                "warning",
                f"The edge between “{one.name}” and “{other.name}” is lost in the focal passage.",
                "Part them in value or in hue there, or mark the edge as lost on purpose.",
                f"{one.id} {other.id}",
            )


OUTDONE_BY = 1.25
"""A contrast elsewhere so many times the focal passage's own draws the eye away from it."""


def focal_passage_is_outdone(case: Case) -> Iterator[Advice]:
    """Rule 7: the strongest contrast belongs where the eye should rest (common practice)."""
    if not case.focal_ids:
        return
    strength = {(b.a, b.b): abs(case.area[b.a].value - case.area[b.b].value) for b in case.meeting}
    strength = {
        pair: gap for pair, gap in strength.items() if case.area[pair[0]].share + case.area[pair[1]].share > 0.02
    }
    within = [gap for pair, gap in strength.items() if set(pair) & case.focal_ids]
    outside = {pair: gap for pair, gap in strength.items() if not set(pair) & case.focal_ids}
    if not within or not outside:
        return
    pair, gap = max(outside.items(), key=lambda found: (found[1], found[0]))
    if gap > OUTDONE_BY * max(within):
        one, other = case.area[pair[0]], case.area[pair[1]]
        yield Advice(
            "areas.W007",
            "warning",
            f"“{one.name}” against “{other.name}” contrasts more ({gap:.1f} steps) than anything in the focal "
            f"passage ({max(within):.1f}).",
            "Bring those two closer together, or raise the contrast in the focal passage.",
            f"{one.id} {other.id}",
        )
