"""Brush widths in mm, as common practice has them: they shrink pass by pass."""

from collections.abc import Sequence

WIDTHS_MM = (50.0, 38.0, 25.0, 18.0, 12.0, 8.0, 6.0, 4.0, 3.0, 2.0)
"""Flats from 50 mm down to no. 2, then rounds no. 1 and 0; widths of numbered brushes from memory."""


def at_most(width_mm: float, widths: Sequence[float] = WIDTHS_MM) -> float:
    """The widest brush not wider than this, or the narrowest there is."""
    fitting = [width for width in widths if width <= width_mm]
    return max(fitting) if fitting else min(widths)
