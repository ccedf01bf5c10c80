"""The real nodes: what each depends on, that all of it survives being kept, that decisions wait, that names do not stale."""

import json
from dataclasses import replace

import pytest

from ypsochrom.areas.edits import Merge
from ypsochrom.areas.facts import Decision, EdgeDecision
from ypsochrom.kit import codec
from ypsochrom.materials.shelf import Tube
from ypsochrom.materials.support import Support
from ypsochrom.mixes.mix_set import KeptRecipe
from ypsochrom.mixes.recipe import Recipe
from ypsochrom.passes.factors import Factor, Factors
from ypsochrom.passes.scene import Choices, Move
from ypsochrom.subject.crop import CropCentre
from ypsochrom.subject.decode import decode
from ypsochrom.values.composition import Focal
from ypsochrom.work import brief as briefs
from ypsochrom.work.brief import AreaSettings, Brief, MixSettings, ValueSettings
from ypsochrom.work.files import InMemory
from ypsochrom.work.graph import Kept, Work
from ypsochrom.work.inputs import Inputs, Stock
from ypsochrom.work.memory import Memory
from ypsochrom.work.nodes import NODES
from ypsochrom.work.planned import plan_of, work_from
from ypsochrom.work.waiting import waiting

PANEL = Support(400, 300)
GOALS = ("values", "judgement", "stages", "lines")


class Desk:
    """A painting that is kept as text between one request and the next."""

    def __init__(self, inputs, files):
        self.inputs, self.files, self.kept = inputs, files, {}

    def open(self):
        kept = {
            name: Kept(key, stamp, lambda text=text: json.loads(text)) for name, (key, stamp, text) in self.kept.items()
        }
        return Work(NODES, self.inputs, self.files, kept, self._keep, Memory())

    def _keep(self, made):
        self.kept[made.key.node] = (made.key, made.stamp, json.dumps(made.body))

    def bring(self):
        work = self.open()
        for goal in GOALS:
            work.bring(goal)
        return self.open()

    def change(self, **parts):
        self.inputs = replace(self.inputs, brief=replace(self.inputs.brief, **parts))
        return self.open()

    def stale(self):
        work = self.open()
        return {name for name in NODES if work.state(name) == "stale"}


@pytest.fixture(scope="module")
def begun(kettle_bytes):
    work = work_from(decode(kettle_bytes, longest_px=240), Brief(PANEL))
    desk = Desk(work.inputs, work.files)
    desk.bring()
    return desk


@pytest.fixture
def desk(begun):
    fresh = Desk(begun.inputs, begun.files)
    fresh.kept = dict(begun.kept)
    return fresh


def test_a_kept_plan_is_the_same_as_the_one_that_was_made(begun, kettle_bytes):
    made = plan_of(work_from(decode(kettle_bytes, longest_px=240), Brief(PANEL)))
    kept = plan_of(begun.open())
    assert kept.passes == made.passes
    assert kept.mixes.mixes == made.mixes.mixes
    assert kept.areas.areas == made.areas.areas
    assert (kept.areas.labels == made.areas.labels).all()
    assert kept.advice == made.advice


FROM_SUBJECT = set(NODES) - {"first schedule", "schedule"}  # nobody has said when they paint
FROM_AREAS = {"areas", "strokes", "judgement", "solved", "mixes", "passes", "stages"}
FROM_MIXES = {"solved", "mixes", "passes", "stages"}
FROM_PASSES = {"passes", "stages"}


