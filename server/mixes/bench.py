"""The mixing bench: recipes for a target, films, strings, substitutes; nothing of it is kept."""

from typing import Any

import numpy as np

from server.materials.services import tubes_of
from server.records.history import painting_of
from server.site.problems import NotFound
from server.subject.schemas import AdviceOut
from server.work import desk
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.colour.types import Lab
from ypsochrom.colour.words import CHROMA_WORDS, HUE_WORDS, colour_from_words, colour_name
from ypsochrom.colour.written import read_colour
from ypsochrom.kit.errors import BadColour, BadRecipe
from ypsochrom.materials.shelf import left_ml, nozzles_mm, price_per_ml, usable_box
from ypsochrom.mixes import strings, substitutes
from ypsochrom.mixes.adding import Addition, additions
from ypsochrom.mixes.hand_recipes import HandRecipe, in_words
from ypsochrom.mixes.offer import offer_of, offered, steadiest
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import Match, Wanted
from ypsochrom.paint import appearance, drawdown
from ypsochrom.paint.catalogue import Paintbox, catalogue, paint
from ypsochrom.passes.manners import by_hand
from ypsochrom.work.pass_nodes import ground_under

from .bench_schemas import (
    AdditionOut,
    AlikeOut,
    ColourIn,
    ColourOut,
    ColourWords,
    FilmIn,
    FilmOut,
    FromIn,
    LaidOut,
    OverOut,
    RecipeOut,
    RecipesIn,
    RecipesOut,
    StringIn,
    StringStepOut,
    SubstituteOut,
    SubstitutesOut,
)
from .services import box_of, match_out, pile_out


def box_from(owner: Any, given: FromIn) -> Paintbox:
    """The paints that are asked for: these keys, else the painting's palette, else what the shelf has."""
    box = usable_box(tubes_of(owner))
    if given.keys:
        return box.only(given.keys)
    if given.painting is not None:
        palette = box_of(desk.opened(painting_of(owner, given.painting)))
        if palette is not None:
            return box.only(palette.keys)
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


def recipes(owner: Any, given: RecipesIn) -> RecipesOut:
    """The best recipes for a target that keep to what is asked."""
    box = box_from(owner, given)
    wanted = Wanted(tuple(given.must_use), tuple(given.must_not), given.most_paints)
    target = np.array(given.lab)
    rows = [(one.match, _offered_out(owner, one, given.volume_ml, box)) for one in offered(box, target, wanted)]
    if given.only_enough:
        rows = [(match, row) for match, row in rows if row.enough]
    offer, listed = offer_of([match for match, _ in rows]), [row for _, row in rows]
    at = steadiest(offer.matches, [row.lamp_shift for row in listed])
    if at is not None:
        listed[at].steadiest = True
    return RecipesOut(target=colour_out(target), recipes=listed, reached=offer.reached, words=offer.words)


def _offered_out(owner: Any, one: HandRecipe, volume_ml: float, box: Paintbox) -> RecipeOut:
    found = recipe_out(owner, one.match, volume_ml, box, let_down=False)
    found.pile = pile_out(one.match.recipe.portions(let_down=False), box)
    found.expected_de00, found.likely_worst_de00 = one.expected_de00, one.likely_worst_de00
    found.words, found.two_steps = in_words(one.match.recipe, one.white_to_base), one.white_to_base > 0
    return found


def recipe_out(owner: Any, match: Match, volume_ml: float, box: Paintbox, *, let_down: bool = True) -> RecipeOut:
    """A recipe against its target, with the additions of a pile of so many ml."""
    steps = _additions_out(owner, match.recipe, volume_ml, box, let_down=let_down)
    needed: dict[str, float] = {}
    for step in steps:
        needed[step.key] = needed.get(step.key, 0.0) + step.volume_ml
    return RecipeOut(
        **dict(match_out(match, box)),
        additions=steps,
        tubes=len(match.recipe.keys),
        steadiest=False,
        expected_de00=None,
        likely_worst_de00=None,
        words=in_words(match.recipe),
        two_steps=False,
        enough=all(step.left_ml >= needed[step.key] for step in steps),
    )


def _additions_out(owner: Any, recipe: Recipe, volume_ml: float, box: Paintbox, *, let_down: bool) -> list[AdditionOut]:
    tubes = tubes_of(owner)
    left = left_ml(tubes)
    names = {one.key: one.name for one in box.only(recipe.keys).paints}
    steps: tuple[Addition, ...] = additions(recipe, volume_ml, box, nozzles_mm=nozzles_mm(tubes), let_down=let_down)
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


def substitutes_for(owner: Any, key: str) -> SubstitutesOut:
    """What stands for a paint of the catalogue out of the painter's tubes, and which of those do nearly the same."""
    if key not in catalogue():
        raise NotFound("paint")
    wanted, tubes = paint(key), tubes_of(owner)
    box = usable_box(tubes)
    names = {one.key: one.name for one in box.paints}
    return SubstitutesOut(
        name=wanted.name,
        string=[lab_to_hex(lab) for lab in substitutes.string_of_paint(wanted)],
        substitutes=[
            SubstituteOut(
                parts=one.recipe.mapping,
                words=in_words(one.recipe),
                string=[lab_to_hex(lab) for lab in one.string],
                de00=one.de00,
                worst_de00=one.worst_de00,
                lacks=list(one.lacks),
                price_per_ml=one.price_per_ml,
            )
            for one in substitutes.substitutes(wanted, box, price_per_ml(tubes))
        ],
        alike=[
            AlikeOut(one=names[one], other=names[other], de00=de00)
            for one, other, de00 in substitutes.nearly_the_same(box)
        ],
    )


def film(owner: Any, given: FilmIn) -> FilmOut:
    """A mix in films over white, grey, black and the painting's own ground."""
    box = box_from(owner, given)
    recipe = Recipe.of(given.parts)
    box = box.only(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    grounds = {name: drawdown.ground(drawdown.ground_lab(name)) for name in drawdown.GROUNDS}
    own = None if given.painting is None else ground_under(desk.opened(painting_of(owner, given.painting)))
    if own is not None:
        grounds["your ground"] = own
    usual = by_hand(given.technique)
    share = usual.medium_share if given.medium_share is None else given.medium_share
    found = drawdown.card(
        parts, box, list(grounds.values()), wet_um=usual.wet_um, medium_share=share, finish=given.finish
    )
    return FilmOut(
        wet_um=usual.wet_um,
        medium_share=share,
        over=[
            OverOut(
                name=name,
                colour=lab_to_hex(np.array(row[0].lab_ground)),
                laid=[_laid_out(count, one) for count, one in enumerate(row, start=1)],
            )
            for name, row in zip(grounds, found.rows, strict=True)
        ],
        **vars(found.hiding),
    )


def _laid_out(coats: int, one: drawdown.Drawdown) -> LaidOut:
    lightness, a, b = one.lab_dry
    return LaidOut(
        coats=coats,
        dry=lab_to_hex(np.array(one.lab_dry)),
        wet=lab_to_hex(np.array(one.lab_wet)),
        lightness=lightness,
        chroma=float(np.hypot(a, b)),
        contrast_ratio=one.contrast_ratio,
    )


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
    return [StringStepOut(**dict(match_out(one.match, box)), name=one.name, words=one.words) for one in found]
