"""Checks as the page shows them: the strip, what a new photo would be held against, a report under the painter's names."""

from collections.abc import Mapping
from typing import Any

import numpy as np

from server.records import pictures, runs
from server.records.history import painting_of
from server.subject.schemas import AdviceOut
from server.subject.shown import subject_pictures
from server.work import desk
from ypsochrom.areas.names import in_words
from ypsochrom.checks.mend import VALUE_SIGMAS, directed, is_place_off
from ypsochrom.checks.report import Report
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.formats.pictures import png
from ypsochrom.passes.plan.pass_plan import PassPlan
from ypsochrom.work.graph import Work
from ypsochrom.work.planned import names_of
from ypsochrom.work.to_check import DRAWING

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
    TurnedValuesOut,
)
from .services import KIND, report_of, row_of, suggested, wet_now


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
        suggested=suggested(painting, titles),
        wet=wet_now(painting),
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
        run=None if run is None else runs.out(run),
    )


def _titles(plan: PassPlan | None) -> dict[int, str]:
    found = {DRAWING: "the drawing"}
    for one in () if plan is None else plan.passes:
        found[one.number] = f"pass {one.number}, {one.title}"
    return found


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
    row = row_of(owner, painting_id, check_id)
    work = desk.opened(row.painting)
    names = names_of(work.last("areas"), work.inputs.brief)
    report = report_of(row, names)
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
                    if name not in ("name", "painted", "planned", "value_within")
                },
                name=names.get(one.area, one.area),
                value_within=VALUE_SIGMAS * one.value_uncertainty,
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
                off_words=directed(one.dx_mm, one.dy_mm),
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
