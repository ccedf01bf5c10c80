"""Archives over HTTP."""

from server.records.schemas import RunOut
from server.site.fields import RowId
from server.site.schema import Schema


class SaveIn(Schema):
    """Which painting is to be saved; None for the whole studio."""

    painting: RowId | None = None


class NotLoadedOut(Schema):
    """Something of an archive that was not loaded, and why."""

    what: str
    why: str


class LoadedOut(Schema):
    """What came of loading an archive: titles of paintings that came in, of those that were there already, what else came in, in
    words, and what could not be had.
    """

    taken: list[str] = []
    there: list[str] = []
    also: list[str] = []
    lost: list[NotLoadedOut] = []


class TransferOut(Schema):
    """An archive that is saved or loaded (the kind of its `run`): `bytes` where it can be fetched, `loaded` what came of it."""

    run: RunOut
    name: str
    bytes: int | None
    loaded: LoadedOut | None
