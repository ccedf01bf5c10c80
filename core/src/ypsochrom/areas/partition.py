"""The picture cut into paintable areas: small patches along the edges, merged to a number a painter can keep in mind.

What is found is a tree: pieces at the finest detail, and the order in which they merge. Any detail is then a matter of
reading the tree, without looking at the picture again.
"""

from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field, replace
from functools import cached_property

import cv2
import numpy as np
from scipy import ndimage
from skimage.segmentation import watershed

from ..colour import cielab
from ..colour.types import Float, LabelImage, LinearRgb
from ..imaging.discs import nearest_label
from ..imaging.resample import enlarge_labels, fit_within, shrink, with_all_labels
from ..kit.errors import BadSetting
from .calming import calmed
from .features import Channels, channels, edges, features, smooth
from .merging import Merging, areas_after, merge_order
from .sameness import Judge, Pieces, merge_alike

FEWEST_AREAS, MOST_AREAS = 8, 24
"""How many areas a picture gets by itself: as few as its plainness allows."""

LEAST_DETAIL, MOST_DETAIL = 2, 60
_ONE_THING = 0.25
"""Areas less likely than this to show two things are put together."""

PARTITION_PX = 960
"""The partition is found at this size: finer texture is not what areas are about."""

_DROPS, _PATCHES = 2500, 400
"""How many basins the watershed finds, and to how many patches they are merged while they are alike."""

_STOP_COST = 0.003
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

    def things(self, detail: int | None = None) -> LabelImage:
        """Areas of this detail put together while they are likely to show one thing: a number for every pixel (uint8)."""
        count = min(detail or self.usual, self.finest)
        joined = list(self.steps[: self.finest - count])
        whole = [True] * self.finest
        for step in self.steps[len(joined) :]:
            whole[step.kept] &= whole[step.absorbed] and step.apart < _ONE_THING
            if whole[step.kept]:
                joined.append(step)
        return areas_after(self.finest, joined).astype(np.uint8)[self.pieces]

    @cached_property
    def _sums(self) -> Float:
        return _sums(self.pieces)


@dataclass(frozen=True, eq=False)
class Patches:
    """A picture in patches that are alike in colour, at the size of the partition: `labels` (height, width), 0 .. n-1.

    `channels` is what is seen of every pixel (`features.channels`), `fine` and `lasting` how strong an edge is there.
    """

    labels: LabelImage = field(repr=False)
    channels: Channels = field(repr=False)
    fine: Float = field(repr=False)
    lasting: Float = field(repr=False)

    def pieces(self) -> Pieces:
        """The patches as pieces to be merged into areas."""
        return Pieces.of(self.labels, self.channels, self.fine, self.lasting)


def find_patches(linear: LinearRgb) -> Patches:
    """Some hundred patches of a picture, by watershed on its edges (meyer1994) and merging while they are alike in colour."""
    height, width = linear.shape[:2]
    lab = np.asarray(cielab.linear_to_lab(shrink(linear, *fit_within(width, height, PARTITION_PX))), dtype=np.float32)
    calm = smooth(lab)
    fine, lasting = edges(calm)
    with ThreadPoolExecutor(1) as aside:
        seen = aside.submit(channels, lab, calm)
        drops = watershed(fine, markers=min(_DROPS, max(1, calm.shape[0] * calm.shape[1] // 16))) - 1
        alike = merge_order(drops, features(calm), lasting, down_to=_PATCHES)
        return Patches(areas_after(int(drops.max()) + 1, alike)[drops], seen.result(), fine, lasting)


def tree_of(patches: Patches, width: int, height: int, judge: Judge | None = None) -> AreaTree:
    """The tree of areas of a picture of this size from its patches: merged while they are likely to show one thing."""
    steps = merge_alike(patches.pieces(), judge)
    count = len(steps) + 1
    first = max(0, count - MOST_DETAIL)
    piece_of = areas_after(count, steps[:first])
    found = piece_of.astype(np.uint8)[patches.labels]
    small = with_all_labels(calmed(found, patches.lasting), found)
    pieces = _without_crumbs(enlarge_labels(small, width, height))
    # the later steps speak of patches: each stands for the piece that holds it
    left = [replace(s, kept=int(piece_of[s.kept]), absorbed=int(piece_of[s.absorbed])) for s in steps[first:]]
    return AreaTree(pieces, _touching(pieces, left))


def _touching(pieces: LabelImage, steps: list[Merging]) -> tuple[Merging, ...]:
    """The steps in their order, but each only once its two sides touch: smoothed borders may have parted what did by a hair."""
    count = int(pieces.max()) + 1
    touch = np.zeros((count, count), dtype=bool)
    for one, other in ((pieces[:, 1:], pieces[:, :-1]), (pieces[1:], pieces[:-1])):
        touch[one[one != other], other[one != other]] = True
    touch |= touch.T
    members = {piece: [piece] for piece in range(count)}
    done: list[Merging] = []
    left = list(steps)
    while left:
        step = next((s for s in left if touch[np.ix_(members[s.kept], members[s.absorbed])].any()), left[0])
        left.remove(step)
        done.append(step)
        together = members[step.kept] + members[step.absorbed]
        members.update(dict.fromkeys(together, together))
    return tuple(done)


def find_tree(linear: LinearRgb) -> AreaTree:
    """The tree of areas of a picture (linear sRGB, height x width x 3), at the picture's own size."""
    height, width = linear.shape[:2]
    return tree_of(find_patches(linear), width, height)


def partition(linear: LinearRgb, *, detail: int | None = None) -> LabelImage:
    """Areas 0 .. n-1 of every pixel (uint8), at the picture's own size, each one connected piece, in reading order."""
    return find_tree(linear).areas(detail)


def _without_crumbs(labels: LabelImage) -> LabelImage:
    """Every area reduced to its largest piece; crumbs that enlarging split off go to a neighbour."""
    crumbs = np.zeros(labels.shape, dtype=bool)
    boxes = ndimage.find_objects(labels + 1)

    def crumbs_of(label: int) -> np.ndarray | None:
        mask = (labels[boxes[label]] == label).astype(np.uint8)
        count, pieces, stats, _ = cv2.connectedComponentsWithStats(mask, connectivity=4)
        return None if count <= 2 else (pieces > 0) & (pieces != 1 + int(stats[1:, cv2.CC_STAT_AREA].argmax()))

    with ThreadPoolExecutor() as hands:
        for box, found in zip(boxes, hands.map(crumbs_of, range(len(boxes))), strict=True):
            if found is not None:
                crumbs[box] |= found
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
