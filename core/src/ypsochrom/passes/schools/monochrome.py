"""Monochrome first: all values and detail in grey or sepia, colour later by glazes."""

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from ...areas.area import Area
from ...areas.families import Family
from ...colour.munsell import lab_to_value
from ...colour.types import LabTriple, Reflectance
from ...mixes.mix_set import Mix
from ..films import layers
from ..films.glazing import FIRST_GLAZES, LATER_GLAZES, LATER_SHARE, Glazing
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, LIGHTS_AND_ACCENTS, School, finished_opaque, focal_forms, on_parts, over_areas
from .underlayers import QUIET_CHROMA
from .workshop import Workshop

BLOCK_IN = Role("grey block-in", 20, 1 / 9, manner("opaque"), "All masses in their grey, darks first, no colour yet.")
MODELLING = Role(
    "grey modelling",
    30,
    1 / 20,
    manner("opaque"),
    "All values and all detail without colour, a little lighter than the goal: glazes darken.",
)
TINTS = Role(
    "tint glazes",
    40,
    1 / 16,
    manner("glaze", "glazing liquid", LATER_SHARE),
    "Colour over the dry grey painting, area by area, in clear films.",
)

_GREYS_L = (22.0, 30.0, 40.0, 50.0, 60.0, 70.0, 78.0, 86.0, 93.0)
_LIGHTER_L = 10.0
_SEPIA_AB = (3.0, 10.0)
_FAR_DE00 = 6.0
"""What a tint leaves farther off than this a painter sees as another colour; the method is one of glazes, so less is let be."""

_SCHEDULES = (*LATER_GLAZES, *FIRST_GLAZES)


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    sepia = shop.choices.underpainting == "sepia"
    piles: dict[float, Mix] = {}

    def lighter_grey(goal: LabTriple) -> Reflectance:
        lightness = min(_GREYS_L, key=lambda one: abs(one - goal[0] - _LIGHTER_L))
        return layers.masstone(_grey(shop, lightness, sepia, piles).match.recipe, shop.box)

    shop.choose_glazes(lighter_grey)
    plan = {part: _grey_and_glaze(shop, goal, sepia, piles) for part, goal in shop.scene.goals.items()}
    drafts: list[Draft] = []
    for area in areas:
        greys = {part.family: plan[area.id, part.family][0] for part in area.parts}
        main = greys[shop.scene.main_family(area)]
        drafts += over_areas([area], BLOCK_IN, {area.id: main})
        drafts += [
            Draft(MODELLING, area.id, family, grey, MODELLING.manner)
            for family, grey in greys.items()
            if grey is not main
        ]
        tints = {part.family: plan[area.id, part.family][1:] for part in area.parts}
        opaque = [
            finished_opaque(shop, area, family, found.de00, _FAR_DE00)
            for family, (_, found) in tints.items()
            if family not in ENDS
        ]
        finished = [draft for draft in opaque if draft is not None]
        done = {draft.family for draft in finished}
        drafts += _tints(area, {family: tint for family, tint in tints.items() if family not in done})
        drafts += finished
    return [*drafts, *focal_forms(shop, areas), *on_parts(shop, areas, LIGHTS_AND_ACCENTS, ENDS)]


def _tints(area: Area, glaze_of: dict[Family, tuple[Mix | None, Glazing]]) -> list[Draft]:
    """One glaze for the whole area where all its families ask for the same, else one each."""
    piles = {(mix.id, found.shares) for mix, found in glaze_of.values() if mix is not None}
    if len(piles) == 1 and all(mix is not None for mix, _ in glaze_of.values()):
        mix, found = next(iter(glaze_of.values()))
        return [_tint(area, None, mix, found)] if mix is not None else []
    return [
        _tint(area, family, mix, found)
        for family, (mix, found) in glaze_of.items()
        if mix is not None and family not in ENDS
    ]


def _tint(area: Area, family: Family | None, mix: Mix, found: Glazing) -> Draft:
    layer = replace(TINTS.manner, medium_share=found.shares[0])
    return Draft(TINTS, area.id, family, mix, layer, len(found.shares))


def _grey_and_glaze(
    shop: Workshop, target: LabTriple, sepia: bool, piles: dict[float, Mix]
) -> tuple[Mix, Mix | None, Glazing]:
    """The grey under a colour, and the glaze that brings it there: of all greys the pair that comes nearest."""
    best: tuple[float, float, Glazing] | None = None
    for lightness in _GREYS_L:
        if target[0] <= lightness <= target[0] + 30:
            grey = _grey(shop, lightness, sepia, piles)
            _, found = shop.glaze(target, layers.masstone(grey.match.recipe, shop.box), _SCHEDULES)
            if best is None or found.de00 < best[0]:
                best = (found.de00, lightness, found)
    if best is None:
        lightness = min(_GREYS_L, key=lambda one: abs(one - target[0]))
        grey = _grey(shop, lightness, sepia, piles)
        _, found = shop.glaze(target, layers.masstone(grey.match.recipe, shop.box), _SCHEDULES)
        best = (found.de00, lightness, found)
    grey = _grey(shop, best[1], sepia, piles)
    pile, found = shop.glaze(target, layers.masstone(grey.match.recipe, shop.box), _SCHEDULES)
    return grey, pile, found


def _grey(shop: Workshop, lightness: float, sepia: bool, piles: dict[float, Mix]) -> Mix:
    if lightness not in piles:
        lab: LabTriple = (lightness, *(_SEPIA_AB if sepia else (0.0, 0.0)))
        value = float(lab_to_value(np.array(lab)))
        piles[lightness] = shop.tone(lab, f"{'sepia' if sepia else 'grey'} {value:.1f}", QUIET_CHROMA)
    return piles[lightness]


MONOCHROME = School(
    key="monochrome",
    title="Monochrome first",
    idea="All values and detail in grey or sepia; colour comes later, in glazes.",
    ground="grey",
    rules=(
        rules.BENEATH, rules.GLAZE, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.DARK, rules.BEHIND, rules.OVERLAP,
        rules.BRUSH, rules.EDGES, rules.HAND_CLEAR, rules.MORE_LAYERS,
    ),
    lays=_lays,
    mediums=(("glazing liquid", "gloss medium", "matt medium"),),
)  # fmt: skip
