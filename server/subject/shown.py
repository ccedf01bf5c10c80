"""Paintings as the page shows them."""

from typing import Any, Literal

from server.records import pictures
from server.records.models import Painting
from server.work import desk
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.kit import codec
from ypsochrom.kit.advice import Advice
from ypsochrom.materials.support import Support
from ypsochrom.subject.guides import GUIDE_WORDS, lines_of
from ypsochrom.subject.observation import zone_colour
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.subject_node import SubjectPictures, disagreements_of, paint_range_of

from .schemas import (
    AdjustmentsData,
    AdviceOut,
    FocalData,
    GuideOut,
    MarksData,
    NotesData,
    ObservationOut,
    PaintingOut,
)


def advice_out(advice: Any) -> list[AdviceOut]:
    """Advice for the page."""
    return [AdviceOut(**vars(one)) for one in advice]


def subject_pictures(work: Work) -> SubjectPictures:
    """The subject's pictures for the screen; `Outdated` where there are none that this version can read."""
    return desk.facts_of(work, "subject", SubjectPictures)


def subject_advice(brief: Brief, shown: SubjectPictures) -> tuple[Advice, ...]:
    """What the painter should know about the reference."""
    return (*shown.advice, *disagreements_of(brief, shown.whole_width, shown.whole_height))


def out(painting: Painting, work: Work) -> PaintingOut:
    """The painting for the page."""
    brief, shown = work.inputs.brief, subject_pictures(work)
    paint_range, photo = paint_range_of(brief), brief.photo
    return PaintingOut(
        id=painting.pk,
        title=painting.title,
        width_mm=brief.support.width_mm,
        height_mm=brief.support.height_mm,
        crop_x=brief.crop.x,
        crop_y=brief.crop.y,
        crop_size=brief.crop.size,
        crop_moves=_crop_moves(shown),
        adjustments=AdjustmentsData(**codec.written(brief.adjustments)),
        finish=brief.finish,
        curve=[list(point) for point in brief.curve],
        darkest=paint_range.darkest,
        lightest=paint_range.lightest,
        focal=None if brief.focal is None else FocalData(**codec.written(brief.focal)),
        observation=_observation_out(brief),
        marks=MarksData(**codec.written(brief.marks)),
        whole_url=pictures.url(shown.whole),
        whole_width_px=shown.whole_width,
        whole_height_px=shown.whole_height,
        reference_width_px=photo.width if photo else shown.whole_width,
        reference_height_px=photo.height if photo else shown.whole_height,
        width_px=shown.width,
        height_px=shown.height,
        reference_url=pictures.url(photo.name if photo else shown.whole),
        picture_url=pictures.url(shown.picture),
        value_url=pictures.url(shown.values),
        thumbnail_url=pictures.url(shown.thumbnail),
        advice=advice_out(subject_advice(brief, shown)),
    )


def _crop_moves(shown: SubjectPictures) -> Literal["across", "down", "both", "nowhere"]:
    across, down = shown.whole_width > shown.width, shown.whole_height > shown.height
    if across and down:
        return "both"
    return "across" if across else "down" if down else "nowhere"


def _observation_out(brief: Brief) -> ObservationOut | None:
    if brief.observation is None:
        return None
    return ObservationOut(
        **codec.written(brief.observation),
        notes=NotesData(**codec.written(brief.notes)),
        colours=[lab_to_hex(zone_colour(zone)) for zone in brief.observation.zones],
        sketch_url=pictures.url(brief.sketch) if brief.sketch else None,
    )


def guides_of(support: Support) -> list[GuideOut]:
    """Guides to compose by, for the support's proportions."""
    return [
        GuideOut(
            guide=guide,
            title=title,
            lines=[[list(point) for point in line] for line in lines_of(guide, support.proportion)],
        )
        for guide, title in GUIDE_WORDS.items()
    ]
