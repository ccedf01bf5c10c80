"""Paintings: making one from a photo, cropping it to another support, removing it."""

from collections import OrderedDict
from dataclasses import dataclass
from functools import lru_cache
from threading import Lock
from typing import Any, Literal

import numpy as np
from django.db import transaction

from server.site import pictures
from server.site.fingerprints import fingerprint
from server.site.owned import one_of
from server.site.problems import Conflict
from ypsochrom.colour import srgb
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.types import LabelImage, MunsellValue
from ypsochrom.formats import png
from ypsochrom.formats.plan_json import advice_json
from ypsochrom.imaging.resample import fit_within, shrink
from ypsochrom.kit.advice import Advice
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.support import Support
from ypsochrom.subject.adjust import Adjustments, Spot, adjusted
from ypsochrom.subject.crop import CropBox, CropCentre, crop_box, crop_to
from ypsochrom.subject.decode import Picture, decode
from ypsochrom.subject.guides import GUIDE_WORDS, lines_of
from ypsochrom.subject.observation import PLANES, Observation, Zone, picture_of, zone_colour, zone_labels
from ypsochrom.subject.patches import MOST_PATCHES, Marks, Patch, disagreements, merged, whole
from ypsochrom.values.scale import PaintRange, range_for, value_field

from .models import Painting, ReferenceRow
from .schemas import (
    AdjustmentsData,
    AdviceOut,
    FocalData,
    GuideOut,
    MarksData,
    NewObservation,
    ObservationData,
    ObservationOut,
    PaintingChange,
    PaintingOut,
    PatchData,
    ReferenceIn,
    ReferenceOut,
    ZoneData,
)

THUMBNAIL_PX = 480
FIRST_PATCH_WIDTH = 0.5
_KEPT_SUBJECTS = 4


@dataclass(frozen=True, eq=False)
class Subject:
    """A painting's adjusted and cropped picture, its value field in the paint's range, and what it was cropped from."""

    picture: Picture
    values: MunsellValue
    whole: Picture


_subjects: OrderedDict[str, Subject] = OrderedDict()
_subjects_lock = Lock()


def support_of(painting: Painting) -> Support:
    """The painting's support."""
    return Support(painting.width_mm, painting.height_mm)


def frame_of(painting: Painting) -> CropBox:
    """Where the crop lies in the whole adjusted reference."""
    centre = CropCentre(painting.crop_x, painting.crop_y, painting.crop_size)
    return crop_box(painting.adjusted_width_px, painting.adjusted_height_px, support_of(painting), centre)


def planes_of(painting: Painting, width: int, height: int) -> LabelImage | None:
    """The plane of depth (0 front to 2 back) of every pixel, where the painter told it with the zones of an observation."""
    if painting.observation is None:
        return None
    observed = _observed(painting.observation)
    depth = np.array([PLANES.index(zone.plane) for zone in observed.zones], dtype=np.uint8)
    return np.asarray(depth[zone_labels(observed, width, height)])


def adjustments_of(written: dict[str, Any]) -> Adjustments:
    """The core's adjustments from the row's JSON."""
    facts = dict(written)
    for name in ("horizon", "corners"):
        if facts.get(name) is not None:
            facts[name] = tuple((spot[0], spot[1]) for spot in facts[name])
    if facts.get("grey") is not None:
        facts["grey"] = (facts["grey"][0], facts["grey"][1])
    return Adjustments(**facts)


def reach_of(painting: Painting) -> PaintRange:
    """The range of dry paint that the picture's values are bent into."""
    curve = tuple((point[0], point[1]) for point in painting.curve)
    return range_for(painting.finish, curve)  # type: ignore[arg-type]  # checked by the schema


def fingerprint_of(painting: Painting) -> str:
    """Of all that the cropped picture depends on."""
    crop = [painting.crop_x, painting.crop_y, painting.crop_size]
    seen = None if painting.observation is None else {**painting.observation, "notes": None}
    over = [[row.picture, row.patch] for row in _references(painting)]
    light = [painting.adjustments, painting.finish, painting.curve, seen, over]
    return fingerprint(painting.reference, painting.width_mm, painting.height_mm, crop, light)


