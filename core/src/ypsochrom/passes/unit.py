"""Units of work: what a painter does in one go, with one pile, one brush and in one manner."""

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from ..kit.errors import BadSetting
from ..materials.brushes import HandBrush
from ..materials.supplies import MediumKind
from .manners import Technique

Wait = Literal["none", "touch-dry", "dry"]
"""What is asked of the paint on or beside which is painted: nothing, dry to the touch, or dry through."""

EdgeHow = Literal["blend", "retarder", "soften", "cut", "overlap", "stroke"]
"""Blend while both sides are wet, the same with retarder, soften over dry paint, cut cleanly, let strokes run over it; or which
way strokes run within."""


@dataclass(frozen=True)
class EdgeWork:
    """An edge to mind: of `area` with `other`, so many mm of it, how it is made, and that in words."""

    area: str
    other: str
    how: EdgeHow
    length_mm: float
    words: str


@dataclass(frozen=True)
class Unit:
    """A stroke of work: `steps` are the parts (ids) in the order of the hand, `at_judgement` those too small for the brush.

    `mix` is the pile it is painted with, `beside` are piles that some of its parts take, alone or with it. `coats` is the most of
    its parts. Surface, paint and medium are what is laid with what stays in brush and palette, nothing rounded. `minutes` are
    hands-on in one go (a coat of all its parts), `total_minutes` in all its coats; `starts` are the minutes after the pass began
    at which each coat begins when one unit follows the other, `wait_minutes` what is waited for before them in all. What it lays
    can be worked into its neighbour for `open_minutes` and painted over after `dry_minutes`. `also_in` names other
    places that its pile goes to: a touch of it there ties the picture together.
    """

    id: str
    mix: str
    beside: tuple[str, ...]
    technique: Technique
    medium: MediumKind | None
    medium_share: float
    brush: HandBrush
    steps: tuple[str, ...]
    at_judgement: tuple[str, ...]
    coats: int
    area_cm2: float
    volume_ml: float
    medium_ml: float
    minutes: float
    total_minutes: float
    starts: tuple[float, ...] = (0.0,)
    wait: Wait = "none"
    wait_minutes: float = 0.0
    open_minutes: float = 0.0
    dry_minutes: float = 0.0
    edges: tuple[EdgeWork, ...] = ()
    words: str = ""
    also_in: str = ""


LONGEST_OWN_MINUTES = 240.0

OwnTool = Literal["brush", "pencil", "chalk"]
"""What a painter's own work is done with."""

TOOL_WORDS: Mapping[OwnTool, str] = MappingProxyType(
    {
        "brush": "",
        "pencil": "Over dry, matt paint with a soft lead. Graphite shines, and shows through thin light paint: "
        "let a coat of matt medium dry over what is to stay.",
        "chalk": "Over dry, matt paint. A damp brush takes it off and the next opaque coat covers it; a glaze would carry it "
        "along, so wipe it off first.",
    }
)
"""How pencil and chalk are used over acrylics; common practice."""


@dataclass(frozen=True)
class OwnUnit:
    """Work that the painter adds ("pencil the rigging"): in the pass of `role` before the unit `before` (id), None at its end.

    Pencil and chalk ask that all that was laid before is dry to the touch.
    """

    id: str
    role: str
    before: str | None
    title: str
    minutes: float
    tool: OwnTool = "brush"

    @property
    def words(self) -> str:
        """How it is done; "" for a brush."""
        return TOOL_WORDS[self.tool]

    def __post_init__(self) -> None:
        if not self.title.strip():
            raise BadSetting("A unit of your own has no name.", "Say in a few words what is to be done.")
        if not 0 < self.minutes <= LONGEST_OWN_MINUTES:
            raise BadSetting(
                f"A unit of {self.minutes:g} minutes cannot be planned.",
                f"Choose above 0 and up to {LONGEST_OWN_MINUTES:g} minutes, or part it.",
            )
