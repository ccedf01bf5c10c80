"""Parts of areas far from their own pile are painted with another, or with two, mixed on the palette as the brush goes along."""

import itertools
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace

import numpy as np

from ..areas.families import Family
from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Lab
from ..paint import appearance
from .gather import Target, mean_colour
from .mix_set import Mix, MixSet, Part, WorstPart, in_box, in_tube_paint, part_of
from .piles import VALUE_WEIGHT, Dose
from .search import evaluate

BLENDS = ((1, 1), (2, 1), (3, 1))
"""What a brush picks up of two piles: as much of one as of the other, two or three times as much."""

BY_BRUSH_SIGMA = 0.2
"""Standard deviation of what a brush picks up, as a share of it: twice as rough as a dose by knife; from memory."""

_SLIPS = np.exp([-BY_BRUSH_SIGMA, 0.0, BY_BRUSH_SIGMA])

FAR_DE00, GAIN_DE00 = 2.5, 1.5
"""A part this far from its pile is painted with two, where that brings it nearer by so much: a hand's error is about the gain."""

NEIGHBOURS_DE00 = 30.0
"""Piles farther apart than this are not mixed on the palette: what the brush picks up too much of one would be seen. It and the
third ratio were chosen on fifteen pictures and tried on twelve others: parts lie 0.08 and 0.03 nearer in the mean."""

_FEWER = 0.5
"""What one more blend to keep in mind may cost in CIEDE2000."""


def with_blends(found: MixSet, targets: Sequence[Target]) -> MixSet:
    """The set with the parts that another pile, or two, serve better taken from their pile; `targets` are all parts.

    What serves a part farthest from it is told anew of every pile and blend.
    """
    goals = {part_of(target): target for target in targets}
    chosen: dict[str, tuple[tuple[Dose, ...], list[Part]]] = {}
    pairs = _PilesAndPairs(found)
    for mix in found.mixes:
        for part in mix.serves:
            doses = pairs.better(np.array(mix.match.lab_dry), np.array(goals[part].lab))
            if doses is not None:
                chosen.setdefault(_id(doses), (doses, []))[1].append(part)
    taken = {part for _, parts in chosen.values() for part in parts}
    come = {id_: tuple(parts) for id_, (doses, parts) in chosen.items() if len(doses) == 1}
    left = {mix.id: tuple(part for part in mix.serves if part not in taken) for mix in found.mixes}
    piles = tuple(_told(replace(m, serves=(*left[m.id], *come.get(m.id, ()))), goals) for m in found.mixes)
    two = [(id_, doses, parts) for id_, (doses, parts) in chosen.items() if len(doses) > 1]
    blends = (_blend(id_, doses, [goals[p] for p in parts], found) for id_, doses, parts in two)
    return replace(found, mixes=piles, blends=tuple(_told(blend, goals) for blend in blends))


def is_blend(mix: Mix) -> bool:
    """Whether it is mixed on the palette, not a pile of its own."""
    return "." in mix.id


def string_id(area: str, family: Family) -> str:
    """The id of what a part of a gradation takes of the piles of its string (see `bands`)."""
    return f"{area}.{family}"


def is_of_string(mix_id: str) -> bool:
    """Whether a mix is what a part of a gradation takes of its string; other ids begin with a kind of pile, not with an area."""
    return mix_id.startswith("a")


def blend_of(mix: Mix) -> dict[str, float]:
    """The shares of the piles in a blend, by id."""
    return {dose.source: dose.parts / mix.total_parts for dose in mix.made_from}


def shares_of(mix: Mix) -> dict[str, float]:
    """The piles that a mix is painted with and their shares: itself, or the two of a blend."""
    return blend_of(mix) if is_blend(mix) else {mix.id: 1.0}


def from_piles(volumes: Mapping[str, float], blends: Iterable[Mix]) -> dict[str, float]:
    """Millilitres by mix id, those of blends put to the piles that they are mixed of."""
    taken = dict(volumes)
    for blend in blends:
        volume = taken.pop(blend.id, 0.0)
        for pile, share in blend_of(blend).items() if volume else ():
            taken[pile] = taken.get(pile, 0.0) + volume * share
    return taken


