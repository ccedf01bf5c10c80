"""The panel in a photo: its corners, and the way between photo and panel."""

from dataclasses import dataclass

import cv2
import numpy as np

from ..colour.types import Float
from ..imaging.lens import bent
from ..kit.errors import BadPicture
from .candidates import areas_of


@dataclass(frozen=True)
class Panel:
    """The panel in a photo: corners (x, y as shares, upper left first, clockwise as the painting hangs) and the lens' term.

    `rim` (0-1) is how much of its rim was seen (0: the photo ends with the painting). `upside_down`: the painting stood on its
    head, and the corners are in the painting's own order.
    """

    corners: tuple[tuple[float, float], ...]
    lens: float = 0.0
    rim: float = 1.0
    upside_down: bool = False
    by_hand: bool = False

    def to_photo(self, points: Float, photo: tuple[int, int]) -> Float:
        """Points of the panel (..., 2; shares) in px of a photo of this width and height."""
        size = np.array(photo)
        straight = bent(np.array(self.corners) * size, self.lens, photo, back=True)
        way = cv2.getPerspectiveTransform(_UNIT, straight.astype(np.float32))
        seen = cv2.perspectiveTransform(np.asarray(points, dtype=np.float64).reshape(1, -1, 2), way)
        return bent(np.asarray(seen, dtype=float).reshape(np.shape(points)), self.lens, photo)

    def from_photo(self, points: Float, photo: tuple[int, int]) -> Float:
        """The inverse: px of a photo as shares of the panel, beyond 0-1 beside it."""
        size = np.array(photo)
        straight = bent(np.array(self.corners) * size, self.lens, photo, back=True)
        way = cv2.getPerspectiveTransform(straight.astype(np.float32), _UNIT)
        at = bent(np.asarray(points, dtype=np.float64), self.lens, photo, back=True)
        return np.asarray(cv2.perspectiveTransform(at.reshape(1, -1, 2), way).reshape(np.shape(points)))


_UNIT = np.array([[0, 0], [1, 0], [1, 1], [0, 1]], dtype=np.float32)


def panel_by_hand(corners: tuple[tuple[float, float], ...]) -> Panel:
    """A panel whose corners the painter set (shares, in the order of the painting); `BadPicture` where they make none."""
    points = np.array(corners, dtype=float)
    if points.shape != (4, 2) or not np.isfinite(points).all() or (np.abs(points - 0.5) > 1.0).any():
        raise BadPicture("The corners do not lie in the photo.", "Give four corners, clockwise from the upper left.")
    there, on = np.roll(points, -1, axis=0) - points, np.roll(points, -2, axis=0) - np.roll(points, -1, axis=0)
    turns = there[:, 0] * on[:, 1] - there[:, 1] * on[:, 0]
    if not (turns > 0).all() or float(areas_of(points[None])[0]) < 0.005:
        raise BadPicture(
            "The four corners make no panel.", "Set them clockwise from the painting's upper left, wide apart."
        )
    return Panel(tuple((float(x), float(y)) for x, y in points), by_hand=True)
