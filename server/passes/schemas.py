"""What a pass plan, the painter's choices about it and its computations look like over HTTP."""

from typing import Annotated, Literal

from ninja import Field

from server.areas.schemas import FindingOut
from server.mixes.schemas import MixOut, PileStringOut
from server.site.fields import Key, Number, Word
from server.site.schema import Schema
from server.subject.schemas import AdviceOut
from ypsochrom.passes.amounts.pace import Pace
from ypsochrom.passes.amounts.per_area import PilePaint
from ypsochrom.passes.amounts.quantities import MediumNeed
from ypsochrom.passes.plan.compare import Summary
from ypsochrom.passes.step import Job, Step
from ypsochrom.passes.unit import OwnTool, OwnUnit, Unit

SchoolKey = Literal[
    "direct", "glazes", "monochrome", "coloured", "on-site", "sections", "background-first", "light-first", "grey-accent",
]  # fmt: skip
TechniqueName = Literal[
    "wash", "thin", "opaque", "loaded", "wet in wet", "blended", "glaze", "scumble", "dry brush", "stippling",
    "knife", "airbrush", "wiped glaze", "dabbing", "spatter", "tufts", "drawn down", "lifted", "masked",
]  # fmt: skip
Tone = Literal["white", "grey", "warm earth", "black", "as it is"]
OrderWish = Literal["figure from ground first", "edges of the picture last"]
Underpainting = Literal["none", "blocks", "sepia", "coloured"]
Drawing = Literal["none", "light", "strong"]


StageLook = Literal["dry", "wet", "grey", "changes", "varnished"]


class PassOut(Schema):
    """One pass; `stage_url` shows the painting when it is done and dry, `look_url` (with a look for `{look}`) in other looks.

    Both are empty until the stages have been painted. `lit_url` (with a unit's place in the pass, from 0, for `{place}`) is a
    veil over all that the unit does not paint. `left_ml` is by unit what is left of its pile when it begins, `strings` by unit
    the area of the gradation that it blends, whose string it is painted with. `role` is what most of it is for; where
    it is for several things, `begins` says by unit which of them begins there.
    """

    id: str
    number: int
    role: str
    title: str
    begins: dict[str, str]
    brush_mm: float
    medium: str
    why: str
    minutes: float
    volume_ml: float
    readable: float | None
    stage_url: str
    look_url: str
    lit_url: str
    steps: list[Step]
    units: list[Unit]
    own: list[OwnUnit]
    left_ml: dict[str, float]
    strings: dict[str, str]


class PaintNeedOut(Schema):
    """What is needed of one paint; `buy` are the tubes to buy in words, empty when the shelf suffices."""

    key: str
    name: str
    masstone: str
    volume_ml: float
    mass_g: float
    bead_cm: float
    left_ml: float
    buy: str
    buy_price: float | None


class AmountOut(Schema):
    """How much of a source goes into a pile: millilitres, and drops where they can be counted."""

    source: str
    volume_ml: float
    drops: int | None


class KeptPileOut(Schema):
    """A mix that several passes use."""

    mix: str
    passes: list[int]
    later_ml: float


class MoveData(Schema):
    """The painter's hand in the order."""

    step: Annotated[str, Field(max_length=120)]
    before: Annotated[str, Field(max_length=120)] | None = None
    role: Annotated[str, Field(max_length=60)]


class OwnUnitData(Schema):
    """Work that the painter adds: in the pass of `role` before the unit `before`, null at its end."""

    id: Annotated[str, Field(min_length=1, max_length=40)]
    role: Annotated[str, Field(max_length=60)]
    before: Annotated[str, Field(max_length=120)] | None = None
    title: Annotated[str, Field(max_length=120)]
    minutes: Number
    tool: OwnTool = "brush"


