"""A painting that is shown: to a teacher or by a link, to nobody else, and changed by none of them; and remarks on it."""

import json
from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.test import Client
from django.utils import timezone

from server.records.models import Change, Painting, Result
from server.school import people
from server.school.models import Event, Role
from server.sharing.models import Remark, Share

JSON = "application/json"
PASSWORD = "ochre and umber 9"
pytestmark = pytest.mark.django_db


class School:
    """A pupil with a planned painting, a teacher, another pupil and a stranger, each in a browser."""

    def __init__(self, pupil: User, painting: dict) -> None:
        self.painting = painting["id"]
        self.teacher = User.objects.create_user("cleo", password=PASSWORD)
        people.set_role(self.teacher, Role.TEACHER)
        other = User.objects.create_user("ben", password=PASSWORD)
        self.browsers = {"pupil": Client(), "teacher": Client(), "other": Client(), "stranger": Client()}
        for name, who in (("pupil", pupil), ("teacher", self.teacher), ("other", other)):
            self.browsers[name].force_login(who, "django.contrib.auth.backends.ModelBackend")

    def ask(self, who, method, path, body=None, status=200):
        data = {} if body is None else {"data": json.dumps(body), "content_type": JSON}
        answer = getattr(self.browsers[who], method)(f"/api/sharing/{path}", **data)
        assert answer.status_code == status, answer.content
        return answer.json() if answer.content else None

    def shown_to_teacher(self) -> str:
        self.ask("pupil", "post", f"paintings/{self.painting}/shares", {"teacher": self.teacher.pk})
        return self.ask("teacher", "get", "shown")[0]["ref"]

    def link(self, days=14) -> str:
        shares = self.ask("pupil", "post", f"paintings/{self.painting}/shares", {"days": days})["shares"]
        return shares[-1]["url"].rpartition("/")[2]

    def picture(self, who, url):
        return self.browsers[who].get(url).status_code


@pytest.fixture
def school(planned, painter, settings):
    settings.HOSTED = True
    return School(painter, planned)


def test_a_teacher_sees_a_painting_that_is_shown_to_them_and_nobody_else_does(school):
    assert school.ask("teacher", "get", "shown") == []
    ref = school.shown_to_teacher()
    seen = school.ask("teacher", "get", f"seen/{ref}")
    assert (seen["title"], seen["by"], seen["may_remark"], seen["until"]) == ("Two halves", "local painter", True, None)
    assert seen["up_to_date"]
    areas = {one["id"] for one in seen["areas"]}
    mixes = {one["id"] for one in seen["mixes"]}
    assert len(areas) > 2
    assert all(set(one["areas"]) <= areas and set(one["mixes"]) <= mixes for one in seen["units"])
    assert [one["id"] for one in seen["units"]] == list(dict.fromkeys(one["id"] for one in seen["units"]))
    assert all(one["recipe"] for one in seen["mixes"])
    for url in (seen["picture_url"], seen["value_url"], *(one["url"] for one in seen["stages"])):
        assert school.picture("teacher", url) == 200
        assert school.picture("other", url) == school.picture("stranger", url) == 404
        assert school.picture("teacher", f"/media/{url.rpartition('/')[2]}") == 404
    for who in ("other", "stranger", "pupil"):
        school.ask(who, "get", f"seen/{ref}", status=404)
    assert school.ask("pupil", "get", "shown") == []


def test_the_list_of_what_is_shown_asks_the_database_as_often_for_one_as_for_many(
    school, painter, django_assert_max_num_queries
):
    ref = school.shown_to_teacher()
    for number in range(6):
        other = Painting.objects.create(owner=painter, title=f"Study {number}", brief={})
        Share.objects.create(owner=painter, painting=other, teacher=school.teacher)
    with django_assert_max_num_queries(9):
        found = school.ask("teacher", "get", "shown")
    assert [one["title"] for one in found] == [*(f"Study {n}" for n in range(5, -1, -1)), "Two halves"]
    assert school.picture("teacher", found[-1]["thumbnail_url"]) == 200
    assert found[-1]["ref"] == ref
    assert found[0]["thumbnail_url"] == ""


