"""What the mixing bench takes and gives over HTTP."""

from typing import Annotated, Literal

from pydantic import Field

from server.site.fields import Drops, Key, Keys, LabIn, Number, Parts, RowId, Whole
from server.site.schema import Schema
from server.subject.schemas import AdviceOut

from .schemas import MatchOut


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

    painting: RowId | None = None
    keys: Keys | None = None


FilmTechnique = Literal["glaze", "thin", "opaque", "loaded", "knife"]


class FilmIn(FromIn):
    """A mix to be laid in even films: how it is laid, the share of clear medium in it (None: as is
    usual for that), and the surface it dries to."""

    parts: Parts
    technique: FilmTechnique = "opaque"
    medium_share: Number | None = None
    finish: Literal["matt", "satin", "gloss"] = "satin"


class LaidOut(Schema):
    """Some coats of it over one ground: dry and wet on the screen, L* and chroma dry, how far they hide the standard card."""

    coats: int
    dry: str
    wet: str
    lightness: float
    chroma: float
    contrast_ratio: float


class OverOut(Schema):
    """A ground and what the coats make of it."""

    name: str
    colour: str
    laid: list[LaidOut]


class FilmOut(Schema):
    """A film card; `covers_in` are coats of this film until nobody sees what lies beneath (None: more than anyone lays)."""

    wet_um: float
    medium_share: float
    over: list[OverOut]
    opacity: Literal["T", "ST", "SO", "O"]
    covers_in: int | None
    by_depth: bool


class RecipesIn(FromIn):
    """A target and what is asked of its recipes; `volume_ml` and `only_enough` leave out what the shelf has too little of."""

    lab: LabIn
    must_use: Keys = []
    must_not: Keys = []
    most_paints: Whole = 4
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
    """A recipe on the bench; `steadiest` under a lamp among those that match about as well, `enough` left on the shelf.

    `expected_de00` and `likely_worst_de00` say how near a hand comes to the target; None for a pile that was mixed by hand.
    `words` tell the recipe; in `two_steps` where all but white is mixed first, and some of that let down in white.
    """

    additions: list[AdditionOut]
    expected_de00: float | None
    likely_worst_de00: float | None
    words: str
    two_steps: bool
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


class HeapOut(Schema):
    """A heap on the tray, from left to right: warm, dark to light; white; cool, light to dark."""

    key: str
    name: str
    colour: str
    side: Literal["warm", "white", "cool"]
    drops_in_a_cm: int
    left_ml: float


class TrayPileOut(Schema):
    """A pile of the painting that lies on the tray too, and what is in it in tube paint."""

    key: str
    name: str
    colour: str
    parts: dict[str, float]


class DoseIn(Schema):
    """So many drops of a paint, or of a pile of the painting."""

    key: Key
    drops: Drops


class TrayIn(FromIn):
    """The doses of a pile in the order of adding, what it is to become, if anything, and whose piles lie `beside` the tubes."""

    beside: RowId | None = None
    doses: Annotated[list[DoseIn], Field(max_length=80)] = []
    lab: LabIn | None = None


class ShapeOut(Schema):
    """A drop, a pea or a stretch of bead from above."""

    length_mm: float
    width_mm: float


class LaidDoseOut(Schema):
    """A dose as it is told and seen, and the pile after it; `de00` and `difference` against what is wanted."""

    key: str
    name: str
    colour: str
    drops: int
    words: str
    shapes: list[ShapeOut]
    mass_g: float | None
    pile_ml: float
    pile_width_mm: float
    dry: str
    wet: str
    value_dry: float
    de00: float | None
    difference: str | None


class TrayOut(Schema):
    """The tray: its heaps and piles, the pile dose by dose, and what all of it looks like (None while it is empty)."""

    heaps: list[HeapOut]
    piles: list[TrayPileOut]
    laid: list[LaidDoseOut]
    pile: RecipeOut | None


class SeenPileOut(ColourOut):
    """A pile in a photo of the palette: its middle as shares of width and height, its colour, and the mix of the painting that
    it comes nearest to (None without a painting), with how far off it is."""

    x: float
    y: float
    mix: str | None
    mix_name: str | None
    mix_colour: str | None
    de00: float | None
    difference: str | None


class PalettePhotoOut(Schema):
    """Every pile in a photo of the palette, by rows from the top left."""

    piles: list[SeenPileOut]
    advice: list[AdviceOut]


class LeftIn(Schema):
    """So many ml of a pile that is left, and the painting that it may go into."""

    painting: RowId
    parts: Parts
    volume_ml: Number = 5.0


class UseOut(Schema):
    """A mix that it can become; `words` say what is added, `makes_ml` what comes of all of it."""

    mix: str
    name: str
    colour: str
    words: str
    makes_ml: float
    expected_de00: float
    likely_worst_de00: float


class SubstituteOut(Schema):
    """A recipe that stands for a paint: in words, its string on the screen, how far that is off (CIEDE2000, mean and most), what
    it cannot do, and what a ml costs (None: a price is not known)."""

    parts: Parts
    words: str
    string: list[str]
    de00: float
    worst_de00: float
    lacks: list[str]
    price_per_ml: float | None


class AlikeOut(Schema):
    """Two tubes of the shelf that do nearly the same, and how far (CIEDE2000) their strings lie apart."""

    one: str
    other: str
    de00: float


class SubstitutesOut(Schema):
    """What stands for a paint out of the shelf, the nearest first; `string` is the paint's own, from the tube to its palest."""

    name: str
    string: list[str]
    substitutes: list[SubstituteOut]
    alike: list[AlikeOut]


class StringIn(FromIn):
    """A string of mixes: `value` needs a base."""

    kind: Literal["value", "neutrals", "darks", "greens"]
    steps: Whole = 5
    base: Parts | None = None


class StringStepOut(MatchOut):
    """One mix of a string; `words` tell what it is made of in parts to count."""

    name: str
    words: str


class PileStateIn(FromIn):
    """A pile that came out wrong: what was meant, how much of it, how it looks, and what was wanted."""

    parts: Parts
    volume_ml: Number
    lab: LabIn
    wet: bool = False
    target: LabIn
    needed_ml: Number | None = None


class AddOut(Schema):
    """What to add: ml, drops, as a hand lays it, and one part of it to how many parts of the pile."""

    key: str
    name: str
    volume_ml: float
    mass_g: float
    drops: int | None
    words: str
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
