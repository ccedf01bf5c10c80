"""Areas: found by the core, kept with the fingerprint of the subject, named by the painter."""

from typing import Any

import numpy as np
from django.db import transaction

from server.site import pictures
from server.site.problems import NotFound
from server.subject.models import Painting
from server.subject.services import fingerprint_of as subject_fingerprint
from server.subject.services import painting_of, subject_of, support_of
from ypsochrom.areas.area import AreaMap, find_areas
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.formats import png
from ypsochrom.formats.plan_json import areas_json
from ypsochrom.formats.plan_read import read_areas
from ypsochrom.imaging.outlines import outlines

from .models import AreaName, AreaRow
from .schemas import AreaOut, AreasOut, FamilyOut


def row_of(painting: Painting) -> AreaRow | None:
    """The painting's areas, if they have been found."""
    return AreaRow.objects.of(painting.owner).filter(painting=painting).first()


def is_up_to_date(row: AreaRow | None, painting: Painting) -> bool:
    """Whether the areas are those of the present subject."""
    return row is not None and row.fingerprint == subject_fingerprint(painting)


def ensure(painting: Painting) -> AreaRow:
    """The areas of the present subject, found now when they are missing or out of date."""
    row = row_of(painting)
    if row is not None and is_up_to_date(row, painting):
        return row
    subject, support = subject_of(painting), support_of(painting)
    found = find_areas(subject.picture.linear, subject.values, support)
    mm_per_px = support.width_mm / found.labels.shape[1]
    written = [{**area, "outline": outlines(found.labels == area["index"], mm_per_px)} for area in areas_json(found)]
    labels = pictures.store(painting.owner, png.small_labels_png(found.labels), "png")
    families = pictures.store(painting.owner, png.small_labels_png(found.families), "png")
    fresh = {"fingerprint": subject_fingerprint(painting), "areas": written, "labels": labels, "families": families}
    row, _ = AreaRow.objects.update_or_create(owner=painting.owner, painting=painting, defaults=fresh)
    return row


def area_map_of(row: AreaRow) -> AreaMap:
    """The areas as the core knows them, under the painter's names."""
    labels, families = (png.read_labels_png(pictures.read(name)) for name in (row.labels, row.families))
    names = _names(row, labels)
    return read_areas([{**area, "name": names.get(area["id"], area["name"])} for area in row.areas], labels, families)


def _names(row: AreaRow, labels: np.ndarray) -> dict[str, str]:
    """The painter's names by area id: each name belongs to the area that holds its point."""
    painting = row.painting
    height, width = labels.shape
    found = {}
    for typed in AreaName.objects.of(row.owner).filter(painting=painting).order_by("id"):
        x, y = int(typed.x_mm / painting.width_mm * width), int(typed.y_mm / painting.height_mm * height)
        if 0 <= x < width and 0 <= y < height:
            found[row.areas[int(labels[y, x])]["id"]] = typed.name
    return found


def typed_names(row: AreaRow) -> dict[str, str]:
    """The painter's names by area id."""
    if not AreaName.objects.of(row.owner).filter(painting=row.painting).exists():
        return {}
    return _names(row, png.read_labels_png(pictures.read(row.labels)))


@transaction.atomic
def rename(owner: Any, painting_id: int, area_id: str, name: str) -> AreaRow:
    """Give an area the painter's name, or with an empty one the found name back."""
    painting = painting_of(owner, painting_id)
    row = row_of(painting)
    area = next((a for a in row.areas if a["id"] == area_id), None) if row is not None else None
    if row is None or area is None:
        raise NotFound("area")
    labels = png.read_labels_png(pictures.read(row.labels))
    height, width = labels.shape
    for typed in AreaName.objects.of(owner).filter(painting=painting):
        x, y = int(typed.x_mm / painting.width_mm * width), int(typed.y_mm / painting.height_mm * height)
        if 0 <= x < width and 0 <= y < height and labels[y, x] == area["index"]:
            typed.delete()
    if name.strip():
        x_mm, y_mm = area["centre"][0] * painting.width_mm, area["centre"][1] * painting.height_mm
        AreaName.objects.create(owner=owner, painting=painting, x_mm=x_mm, y_mm=y_mm, name=name.strip())
    return row


def out(painting: Painting) -> AreasOut:
    """The areas for the page."""
    row = row_of(painting)
    if row is None:
        return AreasOut(areas=[], labels_url=None, up_to_date=False)
    names = typed_names(row)
    areas = [
        AreaOut(
            **{**area, "name": names.get(area["id"], area["name"])}
            | {
                "colour": lab_to_hex(np.array(area["lab"])),
                "families": [
                    FamilyOut(
                        family=part["family"],
                        area_cm2=part["area_cm2"],
                        value=part["value"],
                        colour=lab_to_hex(np.array(part["lab"])),
                    )
                    for part in area["families"]
                ],
            }
        )
        for area in row.areas
    ]
    return AreasOut(areas=areas, labels_url=pictures.url(row.labels), up_to_date=is_up_to_date(row, painting))
