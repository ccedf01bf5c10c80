"""The diary as Markdown, alone or with its pictures, and its hours as CSV."""

import io
import json
import re
import zipfile
from collections.abc import Callable, Iterator, Mapping
from datetime import UTC, datetime, tzinfo
from pathlib import PurePosixPath
from typing import Any

from ..kit.text import csv_text, one_line
from ..logbook.diary import Diary, DiarySitting, Entry
from .zipped import add

DONE = {
    "painted": "painted", "mixed": "mixed", "job": "done", "left out": "left out", "note": "note", "astray": "pile",
    "dry": "dry", "left": "left", "weighed": "weighed", "wiped": "wiped", "put back": "put back", "air": "air",
    "photo": "photo", "line": "line",
}  # fmt: skip


_NONE: Mapping[str, str] = {}


def diary_md(diary: Diary, title: str, zone: tzinfo, pictures: Mapping[str, str] = _NONE) -> str:
    """Every sitting with what was done when, and the hours of every pass; times in the painter's zone.

    `pictures` says where the pictures that are to be shown lie, by their names in the diary.
    """
    lines = [f"# {_plain(title)}", "", f"{diary.worked_min / 60:.1f} hours in {len(diary.sittings)} sittings.", ""]
    for one in diary.sittings:
        opened = one.opened.astimezone(zone)
        lines += [
            f"## Sitting {one.number}, {opened:%Y-%m-%d %H:%M}",
            "",
            f"{one.worked_min:.0f} minutes at work{waited(one)}, {one.climate.temperature_c:g} °C, "
            f"{one.climate.humidity_pct:g} % humidity.",
            "",
            *(
                f"- {clock(entry.at, one.opened, zone)} {_line(entry)}{_shown(entry, pictures)}"
                for entry in one.entries
            ),
            "",
        ]
    if diary.loose:
        day = [(entry, f"{entry.at.astimezone(zone):%Y-%m-%d %H:%M}") for entry in diary.loose]
        lines += [*(f"- {at} {_line(entry)}{_shown(entry, pictures)}" for entry, at in day), ""]
    if not diary.hours:
        return "\n".join(lines)
    lines += ["## Hours by pass", "", "| pass | units done | minutes | planned |", "|---|---|---|---|"]
    lines += [
        f"| {one.number} {one.role} | {one.done} of {one.units} | {one.worked_min:.0f} | {one.planned_min:.0f} |"
        for one in diary.hours
    ]
    return "\n".join(lines) + "\n"


def diary_zip(diary: Diary, title: str, zone: tzinfo, read: Callable[[str], bytes | None]) -> bytes:
    """The diary as Markdown with its pictures beside it, in one file; `read` gives a picture's content, None where it is gone."""
    entries = [entry for one in diary.sittings for entry in one.entries]
    names = dict.fromkeys(name for entry in (*entries, *diary.loose) for name in (entry.photo, entry.planned) if name)
    found = {name: content for name in names if (content := read(name)) is not None}
    places = {name: f"pictures/{number:03d}{PurePosixPath(name).suffix}" for number, name in enumerate(found, start=1)}
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as file:
        add(file, "diary.md", diary_md(diary, title, zone, places).encode(), zipfile.ZIP_DEFLATED)
        for name, content in found.items():
            add(file, places[name], content)
    return out.getvalue()


def waited(sitting: DiarySitting) -> str:
    """What of a sitting was not work, where that is worth a word."""
    return f", {sitting.waited_min:.0f} waiting or away" if sitting.waited_min >= _WORTH_A_WORD_MIN else ""


_WORTH_A_WORD_MIN = 2.0


def clock(at: datetime, opened: datetime, zone: tzinfo) -> str:
    """The time of an entry, with its day where that is not the sitting's."""
    here = at.astimezone(zone)
    return f"{here:%H:%M}" if here.date() == opened.astimezone(zone).date() else f"{here:%d %b %H:%M}".lstrip("0")


def _line(entry: Entry) -> str:
    minutes = "" if entry.minutes is None else f", {entry.minutes:.0f} min"
    about = ": ".join(part for part in (_plain(entry.title), _plain(entry.words)) if part)
    mark = "" if entry.mark is None else f" ({entry.mark} of 5)"
    return f"{DONE[entry.kind]}: {about}{minutes}{mark}"


def _shown(entry: Entry, pictures: Mapping[str, str]) -> str:
    """Its photo, and beside it what was planned."""
    told = ((entry.photo, "as it was"), (entry.planned, "as planned"))
    return "".join(f"\n\n  ![{words}]({pictures[name]})\n" for name, words in told if name in pictures)


def _plain(text: str) -> str:
    """Text that Markdown leaves as it is, on one line."""
    return _MEANS_SOMETHING.sub(r"\\\g<0>", one_line(text))


_MEANS_SOMETHING = re.compile(r"[\\`*_{}\[\]<>#|~]|&(?=#|\w)")
"""Marks of CommonMark and its usual extensions, and the beginning of an HTML entity."""


def hours_csv(diary: Diary) -> str:
    """Hours by pass: minutes worked beside those planned for what is done."""
    header = ("pass", "role", "units_done", "units", "worked_min", "planned_min")
    rows = [
        (one.number, one.role, one.done, one.units, round(one.worked_min, 1), round(one.planned_min, 1))
        for one in diary.hours
    ]
    return csv_text(header, rows)


_COLUMNS = ("at", "sitting", "kind", "title", "words", "minutes", "planned_min", "pass", "mark")


def entries_csv(diary: Diary) -> str:
    """Every entry as a row; times in UTC."""
    return csv_text(_COLUMNS, ([row[name] for name in _COLUMNS] for row in _rows(diary)))


def entry_lines(diary: Diary) -> str:
    """Every entry as JSON, a line each; times in UTC."""
    return "".join(json.dumps(row, ensure_ascii=False) + "\n" for row in _rows(diary))


def _rows(diary: Diary) -> Iterator[dict[str, Any]]:
    of_sittings = [(one.number, entry) for one in diary.sittings for entry in one.entries]
    for sitting, entry in [*of_sittings, *((None, entry) for entry in diary.loose)]:
        yield {
            "at": entry.at.astimezone(UTC).isoformat(),
            "sitting": sitting,
            "kind": entry.kind,
            "title": entry.title,
            "words": entry.words,
            "minutes": None if entry.minutes is None else round(entry.minutes, 1),
            "planned_min": None if entry.planned_min is None else round(entry.planned_min, 1),
            "pass": entry.pass_number or None,
            "mark": entry.mark,
        }
