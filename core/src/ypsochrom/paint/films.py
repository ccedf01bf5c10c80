"""Films of finite thickness: over any ground, on top of each other, as glazes; how well they hide and in how many coats.

All thicknesses are dry unless `wet` stands in the name; `appearance.WET_SHARE` turns one into the other.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..colour import spectra
from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Reflectance
from ..kit.errors import BadSetting
from . import appearance, directed, kubelka_munk, surface
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
    found = directed.in_films(*appearance.coefficients(film.parts, box))
    return laid(*found, film.dry_um * (1.0 - film.medium_share), beneath)


def laid(absorption: Float, scattering: Float, paint_um: Float | float, beneath: Reflectance) -> Reflectance:
    """The same for many films at once, whose K and S are those `directed.in_films` gives; all shapes broadcast to (..., 36)."""
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
    wet = directed.in_films(pigment * absorption, appearance.WET_SCATTERING_GAIN * pigment * scattering + emulsion)
    return laid(*wet, wet_um, beneath)


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


BRUSH_COAT_WET_UM = 90.0
"""The wet film of a full brush coat; brush coats dry to 25-100 um (prototype figures)."""

BRUSH_COAT_UM = BRUSH_COAT_WET_UM * appearance.WET_SHARE

COVERED_DE00 = 2.0
"""What differs by less from the same paint laid elsewhere is not seen at arm's length; common practice."""

MOST_COATS = 9
"""Beyond so many brush coats nobody goes on."""

Opacity = Literal["T", "ST", "SO", "O"]
OPACITIES: tuple[Opacity, ...] = ("T", "ST", "SO", "O")
"""Transparent, semi-transparent, semi-opaque, opaque."""

_LIFTS, _RATIOS = (9.0, 13.5, 16.5), (0.65, 0.8, 0.825)
_HIDES_THIN_DE00 = 1.5
_SOON = 2
"""Coats within which a paint is said to cover soon."""


def opacity(parts: Float, box: Paintbox) -> Opacity:
    """How opaque painters call a paint, from its films: what a drawdown shows of it.

    Opaque is what hides black and white alike in a thin film, or what both lifts black in a thin film and hides the card in a
    brush coat; the word is the worse of the two, by bounds from memory that agree with the trade's words for most paints.
    """
    if _over_the_card(parts, box, THIN_FILM_UM) <= _HIDES_THIN_DE00:
        return "O"
    by_lift = int(np.searchsorted(_LIFTS, lift_over_black(parts, box)))
    by_ratio = int(np.searchsorted(_RATIOS, contrast_ratio(Film(parts, BRUSH_COAT_UM), box)))
    return OPACITIES[min(by_lift, by_ratio)]


def coats_to_cover(parts: Float, box: Paintbox, coat_um: float = BRUSH_COAT_UM) -> int | None:
    """Dry coats until nobody sees whether black or white lies beneath; None where `MOST_COATS` do not do it."""
    coats = (n for n in range(1, MOST_COATS + 1) if _over_the_card(parts, box, n * coat_um) <= COVERED_DE00)
    return next(coats, None)


@dataclass(frozen=True)
class Hiding:
    """How opaque a paint is, in how many coats of a film it covers (None: more than anyone lays), and whether it does so by its
    depth: a clear dark lets light through and still covers soon."""

    opacity: Opacity
    covers_in: int | None
    by_depth: bool


def hiding(parts: Float, box: Paintbox, coat_um: float = BRUSH_COAT_UM) -> Hiding:
    """What there is to say of how a paint hides, laid in dry coats of so many um."""
    word, coats = opacity(parts, box), coats_to_cover(parts, box, coat_um)
    return Hiding(word, coats, word in ("T", "ST") and coats is not None and coats <= _SOON)


def _over_the_card(parts: Float, box: Paintbox, dry_um: float) -> float:
    """CIEDE2000 between a film over the card's black and over its white."""
    black, white = spectra.reflectance_to_lab(np.stack(on_card(Film(parts, dry_um), box)))
    return float(delta_e_2000(black, white))


def lift_over_black(parts: Float, box: Paintbox, film_um: float = THIN_FILM_UM) -> float:
    """L* that a thin film adds to black: what painters feel as opaque, also where dark paints hide by absorbing."""
    black = surface.seen(np.zeros(36), surface.dry("satin"))
    covered = surface.seen(over(Film(parts, film_um), box, np.zeros(36)), surface.dry("satin"))
    lightness = spectra.reflectance_to_lab(np.stack([black, covered]))[..., 0]
    return float(lightness[1] - lightness[0])
