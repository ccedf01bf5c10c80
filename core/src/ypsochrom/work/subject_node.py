"""The subject as a node: the reference adjusted, laid over, cropped, with its values in the paint's range."""

from dataclasses import dataclass, field
from typing import Any

import numpy as np

from ..colour import srgb
from ..colour.types import LabelImage, MunsellValue
from ..formats.pictures import png
from ..imaging.resample import fit_within, shrink
from ..kit import codec
from ..kit.advice import Advice
from ..kit.codec import Json
from ..kit.errors import BadPicture
from ..kit.progress import Progress
from ..subject.adjust import adjusted
from ..subject.crop import CropBox, coarse, crop_box, crop_to
from ..subject.decode import Picture
from ..subject.observation import PLANES, picture_of, zone_labels
from ..subject.patches import disagreements, merged
from ..values.scale import PaintRange, range_for, value_field
from .brief import Brief
from .files import Files
from .graph import Node, Work

THUMBNAIL_PX = 480


@dataclass(frozen=True, eq=False)
class Subject:
    """The cropped picture, its value field, the whole adjusted picture that it was cropped from, and where it lies in that."""

    picture: Picture
    values: MunsellValue = field(repr=False)
    whole: Picture
    frame: CropBox


@dataclass(frozen=True)
class SubjectPictures:
    """The subject's pictures for the screen, by name, with their sizes in pixels; `advice` is what the crop gives rise to."""

    picture: str
    values: str
    thumbnail: str
    whole: str
    width: int
    height: int
    whole_width: int
    whole_height: int
    advice: tuple[Advice, ...]


def paint_range_of(brief: Brief) -> PaintRange:
    """The range of dry paint that the picture's values are bent into."""
    return range_for(brief.finish, brief.curve)


def frame_of(brief: Brief, whole_width: int, whole_height: int) -> CropBox:
    """Where the crop lies in the whole adjusted reference."""
    return crop_box(whole_width, whole_height, brief.support, brief.crop)


def reference_of(brief: Brief, files: Files) -> Picture:
    """The untouched reference: the photo, or the observation in flat tones."""
    if brief.observation is not None:
        return picture_of(brief.observation, brief.support.proportion).in_eight_bits()
    if brief.photo is None:
        raise BadPicture("There is neither a photo nor an observation.", "Choose a photo, or begin an observation.")
    return files.picture(brief.photo.name).telling(brief.photo.advice)


def depth_of(brief: Brief, width: int, height: int) -> LabelImage | None:
    """The plane of depth (0 front to 2 back) of every pixel, where the painter told it with the zones of an observation."""
    if brief.observation is None:
        return None
    planes = np.array([PLANES.index(zone.plane) for zone in brief.observation.zones], dtype=np.uint8)
    return np.asarray(planes[zone_labels(brief.observation, width, height)])


def disagreements_of(brief: Brief, whole_width: int, whole_height: int) -> tuple[Advice, ...]:
    """Where the horizon or the light of another photo contradicts the base's."""
    found: list[Advice] = []
    for other in brief.others:
        proportion = other.photo.width / other.photo.height
        found += disagreements(
            brief.marks, whole_width / whole_height, other.patch, other.marks, proportion, other.title
        )
    return tuple(found)


def _compute(work: Work, _: Progress) -> Subject:
    brief = work.inputs.brief
    base = adjusted(reference_of(brief, work.files), brief.adjustments)
    whole = merged(base, [(work.files.picture(other.photo.name), other.patch) for other in brief.others])
    picture = crop_to(whole, brief.support, brief.crop)
    if brief.photo is not None:
        picture = picture.telling((*picture.advice, *coarse(picture, brief.support)))
    frame = frame_of(brief, whole.width, whole.height)
    return Subject(picture, value_field(picture.linear, paint_range_of(brief)), whole, frame)


def _write(subject: Subject, files: Files) -> Json:
    shown = subject.picture
    small = shrink(shown.linear, *fit_within(shown.width, shown.height, THUMBNAIL_PX))
    greys = np.rint(np.clip(subject.values, 0, 10) * 25.5).astype(np.uint8)
    return codec.written(
        SubjectPictures(
            picture=files.store(png.picture_jpeg(shown.srgb8, quality=92), "jpg"),
            values=files.store(png.small_labels_png(greys), "png"),
            thumbnail=files.store(png.picture_jpeg(srgb.encode_picture(small)), "jpg"),
            whole=files.store(png.picture_jpeg(subject.whole.srgb8, quality=90), "jpg"),
            width=shown.width,
            height=shown.height,
            whole_width=subject.whole.width,
            whole_height=subject.whole.height,
            advice=shown.advice,
        )
    )


def _read(body: Json, work: Work) -> Subject:
    """Pixels are made again from the reference, which is quicker than keeping them."""
    codec.read(body, SubjectPictures)
    return _compute(work, lambda *_: None)


def _without_words(others: Any) -> Any:
    return [[other.photo.name, other.patch] for other in others]


SUBJECT: Node[Subject] = Node(
    name="subject",
    version=3,
    needs=(),
    takes={
        "the photo": lambda i: i.brief.photo and i.brief.photo.name,
        "the observation": lambda i: i.brief.observation,
        "the support": lambda i: i.brief.support,
        "the crop": lambda i: i.brief.crop,
        "the adjustments": lambda i: i.brief.adjustments,
        "other photos": lambda i: _without_words(i.brief.others),
        "the finish": lambda i: i.brief.finish,
        "the value curve": lambda i: i.brief.curve,
    },
    compute=_compute,
    write=_write,
    read=_read,
    doing="preparing the picture",
    weight=0.4,
)
