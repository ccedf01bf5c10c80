"""Brushes: widths in mm as common practice has them, the numbers painters say, and which kind lays which paint."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from .supplies import Brush as StockBrush

WIDTHS_MM = (50.0, 38.0, 25.0, 18.0, 12.0, 8.0, 6.0, 4.0, 3.0, 2.0)
"""Flats from 50 mm down to no. 2, then rounds no. 1 and 0; widths of numbered brushes from memory."""

BrushKind = Literal[
    "flat", "filbert", "round", "rigger", "soft flat", "bristle flat", "stippler", "knife", "airbrush", "sponge",
    "rake",
]  # fmt: skip

_SAID: dict[float, str] = {
    50.0: "2 in", 38.0: "1½ in", 25.0: "1 in", 18.0: "¾ in", 12.0: "no. 10", 8.0: "no. 6", 6.0: "no. 4", 4.0: "no. 2",
    3.0: "no. 1", 2.0: "no. 0",
}  # fmt: skip
"""Common practice, from memory: makers differ by a number or two, so the width in mm decides."""

_FLAT_FROM_MM, _FILBERT_FROM_MM = 12.0, 6.0


@dataclass(frozen=True)
class HandBrush:
    """A brush that work asks for: its kind, its width in mm, and the size as painters say it."""

    kind: BrushKind
    mm: float
    said: str

    @property
    def words(self) -> str:
        """The brush in words, as in “filbert, 8 mm (no. 6)”."""
        return f"{self.kind}, {self.mm:g} mm ({self.said})" if self.said else self.kind


def brush_of(kind: BrushKind, width_mm: float) -> HandBrush:
    """A brush with the size that painters say of the nearest usual width."""
    if kind in ("knife", "airbrush", "sponge"):
        return HandBrush(kind, width_mm, "")
    return HandBrush(kind, width_mm, _SAID[min(WIDTHS_MM, key=lambda width: (abs(width - width_mm), width))])


def at_most(width_mm: float, widths: Sequence[float] = WIDTHS_MM) -> float:
    """The widest brush not wider than this, or the narrowest there is."""
    fitting = [width for width in widths if width <= width_mm]
    return max(fitting) if fitting else min(widths)


PLACEABLE_BRUSHES2 = 0.6
"""A part of less surface than so many squares of the brush's width cannot be placed with it (as in the value map)."""


def placeable_cm2(width_mm: float) -> float:
    """The least surface that a brush can place."""
    return PLACEABLE_BRUSHES2 * width_mm**2 / 100


_OPAQUE: tuple[BrushKind, ...] = ("flat", "filbert", "round")


def own_widths(brushes: Sequence[StockBrush]) -> Sequence[float]:
    """Widths of the painter's brushes that lay opaque paint; the usual ones where none has been entered."""
    return sorted({one.width_mm for one in brushes if one.kind in _OPAQUE and one.count > 0}) or WIDTHS_MM


def own_kind(brushes: Sequence[StockBrush], width_mm: float) -> BrushKind:
    """The kind of the painter's brush of this width, the usual one where there are several or none."""
    usual = for_opaque(width_mm)
    kinds = {one.kind for one in brushes if one.width_mm == width_mm and one.count > 0} & {*_OPAQUE}
    return next((kind for kind in _OPAQUE if kind in kinds), usual) if usual not in kinds else usual


def for_opaque(width_mm: float) -> BrushKind:
    """What lays opaque paint: a flat for masses, a filbert for forms, a round for what is small (common practice)."""
    if width_mm >= _FLAT_FROM_MM:
        return "flat"
    return "filbert" if width_mm >= _FILBERT_FROM_MM else "round"
