"""The studio sheet: what a painter pins up. One page a pass with its stage picture, large swatches and a list to tick off."""

from collections.abc import Mapping, Sequence

from ..colour.types import Srgb8
from ..materials.measures import drops
from ..mixes.mix_set import Mix
from ..paint.catalogue import paint
from ..passes.pass_plan import PassPlan
from ..passes.shopping import Purchase
from ..passes.step import Job, PaintPass, Step
from .passes_csv import tubes_in_words
from .pdf_page import LINE, MARGIN, SMALL, TEXT, Page, Paper, document, wrapped

_BOX, _SWATCH = 11.0, 52.0
_ROOMY, _TIGHT = 40.0, 27.0
"""Height of a row of the list; the tight one where a pass has so many that they would need a second page."""

_PICTURE, _LEAST_PICTURE = 260.0, 90.0
_AROUND = 110.0
"""What heading, brush and reason take of a page."""

_WAITS = {"none": "", "touch-dry": "when dry to the touch", "dry": "when dry through"}


def studio_sheet_pdf(
    plan: PassPlan,
    areas: Mapping[str, tuple[int, str]],
    stages: Sequence[Srgb8],
    purchases: Sequence[Purchase],
    title: str,
    paper: Paper = "A4",
) -> bytes:
    """All passes, then the recipes and what to buy; `areas` gives every area's number and name by id."""

    def draw(page: Page) -> None:
        for number, (paint_pass, stage) in enumerate(zip(plan.passes, stages, strict=True)):
            if number:
                page.end()
            _pass(page, plan, paint_pass, stage, areas)
        page.end()
        _end(page, plan)
        _recipes(page, plan)
        _shopping(page, plan, purchases)

    return document(title, paper, draw)


def _pass(
    page: Page, plan: PassPlan, paint_pass: PaintPass, stage: Srgb8, areas: Mapping[str, tuple[int, str]]
) -> None:
    page.begin(f"Pass {paint_pass.number} of {len(plan.passes)}: {paint_pass.role}")
    for job in plan.jobs:
        if job.before_pass == paint_pass.number:
            _job(page, job, plan.mix_of)
    runs = _runs(paint_pass)
    left = page.y - MARGIN - _AROUND
    row = _ROOMY if left - len(runs) * _ROOMY >= _LEAST_PICTURE else _TIGHT
    page.picture(stage, min(_PICTURE, max(_LEAST_PICTURE, left - len(runs) * row)))
    page.text("The panel when this pass is dry.", size=SMALL, grey=0.35)
    page.y -= LINE + 2
    volume = sum(step.volume_ml for step in paint_pass.steps)
    page.text(f"Brush {paint_pass.brush_mm:g} mm · medium: {paint_pass.medium} · {volume:.1f} ml of paint", bold=True)
    page.y -= LINE + 2
    waits = {step.wait for step in paint_pass.steps}
    begin = f" Begin {_WAITS[next(iter(waits))]}." if len(waits) == 1 and waits != {"none"} else ""
    page.paragraph(paint_pass.why + begin, grey=0.25)
    page.y -= 6
    for mix, steps in runs:
        _row(page, plan.mix_of[mix], steps, areas, row, waits_apart=len(waits) > 1)


def _runs(paint_pass: PaintPass) -> list[tuple[str, list[Step]]]:
    """Steps that follow each other in one mix, gathered: the pile is picked up once."""
    found: list[tuple[str, list[Step]]] = []
    for step in paint_pass.steps:
        if found and found[-1][0] == step.mix:
            found[-1][1].append(step)
        else:
            found.append((step.mix, [step]))
    return found


def _tick_box(page: Page, drop: float = 2.0) -> None:
    page.canvas.setStrokeGray(0.25)
    page.canvas.rect(MARGIN, page.y - _BOX - drop, _BOX, _BOX, stroke=1, fill=0)


