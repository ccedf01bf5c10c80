"""Areas over HTTP: changes by hand that last, decisions that mixes and passes follow, advice that can be set aside."""

import io
import json

import numpy as np
import pytest
from PIL import Image

JSON = "application/json"
pytestmark = pytest.mark.django_db

FOLLOWING = ("mixes", "passes")


def ask(client, method, path, body=None, status=200):
    answer = (
        getattr(client, method)(f"/api/{path}", body, content_type=JSON)
        if body is not None
        else client.get(f"/api/{path}")
    )
    assert answer.status_code == status, answer.content
    return answer.json()


def areas_of(client, pid):
    return ask(client, "get", f"areas/{pid}")


def change(client, pid, edits, detail=None, status=200):
    return ask(client, "put", f"areas/{pid}/changes", {"detail": detail, "edits": edits}, status)


def centre(area):
    return area["centre"]


def plan(client, pid):
    answer = client.post(f"/api/desk/{pid}/plan")
    assert answer.status_code < 300, answer.content
    return answer.json()


def stale(client, pid):
    bench = ask(client, "get", f"desk/{pid}")
    return {word for word in ("areas", *FOLLOWING) if bench[word] != "current"}


def largest(found):
    return max(found["areas"], key=lambda area: area["share"])


def test_before_the_first_plan_there_is_nothing_to_change(client, painting):
    assert areas_of(client, painting["id"])["areas"] == []
    refused = change(client, painting["id"], [], status=409)
    assert "Plan the painting" in refused["hint"]


def test_areas_know_their_borders_depth_light_and_texture(client, planned):
    found = areas_of(client, planned["id"])
    ids = {area["id"] for area in found["areas"]}
    assert sum(area["share"] for area in found["areas"]) == pytest.approx(1)
    assert {side for border in found["borders"] for side in (border["a"], border["b"])} <= ids
    for border in found["borders"]:
        under = border["b"] if border["over"] == border["a"] else border["a"]
        assert border["over"] in next(area for area in found["areas"] if area["id"] == under)["beneath"]
    assert {area["plane"] for area in found["areas"]} <= {"front", "middle", "back"}
    assert found["found_detail"] == len(found["areas"])


def test_putting_together_and_taking_back_is_the_same_picture_again(client, planned):
    pid = planned["id"]
    before = areas_of(client, pid)
    border = before["borders"][0]
    pair = [next(a for a in before["areas"] if a["id"] == side) for side in (border["a"], border["b"])]
    merged = change(client, pid, [{"kind": "merge", "spots": [centre(area) for area in pair]}])
    assert len(merged["areas"]) == len(before["areas"]) - 1
    assert stale(client, pid) == set(FOLLOWING)
    back = change(client, pid, [])
    assert back["areas"] == before["areas"]
    assert back["labels_url"] == before["labels_url"]
    assert stale(client, pid) == set()


def test_changes_outlive_another_detail_and_another_crop_and_what_is_lost_is_listed(client, planned):
    pid = planned["id"]
    found = areas_of(client, pid)
    area = largest({"areas": [a for a in found["areas"] if min(a["centre"]) > 0.5]})  # stays in sight after the crop
    square = [[0.02, 0.02], [0.12, 0.02], [0.12, 0.12], [0.02, 0.12]]
    edits = [{"kind": "lock", "spot": centre(area)}, {"kind": "give", "shape": square, "to": None}]
    first = change(client, pid, edits)
    assert first["lost"] == []
    locked = next(one for one in first["areas"] if one["locked"])
    coarse = change(client, pid, first["edits"], detail=3)
    assert coarse["detail"] == 3
    still = next(one for one in coarse["areas"] if one["locked"])
    assert still["area_cm2"] == pytest.approx(locked["area_cm2"], rel=0.02)
    ask(client, "patch", f"subject/paintings/{pid}", {"crop_x": 1.0, "crop_y": 1.0, "crop_size": 0.5})
    assert "areas" in stale(client, pid)
    plan(client, pid)
    cropped = areas_of(client, pid)
    assert cropped["up_to_date"]
    assert len(cropped["edits"]) == 2
    assert [one["edit"] for one in cropped["lost"]] == [1]  # the square was cut away; the lock reaches into the crop
    assert cropped["edits"][1]["shape"][0] != square[0]


