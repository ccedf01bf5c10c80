"""The areas as nodes: the tree of pieces, the areas after the painter's changes, and what the rules find in them."""

import functools
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from typing import Any

from ..areas.area import Area, AreaMap
from ..areas.borders import Border
from ..areas.edits import Edit, placed
from ..areas.facts import AS_FOUND, Facts, Plane, edges_as_decided, planes_as_decided, planned, with_borrowed
from ..areas.found import FoundAreas, found_areas
from ..areas.identity import Home
from ..areas.judgement.case import Case
from ..areas.judgement.judge import judge
from ..areas.merging import Merging
from ..areas.names import marked
from ..areas.partition import AreaTree, find_tree
from ..areas.seen import Seen
from ..formats.pictures import png
from ..kit import codec
from ..kit.advice import Advice
from ..kit.codec import Json
from ..kit.progress import Progress
from ..subject.decode import Picture
from .files import Files
from .graph import Node, Work
from .subject_node import depth_of, disagreements_of, paint_range_of


@dataclass(frozen=True)
class _KeptTree:
    pieces: str
    steps: tuple[Merging, ...]


def _write_tree(tree: AreaTree, files: Files) -> Json:
    return codec.written(_KeptTree(files.store(png.small_labels_png(tree.pieces), "png"), tree.steps))


def _read_tree(body: Json, work: Work) -> AreaTree:
    kept = codec.read(body, _KeptTree)
    return AreaTree(png.read_labels_png(work.files.read(kept.pieces)), kept.steps)


PIECES: Node[AreaTree] = Node(
    name="pieces",
    version=2,
    needs=("subject",),
    takes={},
    compute=lambda work, _: find_tree(work.now("subject").picture.linear),
    write=_write_tree,
    read=_read_tree,
    doing="looking for areas",
    weight=1.2,
)


@dataclass(frozen=True)
class AreaSummary:
    """The areas without their pixels; `outlines` are SVG path data in mm of the support by area id."""

    labels: str
    families: str
    areas: tuple[Area, ...]
    facts: tuple[Facts, ...]
    borders: tuple[Border, ...]
    locked: tuple[str, ...]
    lost: tuple[Advice, ...]
    homes: tuple[Home, ...]
    outlines: dict[str, str]
    things: tuple[tuple[str, ...], ...] = ()


def edits_in_crop(work: Work) -> tuple[Edit, ...]:
    """The painter's changes with their places in shares of the present crop."""
    frame = work.now("subject").frame
    return tuple(placed(edit, frame.to_crop) for edit in work.inputs.brief.areas.edits)


def _compute(work: Work, _: Progress) -> FoundAreas:
    brief, subject = work.inputs.brief, work.now("subject")
    tree: AreaTree = work.now("pieces")
    before: FoundAreas | None = work.last("areas")
    partition = tree.areas(brief.areas.detail)
    depth = depth_of(brief, partition.shape[1], partition.shape[0])
    return found_areas(
        subject.picture.linear,
        subject.values,
        partition,
        edits_in_crop(work),
        brief.support,
        subject.frame,
        depth=depth,
        homes=() if before is None else before.homes,
        keep=(
            *brief.decisions,
            *brief.passes.school_of,
            *brief.passes.fading,
            *(area for one in brief.things for area in one.areas),
            *(one.mirrors for one in brief.decisions.values() if one.mirrors is not None),
        ),
        seen=seen_of(subject.picture),
        things=tree.things(brief.areas.detail),
        before=before if work.last_from("areas", "subject") else None,
    )


@functools.lru_cache(maxsize=2)
def seen_of(picture: Picture) -> Seen:
    """A picture at half size: the areas of the painting that is worked on are found again and again in the same one."""
    return Seen.at_half_size(picture.linear)


def _write(found: FoundAreas, files: Files) -> Json:
    with ThreadPoolExecutor(2) as writers:
        labels, families = writers.map(png.small_labels_png, (found.map.labels, found.map.families))
    summary = AreaSummary(
        labels=files.store(labels, "png"),
        families=files.store(families, "png"),
        areas=found.map.areas,
        facts=found.facts,
        borders=found.borders,
        locked=found.locked,
        lost=found.lost,
        homes=found.homes,
        outlines=found.outlines,
        things=found.things,
    )
    return codec.written(summary)


