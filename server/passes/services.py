"""The pass plan: chosen by the painter, planned anew at once where areas and mixes are current, and shown on the page."""

from dataclasses import replace
from typing import Any

from server.areas.shown import findings
from server.materials.services import masstone
from server.mixes import services as mixes
from server.records import pictures
from server.records.history import painting_of
from server.records.models import Painting
from server.site.problems import NotFound
from server.subject.shown import advice_out, subject_advice, subject_pictures
from server.work import desk
from ypsochrom.areas.names import advice_in_words
from ypsochrom.formats.csv.passes import tubes_in_words
from ypsochrom.formats.pictures import png
from ypsochrom.kit import codec
from ypsochrom.materials.shelf import looking_box, price_per_ml
from ypsochrom.materials.supplies import FACES
from ypsochrom.mixes.mix_set import Mix
from ypsochrom.mixes.told import told_doses
from ypsochrom.paint.catalogue import paint
from ypsochrom.passes.amounts.keeping import kept_piles, left_before
from ypsochrom.passes.amounts.pace import pass_minutes
from ypsochrom.passes.amounts.quantities import film_formula_words
from ypsochrom.passes.amounts.shopping import cost_of, shopping_list
from ypsochrom.passes.films.ground import GROUND_WORDS
from ypsochrom.passes.films.stages import Look
from ypsochrom.passes.manners import TECHNIQUE_WORDS
from ypsochrom.passes.order.rules import REASON_TITLES, RULES
from ypsochrom.passes.plan.judgement import BESIDE_THE_PHOTO
from ypsochrom.passes.plan.pass_plan import PassPlan
from ypsochrom.passes.plan.whole import Plan
from ypsochrom.passes.scene import Choices
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.passes.unit import TOOL_WORDS
from ypsochrom.passes.units.lit import lit
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.mix_node import FoundMixes
from ypsochrom.work.pass_nodes import StagePictures, stage_look
from ypsochrom.work.planned import names_of, plan_in_words, plan_of

from .schemas import (
    AmountOut,
    AmountsOut,
    AreaNeedOut,
    BesideOut,
    ChoicesData,
    KeptPileOut,
    PaintNeedOut,
    PassesOut,
    PassOut,
    RuleOut,
    SchoolOut,
    TradeOut,
)  # fmt: skip

ON_AREAS = ("passes.W015",)
"""Advice of the passes that is about areas: shown and set aside with theirs."""


def choose(owner: Any, painting_id: int, given: ChoicesData) -> tuple[Painting, Work]:
    """Keep what the painter chose and, where areas and mixes are current, plan the passes anew at once (without pictures)."""
    chosen = codec.read(given.model_dump(), Choices)

    def alter(work: Work) -> Brief:
        return replace(work.inputs.brief, passes=chosen)

    return desk.changed(owner, painting_id, _choice_words, alter)


_CHOICE_WORDS = {
    "school": "Chose another method",
    "school_of": "Chose a method for an area",
    "ground": "Chose another ground",
    "ground_kind": "Chose another ground",
    "underpainting": "Chose another underpainting",
    "drawing": "Changed the drawing",
    "hand": "Changed the painting hand",
    "film_factor": "Changed the thickness of films",
    "fading": "Let an area fade out",
    "techniques": "Changed the technique of a step",
    "side_mm": "Changed the sides",
    "sides": "Changed the sides",
    "rules_off": "Set a rule aside or turned it on",
    "moves": "Moved a step",
    "cuts": "Parted or joined units",
    "notes": "Wrote a note to a unit",
    "own_units": "Added or took out a unit of your own",
    "face": "Said what is painted on",
    "order": "Changed what comes first or last",
    "first_cover": "Changed what first coats are laid in",
}


