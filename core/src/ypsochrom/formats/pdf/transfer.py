"""The drawing at its true size on tiled sheets: its lines, cut marks, and a map of how to assemble them."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ...areas.linework import DOTTED, PEN_MM, Kind, Line
from ...colour.types import Float
from ...materials.support import Support
from ...subject.guides import cell_name
from . import lettering
from .page import PAPERS, SMALL, Page, Paper, document

MARGIN_MM = 12.0
"""Most printers leave less than this white."""

OVERLAP_MM = 10.0
Strokes = Mapping[Kind, Sequence[Float]]
_MARK_MM = 5.0


@dataclass(frozen=True)
class Tiling:
    """How a support is cut into sheets, upright or turned: columns, rows, and what each covers in mm, its overlap included."""

    columns: int
    rows: int
    tile_width_mm: float
    tile_height_mm: float
    turned: bool

    @property
    def sheets(self) -> int:
        """How many there are."""
        return self.columns * self.rows

    def origin(self, column: int, row: int) -> tuple[float, float]:
        """The upper left corner of a sheet's part on the support, in mm."""
        return column * (self.tile_width_mm - OVERLAP_MM), row * (self.tile_height_mm - OVERLAP_MM)


def tiling(support: Support, paper: Paper) -> Tiling:
    """The fewest sheets that cover the support with `OVERLAP_MM` shared by neighbours; upright where turning saves none."""
    short, long = (side / mm for side in PAPERS[paper])

    def count(length: float, tile: float) -> int:
        return max(1, math.ceil((length - OVERLAP_MM - 1e-6) / (tile - OVERLAP_MM)))

    def cut(paper_width: float, paper_height: float, turned: bool) -> Tiling:
        width, height = (
            paper_width - 2 * MARGIN_MM,
            paper_height - 2 * MARGIN_MM - _MARK_MM,
        )  # room for the sheet's name
        return Tiling(count(support.width_mm, width), count(support.height_mm, height), width, height, turned)

    return min(cut(short, long, False), cut(long, short, True), key=lambda plan: plan.sheets)


def transfer_pdf(
    lines: Sequence[Line], support: Support, title: str, paper: Paper = "A4", *, mirrored: bool = False
) -> bytes:
    """An assembly map, then every sheet; print at 100 %. Mirrored for tracing from the back of the sheet."""
    plan = tiling(support, paper)
    strokes: dict[Kind, list[Float]] = {kind: [] for kind in PEN_MM}
    for line in lines:
        points = line.points
        strokes[line.kind].append(points * [-1, 1] + [support.width_mm, 0] if mirrored else points)

    def draw(page: Page) -> None:
        _map(page, plan, support, strokes, mirrored)
        for row in range(plan.rows):
            for column in range(plan.columns):
                page.end()
                page.turn(landscape=plan.turned)
                _sheet(page, plan, support, strokes, column, row)

    return document(title, paper, draw)


def _map(page: Page, plan: Tiling, support: Support, strokes: Strokes, mirrored: bool) -> None:
    page.begin("Transfer at true size" + (", mirrored" if mirrored else ""))
    page.paragraph(
        f"{support.width_mm:g} x {support.height_mm:g} mm on {plan.sheets} sheets"
        f"{', turned' if plan.turned else ''}. Print at 100 %, without fitting to the page, and measure the 100 mm line below. "
        f"Cut along the marks; neighbours overlap by {OVERLAP_MM:g} mm."
    )
    canvas = page.canvas
    left, base = MARGIN_MM * mm, page.y - 24
    canvas.setStrokeGray(0)
    canvas.setLineWidth(0.6)
    canvas.line(left, base, left + 100 * mm, base)
    for end in (0, 100):
        canvas.line(left + end * mm, base - 4, left + end * mm, base + 4)
    page.y = base - 20
    scale = min(
        (page.width - 2 * MARGIN_MM * mm) / (support.width_mm * mm),
        (page.y - MARGIN_MM * mm) / (support.height_mm * mm),
    )
    scale = min(scale, 0.9)
    top = page.y
    canvas.rect(
        left,
        top - support.height_mm * mm * scale,
        support.width_mm * mm * scale,
        support.height_mm * mm * scale,
        fill=0,
    )
    canvas.saveState()
    canvas.translate(left, top)
    canvas.scale(scale, scale)
    _draw(canvas, strokes)
    canvas.restoreState()
    canvas.setDash(2, 2)
    for row in range(plan.rows):
        for column in range(plan.columns):
            x, y = plan.origin(column, row)
            width, height = (
                min(plan.tile_width_mm, support.width_mm - x),
                min(plan.tile_height_mm, support.height_mm - y),
            )
            canvas.rect(
                left + x * mm * scale, top - (y + height) * mm * scale, width * mm * scale, height * mm * scale, fill=0
            )
            canvas.drawString(left + (x + 12) * mm * scale, top - (y + 20) * mm * scale, cell_name(column, row))
    canvas.setDash()


def _draw(canvas: Canvas, strokes: Strokes) -> None:
    """The drawing with the support's upper left corner at the canvas' origin."""
    canvas.setLineCap(1)
    canvas.setLineJoin(1)
    for kind, lines in strokes.items():
        canvas.setLineWidth(PEN_MM[kind] * mm)
        canvas.setDash(*((0.3 * mm, 1.2 * mm) if kind == DOTTED else ()))
        path = canvas.beginPath()
        for line in lines:
            (x, y), *others = (line * [mm, -mm]).tolist()
            path.moveTo(x, y)
            for point in others:
                path.lineTo(*point)
        canvas.drawPath(path, stroke=1, fill=0)
    canvas.setDash()
    canvas.setLineCap(0)


def _sheet(page: Page, plan: Tiling, support: Support, strokes: Strokes, column: int, row: int) -> None:
    canvas = page.canvas
    x_0, y_0 = plan.origin(column, row)
    left, top = MARGIN_MM * mm, page.height - (MARGIN_MM + _MARK_MM) * mm
    width = min(plan.tile_width_mm, support.width_mm - x_0)
    height = min(plan.tile_height_mm, support.height_mm - y_0)
    canvas.setFillGray(0.1)
    lettering.draw(canvas, left, top + 6, f"{page.title} · sheet {cell_name(column, row)}", SMALL)
    canvas.setStrokeGray(0)
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(left, top - height * mm, width * mm, height * mm)
    canvas.clipPath(clip, stroke=0, fill=0)
    canvas.translate(left - x_0 * mm, top + y_0 * mm)
    canvas.setLineWidth(0.3)
    canvas.rect(0, -support.height_mm * mm, support.width_mm * mm, support.height_mm * mm, fill=0)
    _draw(canvas, strokes)
    canvas.restoreState()
    canvas.setLineWidth(0.3)
    for x in (left, left + width * mm):
        for y in (top, top - height * mm):
            out_x, out_y = (-1 if x == left else 1) * _MARK_MM * mm, (1 if y == top else -1) * _MARK_MM * mm
            canvas.line(x, y, x + out_x, y)
            canvas.line(x, y, x, y + out_y)