def subject_of(painting: Painting) -> Subject:
    """The painting's picture and values; the last few are kept in memory, so that thresholds follow the finger."""
    key = fingerprint_of(painting)
    with _subjects_lock:
        if key in _subjects:
            _subjects.move_to_end(key)
            return _subjects[key]
    base = adjusted(_reference_of(painting), adjustments_of(painting.adjustments))
    over = [(decode(pictures.read(row.picture)), _patch_of(row.patch)) for row in _references(painting)]
    all_over = merged(base, over)
    centre = CropCentre(painting.crop_x, painting.crop_y, painting.crop_size)
    cropped = crop_to(all_over, support_of(painting), centre)
    subject = Subject(cropped, value_field(cropped.linear, reach_of(painting)), all_over)
    with _subjects_lock:
        _subjects[key] = subject
        while len(_subjects) > _KEPT_SUBJECTS:
            _subjects.popitem(last=False)
    return subject


def _reference_of(painting: Painting) -> Picture:
    if painting.observation is not None:
        return _seen(_observed(painting.observation), support_of(painting).proportion)
    return decode(pictures.read(painting.reference))


@lru_cache(maxsize=2)
def _seen(observed: Observation, proportion: float) -> Picture:
    return picture_of(observed, proportion)


def _observed(written: dict[str, Any]) -> Observation:
    return Observation(
        columns=written["columns"],
        rows=written["rows"],
        cells=tuple(written["cells"]),
        zones=tuple(Zone(**zone) for zone in written["zones"]),
        borders=written["borders"],
    )


def advice_of(painting: Painting) -> list[AdviceOut]:
    """What the painter should know about the reference."""
    stored = [AdviceOut(**entry) for entry in (*painting.reference_advice, *painting.crop_advice)]
    return [*stored, *(AdviceOut(**entry) for entry in advice_json(disagreements_of(painting)))]


def disagreements_of(painting: Painting) -> list[Advice]:
    """Where the horizon or the light of another photo contradicts the base's."""
    if not painting.marks:
        return []
    ours = _marks_of(painting.marks)
    proportion = (painting.adjusted_width_px or 1) / (painting.adjusted_height_px or 1)
    found: list[Advice] = []
    for row in _references(painting):
        found += disagreements(
            ours, proportion, _patch_of(row.patch), _marks_of(row.marks), row.width_px / row.height_px, row.name
        )
    return found


def _references(painting: Painting) -> list[ReferenceRow]:
    return list(ReferenceRow.objects.of(painting.owner).filter(painting=painting)) if painting.pk else []


def _line(written: list[list[float]] | None) -> tuple[Spot, Spot] | None:
    if written is None:
        return None
    (x_0, y_0), (x_1, y_1) = written
    return (x_0, y_0), (x_1, y_1)


def _marks_of(written: dict[str, Any]) -> Marks:
    return Marks(horizon=_line(written.get("horizon")), light=_line(written.get("light")))


def _patch_of(written: dict[str, Any]) -> Patch:
    outline = tuple((spot[0], spot[1]) for spot in written["outline"])
    return Patch(**{**written, "outline": outline, "at": (written["at"][0], written["at"][1])})


def references_out(painting: Painting) -> list[ReferenceOut]:
    """The other photos of a painting, the lowest first."""
    return [_reference_out(row) for row in _references(painting)]


def _reference_out(row: ReferenceRow) -> ReferenceOut:
    return ReferenceOut(
        id=row.pk,
        name=row.name,
        url=pictures.url(row.picture),
        width_px=row.width_px,
        height_px=row.height_px,
        patch=PatchData(**row.patch),
        marks=MarksData(**row.marks),
    )


@transaction.atomic
def add_reference(owner: Any, painting_id: int, name: str, content: bytes) -> ReferenceOut:
    """Lay another photo over the base, at first half as wide and in the middle."""
    painting = painting_of(owner, painting_id)
    if len(_references(painting)) >= MOST_PATCHES:
        raise BadSetting(f"There are {MOST_PATCHES} other photos already.", "Take one away first.")
    picture = decode(content)
    first = whole(FIRST_PATCH_WIDTH)
    patch = PatchData(outline=[list(spot) for spot in first.outline], at=list(first.at), width=first.width)
    row = ReferenceRow.objects.create(
        owner=owner,
        painting=painting,
        name=checked_title(name)[:80],
        picture=pictures.store(owner, png.picture_png(picture.srgb8), "png"),
        width_px=picture.width,
        height_px=picture.height,
        patch=patch.model_dump(),
    )
    _derive(painting)
    painting.save()
    return _reference_out(row)


@transaction.atomic
def change_reference(owner: Any, reference_id: int, given: ReferenceIn) -> ReferenceOut:
    """Another outline, place, name or marks for a photo; what the core refuses changes nothing."""
    row = one_of(ReferenceRow, owner, "photo", pk=reference_id)
    _patch_of(given.patch.model_dump())
    _marks_of(given.marks.model_dump())
    moved = row.patch != given.patch.model_dump()
    row.name, row.patch, row.marks = checked_title(given.name)[:80], given.patch.model_dump(), given.marks.model_dump()
    row.save()
    if moved:
        _derive(row.painting)
        row.painting.save()
    return _reference_out(row)


