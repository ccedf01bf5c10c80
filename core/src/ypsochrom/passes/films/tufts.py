"""How tufts and reflections look in the stages: their parts run into each other in strokes along their way."""

import cv2
import numpy as np

from ...areas.area import AreaMap
from ...areas.strokes import angle_field
from ...colour.types import Float
from ..scene import Layout

_LONG_MM, _WIDE_MM, _REACH_MM = 9.0, 1.2, 5.0
"""A tuft's length and width, and how far it is drawn out of the part that it belongs to. From memory."""

_DOWN_DEG = 90.0
_WAYS = 12
_SEED = 1


def in_tufts(area_map: AreaMap, layout: Layout, mm_per_px: float) -> np.ndarray:
    """The families (height, width) of an area map, those of what grows or mirrors drawn out into their neighbours.

    Every pixel takes the family of a place along its way, as far off as its tuft reaches; the same picture gives the same tufts.
    """
    index = {area.id: area.index for area in layout.areas}
    found = area_map.families
    height, width = area_map.labels.shape
    ways = {
        area: angle_field(layout.flows[area], width, height, mm_per_px)
        for area in layout.growths
        if area in layout.flows
    }
    ways |= {area: np.full((height, width), _DOWN_DEG, dtype=np.float32) for area in layout.mirrors}
    for area_id, angle in ways.items():
        mask = area_map.labels == index[area_id]
        reach = _reaches(angle, mm_per_px) * (_REACH_MM / mm_per_px)
        rows, columns = np.nonzero(mask)
        way = np.radians(angle[mask])
        x = np.clip(np.rint(columns + reach[mask] * np.cos(way)).astype(int), 0, width - 1)
        y = np.clip(np.rint(rows + reach[mask] * np.sin(way)).astype(int), 0, height - 1)
        if found is area_map.families:
            found = found.copy()
        inside = mask[y, x]
        found[rows[inside], columns[inside]] = area_map.families[y[inside], x[inside]]
    return found


def _reaches(angle: Float, mm_per_px: float) -> Float:
    """Noise of about -1 to 1 that is even along every pixel's way and changes across it."""
    noise = np.random.default_rng(_SEED).normal(size=angle.shape).astype(np.float32)
    nearest = np.rint(angle / 180.0 * _WAYS).astype(int) % _WAYS
    found = np.zeros(angle.shape, dtype=np.float32)
    for number in np.unique(nearest).tolist():
        drawn = cv2.filter2D(noise, cv2.CV_32F, _stroke(180.0 * number / _WAYS, mm_per_px))
        at = nearest == number
        found[at] = drawn[at] / max(float(drawn.std()), 1e-6)
    return np.asarray(np.clip(found / 2, -1.0, 1.0))


def _stroke(angle_deg: float, mm_per_px: float) -> Float:
    """The weight of a stroke that lies so: long along its way, narrow across it."""
    long, wide = max(1.0, _LONG_MM / mm_per_px / 4), max(0.5, _WIDE_MM / mm_per_px / 4)
    half = int(np.ceil(2 * long))
    y, x = np.mgrid[-half : half + 1, -half : half + 1]
    turn = np.radians(angle_deg)
    along, across = x * np.cos(turn) + y * np.sin(turn), y * np.cos(turn) - x * np.sin(turn)
    return np.exp(-(along**2 / (2 * long**2) + across**2 / (2 * wide**2))).astype(np.float32)
