"""Background first: what surrounds the things is painted before them, so that their lights can be judged against it."""

from collections.abc import Sequence

from ...areas.area import Area
from ...areas.families import FAMILIES, MIDDLE
from ..manners import manner
from ..order import rules
from ..scene import Scene
from ..step import Draft, Role
from .school import ENDS, LIGHTS_AND_ACCENTS, School, focal_forms, main_mixes, on_parts, over_areas
from .workshop import Workshop

BACKGROUND = Role(
    "background", 20, 1 / 6, manner("opaque"), "Farthest back, finished to its value, under the edges of all."
)
TABLE = Role("surroundings", 25, 1 / 9, manner("opaque"), "What the things stand on and before, still without them.")
BASES = Role(
    "bases of the things", 30, 1 / 14, manner("opaque"), "Each thing in one tone, judged against what surrounds it."
)
PATCHES = Role(
    "patches", 40, 1 / 25, manner("wet in wet"), "The things in patches: shadow, half-tone and light side by side."
)
EDGES = Role(
    "edges",
    50,
    1 / 50,
    manner("thin"),
    "The borders of the things: hard ones drawn, soft ones pulled together.",
)

EDGE_MM = 4.0
_LARGE_SHARE, _CARRIES = 0.04, 3
"""What is larger than this and lies under so many others carries them: a table, a ground."""


def _lays(shop: Workshop, areas: Sequence[Area]) -> list[Draft]:
    scene = shop.scene
    carried, edge = _carried_and_edge(scene)
    back = [a for a in areas if scene.planes[a.id] == "back"]
    around = [a for a in areas if a not in back and a.share >= _LARGE_SHARE and carried.get(a.id, 0) >= _CARRIES]
    things = [a for a in areas if a not in back and a not in around]
    drafts: list[Draft] = []
    for role, group in ((BACKGROUND, back), (TABLE, around)):
        base = main_mixes(shop, group, held_back=False)
        drafts += over_areas(group, role, base)
        drafts += [d for d in on_parts(shop, group, _over(role), FAMILIES[:4], base) if d.family not in ENDS]
    base = main_mixes(shop, things)
    drafts += over_areas(things, BASES, base)
    drafts += on_parts(shop, things, PATCHES, MIDDLE, base)
    for area in things:
        length_mm = min(edge.get(area.id, 0.0), area.area_cm2 * 100 / EDGE_MM)
        if length_mm > 0:
            drafts.append(
                Draft(
                    EDGES, area.id, scene.main_family(area), scene.main_mix(area), EDGES.manner, 1,
                    area_cm2=length_mm * EDGE_MM / 100,
                )
            )  # fmt: skip
    return [*drafts, *focal_forms(shop, things), *on_parts(shop, areas, LIGHTS_AND_ACCENTS, ENDS)]


def _over(role: Role) -> Role:
    """The families of the background follow its base at once, still before the things."""
    return Role(f"{role.key}, light and shadow", role.rank + 2, role.brush_share * 0.7, role.manner, role.why)


def _carried_and_edge(scene: Scene) -> tuple[dict[str, int], dict[str, float]]:
    """For every area how many others lie over it, and the length (mm) of its border."""
    carried: dict[str, int] = {}
    edge: dict[str, float] = {}
    for border in scene.borders:
        below = border.under
        carried[below] = carried.get(below, 0) + 1
        for side in (border.a, border.b):
            edge[side] = edge.get(side, 0.0) + border.length_mm
    return carried, edge


BACKGROUND_FIRST = School(
    key="background-first",
    title="Background first",
    idea="Background and table first, then the things in patches, then their edges: lights are judged against surroundings.",
    ground="grey",
    rules=(
        rules.BENEATH, rules.BEHIND, rules.HELD, rules.ACCENTS, rules.ON_TOP, rules.DARK, rules.OVERLAP, rules.BRUSH,
        rules.EDGES, rules.HAND_CLEAR, rules.WHITE_BENEATH, rules.MORE_LAYERS,
    ),
    lays=_lays,
)  # fmt: skip
