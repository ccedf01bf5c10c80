"""The whole plan of a painting from its graph, under the painter's names; and from a photo in one go."""

from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace

from ..areas.found import FoundAreas
from ..areas.names import advice_in_words, in_words
from ..areas.things import Thing, names_by_thing, things_of
from ..kit import codec
from ..kit.progress import Progress, silent
from ..kit.recent import Recent
from ..materials.shelf import Tube, nozzles_mm, price_per_ml, starter_shelf, usable_box
from ..mixes import palette
from ..mixes.mix_set import mixes_in_words
from ..passes.plan.pass_plan import PassPlan
from ..passes.plan.whole import Plan
from ..subject.decode import Picture
from .area_nodes import decided
from .brief import Brief, Photo
from .files import InMemory
from .graph import Work
from .inputs import Inputs, Stock
from .nodes import NODES
from .pass_nodes import canvas_for, layout_of, nearness_of, scene_of
from .value_node import brush_of


def things_in(found: FoundAreas, brief: Brief) -> tuple[Thing, ...]:
    """The things of the painting: as the painter said, else as they were found."""
    return things_of(found.map.areas, found.things, brief.things)


def names_of(found: FoundAreas | None, brief: Brief) -> dict[str, str]:
    """What every area is called: by the painter, else after its thing, else by its colour and place; also those not there now."""
    own = {area: one.name for area, one in brief.decisions.items() if one.name}
    if found is None:
        return own
    by_thing = names_by_thing(things_in(found, brief), found.map.areas) if brief.things else {}
    return {area.id: area.name for area in found.map.areas} | by_thing | own


def plan_in_words(plan: PassPlan, names: Mapping[str, str]) -> PassPlan:
    """A pass plan with the areas' names in the place of their marks; the same again while neither changes."""
    key = id(plan), tuple(sorted(names.items()))
    kept = _IN_WORDS.get(key)
    if kept is not None and kept[0] is plan:
        return kept[1]
    told = codec.read(codec.replace_text(codec.written(plan), lambda text: in_words(text, names)), PassPlan)
    return _IN_WORDS.keep(key, (plan, told))[1]


_IN_WORDS: Recent[tuple[int, tuple[tuple[str, str], ...]], tuple[PassPlan, PassPlan]] = Recent(4)
"""With each plan in words the plan that it was made from, so that its `id` stays its own; some MB each."""


def plan_of(work: Work) -> Plan:
    """The whole plan as of today's inputs; what is missing or out of date is made."""
    brief, subject = work.inputs.brief, work.now("subject")
    found: FoundAreas = work.now("areas")
    names, passes = names_of(found, brief), work.now("passes")
    wanted, scene = decided(found, work).wanted, scene_of(work)
    with ThreadPoolExecutor(1) as aside:
        nearness = aside.submit(nearness_of, work)
        return Plan(
            support=brief.support,
            brush_mm=brush_of(brief),
            picture=subject.picture,
            values=work.now("values"),
            areas=replace(wanted, areas=tuple(replace(area, name=names[area.id]) for area in wanted.areas)),
            mixes=mixes_in_words(work.now("mixes").mixes, names),
            passes=plan_in_words(passes, names),
            judgement=advice_in_words(work.now("judgement"), names),
            nozzles_mm=nozzles_mm(work.inputs.stock.tubes),
            prices=price_per_ml(work.inputs.stock.tubes),
            surfaces={area.id: scene.surface(area.id) for area in scene.areas},
            nearness=nearness.result(),
        )


def work_from(picture: Picture, brief: Brief, tubes: Sequence[Tube] | None = None) -> Work:
    """The work on a painting from a decoded photo, kept in memory; the photo takes the place of the brief's."""
    files = InMemory()
    kept = picture.in_eight_bits()  # so that a plan is the same wherever it is made
    photo = Photo(files.keep_picture(kept), kept.width, kept.height, kept.advice)
    stock = Stock(tubes=tuple(starter_shelf() if tubes is None else tubes))
    return Work(NODES, Inputs(replace(brief, photo=photo), stock), files)


def make_plan(picture: Picture, brief: Brief, tubes: Sequence[Tube] | None = None, progress: Progress = silent) -> Plan:
    """The plan of a painting from its reference, the painter's brief and the shelf (None: a starter's). About 3 s for a photo."""
    return plan_of(planned_work(picture, brief, tubes, progress))


def planned_work(
    picture: Picture, brief: Brief, tubes: Sequence[Tube] | None = None, progress: Progress = silent
) -> Work:
    """The work on a painting with all that a plan is made of; as `make_plan`. Its stages are ready to be painted."""
    work = work_from(picture, brief, tubes)
    with ThreadPoolExecutor(1) as aside:
        work.bring("subject")
        pieces = aside.submit(work.now, "pieces")  # depends on no value
        for share, goal in enumerate(_GOALS):
            if goal == "judgement":
                if not brief.mixes.chosen:
                    palette.prepare(usable_box(work.inputs.stock.tubes))  # depends on the shelf alone
                pieces.result()  # the areas are made of them
            work.bring(goal, lambda done, doing, share=share: progress((share + done) / len(_GOALS), doing))  # type: ignore[misc]
            if goal == "strokes":
                aside.submit(canvas_for, work, layout_of(work))  # depends on no pile
    return work


_GOALS = ("values", "judgement", "strokes", "passes")
