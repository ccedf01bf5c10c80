"""Borders of areas drawn as a painter would: kept where the picture has an edge, smooth where its form turns softly."""

import cv2
import numpy as np
from scipy import ndimage

from ..colour.types import Float, LabelImage
from ..imaging.resample import with_all_labels

_NEAR_PX, _FAR_BOX_PX = 1.2, 29
"""A border is smoothed by a Gaussian of this standard deviation on an edge, and where there is none by two boxes of this width,
which is a standard deviation of 12."""

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
    reach = _FAR_BOX_PX
    for label, box in enumerate(ndimage.find_objects(labels + 1)):
        around = tuple(slice(max(0, s.start - reach), s.stop + reach) for s in box)
        own = (labels[around] == label).astype(np.float32)
        near = cv2.GaussianBlur(own, (0, 0), _NEAR_PX, borderType=cv2.BORDER_REPLICATE)
        far = own
        for _ in range(2):
            far = cv2.blur(far, (_FAR_BOX_PX, _FAR_BOX_PX), borderType=cv2.BORDER_REPLICATE)
        claim = far + kept[around] * (near - far)
        wins = claim > most[around]
        most[around][wins] = claim[wins]
        found[around][wins] = label
    return with_all_labels(found, labels)
