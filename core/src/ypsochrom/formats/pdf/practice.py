"""Sheets to practise without the screen: colours to match and proportions to judge; what is right stands on the last page."""

from collections.abc import Sequence

from reportlab.platypus import Flowable

from ...practice.exercise import Line
from ...practice.sheets import Sheets
from . import flow
from .flow import Chapter, Swatches, gap, rows, screen, small, words
from .page import Paper

_SWATCH, _DRAWN = (110.0, 62.0), 150.0
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


class _Empty(Flowable):  # type: ignore[misc]  # reportlab has no types
    """A box to paint into, touching what it is to match."""

    def __init__(self) -> None:
        super().__init__()
        self.width, self.height = _SWATCH

    def draw(self) -> None:
        """Draw it."""
        self.canv.setStrokeGray(0.6)
        self.canv.rect(0, 0, *_SWATCH, stroke=1, fill=0)


def practice_pdf(sheets: Sheets, paper: Paper = "A4") -> bytes:
    """Cards to match, drawings to judge, and the answers."""
    width = flow.inner_width(paper)
    chapters = []
    if sheets.cards:
        about = (
            "Mix each colour of your own tubes, paint it into the box beside, and judge it when it is dry. Printed colours are "
            "only as good as the printer: what counts is how near you come to what you see."
        )
        cells = [
            [str(place), Swatches([screen(card.lab)], *_SWATCH), _Empty(), small("of:")]
            for place, card in enumerate(sheets.cards, start=1)
        ]
        widths = [24.0, _SWATCH[0], _SWATCH[0] + 14, width - 38 - 2 * _SWATCH[0]]
        chapters.append(Chapter("Mix and match", [words(about, after=8), rows(cells, widths, 8.0)]))
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
