"""What was learned, over HTTP."""

from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from server.site.fields import Keys, LabIn, Moment, Parts, RowId
from server.site.schema import Schema
from ypsochrom.logbook.diary import EntryKind, PassHours
from ypsochrom.logbook.hand_over import Price
from ypsochrom.logbook.pages import Beside, Rate, Span
from ypsochrom.logbook.took import Took
from ypsochrom.passes.plan.foretold import PlanChange

What = Literal["ml", "loss", "minutes", "mixing", "drying", "shift", "value", "dose", "dosing hand"]
By = Literal["", "depth", "parts", "edges", "brush"]


class LearnedOut(Schema):
    """A factor as it is believed, with its interval of eight in ten; `usual` is what holds before anything was seen.

    `of` is the group that it is of ("" for all), `by` how observations are parted into it ("": by what they were seen
    at); `in_use` is what plans are made with now, None where plans do not take it up;
    `differs` that the usual one lies outside the interval, and of a group that what holds for all does, too; `since` when it was
    last begun anew.
    """

    what: What
    of: str
    by: By
    title: str
    mean: float
    low: float
    high: float
    usual: float
    in_use: float | None
    count: int
    differs: bool
    since: str | None


class AnewOut(Schema):
    """A kind that is learned anew since then, and of which nothing was seen yet."""

    what: What
    title: str
    since: str


class LearnedAllOut(Schema):
    """All that was learned from `observations`; `left_out` of them teach nothing.

    `offered` says that plans would be made with other factors than now, `own` that they are made with learned ones; `anew`
    what is learned anew and was not seen since.
    """

    overall: list[LearnedOut]
    groups: list[LearnedOut]
    observations: int
    left_out: int
    offered: bool
    own: bool
    fewest: int
    anew: list[AnewOut]


class PlanEffectOut(Schema):
    """A plan that is up to date, and about what it would take by what was learned."""

    painting: int
    title: str
    change: PlanChange


class EntryOut(Schema):
    """One observation: what was expected by the usual factors, what was found; `doubted` hardly counts, `left_out` not at all."""

    id: str
    at: str
    painting: int | None
    painting_title: str
    of: str
    expected: float
    found: float
    doubted: bool
    left_out: bool


class BehindOut(Schema):
    """What lies behind a factor, the newest first, a page at a time."""

    observations: list[EntryOut]
    total: int


class LeaveOutIn(Schema):
    """Leave an observation out of learning, or take it in again."""

    id: Annotated[str, Field(max_length=200)]
    out: bool


class ResetIn(Schema):
    """Learn a factor anew from now on, or from all there is again."""

    what: What
    anew: bool


class GatheredOut(Schema):
    """What was gathered of the log: paintings gathered anew, how many are left to gather, observations in all."""

    gathered: int
    left: int
    observations: int


class TeachingOut(Schema):
    """A painting that the log was gathered from; `where` is empty for one on the wall, else "in the bin" or "gone"."""

    id: int
    title: str
    painting: int | None
    where: str
    count: int
    teaches: bool


class TeachesIn(Schema):
    """Whether a painting's lessons stay or go."""

    teaches: bool


class UseIn(Schema):
    """Plan with what was learned, or with the usual factors again."""

    learned: bool


class PaintingTold(Schema):
    """What a painting's easel and desk tell of it as a whole; `thumbnail` is a picture's name."""

    took: Took
    thumbnail: str
    method: str
    width_mm: float
    height_mm: float


class DiaryEntryOut(Schema):
    """One thing that happened; `colours` are of its piles when dry, `check` the number of a checked photo."""

    at: str
    kind: EntryKind
    title: str
    words: str
    minutes: float | None
    planned_min: float | None
    colours: list[str]
    pass_number: int
    photo_url: str
    check: int | None
    planned_url: str
    line: int | None
    mark: int | None


class DiarySittingOut(Schema):
    """A sitting with what happened in it; `waited_min` was no work, `temperature_c` and `humidity_pct` are of its begin."""

    number: int
    opened: str
    ended: str | None
    worked_min: float
    waited_min: float
    temperature_c: float
    humidity_pct: float
    entries: list[DiaryEntryOut]


