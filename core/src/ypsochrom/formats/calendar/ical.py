"""iCalendar (RFC 5545) by the `icalendar` package: sittings as events with lasting UIDs, busy times of a calendar file."""

from collections.abc import Iterable, Iterator
from datetime import UTC, date, datetime, time, timedelta
from itertools import islice, takewhile

from icalendar import Calendar, Component, Event
from icalendar.error import BrokenCalendarProperty
from icalendar.prop import vDDDLists, vRecur

from ...kit.errors import BadCalendar
from ...kit.text import one_line, plain
from ...sittings.calendar import MOST_BUSY, Busy, zone_of
from ...sittings.schedule import Schedule

MOST_BYTES = 20_000_000
_MOST_REPEATS = 2000
_MANY_A_DAY = ("SECONDLY", "MINUTELY", "HOURLY")
_DOMAIN = "ypsochrom.local"
_PRODUCT = "-//Ypsochrom//Sittings//EN"


def sittings_ics(schedule: Schedule, title: str, painting: str, stamp: datetime, sequence: int = 0) -> bytes:
    """One event for every sitting. `painting` tells paintings apart in the UIDs, which last as long as the sitting does;
    `sequence` rises with every change, so that a calendar takes the newer (RFC 5545, 3.8.7.4); `stamp` is when this was
    written."""
    calendar = Calendar()
    calendar.add("prodid", _PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", f"Sittings: {one_line(title)}")
    for number, sitting in enumerate(schedule.sittings, start=1):
        event = Event()
        event.add("uid", f"{painting}-{sitting.id.replace('/', '-')}@{_DOMAIN}")
        event.add("dtstamp", stamp)
        event.add("sequence", sequence)
        event.add("dtstart", sitting.begins)
        event.add("dtend", sitting.ends)
        event.add("summary", f"Painting: {one_line(title)}, sitting {number} of {len(schedule.sittings)}")
        event.add("description", _what(schedule, number))
        event.add("categories", ["painting"])
        calendar.add_component(event)
    return calendar.to_ical()


def _what(schedule: Schedule, number: int) -> str:
    """What is done in a sitting, unit by unit, in the painter's local time."""
    zone = zone_of(schedule.zone)
    lines = []
    for task in schedule.tasks:
        if task.sitting == number and task.kind != "mixing":
            at = schedule.at(task.begins_min).astimezone(zone)
            coat = f", coat {task.coat}" if task.coat > 1 else ""
            lines.append(f"{at:%H:%M} {plain(task.title)}{coat} ({task.ends_min - task.begins_min:.0f} min)")
    return "\n".join(lines)


def busy_times(content: bytes, zone: str, begins: datetime, days: int) -> tuple[Busy, ...]:
    """The times that a calendar file keeps busy within so many days after a time; `BadCalendar` where it cannot be read.

    Events that recur are unfolded, those that are marked as free or cancelled are left out; all-day events take the day in
    `zone`.
    """
    if len(content) > MOST_BYTES:
        raise BadCalendar(
            f"The calendar has {len(content) / 1e6:.0f} MB.",
            f"Export a shorter time; {MOST_BYTES / 1e6:.0f} MB is the most.",
        )
    try:
        calendars = Calendar.from_ical(content, multiple=True)
    except Exception as error:  # the package raises many kinds on damaged files
        raise BadCalendar(
            "This is not a calendar file that can be read.", "Export your calendar anew as iCalendar (.ics)."
        ) from error
    if not calendars or any(one.name != "VCALENDAR" for one in calendars):
        raise BadCalendar("The file holds no calendar.", "Export your calendar as iCalendar (.ics).")
    ends = begins + timedelta(days=days)
    found: list[Busy] = []
    for calendar in calendars:
        for event in calendar.walk("VEVENT"):
            found += _spans(event, zone, begins, ends)
            if len(found) > MOST_BUSY:
                raise BadCalendar(
                    f"The calendar keeps more than {MOST_BUSY} times busy.",
                    "Export a shorter time, or fewer calendars.",
                )
    return tuple(sorted(found, key=lambda busy: (busy.begins, busy.ends, busy.title)))


def _spans(event: Component, zone: str, begins: datetime, ends: datetime) -> Iterator[Busy]:
    """The times of one event that lie between two times; an event that says nothing usable is left out."""
    if str(event.get("TRANSP", "")).upper() == "TRANSPARENT" or str(event.get("STATUS", "")).upper() == "CANCELLED":
        return
    try:
        start = _time(event.decoded("DTSTART"), zone)
        end = _end(event, start, zone)
    except (KeyError, ValueError, TypeError, AttributeError, BrokenCalendarProperty):
        return
    title = one_line(str(event.get("SUMMARY", "")))[:80]
    for begin in _repeats(event, start, begins - (end - start), ends):
        if begin + (end - start) > begins and begin < ends and end > start:
            yield Busy(begin.astimezone(UTC).isoformat(), (begin + (end - start)).astimezone(UTC).isoformat(), title)


def _time(said: datetime | date, zone: str) -> datetime:
    if isinstance(said, datetime):
        return said if said.tzinfo is not None else said.replace(tzinfo=zone_of(zone))
    return datetime.combine(said, time(0), zone_of(zone))


def _end(event: Component, start: datetime, zone: str) -> datetime:
    if "DTEND" in event:
        return _time(event.decoded("DTEND"), zone)
    if "DURATION" in event:
        return start + event.decoded("DURATION")
    said = event.decoded("DTSTART")
    return start if isinstance(said, datetime) else start + timedelta(days=1)


def _repeats(event: Component, start: datetime, since: datetime, until: datetime) -> Iterable[datetime]:
    """When an event begins; by its rule where it recurs (RFC 5545, 3.3.10), read by `dateutil`."""
    rule = event.get("RRULE")
    if not isinstance(rule, vRecur):  # none, or one that is broken
        return (start,)
    from dateutil.rrule import rrulestr

    local = start.replace(tzinfo=None)
    first, last = (time_.astimezone(start.tzinfo).replace(tzinfo=None) for time_ in (since, until))
    if str(rule.get("FREQ", [""])[0]).upper() in _MANY_A_DAY:  # unfolding them from years ago would take for ever
        local = max(local, first)
    try:
        unfolded = rrulestr(rule.to_ical().decode(), dtstart=local, ignoretz=True)
        coming = takewhile(lambda at: at <= last, unfolded.xafter(first, inc=True))
        found = list(islice(coming, _MOST_REPEATS))
    except (ValueError, TypeError, OverflowError):
        return (start,)
    left_out = {day.replace(tzinfo=None) for day in _excepted(event)}
    return tuple(at.replace(tzinfo=start.tzinfo) for at in found if at not in left_out)


def _excepted(event: Component) -> Iterator[datetime]:
    said = event.get("EXDATE")
    for one in said if isinstance(said, list) else [] if said is None else [said]:
        for day in one.dts if isinstance(one, vDDDLists) else ():
            if isinstance(day.dt, datetime):
                yield day.dt
            elif isinstance(day.dt, date):
                yield datetime.combine(day.dt, time(0))
