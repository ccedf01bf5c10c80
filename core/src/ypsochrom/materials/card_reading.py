"""The colours of a swatch card from its photo: found by its corner marks, lit evenly, read against paper and greys.

1. The four marks give the homography from the photo to the card (hartley_zisserman2004, 4.1).
2. Bare paper all over the card gives the light: a quadratic surface per channel in log light is divided out.
3. The printed greys give the camera's tone: one gamma and gain per channel in log-log.
4. The median of each swatch's middle is its colour; its spread is its error.
"""

from dataclasses import dataclass

import cv2
import numpy as np

from ..colour import cielab, srgb
from ..colour.types import Float, LabTriple, LinearRgb, Srgb8
from ..imaging.bowl import bowl
from ..kit.advice import Advice
from ..kit.errors import BadCard
from ..paint.calibration import SwatchReading
from . import swatch_card
from .swatch_card import Box

PHOTO_SIGMA_LAB = 1.5
"""Error of a colour read from a photographed card; prototype figure."""

_PX_PER_MM = 5.0
_CAST_NOTED, _CAST_REFUSED = 0.22, 0.85
"""Natural logarithm of the strongest to the weakest channel of bare paper: noted above, refused above."""

_UNEVEN_NOTED = 0.7
"""Natural logarithm of the brightest to the darkest paper: half the light at one end."""

_CUT_OFF, _VIVID_CHROMA = 0.004, 25.0
_CUT_OFF_SIGMA_LAB = 6.0
"""A channel at the bottom of what sRGB can hold: the true colour lies somewhere outside it."""

_CLIPPED, _MOST_CLIPPED_SHARE = 0.985, 0.15
_DARKEST_PAPER = 0.08
_GAMMA_RANGE = (0.6, 1.7)
UNPAINTED_DE = 4.0
"""What differs from bare paper by less (CIELAB) has no paint on it."""


@dataclass(frozen=True, eq=False)
class CardReading:
    """The swatches that were painted, as readings; `flat` is the card put straight and lit evenly, for the screen."""

    readings: tuple[SwatchReading, ...]
    flat: Srgb8
    advice: tuple[Advice, ...] = ()


@dataclass(frozen=True, eq=False)
class StraightCard:
    """A photographed card put straight, lit evenly and toned by its greys, in linear light."""

    toned: LinearRgb
    advice: tuple[Advice, ...]

    def colours(self, box: Box) -> LinearRgb:
        """The pixels of a box's middle, of shape (n, 3)."""
        return _pixels(self.toned, box.inner(min(box.width, box.height) * 0.22)).reshape(-1, 3)


def straightened(photo: Srgb8) -> StraightCard:
    """A photo of a card in any position, to be read; `BadCard` says what keeps it from being."""
    flat = _flattened(photo)
    paper = np.stack([_median(flat, spot) for spot in swatch_card.PAPER_SPOTS])
    advice = _checked_light(paper)
    lit = flat * swatch_card.PAPER_REFLECTANCE / _light(paper, flat.shape[:2])
    return StraightCard(_toned(lit), tuple(advice))


def read_card(photo: Srgb8) -> CardReading:
    """Read a photo of the swatch card in any position; `BadCard` says what keeps it from being read."""
    card = straightened(photo)
    advice = list(card.advice)
    readings, vivid = [], []
    for kind, box in swatch_card.BOXES.items():
        colours = card.colours(box)
        lab = cielab.linear_to_lab(np.median(colours, axis=0))
        bare = swatch_card.BAR_REFLECTANCE if kind == "on black" else swatch_card.PAPER_REFLECTANCE
        if float(np.linalg.norm(lab - cielab.linear_to_lab(np.full(3, bare)))) < UNPAINTED_DE:
            continue
        spread = float(np.median(np.abs(cielab.linear_to_lab(colours) - lab)))
        if float(np.median(colours, axis=0).min()) < _CUT_OFF and float(np.hypot(lab[1], lab[2])) > _VIVID_CHROMA:
            spread = float(np.hypot(spread, _CUT_OFF_SIGMA_LAB))
            vivid.append(swatch_card.LABELS[kind])
        colour = (float(lab[0]), float(lab[1]), float(lab[2]))
        readings.append(SwatchReading(kind, lab=colour, sigma_lab=float(np.hypot(PHOTO_SIGMA_LAB, spread))))
    if vivid:
        advice.append(
            Advice(
                "materials.W013",
                "warning",
                f"Too vivid for a camera's colours: {', '.join(vivid)}. These readings count little.",
                "Read a paint like this with an instrument.",
            )
        )
    if not readings:
        raise BadCard("No swatch on the card is painted.", "Paint the boxes, let them dry, and photograph it again.")
    return CardReading(tuple(readings), srgb.encode_picture(np.clip(card.toned, 0, 1)), tuple(advice))


