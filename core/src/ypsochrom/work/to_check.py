"""What a planned painting should look like after a pass, for a check: its stages, areas, piles and what each pass does where."""

from ..areas.found import FoundAreas
from ..areas.linework import at_detail
from ..areas.names import mark
from ..checks.drawing import drawn_on
from ..checks.stage import CheckedArea, PlannedPile, PlannedStage, PlannedWork, bare_support, by_area
from ..kit.errors import BadSetting
from ..passes.films.stages import paint_picture
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
    size = {area.id: area.area_cm2 for area in found.map.areas}
    support = work.inputs.brief.support
    bare = bare_support(labels.shape)
    if number == DRAWING:
        lines = [line.points for line in at_detail(work.now("lines"))]
        so_far = [bare, drawn_on(bare, lines, support.width_mm / labels.shape[1])]
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
        so_far=tuple(so_far),
        wet=wet,
        work=by_area(
            (
                step.area,
                PlannedWork.of(
                    one.number, one.role_of(step), step.mix, step.technique, step.area_cm2 / size[step.area]
                ),
            )
            for one in plan.passes
            for step in one.steps
        ),
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
