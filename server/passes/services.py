"""The pass plan: computed in the background, step by step, each step kept with the fingerprint of its inputs."""

import json
import time
from collections.abc import Callable
from datetime import timedelta
from typing import Any, Literal

from django.db import transaction
from django.utils import timezone

from server.areas import services as areas
from server.areas.judgement import findings
from server.areas.schemas import FindingOut
from server.materials.services import masstone, shelf_facts, tubes_of
from server.mixes import services as mixes
from server.mixes.models import MixRow
from server.site import pictures
from server.site.fingerprints import fingerprint
from server.site.owned import one_of
from server.site.problems import Conflict, NotFound
from server.subject.models import Painting
from server.subject.schemas import AdviceOut
from server.subject.services import advice_of, painting_of, paintings_of, subject_of, support_of
from server.values import services as values
from server.values.models import ValueRow
from ypsochrom.formats import mixing_cards_pdf, plan_json, plan_pdf, png, recipes_csv, svg
from ypsochrom.formats.pdf_page import Paper
from ypsochrom.formats.plan_read import read_advice, read_passes
from ypsochrom.kit.errors import Cancelled, YpsochromError
from ypsochrom.kit.progress import Progress, part_of
from ypsochrom.paint.catalogue import paint
from ypsochrom.passes.plan import Plan, PlanSettings, find_passes
from ypsochrom.passes.stages import stage_pictures

from .models import PassRow, PlanRun
from .schemas import BenchOut, Freshness, PaintNeedOut, PassesOut, PassOut, PassStepOut, RunOut

REPORT_EVERY_S = 0.15
LOST_AFTER = timedelta(seconds=90)
"""A run that has not been heard of for so long has lost its workshop (the machine was stopped); it may be begun anew."""

FileName = Literal[
    "plan.pdf", "mixing-cards.pdf", "plan.json", "recipes.csv", "areas.svg", "areas.png", "value-map.png",
]  # fmt: skip
FILE_TYPES: dict[str, str] = {
    "plan.pdf": "application/pdf",
    "mixing-cards.pdf": "application/pdf",
    "plan.json": "application/json",
    "recipes.csv": "text/csv",
    "areas.svg": "image/svg+xml",
    "areas.png": "image/png",
    "value-map.png": "image/png",
}


def row_of(painting: Painting) -> PassRow | None:
    """The painting's pass plan, if it has been made."""
    return PassRow.objects.of(painting.owner).filter(painting=painting).first()


def fingerprint_of(mix_row: MixRow) -> str:
    """Of all that the passes depend on: the mixes, and what the shelf has of each paint."""
    return fingerprint(mixes.fingerprint_of(mix_row), shelf_facts(mix_row.owner))


def compute(painting: Painting, progress: Progress) -> PassRow:
    """Bring values, areas, mixes and passes up to date, in this order; what is current is left alone."""
    progress(0.02, "finding the values")
    values.bring_up_to_date(values.row_of(painting))
    progress(0.08, "finding the areas")
    area_row = areas.ensure(painting)
    mix_row = mixes.ensure(painting, area_row, part_of(progress, 0.45, 0.8))
    progress(0.82, "planning the passes")
    area_map, mix_set = areas.area_map_of(area_row), mixes.mix_set_of(mix_row)
    found = find_passes(area_map, mix_set, tubes_of(painting.owner), support_of(painting))
    progress(0.9, "painting the stages")
    stages = stage_pictures(area_map, (found.ground, *mix_set.mixes), found.passes, mix_set.box)
    names = [pictures.store(painting.owner, png.picture_jpeg(stage), "jpg") for stage in stages]
    made = {
        "fingerprint": fingerprint_of(mix_row),
        "ground": plan_json.mix_json(found.ground, 0.0),
        "passes": [plan_json.pass_json(p) for p in found.passes],
        "volumes": found.volumes,
        "paint": plan_json.paint_json(found),
        "advice": plan_json.advice_json(found.advice),
        "stages": names,
    }
    row, _ = PassRow.objects.update_or_create(owner=painting.owner, painting=painting, defaults=made)
    return row


