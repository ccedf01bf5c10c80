"""Mixing cards: one small card a mix, several to a page, to cut out and lay beside the tray."""

from collections.abc import Mapping, Sequence

from reportlab.platypus import Flowable, Table

from ...mixes.mix_set import Mix
from ...mixes.told import told_doses
from .flow import Chapter, Swatches, document, gap, inner_width, rows, screen, small, words
from .page import Paper

_CARD_HEIGHT, _GAP, _INSIDE, _SWATCH = 152.0, 8.0, 8.0, 34.0
_MOST_LINES = 6


def mixing_cards_pdf(
    mixes: Sequence[Mix], volumes: Mapping[str, float], nozzles_mm: Mapping[str, float], title: str, paper: Paper
) -> bytes:
    """Cards with photo, dry and wet swatch, the pile in parts, as a hand lays it, ml and grams; without a volume parts only."""
    width = (inner_width(paper) - _GAP) / 2
    names = {mix.id: mix.name for mix in mixes}
    cards: list[list[Flowable] | str] = [_card(mix, volumes.get(mix.id), names, nozzles_mm, width) for mix in mixes]
    cards += [""] * (len(cards) % 2)
    pairs = [[left, "", right] for left, right in zip(cards[::2], cards[1::2], strict=True)]
    sheet = [line for pair in pairs for line in (pair, ["", "", ""])][:-1]
    frames = [
        ("BOX", (column, 2 * row), (column, 2 * row), 0.5, (0.75, 0.75, 0.75))
        for row, pair in enumerate(pairs)
        for column in (0, 2)
        if pair[column]
    ]
    inside = [("VALIGN", (0, 0), (-1, -1), "TOP"), ("LEFTPADDING", (0, 0), (-1, -1), _INSIDE)]
    heights = ([_CARD_HEIGHT, _GAP] * len(pairs))[:-1]
    grid = Table(sheet, [width, _GAP, width], heights, style=[*inside, *frames], hAlign="LEFT")
    return document(title, paper, [Chapter("Mixing cards", [grid] if pairs else [])])


def _card(
    mix: Mix, volume: float | None, piles: Mapping[str, str], nozzles_mm: Mapping[str, float], width: float
) -> list[Flowable]:
    third = (width - 2 * _INSIDE) / 3
    seen = [screen(lab) for lab in (mix.match.target_lab, mix.match.lab_dry, mix.match.lab_wet)]
    names = rows([[small(word, grey=0.35) for word in ("target", "dry", "wet")]], [third] * 3)
    title = words(f"{mix.id}  {mix.name}", bold=True, after=2)
    return [
        gap(2),
        Swatches(seen, third, _SWATCH, 0.0),
        names,
        title,
        *(words(line, size=8.5) for line in _lines(mix, volume, piles, nozzles_mm)),
    ]


def _lines(mix: Mix, volume: float | None, names: Mapping[str, str], nozzles_mm: Mapping[str, float]) -> list[str]:
    lines = []
    for one in told_doses(mix, volume or 1.0, names, nozzles_mm)[:_MOST_LINES]:
        told = f"{one.parts:g} {one.name}"
        if volume is not None:
            told += f": {one.by_hand} ({one.volume_ml:.2f} ml" + (
                f", {one.mass_g:.2f} g)" if one.mass_g is not None else ")"
            )
        lines.append(told)
    return lines
