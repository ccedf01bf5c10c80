"""What the painter does to the areas by hand, as data: put together, parted, given from one to another, absorbed, locked.

An edit lies at places on the picture (shares of width and height), never at numbers of areas: so the same list is carried out
anew on another partition, after another detail, threshold or crop, as far as it still makes sense. What makes no sense
any more is told as advice, and nothing is lost: the edit stays in the list.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import cv2
import numpy as np

from ..colour import cielab
from ..colour.types import Lab, LabelImage, LinearRgb, Mask
from ..imaging.outlines import rings
from ..kit.advice import Advice
from ..kit.codec import one_of_kinds
from ..kit.errors import BadSetting
from ..kit.recent import Recent
from ..materials.support import Support
from .partition import in_reading_order
from .splitting import Meaningless, beyond_line, second_class

Spot = tuple[float, float]
"""A place on the picture: x and y as shares (0-1) of width and height; outside 0-1 it is not on the picture."""

MOST_AREAS = 99
"""More areas than this nobody paints from, and a label image holds 8 bits."""

MOST_EDITS = 100
LEAST_STROKE = 0.002
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
one_of_kinds(Edit)


def placed(edit: Edit, move: Callable[[Spot], Spot]) -> Edit:
    """The change with all its places moved, as from the crop to the whole reference."""
    match edit:
        case Merge():
            return Merge(tuple(move(spot) for spot in edit.spots))
        case Split():
            return Split(move(edit.spot), edit.by, tuple(move(spot) for spot in edit.line))
        case Give():
            to = None if edit.to is None else move(edit.to)
            return Give(tuple(move(spot) for spot in edit.shape), to, edit.width)
        case Lock():
            return Lock(move(edit.spot), tuple(tuple(move(spot) for spot in ring) for ring in edit.rings))
        case Absorb():
            return edit


def lock_at(labels: LabelImage, spot: Spot) -> Lock:
    """A lock on the area at a place, with its outline as it is now."""
    height, width = labels.shape
    x, y = min(max(0, int(spot[0] * width)), width - 1), min(max(0, int(spot[1] * height)), height - 1)
    found = rings(labels == labels[y, x], 1.0)
    return Lock(spot, tuple(tuple((px / width, py / height) for px, py in ring.tolist()) for ring in found))


@dataclass(frozen=True, eq=False)
class Edited:
    """Areas 0 .. n-1 in reading order, those that are locked, and what could not be kept (`subject` is the edit's place)."""

    labels: LabelImage
    locked: frozenset[int]
    lost: tuple[Advice, ...]


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
    def px_per_mm(self) -> float:
        return self.labels.shape[1] / self.support.width_mm

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
            raise Meaningless("its place is no longer on the picture")
        return int(self.labels[at[1], at[0]])

    def points(self, shape: Sequence[Spot]) -> np.ndarray:
        height, width = self.labels.shape
        return np.array([[x * width - 0.5, y * height - 0.5] for x, y in shape])

    def free(self, label: int) -> None:
        if label in self.locked:
            raise Meaningless("the area there is locked")


def carry_out(labels: LabelImage, edits: Sequence[Edit], linear: LinearRgb, support: Support) -> Edited:
    """The edits, in their order, on an automatic partition (locks first: they hold whatever came before them).

    `linear` is the picture in linear sRGB, of the labels' own size.
    """
    if not edits:
        return Edited(labels, frozenset(), ())
    order = sorted(range(len(edits)), key=lambda i: not isinstance(edits[i], Lock))
    ways = _ways(labels, support, [(place, edits[place]) for place in order])
    board, lost, done = _known(ways, linear, support)
    if board is None:
        board = _Board(np.asarray(labels, dtype=np.int16), linear, support, set())
    for place, way in zip(order[done:], ways[done:], strict=True):
        before = board.labels.copy()
        try:
            _do(board, edits[place])
            if len(_present(board.labels)) > MOST_AREAS:
                raise Meaningless(f"there would be more than {MOST_AREAS} areas")
        except Meaningless as reason:
            board.labels = before
            lost = (*lost, _not_kept(place, edits[place], str(reason)))
        if way in ways[-2:]:
            _boards.keep(way, _Left(linear, board.labels.copy(), frozenset(board.locked), lost))
    found = _present(board.labels)
    rank = np.zeros(int(found[-1]) + 1, dtype=np.uint8)
    rank[found] = np.arange(len(found))
    compact = rank[board.labels]
    ordered = in_reading_order(compact)
    locked = {int(ordered[board.labels == label][0]) for label in board.locked if label in found}
    return Edited(ordered, frozenset(locked), tuple(sorted(lost, key=lambda advice: int(advice.subject or 0))))


@dataclass(frozen=True, eq=False)
class _Left:
    """How a board was left, and the very picture that it was laid over: on another one a split may fall otherwise."""

    linear: LinearRgb
    labels: np.ndarray
    locked: frozenset[int]
    lost: tuple[Advice, ...]


_boards: Recent[int, _Left] = Recent(4)
"""How the board was left lately, by the way to it: an edit more, or the last one taken back, costs no more than that one."""


def _ways(labels: LabelImage, support: Support, ordered: Sequence[tuple[int, Edit]]) -> tuple[int, ...]:
    """For every edit a number that stands for the partition and all that was done to it until then."""
    way, ways = hash((labels.tobytes(), support)), []
    for one in ordered:
        way = hash((way, one))
        ways.append(way)
    return tuple(ways)


def _known(ways: tuple[int, ...], linear: LinearRgb, support: Support) -> tuple[_Board | None, tuple[Advice, ...], int]:
    """The board after as many edits as it is known for, what was lost by then, and how many edits those are."""
    for done in range(len(ways), 0, -1):
        known = _boards.get(ways[done - 1])
        if known is not None and known.linear is linear:
            return _Board(known.labels.copy(), linear, support, set(known.locked)), known.lost, done
    return None, (), 0


def _present(labels: LabelImage) -> np.ndarray:
    """The labels that occur, in rising order."""
    return np.flatnonzero(np.bincount(labels.ravel()))


def refusal(lost: Sequence[Advice], place: int) -> None:
    """`BadSetting` when the edit at this place of the list is among the `lost` ones: for one that is just being made."""
    for advice in lost:
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
    if edit.by == "line":
        second = beyond_line(mask, board.points(edit.line))
    else:
        window = _window(mask, round(_MARGIN_MM * board.px_per_mm) + _MARGIN_PX)
        second = np.zeros_like(mask)
        second[window] = second_class(board.lab[window], mask[window], edit.by, board.px_per_mm)
    board.labels[second] = board.next_label


_MARGIN_MM, _MARGIN_PX = 7.0, 10
"""Beyond an area, what the smoothing that parts it reaches."""


def _window(mask: Mask, margin: int) -> tuple[slice, slice]:
    """The part of the picture in which an area lies."""
    rows, columns = np.flatnonzero(mask.any(axis=1)), np.flatnonzero(mask.any(axis=0))
    return (
        slice(max(0, int(rows[0]) - margin), int(rows[-1]) + margin + 1),
        slice(max(0, int(columns[0]) - margin), int(columns[-1]) + margin + 1),
    )


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
        raise Meaningless("there is nothing under it to give")
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
        raise Meaningless("its place is no longer on the picture")
    label = board.next_label
    board.labels[mask] = label
    board.locked.add(label)
