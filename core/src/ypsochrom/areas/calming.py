"""Borders of areas drawn as a painter would: kept where the picture has an edge, smooth where its form turns softly."""

from concurrent.futures import ThreadPoolExecutor

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
    boxes = [
        tuple(slice(max(0, side.start - _FAR_BOX_PX), side.stop + _FAR_BOX_PX) for side in box)
        for box in ndimage.find_objects(labels + 1)
    ]

    def claim_of(label: int) -> Float:
        around = boxes[label]
        own = (labels[around] == label).astype(np.float32)
        near = cv2.GaussianBlur(own, (0, 0), _NEAR_PX, borderType=cv2.BORDER_REPLICATE)
        far = own
        for _ in range(2):
            far = cv2.blur(far, (_FAR_BOX_PX, _FAR_BOX_PX), borderType=cv2.BORDER_REPLICATE)
        return np.asarray(far + kept[around] * (near - far))

    with ThreadPoolExecutor() as hands:
        for label, claim in enumerate(hands.map(claim_of, range(len(boxes)))):
            around = boxes[label]
            wins = claim > most[around]
            most[around][wins] = claim[wins]
            found[around][wins] = label
    return with_all_labels(found, labels)
