"""Areas keep their ids: through another detail, crop, threshold or change by hand, and back.

An id has a *home*: the outline that its area had when it was first found, in shares of the whole reference. An area bears the id
whose home it agrees with best; so what a painter decided about an id stays at its place, and an id whose home no area
stands for any more waits until one does again.
"""

from collections.abc import Collection, Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from ..colour.types import LabelImage
from ..imaging.outlines import rings
from ..imaging.resample import fit_within
from ..subject.crop import CropBox

Spot = tuple[float, float]

_GRID_PX = 400
"""Homes are compared at this size: an area that a brush can paint covers many of its pixels."""

_STANDS_FOR = 0.5
"""An area stands for a home when their overlap is at least so much of the smaller of the two, ..."""

_NOT_SWALLOWED = 0.2
"""... and at least so much of the area: what is swallowed by something much larger does not name it."""

MOST_HOMES = 400


@dataclass(frozen=True)
class Home:
    """Where the area of an id was first found: its outlines (even-odd) in shares of the whole reference.

    `frame` is what of the reference was in sight then: left, top, right, bottom.
    """

    id: str
    rings: tuple[tuple[Spot, ...], ...]
    frame: tuple[float, float, float, float]


@dataclass(frozen=True)
class Identified:
    """The id of every area by its index, and all homes known from now on."""

    ids: tuple[str, ...]
    homes: tuple[Home, ...]


def identified(
    labels: LabelImage, frame: CropBox, homes: Sequence[Home] = (), keep: Collection[str] = ()
) -> Identified:
    """Ids for the areas 0 .. n-1 of a label image that shows `frame` of the reference.

    The best agreement (overlap against union) goes first; ties go to the older id, then to the lower index. Areas that stand
    for no home get new ids in the order of their index. Of more than `MOST_HOMES` homes the oldest that are neither in use nor
    in `keep` are forgotten.
    """
    count = int(labels.max()) + 1
    small = _small(labels)
    overlaps = []
    for age, home in enumerate(homes):
        mask, seen = _drawn(home, frame, small.shape)
        covered = np.bincount(small[mask & seen], minlength=count)
        sizes = np.bincount(small[seen], minlength=count)
        total = int((mask & seen).sum())
        for index in np.flatnonzero(covered).tolist():
            share = covered[index]
            if share >= _STANDS_FOR * min(total, sizes[index]) and share >= _NOT_SWALLOWED * sizes[index]:
                overlaps.append((-float(share) / float(total + sizes[index] - share), age, index))
    found: dict[int, str] = {}
    for _, age, index in sorted(overlaps):
        if index not in found and homes[age].id not in found.values():
            found[index] = homes[age].id
    fresh = 1 + max((_number(home.id) for home in homes), default=0)
    new: list[Home] = []
    for index in range(count):
        if index not in found:
            found[index] = f"a{fresh:02d}"
            fresh += 1
            new.append(home_of(found[index], small == index, frame))
    ids = tuple(found[index] for index in range(count))
    return Identified(ids, _bounded((*homes, *new), {*ids, *keep}))


def home_of(area_id: str, mask: np.ndarray, frame: CropBox) -> Home:
    """The home of an area that is seen in `frame` under this mask."""
    height, width = mask.shape
    outline = tuple(
        tuple(_rounded(frame.to_whole((x / width, y / height))) for x, y in ring.tolist()) for ring in rings(mask, 1.0)
    )
    left, top = frame.to_whole((0.0, 0.0))
    right, bottom = frame.to_whole((1.0, 1.0))
    return Home(area_id, outline, (left, top, right, bottom))


def _rounded(spot: Spot) -> Spot:
    return round(spot[0], 5), round(spot[1], 5)


def _number(area_id: str) -> int:
    return int(area_id[1:]) if area_id[1:].isdigit() else 0


def _small(labels: LabelImage) -> LabelImage:
    height, width = labels.shape
    size = fit_within(width, height, _GRID_PX)
    if size == (width, height):
        return labels
    return np.asarray(cv2.resize(labels.astype(np.uint8), size, interpolation=cv2.INTER_NEAREST))


def _drawn(home: Home, frame: CropBox, shape: tuple[int, ...]) -> tuple[np.ndarray, np.ndarray]:
    """The home and what was in sight when it was found, as masks of the present frame."""
    height, width = shape[:2]

    def pixels(spots: Sequence[Spot]) -> np.ndarray:
        crop = np.array([frame.to_crop(spot) for spot in spots]) * [width, height]
        return np.rint(np.clip(crop - 0.5, -1e5, 1e5)).astype(np.int32)

    mask = np.zeros((height, width), dtype=np.uint8)
    if home.rings:
        cv2.fillPoly(mask, [pixels(ring) for ring in home.rings], 1)
    left, top, right, bottom = home.frame
    (x_0, y_0), (x_1, y_1) = pixels([(left, top), (right, bottom)]).tolist()
    seen = np.zeros((height, width), dtype=bool)
    seen[max(0, y_0) : max(0, y_1 + 1), max(0, x_0) : max(0, x_1 + 1)] = True
    return mask.astype(bool), seen


def _bounded(homes: tuple[Home, ...], used: set[str]) -> tuple[Home, ...]:
    spare = len(homes) - MOST_HOMES
    kept = []
    for home in homes:
        if spare > 0 and home.id not in used:
            spare -= 1
            continue
        kept.append(home)
    return tuple(kept)
