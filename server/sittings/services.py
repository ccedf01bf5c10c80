"""Sittings of a painting: kept with its brief, scheduled at once and better in the background, shown with light and piles."""

from dataclasses import replace
from typing import Any

import numpy as np
from django.conf import settings
from django.utils import timezone

from server.records.history import brief_of, painting_of
from server.records.models import Painting
from server.site.problems import Conflict, NotFound
from server.subject.shown import advice_out
from server.work import desk
from server.work.states import of_words
from ypsochrom.areas.names import advice_in_words, in_words
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.formats.calendar.ical import busy_times, sittings_ics
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadCalendar
from ypsochrom.materials.instruments import SimulatedClimate
from ypsochrom.passes.films.drying import film_of
from ypsochrom.passes.plan.pass_plan import PassPlan
from ypsochrom.sittings.calendar import Busy, Diary, begin_of
from ypsochrom.sittings.on_site import light_of_schedule
from ypsochrom.sittings.open_time import open_time
from ypsochrom.sittings.packing import packing_of
from ypsochrom.sittings.schedule import Schedule
from ypsochrom.sittings.settings import SittingSettings
from ypsochrom.sky.sun import moon_at
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.planned import names_of
from ypsochrom.work.sitting_nodes import Scheduled, current_schedule

from .schemas import (
    BusyOut,
    ClimateOut,
    OpenTimeOut,
    PackingOut,
    PlaceData,
    ScheduleOut,
    SittingLightOut,
    SittingOut,
    SittingsData,
    SittingsOut,
)  # fmt: skip

_CALENDAR_DAYS = 366
_MOST_PAINTINGS = 200


def change(owner: Any, painting_id: int, given: SittingsData) -> tuple[Painting, Work]:
    """Keep what the painter said about when and where they paint; a first good schedule follows at once."""
    said = codec.read(given.model_dump(), SittingSettings)

    def alter(work: Work) -> Brief:
        before = work.inputs.brief.sittings.diary
        diary = said.diary and replace(said.diary, busy=() if before is None else before.busy)
        return replace(work.inputs.brief, sittings=replace(said, diary=diary))

    return desk.changed(owner, painting_id, _words, alter)


_WORDS = {
    "climate": "Changed the air you paint in",
    "wishes": "Moved a unit to another time",
    "deadline": "Changed the last day",
    "place": "Changed the place",
    "cloud": "Changed the sky",
    "packed": "Ticked the packing list",
}


def _words(old: Brief, new: Brief) -> str:
    one, other = old.sittings, new.sittings
    differs = next((name for name in _WORDS if getattr(one, name) != getattr(other, name)), None)
    if one.diary is None or other.diary is None or differs is None or one.diary != other.diary:
        moved = one.diary is not None and other.diary is not None and one.diary.moved != other.diary.moved
        return "Moved a sitting" if moved else "Changed your sittings"
    return _WORDS[differs]


def keep_calendar(owner: Any, painting_id: int, content: bytes) -> tuple[Painting, Work]:
    """Keep free what a calendar file has busy; it takes the place of the one before. An empty file keeps nothing busy."""
    painting = painting_of(owner, painting_id)
    diary = _diary(brief_of(painting))
    busy = busy_times(content, diary.zone, begin_of(diary), _CALENDAR_DAYS) if content.strip() else ()
    words = "Took a calendar in" if busy else "Left the calendar out"

    def alter(work: Work) -> Brief:
        sittings = work.inputs.brief.sittings
        now = _diary(work.inputs.brief)
        return replace(work.inputs.brief, sittings=replace(sittings, diary=replace(now, busy=busy)))

    return desk.changed(owner, painting_id, words, alter)


def _diary(brief: Brief) -> Diary:
    if brief.sittings.diary is None:
        raise Conflict("You have not said when you paint.", "Give the first sitting first, then bring your calendar.")
    return brief.sittings.diary


def checked_calendar(size: int) -> None:
    """A calendar that is too large is refused before it is read."""
    if size > settings.LARGEST_UPLOAD_BYTES:
        raise BadCalendar("The calendar is larger than 80 MB.", "Export a shorter time.")


def out(work: Work) -> SittingsOut:
    """All about when a painting is painted, as the page shows it."""
    said = work.inputs.brief.sittings
    shown, schedule = _shown(work), shown_schedule(work)
    written = codec.written(said)
    if said.diary is not None:
        del written["diary"]["busy"]
    lights = (
        light_of_schedule(schedule, said.place, said.cloud) if schedule is not None and said.place is not None else ()
    )
    return SittingsOut(
        settings=SittingsData(**written),
        busy=0 if said.diary is None else len(said.diary.busy),
        schedule=None
        if schedule is None
        else _schedule_out(schedule, work, () if said.diary is None else said.diary.busy),
        problem="" if shown is None else in_words(shown.message, names_of(work.last("areas"), work.inputs.brief)),
        hint="" if shown is None else shown.hint,
        best=work.state("schedule") == "current",
        up_to_date=of_words(work)["sittings"] == "current",
        light=[
            SittingLightOut(
                number=one.number,
                samples=list(one.samples),
                holds=one.holds,
                day=one.day,
                passes=list(one.passes),
                advice=advice_out(one.advice),
                sun_side=one.sun_side,
                moon=moon_at(said.place, one.samples[-1].time),  # type: ignore[arg-type]  # there is light at a place only
            )
            for one in lights
        ],
    )


