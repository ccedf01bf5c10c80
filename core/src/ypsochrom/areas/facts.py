"""What an area knows beyond its size and mean colour: its colour in light and in shadow, its depth, its texture.

And what the painter decides about it: another colour, thick or thin paint or none, another plane of depth.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal, get_args

import numpy as np

from ..colour.munsell import lab_to_value
from ..colour.types import Float, Lab, LabelImage, LabTriple, triple
from ..materials.support import Support
from .area import Area, AreaMap, Handling
from .borders import Border, Softness, in_front
from .families import ACCENT, FAMILIES, HIGHLIGHT, LIGHT, SHADOW
from .features import LIGHT_OFFSET
from .gradations import Gradation, Spot, gradation_of
from .pixels import ByArea
from .seen import Seen
from .strokes import Growth
from .two_paints import TwoPaints, two_paints

Plane = Literal["front", "middle", "back"]
PLANES: tuple[Plane, ...] = get_args(Plane)
"""Nearest first; a plane's depth is its place here."""


@dataclass(frozen=True)
class Decision:
    """What the painter decided about an area; `None` and "" leave it as found. `target_lab` is CIELAB under D65.

    `flat` says that it is painted in bands although its colour runs, `gradation` holds the ends that the painter gave to that
    (x, y in shares of the whole adjusted reference), `growth` is what grows over it in strokes of its own, `mirrors` the area
    (id) that it is the reflection of.
    """

    target_lab: LabTriple | None = None
    plane: Plane | None = None
    handling: Handling = "usual"
    name: str = ""
    flat: bool = False
    gradation: tuple[Spot, Spot] | None = None
    growth: Growth | None = None
    mirrors: str | None = None


AS_FOUND = Decision()


@dataclass(frozen=True)
class EdgeDecision:
    """What the painter decided about the border of two areas (ids); `None` leaves it as found, `over` is one of the two."""

    a: str
    b: str
    softness: Softness | None = None
    over: str | None = None


@dataclass(frozen=True)
class Facts:
    """Measured facts of an area, by the area's id.

    `light_lab` and `shadow_lab` are robust means of what is lit and what lies in shadow in it (`None` where there is none of it);
    `texture_mm` is the width on the support of the finest marks in it that count, None where it is calm. `gradation` is how its
    colour runs along it, None where it does not; `two_paints` are two colours of one value in it, None where there is one.
    """

    id: str
    plane: Plane
    light_lab: LabTriple | None
    shadow_lab: LabTriple | None
    texture_mm: float | None
    gradation: Gradation | None = None
    two_paints: TwoPaints | None = None


def facts_of(
    areas: AreaMap, seen: Seen, support: Support, planes: Sequence[Plane], known: Mapping[int, Facts] | None = None
) -> tuple[Facts, ...]:
    """Facts of every area; `seen` has the label image's size, `planes` one plane an area.

    `known` gives what was found before of areas that have not changed, by their index now: it is not measured again.
    """
    known = known or {}
    mm_per_px = support.width_mm / areas.labels.shape[1]
    by_area = ByArea(areas.labels, np.array([area.index not in known for area in areas.areas]))
    colours, kinds = by_area.some(seen.lab), by_area.some(areas.families)
    detail = [by_area.some(band) for band in seen.detail]
    rows, columns = (np.arange(size, dtype=np.float32) * mm_per_px for size in areas.labels.shape)
    spots = by_area.some(np.stack(np.meshgrid(columns, rows), axis=-1))
    found = []
    for area in areas.areas:
        if area.index in known:
            found.append(replace(known[area.index], id=area.id, plane=planes[area.index]))
            continue
        own, kind = colours[area.index], kinds[area.index]
        found.append(
            Facts(
                id=area.id,
                plane=planes[area.index],
                light_lab=_robust(own[(kind == LIGHT) | (kind == HIGHLIGHT)]),
                shadow_lab=_robust(own[(kind == SHADOW) | (kind == ACCENT)]),
                texture_mm=_texture_mm([band[area.index] for band in detail], mm_per_px),
                gradation=gradation_of(own, spots[area.index]),
                two_paints=two_paints(own, kind, spots[area.index], mm_per_px**2 / 100),
            )
        )
    return tuple(found)


