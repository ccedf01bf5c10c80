"""The mixing bench and the choice of a palette over HTTP."""

import io

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from server.materials.services import tubes_of
from ypsochrom.mixes import table

JSON = "application/json"
pytestmark = pytest.mark.django_db
BROWN = [52.0, 16.0, 26.0]


def post(client, address, body):
    return client.post(f"/api/mixes/{address}", body, content_type=JSON)


@pytest.mark.parametrize(
    ("typed", "lab"),
    [({"written": "52,16,26"}, BROWN), ({"written": "#ffffff"}, [100, 0, 0])],
)
def test_a_colour_is_typed_in_numbers(client, typed, lab):
    assert post(client, "bench/colour", typed).json()["lab"] == pytest.approx(lab, abs=0.02)


def test_a_colour_is_told_in_words(client):
    words = client.get("/api/mixes/bench/words").json()
    told = post(client, "bench/colour", {"value": 4, "hue": words["hues"][0], "chroma": words["chromas"][2]}).json()
    assert told["value"] == pytest.approx(4, abs=0.01)
    for wrong in ({}, {"value": 4}, {"value": 40, "hue": "red", "chroma": "clear"}, {"written": "puce"}):
        assert post(client, "bench/colour", wrong).status_code == 422


def test_recipes_for_a_target_say_all_a_painter_asks(client, shelf):
    answer = post(client, "bench/recipes", {"lab": BROWN, "volume_ml": 12}).json()
    best = answer["recipes"][0]
    assert best["de00"] < 4
    assert best["value_words"]
    assert best["colour_words"]
    assert sum(step["volume_ml"] for step in best["additions"]) == pytest.approx(12)
    assert {light["light"] for light in best["lights"]} == {"D65", "D50", "A", "LED"}
    assert sum(recipe["steadiest"] for recipe in answer["recipes"]) <= 1
    assert best["source"] == "catalogue"
    for recipe in answer["recipes"]:  # in parts that a hand can count, and with what it comes to
        assert all(float(parts).is_integer() for parts in recipe["parts"].values())
        assert sum(recipe["parts"].values()) <= 21
        assert recipe["expected_de00"] <= recipe["likely_worst_de00"]


def test_wishes_are_kept_and_impossible_ones_refused(client, shelf):
    best = post(client, "bench/recipes", {"lab": BROWN, "must_not": ["PY42"], "most_paints": 3}).json()["recipes"][0]
    assert "PY42" not in best["parts"]
    assert len(best["parts"]) <= 3
    refused = post(client, "bench/recipes", {"lab": BROWN, "must_use": ["PV23"]})
    assert (refused.status_code, refused.json()["code"]) == (422, "mixes.no_recipe")


def test_only_what_is_left_in_sufficient_amount_is_used_on_demand(client, shelf, painter):
    tubes = client.get("/api/materials/tubes").json()
    ochre = next(tube for tube in tubes if tube["key"] == "PY42")
    client.put(
        f"/api/materials/tubes/{ochre['id']}",
        {"key": "PY42", "volume_ml": 60, "left_ml": 0.01, "nozzle_mm": 8},
        content_type=JSON,
    )
    for only_enough in (False, True):
        found = post(client, "bench/recipes", {"lab": BROWN, "volume_ml": 40, "only_enough": only_enough}).json()
        if only_enough:
            assert all(recipe["enough"] for recipe in found["recipes"])
            assert all(recipe["parts"].get("PY42", 0) == 0 for recipe in found["recipes"])
    impossible = post(client, "bench/recipes", {"lab": BROWN, "volume_ml": 4000, "only_enough": True}).json()
    assert impossible["recipes"] == []
    assert "Mix less" in impossible["words"]


def test_a_target_outside_any_gamut_is_answered_by_the_nearest_and_said_so(client, shelf):
    answer = post(client, "bench/recipes", {"lab": [60, 100, -90]}).json()
    assert not answer["reached"]
    assert answer["words"].startswith("Out of reach")


def test_dabs_are_predicted_with_and_without_a_target(client, shelf):
    alone = post(client, "bench/pile", {"parts": {"PW6": 4, "PY42": 1}}).json()
    assert alone["de00"] == pytest.approx(0)
    against = post(client, "bench/pile", {"parts": {"PW6": 4, "PY42": 1}, "lab": BROWN}).json()
    assert against["dry"] == alone["dry"]
    assert against["de00"] > 5


