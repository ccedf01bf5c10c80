"""Mixing cards: one small card a mix, several to a page, to cut out and lay beside the tray."""

from collections.abc import Sequence

from ..mixes.mix_set import Mix
from ..paint.catalogue import Paintbox
from .pdf_page import LINE, MARGIN, SMALL, TEXT, Page, Paper, document, wrapped

_COLUMNS, _CARD_HEIGHT, _GAP = 2, 152.0, 8.0
_MOST_LINES = 6


def mixing_cards_pdf(mixes: Sequence[Mix], volumes: dict[str, float], box: Paintbox, title: str, paper: Paper) -> bytes:
    """Cards with photo, dry and wet swatch, the pile in parts, ml and grams; mixes without a volume show parts only."""
    paint_of = {paint.key: paint for paint in box.paints}

    def draw(page: Page) -> None:
        page.begin("Mixing cards")
        width = (page.inner - _GAP) / _COLUMNS
        for number, mix in enumerate(mixes):
            column = number % _COLUMNS
            if column == 0:
                if number:
                    page.y -= _CARD_HEIGHT + _GAP
                page.room(_CARD_HEIGHT)
            _card(page, mix, volumes.get(mix.id), column * (width + _GAP), width)

    def _card(page: Page, mix: Mix, volume: float | None, x: float, width: float) -> None:
        top = page.y
        page.canvas.setStrokeGray(0.75)
        page.canvas.rect(MARGIN + x, top - _CARD_HEIGHT, width, _CARD_HEIGHT, stroke=1, fill=0)
        page.y = top - 8
        third = (width - 16) / 3
        for place, lab in enumerate((mix.match.target_lab, mix.match.lab_dry, mix.match.lab_wet)):
            page.swatch(lab, x + 8 + place * third, third, 34)
        page.y -= 36
        for place, word in enumerate(("target", "dry", "wet")):
            page.text(word, x + 8 + place * third, size=SMALL, grey=0.35)
        page.y -= 13
        page.text(f"{mix.id}  {mix.name}", x + 8, bold=True)
        page.y -= LINE
        for line in _lines(mix, volume, width - 16)[:_MOST_LINES]:
            page.text(line, x + 8, size=SMALL + 0.5)
            page.y -= LINE - 2
        page.y = top

    def _lines(mix: Mix, volume: float | None, width: float) -> list[str]:
        recipe = mix.match.recipe
        lines = []
        for portion in recipe.portions():
            paint = paint_of.get(portion.key) or box.only([portion.key]).paints[0]
            let_down = " let down 1:9" if portion.let_down_with else ""
            words = f"{portion.parts:g} {paint.name}{let_down}"
            if volume is not None:
                ml = volume * recipe.mapping[portion.key] / recipe.total
                words += f"   {ml:.2f} ml, {ml * paint.density_kg_per_l:.2f} g"
            lines += wrapped(words, width, TEXT)
        return lines

    return document(title, paper, draw)
