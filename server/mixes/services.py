"""Mixes: chosen and solved by the core, kept with the fingerprint of areas, shelf and settings."""

from typing import Any

import numpy as np
from django.db import transaction

from server.areas.models import AreaRow
from server.areas.services import area_map_of
from server.areas.services import fingerprint_of as areas_fingerprint
from server.areas.services import row_of as area_row_of
from server.materials.palettes import shelf_box
from server.materials.services import laid_thick, tubes_of
from server.site.fingerprints import fingerprint
from server.site.problems import NotFound
from server.subject.models import Painting
from server.subject.schemas import AdviceOut
from server.subject.services import fingerprint_of as subject_fingerprint
from server.subject.services import painting_of, reach_of
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.differences import colour_words, value_words
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.colour.types import triple
from ypsochrom.formats.plan_json import advice_json, mix_json
from ypsochrom.formats.plan_read import read_mixes
from ypsochrom.kit.errors import BadSetting
from ypsochrom.kit.progress import Progress, part_of, silent
from ypsochrom.materials.shelf import usable_box
from ypsochrom.mixes.mix_set import KeptRecipe, MixSet, choose_palette, find_mixes, targets_of, with_kept
from ypsochrom.mixes.palette import MOST_TUBES
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.mixes.search import Match, best_recipes, evaluate
from ypsochrom.mixes.table import table_for
from ypsochrom.paint import appearance, lights
from ypsochrom.paint.catalogue import Paint, Paintbox

from .models import MixRow, OwnRecipe
from .schemas import (
    ColoursOut,
    LightOut,
    MatchOut,
    MixesOut,
    MixOut,
    PaletteTubeOut,
    PortionOut,
    ServedOut,
)

_SAME_TARGET_DE00 = 1e-3
"""Targets are kept to three digits."""


def row_of(painting: Painting) -> MixRow:
    """The painting's mixes and their settings."""
    row, _ = MixRow.objects.get_or_create(owner=painting.owner, painting=painting)
    return row


def fingerprint_of(row: MixRow) -> str:
    """Of all that the mixes depend on: the areas, the shelf's paints as they are known, settings, the painter's recipes."""
    usable = sorted({(t.key, t.calibrated is not None) for t in tubes_of(row.owner) if t.left_ml > 0})
    box = shelf_box(row.owner).fingerprint if any(measured for _, measured in usable) else ""
    own = [[one.target_lab, one.parts] for one in _own(row)]
    area_row = area_row_of(row.painting)
    areas = subject_fingerprint(row.painting) if area_row is None else areas_fingerprint(area_row)
    return fingerprint(areas, usable, box, row.tubes, row.chosen, own)


def _own(row: MixRow) -> list[OwnRecipe]:
    return list(OwnRecipe.objects.of(row.owner).filter(painting=row.painting))


def is_up_to_date(row: MixRow) -> bool:
    """Whether the mixes are those of the present subject, shelf and settings."""
    return row.fingerprint == fingerprint_of(row)


def ensure(painting: Painting, area_row: AreaRow, progress: Progress = silent) -> MixRow:
    """The mixes of the present subject and shelf, found now when they are missing or out of date."""
    row = row_of(painting)
    if row.fingerprint == fingerprint_of(row):
        return row
    areas, reach = area_map_of(area_row).areas, reach_of(painting)
    progress(0.0, "choosing tubes")
    box = usable_box(tubes_of(row.owner))
    palette = box.only(row.chosen) if row.chosen else choose_palette(box, targets_of(areas, reach), row.tubes)
    found = find_mixes(areas, palette, reach=reach, progress=part_of(progress, 0.3, 1.0))
    _keep(row, found)
    return row


def _keep(row: MixRow, found: MixSet) -> None:
    """Write mixes into the row, with the painter's own recipes in their places."""
    own = [KeptRecipe((lab[0], lab[1], lab[2]), Recipe.of(parts)) for lab, parts in _own_values(row)]
    mixes, kept = with_kept(found, own)
    row.fingerprint = fingerprint_of(row)
    row.palette = list(mixes.palette)
    row.mixes = [mix_json(mix, 0.0) for mix in mixes.mixes]
    row.kept = list(kept)
    row.advice = advice_json(mixes.advice)
    row.save()


def _own_values(row: MixRow) -> list[tuple[list[float], dict[str, float]]]:
    return [(one.target_lab, one.parts) for one in _own(row)]


def mix_set_of(row: MixRow) -> MixSet:
    """The mixes as the core knows them."""
    return read_mixes(box_of(row), row.mixes, row.advice)


