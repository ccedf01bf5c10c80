"""The studio sheet: what a painter pins up. One page a pass with its stage picture, and its units with swatches to tick off."""

from collections.abc import Mapping, Sequence
from typing import Any

from reportlab.platypus import Flowable

from ...colour.types import Srgb8
from ...materials.measures import drops
from ...mixes.mix_set import Mix
from ...mixes.told import doses_in_words, told_bands, told_doses
from ...paint.catalogue import paint
from ...passes.amounts.shopping import Purchase
from ...passes.plan.pass_plan import PassPlan
from ...passes.step import Job, PaintPass, Step
from ...passes.unit import OwnUnit, Unit
from ..csv.passes import tubes_in_words
from . import flow
from .flow import Chapter, Swatches, TickBox, gap, rows, screen, small, words
from .page import Paper

Areas = Mapping[str, tuple[int, str, tuple[float, float]]]
"""Every area's number, its name and its middle (x, y, shares 0-1), by id."""

_TICK, _SWATCH_WIDE, _SWATCH_HIGH = 21.0, 48.0, 34.1
"""Swatches are 12 mm high and more, to be compared at arm's length."""

_BELOW = 5.0
_PICTURE, _LEAST_PICTURE, _SMALLEST_PICTURE = 260.0, 110.0, 60.0
_SPARE = 8.0

_WAITS = {"none": "", "touch-dry": "on paint dry to the touch", "dry": "on paint dry through"}
_EDGES = 2
"""Edges that the sheet names with a unit where there is room."""


def studio_sheet_pdf(
    plan: PassPlan,
    areas: Areas,
    stages: Sequence[Srgb8],
    purchases: Sequence[Purchase],
    title: str,
    paper: Paper = "A4",
) -> bytes:
    """All passes, then the recipes and what to buy."""
    width = flow.inner_width(paper)
    passes = [
        Chapter(
            f"Pass {one.number} of {len(plan.passes)}" + ("" if one.roles else f": {one.title}"),
            _pass(plan, one, stage, areas, paper),
        )
        for one, stage in zip(plan.passes, stages, strict=True)
    ]
    end = [*_jobs(plan, len(plan.passes) + 1, width), *_recipes(plan, width), *_shopping(plan, purchases, width)]
    return flow.document(title, paper, [*passes, Chapter("At the end", end)])


def _pass(plan: PassPlan, paint_pass: PaintPass, stage: Srgb8, areas: Areas, paper: Paper) -> list[Flowable]:
    """One page: the picture gives way to the list, and the list tells less, before a second page is begun."""
    width = flow.inner_width(paper)
    jobs = _jobs(plan, paint_pass.number, width)
    waits = {unit.wait for unit in paint_pass.units}
    begin = f" Lay it {_WAITS[next(iter(waits))]}." if len(waits) == 1 and waits != {"none"} else ""
    volume = sum(unit.volume_ml for unit in paint_pass.units)
    minutes = sum(unit.total_minutes for unit in paint_pass.units)
    count = len(paint_pass.units)
    about = [
        small("The panel when this pass is dry, and the numbers of the parts that are painted in it.", after=4),
        *([words(paint_pass.title, bold=True, size=12)] if paint_pass.roles else []),  # too long for the page's heading
        words(
            f"{count} unit{'s' if count > 1 else ''}, about {minutes:.0f} min · medium: {paint_pass.medium} · "
            f"{volume:.1f} ml of paint",
            bold=True,
        ),
        words(paint_pass.why + begin, grey=0.25, after=6),
    ]
    left = flow.inner_height(paper) - sum(flow.height_of(one, width) for one in (*jobs, *about)) - _SPARE
    for by_name, edges, doses in ((True, _EDGES, True), (True, 0, True), (False, 0, True), (False, 0, False)):
        listed = _listed(plan, paint_pass, areas, width, by_name=by_name, edges=edges, doses=doses)
        free = left - flow.height_of(listed, width)
        if free >= _LEAST_PICTURE:
            break
    spots = [] if len(paint_pass.units) == 1 and _is_whole(paint_pass, areas) else _spots(paint_pass, areas)
    shown = flow.NumberedPicture(stage, width, min(_PICTURE, max(_SMALLEST_PICTURE, free)) - 4, spots)
    return [*jobs, shown, gap(4), *about, listed]


def _spots(paint_pass: PaintPass, areas: Areas) -> list[flow.Spot]:
    """Where the parts of a pass lie, with their numbers."""
    return [(*areas[area][2], str(areas[area][0])) for area in dict.fromkeys(step.area for step in paint_pass.steps)]


def _is_whole(paint_pass: PaintPass, areas: Areas) -> bool:
    return len({step.area for step in paint_pass.steps if step.family is None}) == len(areas)


