"""The drawing to transfer as SVG in millimetres of the support: outlines, inner lines and borders of values, a layer each."""

import math
from collections.abc import Sequence

import numpy as np

from ...areas.linework import DOTTED, PEN_MM, Arc, Kind, Line
from ...materials.support import Support
from .values import begin

_LAYERS: dict[Kind, str] = {"value": "Borders of values", "inner": "Inner lines", "outline": "Outlines"}
_HALF_TURN_DEG = 180.0


def drawing_svg(lines: Sequence[Line], support: Support, *, mirrored: bool = False) -> str:
    """Line art; mirrored for tracing from the back."""
    rows = begin(support, mirrored)
    width, height = f"{support.width_mm:g}", f"{support.height_mm:g}"
    rows.append(f'<rect width="{width}" height="{height}" fill="none" stroke="black" stroke-width="0.3"/>')
    for kind, title in _LAYERS.items():
        dots = ' stroke-dasharray="0.3 1.2"' if kind == DOTTED else ""
        paths = "".join(f'<path d="{path_of(line)}"/>\n' for line in lines if line.kind == kind)
        rows.append(
            f'<g id="{kind}" fill="none" stroke="black" stroke-width="{PEN_MM[kind]:g}" stroke-linecap="round" '
            f'stroke-linejoin="round"{dots}><title>{title}</title>\n{paths}</g>'
        )
    return "\n".join([*rows, "</g></svg>"]) + "\n"


def path_of(line: Line) -> str:
    """The line as path data in mm: an elliptical arc where it is one."""
    if line.arc is None:
        return "M" + " ".join(f"{x:.2f},{y:.2f}" for x, y in line.points.tolist())
    return _arc_path(line.arc)


def _arc_path(arc: Arc) -> str:
    """Arcs of at most half a turn, since an arc between the same two points would not be drawn."""
    turn = arc.to_deg - arc.from_deg
    pieces = max(1, math.ceil(abs(turn) / _HALF_TURN_DEG))
    stops = arc.at(np.linspace(arc.from_deg, arc.to_deg, pieces + 1)).tolist()
    shape = f"A{arc.axes[0]:.2f},{arc.axes[1]:.2f} {arc.turn_deg:.1f} 0 {int(turn > 0)} "
    return f"M{stops[0][0]:.2f},{stops[0][1]:.2f}" + "".join(f"{shape}{x:.2f},{y:.2f}" for x, y in stops[1:])
