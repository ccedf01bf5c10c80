"""The value map: how the painter wants it made, the map for the page, and its files."""

from collections.abc import Callable
from dataclasses import replace
from typing import Any, Literal

from server.records import pictures
from server.records.models import Painting
from server.work import desk
from ypsochrom.colour import cielab
from ypsochrom.formats.exchange.plan_json import values_json
from ypsochrom.formats.pdf import grid as grid_pdf
from ypsochrom.formats.pdf import ladder as ladder_pdf
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.formats.pictures import ora, png
from ypsochrom.formats.svg import values as values_svg
from ypsochrom.kit import codec
from ypsochrom.values import composition, relief
from ypsochrom.values.lost import lost_shapes
from ypsochrom.values.passages import Passage, finer_than
from ypsochrom.values.value_map import ValueMap, widest_brush_mm
from ypsochrom.work.brief import Brief, ValueSettings
from ypsochrom.work.graph import Work
from ypsochrom.work.value_node import ValueSummary, brush_of, finer_brushes_of, map_as_laid, map_with, passage_of

from .schemas import (
    AccentOut,
    ContourOut,
    LostShapeOut,
    MassOut,
    MovedMass,
    OtherMapOut,
    PassageData,
    ReliefOut,
    ValuesIn,
    ValuesOut,
    ValueStepOut,
)

FileName = Literal[
    "value-map.png", "value-map.svg", "contours.png", "contours.svg", "grid.pdf", "ladder.pdf",
]  # fmt: skip
FILE_TYPES: dict[str, str] = {
    "png": "image/png",
    "svg": "image/svg+xml",
    "pdf": "application/pdf",
}
USUAL_CELL_MM = 50.0


def change_values(owner: Any, painting_id: int, given: ValuesIn) -> Work:
    """New settings, computed at once; settings the core refuses change nothing."""
    written = given.model_dump(exclude={"passages"})
    if given.limits is not None:
        written["count"] = len(given.limits) + 1
    settings = codec.read(written, ValueSettings)

    def alter(work: Work) -> Brief:
        passages = tuple(
            codec.read(one.model_dump(), Passage) if one.rings else passage_of(work, one.area, one.brush_mm)
            for one in given.passages
        )
        return replace(work.inputs.brief, values=replace(settings, passages=passages))

    def words(old: Brief, new: Brief) -> str:
        return _change_words(old.values, new.values)

    _, work = desk.changed(owner, painting_id, words, alter)
    return work


def _change_words(old: ValueSettings, new: ValueSettings) -> str:
    if new.brush_mm != old.brush_mm:
        return "Changed the brush of the value map"
    if new.focal_brush != old.focal_brush:
        return "Changed the brush of the focal passage"
    if new.passages != old.passages:
        return "Changed the passages laid with a finer brush"
    if new.moved != old.moved:
        return "Gave a mass to another step"
    if new.own_values != old.own_values:
        return "Set the value of a step"
    if new.count != old.count or new.method != old.method:
        return "Changed the value steps"
    return "Moved a border between values"


def out(work: Work) -> ValuesOut:
    """The map for the page, made now when there is none yet."""
    kept, settings = desk.facts_of(work, "values", ValueSummary), work.inputs.brief.values
    return ValuesOut(
        method=settings.method,
        count=settings.count,
        limits=None if settings.limits is None else list(settings.limits),
        brush_mm=brush_of(work.inputs.brief),
        widest_brush_mm=widest_brush_mm(work.inputs.brief.support),
        finer_brush_mm=finer_than(brush_of(work.inputs.brief)),
        own_values=list(settings.own_values),
        moved=[MovedMass(**vars(one)) for one in settings.moved],
        focal_brush=settings.focal_brush,
        focal_brush_mm=_focal_brush_mm(work.inputs.brief),
        passages=[PassageData(**codec.written(one)) for one in settings.passages],
        thresholds=list(kept.thresholds),
        steps=[ValueStepOut(**vars(s), grey=_grey(grey)) for s, grey in zip(kept.steps, kept.greys, strict=True)],
        map_url=pictures.url(kept.picture),
        up_to_date=work.state("values") == "current",
    )


