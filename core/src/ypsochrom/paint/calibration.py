"""The painter's own tube: K and S fitted to its measured swatches, starting from the catalogue.

The prior is the catalogue's paint; log K and log S may each leave it by a smooth curve over the wavelengths. The most
probable curve given the readings (maximum a posteriori) comes from least squares; its covariance from the same Jacobian
(Laplace's approximation) tells how far mixes that were not measured are expected to be off.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache
from typing import Literal

import numpy as np

from ..colour import spectra
from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab, Reflectance, triple
from ..kit.errors import BadReading
from . import directed, films, kubelka_munk, surface
from .catalogue import Paint, Paintbox

SwatchKind = Literal["on white", "on black", "1:1", "1:4", "1:10"]

WHITE_PARTS: dict[SwatchKind, float] = {"on white": 0.0, "on black": 0.0, "1:1": 1.0, "1:4": 4.0, "1:10": 10.0}
"""The card's swatches: the paint alone over white and over black, and its tints with so many parts of titanium white."""

SWATCH_FILM_UM = 60.0
"""Dry film of a swatch brushed out well; a reading over black and white tells the true one, within a factor of two."""

Confidence = Literal["good", "fair", "poor"]

KNOTS = 7
STRENGTH_SIGMA, CURVE_SIGMA, SCATTER_SIGMA, _FILM_SIGMA = 0.5, 0.35, 0.35, 0.4
"""How far a tube may leave the catalogue, as standard deviations of the logarithm: strength of K, shape of K, S, film."""

READING_SIGMA_LAB = 0.8
"""Error of one reading in CIELAB units: hand-made swatches and a pocket instrument; a photographed card is told by its own."""

_SPECTRUM_SIGMA = 0.02
"""The same for reflectance, as a share of it plus a floor."""

_MODEL_ERROR_DE00 = 0.5
"""What the model itself cannot follow, however well a paint is measured; the prototype's noise-free floor."""

_DRAWS = 48
_GOOD_DE00, _FAIR_DE00 = 1.0, 2.0


@dataclass(frozen=True, eq=False)
class SwatchReading:
    """One swatch as measured, dry: either its spectrum (36,) or its colour (CIELAB, D65)."""

    kind: SwatchKind
    lab: tuple[float, float, float] | None = None
    reflectance: Reflectance | None = None
    sigma_lab: float = READING_SIGMA_LAB

    def __post_init__(self) -> None:
        if (self.lab is None) == (self.reflectance is None):
            raise BadReading(f"The swatch {self.kind} needs a colour or a spectrum.", "Give one of the two.")
        if self.reflectance is not None:
            spectrum = np.asarray(self.reflectance, dtype=float)
            if spectrum.shape != (36,) or not np.isfinite(spectrum).all() or spectrum.min() < 0 or spectrum.max() > 1.2:
                raise BadReading(
                    f"The spectrum of the swatch {self.kind} is not a reflectance.",
                    "It needs 36 numbers between 0 and 1, from 380 to 730 nm in steps of 10.",
                )
        elif self.lab is not None and not (
            np.isfinite(self.lab).all() and 0 <= self.lab[0] <= 100 and max(abs(self.lab[1]), abs(self.lab[2])) <= 160
        ):
            raise BadReading(
                f"The colour of the swatch {self.kind} is not CIELAB.", "L* is 0-100, a* and b* -160 to 160."
            )

    @property
    def colour(self) -> Lab:
        """The reading as CIELAB."""
        if self.reflectance is not None:
            return spectra.reflectance_to_lab(np.asarray(self.reflectance, dtype=float))
        return np.array(self.lab)


@dataclass(frozen=True)
class Residual:
    """How far the prediction for one swatch is from its reading (CIEDE2000), with the catalogue and after the fit."""

    kind: SwatchKind
    before_de00: float
    after_de00: float
    predicted_lab: tuple[float, float, float]
    read_lab: tuple[float, float, float]


