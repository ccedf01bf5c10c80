"""Areas as the painter meets them: named, measured, with their local colour and value families."""

from collections import Counter
from dataclasses import dataclass, field
from typing import Literal, get_args

import cv2
import numpy as np
from scipy import ndimage

from ..colour import cielab
from ..colour.munsell import lab_to_value
from ..colour.types import Lab, LabelImage, LinearRgb, MunsellValue, triple
from ..colour.words import colour_name
from ..materials.support import Support
from ..values.value_map import brush_px
from .families import FAMILIES, Family, families
from .partition import partition

FINEST_BRUSH_MM = 4.0
Handling = Literal["usual", "thin", "thick", "bare"]
HANDLINGS: tuple[Handling, ...] = get_args(Handling)
"""How an area is painted: in films as usual, thinner, thicker, or not at all, so that the ground stays."""

_LEAST_FAMILY_SHARE = 0.01
"""A family under a hundredth of its area joins the next one inwards (accents and highlights may be a quarter of that)."""


@dataclass(frozen=True)
class FamilyPart:
    """The part of an area that lies in one value family; `lab` is the photo's mean colour there."""

    family: Family
    area_cm2: float
    value: float
    lab: tuple[float, float, float]


@dataclass(frozen=True)
class Area:
    """One paintable area; `index` is its number in the label image, `centre` a point (x, y, shares 0-1) well inside.

    `lab` is its local colour: the mean of its light without its darkest and lightest twentieth.
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


@dataclass(frozen=True, eq=False)
class AreaMap:
    """`labels` (area of every pixel) and `families` (index into `FAMILIES`), both uint8 (height, width)."""

    labels: LabelImage = field(repr=False)
    families: LabelImage = field(repr=False)
    areas: tuple[Area, ...]


def find_areas(linear: LinearRgb, values: MunsellValue, support: Support, *, detail: int | None = None) -> AreaMap:
    """The picture's areas; `values` is its value field in the paint's range, of the same height and width."""
    return describe(linear, values, partition(linear, detail=detail), support)


def describe(linear: LinearRgb, values: MunsellValue, labels: LabelImage, support: Support) -> AreaMap:
    """Measure and name the areas of a given label image 0 .. n-1."""
    count = int(labels.max()) + 1
    kinds = _without_tiny(
        families(values, labels, count, brush_px(FINEST_BRUSH_MM, support, labels.shape[1])), labels, count
    )
    cell = labels.astype(np.int32) * len(FAMILIES) + kinds
    cells = count * len(FAMILIES)
    pixels = np.bincount(cell.ravel(), minlength=cells)
    light = np.stack(
        [np.bincount(cell.ravel(), weights=linear[..., i].ravel(), minlength=cells) for i in range(3)], axis=-1
    )
    centres = [_inside(labels, index, box) for index, box in enumerate(ndimage.find_objects(labels + 1))]
    by_area = pixels.reshape(count, -1).sum(axis=1)
    lab = cielab.linear_to_lab(_usual_light(linear, values, labels, count))
    part_lab = cielab.linear_to_lab(light / np.maximum(pixels, 1)[:, None])
    names = _names(lab, centres)
    areas = []
    for index in range(count):
        share = float(by_area[index] / labels.size)
        parts = tuple(
            FamilyPart(
                family=family,
                area_cm2=float(pixels[at] / labels.size * support.area_cm2),
                value=float(lab_to_value(part_lab[at])),
                lab=triple(part_lab[at]),
            )
            for family, at in ((family, index * len(FAMILIES) + i) for i, family in enumerate(FAMILIES))
            if pixels[at]
        )
        areas.append(
            Area(
                index=index,
                id=f"a{index + 1:02d}",
                name=names[index],
                area_cm2=share * support.area_cm2,
                share=share,
                value=float(lab_to_value(lab[index])),
                lab=triple(lab[index]),
                centre=centres[index],
                parts=parts,
            )
        )
    return AreaMap(labels=labels, families=kinds, areas=tuple(areas))


_TRIM = 0.05
"""The darkest and the lightest twentieth of an area tell of accents and highlights, not of its own colour."""


def _usual_light(linear: LinearRgb, values: MunsellValue, labels: LabelImage, count: int) -> LinearRgb:
    """The mean light of every area without its extremes, shape (count, 3)."""
    order = np.argsort(labels, axis=None, kind="stable")
    ends = np.cumsum(np.bincount(labels.ravel(), minlength=count))[:-1]
    found = []
    for own in np.split(order, ends):
        value = values.ravel()[own]
        low, high = np.quantile(value, [_TRIM, 1 - _TRIM])
        found.append(linear.reshape(-1, 3)[own[(value >= low) & (value <= high)]].mean(axis=0))
    return np.stack(found)


def _without_tiny(kinds: LabelImage, labels: LabelImage, count: int) -> LabelImage:
    """Families too small to load a brush for join the neighbour family nearer to the half-tone."""
    cell = labels.astype(np.int32) * len(FAMILIES) + kinds
    pixels = np.bincount(cell.ravel(), minlength=count * len(FAMILIES)).reshape(count, -1).astype(float)
    table = np.tile(np.arange(len(FAMILIES), dtype=np.uint8), (count, 1))
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


def _names(lab: Lab, centres: list[tuple[float, float]]) -> list[str]:
    """A name for every area: its colour and where it lies; a number only where two would be the same."""
    names = [f"{colour_name(colour)}, {_place(centre)}" for colour, centre in zip(lab, centres, strict=True)]
    repeated = {name for name, times in Counter(names).items() if times > 1}
    seen: Counter[str] = Counter()
    unique = []
    for name in names:
        if name in repeated:
            seen[name] += 1
            name = f"{name} {seen[name]}"
        unique.append(name)
    return unique


def _place(centre: tuple[float, float]) -> str:
    across = ("left", "middle", "right")[min(2, int(centre[0] * 3))]
    down = ("upper", "", "lower")[min(2, int(centre[1] * 3))]
    if across == "middle":
        return {"upper": "top", "": "centre", "lower": "bottom"}[down]
    return f"{down} {across}".strip()
