"""The tray laid out on paper, to lie under a glass palette: warm against cool, light against dark, at heap size."""

from itertools import groupby

from reportlab.platypus import Flowable

from ...colour.types import Lab
from ...materials.tray import tray
from ...paint import appearance
from ...paint.catalogue import Paint, Paintbox
from .flow import Chapter, Swatches, document, gap, inner_width, rows, screen, small, words
from .page import Paper

_SIDE_TITLES = {"warm": "warm, dark to light", "white": "white", "cool": "cool, light to dark"}
_HEAP = 44.0


def tray_pdf(name: str, box: Paintbox, paper: Paper = "A4") -> bytes:
    """A palette's heaps in their order with name, key, masstone and tint in white."""
    paint_of = {paint.key: paint for paint in box.paints}
    white = box.only(["PW6"]).paints[0]
    widths = [_HEAP * 3 + 14, inner_width(paper) - _HEAP * 3 - 14]
    story: list[Flowable] = [
        words(
            "Lay the heaps out in this order from left to right along the rim. Swatches: laid thick, and 1:10 in white."
        ),
        gap(12),
    ]
    for side, places in groupby(tray(box), key=lambda place: place.side):
        heaps = [_heap(paint_of[place.key], white) for place in places]
        story += [words(_SIDE_TITLES[side], bold=True, after=4), rows(heaps, widths, 10.0)]
    return document(name, paper, [Chapter(f"Tray: {name}", story)])


def _heap(paint: Paint, white: Paint) -> list[Flowable | list[Flowable]]:
    laid_thick = appearance.dry_lab_of(paint.absorption, paint.scattering)
    pigments = "" if paint.key in paint.pigments else f": {' + '.join(paint.pigments)}"
    told: list[Flowable] = [
        words(paint.name, bold=True),
        small(paint.key + pigments, grey=0.1),
        small("calibrated" if paint.source == "calibrated" else "as in the catalogue", grey=0.35),
    ]
    return [Swatches([screen(lab) for lab in (laid_thick, laid_thick, _tint(paint, white))], _HEAP, _HEAP, 0.0), told]


def _tint(paint: Paint, white: Paint) -> Lab:
    """1:10 in white, dry."""
    pairs = ((white.absorption, paint.absorption), (white.scattering, paint.scattering))
    absorption, scattering = ((10 * w + p) / 11 for w, p in pairs)
    return appearance.dry_lab_of(absorption, scattering)