def _focal_brush_mm(brief: Brief) -> float | None:
    if brief.focal is None:
        return None
    return brush_of(brief) if brief.values.focal_brush == "same" else finer_than(brush_of(brief))


def _grey(level: int) -> str:
    return "#" + f"{level:02x}" * 3


def relief_out(work: Work) -> ReliefOut:
    """The map read as relief, with the report on where the eye goes."""
    brief = work.inputs.brief
    return work.derived("relief", ("subject", "values"), (brief.support, brief.focal), lambda: _relief(work))


def _relief(work: Work) -> ReliefOut:
    support, found = work.inputs.brief.support, work.now("values")
    focal = work.inputs.brief.focal
    notan, told, accents = work.derived("seen in the photo", ("subject",), focal, lambda: _seen_in_the_photo(work))
    return ReliefOut(
        contours=[
            ContourOut(value=line.value, path=line.path, labels=[list(place) for place in line.labels])
            for line in relief.contours(found, support.width_mm / found.labels.shape[1])
        ],
        masses=[
            MassOut(step=m.step, share=m.share, area_cm2=m.share * support.area_cm2, inside=list(m.inside))
            for m in relief.masses(found.labels)
        ],
        notan=[list(limits) for limits in notan.values()],
        key=told.key,
        contrast=told.contrast,
        words=told.words,
        accents=[AccentOut(kind=one.kind, x=one.at[0], y=one.at[1], words=one.words) for one in accents],
    )


def _seen_in_the_photo(
    work: Work,
) -> tuple[dict[int, tuple[float, ...]], relief.Character, tuple[composition.Accent, ...]]:
    """What of the report no threshold changes: the photo's notan, its key and contrast, and where the eye goes."""
    subject = work.now("subject")
    lab = cielab.linear_to_lab(subject.picture.linear[::2, ::2])
    accents = composition.report(subject.values[::2, ::2], lab, work.inputs.brief.focal)
    return relief.notan(subject.values), relief.character(subject.values), accents


def lost_out(work: Work) -> list[LostShapeOut]:
    """What the map's brush loses that a finer one keeps."""
    brief = work.inputs.brief
    return work.derived("lost", ("subject", "values"), (brief.support, brush_of(brief)), lambda: _lost(work))


def _lost(work: Work) -> list[LostShapeOut]:
    brief, found = work.inputs.brief, work.now("values")
    shapes = lost_shapes(finer_brushes_of(work), found.thresholds, brief.support, found.labels)
    return [LostShapeOut(**vars(one)) for one in shapes]


def laid(work: Work) -> bytes:
    """The map as its brushes would lay it, as JPEG."""
    return work.derived("laid", ("values",), None, lambda: png.grey_jpeg(map_as_laid(work)))


def with_brush(work: Work, brush_mm: float) -> OtherMapOut:
    """The map as another brush would place it."""
    found = map_with(work, brush_mm)
    greys = png.step_greys(found)
    return OtherMapOut(
        brush_mm=brush_mm,
        map_url=pictures.url(work.files.store(png.value_map_png(found), "png")),
        steps=[
            ValueStepOut(**step, grey=_grey(int(grey)))
            for step, grey in zip(values_json(found)["steps"], greys, strict=True)
        ],
    )


def file_of(painting: Painting, work: Work, name: FileName, paper: Paper, *, mirrored: bool, cell_mm: float) -> bytes:
    """The value map, its contours or what is needed for transfer, as a file."""
    support, subject, title = work.inputs.brief.support, work.now("subject"), painting.title
    found: ValueMap = work.now("values")
    writers: dict[str, Callable[[], bytes | str]] = {
        "value-map.png": lambda: png.value_map_png(found),
        "value-map.svg": lambda: values_svg.value_map_svg(found, support),
        "contours.png": lambda: ora.contours_png(found),
        "contours.svg": lambda: values_svg.contours_svg(found, support, mirrored=mirrored),
        "grid.pdf": lambda: grid_pdf.grid_pdf(subject.picture.srgb8, support, cell_mm, title, paper),
        "ladder.pdf": lambda: ladder_pdf.ladder_pdf(found, support, title, paper),
    }
    written = writers[name]()
    return written.encode() if isinstance(written, str) else written