@dataclass(frozen=True, eq=False)
class Calibration:
    """The fitted paint, how well it fits, and how far unmeasured mixes of it are expected to be off (CIEDE2000)."""

    paint: Paint
    film_um: float
    residuals: tuple[Residual, ...]
    expected_de00: float
    strength: float

    @property
    def confidence(self) -> Confidence:
        """In a word; a fit that leaves its own readings behind is poor whatever its covariance says."""
        return confidence(max(self.expected_de00, float(np.median([r.after_de00 for r in self.residuals]))))


def confidence(expected_de00: float) -> Confidence:
    """In a word how far predictions can be trusted that are expected to be off by so much."""
    if expected_de00 <= _GOOD_DE00:
        return "good"
    return "fair" if expected_de00 <= _FAIR_DE00 else "poor"


@cache
def curves() -> Float:
    """Smooth curves over the wavelengths, shape (KNOTS, 36): bells at equal distances, each summing with all to 1."""
    at = np.linspace(0, 1, len(spectra.WAVELENGTHS_NM))
    centres = np.linspace(0, 1, KNOTS)
    bells = np.exp(-(((at[None] - centres[:, None]) * (KNOTS - 1)) ** 2) / 1.2)
    return bells / bells.sum(axis=0)


@dataclass(frozen=True, eq=False)
class _Model:
    """Predicts swatches from parameters: [strength, curve of K (7), curve of S (7), log film]."""

    prior: Paint
    white: Paint
    kinds: tuple[SwatchKind, ...]
    finish: surface.Finish

    def coefficients(self, parameters: Float) -> tuple[Float, Float]:
        curve_k, curve_s = parameters[1 : 1 + KNOTS], parameters[1 + KNOTS : 1 + 2 * KNOTS]
        absorption = self.prior.absorption * np.exp(parameters[0] + curve_k @ curves())
        return absorption, self.prior.scattering * np.exp(curve_s @ curves())

    def swatches(self, parameters: Float) -> Reflectance:
        """Measured reflectance of every swatch, shape (m, 36)."""
        absorption, scattering = self.coefficients(parameters)
        dry = surface.dry(self.finish)
        film_um = SWATCH_FILM_UM * float(np.exp(parameters[-1]))
        found = []
        for kind in self.kinds:
            share = 1 / (1 + WHITE_PARTS[kind])
            k = share * absorption + (1 - share) * self.white.absorption
            s = share * scattering + (1 - share) * self.white.scattering
            ground = surface.internal(np.full(36, 0.04 if kind == "on black" else 0.85), surface.dry("matt"))
            found.append(surface.seen(films.laid(*directed.in_films(k, s), film_um, ground), dry))
        return np.stack(found)


def _sigmas() -> Float:
    return np.concatenate([[STRENGTH_SIGMA], np.full(KNOTS, CURVE_SIGMA), np.full(KNOTS, SCATTER_SIGMA), [_FILM_SIGMA]])


def calibrate(
    prior: Paint,
    readings: Sequence[SwatchReading],
    white: Paint,
    *,
    finish: surface.Finish = "satin",
    seed: int = 0,
) -> Calibration:
    """Fit a tube to its swatches; `white` is the white of the tints. At least one reading, else `BadReading`.

    White itself is calibrated from its swatches on white and on black alone. About 0.1 s.
    """
    if not readings:
        raise BadReading("No swatch was read.", "Read at least the swatch on white and the 1:4 tint.")
    kinds = tuple(reading.kind for reading in readings)
    if len(set(kinds)) < len(kinds):
        raise BadReading("One swatch was read twice.", "Keep the better of the two readings.")
    if prior.key == white.key and any(WHITE_PARTS[kind] for kind in kinds):
        raise BadReading("White has no tints in white.", "Read its swatches on white and on black only.")
    model = _Model(prior, white, kinds, finish)

    def residuals(parameters: Float) -> Float:
        seen = model.swatches(parameters)
        misses = [_miss(row, reading) for row, reading in zip(seen, readings, strict=True)]
        return np.concatenate([*misses, parameters / _sigmas()])

    start = np.zeros(2 + 2 * KNOTS)
    # a reading that nothing explains (a smudge, a wrong box) must not pull the curve: soft_l1 lets it stand aside
    from scipy.optimize import least_squares  # seldom asked for, and 0.13 s to load

    fit = least_squares(residuals, start, loss="soft_l1", f_scale=3.0, method="trf", max_nfev=60)
    absorption, scattering = model.coefficients(fit.x)
    fitted = replace(prior, absorption=absorption, scattering=scattering, source="calibrated")
    return Calibration(
        paint=fitted,
        film_um=SWATCH_FILM_UM * float(np.exp(fit.x[-1])),
        residuals=_residuals(model, start, fit.x, readings),
        expected_de00=_expected_error(model, fit.x, fit.jac, seed),
        strength=float(np.exp(fit.x[0] + np.mean(fit.x[1 : 1 + KNOTS]))),
    )


