"""How mixes look laid thick: dry and wet masstone colours.

Wet paint after the prototype's model: the pigment is diluted by water to the volume share `WET_SHARE`, scatters slightly
more, and the milky emulsion adds scattering of its own, which clears on drying; hence acrylic dries darker.
"""

from collections.abc import Mapping

import numpy as np

from ..colour import spectra
from ..colour.types import Float, Lab, Reflectance
from . import kubelka_munk, surface
from .catalogue import SCATTERING_UNIT_PER_UM, Paintbox

WET_SHARE = 0.45
"""Dry volume share of tube paint: 40-50 % is common practice; also turns wet film thickness into dry."""

WET_SCATTERING_GAIN = 1.1
"""Pigment scatters slightly more in water than in dry binder; prototype value, from memory."""

EMULSION_SCATTERING_PER_UM = 0.0064
"""Scattering of emulsion particles of 0.15 um per um of wet film; 0.0014 for 0.10 um, 0.022 for 0.20 um (from memory)."""


def parts_vector(parts: Mapping[str, float], box: Paintbox) -> Float:
    """The parts in the box's order, shape (n,); zero for paints not in the recipe."""
    return np.array([float(parts.get(key, 0.0)) for key in box.keys])


def coefficients(parts: Float, box: Paintbox) -> tuple[Float, Float]:
    """K and S of mixes given as parts of shape (..., n)."""
    parts = np.asarray(parts)
    return (
        kubelka_munk.mixture(parts, box.absorption.astype(parts.dtype)),
        kubelka_munk.mixture(parts, box.scattering.astype(parts.dtype)),
    )


def dry_reflectance(parts: Float, box: Paintbox, finish: surface.Finish = "satin") -> Reflectance:
    """Measured reflectance of mixes laid thick and dry, shape (..., 36)."""
    return surface.seen(kubelka_munk.masstone(*coefficients(parts, box)), surface.dry(finish))


def dry_lab(parts: Float, box: Paintbox, finish: surface.Finish = "satin") -> Lab:
    """CIELAB (D65) of mixes laid thick and dry."""
    return spectra.reflectance_to_lab(dry_reflectance(parts, box, finish))


def dry_lab_of_pile(parts: Mapping[str, float], box: Paintbox, finish: surface.Finish = "satin") -> Lab:
    """The dry colour of a pile told by paint keys; what the box lacks comes from the catalogue."""
    own = box.only(parts)
    return dry_lab(parts_vector(parts, own), own, finish)


def wet_lab_of_pile(parts: Mapping[str, float], box: Paintbox, finish: surface.Finish = "satin") -> Lab:
    """The same fresh from the brush."""
    own = box.only(parts)
    return wet_lab(parts_vector(parts, own), own, finish)


def dry_lab_of(absorption: Float, scattering: Float, finish: surface.Finish = "satin") -> Lab:
    """The same from K and S themselves, shape (..., 36)."""
    return spectra.reflectance_to_lab(surface.seen(kubelka_munk.masstone(absorption, scattering), surface.dry(finish)))


def wet_lab(parts: Float, box: Paintbox, finish: surface.Finish = "satin") -> Lab:
    """CIELAB (D65) of the same mixes fresh from the brush, compared at equal gloss with `dry_lab`."""
    return wet_lab_of(*coefficients(parts, box), finish)


def wet_lab_of(absorption: Float, scattering: Float, finish: surface.Finish = "satin") -> Lab:
    """The same from K and S themselves, shape (..., 36)."""
    return spectra.reflectance_to_lab(wet_reflectance_of(absorption, scattering, finish))


def wet_reflectance_of(absorption: Float, scattering: Float, finish: surface.Finish = "satin") -> Reflectance:
    """What an instrument held over wet paint measures, shape (..., 36)."""
    emulsion = EMULSION_SCATTERING_PER_UM / SCATTERING_UNIT_PER_UM
    wet = kubelka_munk.masstone(WET_SHARE * absorption, WET_SCATTERING_GAIN * WET_SHARE * scattering + emulsion)
    return surface.seen(wet, surface.wet(finish))
