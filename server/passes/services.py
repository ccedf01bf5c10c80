"""The pass plan: chosen by the painter, computed by the core, kept with the fingerprint of all it depends on."""

from typing import Any

from django.db import transaction

from server.areas import services as areas
from server.areas.judgement import findings, planes_and_borders
from server.areas.models import AreaRow
from server.areas.schemas import FindingOut
from server.materials.services import masstone, mediums_of, shelf_facts, tubes_of
from server.mixes import services as mixes
from server.mixes.models import MixRow
from server.site import pictures
from server.site.fingerprints import fingerprint
from server.site.problems import NotFound
from server.subject.models import Painting
from server.subject.schemas import AdviceOut
from server.subject.services import advice_of, painting_of, paintings_of, subject_of, support_of
from server.values import services as values
from server.values.models import ValueRow
from ypsochrom.formats import passes_json, plan_json, png
from ypsochrom.formats.passes_csv import tubes_in_words
from ypsochrom.formats.plan_read import read_advice, read_mix
from ypsochrom.kit.progress import Progress, part_of
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.paint.catalogue import paint
from ypsochrom.passes.ground import GROUND_WORDS
from ypsochrom.passes.keeping import kept_piles
from ypsochrom.passes.manners import TECHNIQUE_WORDS
from ypsochrom.passes.pace import pass_minutes
from ypsochrom.passes.pass_plan import PassPlan, find_passes
from ypsochrom.passes.plan import Plan, PlanSettings
from ypsochrom.passes.quantities import PaintNeed
from ypsochrom.passes.rules import RULES
from ypsochrom.passes.scene import Choices, Scene
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.passes.shopping import cost_of, shopping_list
from ypsochrom.passes.stages import Look, canvas_of, paint_picture, smaller, stages
from ypsochrom.passes.step import PaintPass
from ypsochrom.values.composition import Focal

from . import runs
from .models import PassChoices, PassRow
from .schemas import (
    BenchOut,
    ChoicesData,
    Freshness,
    JobOut,
    KeptPileOut,
    LooksOut,
    MediumNeedOut,
    PaceOut,
    PaintNeedOut,
    PassesOut,
    PassOut,
    PassStepOut,
    ReasonOut,
    RuleOut,
    SchoolOut,
    TradeOut,
)  # fmt: skip

OTHER_LOOKS: tuple[Look, ...] = ("wet", "grey", "changes", "varnished")
_LOOK_PX = 1000
"""Dry stages are kept at working size, since checks compare with them; the other looks at the screen's."""


def row_of(painting: Painting) -> PassRow | None:
    """The painting's pass plan, if it has been made."""
    return PassRow.objects.of(painting.owner).filter(painting=painting).first()


def choices_of(painting: Painting) -> Choices:
    """What the painter chose."""
    row = PassChoices.objects.of(painting.owner).filter(painting=painting).first()
    return passes_json.read_choices(row.choices if row else {})


def fingerprint_of(mix_row: MixRow) -> str:
    """Of all that the passes depend on: the mixes, the shelf, planes and edges as the painter has them, and the choices."""
    painting = mix_row.painting
    area_row = areas.row_of(painting)
    planes, borders = ({}, []) if area_row is None else planes_and_borders(area_row)
    edges = [[border.a, border.b, border.softness, border.over] for border in borders]
    bottles = [[bottle.kind, bottle.left_ml] for bottle in mediums_of(mix_row.owner)]
    choices = passes_json.choices_json(choices_of(painting))
    return fingerprint(
        mixes.fingerprint_of(mix_row), shelf_facts(mix_row.owner), bottles, planes, edges, painting.focal, choices
    )


def scene_of(painting: Painting, area_row: AreaRow, mix_row: MixRow) -> Scene:
    """The scene of a painting as its owner has it."""
    planes, borders = planes_and_borders(area_row)
    return Scene(
        areas=areas.area_map_of(area_row).areas,
        planes=planes,
        borders=tuple(borders),
        mixes=mixes.mix_set_of(mix_row),
        support=support_of(painting),
        focal=Focal(**painting.focal) if painting.focal else None,
    )


