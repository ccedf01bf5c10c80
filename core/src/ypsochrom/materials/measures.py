"""Amounts as a painter measures them: millilitres, grams, centimetres from the tube, drops."""

import math

DROP_ML = 0.05
"""A drop from a brush or dropper: twenty to the millilitre, common practice."""

MOST_DROPS = 20
"""Up to so many are counted; more is measured."""


def bead_cm(volume_ml: float, nozzle_mm: float) -> float:
    """Length of the bead of paint from a tube's round nozzle."""
    return volume_ml / (math.pi * (nozzle_mm / 20) ** 2)


def drops(volume_ml: float) -> int | None:
    """The amount in drops, at least one, or None where it is too much to count."""
    count = max(1, round(volume_ml / DROP_ML))
    return count if volume_ml > 0 and count <= MOST_DROPS else None
