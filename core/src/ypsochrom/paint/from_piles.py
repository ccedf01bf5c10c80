"""The painter's own tubes learned from piles that were mixed of them and measured when dry.

The same prior and the same curves as for a tube's own swatches (`calibration`), over all tubes at once. A hand's doses are off by
a tenth, so a reading says the less of a tube the more a slip of any dose would have changed the pile (errors in variables, to the
first order): its covariance is that of the instrument and that of the slips.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab, LabTriple
from ..kit.errors import BadReading
from . import appearance
from .calibration import CURVE_SIGMA, KNOTS, READING_SIGMA_LAB, SCATTER_SIGMA, STRENGTH_SIGMA, curves, reading_spread
from .catalogue import Paint, Paintbox

HAND_SLIP = 0.1
"""One standard deviation of the logarithm of a dose measured by hand; common practice."""

FEWEST_PILES = 6
"""Fewer piles than this tell doses and tubes apart too badly."""

MOST_PILES = 200
"""The newest so many are used."""

HELPS = 0.1
"""Tubes learned from piles are worth taking up where piles that were not looked at come nearer by this share."""

_FOLDS = 5
_STEP = 1e-4


@dataclass(frozen=True)
class ReadPile:
    """A dry pile: `parts` by paint key in any unit, its measured CIELAB, and how sure that is (one standard deviation)."""

    parts: Mapping[str, float]
    lab: LabTriple
    sigma_lab: float = READING_SIGMA_LAB

    def __post_init__(self) -> None:
        if not self.parts or min(self.parts.values()) < 0 or sum(self.parts.values()) <= 0:
            raise BadReading("A pile has no paint in it.", "Give the parts of every tube, above 0.")
        if not np.isfinite(self.lab).all() or not 0 <= self.lab[0] <= 100:
            raise BadReading("The colour of a pile is not CIELAB.", "L* is 0-100.")


@dataclass(frozen=True, eq=False)
class TubesLearned:
    """The tubes as fitted, the piles each was in, and how far piles are predicted off on the median (CIEDE2000).

    `before_de00` is with the paints as they were, `unseen_de00` for piles that the fit did not see (five folds).
    """

    paints: tuple[Paint, ...]
    in_piles: Mapping[str, int]
    piles: int
    before_de00: float
    unseen_de00: float

    @property
    def gain(self) -> float:
        """By what share piles not seen are predicted nearer; below 0 where they are predicted worse."""
        return 1 - self.unseen_de00 / self.before_de00 if self.before_de00 > 0 else 0.0


def learn_tubes(box: Paintbox, piles: Sequence[ReadPile], *, slip: float = HAND_SLIP) -> TubesLearned:
    """Fit the box's tubes to piles mixed of them; whites keep their own, so that tints can be told apart.

    `BadReading` with fewer than `FEWEST_PILES`. About 0.1 s for thirty piles of eight tubes, six times that with the folds.
    """
    piles = list(piles)[-MOST_PILES:]
    if len(piles) < FEWEST_PILES:
        raise BadReading(
            f"{len(piles)} measured pile{'' if len(piles) == 1 else 's'} say too little of your tubes.",
            f"Measure {FEWEST_PILES} or more when they are dry.",
        )
    used = box.only(dict.fromkeys(key for pile in piles for key in pile.parts))
    parts = _shares(used, piles)
    read = np.array([pile.lab for pile in piles])
    before = delta_e_2000(_predicted(parts, used.absorption, used.scattering), read)
    unseen = np.empty(len(piles))
    fold = np.arange(len(piles)) % _FOLDS
    for one in range(_FOLDS):
        test = fold == one
        absorption, scattering = _fitted(
            used, parts[~test], read[~test], [p.sigma_lab for p in _of(piles, ~test)], slip
        )
        unseen[test] = delta_e_2000(_predicted(parts[test], absorption, scattering), read[test])
    absorption, scattering = _fitted(used, parts, read, [pile.sigma_lab for pile in piles], slip)
    paints = tuple(
        replace(paint, absorption=k, scattering=s, source="calibrated")
        for paint, k, s in zip(used.paints, absorption, scattering, strict=True)
        if not paint.is_white
    )
    counts = {paint.key: sum(pile.parts.get(paint.key, 0) > 0 for pile in piles) for paint in paints}
    return TubesLearned(paints, counts, len(piles), float(np.median(before)), float(np.median(unseen)))


def _of(piles: Sequence[ReadPile], which: np.ndarray) -> list[ReadPile]:
    return [pile for pile, is_in in zip(piles, which, strict=True) if is_in]


def _shares(box: Paintbox, piles: Sequence[ReadPile]) -> Float:
    """Shares by volume, shape (piles, tubes)."""
    parts = np.array([[pile.parts.get(key, 0.0) for key in box.keys] for pile in piles], dtype=float)
    return parts / parts.sum(axis=1, keepdims=True)


def _predicted(shares: Float, absorption: Float, scattering: Float) -> Lab:
    return appearance.dry_lab_of(shares @ absorption, shares @ scattering)


def _fitted(box: Paintbox, shares: Float, read: Lab, sigma: Sequence[float], slip: float) -> tuple[Float, Float]:
    """K and S of every tube, most probable given the piles."""
    from scipy.optimize import least_squares  # seldom asked for, and 0.13 s to load

    own = np.flatnonzero([not paint.is_white for paint in box.paints])
    spreads = np.tile(np.concatenate([[STRENGTH_SIGMA], np.full(KNOTS, CURVE_SIGMA), [SCATTER_SIGMA]]), len(own))
    whitened = _whitening(box, shares, sigma, slip)

    def coefficients(parameters: Float) -> tuple[Float, Float]:
        each = parameters.reshape(len(own), 2 + KNOTS)
        absorption, scattering = box.absorption.copy(), box.scattering.copy()
        absorption[own] *= np.exp(each[:, :1] + each[:, 1:-1] @ curves())
        scattering[own] *= np.exp(each[:, -1:])
        return absorption, scattering

    def residuals(parameters: Float) -> Float:
        off = _predicted(shares, *coefficients(parameters)) - read
        return np.concatenate([np.einsum("nij,nj->ni", whitened, off).ravel(), parameters / spreads])

    # a pile of which nothing is true (another tube, a swatch read wet) must stand aside: soft_l1
    fit = least_squares(residuals, np.zeros(spreads.size), loss="soft_l1", f_scale=2.0, method="trf", max_nfev=30)
    return coefficients(fit.x)


def _whitening(box: Paintbox, shares: Float, sigma: Sequence[float], slip: float) -> Float:
    """For every pile the matrix (3, 3) that turns its miss into numbers of spread 1."""
    at = _predicted(shares, box.absorption, box.scattering)
    moved = np.stack(
        [
            (_predicted(_slipped(shares, tube), box.absorption, box.scattering) - at) / _STEP
            for tube in range(shares.shape[1])
        ],
        axis=-1,
    )
    reading = reading_spread(np.asarray(sigma), np.hypot(at[:, 1], at[:, 2]))
    covariance = slip**2 * moved @ moved.transpose(0, 2, 1) + reading[:, :, None] ** 2 * np.eye(3)
    return np.linalg.inv(np.linalg.cholesky(covariance))


def _slipped(shares: Float, tube: int) -> Float:
    """Shares with a little more of one tube, where it is in at all."""
    more = shares.copy()
    more[:, tube] *= 1 + _STEP
    return more / more.sum(axis=1, keepdims=True)