def compute(painting: Painting, progress: Progress) -> None:
    """Bring values, areas, mixes, passes and their pictures up to date, in this order; what is current is left alone.

    When the painter has chosen otherwise meanwhile it is done once more, so that the newest choice is what is kept.
    """
    for _ in range(MOST_ROUNDS):
        _compute(painting, progress)
        row = row_of(painting)
        if row is not None and _is_current(row, mixes.row_of(painting)):
            return


MOST_ROUNDS = 5


def _compute(painting: Painting, progress: Progress) -> None:
    progress(0.02, "finding the values")
    values.bring_up_to_date(values.row_of(painting))
    progress(0.08, "finding the areas")
    area_row = areas.ensure(painting)
    mix_row = mixes.ensure(painting, area_row, part_of(progress, 0.4, 0.7))
    progress(0.72, "planning the passes")
    row = row_of(painting)
    if row is None or row.fingerprint != fingerprint_of(mix_row):
        row = _find(painting, area_row, mix_row)
    if not row.stages:
        _paint(row, area_row, mix_row, part_of(progress, 0.78, 1.0))


def _find(painting: Painting, area_row: AreaRow, mix_row: MixRow) -> PassRow:
    """The pass plan, without its pictures."""
    scene = scene_of(painting, area_row, mix_row)
    found = find_passes(scene, tubes_of(painting.owner), choices_of(painting), mediums_of(painting.owner))
    known = {mix.id for mix in scene.mixes.mixes}
    facts = {
        "school": found.school,
        "passes": [passes_json.pass_json(p) for p in found.passes],
        "jobs": [passes_json.job_json(job) for job in found.jobs],
        "volumes": found.volumes,
        "paint": [passes_json.need_json(need) for need in found.paint],
        "mediums": [passes_json.need_json(need) for need in found.mediums],
        "drawing": passes_json.drawing_json(found.drawing),
        "pace": passes_json.pace_json(found.pace),
        "held_back": found.held_back,
        "lost_moves": len(found.lost_moves),
    }
    made = {
        "fingerprint": fingerprint_of(mix_row),
        "facts": facts,
        "mixes": [plan_json.mix_json(mix, 0.0) for mix in found.mixes if mix.id not in known],
        "advice": plan_json.advice_json(found.advice),
        "stages": [],
        "looks": [],
    }
    row, _ = PassRow.objects.update_or_create(owner=painting.owner, painting=painting, defaults=made)
    return row


def _paint(row: PassRow, area_row: AreaRow, mix_row: MixRow, progress: Progress) -> None:
    """Paint every stage in all its looks and keep the pictures."""
    scene, plan = scene_of(row.painting, area_row, mix_row), _pass_plan(row, mix_row)
    canvas = canvas_of(areas.area_map_of(area_row), scene)
    small = smaller(canvas, _LOOK_PX)
    dry, looks = [], []
    for stage in stages(scene, plan.mix_of, plan.passes, scene.mixes.box, canvas):
        progress((stage.number - 1) / len(plan.passes), f"painting stage {stage.number}")
        dry.append(pictures.store(row.owner, png.picture_jpeg(paint_picture(stage, canvas)), "jpg"))
        looks += [
            pictures.store(row.owner, png.picture_jpeg(paint_picture(stage, small, look)), "jpg")
            for look in OTHER_LOOKS
        ]
    same_plan = PassRow.objects.filter(pk=row.pk, fingerprint=row.fingerprint)
    same_plan.update(stages=dry, looks=looks)  # the painter may have chosen otherwise while these were painted


