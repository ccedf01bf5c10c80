"""Palettes saved by name: kept, laid out on the tray, printed, exchanged as GIMP palettes."""

from typing import Any

import numpy as np
from django.utils import timezone

from server.records.history import shelf_change
from server.site.owned import one_of
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.differences import in_words
from ypsochrom.formats.exchange import gpl
from ypsochrom.formats.exchange.spectra_of_paint import palette_cxf
from ypsochrom.formats.pdf import tray as tray_pdf
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.kit.errors import BadPaletteFile
from ypsochrom.materials.shelf import looking_box
from ypsochrom.materials.tray import NamedPalette, checked_palette, tray
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import Paintbox, catalogue, paintbox

from .models import PaletteRow
from .schemas import PaletteFile, PaletteFileOut, PaletteIn, PaletteOut, PaletteRowOut, PlaceOut
from .services import laid_thick, tubes_of


def shelf_box(owner: Any) -> Paintbox:
    """The painter's usable paints, or the catalogue's where the shelf is empty: for looking, not for planning."""
    return looking_box(tubes_of(owner))


def on_shelf(owner: Any) -> frozenset[str]:
    """Keys of the paints of which something is left."""
    return frozenset(tube.key for tube in tubes_of(owner) if tube.left_ml > 0)


def listed(owner: Any) -> list[PaletteOut]:
    """The palettes by name."""
    box, there = shelf_box(owner), on_shelf(owner)
    return [_out(row, box, there) for row in PaletteRow.objects.of(owner)]


def _out(row: PaletteRow, box: Paintbox, there: frozenset[str]) -> PaletteOut:
    ours = box.only(row.keys)
    paint_of = {one.key: one for one in ours.paints}
    places = [
        PlaceOut(
            key=place.key,
            name=paint_of[place.key].name,
            side=place.side,
            masstone=laid_thick(paint_of[place.key]),
            on_shelf=place.key in there,
        )
        for place in tray(ours)
    ]
    return PaletteOut(id=row.pk, name=row.name, keys=row.keys, tray=places)


def _kept(owner: Any, palette: NamedPalette, row: PaletteRow | None = None) -> PaletteOut:
    made = row is None
    row = row or PaletteRow(owner=owner)
    row.name, row.keys = palette.name, list(palette.keys)
    with shelf_change(owner, f"{'Kept' if made else 'Changed'} the palette “{palette.name}”"):
        row.save()
    return _out(row, shelf_box(owner), on_shelf(owner))


def add(owner: Any, given: PaletteIn) -> PaletteOut:
    """Keep a palette under its name."""
    return _kept(owner, checked_palette(given.name, given.keys, shelf_box(owner)))


def change(owner: Any, palette_id: int, given: PaletteIn) -> PaletteOut:
    """Write over a palette."""
    row = row_of(owner, palette_id)
    return _kept(owner, checked_palette(given.name, given.keys, shelf_box(owner)), row)


def remove(owner: Any, palette_id: int) -> None:
    """Forget a palette."""
    row = row_of(owner, palette_id)
    with shelf_change(owner, f"Removed the palette “{row.name}”"):
        row.delete()


def row_of(owner: Any, palette_id: int) -> PaletteRow:
    """The owner's palette, or `NotFound`."""
    return one_of(PaletteRow, owner, "palette", pk=palette_id)


def tray_of(owner: Any, palette_id: int, paper: Paper) -> bytes:
    """The palette's tray on paper."""
    row = row_of(owner, palette_id)
    return tray_pdf.tray_pdf(row.name, shelf_box(owner).only(row.keys), paper)


def file_of(owner: Any, palette_id: int) -> str:
    """The palette as a GIMP palette."""
    row = row_of(owner, palette_id)
    return gpl.write_gpl(row.name, shelf_box(owner).only(row.keys))


def spectra_of(owner: Any, palette_id: int) -> str:
    """The palette's tubes and their tints as spectra (CxF3)."""
    row = row_of(owner, palette_id)
    return palette_cxf(row.name, shelf_box(owner).only(row.keys), timezone.now())


def read_file(owner: Any, given: PaletteFile) -> PaletteFileOut:
    """What a GIMP palette holds, line by line, each colour with the paint it names or comes nearest to."""
    found = gpl.read_gpl(given.text)
    rows = [_line(row) for row in found.rows]
    keys = list(dict.fromkeys(row.key for row in rows if row.key is not None))
    kept = None
    if given.keep:
        if not keys:
            raise BadPaletteFile("The palette file holds no colour.", "Choose a file with at least one colour.")
        kept = add(owner, PaletteIn(name=found.name or "From a file", keys=keys))
    return PaletteFileOut(name=found.name, rows=rows, kept=kept)


def _line(row: gpl.GplRow) -> PaletteRowOut:
    if row.colour is None:
        problem = row.problem
        return PaletteRowOut(
            line=row.line,
            colour=None,
            written=None,
            key=None,
            name=None,
            nearness=None,
            problem=problem.message if problem else None,
            hint=problem.hint if problem else None,
        )
    target = np.array(row.colour.lab)
    known = catalogue()
    key = row.colour.key if row.colour.key in known else None
    nearness = "named in the file"
    if key is None:
        box = paintbox(known)
        masstones = appearance.dry_lab_of(box.absorption, box.scattering)
        nearest = int(delta_e_2000(masstones, target).argmin())
        key = box.keys[nearest]
        nearness = f"the nearest paint: {in_words(masstones[nearest], target)}"
    return PaletteRowOut(
        line=row.line,
        colour=lab_to_hex(target),
        written=row.colour.name,
        key=key,
        name=known[key].name,
        nearness=nearness,
        problem=None,
        hint=None,
    )
