"""From schools to drafts: everything that is to be laid, not yet in order."""

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from ...areas.area import Area
from ...areas.families import Family
from ...colour.ciede2000 import delta_e_2000
from ...kit.advice import Advice
from ...materials.supplies import Medium, MediumKind
from ...mixes.mix_set import Mix
from ..films.ground import GROUND_MANNER, GROUND_WORDS, Ground
from ..manners import by_hand, manner
from ..order import rules
from ..scene import Choices, Scene
from ..schools import SCHOOLS, school_of
from ..schools.monochrome import MONOCHROME
from ..schools.on_site import ON_SITE
from ..schools.school import ENDS, FOCAL_FORMS, HELD_BACK_STEPS, School, on_parts
from ..schools.underlayers import underpainting
from ..schools.workshop import Workshop
from ..step import Draft, Role
from .first_covers import first_covers
from .gradation import blended_passages
from .layering import white_beneath, without_empty
from .surfaces import surfaces


def _ground_drafts(scene: Scene, ground: Ground) -> list[Draft]:
    """The ground goes over everything, also under what stays bare."""
    if ground.mix is None:
        return []
    role = Role("ground", 0, 1 / 6, GROUND_MANNER, GROUND_WORDS[ground.tone])
    return [Draft(role, area.id, None, ground.mix, GROUND_MANNER) for area in scene.areas]


OVERLAPPING = Role(
    "what overlaps everything",
    70,
    1 / 150,
    manner("loaded"),
    "Whiskers, blades, rigging: in one stroke over everything that is finished.",
)


def drafts_of(
    shop: Workshop, main: School, mediums: Sequence[Medium], prices: Mapping[str, float]
) -> tuple[list[Draft], list[Advice]]:
    """All steps that the schools ask for, not yet in order, and what is to be said about their mediums.

    `prices` are per ml by paint key, for first covers.
    """
    scene, choices = shop.scene, shop.choices
    laid, advice = _laid_by_the_schools(shop, main, mediums)
    laid = _held_back(shop, [*laid, *_laid_on_top(shop, main)], _areas_under(rules.HELD, shop, main))
    drafts = _sorted(without_empty([*_ground_drafts(scene, shop.ground), *_with_fading(laid, choices)], scene))
    pale = [draft for draft in drafts if draft.area in _areas_under(rules.WHITE_BENEATH, shop, main)]
    if pale:
        drafts = _sorted([*drafts, *white_beneath(drafts, pale, scene, choices, shop.box, _white_pattern(shop))])
    if choices.first_cover == "cheaper paint":
        drafts = _sorted([*drafts, *first_covers(drafts, shop, prices)])
    if rules.MORE_LAYERS in choices.rules_off:
        drafts = [draft for draft in drafts if draft.role.key != FOCAL_FORMS.key]
    drafts = _sorted(surfaces(blended_passages(drafts, shop), shop))
    by_painter = choices.techniques
    return [
        replace(d, manner=by_hand(by_painter[d.id]), coats=None) if d.id in by_painter else d for d in drafts
    ], advice


def _sorted(drafts: Sequence[Draft]) -> list[Draft]:
    return sorted(drafts, key=lambda draft: (draft.role.rank, draft.id))


def _areas_under(rule: str, shop: Workshop, main: School) -> frozenset[str]:
    """The areas whose school follows a rule; none where the painter set it aside."""
    if rule in shop.choices.rules_off:
        return frozenset()
    groups = groups_of(shop.scene, shop.choices, main)
    return frozenset(area.id for school, areas in groups if rule in school.rules for area in areas)


def _on_top(shop: Workshop) -> frozenset[str]:
    return shop.scene.overlapping if rules.ON_TOP not in shop.choices.rules_off else frozenset()


def _laid_by_the_schools(shop: Workshop, main: School, mediums: Sequence[Medium]) -> tuple[list[Draft], list[Advice]]:
    """Underlayers and layers of every school at work, in the mediums that the shelf has."""
    drafts: list[Draft] = []
    advice: list[Advice] = []
    for school, areas in groups_of(shop.scene, shop.choices, main):
        group = [area for area in areas if area.id not in _on_top(shop)]
        under = school.underpainting if shop.choices.underpainting is None else shop.choices.underpainting
        own = [] if school.key == MONOCHROME.key else underpainting(shop, under, group)
        own += school.lays(shop, group)
        swap, said = _mediums(school, mediums)
        advice += said
        drafts += [
            replace(d, manner=replace(d.manner, medium=swap[d.manner.medium])) if d.manner.medium in swap else d
            for d in own
        ]
    return drafts, advice


def _laid_on_top(shop: Workshop, main: School) -> list[Draft]:
    """What overlaps everything: its own mix in one stroke, then what is plainly another value, its accents and highlights.

    On site there is no time for the second.
    """
    by_school = groups_of(shop.scene, shop.choices, main)
    hurried = {area.id for school, areas in by_school if school is ON_SITE for area in areas}
    drafts: list[Draft] = []
    for area in shop.scene.painted:
        if area.id in _on_top(shop):
            whole = shop.scene.main_mix(area)
            families = ENDS if area.id in hurried else (*ENDS, *_of_another_value(shop.scene, area, whole))
            drafts.append(Draft(OVERLAPPING, area.id, None, whole, OVERLAPPING.manner, 1))
            drafts += on_parts(shop, [area], OVERLAPPING, families, {area.id: whole}, 1)
    return drafts


