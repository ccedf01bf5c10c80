"""A drawdown: one mix laid in even coats over a ground, as it looks dry and while the last coat is wet, and what it hides."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..colour import spectra
from ..colour.cielab import lightness_to_luminance
from ..colour.types import Float, Lab, LabTriple, Reflectance, triple
from ..colour.written import read_colour
from ..kit.errors import BadSetting, YpsochromError
from . import appearance, films, surface
from .catalogue import Paintbox
from .films import Film

GROUNDS: dict[str, float] = {"white": 94.3, "grey": 55.0, "black": 10.0}
"""The grounds of a card by their L*, seen dry: white gesso, a middle grey, a glossy black; from memory."""

THINNEST_UM, THICKEST_UM = 1.0, 2000.0
MOST_COATS = 20
MOST_MEDIUM = 0.995
"""Beyond this share there is no paint to speak of in the medium."""


@dataclass(frozen=True)
class Drawdown:
    """A film laid: dry and wet colour (CIELAB, D65), the ground's own, and its contrast ratio over the standard's card."""

    lab_dry: LabTriple
    lab_wet: LabTriple
    lab_ground: LabTriple
    contrast_ratio: float


def ground_lab(name: str) -> Lab:
    """The colour of a ground: white, grey, black, or any colour as it is written; else `BadSetting`."""
    if name.strip().lower() in GROUNDS:
        return np.array([GROUNDS[name.strip().lower()], 0.0, 0.0])
    try:
        return read_colour(name)
    except YpsochromError as problem:
        known = ", ".join(GROUNDS)
        raise BadSetting(
            f"There is no ground {name!r}.", f"Choose {known}, or write CIELAB as in 62,14,28."
        ) from problem


def ground(lab: Lab) -> Reflectance:
    """Internal reflectance (36,) of a dry ground of this colour, seen satin; the darkest is as dark as satin gets."""
    if not np.asarray(lab)[1:].any():
        seen = np.full(len(spectra.WAVELENGTHS_NM), float(lightness_to_luminance(np.asarray(lab)[0])))
    else:
        seen = spectra.smooth_reflectance(lab)
    return surface.internal(seen, surface.dry("satin"))


def drawdown(
    parts: Float,
    box: Paintbox,
    beneath: Reflectance,
    *,
    wet_um: float,
    medium_share: float = 0.0,
    coats: int = 1,
    finish: surface.Finish = "satin",
    water: bool = False,
) -> Drawdown:
    """Lay coats of a mix over an internal reflectance, each `wet_um` thick with its medium; `BadSetting` for what no hand lays.

    `water` says that it is thinned with water, which does not turn milky as a medium does.
    """
    _check(wet_um, medium_share, coats)
    dry_um = wet_um * appearance.WET_SHARE
    before = films.over(Film(parts, dry_um * (coats - 1), medium_share), box, beneath)
    after = films.over(Film(parts, dry_um * coats, medium_share), box, beneath)
    wet = films.over_wet(parts, wet_um, medium_share, box, before, water=water)
    seen = spectra.reflectance_to_lab(
        np.stack(
            [
                surface.seen(after, surface.dry(finish)),
                surface.seen(wet, surface.wet(finish)),
                surface.seen(beneath, surface.dry("satin")),
            ]
        )
    )
    ratio = films.contrast_ratio(Film(parts, dry_um * coats, medium_share), box)
    return Drawdown(triple(seen[0]), triple(seen[1]), triple(seen[2]), ratio)


@dataclass(frozen=True)
class Card:
    """Drawdowns over several grounds, one row of coats (1, 2, ...) for each; what the film hides, and how much at a time."""

    rows: tuple[tuple[Drawdown, ...], ...]
    hiding: films.Hiding


def card(
    parts: Float,
    box: Paintbox,
    grounds: Sequence[Reflectance],
    *,
    wet_um: float,
    medium_share: float = 0.0,
    coats: int = 5,
    finish: surface.Finish = "satin",
) -> Card:
    """A mix over each of these grounds (internal reflectance) in one to `coats` coats.

    `hiding` tells of coats of just this film.
    """
    rows = tuple(
        tuple(
            drawdown(parts, box, beneath, wet_um=wet_um, medium_share=medium_share, coats=number, finish=finish)
            for number in range(1, coats + 1)
        )
        for beneath in grounds
    )
    paint_um = wet_um * appearance.WET_SHARE * (1 - medium_share)
    return Card(rows, films.hiding(parts, box, paint_um))


def _check(wet_um: float, medium_share: float, coats: int) -> None:
    if not (math.isfinite(wet_um) and THINNEST_UM <= wet_um <= THICKEST_UM):
        raise BadSetting(
            f"A coat of {wet_um:g} um is not laid by hand.",
            f"Choose {THINNEST_UM:g} to {THICKEST_UM:g} um wet: a glaze has about 10, a brush coat 90, the knife 700.",
        )
    if not 0 <= medium_share <= MOST_MEDIUM:
        raise BadSetting(
            f"With a medium share of {medium_share:g} there is no paint in the film.",
            f"Choose 0 (neat paint) to {MOST_MEDIUM:g}.",
        )
    if not 1 <= coats <= MOST_COATS:
        raise BadSetting(f"{coats} coats cannot be laid.", f"Choose 1 to {MOST_COATS} coats.")
