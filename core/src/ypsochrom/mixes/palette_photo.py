"""A photo of the whole palette beside a grey card: where each pile lies, and what colour it has.

1. The photo is freed from its light by the card, made small, and smoothed without crossing edges.
2. It falls apart into regions of one colour (Felzenszwalb and Huttenlocher 2004; scikit-image).
3. The largest region along the rim is the tray; how its brightness runs over the photo is how the light falls off, which is
   taken out.
4. Compact regions of another colour than the tray are piles; each is read in its middle, clear of smeared edges.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np

from ..colour import cielab, srgb
from ..colour.ciede2000 import delta_e_2000
from ..colour.differences import in_words
from ..colour.types import Float, LabTriple, Srgb8, triple
from ..imaging.bowl import bowl
from ..kit.advice import Advice
from ..kit.errors import BadPicture
from ..materials.swatch_card import GREY_CARD_REFLECTANCE
from .grey_card import card_light
from .mix_set import Mix

MOST_PILES = 40
_LONGEST_PX = 420
_TRAY_DE00 = 6.0
"""What is nearer to the tray's colour than this is tray, or a stain on it."""

_ONE_PILE_DE00 = 3.0
"""Touching regions nearer than this are one pile under uneven light."""

_LEAST_SHARE, _MOST_SHARE = 0.003, 0.3
_THINNEST = 0.012
"""Radius of a pile's widest disc as a share of the photo's short side; less is a smear or a rim."""

_CORE = 0.5
"""A pile is read where it is at least so deep, as a share of its deepest place."""

_LEAST_TRAY = 0.15


@dataclass(frozen=True)
class SeenPile:
    """A pile in the photo: its middle as shares of width and height, and its colour on the card's terms (CIELAB, D65)."""

    x: float
    y: float
    lab: LabTriple


def piles_on(
    photo: Srgb8, card: tuple[float, float], *, card_reflectance: float = GREY_CARD_REFLECTANCE
) -> tuple[tuple[SeenPile, ...], tuple[Advice, ...]]:
    """The piles of a palette, by rows from the top left; the card is tapped at `card` (shares of width and height).

    `BadPicture` where the card tells nothing, or no pile stands out from the tray.
    """
    grey, advice = card_light(photo, card)
    height, width = photo.shape[:2]
    scale = min(1.0, _LONGEST_PX / max(height, width))
    size = (max(1, round(width * scale)), max(1, round(height * scale)))
    small: Srgb8 = cv2.resize(photo, size, interpolation=cv2.INTER_AREA).astype(np.uint8)
    linear = srgb.decode_picture(small) / grey * card_reflectance
    regions = _regions(linear)
    on_card = int(regions[_at(card[1], size[1]), _at(card[0], size[0])])
    linear = _evened(linear, regions, card)
    lab = cielab.linear_to_lab(np.clip(linear, 0, 1.2))
    regions = _joined(regions, lab)
    on_card = int(regions[_at(card[1], size[1]), _at(card[0], size[0])])
    tray = _tray_of(regions, on_card)
    tray_lab = np.median(lab[regions == tray], axis=0)
    found = []
    for one in np.unique(regions):
        if one in (tray, on_card):
            continue
        mask = (regions == one).astype(np.uint8)
        if not _LEAST_SHARE <= mask.mean() <= _MOST_SHARE:
            continue
        depth = cv2.distanceTransform(np.pad(mask, 1), cv2.DIST_L2, 5)[1:-1, 1:-1]
        if depth.max() < _THINNEST * min(size):
            continue
        middle = depth >= _CORE * depth.max()
        seen = np.median(lab[middle], axis=0)
        if delta_e_2000(seen, tray_lab) >= _TRAY_DE00:
            y, x = np.unravel_index(int(depth.argmax()), depth.shape)
            found.append(SeenPile((x + 0.5) / size[0], (y + 0.5) / size[1], triple(seen)))
    if not found:
        raise BadPicture(
            "No pile stands out from the tray in this photo.", "Photograph the palette from above, filling the picture."
        )
    return tuple(sorted(found, key=lambda pile: (round(pile.y * 6), pile.x))[:MOST_PILES]), advice