def test_a_change_that_finds_nothing_to_do_is_refused_and_nothing_is_kept(client, planned):
    pid = planned["id"]
    before = areas_of(client, pid)
    refused = change(client, pid, [{"kind": "give", "shape": [[0.1, 0.1]], "to": None}], status=422)
    assert "nothing under it" in refused["message"]
    for wrong in (
        [{"kind": "split"}],
        [{"kind": "absorb"}],
        [{"kind": "melt", "spot": [0.5, 0.5]}],
        [{"kind": "give", "shape": [[0.1]], "to": None}],
    ):
        change(client, pid, wrong, status=422)
    change(client, pid, [], detail=61, status=422)
    assert areas_of(client, pid) == before


def test_another_colour_plane_and_handling_are_kept_and_mixes_follow(client, planned):
    pid = planned["id"]
    area = largest(areas_of(client, pid))
    path = f"areas/{pid}/{area['id']}"
    told = ask(client, "patch", path, {"target": "#3060a0", "handling": "thin", "plane": "back", "name": "night sky"})
    now = next(one for one in told["areas"] if one["id"] == area["id"])
    assert (now["target"], now["handling"], now["plane"], now["name"]) == ("#3060a0", "thin", "back", "night sky")
    assert now["found_plane"] == area["found_plane"]
    assert stale(client, pid) == set(FOLLOWING)
    plan(client, pid)
    assert stale(client, pid) == set()
    mixes = ask(client, "get", f"mixes/{pid}")["mixes"]
    serving = [mix for mix in mixes if any(part["area"] == area["id"] for part in mix["serves"])]
    assert any(mix["target_lab"][2] < -20 for mix in serving)  # blue now
    seen = ask(client, "post", f"mixes/{pid}/appearance", {})
    assert set(seen["by_area"]) == {one["id"] for one in told["areas"]}
    back = ask(client, "patch", path, {"target": "", "handling": "usual", "plane": "as_found", "name": ""})
    again = next(one for one in back["areas"] if one["id"] == area["id"])
    assert again == area
    ask(client, "patch", path, {"target": "no colour"}, status=422)
    ask(client, "patch", f"areas/{pid}/a99", {"name": "x"}, status=404)


def test_what_is_left_bare_is_not_mixed_for_and_everything_cannot_be(client, planned):
    pid = planned["id"]
    found = areas_of(client, pid)
    first, *others = found["areas"]
    ask(client, "patch", f"areas/{pid}/{first['id']}", {"handling": "bare"})
    plan(client, pid)
    mixes = ask(client, "get", f"mixes/{pid}")["mixes"]
    assert all(part["area"] != first["id"] for mix in mixes for part in mix["serves"])
    for other in others:
        ask(client, "patch", f"areas/{pid}/{other['id']}", {"handling": "bare"})
    run = plan(client, pid)
    assert (run["state"], "left bare" in run["message"]) == ("failed", True)


def test_an_edge_said_to_be_soft_and_laid_the_other_way_round(client, planned):
    pid = planned["id"]
    border = areas_of(client, pid)["borders"][0]
    pair = {"a": border["b"], "b": border["a"]}  # whichever comes first
    under = border["b"] if border["over"] == border["a"] else border["a"]
    told = ask(client, "patch", f"areas/{pid}/borders", {**pair, "softness": "soft", "over": under})["borders"]
    now = next(one for one in told if (one["a"], one["b"]) == (border["a"], border["b"]))
    assert (now["softness"], now["over"], now["own"]) == ("soft", under, True)
    back = ask(client, "patch", f"areas/{pid}/borders", {**pair, "softness": "as_found", "over": "as_found"})["borders"]
    assert border in back
    ask(client, "patch", f"areas/{pid}/borders", {"a": border["a"], "b": border["a"]}, status=404)


def test_advice_set_aside_stays_so_until_its_subject_changes(client, planned):
    pid = planned["id"]
    area = largest(areas_of(client, pid))
    told = ask(client, "patch", f"areas/{pid}/{area['id']}", {"target": "100,0,0"})
    finding = next(one for one in told["advice"] if one["id"] == "areas.W005")
    assert finding["areas"] == [area["id"]]
    aside = ask(client, "put", f"areas/{pid}/dismissals", {"key": finding["key"], "reason": "it is a lamp"})
    assert next(one for one in aside["advice"] if one["key"] == finding["key"])["dismissed"] == "it is a lamp"
    other = ask(client, "patch", f"areas/{pid}/{area['id']}", {"target": "2,0,0"})
    again = next(one for one in other["advice"] if one["id"] == "areas.W005")
    assert again["dismissed"] is None
    once_more = ask(client, "patch", f"areas/{pid}/{area['id']}", {"target": "100,0,0"})
    kept = next(one for one in once_more["advice"] if one["key"] == finding["key"])
    assert kept["dismissed"] == "it is a lamp"
    brought = ask(client, "put", f"areas/{pid}/dismissals", {"key": finding["key"], "reason": None})
    assert next(one for one in brought["advice"] if one["key"] == finding["key"])["dismissed"] is None
    ask(client, "put", f"areas/{pid}/dismissals", {"key": "areas.W005 nothing", "reason": "x"}, status=422)


