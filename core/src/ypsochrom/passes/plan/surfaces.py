"""Surfaces of a kind of their own: what grows over a form is laid tuft over tuft, a reflection drawn down and broken.

Common practice: fur and hair take five to seven layers, grass and leaves three at least; a reflection is painted together with
what it mirrors.
"""

from collections.abc import Sequence
from dataclasses import replace

from ...areas.families import FAMILIES, MIDDLE
from ...areas.strokes import Growth
from ..manners import Manner, manner
from ..scene import Scene
from ..schools.school import ENDS, FOCAL_FORMS
from ..schools.workshop import Workshop
from ..step import Draft, Role
from .gradation import is_opaque

TUFTS: Manner = manner("tufts")
DRAWN_DOWN: Manner = manner("drawn down")

TUFTS_ONCE_MORE = Role(
    "tufts once more",
    54,
    1 / 75,
    TUFTS,
    "What grows once more, in fewer and finer strokes: every layer leaves some of the one beneath in sight.",
)

_SEVERAL_LAYERS: frozenset[Growth] = frozenset({"fur", "hair"})


def surfaces(drafts: Sequence[Draft], shop: Workshop) -> list[Draft]:
    """The drafts with what grows, and what mirrors, laid in its own manner; what is glazed stays as it is."""
    scene = shop.scene
    found = [
        replace(draft, manner=DRAWN_DOWN) if draft.area in scene.mirrors and _is_body(draft) else draft
        for draft in drafts
    ]
    for area_id, growth in scene.growths.items():
        own = [draft for draft in found if draft.area == area_id and _is_body(draft)]
        if own:
            found = [draft for draft in found if draft not in own] + _grown(own, growth, shop)
    return found


def _is_body(draft: Draft) -> bool:
    """Whether it lays the colour of a form: accents and highlights sit on that, the ground lies beneath."""
    return is_opaque(draft) and draft.family not in ENDS


def _grown(own: Sequence[Draft], growth: Growth, shop: Workshop) -> list[Draft]:
    """What a school lays on something that grows, its last layer (and what models it further) in tufts from dark to light.

    What comes before is the ground of the tufts, and the darkest part always is.
    """
    area = shop.scene.area_of[own[0].area]
    families = sorted((part.family for part in area.parts if part.family in MIDDLE), key=FAMILIES.index)
    outward = families[1:] or families
    roles = {draft.role for draft in own if draft.family is not None and draft.role is not FOCAL_FORMS}
    last = max(roles, key=lambda role: role.rank, default=TUFTS_ONCE_MORE)
    under = [draft for draft in own if draft.role.rank < last.rank or draft.family not in outward]
    focal = [draft for draft in own if draft.role is FOCAL_FORMS and draft not in under]
    further = (FOCAL_FORMS,) if focal else (TUFTS_ONCE_MORE,) if growth in _SEVERAL_LAYERS and last.haste >= 1 else ()
    tufts = [
        Draft(role, area.id, family, shop.mix_of(area, family), TUFTS, 1)
        for role in dict.fromkeys((last, *further))
        for family in outward
    ]
    return [*under, *tufts]


def beside_their_mirrors(scene: Scene, drafts: Sequence[Draft]) -> set[tuple[int, int]]:
    """Pairs of places of drafts of one pass, the second on the reflection of what the first is on."""
    return {
        (i, j)
        for j, then in enumerate(drafts)
        for i, first in enumerate(drafts)
        if then.area in scene.mirrors and first.area == scene.mirrors[then.area] and first.at.rank == then.at.rank
    }
