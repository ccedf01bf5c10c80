"""What a planned painting should look like after a pass, for a check: its stages, areas, piles and what each pass does where."""

import numpy as np

from ..areas.found import FoundAreas
from ..areas.linework import at_detail
from ..areas.names import mark
from ..checks.drawing import drawn_picture
from ..checks.stage import CheckedArea, PlannedPile, PlannedStage, PlannedWork
from ..colour import spectra
from ..colour.cielab import lab_to_srgb8
from ..kit.errors import BadSetting
from ..paint import surface
from ..passes.films import layers
from ..passes.films.stages import paint_picture
from ..passes.manners import GLAZES
from ..passes.plan.pass_plan import PassPlan
from .graph import Work
from .pass_nodes import stages_of

DRAWING = 0
"""The stage before any paint."""


def stage_to_check(work: Work, number: int) -> PlannedStage:
    """The painting as it should be after pass `number` (0: the drawing), areas named by marks; about 0.5 s.

    `BadSetting` where the plan has no such pass. What is missing or out of date is made.
    """
    found: FoundAreas = work.now("areas")
    plan: PassPlan = work.now("passes")
    mixes = work.now("mixes")
    numbers = [one.number for one in plan.passes]
    if number != DRAWING and number not in numbers:
        raise BadSetting(f"The plan has no pass {number}.", f"Choose a pass from 1 to {max(numbers)}, or the drawing.")
    labels = found.map.labels
    support = work.inputs.brief.support
    bare = np.broadcast_to(_bare(), (*labels.shape, 3))
    if number == DRAWING:
        lines = [line.points for line in at_detail(work.now("lines"))]
        so_far = [bare, drawn_picture(lines, labels.shape, support.width_mm / labels.shape[1])]
        wet = so_far[-1]
    else:
        canvas, painted = stages_of(work)
        until = [stage for stage in painted if stage.number <= number]
        so_far = [bare, *(paint_picture(stage, canvas) for stage in until)]
        wet = paint_picture(until[-1], canvas, "wet")
    return PlannedStage(
        number=number,
        support=support,
        areas=tuple(CheckedArea(one.index, one.id, mark(one.id), one.area_cm2, one.centre) for one in found.map.areas),
        labels=labels,
        so_far=tuple(np.ascontiguousarray(one) for one in so_far),
        wet=wet,
        work=_work(plan, {one.id: one.area_cm2 for one in found.map.areas}),
        piles={
            mix.id: PlannedPile(
                mix.id, mix.name, mix.match.recipe, mix.match.lab_dry, mix.match.lab_wet, plan.volumes[mix.id]
            )
            for mix in plan.mixes
            if mix.id in plan.volumes
        },
        box=mixes.mixes.box,
        focal=work.inputs.brief.focal,
        drawn=number == DRAWING,
    )


def _bare() -> np.ndarray:
    return lab_to_srgb8(spectra.reflectance_to_lab(surface.seen(layers.bare_ground(), surface.dry("matt"))))


def _work(plan: PassPlan, size: dict[str, float]) -> dict[str, tuple[PlannedWork, ...]]:
    found: dict[str, list[PlannedWork]] = {}
    for one in plan.passes:
        for step in one.steps:
            share = min(1.0, step.area_cm2 / max(size[step.area], 1e-6))
            work = PlannedWork(one.number, one.role, step.mix, share, step.technique not in GLAZES)
            found.setdefault(step.area, []).append(work)
    return {area: tuple(works) for area, works in found.items()}
