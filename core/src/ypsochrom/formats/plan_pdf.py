"""plan.pdf: what a painter pins beside the easel. Value map, areas with a legend, mixes with swatches, passes."""

import io
from collections.abc import Callable, Sequence
from functools import cache
from importlib import resources
from typing import Literal

import cv2
import numpy as np
from reportlab import rl_config
from reportlab.lib import pagesizes
from reportlab.lib.utils import ImageReader
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from ..areas.area import AreaMap
from ..colour import cielab
from ..colour.types import Srgb8
from ..imaging.resample import fit_within
from ..mixes.mix_set import Mix
from ..paint.catalogue import paint
from ..passes.direct import PaintPass, Step
from ..passes.plan import Plan
from .png import picture_jpeg, step_greys

Paper = Literal["A4", "Letter"]
PAPERS = {"A4": pagesizes.A4, "Letter": pagesizes.LETTER}

_MARGIN, _LINE = 42.0, 14.0
_TEXT, _SMALL, _HEADING = 9.5, 8.0, 16.0
_PICTURE_PX = 1200
_FONT, _BOLD = "AtkinsonHyperlegibleNext", "AtkinsonHyperlegibleNext-Bold"
_BASIS = (
    "Colours are predicted dry (satin) from catalogue data, not from your own tubes: expect CIEDE2000 1.5 to 3. "
    "Films and losses are common practice. "
    "Follow the paint's label and safety data sheet; do not sand dry or spray cadmium or cobalt paints."
)


rl_config.useA85 = 0  # binary streams: encoding pictures as text took two seconds and a quarter more space


@cache
def _load_fonts() -> None:
    data = resources.files(__package__).joinpath("data")
    for name, file in ((_FONT, "AtkinsonHyperlegibleNext-Regular.ttf"), (_BOLD, "AtkinsonHyperlegibleNext-Bold.ttf")):
        pdfmetrics.registerFont(TTFont(name, io.BytesIO(data.joinpath(file).read_bytes())))


class _Page:
    """A cursor down the page; asks for a new page when room runs out."""

    def __init__(self, canvas: Canvas, paper: Paper, title: str) -> None:
        self.canvas = canvas
        self.width, self.height = PAPERS[paper]
        self.title = title
        self.y = 0.0
        self.heading = ""

    @property
    def inner(self) -> float:
        return self.width - 2 * _MARGIN

    def begin(self, heading: str) -> None:
        self.heading = heading
        self.y = self.height - _MARGIN
        self.canvas.setFillGray(0.1)
        self.canvas.setFont(_BOLD, _HEADING)
        self.canvas.drawString(_MARGIN, self.y - _HEADING, heading)
        self.canvas.setFont(_FONT, _SMALL)
        self.canvas.drawRightString(
            self.width - _MARGIN, self.y - _HEADING, f"{self.title} · page {self.canvas.getPageNumber()}"
        )
        self.y -= _HEADING + 16

    def end(self) -> None:
        self.canvas.showPage()

    def room(self, needed: float) -> None:
        if self.y - needed < _MARGIN:
            self.end()
            self.begin(self.heading)

    def text(self, words: str, x: float = 0.0, *, bold: bool = False, size: float = _TEXT, grey: float = 0.1) -> None:
        self.canvas.setFillGray(grey)
        self.canvas.setFont(_BOLD if bold else _FONT, size)
        self.canvas.drawString(_MARGIN + x, self.y - size, _fitted(words, self.inner - x, bold, size))

    def paragraph(self, words: str, *, size: float = _TEXT, grey: float = 0.1) -> None:
        for line in _wrapped(words, self.inner, size):
            self.room(_LINE)
            self.text(line, size=size, grey=grey)
            self.y -= size * 1.4

    def picture(self, picture: Srgb8, most_height: float) -> None:
        height, width = picture.shape[:2]
        scale = min(self.inner / width, most_height / height)
        self.room(height * scale)
        print_width, print_height = fit_within(width, height, _PICTURE_PX)
        printed = np.asarray(cv2.resize(picture, (print_width, print_height), interpolation=cv2.INTER_AREA))
        reader = ImageReader(io.BytesIO(picture_jpeg(printed.astype(np.uint8))))
        self.canvas.drawImage(reader, _MARGIN, self.y - height * scale, width * scale, height * scale)
        self.y -= height * scale + 12

    def swatch(self, lab: Sequence[float], x: float, width: float, height: float) -> None:
        red, green, blue = (cielab.lab_to_srgb8(np.array(lab)) / 255).tolist()
        self.canvas.setFillColorRGB(red, green, blue)
        self.canvas.rect(_MARGIN + x, self.y - height, width, height, stroke=0, fill=1)


def _fitted(words: str, width: float, bold: bool, size: float) -> str:
    font = _BOLD if bold else _FONT
    if pdfmetrics.stringWidth(words, font, size) <= width:
        return words
    while words and pdfmetrics.stringWidth(words + "…", font, size) > width:
        words = words[:-1]
    return words + "…"


