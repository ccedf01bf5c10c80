"""What a round brush can reach: openings of masks and pictures by a disc."""

from functools import cache

import cv2
import numpy as np

from ..colour.types import Mask


@cache
def disc(diameter_px: int) -> np.ndarray:
    """The disc of this diameter as a structuring element of 0 and 1, symmetric about its centre (odd size)."""
    size = max(1, diameter_px | 1)
    away = np.arange(size) - size // 2
    return (away[:, None] ** 2 + away[None, :] ** 2 <= (diameter_px / 2) ** 2).astype(np.uint8)


def _morph(picture: np.ndarray, operation: int, diameter_px: int) -> np.ndarray:
    """Beyond the picture the border pixels go on, so that a mass may end at the edge of the support."""
    element = disc(diameter_px)
    pad = element.shape[0]
    padded = cv2.copyMakeBorder(picture, pad, pad, pad, pad, cv2.BORDER_REPLICATE)
    return cv2.morphologyEx(padded, operation, element)[pad:-pad, pad:-pad]


def opened(mask: Mask, diameter_px: int) -> Mask:
    """The part of the mask that a disc inside it can cover."""
    return _morph(mask.astype(np.uint8), cv2.MORPH_OPEN, diameter_px).astype(bool)


def smoothed_levels(levels: np.ndarray, diameter_px: int) -> np.ndarray:
    """Levels (uint8) opened, then closed: specks lighter or darker than their surroundings and thinner than the disc go."""
    return _morph(_morph(levels, cv2.MORPH_OPEN, diameter_px), cv2.MORPH_CLOSE, diameter_px)


def nearest_label(labels: np.ndarray, unknown: Mask) -> np.ndarray:
    """Labels with the unknown pixels given the label of the nearest known pixel."""
    if not unknown.any():
        return labels
    if unknown.all():
        return np.zeros_like(labels)
    _, index = cv2.distanceTransformWithLabels(unknown.astype(np.uint8), cv2.DIST_L2, 5, labelType=cv2.DIST_LABEL_PIXEL)
    by_index = np.zeros(int(index.max()) + 1, dtype=labels.dtype)
    known = ~unknown
    by_index[index[known]] = labels[known]
    return by_index[index]
