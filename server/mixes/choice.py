"""The choice of a palette for a picture: suggested, judged, compared, and drawn on the picture where it falls short."""

from typing import Any

import numpy as np

from server.materials.palettes import on_shelf, shelf_box
from server.materials.services import tubes_of
from server.records import pictures, runs
from server.records.history import painting_of
from server.records.models import Run
from server.site.problems import Conflict
from server.work import desk
from ypsochrom.areas.found import FoundAreas
from ypsochrom.colour import cielab
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.formats.pictures import png
from ypsochrom.imaging.resample import fit_within, shrink
from ypsochrom.kit.progress import Progress
from ypsochrom.materials.shelf import usable_box
from ypsochrom.mixes.compare import judge
from ypsochrom.mixes.gather import Target
from ypsochrom.mixes.mix_set import choose_palette, targets_of
from ypsochrom.mixes.palette import checked_locks, checked_tubes
from ypsochrom.mixes.reach import lightness_of, picture_reach, slice_at
from ypsochrom.mixes.rebuilt import difference_greys, rebuilt
from ypsochrom.mixes.table import table_for
from ypsochrom.paint.catalogue import Paintbox, catalogue
from ypsochrom.values.scale import lab_in_paint_range
from ypsochrom.work.area_nodes import decided
from ypsochrom.work.graph import Work
from ypsochrom.work.subject_node import paint_range_of

from .schemas import AppearanceOut, MissOut, PaletteChoiceIn, PaletteReportOut, SliceIn, SliceOut
from .services import tube_out

REACH_PX = 480
_NEAR_VALUE = 0.5


def _areas(work: Work) -> FoundAreas:
    found: FoundAreas | None = work.last("areas")
    if found is None:
        raise Conflict("The picture has no areas yet.", "Plan the painting first, then choose its palette.")
    return found


def _targets(work: Work) -> tuple[Target, ...]:
    return targets_of(decided(_areas(work), work).wanted.areas, paint_range_of(work.inputs.brief))


def begin(owner: Any, painting_id: int, given: PaletteChoiceIn) -> Run:
    """A search for the best so many tubes, ready to be carried out in the background; `BadSetting` when it cannot be."""
    _areas(desk.opened(painting_of(owner, painting_id)))
    checked_tubes(given.count)
    checked_locks(given.locked, given.count)
    return runs.begin(owner, painting_id, "palette", given.model_dump())


def work(run: Run, progress: Progress) -> dict[str, Any]:
    """Carry out a search; the keys it found."""
    given, owner = PaletteChoiceIn(**run.asked), run.owner
    opened = desk.opened(run.of)
    box = usable_box(tubes_of(owner)) if given.out_of == "shelf" else shelf_box(owner).only(catalogue())
    missing = [key for key in given.locked if key not in box.keys]
    if missing:
        box = box.only([*box.keys, *missing])
    return {"keys": list(choose_palette(box, _targets(opened), given.count, given.locked, progress).keys)}


def judged(owner: Any, painting_id: int, keys: list[str]) -> PaletteReportOut:
    """A palette judged for the picture."""
    work = desk.opened(painting_of(owner, painting_id))
    checked_tubes(len(set(keys)))
    return _report(owner, work, shelf_box(owner).only(keys))


def _report(owner: Any, work: Work, box: Paintbox) -> PaletteReportOut:
    prices = {tube.key: tube.price for tube in tubes_of(owner) if tube.price is not None}
    found = judge(box, _targets(work), on_shelf=sorted(on_shelf(owner)), prices=prices)
    paint_of = {one.key: one for one in box.paints}
    out_url, instead_url = _drawn(work, box)
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


def _small_lab(work: Work) -> np.ndarray:
    """The picture in the paint's range as CIELAB, at a size to look at."""
    shown = work.now("subject").picture
    small = shrink(shown.linear, *fit_within(shown.width, shown.height, REACH_PX))
    return lab_in_paint_range(cielab.linear_to_lab(small), paint_range_of(work.inputs.brief))


def _drawn(work: Work, box: Paintbox) -> tuple[str, str]:
    """Addresses of the mask of what is out of reach and of the picture in the palette's colours."""
    reach = picture_reach(table_for(box), _small_lab(work))
    mask = work.files.store(png.small_labels_png(reach.out.astype(np.uint8) * 255), "png")
    instead = work.files.store(png.picture_jpeg(cielab.lab_to_srgb8(reach.lab), quality=92), "jpg")
    return pictures.url(mask), pictures.url(instead)


def cut(owner: Any, painting_id: int, given: SliceIn) -> SliceOut:
    """The palette's reach at a value, with the picture's own colours there."""
    work = desk.opened(painting_of(owner, painting_id))
    box = shelf_box(owner).only(given.keys)
    checked_tubes(len(box))
    found = slice_at(table_for(box), given.value)
    labs = np.array([target.lab for target in _targets(work)])
    near = labs[np.abs(lab_to_value(labs) - given.value) <= _NEAR_VALUE]
    return SliceOut(
        value=found.value,
        rings=[[list(point) for point in ring] for ring in found.rings],
        most_chroma=found.most_chroma,
        wanted=near[:, 1:].tolist(),
        grey=lab_to_hex(np.array([lightness_of(given.value), 0.0, 0.0])),
    )


def appearance(work: Work) -> AppearanceOut:
    """What the plan looks like: the picture in the dry colours of its mixes, and where its values leave the photo's."""
    if work.last("mixes") is None:
        raise Conflict("The plan has no mixes yet.", "Plan the painting first.")
    if work.state("mixes") != "current":
        raise Conflict("The mixes are out of date.", "Bring the plan up to date first.")
    wanted = decided(work.now("areas"), work).wanted
    found = rebuilt(wanted, work.now("mixes").mixes, work.now("subject").values)
    return AppearanceOut(
        picture_url=pictures.url(work.files.store(png.picture_jpeg(found.picture, quality=90), "jpg")),
        difference_url=pictures.url(work.files.store(png.small_labels_png(difference_greys(found.difference)), "png")),
        mean_error=found.mean_error,
        by_area=found.by_area,
    )