def _wrapped(words: str, width: float, size: float) -> list[str]:
    lines, line = [], ""
    for word in words.split():
        longer = f"{line} {word}".strip()
        if line and pdfmetrics.stringWidth(longer, _FONT, size) > width:
            lines.append(line)
            line = word
        else:
            line = longer
    return [*lines, line] if line else lines


def plan_pdf(plan: Plan, title: str, paper: Paper = "A4") -> bytes:
    """The plan as a PDF of a few pages; deterministic for the same plan."""
    _load_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=PAPERS[paper], invariant=1, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Ypsochrom")
    page = _Page(canvas, paper, title)
    chapters: tuple[Callable[[_Page, Plan], None], ...] = (_values, _areas, _mixes, _passes)
    for chapter in chapters:
        chapter(page, plan)
        page.end()
    canvas.save()
    return out.getvalue()


def _values(page: _Page, plan: Plan) -> None:
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
        page.room(_LINE + 4)
        grey = float(greys[step.index]) / 255
        page.canvas.setFillGray(grey)
        page.canvas.rect(_MARGIN, page.y - 12, 34, 12, stroke=0, fill=1)
        page.text(
            f"Step {step.index + 1}: value {step.value:.1f}, {step.share:.0%} of the surface, {step.area_cm2:.0f} cm²",
            44,
        )
        page.y -= _LINE + 3
    page.y -= 6
    page.paragraph(_BASIS, size=_SMALL, grey=0.3)


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


def _areas(page: _Page, plan: Plan) -> None:
    page.begin("Areas")
    page.picture(outlined(plan.areas, plan.picture.srgb8), 330)
    for area in plan.areas.areas:
        page.room(_LINE + 3)
        page.swatch(area.lab, 0, 22, 12)
        page.text(f"{area.index + 1}", 28, bold=True)
        page.text(area.name, 50)
        page.text(f"value {area.value:.1f}", 240)
        page.text(f"{area.area_cm2:.1f} cm²", 300)
        page.text(", ".join(part.family for part in area.parts), 356, size=_SMALL, grey=0.3)
        page.y -= _LINE + 3


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


def _mixes(page: _Page, plan: Plan) -> None:
    page.begin("Mixes")
    page.paragraph(
        "Parts by volume of tube paint, strong tinters last. Swatches: the photo's colour, the mix dry, the mix wet."
    )
    page.y -= 8
    number_of = {area.id: area.index + 1 for area in plan.areas.areas}
    for mix in plan.all_mixes:
        if mix.id not in plan.passes.volumes:
            continue
        pile = _wrapped(_pile_words(mix), page.inner - 128, _TEXT)
        page.room(46 + _LINE * (len(pile) - 1))
        for place, lab in enumerate((mix.match.target_lab, mix.match.lab_dry, mix.match.lab_wet)):
            page.swatch(lab, place * 40, 38, 34)
        page.text(f"{mix.id}  {mix.name}", 128, bold=True)
        page.text(f"{plan.passes.volumes[mix.id]:.1f} ml", 440, bold=True)
        page.y -= _LINE
        for line in pile:
            page.text(line, 128)
            page.y -= _LINE
        served = sorted({number_of[area] for area, _ in mix.serves})
        areas = "all areas" if len(served) == len(number_of) else "areas " + ", ".join(str(n) for n in served)
        page.text(
            f"{areas}; colour difference {mix.match.de00:.1f}, value {_signed(mix.match.value_error)} steps",
            128,
            size=_SMALL,
            grey=0.3,
        )
        page.y -= _LINE + 6
    page.y -= 4
    page.room(90)
    page.text("Paint needed", bold=True)
    page.y -= _LINE + 3
    for need in plan.passes.paint:
        page.room(_LINE)
        page.text(f"{paint(need.key).name} ({need.key})")
        page.text(f"{need.volume_ml:.1f} ml", 220)
        page.text(f"{need.mass_g:.0f} g", 290)
        page.text(f"{need.bead_cm:.0f} cm from the tube", 340)
        page.text("not enough left" if need.volume_ml > need.left_ml else "", 450, bold=True)
        page.y -= _LINE


def _passes(page: _Page, plan: Plan) -> None:
    page.begin("Passes")
    mix_of = {mix.id: mix for mix in plan.all_mixes}
    area_of = {area.id: area for area in plan.areas.areas}
    for paint_pass in plan.passes.passes:
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
            page.room(_LINE + 3)
            page.swatch(mix.match.lab_dry, 0, 22, 12)
            page.text(f"{mix.id} {mix.name}", 28)
            page.text(f"{coats} coat{'s' if coats > 1 else ''}", 200)
            page.text(f"{sum(step.volume_ml for step in steps):.2f} ml", 250)
            page.text(where, 310, size=_SMALL)
            page.y -= _LINE + 3
        page.y -= 8


def _by_mix(paint_pass: PaintPass) -> list[tuple[str, list[Step]]]:
    """The pass's steps gathered by mix, in the order in which each mix is first used."""
    found: dict[str, list[Step]] = {}
    for step in paint_pass.steps:
        found.setdefault(step.mix, []).append(step)
    return list(found.items())
