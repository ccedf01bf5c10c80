"""A painter's own factors from the log: how much paint, how many minutes, how long it dries, how it goes from wet to dry.

Weakly informed by common practice; nothing is claimed from fewer than three observations.
"""

import math
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from types import MappingProxyType
from typing import Literal, cast

from ..materials.supplies import MediumKind
from ..passes.factors import USUAL_FACTORS, Factor, Factors
from .observation import BYS, By, Observation, What
from .posterior import OUTLIER, Believed, Posterior, Prior, learned

EIGHT_IN_TEN = 1.2816
"""So many standard deviations each way hold eight in ten of what is normally distributed."""

FEWEST = 3
"""Nothing is claimed from fewer observations."""

MOST = 1000
"""Of each kind the newest so many are learned from: of older ones fading leaves less than a millionth."""

PRIORS: Mapping[What, Prior] = {
    "ml": Prior(0.0, 0.35, 0.02, 0.2),
    "loss": Prior(math.log(0.2 / 0.8), 0.8, 0.2, 0.4),
    "minutes": Prior(0.0, 0.4, 0.02, 0.2),
    "mixing": Prior(0.0, 0.4, 0.1, 0.4),
    "drying": Prior(0.0, 0.3, 0.15, 0.25),
    "shift": Prior(0.0, 0.3, 0.2, 0.3),
    "value": Prior(0.0, 0.3, 0.3, 0.3),
    "dose": Prior(0.0, 0.05, 0.05, 0.1),
}
"""Before anything is seen, in logarithms (of the loss: log odds; of values: steps). Hands differ by a quarter in their films and
by more than a third in their pace; from memory."""

APART_OTHERWISE = 0.15
"""How far groups lie apart that an observation is parted into otherwise than by what it was seen at; from memory."""

_USUAL_LOSS = USUAL_FACTORS.loss.value


def _log(one: Observation) -> float:
    return math.log(one.found / one.expected)


def _odds(one: Observation) -> float:
    share = min(max(one.found / one.expected, 1e-3), 1 - 1e-3)
    return math.log(share / (1 - share))


def _share(odds: float) -> float:
    return 1 / (1 + math.exp(-odds))


_NUMBER: Mapping[What, Callable[[Observation], float]] = {
    "loss": _odds,
    "value": lambda one: one.found - one.expected,
}
_SAID: Mapping[What, Callable[[float], float]] = {"loss": _share, "value": lambda steps: steps}


@dataclass(frozen=True)
class Learned:
    """A factor as it is believed, with its interval of eight in ten, the usual one, and the observations (ids) behind it.

    `doubted` are those that lie so far out that they hardly count. `of` is the group it holds for ("" for all), `by` how the
    observations are parted into it ("": by what they were seen at).
    """

    what: str
    of: str
    mean: float
    low: float
    high: float
    usual: float
    count: int
    behind: tuple[str, ...] = ()
    doubted: tuple[str, ...] = ()
    by: By | Literal[""] = ""

    @property
    def differs(self) -> bool:
        """Whether the usual factor lies outside the interval, and enough was seen to say so."""
        return self.count >= FEWEST and not self.low <= self.usual <= self.high


@dataclass(frozen=True, eq=False)
class Lessons:
    """All that was learned: overall and by group, and the factors that plans are made with."""

    overall: tuple[Learned, ...]
    groups: tuple[Learned, ...]
    factors: Factors

    def stands_out(self, group: Learned) -> bool:
        """Whether a group differs from the usual, and from what holds over all groups: else that says enough."""
        overall = self.of(group.what)
        return group.differs and (overall is None or not group.low <= overall.mean <= group.high)

    def of(self, what: str) -> Learned | None:
        """What was learned of one thing, over all groups."""
        return next((one for one in self.overall if one.what == what), None)


_NEVER: Mapping[str, datetime] = MappingProxyType({})


