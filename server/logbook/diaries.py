"""Diaries of paintings: their acts at the easel, the photos that were checked, and what the painter wrote."""

from collections.abc import Mapping
from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from server.checks.models import CheckRow
from server.checks.schemas import Told
from server.records import pictures
from server.records.history import painting_of
from server.records.models import Painting
from server.site.owned import one_of
from server.sittings.easel import services as easel
from server.work import desk
from ypsochrom.formats.diary import diary_md, diary_zip, entries_csv, entry_lines, hours_csv
from ypsochrom.formats.pdf.diary import diary_pdf
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.kit.errors import BadPicture, BadSetting
from ypsochrom.logbook.checks import Off, found_in_words
from ypsochrom.logbook.diary import Diary, Entry, diary_of, diary_without_easel
from ypsochrom.sittings.calendar import zone_of
from ypsochrom.subject.decode import decode
from ypsochrom.work.planned import names_of

from .models import Line
from .schemas import DiaryEntryOut, DiaryOut, DiarySittingOut, LineIn


def of(painting: Painting) -> Diary:
    """The diary of a painting, also of one that was never at the easel."""
    more = [*_photos(painting), *(_line(row) for row in _lines(painting))]
    taken = easel.taken_to_the_easel(painting)
    if taken is None:
        return diary_without_easel(more)
    worklist, acts, climate = taken
    return diary_of(acts, worklist, climate, timezone.now(), more)


def _photos(painting: Painting) -> list[Entry]:
    rows = list(CheckRow.objects.filter(painting=painting).defer("report", "asked"))
    if not rows:
        return []
    work = desk.opened(painting)
    names = names_of(work.last("areas"), work.inputs.brief)
    return [
        Entry(
            row.taken,
            "photo",
            f"after pass {row.number}" if row.number else "the drawing",
            _found(Told(**row.told), names) if row.told else "",
            pass_number=row.number,
            photo=row.flat or row.photo,
            planned=row.planned,
            check=row.pk,
        )
        for row in rows
    ]


def _found(told: Told, names: Mapping[str, str]) -> str:
    off = None if told.off is None else Off(**told.off.model_dump())
    return found_in_words(told.things, off, names)


def _lines(painting: Painting) -> QuerySet[Line]:
    return Line.objects.of(painting.owner).filter(painting=painting, removed=None)


def _line(row: Line) -> Entry:
    return Entry(row.at, "line", "", row.text, photo=row.photo, line=row.pk, mark=row.mark)


def write(owner: Any, painting_id: int, given: LineIn) -> DiaryOut:
    """Write a line into the diary; `BadSetting` when it says nothing, or of a time that has not come."""
    painting = painting_of(owner, painting_id)
    _checked(given.text, given)
    Line.objects.create(
        owner=painting.owner, painting=painting, at=given.at or timezone.now(), text=given.text.strip(), mark=given.mark
    )
    return out(owner, painting_id)


def _checked(text: str, given: LineIn) -> None:
    if not text.strip() and given.mark is None:
        raise BadSetting("The line says nothing.", "Write a word, or give a mark from one to five.")
    if given.at is not None and given.at > timezone.now():
        raise BadSetting("That time has not come yet.", "A diary holds what was; give a time before now.")


def change(owner: Any, painting_id: int, line_id: int, given: LineIn) -> DiaryOut:
    """Change a line: its words and mark, and its time where one is given."""
    row = _row(owner, painting_id, line_id)
    if not row.photo:
        _checked(given.text, given)
    row.text, row.mark, row.at = given.text.strip(), given.mark, given.at or row.at
    row.save(update_fields=["text", "mark", "at"])
    return out(owner, painting_id)