def _pass_plan(row: PassRow, mix_row: MixRow) -> PassPlan:
    mix_set = mixes.mix_set_of(mix_row)
    own = [read_mix(mix, mix_set.box) for mix in row.mixes]
    ground = next((mix for mix in own if mix.id == "m00"), None)
    rest = [mix for mix in own if mix is not ground]
    used = [mix for mix in mix_set.mixes if mix.id in row.facts["volumes"]]
    all_mixes: list[Mix] = [*([ground] if ground else []), *used, *rest]
    return passes_json.read_pass_plan(row.facts, ground, all_mixes, read_advice(row.advice))


@transaction.atomic
def choose(owner: Any, painting_id: int, given: ChoicesData) -> Painting:
    """Keep what the painter chose and, where areas and mixes are current, plan the passes anew at once (without pictures)."""
    painting = painting_of(owner, painting_id)
    written = given.model_dump()
    passes_json.read_choices(written)
    PassChoices.objects.update_or_create(owner=owner, painting=painting, defaults={"choices": written})
    area_row, mix_row = areas.row_of(painting), mixes.row_of(painting)
    if area_row is not None and areas.is_up_to_date(area_row, painting) and mixes.is_up_to_date(mix_row):
        _find(painting, area_row, mix_row)
    return painting


def needs_pictures(painting: Painting) -> bool:
    """Whether the passes are planned as things stand and only their pictures are missing."""
    row = row_of(painting)
    return row is not None and not row.stages and row.fingerprint == fingerprint_of(mixes.row_of(painting))


def _freshness(there: bool, current: bool) -> Freshness:
    if not there:
        return "missing"
    return "current" if current else "stale"


def bench_out(painting: Painting) -> BenchOut:
    """How far the painting is. A thing is only current when what it is made from is current too."""
    value_row = ValueRow.objects.of(painting.owner).filter(painting=painting).select_related("painting").first()
    area_row, mix_row, row = areas.row_of(painting), mixes.row_of(painting), row_of(painting)
    run = runs.latest(painting)
    return BenchOut(
        painting=painting.pk,
        values=_freshness(
            value_row is not None,
            value_row is not None and value_row.fingerprint == values.fingerprint_of(value_row),
        ),
        areas=_freshness(area_row is not None, areas.is_up_to_date(area_row, painting)),
        mixes=_freshness(bool(mix_row.mixes), mixes.is_up_to_date(mix_row)),
        passes=_freshness(row is not None, row is not None and _is_current(row, mix_row)),
        run=None if run is None else runs.out(run),
    )


def _is_current(row: PassRow, mix_row: MixRow) -> bool:
    return bool(row.stages) and row.fingerprint == fingerprint_of(mix_row)


def benches_of(owner: Any) -> list[BenchOut]:
    """How far every painting of the owner is."""
    return [bench_out(painting) for painting in paintings_of(owner)]


def trade_out() -> TradeOut:
    """All schools, rules and grounds."""
    return TradeOut(
        schools=[
            SchoolOut(
                key=school.key,  # type: ignore[arg-type]
                title=school.title,
                idea=school.idea,
                ground=school.ground,
                mediums=[" or ".join(kinds) for kinds in school.mediums],
                rules=list(school.rules),
            )
            for school in SCHOOLS.values()
        ],
        rules=[RuleOut(id=r.id, title=r.title, reason=r.reason, hard=r.hard) for r in RULES.values()],
        grounds=dict(GROUND_WORDS),
        techniques=dict(TECHNIQUE_WORDS),
    )


