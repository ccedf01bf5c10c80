"""The command line's public contract, against the JSON Schema in docs/plan-schema."""

import csv
import io
import itertools
import json
import re
from xml.etree import ElementTree

import cv2
import jsonschema
import numpy as np
import pypdf
import pytest
from PIL import Image

from ypsochrom.checks.stand_in import Errors, painted_with
from ypsochrom.cli.main import main
from ypsochrom.formats.plan_folder import planned_stage
from ypsochrom.materials.camera import EaselCamera
from ypsochrom.materials.shelf import Tube, write_csv


@pytest.fixture(scope="module")
def planned(tmp_path_factory, request):
    out = tmp_path_factory.mktemp("plan") / "results"
    photo = request.config.rootpath / "demo/pictures/kettle-close.jpg"
    assert main(["plan", str(photo), "--size", "40x30cm", "--tubes", "6", "--out", str(out), "--paper", "Letter"]) == 0
    return out


def schema(request, name):
    return json.loads((request.config.rootpath / "docs/plan-schema" / name).read_text())


def shares_of(step):
    """The piles that a step takes paint of."""
    return step.get("string") or step.get("blend") or {step["mix"]: 1}


def test_plan_json_keeps_its_schema_and_its_sums(planned, request):
    plan = json.loads((planned / "plan.json").read_text())
    jsonschema.validate(plan, schema(request, "plan-2.schema.json"))
    assert len(plan["palette"]) == 6
    assert sum(s["share"] for s in plan["values"]["steps"]) == pytest.approx(1)
    assert sum(a["area_cm2"] for a in plan["areas"]) == pytest.approx(1200)
    steps = [s for p in plan["passes"] for s in p["steps"]]
    doses, seen = [dose for mix in plan["mixes"] for dose in mix["made_from"]], set()
    for mix in plan["mixes"]:
        taken = sum(dose["volume_ml"] for dose in doses if dose["source"] == mix["id"])
        painted = sum(s["volume_ml"] * shares_of(s).get(mix["id"], 0) for s in steps)
        assert painted + taken <= mix["volume_ml"] + 1e-9
        assert sum(dose["volume_ml"] for dose in mix["made_from"]) == pytest.approx(mix["volume_ml"])
        assert {dose["source"] for dose in mix["made_from"]} <= {*plan["palette"], *seen}
        assert set(mix["parts"]) <= set(plan["palette"])
        seen.add(mix["id"])
    for step in steps:
        if "blend" in step:
            assert sum(step["blend"].values()) == pytest.approx(1)
            assert step["mix"] == max(step["blend"], key=step["blend"].get)
    assert any("blend" in step for step in steps)
    for string in plan["strings"]:
        bands = string["bands"]
        assert 3 <= len(bands) <= 5
        of_area = [s for s in steps if s["area"] == string["area"] and "string" in s]
        assert sum(band["volume_ml"] for band in bands) == pytest.approx(sum(s["volume_ml"] for s in of_area))
        assert {dose["source"] for band in bands for dose in band["made_from"]} <= seen
        assert all(sum(s["string"].values()) == pytest.approx(1) for s in of_area)
    assert plan["strings"]
    for paint in plan["paint"]:
        used = sum(dose["volume_ml"] for dose in doses if dose["source"] == paint["key"])
        assert used == pytest.approx(paint["volume_ml"])


def test_areas_png_holds_every_areas_index_in_16_bit_grey(planned):
    plan = json.loads((planned / "plan.json").read_text())
    labels = cv2.imread(str(planned / "areas.png"), cv2.IMREAD_UNCHANGED)
    assert labels.dtype == np.uint16
    assert sorted(np.unique(labels)) == [area["index"] for area in plan["areas"]] == list(range(len(plan["areas"])))
    for area in plan["areas"]:
        assert (labels == area["index"]).mean() == pytest.approx(area["share"])


