"""The field as the brush sees it, and the value map, as nodes."""

from dataclasses import dataclass

import numpy as np

from ..colour.types import Grey8, MunsellValue
from ..formats.pictures import png
from ..imaging.outlines import rings
from ..kit import codec
from ..kit.codec import Json
from ..kit.errors import BadSetting
from ..kit.progress import Progress
from ..values.brushwork import as_laid
from ..values.lost import finer_brushes
from ..values.passages import Passage, around, finer_than
from ..values.placing import BrushField, fine_enough
from ..values.steps import thresholds
from ..values.value_map import Step, ValueMap, seen_by, usual_brush_mm, value_map
from .brief import Brief
from .files import Files
from .graph import Node, Work


@dataclass(frozen=True)
class ValueSummary:
    """The map without its pixels: `greys` are the steps' greys on the screen (0-255), `picture` the map's name."""

    thresholds: tuple[float, ...]
    steps: tuple[Step, ...]
    greys: tuple[int, ...]
    picture: str


def brush_of(brief: Brief) -> float:
    """The brush the map is simplified to: the painter's, or the one that suits the support."""
    return usual_brush_mm(brief.support) if brief.values.brush_mm is None else brief.values.brush_mm


@dataclass(frozen=True)
class _KeptField:
    even: str


def _write_field(found: BrushField, files: Files) -> Json:
    return codec.written(_KeptField(files.store(png.values_png(found.even), "png")))


def _read_field(body: Json, work: Work) -> BrushField:
    even = png.read_values_png(work.files.read(codec.read(body, _KeptField).even))
    return _seen(work, even=even)


def _seen(work: Work, even: MunsellValue | None = None) -> BrushField:
    brief = work.inputs.brief
    return seen_by(field_of(work), brief.support, brush_of(brief), even=even)


def field_of(work: Work) -> MunsellValue:
    """The subject's value field, fine enough to draw borders in; where it is still known, the picture is not read for it."""
    return work.derived("field", ("subject",), None, lambda: fine_enough(work.now("subject").values))


BRUSH: Node[BrushField] = Node(
    name="brush",
    version=3,
    needs=("subject",),
    takes={"the brush of the value map": lambda i: brush_of(i.brief)},
    compute=lambda work, _: _seen(work),
    write=_write_field,
    read=_read_field,
    doing="looking as the brush sees",
    weight=0.2,
)


def map_with(work: Work, brush_mm: float, seen: BrushField | None = None) -> ValueMap:
    """The painting's value map as a brush of this width would lay it; `seen` is the field as it sees it, where that is known."""
    brief, field = work.inputs.brief, field_of(work)
    settings = brief.values
    limits = settings.limits or thresholds(field, settings.count, settings.method)
    return value_map(
        field,
        limits,
        brief.support,
        brush_mm,
        moved=settings.moved,
        own_values=settings.own_values,
        seen=seen,
        passages=passages_of(brief, brush_mm),
    )


def finer_brushes_of(work: Work) -> dict[float, BrushField]:
    """What finer brushes than the map's see of the subject, which no threshold changes; kept for the next threshold."""
    support, brush_mm = work.inputs.brief.support, brush_of(work.inputs.brief)
    return work.derived(
        "finer brushes", ("subject",), (support, brush_mm), lambda: finer_brushes(field_of(work), support, brush_mm)
    )


def map_as_laid(work: Work) -> Grey8:
    """The value map of today's inputs in the strokes of its brushes, at the screen's size; 0.1 to 0.3 s."""
    brief, found = work.inputs.brief, work.now("values")
    brush_mm = brush_of(brief)
    greys = png.step_greys(found)
    passages = passages_of(brief, brush_mm)
    return as_laid(found.labels, greys, field_of(work), brief.support, brush_mm, passages=passages)


def passage_of(work: Work, area_id: str, brush_mm: float) -> Passage:
    """An area as it is now as a passage laid with this brush; `BadSetting` where there is no such area."""
    found = work.last("areas")
    index = None if found is None else next((one.index for one in found.map.areas if one.id == area_id), None)
    if found is None or index is None:
        raise BadSetting(
            "A brush was given to an area that is not there.", "Choose an area of the picture as it is cut now."
        )
    height, width = found.map.labels.shape
    outlines = [np.clip(ring / [width, height], 0.0, 1.0).round(4) for ring in rings(found.map.labels == index, 1.0)]
    return Passage(brush_mm, tuple(tuple((x, y) for x, y in ring.tolist()) for ring in outlines), area_id)


def passages_of(brief: Brief, brush_mm: float) -> tuple[Passage, ...]:
    """What is laid with a finer brush than this: the focal passage, unless that is to have the same, and what was marked."""
    if brief.focal is None or brief.values.focal_brush == "same":
        return brief.values.passages
    focal = around(brief.focal, brief.support.proportion, finer_than(brush_mm))
    return (focal, *brief.values.passages)


def _compute(work: Work, _: Progress) -> ValueMap:
    return map_with(work, brush_of(work.inputs.brief), work.now("brush"))


def _write(found: ValueMap, files: Files) -> Json:
    greys = tuple(int(grey) for grey in png.step_greys(found))
    picture = files.store(png.value_map_png(found), "png")
    return codec.written(ValueSummary(found.thresholds, found.steps, greys, picture))


def _read(body: Json, work: Work) -> ValueMap:
    codec.read(body, ValueSummary)
    return _compute(work, lambda *_: None)


VALUES: Node[ValueMap] = Node(
    name="values",
    version=6,
    needs=("subject", "brush"),
    takes={
        "the value settings": lambda i: i.brief.values,
        "the focal passage": lambda i: None if i.brief.values.focal_brush == "same" else i.brief.focal,
    },
    compute=_compute,
    write=_write,
    read=_read,
    doing="finding the values",
    weight=0.3,
)
