"""Making pictures smaller without changing the light in them."""

import cv2
import numpy as np

from ..colour.types import Float, LabelImage


def fit_within(width: int, height: int, longest: int) -> tuple[int, int]:
    """Width and height scaled down (never up) so that the longer side is `longest`; at least 1 pixel each."""
    scale = min(1.0, longest / max(width, height))
    return max(1, round(width * scale)), max(1, round(height * scale))


def shrink(picture: Float, width: int, height: int) -> Float:
    """A picture averaged over the area of each new pixel; feed it linear light, so that mixtures stay mixtures."""
    if (picture.shape[1], picture.shape[0]) == (width, height):
        return picture
    return np.asarray(cv2.resize(picture, (width, height), interpolation=cv2.INTER_AREA))


_COARSE_FACTOR = 2.0


def enlarge_labels(labels: LabelImage, width: int, height: int) -> LabelImage:
    """Labels (uint8) at a larger size, their staircase borders rounded off by a median over one old pixel.

    No label is lost: one as thin as that keeps its staircase. Large factors go by way of half the size, where the wide median
    costs a quarter.
    """
    factor = max(width / labels.shape[1], height / labels.shape[0])
    if factor > _COARSE_FACTOR:
        labels = enlarge_labels(labels, (width + 1) // 2, (height + 1) // 2)
        factor = 1.0
    large: LabelImage = np.asarray(cv2.resize(labels, (width, height), interpolation=cv2.INTER_NEAREST), dtype=np.uint8)
    if (width, height) == (labels.shape[1], labels.shape[0]):
        return large
    return with_all_labels(np.asarray(cv2.medianBlur(large, 2 * round(factor) + 1), dtype=np.uint8), large)


def with_all_labels(smoothed: LabelImage, labels: LabelImage) -> LabelImage:
    """Smoothed labels in which those that smoothing lost altogether stand as they did before."""
    stays = np.zeros(256, dtype=bool)
    stays[np.flatnonzero(np.bincount(smoothed.ravel(), minlength=256))] = True
    lost = ~stays[labels]
    return np.where(lost, labels, smoothed) if lost.any() else smoothed
