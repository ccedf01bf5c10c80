"""What a painting looks like over HTTP."""

from typing import Annotated, Literal

from pydantic import Field

from server.records.schemas import RunOut
from server.site.fields import Share, Whole, Word
from server.site.schema import Schema

Title = Annotated[str, Field(max_length=120)]
Search = Annotated[str, Field(max_length=120)]


class AdviceOut(Schema):
    """One piece of advice from the core."""

    id: str
    severity: str
    message: str
    hint: str
    subject: str | None


Spot = Annotated[list[Share], Field(min_length=2, max_length=2)]
Finish = Literal["matt", "satin", "gloss", "varnished"]
CurvePoint = Annotated[
    list[Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)]], Field(min_length=2, max_length=2)
]


class AdjustmentsData(Schema):
    """What is done to the reference, in shares of it: see the core's `Adjustments`."""

    quarter_turns: Annotated[int, Field(ge=0, le=3)] = 0
    mirrored: bool = False
    horizon: Annotated[list[Spot], Field(min_length=2, max_length=2)] | None = None
    corners: Annotated[list[Spot], Field(min_length=4, max_length=4)] | None = None
    grey: Spot | None = None
    black: Share = 0.0
    white: Share = 1.0


class FocalData(Schema):
    """The focal passage: centre in shares, radius as a share of the width."""

    x: Share
    y: Share
    radius: Annotated[float, Field(ge=0.02, le=0.5, allow_inf_nan=False)] = 0.12


Line = Annotated[list[Spot], Field(min_length=2, max_length=2)]


class MarksData(Schema):
    """Two points of the level, and where the light comes from and goes to, in shares of the photo."""

    horizon: Line | None = None
    light: Line | None = None


class PatchData(Schema):
    """How a photo is laid over the base; see the core's `Patch`."""

    outline: Annotated[list[Spot], Field(min_length=3, max_length=60)]
    at: Spot
    width: Annotated[float, Field(ge=0.02, le=4, allow_inf_nan=False)] = 1.0
    turn_deg: Annotated[float, Field(ge=-360, le=360, allow_inf_nan=False)] = 0.0
    mirrored: bool = False
    feather: Annotated[float, Field(ge=0, le=0.25, allow_inf_nan=False)] = 0.01


class ReferenceIn(Schema):
    """Another photo's name, place and marks."""

    name: Title
    patch: PatchData
    marks: MarksData


class ReferenceOut(ReferenceIn):
    """Another photo of a painting."""

    id: int
    url: str
    width_px: int
    height_px: int


class ZoneData(Schema):
    """A zone of an observation: squinted value, hue and chroma words, lit or shaded, plane of depth."""

    name: Annotated[str, Field(max_length=60)] = ""
    value: Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)]
    hue: Annotated[str, Field(max_length=20)] = "grey"
    chroma: Annotated[str, Field(max_length=20)] = "grey"
    lit: bool = True
    plane: Literal["front", "middle", "back"] = "middle"


class NotesData(Schema):
    """What is noted for the light: when (ISO 8601), where, how the weather is."""

    when: Annotated[str, Field(max_length=40)] = ""
    place: Annotated[str, Field(max_length=80)] = ""
    latitude_deg: Annotated[float, Field(ge=-90, le=90, allow_inf_nan=False)] | None = None
    longitude_deg: Annotated[float, Field(ge=-180, le=180, allow_inf_nan=False)] | None = None
    weather: Annotated[str, Field(max_length=120)] = ""


class ObservationData(Schema):
    """Zones on a lattice of cells, row by row from the upper left; each cell holds its zone's index."""

    columns: Whole
    rows: Whole
    cells: Annotated[list[Whole], Field(max_length=2304)]
    zones: Annotated[list[ZoneData], Field(max_length=40)]
    borders: Literal["stepped", "straight"] = "stepped"
    notes: NotesData


class ObservationOut(ObservationData):
    """The same with the screen colour of every zone and of the sketch beneath."""

    colours: list[str]
    sketch_url: str | None


class NewObservation(Schema):
    """A painting that begins in front of the subject, without a photo."""

    title: Title
    size: Annotated[str, Field(max_length=40)]
    notes: NotesData


class GuideOut(Schema):
    """A guide as lines over the picture, in shares of width and height."""

    guide: Literal["centre", "thirds", "golden", "armature", "lead-in"]
    title: str
    lines: list[list[list[float]]]


class PaintingOut(Schema):
    """A painting; pictures are cropped to the support, `value_url` holds value x 25.5 as 8-bit grey.

    `crop_moves` says in which direction the crop can move over the adjusted reference; `darkest` and `lightest` are the
    ends of the range of dry paint with this finish; `whole_url` shows everything before cropping.
    """

    id: int
    title: str
    width_mm: float
    height_mm: float
    crop_x: float
    crop_y: float
    crop_size: float
    crop_moves: Literal["across", "down", "both", "nowhere"]
    adjustments: AdjustmentsData
    finish: Finish
    curve: list[list[float]]
    darkest: float
    lightest: float
    focal: FocalData | None
    observation: ObservationOut | None
    marks: MarksData
    whole_url: str
    whole_width_px: int
    whole_height_px: int
    reference_width_px: int
    reference_height_px: int
    width_px: int
    height_px: int
    reference_url: str
    picture_url: str
    value_url: str
    thumbnail_url: str
    advice: list[AdviceOut]


class CardOut(Schema):
    """A painting in the studio's list: its picture and how far it is; `thumbnail_url` is empty until it can be shown."""

    id: int
    title: str
    width_mm: float
    height_mm: float
    thumbnail_url: str
    values: Literal["missing", "stale", "current"]
    passes: Literal["missing", "stale", "current"]
    run: RunOut | None


class CardsOut(Schema):
    """A page of the list, out of so many pages and paintings."""

    paintings: list[CardOut]
    count: int
    page: int
    pages: int


class TitleOut(Schema):
    """A painting by its title."""

    id: int
    title: str


class PaintingChange(Schema):
    """What of a painting can be changed; what is left out stays. `no_focal` takes the focal passage away."""

    title: Title | None = None
    size: Word | None = None
    crop_x: Share | None = None
    crop_y: Share | None = None
    crop_size: Annotated[float, Field(ge=0.1, le=1, allow_inf_nan=False)] | None = None
    adjustments: AdjustmentsData | None = None
    finish: Finish | None = None
    curve: Annotated[list[CurvePoint], Field(max_length=8)] | None = None
    focal: FocalData | None = None
    marks: MarksData | None = None
    no_focal: bool | None = None