def _row(
    page: Page,
    mix: Mix,
    steps: Sequence[Step],
    areas: Mapping[str, tuple[int, str]],
    row: float,
    *,
    waits_apart: bool,
) -> None:
    everywhere = len({step.area for step in steps}) == len(areas)
    where = "the whole surface" if everywhere else ", ".join(_where(step, areas) for step in steps)
    left = _BOX + 10 + _SWATCH + 10
    lines = wrapped(where, page.inner - left, SMALL)
    height = max(row, LINE + len(lines) * SMALL * 1.4 + 4)
    page.room(height)
    _tick_box(page)
    page.swatch(mix.match.lab_dry, _BOX + 10, _SWATCH, row - 7)
    coats = max(step.coats for step in steps)
    volume, medium = sum(step.volume_ml for step in steps), sum(step.medium_ml for step in steps)
    words = f"{_amount(volume)}" + (f" + {_amount(medium)} {steps[0].medium}" if medium > 0 else "")
    words += f" · {coats} coats" if coats > 1 else ""
    words += f" · {steps[0].technique}" if steps[0].technique != "opaque" else ""
    wait = _WAITS[max((step.wait for step in steps), key=list(_WAITS).index)]
    page.text(f"{mix.name}", left, bold=True)
    page.text(words + (f" · {wait}" if wait and waits_apart else ""), left + 150)
    top = page.y
    page.y -= LINE
    for line in lines:
        page.text(line, left, size=SMALL, grey=0.25)
        page.y -= SMALL * 1.4
    page.y = top - height


def _where(step: Step, areas: Mapping[str, tuple[int, str]]) -> str:
    number, name = areas[step.area]
    return f"{number} {name}" + (f" ({step.family})" if step.family else "")


def _amount(volume_ml: float) -> str:
    """Millilitres, or drops where so few can be counted."""
    few = drops(volume_ml)
    return f"{few} drop{'s' if few > 1 else ''}" if few is not None else f"{volume_ml:.1f} ml"


def _job(page: Page, job: Job, mix_of: Mapping[str, Mix]) -> None:
    page.room(LINE * 2)
    _tick_box(page, 0.0)
    words = job.title
    if job.medium is not None and job.medium_ml > 0:
        words += f": {job.medium_ml:.0f} ml {job.medium}"
    if job.mix is not None:
        words += f": {job.volume_ml:.1f} ml of {mix_of[job.mix].name}"
    page.text(words, _BOX + 10, bold=True)
    page.y -= LINE
    page.paragraph(f"{job.why} {job.caution}".strip(), size=SMALL, grey=0.3)
    page.y -= 4


def _end(page: Page, plan: PassPlan) -> None:
    page.begin("At the end")
    for job in plan.jobs:
        if job.before_pass > len(plan.passes):
            _job(page, job, plan.mix_of)


def _recipes(page: Page, plan: PassPlan) -> None:
    page.y -= 10
    page.room(60)
    page.text("Mixes: parts, and what the whole painting takes of each", bold=True, size=12)
    page.y -= 22
    for mix in plan.mixes:
        volume, recipe = plan.volumes[mix.id], mix.match.recipe
        portions = recipe.portions()
        words = " + ".join(
            f"{p.parts:g} {paint(p.key).name}" + (f" let down 1:9 in {p.let_down_with}" if p.let_down_with else "")
            for p in portions
        )
        amounts = ", ".join(
            f"{paint(key).name} {_amount(volume * parts / recipe.total)}" for key, parts in recipe.parts
        )
        lines = wrapped(words, page.inner - 70, TEXT) + wrapped(amounts, page.inner - 70, SMALL)
        page.room(LINE * (len(lines) + 1) + 8)
        page.swatch(mix.match.lab_dry, 0, 56, 34)
        page.text(f"{mix.name}, {volume:.1f} ml", 68, bold=True)
        page.y -= LINE
        for line in lines:
            page.text(line, 68, size=SMALL + 0.5)
            page.y -= LINE - 2
        page.y -= 8


def _shopping(page: Page, plan: PassPlan, purchases: Sequence[Purchase]) -> None:
    page.y -= 6
    page.room(60)
    page.text("To buy", bold=True, size=12)
    page.y -= 20
    if not purchases:
        page.paragraph("Nothing: the shelf has all the paint that this plan takes.")
    for one in purchases:
        page.room(LINE)
        _tick_box(page, 0.0)
        price = "" if one.price is None else f"about {one.price:.2f}"
        page.text(f"{paint(one.key).name} ({one.key})", _BOX + 10)
        page.text(f"{one.missing_ml:.1f} ml missing: {tubes_in_words(one)}", 240)
        page.text(price, 430)
        page.y -= LINE
    for need in plan.mediums:
        if need.left_ml is not None and need.volume_ml > need.left_ml:
            page.room(LINE)
            _tick_box(page, 0.0)
            page.text(f"{need.kind}: {need.volume_ml - need.left_ml:.0f} ml missing", _BOX + 10)
            page.y -= LINE
