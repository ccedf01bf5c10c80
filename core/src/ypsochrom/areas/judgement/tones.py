"""Values and hues to avoid: pure white, dead black, lights spent early, shadows of no colour, too few values or greens."""

import itertools
from collections.abc import Iterator

import numpy as np

from ...colour.words import colour_name, hue_family
from ...kit.advice import Advice
from ..area import Area, FamilyPart
from ..facts import AS_FOUND
from ..features import LIGHT_OFFSET
from .case import Case

NEAR_END = 0.35
"""Within this of the lightest or darkest dry value a passage is painted in the tube's own white or black."""

NO_COLOUR_CHROMA = 3.0
"""Below this chroma (CIELAB) a white or a black has no touch of ochre, grey or its neighbour in it."""

ONE_TONE_FROM_SHARE = 0.01


def white_painted_white(case: Case) -> Iterator[Advice]:
    """Rule 5: white things are not white, and black things next to true black must be lighter (common practice)."""
    for area in case.area.values():
        part = max(area.parts, key=lambda one: one.area_cm2)
        if part.area_cm2 < ONE_TONE_FROM_SHARE * case.support.area_cm2 or _chroma(part) >= NO_COLOUR_CHROMA:
            continue
        if part.value > case.paint_range.lightest - NEAR_END:
            yield Advice(
                "areas.W005",
                "warning",
                f"Most of “{area.name}” would be painted pure white (value {part.value:.1f}, no chroma).",
                "Take it down by half a step with a touch of ochre, grey or its neighbour; keep white for the last lights.",
                area.id,
            )
        elif part.value < case.paint_range.darkest + NEAR_END:
            yield Advice(
                "areas.W005",
                "warning",
                f"Most of “{area.name}” would be painted dead black (value {part.value:.1f}, no chroma).",
                "Lift it by half a step and give it a hue: keep true black for the last accents.",
                area.id,
            )


def _chroma(part: FamilyPart | Area) -> float:
    return float(np.hypot(part.lab[1], part.lab[2]))


MOST_HIGHLIGHT_SHARE = 0.04
"""More of the surface than this in highlights is a light, not a highlight."""

ROOM_ABOVE_LIGHTS = 0.4
"""The largest light should stay this far below the lightest dry value: something must be left for the end."""


def lights_spent_early(case: Case) -> Iterator[Advice]:
    """Rule 6: if lights go in early there is nowhere left to go (common practice)."""
    highlights = [part for area in case.area.values() for part in area.parts if part.family == "highlight"]
    share = sum(part.area_cm2 for part in highlights) / case.support.area_cm2
    if share > MOST_HIGHLIGHT_SHARE:
        yield Advice(
            "areas.W006",
            "warning",
            f"Highlights cover {share:.0%} of the surface: too much to be the lightest lights.",
            "Hold most of them back to a light, and release only the smallest at the end.",
        )
    large = [
        (part, area)
        for area in case.area.values()
        for part in area.parts
        if part.family in ("light", "half-tone") and part.area_cm2 > MOST_HIGHLIGHT_SHARE * case.support.area_cm2
    ]
    if large:
        part, area = max(large, key=lambda found: (found[0].value, found[1].id))
        if part.value > case.paint_range.lightest - ROOM_ABOVE_LIGHTS:
            yield Advice(
                "areas.W026",
                "warning",
                f"The {part.family} of “{area.name}” is already at value {part.value:.1f}; white ends at "
                f"{case.paint_range.lightest:.1f}. No room is left above it.",
                "Hold the lights of the whole picture back by about half a step.",
                area.id,
            )


DEAF_DEG, DEAF_CHROMA = 60.0, 3.0
"""A shadow hears its surroundings when its hue lies within this angle of theirs, or pulls at least so much chroma their way."""

PULL = 0.15
"""How much of the surroundings' chroma a shadow usually takes."""


