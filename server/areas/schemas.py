"""What areas look like over HTTP. Places are shares (0-1) of the picture as it is cropped to the support."""

from typing import Annotated, Literal

from pydantic import Field

from server.site.fields import Number, Place, Word
from server.site.schema import Schema
from ypsochrom.areas.edits import MOST_EDITS
from ypsochrom.areas.linework import USUAL
from ypsochrom.values.steps import MOST_STEPS

Spot = Annotated[list[Place], Field(min_length=2, max_length=2)]
Outline = Annotated[list[Spot], Field(max_length=2000)]
Plane = Literal["front", "middle", "back"]
Handling = Literal["usual", "thin", "thick", "bare"]
Softness = Literal["lost", "soft", "firm", "hard"]
Growth = Literal["fur", "hair", "grass", "foliage"]


class FamilyOut(Schema):
    """A value family inside an area; `colour` is the photo's."""

    family: str
    area_cm2: float
    value: float
    colour: str


class GradationOut(Schema):
    """How an area's colour runs: from its lighter end to its darker one (x, y in shares).

    `drawn` says that the painter gave it its ends.
    """

    start: list[float]
    end: list[float]
    start_colour: str
    end_colour: str
    drawn: bool


class MarkOut(Schema):
    """The way of strokes at one place (shares): degrees from level, turning clockwise."""

    x: float
    y: float
    degrees: float


class FlowOut(Schema):
    """The ways of strokes over an area; `spacing` of the marks is a share of the picture's width."""

    spacing: float
    marks: list[MarkOut]


class AreaOut(Schema):
    """One area; `outline` is SVG path data in mm of the support, `centre` a point well inside (shares 0-1).

    `plane` and `beneath` (ids of the neighbours in front of it) hold the painter's planes; `found_plane` is the proposal.
    `target` is the painter's own colour for it, None: the photo's. `named` says that the name is the painter's. `way` is which
    way strokes run in it, in words, None where they agree on none; `growth` what grows over it, `flow` the way of that, `mirrors`
    the area that it is the reflection of, `may_mirror` the one that it would be if it were one.
    """

    id: str
    index: int
    name: str
    named: bool
    area_cm2: float
    share: float
    value: float
    lab: list[float]
    colour: str
    centre: list[float]
    outline: str
    families: list[FamilyOut]
    light: str | None
    shadow: str | None
    texture_mm: float | None
    gradation: GradationOut | None
    flat: bool
    way: str | None
    growth: Growth | None
    flow: FlowOut | None
    mirrors: str | None
    may_mirror: str | None
    plane: Plane
    found_plane: Plane
    beneath: list[str]
    target: str | None
    target_value: float | None
    handling: Handling
    locked: bool


class BorderOut(Schema):
    """The border of areas `a` and `b`: differences are those of `b` against `a`; `over` is the side painted over the other.

    `own` says that the painter changed the softness or the side.
    """

    a: str
    b: str
    length_mm: float
    softness: Softness
    found_softness: Softness
    width_mm: float
    de00: float
    value_difference: float
    chroma_difference: float
    hue_difference_deg: float
    over: str
    own: bool


class EditData(Schema):
    """One change by hand. `merge`: `spots`; `split`: `spot`, `by`, `line`; `give`: `shape`, `to`, `width`; `absorb`: `below_cm2`;
    `lock`: `spot` (its outline is filled in)."""

    kind: Literal["merge", "split", "give", "absorb", "lock"]
    spots: Annotated[list[Spot], Field(max_length=60)] = []
    spot: Spot | None = None
    by: Literal["value", "colour", "line"] = "value"
    line: Outline = []
    shape: Outline = []
    to: Spot | None = None
    width: Annotated[float, Field(gt=0, le=0.5)] | None = None
    below_cm2: Annotated[float, Field(gt=0, le=1e6)] | None = None
    rings: Annotated[list[Outline], Field(max_length=60)] = []


class ChangesIn(Schema):
    """All changes in their order, and the detail (number of areas before them; None as the picture suggests)."""

    detail: Annotated[int, Field(ge=2, le=60)] | None = None
    edits: Annotated[list[EditData], Field(max_length=MOST_EDITS)] = []


