"""Films of finite thickness: over any ground, on top of each other, as glazes; how well they hide and in how many coats.

All thicknesses are dry unless `wet` stands in the name; `appearance.WET_SHARE` turns one into the other.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..colour import spectra
from ..colour.types import Float, Reflectance
from ..kit.errors import BadSetting
from . import appearance, kubelka_munk, surface
from .catalogue import SCATTERING_UNIT_PER_UM, Paintbox

FULL_HIDING = 0.98
"""Contrast ratio that counts as hidden (iso6504_3)."""

CARD_BLACK, CARD_WHITE = 0.05, 0.80
"""Luminous reflectance of the contrast card (iso6504_3): black at most 0.05, white 0.80."""

THIN_FILM_UM = 10.0
"""A thin film, at which transparent and opaque paints part over black; prototype finding."""

_THICKEST_UM = 5000.0


@dataclass(frozen=True, eq=False)
class Film:
    """One layer: parts of the box's paints, dry thickness, and the share of clear medium in it (0-1)."""

    parts: Float
    dry_um: float
    medium_share: float = 0.0

    def __post_init__(self) -> None:
        if not (math.isfinite(self.dry_um) and 0 <= self.dry_um <= _THICKEST_UM):
            raise BadSetting(f"A film of {self.dry_um:g} um cannot be laid.", f"Choose 0 to {_THICKEST_UM:g} um.")
        if not 0 <= self.medium_share <= 1:
            raise BadSetting(
                f"A medium share of {self.medium_share:g} is not a share.", "Choose 0 (no medium) to 1 (only medium)."
            )


def over(film: Film, box: Paintbox, beneath: Reflectance) -> Reflectance:
    """Internal reflectance of a film over an internal reflectance beneath.

    Clear medium neither absorbs nor scatters: the film does what its paint alone would do in a thinner one.
    """
    absorption, scattering = appearance.coefficients(film.parts, box)
    paint_um = film.dry_um * (1.0 - film.medium_share)
    return kubelka_munk.film(absorption, scattering, paint_um * SCATTERING_UNIT_PER_UM, beneath)


def over_wet(
    parts: Float, wet_um: float, medium_share: float, box: Paintbox, beneath: Reflectance, *, water: bool = False
) -> Reflectance:
    """Internal reflectance of a film that is still wet, over an internal reflectance beneath.

    The paint's pigment is spread through the wet film; binder and medium are emulsions and scatter until they clear, water as
    a medium does not.
    """
    absorption, scattering = appearance.coefficients(parts, box)
    pigment = appearance.WET_SHARE * (1.0 - medium_share)
    milky = 1.0 - medium_share if water else 1.0
    emulsion = milky * appearance.EMULSION_SCATTERING_PER_UM / SCATTERING_UNIT_PER_UM
    return kubelka_munk.film(
        pigment * absorption,
        appearance.WET_SCATTERING_GAIN * pigment * scattering + emulsion,
        wet_um * SCATTERING_UNIT_PER_UM,
        beneath,
    )


def stack(films: Sequence[Film], box: Paintbox, ground: Reflectance) -> Reflectance:
    """Internal reflectance of films laid one after the other over a ground, the first lowest (kubelka1948)."""
    for film in films:
        ground = over(film, box, ground)
    return ground


def on_card(film: Film, box: Paintbox, finish: surface.Finish = "satin") -> tuple[Reflectance, Reflectance]:
    """Measured reflectance of a film over the black and over the white of the contrast card."""
    dry = surface.dry(finish)
    black, white = (
        surface.seen(over(film, box, surface.internal(np.full(36, card), dry)), dry)
        for card in (CARD_BLACK, CARD_WHITE)
    )
    return black, white


def contrast_ratio(film: Film, box: Paintbox) -> float:
    """How well a film hides: its luminance over black by that over white (iso6504_3); 0.98 counts as full hiding."""
    black, white = (spectra.reflectance_to_xyz(r)[..., 1] for r in on_card(film, box))
    return float(black / white)


def hiding_um(parts: Float, box: Paintbox) -> float:
    """The thinnest dry film that hides, to 1 %; infinite when even a very thick one does not."""
    if contrast_ratio(Film(parts, _THICKEST_UM), box) < FULL_HIDING:
        return math.inf
    low, high = 0.0, _THICKEST_UM
    while high - low > 0.01 * high:
        middle = (low + high) / 2
        hides = contrast_ratio(Film(parts, middle), box) >= FULL_HIDING
        low, high = (low, middle) if hides else (middle, high)
    return high


def coats_to_hide(parts: Float, box: Paintbox, coat_um: float) -> float:
    """How many dry coats of this thickness hide black and white alike; infinite when none do."""
    needed = hiding_um(parts, box)
    return math.inf if math.isinf(needed) else max(1, math.ceil(needed / coat_um - 1e-9))


def lift_over_black(parts: Float, box: Paintbox, film_um: float = THIN_FILM_UM) -> float:
    """L* that a thin film adds to black: what painters feel as opaque, also where dark paints hide by absorbing."""
    black = surface.seen(np.zeros(36), surface.dry("satin"))
    covered = surface.seen(over(Film(parts, film_um), box, np.zeros(36)), surface.dry("satin"))
    lightness = spectra.reflectance_to_lab(np.stack([black, covered]))[..., 0]
    return float(lightness[1] - lightness[0])
