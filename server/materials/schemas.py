"""What the shelf looks like over HTTP."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

Number = Annotated[float, Field(allow_inf_nan=False)]


class PaintOut(Schema):
    """A paint of the catalogue with its predicted colours (`#rrggbb`): thick, and 1:10 in titanium white.

    `strength` is CIEDE2000 of 1 % in white against the white; `lightfastness` a class after ASTM D4302.
    """

    key: str
    name: str
    pigments: list[str]
    opacity: Literal["T", "ST", "SO", "O"]
    lightfastness: Literal["I", "II", "III"]
    finish: Literal["matt", "satin", "gloss"]
    strength: float
    density_kg_per_l: float
    strong: bool
    masstone: str
    tint: str


class CautionOut(Schema):
    """A usual caution: what is so, and what to do."""

    id: str
    severity: Literal["note", "warning"]
    message: str
    hint: str
    subject: str | None


class TubeIn(Schema):
    """A tube as the painter types it."""

    key: str
    volume_ml: Number
    left_ml: Number
    nozzle_mm: Number
    price: Number | None = None
    notes: Annotated[str, Field(max_length=200)] = ""


class ShelfFile(Schema):
    """A shelf as CSV text; `keep` false only shows what would be added."""

    text: Annotated[str, Field(max_length=500_000)]
    keep: bool = False


class ShelfRowOut(Schema):
    """One row of a shelf file: the paint it adds, or what is wrong with it and what to do."""

    line: int
    key: str | None
    name: str | None
    left_ml: float | None
    problem: str | None
    hint: str | None


class TubeOut(TubeIn):
    """A tube on the shelf; `low` when less than a fifth is left."""

    id: int
    name: str
    masstone: str
    low: bool
