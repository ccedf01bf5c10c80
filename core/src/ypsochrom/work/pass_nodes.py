"""The pass plan and the pictures after every pass as nodes."""

from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from ..areas.area import AreaMap
from ..colour.types import Grey8, Reflectance, Srgb8
from ..formats.pictures import png
from ..kit import codec
from ..kit.progress import Progress
from ..kit.recent import Recent
from ..materials.shelf import price_per_ml
from ..materials.support import Support
from ..passes.films import layers
from ..passes.films.nearness import Nearness, nearness
from ..passes.films.stages import Canvas, Look, Stage, canvas_of, paint_picture, paint_with_values, smaller, stages
from ..passes.plan.pass_plan import PassPlan, find_passes
from ..passes.scene import Layout, Scene
from ..passes.step import PaintPass
from ..passes.units.lit import SHOWN_PX
from .area_nodes import decided
from .graph import Node, Work
from .inputs import Inputs
from .stroke_node import Strokes, blended_gradations
from .subject_node import paint_range_of

_PAINTERS = 2


def layout_of(work: Work, *, last: bool = False) -> Layout:
    """What lies where, areas named by marks; with `last` as it was made last, whether or not out of date."""
    brief = work.inputs.brief
    find = work.last if last else work.now
    found: Any = find("areas")
    strokes: Strokes = find("strokes") or Strokes()
    have = decided(found, work)
    said = brief.decisions
    there = {area.id for area in have.wanted.areas}
    mirrors = {area: one.mirrors for area, one in said.items() if one.mirrors in there - {area} and area in there}
    growths = {area: one.growth for area, one in said.items() if one.growth is not None and area not in mirrors}
    return Layout(
        areas=have.wanted.areas,
        planes=have.planes,
        borders=have.borders,
        support=brief.support,
        gradations=blended_gradations(found, strokes, said),
        growths=growths,
        flows=strokes.flows,
        runs=strokes.runs,
        mirrors=mirrors,
    )


def scene_of(work: Work, *, last: bool = False) -> Scene:
    """What the passes are planned from: the layout, and all that it is painted with and by."""
    brief = work.inputs.brief
    find = work.last if last else work.now
    found: Any = find("areas")
    mixes: Any = find("mixes")
    return Scene(
        **vars(layout_of(work, last=last)),
        mixes=mixes.mixes,
        focal=brief.focal,
        factors=work.inputs.factors,
        brushes=work.inputs.stock.brushes,
        climate=brief.sittings.climate,
        face=brief.passes.face,
        edge_mm=_edge_mm(found.map, brief.support),
        paint_range=paint_range_of(brief),
    )


def _edge_mm(areas: AreaMap, support: Support) -> dict[str, float]:
    """How much of the picture's edge, in mm, runs along each area that reaches it."""
    labels = areas.labels
    mm_per_px = support.width_mm / labels.shape[1]
    edge = np.concatenate([labels[0], labels[-1], labels[:, 0], labels[:, -1]])
    length = np.bincount(edge, minlength=len(areas.areas)) * mm_per_px
    return {area.id: float(length[area.index]) for area in areas.areas if length[area.index] > 0}


def _compute(work: Work, progress: Progress) -> PassPlan:
    before: PassPlan | None = work.last("passes")
    return find_passes(
        scene_of(work),
        work.inputs.stock.tubes,
        work.inputs.brief.passes,
        work.inputs.stock.mediums,
        progress=progress,
        known=() if before is None else before.known,
    )


def _left(i: Inputs) -> Any:
    return sorted([tube.key, tube.left_ml, tube.nozzle_mm] for tube in i.stock.tubes)


def _prices(i: Inputs) -> Any:
    return price_per_ml(i.stock.tubes) if i.brief.passes.first_cover == "cheaper paint" else None


def _edges(i: Inputs) -> Any:
    return [[one.a, one.b, one.softness, one.over] for one in i.brief.edges]


def _planes(i: Inputs) -> Any:
    return {area: one.plane for area, one in i.brief.decisions.items() if one.plane is not None}


PASSES: Node[PassPlan] = Node(
    name="passes",
    version=10,
    needs=("areas", "strokes", "mixes"),
    takes={
        "planes of areas": _planes,
        "edges": _edges,
        "gradations that are painted flat": lambda i: sorted(a for a, one in i.brief.decisions.items() if one.flat),
        "reflections": lambda i: {
            area: one.mirrors for area, one in i.brief.decisions.items() if one.mirrors is not None
        },
        "the focal passage": lambda i: i.brief.focal,
        "the method and its settings": lambda i: replace(i.brief.passes, notes={}),
        "what is left in the tubes": _left,
        "what paint costs, for first covers": _prices,
        "what is left of the mediums": lambda i: [[one.kind, one.left_ml] for one in i.stock.mediums],
        "the air you paint in": lambda i: i.brief.sittings.climate,
        "your brushes": lambda i: sorted([one.kind, one.width_mm] for one in i.stock.brushes if one.count > 0),
        "your own factors": lambda i: [
            i.factors.film,
            i.factors.loss,
            i.factors.pace,
            i.factors.drying,
            i.factors.drying_with,
        ],
    },
    compute=_compute,
    write=lambda plan, _: codec.written(plan),
    read=lambda body, _: codec.read(body, PassPlan),
    doing="planning the passes",
    weight=0.6,
)


def ground_under(work: Work) -> Reflectance | None:
    """Internal reflectance (36,) of the dry ground of the plan made last; None for bare white and where there is no plan."""
    plan: PassPlan | None = work.last("passes")
    if plan is None or plan.ground is None:
        return None
    mixes: Any = work.last("mixes")
    return None if mixes is None else layers.masstone(plan.ground.match.recipe, mixes.mixes.box)


