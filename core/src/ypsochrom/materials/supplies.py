"""What stands beside the tubes: mediums and gesso, supports in stock, brushes."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal, get_args

from ..colour.types import LabTriple
from ..kit.errors import BadSupply
from .shelf import LOW_SHARE
from .support import Support

MediumKind = Literal[
    "matt medium", "gloss medium", "glazing liquid", "retarder", "water", "white gesso", "black gesso", "clear gesso",
    "isolation coat", "varnish",
]  # fmt: skip
MOST_SUPPLIES = 200
"""More things beside the tubes than any studio has; every change of a shelf looks at all of them."""

MEDIUM_KINDS: tuple[MediumKind, ...] = (
    "matt medium", "gloss medium", "glazing liquid", "retarder", "water", "white gesso", "black gesso", "clear gesso",
    "isolation coat", "varnish",
)  # fmt: skip

MEDIUM_USES: dict[MediumKind, str] = {
    "matt medium": "thins without watering down; dries matt, so darks dry lighter",
    "gloss medium": "thins and keeps darks deep",
    "glazing liquid": "for glazes: clear, and slower to dry",
    "retarder": "keeps paint open longer; only as much as its label allows",
    "water": "for washes; too much of it leaves paint that rubs off",
    "white gesso": "ground; tinted it is the cheapest first cover",
    "black gesso": "ground for pictures that come out of the dark",
    "clear gesso": "tooth over a drawing or a bare wood that should stay seen",
    "isolation coat": "the clear film between paint and varnish, so that the varnish can be taken off one day",
    "varnish": "the last film: protects, and brings the depth of the darks back; can be taken off",
}
"""What each is for; common practice."""

Texture = Literal["smooth", "fine", "medium", "coarse"]
TEXTURES: tuple[Texture, ...] = ("smooth", "fine", "medium", "coarse")

FINEST_DETAIL_MM: dict[Texture, float] = {"smooth": 0.5, "fine": 1.0, "medium": 2.0, "coarse": 4.0}
"""The finest stroke that stays clean on it; finer detail wants a smoother support (common practice, figures from memory)."""

Absorbency = Literal["low", "medium", "high"]
ABSORBENCIES: tuple[Absorbency, ...] = ("low", "medium", "high")

BrushKind = Literal["flat", "filbert", "round", "rigger", "fan", "knife", "rake"]
BRUSH_KINDS: tuple[BrushKind, ...] = get_args(BrushKind)

_LONGEST_NOTES = 200
_MOST_PIECES = 999


def _within(what: str, number: float, low: float, high: float) -> None:
    if not (math.isfinite(number) and low <= number <= high):
        raise BadSupply(f"{what} is {number:g}.", f"It must lie between {low:g} and {high:g}.")


def _one_of(what: str, word: str, words: tuple[str, ...]) -> None:
    if word not in words:
        raise BadSupply(f"There is no {what} {word!r}.", f"Choose one of: {', '.join(words)}.")


def _notes(notes: str) -> None:
    if len(notes) > _LONGEST_NOTES:
        raise BadSupply("The notes are too long.", f"Keep them under {_LONGEST_NOTES} characters.")


PAINT_TO_FILL: dict[Texture, float] = {"smooth": 1.0, "fine": 1.0, "medium": 1.1, "coarse": 1.25}
PAINT_TO_SOAK: dict[Absorbency, float] = {"low": 1.0, "medium": 1.0, "high": 1.2}
"""How much thicker the first coat is laid until a weave is filled, and until a thirsty support is; from memory."""


@dataclass(frozen=True)
class Face:
    """What the paint is laid on: its own colour (dry CIELAB, None: white priming), its texture, and how thirsty it is."""

    lab: LabTriple | None = None
    texture: Texture = "fine"
    absorbency: Absorbency = "medium"

    def __post_init__(self) -> None:
        _one_of("texture", self.texture, TEXTURES)
        _one_of("absorbency", self.absorbency, ABSORBENCIES)

    @property
    def takes(self) -> float:
        """The first coat's film against the usual."""
        return PAINT_TO_FILL[self.texture] * PAINT_TO_SOAK[self.absorbency]


PRIMED_WHITE = Face()

