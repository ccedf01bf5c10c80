"""The value map that is kept: at once, for every setting, and undone by sending the old settings."""

import cv2
import numpy as np
import pytest

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
    def contours(found):
        picture = pixels(client, found["map_url"])
        return int((picture[:, 1:] != picture[:, :-1]).sum())

    assert contours(values(brush_mm=40)) <= contours(values(brush_mm=2))


def test_the_value_picture_holds_value_times_25_5(client, painting):
    picture = pixels(client, painting["value_url"])
    assert picture.shape == (painting["height_px"], painting["width_px"])
    assert picture[:, :100].mean() / 25.5 == pytest.approx(2.7, abs=0.4)
    assert picture[:20, -60:].mean() / 25.5 == pytest.approx(8.0, abs=0.4)


def test_brush_follows_the_support_until_the_painter_chooses_one(client, painting, values):
    assert values()["brush_mm"] == 10
    client.patch(f"/api/subject/paintings/{painting['id']}", {"size": "240x180mm"}, content_type=JSON)
    assert values()["brush_mm"] == 6
    kept = values(method="equal", count=5, brush_mm=8)
    client.patch(f"/api/subject/paintings/{painting['id']}", {"size": "400x300mm"}, content_type=JSON)
    assert values()["brush_mm"] == kept["brush_mm"] == 8