@transaction.atomic
def remove_reference(owner: Any, reference_id: int) -> None:
    """Take another photo away."""
    row = one_of(ReferenceRow, owner, "photo", pk=reference_id)
    painting = row.painting
    row.delete()
    _derive(painting)
    painting.save()


def out(painting: Painting) -> PaintingOut:
    """The painting for the page."""
    return PaintingOut(
        id=painting.pk,
        title=painting.title,
        width_mm=painting.width_mm,
        height_mm=painting.height_mm,
        crop_x=painting.crop_x,
        crop_y=painting.crop_y,
        crop_size=painting.crop_size,
        crop_moves=_crop_moves(painting),
        adjustments=AdjustmentsData(**painting.adjustments),
        finish=painting.finish,  # type: ignore[arg-type]
        curve=painting.curve,
        darkest=reach_of(painting).darkest,
        lightest=reach_of(painting).lightest,
        focal=None if painting.focal is None else FocalData(**painting.focal),
        observation=_observation_out(painting),
        marks=MarksData(**painting.marks),
        whole_url=pictures.url(painting.whole or painting.reference),
        whole_width_px=painting.adjusted_width_px or painting.reference_width_px,
        whole_height_px=painting.adjusted_height_px or painting.reference_height_px,
        reference_width_px=painting.reference_width_px,
        reference_height_px=painting.reference_height_px,
        width_px=painting.width_px,
        height_px=painting.height_px,
        reference_url=pictures.url(painting.reference),
        picture_url=pictures.url(painting.picture),
        value_url=pictures.url(painting.value_picture),
        thumbnail_url=pictures.url(painting.thumbnail),
        advice=advice_of(painting),
    )


def _crop_moves(painting: Painting) -> Literal["across", "down", "both", "nowhere"]:
    across = (painting.adjusted_width_px or painting.reference_width_px) > painting.width_px
    down = (painting.adjusted_height_px or painting.reference_height_px) > painting.height_px
    if across and down:
        return "both"
    return "across" if across else "down" if down else "nowhere"


def guides_of(painting: Painting) -> list[GuideOut]:
    """Guides to compose by, for the support's proportions."""
    return [
        GuideOut(
            guide=guide, title=title, lines=[[list(point) for point in line] for line in lines_of(guide, proportion)]
        )
        for proportion in [support_of(painting).proportion]
        for guide, title in GUIDE_WORDS.items()
    ]


def painting_of(owner: Any, painting_id: int) -> Painting:
    """The owner's painting, or `NotFound`."""
    return one_of(Painting, owner, "painting", pk=painting_id)


def paintings_of(owner: Any) -> list[Painting]:
    """The owner's paintings, the newest first."""
    return list(Painting.objects.of(owner).order_by("-id"))


def checked_title(title: str) -> str:
    """The title without blanks around it; an empty one is refused."""
    if not title.strip():
        raise BadSetting("The painting has no title.", "Give it a name you will recognise.")
    return title.strip()[:120]


@transaction.atomic
def new_painting(owner: Any, title: str, size: str, content: bytes) -> Painting:
    """A painting from a photo. Only the decoded picture is kept, so no location or other metadata is stored."""
    support = Support.parse(size)
    title = checked_title(title)
    picture = decode(content)
    painting = Painting(owner=owner, title=title, width_mm=support.width_mm, height_mm=support.height_mm)
    crop_to(picture, support)
    painting.reference_width_px, painting.reference_height_px = picture.width, picture.height
    painting.reference = pictures.store(owner, png.picture_png(picture.srgb8), "png")
    painting.reference_advice = advice_json(picture.advice)
    _derive(painting)
    painting.save()
    return painting


FIRST_LATTICE = (16, 12)
FIRST_ZONES = (ZoneData(name="light", value=8.0), ZoneData(name="dark", value=3.0, lit=False))


@transaction.atomic
def new_observation(owner: Any, given: NewObservation) -> Painting:
    """A painting without a photo: a lattice laid with one light zone, to be laid over with others."""
    support = Support.parse(given.size)
    columns, rows = FIRST_LATTICE if support.proportion >= 1 else FIRST_LATTICE[::-1]
    observed = ObservationData(
        columns=columns, rows=rows, cells=[0] * (columns * rows), zones=list(FIRST_ZONES), notes=given.notes
    )
    painting = Painting(
        owner=owner, title=checked_title(given.title), width_mm=support.width_mm, height_mm=support.height_mm
    )
    _observe(painting, observed)
    return painting


