"""Nothing brings the studio down: reading writes nothing, refusals are JSON whoever refuses, a full disk is told in words."""

import errno
import io
import itertools
import json
import os
import random
import re
import sqlite3
import stat
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from xml.etree import ElementTree

import numpy as np
import pytest
from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection, connections
from django.db.utils import InternalError, OperationalError
from django.test import Client
from django.test.utils import CaptureQueriesContext
from PIL import Image

from server.records import bin as bins
from server.records import pictures, reserve, stores
from server.records.models import Painting, Result, Run
from server.site.failures import problem_of
from server.sittings.tests.test_sittings_api import say
from tools.storm import hell
from tools.storm.broken import imports as broken_imports
from tools.storm.broken import pictures as broken_pictures

from .test_every_operation import address, ask, operations

WRITES = re.compile(r"^(INSERT|UPDATE|DELETE|REPLACE)", re.IGNORECASE)


@pytest.mark.django_db
@pytest.mark.parametrize("path", [path for method, path in operations() if method == "get"])
def test_a_request_that_reads_writes_nothing(client, planned, path):
    with CaptureQueriesContext(
        connection,
    ) as captured:
        answer = client.get(address(path, planned["id"]))
    assert answer.status_code < 500
    assert [query["sql"] for query in captured.captured_queries if WRITES.match(query["sql"])] == []


@pytest.mark.django_db(transaction=True)
def test_first_looks_at_once_settle_on_one_row(client, painting):
    """Found in version 0.5: four parallel first GETs of values gave three failures (UNIQUE)."""
    Result.objects.filter(node="values").delete()

    def look(_: int) -> set[int]:
        try:
            one = Client()
            looked = one.get(f"/api/values/{painting['id']}").status_code
            return {looked, one.post(f"/api/desk/{painting['id']}/renew").status_code}
        finally:
            connections.close_all()

    with ThreadPoolExecutor(4) as pool:
        seen = set().union(*pool.map(look, range(4)))
    assert seen <= {200, 204, 409}
    assert Result.objects.filter(node="values").count() == 1
    assert client.get(f"/api/values/{painting['id']}").status_code == 200


@pytest.mark.django_db
@pytest.mark.parametrize(
    ("method", "path", "status"),
    [
        ("get", "/api/nothing/here", 404),
        ("get", "/api/", 404),
        ("delete", "/api/materials/tubes", 405),
        ("put", "/api/studio/login", 405),
        ("post", "/api/materials/file", 413),
    ],
)
def test_every_refusal_under_the_api_is_json(client, method, path, status):
    body = b'{"text": "' + b"x" * (settings.DATA_UPLOAD_MAX_MEMORY_SIZE + 1) + b'"}' if status == 413 else b"{}"
    answer = (
        client.get(path) if method == "get" else getattr(client, method)(path, body, content_type="application/json")
    )
    assert answer.status_code == status
    problem = answer.json()
    assert problem["code"].startswith("site.")
    assert problem["message"]
    assert problem["hint"]


@pytest.mark.django_db
def test_a_fault_of_ours_is_json_too_and_gives_nothing_away(client, painting, monkeypatch):
    monkeypatch.setattr("server.work.states.of_painting", lambda _: {}["a secret"])
    client.raise_request_exception = False
    answer = client.get(f"/api/desk/{painting['id']}")
    assert (answer.status_code, answer.json()["code"]) == (500, "site.failed")
    assert b"secret" not in answer.content


@pytest.mark.parametrize(
    ("problem", "status", "code"),
    [
        (OSError(errno.ENOSPC, "No space left on device"), 507, "site.full"),
        (OSError(errno.EROFS, "Read-only file system"), 507, "site.only_read"),
        (OperationalError("database or disk is full"), 507, "site.full"),
        (OperationalError("attempt to write a readonly database"), 507, "site.only_read"),
        (OperationalError("database is locked"), 503, "site.busy"),
        (OperationalError("canceling statement due to lock timeout"), 503, "site.busy"),
        (OperationalError('could not extend file "base/1/2": No space left on device'), 507, "site.full"),
        (InternalError("cannot execute UPDATE in a read-only transaction"), 507, "site.only_read"),
        (ZeroDivisionError(), 500, "site.failed"),
    ],
    ids=str,
)
def test_what_goes_wrong_beneath_has_its_status_and_words(problem, status, code):
    found, words = problem_of(problem)
    assert (found, words.code) == (status, code)


