"""What mixes, the mixing bench and the choice of a palette look like over HTTP."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from server.subject.schemas import AdviceOut

Number = Annotated[float, Field(allow_inf_nan=False)]
LabIn = Annotated[list[Number], Field(min_length=3, max_length=3)]
Parts = Annotated[dict[str, Number], Field(max_length=12)]
Keys = Annotated[list[Annotated[str, Field(max_length=20)]], Field(max_length=60)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
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


class MixOut(MatchOut):
    """A mix of the painting; `kept` when its recipe is the painter's own."""

    id: str
    name: str
    serves: list[ServedOut]
    kept: bool


class PaletteTubeOut(Schema):
    """A tube on the palette; `masstone` is the paint laid thick."""

    key: str
    name: str
    masstone: str
    source: Source


class MixesIn(Schema):
    """How many tubes the palette may have."""

    tubes: Annotated[int, Field(ge=1, le=24)]


class MixesOut(Schema):
    """Palette and mixes, darkest first; empty until the first plan. `chosen`: the palette is set by hand."""

    tubes: int
    chosen: bool
    palette: list[PaletteTubeOut]
    mixes: list[MixOut]
    advice: list[AdviceOut]
    up_to_date: bool


class OwnRecipeIn(Schema):
    """The painter's own recipe for a mix; None gives the found one back."""

    parts: Parts | None


class ColourIn(Schema):
    """A colour as it is typed: CIELAB or `#rrggbb`, or a value with a hue and a chroma word."""

    written: Annotated[str, Field(max_length=60)] | None = None
    value: Number | None = None
    hue: Annotated[str, Field(max_length=20)] | None = None
    chroma: Annotated[str, Field(max_length=20)] | None = None


class ColourOut(Schema):
    """A colour as CIELAB, on the screen, and in words."""

    lab: list[float]
    colour: str
    value: float
    name: str
    advice: list[AdviceOut]


class ColourWords(Schema):
    """The words by which a colour can be told."""

    hues: list[str]
    chromas: list[str]


class FromIn(Schema):
    """Which paints: a painting's palette, the whole shelf, or these keys of the shelf."""

    painting: int | None = None
    keys: Keys | None = None


class RecipesIn(FromIn):
    """A target and what is asked of its recipes; `volume_ml` and `only_enough` leave out what the shelf has too little of."""

    lab: LabIn
    must_use: Keys = []
    must_not: Keys = []
    most_paints: int = 4
    volume_ml: Number = 10.0
    only_enough: bool = False


class AdditionOut(Schema):
    """One addition to the pile, with the pile after it."""

    key: str
    name: str
    volume_ml: float
    mass_g: float
    bead_cm: float
    drops: int | None
    let_down_with: str | None
    dilution_ml: float
    share_so_far: float
    dry: str
    wet: str
    left_ml: float


class RecipeOut(MatchOut):
    """A recipe on the bench; `steadiest` under a lamp among those that match about as well, `enough` left on the shelf."""

    additions: list[AdditionOut]
    tubes: int
    steadiest: bool
    enough: bool


class RecipesOut(Schema):
    """Recipes for a target, best first; `reached` false when the best is still plainly another colour."""

    target: ColourOut
    recipes: list[RecipeOut]
    reached: bool
    words: str


class PileIn(FromIn):
    """Dabs on the virtual palette, against a target if there is one."""

    parts: Parts
    lab: LabIn | None = None
    volume_ml: Number = 10.0


class StringIn(FromIn):
    """A string of mixes: `value` needs a base."""

    kind: Literal["value", "neutrals", "darks", "greens"]
    steps: int = 5
    base: Parts | None = None


class StringStepOut(MatchOut):
    """One mix of a string."""

    name: str


class PileStateIn(FromIn):
    """A pile that came out wrong: what was meant, how much of it, how it looks, and what was wanted."""

    parts: Parts
    volume_ml: Number
    lab: LabIn
    wet: bool = False
    target: LabIn
    needed_ml: Number | None = None


class AddOut(Schema):
    """What to add: ml, drops, and one part of it to how many parts of the pile."""

    key: str
    name: str
    volume_ml: float
    mass_g: float
    drops: int | None
    pile_parts: float


class CorrectionOut(Schema):
    """One way to mend the pile, and how the pile dries then."""

    adds: list[AddOut]
    growth: float
    volume_ml: float
    dry: str
    lab_dry: list[float]
    de00: float
    value_error: float
    words: str


class CorrectionsOut(Schema):
    """How the pile stands, what to do about it, and whether a fresh pile costs less."""

    pile: ColourOut
    target: ColourOut
    pile_words: str
    leave: bool
    corrections: list[CorrectionOut]
    fresh_costs_less: bool
    fresh_ml: float
    fresh_cost: float | None
    correction_cost: float | None


class WeightOut(Schema):
    """What the simulated scale shows."""

    mass_g: float
    volume_ml: float


class PaletteChoiceIn(Schema):
    """The best so many tubes for the picture, out of the shelf or the whole catalogue, some of them locked."""

    count: int
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
