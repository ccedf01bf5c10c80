"""One history on the server: undone and done again in another window, refused on top of an older state, a bin for thirty days."""

from datetime import timedelta

import pytest
from django.core.management import call_command
from django.utils import timezone

from server.materials.models import CalibrationRow
from server.records import history
from server.records.models import Change, Painting, Result
from server.work import desk

JSON = "application/json"
pytestmark = pytest.mark.django_db


def ask(client, method, path, body=None, status=200, known=None):
    headers = {} if known is None else {"X-Revisions": known}
    given = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/{path}", headers=headers, **given)
    assert answer.status_code == status, answer.content
    return answer.json() if answer.content else None


def looks(client, pid):
    """Everything that the page shows of a painting's decisions."""
    return {
        "painting": ask(client, "get", f"subject/paintings/{pid}"),
        "values": ask(client, "get", f"values/{pid}"),
        "areas": ask(client, "get", f"areas/{pid}"),
        "mixes": ask(client, "get", f"mixes/{pid}"),
        "choices": ask(client, "get", f"passes/{pid}")["choices"],
    }


def changes(areas, mixes):
    first, second = areas["areas"][0], areas["areas"][-1]
    border = areas["borders"][0]
    spots = [first["centre"], second["centre"]]
    return [
        ("put", "values/{pid}", {"limits": [3, 6]}, "Changed the value steps"),
        ("patch", f"areas/{{pid}}/{first['id']}", {"name": "sky"}, "Named an area “sky”"),
        ("patch", f"areas/{{pid}}/{first['id']}", {"target": "#305080"}, "Gave an area another colour"),
        ("patch", "areas/{pid}/borders", {"a": border["a"], "b": border["b"], "softness": "soft"}, "Changed an edge"),
        (
            "put",
            f"mixes/{{pid}}/recipes/{mixes['mixes'][0]['id']}",
            {"parts": {"PW6": 1}},
            "Kept your own recipe for m01",
        ),
        ("put", "mixes/{pid}", {"tubes": 5}, "Allowed 5 tubes"),
        ("put", "passes/{pid}/choices", {"school": "glazes"}, "Chose another method"),
        ("put", "areas/{pid}/changes", {"edits": [{"kind": "merge", "spots": spots}]}, "Merged areas"),
        ("patch", "subject/paintings/{pid}", {"focal": {"x": 0.5, "y": 0.5}}, "Marked the focal passage"),
        ("patch", "subject/paintings/{pid}", {"title": "Renamed"}, "Renamed the painting"),
    ]


def test_what_is_made_of_an_older_brief_does_not_take_the_place_of_what_is_newer(client, planned):
    pid = planned["id"]
    older = desk.opened(Painting.objects.get(pk=pid))
    ask(client, "put", f"passes/{pid}/choices", {"school": "glazes"})
    newer = Result.objects.get(painting=pid, node="passes")
    older._kept.pop("passes")  # as if it were still to be made when the painter changed the method
    assert older.now("passes").school == "direct"
    assert Result.objects.get(painting=pid, node="passes").stamp == newer.stamp
    assert ask(client, "get", f"passes/{pid}")["up_to_date"]


def test_what_a_new_name_does_not_touch_is_kept_though_it_was_begun_before(client, planned):
    pid = planned["id"]
    older = desk.opened(Painting.objects.get(pk=pid))
    Result.objects.filter(painting=pid, node="passes").delete()
    older._kept.pop("passes")
    ask(client, "patch", f"subject/paintings/{pid}", {"title": "Renamed"})
    older.now("passes")
    assert ask(client, "get", f"passes/{pid}")["up_to_date"]


def test_every_kind_of_change_is_named_undone_and_done_again(client, planned):
    pid = planned["id"]
    before = [looks(client, pid)]
    labels = []
    for method, path, body, label in changes(before[0]["areas"], before[0]["mixes"]):
        ask(client, method, path.format(pid=pid), body)
        assert ask(client, "get", f"desk/history/paintings/{pid}")["undo"] == label
        labels.append(label)
        before.append(looks(client, pid))
    assert ask(client, "get", f"desk/history/paintings/{pid}")["depth"] == len(labels)
    for label, was in zip(reversed(labels), reversed(before[:-1]), strict=True):
        assert ask(client, "post", f"desk/history/paintings/{pid}/undo")["label"] == label
        ask(client, "post", f"desk/{pid}/plan", status=202)
        now = looks(client, pid)
        assert now["choices"] == was["choices"]
        assert now["painting"] == was["painting"]
        assert now["values"] == was["values"]
        assert {a["id"]: a["name"] for a in now["areas"]["areas"]} == {
            a["id"]: a["name"] for a in was["areas"]["areas"]
        }
        assert now["areas"]["edits"] == was["areas"]["edits"]
    ask(client, "post", f"desk/history/paintings/{pid}/undo", status=409)
    for label in labels:
        assert ask(client, "post", f"desk/history/paintings/{pid}/redo")["label"] == label
    assert looks(client, pid)["choices"] == before[-1]["choices"]
    assert looks(client, pid)["painting"]["title"] == "Renamed"


