"""Studies of a plan that take longer than a moment: schools and grounds side by side, what would be if."""

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from server.records.history import painting_of
from server.records.models import Run
from server.site.problems import Conflict, NotFound
from server.site.schema import Schema
from server.work import desk
from ypsochrom.areas.area import Handling
from ypsochrom.areas.families import Family
from ypsochrom.areas.names import in_words
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.kit.progress import Progress, part_of
from ypsochrom.materials.shelf import price_per_ml, usable_box
from ypsochrom.materials.support import Support
from ypsochrom.mixes.mix_set import find_mixes
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.table import table_for
from ypsochrom.paint.catalogue import paint
from ypsochrom.passes.amounts.keeping import shared_piles
from ypsochrom.passes.amounts.quantities import glaze_ml
from ypsochrom.passes.amounts.shopping import cheaper_recipes
from ypsochrom.passes.films.glaze_plan import Curve
from ypsochrom.passes.manners import checked_factor
from ypsochrom.passes.plan.compare import (
    at_size,
    first_cover_saving,
    gesso_saving,
    glaze_after,
    ground_offers,
    summary,
    with_area,
    with_mixes,
)
from ypsochrom.passes.plan.pass_plan import PassPlan, find_passes
from ypsochrom.passes.scene import Scene
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.work.graph import Work
from ypsochrom.work.method_strip import Strip, strip_of
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import names_of
from ypsochrom.work.subject_node import paint_range_of

from . import services
from .schemas import (
    AreaIfOut,
    AreaTakesOut,
    GlazeCoatOut,
    GlazeCurveOut,
    GlazeLayerOut,
    GlazeOut,
    GroundOfferOut,
    GroundsStudyOut,
    SavingOut,
    SchoolKey,
    SchoolsStudyOut,
    SharedOut,
    SharedPileOut,
    StripOut,
    StripPassOut,
    WhatIfIn,
    WhatIfOut,
)  # fmt: skip


def checked(owner: Any, painting_id: int) -> Work:
    """The work on a painting that can be studied: its areas and mixes are current."""
    work = desk.opened(painting_of(owner, painting_id))
    if work.state("mixes") != "current":
        raise Conflict("Areas or mixes are missing or out of date.", "Plan the painting, then ask again.")
    return work


def checked_what_if(given: WhatIfIn) -> dict[str, Any]:
    """What was asked, or an error that says what cannot be."""
    if given.size is not None:
        Support.parse(given.size)
    if given.film_factor is not None:
        checked_factor(given.film_factor)
    return given.model_dump()


def work(run: Run, progress: Progress) -> dict[str, Any]:
    """Carry out a study; its answer as JSON."""
    studies = {"schools": _schools, "grounds": _grounds, "what-if": _what_if}
    answer: Schema = studies[run.kind](run, checked(run.owner, run.of.pk), progress)
    return answer.model_dump()


def _schools(run: Run, work: Work, progress: Progress) -> SchoolsStudyOut:
    scene, choices = scene_of(work), work.inputs.brief.passes
    tubes, bottles = work.inputs.stock.tubes, work.inputs.stock.mediums
    found = {}
    for number, (key, school) in enumerate(SCHOOLS.items()):
        progress(number / len(SCHOOLS), f"trying {school.title.lower()}")
        found[key] = summary(find_passes(scene, tubes, choices.as_school(key), bottles), scene, tubes)
    return SchoolsStudyOut(schools=found)  # type: ignore[arg-type]  # the keys are the schools'