def test_nothing_of_the_studio_around_it_is_shown(school, painter):
    ref = school.shown_to_teacher()
    told = json.dumps(school.ask("teacher", "get", f"seen/{ref}"))
    for word in ("price", "left_ml", "tubes", "reference_url", "whole_url"):
        assert word not in told
    other = Painting.objects.create(owner=painter, title="Not this one", brief={})
    hidden = "a" * 64 + ".png"
    Result.objects.create(
        owner=painter, painting=other, node="subject", version=1, stamp="x", body="{}", pictures=[hidden]
    )
    assert school.picture("teacher", f"/shown-media/{ref}/{hidden}") == 404
    assert school.picture("teacher", f"/shown-media/{ref}/../secret") == 404
    for path in (f"subject/paintings/{school.painting}", f"areas/{school.painting}", f"passes/{school.painting}"):
        assert school.browsers["teacher"].get(f"/api/{path}").status_code == 404


def test_whoever_has_a_link_looks_until_it_ends_and_remarks_nothing(school):
    code = school.link(days=3)
    seen = school.ask("stranger", "get", f"seen/{code}")
    assert (seen["may_remark"], seen["remarks"]) == (False, [])
    assert school.picture("stranger", seen["picture_url"]) == 200
    school.ask("stranger", "post", f"seen/{code}/remarks", {"text": "mine"}, 401)
    number = code.partition(".")[0]
    for forged in (number, f"{number}.{'x' * 43}", "x", "1.2.3", "9" * 40):
        school.ask("stranger", "get", f"seen/{forged}", status=404)
    Share.objects.update(until=timezone.now())
    school.ask("stranger", "get", f"seen/{code}", status=404)
    assert school.picture("stranger", seen["picture_url"]) == 404
    assert school.ask("pupil", "get", f"paintings/{school.painting}")["shares"] == []


@pytest.mark.parametrize("ends", ["withdrawn", "in the bin", "no teacher any more", "locked out"])
def test_what_is_shown_no_longer_is_gone_at_once(school, ends, painter):
    ref = school.shown_to_teacher()
    if ends == "withdrawn":
        (share,) = school.ask("pupil", "get", f"paintings/{school.painting}")["shares"]
        school.ask("other", "delete", f"shares/{share['id']}", status=404)
        assert school.ask("pupil", "delete", f"shares/{share['id']}")["shares"] == []
    elif ends == "in the bin":
        assert school.browsers["pupil"].delete(f"/api/subject/paintings/{school.painting}").status_code < 300
    elif ends == "no teacher any more":
        people.set_role(school.teacher, Role.PAINTER)
    else:
        User.objects.filter(pk=painter.pk).update(is_active=False)
    school.ask("teacher", "get", f"seen/{ref}", status=404)
    assert school.ask("teacher", "get", "shown") == []


def test_a_painting_is_shown_to_teachers_only_and_to_each_once(school, painter):
    told = school.ask("pupil", "get", f"paintings/{school.painting}")
    assert [one["name"] for one in told["teachers"]] == ["cleo"]
    for number in (User.objects.get(username="ben").pk, painter.pk, 99999):
        school.ask("pupil", "post", f"paintings/{school.painting}/shares", {"teacher": number}, 404)
    school.shown_to_teacher()
    school.shown_to_teacher()
    assert Share.objects.count() == 1
    school.ask("other", "post", f"paintings/{school.painting}/shares", {"teacher": school.teacher.pk}, 404)
    assert Event.objects.filter(kind="shared", words="“Two halves” to cleo").exists()


