"""Which way the brush runs in the areas, as a node: ways, the flow of what grows, and gradations that the painter drew."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

import numpy as np

from ..areas.facts import Decision
from ..areas.found import FoundAreas, half_size
from ..areas.gradations import Gradation, gradation_along
from ..areas.seen import Seen
from ..areas.strokes import Flow, Run, Tensor, flow_of, runs_of
from ..colour.types import Mask
from ..kit import codec
from ..kit.progress import Progress
from .area_nodes import seen_of
from .graph import Node, Work
from .inputs import Inputs


@dataclass(frozen=True)
class Strokes:
    """By area: the way of its strokes where it has one, the flow of what grows over it, the gradation that the painter drew."""

    runs: Mapping[str, Run] = field(default_factory=dict)
    flows: Mapping[str, Flow] = field(default_factory=dict)
    gradations: Mapping[str, Gradation] = field(default_factory=dict)


_NONE_DRAWN = Strokes()


def gradations_of(found: FoundAreas, strokes: Strokes = _NONE_DRAWN) -> dict[str, Gradation]:
    """The gradation of every area that has one: as the painter drew it, else as it was found."""
    return {one.id: one.gradation for one in found.facts if one.gradation is not None} | dict(strokes.gradations)


def blended_gradations(found: FoundAreas, strokes: Strokes, said: Mapping[str, Decision]) -> dict[str, Gradation]:
    """Those that are painted as one: what the painter wants flat, what grows and what mirrors another goes its own way."""
    there = {area.id for area in found.map.areas}
    own = {area for area, one in said.items() if one.flat or one.growth is not None or one.mirrors in there - {area}}
    return {area: gradation for area, gradation in gradations_of(found, strokes).items() if area not in own}


def _compute(work: Work, _: Progress) -> Strokes:
    found: FoundAreas = work.now("areas")
    subject = work.now("subject")
    seen: Seen = seen_of(subject.picture)
    labels = half_size(found.map.labels)
    support, decisions = work.inputs.brief.support, work.inputs.brief.decisions
    mm_per_px = support.width_mm / labels.shape[1]
    tensor = Tensor.of(seen.lab[..., 0], labels)
    runs = runs_of(tensor, labels, len(found.map.areas))
    flows, drawn = {}, {}
    for area in found.map.areas:
        said = decisions.get(area.id)
        if said is None:
            continue
        mask = labels == area.index
        if said.growth is not None and mask.any():
            flows[area.id] = flow_of(tensor, mask, mm_per_px)
        if said.gradation is not None and mask.any():
            one, other = (
                (x * support.width_mm, y * support.height_mm)
                for x, y in (subject.frame.to_crop(spot) for spot in said.gradation)
            )
            gradation = gradation_along(seen.lab[mask].astype(float), _spots_mm(mask, mm_per_px), one, other)
            if gradation is not None:
                drawn[area.id] = gradation
    ways = {area.id: run for area, run in zip(found.map.areas, runs, strict=True) if run is not None}
    return Strokes(ways, flows, drawn)


def _spots_mm(mask: Mask, mm_per_px: float) -> Any:
    return (np.argwhere(mask)[:, ::-1] + 0.5) * mm_per_px


def _of_decisions(name: str) -> Any:
    def taken(inputs: Inputs) -> Any:
        said: dict[str, Decision] = dict(inputs.brief.decisions)
        return {area: getattr(one, name) for area, one in said.items() if getattr(one, name) is not None}

    return taken


STROKES: Node[Strokes] = Node(
    name="strokes",
    version=3,
    needs=("subject", "areas"),
    takes={
        "gradations that you drew": _of_decisions("gradation"),
        "what grows over areas": _of_decisions("growth"),
    },
    compute=_compute,
    write=lambda found, _: codec.written(found),
    read=lambda body, _: codec.read(body, Strokes),
    doing="looking which way strokes run",
    weight=0.1,
)
