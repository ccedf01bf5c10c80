"""Names of areas stand in texts as marks, so that a painter may rename an area without anything being planned anew."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import replace

from ..kit.advice import Advice
from .area import Area

_MARK = re.compile(r"⟨(at )?(a\d+)⟩")
GONE = "an area that is not there now"


def mark(area_id: str) -> str:
    """What stands in a text for the area's name."""
    return f"⟨{area_id}⟩"


def place_mark(area_id: str) -> str:
    """What stands in a text for the place of the area: as the painter calls it, else where it lies."""
    return f"⟨at {area_id}⟩"


def place(name: str) -> str:
    """Where an area lies, by its name; a name without a place stands for itself."""
    return name.partition(", ")[2] or name


def marked(areas: Sequence[Area]) -> tuple[Area, ...]:
    """The areas under their marks instead of their names: for rules, which speak of them."""
    return tuple(replace(area, name=mark(area.id)) for area in areas)


def in_words(text: str, names: Mapping[str, str]) -> str:
    """A text with the names (by area id) in the place of their marks."""

    def told(found: re.Match[str]) -> str:
        name = names.get(found[2], GONE)
        return place(name) if found[1] else name

    return _MARK.sub(told, text)


def advice_in_words(advice: Sequence[Advice], names: Mapping[str, str]) -> tuple[Advice, ...]:
    """Advice with the names in the place of their marks."""
    return tuple(replace(one, message=in_words(one.message, names), hint=in_words(one.hint, names)) for one in advice)
