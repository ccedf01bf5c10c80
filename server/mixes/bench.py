"""The mixing bench: recipes for a target, dabs by hand, strings, corrections; nothing of it is kept."""

from dataclasses import replace
from typing import Any

import numpy as np

from server.materials.calibrations import SIMULATED_BENCH_SEED, simulated_bench
from server.materials.palettes import shelf_box
from server.materials.services import tubes_of
from server.subject.schemas import AdviceOut
from server.subject.services import painting_of
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.colour.types import Lab
from ypsochrom.colour.words import CHROMA_WORDS, HUE_WORDS, colour_from_words, colour_name
from ypsochrom.colour.written import read_colour
from ypsochrom.formats.plan_json import advice_json
from ypsochrom.kit.errors import BadColour, BadRecipe
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedScale
from ypsochrom.materials.measures import drops
from ypsochrom.materials.shelf import left_ml, nozzles_mm, price_per_ml, usable_box
from ypsochrom.mixes import strings
from ypsochrom.mixes.adding import Addition, additions
from ypsochrom.mixes.correction import Correction, PileState, correct
from ypsochrom.mixes.grey_card import beside_grey
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import OUT_OF_REACH_DE00, Match, Wanted, best_recipes, evaluate
from ypsochrom.mixes.table import RecipeTable, table_for
from ypsochrom.paint.catalogue import Paintbox
from ypsochrom.subject.decode import decode

from .schemas import (
    AdditionOut,
    AddOut,
    ColourIn,
    ColourOut,
    ColourWords,
    CorrectionOut,
    CorrectionsOut,
    FromIn,
    PileIn,
    PileStateIn,
    RecipeOut,
    RecipesIn,
    RecipesOut,
    StringIn,
    StringStepOut,
    WeightOut,
)
from .services import match_out, row_of

MOST_RECIPES = 6
FURTHER_OFF_DE00 = 2.0
"""A recipe so much further off than the best is no choice any more."""

ABOUT_AS_WELL_DE00 = 1.0
"""Recipes within this of the best are compared by how steady they stay under a lamp."""


def box_from(owner: Any, given: FromIn) -> Paintbox:
    """The paints that are asked for: these keys, else the painting's palette, else what the shelf has."""
    box = usable_box(tubes_of(owner))
    if given.keys:
        return box.only(given.keys)
    if given.painting is not None:
        row = row_of(painting_of(owner, given.painting))
        if row.palette:
            return box.only(row.palette)
    return box


def colour_out(lab: Lab, advice: list[AdviceOut] | None = None) -> ColourOut:
    """A colour for the page."""
    return ColourOut(
        lab=[float(x) for x in lab],
        colour=lab_to_hex(lab),
        value=float(lab_to_value(lab)),
        name=colour_name(lab),
        advice=advice or [],
    )


def words() -> ColourWords:
    """The words by which a colour can be told."""
    return ColourWords(hues=list(HUE_WORDS), chromas=list(CHROMA_WORDS))


def read_typed(given: ColourIn) -> ColourOut:
    """A colour as typed, in numbers or in words."""
    if given.written:
        return colour_out(read_colour(given.written))
    if given.value is None or given.hue is None or given.chroma is None:
        raise BadColour("The colour is not complete.", "Give a value, a hue and a chroma word, or CIELAB, or #rrggbb.")
    return colour_out(colour_from_words(given.value, given.hue, given.chroma))


def read_photo(content: bytes, card: tuple[float, float], patch: tuple[float, float]) -> ColourOut:
    """The colour of a pile photographed beside a grey card."""
    found = beside_grey(decode(content).srgb8, card, patch)
    return colour_out(np.array(found.lab), [AdviceOut(**entry) for entry in advice_json(found.advice)])


def recipes(owner: Any, given: RecipesIn) -> RecipesOut:
    """The best recipes for a target that keep to what is asked."""
    box = box_from(owner, given)
    wanted = Wanted(tuple(given.must_use), tuple(given.must_not), given.most_paints)
    target = np.array(given.lab)
    found = _offered(table_for(box), target, wanted)
    listed = [_recipe_out(owner, match, given.volume_ml, box) for match in found]
    if given.only_enough:
        listed = [one for one in listed if one.enough]
    near = [one for one in listed if one.de00 <= listed[0].de00 + ABOUT_AS_WELL_DE00]
    if len(near) > 1:
        min(near, key=lambda one: one.lamp_shift).steadiest = True
    reached = bool(listed) and listed[0].de00 < OUT_OF_REACH_DE00
    return RecipesOut(target=colour_out(target), recipes=listed, reached=reached, words=_verdict(listed, reached))


def _offered(table: RecipeTable, target: Lab, wanted: Wanted) -> list[Match]:
    """The best recipes, and behind them the best with fewer tubes; what is much further off than the best is left out."""
    found = best_recipes(table, target, count=2 * MOST_RECIPES, wanted=wanted)
    limit = max(found[0].de00 + FURTHER_OFF_DE00, OUT_OF_REACH_DE00)
    sizes = range(max(1, len(wanted.must_use)), wanted.most_paints)
    fewer = [best_recipes(table, target, count=1, wanted=replace(wanted, most_paints=size))[0] for size in sizes]
    simple = [match for match in fewer[::-1] if match.de00 <= limit]
    best = [match for match in found if match.de00 <= limit][: MOST_RECIPES - len(simple)]
    return list({match.recipe: match for match in (*best, *simple)}.values())


