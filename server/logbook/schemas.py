"""What was learned, over HTTP."""

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from ypsochrom.logbook.diary import EntryKind, PassHours

What = Literal["ml", "loss", "minutes", "mixing", "drying", "shift", "value", "dose", "dosing hand"]


class LearnedOut(Schema):
    """A factor as it is believed, with its interval of eight in ten; `usual` is what holds before anything was seen.

    `of` is the group that it is of ("" for all); `in_use` is what plans are made with now, None where plans do not take it up;
    `differs` that the usual one lies outside the interval, and of a group that what holds for all does, too.
    """

    what: What
    of: str
    title: str
    mean: float
    low: float
    high: float
    usual: float
    in_use: float | None
    count: int
    differs: bool


class LearnedAllOut(Schema):
    """All that was learned from `observations`; `left_out` of them teach nothing.

    `offered` says that plans would be made with other factors than now, `own` that they are made with learned ones.
    """

    overall: list[LearnedOut]
    groups: list[LearnedOut]
    observations: int
    left_out: int
    offered: bool
    own: bool
    fewest: int


class EntryOut(Schema):
    """One observation: what was expected by the usual factors, what was found; `doubted` hardly counts, `left_out` not at all."""

    id: str
    at: str
    painting: int
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


class UseIn(Schema):
    """Plan with what was learned, or with the usual factors again."""

    learned: bool


class DiaryRowOut(Schema):
    """A painting with a diary: sittings so far, hours at work, and when it was last worked on."""

    painting: int
    title: str
    thumbnail_url: str
    sittings: int
    worked_min: float
    last: str


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


class DiarySittingOut(Schema):
    """A sitting with what happened in it; `temperature_c` and `humidity_pct` are of its begin."""

    number: int
    opened: str
    ended: str | None
    worked_min: float
    temperature_c: float
    humidity_pct: float
    entries: list[DiaryEntryOut]


class DiaryOut(Schema):
    """The diary of a painting, and its hours by pass."""

    title: str
    worked_min: float
    sittings: list[DiarySittingOut]
    hours: list[PassHours]