def _grounds(run: Run, work: Work, progress: Progress) -> GroundsStudyOut:
    scene, choices = scene_of(work), work.inputs.brief.passes
    tubes, bottles = work.inputs.stock.tubes, work.inputs.stock.mediums
    offers = ground_offers(scene, tubes, choices, bottles, part_of(progress, 0.0, 0.8))
    progress(0.85, "looking for cheaper recipes")
    plan = find_passes(scene, tubes, choices, bottles)
    own = [mix for mix in plan.mixes if mix in scene.mixes.mixes]
    names = names_of(work.last("areas"), work.inputs.brief)
    savings = [
        *gesso_saving(offers, choices, plan),
        *first_cover_saving(scene, tubes, choices, bottles, plan),
        *cheaper_recipes(own, plan.volumes, table_for(scene.mixes.box), tubes),
    ]
    return GroundsStudyOut(
        grounds=[
            GroundOfferOut(
                tone=offer.tone,
                kind=offer.kind,
                colour=None if offer.lab is None else lab_to_hex(np.array(offer.lab)),
                through_de00=offer.through_de00,
                gesso_ml=offer.gesso_ml,
                summary=offer.summary,
            )
            for offer in offers
        ],
        savings=[
            SavingOut(
                title=in_words(saving.title, names),
                words=in_words(saving.words, names),
                saves=saving.saves,
                mix=saving.mix,
                parts=None if saving.recipe is None else saving.recipe.mapping,
            )
            for saving in savings
        ],
    )


def _what_if(run: Run, work: Work, progress: Progress) -> WhatIfOut:
    scene, choices = scene_of(work), work.inputs.brief.passes
    asked = WhatIfIn(**run.asked)
    tubes, bottles = work.inputs.stock.tubes, work.inputs.stock.mediums
    now = find_passes(scene, tubes, choices, bottles)
    other, then_choices = scene, choices
    if asked.palette is not None:
        progress(0.2, "mixing from the other palette")
        box = usable_box(tubes).only(asked.palette)
        paint_range = paint_range_of(work.inputs.brief)
        other = with_mixes(
            other, find_mixes(other.areas, box, paint_range=paint_range, progress=part_of(progress, 0.2, 0.7))
        )
    if asked.size is not None:
        other = at_size(other, Support.parse(asked.size))
    if asked.film_factor is not None:
        then_choices = replace(then_choices, film_factor=asked.film_factor)
    if asked.school is not None:
        then_choices = replace(then_choices, school=asked.school, ground=None, underpainting=None, moves=())
    progress(0.75, "planning it the other way")
    then = find_passes(other, tubes, then_choices, bottles)
    return WhatIfOut(
        now=summary(now, scene, tubes),
        then=summary(then, other, tubes),
        paint_now={need.key: need.volume_ml for need in now.paint},
        paint_then={need.key: need.volume_ml for need in then.paint},
    )


def area_if(owner: Any, painting_id: int, area_id: str, handling: Handling | None, mix_id: str | None) -> AreaIfOut:
    """What an area takes, and what it would take if it were handled another way or painted in another pile. About 0.4 s."""
    work = checked(owner, painting_id)
    scene, choices = scene_of(work), work.inputs.brief.passes
    if area_id not in scene.area_of:
        raise NotFound("area")
    if mix_id is not None and mix_id not in {mix.id for mix in scene.mixes.mixes}:
        raise NotFound("mix")
    tubes, bottles = work.inputs.stock.tubes, work.inputs.stock.mediums
    prices = price_per_ml(tubes)

    def takes(plan: PassPlan, of: Scene) -> AreaTakesOut:
        need = next(one for one in plan.amounts(of.areas, prices).areas if one.area == area_id)
        return AreaTakesOut(
            volume_ml=need.volume_ml,
            minutes=need.minutes,
            coats=need.coats,
            worth=need.worth,
            plan_ml=sum(one.volume_ml for one in plan.paint),
            plan_hours=plan.pace.hours,
        )

    other = with_area(scene, area_id, handling, mix_id)
    then = find_passes(other, tubes, choices, bottles)
    return AreaIfOut(now=takes(work.now("passes"), scene), then=takes(then, other))


