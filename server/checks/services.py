"""Photos of the painting kept, measured in the background against the planned stage, and what follows from them."""

import json
from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime
from typing import Any

import numpy as np
from django.db import transaction
from django.utils import timezone

from server.records import pictures, runs, tasks
from server.records.history import painting_of
from server.records.models import Painting, Run
from server.site.owned import one_of
from server.site.problems import Conflict
from server.sittings.easel.services import course_now
from server.subject.schemas import AdviceOut
from server.subject.shown import subject_pictures
from server.work import desk
from ypsochrom.areas.facts import AS_FOUND
from ypsochrom.areas.names import in_words
from ypsochrom.checks import report as checking
from ypsochrom.checks.adapting import moved_target
from ypsochrom.checks.mend import is_place_off, viewing_mm
from ypsochrom.checks.overworking import Earlier
from ypsochrom.checks.report import Asked, Report
from ypsochrom.checks.stand_in import painted_with, usual_errors
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.formats.pictures import png
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadPicture, Cancelled, YpsochromError
from ypsochrom.kit.progress import Progress
from ypsochrom.materials.camera import EaselCamera
from ypsochrom.passes.plan.pass_plan import PassPlan
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.planned import names_of
from ypsochrom.work.to_check import DRAWING, stage_to_check

from .models import CheckRow
from .schemas import (
    AreaFindingOut,
    AreaName,
    AskedIn,
    CheckOut,
    ChecksOut,
    CheckSummary,
    DistanceOut,
    EdgeOut,
    LandmarkOut,
    LeanOut,
    MendOut,
    OfferOut,
    PileName,
    ReportOut,
    StageOut,
    Told,
    TurnedValuesOut,
)

KIND = "check"
MOST_CHECKS = 200
_EARLIER = 4


def add(
    owner: Any, painting_id: int, number: int, content: bytes, *, taken: datetime | None = None, wet: bool = True
) -> CheckRow:
    """Keep a photo and measure it in the background; `BadPicture` where it is no picture, and nothing is kept then.

    `taken` is when (None: now); with `wet` the areas whose last coat is wet by the easel's clocks count as that.
    """
    painting = painting_of(owner, painting_id)
    if CheckRow.objects.filter(painting=painting).count() >= MOST_CHECKS:
        raise Conflict(f"This painting has {MOST_CHECKS} checks already.", "Remove some that tell you nothing more.")
    asked = AskedIn(number=number, wet=_wet(painting) if wet else [])
    row = CheckRow.objects.create(
        owner=painting.owner,
        painting=painting,
        number=number,
        taken=taken or timezone.now(),
        photo=_kept(owner, content),
        asked=asked.model_dump(mode="json"),
    )
    _begin(painting)
    return row


def add_second(owner: Any, painting_id: int, check_id: int, content: bytes) -> CheckRow:
    """Keep a second photo from another side beside a check's first, and measure both."""
    row = _row(owner, painting_id, check_id)
    row.second = _kept(owner, content)
    return _again(row)


def ask(owner: Any, painting_id: int, check_id: int, given: AskedIn) -> CheckRow:
    """Keep what the painter says of a photo, and measure it anew."""
    row = _row(owner, painting_id, check_id)
    row.number, row.asked = given.number, given.model_dump(mode="json")
    return _again(row)


def remove(owner: Any, painting_id: int, check_id: int) -> None:
    """Remove a check with its photo."""
    _row(owner, painting_id, check_id).delete()


