"""Who may see and change what, and what the answers forbid the browser."""

import json
import os
import secrets
import subprocess
import sys
from datetime import timedelta
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.test import Client
from django.utils import timezone

from server.records.models import Run

REPOSITORY = Path(__file__).parents[3]
JSON = "application/json"
TUBE = {"key": "PB29", "volume_ml": 60, "left_ml": 30, "nozzle_mm": 8}


@pytest.fixture
def hosted(settings):
    settings.HOSTED = True


@pytest.fixture
def two_painters(db):
    return [User.objects.create_user(name, password="ochre and umber 9") for name in ("ada", "ben")]


def logged_in(name: str) -> Client:
    client = Client()
    answer = client.post("/api/studio/login", {"username": name, "password": "ochre and umber 9"}, content_type=JSON)
    assert answer.status_code == 200, answer.content
    return client


@pytest.mark.django_db
def test_on_loopback_the_studio_opens_without_a_login(client):
    assert client.get("/api/studio").json() == {"painter": "local painter", "hosted": False, "role": "painter"}


@pytest.mark.django_db
def test_from_another_address_the_local_studio_stays_closed(client):
    answer = client.get("/api/studio", REMOTE_ADDR="192.0.2.7")
    assert answer.status_code == 401
    assert answer.json()["code"] == "site.login"
    assert client.get("/api/studio", HTTP_HOST="elsewhere.example").status_code == 400


@pytest.mark.django_db
@pytest.mark.parametrize("path", ["studio", "materials/tubes", "subject/paintings", "subject/titles", "values/1"])
def test_a_hosted_site_asks_for_a_login(hosted, path):
    assert Client().get(f"/api/{path}").status_code == 401


def test_login_and_logout(hosted, two_painters):
    client = logged_in("ada")
    assert client.get("/api/studio").json() == {"painter": "ada", "hosted": True, "role": "painter"}
    assert client.post("/api/studio/logout").status_code == 204
    assert client.get("/api/studio").status_code == 401
    wrong = client.post("/api/studio/login", {"username": "ada", "password": "no"}, content_type=JSON)
    assert (wrong.status_code, wrong.json()["code"]) == (422, "site.wrong_login")


def test_nothing_is_seen_or_changed_across_owners(hosted, two_painters, upload):
    ada, ben = logged_in("ada"), logged_in("ben")
    painting = upload(as_client=ada).json()
    tube = ada.post("/api/materials/tubes", TUBE, content_type=JSON).json()
    pid = painting["id"]
    for method, path in [
        ("get", f"subject/paintings/{pid}"), ("patch", f"subject/paintings/{pid}"), ("delete", f"subject/paintings/{pid}"),
        ("get", f"values/{pid}"), ("put", f"values/{pid}"), ("get", f"areas/{pid}"), ("patch", f"areas/{pid}/a01"),
        ("get", f"mixes/{pid}"), ("put", f"mixes/{pid}"), ("get", f"passes/{pid}"), ("get", f"desk/{pid}"),
        ("post", f"desk/{pid}/plan"), ("get", f"passes/{pid}/files/plan.pdf"),
        ("put", f"materials/tubes/{tube['id']}"), ("delete", f"materials/tubes/{tube['id']}"),
    ]:  # fmt: skip
        body = {"put": TUBE | {"tubes": 3}, "patch": {"name": "mine"}}.get(method, {})
        answer = getattr(ben, method)(f"/api/{path}", json.dumps(body) if method != "get" else None, content_type=JSON)
        assert answer.status_code == 404, (method, path)
    assert ben.get("/api/subject/paintings").json()["paintings"] == []
    assert ben.get("/api/subject/titles").json() == []
    assert ben.get("/api/materials/tubes").json() == []
    assert ada.get("/api/materials/tubes").json() == [tube]


