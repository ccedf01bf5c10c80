"""The tray laid out on paper, to lie under a glass palette: warm against cool, light against dark, at heap size."""

from ..materials.tray import Place, tray
from ..paint import appearance
from ..paint.catalogue import Paintbox
from .pdf_page import LINE, SMALL, Page, Paper, document

_SIDE_TITLES = {"warm": "warm, dark to light", "white": "white", "cool": "cool, light to dark"}
_HEAP = 44.0


def tray_pdf(name: str, box: Paintbox, paper: Paper = "A4") -> bytes:
    """A palette's heaps in their order with name, key, masstone and tint in white."""
    order = tray(box)
    paint_of = {paint.key: paint for paint in box.paints}

    def draw(page: Page) -> None:
        page.begin(f"Tray: {name}")
        page.paragraph(
            "Lay the heaps out in this order from left to right along the rim. Swatches: laid thick, and 1:10 in white."
        )
        page.y -= 12
        last: str | None = None
        for place in order:
            page.room(_HEAP + 10 + (LINE if place.side != last else 0))
            if place.side != last:
                page.text(_SIDE_TITLES[place.side], bold=True)
                page.y -= LINE + 4
                last = place.side
            _heap(page, place)

    def _heap(page: Page, place: Place) -> None:
        paint = paint_of[place.key]
        white = box.only(["PW6"]).paints[0]
        page.swatch(appearance.dry_lab_of(paint.absorption, paint.scattering), 0, _HEAP * 2, _HEAP)
        tint = [
            (10 * w + p) / 11 for w, p in ((white.absorption, paint.absorption), (white.scattering, paint.scattering))
        ]
        page.swatch(appearance.dry_lab_of(tint[0], tint[1]), _HEAP * 2, _HEAP, _HEAP)
        page.text(paint.name, _HEAP * 3 + 14, bold=True)
        page.y -= LINE
        page.text(
            paint.key + ("" if paint.key in paint.pigments else f": {' + '.join(paint.pigments)}"),
            _HEAP * 3 + 14,
            size=SMALL,
        )
        page.y -= LINE
        page.text(
            "calibrated" if paint.source == "calibrated" else "as in the catalogue",
            _HEAP * 3 + 14,
            size=SMALL,
            grey=0.35,
        )
        page.y -= _HEAP - 2 * LINE + 10

    return document(name, paper, draw)
