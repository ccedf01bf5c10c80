"""What tells one painted thing from the next: colour, colour relative to its light, and edges."""

from concurrent.futures import ThreadPoolExecutor

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
    relative = _relative(lightness)
    return np.stack([lightness, a, b, relative * a, relative * b], axis=-1).astype(np.float32) * WEIGHTS


CHANNELS = 11
Channels = Float
"""What is seen of every pixel, shape (`CHANNELS`, height, width), float32: L*, a*, b*, two relative chromas, fine and coarse
texture, the direction of hue in two, and the place down and across in twentieths of the height."""

_FINE_TEXTURE, _COARSE_TEXTURE = (0.6, 2.0, 5.0), (2.0, 6.0, 10.0)
"""Sigmas in px: the detail between the first two, averaged over the third."""

_HUE_CHROMA = 6.0
"""Below about this chroma a hue is hardly one."""


def channels(lab: Lab, calm: Lab) -> Channels:
    """What tells whole things apart once their patches hang together; `calm` is the picture `lab` after `smooth`.

    To colour and relative chroma come two scales of texture against lightness, the direction of hue, and the place in the
    picture: what stands higher lies farther.
    """
    height, width = lab.shape[:2]
    lightness, a, b = calm[..., 0], calm[..., 1], calm[..., 2]
    relative = _relative(lightness)
    hue = 20 / (np.hypot(a, b) + _HUE_CHROMA)
    plain = np.ascontiguousarray(lab[..., 0], dtype=np.float32)
    found = np.empty((CHANNELS, height, width), dtype=np.float32)
    found[:5] = lightness, a, b, relative * a, relative * b
    found[5:7] = [_texture(plain, *sigmas) for sigmas in (_FINE_TEXTURE, _COARSE_TEXTURE)]
    found[7:9] = hue * a, hue * b
    found[9] = np.linspace(0, 20, height)[:, None]
    found[10] = np.linspace(0, 20 * width / height, width)
    return found


def _relative(lightness: Float) -> Float:
    return np.asarray(_RELATIVE_SCALE / (np.maximum(lightness, 0) + LIGHT_OFFSET))


def _texture(lightness: Float, fine_px: float, broad_px: float, over_px: float) -> Float:
    """How strong the detail between two scales is against the lightness, in logarithmic steps."""
    broad = cv2.GaussianBlur(lightness, (0, 0), broad_px)
    detail = cv2.GaussianBlur(lightness, (0, 0), fine_px) - broad
    strength = np.sqrt(cv2.GaussianBlur(detail * detail, (0, 0), over_px))
    return np.log1p(strength * _RELATIVE_SCALE / (np.maximum(broad, 0) + LIGHT_OFFSET)) * 10


def gradient(picture: Float, sigma_px: float) -> Float:
    """How much a picture changes from pixel to pixel once it is blurred, over all its channels."""
    blurred = cv2.GaussianBlur(picture, (0, 0), sigma_px)
    across, down = cv2.Sobel(blurred, cv2.CV_32F, 1, 0) / 8, cv2.Sobel(blurred, cv2.CV_32F, 0, 1) / 8
    channels = sum(cv2.split(across * across + down * down))
    return np.asarray(np.sqrt(channels))


def edges(lab: Lab) -> tuple[Float, Float]:
    """Edge strength of every pixel: at the fine scale, and where the fine edge is also one at the broad scale."""
    lightness, a, b = lab[..., 0], lab[..., 1], lab[..., 2]
    relative = 0.6 * _relative(lightness)
    seen = np.stack([lightness, 0.7 * a, 0.7 * b, relative * a, relative * b], axis=-1).astype(np.float32)
    with ThreadPoolExecutor(1) as aside:
        broad = aside.submit(gradient, seen, _BROAD_PX)
        fine = gradient(seen, _FINE_PX)
    return fine, np.sqrt(fine * broad.result() * (_BROAD_PX / _FINE_PX))
