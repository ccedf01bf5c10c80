"""What of a planned painting is taken to the easel: its tasks in the order of their schedule, under the painter's names."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from ..areas.area import AreaMap
from ..areas.facts import planes_as_decided
from ..areas.found import FoundAreas
from ..areas.names import in_words
from ..colour.cielab import lab_to_hex
from ..colour.munsell import lab_to_value
from ..colour.types import Srgb8
from ..imaging.resample import fit_within
from ..kit.advice import Advice
from ..kit.sums import summed
from ..materials.cautions import PROCESS_CAUTIONS, cautions_for
from ..materials.shelf import nozzles_mm
from ..mixes.blends import from_piles
from ..mixes.told import told_bands, told_doses
from ..passes.amounts.keeping import KEEPING, kept_piles
from ..passes.films.drying import Drying, film_of
from ..passes.manners import GLAZES, TECHNIQUE_WORDS
from ..passes.plan.pass_plan import PassPlan
from ..passes.step import PaintPass, Step
from ..passes.unit import Unit
from ..passes.units.lit import SHOWN_PX
from ..sittings.easel.clocks import Laid
from ..sittings.easel.worklist import Awaited, ListedArea, ListedBand, ListedPile, ListedTask, Passage, Point, WorkList
from ..sittings.schedule import Placed, Schedule
from ..sittings.task import Task, Tasks, Wait
from .graph import Work
from .planned import names_of, plan_in_words
from .sitting_nodes import current_schedule, tasks_in

_CARE_WITH = {"airbrush": "materials.N003", "varnish": "materials.N003", "sanding": "materials.N002"}
"""Processes that have a caution of their own, by technique and by job."""

_TOUCHED = ("airbrush", "dabbing", "spatter")
"""Techniques by which pigment gets into the air or onto the skin."""

_AT_THE_START = ("materials.N001", "materials.N005")
_CAUTION_OF = {one.id: one for one in PROCESS_CAUTIONS}


def worklist_of(work: Work) -> WorkList:
    """The work list of a painting that is planned; what is missing or out of date is made."""
    found: FoundAreas = work.now("areas")
    names = names_of(found, work.inputs.brief)
    planes = planes_as_decided(found.facts, work.inputs.brief.decisions)
    marked: PassPlan = work.now("passes")
    plan = plan_in_words(marked, names)
    tasks = tasks_in(work, marked)
    scheduled = current_schedule(work)
    schedule = None if scheduled is None else scheduled.schedule
    drying = Drying(work.inputs.brief.sittings.climate, work.inputs.factors)
    waits = _awaited(tasks, plan)
    jobs = {job.kind: job for job in plan.jobs}
    own = {one.id: one.words for each in plan.passes for one in each.own}
    listed: list[ListedTask] = []
    laid: dict[str, Laid] = {}
    for task, placed in _in_order(tasks, schedule):
        one = ListedTask(
            id=task.id,
            kind=task.kind,
            subject=task.subject,
            title=in_words(task.title, names),
            minutes=task.minutes,
            coat=task.coat,
            pass_number=task.pass_number,
            role=next((p.title for p in plan.passes if p.number == task.pass_number), ""),
            piles=task.piles,
            after=waits.get(task.id, ()),
            sitting=0 if placed is None else placed.sitting,
        )
        if task.kind == "unit":
            one, laid[task.id] = _unit(one, plan, drying, work.inputs.brief.passes.notes)
        elif task.kind == "mixing":
            one = replace(one, uses=_taken_by(plan, task.subject))
        elif task.kind == "own":
            one = replace(one, manner=own[task.id])
        elif task.kind == "job" and task.subject in jobs:
            care = _CARE_WITH.get(task.subject)
            one = replace(one, manner=jobs[task.subject].why, cautions=() if care is None else (_CAUTION_OF[care],))
        listed.append(one)
    kept = {pile.mix for pile in kept_piles(plan.passes, plan.blends)}
    pile_names = {mix.id: mix.name for mix in plan.mixes}
    nozzles = nozzles_mm(work.inputs.stock.tubes)
    return WorkList(
        tasks=tuple(listed),
        piles=tuple(
            ListedPile(
                id=mix.id,
                name=mix.name,
                volume_ml=plan.volumes[mix.id],
                doses=told_doses(mix, plan.volumes[mix.id], pile_names, nozzles),
                wet=lab_to_hex(np.array(mix.match.lab_wet)),
                dry=lab_to_hex(np.array(mix.match.lab_dry)),
                value_dry=float(lab_to_value(np.array(mix.match.lab_dry))),
                keeping=KEEPING if mix.id in kept else "",
                lab_dry=mix.match.lab_dry,
            )
            for mix in plan.mixes
        ),
        laid=laid,
        areas=tuple(
            ListedArea(area.id, area.index, names[area.id], area.centre, planes.get(area.id, ""))
            for area in found.map.areas
        ),
        cautions=(*(_CAUTION_OF[id_] for id_ in _AT_THE_START), *cautions_for(need.key for need in plan.paint)),
        factors=work.inputs.factors,
    )


def parts_picture(areas: AreaMap) -> Srgb8:
    """Which area (red: its index) and family (green: its place in `FAMILIES`) lies where, at the screen's size."""
    height, width = areas.labels.shape
    wide, high = fit_within(width, height, SHOWN_PX)
    rows = (np.arange(high) * height) // high
    columns = (np.arange(wide) * width) // wide
    both = np.dstack([areas.labels, areas.families, np.zeros_like(areas.labels)])
    return both[rows[:, None], columns]