def box_of(row: MixRow) -> Paintbox:
    """The painting's palette with the painter's calibrations; the shelf's paints before the first plan."""
    box = shelf_box(row.owner)
    return box.only(row.palette) if row.palette else box


@transaction.atomic
def change_tubes(owner: Any, painting_id: int, tubes: int) -> MixRow:
    """Another number of tubes; the mixes become out of date and stay until the next plan."""
    row = row_of(painting_of(owner, painting_id))
    row.tubes = tubes
    row.save(update_fields=["tubes"])
    return row


@transaction.atomic
def choose(owner: Any, painting_id: int, keys: list[str] | None) -> MixRow:
    """Set the palette by hand, or with None let the plan find it; the mixes become out of date."""
    row = row_of(painting_of(owner, painting_id))
    if keys is not None:
        if not 1 <= len(set(keys)) <= MOST_TUBES:
            raise BadSetting(f"The palette has {len(set(keys))} tubes.", f"Choose 1 to {MOST_TUBES}.")
        keys = list(shelf_box(owner).only(keys).keys)
    row.chosen = keys
    row.save(update_fields=["chosen"])
    return row


@transaction.atomic
def keep_recipe(owner: Any, painting_id: int, mix_id: str, parts: dict[str, float] | None) -> MixRow:
    """Keep the painter's own recipe for a mix, or with None find its best recipe again. Passes become out of date."""
    row = row_of(painting_of(owner, painting_id))
    mix = next((one for one in row.mixes if one["id"] == mix_id), None)
    if mix is None:
        raise NotFound("mix")
    current = is_up_to_date(row)
    known, target = mix_set_of(row), np.array(mix["target_lab"])
    for one in _own(row):
        if float(delta_e_2000(np.array(one.target_lab), target)) < _SAME_TARGET_DE00:
            one.delete()
    if parts is None:
        recipe = best_recipes(table_for(known.box), target, count=1)[0].recipe
    else:
        recipe = Recipe.of(parts)
        OwnRecipe.objects.create(
            owner=owner, painting=row.painting, target_lab=mix["target_lab"], parts=dict(recipe.mapping)
        )
    changed, _ = with_kept(known, [KeptRecipe(triple(target), recipe)])
    row.mixes = [mix_json(one, 0.0) for one in changed.mixes]
    row.kept = sorted({*row.kept, mix_id} if parts is not None else {*row.kept} - {mix_id})
    row.advice = advice_json(changed.advice)
    if current:
        row.fingerprint = fingerprint_of(row)
    row.save()
    return row


def colours_out(recipe: Recipe, box: Paintbox) -> ColoursOut:
    """What a recipe looks like dry, wet and in other lights."""
    ours = box.only(recipe.keys)
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


def match_out(match: Match, box: Paintbox) -> MatchOut:
    """A recipe against its target, for the page."""
    ours = box.only(match.recipe.keys)
    names = {one.key: one.name for one in ours.paints}
    target = np.array(match.target_lab)
    return MatchOut(
        **dict(colours_out(match.recipe, box)),
        pile=[
            PortionOut(key=p.key, name=names[p.key], parts=p.parts, let_down_with=p.let_down_with)
            for p in match.recipe.portions()
        ],
        parts=match.recipe.mapping,
        photo=lab_to_hex(target),
        target_lab=list(match.target_lab),
        de00=match.de00,
        value_error=match.value_error,
        value_words=value_words(match.value_error),
        colour_words=colour_words(np.array(match.lab_dry), target),
    )


def mix_out(written: dict[str, Any], box: Paintbox, *, kept: bool = False) -> MixOut:
    """One mix, from its JSON, for the page."""
    match = evaluate(Recipe.of(written["parts"]), np.array(written["target_lab"]), box)
    return MixOut(
        **dict(match_out(match, box)),
        id=written["id"],
        name=written["name"],
        serves=[ServedOut(**part) for part in written["parts_served"]],
        kept=kept,
    )


def tube_out(one: Paint) -> PaletteTubeOut:
    """A paint of a palette, for the page."""
    return PaletteTubeOut(key=one.key, name=one.name, masstone=laid_thick(one), source=one.source)


def out(painting: Painting) -> MixesOut:
    """Palette and mixes for the page."""
    row = row_of(painting)
    box = box_of(row)
    return MixesOut(
        tubes=row.tubes,
        chosen=row.chosen is not None,
        palette=[tube_out(one) for one in box.paints] if row.palette else [],
        mixes=[mix_out(mix, box, kept=mix["id"] in row.kept) for mix in row.mixes],
        advice=[AdviceOut(**entry) for entry in row.advice],
        up_to_date=is_up_to_date(row) and area_row_of(painting) is not None,
    )
