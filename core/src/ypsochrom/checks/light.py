"""The light that a photo was taken in, divided out: its fall over the panel, its colour and its strength.

1. The fall is read within areas: whatever an area was painted with, it was painted with it all over. So the plan's and the
   photo's light are compared cell by cell, every area against itself, and a quadratic surface is laid through the logarithms.
2. Colour and strength are those of a grey card, of the printed card, of piles whose mixes are known, or of the areas: most
   are as planned, and those that are not are left out by Tukey's weights (beaton1974).
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy import ndimage

from ..colour import cielab, srgb
from ..colour.munsell import luminance_to_value, value_to_luminance
from ..colour.types import Float, LabTriple, LinearRgb, Mask, Srgb8
from ..imaging.bowl import bowl
from ..imaging.robust import TUKEY, scatter, tukey
from ..kit.errors import BadPicture
from ..mixes.grey_card import light_at
from .panel import Panel

By = Literal["grey card", "printed card", "piles", "areas"]
"""What a photo's colours were read against."""

_CELL_MM = 18.0
_LEAST_CELL = 0.25
_DARKEST = 0.004
_FALL_SCALE, _GAIN_SCALE, _EVEN = 0.08, 0.10, 0.03
_STIFF = 0.6
"""How much evidence a bent light needs against an even one."""

_CARD_SIGMA, _PILES_SIGMA, _AREAS_SIGMA, _LEAST_SIGMA = 0.04, 0.10, 0.045, 0.035
"""Natural logarithm of the light: how far each reference may be off as a whole. Prototype figures; that of the areas by what they
were off in 72 photos of three plans, of which 19 in 20 now lie within one and a half of what is said."""

_STRICTER = 0.6
"""Areas that are wrong are not rare: they are left out sooner than single cells."""

_AREA_COUNTS = 0.25
"""What an area says of the light counts with this power of its surface: a large one is painted wrong as easily as a small one."""

_BURNT, _BLACK, _PATCH_SHARE = 0.98, 0.004, 0.012
_COLOURED = 1.2
"""Natural logarithm of the strongest to the weakest channel of the light; beyond it the colours cannot be told."""


@dataclass(frozen=True)
class Light:
    """The light on a panel: its logarithm is `strength` (one a channel) and a surface `fall` over the panel's shares.

    `sigma` is how far the whole may be off and `rough` how far single places are (natural logarithms).
    """

    strength: tuple[float, float, float]
    fall: tuple[float, ...]
    by: By
    sigma: float
    rough: float

    def over(self, shape: tuple[int, int]) -> LinearRgb:
        """The light on every pixel of a panel, shape (height, width, 3)."""
        high, wide = shape
        x, y = np.meshgrid((np.arange(wide) + 0.5) / wide, (np.arange(high) + 0.5) / high)
        fall = (_terms(x, y) @ np.array(self.fall)).astype(np.float32)
        return np.asarray(np.exp(fall[..., None] + np.array(self.strength, dtype=np.float32)))

    @property
    def cast(self) -> float:
        """How coloured it is: natural logarithm of its strongest to its weakest channel."""
        return max(self.strength) - min(self.strength)

    def value_sigma(self, value: float) -> float:
        """How far off a value (Munsell) read in this light may be."""
        luminance = float(value_to_luminance(np.array(value)))
        either = luminance_to_value(np.clip(np.array([luminance * np.exp(s * self.sigma) for s in (-1, 1)]), 0, 1.2))
        return float(abs(either[1] - either[0]) / 2)


def _terms(x: Float, y: Float) -> Float:
    """The surface's terms without its constant, about the middle; x and y are shares of the panel from 0 to 1."""
    return bowl(x - 0.5, y - 0.5)[..., 1:]


@dataclass(frozen=True, eq=False)
class _Cells:
    """Pieces of areas: which (n,), where (n, 2; shares), the photo against the plan in logarithms (n, 3), weight (n,)."""

    area: np.ndarray
    at: Float
    ratio: Float
    weight: Float


