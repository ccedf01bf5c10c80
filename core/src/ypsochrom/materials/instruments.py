"""Instruments behind the interface a real driver would have, and small simulated stand-ins for them.

A colorimeter, a scale, a climate sensor and a camera. The stand-ins are seeded, so that the same seed reads the same; what
they look at is a simulated bench (`SimulatedTubes`) whose paints differ from the catalogue as a painter's own tubes do.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Protocol

import cv2
import numpy as np

from ..colour import spectra, srgb
from ..colour.types import LinearRgb, Reflectance, Srgb8
from ..paint import appearance, directed, films, surface
from ..paint.calibration import SWATCH_FILM_UM, WHITE_PARTS, SwatchKind
from ..paint.catalogue import Paint, Paintbox


class Colorimeter(Protocol):
    """Reads the colour of a patch."""

    def read(self, patch: Reflectance) -> tuple[float, float, float]:
        """CIELAB (D65, 2 degrees) of the patch on the instrument."""


class Scale(Protocol):
    """Weighs a pile."""

    def weigh(self, mass_g: float) -> float:
        """Grams as displayed."""


class ClimateSensor(Protocol):
    """Tells temperature and humidity of the room."""

    def read(self, minutes: float) -> tuple[float, float]:
        """Temperature in C and relative humidity in % at a time (minutes since it was switched on)."""


@dataclass
class SimulatedColorimeter:
    """Reads with noise, and with a drift that grows with every reading since it was last set to white."""

    seed: int
    noise_lab: float = 0.3
    drift_lab: float = 0.02
    _read: int = field(default=0, init=False)

    def read(self, patch: Reflectance) -> tuple[float, float, float]:
        """The next reading; the order of readings matters, as with a real instrument that warms up."""
        rng = np.random.default_rng([self.seed, self._read])
        lab = spectra.reflectance_to_lab(np.asarray(patch, dtype=float)) + rng.normal(0, self.noise_lab, 3)
        lab[0] += self.drift_lab * self._read
        self._read += 1
        return float(np.clip(lab[0], 0, 100)), float(lab[1]), float(lab[2])

    def set_white(self) -> None:
        """Put the instrument on its white tile: the drift begins anew."""
        self._read = 0


@dataclass(frozen=True)
class SimulatedScale:
    """Displays grams in steps of its resolution, with a little noise."""

    seed: int
    resolution_g: float = 0.01
    noise_g: float = 0.01

    def weigh(self, mass_g: float) -> float:
        """Grams as displayed, never below 0."""
        noise = np.random.default_rng([self.seed, round(mass_g * 1e4)]).normal(0, self.noise_g)
        shown = max(0.0, round((mass_g + noise) / self.resolution_g) * self.resolution_g)
        return round(shown, max(0, -math.floor(math.log10(self.resolution_g))))


@dataclass(frozen=True)
class SimulatedClimate:
    """A room that warms up through the day and drifts slowly; humidity falls as it warms. The same seed reads the same."""

    seed: int
    temperature_c: float = 20.0
    humidity_pct: float = 50.0
    swing_c: float = 1.5
    drift_c: float = 0.6
    noise_c: float = 0.05

    def read(self, minutes: float) -> tuple[float, float]:
        """Displayed to a tenth of a degree and a whole per cent; within 5-35 C and 5-95 %."""
        rng = np.random.default_rng(self.seed)
        periods, phases = rng.uniform(90, 400, 3), rng.uniform(0, 2 * math.pi, 3)
        day = self.swing_c * math.sin(2 * math.pi * minutes / 1440)
        drift = self.drift_c * float(np.mean(np.sin(2 * math.pi * minutes / periods + phases)))
        noise = np.random.default_rng([self.seed, round(minutes * 60)]).normal(0, self.noise_c, 2)
        warmer = day + drift
        temperature = float(np.clip(self.temperature_c + warmer + noise[0], 5, 35))
        humidity = float(np.clip(self.humidity_pct - 2.5 * warmer + 10 * noise[1], 5, 95))
        return round(temperature, 1), float(round(humidity))


@dataclass(frozen=True)
class SimulatedTubes:
    """A bench whose tubes differ from the catalogue by up to so much in strength and band position."""

    seed: int
    strength: float = 0.3
    shift_nm: float = 3.0

    def truth(self, paint: Paint) -> Paint:
        """The paint that is really in the tube; white keeps its own, so that tints can be told apart."""
        if paint.is_white:
            return paint
        rng = np.random.default_rng([self.seed, *paint.key.encode()])
        at = spectra.WAVELENGTHS_NM.astype(float)
        moved = np.interp(at - self.shift_nm * rng.uniform(-1, 1), at, paint.absorption)
        scatter = np.exp(rng.normal(0, self.strength / 3))
        return replace(
            paint,
            absorption=moved * np.exp(self.strength * rng.uniform(-1, 1)),
            scattering=paint.scattering * scatter,
        )

    def swatch(self, paint: Paint, white: Paint, kind: SwatchKind, film_um: float = SWATCH_FILM_UM) -> Reflectance:
        """Measured reflectance of one dry swatch of the card."""
        ours, theirs = self.truth(paint), self.truth(white)
        share = 1 / (1 + WHITE_PARTS[kind])
        k = share * ours.absorption + (1 - share) * theirs.absorption
        s = share * ours.scattering + (1 - share) * theirs.scattering
        ground = surface.internal(np.full(36, 0.04 if kind == "on black" else 0.85), surface.dry("matt"))
        film = films.laid(*directed.in_films(k, s), film_um, ground)
        return surface.seen(film, surface.dry("satin"))

    def dose(self, volume_ml: float, what: str, *, slip: float = 0.1) -> float:
        """What a hand really lays of a dose, in ml; `what` says which dose it is."""
        rng = np.random.default_rng([self.seed, *what.encode()])
        return volume_ml * float(np.exp(rng.normal(0, slip)))

    def pile(self, parts: Mapping[str, float], box: Paintbox, *, slip: float = 0.1, wet: bool = False) -> Reflectance:
        """Measured reflectance of a pile mixed by hand, wet or dry: every part is off by a share of about `slip`."""
        ours = Paintbox.of(self.truth(paint) for paint in box.only(parts).paints)
        rng = np.random.default_rng([self.seed, *"".join(sorted(parts)).encode()])
        amounts = appearance.parts_vector(parts, ours) * np.exp(rng.normal(0, slip, len(ours)))
        if wet:
            return appearance.wet_reflectance_of(*appearance.coefficients(amounts, ours))
        return appearance.dry_reflectance(amounts, ours)


@dataclass(frozen=True)
class SimulatedCamera:
    """Photographs a flat picture from a hand's position, in light of a colour and a slope, with noise and soft focus."""

    seed: int
    turn_deg: float = 4.0
    tilt: float = 0.06
    cast: tuple[float, float, float] = (1.0, 0.97, 0.92)
    slope: float = 0.25
    noise: float = 0.006
    blur_px: float = 0.8
    exposure: float = 0.92

    def photograph(self, scene: LinearRgb, width: int = 1600) -> Srgb8:
        """The photo, 8-bit sRGB, 4:3; the scene fills about four fifths of it."""
        rng = np.random.default_rng(self.seed)
        height = round(width * 3 / 4)
        scene_height, scene_width = scene.shape[:2]
        scale = 0.82 * min(width / scene_width, height / scene_height)
        square = np.array([[0, 0], [scene_width, 0], [scene_width, scene_height], [0, scene_height]], dtype=np.float64)
        middle = (square - square.mean(axis=0)) * scale
        angle = math.radians(self.turn_deg)
        turned = middle @ np.array([[math.cos(angle), math.sin(angle)], [-math.sin(angle), math.cos(angle)]])
        tilted = turned * (1 + self.tilt * turned[:, 1:] / height) + np.array([width / 2, height / 2])
        to_photo = cv2.getPerspectiveTransform(square.astype(np.float32), tilted.astype(np.float32))
        table = (0.18, 0.17, 0.16, 0.0)
        seen = np.asarray(
            cv2.warpPerspective(
                scene.astype(np.float32), to_photo, (width, height), flags=cv2.INTER_AREA,
                borderMode=cv2.BORDER_CONSTANT, borderValue=table,
            )
        )  # fmt: skip
        across = np.linspace(1 - self.slope / 2, 1 + self.slope / 2, width, dtype=np.float32)[None, :, None]
        lit = seen * across * np.array(self.cast, dtype=np.float32) * self.exposure
        soft = np.asarray(cv2.GaussianBlur(lit, (0, 0), self.blur_px)) if self.blur_px > 0 else lit
        noisy = soft + rng.normal(0, self.noise, soft.shape) * np.sqrt(np.maximum(soft, 0.01))
        return srgb.encode_picture(np.clip(noisy, 0, 1).astype(np.float32))
