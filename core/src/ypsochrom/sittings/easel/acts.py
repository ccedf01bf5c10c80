"""What a painter does at the easel, as a list of acts with times; how far a painting is follows from the list and from nothing
else."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from ...sky.air import Climate

ActKind = Literal[
    "open", "start", "pause", "done", "skip", "back", "note",
    "mist", "retard", "dry", "weighed", "left", "cover", "uncover", "astray", "wiped", "air", "stop",
]  # fmt: skip
"""A sitting is opened and stopped; a task is started, paused, done, skipped, put back among those to do; a note is written.
Wet paint is misted, gets retarder, or is found dry to the touch; a dose of a pile was weighed, of a pile so much is left, it is
covered, uncovered, or came out wrong; so much was wiped off and rinsed out; the air changed."""


@dataclass(frozen=True)
class Act:
    """One act at the easel. `id` was given by the device, so that an act that is sent twice counts once.

    `at` is aware; `sitting` the sitting (id) it belongs to. `task` and `pile` are ids, `ml` what is left of a pile, was weighed
    of the dose whose source `text` says, or was wiped off since that was last told, `climate` the new air. `when` is a time
    that the painter says, as of a sitting that was left open; `text` and `photo` (name) are of notes.
    """

    id: str
    at: datetime
    kind: ActKind
    sitting: str
    device: str = ""
    seq: int = 0
    task: str | None = None
    pile: str | None = None
    ml: float | None = None
    climate: Climate | None = None
    when: datetime | None = None
    text: str = ""
    photo: str = ""


def in_order(acts: Iterable[Act]) -> tuple[Act, ...]:
    """Acts in the one order that all devices agree on: by time, then device, then the device's own count; each id once."""
    found: dict[str, Act] = {}
    for act in sorted(acts, key=lambda one: (one.at, one.device, one.seq, one.id)):
        found.setdefault(act.id, act)
    return tuple(found.values())
