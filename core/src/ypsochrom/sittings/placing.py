"""Tasks laid one after the other into the sittings: the plan's own order with its waits, and a first good answer.

What has to stay wet belongs together and is never cut by the end of a stretch.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from .task import Task, Tasks, Wait, Wish

Stretch = tuple[float, float]
_SNUG = 1e-6
_ANOTHER_DAY_MIN = 6 * 60
"""What is used so much later is used on another day."""


@dataclass(frozen=True)
class Block:
    """Tasks (ids) that are done in one go, in this order; `offsets` are the minutes from its begin to that of each."""

    tasks: tuple[str, ...]
    offsets: tuple[float, ...]
    minutes: float


def in_plan_order(tasks: Tasks, stretches: Sequence[Stretch]) -> dict[str, float] | None:
    """When each task begins if they follow each other as the plan has them, every pile mixed right before it is used and every
    wait waited; None where the stretches do not hold them."""
    order = _as_planned(tasks)
    return _laid(tasks, stretches, lambda ready: min(ready, key=lambda block: order[block.tasks[0]]))


def first_answer(tasks: Tasks, stretches: Sequence[Stretch], wishes: Sequence[Wish] = ()) -> dict[str, float] | None:
    """The same where of all that can be done the first that needs no waiting is taken; None also where that misses a wish."""
    order = _as_planned(tasks)
    begins = _laid(
        tasks,
        stretches,
        lambda ready: min(ready, key=lambda block: (round(ready[block], 3), order[block.tasks[0]])),
        {wish.task: wish.not_before for wish in wishes},
    )
    if begins is None or any(begins[wish.task] > wish.not_after for wish in wishes):
        return None
    return begins


def mixed_when_needed(
    tasks: Tasks, stretches: Sequence[Stretch], begins: Mapping[str, float]
) -> dict[str, float] | None:
    """The same order of work, but piles that would be kept for another day mixed right before their first use; None where the
    stretches do not hold it."""
    users: dict[str, list[str]] = {}
    for wait in tasks.waits:
        if wait.kind == "mixing":
            users.setdefault(wait.before, []).append(wait.after)

    def first_use(id_: str) -> float:
        return min(
            (first_use(user) if user in users else begins[user] for user in users.get(id_, ())), default=begins[id_]
        )

    def place(task: Task) -> tuple[float, int, float]:
        if task.kind == "mixing" and first_use(task.id) - begins[task.id] > _ANOTHER_DAY_MIN:
            return (first_use(task.id), 0, begins[task.id])
        return (begins[task.id], 1, 0.0)

    order = {task.id: number for number, task in enumerate(sorted(tasks.tasks, key=place))}
    return _laid(tasks, stretches, lambda ready: min(ready, key=lambda block: order[block.tasks[0]]))


def _as_planned(tasks: Tasks) -> dict[str, int]:
    """Places of the tasks in the plan, each pile right before its first use."""
    found: dict[str, int] = {}
    before: dict[str, list[str]] = {}
    for wait in tasks.waits:
        if wait.kind == "mixing":
            before.setdefault(wait.after, []).append(wait.before)

    def put(id_: str) -> None:
        for pile in before.get(id_, ()):
            put(pile)
        found.setdefault(id_, len(found))

    for task in tasks.tasks:
        if task.kind != "mixing":
            put(task.id)
    return found


def _blocks(tasks: Tasks) -> list[Block] | None:
    """Tasks that must stay together because of what is wet, with all that has to lie between them; None where some of them would
    come too late in every order that is tried."""
    import networkx as nx  # not asked for by a plan, and 0.1 s to load

    graph = nx.DiGraph()
    graph.add_nodes_from(task.id for task in tasks.tasks)
    for wait in tasks.waits:
        graph.add_edge(wait.before, wait.after)
        if wait.most_min is not None:
            graph.add_edge(wait.after, wait.before)
    order = _as_planned(tasks)
    inner = {(wait.before, wait.after): wait for wait in tasks.waits}
    into: dict[str, list[Wait]] = {}
    for wait in inner.values():
        into.setdefault(wait.after, []).append(wait)
    found = []
    for component in nx.strongly_connected_components(graph):
        block = _block(component, into, order, tasks.task_of, hurried=False) or _block(
            component, into, order, tasks.task_of, hurried=True
        )
        if block is None:
            return None
        found.append(block)
    return found


def _block(
    component: set[str],
    into: Mapping[str, Sequence[Wait]],
    order: Mapping[str, int],
    task_of: Mapping[str, Task],
    *,
    hurried: bool,
) -> Block | None:
    """The tasks in the plan's order, or `hurried`, what dries first before the rest; None where one comes too late."""
    left, at = set(component), dict[str, float]()
    now = 0.0
    while left:
        free = [id_ for id_ in left if not any(wait.before in left for wait in into.get(id_, ()))] or left

        def place(id_: str) -> tuple[float, int]:
            return (_latest(id_, into, at, task_of) if hurried else 0.0, order[id_])

        first = min(free, key=place)
        waits = [wait for wait in into.get(first, ()) if wait.before in at]
        begin = max([now, *(at[one.before] + task_of[one.before].minutes + one.least_min for one in waits)])
        if begin > _latest(first, into, at, task_of) + _SNUG:
            return None
        at[first] = begin
        now = begin + task_of[first].minutes
        left.discard(first)
    return Block(tuple(at), tuple(at.values()), now)


