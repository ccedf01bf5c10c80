"""Schools, the painter's hand in the order, studies and sheets, over HTTP."""

import csv
import io
from contextvars import Context

import pypdf
import pytest
from PIL import Image

JSON = "application/json"
pytestmark = pytest.mark.django_db


def ask(client, method, path, body=None, status=200):
    if body is None:
        answer = getattr(client, method)(f"/api/passes/{path}")
    else:
        answer = getattr(client, method)(f"/api/passes/{path}", body, content_type=JSON)
    assert answer.status_code == status, answer.content
    return answer.json()


def roles(found):
    return [one["role"] for one in found["passes"]]


def test_the_trade_lists_nine_schools_with_their_rules_and_the_grounds(client):
    trade = ask(client, "get", "trade")
    assert len(trade["schools"]) == 9
    known = {rule["id"] for rule in trade["rules"]}
    assert all(set(school["rules"]) <= known for school in trade["schools"])
    assert set(trade["grounds"]) == {"white", "grey", "warm earth", "black", "as it is"}
    assert trade["faces"]["white priming"] is None
    assert all(0 < lab[0] < 100 for lab in trade["faces"].values() if lab)


def test_another_school_plans_at_once_and_its_pictures_follow(client, planned):
    pid = planned["id"]
    before = ask(client, "get", str(pid))
    assert all(one["stage_url"] and one["look_url"] for one in before["passes"])
    chosen = ask(client, "put", f"{pid}/choices", {"school": "glazes"})
    assert roles(chosen) != roles(before)
    assert chosen["school"] == "glazes"
    assert any(mix["id"].startswith("g") for mix in chosen["mixes"])
    painted = ask(client, "get", str(pid))
    assert painted["up_to_date"]
    assert all(client.get(one["stage_url"]).status_code == 200 for one in painted["passes"])
    for one in painted["passes"]:
        pictures = [client.get(one["look_url"].format(look=look)) for look in ("wet", "grey", "changes", "varnished")]
        assert all(answer["Content-Type"] == "image/jpeg" for answer in pictures)
        assert len({answer.content for answer in pictures}) == 4
    back = ask(client, "put", f"{pid}/choices", {"school": "direct"})
    assert roles(back) == roles(before)


def test_what_changes_no_stage_leaves_their_pictures_in_their_place(client, planned, monkeypatch):
    """Work of one's own, a note, a unit parted: the pictures stay, and nothing is painted in the background."""
    from server.records import tasks
    from ypsochrom.work import pass_nodes

    pid = planned["id"]
    before = ask(client, "get", str(pid))
    urls = [one["stage_url"] for one in before["passes"]]
    assert all(urls)
    monkeypatch.setattr(tasks.carry_out.__class__, "enqueue", lambda *_: pytest.fail("there is nothing to paint"))
    monkeypatch.setattr(pass_nodes, "paint_picture", lambda *_: pytest.fail("there is nothing to paint"))
    unit = next(unit for one in before["passes"] for unit in one["units"] if len(unit["steps"]) > 1)
    own = {"id": "own-1", "role": before["passes"][1]["role"], "title": "chalk the rim", "minutes": 4, "tool": "chalk"}
    for change in ({"own_units": [own]}, {"notes": {unit["id"]: "rinse"}}, {"cuts": {unit["steps"][1]: "split"}}):
        found = ask(client, "put", f"{pid}/choices", change)
        assert found["up_to_date"]
        assert [one["stage_url"] for one in found["passes"]] == urls
    monkeypatch.setattr(tasks.carry_out.__class__, "enqueue", lambda *_: None)
    other = ask(client, "put", f"{pid}/choices", {"school": "light-first"})
    assert [one["stage_url"] for one in other["passes"]] != urls