@pytest.mark.django_db
@pytest.mark.parametrize("path", ["/api/materials/tubes", "/health", "/"])
def test_what_goes_wrong_before_a_view_is_reached_has_words_too(client, monkeypatch, path):
    def nothing_there():
        raise OperationalError("unable to open database file")

    monkeypatch.setattr("server.site.middleware.local_painter", nothing_there)
    client.raise_request_exception = False
    answer = client.get(path)
    assert answer.status_code == 507
    assert b"cannot be written to" in answer.content


@pytest.mark.django_db
def test_on_a_full_disk_nothing_is_kept_by_half_and_all_can_be_read(client, upload, painting, monkeypatch):
    def full(*_: object, **__: object):
        raise OSError(errno.ENOSPC, "No space left on device")

    before = {place for place in Path(settings.MEDIA_ROOT).rglob("*") if place.is_file()}
    monkeypatch.setattr(stores.os, "replace", full)
    client.raise_request_exception = False
    from server.conftest import photo

    refused = upload(photo(400, 300))
    assert refused.status_code == 507
    assert "full" in refused.json()["message"]
    assert {place for place in Path(settings.MEDIA_ROOT).rglob("*") if place.is_file()} == before
    assert client.get(f"/api/subject/paintings/{painting['id']}").status_code == 200
    assert client.get(painting["picture_url"]).status_code == 200
    assert client.delete(f"/api/subject/paintings/{painting['id']}").status_code == 204


@pytest.mark.django_db
def test_answers_are_kept_by_nobody_and_pictures_shown_to_no_other_page(client, painting):
    tubes = client.get("/api/materials/tubes")
    assert tubes["Cache-Control"] == "no-store"
    shown = client.get(f"/api/subject/paintings/{painting['id']}")
    assert shown["Cache-Control"] == "private, no-cache"  # the page's own cache may hold it, and asks every time
    picture = client.get(painting["picture_url"], headers={"Accept-Encoding": "gzip"})
    for answer in (tubes, shown, picture):
        assert answer["Cross-Origin-Resource-Policy"] == "same-origin"
    assert "Content-Encoding" not in picture


@pytest.mark.django_db
def test_what_a_painter_keeps_is_nobody_elses(client, painting):
    place = next(place for place in Path(settings.MEDIA_ROOT).rglob("*.jpg"))
    assert stat.S_IMODE(place.stat().st_mode) & 0o077 == 0
    assert stat.S_IMODE(Path(settings.DATA).stat().st_mode) & 0o077 == 0
    database = sqlite3.connect(Path(settings.DATA) / "made-just-now.sqlite3")
    database.execute("create table one (two)")
    database.close()
    assert stat.S_IMODE((Path(settings.DATA) / "made-just-now.sqlite3").stat().st_mode) & 0o077 == 0
    os.unlink(Path(settings.DATA) / "made-just-now.sqlite3")


@pytest.mark.django_db
@pytest.mark.parametrize(("method", "path"), [(one.method, one.path) for one in hell.OPERATIONS], ids=lambda part: part)
def test_numbers_and_texts_from_hell_are_refused_in_every_field(client, planned, method, path):
    (operation,) = [one for one in hell.OPERATIONS if (one.method, one.path) == (method, path)]
    for text in operation.bodies():
        answer = ask(client, method, address(path, planned["id"]), text)
        assert answer.status_code < 500, (text[:300], answer.content[:200])
        if answer.status_code >= 400:
            assert answer.json()["hint"]