@pytest.mark.parametrize(
    ("parts", "stale"),
    [
        ({"crop": CropCentre(0.2, 0.5)}, FROM_SUBJECT),
        ({"finish": "matt"}, FROM_SUBJECT),
        ({"values": ValueSettings(count=4)}, {"values"}),
        ({"areas": AreaSettings(12)}, FROM_AREAS),
        ({"decisions": {"a02": Decision(name="cloth")}}, set()),
        ({"decisions": {"a02": Decision(plane="back")}}, {"judgement", *FROM_PASSES}),
        ({"decisions": {"a02": Decision(handling="thin")}}, {"judgement", *FROM_MIXES}),
        ({"decisions": {"a02": Decision(growth="fur")}}, {"strokes", "judgement", "mixes", *FROM_PASSES}),
        ({"decisions": {"a02": Decision(gradation=((0.1, 0.5), (0.4, 0.5)))}}, {"strokes", "judgement", "mixes", *FROM_PASSES}),
        ({"decisions": {"a02": Decision(mirrors="a01")}}, {"judgement", "mixes", *FROM_PASSES}),
        ({"edges": (EdgeDecision("a01", "a02", "soft"),)}, {"judgement", *FROM_PASSES}),
        ({"focal": Focal(0.5, 0.5)}, {"values", "judgement", *FROM_PASSES}),
        ({"mixes": MixSettings(tubes=5)}, FROM_MIXES),
        ({"mixes": MixSettings(kept={"m01": KeptRecipe((20.0, 0.0, 0.0), Recipe.of({"PB29": 1}))})}, {"mixes", *FROM_PASSES}),
        ({"passes": Choices(school="glazes")}, FROM_PASSES),
        ({"set_aside": ()}, set()),
    ],
    ids=lambda one: "".join(one) if isinstance(one, dict) else "",
)  # fmt: skip
def test_a_change_puts_exactly_what_depends_on_it_out_of_date(desk, parts, stale):
    desk.change(**parts)
    assert desk.stale() == stale


@pytest.mark.parametrize(
    ("factors", "stale"),
    [
        (Factors(film=Factor(1.2, 0.1, 9)), FROM_PASSES),
        (Factors(pace=Factor(1.5, 0.1, 9)), FROM_PASSES),
        (Factors(wet_shift=Factor(0.8, 0.1, 9)), {"stages"}),
    ],
)
def test_what_the_logbook_learns_puts_exactly_what_depends_on_it_out_of_date(desk, factors, stale):
    desk.inputs = replace(desk.inputs, factors=factors)
    assert desk.stale() == stale


def test_paint_that_is_used_up_touches_the_passes_and_a_tube_that_is_gone_the_mixes(desk):
    tubes = desk.inputs.stock.tubes
    less = (replace(tubes[0], left_ml=3.0), *tubes[1:])
    desk.inputs = replace(desk.inputs, stock=Stock(less))
    assert desk.stale() == FROM_PASSES
    desk.inputs = replace(desk.inputs, stock=Stock(tubes[:-1]))
    assert desk.stale() == FROM_MIXES


def test_more_film_more_loss_and_a_slower_hand_give_more_paint_and_more_hours(desk):
    usual = desk.open().now("passes")
    desk.inputs = replace(desk.inputs, factors=Factors(film=Factor(1.5, 0), loss=Factor(0.4, 0), pace=Factor(2, 0)))
    other = desk.open().now("passes")
    assert sum(other.volumes.values()) > 1.5 * sum(usual.volumes.values())
    assert other.pace.hours > 1.5 * usual.pace.hours


def test_a_renamed_area_is_called_so_everywhere_and_nothing_is_planned_anew(desk):
    """Found in version 0.5: the old name stayed in a plan that counted as current."""
    old = next(area.name for area in plan_of(desk.open()).areas.areas if area.id == "a02")
    desk.change(decisions={"a02": Decision(name="the folded cloth")})
    assert desk.stale() == set()
    plan = plan_of(desk.open())
    text = json.dumps([codec.written(plan.passes), codec.written(plan.advice)], ensure_ascii=False)
    assert "“the folded cloth" in text
    assert f"“{old}”" not in text
    assert "⟨" not in text


