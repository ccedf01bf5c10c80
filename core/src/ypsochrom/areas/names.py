"""Names of areas stand in texts as marks, so that a painter may rename an area without anything being planned anew."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace

from .area import Area

_MARK = re.compile(r"⟨(a\d+)⟩")
GONE = "an area that is not there now"


def mark(area_id: str) -> str:
    """What stands in a text for the area's name."""
    return f"⟨{area_id}⟩"


def marked(areas: Sequence[Area]) -> tuple[Area, ...]:
    """The areas under their marks instead of their names: for rules, which speak of them."""
    return tuple(replace(area, name=mark(area.id)) for area in areas)


def in_words(text: str, names: Mapping[str, str]) -> str:
    """A text with the names (by area id) in the place of their marks."""
    return _MARK.sub(lambda found: names.get(found[1], GONE), text)