def out(painting: Painting) -> PassesOut:
    """The pass plan for the page."""
    row = row_of(painting)
    chosen = ChoicesData(**passes_json.choices_json(choices_of(painting)))
    if row is None:
        return PassesOut(
            choices=chosen, school=chosen.school, ground=None, mixes=[], passes=[], jobs=[], volumes={}, paint=[], mediums=[],
            kept=[], pace=None, held_back=0.0, price=0.0, unpriced=[], advice=[], findings=[], lost_moves=0, up_to_date=False,
        )  # fmt: skip
    mix_row, facts = mixes.row_of(painting), row.facts
    box = mixes.box_of(mix_row)
    own = [mixes.mix_out(mix, box) for mix in row.mixes]
    read = tuple(passes_json.read_pass(p) for p in facts["passes"])
    cost = cost_of(_needs(row), tubes_of(row.owner))
    return PassesOut(
        choices=chosen,
        school=facts["school"],
        ground=next((mix for mix in own if mix.id == "m00"), None),
        mixes=own,
        passes=[_pass_out(row, number, one) for number, one in enumerate(read)],
        jobs=[JobOut(**job) for job in facts["jobs"]],
        volumes=facts["volumes"],
        paint=_paint_out(row),
        mediums=[MediumNeedOut(**need) for need in facts["mediums"]],
        kept=[KeptPileOut(mix=p.mix, passes=sorted(p.ml_by_pass), later_ml=p.later_ml) for p in kept_piles(read)],
        pace=PaceOut(**facts["pace"]),
        held_back=facts["held_back"],
        price=cost.paint,
        unpriced=list(cost.unpriced),
        advice=[*advice_of(painting), *(AdviceOut(**entry) for entry in row.advice if entry["id"] not in ON_AREAS)],
        findings=_findings(painting, row),
        lost_moves=facts["lost_moves"],
        up_to_date=_is_current(row, mix_row),
    )


def _needs(row: PassRow) -> tuple[PaintNeed, ...]:
    return tuple(PaintNeed(**need) for need in row.facts["paint"])


def _paint_out(row: PassRow) -> list[PaintNeedOut]:
    buy = {one.key: one for one in shopping_list(_needs(row), tubes_of(row.owner))}
    return [
        PaintNeedOut(
            name=paint(need["key"]).name,
            masstone=masstone(need["key"]),
            buy=tubes_in_words(buy[need["key"]]) if need["key"] in buy else "",
            buy_price=buy[need["key"]].price if need["key"] in buy else None,
            **need,
        )
        for need in row.facts["paint"]
    ]


def _pass_out(row: PassRow, place: int, one: PaintPass) -> PassOut:
    painted = len(row.stages) > place
    urls = [pictures.url(name) for name in row.looks[place * len(OTHER_LOOKS) : (place + 1) * len(OTHER_LOOKS)]]
    return PassOut(
        number=one.number,
        role=one.role,
        brush_mm=one.brush_mm,
        medium=one.medium,
        why=one.why,
        minutes=pass_minutes(one),
        volume_ml=sum(step.volume_ml for step in one.steps),
        readable=row.facts["drawing"]["readable"][place],
        stage_url=pictures.url(row.stages[place]) if painted else "",
        looks=LooksOut(**dict(zip(OTHER_LOOKS, urls or ("",) * len(OTHER_LOOKS), strict=True))),
        steps=[
            PassStepOut(
                **{
                    **step,
                    "bounded_by": [RULES[rule].title if rule else "" for rule in step["bounded_by"]],
                    "reasons": [ReasonOut(title=_title(reason["rule"]), **reason) for reason in step["reasons"]],
                }
            )
            for step in row.facts["passes"][place]["steps"]
        ],
    )


_OTHER_TITLES = {"passes.coats": "How many coats", "passes.technique": "How it is laid"}


def _title(rule: str) -> str:
    return RULES[rule].title if rule in RULES else _OTHER_TITLES[rule]


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
    settings = PlanSettings(
        support_of(painting),
        steps=len(value_row.steps),
        brush_mm=values.brush_of(value_row),
        school=row.facts["school"],
        tubes=mix_row.tubes,
    )
    return Plan(
        settings=settings,
        picture=subject_of(painting).picture,
        values=values.map_of(value_row),
        areas=areas.area_map_of(area_row),
        mixes=mixes.mix_set_of(mix_row),
        passes=_pass_plan(row, mix_row),
    )
