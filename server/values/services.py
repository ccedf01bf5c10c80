"""The value map: computed by the core, kept with the fingerprint of its inputs."""

from collections.abc import Callable
from typing import Any, Literal

from django.db import transaction

from server.site import pictures
from server.site.fingerprints import fingerprint
from server.subject.models import Painting
from server.subject.services import fingerprint_of as subject_fingerprint
from server.subject.services import painting_of, subject_of, support_of
from ypsochrom.colour import cielab
from ypsochrom.formats import grid_pdf, ladder_pdf, ora, png, transfer_pdf, values_svg
from ypsochrom.formats.pdf_page import Paper
from ypsochrom.formats.plan_json import values_json
from ypsochrom.passes.plan import PlanSettings
from ypsochrom.values import composition, relief
from ypsochrom.values.steps import thresholds
from ypsochrom.values.value_map import Moved, ValueMap, value_map

from .models import ValueRow
from .schemas import (
    AccentOut,
    ContourOut,
    MassOut,
    MovedMass,
    OtherMapOut,
    ReliefOut,
    ValuesIn,
    ValuesOut,
    ValueStepOut,
)

FileName = Literal[
    "value-map.png", "value-map.svg", "contours.png", "contours.svg", "layers.ora", "transfer.pdf", "grid.pdf", "ladder.pdf",
]  # fmt: skip
FILE_TYPES: dict[str, str] = {
    "png": "image/png",
    "svg": "image/svg+xml",
    "ora": "image/openraster",
    "pdf": "application/pdf",
}
USUAL_CELL_MM = 50.0


def fingerprint_of(row: ValueRow) -> str:
    """Of all that the map depends on."""
    return fingerprint(
        subject_fingerprint(row.painting),
        row.method,
        row.count,
        row.limits,
        row.brush_mm,
        row.own_values,
        row.moved,
    )


def brush_of(row: ValueRow) -> float:
    """The brush in use: the painter's, or the one that suits the support."""
    return PlanSettings(support_of(row.painting), brush_mm=row.brush_mm).map_brush_mm


def map_of(row: ValueRow, brush_mm: float | None = None) -> ValueMap:
    """The value map as the core knows it, from the row's settings; with another brush if one is given."""
    field = subject_of(row.painting).values
    limits = row.limits if row.limits is not None else thresholds(field, row.count, row.method)  # type: ignore[arg-type]
    return value_map(
        field,
        limits,
        support_of(row.painting),
        brush_of(row) if brush_mm is None else brush_mm,
        moved=[Moved(one["x"], one["y"], one["step"]) for one in row.moved],
        own_values=row.own_values,
    )


def row_of(painting: Painting) -> ValueRow:
    """The painting's value map; made with the usual settings when there is none yet."""
    row = ValueRow.objects.of(painting.owner).filter(painting=painting).select_related("painting").first()
    if row is None:
        row = bring_up_to_date(ValueRow(owner=painting.owner, painting=painting))
    return row


@transaction.atomic
def bring_up_to_date(row: ValueRow) -> ValueRow:
    """Compute the map when its inputs have changed, and keep it."""
    wanted = fingerprint_of(row)
    if row.fingerprint != wanted:
        found = map_of(row)
        row.thresholds = list(found.thresholds)
        row.steps = _steps_json(found)
        row.map_picture = pictures.store(row.owner, png.value_map_png(found), "png")
        row.fingerprint = wanted
        row.save()
    return row


def _steps_json(found: ValueMap) -> list[dict[str, Any]]:
    greys = png.step_greys(found)
    steps = values_json(found)["steps"]
    return [{**step, "grey": "#" + f"{int(grey):02x}" * 3} for step, grey in zip(steps, greys, strict=True)]


@transaction.atomic
def change_values(owner: Any, painting_id: int, given: ValuesIn) -> ValueRow:
    """New settings, computed at once; settings the core refuses change nothing."""
    row = row_of(painting_of(owner, painting_id))
    row.method, row.limits, row.brush_mm = given.method, given.limits, given.brush_mm
    row.count = given.count if given.limits is None else len(given.limits) + 1
    row.own_values = given.own_values
    row.moved = [one.model_dump() for one in given.moved]
    return bring_up_to_date(row)


def out(row: ValueRow) -> ValuesOut:
    """The map for the page."""
    return ValuesOut(
        method=row.method,  # type: ignore[arg-type]  # written from the schema
        count=row.count,
        limits=row.limits,
        brush_mm=brush_of(row),
        own_values=row.own_values,
        moved=[MovedMass(**one) for one in row.moved],
        thresholds=row.thresholds,
        steps=[ValueStepOut(**step) for step in row.steps],
        map_url=pictures.url(row.map_picture),
        up_to_date=row.fingerprint == fingerprint_of(row),
    )


def relief_out(painting: Painting) -> ReliefOut:
    """The kept map read as relief, with the report on where the eye goes."""
    row, support, subject = row_of(painting), support_of(painting), subject_of(painting)
    found = map_of(row)
    focal = None if painting.focal is None else composition.Focal(**painting.focal)
    lab = cielab.linear_to_lab(subject.picture.linear[::2, ::2])
    told = relief.character(subject.values)
    return ReliefOut(
        contours=[
            ContourOut(value=line.value, path=line.path, labels=[list(place) for place in line.labels])
            for line in relief.contours(found, support.width_mm / found.labels.shape[1])
        ],
        masses=[
            MassOut(step=m.step, share=m.share, area_cm2=m.share * support.area_cm2, inside=list(m.inside))
            for m in relief.masses(found.labels)
        ],
        notan=[list(limits) for limits in relief.notan(subject.values).values()],
        key=told.key,
        contrast=told.contrast,
        words=told.words,
        accents=[
            AccentOut(kind=one.kind, x=one.at[0], y=one.at[1], words=one.words)
            for one in composition.report(subject.values[::2, ::2], lab, focal)
        ],
    )


def with_brush(painting: Painting, brush_mm: float) -> OtherMapOut:
    """The map as another brush would place it."""
    found = map_of(row_of(painting), brush_mm)
    name = pictures.store(painting.owner, png.value_map_png(found), "png")
    return OtherMapOut(
        brush_mm=brush_mm, map_url=pictures.url(name), steps=[ValueStepOut(**step) for step in _steps_json(found)]
    )


def file_of(painting: Painting, name: FileName, paper: Paper, *, mirrored: bool, cell_mm: float) -> bytes:
    """The value map, its contours or what is needed for transfer, as a file."""
    support, subject, title = support_of(painting), subject_of(painting), painting.title
    found = map_of(row_of(painting))
    writers: dict[str, Callable[[], bytes | str]] = {
        "value-map.png": lambda: png.value_map_png(found),
        "value-map.svg": lambda: values_svg.value_map_svg(found, support),
        "contours.png": lambda: ora.contours_png(found),
        "contours.svg": lambda: values_svg.contours_svg(found, support, mirrored=mirrored),
        "layers.ora": lambda: ora.layers_ora(subject.picture.srgb8, found),
        "transfer.pdf": lambda: transfer_pdf.transfer_pdf(found, support, title, paper, mirrored=mirrored),
        "grid.pdf": lambda: grid_pdf.grid_pdf(subject.picture.srgb8, support, cell_mm, title, paper),
        "ladder.pdf": lambda: ladder_pdf.ladder_pdf(found, support, title, paper),
    }
    written = writers[name]()
    return written.encode() if isinstance(written, str) else written
