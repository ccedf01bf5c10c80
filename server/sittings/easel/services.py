"""At the easel: a list of work is taken there, acts of every device are kept once each, and how far it is follows from them."""

import json
import math
from collections.abc import Iterable, Sequence
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from server.materials.calibrations import SIMULATED_BENCH_SEED, simulated_bench
from server.materials.services import list_tubes
from server.records import pictures
from server.records.history import painting_of
from server.records.models import Painting
from server.site.owned import one_of
from server.site.problems import Conflict, NotFound
from server.sittings.models import ActRow, TakenList
from server.sittings.schemas import ClimateData
from server.sittings.services import shown_schedule
from server.subject.shown import subject_pictures
from server.work import desk
from ypsochrom.areas.families import FAMILIES
from ypsochrom.formats.pictures import png
from ypsochrom.kit import codec
from ypsochrom.kit.recent import Recent
from ypsochrom.materials.instruments import SimulatedScale
from ypsochrom.sittings.easel.acts import Act, in_order
from ypsochrom.sittings.easel.course import RULES, Course, course_of, taken_over
from ypsochrom.sittings.easel.worklist import WorkList
from ypsochrom.sky.air import Climate
from ypsochrom.sky.sun import Holds, holds_until, light_through
from ypsochrom.work.graph import Work
from ypsochrom.work.pass_nodes import StagePictures
from ypsochrom.work.to_the_easel import parts_picture, worklist_of
from ypsochrom.work.value_node import ValueSummary

from .schemas import (
    ActsIn,
    AtWorkOut,
    CourseOut,
    DryingOut,
    EaselOut,
    EaselStepOut,
    LivingPileOut,
    LowTubeOut,
    NoteOut,
    PlanState,
    TakenListOut,
    WeighedOut,
    WhatNowOut,
)

_PUT_RIGHT_FROM = timedelta(seconds=60)
"""A device's clock that is off by less is left alone: it only moves times by what nobody sees."""

_LIGHT_FOR = timedelta(hours=8)
_MOST_AT_WORK = 12

_lists: Recent[tuple[int, datetime], WorkList] = Recent(12)
_lights: Recent[str, Holds] = Recent(12)


def worklist(taken: TakenList) -> WorkList:
    """A work list that was taken to the easel; it never changes, so that it is read once."""
    key = (taken.pk, taken.taken)  # a database put back from a copy gives a number away twice
    return _lists.get(key) or _lists.keep(key, codec.read(json.loads(taken.body), WorkList))


def _newest(painting: Painting) -> TakenList | None:
    return TakenList.objects.filter(painting=painting).order_by("-id").first()


def course_now(painting: Painting, now: datetime) -> tuple[WorkList, Course] | None:
    """The work list in hand of a painting, and how far it is; None where none was taken to the easel."""
    taken = _newest(painting)
    if taken is None:
        return None
    made = worklist(taken)
    return made, course_of(acts_of(painting), made, _climate(taken), now)


def taken_to_the_easel(painting: Painting) -> tuple[WorkList, tuple[Act, ...], Climate] | None:
    """The work list in hand, every act, and the air before the first act on it; None where none was taken to the easel."""
    taken = _newest(painting)
    return None if taken is None else (worklist(taken), acts_of(painting), _climate(taken))


def acts_of(painting: Painting) -> tuple[Act, ...]:
    """Every act at the easel of a painting, in their order."""
    return in_order(_act(row.key, row.at, row.body) for row in ActRow.objects.filter(painting=painting))


def _act(key: str, at: datetime, body: dict[str, Any]) -> Act:
    return codec.read({**body, "id": key, "at": at.isoformat()}, Act)


def _owners(owner: Any, painting_id: int) -> Painting:
    """The painting, also from the bin: what is done at the easel is kept wherever the painting lies."""
    return one_of(Painting, owner, "painting", pk=painting_id)


def open_sitting(owner: Any, painting_id: int, sitting: str, device: str) -> EaselOut:
    """Open a sitting with the plan as it is now; `Conflict` where there is none that is up to date, nor an earlier list."""
    painting = painting_of(owner, painting_id)
    now = timezone.now()
    if not ActRow.objects.filter(painting=painting, body__sitting=sitting, body__kind="open").exists():
        _take(painting)
        _keep(painting, [Act(f"{sitting}/open", now, "open", sitting, device)])
    return out(owner, painting_id)


