"""The drawing to transfer, as a node."""

from dataclasses import dataclass

import numpy as np

from ..areas.linework import Arc, Kind, Line, find_lines, value_lines
from ..kit import codec
from ..kit.codec import Json
from ..kit.progress import Progress
from .files import Files
from .graph import Node, Work
from .value_node import map_with

FINE_BRUSH_MM = 3.0
"""The borders of values in the drawing are those of a map for a brush of this width: finer than the painting's own."""


@dataclass(frozen=True)
class _KeptLine:
    kind: Kind
    strength: float
    points: tuple[tuple[float, float], ...]
    arc: Arc | None


def _compute(work: Work, _: Progress) -> tuple[Line, ...]:
    tree, support = work.now("pieces"), work.inputs.brief.support
    return find_lines(work.now("subject").picture.linear, tree.pieces, support)


def _write(found: tuple[Line, ...], _: Files) -> Json:
    kept = tuple(
        _KeptLine(one.kind, round(one.strength, 1), tuple((x, y) for x, y in one.points.round(2).tolist()), one.arc)
        for one in found
    )
    return codec.written(kept)


def _read(body: Json, _: Work) -> tuple[Line, ...]:
    kept = codec.read(body, tuple[_KeptLine, ...])
    return tuple(Line(one.kind, one.strength, np.array(one.points), one.arc) for one in kept)


def value_lines_of(work: Work, limits: tuple[int, ...]) -> tuple[Line, ...]:
    """The borders of these steps of the painting's values, as a fine brush would lay them; none for none."""
    if not limits:
        return ()
    brief = work.inputs.brief
    made_of = (brief.values, brief.focal, brief.support)
    found = work.derived("fine map", ("subject",), made_of, lambda: map_with(work, FINE_BRUSH_MM))
    return value_lines(found, brief.support.width_mm, limits)


LINES: Node[tuple[Line, ...]] = Node(
    name="lines",
    version=1,
    needs=("subject", "pieces"),
    takes={"the size of the support": lambda i: [i.brief.support.width_mm, i.brief.support.height_mm]},
    compute=_compute,
    write=_write,
    read=_read,
    doing="drawing the lines",
    weight=0.5,
)
