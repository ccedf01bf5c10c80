"""Mixes keep their ids from plan to plan: by what they serve and by the colour that they aim at."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.types import LabTriple
from .mix_set import STILL_THE_SAME_DE00, Mix, Part

MOST_KNOWN = 200

_NEVER = 1e6
_MOSTLY = 0.5
"""Two piles of which this much of the surface is the same are one pile, also when its colour was changed ..."""

_ANOTHER_COLOUR_DE00 = 15.0
"""... by less than this."""


@dataclass(frozen=True)
class KnownMix:
    """A pile that has had an id: what it aimed at (dry Lab) and what it served."""

    id: str
    target_lab: LabTriple
    serves: tuple[Part, ...]


def known_of(mixes: Sequence[Mix], before: Sequence[KnownMix] = ()) -> tuple[KnownMix, ...]:
    """These mixes as known, after those of before that are not among them; the oldest beyond `MOST_KNOWN` are forgotten."""
    now = tuple(KnownMix(mix.id, mix.match.target_lab, mix.serves) for mix in mixes)
    ids = {one.id for one in now}
    return (*(one for one in before if one.id not in ids), *now)[-MOST_KNOWN:]


def identified(mixes: Sequence[Mix], known: Sequence[KnownMix], surface: Mapping[Part, float]) -> tuple[Mix, ...]:
    """The mixes under the ids of the known piles that they are; others get new ids in their order.

    `surface` gives the cm2 of every part. Pairs are chosen so that colour and surface agree best on the whole; piles whose
    colours differ by less than CIEDE2000 6 may be one, or those that serve mostly the same surface and differ by less than 15.
    """
    ids: dict[int, str] = {}
    if mixes and known:
        from scipy.optimize import linear_sum_assignment  # not asked for by a first plan, and 0.13 s to load

        price = _prices(mixes, known, surface)
        for i, j in zip(*linear_sum_assignment(price), strict=True):
            if price[i, j] < _NEVER:
                ids[int(i)] = known[int(j)].id
    fresh = 1 + max((int(one.id[1:]) for one in known if one.id[1:].isdigit()), default=0)
    for place in range(len(mixes)):
        if place not in ids:
            ids[place] = f"m{fresh:02d}"
            fresh += 1
    now = {mix.id: ids[place] for place, mix in enumerate(mixes)}
    return tuple(
        replace(mix, id=now[mix.id], doses=tuple(replace(d, source=now.get(d.source, d.source)) for d in mix.doses))
        for mix in mixes
    )


def _prices(mixes: Sequence[Mix], known: Sequence[KnownMix], surface: Mapping[Part, float]) -> np.ndarray:
    goals = np.array([mix.match.target_lab for mix in mixes])
    apart = np.stack([delta_e_2000(goals, np.array(one.target_lab)) for one in known], axis=1)
    shared = np.array([[_shared(set(mix.serves), set(one.serves), surface) for one in known] for mix in mixes])
    may = (apart <= STILL_THE_SAME_DE00) | ((shared >= _MOSTLY) & (apart <= _ANOTHER_COLOUR_DE00))
    return np.where(may, apart - 2 * STILL_THE_SAME_DE00 * shared, _NEVER)


def _shared(one: set[Part], other: set[Part], surface: Mapping[Part, float]) -> float:
    """The surface that both serve against that which either serves; parts that are gone count as a small one."""
    either = sum(surface.get(part, 0.1) for part in one | other)
    return sum(surface.get(part, 0.1) for part in one & other) / either if either else 0.0
