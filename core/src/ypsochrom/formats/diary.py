"""The diary as Markdown, and its hours as CSV."""

from datetime import tzinfo

from ..kit.text import csv_text, one_line
from ..logbook.diary import Diary, Entry

_DONE = {
    "painted": "painted", "mixed": "mixed", "job": "done", "left out": "left out", "note": "note", "astray": "pile",
    "dry": "dry", "air": "air", "photo": "photo",
}  # fmt: skip


def diary_md(diary: Diary, title: str, zone: tzinfo) -> str:
    """Every sitting with what was done when, and the hours of every pass; times in the painter's zone."""
    lines = [f"# {_plain(title)}", "", f"{diary.worked_min / 60:.1f} hours in {len(diary.sittings)} sittings.", ""]
    for one in diary.sittings:
        opened = one.opened.astimezone(zone)
        lines += [
            f"## Sitting {one.number}, {opened:%Y-%m-%d %H:%M}",
            "",
            f"{one.worked_min:.0f} minutes at work, {one.climate.temperature_c:g} °C, {one.climate.humidity_pct:g} % humidity.",
            "",
            *(f"- {entry.at.astimezone(zone):%H:%M} {_line(entry)}" for entry in one.entries),
            "",
        ]
    lines += ["## Hours by pass", "", "| pass | units done | minutes | planned |", "|---|---|---|---|"]
    lines += [
        f"| {one.number} {one.role} | {one.done} of {one.units} | {one.worked_min:.0f} | {one.planned_min:.0f} |"
        for one in diary.hours
    ]
    return "\n".join(lines) + "\n"


def _line(entry: Entry) -> str:
    minutes = "" if entry.minutes is None else f", {entry.minutes:.0f} min"
    about = ": ".join(_plain(part) for part in (entry.title, entry.words) if part)
    return f"{_DONE[entry.kind]}: {about}{minutes}"


def _plain(text: str) -> str:
    """Text that Markdown leaves as it is, on one line."""
    return "".join(f"\\{mark}" if mark in "\\`*_{}[]<>#|" else mark for mark in one_line(text))


def hours_csv(diary: Diary) -> str:
    """Hours by pass: minutes worked beside those planned for what is done."""
    header = ("pass", "role", "units_done", "units", "worked_min", "planned_min")
    rows = [
        (one.number, one.role, one.done, one.units, round(one.worked_min, 1), round(one.planned_min, 1))
        for one in diary.hours
    ]
    return csv_text(header, rows)
