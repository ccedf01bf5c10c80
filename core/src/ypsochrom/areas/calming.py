"""Borders of areas drawn as a painter would: kept where the picture has an edge, smooth where its form turns softly."""

import cv2
import numpy as np
from scipy import ndimage

from ..colour.types import Float, LabelImage
from ..imaging.resample import with_all_labels

_NEAR_PX, _FAR_PX = 1.2, 12.0
"""Over so much (standard deviation) a border is smoothed on an edge, and where there is none."""

_EDGE_FROM, _EDGE_TO = 3.0, 8.0
"""Edge strengths between which a border passes from one into the other."""


def calmed(labels: LabelImage, edge: Float) -> LabelImage:
    """Labels (uint8) with the wavering taken from their borders where `edge` (the lasting edge strength) is weak.

    Every area spreads its claim over its surroundings, near or far; a pixel goes to the area that claims it most.
    """
    height, width = labels.shape
    strong = cv2.dilate(edge.astype(np.float32), np.ones((5, 5), np.uint8))
    kept = np.clip((cv2.GaussianBlur(strong, (0, 0), 2.0) - _EDGE_FROM) / (_EDGE_TO - _EDGE_FROM), 0, 1)
    most, found = np.zeros((height, width), np.float32), labels.copy()
    reach = round(2.5 * _FAR_PX)
    for label, box in enumerate(ndimage.find_objects(labels + 1)):
        around = tuple(slice(max(0, s.start - reach), s.stop + reach) for s in box)
        own = (labels[around] == label).astype(np.float32)
        near, far = (
            cv2.GaussianBlur(own, (0, 0), sigma, borderType=cv2.BORDER_REPLICATE) for sigma in (_NEAR_PX, _FAR_PX)
        )
        claim = far + kept[around] * (near - far)
        wins = claim > most[around]
        most[around][wins] = claim[wins]
        found[around][wins] = label
    return with_all_labels(found, labels)