@transaction.atomic
def begin_run(owner: Any, painting_id: int) -> PlanRun:
    """A new run for a painting that has none under way."""
    painting = painting_of(owner, painting_id)
    latest = latest_run(painting)
    if latest is not None and latest.state in (PlanRun.State.WAITING, PlanRun.State.RUNNING):
        raise Conflict("This painting is being planned already.", "Wait for it to end, or stop it first.")
    return PlanRun.objects.create(owner=owner, painting=painting)


def latest_run(painting: Painting) -> PlanRun | None:
    """The newest run; one that has lost its workshop is marked as failed."""
    run = PlanRun.objects.of(painting.owner).filter(painting=painting).order_by("-id").first()
    if run and run.state == PlanRun.State.RUNNING and timezone.now() - run.heard > LOST_AFTER:
        run.state = PlanRun.State.FAILED
        run.message, run.hint = "The computation was interrupted.", "Start it again; nothing is lost."
        run.save()
    return run


@transaction.atomic
def cancel_run(owner: Any, run_id: int) -> PlanRun:
    """Ask a run to stop; one that still waits ends at once."""
    run = one_of(PlanRun, owner, "computation", pk=run_id)
    run.cancel = True
    if run.state == PlanRun.State.WAITING:
        run.state = PlanRun.State.CANCELLED
    run.save()
    return run


def carry_out(run_id: int) -> None:
    """Compute the plan of a run; called by the background task. Every end is written into the run."""
    run = PlanRun.objects.select_related("painting", "painting__owner").get(pk=run_id)
    if run.state != PlanRun.State.WAITING:
        return
    _note(run, state=PlanRun.State.RUNNING, doing="beginning")
    try:
        compute(run.painting, _reporter(run))
    except Cancelled:
        _note(run, state=PlanRun.State.CANCELLED)
    except YpsochromError as error:
        _note(run, state=PlanRun.State.FAILED, message=error.message, hint=error.hint)
    except Exception:
        _note(
            run,
            state=PlanRun.State.FAILED,
            message="The computation failed for a reason that is not yours.",
            hint="Start it again; if it fails again, tell whoever looks after this installation.",
        )
        raise
    else:
        _note(run, state=PlanRun.State.DONE, share=1.0, doing="done")


def _note(run: PlanRun, **facts: Any) -> None:
    PlanRun.objects.filter(pk=run.pk).update(**facts, heard=timezone.now())


def _reporter(run: PlanRun) -> Progress:
    """Writes progress into the run a few times a second, and raises `Cancelled` when the painter asked to stop."""
    last = 0.0

    def report(share: float, doing: str) -> None:
        nonlocal last
        now = time.monotonic()
        if now - last >= REPORT_EVERY_S:
            last = now
            if PlanRun.objects.filter(pk=run.pk, cancel=True).exists():
                raise Cancelled
            _note(run, share=share, doing=doing)

    return report


def run_out(run: PlanRun) -> RunOut:
    """A run for the page."""
    return RunOut(
        id=run.pk,
        state=run.state,  # type: ignore[arg-type]
        share=run.share,
        doing=run.doing,
        message=run.message,
        hint=run.hint,
    )


def _freshness(there: bool, current: bool) -> Freshness:
    if not there:
        return "missing"
    return "current" if current else "stale"


def bench_out(painting: Painting) -> BenchOut:
    """How far the painting is. A thing is only current when what it is made from is current too."""
    value_row = ValueRow.objects.of(painting.owner).filter(painting=painting).select_related("painting").first()
    area_row, mix_row, row = areas.row_of(painting), mixes.row_of(painting), row_of(painting)
    run = latest_run(painting)
    return BenchOut(
        painting=painting.pk,
        values=_freshness(
            value_row is not None,
            value_row is not None and value_row.fingerprint == values.fingerprint_of(value_row),
        ),
        areas=_freshness(area_row is not None, areas.is_up_to_date(area_row, painting)),
        mixes=_freshness(bool(mix_row.mixes), mixes.is_up_to_date(mix_row)),
        passes=_freshness(row is not None, row is not None and row.fingerprint == fingerprint_of(mix_row)),
        run=None if run is None else run_out(run),
    )


