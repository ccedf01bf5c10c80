"""What is learned, over HTTP: from acts at the easel and checks, taken up by plans only when the painter says so."""

from datetime import timedelta

import pytest
from django.utils import timezone

from server.logbook.models import Fact, Gathered
from server.records.bin import empty_old
from server.records.habits import factors_of, habits_of
from server.records.models import Painting
from ypsochrom.logbook.learning import MOST
from ypsochrom.logbook.observation import read_lines
from ypsochrom.passes.factors import USUAL_FACTORS

JSON = "application/json"
pytestmark = pytest.mark.django_db


def ask(client, method, path, body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json()


@pytest.fixture
def painted(client, planned):
    """Every unit of the plan done at the easel in 1.5 times its minutes, every pile used up by a third more than planned."""
    pid = planned["id"]
    ask(client, "post", f"easel/{pid}/open", {"sitting": "s1", "device": "tablet"})
    taken = ask(client, "get", f"easel/{pid}")["taken"]
    listed = ask(client, "get", f"easel/{pid}/list/{taken}")
    at, acts, used = timezone.now() - timedelta(hours=5), [], {}
    volume = {pile["id"]: pile["volume_ml"] for pile in listed["piles"]}

    def act(kind, minutes, **more):
        nonlocal at
        at += timedelta(minutes=minutes)
        acts.append({"id": f"act{len(acts)}", "at": at.isoformat(), "kind": kind, "sitting": "s1", **more})

    for task in listed["tasks"]:
        act("start", 0.1, task=task["id"])
        act("done", 1.5 * task["minutes"], task=task["id"])
        if task["kind"] == "mixing":
            used[task["subject"]] = 0.0
            continue
        for pile, ml in task["uses"].items():
            used[pile] = used.get(pile, 0.0) + ml
    for pile, ml in used.items():
        if ml > 0.2:
            act("left", 0.1, pile=pile, ml=max(0.0, volume[pile] - 1.3 * ml))
    last = next(task["id"] for task in reversed(listed["tasks"]) if task["kind"] == "unit")
    act("dry", 30, task=last)
    body = {"device": "tablet", "sent_at": timezone.now().isoformat(), "acts": acts}
    ask(client, "post", f"easel/{pid}/acts", body)
    assert ask(client, "post", "logbook/gather")["left"] == 0
    return planned


def test_before_anything_was_painted_nothing_is_learned(client, planned):
    found = ask(client, "get", "logbook/learned")
    assert found["overall"] == []
    assert (found["observations"], found["offered"], found["own"]) == (0, False, False)


def test_minutes_paint_and_drying_are_learned_from_the_easel(client, painted):
    found = ask(client, "get", "logbook/learned")
    of = {one["what"]: one for one in found["overall"]}
    assert of["minutes"]["mean"] == pytest.approx(1.5, rel=0.1)
    assert of["minutes"]["low"] <= 1.5 <= of["minutes"]["high"] * 1.05
    assert of["minutes"]["in_use"] == 1.0
    assert of["drying"]["count"] == 1
    assert not of["drying"]["differs"]
    assert found["offered"]
    read, refused = read_lines(client.get("/api/logbook/log.jsonl").content.decode())
    assert len(read) == found["observations"]
    assert refused == ()


def test_plans_take_up_what_was_learned_only_when_asked_and_go_back(client, painted, painter):
    pid = painted["id"]
    before = ask(client, "get", f"passes/{pid}")
    assert before["up_to_date"]
    used = ask(client, "put", "logbook/use", {"learned": True})
    assert used["own"]
    assert not used["offered"]
    stale = ask(client, "get", f"passes/{pid}")
    assert not stale["up_to_date"]
    assert "your own factors" in ask(client, "get", f"desk/{pid}")["why"]["passes"]
    assert factors_of(Painting.objects.get(pk=pid)).pace.value == pytest.approx(1.5, rel=0.1)
    ask(client, "post", f"desk/{pid}/plan", status=202)
    after = ask(client, "get", f"passes/{pid}")
    assert after["pace"]["hours"] > 1.2 * before["pace"]["hours"]
    ask(client, "put", "logbook/use", {"learned": False})
    assert habits_of(painter).factors is None
    assert factors_of(Painting.objects.get(pk=pid)) == USUAL_FACTORS


def test_what_taking_it_up_does_to_a_plan_is_told_and_comes_true(client, painted):
    pid = painted["id"]
    (told,) = ask(client, "get", "logbook/effects")
    assert told["change"]["hours"] == pytest.approx(ask(client, "get", f"passes/{pid}")["pace"]["hours"])
    ask(client, "put", "logbook/use", {"learned": True})
    assert ask(client, "get", "logbook/effects") == []
    ask(client, "post", f"desk/{pid}/plan", status=202)
    planned = ask(client, "get", f"passes/{pid}")
    assert planned["pace"]["hours"] == pytest.approx(told["change"]["hours_after"], rel=0.1)
    paint = sum(one["volume_ml"] for one in planned["paint"])
    assert 0.97 * told["change"]["ml_least"] <= paint <= 1.03 * told["change"]["ml_most"]


def test_what_lies_behind_a_factor_is_shown_and_can_be_left_out(client, painted):
    behind = ask(client, "get", "logbook/learned/minutes")
    assert behind["total"] == len(behind["observations"]) >= 3
    assert {one["painting_title"] for one in behind["observations"]} == {painted["title"]}
    times = [one["at"] for one in behind["observations"]]
    assert times == sorted(times, reverse=True)
    count = behind["total"]
    for one in behind["observations"][1:]:
        found = ask(client, "put", "logbook/left-out", {"id": one["id"], "out": True})
    assert found["left_out"] == count - 1
    assert next(one for one in found["overall"] if one["what"] == "minutes")["count"] == 1
    ask(client, "put", "logbook/left-out", {"id": behind["observations"][1]["id"], "out": False})
    again = ask(client, "get", "logbook/learned/minutes")["observations"]
    assert [one["left_out"] for one in again].count(True) == count - 2
    assert ask(client, "put", "logbook/left-out", {"id": "nobody saw it", "out": True}, 404)["hint"]


def test_another_painter_sees_nothing_of_it(client, painted, other_client):
    assert ask(other_client, "get", "logbook/learned")["observations"] == 0
    assert ask(other_client, "get", "logbook/learned/minutes")["total"] == 0


def test_what_has_not_changed_is_not_gathered_again(client, painted):
    assert ask(client, "post", "logbook/gather")["gathered"] == 0
    before = client.get("/api/logbook/log.jsonl").content
    acts = [
        {"id": "again", "at": timezone.now().isoformat(), "kind": "note", "sitting": "s1", "text": "nothing to learn"}
    ]
    sent = {"device": "tablet", "sent_at": timezone.now().isoformat(), "acts": acts}
    ask(client, "post", f"easel/{painted['id']}/acts", sent)
    assert ask(client, "post", "logbook/gather")["gathered"] == 1
    assert client.get("/api/logbook/log.jsonl").content == before


def test_a_factor_is_learned_anew_and_from_all_again(client, painted):
    def factors(found):
        return {one["what"] for one in found["overall"]}

    anew = ask(client, "put", "logbook/anew", {"what": "minutes", "anew": True})
    assert "minutes" not in factors(anew)
    assert [(one["what"], one["title"]) for one in anew["anew"]] == [("minutes", "Minutes at a unit")]
    assert "drying" in factors(anew)
    assert ask(client, "get", "logbook/learned/minutes")["total"] > 0
    back = ask(client, "put", "logbook/anew", {"what": "minutes", "anew": False})
    assert "minutes" in factors(back)
    assert back["anew"] == []


def test_lessons_of_a_painting_go_and_come_back(client, painted):
    (row,) = ask(client, "get", "logbook/teaching")
    assert (row["painting"], row["where"], row["teaches"]) == (painted["id"], "", True)
    ask(client, "put", f"logbook/teaching/{row['id']}", {"teaches": False})
    assert ask(client, "get", "logbook/learned")["overall"] == []
    assert client.get("/api/logbook/log.jsonl").content == b""
    ask(client, "put", f"logbook/teaching/{row['id']}", {"teaches": True})
    assert ask(client, "get", "logbook/learned")["observations"] == row["count"]


@pytest.mark.parametrize("teaches", [True, False])
def test_when_a_painting_is_gone_for_good_its_lessons_stay_or_go(client, painted, painter, teaches):
    (row,) = ask(client, "get", "logbook/teaching")
    if not teaches:
        ask(client, "put", f"logbook/teaching/{row['id']}", {"teaches": False})
    client.delete(f"/api/subject/paintings/{painted['id']}")
    (in_bin,) = ask(client, "get", "logbook/teaching")
    assert in_bin["where"] == "in the bin"
    Painting.objects.update(removed=timezone.now() - timedelta(days=31))
    empty_old(painter)
    left = ask(client, "get", "logbook/teaching")
    assert [one["where"] for one in left] == (["gone"] if teaches else [])
    behind = ask(client, "get", "logbook/learned/minutes")
    assert {one["painting_title"] for one in behind["observations"]} == ({painted["title"]} if teaches else set())
    assert ask(client, "post", "logbook/gather")["gathered"] == 0


def test_of_a_long_log_the_newest_are_learned_from(client, painter):
    row = Gathered.objects.create(owner=painter, title="long ago", key="x")
    begin = timezone.now() - timedelta(days=900)
    Fact.objects.bulk_create(
        Fact(
            owner=painter, gathered=row, key=f"f{n}", at=begin + timedelta(minutes=n), what="minutes", of="thin",
            expected=10.0, found=5.0 if n < 1500 else 20.0,
        )
        for n in range(3000)
    )  # fmt: skip
    found = ask(client, "get", "logbook/learned")
    assert found["observations"] == 3000
    assert found["overall"][0]["count"] == MOST
    assert found["overall"][0]["mean"] == pytest.approx(2.0, rel=0.02)
    assert ask(client, "get", "logbook/learned/minutes?page=60")["total"] == 3000