@transaction.atomic
def change_observation(owner: Any, painting_id: int, given: ObservationData) -> Painting:
    """Lay the zones anew; the core refuses what is no lattice."""
    painting = painting_of(owner, painting_id)
    if painting.observation is None:
        raise Conflict("This painting has a photo.", "Begin an observation for a subject without one.")
    _observe(painting, given)
    return painting


@transaction.atomic
def add_sketch(owner: Any, painting_id: int, content: bytes) -> Painting:
    """Lay a photo of a sketch beneath the lattice, to be traced."""
    painting = painting_of(owner, painting_id)
    if painting.observation is None:
        raise Conflict("This painting has a photo.", "A sketch lies beneath an observation only.")
    cropped = crop_to(decode(content), support_of(painting))
    painting.sketch = pictures.store(owner, png.picture_jpeg(cropped.srgb8), "jpg")
    painting.save()
    return painting


def _observe(painting: Painting, observed: ObservationData) -> None:
    painting.observation = observed.model_dump()
    reference = _reference_of(painting)
    painting.reference_width_px, painting.reference_height_px = reference.width, reference.height
    painting.reference = pictures.store(painting.owner, png.picture_png(reference.srgb8), "png")
    painting.reference_advice = advice_json(reference.advice)
    _derive(painting)
    painting.save()


def _observation_out(painting: Painting) -> ObservationOut | None:
    if painting.observation is None:
        return None
    return ObservationOut(
        **painting.observation,
        colours=[lab_to_hex(zone_colour(Zone(**zone))) for zone in painting.observation["zones"]],
        sketch_url=pictures.url(painting.sketch) if painting.sketch else None,
    )


@transaction.atomic
def change_painting(owner: Any, painting_id: int, change: PaintingChange) -> Painting:
    """Change title, support, adjustments, crop or light; what was computed from them becomes out of date, nothing is lost."""
    painting = painting_of(owner, painting_id)
    before = fingerprint_of(painting)
    if change.title is not None:
        painting.title = checked_title(change.title)
    if change.size is not None:
        support = Support.parse(change.size)
        painting.width_mm, painting.height_mm = support.width_mm, support.height_mm
    if change.crop_x is not None:
        painting.crop_x = change.crop_x
    if change.crop_y is not None:
        painting.crop_y = change.crop_y
    if change.crop_size is not None:
        painting.crop_size = change.crop_size
    if change.adjustments is not None:
        painting.adjustments = change.adjustments.model_dump(exclude_defaults=True)
    if change.finish is not None:
        painting.finish = change.finish
    if change.curve is not None:
        painting.curve = sorted(change.curve)
    if change.marks is not None:
        _marks_of(change.marks.model_dump())
        painting.marks = change.marks.model_dump()
    if change.no_focal:
        painting.focal = None
    elif change.focal is not None:
        painting.focal = change.focal.model_dump()
    if fingerprint_of(painting) != before:
        _derive(painting)
    painting.save()
    return painting


@transaction.atomic
def remove_painting(owner: Any, painting_id: int) -> None:
    """Remove a painting, all that was planned for it, and its pictures."""
    painting = painting_of(owner, painting_id)
    names = pictures.names_in_use(owner, painting=painting)
    painting.delete()
    transaction.on_commit(lambda: pictures.forget(owner, names))


def _derive(painting: Painting) -> None:
    """The pictures that follow from reference, support and crop."""
    subject = subject_of(painting)
    shown = subject.picture
    owner = painting.owner
    small = shrink(shown.linear, *fit_within(shown.width, shown.height, THUMBNAIL_PX))
    greys = np.rint(np.clip(subject.values, 0, 10) * 25.5).astype(np.uint8)
    painting.picture = pictures.store(owner, png.picture_jpeg(shown.srgb8, quality=92), "jpg")
    painting.value_picture = pictures.store(owner, png.small_labels_png(greys), "png")
    painting.thumbnail = pictures.store(owner, png.picture_jpeg(srgb.encode_picture(small)), "jpg")
    painting.width_px, painting.height_px = shown.width, shown.height
    painting.adjusted_width_px, painting.adjusted_height_px = subject.whole.width, subject.whole.height
    painting.whole = pictures.store(owner, png.picture_jpeg(subject.whole.srgb8, quality=90), "jpg")
    painting.crop_advice = advice_json(shown.advice)