class DiaryOut(Schema):
    """The diary of a painting, and its hours by pass; `earlier` entries are left out."""

    title: str
    worked_min: float
    sittings: list[DiarySittingOut]
    loose: list[DiaryEntryOut]
    earlier: int
    hours: list[PassHours]


Title = Annotated[str, Field(min_length=1, max_length=120)]
Mark = Annotated[int, Field(ge=1, le=5)]
Tag = Annotated[str, Field(min_length=1, max_length=40)]
Side = Annotated[float, Field(ge=20, le=5000)]
Amount = Annotated[float, Field(ge=0, le=1e6)]
Minutes = Annotated[float, Field(ge=0, le=60 * 24 * 365)]


class LineIn(Schema):
    """A line for the diary; `at` None is now. Words, a mark or both."""

    at: Moment | None = None
    text: Annotated[str, Field(max_length=2000)] = ""
    mark: Mark | None = None


class HandedData(Schema):
    """What only the painter can say on the sheet for the buyer."""

    painter: Annotated[str, Field(max_length=120)] = ""
    support: Annotated[str, Field(max_length=200)] = ""
    ground: Annotated[str, Field(max_length=200)] = ""
    varnish: Annotated[str, Field(max_length=200)] = ""
    varnished: date | None = None
    words: Annotated[str, Field(max_length=1000)] = ""


class PageIn(Schema):
    """What the painter says of a painting; what is not sent stays as it is, and None says that nobody knows.

    Title, size, hours, method, palette and amounts are of paintings from before the application alone: those made here know them.
    """

    title: Title = ""
    width_mm: Side = 0.0
    height_mm: Side = 0.0
    minutes: Minutes | None = None
    ml: Amount | None = None
    cost: Amount | None = None
    method: Annotated[str, Field(max_length=40)] = ""
    palette: Keys = []
    tags: Annotated[list[Tag], Field(max_length=20)] = []
    mark: Mark | None = None
    notes: Annotated[str, Field(max_length=4000)] = ""
    finished: date | None = None
    handed: HandedData = HandedData()


class NewPageIn(Schema):
    """A painting from before the application: title and size, and what else is still known."""

    title: Title
    size: Annotated[str, Field(min_length=3, max_length=40)]
    minutes: Minutes | None = None
    ml: Amount | None = None
    cost: Amount | None = None
    method: Annotated[str, Field(max_length=40)] = ""
    palette: Keys = []
    tags: Annotated[list[Tag], Field(max_length=20)] = []
    mark: Mark | None = None
    notes: Annotated[str, Field(max_length=4000)] = ""
    finished: date | None = None


class WantedIn(Schema):
    """Paintings that are looked for; empty and None ask for nothing. `tube` is a paint key, `page` the page of what is found."""

    words: Annotated[str, Field(max_length=120)] = ""
    method: Annotated[str, Field(max_length=120)] = ""
    tag: Annotated[str, Field(max_length=120)] = ""
    tube: Annotated[str, Field(max_length=120)] = ""
    least_cm2: Annotated[float, Field(ge=0, le=250_000)] | None = None
    most_cm2: Annotated[float, Field(ge=0, le=250_000)] | None = None
    least_mark: Mark | None = None
    page: Annotated[int, Field(ge=1, le=10_000)] = 1


class PageTubeOut(Schema):
    """A paint of a palette: its key, what it is called, its masstone."""

    key: str
    name: str
    colour: str


class PageOut(Schema):
    """A painting as the logbook has it; `ref` is "p" and the number of a painting made here, "e" and that of an earlier one.

    `at` is when it was last worked on; `done` the share (0-1) of it that is painted,
    `price` what it costs at the painter's rate, which nobody else sees.
    """

    ref: str
    painting: int | None
    title: str
    at: str
    photo_url: str
    width_mm: float
    height_mm: float
    area_cm2: float
    minutes: float | None
    units_min: float | None
    planned_min: float | None
    done: float
    sittings: int
    ml: float | None
    cost: float | None
    method: str
    palette: list[PageTubeOut]
    tags: list[str]
    mark: int | None
    notes: str
    finished: date | None
    may_be_varnished: date | None
    handed: HandedData
    price: Price | None