def lessons(
    observations: Sequence[Observation], without: Collection[str] = (), since: Mapping[str, datetime] = _NEVER
) -> Lessons:
    """What observations teach, in the order of time; `without` are ids that the painter leaves out.

    `since` says for a kind of observation from when on it counts: a factor that was reset is learned anew.
    """
    kept = [one for one in observations if one.id not in without and one.at >= since.get(one.what, one.at)]
    found: dict[What, Posterior] = {}
    overall: list[Learned] = []
    groups: list[Learned] = []
    for what, prior in PRIORS.items():
        own = [one for one in kept if one.what == what][-MOST:]
        if not own:
            continue
        numbers = [_NUMBER.get(what, _log)(one) for one in own]
        found[what] = learned(numbers, [one.of for one in own], prior)
        overall.append(_told(what, "", "", found[what].overall, own, found[what].trust))
        groups += _groups(what, "", [one.of for one in own], found[what], own)
        for by in BYS:
            parted = [one.also.get(by, "") for one in own]
            if any(parted):
                otherwise = learned(numbers, parted, replace(prior, groups=APART_OTHERWISE))
                groups += _groups(what, by, parted, otherwise, own)
        if what == "dose":
            overall.append(_hand(found[what], own))
    return Lessons(tuple(overall), tuple(groups), _factors(found))


CHANGES_PLANS = 0.03
"""Factors nearer to each other than this share change no plan that anybody would see."""


def changes_plans(learned: Factors, in_use: Factors) -> bool:
    """Whether plans by what was learned would differ from those by what is in use."""
    pairs = [
        (getattr(learned, name).value, getattr(in_use, name).value)
        for name in ("film", "loss", "pace", "drying", "wet_shift")
    ]
    media = {*learned.drying_with, *in_use.drying_with}
    pairs += [(learned.drying_of(medium), in_use.drying_of(medium)) for medium in media]
    return any(abs(one / other - 1) > CHANGES_PLANS for one, other in pairs)


def _groups(
    what: What, by: By | Literal[""], parted: Sequence[str], posterior: Posterior, own: Sequence[Observation]
) -> Iterator[Learned]:
    """What was learned of every group that observations are parted into."""
    for of, believed in posterior.groups.items():
        there = [at for at, name in enumerate(parted) if name == of]
        yield _told(what, of, by, believed, [own[at] for at in there], [posterior.trust[at] for at in there])


def _told(
    what: What, of: str, by: By | Literal[""], believed: Believed, own: Sequence[Observation], trust: Sequence[float]
) -> Learned:
    said = _SAID.get(what, math.exp)
    usual = {"loss": _USUAL_LOSS, "value": 0.0}.get(what, 1.0)
    return Learned(
        what, of, said(believed.mean), said(believed.low), said(believed.high), usual, believed.count,
        tuple(one.id for one in own),
        tuple(one.id for one, counts in zip(own, trust, strict=True) if counts < OUTLIER),
        by,
    )  # fmt: skip


_USUAL_HAND = PRIORS["dose"].noise


def _hand(posterior: Posterior, own: Sequence[Observation]) -> Learned:
    """How exact the hand doses: the noise of its doses, as a share."""
    reach = EIGHT_IN_TEN * posterior.noise_spread
    low, high = max(posterior.noise - reach, 0.0), posterior.noise + reach
    return Learned("dosing hand", "", posterior.noise, low, high, _USUAL_HAND, len(own), tuple(one.id for one in own))


def _factors(found: Mapping[What, Posterior]) -> Factors:
    """The factors for plans; what was seen fewer than three times stays as it usually is."""

    def factor(what: What, usual: Factor) -> Factor:
        posterior = found.get(what)
        if posterior is None or posterior.overall.count < FEWEST:
            return usual
        mean = math.exp(posterior.overall.mean)
        return Factor(mean, mean * posterior.overall.spread, posterior.overall.count)

    loss, taken = USUAL_FACTORS.loss, factor("ml", Factor(1.0, USUAL_FACTORS.film.spread))
    lost = found.get("loss")
    if lost is not None and lost.overall.count >= FEWEST:
        share = _share(lost.overall.mean)
        loss = Factor(share, share * (1 - share) * lost.overall.spread, lost.overall.count)
    # what is taken is film / (1 - loss): what the loss does not explain is the film
    film = taken.value * (1 - loss.value) / (1 - _USUAL_LOSS)
    dried = found.get("drying")
    with_medium: dict[MediumKind, Factor] = {}
    drying = factor("drying", USUAL_FACTORS.drying)
    if dried is not None:
        for medium, own in dried.groups.items():
            if medium and own.count >= FEWEST:
                beside = math.exp(own.mean) / drying.value
                with_medium[cast(MediumKind, medium)] = Factor(beside, beside * own.spread, own.count)
    return Factors(
        film=Factor(film, film * taken.spread / taken.value, taken.observations),
        loss=loss,
        pace=factor("minutes", USUAL_FACTORS.pace),
        drying=drying,
        wet_shift=factor("shift", USUAL_FACTORS.wet_shift),
        drying_with=with_medium,
    )
