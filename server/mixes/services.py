"""Mixes: how many tubes and which, the painter's own recipes, and the mixes for the page."""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from server.materials.palettes import shelf_box
from server.materials.services import laid_thick
from server.site.problems import NotFound
from server.subject.shown import advice_out
from server.work import desk
from ypsochrom.areas.judgement.tones import PULL
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.differences import colour_words, value_words
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.kit.errors import BadSetting
from ypsochrom.kit.recent import Recent
from ypsochrom.mixes.blends import is_of_string
from ypsochrom.mixes.mix_set import KeptRecipe, Mix, PileString, WorstPart, mixes_in_words
from ypsochrom.mixes.palette import MOST_TUBES
from ypsochrom.mixes.piles import Dose
from ypsochrom.mixes.recipe import Portion, Recipe
from ypsochrom.mixes.search import Match
from ypsochrom.mixes.told import told_bands
from ypsochrom.paint import appearance, lights
from ypsochrom.paint.catalogue import Paint, Paintbox
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.mix_node import FoundMixes, pile_trade_off
from ypsochrom.work.planned import names_of

from .schemas import (
    BandOut,
    ColoursOut,
    DoseOut,
    LightOut,
    MatchOut,
    MixesOut,
    MixOut,
    PaletteTubeOut,
    PilePointOut,
    PileStringOut,
    PileTradeOffOut,
    PortionOut,
    ServedOut,
    WorstPartOut,
)


def box_of(work: Work) -> Paintbox | None:
    """The painting's palette with the painter's calibrations; None before the first plan."""
    mixes: FoundMixes | None = work.last("mixes")
    return None if mixes is None else mixes.mixes.box


def change_tubes(owner: Any, painting_id: int, tubes: int) -> Work:
    """Another number of tubes."""
    return _set(owner, painting_id, f"Allowed {tubes} tubes", tubes=tubes)


def change_piles(owner: Any, painting_id: int, piles: int) -> Work:
    """Another number of piles."""
    return _set(owner, painting_id, f"Allowed {piles} piles", piles=piles)


def change_borrowing(owner: Any, painting_id: int, share: float) -> Work:
    """Shadows take more or less of the colour around them."""
    return _set(owner, painting_id, "Changed what shadows borrow", borrow=share)


def _set(owner: Any, painting_id: int, label: str, **settings: Any) -> Work:
    """Other settings; the mixes become out of date and stay until the next plan."""

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        return replace(brief, mixes=replace(brief.mixes, **settings))

    _, work = desk.changed(owner, painting_id, label, alter)
    return work


def trade_off_out(work: Work) -> PileTradeOffOut:
    """What fewer piles cost."""
    if work.last("mixes") is None:
        raise NotFound("mixes")
    points = [PilePointOut(piles=piles, de00=de00) for piles, de00 in pile_trade_off(work)]
    return PileTradeOffOut(points=points)


def choose(owner: Any, painting_id: int, keys: list[str] | None) -> Work:
    """Set the palette by hand, or with None let the plan find it; the mixes become out of date."""
    chosen = None
    if keys is not None:
        if not 1 <= len(set(keys)) <= MOST_TUBES:
            raise BadSetting(f"The palette has {len(set(keys))} tubes.", f"Choose 1 to {MOST_TUBES}.")
        chosen = shelf_box(owner).only(keys).keys

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        return replace(brief, mixes=replace(brief.mixes, chosen=chosen))

    label = "Let the plan find the palette" if chosen is None else f"Chose a palette of {len(chosen)} tubes"
    _, work = desk.changed(owner, painting_id, label, alter)
    return work


def keep_recipe(owner: Any, painting_id: int, mix_id: str, parts: dict[str, float] | None) -> Work:
    """Keep the painter's own recipe for a mix, or with None find its best recipe again. Passes become out of date."""
    recipe = None if parts is None else Recipe.of(parts)

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        kept = {mix: one for mix, one in brief.mixes.kept.items() if mix != mix_id}
        if recipe is not None:
            kept[mix_id] = KeptRecipe(_mix(work, mix_id).match.target_lab, recipe)
        elif mix_id not in brief.mixes.kept:
            _mix(work, mix_id)
        return replace(brief, mixes=replace(brief.mixes, kept=kept))

    label = "Took your own recipe back" if recipe is None else f"Kept your own recipe for {mix_id}"
    _, work = desk.changed(owner, painting_id, label, alter)
    return work


def _mix(work: Work, mix_id: str) -> Mix:
    mixes: FoundMixes | None = work.last("mixes")
    found = None if mixes is None else next((mix for mix in mixes.mixes.mixes if mix.id == mix_id), None)
    if found is None:
        raise NotFound("mix")
    return found


def colours_out(recipe: Recipe, box: Paintbox) -> ColoursOut:
    """What a recipe looks like dry, wet and in other lights."""
    ours = box.only(recipe.keys)
    key = recipe.parts, ours.fingerprint, ours.source
    return _COLOURS.get(key) or _COLOURS.keep(key, _colours_of(recipe, ours))


_COLOURS: Recent[tuple[tuple[tuple[str, float], ...], str, str], ColoursOut] = Recent(2000)
"""A painting's mixes are asked for again and again while its areas and values change; 1 kB each."""


