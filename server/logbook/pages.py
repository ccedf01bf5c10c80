"""Paintings side by side: those made here and those from before, looked for, compared, priced, and estimated from."""

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from datetime import UTC, datetime, time
from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from server.checks.models import CheckRow
from server.materials.services import masstone
from server.records import pictures
from server.records.habits import habits_of
from server.records.history import painting_of
from server.records.models import Habits, Painting
from server.site.owned import one_of
from server.site.problems import NotFound
from server.sittings.easel import services as easel
from server.work import desk
from ypsochrom.formats.pdf.hand_over import hand_over_pdf
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.kit.errors import BadSetting
from ypsochrom.logbook import pages as core
from ypsochrom.logbook.hand_over import HandOver, may_be_varnished, priced
from ypsochrom.materials.support import Support
from ypsochrom.paint.catalogue import is_known, paint
from ypsochrom.passes.schools import school_of

from .diaries import picture_of
from .models import Gathered, Page
from .schemas import (
    ComparedOut,
    EstimateIn,
    EstimateOut,
    HandedData,
    NewPageIn,
    PageIn,
    PageOut,
    PagesOut,
    PageTubeOut,
    PaintingTold,
    RateIn,
    WantedIn,
)

SHOWN = 24
_PHOTO_PX = 1600


@dataclass(frozen=True)
class _Kept:
    """A page with what the page shows beside what the core reckons with."""

    page: core.Page
    painting: int | None
    photo: str
    sittings: int = 0
    notes: str = ""
    finished: Any = None
    handed: dict[str, Any] = field(default_factory=dict)


def _all(owner: Any) -> list[_Kept]:
    """Every painting of the logbook; three queries."""
    return _of_easel(owner, _gathered(owner)) + [_earlier(row) for row in _entered(owner)]


def _gathered(owner: Any) -> QuerySet[Gathered]:
    return Gathered.objects.of(owner).filter(told__isnull=False, painting__isnull=False, painting__removed=None)


def _entered(owner: Any) -> QuerySet[Page]:
    return Page.objects.of(owner).filter(painting=None, removed=None)


def _of_easel(owner: Any, made: QuerySet[Gathered]) -> list[_Kept]:
    said = {row.painting_id: row for row in Page.objects.of(owner).filter(painting__isnull=False)}
    rows = made.values_list("told", "painting", "painting__title")
    return [
        _made_here(PaintingTold.model_validate(told), painting, title, said.get(painting))
        for told, painting, title in rows
    ]


def _made_here(told: PaintingTold, painting: int, title: str, said: Page | None) -> _Kept:
    took = told.took
    page = core.Page(
        id=f"p{painting}",
        title=title,
        at=took.last,
        width_mm=told.width_mm,
        height_mm=told.height_mm,
        minutes=took.worked_min,
        units_min=took.units_min,
        planned_min=took.planned_min,
        ml=took.ml,
        cost=took.cost,
        method=told.method,
        palette=took.palette,
        done=took.done,
    )
    if said is None:
        return _Kept(page, painting, told.thumbnail, took.sittings)
    page = replace(page, tags=tuple(said.tags), mark=said.mark, done=took.done if said.finished is None else 1.0)
    return _Kept(page, painting, told.thumbnail, took.sittings, said.notes, said.finished, said.handed)


def _earlier(row: Page) -> _Kept:
    at = row.created if row.finished is None else datetime.combine(row.finished, time(12), UTC)
    page = core.Page(
        id=f"e{row.pk}",
        title=row.title,
        at=at,
        width_mm=row.width_mm or 0.0,
        height_mm=row.height_mm or 0.0,
        minutes=row.minutes,
        ml=row.ml,
        cost=row.cost,
        method=row.method,
        palette=tuple(row.palette),
        tags=tuple(row.tags),
        mark=row.mark,
    )
    return _Kept(page, None, row.photo, 0, row.notes, row.finished, row.handed)


def listed(owner: Any, asked: WantedIn) -> PagesOut:
    """Pages that are wanted, with rates by method of all of them."""
    kept = {one.page.id: one for one in _all(owner)}
    every = [one.page for one in kept.values()]
    found = core.wanted_of(every, core.Wanted(**asked.model_dump(exclude={"page"})))
    habits = habits_of(owner)
    return PagesOut(
        pages=[_out(kept[one.id], habits) for one in found[(asked.page - 1) * SHOWN : asked.page * SHOWN]],
        wanted=len(found),
        total=len(every),
        rates=list(core.rates(found)),
        methods=sorted({one.method for one in every if one.method}),
        tags=sorted({tag for one in every for tag in one.tags}, key=str.casefold),
        tubes=_tubes(sorted({key for one in every for key in one.palette})),
        rate=habits.rate,
        share=habits.share,
    )


