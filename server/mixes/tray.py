"""What lies on the painter's tray: heaps, a pile dose by dose, photos of the palette, what is left, and what mends a pile."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from server.materials.calibrations import SIMULATED_BENCH_SEED, simulated_bench
from server.materials.palettes import shelf_box
from server.materials.services import tubes_of
from server.records.history import painting_of
from server.site.problems import NotFound
from server.subject.shown import advice_out
from server.work import desk
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.types import LabTriple
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedScale
from ypsochrom.materials.measures import dose_in_words, drops, drops_in_a_cm, pile_width_mm
from ypsochrom.materials.shelf import USUAL_NOZZLE_MM, left_ml, looking_box, nozzles_mm, price_per_ml
from ypsochrom.materials.tray import tray as laid_out
from ypsochrom.mixes.correction import Correction, PileState, correct
from ypsochrom.mixes.grey_card import beside_grey
from ypsochrom.mixes.growing import Laid, grown, in_tubes
from ypsochrom.mixes.leftover import uses_of
from ypsochrom.mixes.mix_set import Mix, MixSet, mixes_in_words
from ypsochrom.mixes.palette_photo import SeenPile, nearest_mix, piles_on
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import evaluate
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.subject.decode import decode
from ypsochrom.work.mix_node import FoundMixes
from ypsochrom.work.planned import names_of

from .bench import box_from, colour_out, recipe_out
from .bench_schemas import (
    AddOut,
    ColourOut,
    CorrectionOut,
    CorrectionsOut,
    HeapOut,
    LaidDoseOut,
    LeftIn,
    PalettePhotoOut,
    PileIn,
    PileStateIn,
    RecipeOut,
    SeenPileOut,
    ShapeOut,
    TrayIn,
    TrayOut,
    TrayPileOut,
    UseOut,
    WeightOut,
)


def tray(owner: Any, given: TrayIn) -> TrayOut:
    """The tray as it lies, and the pile on it dose by dose."""
    tubes, box = tubes_of(owner), box_from(owner, given)
    nozzles, left = nozzles_mm(tubes), left_ml(tubes)
    paints = {one.key: one for one in box.paints}
    mixes = _piles(owner, given.beside)
    recipes = {mix.id: mix.match.recipe for mix in mixes}
    doses = [(one.key, one.drops) for one in given.doses]
    laid = grown(doses, box, None if given.lab is None else np.array(given.lab), nozzles, recipes)
    seen = {mix.id: (mix.name, mix.match.lab_dry) for mix in mixes}
    for key, _ in doses:
        if key not in seen:
            tube = paints[key] if key in paints else paint(key)
            seen[key] = (tube.name, tube.masstone_lab)
    return TrayOut(
        heaps=[
            HeapOut(
                key=place.key,
                name=paints[place.key].name,
                colour=lab_to_hex(np.array(paints[place.key].masstone_lab)),
                side=place.side,
                drops_in_a_cm=drops_in_a_cm(nozzles.get(place.key, USUAL_NOZZLE_MM)),
                left_ml=left.get(place.key, 0.0),
            )
            for place in laid_out(box)
        ],
        piles=[
            TrayPileOut(
                key=mix.id,
                name=mix.name,
                colour=lab_to_hex(np.array(mix.match.lab_dry)),
                parts=mix.match.recipe.mapping,
            )
            for mix in mixes
        ],
        laid=[_laid_dose_out(one, *seen[one.key]) for one in laid],
        pile=_pile_out(owner, in_tubes(doses, recipes), given.lab, laid[-1].pile_ml, box) if laid else None,
    )


def _laid_dose_out(one: Laid, name: str, colour: LabTriple) -> LaidDoseOut:
    return LaidDoseOut(
        key=one.key,
        name=name,
        colour=lab_to_hex(np.array(colour)),
        drops=one.drops,
        words=one.words,
        shapes=[ShapeOut(**vars(shape)) for shape in one.shapes],
        mass_g=one.mass_g,
        pile_ml=one.pile_ml,
        pile_width_mm=pile_width_mm(one.pile_ml),
        dry=lab_to_hex(np.array(one.lab_dry)),
        wet=lab_to_hex(np.array(one.lab_wet)),
        value_dry=one.value_dry,
        de00=one.de00,
        difference=one.difference,
    )


def predict(owner: Any, given: PileIn) -> RecipeOut:
    """What a pile of these dabs looks like; without a target it is its own."""
    return _pile_out(owner, given.parts, given.lab, given.volume_ml, box_from(owner, given))


def _pile_out(
    owner: Any, parts: Mapping[str, float], lab: Sequence[float] | None, volume_ml: float, box: Paintbox
) -> RecipeOut:
    recipe = Recipe.of(parts)
    goal = np.array(evaluate(recipe, np.zeros(3), box).lab_dry if lab is None else lab)
    return recipe_out(owner, evaluate(recipe, goal, box), volume_ml, box)


def read_photo(content: bytes, card: tuple[float, float], patch: tuple[float, float]) -> ColourOut:
    """The colour of a pile photographed beside a grey card."""
    found = beside_grey(decode(content).srgb8, card, patch)
    return colour_out(np.array(found.lab), advice_out(found.advice))


def piles_in_photo(
    owner: Any, content: bytes, card: tuple[float, float], painting: int | None, *, wet: bool
) -> PalettePhotoOut:
    """Every pile in a photo of the palette, and which of the painting's mixes each is."""
    mixes = _piles(owner, painting)
    found, advice = piles_on(decode(content).srgb8, card)
    return PalettePhotoOut(piles=[_seen_out(one, mixes, wet=wet) for one in found], advice=advice_out(advice))