class FaceData(Schema):
    """The support that is painted on: its own colour (CIELAB; null is white priming), its texture, and how thirsty it is."""

    lab: Annotated[list[Number], Field(min_length=3, max_length=3)] | None = None
    texture: Literal["smooth", "fine", "medium", "coarse"] = "fine"
    absorbency: Literal["low", "medium", "high"] = "medium"


class ChoicesData(Schema):
    """What the painter decides about the passes; null is as the school has it."""

    school: SchoolKey = "direct"
    school_of: Annotated[dict[str, SchoolKey], Field(max_length=200)] = {}
    ground: Tone | None = None
    ground_kind: Literal["paint", "gesso"] = "paint"
    underpainting: Underpainting | None = None
    drawing: Drawing | None = None
    hand: Literal["right", "left"] = "right"
    film_factor: Number = 1.0
    fading: Annotated[list[Word], Field(max_length=200)] = []
    techniques: Annotated[dict[str, TechniqueName], Field(max_length=400)] = {}
    side_mm: Number = 0.0
    sides: Literal["one colour", "picture"] = "one colour"
    rules_off: Annotated[dict[str, Annotated[str, Field(max_length=200)]], Field(max_length=40)] = {}
    moves: Annotated[list[MoveData], Field(max_length=200)] = []
    cuts: Annotated[dict[str, Literal["split", "join"]], Field(max_length=200)] = {}
    notes: Annotated[dict[str, Annotated[str, Field(max_length=400)]], Field(max_length=200)] = {}
    own_units: Annotated[list[OwnUnitData], Field(max_length=60)] = []
    face: FaceData = FaceData()
    order: Annotated[list[OrderWish], Field(max_length=4)] = []
    first_cover: Literal["own paint", "cheaper paint"] = "own paint"


class PassesOut(Schema):
    """The pass plan; empty until the first plan. `basis` says what its minutes, paint and drying rest on.

    `mixes` are the ground's pile and the school's own beside the painting's; `volumes` millilitres by mix id, `doses` the same
    for each of what it is mixed of; `findings` what it says of areas, `beside_the_photo` of the finished painting; `price` is
    what the paint is worth, `unpriced` the paints of which no price is known.
    """

    choices: ChoicesData
    school: SchoolKey
    ground: MixOut | None
    mixes: list[MixOut]
    passes: list[PassOut]
    jobs: list[Job]
    volumes: dict[str, float]
    doses: dict[str, list[AmountOut]]
    strings: list[PileStringOut]
    paint: list[PaintNeedOut]
    mediums: list[MediumNeed]
    kept: list[KeptPileOut]
    pace: Pace | None
    held_back: float
    price: float
    unpriced: list[str]
    advice: list[AdviceOut]
    beside_the_photo: list[AdviceOut]
    findings: list[FindingOut]
    lost_moves: int
    up_to_date: bool
    basis: str


class AreaNeedOut(Schema):
    """What an area takes: paint by pile and pass, ml of tube paint by key, grams of it, medium, coats, minutes, its worth."""

    area: str
    paint: list[PilePaint]
    by_pile: dict[str, float]
    tubes: dict[str, float]
    volume_ml: float
    mass_g: float
    medium_ml: float
    coats: float
    minutes: float
    worth: float | None


class BesideOut(Schema):
    """A row of the table that no area takes: ml by pile and by tube."""

    title: str
    piles: dict[str, float]
    tubes: dict[str, float]


class AmountsOut(Schema):
    """What every area takes; areas and what is beside them add up to the totals by pile and by tube."""

    areas: list[AreaNeedOut]
    beside: list[BesideOut]
    piles: dict[str, float]
    tubes: dict[str, float]


class AreaTakesOut(Schema):
    """An area, and the whole plan with it, in figures."""

    volume_ml: float
    minutes: float
    coats: float
    worth: float | None
    plan_ml: float
    plan_hours: float


class AreaIfOut(Schema):
    """What an area takes as it is, and what it would take."""

    now: AreaTakesOut
    then: AreaTakesOut


