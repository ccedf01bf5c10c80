"""The drawing to transfer: its lines for the page, and the files in which it is taken to the support."""

from collections.abc import Callable, Sequence
from typing import Literal

from server.records.models import Painting
from server.site.problems import Conflict
from ypsochrom.areas.linework import BOLDEST, FAINTEST, USUAL, Line, at_detail
from ypsochrom.formats.pdf import transfer
from ypsochrom.formats.pdf.page import PAPERS, Paper
from ypsochrom.formats.pictures import drawing as drawing_png
from ypsochrom.formats.pictures import ora
from ypsochrom.formats.svg import drawing as drawing_svg
from ypsochrom.work.graph import Work
from ypsochrom.work.line_node import value_lines_of

from .schemas import DrawingOut, DrawingWanted, LineOut

FileName = Literal["drawing.svg", "drawing.png", "drawing.pdf", "layers.ora"]
FILE_TYPES = {"svg": "image/svg+xml", "png": "image/png", "pdf": "application/pdf", "ora": "image/openraster"}


def lines_of(work: Work) -> tuple[Line, ...]:
    """All lines of the painting's picture; `Conflict` before its areas have been looked for, for that takes its time."""
    if work.state("pieces") != "current":
        raise Conflict("The drawing is made together with the areas.", "Plan the painting first.")
    return work.derived("drawing", ("lines",), None, lambda: work.now("lines"))  # a plan of an earlier version has none


def out(work: Work, limits: Sequence[int]) -> DrawingOut:
    """Every line as path data in mm, the strongest first, then the borders of values asked for; none before there are areas."""
    ready = work.state("pieces") == "current"
    lines = (*lines_of(work), *value_lines_of(work, tuple(limits))) if ready else ()
    return DrawingOut(
        ready=ready,
        faintest=FAINTEST,
        usual=USUAL,
        boldest=BOLDEST,
        sheets={paper: transfer.tiling(work.inputs.brief.support, paper).sheets for paper in PAPERS},
        lines=[LineOut(kind=one.kind, strength=one.strength, path=drawing_svg.path_of(one)) for one in lines],
    )


def file_of(
    painting: Painting, work: Work, name: FileName, paper: Paper, wanted: DrawingWanted, *, mirrored: bool
) -> bytes:
    """The drawing as a file."""
    support = work.inputs.brief.support
    chosen = at_detail(lines_of(work), wanted.faintest, inner=wanted.inner)
    lines = (*value_lines_of(work, tuple(wanted.limits)), *chosen)

    def layers() -> bytes:
        return ora.layers_ora(work.now("subject").picture.srgb8, work.now("values"), lines, support.width_mm)

    writers: dict[str, Callable[[], bytes]] = {
        "drawing.svg": lambda: drawing_svg.drawing_svg(lines, support, mirrored=mirrored).encode(),
        "drawing.png": lambda: drawing_png.drawing_png(lines, support, mirrored=mirrored),
        "drawing.pdf": lambda: transfer.transfer_pdf(lines, support, painting.title, paper, mirrored=mirrored),
        "layers.ora": layers,
    }
    return writers[name]()
