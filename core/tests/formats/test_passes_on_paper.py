"""The studio sheet and the CSV files of the passes, and the pass plan as JSON and back."""

import csv
import io
import json
import re
from dataclasses import replace

import numpy as np
import pypdf
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.formats.csv.amounts import amounts_csv
from ypsochrom.formats.csv.passes import PASS_COLUMNS, passes_csv, shopping_csv, tubes_in_words
from ypsochrom.formats.pdf.plan import plan_pdf
from ypsochrom.formats.pdf.studio_sheet import studio_sheet_pdf
from ypsochrom.kit import codec
from ypsochrom.kit.errors import BadSetting
from ypsochrom.materials.shelf import starter_shelf
from ypsochrom.materials.support import Support
from ypsochrom.mixes.piles import is_tube
from ypsochrom.passes.amounts.shopping import Purchase
from ypsochrom.passes.order.rules import RULES
from ypsochrom.passes.plan.pass_plan import PassPlan, find_passes
from ypsochrom.passes.scene import Choices, Move
from ypsochrom.passes.schools import SCHOOLS
from ypsochrom.passes.unit import OwnUnit
from ypsochrom.subject.decode import decode
from ypsochrom.work.brief import Brief
from ypsochrom.work.pass_nodes import scene_of
from ypsochrom.work.planned import plan_in_words, plan_of, work_from

PANEL = Support(400, 300)
BUY = Purchase("PW6", 71.0, ((60.0, 1), (20.0, 1)), 14.5)


@pytest.fixture(scope="module")
def found(kettle_bytes):
    work = work_from(decode(kettle_bytes, longest_px=320), Brief(PANEL), starter_shelf())
    plan = plan_of(work)
    passes = find_passes(scene_of(work), starter_shelf(), Choices(school="glazes", drawing="strong", side_mm=15))
    return plan, plan_in_words(passes, {area.id: area.name for area in plan.areas.areas})


def sheet(found, paper="A4"):
    plan, passes = found
    stages = [np.full((60, 80, 3), 40 * (i % 6), dtype=np.uint8) for i in range(len(passes.passes))]
    areas = {area.id: (area.index + 1, area.name, area.centre) for area in plan.areas.areas}
    return studio_sheet_pdf(passes, areas, stages, (BUY,), "Kettle", paper)


def test_sides_painted_in_a_mix_that_no_step_uses_take_their_paint_from_the_plan(found):
    _, passes = found
    (sides,) = [job for job in passes.jobs if job.kind == "sides"]
    assert sides.mix in passes.mix_of
    from_tubes = sum(
        passes.volumes[mix.id] * dose.parts / mix.total_parts
        for mix in passes.mixes
        for dose in mix.made_from
        if is_tube(dose.source)
    )
    assert sum(need.volume_ml for need in passes.paint) == pytest.approx(from_tubes)
    assert passes.volumes[sides.mix] >= sides.volume_ml > 0


def test_the_studio_sheet_has_one_page_a_pass_with_every_mix_and_job(found):
    _, passes = found
    pages = [" ".join(page.extract_text().split()) for page in pypdf.PdfReader(io.BytesIO(sheet(found))).pages]
    for place, one in enumerate(passes.passes):
        assert f"Pass {one.number} of {len(passes.passes)}: {one.role}" in pages[place]  # one page each, in order
        for number, unit in enumerate(one.units, start=1):
            assert f"{number}. {passes.mix_of[unit.mix].name}" in pages[place]
            assert unit.brush.words in pages[place]
            assert all(passes.mix_of[pile].name in pages[place] for pile in unit.beside)
        for job in passes.jobs:
            if job.before_pass == one.number:
                assert job.title in pages[place]
    end = "\n".join(pages[len(passes.passes) :])
    assert "Paint the sides" in end
    assert "1 x 60 ml + 1 x 20 ml" in end
    assert "about 14.50" in end
    for mix in passes.mixes:
        assert mix.name in end


def test_a_pass_for_several_things_says_so_in_full_and_where_each_begins(found):
    plan, passes = found
    last = passes.passes[-1]
    parts = (last.role, "the narrow ridge of the roof beyond")
    there = set(last.units[-1].steps)
    steps = tuple(replace(step, role=parts[1] if step.id in there else "") for step in last.steps)
    both = replace(last, roles=parts, steps=steps)
    joined = replace(passes, passes=(*passes.passes[:-1], both))
    for content in (sheet((plan, joined)), plan_pdf(replace(plan, passes=joined), "Kettle")):
        told = " ".join(" ".join(page.extract_text().split()) for page in pypdf.PdfReader(io.BytesIO(content)).pages)
        assert both.title in told
        for part, unit in ((parts[0], last.units[0]), (parts[1], last.units[-1])):
            number = last.units.index(unit) + 1
            assert re.search(rf"{part.capitalize()} {number}\. ", told)


