"""How like the plan a panel in a photo looks: correlation of small pictures."""

import cv2
import numpy as np

from ..colour.types import Float, Srgb8
from ..imaging.quick import lab_of

_THUMB = (64, 48)


def thumb(planned: Srgb8 | None) -> Float | None:
    """The planned picture small, its colours against their mean; None where it is of one colour."""
    if planned is None:
        return None
    lab = lab_of(cv2.resize(planned, _THUMB, interpolation=cv2.INTER_AREA))
    meant = lab - lab.mean(axis=(0, 1))
    return meant if float((meant**2).mean()) >= 1.0 else None


def likeness_of(photo: Srgb8, quad: Float, meant: Float | None) -> float:
    """Correlation of a panel's colours with the planned picture's, both small; 0 where the plan is of one colour."""
    if meant is None:
        return 0.0
    wide, high = _THUMB
    square = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], dtype=np.float32)
    every = max(1, round(float(np.linalg.norm(quad[1] - quad[0])) / wide / 2))
    fine = cv2.warpPerspective(
        photo,
        cv2.getPerspectiveTransform(quad.astype(np.float32), square * every),
        (wide * every, high * every),
        flags=cv2.INTER_LINEAR,
    )
    lab = lab_of(cv2.resize(fine, _THUMB, interpolation=cv2.INTER_AREA))
    seen = lab - lab.mean(axis=(0, 1))
    return float((seen * meant).sum() / np.sqrt(max(float((seen**2).sum() * (meant**2).sum()), 1e-9)))


def likeness_either_way(photo: Srgb8, quad: Float, meant: Float | None) -> float:
    """The same, the painting standing on its feet or on its head, whichever is more like it."""
    return max(likeness_of(photo, np.roll(quad, turn, axis=0), meant) for turn in (0, 2))


def is_plain(planned: Srgb8) -> bool:
    """Whether a planned picture is of one colour: nothing can be told by it."""
    return thumb(planned) is None
