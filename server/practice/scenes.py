"""Pictures to practise with: the painter's own, and two that ship with the application while there are few of those."""

import json
from collections.abc import Sequence
from dataclasses import dataclass
from importlib import resources
from typing import Any

import numpy as np

from server.records import pictures
from server.records.history import brief_of
from server.records.models import Painting, Result
from server.site.problems import Conflict, NotFound
from server.work import desk
from ypsochrom.areas.found import FoundAreas
from ypsochrom.colour.types import LabelImage
from ypsochrom.kit import codec
from ypsochrom.kit.recent import Recent
from ypsochrom.materials.support import Support
from ypsochrom.practice.scene import Scene
from ypsochrom.subject.decode import decode
from ypsochrom.work.planned import names_of
from ypsochrom.work.subject_node import SubjectPictures

_STAMP = 16
NEWEST = 24
ENOUGH = 3
"""With fewer pictures of the painter's own the shipped ones are asked about, too."""

SHIPPED = {"kettle": Support(400, 300), "kettle-close": Support(300, 225)}
_DATA = resources.files("ypsochrom.practice") / "data"
_SHIPPED_URL = "/api/practice/scenes/"


@dataclass(frozen=True)
class Shown:
    """A picture to practise with: its name among the stored ones (or the shipped), title, address and panel.

    `painting` is the one that it belongs to, of a `revision`, with a hash of its areas where they are those of this picture.
    """

    picture: str
    title: str
    url: str
    support: Support
    painting: int | None = None
    revision: int = 0
    areas: str = ""

    @property
    def name(self) -> str:
        """What a question calls it: another one as soon as the areas are others."""
        return f"{self.picture} {self.areas}".strip()


def shown_to(owner: Any) -> tuple[Shown, ...]:
    """The pictures that an owner practises with."""
    rows = Painting.objects.of(owner).filter(removed=None).order_by("-id")[:NEWEST]
    subjects = {one.painting_id: one for one in Result.objects.filter(painting__in=list(rows), node="subject")}
    areas = {one.painting_id: one for one in Result.objects.filter(painting__in=list(rows), node="areas").defer("body")}
    own = [
        one
        for row in rows
        if row.pk in subjects and (one := _own(row, subjects[row.pk], areas.get(row.pk))) is not None
    ]
    return (*own, *(shipped() if len(own) < ENOUGH else ()))


def _own(row: Painting, subject: Result, areas: Result | None) -> Shown | None:
    """A painting's cropped photo, with its areas; None where it has none, or where an older version kept it."""
    brief = brief_of(row)
    if brief.photo is None:
        return None
    try:
        found = codec.read(json.loads(subject.body), SubjectPictures)
    except (ValueError, codec.OldDocument):
        return None
    of_it = areas is not None and areas.needs.get("subject") == desk.key_of(subject).digest
    stamp = areas.stamp[:_STAMP] if areas is not None and of_it else ""
    return Shown(found.picture, row.title, pictures.url(found.picture), brief.support, row.pk, row.revision, stamp)


def shipped() -> tuple[Shown, ...]:
    """The pictures that ship with the application."""
    return tuple(
        Shown(f"{name}.jpg", "a still life of ours", f"{_SHIPPED_URL}{name}.jpg", support)
        for name, support in SHIPPED.items()
    )


def shipped_file(name: str) -> bytes:
    """A shipped picture; `NotFound` for any other name."""
    if name.removesuffix(".jpg") not in SHIPPED:
        raise NotFound("picture")
    return (_DATA / name).read_bytes()


_scenes: Recent[Shown, Scene] = Recent(3)


def scene_of(shown: Shown) -> Scene:
    """A picture read to be judged; the last few are kept."""
    known = _scenes.get(shown)
    if known is not None:
        return known
    content = shipped_file(shown.picture) if shown.url.startswith(_SHIPPED_URL) else pictures.read(shown.picture)
    picture = decode(content).in_eight_bits()
    scene = Scene.of(np.asarray(picture.srgb8), shown.support, *_areas_of(shown))
    return _scenes.keep(shown, scene)


def _areas_of(shown: Shown) -> tuple[LabelImage | None, dict[int, str]]:
    """The areas of a picture's painting with their names; none where there are none."""
    painting = Painting.objects.filter(pk=shown.painting).first() if shown.areas else None
    work = None if painting is None else desk.opened(painting)
    found: FoundAreas | None = None if work is None else work.last("areas")
    if work is None or found is None:
        return None, {}
    called = names_of(found, work.inputs.brief)
    return found.map.labels, {area.index: called[area.id] for area in found.map.areas}


def named(owner: Any, name: str) -> Shown:
    """The picture that a question was about; `Conflict` where it is another one by now."""
    found = next((one for one in _all(owner) if one.name == name), None)
    if found is None:
        raise Conflict("The picture of this question has changed meanwhile.", "It is not counted; go on with the next.")
    return found


def _all(owner: Any) -> Sequence[Shown]:
    return (*shown_to(owner), *shipped())
