"""Kinds of numbers and texts that requests hold, each with a finite range or a length.

The ranges only keep out what can have no meaning anywhere; what a shelf or a support may be is the core's to say, in words.
"""

from datetime import UTC, datetime
from typing import Annotated

from pydantic import AwareDatetime, Field

Number = Annotated[float, Field(ge=-1e6, le=1e6, allow_inf_nan=False)]
Whole = Annotated[int, Field(ge=-1_000_000, le=1_000_000)]
Share = Annotated[float, Field(ge=0, le=1, allow_inf_nan=False)]
Place = Annotated[float, Field(ge=-1000, le=1000, allow_inf_nan=False)]
"""A share of width or height that may lie off the picture."""

Moment = Annotated[AwareDatetime, Field(ge=datetime(2000, 1, 1, tzinfo=UTC), le=datetime(2200, 1, 1, tzinfo=UTC))]
"""A time that knows its zone; far enough from both ends of the calendar to be reckoned with."""

RowId = Annotated[int, Field(ge=0, le=10**15)]
Word = Annotated[str, Field(max_length=40)]
Key = Annotated[str, Field(max_length=20)]
Name = Annotated[str, Field(max_length=200)]
Mail = Annotated[str, Field(max_length=200, pattern=r"^([^@\s]{1,64}@[^@\s]{1,130})?$")]
Password = Annotated[str, Field(max_length=1000)]
LabIn = Annotated[list[Annotated[float, Field(ge=-160, le=160)]], Field(min_length=3, max_length=3)]
Parts = Annotated[dict[str, Annotated[float, Field(ge=0, le=10_000)]], Field(max_length=12)]
Drops = Annotated[int, Field(ge=-1000, le=100_000)]
Keys = Annotated[list[Key], Field(max_length=60)]