def _verdict(listed: list[RecipeOut], reached: bool) -> str:
    if not listed:
        return "The shelf has not enough left for any recipe of this amount. Mix less, or allow what runs out."
    if not reached:
        return (
            f"Out of reach of these tubes; the nearest is {listed[0].value_words}, {listed[0].colour_words}. "
            "Allow another tube, or take the right value with less colour."
        )
    return f"{len(listed)} recipes, the best first."


def _recipe_out(owner: Any, match: Match, volume_ml: float, box: Paintbox) -> RecipeOut:
    steps = _additions_out(owner, match.recipe, volume_ml, box)
    needed: dict[str, float] = {}
    for step in steps:
        needed[step.key] = needed.get(step.key, 0.0) + step.volume_ml
    return RecipeOut(
        **dict(match_out(match, box)),
        additions=steps,
        tubes=len(match.recipe.keys),
        steadiest=False,
        enough=all(step.left_ml >= needed[step.key] for step in steps),
    )


def _additions_out(owner: Any, recipe: Recipe, volume_ml: float, box: Paintbox) -> list[AdditionOut]:
    tubes = tubes_of(owner)
    left = left_ml(tubes)
    names = {one.key: one.name for one in box.only(recipe.keys).paints}
    steps: tuple[Addition, ...] = additions(recipe, volume_ml, box, nozzles_mm=nozzles_mm(tubes))
    return [
        AdditionOut(
            key=step.key,
            name=names[step.key],
            volume_ml=step.volume_ml,
            mass_g=step.mass_g,
            bead_cm=step.bead_cm,
            drops=step.drops,
            let_down_with=step.let_down_with,
            dilution_ml=step.dilution_ml,
            share_so_far=step.share_so_far,
            dry=lab_to_hex(np.array(step.lab_dry)),
            wet=lab_to_hex(np.array(step.lab_wet)),
            left_ml=left.get(step.key, 0.0),
        )
        for step in steps
    ]


def predict(owner: Any, given: PileIn) -> RecipeOut:
    """What a pile of these dabs looks like; without a target it is its own."""
    box = box_from(owner, given)
    recipe = Recipe.of(given.parts)
    goal = np.array(given.lab) if given.lab is not None else np.array(evaluate(recipe, np.zeros(3), box).lab_dry)
    return _recipe_out(owner, evaluate(recipe, goal, box), given.volume_ml, box)


def string(owner: Any, given: StringIn) -> list[StringStepOut]:
    """A string of mixes out of the palette."""
    box = box_from(owner, given)
    if given.kind == "value":
        if not given.base:
            raise BadRecipe("A value string needs a base.", "Put dabs on the palette or choose a recipe first.")
        found = strings.value_string(Recipe.of(given.base), given.steps, box)
    elif given.kind == "neutrals":
        found = strings.neutrals(given.steps, box)
    elif given.kind == "greens":
        found = strings.greens(given.steps, box)
    else:
        found = strings.chromatic_darks(box)
    return [StringStepOut(**dict(match_out(one.match, box)), name=one.name) for one in found]


def corrections(owner: Any, given: PileStateIn) -> CorrectionsOut:
    """What to add to a pile that came out wrong, out of what the shelf has."""
    tubes = tubes_of(owner)
    box = usable_box(tubes)
    pile = PileState(Recipe.of(given.parts), given.volume_ml, (given.lab[0], given.lab[1], given.lab[2]), given.wet)
    target = np.array(given.target)
    answer = correct(
        pile, target, box, needed_ml=given.needed_ml, price_per_ml=price_per_ml(tubes), left_ml=left_ml(tubes)
    )
    return CorrectionsOut(
        pile=colour_out(np.array(answer.pile_lab_dry)),
        target=colour_out(target),
        pile_words=answer.pile_words,
        leave=answer.leave,
        corrections=[_correction_out(one, given.volume_ml, box) for one in answer.corrections],
        fresh_costs_less=answer.fresh_costs_less,
        fresh_ml=answer.fresh_ml,
        fresh_cost=answer.fresh_cost,
        correction_cost=answer.correction_cost,
    )


def _correction_out(one: Correction, volume_ml: float, box: Paintbox) -> CorrectionOut:
    paint_of = {paint.key: paint for paint in box.paints}
    return CorrectionOut(
        adds=[
            AddOut(
                key=key,
                name=paint_of[key].name,
                volume_ml=ml,
                mass_g=ml * paint_of[key].density_kg_per_l,
                drops=drops(ml),
                pile_parts=volume_ml / ml,
            )
            for key, ml in one.adds_ml
        ],
        growth=one.share,
        volume_ml=one.volume_ml,
        dry=lab_to_hex(np.array(one.lab_dry)),
        lab_dry=list(one.lab_dry),
        de00=one.de00,
        value_error=one.value_error,
        words=one.words,
    )


def colorimeter(owner: Any, given: PileIn) -> ColourOut:
    """The pile as mixed by hand on the simulated bench, read by the simulated colorimeter."""
    recipe = Recipe.of(given.parts)
    pile = simulated_bench().pile(recipe.mapping, shelf_box(owner))
    return colour_out(np.array(SimulatedColorimeter(SIMULATED_BENCH_SEED).read(pile)))


def scale(owner: Any, given: PileIn) -> WeightOut:
    """The pile on the simulated scale; ml follow from the densities of its paints."""
    recipe = Recipe.of(given.parts)
    box = shelf_box(owner).only(recipe.keys)
    density = sum(recipe.mapping[p.key] * p.density_kg_per_l for p in box.paints) / recipe.total
    shown = SimulatedScale(SIMULATED_BENCH_SEED).weigh(given.volume_ml * density)
    return WeightOut(mass_g=shown, volume_ml=shown / density)
