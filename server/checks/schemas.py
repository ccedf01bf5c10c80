"""What checks look like over HTTP. Places in a photo are shares (0-1) of it, places in the painting mm or shares of the panel."""

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from server.records.schemas import RunOut
from server.site.fields import Number, Place
from server.site.schema import Schema
from server.subject.schemas import AdviceOut
from ypsochrom.checks.doubts import Trust
from ypsochrom.checks.pose import Pose

Spot = Annotated[list[Place], Field(min_length=2, max_length=2)]
AreaId = Annotated[str, Field(max_length=20)]
PileId = Annotated[str, Field(max_length=40)]
MendKind = Literal["paint", "cover", "value", "colour", "place", "edge", "leave"]


class PileAt(Schema):
    """A pile of the plan that lies beside the painting in the photo."""

    pile: PileId
    at: Spot


class MovedTo(Schema):
    """A landmark (its place in the report's list) that the painter showed in the painting (mm)."""

    landmark: Annotated[int, Field(ge=0, le=200)]
    at_mm: Annotated[list[Number], Field(min_length=2, max_length=2)]


class AskedIn(Schema):
    """What the painter says of a photo; everything that is null or empty is found or left out."""

    number: Annotated[int, Field(ge=0, le=40)]
    corners: Annotated[list[Spot], Field(min_length=4, max_length=4)] | None = None
    grey: Spot | None = None
    piles: Annotated[list[PileAt], Field(max_length=20)] = []
    wet: Annotated[list[AreaId], Field(max_length=100)] = []
    moved: Annotated[list[MovedTo], Field(max_length=60)] = []


class AreaFindingOut(Schema):
    """An area against its planned state; errors are the painting's minus the plan's, colours as `#rrggbb`.

    `value_within` is how much either way the photo leaves open.
    """

    area: str
    name: str
    value_error: float
    value_uncertainty: float
    value_within: float
    chroma_error: float
    hue_error_deg: float
    de00: float
    painted: str
    planned: str
    words: str
    covered: float | None
    looks_like: int | None
    streaks: float
    seen: float
    wet: bool


class MendOut(Schema):
    """One thing to mend; `at` are shares of the panel, `seen` is false for what is left alone or only to be painted yet."""

    kind: MendKind
    action: str
    why: str
    at: list[float]
    areas: list[str]
    cure: str
    seen: bool


class EdgeOut(Schema):
    """An edge that came out otherwise than planned."""

    one: str
    other: str
    fault: str
    length_mm: float
    planned: str
    painted: str
    planned_mm: float
    painted_mm: float


class LandmarkOut(Schema):
    """A place of the plan (mm), where it lies in the painting, and how far that is off."""

    name: str
    kind: str
    at_mm: list[float]
    painted_mm: list[float]
    dx_mm: float
    dy_mm: float
    off_mm: float
    off_words: str
    sigma_mm: float
    is_off: bool


class LeanOut(Schema):
    """A vertical that leans."""

    upper: str
    lower: str
    lean_deg: float


class DistanceOut(Schema):
    """A distance that is off."""

    one: str
    other: str
    planned_mm: float
    painted_mm: float


class TurnedValuesOut(Schema):
    """Two areas whose values are the wrong way round."""

    darker: str
    lighter: str
    planned: float
    painted: float


class OfferOut(Schema):
    """How a unit still to come could follow what came out otherwise."""

    words: str
    area: str
    neighbour: str
    shift: float


class ReportOut(Schema):
    """What was measured; `corners` in the order of the painting."""

    trust: Trust
    corners: list[list[float]]
    corners_by_hand: bool
    rim: float
    pose: Pose
    areas: list[AreaFindingOut]
    turned: list[TurnedValuesOut]
    edges: list[EdgeOut]
    landmarks: list[LandmarkOut]
    leaning: list[LeanOut]
    distances: list[DistanceOut]
    mend: list[MendOut]
    offers: list[OfferOut]
    accents: list[str]
    done: bool
    words: str
    advice: list[AdviceOut]


class OffOut(Schema):
    """How far painted areas are off (`ypsochrom.logbook.checks.Off`)."""

    value: float
    colour: float
    area: str
    words: str
    most: float


class Told(Schema):
    """The main figures of a report: how many things there are to mend, whether nothing is, how far values and colours are off."""

    things: int = 0
    done: bool = False
    off: OffOut | None = None


class CheckSummary(Told):
    """A check in the strip."""

    id: int
    number: int
    stage: str
    taken: datetime
    state: Literal["waiting", "measured", "failed"]
    picture_url: str


class CheckOut(CheckSummary):
    """A check in full; `plan_changed` says that the plan has changed since it was measured."""

    photo_url: str
    second_url: str
    photo_width: int
    photo_height: int
    flat_url: str
    planned_url: str
    reference_url: str
    asked: AskedIn
    message: str
    hint: str
    plan_changed: bool
    report: ReportOut | None


class StageOut(Schema):
    """A stage that a photo can be held against."""

    number: int
    title: str


class AreaName(Schema):
    """An area and its middle (shares)."""

    id: str
    name: str
    centre: list[float]


class PileName(Schema):
    """A pile of the plan, wet, as `#rrggbb`."""

    id: str
    name: str
    colour: str


class ChecksOut(Schema):
    """All checks of a painting, the newest first, and what a new one would be held against."""

    checks: list[CheckSummary]
    stages: list[StageOut]
    suggested: int
    wet: list[str]
    areas: list[AreaName]
    piles: list[PileName]
    width_mm: float
    height_mm: float
    focal: list[float] | None
    run: RunOut | None
