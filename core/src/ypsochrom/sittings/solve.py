"""The shortest schedule for one pair of hands: OR-Tools CP-SAT, with what cannot be had explained by what is in its way.

First the shortest time from the first stroke to the last; then, no longer than that (over several days: no later than half an
hour on the last), piles that are on the palette for as short as can be, and the plan's own order where nothing else counts.
One worker, a fixed seed and limits in the solver's own deterministic time, so that the same input gives the same schedule.
"""

import math
from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures import wait as wait_for
from dataclasses import dataclass, field
from functools import partial
from typing import TYPE_CHECKING, Literal

import numpy as np

from ..kit.progress import Progress, silent
from .placing import Stretch, first_answer, mixed_when_needed
from .task import Tasks, Wish

if TYPE_CHECKING:  # the solver is loaded when it is asked for: it takes as long as a small schedule
    from ortools.sat.python.cp_model import (
        CpModel,
        CpSolver,
        CpSolverSolutionCallback,
        CpSolverStatus,
        IntVar,
        LinearExprT,
    )

Status = Literal["optimal", "feasible", "infeasible"]

TICKS_PER_MIN = 60
"""The solver counts in seconds, as tasks and waits are made."""

_SEED = 15
SHORTEST_WORK, TIDIER_WORK = 0.8, 0.3
"""Deterministic time for the shortest schedule, and for a tidier one of the same length; about seconds on a quiet core."""

_LEAST_EFFORT = 0.5
"""Where the simple rule finds nothing, a search decides whether there is anything at all."""

_WALL_S = 20.0
"""Never more than this, on a machine so slow that the same input may then give another schedule."""

_ORDER_WEIGHT, _PILE_WEIGHT = 1, 40

_A_DAY_MIN, _LATER_THAT_DAY_MIN = 20 * 60, 30
"""Over several days half an hour on the last one is given for piles that need not be kept overnight."""


@dataclass(frozen=True)
class Found:
    """Begins of the tasks in minutes, how good that is, and the shortest that could not be ruled out."""

    status: Status
    begins: dict[str, float] = field(default_factory=dict)
    makespan_min: float = 0.0
    bound_min: float = 0.0


Better = Callable[[Found], None]
"""Told of every better schedule as it comes."""


@dataclass
class _Model:
    """The model under way, with its variables by task."""

    model: "CpModel"
    begins: Mapping[str, "IntVar"]
    end: "IntVar"
    horizon: int


def solved(
    tasks: Tasks,
    stretches: Sequence[Stretch],
    wishes: Sequence[Wish] = (),
    *,
    effort: float = 1.0,
    better: Better = lambda _: None,
    progress: Progress = silent,
) -> Found:
    """The best schedule that is found with this effort (1.0: some seconds; 0: a first good one, at once). `infeasible` where
    there is none.

    `better` hears of every better one; `progress` may raise to stop the search.
    """
    from ortools.sat.python import cp_model

    hint: Mapping[str, float] | None = first_answer(tasks, stretches, wishes)
    least = _least_end(tasks, stretches)
    best = math.inf

    def told(found: Found) -> None:
        nonlocal best
        if found.makespan_min < best - 0.5 / TICKS_PER_MIN:
            best = found.makespan_min
            better(found)

    told_to_end = math.inf

    def latest(end: int) -> int:
        return int(min(told_to_end, _no_later_that_day(stretches, end)))

    if hint is not None:
        fresh = hint if wishes else _fresher(tasks, stretches, hint, _no_later_that_day(stretches, _end(tasks, hint)))
        if effort == 0.0:
            return _measured(tasks, fresh, least)
        hint = min(hint, fresh, key=partial(_end, tasks))
        now, told_to_end = _measured(tasks, hint, least), _end(tasks, fresh)
        told(now)
        if now.makespan_min <= least + 1 / TICKS_PER_MIN:
            end = latest(_end(tasks, hint))
            return _tidied(tasks, stretches, wishes, hint, end, now.makespan_min, effort, progress)
    model = _model(tasks, stretches, wishes, least)
    model.model.minimize(model.end)
    _hinted(model, hint)

    class Listening(cp_model.CpSolverSolutionCallback):
        def on_solution_callback(self) -> None:
            begins = {id_: self.value(var) / TICKS_PER_MIN for id_, var in model.begins.items()}
            told(_measured(tasks, begins, self.best_objective_bound / TICKS_PER_MIN))

    solver = _solver((effort if hint is not None else max(effort, _LEAST_EFFORT)) * SHORTEST_WORK)
    status = _searched(solver, model.model, partial(progress, 0.5, "looking for a shorter order"), Listening())
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        if hint is not None:
            return _measured(tasks, hint, least)
        return Found("infeasible")
    begins = {id_: solver.value(var) / TICKS_PER_MIN for id_, var in model.begins.items()}
    bound = solver.best_objective_bound / TICKS_PER_MIN
    if effort == 0.0:
        return _measured(tasks, begins, bound)
    return _tidied(tasks, stretches, wishes, begins, latest(solver.value(model.end)), bound, effort, progress)


