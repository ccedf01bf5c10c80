"""Words on paper, whatever script they are in: the studio's own letters, those of a second font beside them, the rest in Latin.

Names are the painter's: they may hold any letter there is. Greek, Cyrillic, Armenian, Georgian, Hebrew and Arabic are set in the
second font, those from right to left joined and turned round; what neither font holds is written in Latin letters, as "DongJing".
"""

import io
import re
import unicodedata
from functools import cache
from importlib import resources
from typing import Literal
from xml.sax.saxutils import escape

from anyascii import anyascii
from arabic_reshaper import ArabicReshaper
from bidi.algorithm import get_display
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

FONT, BOLD = "AtkinsonHyperlegibleNext", "AtkinsonHyperlegibleNext-Bold"
_BESIDE = {FONT: "DejaVuSans", BOLD: "DejaVuSans-Bold"}
_FILES = {
    FONT: "AtkinsonHyperlegibleNext-Regular.ttf",
    BOLD: "AtkinsonHyperlegibleNext-Bold.ttf",
    "DejaVuSans": "DejaVuSans.ttf",
    "DejaVuSans-Bold": "DejaVuSans-Bold.ttf",
}

_FROM_RIGHT = re.compile("[\u0590-\u06ff\ufb1d-\ufdff\ufe70-\ufefc](?:[\u0590-\u06ff\ufb1d-\ufdff\ufe70-\ufefc\\s\\d]*"
                         "[\u0590-\u06ff\ufb1d-\ufdff\ufe70-\ufefc])?")  # fmt: skip

_JOINED = ArabicReshaper(configuration={"ARABIC LIGATURE ALLAH": False})
"""Letters that are joined as they are written, without the one ligature that the fonts do not hold."""


@cache
def load_fonts() -> None:
    """Register the fonts that ship with the application."""
    data = resources.files(__package__).joinpath("data")
    for name, file in _FILES.items():
        pdfmetrics.registerFont(TTFont(name, io.BytesIO(data.joinpath(file).read_bytes())))


@cache
def _holds(font: str) -> frozenset[int]:
    load_fonts()
    return frozenset(pdfmetrics.getFont(font).face.charToGlyph)


@cache
def _font_of(letter: str, font: str) -> str | None:
    """The font that holds a letter: the wanted one, or the one beside it; None where neither does."""
    return next((one for one in (font, _BESIDE[font]) if ord(letter) in _holds(one)), None)


def legible(words: str) -> str:
    """The words in letters that the fonts hold, in the order in which they are read from left to right."""
    composed = unicodedata.normalize("NFC", words)
    known = "".join(one if _is_known(one) else "" if one.isascii() else anyascii(one) for one in composed)
    return _FROM_RIGHT.sub(lambda found: str(get_display(_JOINED.reshape(found[0]))), known)


def _is_known(letter: str) -> bool:
    return letter.isspace() or all(_font_of(letter, font) is not None for font in (FONT, BOLD))


def runs(words: str, *, bold: bool = False) -> list[tuple[str, str]]:
    """The words, made legible, cut into pieces of one font each."""
    font = BOLD if bold else FONT
    if words.isascii() and words.isprintable():
        return [(font, words)]
    found: list[tuple[str, str]] = []
    for letter in legible(words):
        of = _font_of(letter, font) or font
        goes_on = found and (found[-1][0] == of or (not letter.isalnum() and ord(letter) in _holds(found[-1][0])))
        if goes_on:
            found[-1] = (found[-1][0], found[-1][1] + letter)
        else:
            found.append((of, letter))
    return found


def width(words: str, size: float, *, bold: bool = False) -> float:
    """How wide the words are in points."""
    return sum(float(pdfmetrics.stringWidth(text, font, size)) for font, text in runs(words, bold=bold))


def draw(
    canvas: Canvas,
    x: float,
    y: float,
    words: str,
    size: float,
    *,
    bold: bool = False,
    to: Literal["left", "middle", "right"] = "left",
) -> None:
    """Draw the words from x on, around it, or up to it."""
    x -= {"left": 0.0, "middle": 0.5, "right": 1.0}[to] * width(words, size, bold=bold)
    for font, text in runs(words, bold=bold):
        canvas.setFont(font, size)
        canvas.drawString(x, y, text)
        x += pdfmetrics.stringWidth(text, font, size)


def marked(words: str, *, bold: bool = False) -> str:
    """The words for a paragraph: nothing in them is taken for markup, and every letter is in a font that holds it."""
    usual = BOLD if bold else FONT
    return "".join(
        escape(text) if font == usual else f'<font name="{font}">{escape(text)}</font>'
        for font, text in runs(words, bold=bold)
    )
