"""The pass plan of a scene: a school at work under the rules, with everything that it takes."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import partial
from itertools import chain
from types import MappingProxyType

import numpy as np

from ...areas.area import Area
from ...areas.families import Family
from ...colour.munsell import lab_to_value
from ...kit.advice import Advice
from ...kit.progress import Progress, silent
from ...kit.sums import summed
from ...materials.brushes import own_kind
from ...materials.shelf import Tube, price_per_ml
from ...materials.supplies import STARTER_MEDIUMS, Medium
from ...mixes.blends import from_piles, is_of_string
from ...mixes.identity import KnownMix, known_of
from ...mixes.mix_set import Mix, PileString
from ..amounts.pace import Pace, pace_of
from ..amounts.per_area import Amounts, amounts_of
from ..amounts.quantities import (
    GESSO,
    MediumNeed,
    PaintNeed,
    PileUse,
    medium_needs,
    mix_volumes,
    paint_needs,
    pile_uses,
    stock_advice,
)
from ..films.drawing import Survival, survival
from ..films.ground import GROUND_MIX_ID
from ..order import rules
from ..order.rules import checked_rules
from ..scene import AS_THE_SCHOOL_HAS_IT, Choices, Cut, Drawing, Move, Scene
from ..schools import school_of
from ..schools.school import School
from ..schools.workshop import OWN_PREFIXES, Workshop
from ..step import Draft, Job, PaintPass, Pair, Step
from ..unit import Unit
from ..units.clock import Waiting, on_the_clock
from ..units.gathering import LEAST_IN_ALL, LEAST_UNITS, MOST_UNITS, SHORT_MINUTES, units_of
from .arranging import InOrder, in_order, passes_of
from .drafting import drafts_of
from .jobs import jobs_of
from .judgement import ground_is_there, missing_brushes, out_of_reach, pale_over_dark
from .sizing import in_pieces, joined_passes


@dataclass(frozen=True)
class PassPlan:
    """Passes and jobs in order, the mixes they use, and what all of it takes.

    `mixes` holds the ground's pile (if there is one) and the school's own beside the painting's, in the order of mixing;
    `volumes` are millilitres of paint by mix id, `uses` what becomes of them; `held_back` is by how many value steps
    the lights before the last pass stay under the lightest; `lost_moves` are moves of the painter's hand that found no step
    any more; `pairs` are what the rules want of the order, for the schedule; `known` are all piles of the schools' own that
    ever had an id here.
    """

    school: str
    ground: Mix | None
    mixes: tuple[Mix, ...]
    passes: tuple[PaintPass, ...]
    jobs: tuple[Job, ...]
    volumes: dict[str, float]
    paint: tuple[PaintNeed, ...]
    mediums: tuple[MediumNeed, ...]
    drawing: Survival
    pace: Pace
    held_back: float
    advice: tuple[Advice, ...] = ()
    lost_moves: tuple[Move, ...] = ()
    pairs: tuple[Pair, ...] = ()
    known: tuple[KnownMix, ...] = ()
    blends: tuple[Mix, ...] = ()
    strings: tuple[PileString, ...] = ()
    uses: Mapping[str, PileUse] = field(default_factory=dict)

    @property
    def mix_of(self) -> dict[str, Mix]:
        """Mixes and blends by id."""
        return {mix.id: mix for mix in (*self.mixes, *self.blends)}

    def string_ml(self, area: str) -> float:
        """What a gradation takes of the piles of its string in all passes."""
        steps = (step for one in self.passes for step in one.steps if step.area == area)
        return sum(step.volume_ml for step in steps if is_of_string(step.mix))

    def string_in(self, unit: Unit) -> PileString | None:
        """The string of piles that a unit is painted with: that of the gradation that it blends."""
        if unit.technique != "blended":
            return None
        of_step = {step.id: step.area for one in self.passes for step in one.steps}
        return next((one for one in self.strings if one.area == of_step[unit.steps[0]]), None)

    def amounts(self, areas: Sequence[Area], prices: Mapping[str, float]) -> Amounts:
        """What every area takes; `prices` are per ml by paint key."""
        in_gesso = any(need.kind == GESSO for need in self.mediums)
        return amounts_of(areas, self.passes, self.mix_of, self.uses, prices, in_gesso=in_gesso)


def find_passes(
    scene: Scene,
    tubes: Sequence[Tube],
    choices: Choices = AS_THE_SCHOOL_HAS_IT,
    mediums: Sequence[Medium] = STARTER_MEDIUMS,
    progress: Progress = silent,
    known: Sequence[KnownMix] = (),
) -> PassPlan:
    """The pass plan of a scene as the painter chose it. `BadSetting` on schools and rules that do not exist.

    About 0.3 s. Rules that had to give way, stock that does not suffice and the like are told as advice; the plan always comes.
    """
    main = school_of(choices.school)
    checked_rules(choices.rules_off)
    shop = Workshop(scene, choices, choices.ground or main.ground, known)
    progress(0.1, "laying out the steps")
    drafts, advice = drafts_of(shop, main, mediums, price_per_ml(tubes))
    progress(0.3, "putting them in order")
    ordered = _arranged(shop, main, drafts)
    progress(0.6, "measuring them")
    measured = passes_of(ordered, scene, choices)
    volumes = mix_volumes(measured)
    mixes, veil = _used_mixes(shop, ordered.drafts)
    blends = tuple(mix for mix in scene.mixes.blends if mix.id in volumes)
    mix_of = {mix.id: mix for mix in (*mixes, *blends)}
    passes, waiting = _in_units(measured, scene, choices, mix_of)
    drawn: Drawing = choices.drawing or ("light" if main.draws else "none")
    drawing = survival(scene, passes, mix_of, shop.box, drawn)
    progress(0.9, "adding up the paint")
    there = {bottle.kind for bottle in mediums if bottle.left_ml > 0}
    jobs = jobs_of(
        scene, replace(choices, drawing=drawn), main, passes, shop.ground, veil, drawing, there,
        box=shop.box, over_ground=shop.over_ground,
    )  # fmt: skip
    strung = {area for mix in blends if is_of_string(mix.id) for area, _ in mix.serves}
    in_jobs = summed((job.mix, job.volume_ml) for job in jobs if job.mix is not None)
    uses = pile_uses(mixes, from_piles(volumes, blends), in_jobs, from_piles(thinned(passes, jobs), blends))
    piles = {mix: use.volume_ml for mix, use in uses.items()}
    used = tuple(mix for mix in mixes if mix.id in piles)
    gesso = shop.ground.gesso_ml(piles.get(GROUND_MIX_ID, 0.0))
    needs = paint_needs(piles, used, tubes, GROUND_MIX_ID if gesso else None)
    medium = medium_needs(passes, jobs, mediums, gesso)
    return PassPlan(
        school=main.key,
        ground=shop.ground.mix,
        mixes=used,
        strings=tuple(one for one in scene.mixes.strings if one.piles <= piles.keys() and one.area in strung),
        passes=passes,
        jobs=jobs,
        volumes=piles,
        paint=needs,
        mediums=medium,
        drawing=drawing,
        pace=pace_of(passes, jobs, len(from_piles(volumes, blends)), waiting, scene.factors),
        held_back=held_back(passes, mix_of),
        advice=(
            *advice,
            *ordered.advice,
            *(_drawing_advice(drawing, passes) if main.keeps_line else ()),
            *ground_is_there(scene, shop.ground, choices.ground or main.ground),
            *pale_over_dark(scene.areas, shop.ground, passes),
            *out_of_reach(scene.areas),
            *_without_place(choices, passes),
            *missing_brushes(scene, ordered.drafts, passes),
            *stock_advice(needs, passes, (*used, *blends)),
            *_medium_advice(medium),
        ),
        lost_moves=ordered.lost,
        pairs=ordered.pairs,
        known=known_of([mix for mix in used if mix.id[0] in OWN_PREFIXES], known),
        blends=blends,
        uses=uses,
    )


def _arranged(shop: Workshop, main: School, drafts: Sequence[Draft]) -> InOrder:
    """The drafts in order, in passes with work enough for one, then as the painter's hand moved them."""
    scene, choices = shop.scene, shop.choices
    plain = in_order(shop, main, drafts)
    mixes, _ = _used_mixes(shop, plain.drafts)
    mix_of = {mix.id: mix for mix in (*mixes, *scene.mixes.blends)}
    passes = [replace(one, units=_units(one, scene, mix_of)) for one in passes_of(plain, scene, choices)]

    def is_plain() -> bool:
        at_most = sum(len(_units(one, scene, mix_of, least=MOST_UNITS)) for one in passes)
        return at_most < LEAST_IN_ALL * min(one.haste for one in passes)  # on site there is less of everything

    joined = joined_passes(passes, {draft.role.key: draft.role for draft in plain.drafts}, is_plain)
    return in_order(shop, main, drafts, choices.moves, joined) if joined or choices.moves else plain


