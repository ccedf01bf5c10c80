"""The easel over HTTP: a sitting opened, acts kept once each whatever happens on the way, plans offered and never forced."""

import json
from datetime import UTC, datetime, timedelta
from types import SimpleNamespace

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from server.conftest import photo
from server.records.pictures import names_in_use
from server.sittings.easel import services
from server.sittings.models import ActRow, TakenList

JSON = "application/json"
pytestmark = pytest.mark.django_db


def ask(client, method, path, body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/easel/{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json()


def now():
    return timezone.now()


def opened(client, painting, sitting="s1"):
    return ask(client, "post", f"{painting['id']}/open", {"sitting": sitting, "device": "tablet"})


def act(kind, at=None, id_=None, sitting="s1", **more):
    at = now() if at is None else at
    return {"id": id_ or f"{kind}-{at.timestamp()}", "at": at.isoformat(), "kind": kind, "sitting": sitting, **more}


def send(client, painting, *acts, device="tablet", sent_at=None, status=200):
    body = {"device": device, "sent_at": (sent_at or now()).isoformat(), "acts": list(acts)}
    return ask(client, "post", f"{painting['id']}/acts", body, status)


def listed(client, painting):
    taken = ask(client, "get", str(painting["id"]))["taken"]
    return ask(client, "get", f"{painting['id']}/list/{taken}")


@pytest.fixture
def at_easel(client, planned):
    opened(client, planned)
    return planned


def first_unit(client, painting):
    return next(one for one in listed(client, painting)["tasks"] if one["kind"] == "unit")


def test_without_a_plan_no_sitting_can_be_opened_and_it_is_said_why(client, painting):
    assert ask(client, "get", str(painting["id"]))["plan"] == "missing"
    problem = ask(client, "post", f"{painting['id']}/open", {"sitting": "s1", "device": "t"}, status=409)
    assert "no plan" in problem["message"]
    assert not ActRow.objects.exists()


def test_opening_a_sitting_takes_the_plan_to_the_easel(client, planned):
    found = opened(client, planned)
    assert found["course"]["sittings"][0]["number"] == 1
    assert found["plan"] == "same"
    made = listed(client, planned)
    assert {one["kind"] for one in made["tasks"]} >= {"unit", "mixing"}
    for url in (made["reference_url"], made["parts_url"], made["steps_url"], *found["stages"].values()):
        assert client.get(url).status_code == 200
    assert found["stages"]
    assert set(made["families"]) >= {"shadow", "light"}
    assert made["cautions"]


def test_opening_twice_opens_once(client, planned):
    opened(client, planned)
    found = opened(client, planned)
    assert len(found["course"]["sittings"]) == 1
    assert TakenList.objects.count() == 1


def test_acts_are_kept_once_however_often_they_are_sent(client, at_easel):
    unit = first_unit(client, at_easel)
    done = act("done", task=unit["id"])
    first = send(client, at_easel, act("start", task=unit["id"]), done)
    again = send(client, at_easel, done, done)
    assert again["course"]["tasks"] == first["course"]["tasks"]
    assert ActRow.objects.filter(key=done["id"]).count() == 1
    assert [one["task"] for one in again["course"]["clocks"]] == [unit["id"]]


def test_two_devices_on_one_sitting_lose_nothing(client, at_easel):
    unit = first_unit(client, at_easel)
    begun = now() - timedelta(minutes=6)
    late = act("start", at=begun, task=unit["id"])
    send(client, at_easel, act("done", at=begun + timedelta(minutes=5), task=unit["id"]), device="phone")
    found = send(client, at_easel, late, device="tablet")  # was without network and comes after
    assert found["course"]["tasks"][unit["id"]]["state"] == "done"
    assert found["course"]["tasks"][unit["id"]]["worked_s"] == pytest.approx(300, abs=1)


def test_a_device_whose_clock_is_hours_wrong_is_put_right_and_told(client, at_easel):
    unit = first_unit(client, at_easel)
    wrong = now() + timedelta(hours=5)
    found = send(client, at_easel, act("done", at=wrong - timedelta(minutes=2), task=unit["id"]), sent_at=wrong)
    at = datetime.fromisoformat(found["course"]["tasks"][unit["id"]]["done_at"])
    assert abs(at - (now() - timedelta(minutes=2))) < timedelta(seconds=5)
    assert "5 h ahead" in found["told"][0]


def test_nothing_lies_in_the_future(client, at_easel):
    unit = first_unit(client, at_easel)
    found = send(client, at_easel, act("done", at=now() + timedelta(seconds=40), task=unit["id"]))
    assert datetime.fromisoformat(found["course"]["tasks"][unit["id"]]["done_at"]) <= now()
    assert found["told"] == []


def test_a_plan_changed_at_the_desk_is_offered_and_taken_only_when_asked(client, at_easel):
    unit = first_unit(client, at_easel)
    send(client, at_easel, act("done", task=unit["id"]))
    before = listed(client, at_easel)
    choices = client.get(f"/api/passes/{at_easel['id']}").json()["choices"]
    changed = client.put(
        f"/api/passes/{at_easel['id']}/choices", {**choices, "school": "light-first"}, content_type=JSON
    )
    assert changed.status_code == 200, changed.content
    offered = ask(client, "get", str(at_easel["id"]))
    assert offered["plan"] == "changed"
    assert listed(client, at_easel) == before
    taken = ask(client, "post", f"{at_easel['id']}/plan", {})
    assert taken["plan"] == "same"
    after = listed(client, at_easel)
    assert after["id"] != before["id"]
    assert unit["id"] in {one["id"] for one in after["tasks"]}, "what was painted stays in the list"
    assert taken["course"]["tasks"][unit["id"]]["state"] == "done"


def test_an_out_of_date_plan_leaves_the_list_in_hand(client, at_easel):
    before = listed(client, at_easel)
    crop = {"crop_x": 1.0, "crop_y": 1.0, "crop_size": 0.5}
    changed = client.patch(f"/api/subject/paintings/{at_easel['id']}", crop, content_type=JSON)
    assert changed.status_code == 200, changed.content
    assert ask(client, "get", str(at_easel["id"]))["plan"] == "missing"
    assert len(opened(client, at_easel, "s2")["course"]["sittings"]) == 2
    assert listed(client, at_easel) == before
    problem = ask(client, "post", f"{at_easel['id']}/plan", {}, status=409)
    assert "up to date" in problem["message"]


def test_a_painting_in_the_bin_still_keeps_what_is_done_at_the_easel(client, at_easel):
    unit = first_unit(client, at_easel)
    assert client.delete(f"/api/subject/paintings/{at_easel['id']}").status_code in (200, 204)
    found = send(client, at_easel, act("done", task=unit["id"]))
    assert found["in_bin"]
    assert found["course"]["tasks"][unit["id"]]["state"] == "done"


def test_a_sitting_left_open_closes_itself_and_the_painter_says_when(client, at_easel):
    ActRow.objects.update(at=now() - timedelta(hours=10))
    found = ask(client, "get", str(at_easel["id"]))
    last = found["course"]["sittings"][-1]
    assert last["asks"]
    when = datetime.fromisoformat(last["ended"]) + timedelta(minutes=30)
    said = send(client, at_easel, act("stop", when=when.isoformat()))
    assert said["course"]["sittings"][-1]["asks"] is False
    assert datetime.fromisoformat(said["course"]["sittings"][-1]["ended"]) == when


def test_a_photo_is_kept_with_its_note_and_not_swept_away(client, painter, at_easel):
    file = SimpleUploadedFile("note.jpg", photo(64, 48))
    answer = client.post(f"/api/easel/{at_easel['id']}/photos", {"photo": file})
    assert answer.status_code == 200, answer.content
    name = answer.json()["name"]
    found = send(client, at_easel, act("note", text="too warm", photo=name))
    note = found["course"]["notes"][0]
    assert note["text"] == "too warm"
    assert client.get(note["photo_url"]).status_code == 200
    assert name in names_in_use(painter)


def test_a_photo_that_is_none_is_refused_in_words(client, at_easel):
    answer = client.post(f"/api/easel/{at_easel['id']}/photos", {"photo": SimpleUploadedFile("x.jpg", b"no photo")})
    assert answer.status_code == 422
    assert answer.json()["hint"]


def test_air_that_cannot_be_is_refused_and_changes_nothing(client, at_easel):
    send(client, at_easel, act("air", climate={"temperature_c": 400, "humidity_pct": 50}), status=422)
    assert ask(client, "get", str(at_easel["id"]))["course"]["climate"]["temperature_c"] == 20


@pytest.mark.parametrize(
    "body",
    [
        {"device": "", "sent_at": "2026-06-01T09:00:00Z", "acts": []},
        {"device": "t", "sent_at": "yesterday", "acts": []},
        {"device": "t", "sent_at": "2026-06-01T09:00:00", "acts": []},
        {"device": "t", "sent_at": "9999-12-31T23:59:00Z", "acts": []},
        {
            "device": "t",
            "sent_at": "2026-06-01T09:00:00Z",
            "acts": [{"id": "x", "at": "2026-06-01T09:00:00Z", "kind": "fly"}],
        },
    ],
)
def test_what_is_no_act_is_refused(client, at_easel, body):
    ask(client, "post", f"{at_easel['id']}/acts", body, status=422)


def test_the_log_is_json_lines_in_the_order_of_the_acts(client, at_easel):
    unit = first_unit(client, at_easel)
    send(
        client, at_easel, act("done", task=unit["id"]), act("start", at=now() - timedelta(seconds=20), task=unit["id"])
    )
    lines = client.get(f"/api/easel/{at_easel['id']}/acts.jsonl").content.decode().splitlines()
    told = [json.loads(line) for line in lines]
    assert [one["at"] for one in told] == sorted(one["at"] for one in told)
    assert {one["kind"] for one in told} == {"open", "start", "done"}


def test_another_painter_sees_and_changes_nothing(other_client, at_easel):
    for method, path, body in (
        ("get", f"{at_easel['id']}", None),
        ("post", f"{at_easel['id']}/open", {"sitting": "x", "device": "y"}),
        ("post", f"{at_easel['id']}/acts", {"device": "t", "sent_at": now().isoformat(), "acts": []}),
        ("get", f"{at_easel['id']}/list/{TakenList.objects.get().pk}", None),
        ("get", f"{at_easel['id']}/acts.jsonl", None),
    ):
        ask(other_client, method, path, body, status=404)
    assert ask(other_client, "get", "now")["paintings"] == []


def test_what_now_begins_with_the_sitting_that_runs(client, at_easel, upload):
    upload(title="Another")
    unit = first_unit(client, at_easel)
    begun = now() - timedelta(minutes=6)
    send(
        client,
        at_easel,
        act("start", at=begun, task=unit["id"]),
        act("done", at=begun + timedelta(minutes=5), task=unit["id"]),
    )
    found = ask(client, "get", "now")
    first = found["paintings"][0]
    assert first["painting"] == at_easel["id"]
    assert first["sitting"]["number"] == 1
    assert first["done"] == 1
    assert first["worked_min"] == pytest.approx(5)
    assert [one["title"] for one in first["drying"]] == [unit["title"]]
    assert first["piles"]
    assert len(found["paintings"]) == 1, "a painting without a diary that was never at the easel is not at work"


def test_a_planned_sitting_is_told_before_the_first_stroke(client, planned):
    tomorrow = (datetime.now(UTC) + timedelta(days=1)).strftime("%Y-%m-%dT09:00")
    body = {"diary": {"begins": tomorrow, "recurring": [{"at": "09:00", "minutes": 180}]}}
    assert client.put(f"/api/sittings/{planned['id']}/settings", body, content_type=JSON).status_code == 200
    (one,) = ask(client, "get", "now")["paintings"]
    assert one["sitting"] is None
    assert one["next_sitting"].startswith(tomorrow[:10])
    opened(client, planned)
    order = [one["sitting"] for one in listed(client, planned)["tasks"]]
    assert order == sorted(order)
    assert order[0] == 1


def test_on_site_the_light_is_counted_from_the_begin_of_the_sitting(client, planned, monkeypatch):
    time = datetime(2026, 6, 21, 9, tzinfo=UTC)
    monkeypatch.setattr(services, "timezone", SimpleNamespace(now=lambda: time))
    diary = {"begins": "2026-06-21T09:00", "recurring": [{"at": "09:00", "minutes": 180}]}
    body = {"diary": diary, "place": {"latitude_deg": 54.1, "longitude_deg": -3.2}}
    assert client.put(f"/api/sittings/{planned['id']}/settings", body, content_type=JSON).status_code == 200
    assert ask(client, "get", str(planned["id"]))["light"] is None, "no sitting is open"
    first = opened(client, planned)["light"]
    assert datetime.fromisoformat(first["until"]) > time
    time += timedelta(hours=1)
    assert ask(client, "get", str(planned["id"]))["light"] == first, "it does not run ahead of the clock"


def test_a_dose_is_weighed_on_the_simulated_scale_and_kept_as_an_act(client, at_easel):
    pile = next(one for one in listed(client, at_easel)["piles"] if any(d["mass_g"] for d in one["doses"]))
    dose = next(one for one in pile["doses"] if one["mass_g"])
    asked = {"pile": pile["id"], "source": dose["source"]}
    shown = ask(client, "post", f"{at_easel['id']}/scale", asked)
    assert shown == ask(client, "post", f"{at_easel['id']}/scale", asked)
    assert shown["mass_g"] == pytest.approx(dose["mass_g"], rel=0.5, abs=0.03)
    assert shown["volume_ml"] / shown["mass_g"] == pytest.approx(dose["volume_ml"] / dose["mass_g"])
    weighed = act("weighed", pile=pile["id"], text=dose["source"], ml=shown["volume_ml"])
    before = send(client, at_easel)["course"]
    after = send(client, at_easel, weighed)["course"]
    assert (after["tasks"], after["piles"]) == (before["tasks"], before["piles"])
    assert ask(client, "post", f"{at_easel['id']}/scale", {**asked, "source": "NO1"}, 404)["hint"]
