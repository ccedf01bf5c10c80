"""What is found of areas and kept: the areas with their ids, borders and facts, measured at half the working size."""

from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace

import numpy as np

from ..colour.types import LabelImage, LinearRgb, MunsellValue
from ..imaging.outlines import outlines
from ..kit.advice import Advice
from ..materials.support import Support
from ..subject.crop import CropBox
from .area import AreaMap, describe
from .borders import Border, borders_of
from .edits import Edit, carry_out
from .facts import PLANES, Facts, facts_of, proposed_planes, told_planes
from .identity import Home, identified
from .pixels import unchanged
from .seen import Seen
from .things import grouped


@dataclass(frozen=True, eq=False)
class FoundAreas:
    """The areas of a picture after the painter's changes.

    `things` are the ids of areas that are likely to belong together. `locked` are ids, `lost` is what of the changes could not
    be kept (its subject is the change's place in the list), `homes` are those of all ids that were ever given here, `outlines`
    SVG path data in mm of the support by id.
    """

    map: AreaMap
    facts: tuple[Facts, ...]
    borders: tuple[Border, ...]
    locked: tuple[str, ...]
    lost: tuple[Advice, ...]
    homes: tuple[Home, ...]
    outlines: dict[str, str]
    things: tuple[tuple[str, ...], ...] = ()


def found_areas(
    linear: LinearRgb,
    values: MunsellValue,
    partition: LabelImage,
    edits: Sequence[Edit],
    support: Support,
    frame: CropBox,
    *,
    depth: LabelImage | None = None,
    homes: Sequence[Home] = (),
    keep: Sequence[str] = (),
    seen: Seen | None = None,
    things: LabelImage | None = None,
    before: FoundAreas | None = None,
) -> FoundAreas:
    """Areas of a picture from an automatic partition and the painter's changes; about 0.35 s at 1,600 px.

    `linear` and `values` have the partition's size, `edits` lie in shares of the picture. `depth` is the plane (0 front to 2
    back) of every pixel where the painter told it. `homes` are those known from before, `keep` the ids on which something hangs.
    `things` says which pixels are likely to belong to one thing; without it every area is one. `seen` is the picture at half size
    where it is at hand, `before` what was found in the very same picture for the same support: of areas that have not changed
    nothing is measured again.
    """
    edited = carry_out(partition, edits, linear, support)
    named = identified(edited.labels, frame, homes, keep)
    areas = describe(linear, values, edited.labels, support, named.ids, before=None if before is None else before.map)
    planes = proposed_planes(areas.areas, areas.labels) if depth is None else told_planes(areas.labels, depth)
    seen = seen or Seen.at_half_size(linear)
    half = _at_half_size(areas)
    by_id = {area.id: PLANES.index(planes[area.index]) for area in areas.areas}
    known = _Known.of(before, areas)
    mm_per_px = support.width_mm / half.labels.shape[1]
    with ThreadPoolExecutor(1) as aside:
        borders = aside.submit(borders_of, half.areas, half.labels, seen.lab, support, by_id, known.borders)
        return FoundAreas(
            map=areas,
            facts=facts_of(half, seen, support, planes, known.facts),
            outlines={
                area.id: known.outlines.get(area.index) or outlines(half.labels == area.index, mm_per_px)
                for area in areas.areas
            },
            borders=borders.result(),
            things=tuple(
                tuple(named.ids[index] for index in own)
                for own in grouped(areas.labels, areas.labels if things is None else things)
            ),
            locked=tuple(named.ids[index] for index in sorted(edited.locked)),
            lost=edited.lost,
            homes=named.homes,
        )


@dataclass(frozen=True)
class _Known:
    """What was found before of areas that have not changed, by their index now."""

    facts: Mapping[int, Facts]
    outlines: Mapping[int, str]
    borders: Mapping[tuple[int, int], Border]

    @classmethod
    def of(cls, before: FoundAreas | None, areas: AreaMap) -> "_Known":
        if before is None:
            return cls({}, {}, {})
        same = unchanged(before.map.labels, areas.labels)
        now = {before.map.areas[was].id: index for index, was in same.items()}
        borders = {(now[one.a], now[one.b]): one for one in before.borders if one.a in now and one.b in now}
        return cls(
            {index: before.facts[was] for index, was in same.items()},
            {index: before.outlines[before.map.areas[was].id] for index, was in same.items()},
            {pair: one for pair, one in borders.items() if pair[0] < pair[1]},
        )


def _at_half_size(areas: AreaMap) -> AreaMap:
    """Borders and facts are measured at half the working size."""
    return replace(areas, labels=half_size(areas.labels), families=half_size(areas.families))


def half_size(labels: LabelImage) -> LabelImage:
    """The labels of every second pixel, to go with a picture at half size."""
    return np.ascontiguousarray(labels[::2, ::2])
