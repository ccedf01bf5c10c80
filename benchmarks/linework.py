"""How well the outlines of the drawing to transfer lie on the things of rendered scenes: `python -m benchmarks.linework`.

Recall: the share of the true borders of things with a line within 1.5 mm, on a picture 400 mm wide; borders that are lost, since
the colours on both sides hardly differ, do not count. Length: the drawing's against all true borders'.
"""

import time
from collections.abc import Iterable

import cv2
import numpy as np

from benchmarks.segmentation import SCENES, borders, scene
from ypsochrom.areas.linework import Line, at_detail, find_lines
from ypsochrom.areas.partition import find_tree
from ypsochrom.colour import cielab
from ypsochrom.materials.support import Support

TOLERANCE_MM = 1.5
LEAST_SEEN_DE = 6.0
"""Colours this far apart (CIELAB) 0.8 mm to either side of a border are seen to differ."""

_BESIDE_MM = 0.8


def drawn(lines: Iterable[Line], width: int, height: int, width_mm: float) -> np.ndarray:
    """The lines as a mask, a pixel wide."""
    picture = np.zeros((height, width), dtype=np.uint8)
    for line in lines:
        spots = np.rint(line.points * (width / width_mm) - 0.5).astype(np.int32)
        cv2.polylines(picture, [spots[:, None]], False, 255)
    return picture > 0


def outline_recall(lines: np.ndarray, truth: np.ndarray, linear: np.ndarray, width_mm: float) -> tuple[float, float]:
    """Recall of the borders that are seen, and the length of the lines against that of all borders."""
    mm_per_px = width_mm / truth.shape[1]
    lab = cv2.GaussianBlur(np.asarray(cielab.linear_to_lab(linear), dtype=np.float32), (0, 0), 1.0)
    beside = max(2, round(_BESIDE_MM / mm_per_px))
    change = [np.roll(lab, -beside, axis) - np.roll(lab, beside, axis) for axis in (0, 1)]
    seen = borders(truth) & (np.max([np.linalg.norm(one, axis=-1) for one in change], axis=0) >= LEAST_SEEN_DE)
    away = cv2.distanceTransform((~lines).astype(np.uint8), cv2.DIST_L2, 5) * mm_per_px
    return float((away[seen] <= TOLERANCE_MM).mean()), float(lines.sum() / borders(truth).sum())


def main() -> None:
    """Outlines and the whole drawing of every scene at the usual detail."""
    for name in SCENES:
        linear, truth = scene(name)
        height, width = truth.shape
        support = Support(400, 400 * height / width)
        pieces = find_tree(linear).pieces
        start = time.perf_counter()
        lines = find_lines(linear, pieces, support)
        taken = time.perf_counter() - start
        for what, inner in (("outlines", False), ("all lines", True)):
            mask = drawn(at_detail(lines, inner=inner), width, height, support.width_mm)
            recall, length = outline_recall(mask, truth, linear, support.width_mm)
            print(f"{name:14} {what:10} recall {recall:.3f}  length {length:.2f}  {taken:.2f} s")


if __name__ == "__main__":
    main()