@pytest.mark.parametrize(
    "parts", [{}, {"PW6": 0}, {"PW6": -1}, {"PW6": "NaN"}, {"PX1": 1}, {"PW6": 1e400}],
)  # fmt: skip
def test_piles_that_are_none_are_refused(client, shelf, parts):
    body = '{"parts": {"PW6": 1e400}}' if parts.get("PW6") == float("inf") else {"parts": parts}
    answer = post(client, "bench/pile", body)
    assert answer.status_code == 422, answer.content
    assert answer.json()["message"]


def test_an_empty_shelf_says_what_to_do(client, painter):
    answer = post(client, "bench/recipes", {"lab": BROWN})
    assert (answer.status_code, answer.json()["code"]) == (422, "materials.bad_shelf")


@pytest.mark.parametrize(
    ("body", "count"),
    [
        ({"kind": "value", "steps": 5, "base": {"PBr7bs": 1, "PY42": 1}}, 5),
        ({"kind": "neutrals", "steps": 6}, 6),
    ],
)
def test_strings_come_from_dark_to_light(client, shelf, body, count):
    keys = ["PW6", "PY42", "PBr7bs", "PB29", "PBr7ru"]
    found = post(client, "bench/string", body | {"keys": keys}).json()
    assert len(found) == count
    values = [step["value_dry"] for step in found]
    assert values == sorted(values)


def test_a_string_without_a_base_and_a_palette_without_greens_are_refused(client, shelf):
    assert post(client, "bench/string", {"kind": "value"}).status_code == 422
    assert post(client, "bench/string", {"kind": "greens", "keys": ["PW6", "PR108"]}).status_code == 422


def test_a_pile_read_on_the_simulated_bench_is_mended(client, shelf):
    recipe = post(client, "bench/recipes", {"lab": BROWN}).json()["recipes"][0]
    read = post(client, "bench/colorimeter", {"parts": recipe["parts"]}).json()
    assert read == post(client, "bench/colorimeter", {"parts": recipe["parts"]}).json()
    body = {"parts": recipe["parts"], "volume_ml": 10, "lab": read["lab"], "target": BROWN}
    answer = post(client, "bench/corrections", body).json()
    assert answer["pile"]["lab"] == pytest.approx(read["lab"], abs=1.5)
    left = {tube["key"] for tube in client.get("/api/materials/tubes").json()}
    for correction in answer["corrections"]:
        assert {add["key"] for add in correction["adds"]} <= left
        assert correction["volume_ml"] == pytest.approx(10 + sum(add["volume_ml"] for add in correction["adds"]))
    assert post(client, "bench/corrections", body | {"volume_ml": 0}).status_code == 422


def test_the_scale_weighs_a_pile_and_ml_follow_from_it(client, shelf):
    shown = post(client, "bench/scale", {"parts": {"PW6": 1}, "volume_ml": 10}).json()
    assert shown["mass_g"] == pytest.approx(15.0, abs=0.05)
    assert shown["volume_ml"] == pytest.approx(10.0, abs=0.05)


def test_a_pile_is_read_from_a_photo_beside_a_grey_card(client):
    picture = Image.new("RGB", (200, 100), (118, 118, 118))  # 18 % in sRGB
    picture.paste((150, 110, 60), (100, 0, 200, 100))
    out = io.BytesIO()
    picture.save(out, "PNG")
    body = {
        "photo": SimpleUploadedFile("pile.png", out.getvalue()), "card_x": 0.25, "card_y": 0.5, "patch_x": 0.75, "patch_y": 0.5,
    }  # fmt: skip
    read = client.post("/api/mixes/bench/photo-colour", body).json()
    assert read["name"].endswith(("orange", "brown", "yellow"))
    assert client.post("/api/mixes/bench/photo-colour", body | {"card_x": 7}).status_code == 422