def _units(
    one: PaintPass,
    scene: Scene,
    mix_of: Mapping[str, Mix],
    cuts: Mapping[str, Cut] = MappingProxyType({}),
    least: int = LEAST_UNITS,
) -> tuple[Unit, ...]:
    """The units of a pass, parted and joined by hand at `cuts`, `least` of them where there is work for so many."""
    kind_of = partial(own_kind, scene.brushes)
    return units_of(one, mix_of, scene.pile_of, cuts, scene.factors.pace.value, kind_of, scene.growths, least)


def _in_units(
    passes: Sequence[PaintPass], scene: Scene, choices: Choices, mix_of: Mapping[str, Mix]
) -> tuple[tuple[PaintPass, ...], Waiting]:
    """The passes as units of work, on the clock."""
    gathered = list(passes)
    for least in range(LEAST_UNITS, MOST_UNITS + 1):  # a plain picture's are halved until the plan has enough of them
        gathered = [
            replace(
                one,
                units=_units(one, scene, mix_of, choices.cuts, least),
                own=tuple(work for work in choices.own_units if work.role in one.parts),
            )
            for one in passes
        ]
        minutes = [unit.minutes for one in gathered for unit in one.units]
        enough = len(minutes) >= LEAST_IN_ALL or sum(minutes) < LEAST_IN_ALL * SHORT_MINUTES
        all_are_parted = all(len(one.units) < least for one in gathered)
        if enough or all_are_parted or any(one.haste < 1 for one in passes):
            break
    pieces = [piece for one in gathered for piece in in_pieces(one)]
    passes = [replace(one, number=number) for number, one in enumerate(pieces, start=1)]
    wet_edges = rules.EDGES not in choices.rules_off
    return on_the_clock(passes, scene, mix_of, choices.techniques, wet_edges=wet_edges)


