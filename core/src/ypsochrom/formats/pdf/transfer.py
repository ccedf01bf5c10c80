"""The drawing at its true size on tiled sheets: contours of the chosen steps, cut marks, and a map of how to assemble them."""

import math
from dataclasses import dataclass

from reportlab.lib.units import mm

from ...imaging.outlines import rings
from ...materials.support import Support
from ...subject.guides import cell_name
from ...values.value_map import ValueMap
from .page import PAPERS, SMALL, Page, Paper, document

MARGIN_MM = 12.0
"""Most printers leave less than this white."""

OVERLAP_MM = 10.0
_MARK_MM = 5.0


@dataclass(frozen=True)
class Tiling:
    """How a support is cut into sheets: columns, rows, and what each sheet covers in mm, its overlap included."""

    columns: int
    rows: int
    tile_width_mm: float
    tile_height_mm: float

    def origin(self, column: int, row: int) -> tuple[float, float]:
        """The upper left corner of a sheet's part on the support, in mm."""
        return column * (self.tile_width_mm - OVERLAP_MM), row * (self.tile_height_mm - OVERLAP_MM)


def tiling(support: Support, paper: Paper) -> Tiling:
    """The fewest upright sheets that cover the support with `OVERLAP_MM` shared by neighbours."""
    width, height = (side / mm - 2 * MARGIN_MM for side in PAPERS[paper])
    height -= _MARK_MM  # room for the sheet's name

    def count(length: float, tile: float) -> int:
        return max(1, math.ceil((length - OVERLAP_MM - 1e-6) / (tile - OVERLAP_MM)))

    return Tiling(count(support.width_mm, width), count(support.height_mm, height), width, height)


def transfer_pdf(
    found: ValueMap, support: Support, title: str, paper: Paper = "A4", *, mirrored: bool = False
) -> bytes:
    """An assembly map, then every sheet; print at 100 %. Mirrored for tracing from the back of the sheet."""
    plan = tiling(support, paper)
    mm_per_px = support.width_mm / found.labels.shape[1]
    labels = found.labels[:, ::-1] if mirrored else found.labels
    lines = [ring for step in range(len(found.thresholds)) for ring in rings(labels > step, mm_per_px)]

    def draw(page: Page) -> None:
        _map(page, plan, support, mirrored)
        for row in range(plan.rows):
            for column in range(plan.columns):
                page.end()
                _sheet(page, plan, support, lines, column, row)

    return document(title, paper, draw)


def _map(page: Page, plan: Tiling, support: Support, mirrored: bool) -> None:
    page.begin("Transfer at true size" + (", mirrored" if mirrored else ""))
    page.paragraph(
        f"{support.width_mm:g} x {support.height_mm:g} mm on {plan.columns * plan.rows} sheets. Print at 100 %, without fitting "
        "to the page, and measure the 100 mm line below. Cut along the marks; neighbours overlap by "
        f"{OVERLAP_MM:g} mm."
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


def _sheet(page: Page, plan: Tiling, support: Support, lines: list, column: int, row: int) -> None:  # type: ignore[type-arg]
    canvas = page.canvas
    x_0, y_0 = plan.origin(column, row)
    left, top = MARGIN_MM * mm, page.height - (MARGIN_MM + _MARK_MM) * mm
    width = min(plan.tile_width_mm, support.width_mm - x_0)
    height = min(plan.tile_height_mm, support.height_mm - y_0)
    canvas.setFillGray(0.1)
    canvas.setFont("AtkinsonHyperlegibleNext", SMALL)
    canvas.drawString(left, top + 6, f"{page.title} · sheet {cell_name(column, row)}")
    canvas.setStrokeGray(0)
    canvas.setLineWidth(0.3)
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(left, top - height * mm, width * mm, height * mm)
    canvas.clipPath(clip, stroke=0, fill=0)
    path = canvas.beginPath()
    for ring in lines:
        points = [(left + (x - x_0) * mm, top - (y - y_0) * mm) for x, y in ring.tolist()]
        path.moveTo(*points[0])
        for point in points[1:]:
            path.lineTo(*point)
        path.close()
    path.rect(left - x_0 * mm, top + y_0 * mm - support.height_mm * mm, support.width_mm * mm, support.height_mm * mm)
    canvas.drawPath(path, stroke=1, fill=0)
    canvas.restoreState()
    for x in (left, left + width * mm):
        for y in (top, top - height * mm):
            out_x, out_y = (-1 if x == left else 1) * _MARK_MM * mm, (1 if y == top else -1) * _MARK_MM * mm
            canvas.line(x, y, x + out_x, y)
            canvas.line(x, y, x, y + out_y)