class PagesOut(Schema):
    """Paintings that are wanted, the last worked on first, a page at a time; `rates` are of all that are wanted.

    `methods`, `tags` and `tubes` are what can be asked for; `total` how many there are, `wanted` how many are wanted.
    """

    pages: list[PageOut]
    wanted: int
    total: int
    rates: list[Rate]
    methods: list[str]
    tags: list[str]
    tubes: list[PageTubeOut]
    rate: float | None
    share: float


class ComparedOut(Schema):
    """Two paintings side by side."""

    first: PageOut
    second: PageOut
    lines: list[Beside]
    both: list[PageTubeOut]
    first_alone: list[PageTubeOut]
    second_alone: list[PageTubeOut]


class EstimateIn(Schema):
    """A painting to come."""

    width_mm: Side
    height_mm: Side
    method: Annotated[str, Field(max_length=40)] = ""
    tags: Annotated[list[Tag], Field(max_length=20)] = []


class EstimateOut(Schema):
    """What it takes, from what was painted; `behind` are the paintings, the most alike first."""

    minutes: Span
    ml: Span | None
    materials: Span | None
    price: Span | None
    behind: list[PageOut]
    count: int


class RateIn(Schema):
    """What an hour of the painter costs, and what goes on top of work and materials (0.2 is a fifth); kept for them alone."""

    rate: Annotated[float, Field(ge=0, le=10_000)] | None
    share: Annotated[float, Field(ge=0, le=5)] = 0.0


class SwatchPartOut(Schema):
    """A tube of a pile and how much of it there was."""

    key: str
    name: str
    colour: str
    ml: float


class SwatchOut(Schema):
    """A pile of the swatch book: as planned and, once it was read dry, as it came out, and how far off (CIEDE2000); `wet` as it
    was read wet.

    `away` is its distance from the colour that was asked for.
    """

    id: int
    name: str
    painting: int | None
    title: str
    at: str
    ml: float
    parts: list[SwatchPartOut]
    planned: str
    planned_lab: list[float]
    wet: str | None
    came_out: str | None
    came_out_lab: list[float] | None
    value: float
    off_de00: float | None
    off_words: str
    how: str
    note: str
    away: float | None


class SwatchesOut(Schema):
    """The swatch book, or what of it is near a colour; `read` piles were read when dry. `near_de00` is how near is as good as
    mixed before, `same_de00` the same; from `fewest_read` on tubes can be learned."""

    swatches: list[SwatchOut]
    total: int
    read: int
    near_de00: float
    same_de00: float
    fewest_read: int
    target: str | None


How = Literal["colorimeter", "photo", "typed"]


class NewSwatchIn(Schema):
    """A pile that was mixed beside the plans: ml or parts by paint key; without a name it is called by its colour."""

    name: Annotated[str, Field(max_length=120)] = ""
    parts: Annotated[Parts, Field(min_length=1)]
    painting: RowId | None = None
    note: Annotated[str, Field(max_length=400)] = ""


class SwatchIn(Schema):
    """How a swatch came out dry (`came_out` with `how`), how it looked `wet`, or a note to it; None leaves it as it is.

    `unread` and `unread_wet` take a reading back.
    """

    came_out: LabIn | None = None
    wet: LabIn | None = None
    how: How = "typed"
    note: Annotated[str, Field(max_length=400)] | None = None
    unread: bool = False
    unread_wet: bool = False


class TubeLearnedOut(Schema):
    """What measured piles say of one tube: its masstone before and after, by what its strength changed, and in how many piles it
    was; `tube` is its number on the shelf, None where it is not there any more."""

    key: str
    name: str
    tube: int | None
    piles: int
    before: str
    after: str
    strength: float
    kept: bool


class TubesLearnedOut(Schema):
    """Tubes as measured piles teach them; `gain` is the share by which piles that were not looked at are predicted nearer."""

    tubes: list[TubeLearnedOut]
    piles: int
    before_de00: float
    unseen_de00: float
    gain: float
    worth_it: bool