def _seen_out(seen: SeenPile, mixes: Sequence[Mix], *, wet: bool) -> SeenPileOut:
    nearest = nearest_mix(seen.lab, mixes, wet=wet)
    return SeenPileOut(
        **dict(colour_out(np.array(seen.lab))),
        x=seen.x,
        y=seen.y,
        mix=nearest.mix.id if nearest else None,
        mix_name=nearest.mix.name if nearest else None,
        mix_colour=lab_to_hex(np.array(nearest.mix.match.lab_dry)) if nearest else None,
        de00=nearest.de00 if nearest else None,
        difference=nearest.difference if nearest else None,
    )


def _planned(owner: Any, painting: int) -> MixSet | None:
    """The painting's mixes under the names that a painter reads; None before the first plan."""
    work = desk.opened(painting_of(owner, painting))
    found: FoundMixes | None = work.last("mixes")
    return None if found is None else mixes_in_words(found.mixes, names_of(work.last("areas"), work.inputs.brief))


def _piles(owner: Any, painting: int | None) -> list[Mix]:
    """The piles that the painting is painted with; none before the first plan."""
    told = None if painting is None else _planned(owner, painting)
    return [] if told is None else [mix for mix in told.mixes if mix.serves]


def uses_for(owner: Any, given: LeftIn) -> list[UseOut]:
    """What is left of a pile, and which of the painting's mixes it can become."""
    told = _planned(owner, given.painting)
    if told is None:
        raise NotFound("plan")
    left = Recipe.of(given.parts)
    box = looking_box(tubes_of(owner)).only(dict.fromkeys([*told.palette, *left.keys]))
    mix_of = {mix.id: mix for mix in told.mixes}
    served = [mix for mix in told.mixes if mix.serves]
    return [
        UseOut(
            **vars(use),
            name=mix_of[use.mix].name,
            colour=lab_to_hex(np.array(mix_of[use.mix].match.lab_dry)),
        )
        for use in uses_of(left, given.volume_ml, served, box)
    ]


def corrections(owner: Any, given: PileStateIn) -> CorrectionsOut:
    """What to add to a pile, out of the paints that are asked for, and of what the shelf has left of them."""
    tubes, box = tubes_of(owner), box_from(owner, given)
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
        corrections=[_correction_out(one, given.volume_ml, box, nozzles_mm(tubes)) for one in answer.corrections],
        fresh_costs_less=answer.fresh_costs_less,
        fresh_ml=answer.fresh_ml,
        fresh_cost=answer.fresh_cost,
        correction_cost=answer.correction_cost,
    )


def _correction_out(one: Correction, volume_ml: float, box: Paintbox, nozzles: Mapping[str, float]) -> CorrectionOut:
    paint_of = {paint.key: paint for paint in box.paints}
    return CorrectionOut(
        adds=[
            AddOut(
                key=key,
                name=paint_of[key].name,
                volume_ml=ml,
                mass_g=ml * paint_of[key].density_kg_per_l,
                drops=drops(ml),
                words=dose_in_words(ml, nozzles.get(key, USUAL_NOZZLE_MM)),
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
