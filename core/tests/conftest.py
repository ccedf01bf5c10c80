"""Shared by the core's tests: real photographs from packages, a small synthetic picture, the demo's renders."""

import io
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

REPOSITORY = Path(__file__).parents[2]


def png_bytes(pixels: np.ndarray) -> bytes:
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    return out.getvalue()


@pytest.fixture(scope="session")
def kettle_bytes() -> bytes:
    return (REPOSITORY / "demo/pictures/kettle.jpg").read_bytes()


@pytest.fixture(scope="session")
def blocks() -> np.ndarray:
    """240 x 320 sRGB: dark left half, light right half, a red square in the light, soft noise (seeded)."""
    picture = np.zeros((240, 320, 3))
    picture[:, :160] = 60
    picture[:, 160:] = 200
    picture[80:160, 200:280] = (200, 60, 40)
    noise = np.random.default_rng(7).normal(0, 2, picture.shape)
    return np.clip(picture + noise, 0, 255).astype(np.uint8)