def test_the_stages_say_that_they_are_srgb(planned):
    stages = [one for one in (planned / "stages").glob("*.png") if not one.stem.endswith("-values")]
    assert len(stages) > 3
    for one in stages:
        with Image.open(one) as picture:
            assert picture.info["srgb"] == 0


def test_the_other_files_open_in_what_reads_their_formats(planned):
    grey = cv2.imread(str(planned / "value-map.png"), cv2.IMREAD_UNCHANGED)
    assert grey.ndim == 2
    assert len(np.unique(grey)) == 5
    plan = json.loads((planned / "plan.json").read_text())
    drawing = ElementTree.parse(planned / "areas.svg").getroot()
    assert drawing.attrib["width"] == "400mm"
    assert len(drawing.findall("{http://www.w3.org/2000/svg}path")) == len(plan["areas"])
    rows = list(csv.DictReader(io.StringIO((planned / "recipes.csv").read_text())))
    assert {row["mix"] for row in rows} == {mix["id"] for mix in plan["mixes"]}
    pdf = pypdf.PdfReader(planned / "plan.pdf")
    assert tuple(float(x) for x in pdf.pages[0].mediabox[2:]) == (612, 792)
    text = "\n".join(page.extract_text() for page in pdf.pages)
    runs = (
        f"Gradation of {area['name']}" for area in plan["areas"] for one in plan["strings"] if one["area"] == area["id"]
    )
    for words in ("Areas", "Mixes", "Passes", "block-in", "titanium white", "cm from the tube", *runs):
        assert words in text
    assert len(re.findall(r"\d+\. string of [3-5] piles, light to dark", text)) == len(plan["strings"]) > 0


def test_values_writes_a_map_of_the_asked_steps(tmp_path, request, capsys):
    photo = request.config.rootpath / "demo/pictures/kettle.jpg"
    out = tmp_path / "v"
    base = ["values", str(photo), "--size", "400x300mm", "--out", str(out)]
    assert main([*base, "--steps", "4", "--brush-mm", "12"]) == 0
    answer = json.loads((out / "values.json").read_text())
    jsonschema.validate(answer, schema(request, "values-1.schema.json"))
    assert len(answer["steps"]) == 4
    assert sum(step["area_cm2"] for step in answer["steps"]) == pytest.approx(1200)
    assert main([*base, "--thresholds", "3,6"]) == 0
    assert json.loads((out / "values.json").read_text())["thresholds"] == [3.0, 6.0]
    assert main([*base, "--thresholds", "6,3"]) == 2
    assert "do not rise" in capsys.readouterr().err


