"""The diary over HTTP: what was done, when and how long, with notes and photos; saved as Markdown and CSV."""

import csv
import io

import pytest

from .test_logbook_api import ask, painted

pytestmark = pytest.mark.django_db
__all__ = ["painted"]


def test_a_painting_has_a_diary_of_its_sittings(client, painted):
    (row,) = ask(client, "get", "logbook/diaries")
    assert (row["painting"], row["sittings"]) == (painted["id"], 1)
    found = ask(client, "get", f"logbook/diaries/{painted['id']}")
    (sitting,) = found["sittings"]
    assert sitting["worked_min"] == pytest.approx(row["worked_min"])
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


def test_what_was_never_at_the_easel_has_no_diary(client, planned, other_client):
    assert ask(client, "get", "logbook/diaries") == []
    ask(client, "get", f"logbook/diaries/{planned['id']}", status=404)


def test_another_painters_diary_is_not_found(other_client, painted):
    assert ask(other_client, "get", "logbook/diaries") == []
    ask(other_client, "get", f"logbook/diaries/{painted['id']}", status=404)