def test_the_studio_sheet_is_the_same_byte_for_byte_and_fits_letter(found):
    assert sheet(found) == sheet(found)
    letter = pypdf.PdfReader(io.BytesIO(sheet(found, "Letter")))
    assert [float(x) for x in letter.pages[0].mediabox[2:]] == [612, 792]


def test_amounts_as_csv_add_up_row_by_row_and_column_by_column(found):
    plan, _ = found
    names = {area.id: area.name for area in plan.areas.areas}
    rows = list(csv.DictReader(io.StringIO(amounts_csv(plan.amounts, names, plan.all_mixes))))
    *above, last = rows
    assert last["row"] == "all piles"
    piles = [column for column in rows[0] if column.startswith(("m", "u", "g")) and column.endswith(", ml")]
    tubes = [column for column in rows[0] if column.endswith(", ml") and column not in piles]
    assert len(piles) == len(plan.amounts.piles)
    for column in (*piles, *tubes, "paint_ml"):
        assert sum(float(row[column]) for row in above) == pytest.approx(float(last[column]), abs=0.001 * len(rows))
    for row in above:
        assert sum(float(row[column]) for column in piles) == pytest.approx(float(row["paint_ml"]), abs=0.01)
    assert [row["name"] for row in above if row["row"] == "area"] == list(names.values())


def test_steps_as_csv_are_in_order_and_add_up(found):
    plan, passes = found
    names = {area.id: area.name for area in plan.areas.areas}
    rows = list(csv.DictReader(io.StringIO(passes_csv(passes, names))))
    steps = [step for one in passes.passes for step in one.steps]
    assert tuple(rows[0]) == PASS_COLUMNS
    assert [(row["area"], row["mix"], row["family"]) for row in rows] == [
        (step.area, step.mix, step.family or "") for step in steps
    ]
    assert all(row["area_name"] == names[row["area"]] for row in rows)
    units = [str(place) for one in passes.passes for place, unit in enumerate(one.units, start=1) for _ in unit.steps]
    assert [row["unit"] for row in rows] == units
    medium = sum(float(row["medium_ml"]) for row in rows)
    assert medium == pytest.approx(sum(step.medium_ml for step in steps), abs=0.01 * len(rows))


def test_shopping_as_csv_names_paint_and_tubes():
    (row,) = csv.DictReader(io.StringIO(shopping_csv([BUY])))
    assert row == {
        "key": "PW6",
        "name": "titanium white",
        "missing_ml": "71.0",
        "tubes": tubes_in_words(BUY),
        "price": "14.50",
    }


choices = st.builds(
    Choices,
    school=st.sampled_from(sorted(SCHOOLS)),
    school_of=st.dictionaries(st.sampled_from(["a01", "a02"]), st.sampled_from(sorted(SCHOOLS))),
    ground=st.sampled_from([None, "white", "grey", "warm earth", "black"]),
    ground_kind=st.sampled_from(["paint", "gesso"]),
    underpainting=st.sampled_from([None, "none", "blocks", "sepia", "coloured"]),
    drawing=st.sampled_from([None, "none", "light", "strong"]),
    hand=st.sampled_from(["right", "left"]),
    film_factor=st.floats(0.25, 4.0),
    fading=st.frozensets(st.sampled_from(["a01", "a02", "a03"])),
    techniques=st.dictionaries(st.just("light/a01/all"), st.sampled_from(["glaze", "knife", "dry brush"])),
    side_mm=st.floats(0, 100),
    rules_off=st.dictionaries(st.sampled_from(sorted(RULES)), st.text(min_size=1)),
    cuts=st.dictionaries(st.text(), st.sampled_from(["split", "join"]), max_size=3),
    own_units=st.lists(
        st.builds(OwnUnit, st.text(), st.text(), st.none() | st.text(), st.just("pencil"), st.floats(1, 200)),
        max_size=3,
    ).map(tuple),
    notes=st.dictionaries(st.text(), st.text(), max_size=3),
    moves=st.lists(st.builds(Move, st.text(), st.none() | st.text(), st.text()), max_size=4).map(tuple),
)


@given(choices)
def test_choices_survive_being_written_and_read(made):
    assert codec.read(json.loads(json.dumps(codec.written(made))), Choices) == made


def test_what_is_not_written_is_as_the_school_has_it_and_absurd_numbers_are_refused():
    assert codec.read({}, Choices) == Choices()
    with pytest.raises(BadSetting):
        codec.read({"film_factor": 100.0}, Choices)
    with pytest.raises(codec.OldDocument):
        codec.read({"techniques": {"x": "spoon"}}, Choices)


def test_passes_and_jobs_survive_being_written_and_read(found):
    _, passes = found
    assert codec.read(json.loads(json.dumps(codec.written(passes))), PassPlan) == passes
