"""Surfaces of a kind of their own: reflections, what grows over a form, and skies."""

from collections.abc import Iterator

import numpy as np

from ...colour.words import hue_family
from ...kit.advice import Advice
from ..facts import AS_FOUND
from ..families import FAMILIES
from .case import Case

FEWEST_VALUES = 3
"""Tufts want at least so many values: what lies beneath, what lies over it, and the lights (common practice)."""

SAME_VALUE = 0.15
"""Values nearer than this are one to the eye and to dry paint."""

_UPRIGHT = 0.8
"""A gradation is upright where it goes so much of its way up or down."""


def reflection_outdoes_its_thing(case: Case) -> Iterator[Advice]:
    """Rule 17: a reflection's darks are a little lighter than its thing's, its lights a little darker (common practice)."""
    for area_id, said in case.decisions.items():
        mirror, thing = case.area.get(area_id), case.area.get(said.mirrors or "")
        if mirror is None or thing is None:
            continue
        (dark, light), (dark_of, light_of) = (
            (min(part.value for part in area.parts), max(part.value for part in area.parts)) for area in (mirror, thing)
        )
        off = []
        if dark < dark_of - SAME_VALUE:
            off.append(f"darks are {dark_of - dark:.1f} steps darker")
        if light > light_of + SAME_VALUE:
            off.append(f"lights are {light - light_of:.1f} steps lighter")
        if off:
            yield Advice(
                "areas.N017",
                "note",
                f"“{mirror.name}” outdoes what it mirrors: its {' and its '.join(off)} than those of “{thing.name}”.",
                "A reflection has a little less of both: take it back towards the middle, unless something else is mirrored too.",
                f"{area_id} {thing.id}",
            )


def too_few_values_to_grow(case: Case) -> Iterator[Advice]:
    """Rule 18: what grows over a form needs a dark beneath, a middle and lights; the middle families count."""
    for area_id, said in case.decisions.items():
        area = case.area.get(area_id)
        if area is None or said.growth is None:
            continue
        count = sum(part.family in FAMILIES[1:4] for part in area.parts)
        if count < FEWEST_VALUES:
            yield Advice(
                "areas.N018",
                "note",
                f"“{area.name}” has {count} value{'s' if count > 1 else ''}: tufts of {said.growth} want {FEWEST_VALUES}.",
                "Merge it with the darker or lighter part beside it, or paint it as a plain form.",
                area_id,
            )


def sky_darkens_downward(case: Case) -> Iterator[Advice]:
    """Rule 19: skies lighten and warm towards the horizon, blue deepens upward (common practice)."""
    top = {int(label) for label in set(case.labels[0].tolist())}
    for area in case.found:
        facts = case.facts[area.id]
        run = facts.gradation
        if run is None or area.id not in case.area or area.index not in top or case.depth(area.id) != "back":
            continue
        blue = any("blue" in hue_family(np.array(lab)) for lab in (run.start_lab, run.end_lab))
        if case.decisions.get(area.id, AS_FOUND).flat or not blue:
            continue
        right, down = run.end[0] - run.start[0], run.end[1] - run.start[1]
        if (
            abs(down) >= _UPRIGHT * (right**2 + down**2) ** 0.5 and down > 0
        ):  # from the lighter end down to the darker one
            yield Advice(
                "areas.N019",
                "note",
                f"“{area.name}” darkens downward; a sky lightens and warms towards the horizon.",
                "If it is a sky, give its foot the lighter, warmer pile; if it is not, leave it.",
                area.id,
            )