def _colours_of(recipe: Recipe, ours: Paintbox) -> ColoursOut:
    parts = appearance.parts_vector(recipe.mapping, ours)
    dry, wet = appearance.dry_lab(parts, ours), appearance.wet_lab(parts, ours)
    seen = appearance.dry_reflectance(parts, ours)
    return ColoursOut(
        dry=lab_to_hex(dry),
        wet=lab_to_hex(wet),
        lab_dry=dry.tolist(),
        lab_wet=wet.tolist(),
        value_dry=float(lab_to_value(dry)),
        value_wet=float(lab_to_value(wet)),
        source=ours.source,
        lights=[
            LightOut(light=light, name=name, colour=lab_to_hex(lights.seen_under(seen, light)))
            for light, name in lights.LIGHTS.items()
        ],
        lamp_shift=float(lights.lamp_shift(seen)),
    )


def pile_out(portions: Sequence[Portion], box: Paintbox) -> list[PortionOut]:
    """What goes into a pile, by the paints' names."""
    names = {one.key: one.name for one in box.paints}
    return [PortionOut(key=p.key, name=names[p.key], parts=p.parts, let_down_with=p.let_down_with) for p in portions]


def match_out(match: Match, box: Paintbox) -> MatchOut:
    """A recipe against its target, for the page."""
    ours = box.only(match.recipe.keys)
    target = np.array(match.target_lab)
    return MatchOut(
        **dict(colours_out(match.recipe, box)),
        pile=pile_out(match.recipe.portions(), ours),
        parts=match.recipe.mapping,
        photo=lab_to_hex(target),
        target_lab=list(match.target_lab),
        de00=match.de00,
        value_error=match.value_error,
        value_words=value_words(match.value_error),
        colour_words=colour_words(np.array(match.lab_dry), target),
    )


def mix_out(mix: Mix, box: Paintbox, among: Sequence[Mix], *, kept: bool = False) -> MixOut:
    """One mix for the page; `among` are the mixes that it may be made of."""
    others = {one.id: one for one in among}
    return MixOut(
        **dict(match_out(mix.match, box)),
        id=mix.id,
        name=mix.name,
        serves=[ServedOut(area=area, family=family) for area, family in mix.serves],
        kept=kept,
        doses=[_dose_out(dose, box, others) for dose in mix.made_from],
        expected_de00=mix.expected_de00,
        likely_worst_de00=mix.likely_worst_de00,
        worst_part=_worst_out(mix.worst_part),
    )


def string_out(
    one: PileString, box: Paintbox, among: Sequence[Mix], blends: Sequence[Mix], volume_ml: float | None = None
) -> PileStringOut:
    """The string of a gradation for the page; `among` are the mixes that it is put together of, `blends` hold its parts."""
    others = {mix.id: mix for mix in among}
    bands = [
        BandOut(
            name=band.name,
            words=band.words,
            share=band.share,
            doses=[_dose_out(dose, box, others) for dose in band.doses],
            dry=lab_to_hex(np.array(band.match.lab_dry)),
            photo=lab_to_hex(np.array(band.match.target_lab)),
            de00=band.match.de00,
        )
        for band in told_bands(one, {mix.id: mix.name for mix in among})
    ]
    own = [mix_out(mix, box, among) for mix in blends if is_of_string(mix.id) and mix.serves[0][0] == one.area]
    return PileStringOut(area=one.area, volume_ml=volume_ml, bands=bands, parts=own)


def _worst_out(one: WorstPart | None) -> WorstPartOut | None:
    return None if one is None else WorstPartOut(**vars(one), is_far=one.is_far)


def _dose_out(dose: Dose, box: Paintbox, others: Mapping[str, Mix]) -> DoseOut:
    if dose.source in others:
        one = others[dose.source]
        colour = lab_to_hex(np.array(one.match.lab_dry))
        return DoseOut(source=one.id, name=one.name, parts=dose.parts, colour=colour, pile=True)
    tube = box.only([dose.source]).paints[0]
    return DoseOut(source=tube.key, name=tube.name, parts=dose.parts, colour=laid_thick(tube), pile=False)


def tube_out(one: Paint) -> PaletteTubeOut:
    """A paint of a palette, for the page."""
    return PaletteTubeOut(key=one.key, name=one.name, masstone=laid_thick(one), source=one.source)


def out(work: Work) -> MixesOut:
    """Palette and mixes for the page."""
    settings = work.inputs.brief.mixes
    found: FoundMixes | None = work.last("mixes")
    if found is None:
        return MixesOut(
            tubes=settings.tubes,
            piles=settings.piles,
            borrow=settings.borrow,
            usual_borrow=PULL,
            chosen=settings.chosen is not None,
            palette=[],
            mixes=[],
            blends=[],
            strings=[],
            advice=[],
            up_to_date=False,
        )
    told = mixes_in_words(found.mixes, names_of(work.last("areas"), work.inputs.brief))
    box = told.box
    return MixesOut(
        tubes=settings.tubes,
        piles=settings.piles,
        borrow=settings.borrow,
        usual_borrow=PULL,
        chosen=settings.chosen is not None,
        palette=[tube_out(one) for one in box.paints],
        mixes=[mix_out(mix, box, told.mixes, kept=mix.id in found.taken) for mix in told.mixes],
        blends=[mix_out(blend, box, told.mixes) for blend in told.blends if not is_of_string(blend.id)],
        strings=[string_out(one, box, told.mixes, told.blends) for one in told.strings],
        advice=advice_out(told.advice),
        up_to_date=work.state("mixes") == "current",
    )
