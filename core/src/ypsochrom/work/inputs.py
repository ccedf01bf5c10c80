"""All that a plan is made from: the brief, the painter's shelf and their own factors."""

from dataclasses import dataclass, field

from ..materials.shelf import Tube, starter_shelf
from ..materials.supplies import STARTER_MEDIUMS, Brush, Medium
from ..passes.factors import USUAL_FACTORS, Factors
from .brief import Brief

USUAL_SMALLEST_BRUSH_MM = 2.0
"""A round no. 1, for a shelf on which no brush has been entered."""


@dataclass(frozen=True)
class Stock:
    """What stands on the shelf, as far as plans depend on it.

    `weave_mm` is the finest detail that the smoothest support of the painting's size keeps clean; None when none is in stock.
    """

    tubes: tuple[Tube, ...] = field(default_factory=starter_shelf)
    mediums: tuple[Medium, ...] = STARTER_MEDIUMS
    smallest_brush_mm: float = USUAL_SMALLEST_BRUSH_MM
    weave_mm: float | None = None
    brushes: tuple[Brush, ...] = ()


@dataclass(frozen=True)
class Inputs:
    """The inputs of one painting's work."""

    brief: Brief
    stock: Stock = field(default_factory=Stock)
    factors: Factors = USUAL_FACTORS