def test_choices_of_one_area_stay_with_it_when_two_others_are_put_together(client, planned):
    """Found in version 0.5: they sat on another area after the next plan, and nothing was said."""
    pid = planned["id"]
    areas = ask(client, "get", f"areas/{pid}")["areas"]
    *_, kept = areas
    ask(client, "patch", f"areas/{pid}/{kept['id']}", {"name": "mine"})
    ask(client, "put", f"passes/{pid}/choices", {"fading": [kept["id"]], "school_of": {kept["id"]: "on-site"}})
    spots = [areas[0]["centre"], areas[1]["centre"]]
    ask(client, "put", f"areas/{pid}/changes", {"edits": [{"kind": "merge", "spots": spots}]})
    ask(client, "post", f"desk/{pid}/plan", status=202)
    now = ask(client, "get", f"areas/{pid}")
    (still,) = [area for area in now["areas"] if area["name"] == "mine"]
    assert still["id"] == kept["id"]
    assert still["centre"] == pytest.approx(kept["centre"], abs=0.02)
    plan = ask(client, "get", f"passes/{pid}")
    assert plan["choices"]["school_of"] == {kept["id"]: "on-site"}
    assert now["waiting"] == []


def test_a_renamed_area_is_called_so_in_the_plan_and_nothing_is_out_of_date(client, planned):
    pid = planned["id"]
    area = ask(client, "get", f"areas/{pid}")["areas"][0]
    ask(client, "patch", f"areas/{pid}/{area['id']}", {"name": "the evening sky"})
    bench = ask(client, "get", f"desk/{pid}")
    assert {bench[word] for word in ("areas", "mixes", "passes")} == {"current"}
    passes = ask(client, "get", f"passes/{pid}")["passes"]
    words = [reason["words"] for one in passes for step in one["steps"] for reason in step["reasons"]]
    assert any("the evening sky" in text for text in words)
    assert not any(f"“{area['name']}”" in text for text in words)


def test_more_than_a_hundred_changes_can_be_undone_one_by_one(client, painting):
    pid = painting["id"]
    for n in range(120):
        ask(client, "put", f"mixes/{pid}", {"tubes": 1 + n % 24})
    for _ in range(110):
        ask(client, "post", f"desk/history/paintings/{pid}/undo")
    assert ask(client, "get", f"mixes/{pid}")["tubes"] == 10


def test_the_history_is_bounded_but_keeps_what_is_younger_than_thirty_days(client, painting, monkeypatch):
    monkeypatch.setattr(history, "MOST_CHANGES", 5)
    pid = painting["id"]
    for n in range(8):
        ask(client, "put", f"mixes/{pid}", {"tubes": 2 + n})
    assert Change.objects.count() == 8
    Change.objects.update(at=timezone.now() - timedelta(days=31))
    ask(client, "put", f"mixes/{pid}", {"tubes": 20})
    assert Change.objects.count() == 5


def test_a_new_change_ends_what_could_be_done_again(client, painting):
    pid = painting["id"]
    ask(client, "put", f"mixes/{pid}", {"tubes": 3})
    ask(client, "post", f"desk/history/paintings/{pid}/undo")
    ask(client, "put", f"mixes/{pid}", {"tubes": 4})
    assert ask(client, "get", f"desk/history/paintings/{pid}")["redo"] is None
    ask(client, "post", f"desk/history/paintings/{pid}/redo", status=409)


def test_what_changes_nothing_is_no_change(client, painting):
    pid = painting["id"]
    ask(client, "put", f"mixes/{pid}", {"tubes": ask(client, "get", f"mixes/{pid}")["tubes"]})
    assert ask(client, "get", f"desk/history/paintings/{pid}") == {"undo": None, "redo": None, "depth": 0}


def test_a_change_on_top_of_an_older_state_is_refused_and_the_answer_says_what_is_newest(client, painting):
    pid = painting["id"]
    seen = client.get(f"/api/mixes/{pid}")["X-Revisions"]
    old = f"painting-{pid}=1"
    assert old in seen.replace(".1", "")
    ask(client, "put", f"mixes/{pid}", {"tubes": 3}, known=old)
    refused = client.put(f"/api/mixes/{pid}", {"tubes": 9}, content_type=JSON, headers={"X-Revisions": old})
    assert (refused.status_code, refused.json()["code"]) == (409, "site.stale")
    assert f"painting-{pid}=2" in refused["X-Revisions"]
    assert ask(client, "get", f"mixes/{pid}")["tubes"] == 3
    ask(client, "post", f"desk/history/paintings/{pid}/undo", status=409, known=old)
    ask(client, "put", f"mixes/{pid}", {"tubes": 9}, known=f"painting-{pid}=2")