def _in_order(tasks: Tasks, schedule: Schedule | None) -> list[tuple[Task, Placed | None]]:
    """Tasks as they are scheduled; without a schedule in the plan's order, every pile mixed right before it is used."""
    known = tasks.task_of
    if schedule is not None and {one.id for one in schedule.tasks} == set(known):
        return [(known[one.id], one) for one in schedule.tasks]
    before: dict[str, list[str]] = {}
    for wait in tasks.waits:
        if wait.kind == "mixing":
            before.setdefault(wait.after, []).append(wait.before)
    found: dict[str, Task] = {}

    def add(id_: str) -> None:
        if id_ not in found:
            for mixing in before.get(id_, ()):
                add(mixing)
            found[id_] = known[id_]

    for task in tasks.tasks:
        if task.kind != "mixing":
            add(task.id)
    for task in tasks.tasks:
        add(task.id)
    return [(task, None) for task in found.values()]


def _awaited(tasks: Tasks, plan: PassPlan) -> dict[str, tuple[Awaited, ...]]:
    glazes = {unit.id for one in plan.passes for unit in one.units if unit.technique in GLAZES}
    subject = {task.id: task.subject for task in tasks.tasks}

    def point(wait: Wait) -> Point:
        match wait.kind:
            case "overcoat":
                return "overcoat"
            case "glaze":
                return "glaze"
            case "coat":
                return "glaze" if subject[wait.after] in glazes else "overcoat"
            case "while wet":
                return "open"
            case _:
                return "done"

    found: dict[str, list[Awaited]] = {}
    for wait in tasks.waits:
        found.setdefault(wait.after, []).append(Awaited(wait.before, point(wait)))
    return {task: tuple(dict.fromkeys(of)) for task, of in found.items()}


def _string_of(unit: Unit, plan: PassPlan) -> tuple[ListedBand, ...]:
    """What a gradation is painted with, to be put together with the knife before it is begun."""
    string = plan.string_in(unit)
    if string is None:
        return ()
    return tuple(
        ListedBand(
            name=band.name,
            words=band.words,
            wet=lab_to_hex(np.array(band.match.lab_wet)),
            dry=lab_to_hex(np.array(band.match.lab_dry)),
        )
        for band in told_bands(string, {mix.id: mix.name for mix in plan.mixes})
    )


def _unit(one: ListedTask, plan: PassPlan, drying: Drying, notes: Mapping[str, str]) -> tuple[ListedTask, Laid]:
    """A unit's task with all that is told of the unit, and what it lays."""
    paint_pass, unit = next((p, u) for p in plan.passes for u in p.units if u.id == one.subject)
    steps = {step.id: step for step in paint_pass.steps}
    own = [steps[id_] for id_ in unit.steps if steps[id_].coats >= one.coat]
    laid = summed((step.mix, step.volume_ml / step.coats) for step in own)
    told = replace(
        one,
        coats=unit.coats,
        passages=tuple(Passage(step.area, step.family) for step in own),
        uses={pile: ml for pile, ml in from_piles(laid, plan.blends).items() if pile in plan.volumes},
        brush=unit.brush.words,
        technique=unit.technique,
        manner=TECHNIQUE_WORDS[unit.technique],
        medium=_medium(unit),
        string=_string_of(unit, plan),
        edges=tuple(edge.words for edge in unit.edges),
        at_judgement=len(unit.at_judgement),
        note=notes.get(unit.id, ""),
        cautions=_cautions(unit, paint_pass, plan),
    )
    return told, _laid(own, drying)


def _medium(unit: Unit) -> str:
    return "" if unit.medium is None else f"{unit.medium}, {unit.medium_share:.0%} of what is laid"


def _laid(steps: Sequence[Step], drying: Drying) -> Laid:
    first = min(steps, key=lambda step: (drying.open(step), step.id))
    last = max(steps, key=lambda step: (drying.glaze(step), step.id))
    factors = drying.factors
    return Laid(film_of(first), film_of(last), factors.drying_of(first.medium), factors.drying_of(last.medium))


def _taken_by(plan: PassPlan, pile: str) -> dict[str, float]:
    """What mixing a pile takes of earlier piles."""
    mix = plan.mix_of[pile]
    ml = plan.volumes[pile] / mix.total_parts
    return {dose.source: dose.parts * ml for dose in mix.made_from if dose.source in plan.volumes}


def _cautions(unit: Unit, paint_pass: PaintPass, plan: PassPlan) -> tuple[Advice, ...]:
    """Cautions of the process where a unit is sprayed, dabbed or spattered, with those of its pigments; none as wallpaper."""
    if unit.technique not in _TOUCHED:
        return ()
    steps = {step.id: step for step in paint_pass.steps}
    keys = {key for id_ in unit.steps for key in plan.mix_of[steps[id_].mix].match.recipe.keys}
    care = _CARE_WITH.get(unit.technique)
    return (*(() if care is None else (_CAUTION_OF[care],)), *cautions_for(sorted(keys)))