def simulated(
    owner: Any, painting_id: int, number: int, seed: int, *, taken: datetime | None = None, wet: bool = True
) -> CheckRow:
    """Take a photo with the simulated camera: of the stage as a hand paints it on a usual day."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    if work.state("passes") != "current":
        raise Conflict("There is no plan that is up to date to paint by.", "Plan the painting first.")
    stage = checking.at_size(stage_to_check(work, number), checking.FINE_PX)
    errors = replace(usual_errors(stage, seed), undone=_undone(painting, number))
    photo = EaselCamera(seed).photograph(painted_with(stage, errors, wet=frozenset(_wet(painting) if wet else ())))
    return add(owner, painting_id, number, photo.jpeg, taken=taken, wet=wet)


def _kept(owner: Any, content: bytes) -> str:
    """A photo as it is kept: without what the camera wrote into it, at the size it is measured at."""
    picture = decode(content, longest_px=checking.PHOTO_PX).in_eight_bits().srgb8
    return pictures.store(owner, png.picture_jpeg(picture, quality=93), "jpg")


def _row(owner: Any, painting_id: int, check_id: int) -> CheckRow:
    return one_of(CheckRow, owner, "check", pk=check_id, painting=painting_of(owner, painting_id))


def _again(row: CheckRow) -> CheckRow:
    row.wanted, row.message, row.hint = True, "", ""
    row.save()
    _begin(row.painting)
    return row


def _begin(painting: Painting) -> None:
    """Measure in the background what has yet to be; a run that is under way does it as well."""
    if not runs.is_under_way(painting, KIND):
        tasks.enqueue(runs.begin(painting.owner, painting.pk, KIND))


def measure(run: Run, progress: Progress) -> dict[str, Any]:
    """Measure every photo of a painting that has yet to be, the oldest first; what cannot be measured says why."""
    waiting = CheckRow.objects.filter(painting=run.painting, wanted=True).order_by("taken", "id")
    count = 0
    while (row := waiting.first()) is not None:
        count += 1
        _measure(row, progress)
    return {"measured": count}


def _measure(row: CheckRow, progress: Progress) -> None:
    asked = row.asked
    work = desk.opened(row.painting)
    try:
        if work.state("passes") != "current":
            raise BadPicture(
                "There is no plan that is up to date to hold the photo against.",
                "Plan the painting, then measure the photo again; it is kept.",
            )
        stage = stage_to_check(work, row.number)
        photos = [
            decode(pictures.read(name), longest_px=checking.PHOTO_PX).srgb8 for name in (row.photo, row.second) if name
        ]
        found = checking.check(photos, stage, _asked(row), earlier=_earlier(row), progress=progress)
    except Cancelled:
        raise
    except YpsochromError as error:
        _keep(
            row,
            asked,
            {"message": error.message, "hint": error.hint, "report": None, "told": {}, "flat": "", "planned": ""},
        )
        return
    _keep(
        row,
        asked,
        {
            "report": codec.written(found.report),
            "told": _told(found.report).model_dump(),
            "flat": pictures.store(row.owner, png.picture_jpeg(found.picture), "jpg"),
            "planned": pictures.store(row.owner, png.picture_jpeg(found.planned), "jpg"),
            "plan": work.key("passes").digest,
            "message": "",
            "hint": "",
        },
    )


@transaction.atomic
def _keep(row: CheckRow, asked: dict[str, Any], found: dict[str, Any]) -> None:
    """Keep what was measured, unless the painter has said something else of the photo meanwhile: then it stays wanted."""
    now = CheckRow.objects.filter(pk=row.pk).first()
    if now is not None and now.asked == asked and now.second == row.second:
        CheckRow.objects.filter(pk=row.pk).update(**found, wanted=False)


def _asked(row: CheckRow) -> Asked:
    given = AskedIn(**row.asked)
    before = _report(row)
    moved = {}
    for one in given.moved:
        if before is not None and one.landmark < len(before.landmarks):
            moved[before.landmarks[one.landmark].name] = (one.at_mm[0], one.at_mm[1])
    return Asked(
        corners=None if given.corners is None else tuple((x, y) for x, y in given.corners),
        grey=None if given.grey is None else (given.grey[0], given.grey[1]),
        piles=tuple((one.pile, (one.at[0], one.at[1])) for one in given.piles),
        wet=frozenset(given.wet),
        moved=moved,
    )


def _report(row: CheckRow, names: Mapping[str, str] | None = None) -> Report | None:
    """What was measured, as far as today's code can read it; with `names` under those, else under marks."""
    if row.report is None:
        return None
    told = row.report if names is None else codec.replace_text(row.report, lambda text: in_words(text, names))
    try:
        return codec.read(told, Report)
    except codec.OldDocument:
        return None


def _earlier(row: CheckRow) -> list[Earlier]:
    before = CheckRow.objects.filter(painting=row.painting, wanted=False, report__isnull=False, taken__lt=row.taken)
    reports = [_report(one) for one in before.order_by("-taken", "-id")[:_EARLIER]]
    return [checking.to_be_mended(one.verdict, one.areas) for one in reversed(reports) if one is not None]


def _wet(painting: Painting) -> list[str]:
    """Areas (ids) whose last coat cannot be painted over yet, by the clocks of the easel."""
    now = timezone.now()
    at_easel = course_now(painting, now)
    if at_easel is None:
        return []
    return sorted({area for clock in at_easel[1].wet(now) for area in clock.areas})


