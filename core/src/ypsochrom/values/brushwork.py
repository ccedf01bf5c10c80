"""The value map as its brushes would lay it: flat strokes along the form, each mass kept to its own edge.

Strokes run along the contours of the values (structure tensor, bigun_granlund1987), and where nothing is drawn out as a hand
slants by itself. What a stroke shows are its bristles and the ridge at its sides, mostly within a fifth of a value step: the
values of the map stay what they are.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from ..colour.types import Float, Grey8, LabelImage, MunsellValue
from ..imaging.resample import fit_within
from ..materials.support import Support
from .passages import Passage, mask_of
from .value_map import brush_px

_LONG, _APART = 3.2, 0.55
"""A stroke's length and the distance from stroke to stroke, in widths of the brush. From memory."""

_NARROWEST_PX = 4.0
"""Strokes of a narrower brush would not be seen: its passage stays flat."""

_SLANT_DEG = 120.0
"""How strokes lie where nothing leads them, from level turning clockwise: a right hand's slant. From memory."""

_STEADY = 0.02
"""How much of that slant is in every place, against the square of the change in value per pixel."""

_BRISTLES, _KINDS = 24, 64
_BRISTLE, _LOAD, _RIDGE = 3.5, 2.0, 6.0
"""How far, in 8-bit greys, bristles, the load of a stroke and the ridge at its sides differ from the step. From memory."""

_SIDE, _BLUR_PX = 0.06, 0.6
_EVERY = 4
_SEED = 1


@dataclass(frozen=True, eq=False)
class _Strokes:
    """Strokes as a table, one row each: where they lie (px), their way (cos, sin), width (px), load and kind of bristles."""

    at: Float
    way: Float
    width: Float
    load: Float
    kind: np.ndarray


def as_laid(
    labels: LabelImage,
    greys: np.ndarray,
    field: MunsellValue,
    support: Support,
    brush_mm: float,
    *,
    passages: Sequence[Passage] = (),
    longest_px: int = 1280,
) -> Grey8:
    """The map (`labels`, its steps shown in these 8-bit greys) laid in strokes, with its longer side at most so many pixels.

    `field` are the values that lead the strokes, `passages` those laid with a finer brush. The same map gives the same strokes;
    0.1 to 0.3 s.
    """
    width, height = fit_within(labels.shape[1], labels.shape[0], longest_px)
    small = np.asarray(cv2.resize(labels, (width, height), interpolation=cv2.INTER_NEAREST), dtype=np.uint8)
    level, slant = _ways(np.asarray(cv2.resize(field, (width, height), interpolation=cv2.INTER_AREA), dtype=np.float32))
    whole = np.ones(small.shape, dtype=bool)
    finer = [(one.brush_mm, mask_of(one, *small.shape)) for one in passages if one.brush_mm < brush_mm]
    tone = np.zeros(small.shape, dtype=np.float32)
    for number, (mm, mask) in enumerate([(brush_mm, whole), *finer]):
        wide = brush_px(mm, support, width)
        tone[mask] = 0
        if wide >= _NARROWEST_PX and mask.any():
            strokes = _strokes(level, slant, mask, wide, _SEED + number)
            _add_tone(tone, strokes, _uppermost(strokes, small, mask))
    shown = np.take(greys.astype(np.float32), small) + cv2.GaussianBlur(tone, (0, 0), _BLUR_PX)
    return np.asarray(np.clip(np.rint(shown), 0, 255), dtype=np.uint8)


def _ways(field: Float) -> tuple[Float, Float]:
    """The double-angle vector of the strokes' way in every pixel."""
    right, down = (cv2.Sobel(field, cv2.CV_32F, *way, scale=1 / 8) for way in ((1, 0), (0, 1)))
    steady = _STEADY**2 * np.exp(2j * np.radians(_SLANT_DEG))
    # turned by a right angle: strokes run across the gradient
    return down**2 - right**2 + np.float32(steady.real), -2 * right * down + np.float32(steady.imag)