def _choice_words(old: Brief, new: Brief) -> str:
    differs = (name for name in _CHOICE_WORDS if getattr(old.passes, name) != getattr(new.passes, name))
    return _CHOICE_WORDS[next(differs, "school")]


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
        titles=dict(REASON_TITLES),
        grounds=dict(GROUND_WORDS),
        faces={title: None if lab is None else list(lab) for title, lab in FACES.items()},
        techniques=dict(TECHNIQUE_WORDS),
        tools=dict(TOOL_WORDS),
        amounts=film_formula_words(),
    )


def out(painting: Painting, work: Work) -> PassesOut:
    """The pass plan for the page."""
    brief = work.inputs.brief
    chosen = ChoicesData(**codec.written(brief.passes))
    plan: PassPlan | None = work.last("passes")
    found = work.last("areas")
    if plan is None or found is None:
        return PassesOut(
            choices=chosen, school=chosen.school, ground=None, mixes=[], passes=[], jobs=[], volumes={}, doses={}, strings=[],
            paint=[], mediums=[], kept=[], pace=None, held_back=0.0, price=0.0, unpriced=[], advice=[],
            beside_the_photo=[], findings=[], lost_moves=0, up_to_date=False, basis=work.inputs.factors.in_words,
        )  # fmt: skip
    names = names_of(found, brief)
    plan = plan_in_words(plan, names)
    of_work: FoundMixes | None = work.last("mixes")
    box = looking_box(work.inputs.stock.tubes) if of_work is None else of_work.mixes.box
    of_painting = set() if of_work is None else {mix.id for mix in (*of_work.mixes.mixes, *of_work.mixes.blends)}
    own = [mixes.mix_out(mix, box, plan.mixes) for mix in plan.mix_of.values() if mix.id not in of_painting]
    stages: StagePictures | None = work.last("stages") if work.state("stages") == "current" else None
    cost = cost_of(plan.paint, work.inputs.stock.tubes)
    on_areas = [one for one in plan.advice if one.id in ON_AREAS]
    beside = [one for one in plan.advice if one.id in BESIDE_THE_PHOTO]
    rest = advice_in_words([one for one in plan.advice if one.id not in (*ON_AREAS, *BESIDE_THE_PHOTO)], names)
    near = () if stages is None or stages.nearness is None else stages.nearness.advice()
    return PassesOut(
        choices=chosen,
        school=plan.school,  # type: ignore[arg-type]
        ground=next((mix for mix in own if plan.ground is not None and mix.id == plan.ground.id), None),
        mixes=own,
        passes=[_pass_out(painting, plan, place, stages, work) for place in range(len(plan.passes))],
        jobs=list(plan.jobs),
        volumes=plan.volumes,
        doses={mix.id: _amounts_out(mix, plan.volumes[mix.id]) for mix in plan.mixes},
        strings=[mixes.string_out(one, box, plan.mixes, plan.blends, plan.string_ml(one.area)) for one in plan.strings],
        paint=_paint_out(plan, work),
        mediums=list(plan.mediums),
        kept=[
            KeptPileOut(mix=p.mix, passes=sorted(p.ml_by_pass), later_ml=p.later_ml)
            for p in kept_piles(plan.passes, plan.blends)
        ],
        pace=plan.pace,
        held_back=plan.held_back,
        price=cost.paint,
        unpriced=list(cost.unpriced),
        advice=[*advice_out(subject_advice(brief, subject_pictures(work))), *advice_out(rest)],
        beside_the_photo=advice_out([*beside, *near]),
        findings=findings(work, found, on_areas) if on_areas else [],
        lost_moves=len(plan.lost_moves),
        up_to_date=work.state("stages") == "current",
        basis=work.inputs.factors.in_words,
    )


def _paint_out(plan: PassPlan, work: Work) -> list[PaintNeedOut]:
    buy = {one.key: one for one in shopping_list(plan.paint, work.inputs.stock.tubes)}
    return [
        PaintNeedOut(
            name=paint(need.key).name,
            masstone=masstone(need.key),
            buy=tubes_in_words(buy[need.key]) if need.key in buy else "",
            buy_price=buy[need.key].price if need.key in buy else None,
            **vars(need),
        )
        for need in plan.paint
    ]


