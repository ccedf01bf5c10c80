"""Gradations: areas in which lightness or colour runs along one axis, as in a sky or on a wall that is lit from one side.

Common practice: such a passage is painted as one blend of a string of piles, along its axis; the bands follow the fall of the
light, which is seldom straight: on a wall beside a window it bends.
"""

from dataclasses import dataclass, replace

import numpy as np
from scipy import ndimage

from ..colour.types import Float, Lab, LabTriple, triple
from .pixels import in_cells

EXPLAINED = 0.8
"""A ramp along one axis explains at least so much of the area's variation, texture left aside."""

LEAST_SPAN_DE = 8.0
"""Its ends differ by at least so much (CIELAB); what runs less is one colour to a brush. From memory."""

FEWEST_PILES, MOST_PILES = 3, 5
"""What a gradation's string has; common practice."""

_STEP_DE, _SURFACE_CM2 = 12.0, 4.0
"""One more pile for so much more between the ends (CIELAB), as long as each has so much to cover. From memory."""

_SAMPLES = 101
_SPREAD, _LOOKED_AT = 10, 1999
"""So many equal shares of the surface are told apart along the string, by so many of its pixels; an odd number, so that they do
not stand in columns."""

_KNOTS, _HELD = 5, 0.05

_AXIS_DE = 6.0
"""What it counts for (CIELAB) that a place lies elsewhere on the string than the axis says, for the whole length of the axis:
colours that come twice are told apart by it."""

_ROUNDS, _AXIS_WEIGHT = 2, 0.02
"""Places and colours of the string are found by turns; where there is nothing of the area the axis says how it goes on."""

_BENT, _BENT_SHARE = 0.1, 0.08
"""It bends where so much of it lies so far on the string from where the axis has it."""

_CELLS_ACROSS, _FEWEST_CELLS, _FEWEST_PIXELS = 12, 12, 4
_ENDS = (0.03, 0.97)


Spot = tuple[float, float]


@dataclass(frozen=True)
class Fall:
    """How the light falls over a passage: places on its string (0 its light end, 1 its dark end) at the crossings of a grid.

    The first crossing lies at `low` (x, y in mm), the next are `side` mm further; `places` are row by row.
    """

    low: Spot
    side: float
    places: tuple[tuple[float, ...], ...]

    @property
    def crossings(self) -> Float:
        """All crossings (n, 2) in mm, row by row."""
        grid = np.array(self.places)
        return _crossings(np.array(self.low), self.side, grid.shape[0], grid.shape[1])

    def at(self, spots_mm: Float) -> Float:
        """The places on the string at spots (n, 2) in mm; beyond the grid as at its rim."""
        column, row = ((spots_mm - np.array(self.low)) / self.side).T
        return np.asarray(ndimage.map_coordinates(np.array(self.places), (row, column), order=1, mode="nearest"))


@dataclass(frozen=True)
class Gradation:
    """`start` and `end` are the ends of its axis (x, y in mm), the lighter first, with their colours and those `between` them at
    even distances.

    `explained` is 0.8 to 1, less where the painter drew it; such a one runs straight, others as `fall` says. `spread` are the
    places on its string before which equal shares of its surface lie, from none to all of it; evenly where there are none.
    """

    start: Spot
    end: Spot
    start_lab: LabTriple
    end_lab: LabTriple
    explained: float
    between: tuple[LabTriple, ...] = ()
    fall: Fall | None = None
    spread: tuple[float, ...] = ()

    def along(self, spots_mm: Float) -> Float:
        """Where on its string spots (n, 2) in mm lie: 0 at its light end, 1 at its dark end."""
        if self.fall is not None:
            return self.fall.at(spots_mm)
        start, way = np.array(self.start), np.subtract(self.end, self.start)
        return np.clip((spots_mm - start) @ way / float(way @ way), 0.0, 1.0)

    def before(self, share: Float) -> Float:
        """The places on its string before which these shares (0 to 1) of its surface lie."""
        return np.interp(share, np.linspace(0.0, 1.0, len(self.spread)), self.spread) if self.spread else share

    @property
    def bends(self) -> bool:
        """Whether its light falls so far from straight that the bands have to follow it."""
        if self.fall is None:
            return False
        off = self.fall.at(self.fall.crossings) - replace(self, fall=None).along(self.fall.crossings)
        return float(np.mean(np.abs(off) > _BENT)) > _BENT_SHARE

    def at(self, along: float | Float) -> Lab:
        """The colour at places of the axis, 0 at its start and 1 at its end; shape (..., 3)."""
        lab = np.array([self.start_lab, *self.between, self.end_lab])
        return np.stack([np.interp(along, np.linspace(0, 1, len(lab)), column) for column in lab.T], axis=-1)

    def places(self, surface_cm2: float) -> tuple[float, ...]:
        """Where the piles of its string lie on the axis, 0 to 1: three to five in even steps of colour, fewer on little surface.

        Common practice: the ends, the middle, and what lies between them where the eye would see the step.
        """
        along = np.linspace(0.0, 1.0, _SAMPLES)
        lab = self.at(along)
        way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(lab, axis=0), axis=1))])
        wanted = min(round(float(way[-1]) / _STEP_DE) + 1, int(surface_cm2 / _SURFACE_CM2))
        count = min(max(wanted, FEWEST_PILES), MOST_PILES)
        places = np.interp(np.linspace(0.0, way[-1], count), way, along) if way[-1] > 0 else np.linspace(0, 1, count)
        return tuple(float(round(place, 2)) for place in places)

    @property
    def light_end(self) -> str:
        """Where its lighter end lies, seen from the other: as in "the upper left"."""
        return _side(self.start[0] - self.end[0], self.start[1] - self.end[1])

    @property
    def dark_end(self) -> str:
        """Where its darker end lies."""
        return _side(self.end[0] - self.start[0], self.end[1] - self.start[1])