def _flattened(photo: Srgb8) -> LinearRgb:
    """The card seen straight from above in linear light, float32."""
    found = _marks(photo)
    missing = [name for number, name in enumerate(swatch_card.CORNERS) if number not in found]
    if len(missing) == 4:
        raise BadCard(
            "No swatch card is to be seen in this photo.",
            "Photograph the whole printed card from above, sharp and large in the picture.",
        )
    if missing:
        raise BadCard(
            f"The card's {' and '.join(missing)} corner mark cannot be seen.",
            "Show the whole card with all four marks uncovered and without glare, and photograph it again.",
        )
    to_card = _way_to_card(found)
    if to_card is None:
        raise BadCard("The card lies too steeply in the photo.", "Hold the camera straight above it.")
    size = (round(swatch_card.WIDTH_MM * _PX_PER_MM), round(swatch_card.HEIGHT_MM * _PX_PER_MM))
    linear = srgb.decode_picture(photo)
    flat: LinearRgb = np.asarray(cv2.warpPerspective(linear, to_card, size, flags=cv2.INTER_AREA))
    return flat


def _marks(photo: Srgb8) -> dict[int, Float]:
    """The card's marks in a photo by their numbers: corners (4, 2) in px."""
    detector = cv2.aruco.ArucoDetector(swatch_card.dictionary(), cv2.aruco.DetectorParameters())
    corners, ids, _ = detector.detectMarkers(cv2.cvtColor(photo, cv2.COLOR_RGB2GRAY))
    found: dict[int, Float] = {}
    for square, number in zip(corners, [] if ids is None else np.asarray(ids).ravel().tolist(), strict=False):
        found.setdefault(int(number), np.asarray(square, dtype=np.float64).reshape(4, 2))
    return found


def _way_to_card(marks: dict[int, Float]) -> Float | None:
    """The homography from the photo to the card, by all four marks."""
    seen = np.concatenate([marks[number] for number in range(4)]).astype(np.float64)
    there = np.concatenate([_square(swatch_card.mark_box(number)) for number in range(4)]) * _PX_PER_MM
    to_card, _ = cv2.findHomography(seen, there, 0)
    return None if to_card is None else np.asarray(to_card, dtype=float)


def card_in_view(photo: Srgb8) -> list[tuple[tuple[float, float], LabTriple]]:
    """The card's printed greys where it lies somewhere in a photo: places (shares) and CIELAB; none where a mark is missing."""
    marks = _marks(photo)
    to_card = _way_to_card(marks) if set(marks) >= set(range(4)) else None
    if to_card is None:
        return []
    middles = np.array([[box.x + box.width / 2, box.y + box.height / 2] for box, _ in swatch_card.GREYS])
    seen = cv2.perspectiveTransform(middles[None] * _PX_PER_MM, np.linalg.inv(to_card))[0]
    shares = seen / np.array([photo.shape[1], photo.shape[0]])
    lightness = cielab.luminance_to_lightness(np.array([reflectance for _, reflectance in swatch_card.GREYS]))
    return [((float(x), float(y)), (float(light), 0.0, 0.0)) for (x, y), light in zip(shares, lightness, strict=True)]


def _square(box: Box) -> Float:
    """The corners in the order in which the detector gives them: clockwise from the upper left."""
    right, lower = box.x + box.width, box.y + box.height
    return np.array([[box.x, box.y], [right, box.y], [right, lower], [box.x, lower]])


