"""Archives over HTTP."""

from datetime import datetime
from typing import Literal

from ninja import Schema

from server.site.fields import RowId


class SaveIn(Schema):
    """Which painting is to be saved; None for the whole studio."""

    painting: RowId | None = None


class NotTakenOut(Schema):
    """Something of an archive that was not taken in, and why."""

    what: str
    why: str


class TakenInOut(Schema):
    """What came of taking an archive in: titles of paintings that were taken in, of those that were there already, what else was
    taken in, in words, and what could not be.
    """

    taken: list[str] = []
    there: list[str] = []
    also: list[str] = []
    lost: list[NotTakenOut] = []


class TransferOut(Schema):
    """An archive that is saved or taken in: how far it is, and what came of it."""

    id: int
    way: Literal["out", "in"]
    name: str
    painting: int | None
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    share: float
    doing: str
    message: str
    hint: str
    copies: bool
    bytes: int | None
    begun: datetime
    report: TakenInOut | None
