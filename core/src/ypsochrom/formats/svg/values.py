"""The value map and its contours as SVG in millimetres of the support."""

from ...imaging.outlines import outlines
from ...materials.support import Support
from ...values.relief import contours
from ...values.value_map import ValueMap
from ..pictures.png import step_greys

_LABEL_SHARE = 0.018


def begin(support: Support, mirrored: bool) -> list[str]:
    """The first rows of a drawing in mm of the support; mirrored for tracing from the back."""
    width, height = f"{support.width_mm:g}", f"{support.height_mm:g}"
    turn = f' transform="translate({width} 0) scale(-1 1)"' if mirrored else ""
    return [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}mm" height="{height}mm" viewBox="0 0 {width} {height}">',
        f"<g{turn}>",
    ]


def value_map_svg(found: ValueMap, support: Support) -> str:
    """Every step as one filled path in its grey, the darkest underneath."""
    mm_per_px = support.width_mm / found.labels.shape[1]
    greys = step_greys(found)
    lines = begin(support, mirrored=False)
    for step in found.steps:
        grey = int(greys[step.index])
        path = outlines(found.labels >= step.index, mm_per_px)
        lines.append(
            f'<path id="step-{step.index + 1}" d="{path}" fill="rgb({grey},{grey},{grey})" fill-rule="evenodd">'
            f"<title>step {step.index + 1}, value {step.value:.1f}</title></path>"
        )
    return "\n".join([*lines, "</g></svg>"]) + "\n"


def contours_svg(found: ValueMap, support: Support, *, mirrored: bool = False) -> str:
    """The borders of the steps as line art for transfer, labelled with their value; mirrored for tracing from the back."""
    mm_per_px = support.width_mm / found.labels.shape[1]
    size = _LABEL_SHARE * min(support.width_mm, support.height_mm)
    lines = begin(support, mirrored)
    lines.append(
        f'<rect width="{support.width_mm:g}" height="{support.height_mm:g}" fill="none" stroke="black" stroke-width="0.3"/>'
    )
    texts = []
    for contour in contours(found, mm_per_px):
        lines.append(
            f'<path d="{contour.path}" fill="none" stroke="black" stroke-width="0.3">'
            f"<title>value {contour.value:.1f}</title></path>"
        )
        for x, y in contour.labels:
            x_mm = (1 - x if mirrored else x) * support.width_mm
            texts.append(
                f'<text x="{x_mm:.2f}" y="{y * support.height_mm:.2f}" font-size="{size:.2f}">{contour.value:.1f}</text>'
            )
    return "\n".join([*lines, "</g>", *texts, "</svg>"]) + "\n"
