"""What areas look like over HTTP."""

from typing import Annotated

from ninja import Schema
from pydantic import Field


class FamilyOut(Schema):
    """A value family inside an area; `colour` is the photo's."""

    family: str
    area_cm2: float
    value: float
    colour: str


class AreaOut(Schema):
    """One area; `outline` is SVG path data in mm of the support, `centre` a point well inside (shares 0-1)."""

    id: str
    index: int
    name: str
    area_cm2: float
    share: float
    value: float
    lab: list[float]
    colour: str
    centre: list[float]
    outline: str
    families: list[FamilyOut]


class AreasOut(Schema):
    """The partition; empty until the first plan. `labels_url` holds every pixel's area index as 8-bit grey."""

    areas: list[AreaOut]
    labels_url: str | None
    up_to_date: bool


class Renamed(Schema):
    """A new name for an area; empty takes the found one back."""

    name: Annotated[str, Field(max_length=80)]