def _tubes(keys: Iterable[str]) -> list[PageTubeOut]:
    return [PageTubeOut(key=key, name=paint(key).name, colour=masstone(key)) for key in keys if is_known(key)]


def _out(kept: _Kept, habits: Habits, may_varnish: datetime | None = None) -> PageOut:
    one = kept.page
    price = None
    if habits.rate is not None and one.minutes is not None:
        price = priced(one.minutes, one.cost or 0.0, habits.rate, habits.share)
    return PageOut(
        ref=one.id,
        painting=kept.painting,
        title=one.title,
        at=one.at.isoformat(),
        photo_url=pictures.url(kept.photo) if kept.photo else "",
        width_mm=one.width_mm,
        height_mm=one.height_mm,
        area_cm2=one.area_cm2,
        minutes=one.minutes,
        units_min=one.units_min,
        planned_min=one.planned_min,
        done=one.done,
        sittings=kept.sittings,
        ml=one.ml,
        cost=one.cost,
        method=one.method,
        palette=_tubes(one.palette),
        tags=list(one.tags),
        mark=one.mark,
        notes=kept.notes,
        finished=kept.finished,
        may_be_varnished=None if may_varnish is None else may_varnish.date(),
        handed=HandedData(**kept.handed),
        price=price,
    )


def _one(owner: Any, ref: str) -> _Kept:
    """A page by its reference: "p" and the number of a painting made here, "e" and that of one entered."""
    number = int(ref[1:])
    if ref.startswith("p"):
        found = _of_easel(owner, _gathered(owner).filter(painting=number))
    else:
        found = [_earlier(row) for row in _entered(owner).filter(pk=number)]
    if not found:
        raise NotFound("painting")
    return found[0]


def out(owner: Any, ref: str) -> PageOut:
    """One page."""
    kept = _one(owner, ref)
    return _out(kept, habits_of(owner), _varnishable(owner, kept))


def _varnishable(owner: Any, kept: _Kept) -> datetime | None:
    taken = None if kept.painting is None else easel.taken_to_the_easel(painting_of(owner, kept.painting))
    if taken is None:
        return None
    worklist, acts, climate = taken
    return may_be_varnished(acts, worklist, climate)


def add(owner: Any, given: NewPageIn) -> PageOut:
    """Enter a painting from before the application. `BadSupport` and `UnknownPaint` say what is wrong with size or palette."""
    support = Support.parse(given.size)
    fields = given.model_dump(exclude={"size"})
    row = Page.objects.create(
        owner=owner,
        **{**fields, **_checked(fields)},
        width_mm=support.width_mm,
        height_mm=support.height_mm,
    )
    return out(owner, f"e{row.pk}")


_OF_EARLIER = ("title", "width_mm", "height_mm", "minutes", "ml", "cost", "method", "palette")


def change(owner: Any, ref: str, given: PageIn) -> PageOut:
    """Keep what the painter says of a painting."""
    kept = _one(owner, ref)
    fields = given.model_dump(exclude_unset=True)
    if "handed" in fields:
        fields["handed"] = given.handed.model_dump(mode="json")
    if kept.painting is None:
        row = one_of(Page, owner, "painting", pk=int(ref[1:]))
    else:
        if told := [name for name in _OF_EARLIER if name in fields]:
            raise BadSetting(
                f"The {', '.join(told)} of a painting made here cannot be typed.", "Its plan and its easel tell them."
            )
        row, _ = Page.objects.get_or_create(owner=owner, painting_id=kept.painting)
    for name, value in {**fields, **_checked(fields)}.items():
        setattr(row, name, value)
    row.save()
    return out(owner, ref)


def _checked(fields: dict[str, Any]) -> dict[str, Any]:
    """The texts and keys of a page as they are kept."""
    found: dict[str, Any] = {}
    if fields.get("title") is not None:
        found["title"] = fields["title"].strip()
        if not found["title"]:
            raise BadSetting("The painting has no title.", "Give it a name you will recognise.")
    if fields.get("tags") is not None:
        found["tags"] = list(dict.fromkeys(tag.strip() for tag in fields["tags"] if tag.strip()))
    if fields.get("palette") is not None:
        found["palette"] = [paint(key).key for key in dict.fromkeys(fields["palette"])]
    if fields.get("finished") is not None and fields["finished"] > timezone.localdate():
        raise BadSetting("That day has not come yet.", "Give the day on which it was finished.")
    return found


