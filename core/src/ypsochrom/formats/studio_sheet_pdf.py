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
_LEFT = _BOX + 10 + _SWATCH + 10
_ROOMY, _TIGHT = 40.0, 27.0
"""Height of a row of the list; the tight one where a pass has so many that they would need a second page."""

_PICTURE, _LEAST_PICTURE = 260.0, 90.0
_AROUND = 110.0
"""What heading, brush and reason take of a page."""

_WAITS = {"none": "", "touch-dry": "on paint dry to the touch", "dry": "on dry paint"}


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
    runs = [_Run(page, plan.mix_of[mix], steps, areas) for mix, steps in _runs(paint_pass)]
    left = page.y - MARGIN - _AROUND
    row, by_name = next(
        (
            (row, by_name)
            for row, by_name in ((_ROOMY, True), (_TIGHT, True), (_TIGHT, False))
            if left - sum(run.height(row, by_name) for run in runs) >= _LEAST_PICTURE
        ),
        (_TIGHT, False),
    )
    listed = sum(run.height(row, by_name) for run in runs)
    page.picture(stage, min(_PICTURE, max(_LEAST_PICTURE, left - listed)))
    page.text("The panel when this pass is dry.", size=SMALL, grey=0.35)
    page.y -= LINE + 2
    volume = sum(step.volume_ml for step in paint_pass.steps)
    page.text(f"Brush {paint_pass.brush_mm:g} mm · medium: {paint_pass.medium} · {volume:.1f} ml of paint", bold=True)
    page.y -= LINE + 2
    waits = {step.wait for step in paint_pass.steps}
    begin = f" Lay it {_WAITS[next(iter(waits))]}." if len(waits) == 1 and waits != {"none"} else ""
    page.paragraph(paint_pass.why + begin, grey=0.25)
    page.y -= 6
    for run in runs:
        run.draw(row, by_name, waits_apart=len(waits) > 1)


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


class _Run:
    """Steps that follow each other in one mix, as a row to tick off: areas by name, or by number where room is short."""

    def __init__(self, page: Page, mix: Mix, steps: Sequence[Step], areas: Mapping[str, tuple[int, str]]) -> None:
        self._page, self._mix, self._steps = page, mix, steps
        everywhere = len({step.area for step in steps}) == len(areas)
        names = ", ".join(_where(step, areas) for step in steps)
        self._named = self._wrapped("the whole surface" if everywhere else names)
        self._numbered = self._wrapped("the whole surface" if everywhere else _in_numbers(steps, areas))

    def _wrapped(self, words: str) -> list[str]:
        return wrapped(words, self._page.inner - _LEFT, SMALL)

    def _lines(self, by_name: bool) -> list[str]:
        return self._named if by_name else self._numbered

    def height(self, row: float, by_name: bool) -> float:
        """What the row takes of the page."""
        return max(row, LINE + len(self._lines(by_name)) * SMALL * 1.4 + 4)

    def draw(self, row: float, by_name: bool, *, waits_apart: bool) -> None:
        """Draw it and go below it."""
        page, steps = self._page, self._steps
        height = self.height(row, by_name)
        page.room(height)
        _tick_box(page)
        page.swatch(self._mix.match.lab_dry, _BOX + 10, _SWATCH, row - 7)
        coats = max(step.coats for step in steps)
        volume, medium = sum(step.volume_ml for step in steps), sum(step.medium_ml for step in steps)
        words = f"{_amount(volume)}" + (f" + {_amount(medium)} {steps[0].medium}" if medium > 0 else "")
        words += f" · {coats} coats" if coats > 1 else ""
        words += f" · {steps[0].technique}" if steps[0].technique not in ("opaque", "glaze") else ""
        wait = _WAITS[max((step.wait for step in steps), key=list(_WAITS).index)]
        page.text(self._mix.name, _LEFT, bold=True)
        page.text(words + (f" · {wait}" if wait and waits_apart else ""), _LEFT + 150)
        top = page.y
        page.y -= LINE
        for line in self._lines(by_name):
            page.text(line, _LEFT, size=SMALL, grey=0.25)
            page.y -= SMALL * 1.4
        page.y = top - height


def _where(step: Step, areas: Mapping[str, tuple[int, str]]) -> str:
    number, name = areas[step.area]
    return f"{number} {name}" + (f" ({step.family})" if step.family else "")


def _in_numbers(steps: Sequence[Step], areas: Mapping[str, tuple[int, str]]) -> str:
    """As in "half-tone of 1, 12, 24; shadow of 22"."""
    of: dict[str, list[int]] = {}
    for step in steps:
        of.setdefault(step.family or "all", []).append(areas[step.area][0])
    return "; ".join(f"{family} of {', '.join(str(n) for n in numbers)}" for family, numbers in of.items())


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
