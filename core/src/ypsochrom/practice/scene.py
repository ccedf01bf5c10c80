"""A picture as material to practise with: its colours at the size of the panel, quiet spots to judge and edges in it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from types import MappingProxyType
from typing import Self

import cv2
import numpy as np

from ..areas.borders import FIRM_FROM_MM, LOST_BELOW_DE00, SOFT_FROM_MM, Softness, passings
from ..colour.cielab import srgb8_to_lab
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, LabelImage, MunsellValue, Srgb8
from ..imaging.resample import fit_within
from ..kit.errors import BadPicture
from ..materials.support import Support

LONGEST_PX = 800
"""Larger pictures are judged no better on a screen."""

_NO_NAMES: Mapping[int, str] = MappingProxyType({})

_SPOT_SHARE = 0.016
_RING = 4.0
_QUIET_STEPS = 0.3
"""A spot whose values spread by more has no one value to name."""

_CROP_MM = 36.0
_CLEAR = 1.2
"""An edge is asked for only when its width is so many times beyond what parts it from its neighbours."""


@dataclass(frozen=True)
class Spot:
    """A quiet spot: where it lies (shares of width and height), its value and colour, and the mean value around it.

    `area` is the number of the painting's area that it lies in (0 where there are none), `called` what that is called.
    """

    at: tuple[float, float]
    value: float
    lab: tuple[float, float, float]
    around: float
    area: int = 0
    called: str = ""


@dataclass(frozen=True)
class Edge:
    """An edge in a crop: the crop (left, top, right, bottom, shares), its side (mm), and how hard the edge is."""

    box: tuple[float, float, float, float]
    softness: Softness
    width_mm: float
    de00: float


@dataclass(frozen=True)
class Scene:
    """A picture (8-bit sRGB), made smaller with its CIELAB and Munsell values, and the panel that it is painted on.

    `areas` says for every pixel of the smaller picture which area of the painting it lies in (all 0 where it has none), `names`
    what the areas are called, by that number.
    """

    pixels: Srgb8 = field(repr=False)
    lab: Lab = field(repr=False)
    values: MunsellValue = field(repr=False)
    support: Support
    areas: LabelImage = field(repr=False)
    names: Mapping[int, str] = field(default_factory=dict)

    @classmethod
    def of(
        cls, pixels: Srgb8, support: Support, areas: LabelImage | None = None, names: Mapping[int, str] = _NO_NAMES
    ) -> Self:
        """The scene of an 8-bit sRGB picture; `areas` are those of the whole picture, at any size, with their names."""
        height, width = pixels.shape[:2]
        size = fit_within(width, height, LONGEST_PX)
        small = cv2.resize(pixels, size, interpolation=cv2.INTER_AREA) if size != (width, height) else pixels
        lab = srgb8_to_lab(np.ascontiguousarray(small))
        if areas is None:
            areas = np.zeros((1, 1), dtype=np.uint8)
        labels = np.asarray(cv2.resize(areas, size, interpolation=cv2.INTER_NEAREST), dtype=np.uint8)
        return cls(pixels, lab, np.asarray(lab_to_value(lab), dtype=np.float32), support, labels, names)

    @property
    def size_px(self) -> tuple[int, int]:
        """Width and height in pixels."""
        return self.lab.shape[1], self.lab.shape[0]

    def apart_mm(self, one: tuple[float, float], other: tuple[float, float]) -> float:
        """How far two places (shares) lie from one another on the panel."""
        return float(
            np.hypot((one[0] - other[0]) * self.support.width_mm, (one[1] - other[1]) * self.support.height_mm)
        )

    @cached_property
    def spots(self) -> tuple[Spot, ...]:
        """Quiet spots all over the picture, in rows; `BadPicture` where there are too few to ask for."""
        width, height = self.size_px
        radius = max(2, round(_SPOT_SHARE * max(width, height)))
        inner, outer = 2 * radius + 1, 2 * round(_RING * radius) + 1
        mean, squares = _mean(self.values, inner), _mean(self.values**2, inner)
        spread = np.sqrt(np.maximum(squares - mean**2, 0))
        wide = _mean(self.values, outer)
        ring = (wide * outer**2 - mean * inner**2) / (outer**2 - inner**2)
        lab = np.stack([_mean(np.ascontiguousarray(self.lab[..., k]), inner) for k in range(3)], axis=-1)
        found = [
            Spot(
                ((x + 0.5) / width, (y + 0.5) / height),
                float(mean[y, x]),
                (float(lab[y, x, 0]), float(lab[y, x, 1]), float(lab[y, x, 2])),
                float(ring[y, x]),
                int(self.areas[y, x]),
                self.names.get(int(self.areas[y, x]), ""),
            )
            for y in range(2 * radius, height - 2 * radius, radius)
            for x in range(2 * radius, width - 2 * radius, radius)
            if spread[y, x] <= _QUIET_STEPS
        ]
        if len(found) < _FEWEST_SPOTS:
            raise BadPicture("This picture has too few quiet places to judge.", "Take another one for this exercise.")
        return tuple(found)

    @cached_property
    def by_area(self) -> tuple[tuple[Spot, ...], ...]:
        """The quiet spots of every area that has any."""
        found: dict[int, list[Spot]] = {}
        for spot in self.spots:
            found.setdefault(spot.area, []).append(spot)
        return tuple(tuple(found[area]) for area in sorted(found))

    def edges(self, random: np.random.Generator, count: int) -> tuple[Edge, ...]:
        """Up to so many edges whose kind is clear, found where the picture changes most and where it nearly does not."""
        width, height = self.size_px
        side = min(_CROP_MM / self.support.width_mm, 1 / 3)
        half = max(4, round(side * width / 2))
        if height <= 2 * half + 2:
            return ()
        soft = cv2.GaussianBlur(self.values, (0, 0), 1.5)
        steep = np.hypot(cv2.Sobel(soft, cv2.CV_32F, 1, 0), cv2.Sobel(soft, cv2.CV_32F, 0, 1))
        inside = np.sqrt(steep[half:-half, half:-half].ravel()) + 1e-6
        found: list[Edge] = []
        places = random.choice(len(inside), min(_TRIED_EDGES, len(inside)), p=inside / inside.sum(), replace=False)
        for place in places:
            y, x = divmod(int(place), width - 2 * half)
            edge = self._edge(x / width, y / height, side)
            if edge is not None:
                found.append(edge)
            if len(found) == count:
                break
        return tuple(found)

    def _edge(self, left_share: float, top_share: float, share: float) -> Edge | None:
        """The one edge that runs through a square crop of the whole picture, None where there is none, or no clear one."""
        height, width = self.pixels.shape[:2]
        left, top, side = round(left_share * width), round(top_share * height), round(share * width)
        mm_per_px = self.support.width_mm / width
        crop = srgb8_to_lab(np.ascontiguousarray(self.pixels[top : top + side, left : left + side]))
        if crop.shape[:2] != (side, side) or side < _LEAST_SIDE_PX:
            return None
        lightness = cv2.GaussianBlur(crop[..., 0], (0, 0), 1.5)
        darkest, lightest = float(lightness.min()), float(lightness.max())
        grey = ((lightness - darkest) * (255 / max(lightest - darkest, 1e-3))).astype(np.uint8)
        _, parted = cv2.threshold(grey, 0, 1, cv2.THRESH_BINARY + cv2.THRESH_OTSU)
        for side_label in (0, 1):
            counts = cv2.connectedComponentsWithStats((parted == side_label).astype(np.uint8))[2][1:, 4]
            if counts.sum() < _LEAST_SIDE * side**2 or counts.max() < _ONE_MASS * counts.sum():
                return None
        sides = [lightness[parted == label] for label in (0, 1)]
        jump = abs(float(np.median(sides[0]) - np.median(sides[1])))
        if jump < _TIMES_SPREAD * float(np.mean([np.std(one) for one in sides])):
            return None  # as much goes on within a side as between them
        panel = Support(max(20.0, side * mm_per_px), max(20.0, side * mm_per_px))
        passing = passings(np.asarray(parted, np.int32), (crop,), panel).get((0, 1))
        if passing is None or not passing[0].length_mm < 2 * side * mm_per_px:
            return None
        one = passing[0]
        bounds = (FIRM_FROM_MM, SOFT_FROM_MM) if one.softness != "lost" else ()
        unclear = any(bound / _CLEAR < one.width_mm < bound * _CLEAR for bound in bounds)
        if unclear or LOST_BELOW_DE00 / _CLEAR < one.de00 < LOST_BELOW_DE00 * 2:
            return None
        box = (left / width, top / height, (left + side) / width, (top + side) / height)
        return Edge(box, one.softness, one.width_mm, one.de00)

    def cells(self, columns: int, rows: int) -> Float:
        """The mean value of every cell of a lattice laid over the picture, of shape (rows, columns)."""
        return np.asarray(cv2.resize(self.values, (columns, rows), interpolation=cv2.INTER_AREA), dtype=float)


_FEWEST_SPOTS = 12
_TRIED_EDGES = 80
_LEAST_SIDE_PX = 40
_LEAST_SIDE, _ONE_MASS = 0.2, 0.9
_TIMES_SPREAD = 2.5


def _mean(picture: Float, side: int) -> Float:
    return np.asarray(cv2.blur(picture, (side, side), borderType=cv2.BORDER_REFLECT))