def take_plan(owner: Any, painting_id: int) -> EaselOut:
    """Take the desk's plan in the place of the list in hand; what was painted stays as it was."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    if work.state("passes") != "current":
        raise Conflict("The plan at the desk is not up to date.", "Bring it up to date there, then take it.")
    _take(painting, work)
    return out(owner, painting_id)


def _take(painting: Painting, work: Work | None = None) -> None:
    """Make the list in hand that of the present plan, unless it is already; an out-of-date plan leaves the list as it is."""
    work = desk.opened(painting) if work is None else work
    before = _newest(painting)
    if work.state("passes") != "current":
        if before is None:
            raise Conflict(
                "There is no plan to paint by that is up to date.",
                "Plan the painting at the desk first, then open a sitting.",
            )
        return
    if before is not None and before.plan == _digest(work):
        return
    made = worklist_of(work)
    climate = work.inputs.brief.sittings.climate
    if before is not None:
        old = worklist(before)
        made = taken_over(made, old, course_of(acts_of(painting), old, _climate(before), timezone.now()))
    shown = _pictures(work)
    TakenList.objects.create(
        owner=painting.owner,
        painting=painting,
        plan=_digest(work),
        body=json.dumps(codec.written(made)),
        climate=codec.written(climate),
        shown=shown,
        pictures=pictures.mentioned(shown),
    )


def _digest(work: Work) -> str:
    """What says that the list in hand is that of today's plan: passes, names and notes, order."""
    brief = work.inputs.brief
    said = [brief.decisions, brief.things, brief.passes.notes, brief.sittings.diary, brief.sittings.wishes]
    return codec.fingerprint([work.key("passes").digest, said])


def _climate(taken: TakenList) -> Climate:
    return codec.read(taken.climate, Climate)


def _pictures(work: Work) -> dict[str, Any]:
    """The pictures that go to the easel, by name; they are stored under their content, so that a device may keep them."""
    subject = subject_pictures(work)
    values = desk.facts_of(work, "values", ValueSummary)
    parts = work.files.store(png.picture_png(parts_picture(work.now("areas").map)), "png")
    support = work.inputs.brief.support
    schedule = shown_schedule(work)
    return {
        "reference": subject.picture,
        "width_px": subject.width,
        "height_px": subject.height,
        "width_mm": support.width_mm,
        "height_mm": support.height_mm,
        "parts": parts,
        "steps": values.picture,
        "greys": [[grey, step.value] for grey, step in zip(values.greys, values.steps, strict=True)],
        "stages": _stages(work),
        "observed": work.inputs.brief.observation is not None,
        "zone": "UTC" if schedule is None else schedule.zone,
    }


def _stages(work: Work) -> dict[str, str]:
    found: StagePictures | None = work.last("stages") if work.state("stages") == "current" else None
    plan = work.last("passes")
    if found is None or plan is None:
        return {}
    return {str(one.number): name for one, name in zip(plan.passes, found.dry, strict=True)}


def keep_acts(owner: Any, painting_id: int, given: ActsIn) -> EaselOut:
    """Keep acts of a device, each once however often it is sent, in the order of their times.

    A device whose clock is wrong has its times put right by what it says is now; none lies in the future.
    """
    painting = _owners(owner, painting_id)
    now = timezone.now()
    off = now - given.sent_at
    wrong = abs(off) > _PUT_RIGHT_FROM
    acts = []
    for one in given.acts:
        at = min(now, one.at + off if wrong else one.at)
        body = one.model_dump(mode="json", exclude={"id", "at"})
        acts.append(_act(one.id, at, {**body, "device": given.device}))
    _keep(painting, acts)
    told = []
    if wrong and acts:
        ahead = "behind" if off > timedelta() else "ahead"
        told.append(f"The clock of this device runs {_length(off)} {ahead}; the times of what you did were put right.")
    return out(owner, painting_id, told)


