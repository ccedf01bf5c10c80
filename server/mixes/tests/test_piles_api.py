"""The piles of a painting over HTTP: how many, what fewer cost, parts between two of them, and names that a painter would use."""

import io

import pytest
from PIL import Image
from skimage import data

JSON = "application/json"
pytestmark = pytest.mark.django_db


@pytest.fixture
def cup(client, upload, shelf) -> dict:
    """A planned painting of a photograph with many colours."""
    out = io.BytesIO()
    Image.fromarray(data.coffee()).resize((300, 200)).save(out, "PNG")
    painting = upload(out.getvalue(), "Cup").json()
    plan_anew(client, painting["id"])
    return painting


def plan_anew(client, painting_id):
    assert client.post(f"/api/desk/{painting_id}/plan").json()["state"] == "done"


def serving(mixes):
    return [(part["area"], part["family"]) for mix in (*mixes["mixes"], *mixes["blends"]) for part in mix["serves"]]


def test_fewer_piles_are_asked_for_planned_and_taken_back(client, cup):
    address = f"/api/mixes/{cup['id']}"
    curve = client.get(f"{address}/piles").json()["points"]
    assert curve[0]["piles"] == 4
    assert curve[0]["de00"] > 2 * curve[-1]["de00"]
    before = client.get(address).json()
    assert before["piles"] == 22
    asked = client.put(f"{address}/piles", {"piles": 8}, content_type=JSON).json()
    assert (asked["piles"], asked["up_to_date"]) == (8, False)
    plan_anew(client, cup["id"])
    fewer = client.get(address).json()
    own = [mix for mix in fewer["mixes"] if mix["expected_de00"] is not None]  # paints let down in white come on top
    assert len(own) <= 8 < len(before["mixes"])
    assert sorted(serving(fewer)) == sorted(serving(before))
    client.post(f"/api/desk/history/paintings/{cup['id']}/undo")
    assert client.get(address).json()["piles"] == 22


@pytest.mark.parametrize("piles", [3, 41, "many", None])
def test_absurd_numbers_of_piles_are_refused_and_change_nothing(client, planned, piles):
    address = f"/api/mixes/{planned['id']}"
    assert client.put(f"{address}/piles", {"piles": piles}, content_type=JSON).status_code == 422
    assert client.get(address).json()["piles"] == 22


def test_what_fewer_piles_cost_is_told_only_of_a_planned_painting(client, painting):
    assert client.get(f"/api/mixes/{painting['id']}/piles").status_code == 404


def test_every_part_is_served_once_by_piles_and_blends_of_two_of_them(client, cup):
    mixes = client.get(f"/api/mixes/{cup['id']}").json()
    piles = {mix["id"] for mix in mixes["mixes"]}
    assert len(serving(mixes)) == len(set(serving(mixes)))
    for blend in mixes["blends"]:
        assert {dose["source"] for dose in blend["doses"]} <= piles
        assert [dose["pile"] for dose in blend["doses"]] == [True, True]
    steps = [step for one in client.get(f"/api/passes/{cup['id']}").json()["passes"] for step in one["steps"]]
    assert {step["mix"] for step in steps} & {blend["id"] for blend in mixes["blends"]}


def test_piles_are_told_apart_by_the_painters_own_names_for_their_places(client, cup):
    address = f"/api/mixes/{cup['id']}"
    before = client.get(address).json()
    names = [mix["name"] for mix in before["mixes"]]
    assert len(set(names)) == len(names)
    mix = next(mix for mix in before["mixes"] if "(" in mix["name"])
    area = max(
        {part["area"] for part in mix["serves"]},
        key=lambda area: next(
            one["area_cm2"] for one in client.get(f"/api/areas/{cup['id']}").json()["areas"] if one["id"] == area
        ),
    )
    assert (
        client.patch(f"/api/areas/{cup['id']}/{area}", {"name": "the old cloth"}, content_type=JSON).status_code == 200
    )
    now = client.get(address).json()
    assert any("(the old cloth" in one["name"] for one in now["mixes"])
    assert now["up_to_date"]
    told = client.get(f"/api/passes/{cup['id']}").json()
    assert "⟨" not in str(told) + str(now)


def test_what_is_left_of_a_pile_can_become_other_mixes_of_the_painting(client, cup, painting):
    body = {"painting": cup["id"], "parts": {"PW6": 4, "PBr7bs": 2, "PR108": 1}, "volume_ml": 6}
    uses = client.post("/api/mixes/bench/left", body, content_type=JSON).json()
    assert uses
    names = {mix["id"]: mix["name"] for mix in client.get(f"/api/mixes/{cup['id']}").json()["mixes"]}
    for use in uses:
        assert use["name"] == names[use["mix"]]
        assert 6 - 1e-6 <= use["makes_ml"] <= 24 + 1e-6
        assert use["expected_de00"] <= use["likely_worst_de00"]
    unplanned = {**body, "painting": painting["id"]}
    assert client.post("/api/mixes/bench/left", unplanned, content_type=JSON).status_code == 404
    assert client.post("/api/mixes/bench/left", {**body, "volume_ml": -1}, content_type=JSON).status_code == 422
