"""What the painter does to the areas by hand, as data: put together, parted, given from one to another, absorbed, locked.

An edit lies at places on the picture (shares of width and height), never at numbers of areas: so the same list is carried out
anew on another partition, after another detail, threshold or crop, as far as it still makes sense. What makes no sense
any more is told as advice, and nothing is lost: the edit stays in the list.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import cv2
import numpy as np

from ..colour import cielab
from ..colour.types import Float, Lab, LabelImage, LinearRgb, Mask
from ..imaging.discs import nearest_label
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from ..materials.support import Support
from ..values.steps import natural_breaks
from .partition import in_reading_order

Spot = tuple[float, float]
"""A place on the picture: x and y as shares (0-1) of width and height; outside 0-1 it is not on the picture."""

MOST_AREAS = 99
"""More areas than this nobody paints from, and a label image holds 8 bits."""

MOST_EDITS = 200
LEAST_STROKE = 0.002
_CALMED_PX = 2.0

SplitBy = Literal["value", "colour", "line"]


@dataclass(frozen=True)
class Merge:
    """The areas at these places become one; they need not touch (two lemons are one kind of work)."""

    spots: tuple[Spot, ...]


@dataclass(frozen=True)
class Split:
    """The area at a place becomes two: by its values, by its colours, or along a drawn line."""

    spot: Spot
    by: SplitBy
    line: tuple[Spot, ...] = ()


@dataclass(frozen=True)
class Give:
    """What lies under a lasso or a stroke goes to the area at `to`, or with None becomes an area of its own.

    `shape` is the lasso's outline; with `width` (share of the picture's width) it is the middle of a stroke instead.
    """

    shape: tuple[Spot, ...]
    to: Spot | None
    width: float | None = None


@dataclass(frozen=True)
class Absorb:
    """Every area below this size joins the neighbour that is most like it."""

    below_cm2: float


@dataclass(frozen=True)
class Lock:
    """The area at a place keeps its outline (`rings`) and is left alone by detail and by later edits."""

    spot: Spot
    rings: tuple[tuple[Spot, ...], ...]


Edit = Merge | Split | Give | Absorb | Lock


@dataclass(frozen=True, eq=False)
class Edited:
    """Areas 0 .. n-1 in reading order, those that are locked, and what could not be kept (`subject` is the edit's place)."""

    labels: LabelImage
    locked: frozenset[int]
    lost: tuple[Advice, ...]


class _Meaningless(Exception):
    """An edit that finds nothing to do on this partition; the message is for the painter."""


@dataclass
class _Board:
    """The label image under the hand; locked labels are never touched again."""

    labels: np.ndarray
    linear: LinearRgb
    support: Support
    locked: set[int]

    @cached_property
    def lab(self) -> Lab:
        """The picture as CIELAB."""
        return np.asarray(cielab.linear_to_lab(self.linear), dtype=np.float32)

    @property
    def next_label(self) -> int:
        return int(self.labels.max()) + 1

    def pixel(self, spot: Spot) -> tuple[int, int] | None:
        height, width = self.labels.shape
        x, y = int(np.floor(spot[0] * width)), int(np.floor(spot[1] * height))
        inside = 0 <= spot[0] <= 1 and 0 <= spot[1] <= 1
        return (min(x, width - 1), min(y, height - 1)) if inside else None

    def area_at(self, spot: Spot) -> int:
        at = self.pixel(spot)
        if at is None:
            raise _Meaningless("its place is no longer on the picture")
        return int(self.labels[at[1], at[0]])

    def points(self, shape: Sequence[Spot]) -> np.ndarray:
        height, width = self.labels.shape
        return np.array([[x * width - 0.5, y * height - 0.5] for x, y in shape])

    def free(self, label: int) -> None:
        if label in self.locked:
            raise _Meaningless("the area there is locked")


def carry_out(labels: LabelImage, edits: Sequence[Edit], linear: LinearRgb, support: Support) -> Edited:
    """The edits, in their order, on an automatic partition (locks first: they hold whatever came before them).

    `linear` is the picture in linear sRGB, of the labels' own size.
    """
    board = _Board(np.asarray(labels, dtype=np.int32).copy(), linear, support, set())
    lost: list[Advice] = []
    order = sorted(range(len(edits)), key=lambda i: not isinstance(edits[i], Lock))
    for place in order:
        before = board.labels.copy()
        try:
            _do(board, edits[place])
            if len(np.unique(board.labels)) > MOST_AREAS:
                raise _Meaningless(f"there would be more than {MOST_AREAS} areas")
        except _Meaningless as reason:
            board.labels = before
            lost.append(_not_kept(place, edits[place], str(reason)))
    found = np.unique(board.labels)
    compact = np.searchsorted(found, board.labels).astype(np.uint8)
    ordered = in_reading_order(compact)
    locked = {int(ordered[board.labels == label][0]) for label in board.locked if label in found}
    return Edited(ordered, frozenset(locked), tuple(sorted(lost, key=lambda advice: int(advice.subject or 0))))


def refusal(edited: Edited, place: int) -> None:
    """`BadSetting` when the edit at this place of the list could not be carried out: for one that is just being made."""
    for advice in edited.lost:
        if advice.subject == str(place):
            raise BadSetting(advice.message, advice.hint)


_WORDS: dict[type, str] = {
    Merge: "put areas together",
    Split: "parted an area",
    Give: "gave a piece to an area",
    Absorb: "absorbed small areas",
    Lock: "locked an area",
}


def _not_kept(place: int, edit: Edit, reason: str) -> Advice:
    return Advice(
        "areas.N020",
        "note",
        f"You {_WORDS[type(edit)]}, but {reason}.",
        "Do it again where it is wanted, or take it off the list of changes.",
        str(place),
    )


def _do(board: _Board, edit: Edit) -> None:
    match edit:
        case Merge():
            _merge(board, edit)
        case Split():
            _split(board, edit)
        case Give():
            _give(board, edit)
        case Absorb():
            _absorb(board, edit)
        case Lock():
            _lock(board, edit)


def _merge(board: _Board, edit: Merge) -> None:
    labels = []
    for spot in edit.spots:
        label = board.area_at(spot)
        board.free(label)
        labels.append(label)
    if len(set(labels)) < 2:
        return  # they are one area already, which is what was wanted
    board.labels[np.isin(board.labels, labels)] = labels[0]


def _split(board: _Board, edit: Split) -> None:
    label = board.area_at(edit.spot)
    board.free(label)
    mask = board.labels == label
    second = _beyond_line(board, mask, edit.line) if edit.by == "line" else _second_class(board, mask, edit.by)
    board.labels[second] = board.next_label


_LEAST_PIECE_MM = 4.0
"""Pieces of a split narrower than the finest brush that areas are painted with join the other part."""


def _second_class(board: _Board, mask: Mask, by: SplitBy) -> Mask:
    """The lighter part of an area, or the part that is other in hue, as pieces that a brush can paint."""
    lab = _calmed(board.lab, mask)
    along = lab[:, 0] if by == "value" else _main_hue_axis(lab)
    low, high = (float(x) for x in np.quantile(along, [0.02, 0.98]))
    if high - low < (_FLAT_LIGHTNESS if by == "value" else _FLAT_CHROMA):
        raise _Meaningless(f"it is all of one {'value' if by == 'value' else 'colour'} there")
    span = np.clip((along - low) / (high - low) * 10, 0, 10)
    breaks = natural_breaks(span, 2)
    if breaks is None:
        raise _Meaningless("nothing in it parts from the rest")
    side = np.zeros(mask.shape, dtype=np.float32)
    side[mask] = np.where(span > breaks[0], 1.0, -1.0)
    px = max(1.0, _LEAST_PIECE_MM / board.support.width_mm * mask.shape[1])
    voted = cv2.GaussianBlur(side, (0, 0), px / 3)  # pixels outside the area do not vote: they are 0
    second = _without_small(mask & (voted > 0), mask, px)
    second = mask & ~_without_small(mask & ~second, mask, px)
    if not second.any() or second.sum() == mask.sum():
        raise _Meaningless("its parts are finer than a brush")
    return second


def _calmed(lab: Lab, mask: Mask) -> Lab:
    """The colours of an area's pixels (n, 3) without their finest texture, its neighbours left out of the smoothing."""
    weight = mask.astype(np.float32)
    summed = cv2.GaussianBlur(lab * weight[..., None], (0, 0), _CALMED_PX)[mask]
    return np.asarray(summed / cv2.GaussianBlur(weight, (0, 0), _CALMED_PX)[mask][:, None], dtype=float)


_FLAT_LIGHTNESS, _FLAT_CHROMA = 6.0, 5.0
"""CIELAB spans (2nd to 98th percentile) below which an area is of one value or of one colour."""


def _main_hue_axis(lab: Lab) -> Float:
    """Where each pixel lies along the direction in which a* and b* vary most."""
    ab = lab[:, 1:] - lab[:, 1:].mean(axis=0)
    _, directions = np.linalg.eigh(ab.T @ ab)
    main = directions[:, -1]
    return np.asarray(ab @ (main * np.sign(main[np.abs(main).argmax()])))


def _without_small(part: Mask, whole: Mask, px: float) -> Mask:
    """The pieces of a part that hold at least a disc of this diameter."""
    _count, pieces, stats, _ = cv2.connectedComponentsWithStats(part.astype(np.uint8), connectivity=4)
    large = stats[:, cv2.CC_STAT_AREA] >= np.pi * px**2 / 4
    large[0] = False
    return np.asarray(large[pieces] & whole)


def _beyond_line(board: _Board, mask: Mask, line: Sequence[Spot]) -> Mask:
    """The part of an area on the far side of a drawn line, whose ends are drawn on to beyond the picture."""
    if len(line) < 2:
        raise _Meaningless("the line has no length")
    points = board.points(line)
    reach = float(np.hypot(*mask.shape))
    for end, next_to in ((0, 1), (-1, -2)):
        away = points[end] - points[next_to]
        length = float(np.hypot(*away))
        if length < 1e-6:
            raise _Meaningless("the line has no length")
        points[end] = points[end] + away / length * reach
    wall = np.zeros(mask.shape, dtype=np.uint8)
    cv2.polylines(wall, [np.rint(points).astype(np.int32)], isClosed=False, color=1, thickness=1, lineType=cv2.LINE_4)
    apart = mask & (wall == 0)
    count, pieces, stats, _ = cv2.connectedComponentsWithStats(apart.astype(np.uint8), connectivity=4)
    sizes = stats[1:, cv2.CC_STAT_AREA]
    if count < 3 or np.sort(sizes)[-2] < 16:
        raise _Meaningless("the line does not part it")
    side = np.zeros(mask.shape, dtype=np.uint8)
    side[apart] = 1
    side[pieces == 1 + int(sizes.argmax())] = 2
    return np.asarray(mask & (nearest_label(side, side == 0) == 1))


def _give(board: _Board, edit: Give) -> None:
    shape = np.zeros(board.labels.shape, dtype=np.uint8)
    points = np.rint(board.points(edit.shape)).astype(np.int32)
    if edit.width is None:
        if len(points) >= 3:
            cv2.fillPoly(shape, [points], 1)
    else:
        thickness = max(1, round(max(edit.width, LEAST_STROKE) * board.labels.shape[1]))
        cv2.polylines(shape, [points], isClosed=False, color=1, thickness=thickness)
    target = None if edit.to is None else board.area_at(edit.to)
    if target is not None:
        board.free(target)
    taken = (shape > 0) & ~np.isin(board.labels, list(board.locked)) & (board.labels != target)
    if not taken.any():
        raise _Meaningless("there is nothing under it to give")
    board.labels[taken] = board.next_label if target is None else target


def _absorb(board: _Board, edit: Absorb) -> None:
    least = edit.below_cm2 / board.support.area_cm2 * board.labels.size
    while True:
        labels, counts = np.unique(board.labels, return_counts=True)
        small = [(n, k) for n, k in zip(counts.tolist(), labels.tolist(), strict=True) if k not in board.locked]
        size, label = min(small, default=(least, -1))
        if size >= least or len(labels) < 2:
            return
        mask = board.labels == label
        near = cv2.dilate(mask.astype(np.uint8), np.ones((3, 3), np.uint8)).astype(bool) & ~mask
        neighbours = [k for k in np.unique(board.labels[near]).tolist() if k not in board.locked]
        if not neighbours:
            return
        own = np.median(board.lab[mask], axis=0)
        other = [float(np.linalg.norm(np.median(board.lab[board.labels == k], axis=0) - own)) for k in neighbours]
        board.labels[mask] = neighbours[int(np.argmin(other))]


def _lock(board: _Board, edit: Lock) -> None:
    held = np.zeros(board.labels.shape, dtype=np.uint8)
    rings = [np.rint(board.points(ring)).astype(np.int32) for ring in edit.rings if len(ring) >= 3]
    if rings:
        cv2.fillPoly(held, rings, 1)  # even-odd: a ring within a ring is a hole
    mask = (held > 0) & ~np.isin(board.labels, list(board.locked))
    if not mask.any():
        raise _Meaningless("its place is no longer on the picture")
    label = board.next_label
    board.labels[mask] = label
    board.locked.add(label)