def _length(off: timedelta) -> str:
    minutes = round(abs(off).total_seconds() / 60)
    return (
        f"{minutes} min"
        if minutes < 90
        else f"{round(minutes / 60)} h"
        if minutes < 60 * 36
        else f"{round(minutes / 1440)} days"
    )


@transaction.atomic
def _keep(painting: Painting, acts: Iterable[Act]) -> None:
    ActRow.objects.bulk_create(
        [
            ActRow(
                owner=painting.owner,
                painting=painting,
                key=act.id,
                at=act.at,
                photo=act.photo,
                body={name: value for name, value in codec.written(act).items() if name not in ("id", "at")},
            )
            for act in acts
        ],
        ignore_conflicts=True,
    )


def keep_photo(owner: Any, painting_id: int, content: bytes) -> str:
    """Keep a photo taken at the easel, without what the camera wrote into it; its name."""
    _owners(owner, painting_id)
    return pictures.store_upload(owner, content)


def list_out(owner: Any, painting_id: int, taken_id: int) -> TakenListOut:
    """A work list as it was taken to the easel."""
    painting = _owners(owner, painting_id)
    taken = one_of(TakenList, owner, "list", pk=taken_id, painting=painting)
    made, shown = worklist(taken), taken.shown
    return TakenListOut(
        id=taken.pk,
        title=painting.title,
        width_mm=shown["width_mm"],
        height_mm=shown["height_mm"],
        width_px=shown["width_px"],
        height_px=shown["height_px"],
        tasks=list(made.tasks),
        piles=list(made.piles),
        areas=list(made.areas),
        cautions=list(made.cautions),
        grams_per_ml=made.grams_per_ml,
        rules=RULES,
        reference_url=pictures.url(shown["reference"]),
        parts_url=pictures.url(shown["parts"]),
        steps_url=pictures.url(shown["steps"]),
        steps=[EaselStepOut(grey=grey, value=value) for grey, value in shown["greys"]],
        families=list(FAMILIES),
        observed=shown["observed"],
        zone=shown["zone"],
    )


def out(owner: Any, painting_id: int, told: Sequence[str] = ()) -> EaselOut:
    """How it stands at the easel now."""
    painting = _owners(owner, painting_id)
    now = timezone.now()
    taken = _newest(painting)
    course = None if taken is None else course_of(acts_of(painting), worklist(taken), _climate(taken), now)
    in_bin = painting.removed is not None
    work = None if in_bin else desk.opened(painting)
    plan = _plan_state(work, taken)
    return EaselOut(
        now=now,
        painting=painting.pk,
        title=painting.title,
        taken=None if taken is None else taken.pk,
        course=None if course is None else _course_out(course),
        plan=plan,
        stages=_stage_urls(work, taken, plan),
        next_sitting=None if work is None else _next_sitting(work, now),
        light=None if work is None else _light(work, course),
        in_bin=in_bin,
        told=list(told),
    )


def _course_out(course: Course) -> CourseOut:
    return CourseOut(
        tasks=course.tasks,
        current=course.current,
        clocks=list(course.clocks),
        piles=course.piles,
        minutes=course.minutes,
        sittings=list(course.sittings),
        climate=ClimateData(**codec.written(course.climate)),
        notes=[
            NoteOut(at=one.at, task=one.task, text=one.text, photo_url=pictures.url(one.photo) if one.photo else "")
            for one in course.notes
        ],
    )


def _plan_state(work: Work | None, taken: TakenList | None) -> PlanState:
    if work is None or work.state("passes") != "current":
        return "missing"
    return "same" if taken is not None and taken.plan == _digest(work) else "changed"


def _stage_urls(work: Work | None, taken: TakenList | None, plan: PlanState) -> dict[int, str]:
    """Pictures of the stages: as they went along with the list, or painted since for the same plan."""
    if taken is None:
        return {}
    names = taken.shown["stages"]
    if not names and work is not None and plan == "same":
        names = _stages(work)
    return {int(number): pictures.url(name) for number, name in names.items()}


def _next_sitting(work: Work, now: datetime) -> datetime | None:
    schedule = shown_schedule(work)
    return None if schedule is None else next((one.begins for one in schedule.sittings if one.begins > now), None)


