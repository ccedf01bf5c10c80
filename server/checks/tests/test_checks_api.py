"""Checks over HTTP: photos kept and measured, what is said of them, offers taken, and what goes wrong said plainly."""

import io
import json
from datetime import timedelta

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone
from PIL import Image

from server.checks import services
from server.checks.models import CheckRow
from server.records.bin import empty_old
from server.records.history import painting_of
from server.records.models import Painting
from server.records.pictures import names_in_use
from server.work import desk
from ypsochrom.checks.adapting import Offer
from ypsochrom.checks.report import FINE_PX, Report, at_size
from ypsochrom.checks.stand_in import Errors, painted_with
from ypsochrom.kit import codec
from ypsochrom.materials.camera import EaselCamera
from ypsochrom.work.to_check import stage_to_check

pytestmark = pytest.mark.django_db
JSON = "application/json"
NUMBER = 2


def ask(client, method, path, body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/checks/{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json() if answer.content else None


def upload(client, painting, content, number=NUMBER, status=202, path="photos"):
    photo = SimpleUploadedFile("easel.jpg", content, "image/jpeg")
    answer = client.post(f"/api/checks/{painting['id']}/{path}?number={number}", {"photo": photo})
    assert answer.status_code == status, answer.content
    return answer.json()


def jpeg(pixels) -> bytes:
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "JPEG")
    return out.getvalue()


@pytest.fixture
def taken(painter, planned):
    """A photo of the painting after its second pass with its largest area too light, and that area."""
    stage = at_size(stage_to_check(desk.opened(painting_of(painter, planned["id"])), NUMBER), FINE_PX)
    largest = max(stage.areas, key=lambda area: area.area_cm2).id
    photo = EaselCamera(3, width=1200).photograph(painted_with(stage, Errors(values={largest: 0.8})))
    return photo, largest


def test_a_photo_is_kept_measured_and_told_under_the_painters_names(client, planned, taken):
    photo, largest = taken
    client.put(f"/api/areas/{planned['id']}/areas/{largest}", {"name": "kettle’s wall"}, content_type=JSON)
    check = upload(client, planned, photo.jpeg)
    check = ask(client, "get", f"{planned['id']}/{check['id']}")
    assert check["state"] == "measured"
    assert (check["photo_width"], check["photo_height"]) == (1200, 900)
    report = check["report"]
    off = np.abs(np.array(report["corners"]) - photo.corners).max()
    assert off < 0.01
    found = {one["area"]: one for one in report["areas"]}[largest]
    assert found["value_error"] == pytest.approx(0.8, abs=0.4)
    assert found["name"] in json.dumps(report["mend"], ensure_ascii=False)
    assert "⟨" not in json.dumps(check, ensure_ascii=False)
    for name in ("photo_url", "flat_url", "planned_url"):
        assert client.get(check[name]).status_code == 200


def test_the_list_tells_every_check_and_the_stages(client, planned, taken):
    first = upload(client, planned, taken[0].jpeg)["id"]
    second = upload(client, planned, taken[0].jpeg, number=1)["id"]
    listed = ask(client, "get", str(planned["id"]))
    assert [one["id"] for one in listed["checks"]] == [second, first]
    assert listed["checks"][1]["things"] >= 1
    assert listed["stages"][0] == {"number": 0, "title": "the drawing"}
    assert listed["suggested"] == 0
    assert listed["run"]["state"] == "done"
    assert ask(client, "get", f"{planned['id']}/run")["state"] == "done"


def test_what_the_painter_says_of_a_photo_is_kept_and_measured_anew(client, planned, taken):
    photo, _ = taken
    check = upload(client, planned, photo.jpeg)
    said = {**check["asked"], "corners": photo.corners.tolist(), "grey": list(photo.grey)}
    check = ask(client, "put", f"{planned['id']}/{check['id']}", said, 202)
    assert check["report"]["corners_by_hand"]
    assert check["report"]["trust"]["by"] == "grey card"
    place = next(k for k, one in enumerate(check["report"]["landmarks"]) if one["kind"] == "corner")
    landmark = check["report"]["landmarks"][place]
    shown = [landmark["at_mm"][0] + 4, landmark["at_mm"][1]]
    said = {**check["asked"], "moved": [{"landmark": place, "at_mm": shown}]}
    check = ask(client, "put", f"{planned['id']}/{check['id']}", said, 202)
    moved = {one["name"]: one for one in check["report"]["landmarks"]}[landmark["name"]]
    assert moved["painted_mm"] == pytest.approx(shown)
    assert moved["dx_mm"] > 2 * landmark["off_mm"] + 2


def test_a_second_photo_is_joined_and_a_check_goes_to_the_bin_with_its_photos(client, painter, planned, taken):
    check = upload(client, planned, taken[0].jpeg)
    both = upload(client, planned, taken[0].jpeg, path=f"{check['id']}/second")
    assert both["second_url"]
    row = CheckRow.objects.get(pk=check["id"])
    names = {row.photo, row.second, row.flat, row.planned}
    assert names <= names_in_use(painter)
    ask(client, "delete", f"{planned['id']}/{check['id']}", status=204)
    assert not CheckRow.objects.exists()
    assert names <= names_in_use(painter)
    (in_bin,) = client.get("/api/desk/bin").json()
    assert (in_bin["what"], in_bin["title"]) == ("check", f"{planned['title']}, after pass {NUMBER}")
    assert client.post(f"/api/desk/bin/check/{in_bin['id']}").status_code == 204
    assert CheckRow.objects.get().photo == row.photo
    ask(client, "delete", f"{planned['id']}/{check['id']}", status=204)
    CheckRow.with_removed.update(removed=timezone.now() - timedelta(days=31))
    empty_old(painter)
    names -= {row.planned}  # a small painting's stage is the same picture, and stays with the plan
    assert not names & names_in_use(painter)


def test_a_photo_that_comes_while_a_run_ends_is_measured_by_the_next(client, planned, taken, monkeypatch):
    first = upload(client, planned, taken[0].jpeg)
    row = CheckRow.objects.get(pk=first["id"])
    done = services.measure
    late: list[int] = []

    def measure(run, progress):
        found = done(run, progress)
        if not late:
            late.append(CheckRow.objects.filter(pk=row.pk).update(wanted=True))  # kept when nobody looks any more
        return found

    monkeypatch.setattr(services, "measure", measure)
    ask(client, "put", f"{planned['id']}/{row.pk}", {**row.asked, "number": NUMBER}, status=202)
    assert late
    assert not CheckRow.objects.filter(wanted=True).exists()


def test_the_simulated_camera_photographs_the_stage(client, planned):
    answer = ask(client, "post", f"{planned['id']}/simulated?number={NUMBER}&seed=5", status=202)
    assert answer["state"] == "measured"
    worst = max(answer["report"]["areas"], key=lambda one: abs(one["value_error"]))
    assert abs(worst["value_error"]) > 0.3


def test_a_photo_that_cannot_be_measured_is_kept_and_says_why(client, planned):
    black = upload(client, planned, jpeg(np.zeros((700, 900, 3), dtype=np.uint8)))
    assert black["state"] == "failed"
    assert "black" in black["message"]
    assert black["hint"]
    assert client.get(black["photo_url"]).status_code == 200


def test_what_is_no_picture_is_refused_and_nothing_is_kept(client, planned):
    answer = upload(client, planned, b"not a picture", status=422)
    assert answer["code"] == "subject.bad_picture"
    assert not CheckRow.objects.exists()


def test_without_a_plan_the_photo_is_kept_until_there_is_one(client, painting):
    check = upload(client, painting, jpeg(np.full((700, 900, 3), 128, dtype=np.uint8)))
    assert "no plan" in check["message"]
    ask(client, "post", f"{painting['id']}/simulated?number=1&seed=1", status=409)


def test_a_pass_that_the_plan_lacks_is_said(client, planned, taken):
    check = upload(client, planned, taken[0].jpeg, number=30)
    assert "no pass 30" in check["message"]


def test_another_painters_checks_are_not_there(client, planned, taken, other_client):
    check = upload(client, planned, taken[0].jpeg)
    for path in (f"{planned['id']}", f"{planned['id']}/{check['id']}", f"{planned['id']}/measured.jsonl"):
        assert other_client.get(f"/api/checks/{path}").status_code == 404


def test_measured_areas_are_told_as_json_lines(client, planned, taken):
    upload(client, planned, taken[0].jpeg)
    answer = client.get(f"/api/checks/{planned['id']}/measured.jsonl")
    lines = [json.loads(line) for line in answer.content.decode().splitlines()]
    assert {one["pass"] for one in lines} == {NUMBER}
    assert all({"at", "area", "lab", "planned", "pile", "wet", "value_uncertainty"} <= one.keys() for one in lines)


def test_an_offer_moves_a_target_as_a_change_that_can_be_undone(client, painter, planned, taken):
    check = upload(client, planned, taken[0].jpeg)
    row = CheckRow.objects.get(pk=check["id"])
    areas = desk.opened(row.painting).now("areas").map.areas
    offer = Offer(areas[0].id, areas[1].id, 0.4, 0.3, 4, "so it is")
    report = codec.read(row.report, Report)
    row.report = codec.written(type(report)(**{**vars(report), "offers": (offer,)}))
    row.save()
    after = ask(client, "post", f"{planned['id']}/{check['id']}/offers/0")
    assert after["plan_changed"]
    brief = desk.opened(Painting.objects.get(pk=planned["id"])).inputs.brief
    assert brief.decisions[areas[1].id].target_lab[0] > areas[1].lab[0]
    assert ask(client, "post", f"{planned['id']}/{check['id']}/offers/3", status=409)
    undone = client.post(f"/api/desk/history/paintings/{planned['id']}/undo").json()
    assert "keep its distance" in undone["label"]


def test_an_overworked_area_is_warned_of(client, painter, planned, taken):
    for _ in range(3):
        last = upload(client, planned, taken[0].jpeg)
    ids = {one["id"] for one in ask(client, "get", f"{planned['id']}/{last['id']}")["report"]["advice"]}
    kinds = {one["cure"] for one in last["report"]["mend"] if one["kind"] == "value" and one["seen"]}
    assert ("checks.W005" in ids) == bool(kinds)


def test_a_report_of_an_earlier_version_asks_to_be_measured_again(client, planned, taken):
    check = upload(client, planned, taken[0].jpeg)
    CheckRow.objects.filter(pk=check["id"]).update(report={"from": "long ago"})
    told = ask(client, "get", f"{planned['id']}/{check['id']}")
    assert told["report"] is None
    assert "earlier version" in told["message"]
    assert services.measured_lines(painting_of(CheckRow.objects.get().owner, planned["id"]).owner, planned["id"]) == b""
    assert timezone.now() >= CheckRow.objects.get().taken


def test_an_observation_without_a_photo_is_compared_with_its_zones(client, shelf):
    new = {"title": "Slipway, low tide", "size": "300x240mm", "notes": {}}
    observed = client.post("/api/subject/observations", new, content_type=JSON).json()
    client.post(f"/api/desk/{observed['id']}/plan")
    check = ask(client, "post", f"{observed['id']}/simulated?number={NUMBER}&seed=6", status=202)
    assert check["state"] == "measured", check["message"]
    assert {one["area"] for one in check["report"]["areas"]} <= {
        one["id"] for one in ask(client, "get", str(observed["id"]))["areas"]
    }
