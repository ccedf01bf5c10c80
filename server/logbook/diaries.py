"""Diaries of paintings: their acts at the easel and the photos that were checked."""

from datetime import datetime
from typing import Any

from django.utils import timezone

from server.checks.models import CheckRow
from server.records import pictures
from server.records.history import painting_of
from server.records.models import Painting
from server.site.problems import NotFound
from server.sittings.easel import services as easel
from server.sittings.models import ActRow
from server.subject.shown import subject_pictures
from server.work import desk
from ypsochrom.formats.diary import diary_md, hours_csv
from ypsochrom.logbook.diary import Diary, Entry, diary_of
from ypsochrom.sittings.calendar import zone_of

from .schemas import DiaryEntryOut, DiaryOut, DiaryRowOut, DiarySittingOut


def _diary(painting: Painting) -> Diary | None:
    """None where nothing was taken to the easel."""
    taken = easel.taken_to_the_easel(painting)
    if taken is None:
        return None
    worklist, acts, climate = taken
    return diary_of(acts, worklist, climate, timezone.now(), _photos(painting))


def _photos(painting: Painting) -> list[Entry]:
    rows = CheckRow.objects.filter(painting=painting).defer("report", "asked")
    return [
        Entry(
            row.taken,
            "photo",
            f"after pass {row.number}" if row.number else "the drawing",
            _to_mend(row.told.get("things")),
            pass_number=row.number,
            photo=row.flat or row.photo,
            check=row.pk,
        )
        for row in rows
    ]


def _to_mend(things: int | None) -> str:
    if things is None:
        return ""
    return f"{things} thing{'' if things == 1 else 's'} to mend" if things else "nothing to mend"


def rows(owner: Any) -> list[DiaryRowOut]:
    """Paintings with a diary, the one last worked on first."""
    worked = Painting.objects.of(owner).filter(removed=None, pk__in=ActRow.objects.of(owner).values("painting"))
    found: list[tuple[datetime, DiaryRowOut]] = []
    for painting in worked:
        diary = _diary(painting)
        last = None if diary is None else diary.last
        if diary is None or last is None:
            continue
        row = DiaryRowOut(
            painting=painting.pk,
            title=painting.title,
            thumbnail_url=pictures.url(subject_pictures(desk.opened(painting)).thumbnail),
            sittings=len(diary.sittings),
            worked_min=diary.worked_min,
            last=last.isoformat(),
        )
        found.append((last, row))
    return [row for _, row in sorted(found, key=lambda one: one[0], reverse=True)]


def _of(owner: Any, painting_id: int) -> tuple[Painting, Diary]:
    painting = painting_of(owner, painting_id)
    diary = _diary(painting)
    if diary is None:
        raise NotFound("diary")
    return painting, diary


def out(owner: Any, painting_id: int) -> DiaryOut:
    """The diary for the page; `NotFound` where nothing was taken to the easel."""
    painting, diary = _of(owner, painting_id)
    return DiaryOut(
        title=painting.title,
        worked_min=diary.worked_min,
        hours=list(diary.hours),
        sittings=[
            DiarySittingOut(
                number=one.number,
                opened=one.opened.isoformat(),
                ended=None if one.ended is None else one.ended.isoformat(),
                worked_min=one.worked_min,
                temperature_c=one.climate.temperature_c,
                humidity_pct=one.climate.humidity_pct,
                entries=[_entry(entry) for entry in one.entries],
            )
            for one in diary.sittings
        ],
    )


def _entry(entry: Entry) -> DiaryEntryOut:
    told = {**vars(entry), "at": entry.at.isoformat(), "colours": list(entry.colours)}
    photo = told.pop("photo")
    return DiaryEntryOut(**told, photo_url=pictures.url(photo) if photo else "")


def markdown(owner: Any, painting_id: int, zone: str) -> str:
    """The diary as Markdown, in the painter's zone."""
    painting, diary = _of(owner, painting_id)
    return diary_md(diary, painting.title, zone_of(zone))


def hours(owner: Any, painting_id: int) -> str:
    """Hours by pass as CSV."""
    return hours_csv(_of(owner, painting_id)[1])