def test_pictures_follow_in_the_background_and_never_those_of_an_older_choice(client, planned, painter, monkeypatch):
    from server.passes import services
    from server.records import runs, tasks
    from server.records.history import painting_of
    from server.work import planning
    from ypsochrom.work import pass_nodes

    pid = planned["id"]
    monkeypatch.setattr(tasks.carry_out.__class__, "enqueue", lambda *_: None)
    chosen = ask(client, "put", f"{pid}/choices", {"school": "on-site"})
    assert not chosen["up_to_date"]
    assert {one["stage_url"] for one in chosen["passes"]} == {""}
    again = ask(client, "put", f"{pid}/choices", {"school": "light-first"})  # a run waits already: no second one
    assert roles(again)[0] == "lightest passages"
    stages = pass_nodes.stages
    chosen_meanwhile = []

    def chosen_otherwise_meanwhile(*given):
        if not chosen_meanwhile:
            chosen_meanwhile.append(services.choose(painter, pid, services.ChoicesData(school="sections")))
        return stages(*given)

    monkeypatch.setattr(pass_nodes, "stages", chosen_otherwise_meanwhile)
    runs.carry_out(runs.latest(painting_of(painter, pid)).pk, planning.plan)
    end = ask(client, "get", str(pid))
    assert (end["school"], end["up_to_date"]) == ("sections", True)
    assert len([one for one in end["passes"] if one["stage_url"]]) == len(roles(end))


def test_a_choice_made_while_a_run_comes_to_its_end_is_seen_by_it(client, planned, painter, monkeypatch):
    """No run is begun while one is under way: the one under way must not end without a look at what has changed."""
    from server.records import runs, tasks

    pid, rounds = planned["id"], []
    monkeypatch.setattr(tasks.carry_out.__class__, "enqueue", lambda *_: None)
    run = runs.begin(painter, pid)

    def work(running, progress):
        rounds.append(running.painting.brief["body"]["passes"]["school"])
        if len(rounds) == 1:  # the last thing before the end
            ask(client, "put", f"{pid}/choices", {"school": "light-first"})

    runs.carry_out(run.pk, work)
    assert rounds == ["direct", "light-first"]
    assert runs.latest(run.painting).state == "done"


def test_stages_that_a_run_keeps_while_a_choice_is_given_back_are_not_taken_for_its_own(
    client, planned, painter, monkeypatch
):
    """The choice given back has had its pictures; meanwhile the run under way keeps those of the other choice."""
    from server.records import runs, tasks
    from server.work import desk, planning

    pid = planned["id"]
    monkeypatch.setattr(tasks.carry_out.__class__, "enqueue", lambda *_: None)
    ask(client, "put", f"{pid}/choices", {"school": "light-first"})
    keep = desk.keep

    def kept_late(painting, *change):
        runs.carry_out(runs.latest(painting).pk, planning.plan)
        return keep(painting, *change)

    monkeypatch.setattr(desk, "keep", kept_late)
    ask(client, "put", f"{pid}/choices", {"school": "direct"})
    told = client.get(f"/api/desk/{pid}").json()
    assert told["run"]["state"] == "waiting" or told["passes"] == "current"


def test_when_a_run_is_told_as_done_the_work_is_told_as_it_left_it(client, planned, painter, monkeypatch):
    """The page stops asking when a run is done: an answer may not join its end with the work as it was before."""
    from server.records import runs, tasks
    from server.work import desk, planning

    pid = planned["id"]
    monkeypatch.setattr(tasks.carry_out.__class__, "enqueue", lambda *_: None)
    ask(client, "put", f"{pid}/choices", {"school": "light-first"})
    opened = desk.opened

    def opened_slowly(painting):
        work = opened(painting)
        monkeypatch.setattr(desk, "opened", opened)
        Context().run(runs.carry_out, runs.latest(painting).pk, planning.plan)  # in another process, as it were
        return work

    monkeypatch.setattr(desk, "opened", opened_slowly)
    told = client.get(f"/api/desk/{pid}").json()
    assert (told["passes"], told["run"]["state"]) == ("stale", "waiting")
    told = client.get(f"/api/desk/{pid}").json()
    assert (told["passes"], told["run"]["state"]) == ("current", "done")


def test_every_step_says_why_and_how_much(client, planned):
    found = ask(client, "get", str(planned["id"]))
    steps = [step for one in found["passes"] for step in one["steps"]]
    titles = ask(client, "get", "trade")["titles"]
    assert all(titles[reason["rule"]] and reason["words"] for step in steps for reason in step["reasons"])
    assert sum(bool(step["reasons"]) for step in steps) > 0.8 * len(steps)
    assert found["pace"]["hours"] > 0
    for one in found["passes"]:
        for place, step in enumerate(one["steps"]):
            assert step["between"][0] <= place <= step["between"][1]