def _light(work: Work, course: Course | None) -> Holds | None:
    """On site: until when the light holds as it was when the sitting was opened; worked out once for a sitting."""
    said, sitting = work.inputs.brief.sittings, None if course is None else course.sitting
    if said.place is None or sitting is None:
        return None
    key = codec.fingerprint([said.place, said.cloud, sitting.opened])
    return _lights.get(key) or _lights.keep(
        key, holds_until(light_through(said.place, sitting.opened, sitting.opened + _LIGHT_FOR), said.place, said.cloud)
    )


def weigh(owner: Any, painting_id: int, pile: str, source: str) -> WeighedOut:
    """A dose on the simulated scale, as a hand laid it; `NotFound` where the list in hand has no such dose of a tube."""
    taken = _newest(_owners(owner, painting_id))
    listed = None if taken is None else worklist(taken).pile_of.get(pile)
    dose = None if listed is None else next((one for one in listed.doses if one.source == source), None)
    if dose is None or dose.mass_g is None:
        raise NotFound("dose")
    laid_ml = simulated_bench().dose(dose.volume_ml, f"{painting_id} {pile} {source}")
    density = dose.mass_g / dose.volume_ml
    shown = SimulatedScale(SIMULATED_BENCH_SEED).weigh(laid_ml * density)
    return WeighedOut(mass_g=shown, volume_ml=shown / density)


def log_lines(owner: Any, painting_id: int) -> bytes:
    """Every act at the easel as JSON lines, in their order."""
    painting = _owners(owner, painting_id)
    return "".join(f"{json.dumps(codec.written(act))}\n" for act in acts_of(painting)).encode()


def what_now(owner: Any) -> WhatNowOut:
    """What the studio begins with: paintings at the easel or about to be, the one that runs first, and tubes that run low."""
    now = timezone.now()
    begun_or_planned = Q(taken_lists__isnull=False) | ~Q(brief__body__sittings__diary=None)
    found = Painting.objects.of(owner).filter(begun_or_planned, removed=None).distinct().order_by("-changed")
    at_work = [one for painting in found[:_MOST_AT_WORK] if (one := _at_work(painting, now)) is not None]
    at_work.sort(key=_urgency)
    low = [LowTubeOut(name=tube.name, left_ml=tube.left_ml) for tube in list_tubes(owner) if tube.low]
    return WhatNowOut(now=now, paintings=at_work, low=low)


def _urgency(one: AtWorkOut) -> tuple[int, float]:
    """The sitting that runs, then what has wet paint or piles, then what is painted next."""
    kind = 0 if one.sitting is not None else 1 if one.drying or one.piles else 2
    return kind, math.inf if one.next_sitting is None else one.next_sitting.timestamp()


def _at_work(painting: Painting, now: datetime) -> AtWorkOut | None:
    """How it stands with a painting that is at work; None for one that is finished or not planned into sittings."""
    work = desk.opened(painting)
    next_sitting = _next_sitting(work, now)
    told = AtWorkOut(
        painting=painting.pk,
        title=painting.title,
        thumbnail_url=pictures.url(subject_pictures(work).thumbnail),
        sitting=None,
        last=None,
        doing="",
        drying=[],
        piles=[],
        next_sitting=next_sitting,
        done=0,
        count=0,
        worked_min=0.0,
    )
    at_easel = course_now(painting, now)
    if at_easel is None:
        return None if next_sitting is None else told
    made, course = at_easel
    known, piles = made.task_of, made.pile_of
    if course.is_over(made) and not course.clocks:
        return None
    return told.model_copy(
        update={
            "sitting": course.sitting,
            "last": course.sittings[-1] if course.sittings else None,
            "doing": "" if course.current is None or course.current not in known else known[course.current].title,
            "drying": [
                DryingOut(title=known[one.task].title, open_until=one.open_until, overcoat_at=one.overcoat_at)
                for one in course.wet(now)
            ],
            "piles": [
                LivingPileOut(name=piles[id_].name, colour=piles[id_].dry, left_ml=one.left_ml, skins_at=one.skins_at)
                for id_, one in course.living(now).items()
                if id_ in piles
            ],
            "done": sum(one.state == "done" for one in course.tasks.values()),
            "count": len(made.tasks),
            "worked_min": course.worked_min,
        }
    )