class SchoolOut(Schema):
    """A school of painting."""

    key: SchoolKey
    title: str
    idea: str
    ground: Tone
    mediums: list[str]
    rules: list[str]


class RuleOut(Schema):
    """A rule of the trade."""

    id: str
    title: str
    reason: str
    hard: bool


class TradeOut(Schema):
    """What can be chosen: schools, rules, grounds, supports as they come with their colours (CIELAB, null: white priming),
    techniques, tools of one's own units; `titles` of all reasons, `amounts` how they are reckoned.
    """

    schools: list[SchoolOut]
    rules: list[RuleOut]
    grounds: dict[Tone, str]
    faces: dict[str, list[float] | None]
    techniques: dict[TechniqueName, str]
    tools: dict[OwnTool, str]
    titles: dict[str, str]
    amounts: str


class SchoolsStudyOut(Schema):
    """Schools side by side for this picture."""

    schools: dict[SchoolKey, Summary]


class StripPassOut(Schema):
    """A pass in a strip: hands-on minutes, minutes waited for, ml of paint with medium, and how many piles are out."""

    number: int
    role: str
    minutes: float
    wait_minutes: float
    volume_ml: float
    piles: int


class StripOut(Schema):
    """The passes of a method, and their dry stages side by side in one picture, each `width` x `height` px.

    `stamp` changes with the picture.
    """

    stamp: str
    passes: list[StripPassOut]
    width: int
    height: int


class GroundOfferOut(Schema):
    """One ground with the plan that it leads to."""

    tone: Tone
    kind: Literal["paint", "gesso"]
    colour: str | None
    through_de00: float
    gesso_ml: float
    summary: Summary


class SavingOut(Schema):
    """A cheaper way to the same picture."""

    title: str
    words: str
    saves: float | None
    mix: str | None
    parts: dict[str, float] | None


class GroundsStudyOut(Schema):
    """Grounds side by side, and what would save money."""

    grounds: list[GroundOfferOut]
    savings: list[SavingOut]


class WhatIfIn(Schema):
    """What would be other; null stays as it is. `palette` are paint keys."""

    size: Annotated[str, Field(max_length=40)] | None = None
    film_factor: Number | None = None
    school: SchoolKey | None = None
    palette: Annotated[list[Key], Field(min_length=1, max_length=60)] | None = None


class WhatIfOut(Schema):
    """The plan as it is and as it would be; paint in ml by key."""

    now: Summary
    then: Summary
    paint_now: dict[str, float]
    paint_then: dict[str, float]


class SharedPileOut(Schema):
    """A mix that serves two panels."""

    mine: str
    theirs: str
    mine_name: str
    theirs_name: str
    colour: str
    de00: float
    volume_ml: float


class SharedOut(Schema):
    """The mixes that two panels worked in parallel can share."""

    other: str
    piles: list[SharedPileOut]


class GlazeLayerOut(Schema):
    """Coats of one colour: the share of medium in each."""

    parts: dict[str, float]
    words: str
    shares: list[float]


class GlazeCoatOut(Schema):
    """The passage after so many coats."""

    coats: int
    colour: str
    lightness: float
    chroma: float
    de00: float
    paint_ml: float
    medium_ml: float


class GlazeCurveOut(Schema):
    """The first colour of the glaze at one strength, coat by coat from none."""

    medium_share: float
    coats: list[GlazeCoatOut]


class GlazeOut(Schema):
    """A glaze for one passage after a pass; without layers it is best left alone.

    `wet` is the last coat before it clears, lighter by `milky` L*; `gloss` and `matt` the passage under either medium.
    `contrast_kept` is the share (0-1) of the lightness contrast beneath that is left.
    """

    before: str
    after: str
    goal: str
    layers: list[GlazeLayerOut]
    de00_before: float
    de00: float
    paint_ml: float
    medium_ml: float
    wet: str
    milky: float
    gloss: str
    matt: str
    contrast_kept: float
    curves: list[GlazeCurveOut]
