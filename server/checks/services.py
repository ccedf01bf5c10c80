"""Photos of the painting kept, measured in the background against the planned stage, and what follows from them."""

import json
from collections.abc import Collection, Mapping
from dataclasses import replace
from datetime import datetime
from typing import Any

from django.db import transaction
from django.utils import timezone

from server.records import pictures, runs, tasks
from server.records.history import painting_of
from server.records.models import Painting, Run
from server.site.owned import one_of
from server.site.problems import Conflict
from server.sittings.easel.services import course_now
from server.work import desk
from ypsochrom.areas.facts import AS_FOUND
from ypsochrom.areas.names import in_words
from ypsochrom.checks import report as checking
from ypsochrom.checks.adapting import moved_target
from ypsochrom.checks.overworking import Earlier
from ypsochrom.checks.report import Asked, Report
from ypsochrom.checks.stand_in import painted_with, usual_errors
from ypsochrom.formats.pictures import png
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadPicture, Cancelled, YpsochromError
from ypsochrom.kit.progress import Progress
from ypsochrom.logbook.checks import off_by
from ypsochrom.materials.camera import EaselCamera
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.to_check import DRAWING, stage_to_check

from .models import CheckRow
from .schemas import (
    AskedIn,
    OffOut,
    Told,
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
    asked = AskedIn(number=number, wet=wet_now(painting) if wet else [])
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
    row = row_of(owner, painting_id, check_id)
    row.second = _kept(owner, content)
    return _again(row)


def ask(owner: Any, painting_id: int, check_id: int, given: AskedIn) -> CheckRow:
    """Keep what the painter says of a photo, and measure it anew."""
    row = row_of(owner, painting_id, check_id)
    row.number, row.asked = given.number, given.model_dump(mode="json")
    return _again(row)


def remove(owner: Any, painting_id: int, check_id: int) -> None:
    """Put a check into the bin, with its photo and what was measured in it."""
    row = row_of(owner, painting_id, check_id)
    row.removed = timezone.now()
    row.save(update_fields=["removed"])


def simulated(
    owner: Any, painting_id: int, number: int, seed: int, *, taken: datetime | None = None, wet: bool = True
) -> CheckRow:
    """Take a photo with the simulated camera: of the stage as a hand paints it on a usual day."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    if work.state("passes") != "current":
        raise Conflict("There is no plan that is up to date to paint by.", "Plan the painting first.")
    stage = checking.at_size(stage_to_check(work, number), checking.FINE_PX)
    errors = replace(usual_errors(stage, seed), undone=_not_yet(painting, number))
    photo = EaselCamera(seed).photograph(painted_with(stage, errors, wet=frozenset(wet_now(painting) if wet else ())))
    return add(owner, painting_id, number, photo.jpeg, taken=taken, wet=wet)


def _kept(owner: Any, content: bytes) -> str:
    """A photo as it is kept: at the size it is measured at."""
    return pictures.store_upload(owner, content, longest_px=checking.PHOTO_PX, quality=93)


def row_of(owner: Any, painting_id: int, check_id: int) -> CheckRow:
    """A check of a painting of this owner; `NotFound` where there is none."""
    return one_of(CheckRow, owner, "check", pk=check_id, painting=painting_of(owner, painting_id))


def _again(row: CheckRow) -> CheckRow:
    row.wanted, row.message, row.hint = True, "", ""
    row.save()
    _begin(row.painting)
    return row


def _begin(painting: Painting) -> None:
    """Measure in the background what has yet to be; a run that is under way does it as well."""
    if runs.is_under_way(painting, KIND):
        return
    try:
        run = runs.begin(painting.owner, painting.pk, KIND)
    except Conflict:  # another request was quicker: its run does it as well
        return
    tasks.enqueue(run)


def measure_what_came_late(run: Run) -> None:
    """Photos that were kept while a run was ending: nobody has measured them, and nobody else will."""
    if run.state == Run.State.DONE and CheckRow.objects.filter(painting=run.of, wanted=True).exists():
        _begin(run.of)


def measure(run: Run, progress: Progress) -> dict[str, Any]:
    """Measure every photo of a painting that has yet to be, the oldest first; what cannot be measured says why."""
    waiting = CheckRow.objects.filter(painting=run.of, wanted=True).order_by("taken", "id")
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
    before = report_of(row)
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


def report_of(row: CheckRow, names: Mapping[str, str] | None = None) -> Report | None:
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
    reports = [report_of(one) for one in before.order_by("-taken", "-id")[:_EARLIER]]
    return [checking.to_be_mended(one.verdict, one.areas) for one in reversed(reports) if one is not None]


def wet_now(painting: Painting) -> list[str]:
    """Areas (ids) whose last coat cannot be painted over yet, by the clocks of the easel."""
    now = timezone.now()
    at_easel = course_now(painting, now)
    return [] if at_easel is None else list(at_easel[1].wet_areas(now))


def suggested(painting: Painting, numbers: Collection[int]) -> int:
    """The stage that a photo taken now most likely shows: the pass that was last worked at."""
    at_easel = course_now(painting, timezone.now())
    reached = DRAWING if at_easel is None else at_easel[1].reached(at_easel[0])
    return reached if reached in numbers else DRAWING


def _not_yet(painting: Painting, number: int) -> tuple[str, ...]:
    """Areas (ids) that a pass has still to paint, by the acts at the easel."""
    at_easel = course_now(painting, timezone.now())
    return () if at_easel is None else at_easel[1].not_yet(at_easel[0], number)


def take_offer(owner: Any, painting_id: int, check_id: int, place: int) -> Painting:
    """Let what is still to come follow what came out otherwise: the neighbour's target moves, as a change that can be undone."""
    report = report_of(row_of(owner, painting_id, check_id))
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
        report = report_of(row)
        if report is None:
            continue
        taken = {"at": row.taken.isoformat(), "pass": row.number, "by": report.trust.by}
        lines += [json.dumps({**taken, **codec.written(one)}) + "\n" for one in report.areas]
    return "".join(lines).encode()


def _told(report: Report) -> Told:
    """What the strip says of a check."""
    off = off_by(report.areas)
    return Told(
        things=len(report.verdict.seen),
        done=report.verdict.done,
        off=None if off is None else OffOut.model_validate(off, from_attributes=True),
    )
