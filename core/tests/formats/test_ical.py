"""iCalendar out and in (RFC 5545): what another reader of the format reads, and damaged, huge and odd calendars."""

from datetime import UTC, datetime, timedelta

import pytest
from icalendar import Calendar

from ypsochrom.formats.calendar.ical import busy_times, sittings_ics
from ypsochrom.kit.errors import BadCalendar
from ypsochrom.sittings.calendar import Diary, Moved, Recurring
from ypsochrom.sittings.schedule import Asked, find_schedule
from ypsochrom.sittings.task import Task, Tasks

BEGIN = datetime(2026, 6, 1, tzinfo=UTC)
STAMP = datetime(2026, 5, 1, 12, tzinfo=UTC)
TASKS = Tasks(tuple(Task(f"u{n}", "unit", f"u{n}", f"part {n}; light, shadow", 30.0) for n in range(4)), (), {}, {})
DIARY = Diary("2026-06-01T09:00", "UTC", (Recurring("09:00", 90),))


def schedule(diary=DIARY):
    return find_schedule(TASKS, {}, Asked(diary), effort=0.0)


def file_of(*events):
    lines = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//test//EN"]
    for event in events:
        lines += ["BEGIN:VEVENT", *event, "END:VEVENT"]
    return "\r\n".join([*lines, "END:VCALENDAR", ""]).encode()


def busy(*events, days=30, zone="UTC"):
    return [(one.begins[:16], one.ends[:16], one.title) for one in busy_times(file_of(*events), zone, BEGIN, days)]


def test_sittings_are_events_that_a_calendar_reads():
    found = schedule()
    written = sittings_ics(found, "Kettle\r\nEND:VCALENDAR", "p7", STAMP)
    (calendar,) = Calendar.from_ical(written, multiple=True)
    events = calendar.walk("VEVENT")
    assert len(events) == len(found.sittings) == 2
    assert [event.decoded("DTSTART") for event in events] == [one.begins for one in found.sittings]
    assert [event.decoded("DTEND") for event in events] == [one.ends for one in found.sittings]
    assert "Kettle END:VCALENDAR" in str(events[0]["SUMMARY"])
    assert "part 0; light, shadow (30 min)" in str(events[0]["DESCRIPTION"])


def test_lines_are_folded_and_end_as_rfc_5545_section_3_1_asks():
    written = sittings_ics(schedule(), "A very long title " * 12, "p7", STAMP)
    assert all(len(line) <= 75 for line in written.split(b"\r\n"))
    assert b"\n" not in written.replace(b"\r\n", b"")


def test_uids_last_when_a_sitting_is_dragged_and_the_sequence_rises():
    """RFC 5545, 3.8.4.7 and 3.8.7.4: the UID stays, a revised event has a higher SEQUENCE."""
    moved = schedule(
        Diary(
            "2026-06-01T09:00", "UTC", (Recurring("09:00", 90),), moved={"2026-06-01/0": Moved("2026-06-01T14:00", 90)}
        )
    )

    def events(found, sequence):
        (calendar,) = Calendar.from_ical(sittings_ics(found, "Kettle", "p7", STAMP, sequence), multiple=True)
        return {str(event["UID"]): event for event in calendar.walk("VEVENT")}

    before, after = events(schedule(), 3), events(moved, 4)
    assert set(before) == set(after)
    uid = "p7-2026-06-01-0@ypsochrom.local"
    assert after[uid].decoded("DTSTART") - before[uid].decoded("DTSTART") == timedelta(hours=5)
    assert after[uid]["SEQUENCE"] > before[uid]["SEQUENCE"]


def test_busy_times_in_zones_all_day_and_by_duration():
    assert busy(["DTSTART:20260602T100000Z", "DTEND:20260602T110000Z", "SUMMARY:Dentist"]) == [
        ("2026-06-02T10:00", "2026-06-02T11:00", "Dentist")
    ]
    assert busy(["DTSTART;TZID=Europe/Berlin:20260602T100000", "DURATION:PT90M"]) == [
        ("2026-06-02T08:00", "2026-06-02T09:30", "")
    ]
    assert busy(["DTSTART:20260602T100000", "DTEND:20260602T110000"], zone="Europe/Berlin") == [
        ("2026-06-02T08:00", "2026-06-02T09:00", "")
    ]
    assert busy(["DTSTART;VALUE=DATE:20260603", "SUMMARY:Away"]) == [("2026-06-03T00:00", "2026-06-04T00:00", "Away")]


def test_recurring_events_unfold_without_their_exceptions():
    """RFC 5545, 3.8.5.3: every week on two days, five times, one of them left out by EXDATE."""
    found = busy(
        [
            "DTSTART:20260601T180000Z", "DTEND:20260601T200000Z", "RRULE:FREQ=WEEKLY;BYDAY=MO,WE;COUNT=5",
            "EXDATE:20260608T180000Z", "SUMMARY:Choir",
        ]
    )  # fmt: skip
    assert [begins for begins, _, _ in found] == [
        "2026-06-01T18:00",
        "2026-06-03T18:00",
        "2026-06-10T18:00",
        "2026-06-15T18:00",
    ]


def test_what_is_free_cancelled_or_elsewhere_in_time_is_left_out():
    assert busy(["DTSTART:20260602T100000Z", "DTEND:20260602T110000Z", "TRANSP:TRANSPARENT"]) == []
    assert busy(["DTSTART:20260602T100000Z", "DTEND:20260602T110000Z", "STATUS:CANCELLED"]) == []
    assert busy(["DTSTART:20250602T100000Z", "DTEND:20250602T110000Z"]) == []
    assert busy(["DTSTART:20260602T110000Z", "DTEND:20260602T100000Z"]) == []
    assert busy(["SUMMARY:no time at all"]) == []


def test_ten_thousand_events_are_read():
    events = [
        [f"UID:{n}", f"DTSTART:2026{6 + n // 5000:02d}{1 + n % 28:02d}T{n % 24:02d}0000Z", "DURATION:PT10M"]
        for n in range(10_000)
    ]
    assert len(busy_times(file_of(*events), "UTC", BEGIN, 366)) == 10_000


def test_endless_rules_are_bounded_and_wild_ones_do_no_harm():
    found = busy(["DTSTART:20000101T000000Z", "DTEND:20000101T000001Z", "RRULE:FREQ=SECONDLY"], days=1)
    assert len(found) <= 2000
    assert busy(["DTSTART:20260602T100000Z", "DTEND:20260602T110000Z", "RRULE:FREQ=NEVER"]) != []


@pytest.mark.parametrize(
    "content", [b"", b"not a calendar", b"\x00\xff\xfe", b"BEGIN:VCALENDAR\r\n", b"BEGIN:VEVENT\r\nEND:VCALENDAR\r\n"]
)
def test_damaged_files_are_said_so(content):
    with pytest.raises(BadCalendar):
        busy_times(content, "UTC", BEGIN, 30)


def test_files_that_are_too_big_are_refused():
    with pytest.raises(BadCalendar, match="MB"):
        busy_times(b"x" * 20_000_001, "UTC", BEGIN, 30)
