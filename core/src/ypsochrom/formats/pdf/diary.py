"""The diary to print: sitting by sitting, photos beside what was planned, piles as swatches, hours by pass."""

from collections.abc import Callable
from datetime import UTC, datetime, tzinfo

from reportlab.lib.colors import HexColor
from reportlab.platypus import Flowable

from ...colour.types import Srgb8
from ...logbook.diary import Diary, Entry
from ..diary import DONE, clock, waited
from . import flow
from .flow import Chapter, Fill, Swatches, gap, rows, small, words
from .page import Paper

Pictures = Callable[[str], Srgb8 | None]
"""A stored picture by its name; None where it is gone."""

_TIME, _KIND, _SWATCH, _MINUTES = 56.0, 52.0, 64.0, 62.0
_PHOTO_HIGH = 130.0
_MOST_SWATCHES = 4


def diary_pdf(diary: Diary, title: str, zone: tzinfo, picture: Pictures, paper: Paper = "A4") -> bytes:
    """A chapter a sitting, and one for the hours; times in the painter's zone."""
    width = flow.inner_width(paper)
    chapters = []
    for one in diary.sittings:
        opened = one.opened.astimezone(zone)
        about = (
            f"{one.worked_min:.0f} minutes at work{waited(one)}, {one.climate.temperature_c:g} °C, "
            f"{one.climate.humidity_pct:g} % humidity."
        )
        story = [words(about, grey=0.3, after=6), *_entries(one.entries, one.opened, zone, picture, width)]
        chapters.append(Chapter(f"Sitting {one.number}, {opened:%d %B %Y, %H:%M}".replace(" 0", " "), story))
    if diary.loose:
        chapters.append(Chapter("Notes", _entries(diary.loose, _LONG_AGO, zone, picture, width)))
    if diary.hours:
        cells = [["Pass", "Units done", "Worked", "Planned for them"]]
        cells += [
            [f"{one.number} {one.role}", f"{one.done} of {one.units}", _hours(one.worked_min), _hours(one.planned_min)]
            for one in diary.hours
        ]
        chapters.append(Chapter("Hours by pass", [rows(cells, [width * 0.4, *[width * 0.2] * 3])]))
    return flow.document(title, paper, chapters or [Chapter(title, [words("Nothing was written yet.")])])


_LONG_AGO = datetime(1, 1, 2, tzinfo=UTC)
"""What no entry was written on: every one tells its day."""


def _entries(
    entries: tuple[Entry, ...], opened: datetime, zone: tzinfo, picture: Pictures, width: float
) -> list[Flowable]:
    found: list[Flowable] = []
    about = width - _TIME - _KIND - _SWATCH - _MINUTES
    for one in entries:
        fills = [_fill(colour) for colour in one.colours[:_MOST_SWATCHES]]
        mark = "" if one.mark is None else f"{one.mark} of 5"
        told = [words(text) if place == 0 else small(text) for place, text in enumerate(_told(one))]
        minutes = mark if one.minutes is None else f"{one.minutes:.0f} min"
        swatches: Flowable | str = Swatches(fills, 12.0, 10.0) if fills else ""
        found.append(
            rows([[small(clock(one.at, opened, zone)), DONE[one.kind], swatches, told or "", minutes]],
                 [_TIME, _KIND, _SWATCH, about, _MINUTES])
        )  # fmt: skip
        shown = [seen for name in (one.photo, one.planned) if name and (seen := picture(name)) is not None]
        if shown:
            each = (width - _TIME) / 2 - 6
            found += [rows([[*("",), *(flow.picture(seen, each, _PHOTO_HIGH) for seen in shown)]],
                           [_TIME, *[(width - _TIME) / len(shown)] * len(shown)]), gap(4)]  # fmt: skip
    return found


def _told(entry: Entry) -> list[str]:
    return [text for text in (entry.title, entry.words) if text]


def _fill(colour: str) -> Fill:
    red, green, blue = HexColor(colour).rgb()
    return red, green, blue


def _hours(minutes: float) -> str:
    return f"{minutes:.0f} min" if minutes < 60 else f"{minutes / 60:.1f} h"
