"""An observation without a photo: zones on a coarse lattice over a viewfinder frame, each with its value and colour in words.

The painter squints and lays zones cell by cell; what comes of it is a picture like any other, only in flat tones, so that
values, areas, mixes and passes go on from it as from a photo. Common practice of working on site.
"""

import math
from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np

from ..colour import cielab, srgb
from ..colour.types import Lab, LabelImage
from ..colour.words import CHROMA_WORDS, HUE_WORDS, colour_from_words
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from .decode import Picture

Plane = Literal["front", "middle", "back"]
PLANES: tuple[Plane, ...] = ("front", "middle", "back")
Border = Literal["stepped", "straight"]

FEWEST_CELLS, MOST_CELLS = 4, 48
MOST_ZONES = 40
LONGEST_NAME = 60
_LONGEST_PX = 1200
_SMOOTHING_CELLS = 0.55
_COARSE_PER_CELL = 12
"""Pixels a cell at which the masks are softened; they vary so slowly that more would show no difference."""


@dataclass(frozen=True)
class Zone:
    """One zone: squinted value (0-10), hue and chroma in words, lit or shaded, plane of depth."""

    name: str
    value: float
    hue: str = "grey"
    chroma: str = "grey"
    lit: bool = True
    plane: Plane = "middle"

    def __post_init__(self) -> None:
        if len(self.name) > LONGEST_NAME:
            raise BadSetting("The zone's name is too long.", f"Keep it under {LONGEST_NAME} characters.")
        if not (math.isfinite(self.value) and 0 <= self.value <= 10):
            raise BadSetting(
                f"The zone {self.name or 'without a name'} has the value {self.value:g}.", "Choose 0 to 10."
            )
        for what, word, words in (("hue", self.hue, HUE_WORDS), ("chroma", self.chroma, CHROMA_WORDS)):
            if word not in words:
                raise BadSetting(f"{word!r} is no {what} word.", f"Choose one of: {', '.join(words)}.")
        if self.plane not in PLANES:
            raise BadSetting(f"There is no plane {self.plane!r}.", f"Choose one of: {', '.join(PLANES)}.")


@dataclass(frozen=True)
class Observation:
    """A lattice of cells, row by row from the upper left, each holding the index of its zone."""

    columns: int
    rows: int
    cells: tuple[int, ...]
    zones: tuple[Zone, ...]
    borders: Border = "stepped"

    def __post_init__(self) -> None:
        for side in (self.columns, self.rows):
            if not FEWEST_CELLS <= side <= MOST_CELLS:
                raise BadSetting(
                    f"A lattice of {self.columns} x {self.rows} cells was given.",
                    f"Choose {FEWEST_CELLS} to {MOST_CELLS} each way.",
                )
        if len(self.cells) != self.columns * self.rows:
            raise BadSetting(
                f"The lattice has {self.columns * self.rows} cells, but {len(self.cells)} were given.",
                "Lay every cell.",
            )
        if not 1 <= len(self.zones) <= MOST_ZONES:
            raise BadSetting(f"{len(self.zones)} zones were laid.", f"Lay 1 to {MOST_ZONES}.")
        if not all(0 <= cell < len(self.zones) for cell in self.cells):
            raise BadSetting("A cell belongs to a zone that is not there.", "Lay it again with one of the zones.")


def zone_labels(observed: Observation, width: int, height: int) -> LabelImage:
    """The zone of every pixel: cells as they are, or with borders drawn straight across their steps."""
    lattice = np.array(observed.cells, dtype=np.uint8).reshape(observed.rows, observed.columns)
    large: LabelImage = np.asarray(
        cv2.resize(lattice, (width, height), interpolation=cv2.INTER_NEAREST), dtype=np.uint8
    )
    if observed.borders == "stepped":
        return large
    # every zone's mask softened by about half a cell; the strongest wins, which cuts the corners of the steps straight
    coarse = (observed.columns * _COARSE_PER_CELL, observed.rows * _COARSE_PER_CELL)
    small = np.asarray(cv2.resize(lattice, coarse, interpolation=cv2.INTER_NEAREST))
    sigma = _SMOOTHING_CELLS * _COARSE_PER_CELL
    best = np.full((height, width), -1.0, dtype=np.float32)
    labels = large.copy()
    for index in np.unique(lattice).tolist():
        soft = cv2.GaussianBlur((small == index).astype(np.float32), (0, 0), sigma)
        fine = np.asarray(cv2.resize(soft, (width, height), interpolation=cv2.INTER_CUBIC))
        labels[fine > best] = index
        best = np.maximum(best, fine)
    return labels


def zone_colour(zone: Zone) -> Lab:
    """CIELAB of a zone as the painter told it."""
    return colour_from_words(zone.value, zone.hue, zone.chroma)


def picture_of(observed: Observation, proportion: float) -> Picture:
    """The observation as a picture of these proportions (width over height), in flat tones."""
    width = _LONGEST_PX if proportion >= 1 else max(1, round(_LONGEST_PX * proportion))
    height = max(1, round(width / proportion))
    labels = zone_labels(observed, width, height)
    tones = np.stack([cielab.lab_to_xyz(zone_colour(zone)) for zone in observed.zones])
    linear = np.clip(srgb.xyz_to_linear(tones), 0, 1).astype(np.float32)
    return Picture(linear[labels], width, height, tuple(_advice(observed)))


def _advice(observed: Observation) -> list[Advice]:
    """What to look at again: lit and shaded zones whose values contradict each other, zones that nothing shows."""
    found = []
    used = set(observed.cells)
    for index, zone in enumerate(observed.zones):
        if index not in used:
            found.append(
                Advice(
                    "subject.N010",
                    "note",
                    f"The zone {_name(zone, index)} has no cell.",
                    "Lay it, or take it off the list.",
                )
            )
    shaded = [z.value for i, z in enumerate(observed.zones) if not z.lit and i in used]
    lit = [z.value for i, z in enumerate(observed.zones) if z.lit and i in used]
    if shaded and lit and float(np.median(shaded)) >= float(np.median(lit)):
        found.append(
            Advice(
                "subject.W020",
                "warning",
                "What lies in shade is as light as what is lit.",
                "Squint again: as a whole the shade is a family of darker values.",
            )
        )
    return found


def _name(zone: Zone, index: int) -> str:
    return zone.name or str(index + 1)
