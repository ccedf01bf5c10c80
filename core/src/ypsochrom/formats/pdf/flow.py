"""Printed documents that flow over pages: chapters under a heading, and the paragraphs, pictures and rows they are made of."""

import io
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    BaseDocTemplate,
    Flowable,
    Frame,
    Image,
    NextPageTemplate,
    PageBreak,
    PageTemplate,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

from ...colour import cielab
from ...colour.types import Lab, Srgb8
from . import lettering
from .lettering import BOLD, FONT, load_fonts
from .page import HEADING, MARGIN, PAPERS, SMALL, TEXT, Paper, fitted, printed

Fill = tuple[float, float, float]

_LEADING = 1.3
_BELOW_HEADING = 16.0
_BOX = 11.0


@dataclass(frozen=True)
class Chapter:
    """What begins on a new page under its own heading, which every page of it repeats."""

    heading: str
    story: Sequence[Flowable]


def inner_width(paper: Paper) -> float:
    """The width between the margins in points."""
    return float(PAPERS[paper][0]) - 2 * MARGIN


def inner_height(paper: Paper) -> float:
    """The height below the heading in points."""
    return float(PAPERS[paper][1]) - 2 * MARGIN - HEADING - _BELOW_HEADING


def document(title: str, paper: Paper, chapters: Sequence[Chapter]) -> bytes:
    """A PDF of chapters; deterministic for the same content."""
    load_fonts()
    out = io.BytesIO()
    doc = BaseDocTemplate(out, pagesize=PAPERS[paper], title=title, creator="Ypsochrom", invariant=1, pageCompression=1)
    story: list[Flowable] = []
    for number, chapter in enumerate(chapters):
        frame = Frame(MARGIN, MARGIN, inner_width(paper), inner_height(paper), 0, 0, 0, 0)
        doc.addPageTemplates(PageTemplate(str(number), [frame], onPage=_head(chapter.heading, title, paper)))
        story += [NextPageTemplate(str(number)), PageBreak()] if number else []
        story += chapter.story
    doc.build(story)
    return out.getvalue()


def _head(heading: str, title: str, paper: Paper) -> Callable[[Canvas, BaseDocTemplate], None]:
    width, height = PAPERS[paper]
    inner = inner_width(paper)

    def draw(canvas: Canvas, _: BaseDocTemplate) -> None:
        page = f" · page {canvas.getPageNumber()}"
        canvas.setFillGray(0.1)
        y = height - MARGIN - HEADING
        lettering.draw(canvas, MARGIN, y, fitted(heading, inner * 0.7, True, HEADING), HEADING, bold=True)
        room = inner - lettering.width(heading, HEADING, bold=True) - lettering.width(page, SMALL) - 12
        words = fitted(title, max(room, inner * 0.2), False, SMALL) + page
        lettering.draw(canvas, width - MARGIN, y, words, SMALL, to="right")

    return draw


@cache
def _style(size: float, grey: float, bold: bool, after: float) -> ParagraphStyle:
    load_fonts()
    return ParagraphStyle(
        "words",
        fontName=BOLD if bold else FONT,
        fontSize=size,
        leading=size * _LEADING,
        textColor=(grey, grey, grey),
        spaceAfter=after,
        splitLongWords=1,
    )


def words(text: str, *, size: float = TEXT, grey: float = 0.1, bold: bool = False, after: float = 0.0) -> Paragraph:
    """A paragraph; `after` points are left free below it."""
    return Paragraph(lettering.marked(text, bold=bold), _style(size, grey, bold, after))


def small(text: str, *, grey: float = 0.3, after: float = 0.0) -> Paragraph:
    """A paragraph in small, greyer type."""
    return words(text, size=SMALL, grey=grey, after=after)


def picture(shown: Srgb8, width: float, most_height: float) -> Image:
    """A picture as large as fits a width and a height in points."""
    rows, columns = shown.shape[:2]
    scale = min(width / columns, most_height / rows)
    return Image(io.BytesIO(printed(shown)), columns * scale, rows * scale, hAlign="LEFT")


Spot = tuple[float, float, str]
"""A place on a picture (x, y, shares 0-1 from its upper left) and what is written there."""


class NumberedPicture(Flowable):  # type: ignore[misc]  # reportlab has no types
    """A picture as large as fits, with short words at places on it, readable on dark and light."""

    def __init__(self, shown: Srgb8, width: float, most_height: float, spots: Sequence[Spot]) -> None:
        super().__init__()
        self._image = picture(shown, width, most_height)
        self._spots = spots
        self.width, self.height = self._image.drawWidth, self._image.drawHeight

    def draw(self) -> None:
        """Draw it."""
        self._image.drawOn(self.canv, 0, 0)
        for x, y, told in self._spots:
            wide = lettering.width(told, SMALL, bold=True)
            at = (x * self.width - wide / 2, (1 - y) * self.height - SMALL * 0.36)
            self.canv.setFillGray(1.0)
            self.canv.setStrokeGray(0.15)
            self.canv.roundRect(at[0] - 2, at[1] - 2, wide + 4, SMALL + 2, 2, stroke=1, fill=1)
            self.canv.setFillGray(0.1)
            lettering.draw(self.canv, *at, told, SMALL, bold=True)


def gap(points: float) -> Spacer:
    """Free room."""
    return Spacer(0, points)


def screen(lab: Sequence[float] | Lab) -> Fill:
    """A CIELAB colour as sRGB (0-1)."""
    red, green, blue = (cielab.lab_to_srgb8(np.array(lab)) / 255).tolist()
    return red, green, blue


class Swatches(Flowable):  # type: ignore[misc]  # reportlab has no types
    """Colours side by side, each in its rectangle."""

    def __init__(self, fills: Sequence[Fill], width: float, height: float, between: float = 2.0) -> None:
        super().__init__()
        self._fills, self._each, self._between = fills, width, between
        self.width, self.height = len(fills) * (width + between) - between, height

    def draw(self) -> None:
        """Draw them."""
        for place, fill in enumerate(self._fills):
            self.canv.setFillColorRGB(*fill)
            self.canv.rect(place * (self._each + self._between), 0, self._each, self.height, stroke=0, fill=1)


class TickBox(Flowable):  # type: ignore[misc]  # reportlab has no types
    """A box to tick off."""

    def __init__(self) -> None:
        super().__init__()
        self.width = self.height = _BOX

    def draw(self) -> None:
        """Draw it."""
        self.canv.setStrokeGray(0.25)
        self.canv.rect(0, 0, _BOX, _BOX, stroke=1, fill=0)


def rows(cells: Sequence[Sequence[Any]], widths: Sequence[float], below: float = 3.0, *styles: Any) -> Table:
    """Rows that stay whole and go on over pages; `below` points are left free below each. A cell is words or flowables.
    At least one row.
    """
    plain = [
        ("LEFTPADDING", (0, 0), (-1, -1), 0),
        ("RIGHTPADDING", (0, 0), (-1, -1), 0),
        ("TOPPADDING", (0, 0), (-1, -1), 0),
        ("BOTTOMPADDING", (0, 0), (-1, -1), below),
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        *styles,
    ]
    return Table([_as_cells(row) for row in cells], list(widths), style=TableStyle(plain), hAlign="LEFT")


def _as_cells(row: Sequence[Any]) -> list[Flowable | list[Flowable]]:
    return [words(cell) if isinstance(cell, str) else cell for cell in row]


def height_of(flowable: Flowable, width: float) -> float:
    """What it takes of a page when it has a width in points."""
    return float(flowable.wrap(width, 1e6)[1]) + float(flowable.getSpaceAfter())
