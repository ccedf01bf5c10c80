"""From an uploaded photo to a plan, over HTTP; what is out of date; what the painter typed stays."""

import io
import json

import numpy as np
import pypdf
import pytest
from PIL import Image

from server.records import runs
from server.records.models import Result, Run
from server.work import planning
from ypsochrom.formats.exchange.cxf import read_cxf
from ypsochrom.kit.errors import Cancelled

JSON = "application/json"
pytestmark = pytest.mark.django_db


def get(client, path):
    answer = client.get(f"/api/{path}")
    assert answer.status_code == 200, answer.content
    return answer.json()


def states(client, painting):
    bench = get(client, f"desk/{painting['id']}")
    return [bench[word] for word in ("values", "areas", "mixes", "passes")]


def test_values_are_there_at_once_and_follow_the_painters_thresholds(client, painting):
    path = f"values/{painting['id']}"
    found = get(client, path)
    assert (found["count"], found["up_to_date"]) == (5, True)
    assert sum(step["share"] for step in found["steps"]) == pytest.approx(1)
    own = client.put(f"/api/{path}", {"limits": [6, 7]}, content_type=JSON).json()
    assert own["thresholds"] == [6, 7]
    assert own["map_url"] != found["map_url"]
    refused = client.put(f"/api/{path}", {"limits": [6, 3]}, content_type=JSON)
    assert (refused.status_code, refused.json()["code"]) == (422, "kit.bad_setting")
    assert get(client, path) == own
    for wrong in ({"count": 1}, {"count": 10}, {"brush_mm": 0}, {"brush_mm": 1e9}, {"limits": []}, {"method": "x"}):
        assert client.put(f"/api/{path}", wrong, content_type=JSON).status_code == 422, wrong


def test_a_plan_holds_together(client, planned):
    pid = planned["id"]
    areas, mixes, passes = (get(client, f"{word}/{pid}") for word in ("areas", "mixes", "passes"))
    assert areas["up_to_date"]
    assert mixes["up_to_date"]
    assert passes["up_to_date"]
    assert sum(area["area_cm2"] for area in areas["areas"]) == pytest.approx(1200)
    known = {area["id"] for area in areas["areas"]}
    piles = {mix["id"] for mix in mixes["mixes"]} | {passes["ground"]["id"]}
    for one in passes["passes"]:
        assert {step["area"] for step in one["steps"]} <= known
        assert {step["mix"] for step in one["steps"]} <= piles
        assert client.get(one["stage_url"]).status_code == 200
    taken = sum(
        passes["volumes"][mix["id"]] * dose["parts"] / sum(one["parts"] for one in mix["doses"])
        for mix in mixes["mixes"]
        for dose in mix["doses"]
        if dose["pile"] and mix["id"] in passes["volumes"]
    )
    needed = sum(paint["volume_ml"] for paint in passes["paint"])
    assert needed + taken == pytest.approx(sum(passes["volumes"].values()))
    assert client.get(areas["labels_url"]).status_code == 200


def test_how_near_the_finished_painting_comes_is_told_beside_the_photo_and_nowhere_else(client, planned):
    passes = get(client, f"passes/{planned['id']}")
    beside = [advice["id"] for advice in passes["beside_the_photo"]]
    assert "passes.N030" in beside
    assert not set(beside) & {advice["id"] for advice in passes["advice"]}
    (near,) = [advice for advice in passes["beside_the_photo"] if advice["id"] == "passes.N030"]
    plan = json.loads(client.get(f"/api/passes/{planned['id']}/files/plan.json").content)
    assert near["message"] in [told["message"] for told in plan["advice"]]  # the files say the same


def test_units_light_up_and_what_areas_take_adds_up(client, planned):
    pid = planned["id"]
    passes = get(client, f"passes/{pid}")
    assert get(client, f"passes/{pid}") == passes
    for one in passes["passes"]:
        assert [id_ for unit in one["units"] for id_ in unit["steps"]] == [step["id"] for step in one["steps"]]
        assert set(one["left_ml"]) == {unit["id"] for unit in one["units"]}
    second = passes["passes"][1]
    veils = [client.get(second["lit_url"].format(place=place)) for place in range(len(second["units"]))]
    assert {answer["Content-Type"] for answer in veils} == {"image/png"}
    lit = [np.asarray(Image.open(io.BytesIO(answer.content)))[..., 3] == 0 for answer in veils]
    assert all(one.any() for one in lit)
    assert np.sum(lit, axis=0).max() == 1  # in a block-in every place is painted once
    assert client.get(second["lit_url"].format(place=len(lit))).status_code == 404
    assert client.get(f"/api/passes/{pid}/lit/99/0").status_code == 404

    amounts = get(client, f"passes/{pid}/amounts")
    assert amounts["piles"] == passes["volumes"]
    assert sum(need["volume_ml"] for need in amounts["areas"]) == pytest.approx(
        sum(step["volume_ml"] for one in passes["passes"] for step in one["steps"])
    )
    for kind in ("piles", "tubes"):
        beside = [sum(row[kind].values()) for row in amounts["beside"]]
        assert sum(need["volume_ml"] for need in amounts["areas"]) + sum(beside) == pytest.approx(
            sum(amounts[kind].values())
        )


