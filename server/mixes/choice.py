"""The choice of a palette for a picture: suggested, judged, compared, and drawn on the picture where it falls short."""

from typing import Any

import numpy as np

from server.areas.services import area_map_of
from server.areas.services import row_of as area_row_of
from server.materials.palettes import on_shelf, shelf_box
from server.materials.services import tubes_of
from server.site import pictures
from server.site.problems import Conflict
from server.subject.models import Painting
from server.subject.services import painting_of, reach_of, subject_of
from ypsochrom.colour import cielab
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.formats import png
from ypsochrom.imaging.resample import fit_within, shrink
from ypsochrom.materials.shelf import usable_box
from ypsochrom.mixes.compare import judge
from ypsochrom.mixes.gather import Target
from ypsochrom.mixes.mix_set import choose_palette, targets_of
from ypsochrom.mixes.palette import checked_tubes
from ypsochrom.mixes.reach import lightness_of, picture_reach, slice_at
from ypsochrom.mixes.rebuilt import difference_greys, rebuilt
from ypsochrom.mixes.table import table_for
from ypsochrom.paint.catalogue import Paintbox, catalogue
from ypsochrom.values.scale import lab_in_paint_range

from .schemas import AppearanceOut, MissOut, PaletteChoiceIn, PaletteReportOut, SliceIn, SliceOut
from .services import is_up_to_date, mix_set_of, row_of, tube_out

REACH_PX = 480
_NEAR_VALUE = 0.5


def _targets(painting: Painting) -> tuple[Target, ...]:
    area_row = area_row_of(painting)
    if area_row is None:
        raise Conflict("The picture has no areas yet.", "Plan the painting first, then choose its palette.")
    return targets_of(area_map_of(area_row).areas, reach_of(painting))


def suggest(owner: Any, painting_id: int, given: PaletteChoiceIn) -> PaletteReportOut:
    """The best so many tubes for the picture, judged."""
    painting = painting_of(owner, painting_id)
    count = checked_tubes(given.count)
    box = usable_box(tubes_of(owner)) if given.out_of == "shelf" else shelf_box(owner).only(catalogue())
    missing = [key for key in given.locked if key not in box.keys]
    if missing:
        box = box.only([*box.keys, *missing])
    return _report(painting, choose_palette(box, _targets(painting), count, given.locked))


def judged(owner: Any, painting_id: int, keys: list[str]) -> PaletteReportOut:
    """A palette judged for the picture."""
    painting = painting_of(owner, painting_id)
    checked_tubes(len(set(keys)))
    return _report(painting, shelf_box(owner).only(keys))


def _report(painting: Painting, box: Paintbox) -> PaletteReportOut:
    owner = painting.owner
    prices = {tube.key: tube.price for tube in tubes_of(owner) if tube.price is not None}
    found = judge(box, _targets(painting), on_shelf=sorted(on_shelf(owner)), prices=prices)
    paint_of = {one.key: one for one in box.paints}
    out_url, instead_url = _drawn(painting, box)
    return PaletteReportOut(
        palette=[tube_out(one) for one in box.paints],
        mean_de00=found.mean_de00,
        share_out=found.share_out,
        worst=[
            MissOut(
                area=miss.serves.partition("/")[0],
                family=miss.serves.partition("/")[2],
                de00=miss.de00,
                photo=lab_to_hex(np.array(miss.target_lab)),
                instead=lab_to_hex(np.array(miss.lab)),
                words=miss.words,
            )
            for miss in found.worst
        ],
        mixes=found.mixes,
        missing=[tube_out(paint_of[key]) for key in found.missing],
        price=found.price,
        out_url=out_url,
        instead_url=instead_url,
    )


def _small_lab(painting: Painting) -> np.ndarray:
    """The picture in the paint's range as CIELAB, at a size to look at."""
    shown = subject_of(painting).picture
    small = shrink(shown.linear, *fit_within(shown.width, shown.height, REACH_PX))
    return lab_in_paint_range(cielab.linear_to_lab(small), reach_of(painting))


def _drawn(painting: Painting, box: Paintbox) -> tuple[str, str]:
    """Addresses of the mask of what is out of reach and of the picture in the palette's colours."""
    reach = picture_reach(table_for(box), _small_lab(painting))
    mask = png.small_labels_png(reach.out.astype(np.uint8) * 255)
    instead = png.picture_jpeg(cielab.lab_to_srgb8(reach.lab), quality=92)
    names = pictures.store(painting.owner, mask, "png"), pictures.store(painting.owner, instead, "jpg")
    return pictures.url(names[0]), pictures.url(names[1])


def cut(owner: Any, painting_id: int, given: SliceIn) -> SliceOut:
    """The palette's reach at a value, with the picture's own colours there."""
    painting = painting_of(owner, painting_id)
    box = shelf_box(owner).only(given.keys)
    checked_tubes(len(box))
    found = slice_at(table_for(box), given.value)
    labs = np.array([target.lab for target in _targets(painting)])
    near = labs[np.abs(lab_to_value(labs) - given.value) <= _NEAR_VALUE]
    return SliceOut(
        value=found.value,
        rings=[[list(point) for point in ring] for ring in found.rings],
        most_chroma=found.most_chroma,
        wanted=near[:, 1:].tolist(),
        grey=lab_to_hex(np.array([lightness_of(given.value), 0.0, 0.0])),
    )


def appearance(painting: Painting) -> AppearanceOut:
    """What the plan looks like: the picture in the dry colours of its mixes, and where its values leave the photo's."""
    area_row, row = area_row_of(painting), row_of(painting)
    if area_row is None or not row.mixes:
        raise Conflict("The plan has no mixes yet.", "Plan the painting first.")
    if not is_up_to_date(row):
        raise Conflict("The mixes are out of date.", "Bring the plan up to date first.")
    found = rebuilt(area_map_of(area_row), mix_set_of(row), subject_of(painting).values)
    picture = pictures.store(painting.owner, png.picture_jpeg(found.picture, quality=90), "jpg")
    difference = pictures.store(painting.owner, png.small_labels_png(difference_greys(found.difference)), "png")
    return AppearanceOut(
        picture_url=pictures.url(picture),
        difference_url=pictures.url(difference),
        mean_error=found.mean_error,
        by_area=found.by_area,
    )