def test_a_change_that_is_overtaken_while_it_computes_is_made_on_the_newest_state(
    client, planned, painter, monkeypatch
):
    from server.work import desk

    pid, stock_of, overtaken = planned["id"], desk.stock_of, []

    def slow(*given):
        if not overtaken:
            overtaken.append(True)
            Painting.objects.filter(pk=pid).update(title="meanwhile", revision=7)
        return stock_of(*given)

    monkeypatch.setattr(desk, "stock_of", slow)
    ask(client, "put", f"mixes/{pid}", {"tubes": 3})
    assert overtaken
    row = Painting.objects.get(pk=pid)
    assert (row.title, row.brief["body"]["mixes"]["tubes"], row.revision) == ("meanwhile", 3, 8)


TUBE = {"key": "PB29", "volume_ml": 60, "left_ml": 30, "nozzle_mm": 8, "price": 7.5, "notes": ""}


def calibrate(client, tube):
    readings = ask(client, "post", f"materials/tubes/{tube}/colorimeter")["readings"]
    kept = [{"kind": one["kind"], "lab": one["lab"]} for one in readings]
    ask(client, "post", f"materials/tubes/{tube}/calibration", {"readings": kept, "how": "colorimeter", "keep": True})


def test_an_added_tube_can_be_undone_done_again_and_undone(client, painter):
    """Found in version 0.5: the third time it was gone, since it had come back under another number."""
    tube = ask(client, "post", "materials/tubes", TUBE, status=201)
    for _ in range(3):
        assert ask(client, "post", "desk/history/shelf/undo")["label"].startswith("Added a tube of")
        assert ask(client, "get", "materials/tubes") == []
        ask(client, "post", "desk/history/shelf/redo")
        assert ask(client, "get", "materials/tubes") == [tube]


def test_a_removed_tube_comes_back_with_its_calibration(client, painter):
    """Found in version 0.5: its calibration was lost, and doing it again gave 404."""
    tube = ask(client, "post", "materials/tubes", TUBE, status=201)["id"]
    calibrate(client, tube)
    before = ask(client, "get", "materials/tubes")
    assert before[0]["source"] == "calibrated"
    ask(client, "delete", f"materials/tubes/{tube}", status=204)
    for _ in range(2):
        ask(client, "post", "desk/history/shelf/undo")
        assert ask(client, "get", "materials/tubes") == before
        ask(client, "post", "desk/history/shelf/redo")
        assert ask(client, "get", "materials/tubes") == []
    (binned,) = ask(client, "get", "desk/bin")
    assert (binned["what"], binned["id"]) == ("tube", tube)
    ask(client, "post", f"desk/bin/tube/{tube}", status=204)
    assert ask(client, "get", "materials/tubes") == before


def test_a_tube_filled_with_another_paint_gets_its_calibration_back_with_its_date(client, painter):
    tube = ask(client, "post", "materials/tubes", TUBE, status=201)["id"]
    calibrate(client, tube)
    before, measured = ask(client, "get", "materials/tubes"), CalibrationRow.objects.get().made
    ask(client, "put", f"materials/tubes/{tube}", {**TUBE, "key": "PW6" if TUBE["key"] != "PW6" else "PBk11"})
    assert not CalibrationRow.objects.exists()
    ask(client, "post", "desk/history/shelf/undo")
    assert ask(client, "get", "materials/tubes") == before
    assert abs(CalibrationRow.objects.get().made - measured) < timedelta(milliseconds=1)


def test_a_stale_page_cannot_change_the_shelf(client, painter):
    ask(client, "post", "materials/tubes", TUBE, status=201, known="shelf=1")
    ask(client, "post", "materials/tubes", TUBE, status=409, known="shelf=1")
    assert len(ask(client, "get", "materials/tubes")) == 1


def test_a_removed_painting_is_in_the_bin_for_thirty_days_with_everything_that_hung_on_it(client, planned, painter):
    pid = planned["id"]
    ask(client, "put", f"mixes/{pid}", {"tubes": 5})
    before = looks(client, pid)
    ask(client, "delete", f"subject/paintings/{pid}", status=204)
    ask(client, "get", f"areas/{pid}", status=404)
    (binned,) = ask(client, "get", "desk/bin")
    assert (binned["what"], binned["title"]) == ("painting", planned["title"])
    ask(client, "post", f"desk/bin/painting/{pid}", status=204)
    assert looks(client, pid) == before
    assert ask(client, "get", f"desk/history/paintings/{pid}")["undo"] == "Allowed 5 tubes"
    ask(client, "delete", f"subject/paintings/{pid}", status=204)
    Painting.objects.update(removed=timezone.now() - history.KEPT_FOR)
    assert ask(client, "get", "desk/bin") == []
    call_command("tidy_records", verbosity=0)
    assert not Painting.objects.exists()
    ask(client, "post", f"desk/bin/painting/{pid}", status=404)


def test_nobody_undoes_or_restores_what_is_another_painters(client, planned, other_client):
    pid = planned["id"]
    ask(client, "put", f"mixes/{pid}", {"tubes": 5})
    for path in (f"desk/history/paintings/{pid}/undo", f"desk/bin/painting/{pid}"):
        ask(other_client, "post", path, status=404)
    ask(other_client, "post", "desk/history/shelf/undo", status=409)
    assert ask(other_client, "get", "desk/bin") == []