def is_possible(tasks: Tasks, stretches: Sequence[Stretch], wishes: Sequence[Wish] = ()) -> bool:
    """Whether there is any schedule at all; what cannot be told in a second counts as possible."""
    from ortools.sat.python import cp_model

    if first_answer(tasks, stretches, wishes) is not None:
        return True
    if not stretches:
        return False
    model = _model(tasks, stretches, wishes, 0.0)
    return _solver(1.0).solve(model.model) != cp_model.INFEASIBLE


def _tidied(
    tasks: Tasks,
    stretches: Sequence[Stretch],
    wishes: Sequence[Wish],
    begins: Mapping[str, float],
    latest: int,
    bound: float,
    effort: float,
    progress: Progress,
) -> Found:
    """A schedule that ends no later than this, in which piles are out for as short as can be found."""
    from ortools.sat.python import cp_model

    if not wishes:
        begins = _fresher(tasks, stretches, begins, latest)
    model = _model(tasks, stretches, wishes, 0.0)
    model.model.add(model.end <= latest)
    cost: list[LinearExprT] = []
    for task in tasks.tasks:
        if task.kind == "mixing":
            gone = model.model.new_int_var(0, model.horizon, f"{task.id} gone")
            users = [w.after for w in tasks.waits if w.kind == "mixing" and w.before == task.id]
            for user in users:
                model.model.add(gone >= model.begins[user])
            cost.append(_PILE_WEIGHT * (gone - model.begins[task.id]))
    planned = [task for task in tasks.tasks if task.kind != "mixing"]
    for place, task in enumerate(planned):
        # what comes early in the plan weighs more, so that it comes early where nothing else counts
        weight = _ORDER_WEIGHT * (len(planned) - place)
        cost.append(weight * model.begins[task.id])
    model.model.minimize(sum(cost))
    _hinted(model, begins)

    solver = _solver(effort * TIDIER_WORK)
    status = _searched(solver, model.model, partial(progress, 0.8, "looking for a tidier order"))
    if status in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        begins = {id_: solver.value(var) / TICKS_PER_MIN for id_, var in model.begins.items()}
    return _measured(tasks, begins, bound)


def _end(tasks: Tasks, begins: Mapping[str, float]) -> int:
    """When the last task ends, in ticks."""
    return max(round((begins[task.id] + task.minutes) * TICKS_PER_MIN) for task in tasks.tasks)


def _fresher(
    tasks: Tasks, stretches: Sequence[Stretch], begins: Mapping[str, float], latest: int
) -> Mapping[str, float]:
    """The schedule with piles mixed on the day of their use, where that ends no later than it may."""
    fresher = mixed_when_needed(tasks, stretches, begins)
    if fresher is None or _end(tasks, fresher) > latest:
        return begins
    return fresher


