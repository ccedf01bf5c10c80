import pytest

from ypsochrom.paint.catalogue import catalogue

JSON = "application/json"
TUBE = {"key": "PB29", "volume_ml": 60, "left_ml": 6, "nozzle_mm": 8, "price": 7.5, "notes": "the old one"}

pytestmark = pytest.mark.django_db


def test_a_tube_is_added_changed_and_removed(client):
    added = client.post("/api/materials/tubes", TUBE, content_type=JSON)
    assert added.status_code == 201
    tube = added.json()
    assert (tube["name"], tube["low"]) == ("ultramarine blue", True)
    changed = client.put(f"/api/materials/tubes/{tube['id']}", TUBE | {"left_ml": 55}, content_type=JSON).json()
    assert (changed["left_ml"], changed["low"]) == (55, False)
    assert client.get("/api/materials/tubes").json() == [changed]
    assert client.delete(f"/api/materials/tubes/{tube['id']}").status_code == 204
    assert client.get("/api/materials/tubes").json() == []


@pytest.mark.parametrize(
    "wrong",
    [
        {"key": "PX1"}, {"volume_ml": -1}, {"left_ml": 61}, {"nozzle_mm": 0}, {"volume_ml": 1e9}, {"left_ml": "NaN"},
        {"left_ml": None}, {"notes": "x" * 300},
    ],
)  # fmt: skip
def test_what_is_not_a_tube_is_refused_and_nothing_is_kept(client, wrong):
    answer = client.post("/api/materials/tubes", TUBE | wrong, content_type=JSON)
    assert answer.status_code == 422
    assert answer.json()["message"]
    assert client.get("/api/materials/tubes").json() == []


def test_the_catalogue_shows_every_paint_with_its_colours(client):
    paints = client.get("/api/materials/paints").json()
    assert [paint["key"] for paint in paints] == list(catalogue())
    assert all(paint["masstone"].startswith("#") and len(paint["tint"]) == 7 for paint in paints)
    assert {paint["key"] for paint in paints if paint["strong"]} >= {"PB15:3", "PG7", "PBk7"}


def test_cautions_follow_what_stands_on_the_shelf(client):
    def warnings():
        return [c["message"] for c in client.get("/api/materials/cautions").json() if c["severity"] == "warning"]

    assert warnings() == []
    client.post("/api/materials/tubes", TUBE | {"key": "PR108"}, content_type=JSON)
    (cadmium,) = warnings()
    assert "cadmium red medium" in cadmium
    notes = [c for c in client.get("/api/materials/cautions").json() if c["severity"] == "note"]
    assert any("drain" in note["message"] for note in notes)


FILE = "key,left_ml\nPB29,12\nPX9,5\nPW6,60\n"


def test_a_shelf_file_is_looked_at_row_by_row_before_anything_is_kept(client):
    rows = client.post("/api/materials/file", {"text": FILE}, content_type=JSON).json()
    assert [(row["line"], row["key"]) for row in rows] == [(2, "PB29"), (3, None), (4, "PW6")]
    assert "PX9" in rows[1]["problem"]
    assert rows[1]["hint"]
    assert client.get("/api/materials/tubes").json() == []


def test_the_good_rows_of_a_shelf_file_go_on_the_shelf_and_come_back_as_a_file(client):
    client.post("/api/materials/file", {"text": FILE, "keep": True}, content_type=JSON)
    assert [(t["key"], t["left_ml"]) for t in client.get("/api/materials/tubes").json()] == [("PB29", 12), ("PW6", 60)]
    saved = client.get("/api/materials/file")
    assert saved["Content-Disposition"] == 'attachment; filename="shelf.csv"'
    again = client.post("/api/materials/file", {"text": saved.content.decode()}, content_type=JSON).json()
    assert [row["key"] for row in again] == ["PB29", "PW6"]


def test_a_file_that_is_no_shelf_is_refused(client):
    answer = client.post("/api/materials/file", {"text": "hello", "keep": True}, content_type=JSON)
    assert (answer.status_code, answer.json()["code"]) == (422, "materials.bad_shelf")