def _amounts_out(mix: Mix, volume_ml: float) -> list[AmountOut]:
    doses = told_doses(mix, volume_ml, {})
    return [AmountOut(source=one.source, volume_ml=one.volume_ml, drops=one.drops) for one in doses]


def _pass_out(painting: Painting, plan: PassPlan, place: int, stages: StagePictures | None, work: Work) -> PassOut:
    one = plan.passes[place]
    of = work.key("stages").digest[:16]
    left = left_before(plan.passes, plan.uses, plan.blends)
    return PassOut(
        id=one.id,
        number=one.number,
        role=one.role,
        title=one.title,
        begins=one.begins,
        brush_mm=one.brush_mm,
        medium=one.medium,
        why=one.why,
        minutes=pass_minutes(one, work.inputs.factors.pace.value),
        volume_ml=sum(step.volume_ml for step in one.steps),
        readable=plan.drawing.readable[place],
        stage_url="" if stages is None else pictures.url(stages.dry[place]),
        look_url="" if stages is None else f"/api/passes/{painting.pk}/stages/{one.number}/{{look}}?of={of}",
        lit_url=f"/api/passes/{painting.pk}/lit/{one.number}/{{place}}?of={of}",
        steps=list(one.steps),
        units=list(one.units),
        own=list(one.own),
        left_ml={unit.id: left[unit.id] for unit in one.units},
        strings={unit.id: string.area for unit in one.units if (string := plan.string_in(unit)) is not None},
    )


def amounts_out(owner: Any, painting_id: int) -> AmountsOut:
    """What every area takes of the plan made last; empty until there is one."""
    work = desk.opened(painting_of(owner, painting_id))
    plan: PassPlan | None = work.last("passes")
    found = work.last("areas")
    if plan is None or found is None:
        return AmountsOut(areas=[], beside=[], piles={}, tubes={})
    amounts = plan.amounts(found.map.areas, price_per_ml(work.inputs.stock.tubes))
    return AmountsOut(
        areas=[AreaNeedOut.model_validate(need) for need in amounts.areas],
        beside=[BesideOut(title=title, piles=piles, tubes=tubes) for title, (piles, tubes) in amounts.beside.items()],
        piles=amounts.piles,
        tubes=amounts.tubes,
    )


def unit_lit(owner: Any, painting_id: int, number: int, place: int) -> bytes:
    """A veil over all that a unit does not paint, as PNG; `NotFound` where there is no such unit or the areas have changed.

    While a change of the plan is being worked out, and nothing else is, the veil is that of the plan before.
    """
    work = desk.opened(painting_of(owner, painting_id))
    plan: PassPlan | None = work.last("passes")
    if plan is None or work.state("areas") != "current" or not 1 <= number <= len(plan.passes):
        raise NotFound("unit")
    one = plan.passes[number - 1]
    if not 0 <= place < len(one.units):
        raise NotFound("unit")
    own = set(one.units[place].steps)
    return png.veil_png(lit(work.now("areas").map, [step for step in one.steps if step.id in own]))


def look_at_stage(owner: Any, painting_id: int, number: int, look: Look) -> bytes:
    """The painting after a pass in another look than dry, as JPEG; `NotFound` where it has not been planned."""
    work = desk.opened(painting_of(owner, painting_id))
    found = stage_look(work, number, look) if work.state("stages") == "current" else None
    if found is None:
        raise NotFound("stage")
    return found


def current_plan(owner: Any, painting_id: int) -> tuple[Painting, Work, Plan]:
    """The whole plan of a painting as the core knows it; `NotFound` where there is none that is current."""
    painting = painting_of(owner, painting_id)
    work = desk.opened(painting)
    if work.state("passes") != "current":
        raise NotFound("plan")
    return painting, work, plan_of(work)