_TRIM = 0.1


def _robust(lab: Lab) -> LabTriple | None:
    """The mean of a colour's pixels without the tenth that is lightest and the tenth that is darkest."""
    if len(lab) < 8:
        return None
    low, high = np.quantile(lab[:, 0], [_TRIM, 1 - _TRIM])
    kept = lab[(lab[:, 0] >= low) & (lab[:, 0] <= high)]
    return triple(kept.mean(axis=0))


_CALM_LIGHTNESS = 1.5
"""Detail that wavers by less than this in L* (standard deviation) is not worth a brush."""


_PERIOD_PX = 4.0
"""A difference of Gaussians of 0.5 s and s answers most to a wave of about four s."""

_HEARD = 0.7
"""Finer detail weaker than this share of the strongest is the grain of the photo, not of the thing."""

_MEDIAN_OF_SQUARE = 0.455
"""The median of the square of a normally distributed number; medians, since contours are large detail on few pixels."""


def _texture_mm(bands: Sequence[Float], mm_per_px: float) -> float | None:
    """The width of one mark (half a period) of the finest detail that counts beside the strongest."""
    if not len(bands[0]):
        return None
    strength = np.sqrt([float(np.median(band)) / _MEDIAN_OF_SQUARE for band in bands])
    counts = np.flatnonzero(strength >= max(_CALM_LIGHTNESS, _HEARD * float(strength.max())))
    return float(2 ** int(counts[0]) * _PERIOD_PX / 2 * mm_per_px) if len(counts) else None


def proposed_planes(areas: Sequence[Area], labels: LabelImage) -> tuple[Plane, ...]:
    """Front, middle or back for every area, by what painters go by in a photo.

    What stands lower in the picture is nearer; what runs along the upper edge lies behind (common practice). An area's place is
    its lowest tenth: things stand on their feet. It is a proposal, to be corrected by hand.
    """
    height, count = labels.shape[0], len(areas)
    cell = np.arange(height)[:, None] * count + labels
    by_row = np.bincount(cell.ravel(), minlength=height * count).reshape(height, count)
    found: list[Plane] = []
    for area in areas:
        rows = np.flatnonzero(by_row[:, area.index])
        weights = by_row[rows, area.index]
        foot = float(np.interp(0.9, np.cumsum(weights) / weights.sum(), rows / height))
        top_share = float(by_row[0, area.index] / labels.shape[1])
        if top_share > _WALL_SHARE or foot < _BACK_ABOVE:
            found.append("back")
        else:
            found.append("front" if foot > _FRONT_BELOW else "middle")
    return tuple(found)


_WALL_SHARE = 0.08
"""An area along more than this of the upper edge is sky or wall."""

_BACK_ABOVE, _FRONT_BELOW = 0.45, 0.68
"""Shares of the height, from above, between which a foot stands in the middle plane."""


def told_planes(labels: LabelImage, depth: LabelImage) -> tuple[Plane, ...]:
    """The plane that most of every area lies in, where a picture of planes (0 front, 2 back) is known: an observation's."""
    count = int(labels.max()) + 1
    cell = labels.astype(np.int64).ravel() * len(PLANES) + depth.ravel()
    table = np.bincount(cell, minlength=count * len(PLANES)).reshape(count, len(PLANES))
    return tuple(PLANES[int(k)] for k in table.argmax(axis=1))


def planes_as_decided(facts: Iterable[Facts], decisions: Mapping[str, Decision]) -> dict[str, Plane]:
    """The plane of every area: the painter's, else the proposed one."""
    return {one.id: decisions.get(one.id, AS_FOUND).plane or one.plane for one in facts}