def _crossings(low: Float, side: float, rows: int, columns: int) -> Float:
    return low + side * np.stack(np.meshgrid(np.arange(columns), np.arange(rows)), axis=-1).reshape(-1, 2)


_SLANTED = 0.4
"""An axis that leans by less than this share of its length is level or upright."""


def _side(right: float, down: float) -> str:
    """The side to which a way leads that goes so far to the right and down."""
    long = max(abs(right), abs(down), 1e-9)
    upright = "" if abs(down) < _SLANTED * long else "lower" if down > 0 else "upper"
    level = "" if abs(right) < _SLANTED * long else "right" if right > 0 else "left"
    if upright and level:
        return f"the {upright} {level}"
    return {"lower": "below", "upper": "above"}.get(upright, f"the {level}")


def gradation_of(lab: Lab, spots_mm: Float) -> Gradation | None:
    """The gradation that an area's pixels make, if they do: their colours (n, 3) and places (n, 2) in mm.

    Pixels are averaged in the cells of a grid, so that texture falls out; the axis is that of the best plane through the
    colours, and along it they may bend once.
    """
    if len(lab) < _FEWEST_CELLS * _FEWEST_PIXELS:
        return None
    weight, place, colour = _cells(lab, spots_mm)
    if len(weight) < _FEWEST_CELLS:
        return None
    place_mean, colour_mean = (np.average(one, axis=0, weights=weight) for one in (place, colour))
    off, change = place - place_mean, colour - colour_mean
    root = np.sqrt(weight)[:, None]
    slope, *_ = np.linalg.lstsq(off * root, change * root, rcond=None)
    axis = np.linalg.svd(slope)[0][:, 0]
    along = off @ axis
    low, high = (float(np.quantile(along, share)) for share in _ENDS)
    ramp = _ramp(along, colour, weight)
    found = _between(place_mean + axis * low, place_mean + axis * high, ramp, (low, high))
    span = np.linalg.norm(ramp.bent(high) - ramp.bent(low))
    if ramp.explained < EXPLAINED or span < LEAST_SPAN_DE:
        return None
    return _spread(_falling(found, weight, place, colour), spots_mm)


def _falling(straight: Gradation, weight: Float, place: Float, colour: Lab) -> Gradation:
    """The gradation as the light falls in these cells: every cell lies where the string comes nearest to its colour.

    It stays straight where nothing is won by that.
    """
    low = place.min(axis=0)
    side = max(float(np.ptp(place, axis=0).max()) / _CELLS_ACROSS, 1e-6)
    column, row = np.rint((place - low) / side).astype(int).T
    shape = row.max() + 1, column.max() + 1
    crossings = _crossings(low, side, *shape)
    there = row * shape[1] + column
    found, on_axis = straight, straight.along(place)
    held = _AXIS_WEIGHT * float(np.median(weight))
    string = np.linspace(0.0, 1.0, _SAMPLES)
    for _ in range(_ROUNDS):
        off2 = ((colour[:, None] - found.at(string)) ** 2).sum(axis=-1)
        off2 += (_AXIS_DE * (string - on_axis[:, None])) ** 2
        nearest = string[off2.argmin(axis=1)]
        sums, weights = (
            _smooth(np.bincount(there, weights=one, minlength=len(crossings)).reshape(shape)).ravel()
            for one in (weight * nearest, weight)
        )
        places = (sums + held * straight.along(crossings)) / (weights + held)
        first, last = np.quantile(places[there], _ENDS)
        places = np.clip((places - first) / max(last - first, 1e-9), 0.0, 1.0).reshape(shape).round(2)
        fall = Fall(_spot(low), round(side, 3), tuple(tuple(line) for line in places.tolist()))
        lab = _ramp(fall.at(place), colour, weight).between(0.0, 1.0)
        found = replace(
            found,
            start_lab=triple(lab[0]),
            end_lab=triple(lab[-1]),
            between=tuple(triple(one) for one in lab[1:-1]),
            fall=fall,
        )

    def off(one: Gradation) -> float:
        return float(weight @ np.linalg.norm(colour - one.at(one.along(place)), axis=1))

    return min(straight, found, key=off)