def benches_of(owner: Any) -> list[BenchOut]:
    """How far every painting of the owner is."""
    return [bench_out(painting) for painting in paintings_of(owner)]


def out(painting: Painting) -> PassesOut:
    """The pass plan for the page."""
    row = row_of(painting)
    if row is None:
        return PassesOut(ground=None, passes=[], volumes={}, paint=[], advice=[], findings=[], up_to_date=False)
    mix_row = mixes.row_of(painting)
    return PassesOut(
        ground=mixes.mix_out(row.ground, mixes.box_of(mix_row)),
        passes=[
            PassOut(
                **{**p, "steps": [PassStepOut(**step) for step in p["steps"]]},
                volume_ml=sum(step["volume_ml"] for step in p["steps"]),
                stage_url=pictures.url(stage),
            )
            for p, stage in zip(row.passes, row.stages, strict=True)
        ],
        volumes=row.volumes,
        paint=[PaintNeedOut(name=paint(n["key"]).name, masstone=masstone(n["key"]), **n) for n in row.paint],
        advice=[*advice_of(painting), *(AdviceOut(**entry) for entry in row.advice if entry["id"] not in ON_AREAS)],
        findings=_findings(painting, row),
        up_to_date=row.fingerprint == fingerprint_of(mix_row),
    )


ON_AREAS = ("passes.W015",)
"""Advice of the passes that is about areas: shown and set aside with theirs."""


def _findings(painting: Painting, row: PassRow) -> list[FindingOut]:
    area_row = areas.row_of(painting)
    if area_row is None:
        return []
    about = read_advice([entry for entry in row.advice if entry["id"] in ON_AREAS])
    return findings(area_row, about, areas.photo_map_of(area_row).areas) if about else []


def plan_of(painting: Painting) -> Plan:
    """The whole plan as the core knows it, from its kept pieces."""
    row, area_row = row_of(painting), areas.row_of(painting)
    if row is None or area_row is None:
        raise NotFound("plan")
    value_row = values.row_of(painting)
    mix_row = mixes.row_of(painting)
    mix_set = mixes.mix_set_of(mix_row)
    settings = PlanSettings(
        support_of(painting), steps=len(value_row.steps), brush_mm=values.brush_of(value_row), tubes=mix_row.tubes
    )
    return Plan(
        settings=settings,
        picture=subject_of(painting).picture,
        values=values.map_of(value_row),
        areas=areas.area_map_of(area_row),
        mixes=mix_set,
        passes=read_passes(row.ground, row.passes, row.paint, row.advice, mix_set.box),
    )


def file_of(owner: Any, painting_id: int, name: FileName, paper: Paper) -> bytes:
    """One of the plan's files. A plan that is out of date is refused: what it says would not fit together."""
    painting = painting_of(owner, painting_id)
    bench = bench_out(painting)
    if bench.passes != "current" or bench.areas != "current":
        raise Conflict("The plan is missing or out of date.", "Plan the painting, then fetch the file again.")
    plan = plan_of(painting)
    writers: dict[str, Callable[[], bytes | str]] = {
        "plan.pdf": lambda: plan_pdf.plan_pdf(plan, painting.title, paper),
        "mixing-cards.pdf": lambda: mixing_cards_pdf.mixing_cards_pdf(
            plan.all_mixes, plan.passes.volumes, plan.mixes.box, painting.title, paper
        ),
        "plan.json": lambda: json.dumps(plan_json.plan_json(plan), indent=2) + "\n",
        "recipes.csv": lambda: recipes_csv.recipes_csv(plan.all_mixes, plan.passes.volumes),
        "areas.svg": lambda: svg.areas_svg(plan.areas, plan.settings.support),
        "areas.png": lambda: png.labels_png(plan.areas.labels),
        "value-map.png": lambda: png.value_map_png(plan.values),
    }
    written = writers[name]()
    return written.encode() if isinstance(written, str) else written