def test_a_moved_step_stays_where_it_was_put_and_what_it_breaks_is_told(client, planned):
    pid = planned["id"]
    found = ask(client, "get", str(pid))
    block_in = next(one for one in found["passes"] if one["role"] == "block-in")
    first, last = block_in["steps"][0]["id"], block_in["steps"][-1]["id"]
    moved = ask(client, "put", f"{pid}/choices", {"moves": [{"step": last, "before": first, "role": "block-in"}]})
    ids = [step["id"] for step in next(one for one in moved["passes"] if one["role"] == "block-in")["steps"]]
    assert ids[0] == last
    assert {advice["id"] for advice in moved["advice"]} & {"passes.N020", "passes.W020"}
    gone = ask(client, "put", f"{pid}/choices", {"moves": [{"step": "x/a99/all", "before": None, "role": "block-in"}]})
    assert gone["lost_moves"] == 1
    assert roles(gone) == roles(found)


@pytest.mark.parametrize(
    "wrong",
    [
        {"school": "by accident"},
        {"film_factor": 99},
        {"side_mm": -3},
        {"rules_off": {"passes.R99": "x"}},
        {"rules_off": {"passes.R03": " "}},
        {"ground": "pink"},
        {"school_of": {"a01": "no school"}},
    ],
)
def test_absurd_choices_are_refused_and_the_plan_stays(client, planned, wrong):
    pid = planned["id"]
    before = ask(client, "get", str(pid))
    refused = ask(client, "put", f"{pid}/choices", wrong, status=422)
    assert refused["message"]
    assert ask(client, "get", str(pid)) == before


def test_choices_before_any_plan_are_kept_for_it(client, painting):
    found = ask(client, "put", f"{painting['id']}/choices", {"school": "on-site", "hand": "left"})
    assert found["passes"] == []
    assert found["choices"]["school"] == "on-site"


def test_all_schools_side_by_side(client, planned):
    pid = planned["id"]
    assert ask(client, "get", f"{pid}/schools") is None
    assert ask(client, "post", f"{pid}/studies/schools", {}, status=202)["state"] == "done"
    found = ask(client, "get", f"{pid}/schools")["schools"]
    assert len(found) == 9
    assert found["glazes"]["medium_ml"] > found["direct"]["medium_ml"]
    assert ask(client, "get", f"{pid}/studies/schools/run")["state"] == "done"
    assert client.get(f"/api/desk/{pid}").json()["run"]["kind"] == "plan"


def test_grounds_side_by_side_with_savings(client, planned):
    pid = planned["id"]
    ask(client, "post", f"{pid}/studies/grounds", {}, status=202)
    found = ask(client, "get", f"{pid}/grounds")
    assert len(found["grounds"]) == 7
    assert all(offer["summary"]["coats"] >= 1 for offer in found["grounds"])
    assert all(saving["saves"] > 0 for saving in found["savings"] if saving["saves"] is not None)
    assert not any("⟨" in saving["title"] + saving["words"] for saving in found["savings"])


def test_what_would_be_at_twice_the_size_and_from_fewer_tubes(client, planned):
    pid = planned["id"]

    def asked(**what):
        ask(client, "post", f"{pid}/studies/what-if", what, status=202)
        return ask(client, "get", f"{pid}/what-if")

    larger = asked(size="800x600mm")
    assert larger["then"]["paint_ml"] > 3 * larger["now"]["paint_ml"]
    fewer = asked(size="800x600mm", palette=["PW6", "PBk9", "PBr7bs"])
    assert set(fewer["paint_then"]) <= {"PW6", "PBk9", "PBr7bs"}
    assert fewer["now"] == larger["now"]
    for wrong in ({"size": "a lot"}, {"film_factor": 1000}, {"palette": []}):
        ask(client, "post", f"{pid}/studies/what-if", wrong, status=422)


def test_nothing_can_be_studied_before_a_plan(client, painting):
    ask(client, "post", f"{painting['id']}/studies/schools", {}, status=409)


def test_two_paintings_share_what_is_alike(client, planned, upload):
    pid, twin = planned["id"], upload(title="The same again").json()["id"]
    client.post(f"/api/desk/{twin}/plan")
    shared = ask(client, "get", f"{pid}/shared/{twin}")
    assert shared["other"] == "The same again"
    volumes = ask(client, "get", str(pid))["volumes"]
    assert {(one["mine"], one["mine_name"]) for one in shared["piles"]} == {
        (one["theirs"], one["theirs_name"]) for one in shared["piles"]
    }
    assert {one["mine"] for one in shared["piles"]} == {mix for mix, volume_ml in volumes.items() if volume_ml}
    for one in shared["piles"]:
        assert one["volume_ml"] == pytest.approx(2 * volumes[one["mine"]])
        assert one["de00"] == pytest.approx(0, abs=1e-6)
    assert ask(client, "get", f"{pid}/shared/{pid}", status=409)["message"]
    ask(client, "get", f"{pid}/shared/9999", status=404)


