"""Section by section, in layers: part after part in a fixed order, one layer all round, then again."""

from collections.abc import Sequence
from dataclasses import replace

from ...areas.area import Area
from ...areas.families import MIDDLE
from ..manners import manner
from ..order import rules
from ..step import Draft, Role
from .school import ENDS, School, main_mixes, on_parts, over_areas
from .workshop import Workshop

LAYER_1 = Role(
    "layer 1", 20, 1 / 14, manner("thin"), "One thin layer all round, part after part, the focal part first."
)
LAYER_2 = Role(
    "layer 2", 30, 1 / 22, manner("opaque"), "The same parts in the same order, now light and shadow in each."
)
LAYER_3 = Role(
    "layer 3", 40, 1 / 40, manner("thin"), "Once more round: thin corrections of the middle tones, focal forms in full."
)
LAYER_4 = Role("layer 4", 60, 1 / 75, manner("loaded"), "The last round: accents and lights of each part.")


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    focal = [area for area in areas if area.id in shop.scene.focal_ids]
    near = sorted(areas, key=lambda area: (shop.scene.from_focal(area), area.id))
    section = {area.id: number for number, area in enumerate(near)}
    drafts = [
        *over_areas(areas, LAYER_1, main_mixes(shop, areas), coats=1),
        *on_parts(shop, areas, LAYER_2, MIDDLE),
        *on_parts(shop, focal or near[: max(1, len(near) // 3)], LAYER_3, MIDDLE, coats=1),
        *on_parts(shop, areas, LAYER_4, ENDS),
    ]
    return [replace(draft, section=section[draft.area]) for draft in drafts]


SECTIONS = School(
    key="sections",
    title="Section by section, in layers",
    idea="Part after part in a fixed order, the focal part first; one layer all round, then again.",
    ground="grey",
    rules=(
        rules.BENEATH, rules.FOCAL, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.BEHIND, rules.DARK, rules.OVERLAP,
        rules.BRUSH, rules.EDGES, rules.WHITE_BENEATH, rules.MORE_LAYERS,
    ),
    lays=_lays,
)  # fmt: skip
