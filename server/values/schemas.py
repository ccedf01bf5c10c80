"""What a value map looks like over HTTP."""

from typing import Annotated, Literal

from pydantic import Field

from server.site.fields import Number, Share
from server.site.schema import Schema


class ValueStepOut(Schema):
    """One step of the ladder; `grey` shows its mean value on the screen."""

    index: int
    value: float
    share: float
    area_cm2: float
    grey: str


Method = Literal["equal", "natural", "masses"]


class MovedMass(Schema):
    """A mass given to another step: a point inside it in shares, and the step's index."""

    x: Share
    y: Share
    step: Annotated[int, Field(ge=0, le=8)]


Spot = Annotated[list[Share], Field(min_length=2, max_length=2)]
Ring = Annotated[list[Spot], Field(min_length=3, max_length=4000)]


class PassageData(Schema):
    """A passage laid with a brush of its own: its outlines in shares, the brush's width, the area that it was marked by.

    Without outlines it gets those of the area as it is now.
    """

    brush_mm: Annotated[Number, Field(gt=0)]
    rings: Annotated[list[Ring], Field(max_length=40)] = []
    area: Annotated[str, Field(max_length=20)] = ""


class ValuesIn(Schema):
    """How the map is made: by a method and a number of steps, or by the painter's own `limits`.

    `own_values` set the steps' values (None: the mean), `moved` gives masses to another step.
    """

    method: Method = "equal"
    count: Annotated[int, Field(ge=2, le=9)] = 5
    limits: Annotated[list[Number], Field(max_length=20)] | None = None
    brush_mm: Number | None = None
    own_values: Annotated[list[Number | None], Field(max_length=9)] = []
    moved: Annotated[list[MovedMass], Field(max_length=200)] = []
    focal_brush: Literal["finer", "same"] = "finer"
    passages: Annotated[list[PassageData], Field(max_length=40)] = []


class ValuesOut(Schema):
    """The map that is kept. `brush_mm` is the one in use, also when the painter has not chosen one; no wider one can be than
    `widest_brush_mm`, and `finer_brush_mm` is the next usual one below it (the same where there is none).

    `focal_brush_mm` is the brush of the focal passage, None where none is marked.
    """

    method: Method
    count: int
    limits: list[float] | None
    brush_mm: float
    widest_brush_mm: float
    finer_brush_mm: float
    own_values: list[float | None]
    moved: list[MovedMass]
    focal_brush: Literal["finer", "same"]
    focal_brush_mm: float | None
    passages: list[PassageData]
    thresholds: list[float]
    steps: list[ValueStepOut]
    map_url: str
    up_to_date: bool


class ContourOut(Schema):
    """A contour with the places of its labels in shares of width and height."""

    value: float
    path: str
    labels: list[list[float]]


class MassOut(Schema):
    """A plateau: its step, its share and area, a point inside it."""

    step: int
    share: float
    area_cm2: float
    inside: list[float]


class AccentOut(Schema):
    """Where one kind of contrast is strongest, and whether the focal passage wins."""

    kind: Literal["value", "chroma", "edges"]
    x: float
    y: float
    words: str


class ReliefOut(Schema):
    """The map read as relief; `notan` holds thresholds for two and three values."""

    contours: list[ContourOut]
    masses: list[MassOut]
    notan: list[list[float]]
    key: str
    contrast: str
    words: str
    accents: list[AccentOut]


class LostShapeOut(Schema):
    """A shape with strong edges that this brush loses, and the widest brush that keeps it."""

    x: float
    y: float
    width_mm: float
    height_mm: float
    tone: Literal["dark", "light"]
    brush_mm: float


class OtherBrushIn(Schema):
    """Another brush to compare with."""

    brush_mm: Number


class OtherMapOut(Schema):
    """The map as another brush would place it; nothing is kept of it but the picture."""

    brush_mm: float
    map_url: str
    steps: list[ValueStepOut]