def shadows_deaf_to_surroundings(case: Case) -> Iterator[Advice]:
    """Rule 8: shadows borrow colour from the surroundings (common practice); the advice says by how much to pull."""
    for area in case.area.values():
        shadow = next((part for part in area.parts if part.family == "shadow"), None)
        around = _surroundings(case, area)
        if shadow is None or around is None or shadow.area_cm2 < ONE_TONE_FROM_SHARE * case.support.area_cm2:
            continue
        # against the thing's own colour laid in the shade, not against grey: only what the surroundings add counts
        added = np.array(shadow.lab[1:]) - np.array(_shaded(area, shadow))
        direction = around[1:] / max(float(np.hypot(*around[1:])), 1e-9)
        hears = float(added @ direction)
        angle = np.degrees(np.arctan2(shadow.lab[2], shadow.lab[1]) - np.arctan2(around[2], around[1]))
        if hears >= DEAF_CHROMA or abs((angle + 180) % 360 - 180) < DEAF_DEG:
            continue
        pull = PULL * float(np.hypot(*around[1:]))
        if pull < 1.5:
            continue
        yield Advice(
            "areas.N008",
            "note",
            f"The shadow of “{area.name}” has nothing of the {hue_family(around)} around it.",
            f"Pull it towards {hue_family(around)} by about {pull:.0f} of chroma: a touch of the neighbour's mix.",
            area.id,
        )


def _shaded(area: Area, shadow: FamilyPart) -> tuple[float, float]:
    """The area's own a* and b* at the lightness of its shadow, if light only got less."""
    factor = (shadow.lab[0] + LIGHT_OFFSET) / (area.lab[0] + LIGHT_OFFSET)
    return area.lab[1] * factor, area.lab[2] * factor


def _surroundings(case: Case, area: Area) -> np.ndarray | None:
    """The mean colour around an area, weighted by the length of the common borders."""
    weights, colours = [], []
    for border in case.meeting:
        if area.id in (border.a, border.b):
            other = case.area[border.b if border.a == area.id else border.a]
            weights.append(border.length_mm)
            colours.append(other.lab)
    return np.average(np.array(colours), axis=0, weights=weights) if weights else None


FEW_VALUES = 3
SPAN_FOR_MORE = 2.0
WHITE_FROM, BLACK_BELOW = 7.5, 3.5


def too_few_values(case: Case) -> Iterator[Advice]:
    """Rule 9: white fur or cloth needs as many value steps as a dark one (common practice)."""
    for area in case.area.values():
        extreme = (area.value >= WHITE_FROM or area.value <= BLACK_BELOW) and _chroma(area) < 15
        if extreme and area.share >= 2 * ONE_TONE_FROM_SHARE and len(area.parts) < FEW_VALUES and _uneven(case, area):
            kind = "white" if area.value >= WHITE_FROM else "black"
            yield Advice(
                "areas.N009",
                "note",
                f"“{area.name}” is a {kind} thing planned in {len(area.parts)} "
                f"value{'s' if len(area.parts) > 1 else ''} only.",
                "Part it by value: a white or a black needs as many steps as a colour.",
                area.id,
            )


def _uneven(case: Case, area: Area) -> bool:
    """Whether the photo shows more in it than a flat tone."""
    values = [part.value for part in case.photo[area.id].parts]
    textured = case.facts[area.id].texture_mm is not None
    return textured or max(values) - min(values) >= SPAN_FOR_MORE / FEW_VALUES


FEWEST_GREENS = 3
GREEN_FROM_SHARE = 0.02


def too_few_greens(case: Case) -> Iterator[Advice]:
    """Rule 10: grass or foliage needs at least three greens, dark, mid and light (common practice)."""
    green = [area for area in case.area.values() if hue_family(np.array(area.lab)) in ("green", "yellow-green")]
    share = sum(area.share for area in green)
    values = sorted(part.value for area in green for part in area.parts)
    distinct = 1 + sum(1 for low, high in itertools.pairwise(values) if high - low >= 0.5) if values else 0
    if share >= GREEN_FROM_SHARE and distinct < FEWEST_GREENS:
        largest = max(green, key=lambda area: (area.share, area.id))
        yield Advice(
            "areas.N010",
            "note",
            f"The green of the picture ({share:.0%} of it) is planned in {distinct} "
            f"value{'s' if distinct > 1 else ''}; foliage needs at least three greens.",
            "Part the largest green by value, or string a dark, a middle and a light green from one base.",
            largest.id,
        )


def two_paints_in_one(case: Case) -> Iterator[Advice]:
    """Rule 22: what is of one value but of two colours is two passages (common practice)."""
    for area in case.area.values():
        two = case.facts[area.id].two_paints
        if two is not None and case.decisions.get(area.id, AS_FOUND).target_lab is None:
            yield Advice(
                "areas.W022",
                "warning",
                f"“{area.name}” holds {colour_name(np.array(two.larger))} ({two.larger_cm2:.0f} cm²) and "
                f"{colour_name(np.array(two.smaller))} ({two.smaller_cm2:.0f} cm²) of one value.",
                "Split it by colour; painted as one passage both get a colour between them.",
                area.id,
            )
