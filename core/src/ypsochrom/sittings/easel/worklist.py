"""What is taken to the easel: the tasks of a plan with all that a hand needs to know of each, fixed when the sitting opens."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

from ...colour.types import LabTriple
from ...kit.advice import Advice
from ...mixes.told import ToldDose
from ...passes.factors import USUAL_FACTORS, Factors
from ..task import TaskKind
from .clocks import Laid

Point = Literal["done", "open", "overcoat", "glaze"]
"""What of an earlier task is waited for: its end, that it can be painted over, glazed; or, with "open", that it still blends."""


@dataclass(frozen=True)
class Awaited:
    """An earlier task (id), and what of it is waited for."""

    task: str
    point: Point


@dataclass(frozen=True)
class Passage:
    """A part of the picture that a task paints: an area (id) and one of its families, None all of it."""

    area: str
    family: str | None = None


@dataclass(frozen=True)
class ListedBand:
    """A pile of a gradation's string: where it lies, what it is put together of, and its colours as `#rrggbb` wet and dry."""

    name: str
    words: str
    wet: str
    dry: str


@dataclass(frozen=True)
class ListedTask:
    """A task as it is told at the easel. `uses` are ml of every pile (id) that it takes, `sitting` the planned one (0: none).

    `minutes` are those planned for this go; `string` is what a gradation is painted with, light to dark.
    """

    id: str
    kind: TaskKind
    subject: str
    title: str
    minutes: float
    coat: int = 1
    coats: int = 1
    pass_number: int = 0
    role: str = ""
    piles: tuple[str, ...] = ()
    passages: tuple[Passage, ...] = ()
    uses: dict[str, float] = field(default_factory=dict)
    brush: str = ""
    technique: str = ""
    manner: str = ""
    medium: str = ""
    string: tuple[ListedBand, ...] = ()
    edges: tuple[str, ...] = ()
    at_judgement: int = 0
    note: str = ""
    after: tuple[Awaited, ...] = ()
    sitting: int = 0
    cautions: tuple[Advice, ...] = ()

    @property
    def areas(self) -> tuple[str, ...]:
        """Areas (ids) it paints, each once."""
        return tuple(dict.fromkeys(one.area for one in self.passages))


@dataclass(frozen=True)
class ListedPile:
    """A pile as it is mixed: doses in the order of adding, colours as `#rrggbb` wet and dry, and how it is kept.

    `lab_dry` is the same dry colour in CIELAB; None in lists that an earlier version took to the easel.
    """

    id: str
    name: str
    volume_ml: float
    doses: tuple[ToldDose, ...]
    wet: str
    dry: str
    value_dry: float
    keeping: str = ""
    lab_dry: LabTriple | None = None


@dataclass(frozen=True)
class ListedArea:
    """An area as it lies in the picture: `index` in the picture of parts, `centre` as shares (0-1), `plane` its depth.

    The depth is "" in lists that an earlier version took to the easel.
    """

    id: str
    index: int
    name: str
    centre: tuple[float, float]
    plane: str = ""


@dataclass(frozen=True)
class WorkList:
    """All tasks of a painting in the order of their schedule, the piles, the areas, and cautions said once at the start.

    `laid` is what a task (id) lays; tasks that lay no paint are not in it. `factors` are those it was planned with.
    """

    tasks: tuple[ListedTask, ...]
    piles: tuple[ListedPile, ...]
    areas: tuple[ListedArea, ...]
    laid: Mapping[str, Laid]
    cautions: tuple[Advice, ...] = ()
    factors: Factors = USUAL_FACTORS

    @property
    def grams_per_ml(self) -> float | None:
        """What a ml of all that is mixed from tubes weighs; None where no dose has a weight."""
        doses = [(dose.mass_g, dose.volume_ml) for pile in self.piles for dose in pile.doses if dose.mass_g is not None]
        volume = sum(ml for _, ml in doses)
        return sum(grams for grams, _ in doses) / volume if volume > 0 else None

    @cached_property
    def task_of(self) -> dict[str, ListedTask]:
        """Tasks by id."""
        return {task.id: task for task in self.tasks}

    @cached_property
    def pile_of(self) -> dict[str, ListedPile]:
        """Piles by id."""
        return {pile.id: pile for pile in self.piles}