def _used_mixes(shop: Workshop, drafts: Sequence[Draft]) -> tuple[tuple[Mix, ...], Mix | None]:
    """The piles of a plan (the ground's, the painting's, the school's own), and the one that would mute a strong drawing."""
    serves: dict[str, list[tuple[str, Family]]] = {}
    for draft in drafts:
        parts = shop.scene.area_of[draft.area].parts
        families = [part.family for part in parts if draft.family in (None, part.family)]
        serves.setdefault(draft.mix.id, []).extend((draft.area, family) for family in families)
    ground = shop.ground.mix
    veil = shop.veil
    if veil is not None:
        serves.setdefault(veil.id, [])
    return (*((ground,) if ground is not None else ()), *shop.scene.mixes.mixes, *shop.mixes(serves)), veil


def thinned(passes: Sequence[PaintPass], jobs: Sequence[Job]) -> dict[str, float]:
    """Millilitres of medium that go into every pile, by mix id."""
    steps = (step for paint_pass in passes for step in paint_pass.steps)
    of_steps = ((step.mix, step.medium_ml) for step in steps)
    return summed(chain(of_steps, ((job.mix, job.medium_ml) for job in jobs if job.mix is not None)))


def held_back(passes: Sequence[PaintPass], mix_of: dict[str, Mix]) -> float:
    """By how many value steps the lightest mix before the release stays under the lightest of the release; 0 without one."""
    laid = [(one.role_of(step), step) for one in passes for step in one.steps]
    release = [step for role, step in laid if role in rules.RELEASE_ROLES]
    before = [s for role, s in laid if role not in rules.RELEASE_ROLES and role != "ground" and "beneath" not in role]

    def lightest(of: Sequence[Step]) -> float:
        return max((float(lab_to_value(np.array(mix_of[step.mix].match.lab_dry))) for step in of), default=0.0)

    return max(0.0, lightest(release) - lightest(before)) if release and before else 0.0


def _without_place(choices: Choices, passes: Sequence[PaintPass]) -> tuple[Advice, ...]:
    """The painter's own units whose pass is not in this plan: kept, and said so."""
    roles = {role for one in passes for role in one.parts}
    return tuple(
        Advice(
            "passes.N025",
            "note",
            f"Your own unit “{own.title}” has no place: this plan has no pass “{own.role}”.",
            "It is kept, and comes back with a method that has this pass; or add it to another one.",
            own.id,
        )
        for own in choices.own_units
        if own.role not in roles
    )


def _drawing_advice(found: Survival, passes: Sequence[PaintPass]) -> tuple[Advice, ...]:
    if not found.at_risk:
        return ()
    number = found.restated[0] - 1
    share = found.readable[number - 1] or 0.0
    return (
        Advice(
            "passes.N003",
            "note",
            f"After pass {number}, {passes[number - 1].title}, only {share:.0%} of the drawing can be followed.",
            f"Re-state it before pass {number + 1}. {found.saved_by}".strip(),
        ),
    )


def _medium_advice(needs: Sequence[MediumNeed]) -> tuple[Advice, ...]:
    return tuple(
        Advice(
            "passes.W005",
            "warning",
            f"The plan needs {need.volume_ml:.0f} ml of {need.kind}, the shelf has {need.left_ml:.0f} ml.",
            "Buy a bottle before you start, or leave out the coat that needs it.",
        )
        for need in needs
        if need.left_ml is not None and need.volume_ml > need.left_ml
    )
