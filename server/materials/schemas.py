"""What the shelf looks like over HTTP."""

from typing import Annotated, Literal

from pydantic import Field

from server.site.fields import Key, Number, Whole, Word
from server.site.schema import Schema

Notes = Annotated[str, Field(max_length=200)]
FileText = Annotated[str, Field(max_length=500_000)]
Source = Literal["catalogue", "calibrated"]
SwatchKind = Literal["on white", "on black", "1:1", "1:4", "1:10"]


class CautionOut(Schema):
    """A usual caution: what is so, and what to do."""

    id: str
    severity: Literal["note", "warning"]
    message: str
    hint: str
    subject: str | None


Opacity = Literal["T", "ST", "SO", "O"]


class PaintOut(Schema):
    """A paint of the catalogue with its predicted colours (`#rrggbb`): thick, and 1:10 in titanium white.

    `strength` is CIEDE2000 of 1 % in white against the white; `lightfastness` a class after ASTM D5098; `lift` the L* that a
    thin film adds to black; `covers_in` the brush coats until nobody sees what lies beneath (None: more than anyone lays);
    `opacity` is told from such films.
    """

    key: str
    name: str
    pigments: list[str]
    opacity: Opacity
    lightfastness: Literal["I", "II", "III"]
    finish: Literal["matt", "satin", "gloss"]
    strength: float
    density_kg_per_l: float
    strong: bool
    masstone: str
    tint: str
    lift: float
    covers_in: int | None
    by_depth: bool
    cautions: list[CautionOut]


class TubeIn(Schema):
    """A tube as the painter types it."""

    key: Key
    volume_ml: Number
    left_ml: Number
    nozzle_mm: Number
    price: Number | None = None
    notes: Notes = ""


class ShelfFile(Schema):
    """A shelf as CSV text; `keep` false only shows what would be added."""

    text: FileText
    keep: bool = False


class ShelfRowOut(Schema):
    """One row of a shelf file: the paint it adds, or what is wrong with it and what to do."""

    line: int
    key: str | None
    name: str | None
    left_ml: float | None
    problem: str | None
    hint: str | None


class TubeOut(TubeIn):
    """A tube on the shelf; `low` when less than a fifth is left; `source` says what its predictions rest on.

    `opacity` and `covers_in` are told from films of this very tube, as those of a `PaintOut`.
    """

    id: int
    name: str
    masstone: str
    low: bool
    source: Source
    opacity: Opacity
    covers_in: int | None
    by_depth: bool


class MediumIn(Schema):
    """A bottle of medium, retarder, water or gesso."""

    what: Literal["medium"]
    kind: Word
    volume_ml: Number
    left_ml: Number
    price: Number | None = None
    notes: Notes = ""


class SupportIn(Schema):
    """Supports of one kind in stock."""

    what: Literal["support"]
    width_mm: Number
    height_mm: Number
    texture: Word
    absorbency: Word
    side_mm: Number
    count: Whole
    price: Number | None = None
    notes: Notes = ""


class BrushIn(Schema):
    """Brushes of one kind and width."""

    what: Literal["brush"]
    kind: Word
    width_mm: Number
    count: Whole
    notes: Notes = ""


class SupplyIn(Schema):
    """One thing beside the tubes."""

    item: Annotated[MediumIn | SupportIn | BrushIn, Field(discriminator="what")]


class SupplyOut(SupplyIn):
    """The same on the shelf; `low` for a bottle with less than a fifth left, `remark` what it is for or how it limits."""

    id: int
    low: bool
    remark: str


class SupplyWords(Schema):
    """The words that supplies are described by."""

    mediums: list[str]
    textures: list[str]
    absorbencies: list[str]
    brushes: list[str]


class PaletteIn(Schema):
    """A palette as the painter names it."""

    name: Annotated[str, Field(max_length=200)]
    keys: Annotated[list[Key], Field(max_length=60)]


class PlaceOut(Schema):
    """A heap on the tray; `on_shelf` when a tube of it has paint left."""

    key: str
    name: str
    side: Literal["warm", "white", "cool"]
    masstone: str
    on_shelf: bool


class PaletteOut(Schema):
    """A saved palette, laid out as on the tray."""

    id: int
    name: str
    keys: list[str]
    tray: list[PlaceOut]


class PaletteFile(Schema):
    """A GIMP palette as text; `keep` false only shows what it holds."""

    text: FileText
    keep: bool = False


class PaletteRowOut(Schema):
    """One line of a palette file: its colour and the paint it names or comes nearest to, or what is wrong with it."""

    line: int
    colour: str | None
    written: str | None
    key: str | None
    name: str | None
    nearness: str | None
    problem: str | None
    hint: str | None


class PaletteFileOut(Schema):
    """What a palette file holds, and the palette that was kept."""

    name: str
    rows: list[PaletteRowOut]
    kept: PaletteOut | None


class ReadingIn(Schema):
    """One dry swatch as read: CIELAB, or a spectrum of 36 reflectances from 380 to 730 nm."""

    kind: SwatchKind
    lab: Annotated[list[Annotated[float, Field(ge=-160, le=160)]], Field(min_length=3, max_length=3)] | None = None
    reflectance: Annotated[list[Number], Field(min_length=36, max_length=36)] | None = None
    sigma_lab: Annotated[float, Field(gt=0, le=20)] | None = None


class ReadingOut(ReadingIn):
    """The same with its colour for the screen."""

    colour: str


class ReadingsOut(Schema):
    """Readings of a card, a file or an instrument, with what to know about them; `flat` is the card put straight."""

    readings: list[ReadingOut]
    advice: list[CautionOut]
    flat: str | None


class ReadingsFile(Schema):
    """A file of readings as text."""

    text: FileText


class CalibrationIn(Schema):
    """Readings to fit a tube to; `keep` false only shows what would come of it."""

    readings: Annotated[list[ReadingIn], Field(max_length=5)]
    how: Literal["card", "file", "colorimeter", "typed"]
    keep: bool = False


class ResidualOut(Schema):
    """A swatch's prediction against its reading, before and after (CIEDE2000)."""

    kind: SwatchKind
    before_de00: float
    after_de00: float
    read: str
    predicted: str


class CalibrationOut(Schema):
    """What a calibration found; `expected_de00` is how far unmeasured mixes are expected to be off."""

    kept: bool
    how: str
    residuals: list[ResidualOut]
    confidence: Literal["good", "fair", "poor"]
    words: str
    expected_de00: float
    strength: float
    masstone_before: str
    masstone_after: str
    tint_before: str
    tint_after: str


class CalibrationState(Schema):
    """A tube with the calibration that counts, if it has one, and how many there are."""

    tube: TubeOut
    current: CalibrationOut | None
    count: int