@dataclass(frozen=True)
class StagePictures:
    """Names of the dry pictures after every pass; `of` is a hash of all that is seen in them; how near the last comes."""

    dry: tuple[str, ...]
    of: str = ""
    nearness: Nearness | None = None


_canvases: Recent[str, Canvas] = Recent(2)


def canvas_for(work: Work, layout: Layout) -> Canvas:
    """The painting's pixels prepared; they are the same for every method and palette while the layout stays."""
    key = _layout_hash(work, layout)
    return _canvases.get(key) or _canvases.keep(key, canvas_of(work.now("areas").map, layout))


def _layout_hash(work: Work, layout: Layout) -> str:
    runs = [layout.gradations, layout.growths, layout.flows, layout.mirrors]
    return codec.fingerprint([work.key("areas").digest, layout.borders, runs])


def unchanged_stages(work: Work) -> StagePictures | None:
    """The pictures of the stages where they are those of today's plan, whatever else has changed: units, notes, own work."""
    before: StagePictures | None = work.last("stages")
    return before if before is not None and before.of == _seen_in_stages(work) else None


def _seen_in_stages(work: Work) -> str:
    """A hash of what the stages show: where the areas lie, the support, the piles, and what is laid where in which film."""
    return work.derived("seen in stages", ("passes",), None, lambda: _hash_of_stages(work))


def _hash_of_stages(work: Work) -> str:
    scene, plan = scene_of(work), work.now("passes")
    laid = [
        [one.role, [[s.area, s.family, s.mix, s.technique, s.medium_share, s.coats, s.film_um] for s in one.steps]]
        for one in plan.passes
    ]
    recipes = {id_: mix.match.recipe for id_, mix in plan.mix_of.items()}
    return codec.fingerprint([_layout_hash(work, scene), work.key("mixes").digest, scene.face, recipes, laid])


def _paint(work: Work, progress: Progress) -> StagePictures:
    """Paint every stage dry and keep the pictures; what is seen in them already is not painted again."""
    kept = unchanged_stages(work)
    if kept is not None:
        return kept
    canvas, found = stages_of(work)

    def painted(stage: Stage) -> bytes:
        return png.picture_jpeg(paint_picture(stage, canvas))

    def finished(stage: Stage) -> tuple[bytes, Nearness]:
        picture = paint_picture(stage, canvas)
        return png.picture_jpeg(picture), _held_against_the_photo(work, picture)

    painters = ThreadPoolExecutor(_PAINTERS)
    try:
        last = painters.submit(finished, found[-1])  # it takes longest
        begun = [painters.submit(painted, stage) for stage in found[:-1]]
        names = []
        for number, picture in enumerate(begun, start=1):
            progress((number - 1) / len(found), f"painting stage {number}")
            names.append(work.files.store(picture.result(), "jpg"))
        content, near = last.result()
        names.append(work.files.store(content, "jpg"))
        return StagePictures(tuple(names), _seen_in_stages(work), near)
    finally:
        painters.shutdown(cancel_futures=True)


def nearness_of(work: Work) -> Nearness | None:
    """How near the finished painting of today's plan comes to the photo: as it was found with the stages, else found now."""
    kept = unchanged_stages(work)
    if kept is not None:
        return kept.nearness

    def found() -> Nearness:
        canvas, laid = stages_of(work)
        return _held_against_the_photo(work, paint_picture(laid[-1], canvas))

    return work.derived("nearness", ("stages",), None, found)


def _held_against_the_photo(work: Work, finished: Srgb8) -> Nearness:
    scene, photo = scene_of(work), work.now("subject").picture.srgb8
    return nearness(photo, finished, work.now("areas").map, scene.gradations, scene.mixes.box, scene.support)


def stages_of(work: Work) -> tuple[Canvas, tuple[Stage, ...]]:
    """The painting's pixels, and the stages of its plan."""
    scene, plan = scene_of(work), work.now("passes")
    canvas, key = canvas_for(work, scene), work.key("stages").digest
    laid = _laid.get(key) or _laid.keep(key, tuple(stages(scene, plan.mix_of, plan.passes, scene.mixes.box, canvas)))
    return canvas, laid


_laid: Recent[str, tuple[Stage, ...]] = Recent(2)


def painted_stages(work: Work) -> Iterator[tuple[PaintPass, Srgb8, Grey8]]:
    """Every pass with the painting after it, dry and in its values alone, at working size; painted one after the other."""
    canvas, found = stages_of(work)
    return (
        (one, *paint_with_values(stage, canvas)) for one, stage in zip(work.now("passes").passes, found, strict=True)
    )


_looked_at: Recent[str, Canvas] = Recent(2)


def stage_look(work: Work, number: int, look: Look) -> bytes | None:
    """The painting after pass `number` (from 1) in a look, as JPEG at the screen's size; None where there is no such pass.

    Dry stages are kept at working size, since checks compare with them; other looks are made when they are asked for.

    About 0.3 s for the first of a plan, 20 ms for its others.
    """
    plan: PassPlan = work.now("passes")
    if not 1 <= number <= len(plan.passes):
        return None
    key = work.key("stages").digest
    canvas, laid = stages_of(work)
    shown = _looked_at.get(key) or _looked_at.keep(key, smaller(canvas, SHOWN_PX))
    return png.picture_jpeg(paint_picture(laid[number - 1], shown, look))


STAGES: Node[StagePictures] = Node(
    name="stages",
    version=6,
    needs=("subject", "areas", "strokes", "mixes", "passes"),
    takes={"how far wet paint differs": lambda i: i.factors.wet_shift},
    compute=_paint,
    write=lambda found, _: codec.written(found),
    read=lambda body, _: codec.read(body, StagePictures),
    doing="painting the stages",
    weight=1.5,
)
