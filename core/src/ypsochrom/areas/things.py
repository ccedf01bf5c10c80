"""Things: areas that belong together, as the lit and the shaded part of a bowl do; found with the areas, or as said."""

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.types import LabelImage
from ..colour.words import colour_name
from .area import Area, numbered, place_in_words
from .features import LIGHT_OFFSET

_HALF_TONE_STEPS = 0.3
"""Of three parts or more, those within so many value steps of the thing's mean are its half-tone."""

_OTHER_COLOUR = 0.25
"""Parts whose chroma relative to lightness is this far from the main part's are of another colour, not of another light."""


@dataclass(frozen=True)
class ThingSaid:
    """What the painter said: these areas (ids) are one thing, perhaps under a name. One area alone is a thing of its own."""

    areas: tuple[str, ...]
    name: str = ""


@dataclass(frozen=True)
class Thing:
    """Areas (ids, the largest first) that belong together; its id is that of the largest."""

    areas: tuple[str, ...]
    name: str = ""

    @property
    def id(self) -> str:
        """The id of its largest area."""
        return self.areas[0]


def grouped(labels: LabelImage, things: LabelImage) -> tuple[tuple[int, ...], ...]:
    """Areas 0 .. n-1 of a label image by the thing that most of each lies in; in the order of their first area."""
    count, known = int(labels.max()) + 1, int(things.max()) + 1
    cell = labels.ravel().astype(np.intp) * known + things.ravel()
    thing_of = np.bincount(cell, minlength=count * known).reshape(count, known).argmax(axis=1)
    members: dict[int, list[int]] = {}
    for area, thing in enumerate(thing_of.tolist()):
        members.setdefault(thing, []).append(area)
    return tuple(tuple(own) for own in members.values())


def things_of(areas: Sequence[Area], found: Sequence[Collection[str]], said: Sequence[ThingSaid]) -> tuple[Thing, ...]:
    """All things, every area in one of them: as the painter said, and the rest as they were found; the largest first."""
    size = {area.id: area.area_cm2 for area in areas}
    taken = {area for one in said for area in one.areas}
    known = taken.union(*found)
    groups = [(one.areas, one.name) for one in said] + [([a for a in own if a not in taken], "") for own in found]
    groups += [((area,), "") for area in size if area not in known]
    things = []
    for members, name in groups:
        here = sorted((area for area in members if area in size), key=lambda area: (-size[area], area))
        if here:
            things.append(Thing(tuple(here), name))
    return tuple(sorted(things, key=lambda thing: (-sum(size[area] for area in thing.areas), thing.id)))


def said_anew(
    said: Sequence[ThingSaid], things: Sequence[Thing], areas: Sequence[str], name: str
) -> tuple[ThingSaid, ...]:
    """What the painter has said once these areas are one thing under this name.

    Things that lose an area to it stay together as they are now; what is said of areas that are not there now stays too.
    """
    wanted = tuple(dict.fromkeys(areas))
    kept = [ThingSaid(tuple(a for a in one.areas if a not in wanted), one.name) for one in said]
    torn = [
        ThingSaid(tuple(a for a in thing.areas if a not in wanted))
        for thing in things
        if any(a in wanted for a in thing.areas) and not any(set(thing.areas) <= set(one.areas) for one in said)
    ]
    return tuple(one for one in (*kept, *torn, ThingSaid(wanted, name)) if one.areas)


def names_by_thing(things: Sequence[Thing], areas: Sequence[Area]) -> dict[str, str]:
    """The names of the areas of all things that have one: the thing's alone, or with what the part is: "bowl: shadow"."""
    area_of: Mapping[str, Area] = {area.id: area for area in areas}
    names: dict[str, str] = {}
    for thing in things:
        if thing.name and len(thing.areas) == 1:
            names[thing.id] = thing.name
        elif thing.name:
            parts = part_words([area_of[area] for area in thing.areas])
            names |= {area: f"{thing.name}: {part}" for area, part in parts.items()}
    return names


def part_words(parts: Sequence[Area]) -> dict[str, str]:
    """What each part of a thing is, the largest first: its light, half-tone or shadow, or its colour where that is another."""
    main = parts[0]
    total = sum(part.area_cm2 for part in parts)
    mean = sum(part.value * part.area_cm2 for part in parts) / total
    words = {}
    for part in parts:
        if float(np.hypot(*(_relative(part) - _relative(main)))) > _OTHER_COLOUR:
            words[part.id] = colour_name(np.array(part.lab))
        elif abs(part.value - mean) < _HALF_TONE_STEPS and len(parts) > 2:
            words[part.id] = "half-tone"
        else:
            words[part.id] = "light" if part.value >= mean else "shadow"
    times = Counter(words.values())
    placed = {
        part.id: words[part.id] if times[words[part.id]] == 1 else f"{words[part.id]}, {place_in_words(part.centre)}"
        for part in parts
    }
    return dict(zip(placed, numbered(list(placed.values())), strict=True))


def _relative(area: Area) -> np.ndarray:
    return np.array(area.lab[1:]) / (max(area.lab[0], 0.0) + LIGHT_OFFSET)
