"""A simulated camera in front of an easel: a photo of a panel as a hand takes it, and where the panel really lies in it."""

import math
from dataclasses import dataclass, field
from typing import Literal

import cv2
import numpy as np

from ..colour import srgb
from ..colour.types import Float, LinearRgb
from ..imaging.lens import bent
from .swatch_card import GREY_CARD_REFLECTANCE

Cover = Literal["none", "clip", "hand", "easel"]
"""What covers part of the panel's rim."""

_CLIP, _HAND, _WOOD = (0.02, 0.02, 0.022), (0.45, 0.26, 0.18), (0.36, 0.22, 0.11)


@dataclass(frozen=True, eq=False)
class EaselPhoto:
    """A photo as JPEG, the panel's corners in it (4, 2) as shares from the upper left clockwise, and the grey card's middle."""

    jpeg: bytes = field(repr=False)
    corners: Float
    grey: tuple[float, float]


@dataclass(frozen=True)
class EaselCamera:
    """Where the camera stands and what it sees; everything that is not given is drawn from the seed.

    `tilt` is how strong the perspective may be, `turn_deg` how far the horizon, `lens` the radial term (shares of the half
    diagonal, below 0 a barrel), `cast` the light's colour, `slope` how much it falls off over the photo (natural logarithm),
    `noise` its grain at white, `glare` how much light a reflex adds at its middle (linear, 0 none), `quality` of the JPEG.
    """

    seed: int
    width: int = 1600
    tilt: float = 0.08
    turn_deg: float = 4.0
    lens: float = -0.02
    cast: tuple[float, float, float] = (1.0, 0.96, 0.88)
    slope: float = 0.3
    noise: float = 0.006
    blur_px: float = 0.7
    glare: float = 0.0
    quality: int = 88
    surround: tuple[float, float, float] = (0.30, 0.29, 0.27)
    cover: Cover = "none"
    exposure: float = 0.85

    def photograph(self, painting: LinearRgb) -> EaselPhoto:
        """The photo, 4:3, of a painting (linear sRGB) that fills about three quarters of it, a grey card below it."""
        rng = np.random.default_rng(self.seed)
        height = round(self.width * 3 / 4)
        tall, wide = painting.shape[:2]
        corners = self._corners(rng, wide / tall, height)
        square = np.array([[0, 0], [wide, 0], [wide, tall], [0, tall]], dtype=np.float64)
        to_panel = cv2.getPerspectiveTransform(corners.astype(np.float32), square.astype(np.float32))
        x, y = np.meshgrid(np.arange(self.width) + 0.5, np.arange(height) + 0.5)
        straight = bent(np.stack([x, y], axis=-1), self.lens, (self.width, height), back=True)
        at: Float = np.asarray(cv2.perspectiveTransform(straight.reshape(1, -1, 2), to_panel), dtype=float)
        at = at.reshape(height, self.width, 2)
        scene = self._scene(painting.astype(np.float32), at.astype(np.float32) - np.float32(0.5), rng)
        self._cover(scene, at, (wide, tall))
        grey = self._laid_card(scene, corners, straight)
        seen: Float = scene * self._light(rng, x / self.width - 0.5, y / height - 0.5)
        if self.glare > 0:
            seen = seen + self._reflex(rng, at, (wide, tall))
        soft: Float = np.asarray(cv2.GaussianBlur(seen.astype(np.float32), (0, 0), self.blur_px), dtype=np.float32)
        soft = soft + rng.normal(0, self.noise, soft.shape).astype(np.float32) * np.sqrt(np.maximum(soft, 0.01))
        done, content = cv2.imencode(
            ".jpg",
            cv2.cvtColor(srgb.encode_picture(np.clip(soft, 0, 1)), cv2.COLOR_RGB2BGR),
            [cv2.IMWRITE_JPEG_QUALITY, self.quality],
        )
        assert done
        size = np.array([self.width, height])
        seen_corners = bent(corners, self.lens, (self.width, height)) / size
        at_grey = bent(grey[None], self.lens, (self.width, height))[0] / size
        return EaselPhoto(content.tobytes(), seen_corners, (float(at_grey[0]), float(at_grey[1])))

    def _corners(self, rng: np.random.Generator, aspect: float, height: int) -> Float:
        """The panel's corners in px of the photo as a lens without distortion would see them."""
        fit = min(self.width * 0.76, height * 0.76 * aspect)
        half = np.array([fit / 2, fit / aspect / 2])
        square = np.array([[-1, -1], [1, -1], [1, 1], [-1, 1]]) * half
        angle = math.radians(rng.uniform(-self.turn_deg, self.turn_deg))
        turned = square @ np.array([[math.cos(angle), math.sin(angle)], [-math.sin(angle), math.cos(angle)]])
        lean = rng.uniform(-self.tilt, self.tilt, 2)
        depth = 1 + turned @ lean[:, None] / (self.width / 2)
        shift = rng.uniform(-0.03, 0.03, 2) * height + np.array([0, -0.02 * height])
        return np.asarray(turned / depth + np.array([self.width / 2, height / 2]) + shift)

    def _scene(self, painting: LinearRgb, at: Float, rng: np.random.Generator) -> LinearRgb:
        """What stands before the camera: the painting, and a plain wall with a little grain around it."""
        tall, wide = painting.shape[:2]
        panel = cv2.remap(painting, at[..., 0], at[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
        inside = cv2.remap(
            np.ones((tall, wide), dtype=np.float32), at[..., 0], at[..., 1], cv2.INTER_LINEAR, borderValue=0.0
        )[..., None]
        grain = np.asarray(cv2.GaussianBlur(rng.normal(0, 1, inside.shape[:2]).astype(np.float32), (0, 0), 6.0)) * 0.1
        wall = np.array(self.surround, dtype=np.float32) * (1 + grain[..., None])
        return np.asarray(inside * panel + (1 - inside) * wall, dtype=np.float32)

    def _laid_card(self, scene: LinearRgb, corners: Float, straight: Float) -> Float:
        """Lay a grey card below the panel; its middle in px."""
        lower = corners[2:].mean(axis=0)
        height = scene.shape[0]
        side = 0.045 * height
        middle = np.array([lower[0], min(height * 0.985 - side, corners[2:, 1].max() + 0.02 * height + side)])
        scene[(np.abs(straight - middle) < side).all(axis=-1)] = GREY_CARD_REFLECTANCE
        return middle

    def _cover(self, scene: LinearRgb, at: Float, size: tuple[int, int]) -> None:
        """Something lies over the panel's rim."""
        u, v = at[..., 0] / size[0], at[..., 1] / size[1]
        match self.cover:
            case "clip":
                scene[(np.abs(u - 0.4) < 0.03) & (np.abs(v) < 0.05)] = _CLIP
            case "hand":
                scene[((u - 1.02) / 0.08) ** 2 + ((v - 0.7) / 0.13) ** 2 < 1] = _HAND
            case "easel":
                scene[(np.abs(u - 0.52) < 0.05) & ((v < 0.015) | (v > 0.985))] = _WOOD

    def _light(self, rng: np.random.Generator, x: Float, y: Float) -> Float:
        """The light's strength and colour at every pixel: it falls off to one side, and a lens darkens its corners."""
        angle = rng.uniform(0, 2 * math.pi)
        slope = self.slope * (math.cos(angle) * x + math.sin(angle) * y)
        return np.asarray(
            np.exp(slope - 0.12 * (x * x + y * y))[..., None] * np.array(self.cast) * self.exposure, dtype=np.float32
        )

    def _reflex(self, rng: np.random.Generator, at: Float, size: tuple[int, int]) -> Float:
        """Light that the surface mirrors, over about a tenth of the panel."""
        middle = rng.uniform(0.2, 0.8, 2) * np.array(size)
        off = (at - middle) / (np.array([0.13, 0.10]) * size[0])
        return np.asarray(self.glare * np.exp(-((off * off).sum(axis=-1)) * 2)[..., None], dtype=np.float32)
