"""The value map that is kept: at once, for every setting, and undone by sending the old settings."""

import cv2
import numpy as np
import pytest
from scipy import ndimage

JSON = "application/json"
pytestmark = pytest.mark.django_db


@pytest.fixture
def values(client, painting):
    def ask(**settings):
        path = f"/api/values/{painting['id']}"
        answer = client.put(path, settings, content_type=JSON) if settings else client.get(path)
        assert answer.status_code == 200, answer.content
        return answer.json()

    return ask


def pixels(client, url):
    return cv2.imdecode(np.frombuffer(client.get(url).content, np.uint8), cv2.IMREAD_UNCHANGED)


@pytest.mark.parametrize("method", ["equal", "natural"])
@pytest.mark.parametrize("count", [2, 5, 9])
def test_every_method_and_number_of_steps_gives_a_map(client, values, method, count):
    found = values(method=method, count=count)
    assert len(found["steps"]) == count
    assert len(found["thresholds"]) == count - 1
    assert sum(step["area_cm2"] for step in found["steps"]) == pytest.approx(1200)
    shown = {f"#{grey:02x}{grey:02x}{grey:02x}" for grey in np.unique(pixels(client, found["map_url"]))}
    assert shown == {step["grey"] for step in found["steps"] if step["share"] > 0}


def test_sending_the_old_settings_brings_the_old_map_back(values):
    first = values()
    asked = {key: first[key] for key in ("method", "count", "limits", "brush_mm")}
    values(count=3)
    values(limits=[4.0])
    assert values(**asked) == first


def test_a_wider_brush_leaves_no_finer_masses(client, values):
    """No more of them, and none smaller than the brush places; their borders may turn a corner in a few rows more."""

    def masses_mm2(brush_mm):
        picture = pixels(client, values(brush_mm=brush_mm)["map_url"])
        parts = [ndimage.label(picture == grey)[0] for grey in np.unique(picture)]
        sizes = np.concatenate([np.bincount(part.ravel())[1:] for part in parts])
        return sizes * (400 / picture.shape[1]) ** 2

    wide, narrow = masses_mm2(40), masses_mm2(2)
    assert len(wide) <= len(narrow)
    assert wide.min() >= 0.6 * 40**2
    assert narrow.min() >= 0.6 * 2**2


def test_the_value_picture_holds_value_times_25_5(client, painting):
    picture = pixels(client, painting["value_url"])
    assert picture.shape == (painting["height_px"], painting["width_px"])
    assert picture[:, :100].mean() / 25.5 == pytest.approx(2.7, abs=0.4)
    assert picture[:20, -60:].mean() / 25.5 == pytest.approx(8.0, abs=0.4)


def test_brush_follows_the_support_until_the_painter_chooses_one(client, painting, values):
    assert values()["brush_mm"] == 10
    assert values()["finer_brush_mm"] == 6
    client.patch(f"/api/subject/paintings/{painting['id']}", {"size": "240x180mm"}, content_type=JSON)
    assert values()["brush_mm"] == 6
    kept = values(method="equal", count=5, brush_mm=8)
    client.patch(f"/api/subject/paintings/{painting['id']}", {"size": "400x300mm"}, content_type=JSON)
    assert values()["brush_mm"] == kept["brush_mm"] == 8


def test_equal_masses_own_values_and_moved_masses_are_kept(client, values):
    first = values(method="equal", count=3)
    assert values(method="masses", count=2)["method"] == "masses"
    moved = values(method="equal", count=3, moved=[{"x": 0.1, "y": 0.5, "step": 2}])
    assert moved["moved"] == [{"x": 0.1, "y": 0.5, "step": 2}]
    assert moved["steps"][2]["share"] > first["steps"][2]["share"] + 0.3
    lightest = moved["steps"][2]["value"]
    own = values(method="equal", count=3, own_values=[None, None, lightest + 0.5])
    assert own["steps"][2]["value"] == pytest.approx(lightest + 0.5, abs=0.2)
    assert own["moved"] == []


def test_values_that_do_not_rise_are_refused_and_nothing_changes(client, painting, values):
    before = values()
    body = {"method": "equal", "count": 3, "own_values": [9, 5, 2]}
    answer = client.put(f"/api/values/{painting['id']}", body, content_type=JSON)
    assert answer.status_code == 422
    assert values() == before


def test_the_relief_is_told(client, painting, values):
    values(method="equal", count=3)
    relief = client.get(f"/api/values/{painting['id']}/relief").json()
    assert len(relief["contours"]) == 2
    assert sum(mass["area_cm2"] for mass in relief["masses"]) == pytest.approx(1200, rel=0.05)
    assert [len(limits) for limits in relief["notan"]] == [1, 2]
    assert relief["words"]
    assert [accent["kind"] for accent in relief["accents"]] == ["value", "chroma", "edges"]


def test_another_brush_is_shown_and_not_kept(client, painting, values):
    before = values()
    other = client.post(f"/api/values/{painting['id']}/brush", {"brush_mm": 120}, content_type=JSON).json()
    assert other["map_url"] != before["map_url"]
    assert client.get(other["map_url"]).status_code == 200
    assert values() == before
    refused = client.post(f"/api/values/{painting['id']}/brush", {"brush_mm": 4000}, content_type=JSON)
    assert refused.status_code == 422


