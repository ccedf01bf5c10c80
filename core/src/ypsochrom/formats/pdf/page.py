"""A page of paper drawn in true sizes: a cursor down the page, text, pictures and swatches. What flows is in `flow`."""

import io
from collections.abc import Callable, Mapping
from typing import Literal

import cv2
import numpy as np
from reportlab import rl_config
from reportlab.lib import pagesizes
from reportlab.pdfgen.canvas import Canvas

from ...colour.types import Srgb8
from ...imaging.resample import fit_within
from ..pictures.png import picture_jpeg
from . import lettering

Paper = Literal["A4", "Letter"]
PAPERS: Mapping[Paper, tuple[float, float]] = {"A4": pagesizes.A4, "Letter": pagesizes.LETTER}

MARGIN, LINE = 42.0, 14.0
TEXT, SMALL, HEADING = 10.0, 9.0, 16.0
_PICTURE_PX = 1200

rl_config.useA85 = 0  # binary streams: encoding pictures as text took two seconds and a quarter more space


class Page:
    """A cursor down a page that is drawn by hand and never runs over."""

    def __init__(self, canvas: Canvas, paper: Paper, title: str) -> None:
        self.canvas = canvas
        self.width, self.height = PAPERS[paper]
        self.title = title
        self.y = 0.0
        self.heading = ""

    def turn(self, *, landscape: bool) -> None:
        """Make the page that begins now upright, or lay it on its side."""
        short, long = sorted((self.width, self.height))
        self.width, self.height = (long, short) if landscape else (short, long)
        self.canvas.setPageSize((self.width, self.height))

    @property
    def inner(self) -> float:
        """The width between the margins in points."""
        return self.width - 2 * MARGIN

    def begin(self, heading: str) -> None:
        """Begin a page under a heading, with the title and the page's number at its right."""
        self.heading = heading
        self.y = self.height - MARGIN
        self.canvas.setFillGray(0.1)
        lettering.draw(self.canvas, MARGIN, self.y - HEADING, heading, HEADING, bold=True)
        told = f"{self.title} · page {self.canvas.getPageNumber()}"
        lettering.draw(self.canvas, self.width - MARGIN, self.y - HEADING, told, SMALL, to="right")
        self.y -= HEADING + 16

    def end(self) -> None:
        """End the page."""
        self.canvas.showPage()

    def text(self, words: str, x: float = 0.0, *, bold: bool = False, size: float = TEXT, grey: float = 0.1) -> None:
        """One line from x on, cut with an ellipsis at the margin; the cursor stays."""
        self.canvas.setFillGray(grey)
        lettering.draw(
            self.canvas, MARGIN + x, self.y - size, fitted(words, self.inner - x, bold, size), size, bold=bold
        )

    def paragraph(self, words: str, *, size: float = TEXT, grey: float = 0.1) -> None:
        """Wrapped lines; the cursor moves below them."""
        for line in wrapped(words, self.inner, size):
            self.text(line, size=size, grey=grey)
            self.y -= size * 1.4


def printed(picture: Srgb8) -> bytes:
    """A picture as JPEG, no finer than paper shows."""
    height, width = picture.shape[:2]
    smaller = cv2.resize(picture, fit_within(width, height, _PICTURE_PX), interpolation=cv2.INTER_AREA)
    return picture_jpeg(np.asarray(smaller, dtype=np.uint8))


def fitted(words: str, width: float, bold: bool, size: float) -> str:
    """The words cut with an ellipsis to a width in points."""
    if lettering.width(words, size, bold=bold) <= width:
        return words
    while words and lettering.width(words + "…", size, bold=bold) > width:
        words = words[:-1]
    return words + "…"


def wrapped(words: str, width: float, size: float) -> list[str]:
    """The words in lines of at most a width in points."""
    lines, line = [], ""
    for word in words.split():
        longer = f"{line} {word}".strip()
        if line and lettering.width(longer, size) > width:
            lines.append(line)
            line = word
        else:
            line = longer
    return [*lines, line] if line else lines


def document(title: str, paper: Paper, draw: Callable[[Page], None]) -> bytes:
    """A PDF drawn page by page; deterministic for the same content."""
    lettering.load_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=PAPERS[paper], invariant=1, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Ypsochrom")
    page = Page(canvas, paper, title)
    draw(page)
    page.end()
    canvas.save()
    return out.getvalue()
