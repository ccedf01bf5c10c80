"""A studio of version 0.5 is carried over: paintings, decisions on their areas, recipes, plans; nothing is lost."""

import base64
import json
from pathlib import Path

import pytest
from django.apps import apps
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from server.records.models import Change, Painting

OLD = json.loads((Path(__file__).parent / "fixtures/studio-0.5.json").read_text())
BEFORE = [
    ("materials", "0002_calibrationrow_paletterow_supplyrow"),
    ("subject", "0002_adjusted_observed_merged"),
    ("values", "0002_adjusted_and_moved"),
    ("areas", "0003_changes_and_decisions"),
    ("mixes", "0002_mixrow_chosen_mixrow_kept_ownrecipe"),
    ("passes", "0002_schools"),
    ("records", None),
]
pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def carried(settings, tmp_path):
    """The old studio's rows in the old tables, then today's migrations, which takes the longest of all: for one test."""
    settings.MEDIA_ROOT = tmp_path
    for name, content in OLD["pictures"].items():
        place = tmp_path / name[:2] / name
        place.parent.mkdir(exist_ok=True)
        place.write_bytes(base64.b64decode(content))
    MigrationExecutor(connection).migrate(BEFORE)
    old = (
        MigrationExecutor(connection).loader.project_state([target for target in BEFORE if target[1] is not None]).apps
    )
    old.get_model("auth.User").objects.all().delete()
    for row in OLD["rows"]:
        model = old.get_model(row["model"])
        fields = {}
        for name, value in row["fields"].items():
            field = model._meta.get_field(name)
            if not field.many_to_many:
                fields[field.attname] = value
        made = model(pk=row["pk"], **fields)
        super(type(made), made).save_base(raw=True)
    newest = MigrationExecutor(connection)
    newest.migrate(newest.loader.graph.leaf_nodes())


def ask(client, path):
    answer = client.get(f"/api/{path}")
    assert answer.status_code == 200, answer.content
    return answer.json()


def fields(model):
    return [row["fields"] for row in OLD["rows"] if row["model"] == model]


def test_what_was_decided_stands_where_it_was_in_the_old_plan_and_in_a_new_one(carried, client):
    first, second = (
        ask(client, f"subject/paintings/{one}") for one in sorted(t["id"] for t in ask(client, "subject/titles"))
    )
    assert (first["title"], second["title"]) == ("Two halves", "Slip")
    assert second["observation"]["notes"]["weather"] == "haze"
    assert first["focal"] == {"x": 0.4, "y": 0.5, "radius": 0.12}
    assert [one["name"] for one in ask(client, f"subject/paintings/{first['id']}/references")] == ["another"]

    areas = ask(client, f"areas/{first['id']}")
    assert not areas["up_to_date"]
    (was,) = fields("areas.arearow")
    assert [area["id"] for area in areas["areas"]] == [area["id"] for area in was["areas"]]
    red = next(area for area in areas["areas"] if area["name"] == "red square")
    assert red["plane"] == "front"
    assert red["target"] == "#a03020"
    assert [area["handling"] for area in areas["areas"]].count("thin") == 1
    assert sum(border["own"] for border in areas["borders"]) == 1
    assert areas["waiting"] == []

    passes = ask(client, f"passes/{first['id']}")
    (choices,) = fields("passes.passchoices")
    assert passes["choices"]["school_of"] == choices["choices"]["school_of"]
    assert passes["choices"]["fading"] == choices["choices"]["fading"]
    (plan,) = fields("passes.passrow")
    assert [one["role"] for one in passes["passes"]] == [one["role"] for one in plan["facts"]["passes"]]

    bench = ask(client, f"desk/{first['id']}")
    assert {bench[word] for word in ("areas", "mixes", "passes")} == {"stale"}
    assert bench["why"]["areas"] == ["the application"]
    _a_new_plan_keeps_all_of_it(client, first["id"], before=areas)


def _a_new_plan_keeps_all_of_it(client, pid, before):
    assert client.post(f"/api/desk/{pid}/plan").json()["state"] == "done"
    after = ask(client, f"areas/{pid}")
    assert after["up_to_date"]
    assert {area["id"]: area["name"] for area in after["areas"] if area["named"]} == {
        area["id"]: area["name"] for area in before["areas"] if area["named"]
    }
    assert after["edits"] == before["edits"]
    # what was set aside was about an area that is cut otherwise now: it is kept for when it comes back
    assert [one["reason"] for one in Painting.objects.get(pk=pid).brief["body"]["set_aside"]] == ["it is a lamp"]
    mixes = ask(client, f"mixes/{pid}")
    assert [mix["parts"] for mix in mixes["mixes"] if mix["kept"]] == [{"PW6": 3, "PBr7bs": 1}]
    assert [one["what"] for one in after["waiting"]] == []


def test_hues_get_their_own_keys_wherever_they_are_written(painter):
    migrate = MigrationExecutor(connection)
    migrate.migrate([("records", "0004_changes_with_dates")])
    old = migrate.loader.project_state([("records", "0004_changes_with_dates"), ("materials", "0004_calibration_made")])
    of = {name: old.apps.get_model(name).objects for name in ("materials.TubeRow", "materials.PaletteRow")}
    given = {"owner_id": painter.pk, "volume_ml": 60, "left_ml": 60, "nozzle_mm": 8}
    for key in ("PR83", "PB27", "PB29"):
        of["materials.TubeRow"].create(key=key, **given)
    of["materials.PaletteRow"].create(owner_id=painter.pk, name="dark", keys=["PR83", "PB29"])
    change = old.apps.get_model("records.Change").objects.create(
        owner_id=painter.pk, label="Added", before={}, after={"row": {"key": "PB27"}}
    )
    newest = MigrationExecutor(connection)
    newest.migrate(newest.loader.graph.leaf_nodes())
    now = {name: apps.get_model(name).objects for name in of}
    assert list(now["materials.TubeRow"].values_list("key", flat=True)) == ["PR177", "prussian", "PB29"]
    assert now["materials.PaletteRow"].get().keys == ["PR177", "PB29"]
    assert Change.objects.get(pk=change.pk).after == {"row": {"key": "prussian"}}
