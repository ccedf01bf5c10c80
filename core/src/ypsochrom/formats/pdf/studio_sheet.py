"""The studio sheet: what a painter pins up. One page a pass with its stage picture, large swatches and a list to tick off."""

from collections.abc import Mapping, Sequence
from typing import Any

from reportlab.platypus import Flowable

from ...colour.types import Srgb8
from ...materials.measures import drops
from ...mixes.mix_set import Mix
from ...mixes.told import doses_in_words, told_doses
from ...paint.catalogue import paint
from ...passes.amounts.shopping import Purchase
from ...passes.plan.pass_plan import PassPlan
from ...passes.step import Job, PaintPass, Step
from ..csv.passes import tubes_in_words
from . import flow
from .flow import Chapter, Swatches, TickBox, gap, picture, rows, screen, small, words
from .page import TEXT, Paper

Areas = Mapping[str, tuple[int, str]]
"""Every area's number and name by id."""

_TICK, _SWATCH = 21.0, 52.0
_BETWEEN = 14.0
_ROOMY, _TIGHT = 33.0, 20.0
"""Height of a swatch in the list; the tight one where a pass has so many rows that they would need a second page."""

_PICTURE, _LEAST_PICTURE = 260.0, 90.0
_SPARE = 8.0

_WAITS = {"none": "", "touch-dry": "on paint dry to the touch", "dry": "on dry paint"}


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
        Chapter(f"Pass {one.number} of {len(plan.passes)}: {one.role}", _pass(plan, one, stage, areas, paper))
        for one, stage in zip(plan.passes, stages, strict=True)
    ]
    end = [*_jobs(plan, len(plan.passes) + 1, width), *_recipes(plan, width), *_shopping(plan, purchases, width)]
    return flow.document(title, paper, [*passes, Chapter("At the end", end)])


def _pass(plan: PassPlan, paint_pass: PaintPass, stage: Srgb8, areas: Areas, paper: Paper) -> list[Flowable]:
    """One page: the picture gives way to the list, and the list's rows to each other, before a second page is begun."""
    width = flow.inner_width(paper)
    jobs = _jobs(plan, paint_pass.number, width)
    waits = {step.wait for step in paint_pass.steps}
    begin = f" Lay it {_WAITS[next(iter(waits))]}." if len(waits) == 1 and waits != {"none"} else ""
    volume = sum(step.volume_ml for step in paint_pass.steps)
    about = [
        small("The panel when this pass is dry.", after=6),
        words(f"Brush {paint_pass.brush_mm:g} mm · medium: {paint_pass.medium} · {volume:.1f} ml of paint", bold=True),
        words(paint_pass.why + begin, grey=0.25, after=6),
    ]
    left = flow.inner_height(paper) - sum(flow.height_of(one, width) for one in (*jobs, *about)) - _SPARE
    tried = (
        _listed(plan, paint_pass, areas, width, row, by_name, columns)
        for row, by_name, columns in ((_ROOMY, True, 1), (_TIGHT, True, 1), (_TIGHT, False, 1), (_TIGHT, False, 2))
    )
    for listed in tried:
        free = left - flow.height_of(listed, width)
        if free >= _LEAST_PICTURE:
            break
    shown = picture(stage, width, min(_PICTURE, max(_LEAST_PICTURE, free)) - 4)
    return [*jobs, shown, gap(4), *about, listed]


def _listed(
    plan: PassPlan, paint_pass: PaintPass, areas: Areas, width: float, row: float, by_name: bool, columns: int
) -> Flowable:
    """The list to tick off: areas by name, or by number where room is short, and then in two columns."""
    waits_apart = len({step.wait for step in paint_pass.steps}) > 1
    wide, size = (_SWATCH, TEXT) if columns == 1 else (_SWATCH / 2, 8.0)
    listed: list[list[Any]] = []
    for mix_id, steps in _runs(paint_pass):
        mix = plan.mix_of[mix_id]
        told = small(f"{_how(steps, waits_apart)} · {_in_words(steps, areas, by_name)}", grey=0.25)
        swatch = Swatches([screen(mix.match.lab_dry)], wide, row)
        listed.append([TickBox(), swatch, [words(mix.name, bold=True, size=size), told]])
    below, column = 7.0 if row == _ROOMY else 4.0, (width - _BETWEEN * (columns - 1)) / columns
    half = -(-len(listed) // columns)
    tables = [
        rows(listed[at : at + half], [_TICK, wide + 10, column - _TICK - wide - 10], below)
        for at in range(0, len(listed), half)
    ]
    return tables[0] if len(tables) == 1 else rows([tables], [column + _BETWEEN, column], 0.0)


def _runs(paint_pass: PaintPass) -> list[tuple[str, list[Step]]]:
    """Steps that follow each other in one mix, gathered: the pile is picked up once."""
    found: list[tuple[str, list[Step]]] = []
    for step in paint_pass.steps:
        if found and found[-1][0] == step.mix:
            found[-1][1].append(step)
        else:
            found.append((step.mix, [step]))
    return found


def _how(steps: Sequence[Step], waits_apart: bool) -> str:
    coats = max(step.coats for step in steps)
    volume, medium = sum(step.volume_ml for step in steps), sum(step.medium_ml for step in steps)
    wait = _WAITS[max((step.wait for step in steps), key=list(_WAITS).index)]
    told = [
        _amount(volume) + (f" + {_amount(medium)} {steps[0].medium}" if medium > 0 else ""),
        f"{coats} coats" if coats > 1 else "",
        steps[0].technique if steps[0].technique not in ("opaque", "glaze") else "",
        wait if waits_apart else "",
    ]
    return " · ".join(one for one in told if one)


def _in_words(steps: Sequence[Step], areas: Areas, by_name: bool) -> str:
    if len({step.area for step in steps}) == len(areas):
        return "the whole surface"
    return ", ".join(_where(step, areas) for step in steps) if by_name else _in_numbers(steps, areas)


def _where(step: Step, areas: Areas) -> str:
    number, name = areas[step.area]
    return f"{number} {name}" + (f" ({step.family})" if step.family else "")


def _in_numbers(steps: Sequence[Step], areas: Areas) -> str:
    """As in "half-tone of 1, 12, 24; shadow of 22"."""
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
        listed.append([Swatches([screen(mix.match.lab_dry)], 56, 34), told])
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