def test_backgrounds_are_offered_for_what_does_not_lie_in_the_back(client, planned):
    pid = planned["id"]
    found = areas_of(client, pid)
    for area in found["areas"]:
        plane = "back" if area["id"] == largest(found)["id"] else "front"
        ask(client, "patch", f"areas/{pid}/{area['id']}", {"plane": plane})
    offered = ask(client, "get", f"areas/{pid}/backgrounds")
    assert [one["now"] for one in offered] == [True] + [False] * (len(offered) - 1)
    assert all(0 <= one["lost_share"] <= 1 for one in offered)
    named = ask(client, "get", f"areas/{pid}/backgrounds?subject={largest(found)['id']}")
    assert named != offered


def test_the_plan_cannot_be_shown_before_it_is_up_to_date(client, planned):
    pid = planned["id"]
    area = largest(areas_of(client, pid))
    ask(client, "patch", f"areas/{pid}/{area['id']}", {"target": "#3060a0"})
    refused = ask(client, "post", f"mixes/{pid}/appearance", {}, status=409)
    assert "up to date" in refused["hint"]


def test_a_name_that_another_area_has_is_refused(client, planned):
    pid = planned["id"]
    first, second, *_ = areas_of(client, pid)["areas"]
    ask(client, "patch", f"areas/{pid}/{first['id']}", {"name": "the sky"})
    refused = ask(client, "patch", f"areas/{pid}/{second['id']}", {"name": " The Sky "}, status=422)
    assert "the sky" in refused["message"]
    ask(client, "patch", f"areas/{pid}/{first['id']}", {"name": "the sky"})  # its own name is no other's


def test_coats_over_the_ground_are_told_with_the_passes_and_can_be_set_aside_too(client, planned):
    from server.records.models import Result

    pid = planned["id"]
    area = largest(areas_of(client, pid))
    row = Result.objects.get(painting_id=pid, node="passes")
    plan = json.loads(row.body)
    told = {
        "id": "passes.W015",
        "severity": "warning",
        "message": "Three coats.",
        "hint": "Lighter ground.",
        "subject": area["id"],
    }
    row.body, row.stamp = json.dumps({**plan, "advice": [told, *plan["advice"]]}), "another"
    row.save()

    def finding():
        (found,) = (one for one in ask(client, "get", f"passes/{pid}")["findings"] if one["message"] == told["message"])
        return found

    assert (finding()["areas"], finding()["dismissed"]) == ([area["id"]], None)
    ask(client, "put", f"areas/{pid}/dismissals", {"key": finding()["key"], "reason": "white lies there already"})
    assert finding()["dismissed"] == "white lies there already"


def things_of(client, pid):
    return areas_of(client, pid)["things"]


def test_every_area_is_in_one_thing_that_can_be_named_once_for_all_its_parts(client, planned):
    pid = planned["id"]
    before = areas_of(client, pid)
    assert sorted(a for one in before["things"] for a in one["areas"]) == sorted(a["id"] for a in before["areas"])
    parts = [area["id"] for area in before["areas"][:2]]
    after = ask(client, "put", f"areas/{pid}/things", {"areas": parts, "name": " bowl "})
    (bowl,) = (one for one in after["things"] if one["name"] == "bowl")
    assert (sorted(bowl["areas"]), bowl["said"]) == (sorted(parts), True)
    names = {area["id"]: area["name"] for area in after["areas"]}
    assert all(names[part].startswith("bowl: ") for part in parts)
    assert len(set(names.values())) == len(names)
    # an area's own name goes before its thing's
    ask(client, "patch", f"areas/{pid}/{parts[0]}", {"name": "rim"})
    names = {area["id"]: area["name"] for area in areas_of(client, pid)["areas"]}
    assert (names[parts[0]], names[parts[1]].split(":")[0]) == ("rim", "bowl")
    assert client.get(f"/api/desk/history/paintings/{pid}").json()["undo"].startswith("Named an area")