def unbounded(schema, way, seen):
    """The parts of a request that may be of any size."""
    if "$ref" in schema:
        name = schema["$ref"].split("/")[-1]
        if name in seen:
            return
        seen.add(name)
        schema, way = hell.DOCUMENT["components"]["schemas"][name], name
    for one in schema.get("anyOf", []) + schema.get("oneOf", []):
        yield from unbounded(one, way, seen)
    match schema.get("type"):
        case "object":
            for name, one in schema.get("properties", {}).items():
                yield from unbounded(one, f"{way}.{name}", seen)
            if isinstance(schema.get("additionalProperties"), dict):
                yield from unbounded(schema["additionalProperties"], f"{way}.*", seen)
                yield from [way] if "maxProperties" not in schema else []
        case "array":
            yield from unbounded(schema["items"], f"{way}[]", seen)
            yield from [way] if "maxItems" not in schema else []
        case "string":
            yield from [way] if not {"maxLength", "enum", "const", "pattern", "format"} & schema.keys() else []
        case "number" | "integer":
            low = {"minimum", "exclusiveMinimum", "const"} & schema.keys()
            high = {"maximum", "exclusiveMaximum", "const"} & schema.keys()
            yield from [way] if not (low and high) else []


def test_every_number_in_a_request_has_a_range_and_every_text_a_length():
    found, seen = [], set()
    for path, methods in hell.DOCUMENT["paths"].items():
        for told in methods.values():
            for content in told.get("requestBody", {}).get("content", {}).values():
                found += unbounded(content["schema"], path, seen)
            for asked in told.get("parameters", []):
                if asked["in"] == "query":
                    found += unbounded(asked["schema"], f"{path}?{asked['name']}", seen)
    assert found == []
    assert len(seen) > 20


@pytest.mark.django_db
def test_malformed_pictures_of_every_format_are_told_to_be_so(upload):
    """A short form of what the storm does with a thousand."""
    answers = [upload(content).status_code for _, content in itertools.islice(broken_pictures(random.Random(7)), 36)]
    assert set(answers) <= {201, 422}
    assert answers.count(422) > 12


@pytest.mark.django_db
def test_malformed_files_of_every_other_kind_are_told_to_be_so(client, planned, shelf):
    """A short form of what the storm does with a thousand; archives are read in the background (`test_archive`)."""
    tube = client.get("/api/materials/tubes").json()[0]["id"]
    addresses = {
        "shelf": "materials/file",
        "palette": "materials/palettes/file",
        "readings": f"materials/tubes/{tube}/readings-file",
    }
    say(client, planned)
    answers = []
    for kind, content in itertools.islice(broken_imports(random.Random(7)), 150):
        if kind in addresses:
            text = json.dumps({"text": content.decode(errors="replace"), "keep": False})
            answers.append(client.post(f"/api/{addresses[kind]}", text, content_type="application/json"))
        elif kind == "calendar":
            file = SimpleUploadedFile("c.ics", content)
            answers.append(client.post(f"/api/sittings/{planned['id']}/calendar", {"calendar": file}))
        else:
            file = SimpleUploadedFile("a.zip", content)
            answers.append(client.post("/api/archive/in", {"archive": file}))
    assert {one.status_code for one in answers} <= {200, 202, 422}
    assert all(one.json()["hint"] for one in answers if one.status_code == 422)
    assert Painting.objects.filter(pk=planned["id"]).exists()
    assert not Run.objects.filter(state="failed", message__contains="not yours").exists()


@pytest.mark.django_db
def test_an_ordinary_photo_beside_a_grey_card_may_hold_lights_brighter_than_white(client):
    pixels = np.full((60, 120, 3), 110, dtype=np.uint8)
    pixels[:, 60:] = 255
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    photo = SimpleUploadedFile("card.png", out.getvalue())
    given = {"photo": photo, "card_x": 0.25, "card_y": 0.5, "patch_x": 0.75, "patch_y": 0.5}
    answer = client.post("/api/mixes/bench/photo-colour", given)
    assert answer.status_code == 200, answer.content
    assert answer.json()["lab"][0] > 100