def test_the_studio_sheet_has_a_page_a_pass_and_lists_to_tick(client, planned):
    pid = planned["id"]
    found = ask(client, "get", str(pid))
    answer = client.get(f"/api/passes/{pid}/files/studio-sheet.pdf?paper=A4")
    pages = [page.extract_text() for page in pypdf.PdfReader(io.BytesIO(answer.content)).pages]
    for one in found["passes"]:
        heading = f"Pass {one['number']} of {len(found['passes'])}"
        assert any(heading in page and one["title"] in " ".join(page.split()) for page in pages)
    text = "\n".join(pages)
    assert "To buy" in text
    assert "Varnish" in text
    assert "respirator" in text


def test_csv_of_steps_and_of_shopping_add_up(client, planned):
    pid = planned["id"]
    found = ask(client, "get", str(pid))
    rows = list(csv.DictReader(io.StringIO(client.get(f"/api/passes/{pid}/files/passes.csv").content.decode())))
    assert len(rows) == sum(len(one["steps"]) for one in found["passes"])
    assert sum(float(row["volume_ml"]) for row in rows) == pytest.approx(
        sum(one["volume_ml"] for one in found["passes"]), abs=0.01 * len(rows)
    )
    shopping = list(csv.DictReader(io.StringIO(client.get(f"/api/passes/{pid}/files/shopping.csv").content.decode())))
    assert [row["key"] for row in shopping] == [need["key"] for need in found["paint"] if need["buy"]]


def test_a_glaze_is_planned_over_what_lies_there_after_a_pass(client, planned):
    pid = planned["id"]
    area = client.get(f"/api/areas/{pid}").json()["areas"][0]
    family = area["families"][0]["family"]
    found = ask(client, "get", f"{pid}/glaze?after=1&area={area['id']}&family={family}")
    assert found["de00"] <= found["de00_before"]
    assert all(layer["parts"] and layer["words"] for layer in found["layers"])
    assert all(0.8 <= share <= 0.99 for layer in found["layers"] for share in layer["shares"])
    if found["layers"]:
        assert found["medium_ml"] > found["paint_ml"] > 0
        assert 1 <= len(found["curves"]) <= 3
        assert [one["coats"] for one in found["curves"][0]["coats"]] == list(range(9))
        assert 0 <= found["contrast_kept"] <= 1
    ask(client, "get", f"{pid}/glaze?after=1&area=a99&family={family}", status=404)


def test_what_is_painted_on_and_wishes_for_the_order_are_kept_and_can_be_undone(client, planned):
    pid = planned["id"]
    chosen = client.get(f"/api/passes/{pid}").json()["choices"]
    linen = {"lab": [62.0, 3.0, 14.0], "texture": "coarse", "absorbency": "high"}
    given = chosen | {"face": linen, "ground": "as it is", "order": ["edges of the picture last"]}
    found = client.put(f"/api/passes/{pid}/choices", given, content_type="application/json").json()
    assert found["choices"]["face"] == linen
    assert found["choices"]["order"] == ["edges of the picture last"]
    assert found["ground"] is None
    client.post(f"/api/desk/history/paintings/{pid}/undo")
    assert client.get(f"/api/passes/{pid}").json()["choices"] == chosen


def test_a_method_is_shown_as_a_strip_of_its_stages(client, planned):
    pid = planned["id"]
    for school in ("direct", "glazes"):
        found = client.get(f"/api/passes/{pid}/strips/{school}").json()
        picture = client.get(f"/api/passes/{pid}/strips/{school}/picture")
        assert picture["Content-Type"] == "image/jpeg"
        with Image.open(io.BytesIO(picture.content)) as shown:
            assert shown.size == (found["width"] * len(found["passes"]), found["height"])
        assert all(one["minutes"] > 0 and one["piles"] > 0 for one in found["passes"])
    titles = [one["title"] for one in client.get(f"/api/passes/{pid}").json()["passes"]]
    assert [one["role"] for one in client.get(f"/api/passes/{pid}/strips/direct").json()["passes"]] == titles
    client.put(f"/api/mixes/{pid}", {"tubes": 3}, content_type="application/json")
    assert client.get(f"/api/passes/{pid}/strips/direct").status_code == 409
