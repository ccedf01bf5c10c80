"""The diary over HTTP: what was done, when and how long, with notes and photos; saved as Markdown and CSV."""

import csv
import io
import json
import zipfile
from datetime import timedelta

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone
from PIL import Image

from server.checks.models import CheckRow
from server.conftest import photo
from server.logbook.diaries import SHOWN
from server.logbook.models import Line

from .test_logbook_api import ask, painted

pytestmark = pytest.mark.django_db
__all__ = ["painted"]


def test_a_painting_has_a_diary_of_its_sittings(client, painted):
    (row,) = ask(client, "get", "logbook/pages")["pages"]
    assert (row["painting"], row["sittings"]) == (painted["id"], 1)
    found = ask(client, "get", f"logbook/diaries/{painted['id']}")
    (sitting,) = found["sittings"]
    worked = sum(one["worked_min"] for one in found["hours"])
    assert row["minutes"] == pytest.approx(max(worked, sitting["worked_min"]))
    times = [entry["at"] for entry in sitting["entries"]]
    assert times == sorted(times)
    kinds = {entry["kind"] for entry in sitting["entries"]}
    assert {"painted", "mixed", "dry"} <= kinds
    mixed = next(entry for entry in sitting["entries"] if entry["kind"] == "mixed")
    assert "ml: " in mixed["words"]
    assert mixed["colours"][0].startswith("#")
    assert all(one["done"] == one["units"] and one["worked_min"] > one["planned_min"] for one in found["hours"])


def test_the_diary_is_saved_as_markdown_in_the_painters_zone_and_hours_as_csv(client, painted):
    pid = painted["id"]
    text = client.get(f"/api/logbook/diaries/{pid}/diary.md?zone=Asia/Tokyo").content.decode()
    assert text.startswith("# Two halves")
    assert "## Sitting 1" in text
    assert "painted: " in text
    rows = list(csv.reader(io.StringIO(client.get(f"/api/logbook/diaries/{pid}/hours.csv").content.decode())))
    assert rows[0] == ["pass", "role", "units_done", "units", "worked_min", "planned_min"]
    assert len(rows) > 2
    assert ask(client, "get", f"logbook/diaries/{pid}/diary.md?zone=Nowhere", status=422)["hint"]


def test_the_diary_is_saved_with_its_pictures_each_once_beside_what_it_shows(client, painted):
    pid = painted["id"]
    content = photo()
    client.post(f"/api/logbook/diaries/{pid}/photos", {"photo": SimpleUploadedFile("p.jpg", content)})
    with zipfile.ZipFile(io.BytesIO(client.get(f"/api/logbook/diaries/{pid}/diary.zip").content)) as saved:
        text = saved.read("diary.md").decode()
        places = [name for name in saved.namelist() if name != "diary.md"]
        assert places == ["pictures/001.jpg"]
        assert Image.open(io.BytesIO(saved.read(places[0]))).size == Image.open(io.BytesIO(content)).size
    assert text.count("![as it was](pictures/001.jpg)") == 1
    assert "![" not in client.get(f"/api/logbook/diaries/{pid}/diary.md").content.decode()


def test_what_was_never_at_the_easel_has_only_what_was_written(client, planned):
    pid = planned["id"]
    assert ask(client, "get", "logbook/pages")["pages"] == []
    found = ask(client, "get", f"logbook/diaries/{pid}")
    assert (found["sittings"], found["loose"]) == ([], [])
    written = ask(client, "post", f"logbook/diaries/{pid}/lines", {"text": "a first idea"}, 201)
    assert [one["words"] for one in written["loose"]] == ["a first idea"]
    assert "- " in client.get(f"/api/logbook/diaries/{pid}/diary.md").content.decode()


def test_lines_are_written_changed_taken_out_and_put_back(client, painted):
    pid = painted["id"]

    def lines(found):
        return [one for sitting in found["sittings"] for one in sitting["entries"] if one["kind"] == "line"]

    body = {"text": "=the shadow is too warm", "mark": 4, "at": (timezone.now() - timedelta(minutes=5)).isoformat()}
    (line,) = lines(ask(client, "post", f"logbook/diaries/{pid}/lines", body, 201))
    assert (line["words"], line["mark"]) == ("=the shadow is too warm", 4)
    (line,) = lines(
        ask(client, "put", f"logbook/diaries/{pid}/lines/{line['line']}", {"text": "now it sits", "mark": 5})
    )
    assert (line["words"], line["mark"]) == ("now it sits", 5)
    assert "now it sits" in client.get(f"/api/logbook/diaries/{pid}/entries.csv").content.decode()
    (line,) = lines(ask(client, "put", f"logbook/diaries/{pid}/lines/{line['line']}", body))
    assert "'=the shadow" in client.get(f"/api/logbook/diaries/{pid}/entries.csv").content.decode()
    rows = [json.loads(row) for row in client.get(f"/api/logbook/diaries/{pid}/entries.jsonl").content.splitlines()]
    assert [row["words"] for row in rows if row["kind"] == "line"] == ["=the shadow is too warm"]
    assert lines(ask(client, "delete", f"logbook/diaries/{pid}/lines/{line['line']}")) == []
    assert len(lines(ask(client, "post", f"logbook/diaries/{pid}/lines/{line['line']}/back"))) == 1


