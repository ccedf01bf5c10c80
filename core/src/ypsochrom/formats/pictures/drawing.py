"""The drawing to transfer as a picture: black lines, smooth at their edges."""

from collections.abc import Iterable

import cv2
import numpy as np

from ...areas.linework import DOTTED, PEN_MM, Line
from ...colour.types import LabelImage
from ...imaging.resample import fit_within
from ...materials.support import Support

_PX_PER_MM, _MOST_PX = 10, 4000
_SHIFT = 4
_DOT_EVERY_MM = 1.2


def ink(lines: Iterable[Line], width: int, height: int, width_mm: float) -> LabelImage:
    """How much ink lies on every pixel (uint8, 0 none to 255), for lines in mm of a support this wide."""
    picture = np.zeros((height, width), dtype=np.uint8)
    px_per_mm = width / width_mm
    for line in lines:
        pen = max(1, round(PEN_MM[line.kind] * px_per_mm))
        spots = (_dots(line) if line.kind == DOTTED else line.points) * px_per_mm - 0.5
        if line.kind == DOTTED:
            for x, y in np.rint(spots * 2**_SHIFT).astype(np.int32).tolist():
                cv2.circle(picture, (x, y), pen * 2 ** (_SHIFT - 1), 255, -1, cv2.LINE_AA, _SHIFT)
        else:
            path = np.rint(spots * 2**_SHIFT).astype(np.int32)[:, None]
            cv2.polylines(picture, [path], False, 255, pen, cv2.LINE_AA, _SHIFT)
    return picture


def _dots(line: Line) -> np.ndarray:
    """Points along a line at even distances."""
    along = np.concatenate([[0], np.cumsum(np.hypot(*np.diff(line.points, axis=0).T))])
    at = np.arange(0, along[-1], _DOT_EVERY_MM)
    return np.stack([np.interp(at, along, line.points[:, k]) for k in (0, 1)], axis=-1)


def drawing_png(lines: Iterable[Line], support: Support, *, mirrored: bool = False) -> bytes:
    """Black lines on white, 10 pixels to the millimetre where that stays within 4,000."""
    size = fit_within(round(support.width_mm * _PX_PER_MM), round(support.height_mm * _PX_PER_MM), _MOST_PX)
    drawn = 255 - ink(lines, *size, support.width_mm)
    done, content = cv2.imencode(".png", np.ascontiguousarray(drawn[:, ::-1]) if mirrored else drawn)
    if not done:
        raise ValueError("the drawing could not be written as PNG")
    return content.tobytes()
