"""Practice over HTTP: questions, answers judged from their seed, progress, and answers that are none."""

import pytest

from server.materials.palettes import shelf_box
from server.materials.services import add_tubes
from server.practice.models import PracticeAnswer
from server.practice.scenes import named, scene_of
from server.site.middleware import local_painter
from ypsochrom.materials.shelf import Tube
from ypsochrom.practice.course import made
from ypsochrom.practice.exercise import KINDS
from ypsochrom.practice.material import Material

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
        body["number"] = answer.right if right else exercise["most"]
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


@pytest.mark.parametrize("kind", KINDS)
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
        question = ask(client, "get", "next?shapes_only=true")
        assert question["needs"] == "shapes"
        reply(client, question)


def test_sheets_are_printed_of_the_painters_tubes(client):
    first = client.get("/api/practice/sheets.pdf?seed=3&paper=Letter")
    assert first.content.startswith(b"%PDF")
    assert first.content == client.get("/api/practice/sheets.pdf?seed=3&paper=Letter").content


def test_another_painters_practice_is_their_own(client, other_client):
    reply(client, ask(client, "get", "next?kind=angle"))
    assert {one["count"] for one in ask(other_client, "get", "progress")["kinds"]} == {0}
