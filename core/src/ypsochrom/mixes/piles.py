"""Piles that a hand can mix: a few whole parts of tubes, and of one or two piles that were mixed before.

Painters make lights of a dark with white, and greys of two piles that lie there; so a pile is a source like a tube. All small
recipes of tubes are written out once; every pile adds those that it can be part of. Of the recipes that come near a target
the one is chosen that a hand, whose doses are off by a tenth, is expected to come nearest with, in as few doses as will do.
"""

import itertools
import math
from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from copy import copy
from dataclasses import dataclass
from functools import cache

import numpy as np

from ..colour import spectra
from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab
from ..kit.recent import Recent
from ..paint import appearance, strength, surface
from ..paint.catalogue import Paintbox, catalogue
from .rows import Rows
from .search import OUT_OF_REACH_DE00
from .table import VALUE_FIRST, smallest
from .uniform import coordinates

MOST_PARTS, MOST_RATIO = 16, 12
"""A pile has at most so many parts, and of one source at most so many to one of another; common practice: what can be counted."""

EVER_PARTS = 30
"""Beyond so many parts nobody counts."""

MOST_OF_A_TINTER = 20
"""Parts to one drop of a strong tinter, which is counted in drops."""

MOST_SOURCES, EVER_SOURCES = 3, 4

DOSING_SIGMA = 0.10
"""Standard deviation of a dose by hand, as a share of it (prototype finding)."""

VALUE_WEIGHT, SOURCE_PENALTY, PART_PENALTY = 2.0, 0.5, 0.03
"""What an error of one value step, one more source and one more part may cost in CIEDE2000."""

DEAR_PENALTY, BLACK_PENALTY = 0.15, 0.25
"""The same for a cadmium or cobalt where an earth would do, and for a black where a mixed dark would (common practice)."""

TINT_PARTS, TINT_PENALTY = 12, 0.3
"""White to one part of a paint that is let down before it goes into piles, and what one such pile more may cost in CIEDE2000."""

_LIGHT, _PLAINLY_NEARER = 80.0, 1.0
"""From this L* on a pile may be let down in white once more, where that brings it so much nearer (CIEDE2000)."""

_DEAR = ("PY35", "PO20", "PR108", "PB28", "PB35")
_NEAR, _WEIGHED, _DRAWS = 256, 48, 24
_BASE_PARTS = {1: 1, 2: 8, 3: 6}
_WHITES = (*range(1, MOST_RATIO + 1), 24, 36, 48, 72, 96, 144)
"""Parts of a base by its tubes, and of white to one of it; more than `MOST_RATIO` are let down twice."""

_LOOKED_AT, _CHOICE = 4096, 64
"""Where several piles of other tubes are asked for: rows that are looked at, and sets of tubes that are tried by hand."""

_MOST_OF_THREE = 12
"""Parts of a pile of three sources one of which is a pile: hardly any of more turns out best, and they are twice as many."""

_CHUNK = 12_288
_THREADS = 2


@dataclass(frozen=True)
class Dose:
    """So many parts of a source: a paint's key, or the id of a pile that was mixed before."""

    source: str
    parts: float


def is_tube(source: str) -> bool:
    """Whether a dose comes from a tube, not from another pile."""
    return source in catalogue()


@dataclass(frozen=True, eq=False)
class Mixed:
    """A pile for a target: its doses in the order of adding, its paints as shares (n,) of the box, and what a hand comes to.

    `expected_de00` is the mean CIEDE2000 from the target with a hand's doses, `likely_worst_de00` what it stays under nine times
    in ten; both are 0 where `is_base`: no target's, but there for others to be mixed from. `tint_of` is then the paint that is
    let down in white, None where it is more than that.
    """

    made_from: tuple[Dose, ...]
    shares: Float
    expected_de00: float = 0.0
    likely_worst_de00: float = 0.0
    is_base: bool = False
    tint_of: str | None = None


