"""What is taken to the easel says what the plan says: every task once, volumes that add up, waits, names instead of marks."""

import io
import re
from dataclasses import replace

import numpy as np
import pytest
from PIL import Image

from ypsochrom.areas.families import FAMILIES
from ypsochrom.kit import codec
from ypsochrom.materials.support import Support
from ypsochrom.mixes.blends import from_piles
from ypsochrom.passes.amounts.quantities import mix_volumes
from ypsochrom.passes.unit import TOOL_WORDS, OwnUnit
from ypsochrom.sittings.calendar import Diary
from ypsochrom.sittings.easel.worklist import WorkList
from ypsochrom.sittings.settings import SittingSettings
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.nodes import NODES
from ypsochrom.work.planned import work_from
from ypsochrom.work.sitting_nodes import current_schedule, tasks_in
from ypsochrom.work.to_the_easel import parts_picture, worklist_of


@pytest.fixture(scope="module")
def works(blocks):
    """The same painting without a diary and with one."""
    brief = Brief(Support(300, 225))
    said = Brief(Support(300, 225), sittings=SittingSettings(Diary("2026-06-01T09:00")))
    content = io.BytesIO()
    Image.fromarray(blocks).save(content, "PNG")
    picture = decode(content.getvalue())
    return work_from(picture, brief), work_from(picture, said)


@pytest.fixture(scope="module")
def lists(works):
    works[1].now("first schedule")
    return [worklist_of(work) for work in works]


def test_every_task_of_the_plan_is_on_the_list_once(works, lists):
    for work, made in zip(works, lists, strict=True):
        tasks = tasks_in(work, work.now("passes"))
        assert sorted(one.id for one in made.tasks) == sorted(tasks.task_of)


def test_a_pile_is_mixed_before_it_is_used_with_a_diary_and_without(lists):
    for made in lists:
        mixed = set()
        for one in made.tasks:
            assert set(one.uses) <= mixed, one.id
            if one.kind == "mixing":
                mixed.add(one.subject)


def test_with_a_diary_tasks_stand_in_the_order_of_the_schedule(works, lists):
    schedule = current_schedule(works[1]).schedule
    assert [one.id for one in lists[1].tasks] == [one.id for one in schedule.tasks]
    assert {one.sitting for one in lists[1].tasks} >= {1}
    assert {one.sitting for one in lists[0].tasks} == {0}


def test_own_work_with_pencil_or_chalk_says_how_it_is_done(works):
    role = works[0].now("passes").passes[1].role
    own = [OwnUnit(f"own/{tool}", role, None, f"with a {tool}", 6.0, tool) for tool in ("brush", "pencil", "chalk")]
    brief = works[0].inputs.brief
    work = Work(
        NODES,
        replace(works[0].inputs, brief=replace(brief, passes=replace(brief.passes, own_units=tuple(own)))),
        works[0].files,
    )
    manners = {one.id: one.manner for one in worklist_of(work).tasks if one.kind == "own"}
    assert manners == {f"own/{tool}": words for tool, words in TOOL_WORDS.items()}


def test_what_units_take_of_the_piles_adds_up_to_the_plan(works, lists):
    plan = works[0].now("passes")
    expected = from_piles(mix_volumes(plan.passes), plan.blends)
    found = {}
    for one in lists[0].tasks:
        for pile, ml in one.uses.items() if one.kind == "unit" else ():
            found[pile] = found.get(pile, 0.0) + ml
    for pile, ml in found.items():
        assert ml == pytest.approx(expected[pile]), pile


def test_units_say_what_they_lay_and_wait_only_for_tasks_of_the_list(lists):
    made = lists[0]
    for one in made.tasks:
        assert (one.id in made.laid) == (one.kind == "unit")
        assert {wait.task for wait in one.after} <= set(made.task_of)
        if one.kind == "unit":
            assert one.passages
            assert one.brush
            assert one.manner


def test_no_mark_is_left_in_what_the_painter_reads(lists):
    for made in lists:
        assert not re.search(r"⟨(at )?a\d+⟩", str(codec.written(made)))


def test_a_list_is_kept_as_a_document(lists):
    assert codec.read(codec.written(lists[0]), WorkList) == lists[0]


def test_cautions_stand_at_the_start_and_not_on_every_unit(lists):
    made = lists[0]
    assert made.cautions
    assert not any(one.cautions for one in made.tasks if one.kind == "unit")


def test_the_picture_of_parts_holds_areas_and_families(works):
    areas = works[0].now("areas").map
    picture = parts_picture(areas)
    assert set(np.unique(picture[..., 0])) == {area.index for area in areas.areas}
    assert picture[..., 1].max() < len(FAMILIES)
    assert not picture[..., 2].any()


def test_before_a_gradation_is_begun_its_piles_are_put_together():
    """A sky that pales towards its foot over dark land."""
    rows = np.arange(225)[:, None] / 150
    sky = np.concatenate([90 + 120 * rows, 140 + 85 * rows, 200 + 30 * rows], axis=1).clip(0, 255)
    painted = np.where(np.arange(225)[:, None] < 150, sky, (70, 66, 40)).astype(np.uint8)
    content = io.BytesIO()
    Image.fromarray(np.repeat(painted[:, None], 300, axis=1)).save(content, "PNG")
    work = work_from(decode(content.getvalue()), Brief(Support(300, 225)))
    (string,) = work.now("passes").strings
    (unit,) = [one for one in worklist_of(work).tasks if one.technique == "blended"]
    assert len(unit.string) == len({band.doses for band in string.bands}) >= 3
    assert (unit.string[0].name, unit.string[-1].name) == ("light end, below", "dark end, above")
    assert not any(re.search(r"\bm\d\d\b", band.words) for band in unit.string)
    for colours in ([band.wet for band in unit.string], [band.dry for band in unit.string]):
        light = [sum(bytes.fromhex(one[1:])) for one in colours]
        assert light == sorted(light, reverse=True)
        assert len(set(light)) == len(light)
    assert set(unit.uses) >= string.piles