def test_an_area_is_asked_what_it_would_take_and_nothing_is_changed(client, planned):
    pid = planned["id"]
    before = get(client, f"passes/{pid}")
    need = max(get(client, f"passes/{pid}/amounts")["areas"], key=lambda one: one["volume_ml"])
    thick, bare = (get(client, f"passes/{pid}/amounts/if?area={need['area']}&handling={h}") for h in ("thick", "bare"))
    assert thick["now"]["volume_ml"] == pytest.approx(need["volume_ml"])
    assert bare["then"]["volume_ml"] < thick["now"]["volume_ml"] < thick["then"]["volume_ml"]
    assert thick["then"]["plan_ml"] > bare["then"]["plan_ml"]
    pile = before["passes"][1]["units"][0]["mix"]
    other = get(client, f"passes/{pid}/amounts/if?area={need['area']}&mix={pile}")
    assert other["then"]["volume_ml"] != pytest.approx(need["volume_ml"])
    assert get(client, f"passes/{pid}") == before
    for wrong in ("area=a99", f"area={need['area']}&mix=m99"):
        assert client.get(f"/api/passes/{pid}/amounts/if?{wrong}").status_code == 404


def test_a_note_to_a_unit_leaves_the_plan_as_it_is_and_a_cut_changes_its_units(client, planned):
    pid = planned["id"]
    before = get(client, f"passes/{pid}")
    unit = next(one for one in before["passes"][1]["units"] if len(one["steps"]) > 1)
    path = f"/api/passes/{pid}/choices"
    noted = client.put(path, {**before["choices"], "notes": {unit["id"]: "rinse"}}, content_type=JSON).json()
    assert noted["choices"]["notes"] == {unit["id"]: "rinse"}
    assert noted["up_to_date"]
    assert noted["passes"] == before["passes"]
    cut = client.put(path, {**noted["choices"], "cuts": {unit["steps"][-1]: "split"}}, content_type=JSON).json()
    assert len(cut["passes"][1]["units"]) == len(before["passes"][1]["units"]) + 1


def test_a_unit_is_lit_by_the_plan_before_while_a_change_is_worked_out_and_never_on_other_areas(client, planned):
    pid = planned["id"]
    address = f"/api/passes/{pid}/lit/2/0"
    before = client.get(address).content
    row = Result.objects.get(painting=pid, node="passes")
    Result.objects.filter(pk=row.pk).update(takes={**row.takes, "passes: the order": "of a moment ago"})
    assert client.get(address).content == before
    client.put(f"/api/areas/{pid}/changes", {"detail": 5, "edits": []}, content_type=JSON)
    row = Result.objects.get(painting=pid, node="areas")
    Result.objects.filter(pk=row.pk).update(takes={**row.takes, "areas: the number of areas": "of a moment ago"})
    assert client.get(address).status_code == 404


def test_nothing_planned_is_an_empty_answer_not_an_error(client, painting):
    assert get(client, f"areas/{painting['id']}")["areas"] == []
    assert get(client, f"mixes/{painting['id']}")["mixes"] == []
    assert get(client, f"passes/{painting['id']}")["passes"] == []
    assert states(client, painting) == ["current", "missing", "missing", "missing"]
    refused = client.get(f"/api/passes/{painting['id']}/files/plan.pdf")
    assert (refused.status_code, refused.json()["code"]) == (409, "site.conflict")


def test_what_depends_on_a_change_is_out_of_date_and_one_plan_mends_it(client, planned):
    pid = planned["id"]
    assert states(client, planned) == ["current"] * 4
    tube = get(client, "materials/tubes")[0]
    client.put(f"/api/materials/tubes/{tube['id']}", tube | {"left_ml": 1}, content_type=JSON)
    assert states(client, planned) == ["current", "current", "current", "stale"]
    client.put(f"/api/mixes/{pid}", {"tubes": 4}, content_type=JSON)
    assert states(client, planned) == ["current", "current", "stale", "stale"]
    client.patch(f"/api/subject/paintings/{pid}", {"size": "300x300mm"}, content_type=JSON)
    assert states(client, planned) == ["current", "stale", "stale", "stale"]  # values follow at once
    client.post(f"/api/desk/{pid}/plan")
    assert states(client, planned) == ["current"] * 4
    assert len(get(client, f"mixes/{pid}")["palette"]) == 4