def _undone(painting: Painting, number: int) -> list[str]:
    """Areas (ids) that a pass was to paint and has not yet, by the acts at the easel; none where nothing was done there."""
    at_easel = course_now(painting, timezone.now())
    if at_easel is None:
        return []
    made, course = at_easel
    of_pass = [task for task in made.tasks if task.pass_number == number and task.kind == "unit"]
    done = {task.id for task in of_pass if task.id in course.tasks and course.tasks[task.id].state == "done"}
    if not done:
        return []
    painted = {area for task in of_pass if task.id in done for area in task.areas}
    return sorted({area for task in of_pass for area in task.areas} - painted)


def _suggested(painting: Painting, numbers: list[int]) -> int:
    """The stage that a photo taken now most likely shows: the pass of the unit that was done last."""
    at_easel = course_now(painting, timezone.now())
    done = 0
    if at_easel is not None:
        made, course = at_easel
        done = max(
            (t.pass_number for t in made.tasks if t.id in course.tasks and course.tasks[t.id].state == "done"),
            default=0,
        )
    return done if done in numbers else DRAWING


def take_offer(owner: Any, painting_id: int, check_id: int, place: int) -> Painting:
    """Let what is still to come follow what came out otherwise: the neighbour's target moves, as a change that can be undone."""
    report = _report(_row(owner, painting_id, check_id))
    if report is None or place >= len(report.offers):
        raise Conflict("This offer is not there any more.", "Open the check again.")
    offer = report.offers[place]
    way = "lighter" if offer.shift > 0 else "darker"

    def alter(work: Work) -> Brief:
        areas = {area.id: area for area in work.now("areas").map.areas}
        if offer.neighbour not in areas:
            raise Conflict("The area that would follow is not there any more.", "Check the painting again.")
        brief = work.inputs.brief
        before = brief.decisions.get(offer.neighbour, AS_FOUND)
        target = moved_target(before.target_lab or areas[offer.neighbour].lab, offer.shift)
        return replace(brief, decisions={**brief.decisions, offer.neighbour: replace(before, target_lab=target)})

    painting, _ = desk.changed(
        owner, painting_id, f"Painted an area {abs(offer.shift):.1f} {way} to keep its distance", alter
    )
    return painting


def measured_lines(owner: Any, painting_id: int) -> bytes:
    """Every area that was measured, as JSON lines in the order of the photos: the logbook reads them."""
    painting = painting_of(owner, painting_id)
    lines = []
    for row in CheckRow.objects.filter(painting=painting, report__isnull=False):
        report = _report(row)
        for one in () if report is None else report.areas:
            fact = {
                "at": row.taken.isoformat(),
                "pass": row.number,
                "by": report.trust.by if report is not None else "",
                **codec.written(one),
            }
            lines.append(json.dumps(fact) + "\n")
    return "".join(lines).encode()


