"""The value map itself: every pixel's step, simplified to a brush, with shares and areas."""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

import cv2
import numpy as np

from ..colour.types import LabelImage, MunsellValue
from ..kit.errors import BadSetting
from ..materials.brushes import WIDTHS_MM
from ..materials.support import Support
from .passages import Passage, with_passage
from .placing import BrushField, at_brush, drawn, placed, stepped
from .steps import checked

WIDEST_BRUSH_SHARE = 0.5
_EVERY = 3
_NARROWEST_PX = 2.0
"""Below so many pixels a brush simplifies nothing."""


@dataclass(frozen=True)
class Step:
    """One step of the ladder, darkest first: its mean value, its share of the surface, its area."""

    index: int
    value: float
    share: float
    area_cm2: float


@dataclass(frozen=True, eq=False)
class ValueMap:
    """`labels` holds the step of every pixel (uint8, 0 = darkest); `thresholds` part the steps."""

    labels: LabelImage = field(repr=False)
    steps: tuple[Step, ...]
    thresholds: tuple[float, ...]


def brush_px(brush_mm: float, support: Support, width_px: int) -> float:
    """The brush's width in pixels; `BadSetting` when it is no brush or wider than half the support."""
    widest = widest_brush_mm(support)
    if not 0 < brush_mm <= widest:
        raise BadSetting(
            f"The brush is {brush_mm:g} mm wide.", f"Give a width above 0 and at most {widest:g} mm for this support."
        )
    return brush_mm * width_px / support.width_mm


def widest_brush_mm(support: Support) -> float:
    """The widest brush that a value map of this support can be simplified to."""
    return WIDEST_BRUSH_SHARE * min(support.width_mm, support.height_mm)


def usual_brush_mm(support: Support) -> float:
    """The brush that suits a support: a thirtieth of its short side, at most the widest there is."""
    return min(max(WIDTHS_MM), round(min(support.width_mm, support.height_mm) / 30, 1))


@dataclass(frozen=True)
class Moved:
    """A mass given to another step by the painter: the mass that holds this point (shares of width and height)."""

    x: float
    y: float
    step: int

    def __post_init__(self) -> None:
        if not (0 <= self.x <= 1 and 0 <= self.y <= 1 and self.step >= 0):
            raise BadSetting(
                f"A mass at {self.x:g}, {self.y:g} cannot be given to step {self.step + 1}.", "Tap inside the picture."
            )


def value_map(
    field: MunsellValue,
    given: Sequence[float],
    support: Support,
    brush_mm: float,
    *,
    moved: Sequence[Moved] = (),
    own_values: Sequence[float | None] = (),
    seen: BrushField | None = None,
    passages: Sequence[Passage] = (),
) -> ValueMap:
    """The picture in steps parted by the given thresholds, in masses that the brush can place, with the picture's own edges.

    `seen` is the field as this brush sees it, where it is known: most of the work, and the same for any thresholds.
    `passages` are laid with brushes of their own where these are finer, in their order. `moved` masses go to the step the painter
    gave them, in this order; a step that is not there any more is passed over. `own_values` are the values that the painter set
    for the steps themselves, None where the mean is to stay.
    Every step appears in `steps`, also one whose mass is empty (share 0): its value is then the middle of its interval.
    """
    limits = checked(given)
    if brush_px(brush_mm, support, field.shape[1]) < _NARROWEST_PX:
        labels = stepped(field, limits)
    else:
        seen = seen or seen_by(field, support, brush_mm)
        labels = drawn(placed(seen, limits), len(limits) + 1, field.shape[1], field.shape[0])
        for passage in passages:
            if passage.brush_mm < brush_mm:
                labels = with_passage(labels, field, limits, passage, field.shape[1] / support.width_mm)
    steps = _steps(field, labels, limits, support)
    if moved:
        labels = _with_moved(labels, moved, len(limits) + 1)
        shares = np.bincount(labels.ravel(), minlength=len(steps)) / labels.size
        steps = tuple(
            replace(s, share=float(share), area_cm2=float(share) * support.area_cm2)
            for s, share in zip(steps, shares, strict=True)
        )
    if own_values:
        steps = _with_own_values(steps, own_values)
    return ValueMap(labels=labels, steps=steps, thresholds=limits)


def seen_by(
    field: MunsellValue,
    support: Support,
    brush_mm: float,
    *,
    even: MunsellValue | None = None,
    whole_px: int | None = None,
) -> BrushField:
    """The field as a brush of this width sees it; 0.1 to 0.5 s, or less where the even field is known.

    `whole_px` is the longer side of the field that this one was made small from.
    """
    px_per_mm = brush_px(brush_mm, support, field.shape[1]) / brush_mm
    return at_brush(field, brush_mm, px_per_mm, even=even, whole_px=whole_px)


def _with_moved(labels: LabelImage, moved: Sequence[Moved], count: int) -> LabelImage:
    labels = labels.copy()
    height, width = labels.shape
    for one in moved:
        if one.step < count:
            at = (min(width - 1, int(one.x * width)), min(height - 1, int(one.y * height)))
            filled = np.zeros((height + 2, width + 2), dtype=np.uint8)
            cv2.floodFill(labels, filled, at, one.step, flags=4)
    return labels


def _with_own_values(steps: tuple[Step, ...], own: Sequence[float | None]) -> tuple[Step, ...]:
    """The steps at the painter's values; `BadSetting` unless they rise from dark to light."""
    set_to = [step.value if value is None else float(value) for step, value in zip(steps, own, strict=False)]
    set_to += [step.value for step in steps[len(set_to) :]]
    if not all(0 <= v <= 10 for v in set_to) or any(b <= a for a, b in itertools.pairwise(set_to)):
        raise BadSetting(
            f"The steps' values {', '.join(f'{v:.2f}' for v in set_to)} do not rise.",
            "Keep every step lighter than the one below it.",
        )
    return tuple(replace(step, value=value) for step, value in zip(steps, set_to, strict=True))


def _steps(field: MunsellValue, labels: LabelImage, limits: tuple[float, ...], support: Support) -> tuple[Step, ...]:
    """Shares over every pixel; means over every third each way, where that finds the step at all: as good, and quicker."""
    ends = (float(field.min()), *limits, float(field.max()))
    pixels = _count(labels, len(limits) + 1)
    few = labels[::_EVERY, ::_EVERY]
    some = _count(few, len(limits) + 1)
    sums = np.bincount(few.ravel(), weights=field[::_EVERY, ::_EVERY].ravel(), minlength=len(limits) + 1)
    steps = []
    for index in range(len(limits) + 1):
        share = float(pixels[index]) / labels.size
        if some[index]:
            value = float(sums[index] / some[index])
        elif pixels[index]:
            value = float(field[labels == index].mean())
        else:
            value = (ends[index] + ends[index + 1]) / 2
        steps.append(Step(index=index, value=value, share=share, area_cm2=share * support.area_cm2))
    return tuple(steps)


def _count(labels: LabelImage, count: int) -> np.ndarray:
    return cv2.calcHist([np.ascontiguousarray(labels)], [0], None, [count], [0, count]).ravel()
