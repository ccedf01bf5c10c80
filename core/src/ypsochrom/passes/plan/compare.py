"""Plans side by side: schools, grounds, and what would be if size, films or palette were other."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...areas.area import Handling
from ...areas.families import FAMILIES, Family, cell_of
from ...colour.ciede2000 import delta_e_2000
from ...colour.types import Lab
from ...kit.progress import Progress, silent
from ...materials.shelf import Tube
from ...materials.supplies import Medium
from ...materials.support import Support
from ...mixes.mix_set import Mix, MixSet
from ..amounts.shopping import Saving, cost_of
from ..films import layers
from ..films.coating import Coating
from ..films.glaze_plan import GlazeChoice, glaze_choice
from ..films.ground import is_there
from ..manners import manner
from ..scene import GROUND_TONES, Choices, GroundKind, GroundTone, Scene
from ..schools import SCHOOLS
from ..step import PaintPass
from .layering import FIRST_COVER_ROLE
from .pass_plan import PassPlan, find_passes


@dataclass(frozen=True)
class Summary:
    """A plan in figures. `coats` is how often the surface is covered on average.

    `away_de00` is how far its dry end is from the goal (mean CIEDE2000 over the painted surface).
    `lost_after` is the pass after which the drawing is gone (None: it stays), `restated` how often it has to be drawn again.
    """

    passes: int
    mixes: int
    coats: float
    paint_ml: float
    medium_ml: float
    hours: float
    waits: int
    wait_minutes: float
    cost: float
    lost_after: int | None
    restated: int
    away_de00: float


def summary(plan: PassPlan, scene: Scene, tubes: Sequence[Tube]) -> Summary:
    """The figures of a plan."""
    steps = [step for p in plan.passes for step in p.steps]
    return Summary(
        passes=len(plan.passes),
        mixes=len(plan.mixes),
        coats=sum(step.area_cm2 * step.coats for step in steps) / scene.support.area_cm2,
        paint_ml=sum(need.volume_ml for need in plan.paint),
        medium_ml=sum(need.volume_ml for need in plan.mediums if need.kind != "water"),
        hours=plan.pace.hours,
        waits=plan.pace.waits,
        wait_minutes=plan.pace.wait_minutes,
        cost=cost_of(plan.paint, tubes).paint,
        lost_after=plan.drawing.restated[0] - 1 if plan.drawing.restated else None,
        restated=len(plan.drawing.restated),
        away_de00=away_from_goal(plan, scene),
    )


def away_from_goal(plan: PassPlan, scene: Scene) -> float:
    """Mean CIEDE2000 over the painted surface between the finished dry films and the colours that the parts are to have."""
    coating = Coating(scene.areas, scene.mixes.box, scene.bare)
    for paint_pass in plan.passes:
        coating.carry_out(paint_pass, plan.mix_of)
    seen = coating.seen()
    parts = [(area, part) for area in scene.painted for part in area.parts]
    if not parts:
        return 0.0
    cells = [cell_of(area.index, part.family) for area, part in parts]
    goals = np.array([scene.goals[area.id, part.family] for area, part in parts])
    return float(np.average(delta_e_2000(seen[cells], goals), weights=[part.area_cm2 for _, part in parts]))


@dataclass(frozen=True)
class GroundOffer:
    """One ground for this picture, with the plan it leads to.

    `through_de00` is how far a wash of the mixes differs over it from the same mixes laid thick; `gesso_ml` is what of
    it is gesso.
    """

    tone: GroundTone
    kind: GroundKind
    lab: tuple[float, float, float] | None
    through_de00: float
    gesso_ml: float
    summary: Summary


def ground_offers(
    scene: Scene, tubes: Sequence[Tube], choices: Choices, mediums: Sequence[Medium], progress: Progress = silent
) -> tuple[GroundOffer, ...]:
    """Every tone in paint and in tinted gesso, with its effect on coats, paint, cost and thin passages. About 3 s."""
    wanted: list[tuple[GroundTone, GroundKind]] = [
        (tone, kind)
        for tone in GROUND_TONES
        for kind in ("paint", "gesso")
        if kind == "paint" or not is_there(scene, tone)
        if tone != "as it is" or scene.face.lab is not None
    ]
    found = []
    for number, (tone, kind) in enumerate(wanted):
        progress(number / len(wanted), f"trying a {tone} ground")
        plan = find_passes(scene, tubes, replace(choices, ground=tone, ground_kind=kind, moves=()), mediums)
        gesso = next((need.volume_ml for need in plan.mediums if need.kind == "white gesso"), 0.0)
        lab = None if plan.ground is None else plan.ground.match.lab_dry
        through = _through(plan, scene)
        found.append(GroundOffer(tone, kind, lab, through, gesso, summary(plan, scene, tubes)))
    return tuple(found)


def gesso_saving(offers: Sequence[GroundOffer], choices: Choices, plan: PassPlan) -> tuple[Saving, ...]:
    """What tinted gesso instead of paint under the same tone would save; empty where it saves nothing."""
    if plan.ground is None or choices.ground_kind == "gesso":
        return ()
    tone = choices.ground or SCHOOLS[plan.school].ground
    of_kind = {offer.kind: offer for offer in offers if offer.tone == tone}
    saves = of_kind["paint"].summary.cost - of_kind["gesso"].summary.cost
    if saves <= 0:
        return ()
    gesso = of_kind["gesso"].gesso_ml
    words = f"{gesso:.0f} ml of white gesso take the place of white paint; its own price is not counted"
    return (Saving("A ground in tinted gesso", words, saves),)


def first_cover_saving(
    scene: Scene, tubes: Sequence[Tube], choices: Choices, mediums: Sequence[Medium], plan: PassPlan
) -> tuple[Saving, ...]:
    """What first covers in cheaper paint would save; empty where they save nothing or the plan has them."""
    if choices.first_cover == "cheaper paint":
        return ()
    other = find_passes(scene, tubes, replace(choices, first_cover="cheaper paint"), mediums)
    covered = {
        step.area for one in other.passes for step in one.steps if one.role_of(step).startswith(FIRST_COVER_ROLE)
    }
    saves = cost_of(plan.paint, tubes).paint - cost_of(other.paint, tubes).paint
    if not covered or saves <= 0:
        return ()
    names = ", ".join(scene.area_of[area].name for area in sorted(covered))
    words = f"{names}: one coat of a cheaper paint of about the same value, and fewer of the costly one over it"
    return (Saving("First covers in cheaper paint", words, saves),)


def _through(plan: PassPlan, scene: Scene) -> float:
    """What the ground does to thin passages: a wash of every mix, weighted by what the mix covers."""
    coating = Coating(scene.areas, scene.mixes.box, scene.bare)
    if plan.ground is not None:
        coating.carry_out(plan.passes[0], plan.mix_of)
    thick = Coating(scene.areas, scene.mixes.box, scene.bare)
    thin, cells, weights = manner("wash", "water", 0.6), [], []
    for area in scene.painted:
        for part in area.parts:
            mix = scene.mixes.serving(area.id, part.family)
            at = coating.cells(area.id, part.family)
            coating.lay(at, mix.match.recipe, thin, 1)
            thick.state[at] = layers.masstone(mix.match.recipe, scene.mixes.box)
            cells.append(at.start)
            weights.append(part.area_cm2)
    return float(np.average(delta_e_2000(coating.seen()[cells], thick.seen()[cells]), weights=weights))


def at_size(scene: Scene, support: Support) -> Scene:
    """The same picture on another support: surfaces and borders grow with it, colours and proportions of areas stay."""
    by = support.area_cm2 / scene.support.area_cm2
    along = float(np.sqrt(by))
    areas = tuple(
        replace(
            area,
            area_cm2=area.area_cm2 * by,
            parts=tuple(replace(part, area_cm2=part.area_cm2 * by) for part in area.parts),
        )
        for area in scene.areas
    )
    borders = tuple(
        replace(border, length_mm=border.length_mm * along, width_mm=border.width_mm * along)
        for border in scene.borders
    )
    return replace(scene, areas=areas, borders=borders, support=support)


def with_area(scene: Scene, area_id: str, handling: Handling | None = None, mix_id: str | None = None) -> Scene:
    """The same picture with one area handled another way, or painted all in another of its piles; None as it is."""
    area = scene.area_of[area_id]
    families = {part.family for part in area.parts}
    if handling is not None:
        other = replace(area, handling=handling, parts=() if handling == "bare" else area.parts)
        scene = replace(scene, areas=tuple(other if one.id == area_id else one for one in scene.areas))
    if mix_id is not None:
        here = tuple((area_id, family) for family in FAMILIES if family in families)

        def serving(mix: Mix) -> Mix:
            kept = tuple(part for part in mix.serves if part[0] != area_id)
            return replace(mix, serves=(*kept, *here) if mix.id == mix_id else kept)

        mixes = scene.mixes
        piles, blends = (tuple(serving(mix) for mix in some) for some in (mixes.mixes, mixes.blends))
        scene = with_mixes(scene, replace(mixes, mixes=piles, blends=tuple(mix for mix in blends if mix.serves)))
    return scene


def with_mixes(scene: Scene, mixes: MixSet) -> Scene:
    """The same picture in the mixes of another palette."""
    return replace(scene, mixes=mixes)


def glaze_after(
    scene: Scene, passes: Sequence[PaintPass], mix_of: Mapping[str, Mix], part: tuple[str, Family], target: Lab
) -> tuple[Lab, GlazeChoice]:
    """How a part of an area looks when these passes are dry, and the glaze that brings it nearest to a target."""
    coating = Coating(scene.areas, scene.mixes.box, scene.bare)
    for paint_pass in passes:
        coating.carry_out(paint_pass, mix_of)
    at = coating.cells(*part).start
    return coating.seen()[at], glaze_choice(target, coating.state[at], scene.mixes.box)
