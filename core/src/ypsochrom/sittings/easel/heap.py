"""Piles on the palette: how high a heap stands, and when it skins."""

import math
from collections.abc import Sequence
from datetime import datetime

from ...paint.drying import THICKEST_UM, WetFilm, overcoat_minutes
from .clocks import Since, due

FLATTEST_UM = 500.0
"""What is left in the knife's smear; from memory."""


def heap_um(volume_ml: float) -> float:
    """Height of a pile on the palette in um: a heap as high as a third of its width, a spherical cap (from memory)."""
    # a cap of base radius r and height h = 2/3 r holds pi h (3 r^2 + h^2) / 6
    cm = (max(volume_ml, 0.0) * 6 / (math.pi * (2 / 3) * (3 + 4 / 9))) ** (1 / 3) * 2 / 3
    return min(THICKEST_UM, max(FLATTEST_UM, cm * 1e4))


def skinned(mixed: datetime, volume_ml: float, air: Sequence[Since]) -> datetime | None:
    """When a pile of so many ml lying open on the palette has a skin; None if it keeps."""
    film = WetFilm(heap_um(volume_ml))
    return due(mixed, [(one.at, overcoat_minutes(film, one.climate)) for one in air])