@cache
def _parts(sources: int) -> np.ndarray:
    """All ways to part a pile of so many sources, shape (m, sources): each ratio once, in its smallest numbers."""
    rows = [
        row
        for row in itertools.product(range(1, MOST_PARTS), repeat=sources)
        if sum(row) <= MOST_PARTS and max(row) <= MOST_RATIO * min(row) and math.gcd(*row) == 1
    ]
    return np.array(rows, dtype=np.float32)


@cache
def _bases(sources: int) -> np.ndarray:
    """The same for a base that is let down in white afterwards: a few parts do."""
    return _parts(sources)[_parts(sources).sum(axis=1) <= _BASE_PARTS[sources]]


@cache
def _hands(sources: int) -> Float:
    """Factors by which the doses of `_DRAWS` hands are off, shape (draws, sources)."""
    errors = np.random.default_rng(7).normal(0.0, DOSING_SIGMA, (_DRAWS // 2, sources))
    return np.exp(np.concatenate([errors, -errors])).astype(np.float32)


class Piles:
    """Tubes and the piles mixed of them so far; `mix` tells how to mix the next one and puts it beside the others.

    A paint let down in white (`TINT_PARTS` to one) is a source too, and is mixed when a pile asks for it.
    """

    def __init__(self, box: Paintbox) -> None:
        self.box = box
        self._names: list[str] = list(box.keys)
        self._shares: Float = np.eye(len(box))
        self._absorption = box.absorption.astype(np.float32)
        self._scattering = box.scattering.astype(np.float32)
        self._penalty = [_penalty(key) for key in box.keys]
        self._strong = [strength.is_tinter(key) for key in box.keys]
        self._white = next((i for i, paint in enumerate(box.paints) if paint.is_white), None)
        self._rows = Rows(MOST_SOURCES)
        tubes = range(len(box))
        blocks = [(np.arange(len(box))[:, None], np.ones((1, 1), dtype=np.float32))]
        blocks += [(np.array(list(itertools.combinations(tubes, n))), _parts(n)) for n in (2, 3) if len(box) >= n]
        drops = np.array([(r, 1) for r in range(MOST_RATIO + 1, MOST_OF_A_TINTER + 1)], dtype=np.float32)
        tinted = [(other, i) for i in tubes if self._strong[i] for other in tubes if other != i]
        if tinted:
            blocks.append((np.array(tinted), drops))
        self._of_tubes = sum(len(sets) * len(parts) for sets, parts in blocks)
        self._tints: dict[int, Mixed] = {}
        for tube in tubes if self._white is not None else ():
            if tube != self._white and not box.paints[tube].is_white:
                blocks += self._with_tint(tube)
        self._piles: list[int] = []
        self._write_out(blocks)

    def copy(self) -> "Piles":
        """The same piles, to which others may be added without these being touched."""
        other = copy(self)
        other._names, other._penalty, other._piles = list(self._names), list(self._penalty), list(self._piles)
        other._tints, other._rows = dict(self._tints), self._rows.copy()
        return other

    def __len__(self) -> int:
        """Recipes that are written out."""
        return self._rows.count

    def _with_tint(self, tube: int) -> list[tuple[np.ndarray, np.ndarray]]:
        """Make a tint of a tube a source; what it can be part of."""
        assert self._white is not None  # the caller has one
        shares = np.zeros(len(self.box))
        shares[[self._white, tube]] = np.array([TINT_PARTS, 1]) / (TINT_PARTS + 1)
        doses = (Dose(self.box.keys[self._white], TINT_PARTS), Dose(self.box.keys[tube], 1))
        own = self._stand(f"{self.box.keys[tube]} in white", shares, TINT_PENALTY)
        self._tints[own] = Mixed(doses, shares, is_base=True, tint_of=self.box.keys[tube])
        others = [i for i in range(len(self.box)) if i != self._white]
        return [
            (np.array([(own, other) for other in range(len(self.box))]), _parts(2)),
            (np.array([(own, self._white, other) for other in others]), _parts(3)),
        ]

    def _stand(self, name: str, shares: Float, penalty: float = 0.0) -> int:
        """Put a source beside the others; its number."""
        self._names.append(name)
        self._penalty.append(penalty)
        self._shares = np.vstack([self._shares, shares])
        for of, stacked in (("_absorption", self.box.absorption), ("_scattering", self.box.scattering)):
            setattr(self, of, np.vstack([getattr(self, of), (shares @ stacked)[None].astype(np.float32)]))
        return len(self._names) - 1

    def mix(
        self, target: Lab, new_id: Callable[[], str], care: float = 1.0
    ) -> tuple[str, tuple[tuple[str, Mixed], ...]]:
        """The id of the pile for a target (dry CIELAB), and what has to be mixed for it, in this order, each under its `new_id`.

        Nothing has to be mixed where a pile that lies there is best; else the pile itself is the last. A light may have a base
        before it, which is let down in white. With more `care` doses count less against nearness.
        """
        target = np.asarray(target, dtype=float)
        new: tuple[tuple[str, Mixed], ...] = ()
        base, among = self._to_let_down(target, care), None
        if base is not None:
            new = self._put_down(*base, None, new_id)
            among = self._with_source(len(self._names) - 1)
        sources, amounts, apart = self._chosen(target, among, care)
        shares: Float = amounts / amounts.sum() @ self._shares[sources]
        for pile in self._piles:
            if np.allclose(self._shares[pile], shares, atol=1e-6):
                return self._names[pile], new
        new = (*new, *self._put_down(sources, amounts, apart, new_id))
        return new[-1][0], new

    def _put_down(
        self, sources: np.ndarray, amounts: np.ndarray, apart: Float | None, new_id: Callable[[], str]
    ) -> tuple[tuple[str, Mixed], ...]:
        """Put a pile beside the others: the tints that it asks for and that nobody has mixed, and itself, each under its id.

        `apart` is how far off hands come with it, None for a base.
        """
        new = []
        for tint in [int(source) for source in sources if int(source) in self._tints]:
            self._names[tint], self._penalty[tint] = new_id(), 0.0
            new.append((self._names[tint], self._tints.pop(tint)))
        name, mixed = new_id(), self._mixed(sources, amounts, apart)
        self.add(name, mixed.shares)
        return (*new, (name, mixed))

    def _with_source(self, own: int) -> np.ndarray:
        """The rows that have this source and others."""
        sources = self._rows.sources
        return np.flatnonzero((sources == own).any(axis=1) & ((sources >= 0).sum(axis=1) > 1))

    def _to_let_down(self, target: Lab, care: float) -> tuple[np.ndarray, np.ndarray] | None:
        """Sources and amounts of a base for a light that no pile has white enough for: let down in white it comes plainly nearer
        than any. None where there is no need of one."""
        if self._white is None or target[0] < _LIGHT:
            return None
        rows = self._near(target, None)
        price = self._price(self._rows.sources[rows], self._rows.amounts[rows].astype(np.float32)) / care
        now = float((_cost_of(self._rows.lab[rows].astype(float), target) + price).min())
        let_down = _cost_of(self._let_down(rows), target[None, None]) + price[:, None] + SOURCE_PENALTY / care
        row, _ = np.unravel_index(int(let_down.argmin()), let_down.shape)
        if let_down.min() > now - _PLAINLY_NEARER:
            return None
        used = self._rows.amounts[rows[row]] > 0
        return self._rows.sources[rows[row]][used], self._rows.amounts[rows[row]][used].astype(np.float32)

    def _let_down(self, rows: np.ndarray) -> Lab:
        """The colours of rows with 1 to `MOST_RATIO` parts of white to one of them, shape (rows, ratios, 3)."""
        assert self._white is not None  # the caller has one
        amounts = self._rows.amounts[rows].astype(float)
        sources = self._shares[self._rows.sources[rows]]  # -1 stands for none, of which there is 0
        shares = np.einsum("rs,rsn->rn", amounts, sources) / amounts.sum(axis=1, keepdims=True)
        white = np.arange(1, MOST_RATIO + 1)[None, :, None] * np.eye(len(self.box))[self._white]
        lighter = shares[:, None] + white
        seen: Lab = appearance.dry_lab(lighter.reshape(-1, len(self.box)), self.box)
        return seen.reshape(*lighter.shape[:2], 3)

    def nearest(self, targets: Lab) -> Lab:
        """What comes nearest to colours (n, 3) (dry CIELAB, value counted more) of all that is written out, with exact doses.

        Lights may also come of that let down in white once more. About 1 ms for each, and 50 ms before the first.
        """
        targets = np.asarray(targets, dtype=float)
        rows = self._rows.near_each(targets, _NEAR)
        best, apart = _best_of(self._rows.lab[rows].astype(float), targets)
        for at in np.flatnonzero(apart >= OUT_OF_REACH_DE00):  # what keeps the value is looked at too
            among = np.concatenate([rows[at], self._rows.level_with_each(targets[at : at + 1], _NEAR)[0]])
            best[at : at + 1], _ = _best_of(self._rows.lab[among][None].astype(float), targets[at : at + 1])
        if self._white is None:
            return best
        for at in np.flatnonzero((targets[:, 0] >= _LIGHT) & (apart >= _PLAINLY_NEARER)):
            lighter = np.concatenate([best[at][None], self._let_down(rows[at]).reshape(-1, 3)])
            best[at : at + 1], _ = _best_of(lighter[None], targets[at : at + 1])
        return best

    def alone(self, target: Lab, *, with_white: bool = False) -> Mixed:
        """The pile for a target that is mixed of tubes only; with some white in it where that is asked for and there is one."""
        among = np.arange(self._of_tubes)
        if with_white and self._white is not None:
            among = np.flatnonzero((self._rows.sources[: self._of_tubes] == self._white).any(axis=1))
        return self._mixed(*self._chosen(np.asarray(target, dtype=float), among))

    def _mixed(self, sources: np.ndarray, amounts: np.ndarray, apart: Float | None) -> Mixed:
        shares: Float = amounts / amounts.sum() @ self._shares[sources]
        if apart is None:
            return Mixed(self._in_order(sources, amounts), shares, is_base=True)
        return Mixed(self._in_order(sources, amounts), shares, float(apart.mean()), float(np.quantile(apart, 0.9)))

    def several(
        self, target: Lab, count: int, *, must_use: Sequence[str] = (), most_sources: int = MOST_SOURCES
    ) -> list[Mixed]:
        """The piles of tubes alone for a target that a hand is expected to come nearest with, each of other tubes; best first.

        All have the tubes in `must_use`, and at most so many; none where no pile does.
        """
        target = np.asarray(target, dtype=float)
        rows = self._cheapest_sets(target, self._keeping_to(must_use, most_sources), _CHOICE)
        sources, amounts = self._rows.sources[rows], self._rows.amounts[rows]
        return self._best_by_hand(sources, amounts, self._price(sources, amounts), target, count)

    def near(self, target: Lab, count: int) -> tuple[Float, Float]:
        """So many piles of tubes that come nearest to a colour: shares and parts (m, n) of the box's paints, in no order."""
        off = self._rows.lab[: self._of_tubes] - np.asarray(target, dtype=np.float32)
        rows = smallest((off**2).sum(axis=1), count)[:count]
        parts = np.zeros((len(rows), len(self.box)))
        for column in range(MOST_SOURCES):
            sources = self._rows.sources[rows, column]
            used = sources >= 0
            parts[np.flatnonzero(used), sources[used]] = self._rows.amounts[rows[used], column]
        return parts / parts.sum(axis=1, keepdims=True), parts

    def lights(
        self, target: Lab, count: int, *, must_use: Sequence[str] = (), most_sources: int = MOST_SOURCES
    ) -> list[Mixed]:
        """The same for what one pile has not white enough for: a base is mixed first, then one part of it let down in white.

        `made_from` is both in one, a whole number of white to every part of the base. None without white.
        """
        target = np.asarray(target, dtype=float)
        if self._white is None or most_sources < 2:
            return []
        tubes = [i for i in range(len(self.box)) if i != self._white]
        white = np.array(_WHITES, dtype=np.float32)
        twice = MOST_RATIO + white / MOST_RATIO
        counted = np.where(white <= MOST_RATIO, white, twice)
        best: list[tuple[np.ndarray, np.ndarray, Float]] = []
        for size in range(1, min(most_sources - 1, EVER_SOURCES - 1) + 1):
            sets = np.array([s for s in itertools.combinations(tubes, size) if self._has(s, must_use)])
            if not len(sets):
                continue
            base = np.repeat(_bases(size), len(white), axis=0)
            parts = np.column_stack([base, base.sum(axis=1) * np.tile(white, len(_bases(size)))])
            price = SOURCE_PENALTY * size + PART_PENALTY * (base.sum(axis=1) + np.tile(counted, len(_bases(size))))
            with_white = np.column_stack([sets, np.full(len(sets), self._white)])
            lab = self._colours(with_white, parts).astype(float).reshape(len(sets), len(parts), 3)
            cost = _cost_of(lab, target) + price
            likely = np.argsort(cost.min(axis=1), kind="stable")[:_CHOICE]
            at = cost[likely].argmin(axis=1)
            unused = ((0, 0), (0, EVER_SOURCES - size - 1))
            tubes_of = np.pad(with_white[likely], unused, constant_values=-1)
            best.append((tubes_of, np.pad(parts[at], unused), price[at]))
        if not best:
            return []
        sources, amounts, prices = (np.concatenate(some) for some in zip(*best, strict=True))
        return self._best_by_hand(sources, amounts, prices, target, count)

    def _has(self, sources: Sequence[int], must_use: Sequence[str]) -> bool:
        """Whether these tubes, with white, hold all that must be used."""
        return {self._names.index(key) for key in must_use} <= {*sources, self._white}

    def _best_by_hand(
        self, sources: np.ndarray, amounts: np.ndarray, price: Float, target: Lab, count: int
    ) -> list[Mixed]:
        """So many of these piles, those that hands come nearest with for their price first."""
        if not len(sources):
            return []
        apart, error = self._by_hand(sources, amounts, target)
        order = np.argsort(error + price, kind="stable")[:count]
        used = amounts > 0
        return [self._mixed(sources[i][used[i]], amounts[i][used[i]].astype(float), apart[i]) for i in order]

    def _keeping_to(self, must_use: Sequence[str], most_sources: int) -> np.ndarray:
        """The rows of tubes that use all of these and at most so many."""
        sources = self._rows.sources[: self._of_tubes]
        fits = (sources >= 0).sum(axis=1) <= most_sources
        for key in must_use:
            fits &= (sources == self._names.index(key)).any(axis=1)
        return np.flatnonzero(fits)

    def _cheapest_sets(self, target: Lab, among: np.ndarray, count: int) -> np.ndarray:
        """Of every set of tubes the row that is cheapest with exact doses; of these rows the cheapest so many."""
        if not len(among):
            return among
        off = self._rows.lab[among] - target.astype(np.float32)
        sources, amounts = self._rows.sources, self._rows.amounts
        looked_at = [smallest(((off * (value, 1, 1)) ** 2).sum(axis=1), _LOOKED_AT) for value in (1.0, VALUE_FIRST)]
        near = among[np.union1d(*looked_at)]
        cost = self._exact_cost(near, target)
        order = np.argsort(cost, kind="stable")
        sets = np.sort(np.where(amounts[near[order]] > 0, sources[near[order]], -1), axis=1)
        _, first = np.unique(sets, axis=0, return_index=True)
        return near[order[np.sort(first)[:count]]]

    def made_of(self, own: int, target: Lab, least_share: float) -> Mixed:
        """The pile for a target that has at least so much of a certain source in it, by its number, and tubes beside it."""
        sources, amounts = self._rows.sources, self._rows.amounts
        share = np.where(sources == own, amounts, 0).sum(axis=1) / amounts.sum(axis=1)
        others = (sources < len(self.box)) | (sources == own)
        among = np.flatnonzero((share >= least_share) & others.all(axis=1))
        return self._mixed(*self._chosen(np.asarray(target, dtype=float), among))

    def add(self, name: str, shares: Float) -> int:
        """Put a pile beside the others, to be mixed from; its number."""
        tubes, piles, own = range(len(self.box)), list(self._piles), self._stand(name, shares)
        self._piles.append(own)
        with_one = [(own, other) for other in (*tubes, *piles)]
        with_two: list[tuple[int, ...]] = [(own, *two) for two in itertools.combinations(tubes, 2)]
        if self._white is not None:
            with_two += [(own, pile, self._white) for pile in piles]
        alone = (np.array([[own]]), np.ones((1, 1), dtype=np.float32))
        few = _parts(3)[_parts(3).sum(axis=1) <= _MOST_OF_THREE]
        others = [(np.array(some), parts) for parts, some in ((_parts(2), with_one), (few, with_two)) if some]
        self._write_out([alone, *others])
        return own

    def _write_out(self, blocks: Sequence[tuple[np.ndarray, np.ndarray]]) -> None:
        """All recipes of these sources (sets, k) in these parts (m, k)."""
        sources, amounts, work = [], [], []
        for sets, parts in blocks:
            unused = ((0, 0), (0, MOST_SOURCES - sets.shape[1]))
            sources.append(np.pad(np.repeat(sets, len(parts), axis=0), unused, constant_values=-1).astype(np.int16))
            amounts.append(np.pad(np.tile(parts, (len(sets), 1)), unused).astype(np.int8))
            step = max(1, _CHUNK // len(parts))
            work += [(sets[at : at + step], parts) for at in range(0, len(sets), step)]
        with ThreadPoolExecutor(_THREADS) as pool:
            lab = np.concatenate(list(pool.map(lambda one: self._colours(*one), work)))
        self._rows.add(np.concatenate(sources), np.concatenate(amounts), lab)

    def _colours(self, sets: np.ndarray, parts: np.ndarray) -> Lab:
        """Dry CIELAB (float32) of sets of sources (s, k) in all these parts (m, k) or, one for each, (s, m, k)."""
        ratio = np.matmul(parts, self._absorption[sets])
        ratio /= np.matmul(parts, self._scattering[sets])
        root = ratio + 2
        root *= ratio
        np.sqrt(root, out=root)
        ratio += root
        ratio += 1  # 1 / R
        seen = surface.seen_of_inverse(ratio, surface.dry("satin"))
        return spectra.reflectance_to_lab(seen.reshape(-1, seen.shape[-1])).astype(np.float32)

    def _chosen(
        self, target: Lab, among: np.ndarray | None = None, care: float = 1.0
    ) -> tuple[np.ndarray, np.ndarray, Float]:
        """Sources and amounts of the best recipe for a target, and how far off (CIEDE2000) the hands that try it come.

        With `among` only these rows are looked at.
        """
        rows = self._promising(target, among, care)
        sources, amounts = self._rows.sources[rows], self._rows.amounts[rows].astype(np.float32)
        apart, error = self._by_hand(sources, amounts, target)
        at = int(np.argmin(error + self._price(sources, amounts) / care))
        used = amounts[at] > 0
        return sources[at][used], amounts[at][used], apart[at]

    def _by_hand(self, sources: np.ndarray, amounts: np.ndarray, target: Lab) -> tuple[Float, Float]:
        """How far off (CIEDE2000, shape (rows, hands)) the hands come that try these piles, and what that costs on the whole."""
        amounts = amounts.astype(np.float32)
        doses = amounts[:, None, :] * _hands(sources.shape[1])[None]
        seen = self._colours(sources, doses).astype(float).reshape(len(sources), _DRAWS, 3)
        apart = delta_e_2000(seen, target)
        value = np.abs(lab_to_value(seen) - lab_to_value(target)).mean(axis=1)
        return apart, apart.mean(axis=1) + VALUE_WEIGHT * value

    def _promising(self, target: Lab, among: np.ndarray | None, care: float) -> np.ndarray:
        """Rows that may turn out best: the cheapest, with exact doses, among those that come near."""
        near = self._near(target, among)
        return near[np.argsort(self._exact_cost(near, target, care), kind="stable")[:_WEIGHED]]

    def _near(self, target: Lab, among: np.ndarray | None) -> np.ndarray:
        """Rows that come near a colour; of one that is out of reach also those that keep its value."""
        rows = self._rows
        goal = coordinates(target.astype(np.float32))
        apart = rows.norm - rows.near @ (2 * goal)  # the squared distance less what is the same for all
        if among is not None:
            apart = apart[among]
        near = smallest(apart, _NEAR)
        near = near if among is None else among[near]
        if float(delta_e_2000(rows.lab[near].astype(float), target).min()) >= OUT_OF_REACH_DE00:
            # what keeps the value is looked at too, and the ranking decides for it
            of = rows.lab if among is None else rows.lab[among]
            off = (of - target.astype(np.float32)) * np.array([VALUE_FIRST, 1, 1], dtype=np.float32)
            level = smallest(np.einsum("ij,ij->i", off, off), _NEAR)
            near = np.union1d(near, level if among is None else among[level])
        return near

    def _exact_cost(self, rows: np.ndarray, target: Lab, care: float = 1.0) -> Float:
        """What rows cost with exact doses."""
        price = self._price(self._rows.sources[rows], self._rows.amounts[rows].astype(np.float32))
        return _cost_of(self._rows.lab[rows].astype(float), target) + price / care

    def _price(self, sources: np.ndarray, amounts: np.ndarray) -> Float:
        """What doses cost a painter beside the error: sources, parts, dear paints."""
        dear = np.array([*self._penalty, 0.0])[sources]  # no source is -1, the last
        price: Float = dear.sum(axis=1) + SOURCE_PENALTY * ((amounts > 0).sum(axis=1) - 1)
        return price + PART_PENALTY * amounts.sum(axis=1)

    def _in_order(self, sources: np.ndarray, amounts: np.ndarray) -> tuple[Dose, ...]:
        """The largest dose first, strong tinters last."""
        strong = [bool(i < len(self._strong) and self._strong[i]) for i in sources]
        order = sorted(range(len(sources)), key=lambda at: (strong[at], -amounts[at], int(sources[at])))
        return tuple(Dose(self._names[sources[at]], int(amounts[at])) for at in order)


_kept: Recent[str, Piles] = Recent(6)


def piles_of(box: Paintbox) -> Piles:
    """The tubes of a box before anything is mixed of them; for the last few boxes nothing is written out anew (50 ms)."""
    return (_kept.get(box.fingerprint) or _kept.keep(box.fingerprint, Piles(box))).copy()


def _best_of(labs: Lab, targets: Lab) -> tuple[Lab, Float]:
    """Of every target's (n, 3) colours (n, m, 3) the one that costs least, and how far off (CIEDE2000) the nearest is."""
    apart = delta_e_2000(labs, targets[:, None])
    cost = apart + _cost_of_value(labs, targets[:, None])
    return labs[np.arange(len(labs)), cost.argmin(axis=1)], apart.min(axis=1)


def _cost_of(lab: Lab, target: Lab) -> Float:
    """What exact doses cost that come to these colours, whatever they are of."""
    cost: Float = delta_e_2000(lab, target) + _cost_of_value(lab, target)
    return cost


def _cost_of_value(lab: Lab, target: Lab) -> Float:
    cost: Float = VALUE_WEIGHT * np.abs(lab_to_value(lab) - lab_to_value(target))
    return cost


def _penalty(key: str) -> float:
    if key.startswith("PBk"):
        return BLACK_PENALTY
    return DEAR_PENALTY if key.startswith(_DEAR) else 0.0