def test_pictures_are_served_to_their_owner_only(hosted, two_painters, upload):
    ada, ben = logged_in("ada"), logged_in("ben")
    painting = upload(as_client=ada).json()
    for kind in ("reference_url", "picture_url", "value_url", "thumbnail_url"):
        mine = ada.get(painting[kind])
        assert mine.status_code == 200
        assert mine["Content-Type"] in ("image/png", "image/jpeg")
        assert "private" in mine["Cache-Control"]
        assert ben.get(painting[kind]).status_code == 404
        assert Client().get(painting[kind]).status_code == 404
    assert ada.get("/media/../studio.sqlite3").status_code in (400, 404)
    assert ada.get("/media/" + "0" * 64 + ".png").status_code == 404


@pytest.mark.django_db
def test_writes_without_the_pages_token_are_refused(upload):
    strict = Client(enforce_csrf_checks=True)
    refused = [
        strict.post("/api/materials/tubes", TUBE, content_type=JSON),
        strict.delete("/api/materials/tubes/1"),
        strict.patch("/api/subject/paintings/1", "{}", content_type=JSON),
        strict.put("/api/values/1", "{}", content_type=JSON),
        strict.post("/api/desk/1/plan"),
        upload(as_client=strict),
    ]
    assert [answer.status_code for answer in refused] == [403] * 6
    assert refused[0].json()["code"] == "site.forgery"
    strict.get("/")
    token = strict.cookies["csrftoken"].value
    accepted = strict.post("/api/materials/tubes", TUBE, content_type=JSON, headers={"X-CSRFToken": token})
    assert accepted.status_code == 201


@pytest.mark.django_db
def test_answers_carry_safe_headers_and_a_strict_content_policy(client):
    page = client.get("/")
    policy = page["Content-Security-Policy"]
    assert "default-src 'self'" in policy
    assert "unsafe" not in policy
    assert "frame-ancestors 'none'" in policy
    assert page["X-Content-Type-Options"] == "nosniff"
    assert page["X-Frame-Options"] == "DENY"
    assert page["Referrer-Policy"] == "same-origin"
    nonce = policy.split("'nonce-")[1].split("'")[0]
    assert nonce in page.content.decode()
    assert nonce not in client.get("/")["Content-Security-Policy"]


@pytest.mark.django_db
def test_deep_links_get_the_page_and_unknown_api_paths_do_not(client):
    assert client.get("/paintings/3/areas").status_code == 200
    assert client.get("/api/nonsense").status_code == 404
    assert client.get("/static/nonsense.js").status_code == 404


@pytest.mark.django_db
def test_malformed_requests_are_answered_as_problems(client):
    answer = client.post("/api/materials/tubes", {"key": "PB29"}, content_type=JSON)
    assert answer.status_code == 422
    assert set(answer.json()) == {"code", "message", "hint"}
    assert client.post("/api/materials/tubes", "{", content_type=JSON).status_code < 500


def test_a_hosted_site_passes_djangos_own_deployment_check(tmp_path):
    environment = {
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "server.site.settings",
        "YPSOCHROM_DATA": str(tmp_path),
        "YPSOCHROM_HOSTED": "1",
        "YPSOCHROM_HOSTS": "studio.example",
        "YPSOCHROM_SECRET": secrets.token_urlsafe(60),
    }
    environment.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)  # set for the browser tests only
    command = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
    checked = subprocess.run(command, cwd=REPOSITORY, env=environment, check=False, capture_output=True, text=True)
    assert checked.returncode == 0, checked.stderr
    del environment["YPSOCHROM_SECRET"]
    refused = subprocess.run(command, cwd=REPOSITORY, env=environment, check=False, capture_output=True, text=True)
    assert "YPSOCHROM_SECRET" in refused.stderr
    assert refused.returncode != 0