def _strokes(level: Float, slant: Float, mask: np.ndarray, wide: float, seed: int) -> _Strokes:
    """Strokes of one brush over its passage, on a shaken lattice, in the order in which they are laid."""
    random = np.random.default_rng(seed)
    height, width = mask.shape
    apart = max(_APART * wide, _NARROWEST_PX)
    x, y = np.meshgrid(np.arange(apart / 2, width, apart), np.arange(apart / 2, height, apart))
    at = np.stack([x.ravel(), y.ravel()], axis=-1) + random.uniform(-0.4, 0.4, (x.size, 2)) * apart
    at = random.permutation(np.clip(at, 0, [width - 1, height - 1]))
    column, row = at.astype(int).T
    at, column, row = at[mask[row, column]], column[mask[row, column]], row[mask[row, column]]
    led = [_around(one, wide / 2)[row // _EVERY, column // _EVERY] for one in (level, slant)]
    angle = np.arctan2(led[1], led[0]) / 2 + random.normal(0, np.radians(5), len(at))
    return _Strokes(
        at=at,
        way=np.stack([np.cos(angle), np.sin(angle)], axis=-1),
        width=wide * random.uniform(0.85, 1.1, len(at)),
        load=random.uniform(-1, 1, len(at)),
        kind=random.integers(0, _KINDS, len(at)),
    )


def _around(field: Float, reach_px: float) -> Float:
    """A field evened out over this reach, at a quarter of its size."""
    size = (-(-field.shape[1] // _EVERY), -(-field.shape[0] // _EVERY))
    small = cv2.resize(field, size, interpolation=cv2.INTER_AREA)
    return np.asarray(cv2.GaussianBlur(small, (0, 0), max(0.5, reach_px / _EVERY)), dtype=np.float32)


def _uppermost(strokes: _Strokes, labels: LabelImage, mask: np.ndarray) -> np.ndarray:
    """The stroke that lies uppermost in every pixel among those that begin in the pixel's own step; -1 where none does."""
    found = np.full(labels.shape, -1, dtype=np.int32)
    along = strokes.way * strokes.width[:, None] * (_LONG / 2)
    across = np.stack([-strokes.way[:, 1], strokes.way[:, 0]], axis=-1) * strokes.width[:, None] / 2
    corners = np.stack([along + across, along - across, -along - across, across - along], axis=1) + strokes.at[:, None]
    corners = np.rint(corners).astype(np.int32)
    column, row = strokes.at.astype(int).T
    of = labels[row, column]
    for step in np.unique(labels[mask]).tolist():
        laid = np.full(labels.shape, -1, dtype=np.int32)
        for number in np.flatnonzero(of == step).tolist():
            cv2.fillConvexPoly(laid, corners[number], number)
        own = (labels == step) & mask
        found[own] = laid[own]
    return found


def _add_tone(tone: Float, strokes: _Strokes, uppermost: np.ndarray) -> None:
    """Write into `tone` by how many greys the strokes differ from their steps."""
    table = np.random.default_rng(_SEED).normal(size=(_KINDS, _BRISTLES)).astype(np.float32)
    table = (table + np.roll(table, 1, axis=1)) / np.sqrt(2)
    row, column = np.nonzero(uppermost >= 0)
    of = uppermost[row, column]
    way, wide = strokes.way[of], strokes.width[of]
    off = np.stack([column, row], axis=-1) - strokes.at[of]
    across = (off[:, 1] * way[:, 0] - off[:, 0] * way[:, 1]) / wide + 0.5
    along = (off[:, 0] * way[:, 0] + off[:, 1] * way[:, 1]) / (wide * _LONG)  # -0.5 where the stroke is set down
    bristle = table[strokes.kind[of], np.clip(across * _BRISTLES, 0, _BRISTLES - 1).astype(int)]
    side = np.clip((np.abs(across - 0.5) - (0.5 - _SIDE)) / _SIDE, 0, 1)
    tone[row, column] = bristle * _BRISTLE * (0.7 + along) + strokes.load[of] * _LOAD - side * _RIDGE * (0.5 + along)
