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
from ypsochrom.kit import codec
from ypsochrom.kit.recent import Recent
from ypsochrom.materials.support import Support
from ypsochrom.practice.scene import Scene
from ypsochrom.subject.decode import decode
from ypsochrom.work.subject_node import SubjectPictures

NEWEST = 24
ENOUGH = 3
"""With fewer pictures of the painter's own the shipped ones are asked about, too."""

SHIPPED = {"kettle": Support(400, 300), "kettle-close": Support(300, 225)}
_DATA = resources.files("ypsochrom.practice") / "data"
_SHIPPED_URL = "/api/practice/scenes/"


@dataclass(frozen=True)
class Shown:
    """A picture to practise with: its name among the stored ones (or the shipped), title, address and panel."""

    name: str
    title: str
    url: str
    support: Support


def shown_to(owner: Any) -> tuple[Shown, ...]:
    """The pictures that an owner practises with."""
    rows = Painting.objects.of(owner).filter(removed=None).order_by("-id")[:NEWEST]
    bodies = dict(Result.objects.filter(painting__in=list(rows), node="subject").values_list("painting", "body"))
    own = [one for row in rows if row.pk in bodies and (one := _own(row, bodies[row.pk])) is not None]
    return (*own, *(shipped() if len(own) < ENOUGH else ()))


def _own(row: Painting, body: str) -> Shown | None:
    """A painting's cropped photo; None where it has none, or where an older version kept it."""
    brief = brief_of(row)
    if brief.photo is None:
        return None
    try:
        found = codec.read(json.loads(body), SubjectPictures)
    except (ValueError, codec.OldDocument):
        return None
    return Shown(found.picture, row.title, pictures.url(found.picture), brief.support)


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


_scenes: Recent[tuple[str, Support], Scene] = Recent(3)


def scene_of(shown: Shown) -> Scene:
    """A picture read to be judged; the last few are kept."""
    known = _scenes.get((shown.name, shown.support))
    if known is not None:
        return known
    content = shipped_file(shown.name) if shown.url.startswith(_SHIPPED_URL) else pictures.read(shown.name)
    picture = decode(content).in_eight_bits()
    return _scenes.keep((shown.name, shown.support), Scene.of(np.asarray(picture.srgb8), shown.support))


def named(owner: Any, name: str) -> Shown:
    """The picture that a question was about; `Conflict` where it is another one by now."""
    found = next((one for one in _all(owner) if one.name == name), None)
    if found is None:
        raise Conflict("The picture of this question has changed meanwhile.", "It is not counted; go on with the next.")
    return found


def _all(owner: Any) -> Sequence[Shown]:
    return (*shown_to(owner), *shipped())