@dataclass(frozen=True)
class Meant:
    """The mix that a pile is most likely meant to be, how far off it is (CIEDE2000), and that in words."""

    mix: Mix
    de00: float
    difference: str


def nearest_mix(lab: LabTriple, mixes: Sequence[Mix], *, wet: bool) -> Meant | None:
    """The mix that a pile of this colour is most likely meant to be; None where there are no mixes."""
    if not mixes:
        return None
    meant = np.array([mix.match.lab_wet if wet else mix.match.lab_dry for mix in mixes])
    away = delta_e_2000(np.array(lab), meant)
    best = int(np.argmin(away))
    return Meant(mixes[best], float(away[best]), in_words(np.array(lab), meant[best]))


def _at(share: float, count: int) -> int:
    return min(count - 1, max(0, round(share * (count - 1))))


def _regions(linear: Float) -> np.ndarray:
    """Regions of one colour, numbered from 0."""
    from skimage.segmentation import felzenszwalb  # seldom asked for, and slow to load

    lab = cielab.linear_to_lab(np.clip(linear, 0, 1.2)).astype(np.float32)
    smooth = cv2.bilateralFilter(lab, d=9, sigmaColor=8, sigmaSpace=4)
    least = round(_LEAST_SHARE / 2 * lab.shape[0] * lab.shape[1])
    return felzenszwalb(smooth / 100, scale=60, sigma=0.6, min_size=max(20, least), channel_axis=-1)


def _tray_of(regions: np.ndarray, on_card: int) -> int:
    """The region that takes most of the rim, the card's left out."""
    rim = np.concatenate([regions[0], regions[-1], regions[:, 0], regions[:, -1]])
    counts = np.bincount(rim[rim != on_card])
    if counts.size == 0:
        raise BadPicture("The card fills the photo's rim.", "Leave some of the tray around the piles and the card.")
    return int(counts.argmax())


def _evened(linear: Float, regions: np.ndarray, card: tuple[float, float]) -> Float:
    """The photo as lit everywhere like at the card: how light falls off is read from the tray, where enough of it shows."""
    height, width = regions.shape
    on_card = int(regions[_at(card[1], height), _at(card[0], width)])
    tray = regions == _tray_of(regions, on_card)
    if tray.mean() < _LEAST_TRAY:
        return linear
    y, x = np.mgrid[0:height, 0:width] / np.array([max(1, height - 1), max(1, width - 1)])[:, None, None]
    light = np.log(np.maximum(linear[tray].mean(axis=-1), 1e-4))
    terms = bowl(x, y)
    fall, *_ = np.linalg.lstsq(terms[tray], light, rcond=None)
    at = terms[_at(card[1], height), _at(card[0], width)]
    return linear * np.exp((at - terms) @ fall)[..., None]


def _joined(regions: np.ndarray, lab: Float) -> np.ndarray:
    """Touching regions of one colour as one."""
    size = np.bincount(regions.ravel()).astype(float)
    sums = [np.bincount(regions.ravel(), weights=lab[..., i].ravel()) for i in range(3)]
    colour: Float = np.stack(sums, axis=1) / np.maximum(size, 1)[:, None]
    sides = ((regions[:, :-1], regions[:, 1:]), (regions[:-1], regions[1:]))
    touching = np.concatenate([(one.ravel().astype(np.int64) * len(size) + other.ravel()) for one, other in sides])
    pairs = np.stack(np.divmod(np.unique(touching), len(size)))
    owner = np.arange(len(size))
    while True:
        one, other = owner[pairs]
        away = np.where(one == other, np.inf, delta_e_2000(colour[one], colour[other]))
        nearest = int(np.argmin(away))
        if not away[nearest] < _ONE_PILE_DE00:
            return owner[regions]
        kept, gone = one[nearest], other[nearest]
        colour[kept] = (colour[kept] * size[kept] + colour[gone] * size[gone]) / (size[kept] + size[gone])
        size[kept] += size[gone]
        owner[owner == gone] = kept
