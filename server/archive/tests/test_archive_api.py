"""Archives over HTTP: out and in is equal in content, twice doubles nothing, and damage takes only what it hit."""

import hashlib
import io
import json
import os
import zipfile
from datetime import timedelta
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from server.archive import services
from server.archive.collecting import painting_body
from server.checks.models import CheckRow
from server.conftest import photo
from server.logbook.models import Fact, Gathered, Page, Swatch
from server.materials.models import TubeRow
from server.materials.services import add_tubes
from server.practice.models import PracticeAnswer
from server.records import pictures, runs
from server.records.models import Change, Habits, Painting, Result, Run, StoredPicture
from server.records.tidying import tidy as tidy_all
from server.sharing.models import Remark
from server.sharing.services import remarks_of
from server.sittings.models import ActRow
from ypsochrom.materials.shelf import starter_shelf

JSON = "application/json"
pytestmark = pytest.mark.django_db


def ask(client, method, path, body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json() if answer.content else None


@pytest.fixture(autouse=True)
def kept_apart(settings, tmp_path):
    settings.ARCHIVES = tmp_path / "archives"


@pytest.fixture
def other(other_client):
    """Another painter's studio, with nothing in it."""
    other_client.owner = User.objects.get(username="bea")
    return other_client


def saved(client, painting=None):
    """The archive as bytes."""
    transfer = ask(client, "post", "archive/out", {"painting": painting}, 202)
    assert transfer["run"]["state"] == "done", transfer
    answer = client.get(f"/api/archive/{transfer['run']['id']}/file")
    content = b"".join(answer.streaming_content)
    assert len(content) == transfer["bytes"]
    return content


def taken_in(client, content, status=202):
    file = SimpleUploadedFile("studio.zip", content, content_type="application/zip")
    answer = client.post("/api/archive/in", {"archive": file})
    assert answer.status_code == status, answer.content
    return answer.json()


@pytest.fixture
def worked(client, planned, painter):
    """A painting with a plan, a history, acts at the easel, a diary, marks, piles and an observation that is left out."""
    pid = planned["id"]
    for title in ("Two walls", "Two halves"):
        ask(client, "patch", f"subject/paintings/{pid}", {"title": title})
    ask(client, "post", f"easel/{pid}/open", {"sitting": "s1", "device": "tablet"})
    taken = ask(client, "get", f"easel/{pid}")["taken"]
    tasks = ask(client, "get", f"easel/{pid}/list/{taken}")["tasks"]
    at = timezone.now() - timedelta(hours=2)
    acts = []
    for number, task in enumerate(tasks[:4]):
        for kind in ("start", "done"):
            at += timedelta(minutes=5)
            one = {"id": f"a{number}{kind}", "at": at.isoformat(), "kind": kind, "sitting": "s1", "task": task["id"]}
            acts.append(one)
    sent = {"device": "tablet", "sent_at": timezone.now().isoformat(), "acts": acts}
    ask(client, "post", f"easel/{pid}/acts", sent)
    ask(client, "post", f"logbook/diaries/{pid}/lines", {"text": "=cmd|' /C calc'!A0 « naïve » 水", "mark": 3}, 201)
    assert ask(client, "post", "logbook/gather")["left"] == 0
    ask(client, "put", f"logbook/pages/p{pid}", {"tags": ["jar"], "mark": 4, "notes": "milky"})
    fact = Fact.objects.first()
    ask(client, "put", "logbook/left-out", {"id": fact.key, "out": True})
    painting = Painting.objects.get(pk=pid)
    teacher = User.objects.create_user("cleo")
    for author, text, done in ((teacher, "=1+1 A larger brush here.", True), (painter, "Why?", False)):
        Remark.objects.create(owner=painter, painting=painting, author=author, text=text, done=done)
    return painting


def same(body):
    """A painting's document without what is another studio's."""
    own = {**body, "swatches": sorted(body["swatches"], key=lambda one: one["key"])}
    for one in own["checks"]:
        one.pop("taken")
    return own


def test_a_painting_comes_back_with_all_that_hung_on_it_in_another_studio(client, other, painter, worked):
    content = saved(client, worked.pk)
    told = taken_in(other, content)
    assert (told["run"]["state"], told["loaded"]["taken"], told["loaded"]["lost"]) == ("done", ["Two halves"], [])
    mine = Painting.objects.get(owner=other.owner)
    assert same(painting_body(other.owner, mine)) == same(painting_body(painter, worked))
    assert ActRow.objects.filter(owner=other.owner).count() == ActRow.objects.filter(owner=painter).count() > 0
    assert Swatch.objects.filter(owner=other.owner, key__startswith=f"{mine.pk}/").exists()
    assert all(one.startswith(f"{mine.pk}/") for one in Habits.objects.get(owner=other.owner).left_out)
    for model in (Painting, Result, Change):
        for row in model.objects.filter(owner=other.owner):
            for name in row.pictures:
                assert pictures.is_of(other.owner, name)


def test_remarks_come_along_with_the_names_of_who_said_them(client, other, painter, worked):
    taken_in(other, saved(client, worked.pk))
    mine = Remark.objects.filter(owner=other.owner)
    assert [(one.by, one.text, one.done, one.author) for one in mine] == [
        ("cleo", "=1+1 A larger brush here.", True, None),
        (painter.get_username(), "Why?", False, None),
    ]
    assert [one.at for one in mine] == [one.at for one in Remark.objects.filter(owner=painter)]
    told = remarks_of(mine[0].painting, other.owner)
    assert [(one.by, one.own) for one in told] == [("cleo", False), (painter.get_username(), False)]
    Painting.objects.get(pk=worked.pk).delete()
    taken_in(client, saved(other, mine[0].painting_id))  # home again, the painter is known
    back = Remark.objects.filter(owner=painter)
    assert [(one.by, one.author) for one in back] == [("cleo", None), (painter.get_username(), painter)]


def test_what_came_in_can_be_opened_undone_gathered_and_painted_on(client, other, worked):
    taken_in(other, saved(client, worked.pk))
    pid = Painting.objects.get(owner=other.owner).pk
    opened = ask(other, "get", f"subject/paintings/{pid}")
    assert opened["title"] == "Two halves"
    assert other.get(opened["picture_url"]).status_code == 200
    assert ask(other, "get", f"passes/{pid}")["passes"]
    assert ask(other, "get", f"easel/{pid}")["taken"]
    assert ask(other, "post", "logbook/gather")["left"] == 0
    facts = Fact.objects.filter(owner=other.owner)
    assert facts.count() == Fact.objects.exclude(owner=other.owner).count()
    assert ask(other, "get", "logbook/learned")["left_out"] == 1
    diary = ask(other, "get", f"logbook/diaries/{pid}")
    assert "« naïve » 水" in json.dumps(diary, ensure_ascii=False)


def test_twice_doubles_nothing_and_a_copy_is_made_when_asked_for(client, worked, painter):
    before = {model: model.objects.count() for model in (Painting, Result, ActRow, Swatch, Page, Habits)}
    content = saved(client, worked.pk)
    told = taken_in(client, content)
    assert (told["loaded"]["taken"], told["loaded"]["there"]) == ([], ["Two halves"])
    assert {model: model.objects.count() for model in before} == before
    copied = ask(client, "post", f"archive/{told['run']['id']}/copies", status=202)
    assert copied["loaded"]["taken"] == ["Two halves, copy"]
    first, second = Painting.objects.order_by("pk")
    assert first.uid != second.uid
    mine, copy = (painting_body(painter, one) for one in (first, second))
    for body in (mine, copy):
        body.pop("uid")
        body.pop("title")
    assert same(copy) == {**same(mine), "swatches": same(copy)["swatches"]}
    assert ask(client, "get", f"subject/paintings/{second.pk}")["title"] == "Two halves, copy"


def test_a_whole_studio_moves(client, other, worked, painter, upload):
    upload(title="Jar")
    ask(
        client,
        "post",
        "logbook/pages",
        {"title": "Old jug", "size": "300x200mm", "minutes": 90, "palette": ["PW6"]},
        201,
    )
    ask(client, "put", "logbook/pages/rate", {"rate": 30, "share": 0.1})
    gone = Gathered.objects.get()
    Gathered.objects.create(owner=painter, title="Long gone", key="x")
    Fact.objects.create(
        owner=painter, gathered=Gathered.objects.get(title="Long gone"), key="999/minutes/u1", at=timezone.now(),
        what="minutes", of="flat", expected=4, found=6,
    )  # fmt: skip
    question = ask(client, "get", "practice/next?kind=angle")
    answer = {"kind": "angle", "seed": question["seed"], "ratio": 1, "number": 40, "seconds": 3}
    ask(client, "post", "practice/answers", answer)
    content = saved(client)
    told = taken_in(other, content)
    assert told["run"]["state"] == "done", told
    assert sorted(told["loaded"]["taken"]) == ["Jar", "Two halves"]
    assert told["loaded"]["lost"] == []
    assert told["loaded"]["also"] == [
        "1 painting from before", "1 lesson", "1 answer of practice", f"{TubeRow.objects.filter(owner=painter).count()} tubes",
    ]  # fmt: skip
    mine = {model: model.objects.filter(owner=painter).count() for model in (Painting, TubeRow, Page, PracticeAnswer)}
    assert {model: model.objects.filter(owner=other.owner).count() for model in mine} == mine
    assert Habits.objects.get(owner=other.owner).rate == 30
    assert Gathered.objects.filter(owner=other.owner, title="Long gone").count() == 1
    assert gone.painting is not None
    again = taken_in(other, saved(other))
    assert sorted(again["loaded"]["there"]) == ["Jar", "Two halves"]
    assert again["loaded"]["also"] == []


def test_a_studio_that_is_loaded_into_itself_stays_as_it_is(client, worked, painter):
    for title in ("Old jug", "Old jug", "Loaf"):
        ask(client, "post", "logbook/pages", {"title": title, "size": "300x200mm"}, 201)
    question = ask(client, "get", "practice/next?kind=angle")
    answer = {"kind": "angle", "seed": question["seed"], "ratio": 1, "number": 40, "seconds": 3}
    ask(client, "post", "practice/answers", answer)
    content = saved(client)
    changed_since = Page.objects.filter(painting=None).first()
    changed_since.title, changed_since.notes = "Older jug", "found the date"
    changed_since.save()
    kinds = (Painting, Result, Change, ActRow, Swatch, Page, Habits, TubeRow, PracticeAnswer, Gathered, Fact)
    before = {model: list(model.objects.order_by("pk").values()) for model in kinds}
    told = taken_in(client, content)["loaded"]
    assert (told["taken"], told["there"], told["also"], told["lost"]) == ([], ["Two halves"], [], [])
    assert {model: list(model.objects.order_by("pk").values()) for model in kinds} == before


def test_times_travel_to_the_microsecond(client, other, worked):
    taken_in(other, saved(client))
    first, second = worked, Painting.objects.get(owner=other.owner)
    first.refresh_from_db()
    assert (first.created, first.changed) == (second.created, second.changed)
    for model, field in ((ActRow, "at"), (ActRow, "received"), (Change, "at")):
        mine, theirs = (
            list(model.objects.filter(painting=one).values_list(field, flat=True)) for one in (first, second)
        )
        assert mine == theirs, (model, field)
        assert mine


def test_a_shelf_that_came_in_can_be_undone(client, other, shelf):
    assert taken_in(other, saved(client))["loaded"]["also"] == ["8 tubes"]
    assert TubeRow.objects.filter(owner=other.owner).count() == 8
    undone = ask(other, "post", "desk/history/shelf/undo")
    assert undone["label"] == "Loaded a shelf from an archive"
    assert TubeRow.objects.filter(owner=other.owner).count() == 0


def test_two_tubes_alike_are_two(client, other, painter):
    tube = starter_shelf()[0]
    add_tubes(painter, [tube, tube])
    add_tubes(other.owner, [tube])
    assert taken_in(other, saved(client))["loaded"]["also"] == ["1 tube"]
    assert TubeRow.objects.filter(owner=other.owner).count() == 2


def changed(content, change):
    """The archive with its documents and pictures changed, and a manifest that fits: a painter's own doing, or worse."""
    files = {}
    with zipfile.ZipFile(io.BytesIO(content)) as old:
        for name in old.namelist():
            files[name] = old.read(name)
    manifest = json.loads(files.pop("manifest.json"))
    change(files)
    manifest["files"] = [
        {"path": name, "bytes": len(data), "sha256": hashlib.sha256(data).hexdigest()} for name, data in files.items()
    ]
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as new:
        for name, data in files.items():
            new.writestr(name, data)
        new.writestr("manifest.json", json.dumps(manifest))
    return out.getvalue()


def with_body(alter):
    """A change of the painting's document."""

    def change(files):
        document = json.loads(files["documents/painting-00001.json"])
        alter(document["body"])
        files["documents/painting-00001.json"] = json.dumps(document).encode()

    return change


def test_a_missing_photo_takes_its_painting_and_nothing_else(client, other, upload, worked):
    upload(title="Jar", content=photo(300, 200))
    jar = Painting.objects.get(title="Jar")

    def lose(files):
        for name in jar.pictures:
            del files[f"pictures/{name}"]

    told = taken_in(other, changed(saved(client), lose))["loaded"]
    assert told["taken"] == ["Two halves"]
    assert {"what": "the painting “Jar”", "why": "its photo is missing or damaged"} in told["lost"]
    assert not Painting.objects.filter(owner=other.owner, title="Jar").exists()


def test_a_picture_that_is_made_anew_anyway_is_not_missed(client, other, worked):
    made = {name for row in Result.objects.filter(painting=worked) for name in row.pictures} - set(worked.pictures)
    assert made

    def lose(files):
        for name in made:
            files.pop(f"pictures/{name}", None)

    told = taken_in(other, changed(saved(client, worked.pk), lose))["loaded"]
    assert (told["taken"], told["lost"]) == (["Two halves"], [])
    pid = Painting.objects.get(owner=other.owner).pk
    assert ask(other, "get", f"subject/paintings/{pid}", status=409)["code"] == "site.outdated"
    assert other.post(f"/api/desk/{pid}/renew").status_code == 204  # as the page asks for it then
    assert ask(other, "get", f"subject/paintings/{pid}")["title"] == "Two halves"


def spoilt(where, what):
    def alter(body):
        rows = body[where]
        rows[0] = what if not isinstance(what, dict) else {**rows[0], **what}

    return with_body(alter)


@pytest.mark.parametrize(
    ("where", "what"),
    [
        ("acts", {"body": {"kind": "fly"}}),
        ("acts", {"at": "yesterday"}),
        ("acts", 7),
        ("lists", {"body": "{}"}),
        ("lists", {"climate": {"temperature_c": "warm"}}),
        ("lines", {"mark": [1]}),
        ("lines", None),
        ("swatches", {"parts": {"XX99": 1}}),
        ("swatches", {"planned": [1, 2]}),
        ("swatches", {"parts": {}}),
    ],
)
def test_a_damaged_row_is_told_and_its_painting_can_be_opened(client, other, worked, where, what):
    told = taken_in(other, changed(saved(client, worked.pk), spoilt(where, what)))["loaded"]
    assert told["taken"] == ["Two halves"]
    assert [one["why"] for one in told["lost"]] == ["damaged"]
    pid = Painting.objects.get(owner=other.owner).pk
    for path in (f"subject/paintings/{pid}", f"easel/{pid}", f"logbook/diaries/{pid}", "logbook/swatches?near="):
        assert other.get(f"/api/{path}").status_code == 200, path
    assert ask(other, "post", "logbook/gather")["left"] == 0


@pytest.mark.parametrize(
    "alter",
    [
        lambda body: body.pop("uid"),
        lambda body: body.update(uid="no number"),
        lambda body: body.update(title=["x"]) or body.update(title="x" * 500),
        lambda body: body.update(brief={"kind": "brief", "version": 99, "body": {}}),
        lambda body: body["brief"]["body"].update(support={"width_mm": -4}),
        lambda body: body.update(brief=None),
        lambda body: body.update(created="not a day"),
    ],
)
def test_a_damaged_painting_is_told_and_leaves_nothing_behind(client, other, worked, alter):
    told = taken_in(other, changed(saved(client, worked.pk), with_body(alter)))
    assert told["run"]["state"] == "done"
    assert told["loaded"]["taken"] == []
    assert len(told["loaded"]["lost"]) == 1
    for model in (Painting, Result, ActRow, Swatch, Page, Habits):
        assert not model.objects.filter(owner=other.owner).exists()


def test_a_history_is_taken_as_far_as_it_can_be_read(client, other, worked):
    assert Change.objects.filter(painting=worked).count() >= 2
    broken = with_body(lambda body: body["history"][0].update(after={"brief": {"support": 3}}))
    taken_in(other, changed(saved(client, worked.pk), broken))
    pid = Painting.objects.get(owner=other.owner).pk
    kept = Change.objects.filter(painting=pid).count()
    assert kept == Change.objects.filter(painting=worked).count() - 1
    ask(other, "post", f"desk/history/paintings/{pid}/undo")


def test_what_is_no_picture_is_not_kept(client, other, upload):
    upload(title="Jar")
    (name,) = Painting.objects.get().pictures

    def swap(files):
        bad = b"<svg onload=alert(1)>"
        del files[f"pictures/{name}"]
        evil = f"{hashlib.sha256(bad).hexdigest()}.png"
        files[f"pictures/{evil}"] = bad
        document = json.loads(files["documents/painting-00001.json"])
        files["documents/painting-00001.json"] = json.dumps(document).replace(name, evil).encode()

    told = taken_in(other, changed(saved(client), swap))["loaded"]
    assert "no picture" in [one["why"] for one in told["lost"]]
    assert not StoredPicture.objects.filter(owner=other.owner).exists()


@pytest.mark.parametrize("content", [b"", b"PK", photo(), b"{}"])
def test_what_is_no_archive_is_said_and_can_be_sent_again(client, content):
    told = taken_in(client, content)
    assert (told["run"]["state"], told["loaded"]) == ("failed", None)
    assert "not an archive" in told["run"]["message"]
    assert told["run"]["hint"]
    assert ask(client, "get", "archive/newest")["run"] == ask(client, "get", "archive/run") == told["run"]


def test_one_is_worked_on_at_a_time_and_can_be_stopped(client, painter):
    waiting = Run.objects.create(owner=painter, kind="save", asked={"painting": None, "name": "studio.zip"})
    refused = ask(client, "post", "archive/out", {"painting": None}, 409)
    assert "being worked on already" in refused["message"]
    assert ask(client, "post", f"desk/runs/{waiting.pk}/cancel")["state"] == "cancelled"
    runs.carry_out(waiting.pk, services.save)
    assert Run.objects.get(pk=waiting.pk).state == "cancelled"
    assert ask(client, "post", "archive/out", {"painting": None}, 202)["run"]["state"] == "done"


def test_stopping_in_the_middle_keeps_what_was_taken_in_and_tells_it(client, other, upload, monkeypatch):
    for number in range(3):
        upload(title=f"Jar {number}", content=photo(300 + number, 200))
    content = saved(client)
    monkeypatch.setattr(runs, "REPORT_EVERY_S", 0.0)
    noted = runs._note

    def stop(run, **facts):
        noted(run, **facts)
        if "loading 2" in facts.get("doing", ""):
            Run.objects.filter(pk=run.pk).update(cancel=True)

    monkeypatch.setattr(runs, "_note", stop)
    found = taken_in(other, content)
    assert found["run"]["state"] == "cancelled"
    kept = Painting.objects.filter(owner=other.owner).count()
    assert 0 < kept < 3
    assert len(found["loaded"]["taken"]) == kept


def test_a_worker_that_ends_leaves_words_and_no_half_file(client, painter):
    asked = {"painting": None, "name": "x.zip"}
    lost = Run.objects.create(owner=painter, kind="save", asked=asked, state="running", worker="gone", starts=2)
    found = ask(client, "get", "archive/run")
    assert (found["id"], found["state"]) == (lost.pk, "failed")
    assert found["hint"]
    assert ask(client, "post", "archive/out", {"painting": None}, 202)["run"]["state"] == "done"
    assert list(services.place_of(lost).parent.glob("*.part")) == []


def test_another_painters_archive_is_not_to_be_had(client, other, worked):
    mine = ask(client, "post", "archive/out", {"painting": worked.pk}, 202)["run"]["id"]
    assert other.get(f"/api/archive/{mine}/file").status_code == 404
    assert other.post(f"/api/desk/runs/{mine}/cancel").status_code == 404
    assert other.post(f"/api/archive/{mine}/copies").status_code == 404
    ask(other, "post", "archive/out", {"painting": worked.pk}, 404)
    assert ask(other, "get", "archive/newest") is None


def test_an_archive_is_called_after_its_painting_and_leads_nowhere(client, upload):
    upload(title="../../etc/«Jar» 水: a/b\\c\r\nX-Evil: 1")
    told = ask(client, "post", "archive/out", {"painting": Painting.objects.get().pk}, 202)
    assert told["name"].startswith("etc Jar 水 a b c")
    assert not set("/\\\r\n:") & set(told["name"])
    answer = client.get(f"/api/archive/{told['run']['id']}/file")
    assert "attachment" in answer["Content-Disposition"]
    assert "X-Evil" not in answer
    answer.close()


def test_archives_go_by_themselves(client, upload):
    upload(title="Jar")
    old = ask(client, "post", "archive/out", {"painting": None}, 202)["run"]["id"]
    place = services.place_of(Run.objects.get(pk=old))
    assert place.stat().st_mode & 0o777 == 0o600
    stray = place.with_name("9999.part")
    stray.write_bytes(b"x")
    services.tidy()
    assert {one.name for one in place.parent.iterdir()} == {place.name, stray.name}
    for one, days in ((stray, 0.1), (place, 3)):
        long_ago = timezone.now().timestamp() - days * 86_400
        os.utime(one, (long_ago, long_ago))
    services.tidy()
    assert list(place.parent.iterdir()) == []
    assert ask(client, "get", "archive/newest")["bytes"] is None
    assert client.get(f"/api/archive/{old}/file").status_code == 404


def test_runs_of_a_studio_are_tidied_for_each_painter(client, other):
    mine, theirs = (ask(one, "post", "archive/out", {"painting": None}, 202)["run"]["id"] for one in (client, other))
    Run.objects.update(heard=timezone.now() - timedelta(days=9))
    tidy_all()
    assert ask(client, "get", "archive/run")["id"] == mine
    assert ask(other, "get", "archive/run")["id"] == theirs


def test_a_painting_in_the_bin_is_not_saved_and_checks_in_it_are(client, worked, upload, other):
    CheckRow.objects.create(
        owner=worked.owner, painting=worked, number=1, taken=timezone.now(), photo=worked.pictures[0],
        asked={"number": 1, "moved": [], "piles": [], "wet": []}, removed=timezone.now(),
    )  # fmt: skip
    upload(title="Jar")
    client.delete(f"/api/subject/paintings/{Painting.objects.get(title='Jar').pk}")
    told = taken_in(other, saved(client))["loaded"]
    assert told["taken"] == ["Two halves"]
    assert CheckRow.with_removed.filter(owner=other.owner, removed__isnull=False).count() == 1


@pytest.mark.parametrize("kept", sorted(Path(__file__).parent.glob("kept/*.zip")), ids=lambda one: one.stem)
def test_archives_of_every_released_version_are_taken_in(other, kept):
    """`studio-<version>.zip` was saved by that version of the archive and is never written anew."""
    told = taken_in(other, kept.read_bytes())
    assert told["run"]["state"] == "done"
    assert told["loaded"]["lost"] == []
    assert told["loaded"]["taken"] == ["Two halves"]
    assert "1 painting from before" in told["loaded"]["also"]
    pid = Painting.objects.get(owner=other.owner).pk
    assert ask(other, "post", "logbook/gather")["left"] == 0
    assert ask(other, "get", f"logbook/diaries/{pid}")["sittings"]
    assert other.post(f"/api/desk/{pid}/renew").status_code == 204
    assert ask(other, "get", f"subject/paintings/{pid}")["title"] == "Two halves"