FACES: Mapping[str, LabTriple | None] = {
    "white priming": None,
    "a grey ground of before": (58.0, 0.0, 0.0),
    "bare linen": (62.0, 3.0, 14.0),
    "bare wood": (70.0, 8.0, 24.0),
    "grey board": (66.0, 0.0, 4.0),
    "black priming": (24.0, 0.0, 0.0),
}
"""Supports as they come, with their colours (dry CIELAB, None: white priming); from memory, so a painter may give their own."""


@dataclass(frozen=True)
class Medium:
    """A bottle of medium, retarder or gesso; water needs no bottle but may stand here with its price 0."""

    kind: MediumKind
    volume_ml: float = 250.0
    left_ml: float = 250.0
    price: float | None = None
    notes: str = ""

    def __post_init__(self) -> None:
        _one_of("medium", self.kind, MEDIUM_KINDS)
        _within("The bottle's volume in ml", self.volume_ml, 1, 20_000)
        _within("What is left in it in ml", self.left_ml, 0, self.volume_ml)
        _within("The price", self.price or 0.0, 0, 1e6)
        _notes(self.notes)


@dataclass(frozen=True)
class StockSupport:
    """Supports of one kind in stock; `side_mm` is the depth of the sides that may have to be painted too."""

    width_mm: float
    height_mm: float
    texture: Texture = "fine"
    absorbency: Absorbency = "medium"
    side_mm: float = 4.0
    count: int = 1
    price: float | None = None
    notes: str = ""

    def __post_init__(self) -> None:
        Support(self.width_mm, self.height_mm)
        _one_of("texture", self.texture, TEXTURES)
        _one_of("absorbency", self.absorbency, ABSORBENCIES)
        _within("The depth of the sides in mm", self.side_mm, 0, 100)
        _within("The number of pieces", self.count, 0, _MOST_PIECES)
        _within("The price", self.price or 0.0, 0, 1e6)
        _notes(self.notes)

    @property
    def sides_cm2(self) -> float:
        """The four sides together."""
        return 2 * (self.width_mm + self.height_mm) * self.side_mm / 100


@dataclass(frozen=True)
class Brush:
    """A brush or knife; `width_mm` counts, whatever number stands on the handle."""

    kind: BrushKind
    width_mm: float
    count: int = 1
    notes: str = ""

    def __post_init__(self) -> None:
        _one_of("brush", self.kind, BRUSH_KINDS)
        _within("The brush's width in mm", self.width_mm, 0.3, 200)
        _within("The number of pieces", self.count, 0, _MOST_PIECES)
        _notes(self.notes)


What = Literal["medium", "support", "brush"]
Supply = Medium | StockSupport | Brush

_MADE_BY: dict[What, type[Supply]] = {"medium": Medium, "support": StockSupport, "brush": Brush}


def supply_of(what: What, facts: Mapping[str, Any]) -> Supply:
    """A medium, support or brush from its facts; `BadSupply` or `BadSupport` when it cannot be."""
    return _MADE_BY[what](**facts)


def is_low(medium: Medium) -> bool:
    """Whether less than `LOW_SHARE` of a bottle is left; water is never low."""
    return medium.kind != "water" and medium.left_ml < LOW_SHARE * medium.volume_ml


def remark(supply: Supply) -> str:
    """What a medium is for, how fine a support lets one paint, what a brush's width is good for."""
    if isinstance(supply, Medium):
        return MEDIUM_USES[supply.kind]
    if isinstance(supply, StockSupport):
        return f"keeps strokes down to about {FINEST_DETAIL_MM[supply.texture]:g} mm clean; sides {supply.sides_cm2:.0f} cm²"
    return _brush_use(supply.width_mm)


def _brush_use(width_mm: float) -> str:
    """The passes a width serves; common practice: brushes shrink pass by pass."""
    uses = ((25.0, "grounds and block-ins"), (12.0, "block-ins and shadows"), (5.0, "half-tones and lights"))
    return next((use for least, use in uses if width_mm >= least), "highlights, accents and lines")


STARTER_MEDIUMS = (
    Medium("matt medium"),
    Medium("glazing liquid"),
    Medium("retarder", 100, 100),
    Medium("white gesso", 500, 500),
    Medium("isolation coat"),
    Medium("varnish"),
)
STARTER_BRUSHES = (
    Brush("flat", 50.0), Brush("flat", 25.0), Brush("flat", 12.0), Brush("flat", 6.0), Brush("round", 3.0), Brush("round", 2.0),
)  # fmt: skip
"""For painters who have not entered theirs."""
