"""What a value map looks like over HTTP."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

Finite = Annotated[float, Field(allow_inf_nan=False)]


class ValueStepOut(Schema):
    """One step of the ladder; `grey` shows its mean value on the screen."""

    index: int
    value: float
    share: float
    area_cm2: float
    grey: str


class ValuesIn(Schema):
    """How the map is made: by a method and a number of steps, or by the painter's own `limits`."""

    method: Literal["equal", "natural"] = "equal"
    count: Annotated[int, Field(ge=2, le=9)] = 5
    limits: list[Finite] | None = None
    brush_mm: Finite | None = None


class ValuesOut(Schema):
    """The map that is kept. `brush_mm` is the one in use, also when the painter has not chosen one."""

    method: Literal["equal", "natural"]
    count: int
    limits: list[float] | None
    brush_mm: float
    thresholds: list[float]
    steps: list[ValueStepOut]
    map_url: str
    up_to_date: bool