def _listed(
    plan: PassPlan, paint_pass: PaintPass, areas: Areas, width: float, *, by_name: bool, edges: int, doses: bool
) -> Flowable:
    """The units to tick off, with what each and the string of a gradation is mixed of; where room is short less of it."""
    steps = {step.id: step for step in paint_pass.steps}
    waits_apart = len({unit.wait for unit in paint_pass.units}) > 1
    name_of = {mix.id: mix.name for mix in plan.mix_of.values()}
    listed: list[list[Any]] = []
    places, begins = {unit.id for unit in paint_pass.units}, paint_pass.begins
    for number, unit in enumerate(paint_pass.units, start=1):
        listed += [_own(work) for work in paint_pass.own if work.before == unit.id]
        own = [steps[id_] for id_ in unit.steps]
        mix = plan.mix_of[unit.mix]
        string = plan.string_in(unit) if doses else None
        if string is not None:
            beside = f" Light to dark: {'; '.join(band.words for band in told_bands(string, name_of))}."
        else:
            beside = f" With {', '.join(name_of[one] for one in unit.beside)}." if unit.beside else ""
        told = [words(begins[unit.id].capitalize(), bold=True, grey=0.25)] if unit.id in begins else []
        told += [words(f"{number}. {mix.name}", bold=True), words(_how(unit, waits_apart))]
        told.append(small(f"{unit.words if by_name else _in_numbers(own, areas)}.{beside}", grey=0.1))
        if doses:
            told.append(small(doses_in_words(mix, name_of), grey=0.25))
        told += [small(edge.words, grey=0.25) for edge in unit.edges[:edges]]
        listed.append([TickBox(), Swatches([screen(mix.match.lab_dry)], _SWATCH_WIDE, _SWATCH_HIGH), told])
    listed += [_own(work) for work in paint_pass.own if work.before not in places]
    return rows(listed, [_TICK, _SWATCH_WIDE + 10, width - _TICK - _SWATCH_WIDE - 10], _BELOW)


def _own(work: OwnUnit) -> list[Any]:
    tool = "" if work.tool == "brush" else f"{work.tool}, "
    told = [words(work.title, bold=True), words(f"{tool}{work.minutes:.0f} min")]
    return [TickBox(), "", [*told, *([small(work.words, grey=0.25)] if work.words else [])]]


def _how(unit: Unit, waits_apart: bool) -> str:
    told = [
        unit.brush.words,
        f"{unit.minutes:.0f} min",
        _amount(unit.volume_ml) + (f" + {_amount(unit.medium_ml)} {unit.medium}" if unit.medium_ml > 0 else ""),
        f"{unit.coats} coats" if unit.coats > 1 else "",
        unit.technique if unit.technique != "opaque" else "",
        _WAITS[unit.wait] if waits_apart else "",
        f"wait {unit.wait_minutes:.0f} min" if unit.wait_minutes >= 1 else "",
    ]
    return " · ".join(one for one in told if one)


def _in_numbers(steps: Sequence[Step], areas: Areas) -> str:
    """As in "half-tone of 1, 12, 24; shadow of 22"."""
    if len({step.area for step in steps}) == len(areas):
        return "the whole surface"
    of: dict[str, list[int]] = {}
    for step in steps:
        of.setdefault(step.family or "all", []).append(areas[step.area][0])
    return "; ".join(f"{family} of {', '.join(str(n) for n in numbers)}" for family, numbers in of.items())


def _amount(volume_ml: float) -> str:
    """Millilitres, or drops where so few can be counted."""
    few = drops(volume_ml)
    return f"{few} drop{'s' if few > 1 else ''}" if few is not None else f"{volume_ml:.1f} ml"


def _jobs(plan: PassPlan, before_pass: int, width: float) -> list[Flowable]:
    jobs = [job for job in plan.jobs if job.before_pass == before_pass]
    listed: list[list[Any]] = [
        [TickBox(), [words(_job_words(job, plan.mix_of), bold=True), small(f"{job.why} {job.caution}".strip())]]
        for job in jobs
    ]
    return [rows(listed, [_TICK, width - _TICK], 4.0)] if listed else []


def _job_words(job: Job, mix_of: Mapping[str, Mix]) -> str:
    told = job.title
    if job.medium is not None and job.medium_ml > 0:
        told += f": {job.medium_ml:.0f} ml {job.medium}"
    if job.mix is not None:
        told += f": {job.volume_ml:.1f} ml of {mix_of[job.mix].name}"
    return told


def _recipes(plan: PassPlan, width: float) -> list[Flowable]:
    listed: list[list[Any]] = []
    name_of = {mix.id: mix.name for mix in plan.mixes}
    for mix in plan.mixes:
        volume = plan.volumes[mix.id]
        pile = doses_in_words(mix, name_of)
        amounts = ", ".join(f"{one.name} {_amount(one.volume_ml)}" for one in told_doses(mix, volume, name_of))
        told = [words(f"{mix.name}, {volume:.1f} ml", bold=True), small(pile, grey=0.1), small(amounts, grey=0.1)]
        listed.append([Swatches([screen(mix.match.lab_dry)], 56, _SWATCH_HIGH), told])
    heading = words("Mixes: parts, and what the whole painting takes of each", bold=True, size=12, after=8)
    return [gap(10), heading, rows(listed, [68, width - 68], 8.0)] if listed else []


def _shopping(plan: PassPlan, purchases: Sequence[Purchase], width: float) -> list[Flowable]:
    listed: list[list[Any]] = [
        [
            TickBox(),
            f"{paint(one.key).name} ({one.key})",
            f"{one.missing_ml:.1f} ml missing: {tubes_in_words(one)}",
            "" if one.price is None else f"about {one.price:.2f}",
        ]
        for one in purchases
    ]
    listed += [
        [TickBox(), need.kind, f"{need.volume_ml - need.left_ml:.0f} ml missing", ""]
        for need in plan.mediums
        if need.left_ml is not None and need.volume_ml > need.left_ml
    ]
    heading = words("To buy", bold=True, size=12, after=6)
    if not listed:
        return [heading, words("Nothing: the shelf has all the paint that this plan takes.")]
    return [heading, rows(listed, [_TICK, 219, 190, width - 430])]