def shared(owner: Any, painting_id: int, other_id: int) -> SharedOut:
    """The piles that this painting and another, worked in parallel, can share."""
    if painting_id == other_id:
        raise Conflict("A painting shares all its mixes with itself.", "Choose another painting.")
    mine, theirs = (services.current_plan(owner, one)[2].passes for one in (painting_id, other_id))
    piles = shared_piles(mine.mixes, mine.volumes, theirs.mixes, theirs.volumes)
    return SharedOut(
        other=painting_of(owner, other_id).title,
        piles=[
            SharedPileOut(
                mine=pile.mine,
                theirs=pile.theirs,
                mine_name=mine.mix_of[pile.mine].name,
                theirs_name=theirs.mix_of[pile.theirs].name,
                colour=lab_to_hex(np.array(mine.mix_of[pile.mine].match.lab_dry)),
                de00=pile.de00,
                volume_ml=pile.volume_ml,
            )
            for pile in piles
        ],
    )


def glaze_of(owner: Any, painting_id: int, number: int, area_id: str, family: Family) -> GlazeOut:
    """The glaze that brings a passage, as it is after a pass, nearest to its goal."""
    _, work, whole = services.current_plan(owner, painting_id)
    plan, scene = whole.passes, scene_of(work)
    area = scene.area_of.get(area_id)
    part = next((one for one in area.parts if one.family == family), None) if area else None
    if part is None:
        raise NotFound("area")
    goal = scene.mixes.serving(area_id, family).match.target_lab
    seen, found = glaze_after(scene, plan.passes[:number], plan.mix_of, (area_id, family), np.array(goal))
    paint_ml, medium_ml = glaze_ml(part.area_cm2, [share for _, of_layer in found.layers for share in of_layer])
    return GlazeOut(
        before=lab_to_hex(seen),
        after=lab_to_hex(np.array(found.lab)),
        goal=lab_to_hex(np.array(goal)),
        layers=[_layer_out(recipe, of_layer) for recipe, of_layer in found.layers],
        de00_before=found.best.de00_before,
        de00=found.de00,
        paint_ml=paint_ml,
        medium_ml=medium_ml,
        wet=lab_to_hex(np.array(found.wet)),
        milky=found.wet[0] - found.lab[0],
        gloss=lab_to_hex(np.array(found.gloss)),
        matt=lab_to_hex(np.array(found.matt)),
        contrast_kept=found.contrast_kept,
        curves=[_curve_out(curve, part.area_cm2) for curve in found.curves],
    )


def _layer_out(recipe: Recipe, shares: Sequence[float]) -> GlazeLayerOut:
    words = " + ".join(f"{amount:g} {paint(key).name}" for key, amount in recipe.parts)
    return GlazeLayerOut(parts=recipe.mapping, words=words, shares=list(shares))


def _curve_out(curve: Curve, area_cm2: float) -> GlazeCurveOut:
    amounts = [glaze_ml(area_cm2, [curve.medium_share] * one.coats) for one in curve.coats]
    return GlazeCurveOut(
        medium_share=curve.medium_share,
        coats=[
            GlazeCoatOut(
                coats=one.coats,
                colour=lab_to_hex(np.array(one.lab)),
                lightness=one.lab[0],
                chroma=float(np.hypot(*one.lab[1:])),
                de00=one.de00,
                paint_ml=paint_ml,
                medium_ml=medium_ml,
            )
            for one, (paint_ml, medium_ml) in zip(curve.coats, amounts, strict=True)
        ],
    )


def strip(owner: Any, painting_id: int, school: SchoolKey) -> Strip:
    """The strip of a method; `Conflict` where the plan is not up to date."""
    work = checked(owner, painting_id)
    if work.state("passes") != "current":
        raise Conflict("The passes are out of date.", "Plan the painting, then look again.")
    return strip_of(work, school)


def strip_out(found: Strip) -> StripOut:
    """A strip for the page, without its picture."""
    passes = [StripPassOut(**vars(one)) for one in found.passes]
    return StripOut(stamp=found.stamp, passes=passes, width=found.width, height=found.height)
