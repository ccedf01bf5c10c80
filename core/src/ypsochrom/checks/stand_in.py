"""Stand-in paintings: a planned stage with known errors, for the simulated camera, the demo and tests.

The simulated hand paints some areas too light or too dark, moves places, hardens edges, leaves ground showing and areas undone.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import cv2
import numpy as np

from ..colour import srgb
from ..colour.munsell import luminance_to_value, value_to_luminance
from ..colour.types import LinearRgb
from .stage import PlannedStage

MOVED_MM, AROUND_MM, FADING_MM = 2.0, 24.0, 12.0
"""How far a place is usually moved, how far around it what it stands on goes along, and over which width that fades."""


@dataclass(frozen=True)
class Errors:
    """What is wrong with a stand-in: `values` by area (id) in Munsell steps, `moved` places and ways (mm), areas left `undone`
    (as the stage before), and areas `streaky` by how much (0-1) of them is bare.
    """

    values: Mapping[str, float] = field(default_factory=dict)
    moved: Sequence[tuple[tuple[float, float], tuple[float, float]]] = ()
    undone: Sequence[str] = ()
    streaky: Mapping[str, float] = field(default_factory=dict)
    seed: int = 0


def painted_with(stage: PlannedStage, errors: Errors, *, wet: frozenset[str] = frozenset()) -> LinearRgb:
    """The stage in linear light as a hand with these errors would have painted it."""
    linear = srgb.decode_picture(stage.planned(wet))
    before = srgb.decode_picture(stage.so_far[-2])
    index = {area.id: area.index for area in stage.areas}
    for area in errors.undone:
        own = stage.labels == index[area]
        linear[own] = before[own]
    for area, bare in errors.streaky.items():
        own = (stage.labels == index[area]) & (_streaks(stage, errors.seed) < bare)
        linear[own] = before[own]
    for area, error in errors.values.items():
        own = stage.labels == index[area]
        linear[own] = _lighter(linear[own], error)
    return _moved(linear, stage, errors.moved) if errors.moved else linear


def _lighter(linear: LinearRgb, error: float) -> LinearRgb:
    """Light by so many Munsell steps up or down, hue kept."""
    bright = np.maximum(srgb.luminance(linear), 1e-4)
    value = np.clip(luminance_to_value(np.clip(bright, 1e-4, 1)) + error, 0.3, 9.8)
    return np.clip(linear * (value_to_luminance(value) / bright)[:, None], 0, 1)


def true_error(stage: PlannedStage, area: str, linear: LinearRgb) -> float:
    """By how many steps the mean light of an area differs from the plan's."""
    own = stage.labels == next(one.index for one in stage.areas if one.id == area)
    either = [float(srgb.luminance(one[own].mean(axis=0))) for one in (srgb.decode_picture(stage.dry), linear)]
    before, after = luminance_to_value(np.array(either))
    return float(after - before)


def _streaks(stage: PlannedStage, seed: int) -> np.ndarray:
    """Noise drawn out like a brush's strokes, evenly spread over 0-1."""
    high, wide = stage.labels.shape
    noise = np.random.default_rng(seed).normal(0, 1, (high, wide)).astype(np.float32)
    drawn = cv2.GaussianBlur(noise, (0, 0), sigmaX=12 / stage.mm_per_px, sigmaY=1.0 / stage.mm_per_px)
    return np.asarray(np.argsort(np.argsort(drawn.ravel())).reshape(high, wide) / drawn.size)


def _moved(
    linear: LinearRgb, stage: PlannedStage, moved: Sequence[tuple[tuple[float, float], tuple[float, float]]]
) -> LinearRgb:
    high, wide = linear.shape[:2]
    y, x = np.mgrid[0:high, 0:wide].astype(np.float32)
    from_x, from_y = x.copy(), y.copy()
    for at, way in moved:
        away = np.hypot((x + 0.5) * stage.mm_per_px - at[0], (y + 0.5) * stage.mm_per_px - at[1])
        share = np.clip((AROUND_MM - away) / FADING_MM, 0, 1)
        from_x -= share * way[0] / stage.mm_per_px
        from_y -= share * way[1] / stage.mm_per_px
    return np.asarray(
        cv2.remap(linear.astype(np.float32), from_x.astype(np.float32), from_y.astype(np.float32), cv2.INTER_LINEAR)
    )


def usual_errors(stage: PlannedStage, seed: int) -> Errors:
    """What a hand gets wrong on a usual day: two areas half a step off, one streaky, by the seed."""
    rng = np.random.default_rng(seed)
    large = [area.id for area in stage.areas if area.area_cm2 > 0.01 * stage.support.area_cm2]
    chosen = [large[k] for k in rng.permutation(len(large))[:3]]
    values = {area: float(rng.choice([-0.6, 0.6])) for area in chosen[:2]}
    return Errors(values=values, streaky=dict.fromkeys(chosen[2:], 0.25), seed=seed)