def test_a_kept_recipe_stays_through_new_plans_and_passes_follow(client, planned, painter):
    address = f"/api/mixes/{planned['id']}"
    mix = client.get(address).json()["mixes"][0]
    own = {"PW6": 3, "PY42": 2}
    kept = client.put(f"{address}/recipes/{mix['id']}", {"parts": own}, content_type=JSON).json()
    mine = next(m for m in kept["mixes"] if m["id"] == mix["id"])
    assert (mine["parts"], mine["kept"]) == (own, True)
    assert kept["up_to_date"]
    bench = client.get(f"/api/desk/{planned['id']}").json()
    assert (bench["mixes"], bench["passes"]) == ("current", "current")  # the passes follow at once
    client.put(address, {"tubes": 6}, content_type=JSON)
    client.post(f"/api/desk/{planned['id']}/plan")
    again = client.get(address).json()
    assert [m["parts"] for m in again["mixes"] if m["kept"]] == [own]
    back = client.put(f"{address}/recipes/{mix['id']}", {"parts": None}, content_type=JSON).json()
    assert back["up_to_date"]
    assert next(m for m in back["mixes"] if m["id"] == mix["id"])["parts"] != own
    client.post(f"/api/desk/{planned['id']}/plan")
    assert not any(m["kept"] for m in client.get(address).json()["mixes"])


def test_a_bad_own_recipe_is_refused_and_the_mix_stays(client, planned):
    address = f"/api/mixes/{planned['id']}"
    before = client.get(address).json()
    for parts in ({}, {"PW6": -2}, {"PX9": 1}):
        mix = before["mixes"][0]["id"]
        assert client.put(f"{address}/recipes/{mix}", {"parts": parts}, content_type=JSON).status_code == 422
    assert client.put(f"{address}/recipes/m99", {"parts": {"PW6": 1}}, content_type=JSON).status_code == 404
    assert client.get(address).json() == before


def test_palettes_are_suggested_judged_chosen_and_planned_with(client, planned, painter):
    address = f"/api/mixes/{planned['id']}"
    body = {"count": 4, "locked": ["PV19r"]}
    keys = post(client, f"{planned['id']}/palette/suggestion", body).json()["result"]["keys"]
    assert client.get(f"{address}/palette/suggestion").json()["result"]["keys"] == keys
    suggested = post(client, f"{planned['id']}/palette/report", {"keys": keys}).json()
    assert len(keys) == 4
    assert {"PV19r", "PW6"} <= set(keys)
    assert suggested["missing"] == []
    assert suggested["price"] == 0
    other = post(client, f"{planned['id']}/palette/report", {"keys": ["PW6", "PG7"]}).json()
    assert other["mean_de00"] > suggested["mean_de00"]
    assert other["missing"][0]["key"] == "PG7"
    assert other["price"] is None
    assert other["share_out"] > 0
    for url in (other["out_url"], other["instead_url"]):
        assert client.get(url).status_code == 200
    chosen = client.put(f"{address}/palette", {"keys": keys}, content_type=JSON).json()
    assert chosen["chosen"]
    assert not chosen["up_to_date"]
    client.post(f"/api/desk/{planned['id']}/plan")
    assert {tube["key"] for tube in client.get(address).json()["palette"]} == set(keys)
    assert not client.put(f"{address}/palette", {"keys": None}, content_type=JSON).json()["chosen"]


def test_the_whole_catalogue_is_offered_with_what_is_missing(client, planned, painter):
    run = post(client, f"{planned['id']}/palette/suggestion", {"count": 5, "out_of": "catalogue"}).json()
    found = post(client, f"{planned['id']}/palette/report", {"keys": run["result"]["keys"]}).json()
    shelf = {tube.key for tube in tubes_of(painter)}
    assert {tube["key"] for tube in found["missing"]} == {t["key"] for t in found["palette"]} - shelf


@pytest.mark.parametrize("body", [{"count": 0}, {"count": 99}, {"count": 2, "locked": ["PB29", "PY42", "PR108"]}])
def test_impossible_palettes_are_refused(client, planned, body):
    assert post(client, f"{planned['id']}/palette/suggestion", body).status_code == 422


def test_a_palette_before_the_first_plan_says_to_plan(client, painting, shelf):
    answer = post(client, f"{painting['id']}/palette/suggestion", {"count": 4})
    assert (answer.status_code, answer.json()["code"]) == (409, "site.conflict")


def test_the_reach_is_cut_at_a_value(client, planned):
    cut = post(client, f"{planned['id']}/palette/slice", {"keys": ["PW6", "PY42", "PB29"], "value": 6}).json()
    assert cut["rings"]
    assert cut["most_chroma"] > 10
    assert post(client, f"{planned['id']}/palette/slice", {"keys": ["PW6"], "value": 60}).status_code == 422


