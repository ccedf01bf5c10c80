"""Gradations in the passes: the parts of a passage whose colour runs are laid together, as one blend of its string of piles.

Common practice: a sky or a wall is one unit from end to end within the open time, with a soft brush, wiped between the bands.
"""

from collections.abc import Sequence
from dataclasses import replace

from ...areas.families import MIDDLE
from ..manners import WET_IN_WET, Manner, manner
from ..schools.school import OPAQUE
from ..schools.workshop import Workshop
from ..step import Draft
from .layering import FIRST_COVER_ROLE, WHITE_BENEATH_ROLE

_LAID: frozenset[str] = WET_IN_WET | {"thin"}
_BENEATH = ("ground", "underpainting", WHITE_BENEATH_ROLE, FIRST_COVER_ROLE)
BLENDED: Manner = manner("blended")


def blended_passages(drafts: Sequence[Draft], shop: Workshop) -> list[Draft]:
    """The drafts, those on parts of a gradation gathered in the first pass that lays one of them, all parts of its string.

    A passage that has one part alone and no string, or is glazed, stays as it is.
    """
    found = list(drafts)
    for area_id in shop.scene.gradations:
        area = shop.scene.area_of[area_id]
        laid = [draft for draft in found if draft.area == area_id and draft.family in MIDDLE and is_opaque(draft)]
        own = [
            draft for draft in laid if draft.role is not OPAQUE
        ] or laid  # what finishes a part is not blended with what it covers
        parts = [part.family for part in area.parts if part.family in MIDDLE]
        if not own or (len(parts) < 2 and area_id not in shop.scene.mixes.string_of):
            continue
        first = min(own, key=lambda draft: (draft.role.rank, draft.id)).role
        layer = {draft.family: draft for draft in sorted(own, key=lambda draft: -draft.role.rank)}  # the first of each
        whole = next((one for one in found if one.area == area_id and one.family is None and is_opaque(one)), None)
        in_colour = whole is None or any(
            one.mix.id == shop.mix_of(area, family).id for family in parts if (one := layer.get(family)) is not None
        )
        for family in parts:
            draft = layer.get(family)
            if draft is None:  # it is what the whole of the area was laid in
                mix = shop.mix_of(area, family) if whole is None or in_colour else whole.mix
                found.append(Draft(first, area_id, family, mix, BLENDED))
            else:
                found[found.index(draft)] = replace(draft, role=first, manner=BLENDED)
    return found


def is_opaque(draft: Draft) -> bool:
    """Whether it is laid opaque, and not to lie beneath the colour."""
    return draft.manner.technique in _LAID and not draft.role.key.startswith(_BENEATH)
