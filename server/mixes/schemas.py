"""What mixes look like over HTTP."""

from typing import Annotated

from ninja import Schema
from pydantic import Field

from server.subject.schemas import AdviceOut


class PortionOut(Schema):
    """One thing that goes into the pile; `let_down_with` says in what it is let down 1:9."""

    key: str
    name: str
    parts: float
    let_down_with: str | None


class ServedOut(Schema):
    """A value family of an area that a mix is for."""

    area: str
    family: str


class MixOut(Schema):
    """A mix with its swatches: the photo's colour, the mix dry and the mix wet."""

    id: str
    name: str
    pile: list[PortionOut]
    parts: dict[str, float]
    photo: str
    dry: str
    wet: str
    lab_dry: list[float]
    lab_wet: list[float]
    target_lab: list[float]
    value_dry: float
    value_wet: float
    de00: float
    value_error: float
    serves: list[ServedOut]


class PaletteOut(Schema):
    """A tube on the palette; `masstone` is the paint laid thick."""

    key: str
    name: str
    masstone: str


class MixesIn(Schema):
    """How many tubes the palette may have."""

    tubes: Annotated[int, Field(ge=1, le=24)]


class MixesOut(Schema):
    """Palette and mixes, darkest first; empty until the first plan."""

    tubes: int
    palette: list[PaletteOut]
    mixes: list[MixOut]
    advice: list[AdviceOut]
    up_to_date: bool