def _no_later_that_day(stretches: Sequence[Stretch], end: int) -> int:
    """How late a tidier schedule may end: as early as the shortest within one day, and so much later on the last of several."""
    if end / TICKS_PER_MIN - stretches[0][0] < _A_DAY_MIN:
        return end
    last = next(b for _, b in stretches if end <= b * TICKS_PER_MIN + 1e-6)
    return min(int(last * TICKS_PER_MIN + 1e-6), end + _LATER_THAT_DAY_MIN * TICKS_PER_MIN)


def _solver(work: float) -> "CpSolver":
    from ortools.sat.python import cp_model

    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = _SEED
    solver.parameters.max_deterministic_time = work
    solver.parameters.max_time_in_seconds = _WALL_S
    return solver


_ASKS_EVERY_S = 0.2


def _searched(
    solver: "CpSolver",
    model: "CpModel",
    ask: Callable[[], None],
    listening: "CpSolverSolutionCallback | None" = None,
) -> "CpSolverStatus":
    """Solve while this thread asks now and then whether to go on; what the question raises stops the search and is raised."""
    with ThreadPoolExecutor(1) as aside:
        search = aside.submit(solver.solve, model, listening)
        try:
            while not wait_for([search], timeout=_ASKS_EVERY_S).done:
                ask()
        except BaseException:
            solver.stop_search()
            raise
        return search.result()


def _ticks_up(minutes: float) -> int:
    return int(np.ceil(minutes * TICKS_PER_MIN - 1e-6))


def _model(tasks: Tasks, stretches: Sequence[Stretch], wishes: Sequence[Wish], least: float) -> _Model:
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    spans = [(_ticks_up(a), int(b * TICKS_PER_MIN + 1e-6)) for a, b in stretches]
    horizon = max((b for _, b in spans), default=0)
    begins, intervals = {}, []
    end = model.new_int_var(_ticks_up(least) if stretches else 0, max(horizon, _ticks_up(least)), "end")
    for task in tasks.tasks:
        minutes = _ticks_up(task.minutes)
        where = cp_model.Domain.from_intervals([(a, b - minutes) for a, b in spans if b - minutes >= a])
        begin = model.new_int_var_from_domain(where, task.id)
        begins[task.id] = begin
        intervals.append(model.new_fixed_size_interval_var(begin, minutes, f"{task.id} at work"))
        if task.kind != "mixing":
            model.add(end >= begin + minutes)
    model.add_no_overlap(intervals)
    of = tasks.task_of
    for wait in tasks.waits:
        done = begins[wait.before] + _ticks_up(of[wait.before].minutes)
        model.add(begins[wait.after] >= done + _ticks_up(wait.least_min))
        if wait.most_min is not None:
            model.add(begins[wait.after] <= done + int(wait.most_min * TICKS_PER_MIN))
    for wish in wishes:
        model.add(begins[wish.task] >= _ticks_up(wish.not_before))
        model.add(begins[wish.task] <= int(wish.not_after * TICKS_PER_MIN))
    return _Model(model, begins, end, horizon)


def _hinted(model: _Model, begins: Mapping[str, float] | None) -> None:
    if begins is not None:
        for id_, var in model.begins.items():
            model.model.add_hint(var, round(begins[id_] * TICKS_PER_MIN))


def _measured(tasks: Tasks, begins: Mapping[str, float], bound: float) -> Found:
    ends = [begins[task.id] + task.minutes for task in tasks.tasks]
    makespan = max(ends, default=0.0)
    bound = min(bound, makespan)
    return Found(
        "optimal" if makespan - bound <= 1 / TICKS_PER_MIN + 1e-6 else "feasible", dict(begins), makespan, bound
    )


def _least_end(tasks: Tasks, stretches: Sequence[Stretch]) -> float:
    """Nothing can be done earlier: the time at which the stretches have held all the work, in ticks as the solver counts."""
    work = sum(_ticks_up(task.minutes) for task in tasks.tasks) / TICKS_PER_MIN
    for start, end in stretches:
        if work <= end - start:
            return start + work
        work -= end - start
    return stretches[-1][1] if stretches else 0.0
