"""Tablets: nobody comes in without a code, a code counts once, and only the desk opens doors."""

from datetime import timedelta

import pytest
from django.test import Client
from django.utils import timezone

from server.records.models import Invitation, Tablet
from server.site import tablets

JSON = "application/json"
HOME = "192.168.7.20"
pytestmark = pytest.mark.django_db


@pytest.fixture(autouse=True)
def at_home(monkeypatch, settings, tmp_path):
    monkeypatch.setattr(tablets, "own_addresses", lambda: [HOME])
    settings.DOOR_FILE = tmp_path / "door.json"
    settings.DOOR_PORT = 8766


def ask(client, method, path="", body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/studio/tablets{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json() if answer.content else None


@pytest.fixture
def stranger(settings):
    """A browser behind the door: the settings of the second process."""
    settings.ALLOWED_HOSTS = [HOME, "testserver"]

    def knock(client=None):
        settings.DOOR = HOME
        return client or Client(REMOTE_ADDR="192.168.7.31", headers={"host": HOME})

    yield knock
    settings.DOOR = ""


def code_of(client):
    ask(client, "put", "/door", {"address": HOME})
    url = ask(client, "post", "/invitation", {"to": "/paintings/3/easel"})["url"]
    assert url.startswith(f"http://{HOME}:8766/pair/")
    assert url.endswith("?to=/paintings/3/easel")
    return url.split("/pair/")[1].split("?")[0]


def test_the_door_is_shut_until_the_painter_opens_it_at_an_address_of_this_machine(client):
    assert ask(client, "get")["open"] is None
    assert tablets.door() is None
    assert ask(client, "put", "/door", {"address": HOME})["open"] == f"http://{HOME}:8766"
    problem = ask(client, "put", "/door", {"address": "8.8.8.8"}, status=409)
    assert "no address of this machine" in problem["message"]
    assert ask(client, "delete", "/door")["open"] is None
    assert tablets.door() is None


def test_own_addresses_are_never_loopback(monkeypatch):
    monkeypatch.undo()
    assert not any(one.startswith("127.") or one == "0.0.0.0" for one in tablets.own_addresses())


def test_no_code_before_the_door_is_open(client):
    problem = ask(client, "post", "/invitation", {"to": "/"}, status=409)
    assert "Let your tablet in first" in problem["hint"]


def test_behind_the_door_nobody_is_known(client, stranger, painting):
    tablet = stranger()
    assert tablet.get("/api/studio").status_code == 401
    assert tablet.get(f"/api/easel/{painting['id']}").status_code == 401


def test_a_code_lets_one_tablet_in_once(client, stranger, painting):
    code = code_of(client)
    tablet = stranger()
    ask(tablet, "post", "/pair", {"code": code, "name": "tablet"}, status=204)
    assert tablet.get(f"/api/easel/{painting['id']}").status_code == 200
    assert tablet.cookies[tablets.COOKIE]["httponly"]
    other = Client(REMOTE_ADDR="192.168.7.32", headers={"host": HOME})
    ask(other, "post", "/pair", {"code": code, "name": "another"}, status=409)
    assert other.get("/api/studio").status_code == 401


def test_a_code_ends_with_its_time_with_the_door_and_after_some_wrong_ones(client, stranger, settings):
    code = code_of(client)
    Invitation.objects.update(until=timezone.now() - timedelta(seconds=1))
    ask(stranger(), "post", "/pair", {"code": code}, status=409)
    settings.DOOR = ""
    code = code_of(client)
    ask(client, "delete", "/door")
    ask(stranger(), "post", "/pair", {"code": code}, status=409)
    settings.DOOR = ""
    code = code_of(client)
    guessing = stranger()
    for wrong in range(tablets.MOST_TRIES):
        ask(guessing, "post", "/pair", {"code": f"guess{wrong}"}, status=409)
    ask(guessing, "post", "/pair", {"code": code}, status=409)


def test_a_tablet_opens_no_doors_and_invites_nobody(client, stranger):
    code = code_of(client)
    tablet = stranger()
    ask(tablet, "post", "/pair", {"code": code}, status=204)
    ask(tablet, "put", "/door", {"address": HOME}, status=404)
    ask(tablet, "delete", "/door", status=404)
    ask(tablet, "post", "/invitation", {"to": "/"}, status=404)
    assert ask(tablet, "get")["addresses"] == []


def test_a_tablet_that_is_sent_away_is_a_stranger_again(client, stranger, settings):
    code = code_of(client)
    tablet = stranger()
    ask(tablet, "post", "/pair", {"code": code}, status=204)
    settings.DOOR = ""
    known = ask(client, "get")["tablets"]
    assert ask(client, "delete", f"/{known[0]['id']}")["tablets"] == []
    assert stranger(tablet).get("/api/studio").status_code == 401


def test_only_hashes_are_kept(client, stranger):
    code = code_of(client)
    assert code not in str(list(Invitation.objects.values()))
    tablet = stranger()
    ask(tablet, "post", "/pair", {"code": code}, status=204)
    assert tablet.cookies[tablets.COOKIE].value not in str(list(Tablet.objects.values()))


def test_a_foreign_host_name_is_refused_at_the_door(client, stranger):
    tablet = stranger()
    assert tablet.get("/api/studio", headers={"host": "elsewhere.example"}).status_code == 400


def test_a_form_of_another_site_cannot_pair(client, stranger):
    code = code_of(client)
    stranger()
    forger = Client(enforce_csrf_checks=True, headers={"host": HOME})
    answer = forger.post("/api/studio/tablets/pair", {"code": code}, content_type=JSON)
    assert answer.status_code == 401
    assert Invitation.objects.exists()


@pytest.mark.parametrize("to", ["//evil.example", "https://evil.example", "/a?b", "/<script>"])
def test_an_invitation_leads_only_to_a_page_of_the_studio(client, to):
    ask(client, "put", "/door", {"address": HOME})
    ask(client, "post", "/invitation", {"to": to}, status=422)
