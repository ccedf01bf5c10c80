"""The panel in a photo seen straight on, and where light is mirrored by its surface."""

from dataclasses import dataclass, field

import cv2
import numpy as np
from scipy import ndimage

from ..colour import srgb
from ..colour.types import Float, LinearRgb, Mask, Srgb8
from .panel import Panel

CLIPPED = 252
"""Levels of 8 bits from which a pixel tells nothing of what is there."""

_LEAST_LIFT, _LEAST_SHARE, _REFLEX_LIFT = 0.004, 0.02, 0.07
"""What a reflex adds to all three channels alike (linear, on the painting's own terms): at its rim, that and a share of what is
there; and somewhere within it."""

_ROUNDS = 3
_LEAST_CLEAR = 0.25
"""An area of which less is clear of a reflex has no usual light of its own to be held against."""

_SMOOTHED_MM, _AROUND_MM = 1.5, 4.0


@dataclass(frozen=True, eq=False)
class Flat:
    """The painting as photographed, in the plan's own shape: linear sRGB, and where it was burnt out."""

    linear: LinearRgb = field(repr=False)
    burnt: Mask = field(repr=False)


def flattened(photo: Srgb8, panel: Panel, shape: tuple[int, int]) -> Flat:
    """The panel of a photo seen straight on, `shape` (height, width) in px."""
    high, wide = shape
    u, v = np.meshgrid((np.arange(wide) + 0.5) / wide, (np.arange(high) + 0.5) / high)
    at = panel.to_photo(np.stack([u, v], axis=-1), (photo.shape[1], photo.shape[0])) - 0.5
    x, y = (np.ascontiguousarray(at[..., k], dtype=np.float32) for k in (0, 1))
    fine = max(1.0, float(np.linalg.norm(at[high // 2, -1] - at[high // 2, 0])) / wide)
    smooth = photo if fine < 1.5 else cv2.GaussianBlur(photo, (0, 0), fine / 3)
    seen = cv2.remap(smooth, x, y, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    return Flat(srgb.decode_picture(np.asarray(seen)), np.asarray(seen).max(axis=-1) >= CLIPPED)


def reflexes(lit: LinearRgb, planned: LinearRgb, labels: np.ndarray, burnt: Mask, mm_per_px: float) -> Mask:
    """Where the surface mirrors a light: lighter than its area by the same in all channels, strongly somewhere within.

    `lit` is the painting freed from its light, `planned` what it should be. What is painted lighter all over an area is none;
    what is usual in an area is told from what is clear of reflexes found so far, and so round after round.
    """
    lift = (lit - planned).min(axis=-1)
    found: Mask = np.zeros(labels.shape, dtype=bool)
    for _ in range(_ROUNDS):
        again = found | _lifted(lift - _usual(lift, labels, ~found)[labels], planned, burnt, mm_per_px)
        if (again == found).all():
            break
        found = again
    return found


def _usual(lift: Float, labels: np.ndarray, clear: Mask) -> Float:
    """The middle of every area's lift where it is clear; none where hardly anything of it is."""
    index = np.arange(int(labels.max()) + 1)
    share = np.nan_to_num(np.asarray(ndimage.mean(clear, labels, index)))
    usual = np.nan_to_num(np.asarray(ndimage.median(lift, np.where(clear, labels.astype(np.int32), -1), index)))
    return np.where(share >= _LEAST_CLEAR, usual, 0.0)


def _lifted(lift: Float, planned: LinearRgb, burnt: Mask, mm_per_px: float) -> Mask:
    """Patches that are lighter than usual, and strongly so somewhere within."""
    smooth = cv2.GaussianBlur(lift.astype(np.float32), (0, 0), max(0.8, _SMOOTHED_MM / mm_per_px))
    strong = burnt | (smooth > _REFLEX_LIFT)
    if not strong.any():
        return np.zeros(lift.shape, dtype=bool)
    where, count = ndimage.label((smooth > _LEAST_LIFT + _LEAST_SHARE * planned.max(axis=-1)) | burnt)
    within = ndimage.sum_labels(strong, where, np.arange(1, count + 1))
    least = max(4.0, (1.5 / mm_per_px) ** 2)
    found = np.isin(where, 1 + np.flatnonzero(within >= least))
    reach = max(1, round(_AROUND_MM / mm_per_px))
    return np.asarray(cv2.dilate(found.astype(np.uint8), np.ones((reach, reach), np.uint8)) > 0)


def joined(one: LinearRgb, other: LinearRgb, mirrored: Mask) -> LinearRgb:
    """Two photos from different sides, both freed from their light: the second where the first mirrors."""
    soft: Float = np.asarray(cv2.GaussianBlur(mirrored.astype(np.float32), (0, 0), 2.0), dtype=np.float32)[..., None]
    return np.asarray(one * (1 - soft) + other * soft)
