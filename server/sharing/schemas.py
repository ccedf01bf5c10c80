"""What sharing looks like over HTTP."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field

from server.site.fields import RowId
from server.site.schema import Schema

MOST_DAYS = 365
About = Literal["painting", "area", "unit"]


class ShareOut(Schema):
    """Whom a painting is shown: a teacher, or with a `url` whoever has that, `until` a time."""

    id: int
    teacher: str | None
    url: str | None
    until: datetime | None
    made: datetime


class TeacherOut(Schema):
    """Somebody a painting can be shown to."""

    id: int
    name: str


class RemarkOut(Schema):
    """A remark; `title` is what its area or unit is called, `pass_number` of a unit. `own` are those of who asks."""

    id: int
    by: str
    own: bool
    about: About
    subject: str
    title: str
    pass_number: int | None
    text: str
    at: datetime
    done: bool


class SharingOut(Schema):
    """Whom a painting is shown to, whom it could be, and what was remarked on it."""

    shares: list[ShareOut]
    teachers: list[TeacherOut]
    remarks: list[RemarkOut]


class ShareIn(Schema):
    """Show a painting to a teacher (by number), or without one to whoever has the link, for so many days."""

    teacher: RowId | None = None
    days: Annotated[int, Field(ge=1, le=MOST_DAYS)] = 14


class RemarkIn(Schema):
    """Words about the painting, an area or a unit of it (by its id)."""

    text: Annotated[str, Field(max_length=2000)]
    about: About = "painting"
    subject: Annotated[str, Field(max_length=160)] = ""


class DoneIn(Schema):
    """The painter's tick at a remark."""

    done: bool


class ShownOut(Schema):
    """A painting that is shown to a teacher: whose it is, and how many remarks wait there."""

    ref: str
    title: str
    by: str
    thumbnail_url: str
    remarks: int


class NewsOut(Schema):
    """How many remarks by others wait at a painting of one's own, and who made the newest."""

    painting: int
    title: str
    by: str
    count: int


class SeenStage(Schema):
    """How it should look after a pass."""

    number: int
    role: str
    url: str


class SeenArea(Schema):
    """An area: `centre` as shares of the picture, its value and colour; `outline` is SVG path data in mm of the support."""

    id: str
    index: int
    name: str
    value: float
    colour: str
    centre: list[float]
    outline: str


class SeenMix(Schema):
    """A pile: its colours when dry and wet, and its recipe in whole parts."""

    id: str
    name: str
    dry: str
    wet: str
    recipe: str


class SeenUnit(Schema):
    """A unit of work: in which pass, how long, with what in the hand, with which piles (ids), on which areas (ids)."""

    id: str
    title: str
    pass_number: int
    minutes: float
    words: str
    mixes: list[str]
    areas: list[str]


class SeenOut(Schema):
    """A painting as somebody sees it to whom it is shown: nothing of it can be changed.

    `may_remark` holds for a teacher, who alone sees the remarks; `until` is the end of a link.
    """

    title: str
    by: str
    width_mm: float
    height_mm: float
    width_px: int
    height_px: int
    picture_url: str
    value_url: str
    up_to_date: bool
    may_remark: bool
    until: datetime | None
    stages: list[SeenStage]
    areas: list[SeenArea]
    mixes: list[SeenMix]
    units: list[SeenUnit]
    remarks: list[RemarkOut]
