"""What the easel looks like over HTTP: the list of work, how far it is, and acts as devices send them."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field

from server.site.fields import Moment, Number
from server.site.schema import Schema
from server.sittings.schemas import ClimateData
from ypsochrom.kit.advice import Advice
from ypsochrom.sittings.easel.acts import ActKind
from ypsochrom.sittings.easel.clocks import Clock, Minutes
from ypsochrom.sittings.easel.course import PileCourse, Rules, SittingCourse, TaskCourse
from ypsochrom.sittings.easel.worklist import ListedArea, ListedPile, ListedTask
from ypsochrom.sky.sun import Holds

Id = Annotated[str, Field(min_length=1, max_length=64)]
TaskId = Annotated[str, Field(max_length=160)]
MOST_ACTS = 500


class ActIn(Schema):
    """One act of a device, as `ypsochrom.sittings.easel.acts.Act`; `at` is the device's own time, put right by `sent_at`."""

    id: Id
    at: Moment
    kind: ActKind
    sitting: Id
    seq: Annotated[int, Field(ge=0, le=10**9)] = 0
    task: TaskId | None = None
    pile: TaskId | None = None
    ml: Number | None = None
    climate: ClimateData | None = None
    when: Moment | None = None
    text: Annotated[str, Field(max_length=2000)] = ""
    photo: Annotated[str, Field(max_length=80)] = ""


class ActsIn(Schema):
    """Acts of one device in the order in which they were done; `sent_at` is its time now."""

    device: Id
    sent_at: Moment
    acts: Annotated[list[ActIn], Field(max_length=MOST_ACTS)]


class WeighIn(Schema):
    """A dose of a pile, by the tube or pile that it is of."""

    pile: TaskId
    source: TaskId


class WeighedOut(Schema):
    """What the scale shows, and how many ml that are."""

    mass_g: float
    volume_ml: float


class OpenIn(Schema):
    """A sitting is opened; its id is the device's, so that opening it twice opens it once."""

    sitting: Id
    device: Id


class EaselStepOut(Schema):
    """A step of the value map: the grey that stands for it there, and its value."""

    grey: int
    value: float


class TakenListOut(Schema):
    """What was taken to the easel; it never changes. Pictures are addresses that can be kept for good.

    `parts_url` holds the area (red) and the family (green: its place in `families`) of every pixel, `steps_url` the value map;
    `width_px` and `height_px` are the size of the reference.
    """

    id: int
    title: str
    width_mm: float
    height_mm: float
    width_px: int
    height_px: int
    tasks: list[ListedTask]
    piles: list[ListedPile]
    areas: list[ListedArea]
    cautions: list[Advice]
    grams_per_ml: float | None
    rules: Rules
    reference_url: str
    parts_url: str
    steps_url: str
    steps: list[EaselStepOut]
    families: list[str]
    observed: bool
    zone: str


class NoteOut(Schema):
    """A note written at the easel."""

    at: datetime
    task: str | None
    text: str
    photo_url: str


class CourseOut(Schema):
    """How far it is (`ypsochrom.sittings.easel.course.Course`); by id of task or pile."""

    tasks: dict[str, TaskCourse]
    current: str | None
    clocks: list[Clock]
    piles: dict[str, PileCourse]
    minutes: dict[str, Minutes]
    sittings: list[SittingCourse]
    climate: ClimateData
    notes: list[NoteOut]


PlanState = Literal["same", "changed", "missing"]


class EaselOut(Schema):
    """How it stands at the easel now. `taken` is the work list in hand (id); None before the first sitting.

    `light` is that of the sitting on site, as it was when it was opened. `plan`: the desk's plan is the one in hand, has changed,
    or there is none that is up to date. `stages` are pictures of the painting by pass number, as the plan in hand has it;
    `next_sitting` begins next by the diary. `in_bin`: the painting was removed, and what is done here is still kept. `told` says
    what was put right in what was sent.
    """

    now: datetime
    painting: int
    title: str
    taken: int | None
    course: CourseOut | None
    plan: PlanState
    stages: dict[int, str]
    next_sitting: datetime | None
    light: Holds | None
    in_bin: bool
    told: list[str]


class PhotoOut(Schema):
    """A photo that was kept, by the name that an act gives it."""

    name: str


class DryingOut(Schema):
    """A passage that is not dry yet: until when it blends, and when it takes a coat."""

    title: str
    open_until: datetime
    overcoat_at: datetime | None


class LivingPileOut(Schema):
    """A pile that still lives: how much of it, and when it skins."""

    name: str
    colour: str
    left_ml: float
    skins_at: datetime | None


class AtWorkOut(Schema):
    """A painting at work: the sitting that runs, what is in hand, what dries, which piles live, when it goes on.

    `worked_min` are the minutes at work in all its sittings."""

    painting: int
    title: str
    thumbnail_url: str
    sitting: SittingCourse | None
    last: SittingCourse | None
    doing: str
    drying: list[DryingOut]
    piles: list[LivingPileOut]
    next_sitting: datetime | None
    done: int
    count: int
    worked_min: float


class LowTubeOut(Schema):
    """A tube that runs low."""

    name: str
    left_ml: float


class WhatNowOut(Schema):
    """What the studio begins with: the paintings at work, the one that runs first, and tubes that run low."""

    now: datetime
    paintings: list[AtWorkOut]
    low: list[LowTubeOut]
