"""Mixes: chosen and solved by the core, kept with the fingerprint of areas, shelf and settings."""

from typing import Any

import numpy as np
from django.db import transaction

from server.areas.models import AreaRow
from server.areas.services import area_map_of
from server.areas.services import row_of as area_row_of
from server.materials.services import masstone, tubes_of
from server.site.fingerprints import fingerprint
from server.subject.models import Painting
from server.subject.schemas import AdviceOut
from server.subject.services import fingerprint_of as subject_fingerprint
from server.subject.services import painting_of
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.formats.plan_json import advice_json, mix_json
from ypsochrom.formats.plan_read import read_mixes
from ypsochrom.kit.progress import Progress, part_of, silent
from ypsochrom.materials.shelf import usable_keys
from ypsochrom.mixes.mix_set import MixSet, choose_palette, find_mixes, targets_of
from ypsochrom.paint.catalogue import paint

from .models import MixRow
from .schemas import MixesOut, MixOut, PaletteOut, PortionOut, ServedOut


def row_of(painting: Painting) -> MixRow:
    """The painting's mixes and their settings."""
    row, _ = MixRow.objects.get_or_create(owner=painting.owner, painting=painting)
    return row


def fingerprint_of(row: MixRow) -> str:
    """Of all that the mixes depend on: the subject's areas, which paints the shelf has, and how many are wanted."""
    keys = sorted({tube.key for tube in tubes_of(row.owner) if tube.left_ml > 0})
    return fingerprint(subject_fingerprint(row.painting), keys, row.tubes)


def is_up_to_date(row: MixRow) -> bool:
    """Whether the mixes are those of the present subject, shelf and settings."""
    return row.fingerprint == fingerprint_of(row)


def ensure(painting: Painting, area_row: AreaRow, progress: Progress = silent) -> MixRow:
    """The mixes of the present subject and shelf, found now when they are missing or out of date."""
    row = row_of(painting)
    wanted = fingerprint_of(row)
    if row.fingerprint == wanted:
        return row
    areas = area_map_of(area_row).areas
    progress(0.0, "choosing tubes")
    palette = choose_palette(usable_keys(tubes_of(row.owner)), targets_of(areas), row.tubes)
    found = find_mixes(areas, palette, progress=part_of(progress, 0.3, 1.0))
    row.fingerprint = wanted
    row.palette = list(found.palette)
    row.mixes = [mix_json(mix, 0.0) for mix in found.mixes]
    row.advice = advice_json(found.advice)
    row.save()
    return row


def mix_set_of(row: MixRow) -> MixSet:
    """The mixes as the core knows them."""
    return read_mixes(row.palette, row.mixes, row.advice)


@transaction.atomic
def change_tubes(owner: Any, painting_id: int, tubes: int) -> MixRow:
    """Another number of tubes; the mixes become out of date and stay until the next plan."""
    row = row_of(painting_of(owner, painting_id))
    row.tubes = tubes
    row.save(update_fields=["tubes"])
    return row


def mix_out(written: dict[str, Any]) -> MixOut:
    """One mix, from its JSON, for the page."""
    dry, wet, target = (np.array(written[key]) for key in ("lab_dry", "lab_wet", "target_lab"))
    return MixOut(
        id=written["id"],
        name=written["name"],
        pile=[PortionOut(name=paint(portion["key"]).name, **portion) for portion in written["pile"]],
        parts=written["parts"],
        photo=lab_to_hex(target),
        dry=lab_to_hex(dry),
        wet=lab_to_hex(wet),
        lab_dry=written["lab_dry"],
        lab_wet=written["lab_wet"],
        target_lab=written["target_lab"],
        value_dry=float(lab_to_value(dry)),
        value_wet=float(lab_to_value(wet)),
        de00=written["de00"],
        value_error=written["value_error"],
        serves=[ServedOut(**part) for part in written["parts_served"]],
    )


def out(painting: Painting) -> MixesOut:
    """Palette and mixes for the page."""
    row = row_of(painting)
    return MixesOut(
        tubes=row.tubes,
        palette=[PaletteOut(key=key, name=paint(key).name, masstone=masstone(key)) for key in row.palette],
        mixes=[mix_out(mix) for mix in row.mixes],
        advice=[AdviceOut(**entry) for entry in row.advice],
        up_to_date=is_up_to_date(row) and area_row_of(painting) is not None,
    )
