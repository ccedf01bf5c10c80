"""What the painter says of areas and borders: names, colours, planes, handling, softness. Each note lies at a place."""

from typing import Any

import numpy as np
from django.db import transaction

from server.site.problems import NotFound
from server.subject.models import Painting
from server.subject.services import frame_of, painting_of
from ypsochrom.areas.facts import Decision
from ypsochrom.colour.types import triple
from ypsochrom.colour.written import read_colour
from ypsochrom.kit.errors import BadSetting

from . import services
from .models import AreaNote, AreaRow, BorderNote
from .schemas import AreaIn, BorderIn


def _index_at(painting: Painting, labels: np.ndarray, x: float, y: float) -> int | None:
    """The index of the area at a place given in shares of the whole reference; None where it was cropped away."""
    u, v = frame_of(painting).to_crop((x, y))
    height, width = labels.shape
    inside = 0 <= u < 1 and 0 <= v < 1
    return int(labels[int(v * height), int(u * width)]) if inside else None


def by_area(row: AreaRow, labels: np.ndarray | None = None) -> dict[str, AreaNote]:
    """The notes by area id; where areas have come together, the latest note of each kind counts as a whole."""
    listed = list(AreaNote.objects.of(row.owner).filter(painting=row.painting).order_by("id"))
    if not listed:
        return {}
    labels = services.labels_of(row) if labels is None else labels
    found = {}
    for note in listed:
        index = _index_at(row.painting, labels, note.x, note.y)
        if index is not None:
            found[row.areas[index]["id"]] = note
    return found


def names(row: AreaRow, labels: np.ndarray) -> dict[str, str]:
    """The painter's names by area id."""
    return {area: note.name for area, note in by_area(row, labels).items() if note.name}


def decisions(row: AreaRow) -> dict[str, Decision]:
    """The painter's decisions by area id."""
    return {area: _decision(note) for area, note in by_area(row).items()}


def _decision(note: AreaNote) -> Decision:
    target = None if note.target_lab is None else triple(np.array(note.target_lab))
    return Decision(target, note.plane or None, note.handling)  # type: ignore[arg-type]  # checked by the schema


def decisions_written(painting: Painting) -> list[Any]:
    """Colours and handling with their places: what mixes and passes depend on."""
    listed = AreaNote.objects.of(painting.owner).filter(painting=painting).order_by("id")
    return [
        [note.x, note.y, note.target_lab, note.handling]
        for note in listed
        if note.target_lab is not None or note.handling != "usual"
    ]


@transaction.atomic
def change_area(owner: Any, painting_id: int, area_id: str, given: AreaIn) -> Painting:
    """Write into the area's note what was given; what is left out stays."""
    painting = painting_of(owner, painting_id)
    row = services.row_of(painting)
    if row is None:
        raise NotFound("area")
    area = services.area_id(row, area_id)
    note = by_area(row).get(area_id)
    if note is None:
        x, y = frame_of(painting).to_whole((area["centre"][0], area["centre"][1]))
        note = AreaNote(owner=owner, painting=painting, x=x, y=y)
    if given.name is not None:
        note.name = given.name.strip()
        _unlike_others(row, area_id, note.name)
    if given.target is not None:
        note.target_lab = (
            [round(float(part), 3) for part in read_colour(given.target)] if given.target.strip() else None
        )
    if given.plane is not None:
        note.plane = "" if given.plane == "as_found" else given.plane
    if given.handling is not None:
        note.handling = given.handling
    note.save()
    return painting


def _unlike_others(row: AreaRow, area_id: str, name: str) -> None:
    said = names(row, services.labels_of(row))
    others = [said.get(area["id"], area["name"]) for area in row.areas if area["id"] != area_id]
    same = next((other for other in others if other.casefold() == name.casefold()), None)
    if name and same is not None:
        raise BadSetting(f"Another area is called “{same}” already.", "Give it a name of its own.")


def by_border(row: AreaRow) -> dict[tuple[str, str], BorderNote]:
    """The painter's words on borders by the ids of both sides, in the order of the note."""
    listed = list(BorderNote.objects.of(row.owner).filter(painting=row.painting).order_by("id"))
    if not listed:
        return {}
    labels, found = services.labels_of(row), {}
    for note in listed:
        one = _index_at(row.painting, labels, note.x_1, note.y_1)
        other = _index_at(row.painting, labels, note.x_2, note.y_2)
        if one is not None and other is not None and one != other:
            found[row.areas[one]["id"], row.areas[other]["id"]] = note
    return found


@transaction.atomic
def change_border(owner: Any, painting_id: int, given: BorderIn) -> Painting:
    """Write down how soft a border is to be, or which side lies over the other."""
    painting = painting_of(owner, painting_id)
    row = services.found_row(painting)
    sides = [services.area_id(row, given.a), services.area_id(row, given.b)]
    if not any({b["a"], b["b"]} == {given.a, given.b} for b in row.borders):
        raise NotFound("border")
    known = by_border(row)
    note = known.get((given.a, given.b)) or known.get((given.b, given.a))
    if note is None:
        places = [frame_of(painting).to_whole((side["centre"][0], side["centre"][1])) for side in sides]
        (x_1, y_1), (x_2, y_2) = places
        note = BorderNote(owner=owner, painting=painting, x_1=x_1, y_1=y_1, x_2=x_2, y_2=y_2)
    first = next((pair[0] for pair, one in known.items() if one.pk == note.pk and note.pk), given.a)
    if given.softness is not None:
        note.softness = "" if given.softness == "as_found" else given.softness
    if given.over is not None:
        note.over = None if given.over == "as_found" else (1 if given.over == first else 2)
    note.save()
    return painting
