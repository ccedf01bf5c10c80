"""The panel found by itself: of all places where it may lie, the one with an edge along its rim that is most like the plan."""

from collections.abc import Iterable
from dataclasses import replace

import cv2
import numpy as np

from ..colour.types import Float, Srgb8
from ..imaging.quick import lab_of
from ..imaging.resample import fit_within
from ..kit.errors import BadPicture
from .candidates import (
    FOUND_PX,
    LEAST_RIM,
    apart_from_wall,
    areas_of,
    found_again,
    lines_in,
    quads_of,
    registered,
    rims_of,
    slopes,
)
from .likeness import likeness_either_way, likeness_of, thumb
from .panel import Panel
from .sides import REACH, refined_sides

_WHOLE = ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
_LOOKED_AT = 60
_LIKENESS_WEIGHT = 1.5
_SURE = 0.75 + 2 * _LIKENESS_WEIGHT * 0.93
"""Worth of a panel beyond which no other place is looked for: three quarters of its rim are seen, and it looks like the plan."""
_CUT_ASPECT, _CUT_LIKENESS = 0.03, 0.9
"""A photo of the panel's own proportions that is so like the plan ends where the painting ends."""
_SHARP_SLOPE = 2.5
"""L* a pixel across the sharpest edges of a photo at `FOUND_PX`."""
_OUTSIDE = 0.02
"""Corners may lie so far outside the photo (shares): their sides are seen, and they are where those meet."""
_ELSEWHERE_PX = 3.0
"""What is found by its marks so far from what is found by its lines is looked at as well."""
_SURELY_LIKE = 0.75
_TURN_BY = 0.25
"""A painting that is so much more like the plan when it is turned has been photographed upside down."""


def find_panel(photo: Srgb8, aspect: float, planned: Srgb8 | None = None) -> Panel:
    """The panel of this aspect (width by height) in a photo; `planned` is the painting as it should look, to tell it by.

    `BadPicture` where no four edges of a panel are to be seen.
    """
    wide, high = fit_within(photo.shape[1], photo.shape[0], FOUND_PX)
    small: Srgb8 = np.asarray(cv2.resize(photo, (wide, high), interpolation=cv2.INTER_AREA), dtype=np.uint8)
    meant = thumb(planned)
    if _fills(small, aspect, meant):
        return right_way_up(photo, Panel(_WHOLE, rim=0.0), planned)
    lab = lab_of(cv2.GaussianBlur(small, (0, 0), 1.0))
    level, upright = lines_in(small, lab)
    quads = quads_of(level, upright, (wide, high), aspect)
    again = None if planned is None else found_again(small, planned, aspect)
    own = [*([] if again is None else [again]), *apart_from_wall(lab)]
    quads = np.concatenate([quads, *(one[None] for one in own)])
    if not len(quads):
        raise _not_found()
    rims = rims_of(quads, slopes(lab))
    share = areas_of(quads) / (wide * high)
    worth = rims.mean(axis=1) + 0.5 * rims.min(axis=1) + (0.8 if meant is None else 0.15) * np.sqrt(share)
    best = np.argsort(-worth)[:_LOOKED_AT]
    first_own = len(quads) - len(own)
    best = np.unique([*best, *range(first_own, len(quads))])
    alike = np.array([likeness_either_way(small, quads[one], meant) for one in best])
    seen = (rims[best].mean(axis=1) >= LEAST_RIM) | (alike >= _SURELY_LIKE) | (best >= first_own)
    best, alike = best[seen], alike[seen]
    if not len(best):
        raise _not_found()
    chosen = int(best[np.argmax(worth[best] + _LIKENESS_WEIGHT * alike)])
    likely = [(quads[chosen], REACH)]
    likely += [(one, 3 * REACH) for one in own if np.abs(one - quads[chosen]).max() > _ELSEWHERE_PX]
    scale = np.array([photo.shape[1], photo.shape[0]]) / np.array([wide, high])

    def refined(likely: Iterable[tuple[Float, int]]) -> list[Panel]:
        seen = (refined_sides(photo, _upright(quad) * scale, reach) for quad, reach in likely)
        return [one for one in seen if one is not None]

    found = refined(likely)
    if planned is not None and max((_worth(photo, one, meant) for one in found), default=0.0) < _SURE:
        settled = (registered(small, quad, planned) for quad, _ in likely)
        found += refined((one, REACH) for one in settled if one is not None)
    if not found:
        raise _not_found()
    best_of = max(found, key=lambda one: _worth(photo, one, meant))
    if (np.abs(np.array(best_of.corners) - 0.5) > 0.5 + _OUTSIDE).any():
        raise BadPicture(
            "Part of the painting lies outside this photo.",
            "Photograph it again with all four edges in the picture.",
        )
    return right_way_up(photo, best_of, planned)


def _fills(small: Srgb8, aspect: float, meant: Float | None) -> bool:
    """Whether the photo shows the painting and nothing else: a picture cut out, or a screen's."""
    high, wide = small.shape[:2]
    if meant is None or abs(np.log(wide / high / aspect)) > _CUT_ASPECT:
        return False
    quad = np.array(_WHOLE) * np.array([wide, high])
    return likeness_either_way(small, quad, meant) >= _CUT_LIKENESS


def _upright(quad: Float) -> Float:
    """The corners beginning at the photo's own upper left."""
    return np.roll(quad, 2, axis=0) if quad[:2, 1].mean() > quad[2:, 1].mean() else quad


def _worth(photo: Srgb8, panel: Panel, meant: Float | None) -> float:
    """How likely a panel is the painting: by its rim, and by how like the plan it looks."""
    points = np.array(panel.corners) * np.array([photo.shape[1], photo.shape[0]])
    return panel.rim + 2 * _LIKENESS_WEIGHT * likeness_either_way(photo, points, meant)


def right_way_up(photo: Srgb8, found: Panel, planned: Srgb8 | None) -> Panel:
    """The panel with its corners in the painting's order, where it was photographed on its head."""
    if planned is None:
        return found
    points = np.array(found.corners) * np.array([photo.shape[1], photo.shape[0]])
    meant = thumb(planned)
    as_is, turned = (likeness_of(photo, np.roll(points, k, axis=0), meant) for k in (0, 2))
    if turned < as_is + _TURN_BY:
        return found
    return replace(found, corners=found.corners[2:] + found.corners[:2], upside_down=True)


def likeness(photo: Srgb8, panel: Panel, planned: Srgb8) -> float:
    """How like the plan the panel in a photo looks, -1 to 1; 0 where the plan shows nothing yet."""
    points = np.array(panel.corners) * np.array([photo.shape[1], photo.shape[0]])
    return likeness_of(photo, points, thumb(planned))


def is_blurred(photo: Srgb8) -> bool:
    """Whether a photo shows no edge at all that is sharp."""
    wide, high = fit_within(photo.shape[1], photo.shape[0], FOUND_PX)
    light = lab_of(cv2.resize(photo, (wide, high), interpolation=cv2.INTER_AREA))[..., 0]
    slope = np.hypot(cv2.Sobel(light, cv2.CV_32F, 1, 0), cv2.Sobel(light, cv2.CV_32F, 0, 1)) / 8
    return float(np.quantile(slope, 0.999)) < _SHARP_SLOPE


def _not_found() -> BadPicture:
    return BadPicture(
        "No panel with four straight edges was found in this photo.",
        "Drag the four corners onto the painting's own, or photograph it again with all four edges in the picture.",
    )
