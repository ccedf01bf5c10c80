"""The picture cut into paintable areas: small patches along the edges, merged to a number a painter can keep in mind."""

import cv2
import numpy as np
from scipy import ndimage
from skimage.segmentation import watershed

from ..colour import cielab
from ..colour.types import LabelImage, LinearRgb
from ..imaging.discs import nearest_label
from ..imaging.resample import enlarge_labels, fit_within, shrink
from .features import edges, features, smooth
from .merging import MergeSettings, merge

FEWEST_AREAS, MOST_AREAS = 8, 24
PARTITION_PX = 960
"""The partition is found at this size: finer texture is not what areas are about."""

_PATCHES = 2500
_STOP_COST = 2.5
"""Merging goes on below `MOST_AREAS` while it costs less than this; plain pictures get fewer areas so."""


def partition(linear: LinearRgb, *, most: int = MOST_AREAS) -> LabelImage:
    """Areas 0 .. n-1 of every pixel (uint8), at the picture's own size, each one connected piece, reading order.

    Patches by watershed on the edges (meyer1994), merged by `merging.merge`.
    """
    height, width = linear.shape[:2]
    small_width, small_height = fit_within(width, height, PARTITION_PX)
    lab = smooth(cielab.linear_to_lab(shrink(linear, small_width, small_height)))
    fine, lasting = edges(lab)
    patches = watershed(fine, markers=min(_PATCHES, max(1, lab.shape[0] * lab.shape[1] // 16))) - 1
    settings = MergeSettings(fewest=min(FEWEST_AREAS, most), most=most, stop_cost=_STOP_COST)
    areas = merge(patches, features(lab), lasting, settings)
    areas = _without_crumbs(enlarge_labels(areas.astype(np.uint8), width, height))
    return in_reading_order(areas)


def _without_crumbs(labels: LabelImage) -> LabelImage:
    """Every area reduced to its largest piece; crumbs that enlarging split off go to a neighbour."""
    crumbs = np.zeros(labels.shape, dtype=bool)
    for label, box in enumerate(ndimage.find_objects(labels + 1)):
        mask = (labels[box] == label).astype(np.uint8)
        count, pieces, stats, _ = cv2.connectedComponentsWithStats(mask, connectivity=4)
        if count > 2:
            largest = 1 + int(stats[1:, cv2.CC_STAT_AREA].argmax())
            crumbs[box] |= (pieces > 0) & (pieces != largest)
    return nearest_label(labels, crumbs)


def in_reading_order(labels: LabelImage) -> LabelImage:
    """Labels renumbered 0 .. n-1 by where each area's centre lies: rows of a tenth of the height, then left to right."""
    keys = []
    for label, box in enumerate(ndimage.find_objects(labels + 1)):
        y, x = np.nonzero(labels[box] == label)
        row, column = float(y.mean()) + box[0].start, float(x.mean()) + box[1].start
        keys.append((int(10 * row / labels.shape[0]), column, label))
    table = np.zeros(len(keys), dtype=np.uint8)
    for place, (_, _, label) in enumerate(sorted(keys)):
        table[label] = place
    return table[labels]
