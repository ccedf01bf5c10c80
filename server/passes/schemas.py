"""What a pass plan, the painter's choices about it and its computations look like over HTTP."""

from typing import Annotated, Any, Literal

from ninja import Field, Schema

from server.areas.schemas import FindingOut
from server.mixes.schemas import MixOut
from server.subject.schemas import AdviceOut

Freshness = Literal["missing", "stale", "current"]
SchoolKey = Literal[
    "direct", "glazes", "monochrome", "coloured", "on-site", "sections", "background-first", "light-first", "grey-accent",
]  # fmt: skip
TechniqueName = Literal[
    "wash", "thin", "opaque", "loaded", "wet in wet", "glaze", "scumble", "dry brush", "stippling", "knife", "airbrush",
]  # fmt: skip
Tone = Literal["white", "grey", "warm earth", "black"]
Underpainting = Literal["none", "blocks", "sepia", "coloured"]
Drawing = Literal["none", "light", "strong"]


class ReasonOut(Schema):
    """Why a step stands where it stands."""

    rule: str
    title: str
    words: str


class PassStepOut(Schema):
    """One thing to do; `family` is null where the whole area is covered, `between` are the places that break no
    rule, `bounded_by` the titles of the rules that bound it there."""

    id: str
    area: str
    family: str | None
    mix: str
    technique: str
    medium: str | None
    medium_share: float
    coats: int
    film_um: float
    area_cm2: float
    volume_ml: float
    medium_ml: float
    wait: Literal["none", "touch-dry", "dry"]
    wet_with: list[str]
    between: list[int]
    bounded_by: list[str]
    reasons: list[ReasonOut]


class LooksOut(Schema):
    """Other looks at a stage; empty until they have been painted."""

    wet: str
    grey: str
    changes: str
    varnished: str


class PassOut(Schema):
    """One pass; `stage_url` shows the painting when it is done and dry (empty until it has been painted)."""

    number: int
    role: str
    brush_mm: float
    medium: str
    why: str
    minutes: float
    volume_ml: float
    readable: float | None
    stage_url: str
    looks: LooksOut
    steps: list[PassStepOut]


class JobOut(Schema):
    """Work between the passes."""

    kind: str
    before_pass: int
    title: str
    why: str
    mix: str | None
    medium: str | None
    area_cm2: float
    coats: int
    volume_ml: float
    medium_ml: float
    caution: str


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


class MediumNeedOut(Schema):
    """What is needed of one medium; `left_ml` null: it is always there."""

    kind: str
    volume_ml: float
    left_ml: float | None


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


class ChoicesData(Schema):
    """What the painter decides about the passes; null is as the school has it."""

    school: SchoolKey = "direct"
    school_of: Annotated[dict[str, SchoolKey], Field(max_length=200)] = {}
    ground: Tone | None = None
    ground_kind: Literal["paint", "gesso"] = "paint"
    underpainting: Underpainting | None = None
    drawing: Drawing | None = None
    hand: Literal["right", "left"] = "right"
    film_factor: Annotated[float, Field(allow_inf_nan=False)] = 1.0
    fading: Annotated[list[str], Field(max_length=200)] = []
    techniques: Annotated[dict[str, TechniqueName], Field(max_length=400)] = {}
    side_mm: Annotated[float, Field(allow_inf_nan=False)] = 0.0
    rules_off: Annotated[dict[str, Annotated[str, Field(max_length=200)]], Field(max_length=40)] = {}
    moves: Annotated[list[MoveData], Field(max_length=200)] = []


class PaceOut(Schema):
    """An estimate from default rates."""

    hours: float
    waits: int
    wait_minutes: float


class PassesOut(Schema):
    """The pass plan; empty until the first plan.

    `mixes` are the ground's pile and the school's own beside the painting's; `volumes` millilitres by mix id; `findings` what it
    says of areas; `price` is what the paint is worth, `unpriced` the paints of which no price is known.
    """

    choices: ChoicesData
    school: SchoolKey
    ground: MixOut | None
    mixes: list[MixOut]
    passes: list[PassOut]
    jobs: list[JobOut]
    volumes: dict[str, float]
    paint: list[PaintNeedOut]
    mediums: list[MediumNeedOut]
    kept: list[KeptPileOut]
    pace: PaceOut | None
    held_back: float
    price: float
    unpriced: list[str]
    advice: list[AdviceOut]
    findings: list[FindingOut]
    lost_moves: int
    up_to_date: bool


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
    """What can be chosen: schools, rules, grounds, techniques."""

    schools: list[SchoolOut]
    rules: list[RuleOut]
    grounds: dict[Tone, str]
    techniques: dict[TechniqueName, str]


class RunOut(Schema):
    """A computation in the background; `result` is what a study found."""

    id: int
    kind: str
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    share: float
    doing: str
    message: str
    hint: str
    result: dict[str, Any] | None = None


class BenchOut(Schema):
    """How far a painting is: the state of every derived thing, and the newest computation."""

    painting: int
    values: Freshness
    areas: Freshness
    mixes: Freshness
    passes: Freshness
    run: RunOut | None


class SummaryOut(Schema):
    """A plan in figures."""

    passes: int
    mixes: int
    coats: float
    paint_ml: float
    medium_ml: float
    hours: float
    waits: int
    wait_minutes: float
    cost: float
    lost_after: int | None
    restated: int
    away_de00: float


class SchoolsStudyOut(Schema):
    """Schools side by side for this picture."""

    schools: dict[SchoolKey, SummaryOut]


class GroundOfferOut(Schema):
    """One ground with the plan that it leads to."""

    tone: Tone
    kind: Literal["paint", "gesso"]
    colour: str | None
    through_de00: float
    gesso_ml: float
    summary: SummaryOut


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
    film_factor: Annotated[float, Field(allow_inf_nan=False)] | None = None
    school: SchoolKey | None = None
    palette: Annotated[list[str], Field(min_length=1, max_length=60)] | None = None


class WhatIfOut(Schema):
    """The plan as it is and as it would be; paint in ml by key."""

    now: SummaryOut
    then: SummaryOut
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


class GlazeOut(Schema):
    """A glaze for one passage after a pass; without parts it is best left alone. `layers` are the medium's
    share of every coat."""

    before: str
    after: str
    goal: str
    parts: dict[str, float]
    words: str
    layers: list[float]
    de00_before: float
    de00: float
    paint_ml: float
    medium_ml: float
