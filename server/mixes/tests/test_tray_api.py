"""The tray over HTTP: heaps, the pile dose by dose, a photo of the palette."""

import io

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image, ImageDraw

JSON = "application/json"
pytestmark = pytest.mark.django_db
BROWN = [52.0, 16.0, 26.0]


def laid(client, doses, **more):
    return client.post("/api/mixes/bench/tray", {"doses": doses, **more}, content_type=JSON)


def test_heaps_lie_warm_to_cool_and_the_pile_grows_dose_by_dose(client, shelf):
    empty = laid(client, []).json()
    assert empty["pile"] is None
    sides = [heap["side"] for heap in empty["heaps"]]
    assert sides == sorted(sides, key=["warm", "white", "cool"].index)
    assert all(heap["left_ml"] > 0 and heap["drops_in_a_cm"] > 0 for heap in empty["heaps"])
    white, brown = "PW6", "PBr7bs"
    tray = laid(client, [{"key": white, "drops": 20}, {"key": brown, "drops": 3}], lab=BROWN).json()
    first, last = tray["laid"]
    assert (first["words"], last["words"], len(last["shapes"])) == ("4 peas", "3 drops", 3)
    assert last["pile_ml"] == pytest.approx(1.15)
    assert last["dry"] == tray["pile"]["dry"]
    assert last["de00"] == pytest.approx(tray["pile"]["de00"], abs=0.01)


def test_a_paint_that_left_the_palette_still_has_its_name(client, planned):
    tray = laid(client, [{"key": "PBk9", "drops": 2}, {"key": "PBr7ru", "drops": 1}], painting=planned["id"]).json()
    assert all(one["name"] != one["key"] for one in tray["laid"])


def test_piles_of_the_painting_lie_on_the_tray_and_go_into_others(client, planned):
    tray = laid(client, [], beside=planned["id"]).json()
    first = tray["piles"][0]
    grown = laid(client, [{"key": "PW6", "drops": 10}, {"key": first["key"], "drops": 5}], beside=planned["id"]).json()
    assert grown["laid"][1]["name"] == first["name"]
    assert set(grown["pile"]["parts"]) == {"PW6", *first["parts"]}
    assert laid(client, [{"key": first["key"], "drops": 5}]).status_code == 422  # no painting, no such pile


def test_before_the_first_plan_there_are_no_piles(client, painting, shelf):
    assert laid(client, [], beside=painting["id"]).json()["piles"] == []


@pytest.mark.parametrize(
    "doses",
    [
        [{"key": "PW6", "drops": 0}],
        [{"key": "nothing", "drops": 1}],
        [{"key": "PW6", "drops": 1}] * 61,
    ],
)
def test_a_pile_that_cannot_be_is_refused_in_words(client, shelf, doses):
    refused = laid(client, doses)
    assert refused.status_code == 422
    assert refused.json()["hint"]


def test_a_pile_of_every_tube_is_answered(client, shelf):
    keys = [heap["key"] for heap in laid(client, []).json()["heaps"]]
    many = laid(client, [{"key": key, "drops": 2} for key in keys])
    assert many.status_code == 200
    assert len(many.json()["laid"]) == len(keys)


def palette_picture(colours):
    picture = Image.new("RGB", (600, 400), (225, 225, 222))
    draw = ImageDraw.Draw(picture)
    draw.rectangle((10, 10, 90, 90), fill=(118, 118, 118))
    for place, colour in enumerate(colours):
        x, y = 180 + 150 * (place % 3), 130 + 160 * (place // 3)
        draw.ellipse((x - 50, y - 45, x + 50, y + 45), fill=colour)
    content = io.BytesIO()
    picture.save(content, "PNG")
    return SimpleUploadedFile("palette.png", content.getvalue(), content_type="image/png")


def test_a_photo_of_the_palette_tells_every_pile_and_the_mix_that_it_is(client, planned):
    mixes = [mix for mix in client.get(f"/api/mixes/{planned['id']}").json()["mixes"] if mix["serves"]]
    apart = []
    for mix in mixes:
        if all(np.linalg.norm(np.array(mix["target_lab"]) - np.array(one["target_lab"])) > 18 for one in apart):
            apart.append(mix)
    chosen = apart[:5]
    photo = palette_picture([mix["dry"] for mix in chosen])
    told = client.post(
        "/api/mixes/bench/palette-photo",
        {"photo": photo, "card_x": 0.08, "card_y": 0.12, "painting": planned["id"], "wet": False},
    ).json()
    assert [pile["mix"] for pile in told["piles"]] == [mix["id"] for mix in chosen]
    assert all(pile["de00"] < 1.5 and pile["difference"] for pile in told["piles"])
    without = client.post(
        "/api/mixes/bench/palette-photo", {"photo": palette_picture(["#804020"]), "card_x": 0.08, "card_y": 0.12}
    )
    assert [pile["mix"] for pile in without.json()["piles"]] == [None]


def test_a_photo_that_tells_nothing_is_refused_in_words(client):
    refused = client.post(
        "/api/mixes/bench/palette-photo", {"photo": palette_picture([]), "card_x": 0.08, "card_y": 0.12}
    )
    assert refused.status_code == 422
    assert "No pile" in refused.json()["message"]