@pytest.mark.django_db
def test_a_name_with_control_characters_breaks_no_file(client, planned):
    pid = planned["id"]
    area = client.get(f"/api/areas/{pid}").json()["areas"][0]["id"]
    named = client.patch(f"/api/areas/{pid}/{area}", {"name": "sky\x00\x1b\x0b=1"}, content_type="application/json")
    assert named.status_code == 200
    ElementTree.fromstring(client.get(f"/api/passes/{pid}/files/areas.svg").content)


@pytest.mark.django_db
def test_a_shelf_holds_so_many_tubes_and_no_file_more(client, painter):
    rows = "key,notes\n" + "PW6,=1+1\n" * 501
    refused = client.post("/api/materials/file", {"text": rows, "keep": True}, content_type="application/json")
    assert refused.status_code == 422
    assert "500" in refused.json()["message"]
    rows = "key,notes\n" + "PW6,=1+1\n" * 499
    assert (
        client.post("/api/materials/file", {"text": rows, "keep": True}, content_type="application/json").status_code
        < 300
    )
    tube = {"key": "PW6", "volume_ml": 60, "left_ml": 60, "nozzle_mm": 8, "price": None, "notes": ""}
    assert client.post("/api/materials/tubes", tube, content_type="application/json").status_code < 300
    refused = client.post("/api/materials/tubes", tube, content_type="application/json")
    assert "at most 500" in refused.json()["message"]
    written = client.get("/api/materials/file")
    assert written["Content-Type"] == "text/csv; charset=utf-8"
    assert "'=1+1" in written.content.decode()
    for turn, left in (("undo", 499), ("undo", 0), ("redo", 499)):
        client.post(f"/api/desk/history/shelf/{turn}")
        assert len(client.get("/api/materials/tubes").json()) == left


@pytest.mark.django_db
def test_a_full_disk_gives_up_its_reserve_for_what_is_removed(client, painting, settings, tmp_path, monkeypatch):
    settings.DATA = tmp_path
    monkeypatch.setattr(reserve, "_ROOM_ENOUGH", 0)
    reserve.keep_back()
    assert (tmp_path / "reserve").stat().st_size == reserve.RESERVE_BYTES
    remove = bins.remove_painting

    def remove_where_there_is_room(*which):
        if (tmp_path / "reserve").exists():
            raise OperationalError("database or disk is full")
        remove(*which)

    monkeypatch.setattr(bins, "remove_painting", remove_where_there_is_room)
    assert client.delete(f"/api/subject/paintings/{painting['id']}").status_code == 204
    assert not (tmp_path / "reserve").exists()


READ_ONLY = {"sqlite": "PRAGMA query_only = {}", "postgresql": "SET default_transaction_read_only = {}"}


@pytest.mark.django_db(transaction=True)
def test_a_folder_that_cannot_be_written_to_is_told_in_words_and_reading_goes_on(client, planned):
    number = planned["id"]
    with connection.cursor() as cursor:
        cursor.execute(READ_ONLY[connection.vendor].format("on"))
    try:
        for path in (f"subject/paintings/{number}", f"values/{number}", f"passes/{number}", "materials/tubes"):
            assert client.get(f"/api/{path}").status_code == 200, path
        assert client.get(planned["picture_url"]).status_code == 200
        for refused in (
            client.put(f"/api/mixes/{number}", {"tubes": 5}, content_type="application/json"),
            client.delete(f"/api/subject/paintings/{number}"),
        ):
            assert refused.status_code == 507
            assert refused.json()["hint"]
    finally:
        with connection.cursor() as cursor:
            cursor.execute(READ_ONLY[connection.vendor].format("off"))
    assert client.put(f"/api/mixes/{number}", {"tubes": 5}, content_type="application/json").status_code == 200


@pytest.mark.django_db
def test_pictures_that_nothing_mentions_are_few_however_quickly_they_come(painter, settings, tmp_path, monkeypatch):
    settings.MEDIA_ROOT = tmp_path
    monkeypatch.setattr(pictures, "MOST_UNDER_WAY", 5)
    names = [pictures.store(painter, f"picture {n}".encode(), "png") for n in range(12)]
    assert pictures.forget_old(painter) == 7
    assert [pictures.is_of(painter, name) for name in names] == [False] * 7 + [True] * 5
