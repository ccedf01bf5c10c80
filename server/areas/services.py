"""Areas: found by the core, changed by the painter's hand, kept with the fingerprint of all they depend on."""

from collections.abc import Callable
from typing import Any

import numpy as np
from django.db import transaction

from server.site import pictures
from server.site.fingerprints import fingerprint
from server.site.problems import Conflict, NotFound
from server.subject.models import Painting
from server.subject.services import fingerprint_of as subject_fingerprint
from server.subject.services import frame_of, painting_of, planes_of, subject_of, support_of
from ypsochrom.areas.area import AreaMap, describe
from ypsochrom.areas.borders import borders_of
from ypsochrom.areas.edits import Edit, Edited, Spot, carry_out, refusal
from ypsochrom.areas.facts import PLANES, facts_of, planned, proposed_planes, told_planes
from ypsochrom.areas.partition import AreaTree, find_tree
from ypsochrom.colour import cielab
from ypsochrom.formats import areas_json, png
from ypsochrom.formats.plan_json import advice_json
from ypsochrom.formats.plan_json import areas_json as written_areas
from ypsochrom.formats.plan_read import read_areas
from ypsochrom.imaging.outlines import outlines, rings
from ypsochrom.materials.support import Support

from . import notes
from .models import AreaRow
from .schemas import ChangesIn, EditData


def row_of(painting: Painting) -> AreaRow | None:
    """The painting's areas, if they have been found."""
    return AreaRow.objects.of(painting.owner).filter(painting=painting).first()


def found_row(painting: Painting) -> AreaRow:
    """The painting's areas; `Conflict` before the first plan."""
    row = row_of(painting)
    if row is None:
        raise Conflict("There are no areas yet.", "Plan the painting first.")
    return row


def _fingerprint(row: AreaRow) -> str:
    return fingerprint(subject_fingerprint(row.painting), row.detail, row.edits)


def fingerprint_of(row: AreaRow) -> str:
    """Of all that what follows the areas depends on: the subject, the changes, and the painter's colours and handling."""
    return fingerprint(_fingerprint(row), notes.decisions_written(row.painting))


def is_up_to_date(row: AreaRow | None, painting: Painting) -> bool:
    """Whether the areas are those of the present subject and changes."""
    return row is not None and row.fingerprint == _fingerprint(row)


@transaction.atomic
def ensure(painting: Painting) -> AreaRow:
    """The areas of the present subject, found now when they are missing or out of date; changes by hand are kept."""
    row = row_of(painting) or AreaRow(owner=painting.owner, painting=painting)
    if not is_up_to_date(row, painting):
        _find(row)
        row.save()
    return row


@transaction.atomic
def change(owner: Any, painting_id: int, given: ChangesIn) -> Painting:
    """Another detail and list of changes. A change that was just added must find something to do, or is refused."""
    painting = painting_of(owner, painting_id)
    row = found_row(painting)
    before = len(row.edits)
    row.detail = given.detail
    row.edits = [_kept(row, edit) for edit in given.edits]
    edited = _find(row)
    if len(row.edits) > before:
        refusal(edited, len(row.edits) - 1)
    row.save()
    return painting


def _kept(row: AreaRow, edit: EditData) -> dict[str, Any]:
    """A change as it is stored: its places in shares of the whole reference, a new lock with the outline of its area."""
    to_whole = frame_of(row.painting).to_whole
    written = edit.model_dump()
    if edit.kind == "lock" and not edit.rings and edit.spot is not None:
        written["rings"] = _rings_at(row, (edit.spot[0], edit.spot[1]))
    for name in ("spot", "to"):
        if written[name] is not None:
            written[name] = to_whole(written[name])
    for name in ("spots", "line", "shape"):
        written[name] = [to_whole(spot) for spot in written[name]]
    written["rings"] = [[to_whole(spot) for spot in ring] for ring in written["rings"]]
    return written


def _rings_at(row: AreaRow, spot: Spot) -> list[list[Spot]]:
    labels = png.read_labels_png(pictures.read(row.labels))
    height, width = labels.shape
    x, y = min(int(spot[0] * width), width - 1), min(int(spot[1] * height), height - 1)
    found = rings(labels == labels[max(0, y), max(0, x)], 1.0)
    return [[(float(px) / width, float(py) / height) for px, py in ring] for ring in found]


