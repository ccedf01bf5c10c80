"""How short and how quickly found schedules are: `python -m benchmarks.sittings`, also part of `make bench`.

Named baselines: the plan's own order with its waits (every unit when what lies beneath it is dry), and pass after pass (a pass is
begun when the one before it can be painted over everywhere).
"""

import sys
import time
from pathlib import Path

from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.passes.films.drying import Drying
from ypsochrom.passes.plan.compare import at_size
from ypsochrom.passes.plan.pass_plan import PassPlan, find_passes
from ypsochrom.passes.scene import Choices, Scene
from ypsochrom.sittings.calendar import Diary, Recurring, sittings_of
from ypsochrom.sittings.placing import Stretch, in_plan_order
from ypsochrom.sittings.solve import Found, solved
from ypsochrom.sittings.task import Tasks, Wait
from ypsochrom.sittings.tasks import tasks_of
from ypsochrom.sky.air import ORDINARY_ROOM, Climate
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import work_from
from ypsochrom.work.sitting_nodes import painted_of

from .timing import report

KETTLE = Path(__file__).parents[1] / "demo/pictures/kettle.jpg"
GLAZING = ("glazes", "monochrome", "coloured")
LONG: list[Stretch] = [(0.0, 20_000.0)]
MORNINGS = Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 180),))


def main(photo: Path = KETTLE) -> None:
    """Schedules of the plans with glazes, of three sizes and in two airs, against both baselines; and how soon they come."""
    scene = scene_of(work_from(decode(photo.read_bytes()), Brief(Support(400, 300)), starter_shelf()))
    for size in (Support(400, 300), Support(240, 180), Support(150, 110)):
        for school in GLAZING:
            plan = find_passes(_scaled(scene, size), starter_shelf(), Choices(school=school))
            for air, climate in (("20 C, 50 %", ORDINARY_ROOM), ("14 C, 75 %", Climate(14, 75))):
                _compared(f"{school}, {size.width_mm:g} x {size.height_mm:g}, {air}", plan, climate)
    _soonness(find_passes(scene, starter_shelf(), Choices(school="monochrome")))


def _scaled(scene: Scene, size: Support) -> Scene:
    return scene if size == scene.support else at_size(scene, size)


def _compared(what: str, plan: PassPlan, climate: Climate) -> None:
    tasks = tasks_of(painted_of(plan), Drying(climate))
    found = solved(tasks, LONG)
    for name, baseline in (("plan order", tasks), ("pass after pass", _pass_after_pass(tasks))):
        begins = in_plan_order(baseline, LONG)
        assert begins is not None
        whole = max(begins[task.id] + task.minutes for task in tasks.tasks)
        report(
            f"{what}, against {name}",
            f"{1 - found.makespan_min / whole:.0%}",
            "25 %",
            f"{found.makespan_min:.0f} min; {1 - found.bound_min / whole:.0%} could be had",
        )


def _pass_after_pass(tasks: Tasks) -> Tasks:
    """The same with every pass begun when all of the one before can be painted over, as glazes want it."""
    by_pass: dict[int, list[str]] = {}
    for task in tasks.tasks:
        if task.kind == "unit":
            by_pass.setdefault(task.pass_number, []).append(task.id)
    waits = list(tasks.waits)
    glazed = {wait.after: wait.least_min for wait in tasks.waits if wait.kind == "glaze"}
    for number, units in by_pass.items():
        for before in by_pass.get(number - 1, ()):
            waits += [Wait(before, unit, "overcoat", glazed.get(unit, tasks.dries[before])) for unit in units]
    return Tasks(tasks.tasks, tuple(waits), tasks.stays_wet, tasks.dries)


def _soonness(plan: PassPlan) -> None:
    """How soon a first schedule comes, and how near the best is to what could not be ruled out."""
    tasks = tasks_of(painted_of(plan), Drying(Climate(14, 75)))
    stretches = [s for one in sittings_of(MORNINGS, tasks.minutes * 2) for s in one.stretches]
    heard: list[tuple[float, Found]] = []
    start = time.perf_counter()
    found = solved(tasks, stretches, better=lambda better: heard.append((time.perf_counter() - start, better)))
    taken = time.perf_counter() - start
    report(
        f"first schedule of {len(tasks.tasks)} tasks", f"{heard[0][0]:.2f} s", "0.5 s", f"{len(heard)} better ones came"
    )
    report(
        f"the best of {len(tasks.tasks)} tasks",
        f"{taken:.2f} s",
        "5 s",
        f"gap {found.makespan_min - found.bound_min:.0f} min of {found.makespan_min:.0f}",
    )


if __name__ == "__main__":
    main(*(Path(name) for name in sys.argv[1:2]))