class FindingOut(Schema):
    """A finding: `key` names it and the state of its subject, `areas` are its subject's ids, `dismissed` why it is set aside."""

    key: str
    id: str
    severity: str
    message: str
    hint: str
    areas: list[str]
    dismissed: str | None = None


class LostOut(Schema):
    """A change that could not be kept; `edit` is its place in the list."""

    edit: int
    message: str
    hint: str


class WaitingOut(Schema):
    """A decision that has no place at present: on what it hangs (the id of an area, mix or step) and what was decided."""

    what: Literal["area", "edge", "recipe", "method", "fading", "technique", "move"]
    subject: str
    words: str


class ThingOut(Schema):
    """Areas that belong together (ids, the largest first, whose id is the thing's), as found or as the painter said."""

    id: str
    name: str
    areas: list[str]
    said: bool


class AreasOut(Schema):
    """The areas; empty until the first plan. `labels_url` holds every pixel's area index as 8-bit grey.

    `waiting` are all decisions of the painting that have no place at present.
    """

    areas: list[AreaOut]
    things: list[ThingOut]
    borders: list[BorderOut]
    detail: int | None
    found_detail: int
    edits: list[EditData]
    lost: list[LostOut]
    advice: list[FindingOut]
    waiting: list[WaitingOut]
    surfaces: dict[str, str]
    labels_url: str | None
    up_to_date: bool


class AreaIn(Schema):
    """What the painter says of an area; what is left out stays. An empty name or `as_found` takes back what was found.

    `target` is a colour as `#rrggbb`, "L, a, b", or empty for the photo's; `flat` says that a gradation is painted in bands,
    `gradation` gives it other ends, none of them: as it was found. `growth` is what grows over it, "none" for nothing;
    `mirrors` the area that it is the reflection of, "" for none.
    """

    name: Annotated[str, Field(max_length=80)] | None = None
    target: Annotated[str, Field(max_length=60)] | None = None
    plane: Plane | Literal["as_found"] | None = None
    handling: Handling | None = None
    flat: bool | None = None
    gradation: Annotated[list[Spot], Field(max_length=2)] | None = None
    growth: Growth | Literal["none"] | None = None
    mirrors: Annotated[str, Field(max_length=40)] | None = None


class BorderIn(Schema):
    """What the painter says of the border of two areas; `as_found` takes it back."""

    a: Word
    b: Word
    softness: Softness | Literal["as_found"] | None = None
    over: Word | None = None


class DismissalIn(Schema):
    """Advice set aside with a reason, or with none brought back."""

    key: Annotated[str, Field(pattern=r"^[a-z]+\.[WN]\d{3} [0-9a-f]{24}$")]
    reason: Annotated[str, Field(max_length=200)] | None


class BackgroundOut(Schema):
    """A background for the subject: mean contrast of value along its silhouette, the share of it lost, the nearest colour."""

    colour: str
    name: str
    lab: list[float]
    contrast: float
    lost_share: float
    nearest_de00: float
    now: bool


class ThingIn(Schema):
    """These areas are one thing, perhaps under a name; one area alone is taken out of its thing."""

    areas: Annotated[list[Word], Field(min_length=1, max_length=100)]
    name: Annotated[str, Field(max_length=80)] = ""


class LineOut(Schema):
    """A line of the drawing as SVG path data in mm of the support; drawn from the detail on that its strength says."""

    kind: Literal["outline", "inner", "value"]
    strength: float
    path: str


class BordersWanted(Schema):
    """Borders of values that are drawn too: thresholds of the value map by their place, darkest first."""

    limits: Annotated[list[Annotated[int, Field(ge=0, lt=MOST_STEPS - 1)]], Field(max_length=MOST_STEPS)] = []


class DrawingWanted(BordersWanted):
    """What of the drawing is wanted: lines at least so strong, and inner ones or not."""

    faintest: Number = USUAL
    inner: bool = True


class DrawingOut(Schema):
    """The drawing to transfer: all its lines, the strengths between which its detail is chosen, how many sheets it takes.

    It is `ready` once the areas of the picture as it is now have been looked for.
    """

    ready: bool
    faintest: float
    usual: float
    boldest: float
    sheets: dict[str, int]
    lines: list[LineOut]
