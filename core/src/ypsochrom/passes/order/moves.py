"""The painter's hand in the order: moved steps, what that breaks, and where a step may stand without breaking anything."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from ..scene import Move
from ..step import Draft
from .engine import Relation


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
