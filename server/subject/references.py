"""Other photos laid over the base: adding, placing and taking them away."""

from dataclasses import replace
from typing import Any

from server.records import pictures
from server.site.problems import NotFound
from server.work import desk
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadSetting
from ypsochrom.subject.decode import decode
from ypsochrom.subject.patches import MOST_PATCHES, Marks, Patch, whole
from ypsochrom.work.brief import Brief, OtherPhoto
from ypsochrom.work.graph import Work

from .schemas import (
    MarksData,
    PatchData,
    ReferenceIn,
    ReferenceOut,
)
from .services import checked_title, kept_photo

FIRST_PATCH_WIDTH = 0.5
_LONGEST_NAME = 80


def references_out(brief: Brief) -> list[ReferenceOut]:
    """The other photos of a painting, the lowest first."""
    return [reference_out(one) for one in brief.others]


def reference_out(one: OtherPhoto) -> ReferenceOut:
    """One other photo for the page."""
    return ReferenceOut(
        id=one.id,
        name=one.title,
        url=pictures.url(one.photo.name),
        width_px=one.photo.width,
        height_px=one.photo.height,
        patch=PatchData(**codec.written(one.patch)),
        marks=MarksData(**codec.written(one.marks)),
    )


def add_reference(owner: Any, painting_id: int, name: str, content: bytes) -> ReferenceOut:
    """Lay another photo over the base, at first half as wide and in the middle."""
    title = checked_title(name)[:_LONGEST_NAME]
    picture = decode(content)

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        if len(brief.others) >= MOST_PATCHES:
            raise BadSetting(f"There are {MOST_PATCHES} other photos already.", "Take one away first.")
        number = 1 + max((one.id for one in brief.others), default=0)
        added = OtherPhoto(number, title, kept_photo(owner, picture), whole(FIRST_PATCH_WIDTH))
        return replace(brief, others=(*brief.others, added))

    _, work = desk.changed(owner, painting_id, f"Laid {title} over the photo", alter)
    return reference_out(work.inputs.brief.others[-1])


def change_reference(owner: Any, painting_id: int, reference_id: int, given: ReferenceIn) -> ReferenceOut:
    """Another outline, place, name or marks for a photo; what the core refuses changes nothing."""
    title = checked_title(given.name)[:_LONGEST_NAME]
    patch, marks = codec.read(given.patch.model_dump(), Patch), codec.read(given.marks.model_dump(), Marks)

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        _reference(brief, reference_id)
        others = tuple(
            replace(one, title=title, patch=patch, marks=marks) if one.id == reference_id else one
            for one in brief.others
        )
        return replace(brief, others=others)

    _, work = desk.changed(owner, painting_id, f"Changed {title}", alter)
    return reference_out(_reference(work.inputs.brief, reference_id))


def _reference(brief: Brief, reference_id: int) -> OtherPhoto:
    found = next((one for one in brief.others if one.id == reference_id), None)
    if found is None:
        raise NotFound("photo")
    return found


def remove_reference(owner: Any, painting_id: int, reference_id: int) -> None:
    """Take another photo away."""

    def alter(work: Work) -> Brief:
        brief = work.inputs.brief
        _reference(brief, reference_id)
        return replace(brief, others=tuple(one for one in brief.others if one.id != reference_id))

    desk.changed(owner, painting_id, "Took another photo away", alter)
