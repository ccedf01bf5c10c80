"""plan.pdf: what a painter pins beside the easel. Value map, areas with a legend, mixes with swatches, passes."""

from collections.abc import Callable

import cv2
import numpy as np

from ..areas.area import AreaMap
from ..colour.types import Srgb8
from ..mixes.mix_set import Mix
from ..paint.catalogue import paint
from ..passes.plan import Plan
from ..passes.step import Job, PaintPass, Step
from .pdf_page import LINE, MARGIN, SMALL, TEXT, Page, Paper, document, wrapped
from .png import step_greys

_BASES = {
    "catalogue": "Colours are predicted dry (satin) from catalogue data, not from your own tubes: expect CIEDE2000 1.5 to 3. ",
    "calibrated": "Colours are predicted dry (satin) from your own tubes as you calibrated them. ",
}
_CAUTION = (
    "Films and losses are common practice. "
    "Follow the paint's label and safety data sheet; do not sand dry or spray cadmium or cobalt paints."
)


def plan_pdf(plan: Plan, title: str, paper: Paper = "A4") -> bytes:
    """The plan as a PDF of a few pages; deterministic for the same plan."""
    chapters: tuple[Callable[[Page, Plan], None], ...] = (_values, _areas, _mixes, _passes)

    def draw(page: Page) -> None:
        for number, chapter in enumerate(chapters):
            if number:
                page.end()
            chapter(page, plan)

    return document(title, paper, draw)


def _values(page: Page, plan: Plan) -> None:
    support = plan.settings.support
    page.begin("Subject and values")
    page.paragraph(
        f"Support {support.width_mm:g} x {support.height_mm:g} mm ({support.area_cm2:.0f} cm²). "
        f"Value map in {len(plan.values.steps)} steps, simplified to a brush of {plan.settings.map_brush_mm:g} mm."
    )
    page.y -= 6
    page.picture(plan.picture.srgb8, 250)
    greys = step_greys(plan.values)
    page.picture(np.repeat(greys[plan.values.labels][..., None], 3, axis=-1), 250)
    for step in reversed(plan.values.steps):
        page.room(LINE + 4)
        grey = float(greys[step.index]) / 255
        page.canvas.setFillGray(grey)
        page.canvas.rect(MARGIN, page.y - 12, 34, 12, stroke=0, fill=1)
        page.text(
            f"Step {step.index + 1}: value {step.value:.1f}, {step.share:.0%} of the surface, {step.area_cm2:.0f} cm²",
            44,
        )
        page.y -= LINE + 3
    page.y -= 6
    page.paragraph(_BASES[plan.mixes.box.source] + _CAUTION, size=SMALL, grey=0.3)


def outlined(area_map: AreaMap, picture: Srgb8) -> Srgb8:
    """The picture lightened, with the borders of the areas drawn and each area's number at its centre."""
    pale = (picture.astype(np.float32) * 0.35 + 255 * 0.65).astype(np.uint8)
    labels = area_map.labels
    border = np.zeros(labels.shape, dtype=np.uint8)
    border[:, 1:] |= labels[:, 1:] != labels[:, :-1]
    border[1:] |= labels[1:] != labels[:-1]
    pale[cv2.dilate(border, np.ones((2, 2), np.uint8)) > 0] = 60
    scale = labels.shape[1] / 1600
    for area in area_map.areas:
        words = str(area.index + 1)
        (width, height), _ = cv2.getTextSize(words, cv2.FONT_HERSHEY_SIMPLEX, scale, max(1, round(2 * scale)))
        at = (round(area.centre[0] * labels.shape[1] - width / 2), round(area.centre[1] * labels.shape[0] + height / 2))
        cv2.putText(
            pale, words, at, cv2.FONT_HERSHEY_SIMPLEX, scale, (255, 255, 255), max(2, round(6 * scale)), cv2.LINE_AA
        )
        cv2.putText(
            pale, words, at, cv2.FONT_HERSHEY_SIMPLEX, scale, (20, 20, 20), max(1, round(2 * scale)), cv2.LINE_AA
        )
    return pale


def _areas(page: Page, plan: Plan) -> None:
    page.begin("Areas")
    page.picture(outlined(plan.areas, plan.picture.srgb8), 330)
    for area in plan.areas.areas:
        page.room(LINE + 3)
        page.swatch(area.lab, 0, 22, 12)
        page.text(f"{area.index + 1}", 28, bold=True)
        page.text(area.name, 50)
        page.text(f"value {area.value:.1f}", 240)
        page.text(f"{area.area_cm2:.1f} cm²", 300)
        page.text(", ".join(part.family for part in area.parts), 356, size=SMALL, grey=0.3)
        page.y -= LINE + 3