def _read(body: Json, work: Work) -> FoundAreas:
    kept = codec.read(body, AreaSummary)
    labels, families = (png.read_labels_png(work.files.read(name)) for name in (kept.labels, kept.families))
    return FoundAreas(
        map=AreaMap(labels, families, kept.areas),
        facts=kept.facts,
        borders=kept.borders,
        locked=kept.locked,
        lost=kept.lost,
        homes=kept.homes,
        outlines=kept.outlines,
        things=kept.things,
    )


AREAS: Node[FoundAreas] = Node(
    name="areas",
    version=7,
    needs=("subject", "pieces"),
    takes={
        "the number of areas": lambda i: i.brief.areas.detail,
        "changes of areas": lambda i: list(i.brief.areas.edits),
    },
    compute=_compute,
    write=_write,
    read=_read,
    doing="finding the areas",
    weight=0.4,
)


@dataclass(frozen=True, eq=False)
class Decided:
    """The areas as the painter has them: their colours and handling, planes and edges; named by marks (`areas.names`)."""

    found: AreaMap
    wanted: AreaMap
    planes: dict[str, Plane]
    borders: tuple[Border, ...]


def decided(found: FoundAreas, work: Work) -> Decided:
    """Areas as found together with the painter's decisions."""
    brief = work.inputs.brief
    photo = replace(found.map, areas=marked(found.map.areas))
    planes = planes_as_decided(found.facts, brief.decisions)
    borders = edges_as_decided(found.borders, found.map.areas, planes, brief.edges)
    wanted = with_borrowed(planned(photo, brief.decisions), borders, brief.mixes.borrow)
    return Decided(photo, wanted, planes, borders)


def _judge(work: Work, _: Progress) -> tuple[Advice, ...]:
    brief, subject = work.inputs.brief, work.now("subject")
    found: FoundAreas = work.now("areas")
    have = decided(found, work)
    wanted_lost = {frozenset((one.a, one.b)) for one in brief.edges if one.softness == "lost"}
    # an edge that the painter wants lost is no accident: the rules do not hear of it
    heard = [
        replace(border, softness="soft") if frozenset((border.a, border.b)) in wanted_lost else border
        for border in have.borders
    ]
    case = Case(
        found=have.found.areas,
        wanted=have.wanted.areas,
        facts={one.id: one for one in found.facts},
        borders=heard,
        labels=found.map.labels,
        support=brief.support,
        decisions=brief.decisions,
        focal=brief.focal,
        paint_range=paint_range_of(brief),
        smallest_brush_mm=work.inputs.stock.smallest_brush_mm,
        weave_mm=work.inputs.stock.weave_mm,
        references=disagreements_of(brief, subject.whole.width, subject.whole.height),
    )
    return judge(case)


def _without_names(decisions: Any) -> Any:
    return {area: replace(one, name="") for area, one in decisions.items() if replace(one, name="") != AS_FOUND}


JUDGEMENT: Node[tuple[Advice, ...]] = Node(
    name="judgement",
    version=1,
    needs=("subject", "areas"),
    takes={
        "colours, planes and handling of areas": lambda i: _without_names(i.brief.decisions),
        "edges": lambda i: list(i.brief.edges),
        "what shadows borrow": lambda i: i.brief.mixes.borrow,
        "the focal passage": lambda i: i.brief.focal,
        "brushes and supports in stock": lambda i: [i.stock.smallest_brush_mm, i.stock.weave_mm],
        "marks on the photos": lambda i: [i.brief.marks, [[other.title, other.marks] for other in i.brief.others]],
    },
    compute=_judge,
    write=lambda found, _: codec.written(found),
    read=lambda body, _: codec.read(body, tuple[Advice, ...]),
    doing="judging the areas",
    weight=0.2,
)
