"""What sittings, the schedule, the light and the bag look like over HTTP."""

from datetime import datetime
from typing import Annotated, Literal

from ninja import Field

from server.site.fields import Name, Number, Word
from server.site.schema import Schema
from server.subject.schemas import AdviceOut
from ypsochrom.sittings.giving import Giving
from ypsochrom.sittings.on_site import PassInLight
from ypsochrom.sittings.open_time import Way
from ypsochrom.sittings.packing import Item
from ypsochrom.sittings.schedule import Finish, PileLife, Placed, WetSpan
from ypsochrom.sittings.task import Afterwards
from ypsochrom.sky.sun import Holds, Light, Moon, SunDay

AirName = Literal["still", "moving", "draught"]
CloudName = Literal["clear", "broken", "overcast"]
StudyKind = Literal["giving", "together"]
LocalTime = Annotated[str, Field(max_length=32)]


class RecurringData(Schema):
    """Sittings that come back: weekdays (0 is Monday), local time, minutes, and breaks."""

    at: Annotated[str, Field(max_length=5)] = "09:00"
    minutes: Number = 180.0
    weekdays: Annotated[list[Annotated[int, Field(ge=0, le=6)]], Field(max_length=7)] = [0, 1, 2, 3, 4, 5, 6]
    rest_after_min: Number = 90.0
    rest_min: Number = 0.0


class MovedData(Schema):
    """A sitting as it was dragged."""

    begins: LocalTime
    minutes: Number


class DiaryData(Schema):
    """When the painter paints; what a calendar keeps busy stays with the painting and is not sent with it."""

    begins: LocalTime
    zone: Annotated[str, Field(max_length=60)] = "UTC"
    recurring: Annotated[list[RecurringData], Field(max_length=20)] = [RecurringData()]
    days: Annotated[int, Field(ge=1, le=366)] | None = None
    moved: Annotated[dict[Word, MovedData], Field(max_length=400)] = {}
    left_out: Annotated[list[Word], Field(max_length=400)] = []


class WishData(Schema):
    """A unit in a sitting of the painter's choice, not before so many minutes after it begins."""

    sitting: Word
    minute: Number = 0.0


class ClimateData(Schema):
    """The air that is painted in."""

    temperature_c: Number = 20.0
    humidity_pct: Number = 50.0
    air: AirName = "still"


class PlaceData(Schema):
    """Where it is painted on site, and which way the view goes."""

    latitude_deg: Number
    longitude_deg: Number
    facing_deg: Number = 0.0
    name: Name = ""


class SittingsData(Schema):
    """What a painter says about when and where they paint; `diary` null: not said yet."""

    diary: DiaryData | None = None
    wishes: Annotated[dict[Annotated[str, Field(max_length=120)], WishData], Field(max_length=200)] = {}
    deadline: Word | None = None
    climate: ClimateData = ClimateData()
    place: PlaceData | None = None
    cloud: CloudName = "clear"
    packed: Annotated[list[Annotated[str, Field(max_length=80)]], Field(max_length=200)] = []


class BusyOut(Schema):
    """A time that the painter's calendar keeps busy."""

    begins: datetime
    ends: datetime
    title: str


class SittingOut(Schema):
    """One sitting: when it begins and ends, and the stretches for painting (minutes after the plan's begin)."""

    id: str
    begins: datetime
    ends: datetime
    stretches: list[tuple[float, float]]


class ScheduleOut(Schema):
    """The schedule; minutes count from `begins`. `colours` are by pile id, `roles` by pass number."""

    status: Literal["optimal", "feasible", "infeasible"]
    begins: datetime
    zone: str
    makespan_min: float
    bound_min: float
    hands_on_min: float
    tasks: list[Placed]
    piles: list[PileLife]
    wet: list[WetSpan]
    sittings: list[SittingOut]
    look_back_min: list[float]
    finish: Finish
    afterwards: list[Afterwards]
    fits: bool
    in_the_way: list[str]
    advice: list[AdviceOut]
    basis: str
    colours: dict[str, str]
    roles: dict[int, str]
    busy: list[BusyOut]


class SittingLightOut(Schema):
    """The light of one sitting."""

    number: int
    samples: list[Light]
    holds: Holds
    day: SunDay
    passes: list[PassInLight]
    advice: list[AdviceOut]
    moon: Moon
    sun_side: str


class SittingsOut(Schema):
    """All about when a painting is painted. `problem` says why there is no schedule; `best`: the search for a shorter one has
    ended."""

    settings: SittingsData
    busy: int
    schedule: ScheduleOut | None
    problem: str
    hint: str
    best: bool
    up_to_date: bool
    light: list[SittingLightOut]


class OpenTimeOut(Schema):
    """How long a unit stays open, how long it takes, and what buys more time."""

    open_min: float
    takes_min: float
    ways: list[Way]


class PackingOut(Schema):
    """What goes into the bag."""

    items: list[Item]
    weight_g: float
    cautions: list[AdviceOut]


class ClimateOut(Schema):
    """What the climate sensor says; `simulated` as long as it is the stand-in."""

    temperature_c: float
    humidity_pct: float
    simulated: bool


class StudyIn(Schema):
    """What a study is asked: the other painting, where two are worked side by side."""

    other: Annotated[int, Field(ge=0, le=10**15)] | None = None


class GivingOut(Schema):
    """What can give so that the painting is done by its day."""

    ways: list[Giving]


class SharedPileName(Schema):
    """A pile that serves both paintings."""

    mine: str
    theirs: str
    volume_ml: float


class TogetherOut(Schema):
    """Two paintings side by side: the order of work, and what it saves against one after the other."""

    other: int
    title: str
    saved_hands_min: float
    saved_waits_min: float
    hands_on_min: float
    makespan_min: float
    sittings: int
    shared: list[SharedPileName]
    order: list[str]
