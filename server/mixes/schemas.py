"""What mixes and the choice of a palette look like over HTTP."""

from typing import Annotated, Literal

from pydantic import Field

from server.site.fields import Keys, Number, Parts, Whole
from server.site.schema import Schema
from server.subject.schemas import AdviceOut
from ypsochrom.areas.facts import MOST_BORROWED
from ypsochrom.mixes.gather import FEWEST_PILES, MOST_PILES

Source = Literal["catalogue", "calibrated"]


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


class LightOut(Schema):
    """What a mix and its target look like to an eye used to this light."""

    light: str
    name: str
    colour: str


class ColoursOut(Schema):
    """A mix's colours: dry and wet on the screen and as CIELAB, value, what the prediction rests on, other lights.

    `lamp_shift` is CIEDE2000 by which it changes for an adapted eye from daylight to a tungsten lamp.
    """

    dry: str
    wet: str
    lab_dry: list[float]
    lab_wet: list[float]
    value_dry: float
    value_wet: float
    source: Source
    lights: list[LightOut]
    lamp_shift: float


class MatchOut(ColoursOut):
    """A recipe against a target; `words` tell the error in value and colour as a painter does."""

    pile: list[PortionOut]
    parts: dict[str, float]
    photo: str
    target_lab: list[float]
    de00: float
    value_error: float
    value_words: str
    colour_words: str


class DoseOut(Schema):
    """So many parts of a tube, or with `pile` of a mix that is mixed before; `source` is its key or id."""

    source: str
    name: str
    parts: float
    colour: str
    pile: bool


class WorstPartOut(Schema):
    """The part of an area that is farthest (CIEDE2000) from its mix; `is_far` when that is another colour to the eye."""

    area: str
    family: str
    de00: float
    is_far: bool


class MixOut(MatchOut):
    """A mix of the painting; `kept` when its recipe is the painter's own.

    `expected_de00` is how near a hand is expected to come to the target, `likely_worst_de00` what it stays under nine times in
    ten; both are None for a recipe of the painter's own.
    """

    id: str
    name: str
    serves: list[ServedOut]
    kept: bool
    doses: list[DoseOut]
    expected_de00: float | None
    likely_worst_de00: float | None
    worst_part: WorstPartOut | None


class PaletteTubeOut(Schema):
    """A tube on the palette; `masstone` is the paint laid thick."""

    key: str
    name: str
    masstone: str
    source: Source


class MixesIn(Schema):
    """How many tubes the palette may have."""

    tubes: Annotated[int, Field(ge=1, le=24)]


class PilesIn(Schema):
    """How many piles the painting may have."""

    piles: Annotated[int, Field(ge=FEWEST_PILES, le=MOST_PILES)]


class BorrowIn(Schema):
    """How much of the colour around them shadows take."""

    share: Annotated[float, Field(ge=0, le=MOST_BORROWED)]


class PilePointOut(Schema):
    """With at most so many piles the parts lie so far (CIEDE2000, by surface) from their piles' colours."""

    piles: int
    de00: float


class PileTradeOffOut(Schema):
    """What fewer piles cost, fewest first."""

    points: list[PilePointOut]


class BandOut(Schema):
    """One pile of a gradation's string: where it lies, what it is put together of, its share of the whole string, and colours."""

    name: str
    words: str
    share: float
    doses: list[DoseOut]
    dry: str
    photo: str
    de00: float


class PileStringOut(Schema):
    """The string of piles of an area's gradation, light to dark; `volume_ml` is what it takes, None before there is a plan.

    `parts` is by value family of the area what it looks like as a whole.
    """

    area: str
    volume_ml: float | None
    bands: list[BandOut]
    parts: list[MixOut]


class MixesOut(Schema):
    """Palette and mixes, darkest first, blends of two of them and strings for gradations; empty until the first plan.

    `chosen`: set by hand.
    """

    tubes: int
    piles: int
    borrow: float
    usual_borrow: float
    chosen: bool
    palette: list[PaletteTubeOut]
    mixes: list[MixOut]
    blends: list[MixOut]
    strings: list[PileStringOut]
    advice: list[AdviceOut]
    up_to_date: bool


class OwnRecipeIn(Schema):
    """The painter's own recipe for a mix; None gives the found one back."""

    parts: Parts | None


class PaletteChoiceIn(Schema):
    """The best so many tubes for the picture, out of the shelf or the whole catalogue, some of them locked."""

    count: Whole
    locked: Keys = []
    out_of: Literal["shelf", "catalogue"] = "shelf"


class PaletteKeysIn(Schema):
    """A palette by its paints; None lets the plan find it."""

    keys: Keys | None


class MissOut(Schema):
    """A passage that a palette fails, with the colour that comes instead."""

    area: str
    family: str
    de00: float
    photo: str
    instead: str
    words: str


class PaletteReportOut(Schema):
    """A palette judged for the picture; `price` of what is missing, None where a price is not known.

    `out_url` is a mask (PNG, white where out of reach), `instead_url` the picture in the palette's colours.
    """

    palette: list[PaletteTubeOut]
    mean_de00: float
    share_out: float
    worst: list[MissOut]
    mixes: int
    missing: list[PaletteTubeOut]
    price: float | None
    out_url: str
    instead_url: str


class SliceIn(Schema):
    """A palette cut at a value."""

    keys: Keys
    value: Number


class SliceOut(Schema):
    """Outlines of the reachable a* and b* (closed rings of points), and the picture's own colours at this value."""

    value: float
    rings: list[list[list[float]]]
    most_chroma: float
    wanted: list[list[float]]
    grey: str


class AppearanceOut(Schema):
    """The plan's dry colours as a picture, and its value less the photo's as grey: 127 equal, 0 and 255 two steps off.

    `by_area` is the mean of that difference, `mean_error` its mean size over the picture, both in value steps.
    """

    picture_url: str
    difference_url: str
    mean_error: float
    by_area: dict[str, float]
