"""Practice over HTTP: questions, answers judged from their seed, progress, and answers that are none."""

from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from server.logbook.models import Fact, Gathered
from server.materials.palettes import shelf_box
from server.materials.services import add_tubes
from server.practice import services
from server.practice.models import PracticeAnswer
from server.practice.scenes import named, scene_of, shown_to
from server.records.models import Painting
from server.site.middleware import local_painter
from ypsochrom.formats.pictures.png import picture_png
from ypsochrom.materials.instruments import SimulatedCamera
from ypsochrom.materials.shelf import Tube
from ypsochrom.practice import match_card
from ypsochrom.practice.course import made
from ypsochrom.practice.exercise import ON_SCREEN
from ypsochrom.practice.material import Lean, Material

JSON = "application/json"
pytestmark = pytest.mark.django_db


def ask(client, method, path, body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/practice/{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json()


def reply(client, question, right=True, seconds=4.0, status=200, **more):
    exercise = question["exercise"]
    same = {key: question[key] for key in ("seed", "ratio", "scene", "about")}
    body = {"kind": exercise["kind"], "seconds": seconds, **same, **more}
    owner = local_painter()
    scene = scene_of(named(owner, question["scene"])) if question["scene"] else None
    material = Material(shelf_box(owner), scene, question["about"])
    _, answer = made(exercise["kind"], question["seed"], question["ratio"], material)
    if exercise["asks"] == "point":
        body["point"] = [answer.right.x if right else (answer.right.x + 0.5) % 1, answer.right.y]
    elif exercise["asks"] == "number":
        far = exercise["least"] if answer.right > (exercise["least"] + exercise["most"]) / 2 else exercise["most"]
        body["number"] = answer.right if right else far
    elif exercise["asks"] == "one":
        body["chosen"] = list(answer.right) if right else [(answer.right[0] + 1) % len(exercise["options"])]
    elif exercise["asks"] == "cells":
        body["chosen"] = list(answer.right) if right else [(one + 1) % 3 for one in answer.right]
    else:
        body["chosen"] = list(answer.right) if right else list(answer.right[::-1])
    return ask(client, "post", "answers", body, status)


@pytest.fixture(autouse=True)
def stocked(shelf):
    """The painter has tubes to mix of."""


@pytest.mark.parametrize("kind", ON_SCREEN)
def test_a_question_of_every_kind_is_asked_and_judged(client, kind):
    question = ask(client, "get", f"next?kind={kind}")
    assert question["exercise"]["kind"] == kind
    assert "right" not in str(question).replace("upright", "")
    found = reply(client, question)
    assert found["is_right"]
    assert found["why"]
    wrong = reply(client, question, right=False)
    assert not wrong["is_right"]
    assert PracticeAnswer.objects.count() == 2
    told = next(one for one in ask(client, "get", "progress")["kinds"] if one["kind"] == kind)
    assert (told["count"], told["size"]) == (2, None)


def test_progress_stands_in_its_unit_with_an_interval_and_a_curve(client):
    for _ in range(8):
        reply(client, ask(client, "get", "next?kind=lighter"))
    found = ask(client, "get", "progress")
    told = next(one for one in found["kinds"] if one["kind"] == "lighter")
    assert told["unit"] == "steps"
    assert told["low"] < told["size"] < told["high"] < told["usual"] * 3
    assert told["curve"][-1]["size"] == pytest.approx(told["size"])
    assert found["next_kind"] == "value"
    harder = ask(client, "get", "next?kind=lighter")
    assert harder["ratio"] < 1


def test_what_came_too_fast_or_on_a_dim_screen_is_kept_and_does_not_count(client):
    assert not reply(client, ask(client, "get", "next?kind=lighter"), seconds=0.1)["counts"]
    reply(client, ask(client, "get", "next?kind=lighter"), dim=True)
    reply(client, ask(client, "get", "next?kind=angle"), dim=True)
    counts = {one["kind"]: one["count"] for one in ask(client, "get", "progress")["kinds"]}
    assert (counts["lighter"], counts["angle"]) == (0, 1)
    assert PracticeAnswer.objects.count() == 3


@pytest.mark.parametrize(
    ("kind", "more"),
    [
        ("lighter", {"chosen": []}),
        ("lighter", {"chosen": [7]}),
        ("ladder", {"chosen": [0, 0, 1, 2, 3]}),
        ("value", {"number": 40}),
        ("value", {}),
    ],
)
def test_what_is_no_answer_is_refused_and_nothing_is_kept(client, kind, more):
    body = {"kind": kind, "seed": 3, "ratio": 1.0, "seconds": 2.0, **more}
    assert ask(client, "post", "answers", body, 422)["hint"]
    assert not PracticeAnswer.objects.exists()


def test_with_two_tubes_mixing_waits_and_the_rest_goes_on(other_client, client):
    from django.contrib.auth.models import User

    add_tubes(User.objects.get(username="bea"), [Tube("PW6"), Tube("PB29"), Tube("PBr7bu")])
    assert "3 or more" in ask(other_client, "get", "next?kind=mix", status=422)["hint"]
    told = {one["kind"]: one for one in ask(other_client, "get", "progress")["kinds"]}
    assert told["mix"]["why_not"]
    assert told["value"]["why_not"] == ""
    asked = ask(other_client, "get", "next")
    assert asked["exercise"]["kind"] == "lighter"


def test_who_sees_no_colour_is_asked_for_shapes_alone(client):
    for _ in range(3):
        question = ask(client, "get", "next?sight=shapes")
        assert question["needs"] == "shapes"
        reply(client, question)


def test_who_does_not_see_is_asked_what_words_and_numbers_tell(client):
    told = {one["kind"] for one in ask(client, "get", "progress")["kinds"] if "none" in one["sights"]}
    seen = set()
    for _ in range(8):
        question = ask(client, "get", "next?sight=none")
        seen.add(question["exercise"]["kind"])
        reply(client, question)
    assert seen == told


def test_sheets_are_printed_of_the_painters_tubes(client):
    first = client.get("/api/practice/sheets.pdf?seed=3&paper=Letter")
    assert first.content.startswith(b"%PDF")
    assert first.content == client.get("/api/practice/sheets.pdf?seed=3&paper=Letter").content


def test_another_painters_practice_is_their_own(client, other_client):
    reply(client, ask(client, "get", "next?kind=angle"))
    assert {one["count"] for one in ask(other_client, "get", "progress")["kinds"]} == {0}


def test_pictures_are_the_painters_own_and_shipped_ones_only_while_there_are_few(client, upload):
    owner = local_painter()
    assert {one.title for one in shown_to(owner)} == {"a still life of ours"}
    for number in range(3):
        upload(title=f"Jar {number}")
    assert [one.title for one in shown_to(owner)] == ["Jar 2", "Jar 1", "Jar 0"]
    client.delete(f"/api/subject/paintings/{Painting.objects.get(title='Jar 2').pk}")
    assert [one.title for one in shown_to(owner)][:2] == ["Jar 1", "Jar 0"]


def test_a_question_about_a_picture_that_changed_is_not_judged(client):
    question = ask(client, "get", "next?kind=bisect")
    told = reply(client, question, status=200)
    assert told["point"]
    body = {
        "kind": "bisect",
        "seed": question["seed"],
        "ratio": 1.0,
        "scene": "gone.png",
        "point": [0.5, 0.5],
        "seconds": 3,
    }
    refused = ask(client, "post", "answers", body, 409)
    assert "changed meanwhile" in refused["message"]
    assert PracticeAnswer.objects.count() == 1


def test_the_areas_of_a_plan_are_asked_about_and_told_by_the_painters_names(client, planned, monkeypatch):
    monkeypatch.setattr(services, "_pictures_for", lambda owner, kind: shown_to(owner)[:1])
    pid, owner = planned["id"], local_painter()
    (own,) = shown_to(owner)[:1]
    assert own.painting == pid
    scene = scene_of(own)
    assert len(scene.by_area) >= 8
    largest = max(scene.by_area, key=len)[0]
    areas = client.get(f"/api/areas/{pid}").json()["areas"]
    called = next(one for one in areas if one["name"] == largest.called)
    client.patch(f"/api/areas/{pid}/{called['id']}", {"name": "the wall of the yard"}, JSON)
    (renamed,) = shown_to(owner)[:1]
    assert max(scene_of(renamed).by_area, key=len)[0].called == "the wall of the yard"

    question = ask(client, "get", "next?kind=squint")
    told = reply(client, question)
    assert told["why"].count("(") == 3
    assert reply(client, question)["is_right"]
    client.put(f"/api/areas/{pid}/changes", {"detail": 5, "edits": []}, JSON)
    late = ask(client, "post", "answers", {**_same(question), "chosen": [0], "seconds": 3}, 409)
    assert "changed meanwhile" in late["message"]
    assert len(scene_of(shown_to(owner)[0]).by_area) <= 5


def _same(question):
    return {"kind": question["exercise"]["kind"], **{key: question[key] for key in ("seed", "ratio", "scene", "about")}}


@pytest.mark.parametrize(
    ("kind", "answer", "words"),
    [
        ("bisect", {"number": 3}, "Show a place"),
        ("spot", {"chosen": [1]}, "Give a number"),
        ("spot", {"number": 11}, "Give a number"),
        ("block-in", {"chosen": [0, 1]}, "every field"),
        ("lightest", {"chosen": [7]}, "Choose one"),
        ("squint", {"chosen": []}, "Choose one"),
        ("palette", {"chosen": [0, 1]}, "Choose one"),
    ],
)
def test_what_is_no_answer_is_said_and_not_kept(client, kind, answer, words):
    question = ask(client, "get", f"next?kind={kind}")
    same = {key: question[key] for key in ("seed", "ratio", "scene", "about")}
    told = ask(client, "post", "answers", {"kind": kind, "seconds": 3, **same, **answer}, 422)
    assert words in told["hint"]
    assert not PracticeAnswer.objects.exists()


def test_a_shipped_picture_is_served_and_nothing_else(client):
    found = client.get("/api/practice/scenes/kettle.jpg")
    assert found["Content-Type"] == "image/jpeg"
    assert found.content[:2] == b"\xff\xd8"
    for other in ("kettle.png", "..%2Fdata%2Fkettle.jpg", "catalogue.json"):
        assert client.get(f"/api/practice/scenes/{other}").status_code == 404


def test_where_values_come_out_otherwise_questions_are_asked_and_it_is_said(client, monkeypatch):
    lean = Lean(3.0, 0.4, 12)
    monkeypatch.setattr(services, "_lean", lambda owner: lean)
    question = ask(client, "get", "next?kind=value")
    assert question["about"] == 3.0
    assert reply(client, question)["why"].endswith(lean.words)
    assert ask(client, "get", "next?kind=lighter")["about"] is None


def test_a_painted_card_is_scored_and_stands_among_the_judgements(client):
    grey, red = (0.3, 0.3, 0.3), (0.3, 0.1, 0.1)
    drawn = match_card.drawn([grey] * 5, [grey, red, grey, None, None])
    found = card(client, SimulatedCamera(2).photograph(drawn))
    assert [one["is_right"] for one in found["fields"]] == [True, False, True]
    assert found["fields"][1]["words"]
    told = next(one for one in ask(client, "get", "progress")["kinds"] if one["kind"] == "card")
    assert (told["count"], told["on_paper"]) == (3, True)
    assert told["size"] > 5
    refused = card(client, np.full((400, 500, 3), 200, np.uint8), 422)
    assert "No swatch card" in refused["message"]
    assert PracticeAnswer.objects.count() == 3
    ask(client, "get", "next?kind=card", status=422)


def card(client, picture, status=200):
    photo = SimpleUploadedFile("card.png", picture_png(picture), content_type="image/png")
    answer = client.post("/api/practice/card", {"photo": photo})
    assert answer.status_code == status, answer.content
    return answer.json()


def test_values_of_checked_paintings_stand_beside_day_by_day(client):
    owner = local_painter()
    gathered = Gathered.objects.create(owner=owner, title="Jug", key="x")
    begin = datetime(2026, 6, 1, 9, tzinfo=UTC)
    for day, off in ((0, 0.8), (4, 0.4), (9, 0.2)):
        for place in range(4 if day != 4 else 2):  # two areas are too few to say
            sign = 1 if place % 2 else -1
            Fact.objects.create(
                owner=owner, gathered=gathered, key=f"{day}/{place}", at=begin + timedelta(days=day, minutes=place),
                what="value", of="value 5", expected=5.0, found=5.0 + sign * off,
            )  # fmt: skip
    told = ask(client, "get", "progress")
    assert [(one["day"], round(one["size"], 6)) for one in told["beside_curve"]] == [
        ("2026-06-01", 0.8),
        ("2026-06-10", 0.2),
    ]
    assert all(one["low"] < one["size"] < one["high"] for one in told["beside_curve"])
    gathered.teaches = False
    gathered.save()
    assert ask(client, "get", "progress")["beside_curve"] == []