def edits_for_page(row: AreaRow) -> list[EditData]:
    """The changes with their places in shares of the present crop."""
    to_crop = frame_of(row.painting).to_crop
    found = []
    for edit in row.edits:
        moved: dict[str, Any] = {name: [to_crop(spot) for spot in edit[name]] for name in ("spots", "line", "shape")}
        moved |= {name: edit[name] and to_crop(edit[name]) for name in ("spot", "to")}
        moved["rings"] = [[to_crop(spot) for spot in ring] for ring in edit["rings"]]
        found.append(EditData(**{**edit, **moved}))
    return found


def _edits(row: AreaRow) -> list[Edit]:
    to_crop: Callable[[Spot], Spot] = frame_of(row.painting).to_crop
    return [areas_json.read_edit(edit, to_crop) for edit in row.edits]


def _find(row: AreaRow) -> Edited:
    """Fill the row with the areas of the present subject, detail and changes."""
    painting = row.painting
    subject, support = subject_of(painting), support_of(painting)
    linear = subject.picture.linear
    tree = _tree(row, linear)
    edited = carry_out(tree.areas(row.detail), _edits(row), linear, support)
    areas = describe(linear, subject.values, edited.labels, support)
    told = planes_of(painting, edited.labels.shape[1], edited.labels.shape[0])
    planes = proposed_planes(areas.areas, edited.labels) if told is None else told_planes(edited.labels, told)
    depth = {area.id: PLANES.index(planes[area.index]) for area in areas.areas}
    lab = np.asarray(cielab.linear_to_lab(linear), dtype=np.float32)
    row.facts = areas_json.facts_json(facts_of(areas, lab, support, planes))
    row.borders = areas_json.borders_json(borders_of(areas.areas, edited.labels, lab, support, depth))
    row.areas = _with_outlines(areas, support)
    row.locked = sorted(edited.locked)
    row.lost = advice_json(edited.lost)
    row.labels = pictures.store(painting.owner, png.small_labels_png(areas.labels), "png")
    row.families = pictures.store(painting.owner, png.small_labels_png(areas.families), "png")
    row.fingerprint = _fingerprint(row)
    return edited


def _with_outlines(areas: AreaMap, support: Support) -> list[dict[str, Any]]:
    mm_per_px = support.width_mm / areas.labels.shape[1]
    return [{**area, "outline": outlines(areas.labels == area["index"], mm_per_px)} for area in written_areas(areas)]


def _tree(row: AreaRow, linear: np.ndarray) -> AreaTree:
    """The tree of areas of the present subject: read back, or found anew when the subject has changed."""
    now = subject_fingerprint(row.painting)
    if row.tree_fingerprint == now:
        return AreaTree(png.read_labels_png(pictures.read(row.pieces)), areas_json.read_steps(row.steps))
    tree = find_tree(linear)
    row.pieces = pictures.store(row.painting.owner, png.small_labels_png(tree.pieces), "png")
    row.steps = areas_json.steps_json(tree.steps)
    row.tree_fingerprint = now
    return tree


def found_detail(row: AreaRow) -> int:
    """How many areas the picture suggests."""
    pieces = np.zeros((1, 1), dtype=np.uint8)
    return AreaTree(pieces, areas_json.read_steps(row.steps)).usual


def area_map_of(row: AreaRow) -> AreaMap:
    """The areas as they are to be painted, under the painter's names."""
    return planned(photo_map_of(row), notes.decisions(row))


def photo_map_of(row: AreaRow) -> AreaMap:
    """The areas as the photo shows them, under the painter's names."""
    labels, families = (png.read_labels_png(pictures.read(name)) for name in (row.labels, row.families))
    names = notes.names(row, labels)
    return read_areas([{**area, "name": names.get(area["id"], area["name"])} for area in row.areas], labels, families)


def area_id(row: AreaRow, wanted: str) -> dict[str, Any]:
    """An area of the row by its id, or `NotFound`."""
    area = next((area for area in row.areas if area["id"] == wanted), None)
    if area is None:
        raise NotFound("area")
    return dict(area)


def labels_of(row: AreaRow) -> np.ndarray:
    """The area of every pixel."""
    return png.read_labels_png(pictures.read(row.labels))
