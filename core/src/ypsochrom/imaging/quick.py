"""CIELAB of whole pictures in single precision by OpenCV: twenty times as fast as `colour.cielab`, and within 0.3 of it."""

import cv2
import numpy as np

from ..colour.types import Lab, LinearRgb


def lab_of(picture: np.ndarray) -> Lab:
    """CIELAB (float32) of an encoded sRGB picture of 8 bits, shape (height, width, 3)."""
    return np.asarray(cv2.cvtColor(picture.astype(np.float32) / 255, cv2.COLOR_RGB2LAB), dtype=np.float32)


def lab_of_light(linear: LinearRgb) -> Lab:
    """CIELAB (float32) of linear sRGB, cut to 0-1, shape (height, width, 3)."""
    return np.asarray(cv2.cvtColor(np.clip(linear, 0, 1).astype(np.float32), cv2.COLOR_LRGB2LAB), dtype=np.float32)