def listed(owner: Any, painting_id: int) -> ChecksOut:
    """All checks of a painting, and what a new one would be held against."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    plan: PassPlan | None = work.last("passes")
    titles = _titles(plan)
    areas = work.last("areas")
    names = names_of(areas, work.inputs.brief)
    support, focal = work.inputs.brief.support, work.inputs.brief.focal
    run = runs.latest(painting, KIND)
    rows = CheckRow.objects.filter(painting=painting).defer("report", "asked").order_by("-taken", "-id")
    return ChecksOut(
        checks=[_summary(row, titles) for row in rows],
        stages=[StageOut(number=number, title=title) for number, title in titles.items()],
        suggested=_suggested(painting, list(titles)),
        wet=_wet(painting),
        areas=[
            AreaName(id=area.id, name=names[area.id], centre=list(area.centre))
            for area in ([] if areas is None else areas.map.areas)
        ],
        piles=[
            PileName(id=mix.id, name=mix.name, colour=lab_to_hex(np.array(mix.match.lab_wet)))
            for mix in (() if plan is None else plan.mixes)
        ],
        width_mm=support.width_mm,
        height_mm=support.height_mm,
        focal=None if focal is None else [focal.x, focal.y, focal.radius],
        viewing_mm=viewing_mm(support),
        run=None if run is None else runs.out(run),
    )


def _titles(plan: PassPlan | None) -> dict[int, str]:
    found = {DRAWING: "the drawing"}
    for one in () if plan is None else plan.passes:
        found[one.number] = f"pass {one.number}, {one.role}"
    return found


def _told(report: Report) -> Told:
    """What the strip says of a check."""
    mended = [one for one in report.verdict.mend if one.seen]
    worst = max((abs(one.value_error) for one in report.areas), default=None)
    return Told(things=len(mended), worst=worst, done=report.verdict.done)


def _summary(row: CheckRow, titles: Mapping[int, str]) -> CheckSummary:
    return CheckSummary(
        **row.told,
        id=row.pk,
        number=row.number,
        stage=titles.get(row.number, f"pass {row.number}"),
        taken=row.taken,
        state="waiting" if row.wanted else "measured" if row.flat else "failed",
        picture_url=pictures.url(row.flat or row.photo),
    )


def out(owner: Any, painting_id: int, check_id: int) -> CheckOut:
    """A check in full, under the painter's names."""
    row = _row(owner, painting_id, check_id)
    work = desk.opened(row.painting)
    names = names_of(work.last("areas"), work.inputs.brief)
    report = _report(row, names)
    message, hint = row.message, row.hint
    if report is None and not row.wanted and not message:
        message, hint = "This check was measured by an earlier version.", "Measure it again; the photo is kept."
    width, height = _size(row.photo)
    return CheckOut(
        **_summary(row, _titles(work.last("passes"))).model_dump(),
        photo_url=pictures.url(row.photo),
        second_url=pictures.url(row.second) if row.second else "",
        photo_width=width,
        photo_height=height,
        flat_url=pictures.url(row.flat) if row.flat else "",
        planned_url=pictures.url(row.planned) if row.planned else "",
        reference_url=pictures.url(subject_pictures(work).picture),
        asked=AskedIn(**row.asked),
        message=in_words(message, names),
        hint=in_words(hint, names),
        plan_changed=row.plan != "" and row.plan != work.key("passes").digest,
        report=None if report is None else _report_out(report, names, work),
    )


def _size(name: str) -> tuple[int, int]:
    return png.jpeg_size(pictures.read(name))


def _report_out(report: Report, names: Mapping[str, str], work: Work) -> ReportOut:
    support = work.inputs.brief.support
    verdict = report.verdict
    return ReportOut(
        trust=report.trust,
        corners=[list(corner) for corner in report.panel.corners],
        corners_by_hand=report.panel.by_hand,
        rim=report.panel.rim,
        pose=report.pose,
        areas=[
            AreaFindingOut(
                **{
                    name: getattr(one, name)
                    for name in AreaFindingOut.model_fields
                    if name not in ("name", "painted", "planned")
                },
                name=names.get(one.area, one.area),
                painted=lab_to_hex(np.array(one.lab)),
                planned=lab_to_hex(np.array(one.planned)),
            )
            for one in report.areas
        ],
        turned=[
            TurnedValuesOut(
                darker=names.get(one.darker, one.darker),
                lighter=names.get(one.lighter, one.lighter),
                planned=one.planned,
                painted=one.painted,
            )
            for one in report.turned
        ],
        edges=[
            EdgeOut(**{**vars(one), "one": names.get(one.one, one.one), "other": names.get(one.other, one.other)})
            for one in report.edges
        ],
        landmarks=[
            LandmarkOut(
                name=one.name,
                kind=one.kind,
                at_mm=list(one.at_mm),
                painted_mm=list(one.painted_mm),
                dx_mm=one.dx_mm,
                dy_mm=one.dy_mm,
                off_mm=one.off_mm,
                sigma_mm=one.sigma_mm,
                is_off=is_place_off(one, support),
            )
            for one in report.landmarks
        ],
        leaning=[LeanOut(upper=one.upper, lower=one.lower, lean_deg=one.lean_deg) for one in report.leaning],
        distances=[DistanceOut(**vars(one)) for one in report.distances],
        mend=[
            MendOut(
                kind=one.kind,
                action=one.action,
                why=one.why,
                at=list(one.at),
                areas=list(one.areas),
                cure=one.cure,
                seen=one.seen,
            )
            for one in verdict.mend
        ],
        offers=[
            OfferOut(words=one.words, area=one.area, neighbour=one.neighbour, shift=one.shift) for one in report.offers
        ],
        accents=[one.words for one in report.accents],
        done=verdict.done,
        words=verdict.words,
        advice=[AdviceOut(**vars(one)) for one in report.advice],
    )
