"""Areas as the painter meets them: named, measured, with their local colour and value families."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Literal, get_args

import cv2
import numpy as np
from scipy import ndimage

from ..colour import cielab
from ..colour.types import LabelImage, LabTriple, LinearRgb, MunsellValue, triple
from ..colour.words import colour_name
from ..materials.support import Support
from ..values.value_map import brush_px
from .families import FAMILIES, KINDS, Family, cells_of, families
from .partition import partition
from .pixels import ByArea, unchanged

FINEST_BRUSH_MM = 4.0
Handling = Literal["usual", "thin", "thick", "bare"]
HANDLINGS: tuple[Handling, ...] = get_args(Handling)
"""How an area is painted: in films as usual, thinner, thicker, or not at all, so that the ground stays."""

_LEAST_FAMILY_SHARE = 0.01
"""A family under a hundredth of its area joins the next one inwards (accents and highlights may be a quarter of that)."""


@dataclass(frozen=True)
class FamilyPart:
    """The part of an area that lies in one value family; `lab` is the photo's mean colour there, `value` in the paint's range."""

    family: Family
    area_cm2: float
    value: float
    lab: tuple[float, float, float]


@dataclass(frozen=True)
class Area:
    """One paintable area; `index` is its number in the label image, `centre` a point (x, y, shares 0-1) well inside.

    `lab` is its local colour: the mean of its light without its darkest and lightest twentieth; `value` the same of its values,
    bent into the range of dry paint like those of its parts.
    """

    index: int
    id: str
    name: str
    area_cm2: float
    share: float
    value: float
    lab: tuple[float, float, float]
    centre: tuple[float, float]
    parts: tuple[FamilyPart, ...]
    handling: Handling = "usual"


def above(area: Area, others: Sequence[Area]) -> Area | None:
    """What an area would be the reflection of: of what stands over it the nearest to its upright, else the nearest of all."""
    return min(
        others,
        key=lambda one: (one.centre[1] >= area.centre[1], abs(one.centre[0] - area.centre[0]), one.id),
        default=None,
    )


@dataclass(frozen=True, eq=False)
class AreaMap:
    """`labels` (area of every pixel) and `families` (index into `FAMILIES`), both uint8 (height, width)."""

    labels: LabelImage = field(repr=False)
    families: LabelImage = field(repr=False)
    areas: tuple[Area, ...]

    @property
    def cells(self) -> np.ndarray:
        """The cell of every pixel (`cells_of`)."""
        return cells_of(self.labels, self.families)


def find_areas(linear: LinearRgb, values: MunsellValue, support: Support, *, detail: int | None = None) -> AreaMap:
    """The picture's areas; `values` is its value field in the paint's range, of the same height and width."""
    return describe(linear, values, partition(linear, detail=detail), support)


def describe(
    linear: LinearRgb,
    values: MunsellValue,
    labels: LabelImage,
    support: Support,
    ids: Sequence[str] | None = None,
    *,
    before: AreaMap | None = None,
) -> AreaMap:
    """Measure and name the areas of a given label image 0 .. n-1, under these ids (None: numbered in their order).

    `before` are areas found in the same picture for the same support: those that are still the same are not measured again.
    """
    count = int(labels.max()) + 1
    ids = ids or [f"a{index + 1:02d}" for index in range(count)]
    same = {} if before is None else unchanged(before.labels, labels)
    former = {index: before.areas[was] for index, was in same.items()} if before else {}
    by_area = ByArea(labels, np.array([index not in same for index in range(count)]))
    kinds = before.families.copy() if before and same else np.zeros(labels.shape, dtype=np.uint8)
    families(values, by_area, brush_px(FINEST_BRUSH_MM, support, labels.shape[1]), into=kinds)
    kinds = _without_tiny(kinds, labels, count)
    cell = cells_of(labels, kinds)
    pixels = np.bincount(np.concatenate(by_area.split(cell)), minlength=count * KINDS)
    light = _means(linear, cell, pixels, by_area)
    part_value = _means(values[..., None], cell, pixels, by_area)[:, 0]
    usual_light, usual_value = _usual(linear, values, by_area)
    measured = []
    for index, box in enumerate(ndimage.find_objects(labels + 1)):
        if index in former:
            measured.append(former[index])
            continue
        own = range(index * KINDS, (index + 1) * KINDS)
        share = float(pixels[own.start : own.stop].sum() / labels.size)
        usual, part_lab = cielab.linear_to_lab(usual_light[index]), cielab.linear_to_lab(light[own.start : own.stop])
        parts = tuple(
            FamilyPart(
                family=family,
                area_cm2=float(pixels[at] / labels.size * support.area_cm2),
                value=float(part_value[at]),
                lab=triple(lab),
            )
            for family, at, lab in zip(FAMILIES, own, part_lab, strict=True)
            if pixels[at]
        )
        measured.append(
            Area(
                index=index,
                id=ids[index],
                name="",
                area_cm2=share * support.area_cm2,
                share=share,
                value=float(usual_value[index]),
                lab=triple(usual),
                centre=_inside(labels, index, box),
                parts=parts,
            )
        )
    names = _names([area.lab for area in measured], [area.centre for area in measured])
    areas = tuple(
        replace(area, index=index, id=ids[index], name=name)
        for index, (area, name) in enumerate(zip(measured, names, strict=True))
    )
    return AreaMap(labels=labels, families=kinds, areas=areas)


def _means(picture: np.ndarray, cell: LabelImage, pixels: np.ndarray, by_area: ByArea) -> np.ndarray:
    """The mean of a picture (height, width, channels) in every cell (a family of an area); 0 where a cell has no `pixels`."""
    own, seen = (np.concatenate(by_area.some(of)) for of in (cell, picture))
    count = np.bincount(own, minlength=len(pixels))
    sums = [np.bincount(own, weights=seen[:, k], minlength=len(pixels)) for k in range(seen.shape[1])]
    means = np.stack(sums, axis=-1) / np.maximum(count, 1)[:, None]
    for missed in np.flatnonzero((pixels > 0) & (count == 0)).tolist():
        means[missed] = picture[cell == missed].mean(axis=0, dtype=np.float64)
    return means


_TRIM = 0.05
"""The darkest and the lightest twentieth of an area tell of accents and highlights, not of its own colour."""


def _usual(linear: LinearRgb, values: MunsellValue, by_area: ByArea) -> tuple[LinearRgb, MunsellValue]:
    """The mean light (count, 3) and value (count,) of every area without its extremes; 0 where its pixels are not asked for."""
    light, usual = [], []
    for own, value in zip(by_area.some(linear), by_area.some(values), strict=True):
        if not len(own):
            light.append(np.zeros(3))
            usual.append(0.0)
            continue
        low, high = np.quantile(value, [_TRIM, 1 - _TRIM])
        inside = (value >= low) & (value <= high)
        inside |= not inside.any()  # of two pixels both are extremes
        light.append(own[inside].mean(axis=0, dtype=np.float64))
        usual.append(float(value[inside].mean(dtype=np.float64)))
    return np.stack(light), np.array(usual)


def _without_tiny(kinds: LabelImage, labels: LabelImage, count: int) -> LabelImage:
    """Families too small to load a brush for join the neighbour family nearer to the half-tone."""
    cell = cells_of(labels, kinds)
    pixels = np.bincount(cell.ravel(), minlength=count * KINDS).reshape(count, -1).astype(float)
    table = np.tile(np.arange(KINDS, dtype=np.uint8), (count, 1))
    for area in range(count):
        total = pixels[area].sum()
        for kind, inward, least in ((0, 1, 0.25), (4, 3, 0.25), (1, 2, 1.0), (3, 2, 1.0)):
            if 0 < pixels[area, kind] < least * _LEAST_FAMILY_SHARE * total:
                target = inward if pixels[area, inward] else int(pixels[area].argmax())
                table[area, table[area] == kind] = target
                pixels[area, target] += pixels[area, kind]
                pixels[area, kind] = 0
    return table.ravel()[cell]


def _inside(labels: LabelImage, index: int, box: tuple[slice, slice]) -> tuple[float, float]:
    """The point of an area farthest from its border, as shares of width and height; where its number is put."""
    padded = np.pad((labels[box] == index).astype(np.uint8), 1)
    away = cv2.distanceTransform(padded, cv2.DIST_L2, 3)[1:-1, 1:-1]
    y, x = np.unravel_index(int(away.argmax()), away.shape)
    height, width = labels.shape
    return (float(x) + box[1].start + 0.5) / width, (float(y) + box[0].start + 0.5) / height


def _names(colours: Sequence[LabTriple], centres: Sequence[tuple[float, float]]) -> list[str]:
    """A name for every area: its colour and where it lies; a number only where two would be the same."""
    names = [
        f"{colour_name(np.array(lab))}, {place_in_words(centre)}" for lab, centre in zip(colours, centres, strict=True)
    ]
    return numbered(names)


def numbered(names: Sequence[str]) -> list[str]:
    """The names with a number behind those that would be the same."""
    repeated = {name for name, times in Counter(names).items() if times > 1}
    seen: Counter[str] = Counter()
    unique = []
    for name in names:
        if name in repeated:
            seen[name] += 1
            name = f"{name} {seen[name]}"
        unique.append(name)
    return unique


def place_in_words(centre: tuple[float, float]) -> str:
    """Where in the picture a point lies, given as shares of width and height."""
    across = ("left", "middle", "right")[min(2, int(centre[0] * 3))]
    down = ("upper", "", "lower")[min(2, int(centre[1] * 3))]
    if across == "middle":
        return {"upper": "top", "": "centre", "lower": "bottom"}[down]
    return f"{down} {across}".strip()
