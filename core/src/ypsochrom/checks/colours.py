"""Area by area: value, chroma and hue against the planned stage, the cover, and what looks as an earlier pass left it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import cv2
import numpy as np

from ..colour import cielab, srgb
from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import hue_turn_deg, in_words
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, LabTriple, LinearRgb, Mask, triple
from ..imaging.outlines import meeting
from ..imaging.quick import lab_of_light
from .light import Light
from .stage import CheckedArea, PlannedStage

_RIM_MM = 2.5
"""So far from its border an area is read: there edges are soft and lines may be off."""

_LEAST_PX, _LEAST_SEEN = 24, 0.15
_CHANGED_DE00 = 5.0
"""Planned states that differ by less than this cannot be told apart in a photo."""

_BARE_FROM = 0.6
"""A pixel that is so much nearer to what lies beneath than to the paint planned over it counts as bare."""

WHOLE_COVER = 0.85
"""An area of which less hides what lies beneath wants another coat."""

_UNDONE = 0.25
"""An area of which no more of this pass than that is covered has not been painted in it."""

_EARLIER, _OFF_DE00 = 0.5, 2.5
_STREAKY_FROM, _STREAK_MM = 0.16, 3.0


@dataclass(frozen=True)
class AreaFinding:
    """An area (id) in the photo against its planned state; errors are the painting's minus the plan's.

    `value_uncertainty` is one standard deviation in Munsell steps. `covered` (0-1) is how much of what this stage was to lay
    there hides what lies beneath; None where the two cannot be told apart. `looks_like` is the earlier stage (0: bare support)
    that it still looks like, `in_part` where only what this pass was to paint of it does. `seen` (0-1) is how much of it could be
    read, `streaks` how uneven the cover is (0-1), `pile` (id) what lies on most of it.
    """

    area: str
    value_error: float
    value_uncertainty: float
    chroma_error: float
    hue_error_deg: float
    de00: float
    lab: LabTriple
    planned: LabTriple
    words: str
    covered: float | None = None
    looks_like: int | None = None
    in_part: bool = False
    streaks: float = 0.0
    seen: float = 1.0
    wet: bool = False
    pile: str | None = None

    @property
    def is_covered(self) -> bool:
        """Whether what lies beneath hardly shows, as far as that can be told."""
        return self.covered is None or self.covered >= WHOLE_COVER


@dataclass(frozen=True, eq=False)
class Seen:
    """The painting freed from its light and the plan it is held against, linear sRGB; `good` pixels can be trusted."""

    lit: LinearRgb
    planned: LinearRgb
    good: Mask
    light: Light


def area_findings(
    seen: Seen, stage: PlannedStage, so_far: Sequence[LinearRgb], wet: frozenset[str]
) -> list[AreaFinding]:
    """All areas of which enough can be read; `so_far` are the dry stages in linear light, the bare support first."""
    inner = _inner(stage)
    lab, meant, beneath = (lab_of_light(one) for one in (seen.lit, seen.planned, so_far[-2]))
    toward = beneath - meant
    apart = (toward**2).sum(axis=-1)
    bare = ((lab - meant) * toward).sum(axis=-1) / np.maximum(apart, 1.0)
    told = apart > _CHANGED_DE00**2
    rough = bare - cv2.GaussianBlur(bare, (0, 0), max(1.0, _STREAK_MM / stage.mm_per_px))
    found = []
    for area in stage.areas:
        own = stage.labels == area.index
        core = own & inner & seen.good
        if core.sum() < _LEAST_PX:
            core = own & seen.good
        if core.sum() < _LEAST_PX or core.sum() < _LEAST_SEEN * (own & inner).sum():
            continue
        one = _finding(area, core, seen, so_far, stage)
        changed = core & told
        if changed.sum() >= max(_LEAST_PX, 0.05 * core.sum()):
            covered = float((bare[changed] < _BARE_FROM).mean())
            streaks = float(np.clip(np.std(rough[changed]) / _STREAKY_FROM - 1, 0, 1)) if covered < 0.98 else 0.0
            one = replace(one, covered=covered, streaks=streaks)
            if one.looks_like is None and covered < _UNDONE:
                one = replace(one, looks_like=len(so_far) - 2, in_part=True)
        pile = stage.pile_on(area.id)
        found.append(
            replace(
                one,
                seen=float(core.sum() / max(1, (own & inner).sum())),
                wet=area.id in wet,
                pile=None if pile is None else pile.id,
            )
        )
    return found


def unsettled(findings: Sequence[AreaFinding]) -> frozenset[str]:
    """Areas (ids) whose edges say nothing yet: not painted in this stage, or with what lies beneath still showing."""
    return frozenset(one.area for one in findings if one.looks_like is not None or not one.is_covered)


def _inner(stage: PlannedStage) -> Mask:
    """Pixels well inside their area."""
    rim = meeting(stage.labels)
    rim[0], rim[-1], rim[:, 0], rim[:, -1] = True, True, True, True
    away = cv2.distanceTransform((~rim).astype(np.uint8), cv2.DIST_L2, 3)
    return np.asarray(away * stage.mm_per_px > _RIM_MM)


def _mean_lab(linear: LinearRgb, where: Mask) -> Lab:
    """Colour of the mean light, the tenth of the pixels that are brightest and the tenth that are darkest left out."""
    pixels = linear[where]
    bright = srgb.luminance(pixels)
    low, high = np.quantile(bright, [0.1, 0.9])
    return cielab.linear_to_lab(pixels[(bright >= low) & (bright <= high)].mean(axis=0))


def _finding(
    area: CheckedArea, core: Mask, seen: Seen, so_far: Sequence[LinearRgb], stage: PlannedStage
) -> AreaFinding:
    lab, planned = _mean_lab(seen.lit, core), _mean_lab(seen.planned, core)
    value, meant = float(lab_to_value(lab)), float(lab_to_value(planned))
    local = seen.light.rough / np.sqrt(max(1.0, core.sum() * stage.mm_per_px**2 / 400))
    sigma = float(
        np.hypot(seen.light.value_sigma(meant), 0.5 * local * seen.light.value_sigma(meant) / seen.light.sigma)
    )
    return AreaFinding(
        area=area.id,
        value_error=value - meant,
        value_uncertainty=float(np.hypot(sigma, 0.04)),
        chroma_error=float(np.hypot(*lab[1:]) - np.hypot(*planned[1:])),
        hue_error_deg=hue_turn_deg(planned, lab),
        de00=float(delta_e_2000(lab, planned)),
        lab=triple(lab),
        planned=triple(planned),
        words=in_words(lab, planned),
        looks_like=_looks_like(lab, planned, so_far[:-1], core),
    )


def _looks_like(lab: Lab, planned: Lab, earlier: Sequence[LinearRgb], core: Mask) -> int | None:
    """The latest earlier stage that an area looks like plainly more than like the planned one."""
    off = float(delta_e_2000(lab, planned))
    if not earlier or off < _OFF_DE00:
        return None
    states: Float = np.array([_mean_lab(one, core) for one in earlier])
    apart, away = delta_e_2000(states, planned), delta_e_2000(lab, states)
    nearest = int(len(states) - 1 - np.argmin(away[::-1]))
    if apart[nearest] < _CHANGED_DE00 or away[nearest] > _EARLIER * off:
        return None
    return nearest


@dataclass(frozen=True)
class Turned:
    """Two areas (ids) of which the first should be the darker, and is the lighter: by how many steps each way."""

    darker: str
    lighter: str
    planned: float
    painted: float


_PLAINLY, _TURNED = 0.5, 0.15


def turned_values(findings: Sequence[AreaFinding]) -> list[Turned]:
    """Pairs whose order of values is the wrong way round, the worst first; the light's own error falls out between two areas."""
    found = []
    value = {one.area: float(lab_to_value(np.array(one.lab))) for one in findings}
    meant = {one.area: float(lab_to_value(np.array(one.planned))) for one in findings}
    for one in findings:
        for other in findings:
            planned, painted = meant[other.area] - meant[one.area], value[other.area] - value[one.area]
            if planned >= _PLAINLY and painted <= -_TURNED and one.looks_like is None and other.looks_like is None:
                found.append(Turned(one.area, other.area, planned, painted))
    return sorted(found, key=lambda pair: pair.painted - pair.planned)
