"""The painter's sittings on the calendar: recurring ones, moved and left out, around what else is in the diary.

Everything is kept in local time with the name of its time zone, as painters say it, and counted in minutes that really pass:
where the clocks change in the middle a sitting is as long as it says.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from ..kit.advice import Advice
from ..kit.errors import BadSetting

SETTING_OUT_MIN, WASHING_UP_MIN = 5.0, 10.0
"""Before the first stroke of a sitting and after its last; common practice."""

SHORTEST_MIN, LONGEST_MIN = 20.0, 16 * 60.0
MOST_SITTINGS = 400
MOST_BUSY = 20_000
_LOOK_AHEAD_DAYS = 366


def zone_of(name: str) -> ZoneInfo:
    """A time zone by its name, as in "Europe/..." or "UTC"."""
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError) as error:
        raise BadSetting(
            f"{name!r} is no time zone.", "Give a name of the tz database, such as UTC or Etc/GMT-1."
        ) from error


def _local(text: str) -> datetime:
    try:
        found = datetime.fromisoformat(text)
    except ValueError as error:
        raise BadSetting(f"{text!r} is no date and time.", "Write it as in 2026-06-01T09:00.") from error
    return found.replace(tzinfo=None)


def _clock(text: str) -> tuple[int, int]:
    hours, _, minutes = text.partition(":")
    if not (hours.isdigit() and minutes.isdigit() and int(hours) < 24 and int(minutes) < 60):
        raise BadSetting(f"{text!r} is no time of day.", "Write it as in 09:00.")
    return int(hours), int(minutes)


def _checked_minutes(minutes: float) -> None:
    if not SHORTEST_MIN <= minutes <= LONGEST_MIN:
        raise BadSetting(
            f"A sitting of {minutes:g} minutes cannot be planned.",
            f"Choose {SHORTEST_MIN:g} minutes to {LONGEST_MIN / 60:g} hours.",
        )


@dataclass(frozen=True)
class Recurring:
    """Sittings that come back: on these weekdays (0 is Monday) at `at` ("09:00") for so many minutes.

    After `rest_after_min` minutes there is a break of `rest_min` (0: none), again and again.
    """

    at: str = "09:00"
    minutes: float = 180.0
    weekdays: tuple[int, ...] = (0, 1, 2, 3, 4, 5, 6)
    rest_after_min: float = 90.0
    rest_min: float = 0.0

    def __post_init__(self) -> None:
        _clock(self.at)
        _checked_minutes(self.minutes)
        if not self.weekdays or not set(self.weekdays) <= set(range(7)):
            raise BadSetting("A sitting that recurs has no weekday.", "Choose at least one day of the week.")
        if self.rest_min < 0 or self.rest_after_min < SHORTEST_MIN:
            raise BadSetting("A break cannot be so.", f"Breaks come after at least {SHORTEST_MIN:g} minutes of work.")


@dataclass(frozen=True)
class Moved:
    """A sitting as the painter dragged it: its begin in local time ("2026-06-01T14:00") and its minutes."""

    begins: str
    minutes: float

    def __post_init__(self) -> None:
        _local(self.begins)
        _checked_minutes(self.minutes)


@dataclass(frozen=True)
class Busy:
    """When the painter is somewhere else: from and until in UTC ("2026-06-01T12:00:00+00:00"), and what it is."""

    begins: str
    ends: str
    title: str = ""


@dataclass(frozen=True)
class Diary:
    """When the painter paints: from `begins` (local time) on in the zone `zone`, at most `days` days (None: until it is done).

    `moved` and `left_out` are sittings (ids) that the painter changed, `busy` is kept free.
    """

    begins: str = "2026-06-01T09:00"
    zone: str = "UTC"
    recurring: tuple[Recurring, ...] = (Recurring(),)
    days: int | None = None
    moved: Mapping[str, Moved] = field(default_factory=dict)
    left_out: tuple[str, ...] = ()
    busy: tuple[Busy, ...] = ()

    def __post_init__(self) -> None:
        _local(self.begins)
        zone_of(self.zone)
        if not self.recurring and not self.moved:
            raise BadSetting("There is no sitting at all.", "Say on which days and for how long you paint.")
        if self.days is not None and not 1 <= self.days <= _LOOK_AHEAD_DAYS:
            raise BadSetting(f"{self.days} days cannot be planned.", f"Choose 1 to {_LOOK_AHEAD_DAYS}.")
        if len(self.busy) > MOST_BUSY:
            raise BadSetting(f"{len(self.busy)} busy times are too many.", f"Bring at most {MOST_BUSY}.")


EVERY_MORNING = Diary()


@dataclass(frozen=True)
class Sitting:
    """One sitting: its id (date and number), when it begins and ends in UTC, and the stretches (minutes after the plan's begin)
    in which there is painting, without setting out, breaks and washing up."""

    id: str
    begins: datetime
    ends: datetime
    stretches: tuple[tuple[float, float], ...]


def begin_of(diary: Diary) -> datetime:
    """When the plan begins, in UTC: what all minutes are counted from."""
    return _at(_local(diary.begins), zone_of(diary.zone))


def _at(local: datetime, zone: ZoneInfo) -> datetime:
    """A local time in UTC; one that the clocks skip is as long after midnight as it says."""
    return local.replace(tzinfo=zone).astimezone(UTC)


def sittings_of(diary: Diary, minutes: float) -> tuple[Sitting, ...]:
    """The diary's sittings in order, until they hold so many minutes of painting, or the diary's days or a year are over."""
    zone, begin = zone_of(diary.zone), begin_of(diary)
    first = _local(diary.begins).date()
    busy = _busy_minutes(diary.busy, begin)
    held, found = 0.0, []
    for day in range(_LOOK_AHEAD_DAYS if diary.days is None else diary.days):
        today = []
        for id_, local, length, rest in _on(diary, first + timedelta(days=day)):
            if id_ in diary.left_out:
                continue
            at = _at(local, zone)
            since = (at - begin).total_seconds() / 60
            if since + length <= 0:
                continue
            stretches = _stretches(max(0.0, since), since + length, rest, busy)
            if stretches:
                today.append(Sitting(id_, at, at + timedelta(minutes=length), stretches))
        for one in sorted(today, key=lambda sitting: sitting.begins):
            found.append(one)
            held += sum(end - start for start, end in one.stretches)
            if held >= minutes or len(found) == MOST_SITTINGS:
                return tuple(found)
    return tuple(found)


def _on(diary: Diary, day: date) -> Iterable[tuple[str, datetime, float, tuple[float, float]]]:
    """The sittings that begin on a day, and those moved there: id, begin in local time, minutes, and (after, for) of its
    breaks."""
    for number, one in enumerate(diary.recurring):
        id_ = f"{day.isoformat()}/{number}"
        if day.weekday() in one.weekdays and id_ not in diary.moved:
            hours, minutes = _clock(one.at)
            at = datetime(day.year, day.month, day.day, hours, minutes)
            if day == _local(diary.begins).date():
                begins = _local(diary.begins)
                if at + timedelta(minutes=one.minutes) <= begins:
                    continue
            yield id_, at, one.minutes, (one.rest_after_min, one.rest_min)
    for id_, moved in diary.moved.items():
        at = _local(moved.begins)
        if at.date() == day:
            yield id_, at, moved.minutes, (moved.minutes, 0.0)


def _busy_minutes(busy: Sequence[Busy], begin: datetime) -> list[tuple[float, float]]:
    found = []
    for one in busy:
        spans = [(datetime.fromisoformat(text) - begin).total_seconds() / 60 for text in (one.begins, one.ends)]
        if spans[1] > max(0.0, spans[0]):
            found.append((spans[0], spans[1]))
    return sorted(found)


def _stretches(
    start: float, end: float, rest: tuple[float, float], busy: Sequence[tuple[float, float]]
) -> tuple[tuple[float, float], ...]:
    """What is left for painting of a sitting: cut by what else there is, by breaks, with setting out and washing up taken off."""
    free = [(start, end)]
    for begins, ends in busy:
        if ends <= start or begins >= end:
            continue
        free = [
            part
            for a, b in free
            for part in ((a, min(b, begins)), (max(a, ends), b))
            if part[1] - part[0] >= SHORTEST_MIN
        ]
    found = []
    for a, b in free:
        a, b = a + SETTING_OUT_MIN, b - WASHING_UP_MIN
        after, minutes = rest
        while minutes > 0 and b - a > after + minutes:
            found.append((a, a + after))
            a += after + minutes
        if b > a:
            found.append((a, b))
    return tuple(found)


def clock_advice(sittings: Sequence[Sitting], zone: str) -> tuple[Advice, ...]:
    """Says so where the clocks change in the middle of a sitting."""
    where = zone_of(zone)
    return tuple(
        Advice(
            "sittings.N001",
            "note",
            f"The clocks change during the sitting of {one.begins.astimezone(where):%d %B}.",
            f"It is planned as long as it says: it ends at {one.ends.astimezone(where):%H:%M} by the new time.",
            one.id,
        )
        for one in sittings
        if one.begins.astimezone(where).utcoffset() != one.ends.astimezone(where).utcoffset()
    )
