"""Where the labels of an image meet, and the outlines of masks as SVG path data."""

import cv2
import numpy as np

from ..colour.types import Float, LabelImage, Mask

_TOLERANCE_PX = 0.8


def meeting(labels: LabelImage) -> Mask:
    """The pixels that differ from the one to their left or the one above them."""
    met = np.zeros(labels.shape, dtype=bool)
    met[:, 1:] |= labels[:, 1:] != labels[:, :-1]
    met[1:] |= labels[1:] != labels[:-1]
    return met


def rings(mask: np.ndarray, mm_per_px: float) -> list[Float]:
    """The closed outlines of a mask in mm, outer ones and holes alike, each of shape (n, 2) with n at least 3."""
    found, _ = cv2.findContours(np.pad(mask.astype(np.uint8), 1), cv2.RETR_CCOMP, cv2.CHAIN_APPROX_NONE)
    lines = [cv2.approxPolyDP(contour, _TOLERANCE_PX, closed=True)[:, 0, :] for contour in found]
    return [(line - 0.5) * mm_per_px for line in lines if len(line) >= 3]


def outlines(mask: np.ndarray, mm_per_px: float) -> str:
    """The outlines of a mask as SVG path data in mm (fill rule: evenodd)."""
    return "".join(
        "M" + " ".join(f"{x:.2f},{y:.2f}" for x, y in ring.tolist()) + "Z" for ring in rings(mask, mm_per_px)
    )
