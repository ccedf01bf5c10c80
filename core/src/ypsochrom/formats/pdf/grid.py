"""The reference under a lettered grid, for transfer cell by cell."""

import io
import itertools

import numpy as np
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader

from ...colour.types import Srgb8
from ...kit.errors import BadSetting
from ...materials.support import Support
from ...subject.guides import cell_name, cells
from ..pictures.png import picture_jpeg
from .lettering import FONT
from .page import SMALL, Page, Paper, document

SMALLEST_CELL_MM, MOST_CELLS = 5.0, 60
_INSET_MM = 15.0


def checked_cell(cell_mm: float, support: Support) -> float:
    """The cell's side, if the grid can be read; else `BadSetting`."""
    longest = max(support.width_mm, support.height_mm)
    if not (np.isfinite(cell_mm) and SMALLEST_CELL_MM <= cell_mm <= longest) or longest / cell_mm > MOST_CELLS:
        least = max(SMALLEST_CELL_MM, longest / MOST_CELLS)
        raise BadSetting(f"A grid of {cell_mm:g} mm does not fit this support.", f"Choose {least:g} to {longest:g} mm.")
    return cell_mm


def grid_pdf(picture: Srgb8, support: Support, cell_mm: float, title: str, paper: Paper = "A4") -> bytes:
    """One page: the picture as large as fits, the grid over it in black and white, letters across and numbers down."""
    columns, rows = cells(support.width_mm, support.height_mm, checked_cell(cell_mm, support))

    def draw(page: Page) -> None:
        page.begin("Grid")
        page.paragraph(
            f"Cells of {cell_mm:g} mm on a support of {support.width_mm:g} x {support.height_mm:g} mm. "
            "Draw the same grid on the support and carry over cell by cell."
        )
        canvas = page.canvas
        top = page.y - 14
        scale = min((page.width - 2 * _INSET_MM * mm) / support.width_mm, (top - _INSET_MM * mm) / support.height_mm)
        left = (page.width - support.width_mm * scale) / 2
        canvas.drawImage(
            ImageReader(io.BytesIO(picture_jpeg(picture))), left, top - support.height_mm * scale,
            support.width_mm * scale, support.height_mm * scale,
        )  # fmt: skip
        for grey, width in ((1.0, 1.4), (0.0, 0.5)):
            canvas.setStrokeGray(grey)
            canvas.setLineWidth(width)
            for x in columns:
                canvas.line(left + x * scale, top, left + x * scale, top - support.height_mm * scale)
            for y in rows:
                canvas.line(left, top - y * scale, left + support.width_mm * scale, top - y * scale)
        canvas.setFillGray(0.1)
        canvas.setFont(FONT, SMALL)
        for i, (x, beyond) in enumerate(itertools.pairwise(columns)):
            canvas.drawCentredString(left + (x + beyond) / 2 * scale, top + 4, cell_name(i, 0)[:-1])
        for i, (y, beyond) in enumerate(itertools.pairwise(rows)):
            canvas.drawRightString(left - 4, top - (y + beyond) / 2 * scale - 3, str(i + 1))

    return document(title, paper, draw)
