"""Paintings: beginning one from a photo or without, adjusting and cropping it."""

from dataclasses import replace
from typing import Any

from server.records import bin as bins
from server.records import pictures
from server.records.models import Painting
from server.site.problems import Conflict
from server.work import desk
from ypsochrom.formats.pictures import png
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.adjust import Adjustments
from ypsochrom.subject.crop import crop_to
from ypsochrom.subject.decode import Picture, decode
from ypsochrom.subject.observation import Observation, Zone
from ypsochrom.subject.patches import Marks
from ypsochrom.values.composition import Focal
from ypsochrom.work.brief import Brief, Photo, SightNotes
from ypsochrom.work.graph import Work
from ypsochrom.work.subject_node import paint_range_of

from .schemas import (
    NewObservation,
    ObservationData,
    PaintingChange,
)

FIRST_LATTICE = (16, 12)
FIRST_ZONES = (Zone(name="light", value=8.0), Zone(name="dark", value=3.0, lit=False))
_LONGEST_TITLE = 120


def checked_title(title: str) -> str:
    """The title without blanks around it; an empty one is refused."""
    if not title.strip():
        raise BadSetting("The painting has no title.", "Give it a name you will recognise.")
    return title.strip()[:_LONGEST_TITLE]


def new_painting(owner: Any, title: str, size: str, content: bytes) -> Painting:
    """A painting from a photo. Only the decoded picture is kept, so no location or other metadata is stored."""
    support, title = Support.parse(size), checked_title(title)
    picture = decode(content)
    crop_to(picture, support)
    return desk.begun(owner, title, Brief(support, photo=kept_photo(owner, picture)))


def kept_photo(owner: Any, picture: Picture) -> Photo:
    """The decoded picture in the owner's store."""
    return Photo(pictures.store_photo(owner, picture), picture.width, picture.height, picture.advice)


def new_observation(owner: Any, given: NewObservation) -> Painting:
    """A painting without a photo: a lattice laid with one light zone, to be laid over with others."""
    support = Support.parse(given.size)
    columns, rows = FIRST_LATTICE if support.proportion >= 1 else FIRST_LATTICE[::-1]
    observed = Observation(columns, rows, (0,) * (columns * rows), FIRST_ZONES)
    brief = Brief(support, observation=observed, notes=SightNotes(**given.notes.model_dump()))
    return desk.begun(owner, checked_title(given.title), brief)


def _observed(brief: Brief, hint: str) -> None:
    if brief.observation is None:
        raise Conflict("This painting has a photo.", hint)


def change_observation(owner: Any, painting_id: int, given: ObservationData) -> tuple[Painting, Work]:
    """Lay the zones anew. `BadSetting` when the lattice is invalid."""
    written = given.model_dump()
    notes = SightNotes(**written.pop("notes"))
    observed = codec.read(written, Observation)

    def alter(work: Work) -> Brief:
        _observed(work.inputs.brief, "Begin an observation for a subject without one.")
        return replace(work.inputs.brief, observation=observed, notes=notes)

    return desk.changed(owner, painting_id, "Laid the zones", alter)


def add_sketch(owner: Any, painting_id: int, content: bytes) -> tuple[Painting, Work]:
    """Lay a photo of a sketch beneath the lattice, to be traced."""
    picture = decode(content)

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        _observed(brief, "A sketch lies beneath an observation only.")
        cropped = crop_to(picture, brief.support)
        return replace(brief, sketch=pictures.store(owner, png.picture_jpeg(cropped.srgb8), "jpg"))

    return desk.changed(owner, painting_id, "Laid a sketch beneath", alter)


def change_painting(owner: Any, painting_id: int, change: PaintingChange) -> tuple[Painting, Work]:
    """Change title, support, adjustments, crop or light; what was made from them becomes out of date, nothing is lost."""
    title = None if change.title is None else checked_title(change.title)

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        crop = {
            name: value
            for name, value in (("x", change.crop_x), ("y", change.crop_y), ("size", change.crop_size))
            if value is not None
        }
        if change.size is not None:
            brief = replace(brief, support=Support.parse(change.size))
        if crop:
            brief = replace(brief, crop=replace(brief.crop, **crop))
        if change.adjustments is not None:
            brief = replace(brief, adjustments=codec.read(change.adjustments.model_dump(), Adjustments))
        if change.finish is not None:
            brief = replace(brief, finish=change.finish)
        if change.curve is not None:
            brief = replace(brief, curve=tuple(sorted((x, y) for x, y in change.curve)))
        if change.marks is not None:
            brief = replace(brief, marks=codec.read(change.marks.model_dump(), Marks))
        if change.no_focal:
            brief = replace(brief, focal=None)
        elif change.focal is not None:
            brief = replace(brief, focal=Focal(**change.focal.model_dump()))
        paint_range_of(brief)
        return brief

    return desk.changed(owner, painting_id, _change_words(change), alter, title=title)


_CHANGE_WORDS: dict[str, str] = {
    "title": "Renamed the painting",
    "size": "Changed the support",
    "crop_x": "Moved the crop",
    "crop_y": "Moved the crop",
    "crop_size": "Changed the crop's size",
    "adjustments": "Adjusted the photo",
    "finish": "Changed the finish",
    "curve": "Bent the value curve",
    "focal": "Marked the focal passage",
    "marks": "Marked horizon or light",
    "no_focal": "Took the focal passage away",
}


def _change_words(change: PaintingChange) -> str:
    given = change.model_dump(exclude_none=True)
    return next((words for name, words in _CHANGE_WORDS.items() if name in given), "Changed the painting")


def remove_painting(owner: Any, painting_id: int) -> None:
    """Put a painting into the bin, with all that was planned for it."""
    bins.remove_painting(owner, painting_id)
