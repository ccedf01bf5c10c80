"""Studies of a plan that take longer than a moment: schools and grounds side by side, what would be if."""

from dataclasses import asdict, replace
from typing import Any

import numpy as np
from ninja import Schema

from server.areas import services as areas
from server.materials.services import mediums_of, tubes_of
from server.mixes import services as mixes
from server.site.problems import Conflict, NotFound
from server.subject.models import Painting
from server.subject.services import painting_of, reach_of
from ypsochrom.areas.families import Family
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.kit.progress import Progress, part_of
from ypsochrom.materials.shelf import usable_box
from ypsochrom.materials.support import Support
from ypsochrom.mixes.mix_set import find_mixes
from ypsochrom.mixes.table import table_for
from ypsochrom.paint.catalogue import paint
from ypsochrom.passes.compare import GroundOffer, Summary, at_size, glaze_after, ground_offers, summary, with_mixes
from ypsochrom.passes.keeping import shared_piles
from ypsochrom.passes.manners import WET_UM, checked_factor
from ypsochrom.passes.pass_plan import PassPlan, find_passes
from ypsochrom.passes.quantities import film_volume_ml
from ypsochrom.passes.scene import Choices, Scene
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.passes.shopping import Saving, cheaper_recipes

from . import services
from .models import PlanRun
from .schemas import (
    GlazeOut,
    GroundOfferOut,
    GroundsStudyOut,
    SavingOut,
    SchoolsStudyOut,
    SharedOut,
    SharedPileOut,
    SummaryOut,
    WhatIfIn,
    WhatIfOut,
)  # fmt: skip


def checked(owner: Any, painting_id: int) -> Painting:
    """A painting that can be studied: its areas and mixes are current."""
    painting = painting_of(owner, painting_id)
    area_row, mix_row = areas.row_of(painting), mixes.row_of(painting)
    if area_row is None or not areas.is_up_to_date(area_row, painting) or not mixes.is_up_to_date(mix_row):
        raise Conflict("Areas or mixes are missing or out of date.", "Plan the painting, then ask again.")
    return painting


def checked_what_if(given: WhatIfIn) -> dict[str, Any]:
    """What was asked, or an error that says what cannot be."""
    if given.size is not None:
        Support.parse(given.size)
    if given.film_factor is not None:
        checked_factor(given.film_factor)
    return given.model_dump()


def work(run: PlanRun, progress: Progress) -> dict[str, Any]:
    """Carry out a study; its answer as JSON."""
    studies = {"schools": _schools, "grounds": _grounds, "what-if": _what_if}
    painting = checked(run.owner, run.painting_id)
    area_row = areas.row_of(painting)
    assert area_row is not None  # `checked` saw it
    scene = services.scene_of(painting, area_row, mixes.row_of(painting))
    answer: Schema = studies[run.kind](run, scene, services.choices_of(painting), progress)
    return answer.model_dump()


def _out(found: Summary) -> SummaryOut:
    return SummaryOut(**asdict(found))


def _schools(run: PlanRun, scene: Scene, choices: Choices, progress: Progress) -> SchoolsStudyOut:
    tubes, bottles = tubes_of(run.owner), mediums_of(run.owner)
    found = {}
    for number, (key, school) in enumerate(SCHOOLS.items()):
        progress(number / len(SCHOOLS), f"trying {school.title.lower()}")
        as_it_has_it = replace(choices, school=key, school_of={}, ground=None, underpainting=None, moves=())
        found[key] = _out(summary(find_passes(scene, tubes, as_it_has_it, bottles), scene, tubes))
    return SchoolsStudyOut(schools=found)  # type: ignore[arg-type]  # the keys are the schools'


def _grounds(run: PlanRun, scene: Scene, choices: Choices, progress: Progress) -> GroundsStudyOut:
    tubes, bottles = tubes_of(run.owner), mediums_of(run.owner)
    offers = ground_offers(scene, tubes, choices, bottles, part_of(progress, 0.0, 0.8))
    progress(0.85, "looking for cheaper recipes")
    plan = find_passes(scene, tubes, choices, bottles)
    own = [mix for mix in plan.mixes if mix in scene.mixes.mixes]
    savings = [
        *_gesso_saving(offers, choices, plan),
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
                summary=_out(offer.summary),
            )
            for offer in offers
        ],
        savings=[
            SavingOut(
                title=saving.title,
                words=saving.words,
                saves=saving.saves,
                mix=saving.mix,
                parts=None if saving.recipe is None else saving.recipe.mapping,
            )
            for saving in savings
        ],
    )


