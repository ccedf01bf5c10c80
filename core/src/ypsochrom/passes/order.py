"""Putting steps in order: the engine under all schools.

Rules name pairs of steps, the first before the then. They are taken up in the school's order of weight; a pair that would turn
the order so far round in a circle gives way and is remembered, so that the painter can ask which rule had to yield to which.
Within what the rules leave free, steps that are worked into each other while wet stay together, and the rest is laid out across
the surface away from the painting hand.
"""

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from .rules import RULES
from .scene import Move, Scene
from .step import Draft

SortKey = Callable[[Draft], tuple[float, ...]]


@dataclass(frozen=True)
class Relation:
    """`first` before `then` (places in the list of steps), because of a rule."""

    first: int
    then: int
    rule: str


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
) -> Ordered:
    """The steps pass by pass (by the rank of their role), within a pass as the relations have it.

    Of steps that are free the one goes next that is worked wet into the last one, else the least by `key`.
    """
    so_far = _Precedence(len(steps))
    ranks = [step.at.rank for step in steps]
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
        order += _within([i for i, r in enumerate(ranks) if r == rank], steps, so_far, key, set(together))
    return Ordered(tuple(order), tuple(held), tuple(gave_way))


def _within(
    places: list[int], steps: Sequence[Draft], so_far: _Precedence, key: SortKey, together: set[tuple[int, int]]
) -> list[int]:
    left = sorted(places, key=lambda i: (key(steps[i]), steps[i].id))
    order: list[int] = []
    waiting = sum(1 << i for i in left)
    while left:
        free = [i for i in left if not so_far.ahead[i] & waiting]
        wet = [i for i in free if order and ((order[-1], i) in together or (i, order[-1]) in together)]
        chosen = (wet or free)[0]
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


@dataclass(frozen=True)
class Moved:
    """The order after the painter's moves, and the moves for which the plan has no step or no place any more."""

    order: tuple[int, ...]
    lost: tuple[Move, ...]


def with_moves(steps: Sequence[Draft], order: Sequence[int], moves: Sequence[Move]) -> Moved:
    """Every moved step taken out and put right before its anchor, in the order in which the moves were made.

    Moves within a pass only: a step that goes to another pass has been given that pass's role before.
    """
    place_of = {step.id: i for i, step in enumerate(steps)}
    now, lost = list(order), []
    for move in moves:
        step = place_of.get(move.step)
        anchor = place_of.get(move.before) if move.before is not None else None
        if step is None or step == anchor or (move.before is not None and anchor is None):
            lost.append(move)
            continue
        role = steps[step].at.key
        if anchor is not None and steps[anchor].at.key != role:
            lost.append(move)
            continue
        now.remove(step)
        if anchor is not None:
            now.insert(now.index(anchor), step)
        else:
            companions = [i for i, other in enumerate(now) if steps[other].at.key == role]
            now.insert(companions[-1] + 1 if companions else order.index(step), step)
    return Moved(tuple(now), tuple(lost))


def broken(order: Sequence[int], relations: Sequence[Relation]) -> tuple[Relation, ...]:
    """The relations that an order does not keep to."""
    at = {step: i for i, step in enumerate(order)}
    return tuple(r for r in relations if at[r.first] > at[r.then])


@dataclass(frozen=True)
class Freedom:
    """The first and the last place in its pass (from 0) at which a step breaks no rule, and the rules that bound it there.

    A bound of "" is the beginning or the end of the pass.
    """

    first: int
    last: int
    first_by: str = ""
    last_by: str = ""


def free_places(order: Sequence[int], ranks: Sequence[int], relations: Sequence[Relation]) -> dict[int, Freedom]:
    """For every step where it may be moved to within its pass, as far as the relations go that now hold."""
    at = {step: i for i, step in enumerate(order)}
    starts: dict[int, int] = {}
    sizes: dict[int, int] = {}
    for i, step in enumerate(order):
        starts.setdefault(ranks[step], i)
        sizes[ranks[step]] = sizes.get(ranks[step], 0) + 1
    found = {step: Freedom(0, sizes[ranks[step]] - 1) for step in order}
    for r in relations:
        if ranks[r.first] == ranks[r.then] and at[r.first] < at[r.then]:
            start = starts[ranks[r.first]]
            earliest, latest = at[r.first] - start + 1, at[r.then] - start - 1
            if earliest > found[r.then].first:
                found[r.then] = replace(found[r.then], first=earliest, first_by=r.rule)
            if latest < found[r.first].last:
                found[r.first] = replace(found[r.first], last=latest, last_by=r.rule)
    return found


@dataclass(frozen=True)
class Conflict:
    """Rules of which each is needed to make a circle, and the fewest and lightest that would have to be given up."""

    rules: tuple[str, ...]
    give_up: tuple[str, ...]


def conflict_of(count: int, relations: Sequence[Relation], weight: Mapping[str, int]) -> Conflict | None:
    """The smallest thing to give up where relations go round in a circle; None where all of them can hold at once.

    `weight` orders the rules: of equally many the lighter are given up. All subsets are tried, the smallest first.
    """

    def whole(kept: Collection[str]) -> bool:
        return _has_no_circle(count, [r for r in relations if r.rule in kept])

    rules = sorted({r.rule for r in relations}, key=lambda rule: (weight.get(rule, 0), rule))
    if whole(rules):
        return None
    for size in range(1, len(rules) + 1):
        for given in combinations(rules, size):
            if whole([rule for rule in rules if rule not in given]):
                break
        else:
            continue
        break
    involved = list(rules)
    for rule in rules:
        if not whole(fewer := [other for other in involved if other != rule]):
            involved = fewer
    return Conflict(tuple(sorted(involved)), given)


def _has_no_circle(count: int, relations: Sequence[Relation]) -> bool:
    """Kahn's algorithm (kahn1962): steps with nothing before them are taken away until none is left."""
    before = [0] * count
    follow: list[list[int]] = [[] for _ in range(count)]
    for r in relations:
        before[r.then] += 1
        follow[r.first].append(r.then)
    free = [i for i in range(count) if not before[i]]
    taken = 0
    while free:
        i = free.pop()
        taken += 1
        for j in follow[i]:
            before[j] -= 1
            if not before[j]:
                free.append(j)
    return taken == count
