"""How near the finished painting comes to the photo, squinted at, and what keeps them apart: told where it shows.

Three things do: what happens inside the lights and darks of an area, which are one colour each; colours that the tubes and dry
paint do not reach; and how the parts are painted, with piles that they share and in films.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

import cv2
import numpy as np

from ...areas.area import AreaMap
from ...areas.families import KINDS, cell_of
from ...colour import cielab
from ...colour.ciede2000 import delta_e_2000
from ...colour.munsell import lab_to_value
from ...colour.types import Float, Lab, Mask, Srgb8
from ...imaging.coloured import in_colours
from ...kit.advice import Advice
from ...materials.support import Support
from ...mixes.piles import piles_of
from ...paint.catalogue import Paintbox

SQUINT_MM = 3.0
"""Standard deviation of what half-closed eyes and some steps' distance take away; from memory."""

_SMALL_PX = 250
_HALF, _NINE_TENTHS = 0.5, 0.9


@dataclass(frozen=True)
class Apart:
    """CIEDE2000 between two pictures: half of the surface lies below the one, nine tenths below the other."""

    half: float
    nine_tenths: float


NEAR, NEAR_STEPS = Apart(3.0, 7.0), 0.25
"""Nearer than this, in colour and in value on the whole, a painting is as good as the photo at a few steps' distance."""

_TELLS = Apart(1.0, 3.5)
"""A cause is told from here on."""

AS_IT_IS = "Judge it against the stages here, not against the photo."


@dataclass(frozen=True)
class Nearness:
    """The finished painting against the photo, `steps` lighter (Munsell value) on the whole; and what of it is due to what."""

    whole: Apart
    steps: float
    inside: Apart
    reach: Apart
    paint: Apart

    @property
    def is_near(self) -> bool:
        """Whether nothing has to be told."""
        near = self.whole.half <= NEAR.half and self.whole.nine_tenths <= NEAR.nine_tenths
        return near and abs(self.steps) <= NEAR_STEPS

    def advice(self) -> Iterator[Advice]:
        """How near it comes and why not nearer, where it shows."""
        if self.is_near:
            return
        told = sorted((one for one in self._causes() if _is_told(one[0])), key=lambda one: -sum(vars(one[0]).values()))
        which = "lighter" if self.steps > 0 else "darker"
        off = f", and is {abs(self.steps):.1f} value steps {which} on the whole" if abs(self.steps) > NEAR_STEPS else ""
        why = "; ".join(f"{why} ({_told(apart)})" for apart, why, _ in told)
        hint = f"What keeps it from coming nearer, largest first: {why}. {told[0][2]}" if told else AS_IT_IS
        yield Advice(
            "passes.N030",
            "note",
            f"Squinted at, half of the finished painting comes within {self.whole.half:.1f} of the photo, nine tenths within "
            f"{self.whole.nine_tenths:.1f} (CIEDE2000){off}.",
            hint,
        )

    def _causes(self) -> Iterator[tuple[Apart, str, str]]:
        yield (
            self.inside,
            "one colour for all the lights, or darks, of an area",
            "Cut it into more areas (Areas, how many), or let it be simpler than the photo.",
        )
        yield (
            self.reach,
            "colours that these tubes and dry paint do not reach",
            "Choose other tubes for the palette, or judge it against the stages here; varnish takes the darks down again.",
        )
        yield (
            self.paint,
            "parts that share a pile, and films",
            "Allow more piles (Mixes), as long as the curve there says that they help.",
        )


def _is_told(apart: Apart) -> bool:
    return apart.half >= _TELLS.half or apart.nine_tenths >= _TELLS.nine_tenths


def _told(apart: Apart) -> str:
    return f"half within {apart.half:.1f}, nine tenths within {apart.nine_tenths:.1f}"


def nearness(
    photo: Srgb8, painted: Srgb8, areas: AreaMap, running: Mapping[str, object], box: Paintbox, support: Support
) -> Nearness:
    """The painting after its last pass against the photo, both (height, width, 3); `running` are the areas of gradations.

    What runs has no colour of its own to be flattened to: there the photo stands for the parts. About 0.1 s.
    """
    squinted = _Squint(support, photo.shape[1], photo.shape[0])
    runs = np.isin(areas.labels, [area.index for area in areas.areas if area.id in running])
    parts, reached = _part_colours(areas, box)
    whole, finished = squinted.lab(photo), squinted.lab(painted)
    cells = areas.cells
    flat, had = (squinted.lab(_shown(table, cells, runs, photo)) for table in (parts, reached))
    return Nearness(
        whole=_apart(whole, finished),
        steps=float(np.mean(lab_to_value(finished) - lab_to_value(whole))),
        inside=_apart(whole, flat),
        reach=_apart(flat, had),
        paint=_apart(had, finished),
    )


class _Squint:
    """Pictures of one size made small and seen with half-closed eyes."""

    def __init__(self, support: Support, width: int, height: int) -> None:
        scale = min(1.0, _SMALL_PX / max(width, height))
        self._size = max(1, round(width * scale)), max(1, round(height * scale))
        self._sigma = max(0.3, SQUINT_MM * self._size[0] / support.width_mm)

    def lab(self, picture: Srgb8) -> Lab:
        """Its colours, shape (pixels, 3)."""
        small = cv2.resize(picture, self._size, interpolation=cv2.INTER_AREA)
        seen = cv2.GaussianBlur(small.astype(np.float32), (0, 0), self._sigma)
        return cielab.srgb8_to_lab(np.clip(np.rint(seen), 0, 255).astype(np.uint8)).reshape(-1, 3)


def _part_colours(areas: AreaMap, box: Paintbox) -> tuple[Lab, Lab]:
    """The photo's mean colour of every part by cell, shape (cells, 3), and the nearest that the tubes make of it."""
    own = np.tile(np.array([50.0, 0.0, 0.0]), (len(areas.areas) * KINDS, 1))
    reached = own.copy()
    parts = [(cell_of(area.index, part.family), part.lab) for area in areas.areas for part in area.parts]
    at, colours = np.array([cell for cell, _ in parts]), np.array([lab for _, lab in parts])
    own[at], reached[at] = colours, piles_of(box).nearest(colours)
    return own, reached


def _shown(table: Lab, cell: np.ndarray, runs: Mask, photo: Srgb8) -> Srgb8:
    shown = in_colours(cielab.lab_to_srgb8(table), cell)
    shown[runs] = photo[runs]
    return shown


def _apart(one: Lab, other: Lab) -> Apart:
    apart: Float = delta_e_2000(one, other)
    return Apart(float(np.quantile(apart, _HALF)), float(np.quantile(apart, _NINE_TENTHS)))
