"""What the standing of the work looks like over HTTP."""

from typing import Literal

from server.records.schemas import RunOut
from server.site.schema import Schema

Freshness = Literal["missing", "stale", "current"]


class StandingOut(Schema):
    """How the work on a painting stands: the state of every derived thing, and the newest computation.

    `why` names what has changed where something is out of date; a word's `stamp` changes when what the API says of it does.
    """

    painting: int
    revision: int
    values: Freshness
    areas: Freshness
    mixes: Freshness
    passes: Freshness
    sittings: Freshness
    why: dict[str, list[str]]
    stamps: dict[str, str]
    run: RunOut | None