class _PilesAndPairs:
    """All piles of a set and all mixtures of two, where a brush is likely to come, and what one costs that is not in use yet."""

    def __init__(self, found: MixSet) -> None:
        piles = [mix for mix in found.mixes if set(mix.match.recipe.keys) <= set(found.palette)]
        lab = np.array([mix.match.lab_dry for mix in piles]).reshape(-1, 3)
        near = delta_e_2000(lab[:, None], lab[None]) <= NEIGHBOURS_DE00
        couples = [two for two in itertools.permutations(range(len(piles)), 2) if near[two]]
        rows = [(*two, *parts) for two in couples for parts in BLENDS]
        rows = [(i, j, a, b) for i, j, a, b in rows if a > b or i < j]
        self._doses: list[tuple[Dose, ...]] = [(Dose(pile.id, 1),) for pile in piles]
        self._doses += [(Dose(piles[i].id, a), Dose(piles[j].id, b)) for i, j, a, b in rows]
        alone = np.where(
            [bool(pile.serves) for pile in piles], 0.0, np.inf
        )  # what serves nothing is there to be mixed from
        self._new = np.concatenate([alone, np.full(len(rows), _FEWER)])
        self._lab: Lab = np.repeat(lab[:, None], len(_SLIPS), axis=1)
        if rows:
            shares = np.array([in_box(mix.match.recipe, found.box) for mix in piles])
            one, other, *_ = np.array(rows).T
            parts = np.array(rows, dtype=float)[:, 2:]
            mixed = [parts[:, :1] * shares[one] + slip * parts[:, 1:] * shares[other] for slip in _SLIPS]
            whole = [pile / pile.sum(axis=1, keepdims=True) for pile in mixed]
            seen = np.stack([appearance.dry_lab(pile, found.box) for pile in whole], axis=1)
            self._lab = np.concatenate([self._lab, seen])

    def better(self, pile: Lab, goal: Lab) -> tuple[Dose, ...] | None:
        """The other pile, or the two (the larger share first), that come plainly nearer to a colour than its own, and are in use
        from now on; None without such."""
        apart = float(delta_e_2000(pile, goal))
        if apart < FAR_DE00 or not len(self._lab):
            return None
        seen = delta_e_2000(self._lab, goal).mean(axis=1)
        value = np.abs(lab_to_value(self._lab) - lab_to_value(goal)).mean(axis=1)
        cost = seen + VALUE_WEIGHT * value + self._new
        at = int(np.argmin(cost))
        now = apart + VALUE_WEIGHT * abs(float(lab_to_value(pile) - lab_to_value(goal)))
        if seen[at] > apart - GAIN_DE00 or cost[at] > now:
            return None
        self._new[at] = 0.0
        return self._doses[at]


def _id(doses: Sequence[Dose]) -> str:
    """Every pile as often as there are parts of it, as in m03.m03.m07."""
    return ".".join(dose.source for dose in doses for _ in range(int(dose.parts)))


_SHARES = {1 / 2: "half", 1 / 3: "one third", 2 / 3: "two thirds", 1 / 4: "one quarter", 3 / 4: "three quarters"}


def _blend(id_: str, doses: tuple[Dose, ...], served: Sequence[Target], found: MixSet) -> Mix:
    whole = sum(dose.parts for dose in doses)
    piles = [next(mix for mix in found.mixes if mix.id == dose.source) for dose in doses]
    shares = [dose.parts / whole for dose in doses]
    mixed = np.sum([s * in_box(mix.match.recipe, found.box) for s, mix in zip(shares, piles, strict=True)], axis=0)
    return Mix(
        id=id_,
        name=", ".join(f"{_SHARES[s]} {mix.name}" for s, mix in zip(shares, piles, strict=True)),
        match=evaluate(in_tube_paint(mixed, found.box), mean_colour(served), found.box),
        serves=tuple(part_of(target) for target in served),
        doses=doses,
    )


def _told(mix: Mix, goals: Mapping[Part, Target]) -> Mix:
    """A pile or a blend with what it serves farthest from it."""
    if not mix.serves:
        return replace(mix, worst_part=None)
    apart = delta_e_2000(np.array([goals[part].lab for part in mix.serves]), np.array(mix.match.lab_dry))
    at = int(np.argmax(apart))
    return replace(mix, worst_part=WorstPart(*mix.serves[at], float(apart[at])))
