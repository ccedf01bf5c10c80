"""The picture cut into paintable areas: small patches along the edges, merged to a number a painter can keep in mind.

What is found is a tree: pieces at the finest detail, and the order in which they merge. Any detail is then a matter of
reading the tree, without looking at the picture again.
"""

from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from functools import cached_property

import cv2
import numpy as np
from scipy import ndimage
from skimage.segmentation import watershed

from ..colour import cielab
from ..colour.types import Float, LabelImage, LinearRgb
from ..imaging.discs import nearest_label
from ..imaging.resample import enlarge_labels, fit_within, shrink
from ..kit.errors import BadSetting
from .features import edges, features, smooth, thing_features
from .merging import MergeSettings, Merging, areas_after, merge_order

FEWEST_AREAS, MOST_AREAS = 8, 24
"""How many areas a picture gets by itself: as few as its plainness allows."""

LEAST_DETAIL, MOST_DETAIL = 2, 60
PARTITION_PX = 960
"""The partition is found at this size: finer texture is not what areas are about."""

_PATCHES = 2500
_PARTS_OF_THINGS = 180
_PATCHES_ALIKE = MergeSettings()
_OF_ONE_THING = MergeSettings(size="smaller", edge_floor=0.1)
_STOP_COST = 2.5
"""Merging goes on below `MOST_AREAS` while it costs less than this; plain pictures get fewer areas so."""


@dataclass(frozen=True, eq=False)
class AreaTree:
    """`pieces` (uint8, height x width, 0 .. n-1): the finest areas, each connected; `steps` merge them down to one."""

    pieces: LabelImage = field(repr=False)
    steps: tuple[Merging, ...]

    @property
    def finest(self) -> int:
        """How many pieces there are."""
        return len(self.steps) + 1

    @property
    def usual(self) -> int:
        """The number of areas that suits this picture: at most 24, fewer (down to 8) where merging costs little."""
        count = min(self.finest, MOST_AREAS)
        while count > FEWEST_AREAS and self.steps[self.finest - count].cost <= _STOP_COST:
            count -= 1
        return count

    def areas(self, detail: int | None = None) -> LabelImage:
        """Areas 0 .. n-1 of every pixel (uint8) in reading order, as many as `detail` says (None: the usual number)."""
        if detail is not None and not LEAST_DETAIL <= detail <= MOST_DETAIL:
            raise BadSetting(f"A detail of {detail} areas was asked for.", f"Choose {LEAST_DETAIL} to {MOST_DETAIL}.")
        count = min(detail or self.usual, self.finest)
        table = areas_after(self.finest, self.steps[: self.finest - count])
        sums = np.zeros((count, 3))
        np.add.at(sums, table, self._sums)
        return _order_of(sums, self.pieces.shape[0])[table][self.pieces]

    @cached_property
    def _sums(self) -> Float:
        return _sums(self.pieces)


def find_tree(linear: LinearRgb) -> AreaTree:
    """The tree of areas of a picture (linear sRGB, height x width x 3), at the picture's own size.

    Patches by watershed on the edges (meyer1994), merged by `merging.merge_order`: while they are alike in colour, then while
    they look like parts of one thing.
    """
    height, width = linear.shape[:2]
    small_width, small_height = fit_within(width, height, PARTITION_PX)
    lab = np.asarray(cielab.linear_to_lab(shrink(linear, small_width, small_height)), dtype=np.float32)
    calm = smooth(lab)
    fine, lasting = edges(calm)
    with ThreadPoolExecutor(1) as aside:
        things = aside.submit(thing_features, lab, calm)
        patches = watershed(fine, markers=min(_PATCHES, max(1, calm.shape[0] * calm.shape[1] // 16))) - 1
        alike = merge_order(patches, features(calm), lasting, _PATCHES_ALIKE, down_to=_PARTS_OF_THINGS)
    parts = areas_after(int(patches.max()) + 1, alike)[patches]
    steps = merge_order(parts, things.result(), lasting, _OF_ONE_THING)
    count = int(parts.max()) + 1
    first = max(0, count - MOST_DETAIL)
    piece_of = areas_after(count, steps[:first])
    pieces = _without_crumbs(enlarge_labels(piece_of.astype(np.uint8)[parts], width, height))
    # the later steps speak of parts: each stands for the piece that holds it
    left = tuple(Merging(int(piece_of[s.kept]), int(piece_of[s.absorbed]), s.cost) for s in steps[first:])
    return AreaTree(pieces, left)


def partition(linear: LinearRgb, *, detail: int | None = None) -> LabelImage:
    """Areas 0 .. n-1 of every pixel (uint8), at the picture's own size, each one connected piece, in reading order."""
    return find_tree(linear).areas(detail)


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
    return _order_of(_sums(labels), labels.shape[0])[labels]


def _sums(labels: LabelImage) -> Float:
    """The number of pixels of every label, and the sums of their columns and rows, shape (n, 3)."""
    found = []
    for label, box in enumerate(ndimage.find_objects(labels + 1)):
        own = cv2.moments((labels[box] == label).astype(np.uint8), binaryImage=True)
        pixels = own["m00"]
        found.append((pixels, own["m10"] + pixels * box[1].start, own["m01"] + pixels * box[0].start))
    return np.array(found)


def _order_of(sums: Float, height: int) -> LabelImage:
    """The place of every label in reading order."""
    columns, rows = sums[:, 1] / sums[:, 0], sums[:, 2] / sums[:, 0]
    table = np.zeros(len(sums), dtype=np.uint8)
    table[np.lexsort((columns, (10 * rows / height).astype(int)))] = np.arange(len(sums))
    return table
