"""The swatch card on paper: the same geometry in mm as `materials.swatch_card`, at its true size, two cards a page."""

from collections.abc import Sequence

from reportlab.lib.units import mm

from ...materials import swatch_card
from ...materials.swatch_card import Box
from ...paint.calibration import SwatchKind
from ...paint.catalogue import Paint
from . import lettering
from .page import Page, Paper, document

_PER_PAGE = 2
_HOW = (
    "Print at 100 %. Lay each swatch thick and even inside its box, mix the tints by volume with titanium white, let everything "
    "dry. Photograph the whole card from above in even daylight, or read the swatches with an instrument."
)


def swatch_card_pdf(paints: Sequence[Paint], paper: Paper = "A4") -> bytes:
    """One card for each paint."""

    def draw(page: Page) -> None:
        for number, paint in enumerate(paints):
            if number % _PER_PAGE == 0:
                if number:
                    page.end()
                page.begin("Swatch cards")
                page.paragraph(_HOW)
                page.y -= 4
            _card(page, paint)

    return document("Swatch cards", paper, draw)


def _card(page: Page, paint: Paint) -> None:
    left = (page.width - swatch_card.WIDTH_MM * mm) / 2
    top = page.y

    def fill(box: Box, grey: float) -> None:
        page.canvas.setFillGray(grey)
        page.canvas.rect(
            left + box.x * mm, top - (box.y + box.height) * mm, box.width * mm, box.height * mm, stroke=0, fill=1
        )

    def write(words: str, x: float, y: float, size: float = 8.0) -> None:
        page.canvas.setFillGray(0.1)
        lettering.draw(page.canvas, left + x * mm, top - y * mm, words, size)

    for box, reflectance in (*swatch_card.frame(), (swatch_card.BLACK_BAR, swatch_card.BAR_REFLECTANCE)):
        fill(box, printed_grey(reflectance))
    page.canvas.setStrokeGray(0.6)
    kinds: list[SwatchKind] = list(swatch_card.BOXES)
    for kind in kinds:
        box = swatch_card.BOXES[kind]
        page.canvas.rect(
            left + box.x * mm, top - (box.y + box.height) * mm, box.width * mm, box.height * mm, stroke=1, fill=0
        )
        write(swatch_card.LABELS[kind], box.x, box.y + box.height + 9 if kind == "on black" else box.y + box.height + 4)
    write(f"{paint.name} ({paint.key})", 24, 99.5, 12)
    page.y = top - (swatch_card.HEIGHT_MM + 4) * mm


def printed_grey(reflectance: float) -> float:
    """The grey level (0-1) whose sRGB light has this reflectance; printers render it about so. Black is printed as black."""
    if reflectance <= swatch_card.BAR_REFLECTANCE:
        return 0.0
    return float(1.055 * reflectance ** (1 / 2.4) - 0.055)