def test_an_area_is_taken_out_of_its_thing_and_undo_puts_it_back(client, planned):
    pid = planned["id"]
    parts = [area["id"] for area in areas_of(client, pid)["areas"][:3]]
    ask(client, "put", f"areas/{pid}/things", {"areas": parts, "name": "bowl"})
    out = ask(client, "put", f"areas/{pid}/things", {"areas": [parts[0]]})
    groups = {frozenset(one["areas"]): one["name"] for one in out["things"]}
    assert groups[frozenset(parts[:1])] == ""
    assert groups[frozenset(parts[1:])] == "bowl"
    client.post(f"/api/desk/history/paintings/{pid}/undo")
    assert {frozenset(one["areas"]) for one in things_of(client, pid)} >= {frozenset(parts)}


def test_a_thing_of_unknown_areas_or_under_the_name_of_another_is_refused(client, planned):
    pid = planned["id"]
    first, second = (area["id"] for area in areas_of(client, pid)["areas"][:2])
    before = things_of(client, pid)
    ask(client, "put", f"areas/{pid}/things", {"areas": ["a99"], "name": "bowl"}, 404)
    ask(client, "put", f"areas/{pid}/things", {"areas": []}, 422)
    assert things_of(client, pid) == before
    ask(client, "put", f"areas/{pid}/things", {"areas": [first], "name": "bowl"})
    refused = ask(client, "put", f"areas/{pid}/things", {"areas": [second], "name": "Bowl"}, 422)
    assert "called" in refused["message"]


def test_things_outlast_another_number_of_areas(client, planned):
    pid = planned["id"]
    parts = [area["id"] for area in areas_of(client, pid)["areas"][:2]]
    ask(client, "put", f"areas/{pid}/things", {"areas": parts, "name": "bowl"})
    change(client, pid, [], detail=4)
    change(client, pid, [])
    assert {frozenset(one["areas"]) for one in things_of(client, pid) if one["name"]} == {frozenset(parts)}


def test_a_gradation_is_told_with_its_two_ends(client, upload):
    ramp = np.linspace(235, 40, 320)[None, :, None].repeat(240, axis=0).repeat(3, axis=2).astype(np.uint8)
    out = io.BytesIO()
    Image.fromarray(ramp).save(out, "PNG")
    painting = upload(out.getvalue(), "Sky").json()
    plan(client, painting["id"])
    found = change(client, painting["id"], [], detail=2)
    (running, *_) = (area["gradation"] for area in found["areas"] if area["gradation"])
    assert running["start"][0] < running["end"][0]
    assert running["start"][1] == pytest.approx(running["end"][1], abs=0.02)
    assert running["start_colour"] > running["end_colour"]
    assert not running["drawn"]


def test_the_painter_draws_another_gradation_and_takes_it_back(client, planned):
    pid = planned["id"]
    area = areas_of(client, pid)["areas"][0]
    drawn = say(client, pid, area, gradation=[[0.2, 0.5], [0.4, 0.5]])["gradation"]
    assert drawn["drawn"]
    assert sorted([drawn["start"], drawn["end"]]) == [
        pytest.approx([0.2, 0.5], abs=1e-3),
        pytest.approx([0.4, 0.5], abs=1e-3),
    ]
    assert say(client, pid, area, gradation=[])["gradation"] == area["gradation"]
    for ends in ([[0.2, 0.5]], [[0.2, 0.5], [0.2, 0.5]]):
        assert ask(client, "patch", f"areas/{pid}/{area['id']}", {"gradation": ends}, 422)["hint"]


def test_what_grows_over_an_area_and_what_it_mirrors_reach_the_passes_and_can_be_taken_back(client, planned):
    pid = planned["id"]
    one, other = areas_of(client, pid)["areas"][:2]
    furred = say(client, pid, one, growth="fur")
    assert furred["growth"] == "fur"
    assert furred["flow"]["marks"]
    assert "tufts" in techniques(client, pid)
    mirrored = say(client, pid, other, mirrors=one["id"])
    assert mirrored["mirrors"] == one["id"]
    assert "drawn down" in techniques(client, pid)
    for wrong in (other["id"], "a99"):
        assert ask(client, "patch", f"areas/{pid}/{other['id']}", {"mirrors": wrong}, 404 if wrong == "a99" else 422)[
            "hint"
        ]
    client.post(f"/api/desk/history/paintings/{pid}/undo")
    client.post(f"/api/desk/history/paintings/{pid}/undo")
    assert techniques(client, pid).isdisjoint({"tufts", "drawn down"})


def say(client, pid, area, **words):
    found = ask(client, "patch", f"areas/{pid}/{area['id']}", words)
    return next(one for one in found["areas"] if one["id"] == area["id"])


def techniques(client, pid):
    passes = client.get(f"/api/passes/{pid}").json()["passes"]
    return {step["technique"] for one in passes for step in one["steps"]}