def test_decisions_on_what_is_gone_are_listed_and_hold_again_when_it_is_back(desk):
    found = desk.open().now("areas")
    one, other = found.map.areas[0], found.map.areas[1]
    step = f"block-in/{one.id}/all"
    desk.change(
        decisions={one.id: Decision(name="wall", handling="thin")},
        passes=Choices(
            school_of={one.id: "glazes"}, fading=frozenset({one.id}), techniques={step: "knife"},
            moves=(Move(step, None, "block-in"),),
        ),
    )  # fmt: skip
    desk.bring()
    assert {item.what for item in waiting(desk.open())} <= {"technique", "move"}  # the school has no such step
    whole = desk.inputs.brief
    merge_into_larger = Merge((one.centre, max(found.map.areas, key=lambda area: area.share).centre, other.centre))
    desk.change(areas=AreaSettings(edits=(merge_into_larger,)))
    work = desk.bring()
    if one.id not in {area.id for area in work.now("areas").map.areas}:
        listed = [item for item in waiting(work) if item.subject == one.id]
        assert {item.what for item in listed} == {"area", "method", "fading"}
        assert all("wall" in item.words for item in listed)
    desk.inputs = replace(desk.inputs, brief=replace(whole, areas=AreaSettings()))
    back = desk.bring()
    assert {item.what for item in waiting(back)} <= {"technique", "move"}
    assert [area.id for area in back.now("areas").map.areas] == [area.id for area in found.map.areas]


def test_areas_and_mixes_keep_their_ids_through_another_palette_and_back(desk):
    before = {mix.id: mix.match.target_lab for mix in desk.open().now("mixes").mixes.mixes}
    desk.change(mixes=MixSettings(tubes=4))
    fewer = desk.bring().now("mixes").mixes.mixes
    same = [mix for mix in fewer if mix.id in before]
    assert len(same) >= len(fewer) // 2
    desk.change(mixes=MixSettings())
    assert {mix.id: mix.match.target_lab for mix in desk.bring().now("mixes").mixes.mixes} == before


def test_the_plan_keeps_the_pairs_of_its_rules_for_the_schedule(begun):
    plan = begun.open().now("passes")
    at = {step.id: (p.number, place) for p in plan.passes for place, step in enumerate(p.steps)}
    assert plan.pairs
    assert all(at[pair.before] < at[pair.after] for pair in plan.pairs)
    assert {pair.rule for pair in plan.pairs} >= {"passes.R01", "passes.R03"}


def test_steps_are_told_apart_and_passes_by_what_they_are_for(begun):
    plan = begun.open().now("passes")
    ids = [step.id for paint_pass in plan.passes for step in paint_pass.steps]
    assert len(set(ids)) == len(ids)
    assert len({paint_pass.id for paint_pass in plan.passes}) == len(plan.passes)


def test_a_brief_survives_being_kept_as_text(begun):
    brief = replace(begun.inputs.brief, decisions={"a01": Decision((50.0, 1.5, -3.0), "back", "thick", "wall")})
    assert briefs.read(json.loads(json.dumps(briefs.written(brief)))) == brief


def test_an_empty_shelf_is_told_and_nothing_is_kept_half(desk):
    from ypsochrom.kit.errors import BadShelf

    desk.inputs = replace(desk.inputs, stock=Stock((Tube("PW6", 60, 0),)))
    with pytest.raises(BadShelf):
        desk.open().now("mixes")
    assert desk.open().last("mixes") is not None


def test_inputs_without_a_picture_say_so():
    from ypsochrom.kit.errors import BadPicture

    with pytest.raises(BadPicture, match="neither"):
        Work(NODES, Inputs(Brief(PANEL)), InMemory()).now("subject")


def test_a_reflection_whose_thing_is_gone_waits_for_it(desk):
    one = desk.open().now("areas").map.areas[0]
    desk.change(decisions={one.id: Decision(mirrors="a99")})
    (found,) = waiting(desk.open())
    assert (found.what, found.subject) == ("area", one.id)
    assert "as the reflection of" in found.words