def _miss(predicted: Reflectance, reading: SwatchReading) -> Float:
    """Prediction minus reading in units of the reading's error; b* counts least, as in every difference formula."""
    if reading.reflectance is not None:
        read = np.asarray(reading.reflectance, dtype=float)
        spread = _SPECTRUM_SIGMA * (0.15 + read) * np.sqrt(36 / 12)  # neighbouring wavelengths are not independent
        return (predicted - read) / spread
    lab = spectra.reflectance_to_lab(predicted)
    chroma = np.hypot(reading.colour[1], reading.colour[2])
    return (lab - reading.colour) / reading_spread(np.array(reading.sigma_lab), chroma)


def reading_spread(sigma_lab: Float, chroma: Float) -> Float:
    """One standard deviation of a reading in L*, a* and b*, shape (..., 3): in strong colours a* and b* are told less surely."""
    across = sigma_lab * (1 + _LESS_SURE_A_CHROMA * chroma)
    return np.stack([sigma_lab * np.ones_like(chroma), across, across], axis=-1)


_LESS_SURE_A_CHROMA = 0.03
"""As CIE94 and CIEDE2000 weigh chroma, roughly (from memory)."""


def _residuals(model: _Model, start: Float, end: Float, readings: Sequence[SwatchReading]) -> tuple[Residual, ...]:
    before, after = (spectra.reflectance_to_lab(model.swatches(p)) for p in (start, end))
    return tuple(
        Residual(
            kind=reading.kind,
            before_de00=float(delta_e_2000(before[i], reading.colour)),
            after_de00=float(delta_e_2000(after[i], reading.colour)),
            predicted_lab=triple(after[i]),
            read_lab=triple(reading.colour),
        )
        for i, reading in enumerate(readings)
    )


def _expected_error(model: _Model, best: Float, jacobian: Float, seed: int) -> float:
    """Median CIEDE2000 between the fit and draws from around it, over tints of the paint that were not all measured."""
    covariance = np.linalg.inv(jacobian.T @ jacobian)
    draws = np.random.default_rng(seed).multivariate_normal(best, covariance, _DRAWS)
    middle = _tints(model, best)
    spread = float(np.median([delta_e_2000(_tints(model, draw), middle) for draw in draws]))
    return float(np.hypot(spread, _MODEL_ERROR_DE00))


def _tints(model: _Model, parameters: Float) -> Lab:
    absorption, scattering = model.coefficients(parameters)
    share = (1 / (1 + np.array([0.0, 0.5, 2.0, 6.0, 20.0])))[:, None]
    k = share * absorption + (1 - share) * model.white.absorption
    s = share * scattering + (1 - share) * model.white.scattering
    return spectra.reflectance_to_lab(surface.seen(kubelka_munk.masstone(k, s), surface.dry(model.finish)))


def calibrated(box: Paintbox, paints: Sequence[Paint]) -> Paintbox:
    """The box with these paints in place of those of the same key."""
    ours = {paint.key: paint for paint in paints}
    return Paintbox.of(ours.get(paint.key, paint) for paint in box.paints)