def put_photo(owner: Any, ref: str, content: bytes) -> PageOut:
    """The photo of a painting from before the application, without what the camera wrote into it."""
    kept = _one(owner, ref)
    if kept.painting is not None:
        raise BadSetting("A painting made here is shown by its reference.", "Put the photo into its diary or a check.")
    row = one_of(Page, owner, "painting", pk=int(ref[1:]))
    row.photo = pictures.store_upload(owner, content, longest_px=_PHOTO_PX)
    row.save(update_fields=["photo"])
    return out(owner, ref)


def take_out(owner: Any, ref: str, *, back: bool = False) -> None:
    """Take a painting from before the application out of the logbook, or put it back."""
    if ref.startswith("p"):
        raise BadSetting("A painting made here cannot be taken out of the logbook.", "Put it into the bin instead.")
    row = one_of(Page, owner, "painting", pk=int(ref[1:]), painting=None)
    row.removed = None if back else timezone.now()
    row.save(update_fields=["removed"])


def compared(owner: Any, first: str, second: str) -> ComparedOut:
    """Two paintings side by side."""
    one, other, habits = _one(owner, first), _one(owner, second), habits_of(owner)
    ours, theirs = one.page.palette, other.page.palette
    return ComparedOut(
        first=_out(one, habits),
        second=_out(other, habits),
        lines=list(core.compared(one.page, other.page)),
        both=_tubes(key for key in ours if key in theirs),
        first_alone=_tubes(key for key in ours if key not in theirs),
        second_alone=_tubes(key for key in theirs if key not in ours),
    )


def estimate(owner: Any, given: EstimateIn) -> EstimateOut:
    """What a painting to come takes, at the painter's rate where they said one."""
    kept = {one.page.id: one for one in _all(owner)}
    habits = habits_of(owner)
    asked = core.Asked(
        given.width_mm, given.height_mm, given.method, tuple(given.tags), rate=habits.rate, share=habits.share
    )
    found = core.estimate([one.page for one in kept.values()], asked)
    return EstimateOut(
        minutes=found.minutes,
        ml=found.ml,
        materials=found.materials,
        price=found.price,
        behind=[_out(kept[ref], habits) for ref in found.behind[:_BEHIND]],
        count=len(found.behind),
    )


_BEHIND = 5


def keep_rate(owner: Any, given: RateIn) -> RateIn:
    """Keep what an hour costs, for the painter alone."""
    habits, _ = Habits.objects.get_or_create(owner=owner)
    habits.rate, habits.share = given.rate, given.share
    habits.save(update_fields=["rate", "share"])
    return given


def hand_over(owner: Any, ref: str, paper: Paper) -> bytes:
    """The sheet for the buyer: what is known of the painting, and what the painter said."""
    kept = _one(owner, ref)
    said, one = HandedData(**kept.handed), kept.page
    may = _varnishable(owner, kept)
    sheet = HandOver(
        title=one.title,
        painter=said.painter,
        width_mm=one.width_mm,
        height_mm=one.height_mm,
        support=said.support,
        ground=said.ground or _ground_of(owner, kept),
        paints=tuple(paint(key) for key in one.palette if is_known(key)),
        finished=kept.finished,
        varnish=said.varnish,
        varnished=said.varnished,
        may_be_varnished=None if may is None else may.date(),
        notes=said.words,
    )
    return hand_over_pdf(sheet, picture_of(_shown(owner, kept)), paper)


def _ground_of(owner: Any, kept: _Kept) -> str:
    if kept.painting is None:
        return ""
    choices = desk.opened(painting_of(owner, kept.painting)).inputs.brief.passes
    return f"{choices.ground or school_of(choices.school).ground}"


def _shown(owner: Any, kept: _Kept) -> str:
    """The newest photo of the painting itself where there is one."""
    if kept.painting is None:
        return kept.photo
    painting: Painting = painting_of(owner, kept.painting)
    photos = (
        CheckRow.objects.filter(painting=painting).exclude(flat="").order_by("-taken").values_list("flat", flat=True)
    )
    return photos.first() or ""
