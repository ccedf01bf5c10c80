"""A printable grey ladder to hold against the subject and the painting, and a viewfinder card to cut out."""

from reportlab.lib.units import mm

from ...colour.munsell import value_to_lightness
from ...materials.support import Support
from ...values.value_map import ValueMap
from . import lettering
from .page import Page, Paper, document

_RUNG_MM = (34.0, 18.0)
_WINDOW_LONG_MM = 120.0


def ladder_pdf(found: ValueMap, support: Support, title: str, paper: Paper = "A4") -> bytes:
    """Two pages: the neutrals N1 to N9 beside this painting's steps, each with a hole to look through; the viewfinder."""

    def draw(page: Page) -> None:
        page.begin("Grey ladder")
        page.paragraph(
            "Cut it out and punch the holes: looked at through them, subject and paint can be compared with each grey. Printed "
            "greys are only as good as the printer; hold them against a bought grey card once."
        )
        top = page.y - 10
        _rungs(page, 20 * mm, top, [(f"N{v}", float(v)) for v in range(9, 0, -1)])
        own = [(f"step {s.index + 1}: {s.value:.1f}", s.value) for s in reversed(found.steps)]
        _rungs(page, 95 * mm, top, own)
        page.end()
        page.begin("Viewfinder")
        page.paragraph(
            f"Cut out the white window: it has the proportions of {support.width_mm:g} x {support.height_mm:g} mm."
        )
        _viewfinder(page, support)

    return document(title, paper, draw)


def _grey(value: float) -> float:
    """The grey level (0-1) of a Munsell neutral in sRGB, as a printer is told."""
    lightness = float(value_to_lightness(value))  # type: ignore[arg-type]
    luminance = ((lightness + 16) / 116) ** 3 if lightness > 8 else lightness / 903.3
    return 12.92 * luminance if luminance <= 0.0031308 else 1.055 * luminance ** (1 / 2.4) - 0.055


def _rungs(page: Page, left: float, top: float, rungs: list[tuple[str, float]]) -> None:
    canvas = page.canvas
    width, height = (side * mm for side in _RUNG_MM)
    for place, (name, value) in enumerate(rungs):
        y = top - (place + 1) * height
        canvas.setFillGray(_grey(value))
        canvas.rect(left, y, width, height, stroke=0, fill=1)
        canvas.setFillGray(1)
        canvas.circle(left + width / 2, y + height / 2, 3 * mm, stroke=0, fill=1)
        canvas.setFillGray(0.1)
        lettering.draw(canvas, left + width + 3 * mm, y + height / 2 - 3, name, 9)


def _viewfinder(page: Page, support: Support) -> None:
    canvas = page.canvas
    long_side = max(support.width_mm, support.height_mm)
    width, height = (side / long_side * _WINDOW_LONG_MM * mm for side in (support.width_mm, support.height_mm))
    frame = 22 * mm
    left, top = (page.width - width) / 2, page.y - 14 - frame
    canvas.setFillGray(_grey(5.0))
    canvas.rect(left - frame, top - height - frame, width + 2 * frame, height + 2 * frame, stroke=0, fill=1)
    canvas.setFillGray(1)
    canvas.rect(left, top - height, width, height, stroke=0, fill=1)
    canvas.setFillGray(0.1)
    canvas.setStrokeGray(0.1)
    for share in (1 / 3, 1 / 2, 2 / 3):
        for x in (left + width * share,):
            canvas.line(x, top, x, top + 4 * mm)
            canvas.line(x, top - height, x, top - height - 4 * mm)
        y = top - height * share
        canvas.line(left, y, left - 4 * mm, y)
        canvas.line(left + width, y, left + width + 4 * mm, y)
