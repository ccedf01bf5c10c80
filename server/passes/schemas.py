"""What a pass plan and its computation look like over HTTP."""

from typing import Literal

from ninja import Schema

from server.areas.schemas import FindingOut
from server.mixes.schemas import MixOut
from server.subject.schemas import AdviceOut

Freshness = Literal["missing", "stale", "current"]


class PassStepOut(Schema):
    """One thing to do; `family` is null where the whole area is covered."""

    area: str
    family: str | None
    mix: str
    coats: int
    film_um: float
    area_cm2: float
    volume_ml: float


class PassOut(Schema):
    """One pass; `stage_url` shows the painting when it is done and dry."""

    number: int
    role: str
    brush_mm: float
    medium: str
    why: str
    volume_ml: float
    stage_url: str
    steps: list[PassStepOut]


class PaintNeedOut(Schema):
    """What is needed of one paint."""

    key: str
    name: str
    masstone: str
    volume_ml: float
    mass_g: float
    bead_cm: float
    left_ml: float


class PassesOut(Schema):
    """The pass plan; empty until the first plan. `volumes` are millilitres by mix id, `findings` what it says of areas."""

    ground: MixOut | None
    passes: list[PassOut]
    volumes: dict[str, float]
    paint: list[PaintNeedOut]
    advice: list[AdviceOut]
    findings: list[FindingOut]
    up_to_date: bool


class RunOut(Schema):
    """A computation in the background."""

    id: int
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    share: float
    doing: str
    message: str
    hint: str


class BenchOut(Schema):
    """How far a painting is: the state of every derived thing, and the newest computation."""

    painting: int
    values: Freshness
    areas: Freshness
    mixes: Freshness
    passes: Freshness
    run: RunOut | None