@dataclass(frozen=True)
class KnownPatch:
    """A place in the photo (x, y as shares) whose colour is known (CIELAB): a grey card's, a pile's."""

    at: tuple[float, float]
    lab: LabTriple


def light_of(
    flat: LinearRgb,
    planned: LinearRgb,
    labels: np.ndarray,
    good: Mask,
    mm_per_px: float,
    *,
    photo: Srgb8,
    panel: Panel,
    known: Sequence[KnownPatch] = (),
    by: By = "areas",
) -> Light:
    """The light of a photo whose panel is `flat`; only pixels that are `good` count.

    `known` are places of known colour in the photo. `BadPicture` where they are burnt out or black, or the light is so strongly
    coloured that the colours cannot be told.
    """
    cells = _cells(flat, planned, labels, good, mm_per_px)
    if len(cells.area) == 0:
        raise BadPicture("Hardly anything of the panel can be read in this photo.", "Photograph it with more light.")
    fall, rough = _fall(cells)
    evened = cells.ratio - (_terms(*cells.at.T) @ fall)[:, None]
    if known:
        strength = _of_known(photo, panel, known, fall)
        sigma = _CARD_SIGMA if by in ("grey card", "printed card") else _PILES_SIGMA
    else:
        strength, by = _of_areas(cells.area, evened, cells.weight), "areas"
        sigma = float(np.hypot(_AREAS_SIGMA / np.sqrt(max(1, len(np.unique(cells.area)) / 8)), _LEAST_SIGMA))
    if float(strength.max() - strength.min()) > _COLOURED:
        raise BadPicture(
            "The light in this photo is so strongly coloured that the painting's colours cannot be told.",
            "Photograph it in daylight without direct sun, or under a daylight lamp.",
        )
    red, green, blue = (float(one) for one in strength)
    return Light((red, green, blue), tuple(float(one) for one in fall), by, sigma, rough)


def _cells(flat: LinearRgb, planned: LinearRgb, labels: np.ndarray, good: Mask, mm_per_px: float) -> _Cells:
    high, wide = labels.shape
    side = max(4, round(_CELL_MM / mm_per_px))
    row, column = np.arange(high) // side, np.arange(wide) // side
    across = int(column[-1]) + 1
    cell = (labels.astype(np.int64) * (int(row[-1]) + 1) + row[:, None]) * across + column[None]
    used = good & (flat.min(axis=-1) > _DARKEST / 4) & (planned.min(axis=-1) > _DARKEST / 4)
    _, number = np.unique(cell[used], return_inverse=True)
    count = np.bincount(number)
    if not len(count):
        return _Cells(np.zeros(0, dtype=int), np.zeros((0, 2)), np.zeros((0, 3)), np.zeros(0))

    def mean(values: Float) -> Float:
        return np.asarray(np.bincount(number, weights=values) / count)

    y, x = np.nonzero(used)
    light = np.stack([mean(flat[..., k][used]) for k in range(3)], axis=-1)
    meant = np.stack([mean(planned[..., k][used]) for k in range(3)], axis=-1)
    area = np.rint(mean(labels[used].astype(float))).astype(int)
    kept = count >= _LEAST_CELL * side * side
    ratio = np.log(np.maximum(light, _DARKEST / 4)) - np.log(np.maximum(meant, _DARKEST / 4))
    weight = np.sqrt(count / side**2) * np.clip(meant.mean(axis=-1) / 0.05, 0.1, 1.0)
    at = np.stack([(mean(x.astype(float)) + 0.5) / wide, (mean(y.astype(float)) + 0.5) / high], axis=-1)
    return _Cells(area[kept], at[kept], ratio[kept], weight[kept])


