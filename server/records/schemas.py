"""What histories, the bin and background runs look like over HTTP."""

from datetime import datetime
from typing import Any, Literal

from server.site.schema import Schema


class HistoryOut(Schema):
    """What would be undone and done again next, by name (null: nothing), and how many changes can be undone."""

    undo: str | None
    redo: str | None
    depth: int


class TurnedOut(HistoryOut):
    """The same after a change was undone or done again: `label` is its name."""

    label: str


class BinOut(Schema):
    """One thing in the bin; it can be had back until then."""

    what: Literal["painting", "tube", "check"]
    id: int
    title: str
    removed: datetime
    until: datetime


class RunOut(Schema):
    """A computation in the background; `result` is what a study found."""

    id: int
    kind: str
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    share: float
    doing: str
    message: str
    hint: str
    result: dict[str, Any] | None = None