def _latest(
    id_: str, into: Mapping[str, Sequence[Wait]], at: Mapping[str, float], task_of: Mapping[str, Task]
) -> float:
    """When a task has to begin at the latest after those of its block that are laid."""
    ends = [
        at[one.before] + task_of[one.before].minutes + one.most_min
        for one in into.get(id_, ())
        if one.most_min is not None and one.before in at
    ]
    return min(ends, default=math.inf)


def _laid(
    tasks: Tasks,
    stretches: Sequence[Stretch],
    choose: Callable[[Mapping[Block, float]], Block],
    not_before: Mapping[str, float] = MappingProxyType({}),
) -> dict[str, float] | None:
    """One block after the other; `choose` takes the next of those that can begin (block: earliest begin)."""
    task_of: Mapping[str, Task] = tasks.task_of
    blocks = _blocks(tasks)
    if blocks is None:
        return None
    block_of = {id_: block for block in blocks for id_ in block.tasks}
    into: dict[Block, list[tuple[Wait, float]]] = {block: [] for block in blocks}
    for wait in tasks.waits:
        after = block_of[wait.after]
        if block_of[wait.before] is not after:
            into[after].append((wait, after.offsets[after.tasks.index(wait.after)]))
    begins: dict[str, float] = {}
    waiting, now = list(blocks), stretches[0][0] if stretches else 0.0
    while waiting:
        ready: dict[Block, float] = {}
        for block in waiting:
            if any(wait.before not in begins for wait, _ in into[block]):
                continue
            earliest = [
                not_before.get(id_, 0.0) - offset for id_, offset in zip(block.tasks, block.offsets, strict=True)
            ]
            earliest += [
                begins[w.before] + task_of[w.before].minutes + w.least_min - offset for w, offset in into[block]
            ]
            at = _fits(max([now, *earliest]), block.minutes, stretches)
            if at is not None:
                ready[block] = at
        if not ready:
            return None
        block = choose(ready)
        for id_, offset in zip(block.tasks, block.offsets, strict=True):
            begins[id_] = ready[block] + offset
        now = ready[block] + block.minutes
        waiting.remove(block)
    return begins


def _fits(at: float, minutes: float, stretches: Sequence[Stretch]) -> float | None:
    """The first time from `at` on at which a stretch has so many minutes left."""
    for start, end in stretches:
        begin = max(at, start)
        if begin + minutes <= end + _SNUG:
            return begin
    return None