def _signed(error: float) -> str:
    """A value error to a twentieth of a step, which is more than an eye sees; no sign on zero."""
    rounded = round(error * 20) / 20
    return f"{rounded:+.2f}" if rounded else "0"


def _pile_words(mix: Mix) -> str:
    words = []
    for portion in mix.match.recipe.portions():
        let_down = f" let down 1:9 in {portion.let_down_with}" if portion.let_down_with else ""
        words.append(f"{portion.parts:g} {paint(portion.key).name}{let_down}")
    return " + ".join(words)


def _mixes(page: Page, plan: Plan) -> None:
    page.begin("Mixes")
    page.paragraph(
        "Parts by volume of tube paint, strong tinters last. Swatches: the photo's colour, the mix dry, the mix wet."
    )
    page.y -= 8
    number_of = {area.id: area.index + 1 for area in plan.areas.areas}
    for mix in plan.all_mixes:
        if mix.id not in plan.passes.volumes:
            continue
        pile = wrapped(_pile_words(mix), page.inner - 128, TEXT)
        page.room(46 + LINE * (len(pile) - 1))
        for place, lab in enumerate((mix.match.target_lab, mix.match.lab_dry, mix.match.lab_wet)):
            page.swatch(lab, place * 40, 38, 34)
        page.text(f"{mix.id}  {mix.name}", 128, bold=True)
        page.text(f"{plan.passes.volumes[mix.id]:.1f} ml", 440, bold=True)
        page.y -= LINE
        for line in pile:
            page.text(line, 128)
            page.y -= LINE
        served = sorted({number_of[area] for area, _ in mix.serves})
        areas = "all areas" if len(served) == len(number_of) else "areas " + ", ".join(str(n) for n in served)
        page.text(
            f"{areas}; colour difference {mix.match.de00:.1f}, value {_signed(mix.match.value_error)} steps",
            128,
            size=SMALL,
            grey=0.3,
        )
        page.y -= LINE + 6
    page.y -= 4
    page.room(90)
    page.text("Paint needed", bold=True)
    page.y -= LINE + 3
    for need in plan.passes.paint:
        page.room(LINE)
        page.text(f"{paint(need.key).name} ({need.key})")
        page.text(f"{need.volume_ml:.1f} ml", 220)
        page.text(f"{need.mass_g:.0f} g", 290)
        page.text(f"{need.bead_cm:.0f} cm from the tube", 340)
        page.text("not enough left" if need.volume_ml > need.left_ml else "", 450, bold=True)
        page.y -= LINE


def _passes(page: Page, plan: Plan) -> None:
    page.begin("Passes")
    mix_of = {mix.id: mix for mix in plan.all_mixes}
    area_of = {area.id: area for area in plan.areas.areas}
    for paint_pass in plan.passes.passes:
        _jobs(page, plan, paint_pass.number)
        page.room(70)
        volume = sum(step.volume_ml for step in paint_pass.steps)
        page.text(f"{paint_pass.number}. {paint_pass.role}", bold=True, size=12)
        page.text(f"brush {paint_pass.brush_mm:g} mm, medium: {paint_pass.medium}, {volume:.1f} ml in all", 110)
        page.y -= 18
        page.paragraph(paint_pass.why, grey=0.3)
        for mix_id, steps in _by_mix(paint_pass):
            mix = mix_of[mix_id]
            numbers = [str(area_of[step.area].index + 1) for step in steps]
            where = "the whole surface" if len(steps) == len(area_of) else "areas " + ", ".join(numbers)
            coats = max(step.coats for step in steps)
            page.room(LINE + 3)
            page.swatch(mix.match.lab_dry, 0, 22, 12)
            page.text(f"{mix.id} {mix.name}", 28)
            page.text(f"{coats} coat{'s' if coats > 1 else ''}", 200)
            page.text(f"{sum(step.volume_ml for step in steps):.2f} ml", 250)
            page.text(where, 310, size=SMALL)
            page.y -= LINE + 3
        page.y -= 8
    _jobs(page, plan, len(plan.passes.passes) + 1)


def _jobs(page: Page, plan: Plan, before_pass: int) -> None:
    jobs: list[Job] = [job for job in plan.passes.jobs if job.before_pass == before_pass]
    for job in jobs:
        page.room(LINE * 3)
        page.text(job.title, bold=True)
        page.y -= LINE
        page.paragraph(f"{job.why} {job.caution}".strip(), size=SMALL, grey=0.3)
        page.y -= 6


def _by_mix(paint_pass: PaintPass) -> list[tuple[str, list[Step]]]:
    """The pass's steps gathered by mix, in the order in which each mix is first used."""
    found: dict[str, list[Step]] = {}
    for step in paint_pass.steps:
        found.setdefault(step.mix, []).append(step)
    return list(found.items())
