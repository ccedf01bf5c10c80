"""Putting steps in order: the engine under all schools.

Rules name pairs of steps, the first before the then. They are taken up in the school's order of weight; a pair that would turn
the order so far round in a circle gives way and is remembered, so that the painter can ask which rule had to yield to which.
Within what the rules leave free, steps of one pile stay together (the brush is not washed between them), then those that are
worked into each other while wet, and the rest is laid out across the surface away from the painting hand.
"""

from collections import Counter
from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass
from itertools import combinations

from ..scene import Scene
from ..step import Draft
from .rules import RULES

SortKey = Callable[[Draft], tuple[float, ...]]
InHand = Callable[[Draft], object]
"""What a step is painted with, as far as steps can follow each other without another brush or pile."""


@dataclass(frozen=True)
class Relation:
    """`first` before `then` (places in the list of steps), because of a rule."""

    first: int
    then: int
    rule: str


def covering(count: int, relations: Sequence[Relation]) -> tuple[Relation, ...]:
    """The relations without those that follow from others of the same rule (transitive reduction, rule by rule)."""
    kept = []
    for rule in dict.fromkeys(r.rule for r in relations):
        own = [r for r in relations if r.rule == rule]
        follows = [0] * count
        for r in own:
            follows[r.first] |= 1 << r.then
        beyond = [0] * count
        for i, mask in enumerate(follows):
            for j in _bits(mask):
                beyond[i] |= follows[j]
        kept += [r for r in own if not beyond[r.first] >> r.then & 1]
    return tuple(kept)


@dataclass(frozen=True)
class Ordered:
    """Steps of one plan in order (places in the list given), the relations that hold, and those that gave way."""

    order: tuple[int, ...]
    relations: tuple[Relation, ...]
    gave_way: tuple[Relation, ...]


class _Precedence:
    """Who comes before whom so far: for every step the set of all that follow it, and of all before it, as bits."""

    def __init__(self, count: int) -> None:
        self.after = [0] * count
        self.ahead = [0] * count

    def comes_before(self, first: int, then: int) -> bool:
        return bool(self.after[first] >> then & 1)

    def add(self, first: int, then: int) -> None:
        """Take up a pair that contradicts nothing."""
        below, above = self.after[then] | 1 << then, self.ahead[first] | 1 << first
        for i in _bits(above):
            self.after[i] |= below
        for i in _bits(below):
            self.ahead[i] |= above


def _bits(mask: int) -> list[int]:
    found = []
    while mask:
        low = mask & -mask
        found.append(low.bit_length() - 1)
        mask ^= low
    return found


def relations_of(scene: Scene, steps: Sequence[Draft], rules: Sequence[str]) -> tuple[Relation, ...]:
    """All that the rules say about these steps, the weightiest rule first."""
    place = {id(step): i for i, step in enumerate(steps)}
    return tuple(
        Relation(place[id(first)], place[id(then)], rule)
        for rule in rules
        for first, then in RULES[rule].pairs(scene, steps)
    )


def put_in_order(
    steps: Sequence[Draft],
    relations: Sequence[Relation],
    key: SortKey,
    together: Collection[tuple[int, int]] = (),
    in_hand: InHand = lambda step: step.id,
) -> Ordered:
    """The steps pass by pass and part by part (by the rank of their role), within a part as the relations have it.

    Of steps that are free the one goes next that has the same in hand as the last one; else one of those whose like are all free
    by now, so that what is taken up is done in one go; of these one that is worked wet into the last, else the least by `key`.
    """
    so_far = _Precedence(len(steps))
    ranks = [step.part.rank for step in steps]
    held, gave_way = [], []
    for relation in relations:
        first, then = relation.first, relation.then
        if ranks[first] > ranks[then] or so_far.comes_before(then, first):
            gave_way.append(relation)
            continue
        held.append(relation)
        if ranks[first] == ranks[then] and not so_far.comes_before(first, then):
            so_far.add(first, then)
    order: list[int] = []
    for rank in sorted(set(ranks)):
        order += _within([i for i, r in enumerate(ranks) if r == rank], steps, so_far, key, set(together), in_hand)
    return Ordered(tuple(order), tuple(held), tuple(gave_way))


def _within(
    places: list[int],
    steps: Sequence[Draft],
    so_far: _Precedence,
    key: SortKey,
    together: set[tuple[int, int]],
    in_hand: InHand,
) -> list[int]:
    left = sorted(places, key=lambda i: (key(steps[i]), steps[i].id))
    held = {i: in_hand(steps[i]) for i in left}
    order: list[int] = []
    waiting = sum(1 << i for i in left)
    while left:
        free = [i for i in left if not so_far.ahead[i] & waiting]
        last = order[-1] if order else None
        same = [i for i in free if last is not None and held[i] == held[last]]
        if not same:
            still, now = Counter(held[i] for i in left), Counter(held[i] for i in free)
            free = [i for i in free if now[held[i]] == still[held[i]]] or free
        wet = [i for i in free if last is not None and ((last, i) in together or (i, last) in together)]
        chosen = (same or wet or free)[0]
        order.append(chosen)
        left.remove(chosen)
        waiting ^= 1 << chosen
    return order


def soft_neighbours(scene: Scene, steps: Sequence[Draft], wet: Callable[[Draft], bool]) -> set[tuple[int, int]]:
    """Pairs of steps of one pass that meet in a soft or lost edge and are both laid so that they can still be blended."""
    soft = {frozenset((b.a, b.b)) for b in scene.borders if b.softness in ("soft", "lost")}
    found = set()
    for (i, a), (j, b) in combinations(enumerate(steps), 2):
        meet = a.area == b.area or frozenset((a.area, b.area)) in soft
        if meet and a.at.rank == b.at.rank and wet(a) and wet(b):
            found.add((i, j))
    return found