def add_photo(owner: Any, painting_id: int, line_id: int | None, content: bytes) -> DiaryOut:
    """Put a photo to a line, or with None to a new one of now; without what the camera wrote into it."""
    painting = painting_of(owner, painting_id)
    kept = pictures.store_upload(owner, content)
    if line_id is None:
        Line.objects.create(owner=painting.owner, painting=painting, at=timezone.now(), photo=kept)
    else:
        row = _row(owner, painting_id, line_id)
        row.photo = kept
        row.save(update_fields=["photo"])
    return out(owner, painting_id)


def take_out(owner: Any, painting_id: int, line_id: int, *, back: bool = False) -> DiaryOut:
    """Take a line out of the diary, or put it back."""
    row = _row(owner, painting_id, line_id)
    row.removed = None if back else timezone.now()
    row.save(update_fields=["removed"])
    return out(owner, painting_id)


def _row(owner: Any, painting_id: int, line_id: int) -> Line:
    return one_of(Line, owner, "line", pk=line_id, painting=painting_of(owner, painting_id))


SHOWN = 500
"""So many entries are shown at first, the newest."""


def out(owner: Any, painting_id: int, *, whole: bool = False) -> DiaryOut:
    """The diary for the page; unless the whole is asked for, its newest `SHOWN` entries."""
    painting = painting_of(owner, painting_id)
    diary = of(painting)
    times = sorted(entry.at for entry in diary.entries)
    since = times[-SHOWN] if len(times) > SHOWN and not whole else None
    earlier = 0 if since is None else sum(at < since for at in times)
    return DiaryOut(
        title=painting.title,
        worked_min=diary.worked_min,
        hours=list(diary.hours),
        loose=[_entry(entry) for entry in diary.loose if since is None or entry.at >= since],
        earlier=earlier,
        sittings=[
            DiarySittingOut(
                number=one.number,
                opened=one.opened.isoformat(),
                ended=None if one.ended is None else one.ended.isoformat(),
                worked_min=one.worked_min,
                waited_min=one.waited_min,
                temperature_c=one.climate.temperature_c,
                humidity_pct=one.climate.humidity_pct,
                entries=[_entry(entry) for entry in one.entries if since is None or entry.at >= since],
            )
            for one in diary.sittings
        ],
    )


def _entry(entry: Entry) -> DiaryEntryOut:
    told = {**vars(entry), "at": entry.at.isoformat(), "colours": list(entry.colours)}
    photo, planned = told.pop("photo"), told.pop("planned")
    return DiaryEntryOut(
        **told,
        photo_url=pictures.url(photo) if photo else "",
        planned_url=pictures.url(planned) if planned else "",
    )


def markdown(owner: Any, painting_id: int, zone: str) -> str:
    """The diary as Markdown, in the painter's zone."""
    painting = painting_of(owner, painting_id)
    return diary_md(of(painting), painting.title, zone_of(zone))


def with_pictures(owner: Any, painting_id: int, zone: str) -> bytes:
    """The diary as Markdown with its pictures, as a zip."""
    painting = painting_of(owner, painting_id)
    return diary_zip(of(painting), painting.title, zone_of(zone), _content)


def _content(name: str) -> bytes | None:
    try:
        return pictures.read(name)
    except OSError:
        return None


def pdf(owner: Any, painting_id: int, zone: str, paper: Paper) -> bytes:
    """The diary to print, with its photos."""
    painting = painting_of(owner, painting_id)
    return diary_pdf(of(painting), painting.title, zone_of(zone), picture_of, paper)


def picture_of(name: str) -> Any:
    """A stored picture; None where it is gone."""
    content = _content(name)
    try:
        return None if content is None else decode(content).srgb8
    except BadPicture:
        return None


def hours(owner: Any, painting_id: int) -> str:
    """Hours by pass as CSV."""
    return hours_csv(of(painting_of(owner, painting_id)))


def entries(owner: Any, painting_id: int, *, as_lines: bool) -> str:
    """Every entry as CSV or JSON lines."""
    diary = of(painting_of(owner, painting_id))
    return entry_lines(diary) if as_lines else entries_csv(diary)
