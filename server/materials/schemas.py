"""What the shelf looks like over HTTP."""

from typing import Annotated

from ninja import Schema
from pydantic import Field

Number = Annotated[float, Field(allow_inf_nan=False)]


class PaintOut(Schema):
    """A paint of the catalogue with its predicted colours (`#rrggbb`): thick, and 1:10 in titanium white."""

    key: str
    name: str
    pigment: str
    opacity: str
    density_kg_per_l: float
    strong: bool
    masstone: str
    tint: str


class TubeIn(Schema):
    """A tube as the painter types it."""

    key: str
    volume_ml: Number
    left_ml: Number
    nozzle_mm: Number
    price: Number | None = None
    notes: Annotated[str, Field(max_length=200)] = ""


class TubeOut(TubeIn):
    """A tube on the shelf; `low` when less than a fifth is left."""

    id: int
    name: str
    masstone: str
    low: bool
