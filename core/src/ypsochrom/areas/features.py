"""What tells one painted thing from the next: colour, colour relative to its light, and edges."""

import cv2
import numpy as np

from ..colour.types import Float, Lab

LIGHT_OFFSET = 12.0
"""Chroma over (L* + this) stays nearly the same when a thing passes from light into shadow."""

WEIGHTS = np.array([0.5, 0.3, 0.3, 1.5, 1.5], dtype=np.float32)
"""Weights of L*, a*, b* and the two relative chromas; found by search on the demo scenes and their crops."""

_RELATIVE_SCALE = 60.0
_FINE_PX, _BROAD_PX = 1.2, 4.0
_SMOOTHING_PX, _SMOOTHING_LAB, _SMOOTHING_SIGMA_PX = 9, 12.0, 4.0


def smooth(lab: Lab) -> Lab:
    """The picture without its texture, edges kept (bilateral filter, tomasi_manduchi1998)."""
    whole = np.ascontiguousarray(lab, dtype=np.float32)
    return np.asarray(cv2.bilateralFilter(whole, _SMOOTHING_PX, _SMOOTHING_LAB, _SMOOTHING_SIGMA_PX))


def features(lab: Lab) -> Float:
    """Weighted features of every pixel, shape (height, width, 5), float32."""
    lightness, a, b = lab[..., 0], lab[..., 1], lab[..., 2]
    relative = _RELATIVE_SCALE / (np.maximum(lightness, 0) + LIGHT_OFFSET)
    return np.stack([lightness, a, b, relative * a, relative * b], axis=-1).astype(np.float32) * WEIGHTS


def _gradient(picture: Float, sigma_px: float) -> Float:
    blurred = cv2.GaussianBlur(picture, (0, 0), sigma_px)
    across, down = cv2.Sobel(blurred, cv2.CV_32F, 1, 0) / 8, cv2.Sobel(blurred, cv2.CV_32F, 0, 1) / 8
    return np.sqrt((across**2 + down**2).sum(axis=-1))


def edges(lab: Lab) -> tuple[Float, Float]:
    """Edge strength of every pixel: at the fine scale, and where the fine edge is also one at the broad scale."""
    lightness, a, b = lab[..., 0], lab[..., 1], lab[..., 2]
    relative = 0.6 * _RELATIVE_SCALE / (np.maximum(lightness, 0) + LIGHT_OFFSET)
    seen = np.stack([lightness, 0.7 * a, 0.7 * b, relative * a, relative * b], axis=-1).astype(np.float32)
    fine = _gradient(seen, _FINE_PX)
    broad = _gradient(seen, _BROAD_PX) * (_BROAD_PX / _FINE_PX)
    return fine, np.sqrt(fine * broad)