def test_names_that_the_painter_typed_survive_a_new_plan(client, planned):
    pid = planned["id"]
    area = max(get(client, f"areas/{pid}")["areas"], key=lambda a: a["share"])
    renamed = client.patch(f"/api/areas/{pid}/{area['id']}", {"name": "the dark half"}, content_type=JSON).json()
    assert "the dark half" in {a["name"] for a in renamed["areas"]}
    client.patch(f"/api/subject/paintings/{pid}", {"size": "420x300mm"}, content_type=JSON)
    client.post(f"/api/desk/{pid}/plan")
    kept = [a for a in get(client, f"areas/{pid}")["areas"] if a["name"] == "the dark half"]
    assert len(kept) == 1
    plan = json.loads(client.get(f"/api/passes/{pid}/files/plan.json").content)
    assert "the dark half" in {a["name"] for a in plan["areas"]}
    back = client.patch(f"/api/areas/{pid}/{kept[0]['id']}", {"name": " "}, content_type=JSON).json()
    assert "the dark half" not in {a["name"] for a in back["areas"]}
    assert client.patch(f"/api/areas/{pid}/a99", {"name": "x"}, content_type=JSON).status_code == 404


@pytest.mark.parametrize(("paper", "width"), [("A4", 595), ("Letter", 612)])
def test_the_plan_is_fetched_as_pdf_and_open_files(client, planned, paper, width):
    base = f"/api/passes/{planned['id']}/files"
    pdf = client.get(f"{base}/plan.pdf?paper={paper}")
    assert pdf["Content-Disposition"].startswith("attachment")
    assert int(pypdf.PdfReader(io.BytesIO(pdf.content)).pages[0].mediabox[2]) == width
    for name in ("plan.json", "recipes.csv", "areas.svg", "areas.png", "value-map.png"):
        assert client.get(f"{base}/{name}").content
    piles = {one.name.split()[0] for one in read_cxf(client.get(f"{base}/piles.cxf").content.decode())}
    assert piles == {mix["id"] for mix in client.get(f"{base}/plan.json").json()["mixes"]}
    for kind in ("png", "jpg", "tif"):
        picture = Image.open(io.BytesIO(client.get(f"{base}/picture.{kind}").content))
        assert "icc_profile" in picture.info
        assert picture.width / picture.info["dpi"][0] * 25.4 == pytest.approx(400, rel=0.03)
    assert client.get(f"{base}/secret").status_code == 422


def test_an_empty_shelf_fails_the_plan_with_what_to_do(client, painting):
    run = client.post(f"/api/desk/{painting['id']}/plan").json()
    assert run["state"] == "failed"
    assert "shelf is empty" in run["message"]
    assert run["hint"]


def test_a_run_that_waits_or_runs_can_be_stopped_and_is_not_doubled(client, painting, painter, shelf):
    run = runs.begin(painter, painting["id"])
    again = client.post(f"/api/desk/{painting['id']}/plan")
    assert again.status_code == 409
    assert client.post(f"/api/desk/runs/{run.pk}/cancel").json()["state"] == "cancelled"
    runs.carry_out(run.pk, planning.plan)
    assert Run.objects.get(pk=run.pk).state == "cancelled"

    running = runs.begin(painter, painting["id"])
    runs.cancel(painter, running.pk)
    Run.objects.filter(pk=running.pk).update(state="running")
    with pytest.raises(Cancelled):
        runs._reporter(running)(0.5, "half way")


def test_a_run_whose_workshop_was_lost_can_be_begun_anew(client, painting, painter, shelf):
    run = runs.begin(painter, painting["id"])
    long_ago = run.heard - 2 * runs.LOST_AFTER
    Run.objects.filter(pk=run.pk).update(state="running", heard=long_ago)
    bench = get(client, f"desk/{painting['id']}")
    assert bench["run"]["state"] == "failed"
    assert client.post(f"/api/desk/{painting['id']}/plan").json()["state"] == "done"


@pytest.mark.parametrize("kind", ["flat grey", "pure noise"])
def test_a_flat_photo_and_one_of_noise_give_a_sensible_plan(client, upload, shelf, kind):
    pixels = np.full((150, 200, 3), 119, dtype=np.uint8)
    if kind == "pure noise":
        pixels = np.random.default_rng(5).integers(0, 256, pixels.shape, dtype=np.uint8)
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    painting = upload(out.getvalue()).json()
    relief = get(client, f"values/{painting['id']}/relief")
    assert relief["words"]
    assert len(relief["accents"]) == 3
    assert client.post(f"/api/desk/{painting['id']}/plan").json()["state"] == "done"
    areas = get(client, f"areas/{painting['id']}")["areas"]
    assert 1 <= len(areas) <= 24
    for file in (
        "areas/{}/drawing/files/drawing.pdf",
        "areas/{}/drawing/files/layers.ora",
        "values/{}/files/contours.svg",
    ):
        assert client.get("/api/" + file.format(painting["id"])).status_code == 200
