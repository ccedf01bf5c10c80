import pytest

from ypsochrom.formats.exchange.cxf import read_cxf

JSON = "application/json"
pytestmark = pytest.mark.django_db

MEDIUM = {"what": "medium", "kind": "glazing liquid", "volume_ml": 250, "left_ml": 30, "price": 9}
SUPPORT = {
    "what": "support", "width_mm": 400, "height_mm": 300, "texture": "smooth", "absorbency": "low", "side_mm": 38, "count": 2,
}  # fmt: skip
BRUSH = {"what": "brush", "kind": "flat", "width_mm": 25, "count": 1, "notes": "the old one"}


def add(client, item):
    return client.post("/api/materials/supplies", {"item": item}, content_type=JSON)


@pytest.mark.parametrize("item", [MEDIUM, SUPPORT, BRUSH])
def test_supplies_are_added_changed_and_removed(client, item):
    made = add(client, item)
    assert made.status_code == 201, made.content
    one = made.json()
    assert item.items() <= one["item"].items()
    assert one["remark"]
    changed = client.put(f"/api/materials/supplies/{one['id']}", {"item": item | {"notes": "new"}}, content_type=JSON)
    assert changed.json()["item"]["notes"] == "new"
    assert client.get("/api/materials/supplies").json() == [changed.json()]
    assert client.delete(f"/api/materials/supplies/{one['id']}").status_code == 204
    assert client.get("/api/materials/supplies").json() == []


def test_a_bottle_with_little_left_is_low(client):
    assert add(client, MEDIUM).json()["low"]
    assert not add(client, MEDIUM | {"left_ml": 200}).json()["low"]
    assert not add(client, MEDIUM | {"kind": "water", "left_ml": 0}).json()["low"]


@pytest.mark.parametrize(
    "wrong",
    [
        MEDIUM | {"kind": "syrup"}, MEDIUM | {"left_ml": 999}, SUPPORT | {"width_mm": 1}, SUPPORT | {"count": -1},
        BRUSH | {"width_mm": 0}, {"what": "ladder", "width_mm": 1}, BRUSH | {"width_mm": "NaN"},
    ],
)  # fmt: skip
def test_what_cannot_stand_on_the_shelf_is_refused(client, wrong):
    answer = add(client, wrong)
    assert answer.status_code == 422
    assert answer.json()["hint"]
    assert client.get("/api/materials/supplies").json() == []


def test_the_words_of_supplies_are_told(client):
    words = client.get("/api/materials/supplies/words").json()
    assert "white gesso" in words["mediums"]
    assert words["textures"][0] == "smooth"


def test_a_palette_is_kept_laid_out_and_printed(client, shelf):
    palette = {"name": "Harbour", "keys": ["PB29", "PW6", "PY42", "PG7"]}
    made = client.post("/api/materials/palettes", palette, content_type=JSON).json()
    assert [place["side"] for place in made["tray"]] == ["warm", "white", "cool", "cool"]
    assert {p["key"]: p["on_shelf"] for p in made["tray"]}["PG7"] is False
    address = f"/api/materials/palettes/{made['id']}"
    renamed = client.put(address, palette | {"name": "Harbour, evening"}, content_type=JSON).json()
    assert client.get("/api/materials/palettes").json() == [renamed]
    assert client.get(f"{address}/tray.pdf").content.startswith(b"%PDF")
    spectra = client.get(f"{address}/palette.cxf")
    assert spectra["Content-Type"] == "application/xml"
    names = [one.name for one in read_cxf(spectra.content.decode())]
    assert len(names) == 4 + 3 * 3  # the tubes, and tints of all but white
    assert names[0].startswith("ultramarine")
    written = client.get(f"{address}/palette.gpl")
    assert written.content.decode().startswith("GIMP Palette\nName: Harbour, evening\n")
    back = client.post(
        "/api/materials/palettes/file", {"text": written.content.decode(), "keep": True}, content_type=JSON
    ).json()
    assert back["kept"]["keys"] == palette["keys"]
    assert client.delete(address).status_code == 204
    assert len(client.get("/api/materials/palettes").json()) == 1


def test_a_palette_from_elsewhere_is_shown_line_by_line_with_the_nearest_paints(client):
    text = "GIMP Palette\nName: Beach\n255 255 255\tfoam\n999 0 0\tbroken\n 40 60 140\tdeep water\n"
    seen = client.post("/api/materials/palettes/file", {"text": text}, content_type=JSON).json()
    assert seen["kept"] is None
    assert [row["key"] is None for row in seen["rows"]] == [False, True, False]
    assert seen["rows"][0]["key"] == "PW6"
    assert seen["rows"][2]["nearness"].startswith("the nearest paint: ")
    assert client.get("/api/materials/palettes").json() == []


@pytest.mark.parametrize(
    "wrong", [{"name": " ", "keys": ["PW6"]}, {"name": "x", "keys": []}, {"name": "x", "keys": ["PX9"]}]
)
def test_palettes_that_are_none_are_refused(client, wrong):
    assert client.post("/api/materials/palettes", wrong, content_type=JSON).status_code == 422


def test_supplies_and_palettes_of_another_painter_are_not_found(client, other_client):
    supply = add(client, BRUSH).json()["id"]
    palette = client.post("/api/materials/palettes", {"name": "x", "keys": ["PW6"]}, content_type=JSON).json()["id"]
    assert other_client.get("/api/materials/supplies").json() == []
    assert other_client.get("/api/materials/palettes").json() == []
    for address in (f"supplies/{supply}", f"palettes/{palette}"):
        assert other_client.delete(f"/api/materials/{address}").status_code == 404
    assert other_client.get(f"/api/materials/palettes/{palette}/tray.pdf").status_code == 404
