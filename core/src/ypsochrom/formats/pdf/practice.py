"""Sheets to practise without the screen: colours to match and proportions to judge; what is right stands on the last page."""

from collections.abc import Sequence

from reportlab.lib.units import mm
from reportlab.platypus import Flowable

from ...materials import swatch_card
from ...materials.swatch_card import Box
from ...practice import match_card
from ...practice.exercise import Line
from ...practice.sheets import Card, Sheets
from . import flow
from .flow import Chapter, gap, rows, screen, small, words
from .lettering import FONT
from .page import SMALL, Paper
from .swatch_card import printed_grey

_DRAWN = 150.0
_COLUMNS = 2


class _Drawn(Flowable):  # type: ignore[misc]  # reportlab has no types
    """Lines in a square."""

    def __init__(self, lines: Sequence[Line]) -> None:
        super().__init__()
        self._lines, self.width, self.height = lines, _DRAWN, _DRAWN

    def draw(self) -> None:
        """Draw them."""
        self.canv.setStrokeGray(0.75)
        self.canv.rect(0, 0, _DRAWN, _DRAWN, stroke=1, fill=0)
        self.canv.setStrokeGray(0.1)
        self.canv.setLineWidth(1.2)
        for one in self._lines:
            (x1, y1), (x2, y2) = one.begins, one.ends
            self.canv.line(x1 * _DRAWN, (1 - y1) * _DRAWN, x2 * _DRAWN, (1 - y2) * _DRAWN)


class _MatchCard(Flowable):  # type: ignore[misc]  # reportlab has no types
    """The card at its true size: colours to match above, fields to paint below, and what a photo is put straight by."""

    def __init__(self, cards: Sequence[Card]) -> None:
        super().__init__()
        self._cards, self.width, self.height = cards, swatch_card.WIDTH_MM * mm, swatch_card.HEIGHT_MM * mm

    def draw(self) -> None:
        """Draw it."""
        for box, reflectance in swatch_card.frame():
            self.canv.setFillGray(printed_grey(reflectance))
            self._rect(box, fill=1)
        for card, above, below in zip(self._cards, match_card.PRINTED, match_card.PAINTED, strict=True):
            self.canv.setFillColorRGB(*screen(card.lab))
            self._rect(above, fill=1)
            self.canv.setStrokeGray(0.6)
            self._rect(below, stroke=1)
        self.canv.setFillGray(0.1)
        self.canv.setFont(FONT, SMALL)
        for place, box in enumerate(match_card.PAINTED, start=1):
            self.canv.drawString(box.x * mm, self.height - (box.y + box.height + 5) * mm, str(place))

    def _rect(self, box: Box, **how: int) -> None:
        lower = self.height - (box.y + box.height) * mm
        self.canv.rect(box.x * mm, lower, box.width * mm, box.height * mm, **{"stroke": 0, "fill": 0, **how})


def practice_pdf(sheets: Sheets, paper: Paper = "A4") -> bytes:
    """Cards to match, drawings to judge, and the answers."""
    width = flow.inner_width(paper)
    chapters = []
    if sheets.cards:
        about = (
            "Print at 100 %. Mix each colour of your own tubes and paint it into the field below, thick and even, up to the "
            "colour itself. Judge it when it is dry; then photograph the whole card from above in even daylight, and have it "
            "scored under Practice. It is held against the print as the photo shows both: how good the printer is does not "
            "matter."
        )
        notes = [[str(place), small("of:")] for place, _ in enumerate(sheets.cards, start=1)]
        chapters.append(
            Chapter(
                "Mix and match",
                [words(about, after=8), _MatchCard(sheets.cards), gap(14), rows(notes, [24.0, width - 24], 12.0)],
            )
        )
    drawn: list[Flowable] = [words("Judge by eye, write it down, then measure or look it up.", after=8)]
    for first in range(0, len(sheets.drawings), _COLUMNS):
        some = sheets.drawings[first : first + _COLUMNS]
        cells = [[[_Drawn(one.lines), small(f"{first + at}. {one.asks}")] for at, one in enumerate(some, start=1)]]
        drawn += [rows(cells, [width / _COLUMNS] * len(some), 4.0), gap(10)]
    chapters.append(Chapter("Proportions", drawn))
    answers: list[Flowable] = []
    if sheets.cards:
        answers.append(words("Mix and match, one way of several", bold=True, after=3))
        answers += [words(f"{place}. {card.recipe}", after=2) for place, card in enumerate(sheets.cards, start=1)]
        answers.append(gap(10))
    answers.append(words("Proportions", bold=True, after=3))
    answers += [words(f"{place}. {one.answer}", after=2) for place, one in enumerate(sheets.drawings, start=1)]
    chapters.append(Chapter("What is right", answers))
    return flow.document(f"Practice {sheets.seed}", paper, chapters)