def edges_as_decided(
    borders: Iterable[Border], areas: Sequence[Area], planes: Mapping[str, Plane], said: Iterable[EdgeDecision]
) -> tuple[Border, ...]:
    """The borders as the painter has them: over and under by the planes, both and the softness as the painter said."""
    area_of = {area.id: area for area in areas}
    depth = {area: PLANES.index(plane) for area, plane in planes.items()}
    by_pair = {frozenset((one.a, one.b)): one for one in said}
    found = []
    for border in borders:
        own = by_pair.get(frozenset((border.a, border.b)))
        over = in_front(area_of[border.a], area_of[border.b], depth).id
        softness = border.softness
        if own is not None:
            over, softness = own.over or over, own.softness or softness
        found.append(replace(border, over=over, softness=softness))
    return tuple(found)


def planned(areas: AreaMap, decisions: Mapping[str, Decision]) -> AreaMap:
    """The areas as they are to be painted: with the painter's colours, and without what stays bare.

    An area left bare keeps its place and loses its parts: nothing is mixed for it, no pass goes over it.
    """
    wanted = []
    for area in areas.areas:
        decision = decisions.get(area.id, AS_FOUND)
        area = replace(area, handling=decision.handling)
        if decision.target_lab is not None:
            area = _recoloured(area, np.array(decision.target_lab))
        wanted.append(replace(area, parts=()) if decision.handling == "bare" else area)
    return replace(areas, areas=tuple(wanted))


MOST_BORROWED = 0.4
"""More of the surroundings' chroma than this in a shadow is another light, not a reflection of it."""


def with_borrowed(areas: AreaMap, borders: Iterable[Border], share: float) -> AreaMap:
    """The areas with `share` (0 to `MOST_BORROWED`) of the chroma around each pulled into its shadow, lightness as it is.

    Common practice: shadows take something of what stands around them, and hang together with the background by it.
    """
    if share <= 0:
        return areas
    around: dict[str, list[tuple[float, LabTriple]]] = {}
    lab = {area.id: area.lab for area in areas.areas}
    for border in borders:
        around.setdefault(border.a, []).append((border.length_mm, lab[border.b]))
        around.setdefault(border.b, []).append((border.length_mm, lab[border.a]))
    return replace(areas, areas=tuple(_borrowing(area, around.get(area.id, ()), share) for area in areas.areas))


def _borrowing(area: Area, around: Sequence[tuple[float, LabTriple]], share: float) -> Area:
    if not around:
        return area
    lengths, colours = zip(*around, strict=True)
    pull = share * np.average(np.array(colours)[:, 1:], axis=0, weights=lengths)
    parts = tuple(
        replace(part, lab=triple(np.array([part.lab[0], *(np.array(part.lab[1:]) * (1 - share) + pull)])))
        if part.family == FAMILIES[SHADOW]
        else part
        for part in area.parts
    )
    return replace(area, parts=parts)


def _recoloured(area: Area, target: Lab) -> Area:
    """The area in another colour, its family shifted along: lightness by the same step, chroma as light takes it along."""
    own = np.array(area.lab)
    parts = tuple(
        replace(part, lab=triple(moved), value=float(lab_to_value(moved)))
        for part, moved in ((part, shifted(np.array(part.lab), own, target)) for part in area.parts)
    )
    return replace(area, lab=triple(target), value=float(lab_to_value(target)), parts=parts)


def shifted(lab: Lab, own: Lab, target: Lab) -> Lab:
    """A colour of a thing's family after the thing itself went from `own` to `target`.

    Lightness moves by the same step, within 2-98; chroma relative to lightness moves by what the thing's own did, so that
    its shadows stay shadows of the new colour.
    """
    lightness = float(np.clip(lab[0] + target[0] - own[0], 2.0, 98.0))
    relative = lab[1:] / (lab[0] + LIGHT_OFFSET) + target[1:] / (target[0] + LIGHT_OFFSET)
    relative = relative - own[1:] / (own[0] + LIGHT_OFFSET)
    return np.array([lightness, *(relative * (lightness + LIGHT_OFFSET))])
