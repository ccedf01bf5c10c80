"""Areas as line art: an SVG in millimetres of the support, one path per area."""

from xml.sax.saxutils import escape, quoteattr

import numpy as np

from ...areas.area import AreaMap
from ...colour import cielab
from ...imaging.outlines import outlines
from ...kit.text import one_line
from ...materials.support import Support


def areas_svg(area_map: AreaMap, support: Support) -> str:
    """The picture's areas, each a path with its local colour, name and id; units are millimetres."""
    width, height = f"{support.width_mm:g}", f"{support.height_mm:g}"
    mm_per_px = support.width_mm / area_map.labels.shape[1]
    lines = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}mm" height="{height}mm" viewBox="0 0 {width} {height}">'
    ]
    for area in area_map.areas:
        data = outlines(area_map.labels == area.index, mm_per_px)
        colour = cielab.lab_to_hex(np.array(area.lab))
        lines.append(
            f'<path id={quoteattr(area.id)} d="{data}" fill="{colour}" fill-rule="evenodd" stroke="#555" '
            f'stroke-width="0.4"><title>{escape(one_line(area.name))}</title></path>'
        )
    lines.append("</svg>")
    return "\n".join(lines) + "\n"
