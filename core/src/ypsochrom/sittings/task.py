"""The words of a schedule: tasks, the waits between them, and the piles they are painted with."""

from dataclasses import dataclass
from typing import Literal

TaskKind = Literal["unit", "own", "job", "mixing"]

WaitKind = Literal["order", "coat", "overcoat", "glaze", "while wet", "mixing"]
"""The order that rules and passes ask for; the next coat of the same unit; paint over paint that is dry to the touch, or dry
enough for a glaze; an edge or passage that is blended while it is wet; a pile before it is used."""


@dataclass(frozen=True)
class Task:
    """Something for one pair of hands that is not put down half-way: `minutes` of work.

    `subject` is the unit (id), own unit (id), job (kind) or pile (id) it is about, `coat` counts from 1, `piles` are what it
    is painted with, `areas` what it paints (ids).
    """

    id: str
    kind: TaskKind
    subject: str
    title: str
    minutes: float
    coat: int = 1
    piles: tuple[str, ...] = ()
    areas: tuple[str, ...] = ()
    pass_number: int = 0


@dataclass(frozen=True)
class Wait:
    """`after` (task) begins at least `least_min` after `before` has ended, and at most `most_min` after it (None: no limit)."""

    before: str
    after: str
    kind: WaitKind
    least_min: float = 0.0
    most_min: float | None = None


@dataclass(frozen=True)
class Wish:
    """What the painter asks of a task (id): to begin not before and not after so many minutes after the plan's begin."""

    task: str
    not_before: float
    not_after: float


@dataclass(frozen=True)
class Afterwards:
    """What comes long after the last stroke, as an isolation coat and varnish do: not before so many minutes after it."""

    title: str
    not_before_min: float
    why: str


@dataclass(frozen=True)
class Tasks:
    """All tasks of a plan in the plan's own order, the waits between them, and what comes afterwards.

    `stays_wet` says for every task how long after its end what it laid can still be blended, `dries` until it can be painted
    over, both in minutes; only for tasks that lay paint.
    """

    tasks: tuple[Task, ...]
    waits: tuple[Wait, ...]
    stays_wet: dict[str, float]
    dries: dict[str, float]
    afterwards: tuple[Afterwards, ...] = ()

    @property
    def task_of(self) -> dict[str, Task]:
        """Tasks by id."""
        return {task.id: task for task in self.tasks}

    @property
    def minutes(self) -> float:
        """Hands-on minutes in all."""
        return sum(task.minutes for task in self.tasks)