def _pixels(flat: LinearRgb, box: Box) -> LinearRgb:
    top, left = round(box.y * _PX_PER_MM), round(box.x * _PX_PER_MM)
    bottom, right = round((box.y + box.height) * _PX_PER_MM), round((box.x + box.width) * _PX_PER_MM)
    return flat[top:bottom, left:right]


def _median(flat: LinearRgb, box: Box) -> Float:
    return np.median(_pixels(flat, box.inner(0.4)).reshape(-1, 3), axis=0)


def _checked_light(paper: Float) -> list[Advice]:
    """What the light on the card allows; refuses what would only give wrong numbers."""
    if float((paper.max(axis=1) >= _CLIPPED).mean()) > _MOST_CLIPPED_SHARE:
        raise BadCard("The paper is burnt out to white in this photo.", "Expose less, or move out of direct sun.")
    if float(np.median(paper.max(axis=1))) < _DARKEST_PAPER:
        raise BadCard("The photo is too dark to be read.", "Photograph the card in good daylight.")
    middle = np.median(paper, axis=0)
    cast = float(np.log(middle.max() / max(middle.min(), 1e-4)))
    brightness = paper.mean(axis=1)
    uneven = float(np.log(brightness.max() / max(brightness.min(), 1e-4)))
    if cast > _CAST_REFUSED:
        raise BadCard(
            "The card was photographed in strongly coloured light.",
            "Use daylight without direct sun, or a daylight lamp, and set the camera's white balance to it.",
        )
    advice = []
    if cast > _CAST_NOTED:
        advice.append(
            Advice(
                "materials.W011",
                "warning",
                "The light on the card was coloured; it was taken out as far as the paper shows it.",
                "For a better reading photograph the card in daylight.",
            )
        )
    if uneven > _UNEVEN_NOTED:
        advice.append(
            Advice(
                "materials.W012",
                "warning",
                "One end of the card had less than half the light of the other; it was evened out.",
                "For a better reading turn the card so that the light falls on it evenly.",
            )
        )
    return advice


def _light(paper: Float, shape: tuple[int, int]) -> LinearRgb:
    """The light on bare paper at every pixel, per channel: a quadratic surface through the spots in log light."""
    height, width = shape
    spots = swatch_card.PAPER_SPOTS
    x = np.array([(s.x + s.width / 2) / swatch_card.WIDTH_MM for s in spots])
    y = np.array([(s.y + s.height / 2) / swatch_card.HEIGHT_MM for s in spots])
    surface, *_ = np.linalg.lstsq(bowl(x, y), np.log(np.maximum(paper, 1e-4)), rcond=None)
    columns, rows = np.meshgrid((np.arange(width) + 0.5) / width, (np.arange(height) + 0.5) / height)
    return np.exp(bowl(columns, rows) @ surface).astype(np.float32)


def _toned(lit: LinearRgb) -> LinearRgb:
    """Linear light in which the printed greys have the reflectance they are meant to have."""
    read = np.stack([_median(lit, box) for box, _ in swatch_card.GREYS])
    meant = np.array([reflectance for _, reflectance in swatch_card.GREYS])
    toned = np.empty_like(lit)
    for channel in range(3):
        level = np.append(read[:, channel], swatch_card.PAPER_REFLECTANCE)
        goal = np.append(meant, swatch_card.PAPER_REFLECTANCE)
        if (np.diff(read[:, channel]) >= 0).any():
            raise BadCard(
                "The printed greys of the card are not in their order.",
                "Something covers them or shines on them: photograph the card again without glare.",
            )
        gamma, gain = np.polyfit(np.log(np.maximum(level, 1e-4)), np.log(goal), 1)
        if not _GAMMA_RANGE[0] <= gamma <= _GAMMA_RANGE[1]:
            raise BadCard(
                "The tones of the photo are too far from the printed greys.",
                "Switch off filters and high contrast modes of the camera.",
            )
        toned[..., channel] = np.exp(gain) * np.maximum(lit[..., channel], 1e-5) ** gamma
    return toned