def test_the_map_is_shown_as_the_brush_lays_it(client, painting, values):
    found = values(method="equal", count=3)
    shown = client.get(f"/api/values/{painting['id']}/laid", {"of": "x"})
    assert shown["Content-Type"] == "image/jpeg"
    picture = cv2.imdecode(np.frombuffer(shown.content, np.uint8), cv2.IMREAD_GRAYSCALE).astype(float)
    flat = pixels(client, found["map_url"]).astype(float)
    assert picture.shape == flat.shape
    assert abs(picture.mean() - flat.mean()) < 2
    assert picture.std() > flat.std() > 10


def test_what_the_brush_loses_is_told(client, painting, values):
    address = f"/api/values/{painting['id']}"
    assert client.get(f"{address}/lost").json() == []
    client.put(address, {"brush_mm": 120}, content_type=JSON)
    (block,) = client.get(f"{address}/lost").json()
    assert (block["x"], block["y"]) == pytest.approx((0.75, 0.5), abs=0.1)
    assert (block["tone"], block["brush_mm"]) == ("dark", 50)


@pytest.mark.parametrize(
    ("name", "begins"),
    [
        ("value-map.png", b"\x89PNG"), ("value-map.svg", b"<svg"), ("contours.png", b"\x89PNG"), ("contours.svg", b"<svg"),
        ("grid.pdf", b"%PDF"), ("ladder.pdf", b"%PDF"),
    ],
)  # fmt: skip
def test_files_for_transfer_are_written(client, painting, name, begins):
    answer = client.get(f"/api/values/{painting['id']}/files/{name}?paper=Letter&mirrored=true")
    assert answer.content.startswith(begins)
    assert f'filename="{name}"' in answer["Content-Disposition"]


def test_an_absurd_grid_and_an_unknown_file_are_refused(client, painting, other_client):
    path = f"/api/values/{painting['id']}/files"
    assert client.get(f"{path}/grid.pdf?cell_mm=1").status_code == 422
    assert client.get(f"{path}/secrets.txt").status_code == 422
    assert other_client.get(f"{path}/grid.pdf").status_code == 404


def test_the_focal_passage_is_laid_one_size_finer_unless_it_is_to_be_as_the_rest(client, painting, values):
    address = f"/api/values/{painting['id']}"
    client.put(address, {"brush_mm": 120}, content_type=JSON)
    assert values()["focal_brush_mm"] is None
    broad = values()["map_url"]
    focal = {"focal": {"x": 0.75, "y": 0.5, "radius": 0.2}}
    assert client.patch(f"/api/subject/paintings/{painting['id']}", focal, content_type=JSON).status_code == 200
    finer = values()
    assert (finer["focal_brush"], finer["focal_brush_mm"]) == ("finer", 50)
    assert finer["map_url"] != broad
    assert client.get(f"{address}/lost").json() == []
    same = client.put(address, {"brush_mm": 120, "focal_brush": "same"}, content_type=JSON).json()
    assert (same["focal_brush_mm"], same["map_url"]) == (120, broad)


def test_a_passage_has_a_brush_of_its_own(client, painting, values):
    address = f"/api/values/{painting['id']}"
    client.put(address, {"brush_mm": 120}, content_type=JSON)
    broad = values()["map_url"]
    passage = {"area": "a02", "brush_mm": 25, "rings": [[[0.55, 0.2], [0.95, 0.2], [0.95, 0.8], [0.55, 0.8]]]}
    found = client.put(address, {"brush_mm": 120, "passages": [passage]}, content_type=JSON).json()
    assert found["passages"] == [passage]
    assert found["map_url"] != broad
    for wrong in (
        {"brush_mm": 0},
        {"rings": [], "area": "a99"},
        {"rings": [[[0.1, 0.1], [0.2, 0.2]]]},
        {"rings": [[[2, 0], [0, 1], [0, 0]]]},
    ):
        refused = client.put(address, {"passages": [{**passage, **wrong}]}, content_type=JSON)
        assert refused.status_code == 422, wrong
    assert values()["passages"] == [passage]


def test_an_area_is_a_passage_by_its_own_outline(client, planned):
    areas = client.get(f"/api/areas/{planned['id']}").json()["areas"]
    area = max(areas, key=lambda one: one["share"])
    address = f"/api/values/{planned['id']}"
    asked = {"brush_mm": 120, "passages": [{"area": area["id"], "brush_mm": 25}]}
    (passage,) = client.put(address, asked, content_type=JSON).json()["passages"]
    assert (passage["area"], passage["brush_mm"]) == (area["id"], 25)
    (ring, *_) = passage["rings"]
    turned = [*ring[1:], ring[0]]
    surface = abs(sum(x * v - u * y for (x, y), (u, v) in zip(ring, turned, strict=True))) / 2
    assert surface == pytest.approx(area["share"], rel=0.1)
    again = client.put(address, {"brush_mm": 100, "passages": [passage]}, content_type=JSON).json()
    assert again["passages"] == [passage]