def test_of_a_long_diary_the_newest_are_shown_first_and_the_whole_when_asked(client, planned, painter):
    begin = timezone.now() - timedelta(days=400)
    Line.objects.bulk_create(
        Line(owner=painter, painting_id=planned["id"], at=begin + timedelta(minutes=n), text=f"line {n}")
        for n in range(SHOWN + 30)
    )
    found = ask(client, "get", f"logbook/diaries/{planned['id']}")
    assert (len(found["loose"]), found["earlier"], found["loose"][-1]["words"]) == (SHOWN, 30, f"line {SHOWN + 29}")
    whole = ask(client, "get", f"logbook/diaries/{planned['id']}?whole=true")
    assert (len(whole["loose"]), whole["earlier"]) == (SHOWN + 30, 0)


def test_a_line_that_says_nothing_or_is_of_tomorrow_is_refused(client, painted):
    pid = painted["id"]
    tomorrow = (timezone.now() + timedelta(days=1)).isoformat()
    for body in ({"text": "  "}, {"text": "x", "at": tomorrow}):
        assert ask(client, "post", f"logbook/diaries/{pid}/lines", body, 422)["hint"]
    assert all(
        one["kind"] != "line" for s in ask(client, "get", f"logbook/diaries/{pid}")["sittings"] for one in s["entries"]
    )


def test_a_checked_photo_says_how_far_values_and_colours_are_off_under_todays_names(client, painted, painter):
    pid = painted["id"]
    area = ask(client, "get", f"areas/{pid}")["areas"][0]
    right = {"value": 0.04, "colour": 0.42, "area": "gone", "words": "as planned", "most": 0.9}
    off = {"value": 0.34, "colour": 4.12, "area": area["id"], "words": "half a step too light", "most": 7.9}
    for told in ({"things": 2, "off": off}, {"things": 0, "off": right}, {"things": 1}, {}):
        CheckRow.objects.create(
            owner=painter, painting_id=pid, number=1, taken=timezone.now(), photo="p.jpg", told=told
        )
    ask(client, "patch", f"areas/{pid}/{area['id']}", {"name": "the lit side"})
    found = ask(client, "get", f"logbook/diaries/{pid}")
    told = [entry for sitting in found["sittings"] for entry in sitting["entries"]]
    photos = [entry["words"] for entry in told if entry["kind"] == "photo"]
    assert photos == [
        "2 things to mend; values off by 0.3 of a step, colours off by ΔE 4.1; "
        "most in “the lit side”: half a step too light (7.9)",
        "nothing to mend; values right, colours off by ΔE 0.4",
        "1 thing to mend",
        "",
    ]


def test_a_photo_stands_in_the_diary_and_in_its_pdf(client, painted):
    pid = painted["id"]
    before = len(client.get(f"/api/logbook/diaries/{pid}/diary.pdf").content)
    answer = client.post(f"/api/logbook/diaries/{pid}/photos", {"photo": SimpleUploadedFile("p.jpg", photo())})
    assert answer.status_code == 201, answer.content
    entries = [one for s in answer.json()["sittings"] for one in s["entries"]]
    (shown,) = [one for one in entries if one["kind"] == "line"]
    assert client.get(shown["photo_url"]).status_code == 200
    text = client.get(f"/api/logbook/diaries/{pid}/diary.pdf").content
    assert text.startswith(b"%PDF")
    assert len(text) > before + 2000


def test_another_painters_diary_is_not_found(other_client, painted):
    assert ask(other_client, "get", "logbook/pages")["pages"] == []
    ask(other_client, "get", f"logbook/diaries/{painted['id']}", status=404)
    ask(other_client, "post", f"logbook/diaries/{painted['id']}/lines", {"text": "mine"}, 404)