def _shown(work: Work) -> Scheduled | None:
    """The best schedule while it is current, else the first; of those that are out of date the one made last."""
    found: Scheduled | None = current_schedule(work)
    return work.last("first schedule") if found is None else found


def shown_schedule(work: Work) -> Schedule | None:
    """The schedule that is shown; None while the painter has not said when they paint, and where there can be none."""
    shown = _shown(work)
    return None if shown is None or work.inputs.brief.sittings.diary is None else shown.schedule


def _schedule_out(schedule: Schedule, work: Work, busy: tuple[Busy, ...]) -> ScheduleOut:
    plan: PassPlan | None = work.last("passes")
    names = names_of(work.last("areas"), work.inputs.brief)
    last = schedule.sittings[-1].ends
    return ScheduleOut(
        status=schedule.status,
        begins=schedule.begins,
        zone=schedule.zone,
        makespan_min=schedule.makespan_min,
        bound_min=schedule.bound_min,
        hands_on_min=schedule.hands_on_min,
        tasks=[
            replace(one, title=in_words(one.title, names), waits_for=in_words(one.waits_for, names))
            for one in schedule.tasks
        ],
        piles=[replace(one, name=in_words(one.name, names)) for one in schedule.piles],
        wet=list(schedule.wet),
        sittings=[
            SittingOut(id=one.id, begins=one.begins, ends=one.ends, stretches=list(one.stretches))
            for one in schedule.sittings
        ],
        look_back_min=list(schedule.look_back_min),
        finish=schedule.finish,
        afterwards=list(schedule.afterwards),
        fits=schedule.fits,
        in_the_way=list(schedule.in_the_way),
        advice=advice_out(advice_in_words(schedule.advice, names)),
        basis=schedule.basis,
        colours={} if plan is None else {mix.id: lab_to_hex(np.array(mix.match.lab_dry)) for mix in plan.mixes},
        roles={} if plan is None else {one.number: one.title for one in plan.passes},
        busy=[
            BusyOut(begins=one.begins, ends=one.ends, title=one.title)  # type: ignore[arg-type]  # ISO times are read
            for one in busy
            if one.begins < last.isoformat()
        ][:400],
    )


def up_to_date_schedule(work: Work) -> Schedule | None:
    """The schedule as long as it is made from what the painter says today."""
    shown = _shown(work) if work.state("first schedule") == "current" else None
    return None if shown is None else shown.schedule


def current(owner: Any, painting_id: int) -> tuple[Painting, Work, Schedule]:
    """The schedule of a painting that is up to date; `Conflict` where there is none."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    schedule = up_to_date_schedule(work)
    if schedule is None:
        raise Conflict("There is no schedule that is up to date.", "Plan the painting and say when you paint.")
    return painting, work, schedule


def calendar_file(owner: Any, painting_id: int) -> bytes:
    """The sittings as iCalendar, to be taken into any calendar and updated there."""
    painting, work, schedule = current(owner, painting_id)
    names = names_of(work.last("areas"), work.inputs.brief)
    told = replace(schedule, tasks=tuple(replace(one, title=in_words(one.title, names)) for one in schedule.tasks))
    return sittings_ics(told, painting.title, f"painting-{painting.pk}", timezone.now(), painting.revision)


def open_time_of(owner: Any, painting_id: int, unit_id: str) -> OpenTimeOut:
    """How long what a unit lays can be blended, and what buys more time."""
    work = desk.opened(painting_of(owner, painting_id))
    plan: PassPlan | None = work.last("passes")
    for one in plan.passes if plan is not None else ():
        for unit in one.units:
            if unit.id == unit_id:
                thinnest = min((step for step in one.steps if step.id in unit.steps), key=lambda step: step.film_um)
                factor = work.inputs.factors.drying_of(thinnest.medium)
                climate = work.inputs.brief.sittings.climate
                found = open_time(film_of(thinnest), unit.minutes, unit.volume_ml, climate, factor)
                return OpenTimeOut(open_min=found.open_min, takes_min=found.takes_min, ways=list(found.ways))
    raise NotFound("unit")


def packing(owner: Any, painting_id: int) -> PackingOut:
    """What goes into the bag for this plan; `Conflict` where there is no plan."""
    work = desk.opened(painting_of(owner, painting_id))
    plan: PassPlan | None = work.last("passes")
    if plan is None:
        raise Conflict("There is no plan to pack for.", "Plan the painting first.")
    brief = work.inputs.brief
    found = packing_of(
        plan, work.inputs.stock.tubes, brief.support, plan.pace.hours, brief.sittings.climate.temperature_c
    )
    return PackingOut(items=list(found.items), weight_g=found.weight_g, cautions=advice_out(found.cautions))


def named_places(owner: Any) -> list[PlaceData]:
    """Places of the painter's paintings that have a name, each once, the newest first."""
    found: dict[str, PlaceData] = {}
    for painting in Painting.objects.of(owner).filter(removed=None).order_by("-id")[:_MOST_PAINTINGS]:
        place = brief_of(painting).sittings.place
        if place is not None and place.name:
            found.setdefault(place.name, PlaceData(**codec.written(place)))
    return list(found.values())


def read_climate(owner: Any) -> ClimateOut:
    """The simulated sensor's reading now."""
    now = timezone.now()
    minutes = now.hour * 60 + now.minute + now.second / 60
    temperature, humidity = SimulatedClimate(seed=int(owner.pk)).read(minutes)
    return ClimateOut(temperature_c=temperature, humidity_pct=humidity, simulated=True)