def test_a_teacher_remarks_on_areas_and_units_and_the_painter_answers_and_ticks(school):
    ref = school.shown_to_teacher()
    seen = school.ask("teacher", "get", f"seen/{ref}")
    area, unit = seen["areas"][0], seen["units"][0]
    for about, subject, text in (
        ("area", area["id"], "  lose this edge "),
        ("unit", unit["id"], "a larger brush"),
        ("painting", "", "good start"),
    ):
        told = school.ask("teacher", "post", f"seen/{ref}/remarks", {"about": about, "subject": subject, "text": text})[
            "remarks"
        ]
    assert [(one["text"], one["title"], one["own"]) for one in told] == [
        ("lose this edge", area["name"], True),
        ("a larger brush", unit["title"], True),
        ("good start", "", True),
    ]
    assert [one["pass_number"] for one in told] == [None, unit["pass_number"], None]
    assert school.ask("pupil", "get", "news") == [
        {"painting": school.painting, "title": "Two halves", "by": "cleo", "count": 3}
    ]
    mine = school.ask("pupil", "post", f"paintings/{school.painting}/remarks", {"text": "Which edge?"})["remarks"]
    assert [one["own"] for one in mine] == [False, False, False, True]
    done = school.ask("pupil", "patch", f"remarks/{told[0]['id']}", {"done": True})["remarks"]
    assert [one["done"] for one in done] == [True, False, False, False]
    assert school.ask("pupil", "get", "news")[0]["count"] == 2
    assert school.ask("teacher", "get", "shown")[0]["remarks"] == 3
    assert [one["by"] for one in school.ask("teacher", "get", f"seen/{ref}")["remarks"]][-1] == "local painter"


@pytest.mark.parametrize(
    ("given", "status"),
    [
        ({"text": "  "}, 422),
        ({"text": "x" * 2001}, 422),
        ({"text": "x", "about": "area", "subject": "nowhere"}, 404),
        ({"text": "x", "about": "unit", "subject": ""}, 404),
        ({"text": "x", "about": "palette"}, 422),
    ],
)
def test_a_remark_that_says_nothing_or_is_about_nothing_is_refused(school, given, status):
    ref = school.shown_to_teacher()
    school.ask("teacher", "post", f"seen/{ref}/remarks", given, status)
    school.ask("pupil", "post", f"paintings/{school.painting}/remarks", given, status)
    assert not Remark.objects.exists()


def test_everybody_takes_back_their_own_remarks_and_the_painter_any(school):
    ref = school.shown_to_teacher()
    for text in ("first", "second"):
        told = school.ask("teacher", "post", f"seen/{ref}/remarks", {"text": text})["remarks"]
    mine = school.ask("pupil", "post", f"paintings/{school.painting}/remarks", {"text": "thanks"})["remarks"][-1]
    school.ask("teacher", "delete", f"seen/{ref}/remarks/{mine['id']}", status=404)
    school.ask("teacher", "patch", f"remarks/{told[0]['id']}", {"done": True}, 404)
    school.ask("other", "delete", f"remarks/{told[0]['id']}", status=404)
    left = school.ask("teacher", "delete", f"seen/{ref}/remarks/{told[0]['id']}")["remarks"]
    assert [one["text"] for one in left] == ["second", "thanks"]
    left = school.ask("pupil", "delete", f"remarks/{told[1]['id']}")["remarks"]
    assert [one["text"] for one in left] == ["thanks"]


def test_looking_and_remarking_change_nothing_of_the_painting(school):
    ref = school.shown_to_teacher()

    def state():
        row = Painting.objects.get(pk=school.painting)
        results = sorted(Result.objects.filter(painting=row).values_list("node", "stamp"))
        return row.brief, row.revision, row.title, results, Change.objects.filter(painting=row).count()

    before = state()
    school.ask("teacher", "get", f"seen/{ref}")
    school.ask("teacher", "post", f"seen/{ref}/remarks", {"text": "look again"})
    assert state() == before


def test_a_painting_without_a_plan_is_shown_as_far_as_it_is(school, upload, painter):
    bare = upload(as_client=school.browsers["pupil"], title="Bare").json()["id"]
    shares = school.ask("pupil", "post", f"paintings/{bare}/shares", {"days": 2})["shares"]
    seen = school.ask("stranger", "get", f"seen/{shares[0]['url'].rpartition('/')[2]}")
    assert (seen["title"], seen["up_to_date"], seen["units"], seen["stages"]) == ("Bare", False, [], [])
    assert shares[0]["until"] > (timezone.now() + timedelta(days=1)).isoformat()


def test_remarks_go_with_their_author_and_with_the_painting(school):
    ref = school.shown_to_teacher()
    school.ask("teacher", "post", f"seen/{ref}/remarks", {"text": "one"})
    school.teacher.delete()
    assert not Remark.objects.exists()
    assert not Share.objects.exists()


def test_on_ones_own_machine_nothing_is_shown(school, settings, client):
    settings.HOSTED = False
    assert client.get(f"/api/sharing/paintings/{school.painting}").status_code == 409
