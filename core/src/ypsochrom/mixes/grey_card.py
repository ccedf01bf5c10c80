"""A colour from a photo of the palette beside a grey card: what lies there, freed from the light it was seen in."""

from dataclasses import dataclass

import numpy as np

from ..colour import cielab, srgb
from ..colour.types import LabTriple, Srgb8, triple
from ..kit.advice import Advice
from ..kit.errors import BadPicture
from ..materials.swatch_card import GREY_CARD_REFLECTANCE

_PATCH_SHARE = 0.02
_CLIPPED, _DARKEST = 0.985, 0.01
_CAST_NOTED, _CAST_REFUSED = 0.35, 1.1
"""Natural logarithm of the card's strongest to its weakest channel."""


@dataclass(frozen=True)
class PhotoColour:
    """The colour at a point of the photo as it would be on the card's own terms, and what to know about it."""

    lab: LabTriple
    advice: tuple[Advice, ...] = ()


def beside_grey(
    photo: Srgb8,
    card: tuple[float, float],
    patch: tuple[float, float],
    *,
    card_reflectance: float = GREY_CARD_REFLECTANCE,
) -> PhotoColour:
    """The colour at `patch`, both places given as shares of width and height; the light is taken to be the same on both."""
    grey, advice = card_light(photo, card)
    seen = light_at(photo, patch)
    return PhotoColour(triple(cielab.linear_to_lab(np.clip(seen / grey * card_reflectance, 0, 1.2))), advice)


def card_light(photo: Srgb8, card: tuple[float, float]) -> tuple[np.ndarray, tuple[Advice, ...]]:
    """What the grey card sends back (linear sRGB), and what to know about the light; `BadPicture` where it tells nothing."""
    grey = light_at(photo, card)
    if grey.max() >= _CLIPPED or grey.min() <= _DARKEST:
        raise BadPicture(
            "The grey card is burnt out or black in this photo.", "Photograph it again with less or more light."
        )
    cast = float(np.log(grey.max() / grey.min()))
    if cast > _CAST_REFUSED:
        raise BadPicture(
            "What was tapped is not grey, or the light is strongly coloured.",
            "Tap the grey card itself, and photograph it in daylight.",
        )
    advice: tuple[Advice, ...] = ()
    if cast > _CAST_NOTED:
        advice = (
            Advice(
                "mixes.W010",
                "warning",
                "The light on the grey card was coloured; it was taken out, but the reading is rough.",
                "Photograph the pile again in daylight.",
            ),
        )
    return grey, advice


def light_at(photo: Srgb8, at: tuple[float, float], patch_share: float = _PATCH_SHARE) -> np.ndarray:
    """Median linear light (3,) around a point (shares), up to so far from it (share of the shorter side)."""
    height, width = photo.shape[:2]
    reach = max(2, round(min(height, width) * patch_share))
    x, y = round(at[0] * (width - 1)), round(at[1] * (height - 1))
    patch = photo[max(0, y - reach) : y + reach + 1, max(0, x - reach) : x + reach + 1]
    return np.median(srgb.decode_picture(patch).reshape(-1, 3), axis=0)
