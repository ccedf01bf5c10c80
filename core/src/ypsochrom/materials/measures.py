"""Amounts as a painter measures them: millilitres, grams, centimetres from the tube, peas, drops."""

import math
from dataclasses import dataclass

DROP_ML = 0.05
"""A drop from a brush or dropper: twenty to the millilitre, common practice."""

PEA_ML = 0.25
"""As much as a pea: five drops, common practice."""

MOST_DROPS = 20
"""Up to so many are counted; more is measured."""

_DROPS_TO_A_PEA = 5
_LONGEST_BEAD_MM = 60.0
"""A longer bead is squeezed in turns beside one another."""

_PILE_HEIGHT_MM, _WIDEST_PILE_MM = 2.0, 62.0


def bead_cm(volume_ml: float, nozzle_mm: float) -> float:
    """Length of the bead of paint from a tube's round nozzle."""
    return volume_ml / (math.pi * (nozzle_mm / 20) ** 2)


def drops_in_a_cm(nozzle_mm: float) -> int:
    """Whole drops, at least one, in a centimetre of bead."""
    return max(1, round(math.pi * (nozzle_mm / 20) ** 2 / DROP_ML))


def drops(volume_ml: float) -> int | None:
    """The amount in drops, at least one, or None where it is too much to count."""
    count = max(1, round(volume_ml / DROP_ML))
    return count if volume_ml > 0 and count <= MOST_DROPS else None


@dataclass(frozen=True)
class Shape:
    """A drop, a pea or a stretch of bead seen from above, in millimetres; drops and peas are as long as they are wide."""

    length_mm: float
    width_mm: float


def dose_in_words(volume_ml: float, nozzle_mm: float | None) -> str:
    """A dose as a hand lays it: "3 drops", "2 peas and 1 drop", or "4.5 cm of bead" from a nozzle of this width.

    What comes from no tube is told in millilitres where it is too much to count.
    """
    peas, rest = _peas_and_drops(volume_ml)
    if peas is None:
        return f"{volume_ml:.1f} ml" if nozzle_mm is None else f"{bead_cm(volume_ml, nozzle_mm):.1f} cm of bead"
    told = [_counted(peas, "pea"), _counted(rest, "drop")]
    return " and ".join(words for words in told if words)


def shapes(volume_ml: float, nozzle_mm: float | None) -> tuple[Shape, ...]:
    """What a dose looks like beside others, in true proportion: its drops and peas as domes, its bead in stretches.

    More than can be counted that comes from no tube is one dome.
    """
    peas, rest = _peas_and_drops(volume_ml)
    if peas is not None:
        return (*[_dome(PEA_ML)] * peas, *[_dome(DROP_ML)] * rest)
    if nozzle_mm is None:
        return (_dome(volume_ml),)
    length = 10 * bead_cm(volume_ml, nozzle_mm)
    turns = math.ceil(length / _LONGEST_BEAD_MM)
    return (Shape(length / turns, nozzle_mm),) * turns


def pile_width_mm(volume_ml: float) -> float:
    """Width of a round pile under the knife: 2 mm high, and higher once it is as wide as one is kept on a tray."""
    return min(_WIDEST_PILE_MM, 2 * math.sqrt(1000 * volume_ml / (math.pi * _PILE_HEIGHT_MM)))


def _peas_and_drops(volume_ml: float) -> tuple[int | None, int]:
    count = drops(volume_ml)
    if count is None:
        return None, 0
    return divmod(count, _DROPS_TO_A_PEA)


def _dome(volume_ml: float) -> Shape:
    """Half a sphere of this volume."""
    width = (12_000 * volume_ml / math.pi) ** (1 / 3)
    return Shape(width, width)


def _counted(count: int, what: str) -> str:
    if count == 0:
        return ""
    return f"1 {what}" if count == 1 else f"{count} {what}s"