def _of_another_value(scene: Scene, area: Area, whole: Mix) -> list[Family]:
    """The parts of an area that lie more than a step from the mix that all of it is laid in."""
    lightness = whole.match.lab_dry[0]
    return [part.family for part in area.parts if abs(scene.goals[area.id, part.family][0] - lightness) > L_PER_STEP]


def _held_back(shop: Workshop, drafts: Sequence[Draft], areas: frozenset[str]) -> list[Draft]:
    """The lightest opaque lights in a slightly darker mix of the painting, and their own mix again at the release.

    Only where the painting has such a mix near enough, and the plan a pass that releases. A pile of a school's own, such as the
    greys that glazes are to lie on, is no light, however light it is.
    """
    release = next((d.role for d in drafts if d.role.key in rules.RELEASE_ROLES), None)
    mixes = shop.scene.mixes.mixes
    if release is None:
        return list(drafts)
    lightest = max(mix.match.lab_dry[0] for mix in mixes)
    own = {mix.id for mix in (*mixes, *shop.scene.mixes.blends)}
    found: list[Draft] = []
    for draft in drafts:
        opaque = draft.manner.medium_share == 0 and draft.role.key not in rules.RELEASE_ROLES
        early = opaque and draft.mix.id in own and draft.family == "light" and draft.area in areas
        if early and draft.mix.match.lab_dry[0] > lightest - HELD_BACK_STEPS * L_PER_STEP:
            stand_in = _a_little_darker(draft.mix, mixes, lightest)
            if stand_in is not None:
                found.append(replace(draft, mix=stand_in))
                found.append(Draft(release, draft.area, draft.family, draft.mix, release.manner, 1))
                continue
        found.append(draft)
    return list({draft.id: draft for draft in found}.values())


L_PER_STEP = 10.0
"""A Munsell value step is about ten L*."""

_STILL_THE_COLOUR_DE00 = 12.0


def _a_little_darker(mix: Mix, mixes: Sequence[Mix], lightest: float) -> Mix | None:
    """The nearest mix that stays `HELD_BACK_STEPS` under the lightest; None when it would be another colour."""
    darker = [m for m in mixes if m.match.lab_dry[0] <= lightest - HELD_BACK_STEPS * L_PER_STEP]
    apart = {m.id: float(delta_e_2000(np.array(m.match.lab_dry), np.array(mix.match.lab_dry))) for m in darker}
    near = min(darker, key=lambda m: (apart[m.id], m.id), default=None)
    return near if near is not None and apart[near.id] <= _STILL_THE_COLOUR_DE00 else None


def _white_pattern(shop: Workshop) -> Draft | None:
    if shop.white is None:
        return None
    why = "White beneath what will not cover: fewer coats, and the colour stays clean."
    role = Role("white beneath", 0, 1 / 20, manner("opaque"), why)
    return Draft(role, "", None, shop.white, role.manner, 1)


def groups_of(scene: Scene, choices: Choices, main: School) -> list[tuple[School, list[Area]]]:
    """The schools at work and their areas, the painting's own first."""
    by_school: dict[str, list[Area]] = {main.key: []}
    for area in scene.painted:
        by_school.setdefault(school_of(choices.school_of.get(area.id, main.key)).key, []).append(area)
    return [(SCHOOLS[key], areas) for key, areas in by_school.items() if areas]


def _with_fading(drafts: Sequence[Draft], choices: Choices) -> list[Draft]:
    """Areas that fade out get their first layer, in one coat, and nothing after it."""
    first: dict[str, int] = {}
    for draft in drafts:
        if draft.area in choices.fading:
            first[draft.area] = min(first.get(draft.area, draft.role.rank), draft.role.rank)
    return [
        replace(draft, coats=1) if draft.area in first else draft
        for draft in drafts
        if draft.area not in first or draft.role.rank == first[draft.area]
    ]


def _mediums(school: School, stock: Sequence[Medium]) -> tuple[dict[MediumKind, MediumKind], list[Advice]]:
    """What takes the place of a medium that the shelf lacks, and a warning where nothing does."""
    there = {bottle.kind for bottle in stock if bottle.left_ml > 0} | {"water"}
    swap: dict[MediumKind, MediumKind] = {}
    advice = []
    for alternatives in school.mediums:
        found = next((kind for kind in alternatives if kind in there), None)
        if found is None:
            advice.append(
                Advice(
                    "passes.W004",
                    "warning",
                    f"“{school.title}” needs {' or '.join(alternatives)}, and the shelf has none.",
                    "Put a bottle on the shelf, or choose another school.",
                )
            )
        elif found != alternatives[0]:
            swap[alternatives[0]] = found
            advice.append(
                Advice(
                    "passes.N002",
                    "note",
                    f"The shelf has no {alternatives[0]}: {found} takes its place.",
                    "Glazes then set faster or with another sheen; try it on a card first.",
                )
            )
    return swap, list(dict.fromkeys(advice))