def _gesso_saving(offers: tuple[GroundOffer, ...], choices: Choices, plan: PassPlan) -> list[Saving]:
    """What tinted gesso instead of paint under the same tone would save."""
    if plan.ground is None or choices.ground_kind == "gesso":
        return []
    tone = choices.ground or SCHOOLS[plan.school].ground
    cost = {offer.kind: offer for offer in offers if offer.tone == tone}
    saves = cost["paint"].summary.cost - cost["gesso"].summary.cost
    if saves <= 0:
        return []
    words = (
        f"{cost['gesso'].gesso_ml:.0f} ml of white gesso take the place of white paint; its own price is not counted"
    )
    return [Saving("A ground in tinted gesso", words, saves)]


def _what_if(run: PlanRun, scene: Scene, choices: Choices, progress: Progress) -> WhatIfOut:
    asked = WhatIfIn(**run.asked)
    tubes, bottles = tubes_of(run.owner), mediums_of(run.owner)
    now = find_passes(scene, tubes, choices, bottles)
    other, then_choices = scene, choices
    if asked.palette is not None:
        progress(0.2, "mixing from the other palette")
        box = usable_box(tubes).only(asked.palette)
        reach = reach_of(run.painting)
        other = with_mixes(other, find_mixes(other.areas, box, reach=reach, progress=part_of(progress, 0.2, 0.7)))
    if asked.size is not None:
        other = at_size(other, Support.parse(asked.size))
    if asked.film_factor is not None:
        then_choices = replace(then_choices, film_factor=asked.film_factor)
    if asked.school is not None:
        then_choices = replace(then_choices, school=asked.school, ground=None, underpainting=None, moves=())
    progress(0.75, "planning it the other way")
    then = find_passes(other, tubes, then_choices, bottles)
    return WhatIfOut(
        now=_out(summary(now, scene, tubes)),
        then=_out(summary(then, other, tubes)),
        paint_now={need.key: need.volume_ml for need in now.paint},
        paint_then={need.key: need.volume_ml for need in then.paint},
    )


def shared(owner: Any, painting_id: int, other_id: int) -> SharedOut:
    """The piles that this painting and another, worked in parallel, can share."""
    if painting_id == other_id:
        raise Conflict("A painting shares all its mixes with itself.", "Choose another painting.")
    mine, theirs = (services.plan_of(checked(owner, one)).passes for one in (painting_id, other_id))
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
    painting = painting_of(owner, painting_id)
    plan, area_row = services.plan_of(painting).passes, areas.row_of(painting)
    assert area_row is not None  # a plan has its areas
    scene = services.scene_of(painting, area_row, mixes.row_of(painting))
    area = scene.area_of.get(area_id)
    part = next((one for one in area.parts if one.family == family), None) if area else None
    if part is None:
        raise NotFound("area")
    goal = scene.mixes.serving(area_id, family).match.target_lab
    seen, found = glaze_after(scene, plan.passes[:number], plan.mix_of, (area_id, family), np.array(goal))
    film = sum(film_volume_ml(part.area_cm2, WET_UM["glaze"], 1) for _ in found.shares)
    paint_ml = sum(film_volume_ml(part.area_cm2, WET_UM["glaze"], 1) * (1 - share) for share in found.shares)
    parts = found.recipe.mapping if found.recipe else {}
    return GlazeOut(
        before=lab_to_hex(seen),
        after=lab_to_hex(np.array(found.lab)),
        goal=lab_to_hex(np.array(goal)),
        parts=parts,
        words=" + ".join(f"{amount:g} {paint(key).name}" for key, amount in parts.items()),
        layers=list(found.shares),
        de00_before=found.de00_before,
        de00=found.de00,
        paint_ml=paint_ml,
        medium_ml=film - paint_ml,
    )