def test_the_secret_of_a_local_studio_is_its_own_and_kept(tmp_path):
    command = [sys.executable, "-c", "from server.site import settings; print(settings.SECRET_KEY)"]

    def secret(folder):
        environment = {**os.environ, "YPSOCHROM_DATA": str(tmp_path / folder)}
        return subprocess.run(
            command, cwd=REPOSITORY, env=environment, check=True, capture_output=True, text=True
        ).stdout

    first = secret("one")
    assert len(first) > 40
    assert secret("one") == first
    assert secret("two") != first
    assert (tmp_path / "one/secret").stat().st_mode & 0o077 == 0


def started_hosted(**said):
    """What a start as a hosted site says, in a process of its own."""
    environment = {**os.environ, "YPSOCHROM_HOSTED": "1", "DJANGO_SETTINGS_MODULE": "server.site.settings", **said}
    code = "import django; django.setup(); from django.conf import settings; print(settings.ALLOWED_HOSTS)"
    return subprocess.run([sys.executable, "-c", code], cwd=REPOSITORY, env=environment, capture_output=True, text=True)


@pytest.mark.parametrize(
    ("said", "words"),
    [
        ({"YPSOCHROM_HOSTS": "studio.example"}, "needs YPSOCHROM_SECRET"),
        ({"YPSOCHROM_HOSTS": "studio.example", "YPSOCHROM_SECRET": "  "}, "needs YPSOCHROM_SECRET"),
        ({"YPSOCHROM_HOSTS": "studio.example", "YPSOCHROM_SECRET": "short"}, "shorter than 40"),
        ({"YPSOCHROM_SECRET": "s" * 50}, "needs YPSOCHROM_HOSTS"),
        ({"YPSOCHROM_HOSTS": "*", "YPSOCHROM_SECRET": "s" * 50}, "would let any in"),
        ({"YPSOCHROM_HOSTS": "a.example, *.example", "YPSOCHROM_SECRET": "s" * 50}, "would let any in"),
        ({"YPSOCHROM_HOSTS": ".example", "YPSOCHROM_SECRET": "s" * 50}, "would let any in"),
    ],
)
def test_a_hosted_site_does_not_start_half_closed(said, words, tmp_path):
    found = started_hosted(YPSOCHROM_DATA=str(tmp_path), **said)
    assert found.returncode != 0
    assert words in found.stderr


def test_a_hosted_site_starts_with_what_it_needs(tmp_path):
    names = " a.example ,b.example"
    found = started_hosted(YPSOCHROM_DATA=str(tmp_path), YPSOCHROM_HOSTS=names, YPSOCHROM_SECRET="s" * 50)
    assert found.stdout.strip() == "['a.example', 'b.example']"


@pytest.mark.django_db
def test_health_tells_what_works_and_nothing_of_painters(client, monkeypatch, planned):
    monkeypatch.setattr("server.records.workshop.is_alive", lambda name="*": True)
    well = client.get("/health")
    assert well.status_code == 200
    assert set(well.json()) == {"ok", "database", "worker", "queue_age_s", "room_bytes"}
    assert well.json()["queue_age_s"] is None
    Run.objects.filter(painting_id=planned["id"]).update(state="waiting", begun=timezone.now() - timedelta(minutes=9))
    slow = client.get("/health")
    assert (slow.status_code, slow.json()["ok"]) == (503, False)
    assert slow.json()["queue_age_s"] >= 540
    monkeypatch.setattr("server.records.workshop.is_alive", lambda name="*": False)
    assert client.get("/health").json()["worker"] is False
    assert client.post("/health").status_code == 405


@pytest.mark.parametrize("path", ["/api/studio", "/api/subject/paintings", "/", "/health", "/media/x"])
def test_another_name_than_the_sites_own_is_answered_with_nothing(hosted, two_painters, settings, path):
    settings.ALLOWED_HOSTS = ["studio.example"]
    client = Client(SERVER_NAME="studio.example")
    client.force_login(two_painters[0])
    assert client.get(path).status_code != 400
    assert client.get(path, HTTP_HOST="evil.example").status_code == 400
    assert client.get(path, HTTP_HOST="studio.example.evil.example").status_code == 400
