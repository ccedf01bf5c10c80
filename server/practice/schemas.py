"""Practice over HTTP."""

from typing import Annotated

from pydantic import Field

from server.site.fields import Number
from server.site.schema import Schema
from server.subject.schemas import Spot
from ypsochrom.practice import exercise as asked

Kind = asked.Kind
Sight = asked.Sight
Seed = Annotated[int, Field(ge=0, le=2**31 - 1)]
Ratio = Annotated[float, Field(ge=0.05, le=16)]


class QuestionOut(Schema):
    """A question; `seed`, `ratio`, `scene` and `about` are sent back with the answer, so that the same one is judged.

    `scene` names its picture and `about` the value that it is asked about, where there are; `picture_url` and `of` show the
    picture and say what it is of.

    `note` says what was odd about the answers before.
    """

    exercise: asked.Exercise
    seed: int
    ratio: float
    scene: str
    about: float | None
    picture_url: str
    of: str
    title: str
    trains: str
    needs: asked.Needs
    note: str


class AnswerIn(Schema):
    """An answer: places among the options (`chosen`), a `number` or a `point` (shares of the picture); after so many seconds.

    `dim`: the screen's check failed.
    """

    kind: Kind
    seed: Seed
    ratio: Ratio
    scene: Annotated[str, Field(max_length=120)] = ""
    about: Annotated[float, Field(ge=0, le=10)] | None = None
    chosen: Annotated[list[Annotated[int, Field(ge=0, le=40)]], Field(max_length=64)] = []
    number: Number | None = None
    point: Spot | None = None
    seconds: Annotated[float, Field(ge=0, le=86_400)]
    dim: bool = False


class VerdictOut(Schema):
    """What is told after an answer: whether it was right, by how much a number was off, what is right, and why."""

    is_right: bool
    off: float | None
    right: list[int]
    number: float | None
    point: asked.Place | None
    why: str
    counts: bool


class PointOut(Schema):
    """How far the painter was on a day: size with its interval of eight in ten."""

    day: str
    size: float
    low: float
    high: float


class PractisedOut(Schema):
    """How far the painter is with a kind: the smallest difference told, for numbers the usual error, with its interval.

    `bias` is how far numbers lean one way, None where they do not, and `leans` which way in words; `usual` where practice begins;
    `sights` to whom it makes sense; `curve` the same day by day; `why_not` says why it cannot be practised now,
    `on_paper` that it is painted and photographed.
    """

    kind: Kind
    title: str
    trains: str
    unit: str
    needs: asked.Needs
    sights: list[Sight]
    usual: float
    size: float | None
    low: float | None
    high: float | None
    bias: float | None
    leans: str
    count: int
    last: str | None
    curve: list[PointOut]
    why_not: str
    on_paper: bool


class ProgressOut(Schema):
    """All kinds, and which comes next; in the last `beside` areas that dried, values were off by `beside_off` steps.

    `beside_curve` is by how much those of each day on which paintings were checked.
    """

    kinds: list[PractisedOut]
    next_kind: Kind
    beside: int
    beside_off: float | None
    beside_curve: list[PointOut]


class MatchedOut(Schema):
    """A painted field (from 1) against the colour printed above it: steps of value lighter, CIEDE2000, and in words."""

    place: int
    printed: str
    painted: str
    value_error: float
    de00: float
    is_right: bool
    words: str


class MatchedCardOut(Schema):
    """The fields of a photographed card that were painted; `hints` is what is to be known of the photo."""

    fields: list[MatchedOut]
    hints: list[str]