def test_mix_answers_an_array_with_one_object_a_mix(request, capsys):
    assert main(["mix", "PB29:1 PBr7bs:1 PW6:4", "PB15:3:1 PW6:9", "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    jsonschema.validate(answer, schema(request, "mix-1.schema.json"))
    assert answer[0]["parts"] == {"PW6": 4, "PB29": 1, "PBr7bs": 1}
    assert answer[0]["value_wet"] > answer[0]["value_dry"]


def test_film_prints_what_its_schema_says(request, capsys):
    assert main(["film", "PB15:3:1 PY83:3", "--technique", "glaze", "--coats", "2", "--over", "grey", "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    jsonschema.validate(answer, schema(request, "film-1.schema.json"))
    assert (answer["wet_um"], answer["medium_share"], answer["coats"]) == (10, 0.9, 2)
    assert main(["film", "PB15:3:1 PY83:3", "--technique", "glaze", "--coats", "2", "--over", "grey"]) == 0
    assert "2 coats of 10 um wet, 90.0% medium, over grey" in capsys.readouterr().out


def test_match_answers_recipes_best_first_that_mix_confirms(request, capsys):
    keys = "PW6,PB29,PBr7bs,PY42,PR108"
    assert main(["match", "62,14,28", "#7a6b5c", "-5,0,0", "--tubes-only", keys, "--json"]) == 2
    assert main(["match", "62,14,28", "#7a6b5c", "--tubes-only", keys, "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    jsonschema.validate(answer, schema(request, "match-1.schema.json"))
    assert answer[0]["target_lab"] == [62, 14, 28]
    best = answer[0]["recipes"][0]
    assert best["de00"] < 1
    assert set(best["parts"]) <= set(keys.split(","))
    assert main(["mix", " ".join(f"{k}:{v}" for k, v in best["parts"].items()), "--json"]) == 0
    assert json.loads(capsys.readouterr().out)[0]["lab_dry"] == pytest.approx(best["lab_dry"], abs=1e-3)


def test_match_takes_only_what_the_shelf_has(tmp_path, capsys):
    shelf = tmp_path / "shelf.csv"
    shelf.write_text(write_csv([Tube("PW6"), Tube("PB29"), Tube("PY42", 60, 0)]))
    assert main(["match", "60,0,0", "--shelf", str(shelf), "--json"]) == 0
    recipes = json.loads(capsys.readouterr().out)[0]["recipes"]
    assert {key for recipe in recipes for key in recipe["parts"]} == {"PW6", "PB29"}


BAD = [
    ["plan", "{photo}", "--size", "0x0mm", "--out", "{out}"],
    ["plan", "nowhere.jpg", "--size", "400x300mm", "--out", "{out}"],
    ["plan", "{text}", "--size", "400x300mm", "--out", "{out}"],
    ["plan", "{photo}", "--size", "400x300mm", "--steps", "12", "--out", "{out}"],
    ["plan", "{photo}", "--size", "400x300mm", "--tubes", "0", "--out", "{out}"],
    ["plan", "{photo}", "--size", "400x300mm", "--school", "unknown", "--out", "{out}"],
    ["plan", "{photo}", "--size", "400x300mm", "--shelf", "{text}", "--out", "{out}"],
    ["plan", "{photo}", "--size", "400x300mm", "--shelf", "nowhere.csv", "--out", "{out}"],
    ["plan", "{photo}", "--size", "400x300mm", "--out", "{text}"],
    ["values", "{photo}", "--size", "400x300mm", "--brush-mm", "0", "--out", "{out}"],
    ["match", "puce"],
    ["match", "300,0,0"],
    ["match", "50,0,0", "--tubes-only", ""],
    ["match", "50,0,0", "--tubes-only", "PX1"],
    ["mix", "PW6"],
    ["mix", "PW6:-1"],
    ["fly"],
    [],
]


def test_where_results_cannot_go_is_told_before_they_are_worked_out(kettle_bytes, tmp_path, monkeypatch, capsys):
    (tmp_path / "taken").write_text("a file")
    photo = tmp_path / "kettle.jpg"
    photo.write_bytes(kettle_bytes)

    def worked_out(*_):
        raise AssertionError("the plan was worked out")

    monkeypatch.setattr("ypsochrom.work.planned.planned_work", worked_out)
    for out in ("taken", "taken/in/it"):
        assert main(["plan", str(photo), "--size", "400x300mm", "--out", str(tmp_path / out)]) == 2
        assert "cannot be written" in capsys.readouterr().err


@pytest.mark.parametrize("arguments", BAD)
def test_bad_input_gets_one_line_status_2_and_leaves_nothing(arguments, tmp_path, request, capsys):
    (tmp_path / "a.txt").write_text("not what was asked for\n")
    places = {
        "photo": request.config.rootpath / "demo/pictures/kettle-close.jpg",
        "text": tmp_path / "a.txt",
        "out": tmp_path / "out",
    }
    try:
        status = main([a.format(**places) for a in arguments])
    except SystemExit as stop:
        status = stop.code
    assert status == 2
    printed = capsys.readouterr()
    assert printed.out == ""
    assert len(printed.err.strip().splitlines()) == 1
    assert not (tmp_path / "out").exists()


def test_the_help_names_every_school():
    from ypsochrom.cli.main import SCHOOL_KEYS
    from ypsochrom.passes.schools import SCHOOLS

    assert tuple(SCHOOLS) == SCHOOL_KEYS


def test_another_school_plans_on_the_command_line_too(kettle_bytes, tmp_path, request):
    photo = tmp_path / "kettle.png"
    small = Image.open(io.BytesIO(kettle_bytes)).resize((320, 240))
    small.save(photo)
    assert main(["plan", str(photo), "--size", "400x300mm", "--school", "glazes", "--out", str(tmp_path / "out")]) == 0
    plan = json.loads((tmp_path / "out" / "plan.json").read_text())
    jsonschema.validate(plan, schema(request, "plan-2.schema.json"))
    assert plan["school"] == "glazes"
    assert plan["passes"][0]["role"] == "first glazes"
    assert {need["kind"] for need in plan["mediums"]} >= {"glazing liquid"}
    assert "sealing coat" in {job["kind"] for job in plan["jobs"]}


def printed(capsys, *arguments):
    assert main(list(arguments)) == 0
    return json.loads(capsys.readouterr().out)


def test_dry_keeps_its_schema_and_says_when_nothing_dries(capsys, request):
    found = printed(capsys, "dry", "--film-um", "80", "--temp-c", "20", "--humidity", "50", "--json")
    jsonschema.validate(found, schema(request, "dry-1.schema.json"))
    assert found["open_min"][1] < found["overcoat_min"][1] < found["glaze_min"][1] < found["through_min"][1]
    slow = printed(
        capsys, "dry", "--film-um", "80", "--retarder", "0.1", "--ground", "sealed", "--open-paint", "--json"
    )
    assert slow["open_min"][1] > 10 * found["open_min"][1]
    never = printed(capsys, "dry", "--film-um", "80", "--humidity", "100", "--json")
    jsonschema.validate(never, schema(request, "dry-1.schema.json"))
    assert never["open_min"] == [None, None, None]
    assert "saturated" in never["note"]
    assert main(["dry", "--film-um", "80"]) == 0
    assert "blends for: 5 min" in capsys.readouterr().out


def test_light_keeps_its_schema(capsys, request):
    where = ["light", "--lat", "54.1", "--lon", "-3.2", "--tz", "UTC", "--date", "2026-06-21", "--facing", "200"]
    found = printed(capsys, *where, "--from", "09:00", "--to", "12:00", "--json")
    jsonschema.validate(found, schema(request, "light-1.schema.json"))
    assert found["holds_until"] == "2026-06-21T09:38:00+00:00"
    assert (found["samples"][0]["time"], found["samples"][-1]["time"]) == (
        "2026-06-21T09:00:00+00:00",
        "2026-06-21T12:00:00+00:00",
    )
    night = printed(
        capsys,
        "light",
        "--lat",
        "75",
        "--lon",
        "20",
        "--date",
        "2026-12-21",
        "--from",
        "09:00",
        "--to",
        "10:00",
        "--json",
    )
    jsonschema.validate(night, schema(request, "light-1.schema.json"))
    assert night["polar"] == "the sun does not rise"


def test_schedule_keeps_its_schema_and_anyone_can_check_its_waits(planned, capsys, request):
    plan = json.loads((planned / "plan.json").read_text())
    found = printed(
        capsys, "schedule", str(planned / "plan.json"), "--from", "2026-06-01T09:00", "--sitting-hours", "3", "--days", "4",
        "--temp-c", "20", "--humidity", "50", "--json",
    )  # fmt: skip
    jsonschema.validate(found, schema(request, "schedule-1.schema.json"))
    assert found["fits"]
    tasks = {task["id"]: task for task in found["tasks"]}
    units = {unit["id"]: unit for one in plan["passes"] for unit in one["units"]}
    coats = {(task["unit"], task["coat"]) for task in found["tasks"] if task["kind"] == "unit"}
    assert coats == {(id_, coat) for id_, unit in units.items() for coat in range(1, unit["coats"] + 1)}
    for wait in found["waits"]:
        gap = tasks[wait["after"]]["start_min"] - tasks[wait["before"]]["end_min"]
        assert gap >= wait["min_min"] - 1e-6
        assert wait["max_min"] is None or gap <= wait["max_min"] + 1e-6
    in_order = sorted(found["tasks"], key=lambda task: task["start_min"])
    assert all(a["end_min"] <= b["start_min"] + 1e-6 for a, b in itertools.pairwise(in_order))
    assert {pile["mix"] for pile in found["piles"]} <= {mix["id"] for mix in plan["mixes"]}


def test_schedule_keeps_a_calendar_free(planned, capsys, tmp_path):
    busy = tmp_path / "busy.ics"
    busy.write_text(
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//EN\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTART:20260601T000000Z\r\n"
        "DTEND:20260602T000000Z\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
    )
    plan = str(planned / "plan.json")
    found = printed(capsys, "schedule", plan, "--from", "2026-06-01T09:00", "--calendar", str(busy), "--json")
    assert found["sittings"][0]["begins"].startswith("2026-06-02T09:00")


@pytest.mark.parametrize(
    ("arguments", "says"),
    [
        (["dry", "--film-um", "80", "--temp-c", "40"], "5 to 35 C"),
        (["dry", "--film-um", "80", "--humidity", "120"], "0 to 100"),
        (["dry", "--film-um", "0"], "brush coat"),
        (
            ["light", "--lat", "95", "--lon", "0", "--date", "2026-06-21", "--from", "09:00", "--to", "12:00"],
            "Latitude",
        ),
        (["light", "--lat", "5", "--lon", "0", "--date", "2026-06-21", "--from", "12:00", "--to", "09:00"], "before"),
        (["light", "--lat", "5", "--lon", "0", "--date", "21.6.", "--from", "09:00", "--to", "12:00"], "2026-06-21"),
        (["schedule", "no.json", "--from", "2026-06-01T09:00"], "cannot be read"),
        (["schedule", "{plan}", "--from", "monday"], "2026-06-01T09:00"),
        (["schedule", "{plan}", "--from", "2026-06-01T09:00", "--sitting-hours", "0.3"], "20 minutes"),
        (["schedule", "{plan}", "--from", "2026-06-01T09:00", "--sitting-hours", "0.4"], "split that unit"),
        (["schedule", "{plan}", "--from", "2026-06-01T09:00", "--tz", "Moon/Sea"], "time zone"),
        (["schedule", "{plan}", "--from", "2026-06-01T09:00", "--humidity", "100"], "does not dry"),
        (["schedule", "{values}", "--from", "2026-06-01T09:00"], "no plan"),
    ],
)
def test_bad_input_of_clock_and_light_is_one_line(planned, tmp_path, capsys, arguments, says):
    other = tmp_path / "values.json"
    other.write_text("{}")
    given = [word.format(plan=planned / "plan.json", values=other) for word in arguments]
    assert main(given) == 2
    error = capsys.readouterr().err
    assert says in error
    assert error.count("\n") == 1


@pytest.fixture(scope="module")
def photographed(planned, tmp_path_factory):
    """A photo of the painting after its third pass, with one area painted too light, and where its corners lie (px)."""
    stage = planned_stage(planned, 3)
    largest = max(stage.areas, key=lambda area: area.area_cm2).id
    photo = EaselCamera(8, width=1400).photograph(painted_with(stage, Errors(values={largest: 0.8})))
    path = tmp_path_factory.mktemp("photo") / "easel.jpg"
    path.write_bytes(photo.jpeg)
    return path, largest, photo.corners * np.array([1400, 1050]), (photo.grey[0] * 1400, photo.grey[1] * 1050)


def test_check_keeps_its_schema_and_finds_what_was_planted(planned, photographed, capsys, request):
    path, area, corners, grey = photographed
    assert main(["check", str(planned), str(path), "--pass", "3", "--grey", f"{grey[0]},{grey[1]}", "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    jsonschema.validate(found, schema(request, "check-1.schema.json"))
    assert np.abs(np.array(found["corners"]) - corners).max() < 4  # px; 1 mm is 2.7 of them
    error = {one["id"]: one["value_error"] for one in found["areas"]}
    assert error[area] == pytest.approx(0.8, abs=0.25)
    assert area in [one["area"] for one in found["mend"]][:2]
    assert main(["check", str(planned), str(path), "--pass", "3"]) == 0
    assert "to mend; the first: " in capsys.readouterr().out


def test_check_takes_corners_wet_areas_and_landmarks(planned, photographed, capsys, tmp_path):
    path, area, corners, _ = photographed
    marks = tmp_path / "marks.json"
    marks.write_text(json.dumps([{"name": "lip", "x_mm": 210, "y_mm": 150}]))
    given = " ".join(f"{x:.1f},{y:.1f}" for x, y in corners)
    arguments = ["check", str(planned), str(path), "--pass", "3", "--corners", given, "--landmarks", str(marks)]
    assert main([*arguments, "--wet", area, "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["panel"]["by_hand"]
    assert {one["name"] for one in found["landmarks"]} <= {"lip"}
    assert next(one["wet"] for one in found["areas"] if one["id"] == area)


@pytest.mark.parametrize(
    ("arguments", "says"),
    [
        (["{plan}", "{photo}", "--pass", "40"], "no pass 40"),
        (["{empty}", "{photo}", "--pass", "3"], "no plan"),
        (["{plan}", "no.jpg", "--pass", "3"], "cannot be read"),
        (["{plan}", "{plan}/recipes.csv", "--pass", "3"], "JPEG or PNG"),
        (["{plan}", "{photo}", "--pass", "3", "--corners", "1,2 3,4"], "4 places"),
        (["{plan}", "{photo}", "--pass", "3", "--corners", "0,0 9,9 0,9 9,0"], "make no panel"),
        (["{plan}", "{photo}", "--pass", "3", "--grey", "5000,5000"], "outside the photo"),
        (["{plan}", "{photo}", "--pass", "3", "--wet", "a99"], "no area a99"),
        (["{plan}", "{photo}", "--pass", "3", "--landmarks", "{plan}/recipes.csv"], "landmarks cannot be read"),
    ],
)
def test_bad_input_of_check_is_one_line(planned, photographed, tmp_path, capsys, arguments, says):
    given = [word.format(plan=planned, photo=photographed[0], empty=tmp_path) for word in arguments]
    assert main(["check", *given]) == 2
    error = capsys.readouterr().err
    assert says in error
    assert error.count("\n") == 1


def test_learn_prints_factors_that_fit_the_contract_and_says_what_it_left_out(tmp_path, capsys, request):
    from ypsochrom.logbook.observation import lines
    from ypsochrom.logbook.stand_in import Habits, log_of

    log = tmp_path / "log.jsonl"
    written = lines(log_of(Habits(), 3, 77))
    line_schema = schema(request, "log-1.schema.json")
    for line in written.splitlines():
        jsonschema.validate(json.loads(line), line_schema)
    log.write_text(written + "not a line\n")
    assert main(["learn", str(log), "--json"]) == 0
    found = json.loads(capsys.readouterr().out)
    jsonschema.validate(found, schema(request, "learn-1.schema.json"))
    assert found["factors"]["pace"]["mean"] == pytest.approx(0.7, rel=0.2)
    assert found["factors"]["loss"]["mean"] == pytest.approx(0.45, rel=0.2)
    assert found["factors"]["paint taken"]["n"] == 42
    assert [one["id"] for one in found["advice"]] == ["logbook.W001"]
    assert main(["learn", str(log)]) == 0
    assert "observations" in capsys.readouterr().out
    (tmp_path / "empty.jsonl").write_text("nothing\n")
    for bad in ("empty.jsonl", "missing.jsonl"):
        assert main(["learn", str(tmp_path / bad)]) == 2
        assert "ypsochrom:" in capsys.readouterr().err
