"""The value map: computed by the core, kept with the fingerprint of its inputs."""

from typing import Any

from django.db import transaction

from server.site import pictures
from server.site.fingerprints import fingerprint
from server.subject.models import Painting
from server.subject.services import fingerprint_of as subject_fingerprint
from server.subject.services import painting_of, subject_of, support_of
from ypsochrom.formats import png
from ypsochrom.formats.plan_json import values_json
from ypsochrom.passes.plan import PlanSettings
from ypsochrom.values.steps import thresholds
from ypsochrom.values.value_map import ValueMap, value_map

from .models import ValueRow
from .schemas import ValuesIn, ValuesOut, ValueStepOut


def fingerprint_of(row: ValueRow) -> str:
    """Of all that the map depends on."""
    return fingerprint(subject_fingerprint(row.painting), row.method, row.count, row.limits, row.brush_mm)


def brush_of(row: ValueRow) -> float:
    """The brush in use: the painter's, or the one that suits the support."""
    return PlanSettings(support_of(row.painting), brush_mm=row.brush_mm).map_brush_mm


def map_of(row: ValueRow) -> ValueMap:
    """The value map as the core knows it, from the row's settings."""
    field = subject_of(row.painting).values
    limits = row.limits if row.limits is not None else thresholds(field, row.count, row.method)  # type: ignore[arg-type]
    return value_map(field, limits, support_of(row.painting), brush_of(row))


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
        greys = png.step_greys(found)
        written = values_json(found)
        row.thresholds = written["thresholds"]
        row.steps = [
            {**step, "grey": "#" + f"{int(grey):02x}" * 3} for step, grey in zip(written["steps"], greys, strict=True)
        ]
        row.map_picture = pictures.store(row.owner, png.value_map_png(found), "png")
        row.fingerprint = wanted
        row.save()
    return row


@transaction.atomic
def change_values(owner: Any, painting_id: int, given: ValuesIn) -> ValueRow:
    """New settings, computed at once; settings the core refuses change nothing."""
    row = row_of(painting_of(owner, painting_id))
    row.method, row.limits, row.brush_mm = given.method, given.limits, given.brush_mm
    row.count = given.count if given.limits is None else len(given.limits) + 1
    return bring_up_to_date(row)


def out(row: ValueRow) -> ValuesOut:
    """The map for the page."""
    return ValuesOut(
        method="natural" if row.method == "natural" else "equal",
        count=row.count,
        limits=row.limits,
        brush_mm=brush_of(row),
        thresholds=row.thresholds,
        steps=[ValueStepOut(**step) for step in row.steps],
        map_url=pictures.url(row.map_picture),
        up_to_date=row.fingerprint == fingerprint_of(row),
    )