def _fall(cells: _Cells) -> tuple[Float, float]:
    """The surface (5,) by which the light falls off, and how far single cells lie off it."""
    terms = _terms(*cells.at.T)
    seen = cells.ratio.mean(axis=-1)
    weight: Float = cells.weight * _evenness(cells, seen)
    fall: Float = np.zeros(terms.shape[1])
    rough = _FALL_SCALE
    stiff = np.diag(np.array([0.1, 0.1, 1.0, 1.0, 1.0]) * _STIFF)
    for _ in range(12):
        own, there = _against_own(terms, cells.area, weight), _against_own(seen[:, None], cells.area, weight)[:, 0]
        fall = np.linalg.solve(own.T @ (weight[:, None] * own) + stiff * 0.1, own.T @ (weight * there))
        miss = there - own @ fall
        rough = max(0.01, scatter(miss))
        weight = cells.weight * tukey(miss / (TUKEY * max(rough, _EVEN)))
        if not weight.any():
            return np.zeros(terms.shape[1]), rough
    return fall, rough


def _evenness(cells: _Cells, seen: Float) -> Float:
    """Less for cells of areas that are not of one kind: there the light is not what makes most of the difference."""
    off = np.abs(_against_own(seen[:, None], cells.area, cells.weight)[:, 0])
    index = np.arange(int(cells.area.max()) + 1)
    spread: Float = np.maximum(np.asarray(ndimage.median(off, cells.area, index)), _EVEN)
    return np.asarray(_EVEN / spread[cells.area])


def _against_own(values: Float, area: np.ndarray, weight: Float) -> Float:
    """Every cell's values (n, k) against the mean of its area."""
    index = np.arange(int(area.max()) + 1)
    total: Float = np.maximum(np.asarray(ndimage.sum_labels(weight, area, index)), 1e-9)
    means = np.stack([np.asarray(ndimage.sum_labels(weight * one, area, index)) / total for one in values.T], axis=-1)
    return np.asarray(values - means[area])


def _of_areas(area: np.ndarray, evened: Float, weight: Float) -> Float:
    """Strength and colour (3,) that most of the painting agrees on."""
    ids = np.unique(area)
    each = np.stack(
        [np.average(evened[area == one], axis=0, weights=np.maximum(weight[area == one], 1e-9)) for one in ids]
    )
    size = np.array([weight[area == one].sum() for one in ids]) ** _AREA_COUNTS
    middle = np.array([_weighted_median(each[:, k], size) for k in range(3)])
    for _ in range(20):
        off = each.mean(axis=-1) - middle.mean()
        turned = np.linalg.norm(each - middle - off[:, None], axis=-1)
        scale = max(_GAIN_SCALE / 2, min(_GAIN_SCALE, scatter(off)))
        kept = size * tukey(np.hypot(off, turned) / (_STRICTER * TUKEY * scale))
        if not kept.any():
            break
        middle = np.average(each, axis=0, weights=kept)
    return np.asarray(middle)


def _weighted_median(values: Float, weight: Float) -> float:
    order = np.argsort(values)
    total = np.cumsum(weight[order])
    return float(values[order][int(np.searchsorted(total, total[-1] / 2))])


def _of_known(photo: Srgb8, panel: Panel, known: Sequence[KnownPatch], fall: Float) -> Float:
    """Strength and colour (3,) by places of known colour, which stand in the light as it falls on towards them."""
    size = (photo.shape[1], photo.shape[0])
    found = []
    for one in known:
        if not all(0 <= share <= 1 for share in one.at):
            raise BadPicture("What the colours are to be read against lies outside the photo.", "Tap it in the photo.")
        seen = light_at(photo, one.at, _PATCH_SHARE)
        if seen.max() > _BURNT or seen.min() < _BLACK:
            raise BadPicture(
                "What the colours were to be read against is burnt out or black in this photo.",
                "Photograph it with less or more light, or tap the card's middle again.",
            )
        there = panel.from_photo(np.array(one.at) * np.array(size), size)
        near = np.clip(there, -0.25, 1.25)
        meant = np.maximum(srgb.xyz_to_linear(cielab.lab_to_xyz(np.array(one.lab))), _DARKEST)
        found.append(np.log(seen) - np.log(meant) - float(_terms(near[0], near[1]) @ fall))
    return np.median(np.array(found), axis=0)
