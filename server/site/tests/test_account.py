"""A painter's account at a hosted site: password, sessions, leaving; and that none of it touches another's."""

import json
import logging

import pytest
from django.contrib.auth.models import User
from django.test import Client

from server.materials.models import TubeRow
from server.materials.services import add_tubes
from server.records.models import Painting
from ypsochrom.materials.shelf import starter_shelf

from .accounts import NEW, OLD, logged_in
from .accounts import ask as ask_studio

pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def hosted(settings):
    settings.HOSTED = True


@pytest.fixture
def ada():
    return User.objects.create_user("ada", password=OLD)


def ask(client, method, path="", body=None, status=200):
    return ask_studio(client, method, f"/account{path}", body, status)


def test_an_account_tells_where_it_is_logged_in_and_no_key(ada):
    first, second = logged_in(), logged_in()
    told = ask(second, "get")
    assert told["name"] == "ada"
    assert [one["here"] for one in told["sessions"]] == [True, False]
    assert all(one["began"] for one in told["sessions"])
    for client in (first, second):
        assert client.session.session_key not in json.dumps(told)


def test_a_session_that_is_ended_is_out(ada):
    lost, here = logged_in(), logged_in()
    other = next(one for one in ask(here, "get")["sessions"] if not one["here"])
    assert len(ask(here, "delete", f"/sessions/{other['id']}")["sessions"]) == 1
    assert lost.get("/api/studio").status_code == 401
    assert here.get("/api/studio").status_code == 200
    ask(here, "delete", f"/sessions/{other['id']}", status=404)


def test_nobody_ends_anothers_session(ada):
    User.objects.create_user("ben", password=OLD)
    mine, ben = logged_in(), logged_in("ben")
    (session,) = ask(ben, "get")["sessions"]
    ask(mine, "delete", f"/sessions/{session['id']}", status=404)
    assert ben.get("/api/studio").status_code == 200


def test_a_new_password_counts_at_once_and_ends_the_other_sessions(ada):
    other, here = logged_in(), logged_in()
    told = ask(here, "post", "/password", {"old": OLD, "new": NEW})
    assert [one["here"] for one in told["sessions"]] == [True]
    assert here.get("/api/studio").status_code == 200
    assert other.get("/api/studio").status_code == 401
    logged_in(password=OLD, status=422)
    logged_in(password=NEW)


@pytest.mark.parametrize(
    ("old", "new", "words"),
    [
        ("wrong", NEW, "not your password"),
        (OLD, "123", "too weak"),
        (OLD, "password", "too weak"),
        (OLD, "", "too weak"),
    ],
)
def test_a_password_that_cannot_be_is_said_and_nothing_changes(ada, old, new, words):
    client = logged_in()
    refused = ask(client, "post", "/password", {"old": old, "new": new}, 422)
    assert words in refused["message"]
    assert refused["hint"]
    logged_in(password=OLD)


def test_who_leaves_takes_everything_along_and_nothing_of_others(ada):
    ben = User.objects.create_user("ben", password=OLD)
    for one in (ada, ben):
        add_tubes(one, starter_shelf()[:3])
        Painting.objects.create(owner=one, title="Jug", brief={})
    client, elsewhere = logged_in(), logged_in()
    ask(client, "post", "/leave", {"password": "wrong"}, 422)
    assert Painting.objects.count() == 2
    ask(client, "post", "/leave", {"password": OLD}, 204)
    assert not User.objects.filter(username="ada").exists()
    assert set(Painting.objects.values_list("owner", flat=True)) == {ben.pk}
    assert set(TubeRow.objects.values_list("owner", flat=True)) == {ben.pk}
    for gone in (client, elsewhere):
        assert gone.get("/api/studio").status_code == 401
    logged_in(status=422)


@pytest.mark.parametrize(
    ("method", "path", "body"),
    [("get", "", None), ("post", "/password", {"old": OLD, "new": NEW}), ("post", "/leave", {"password": OLD})],
)
def test_a_studio_on_ones_own_machine_has_no_account(client, settings, method, path, body):
    settings.HOSTED = False
    assert "asks for no login" in ask(client, method, path, body, 409)["message"]


def test_a_stranger_is_asked_to_log_in(ada):
    for method, path, body in (("get", "", None), ("post", "/leave", {"password": OLD})):
        ask(Client(), method, path, body, 401)
    assert User.objects.filter(username="ada").exists()


def test_logins_and_refusals_are_written_down_without_names_and_passwords(ada, caplog):
    with caplog.at_level(logging.INFO, logger="server"):
        logged_in(password="guess 1", status=422)
        logged_in()
    told = [one.getMessage() for one in caplog.records if one.name.startswith("server.")]
    number = f"painter {ada.pk}"
    assert told == ["login refused to 127.0.0.1", f"{number}: refused (127.0.0.1)", f"{number}: signed in (127.0.0.1)"]
    assert not any(secret in caplog.text for secret in ("ada", "guess 1", OLD))