def test_what_a_palette_reaches_is_worked_out_once_for_all_processes(client, planned, settings, monkeypatch):
    asked = {"keys": ["PW6", "PY42", "PBr7rs"], "value": 6}
    table._tables.forget()
    first = post(client, f"{planned['id']}/palette/slice", asked).json()
    assert list(settings.TABLES.glob("*/lab.npy"))
    table._tables.forget()  # as in another process
    monkeypatch.setattr(table, "build", None)
    assert post(client, f"{planned['id']}/palette/slice", asked).json() == first


def test_calibrating_a_tube_puts_the_mixes_out_of_date_and_new_ones_say_so(client, planned):
    tubes = {tube["key"]: tube["id"] for tube in client.get("/api/materials/tubes").json()}
    for key in ("PY42", "PB29"):
        if key in tubes:
            readings = client.post(f"/api/materials/tubes/{tubes[key]}/colorimeter").json()["readings"]
            body = {"readings": readings, "how": "colorimeter", "keep": True}
            client.post(f"/api/materials/tubes/{tubes[key]}/calibration", body, content_type=JSON)
    assert client.get(f"/api/desk/{planned['id']}").json()["mixes"] == "stale"
    recipe = post(client, "bench/pile", {"parts": {"PW6": 1, "PY42": 1}}).json()
    assert recipe["source"] == "calibrated"


def test_mixing_cards_are_printed_with_the_plan(client, planned):
    answer = client.get(f"/api/passes/{planned['id']}/files/mixing-cards.pdf?paper=Letter")
    assert answer.content.startswith(b"%PDF")


def test_another_painter_s_painting_has_no_bench(planned, other_client):
    assert other_client.get(f"/api/mixes/{planned['id']}").status_code == 404
    assert post(other_client, f"{planned['id']}/palette/suggestion", {"count": 4}).status_code == 404
    assert other_client.put(f"/api/mixes/{planned['id']}/palette", {"keys": None}, content_type=JSON).status_code == 404


def test_a_pile_is_laid_in_films_over_every_ground(client, planned):
    given = {"parts": {"PBr7ru": 1}, "technique": "glaze", "medium_share": 0.95}
    found = post(client, "bench/film", given).json()
    assert [row["name"] for row in found["over"]] == ["white", "grey", "black"]
    assert found["wet_um"] == 10
    over_white = [one["lightness"] for one in found["over"][0]["laid"]]
    assert len(over_white) == 5
    assert over_white == sorted(over_white, reverse=True)
    assert found["covers_in"] is None


def test_films_stand_over_the_paintings_own_ground_when_it_has_one(client, planned):
    client.put(
        f"/api/passes/{planned['id']}/choices",
        {**client.get(f"/api/passes/{planned['id']}").json()["choices"], "ground": "warm earth"},
        content_type="application/json",
    )
    given = {"parts": {"PW6": 1}, "painting": planned["id"]}
    found = post(client, "bench/film", given).json()
    assert found["over"][-1]["name"] == "your ground"
    assert found["opacity"] == "O"
    assert found["covers_in"] == 2


@pytest.mark.parametrize("wrong", [{"medium_share": 1}, {"medium_share": -1}, {"technique": "smear"}, {"parts": {}}])
def test_films_that_no_hand_lays_are_refused(client, planned, wrong):
    given = {"parts": {"PW6": 1}, **wrong}
    refused = post(client, "bench/film", given)
    assert refused.status_code == 422
    assert refused.json()["hint"]


def test_a_paint_that_is_not_on_the_shelf_is_mixed_of_what_is(client, shelf):
    answer = client.get("/api/mixes/bench/substitutes/PY150").json()
    assert answer["name"] == "nickel azo yellow"
    assert len(answer["string"]) == 4
    shelf_keys = {tube["key"] for tube in client.get("/api/materials/tubes").json()}
    for one in answer["substitutes"]:
        assert set(one["parts"]) <= shelf_keys
        assert len(one["string"]) == 4
        assert one["de00"] <= one["worst_de00"]
    assert client.get("/api/mixes/bench/substitutes/PX9").status_code == 404


def test_an_empty_shelf_is_asked_for_a_tube_first(client, painter):
    answer = client.get("/api/mixes/bench/substitutes/PY150")
    assert (answer.status_code, answer.json()["code"]) == (422, "materials.bad_shelf")