def _smooth(grid: Float) -> Float:
    """Each crossing with its neighbours, a quarter of what is there on either side."""
    for axis in (0, 1):
        grid = ndimage.correlate1d(grid, (0.25, 0.5, 0.25), axis=axis, mode="constant")
    return grid


def gradation_along(lab: Lab, spots_mm: Float, one: Spot, other: Spot) -> Gradation | None:
    """The gradation of an area's pixels between two ends (mm) that the painter chose; None where there is nothing between them.

    It is theirs however little of the area's variation it explains; beyond an end the colour stays as it is there.
    """
    start, way = np.array(one, dtype=float), np.subtract(other, one).astype(float)
    length2 = float(way @ way)
    if not len(lab) or length2 <= 0:
        return None
    weight, place, colour = _cells(lab, spots_mm)
    if not len(weight):
        weight, place, colour = np.ones(len(lab)), spots_mm, lab
    along = np.clip((place - start) @ way / length2, 0.0, 1.0)
    ramp = _ramp(along, colour, weight)
    return _spread(_between(start, np.array(other, dtype=float), ramp, (0.0, 1.0)), spots_mm)


@dataclass(frozen=True, eq=False)
class _Ramp:
    """Colours over a length, bent once; `explained` is its share of their variation."""

    along: Float
    colour: Lab
    weight: Float
    bend: Float
    explained: float

    def bent(self, at: float | Float) -> Lab:
        """The colour at places of the length, on the bend."""
        at = np.asarray(at, dtype=float)
        return np.asarray(np.stack([np.ones_like(at), at, at * at], axis=-1) @ self.bend)

    def between(self, low: float, high: float) -> Lab:
        """The colours at `_KNOTS` places from one end to the other: as they are on the way, near the bend where there are few."""
        knots = np.linspace(0.0, 1.0, _KNOTS)
        place = np.clip((self.along - low) / max(high - low, 1e-9), 0.0, 1.0)
        hats = np.stack([np.interp(place, knots, one) for one in np.eye(_KNOTS)], axis=-1)
        bent = self.bent(low + knots * (high - low))
        held = _HELD * self.weight.sum() / _KNOTS
        left = self.weight[:, None] * (self.colour - hats @ bent)
        off = np.linalg.solve((hats * self.weight[:, None]).T @ hats + held * np.eye(_KNOTS), hats.T @ left)
        return np.asarray(bent + off)


def _ramp(along: Float, colour: Float, weight: Float) -> _Ramp:
    root = np.sqrt(weight)[:, None]
    powers = np.stack([np.ones_like(along), along, along * along], axis=-1)
    bend, *_ = np.linalg.lstsq(powers * root, colour * root, rcond=None)
    change = colour - np.average(colour, axis=0, weights=weight)
    total = float((weight[:, None] * change**2).sum())
    left = float((weight[:, None] * (colour - powers @ bend) ** 2).sum())
    return _Ramp(along, colour, weight, bend, 1 - left / total if total > 0 else 0.0)


def _between(start: Float, end: Float, ramp: _Ramp, ends: tuple[float, float]) -> Gradation:
    low, high = ends
    lab = ramp.between(low, high)
    if lab[0, 0] < lab[-1, 0]:
        start, end, lab = end, start, lab[::-1]
    between = tuple(triple(one) for one in lab[1:-1])
    return Gradation(_spot(start), _spot(end), triple(lab[0]), triple(lab[-1]), round(ramp.explained, 3), between)


def _spread(found: Gradation, spots_mm: Float) -> Gradation:
    """The gradation with how its surface, pixels at these spots, lies along its string."""
    some = spots_mm[np.linspace(0, len(spots_mm) - 1, min(len(spots_mm), _LOOKED_AT)).astype(int)]
    spread = np.quantile(found.along(some), np.linspace(0.0, 1.0, _SPREAD + 1))
    return replace(found, spread=tuple(spread.round(3).tolist()))


def _cells(lab: Lab, spots: Float) -> tuple[Float, Float, Float]:
    """The number of pixels, mean place and mean colour of the grid's cells that hold enough of them."""
    side = max(float(np.ptp(spots, axis=0).max()) / _CELLS_ACROSS, 1e-6)
    return in_cells(lab, spots, side, _FEWEST_PIXELS)


def _spot(place: Float) -> Spot:
    return float(round(place[0], 2)), float(round(place[1], 2))
