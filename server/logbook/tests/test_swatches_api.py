"""The swatch book over HTTP: piles of the easel and others, near a colour, as they came out, and what they teach of tubes."""

import numpy as np
import pytest

from server.materials.services import tubes_of

from .test_logbook_api import ask, painted

pytestmark = pytest.mark.django_db
__all__ = ["painted"]


def test_every_pile_of_the_easel_stands_in_the_book_with_its_tubes(client, painted):
    found = ask(client, "get", "logbook/swatches")
    assert found["total"] == len(found["swatches"]) > 2
    for one in found["swatches"]:
        assert one["title"] == painted["title"]
        assert one["parts"]
        assert one["ml"] == pytest.approx(sum(part["ml"] for part in one["parts"]))
        assert one["came_out"] is None
    lightness = [one["planned_lab"][0] for one in found["swatches"]]
    assert np.corrcoef(lightness, range(len(lightness)))[0, 1] < -0.9


def test_what_was_mixed_before_is_found_by_its_colour(client, painted):
    wanted = ask(client, "get", "logbook/swatches")["swatches"][1]
    near = ask(client, "get", f"logbook/swatches?near={wanted['planned'].replace('#', '%23')}")
    assert near["swatches"][0]["id"] == wanted["id"]
    assert near["swatches"][0]["away"] < 1
    away = [one["away"] for one in near["swatches"]]
    assert away == sorted(away)
    assert ask(client, "get", "logbook/swatches?near=mauve", status=422)["hint"]


def test_how_it_came_out_is_read_kept_through_gathering_and_taken_back(client, painted):
    swatch = ask(client, "get", "logbook/swatches")["swatches"][0]
    read = ask(client, "post", f"logbook/swatches/{swatch['id']}/colorimeter")
    assert read["how"] == "colorimeter"
    assert read["off_de00"] >= 0
    typed = ask(client, "put", f"logbook/swatches/{swatch['id']}", {"came_out": [50, 3, -4], "note": "too blue"})
    assert typed["came_out_lab"] == [50, 3, -4]
    note = {"id": "n", "at": "2026-01-01T10:00:00Z", "kind": "note", "sitting": "s1", "text": "x"}
    sent = {"device": "tablet", "sent_at": "2026-01-01T10:00:00Z", "acts": [note]}
    ask(client, "post", f"easel/{painted['id']}/acts", sent)
    assert ask(client, "post", "logbook/gather")["gathered"] == 1
    again = next(one for one in ask(client, "get", "logbook/swatches")["swatches"] if one["id"] == swatch["id"])
    assert (again["came_out_lab"], again["note"]) == ([50, 3, -4], "too blue")
    assert ask(client, "put", f"logbook/swatches/{swatch['id']}", {"unread": True})["came_out"] is None
    assert ask(client, "put", f"logbook/swatches/{swatch['id']}", {"came_out": [140, 0, 0]}, 422)["hint"]


def test_a_pile_read_wet_and_dry_teaches_how_far_its_tube_goes(client, painted):
    swatch = ask(client, "get", "logbook/swatches")["swatches"][0]
    wet = ask(client, "post", f"logbook/swatches/{swatch['id']}/colorimeter?wet=true")
    assert wet["wet"] != wet["planned"]
    assert wet["came_out"] is None
    assert ask(client, "post", "logbook/gather")["gathered"] == 0
    ask(client, "post", f"logbook/swatches/{swatch['id']}/colorimeter")
    assert ask(client, "post", "logbook/gather")["gathered"] == 1
    assert ask(client, "get", "logbook/learned/shift")["total"] == 1
    dry_gone = ask(client, "put", f"logbook/swatches/{swatch['id']}", {"unread": True})
    assert (dry_gone["came_out"], dry_gone["wet"]) == (None, wet["wet"])
    assert ask(client, "put", f"logbook/swatches/{swatch['id']}", {"unread_wet": True})["wet"] is None


def test_a_pile_mixed_beside_the_plans_is_kept_taken_out_and_put_back(client, shelf):
    kept = ask(client, "post", "logbook/swatches", {"name": "hull grey", "parts": {"PW6": 5, "PB29": 1}}, 201)
    assert kept["planned_lab"][2] < 0
    assert client.delete(f"/api/logbook/swatches/{kept['id']}").status_code == 204
    assert ask(client, "get", "logbook/swatches")["total"] == 0
    client.post(f"/api/logbook/swatches/{kept['id']}/back")
    assert ask(client, "get", "logbook/swatches")["total"] == 1
    assert ask(client, "post", "logbook/swatches", {"name": "x", "parts": {"NO1": 1}}, 422)["hint"]
    assert ask(client, "post", "logbook/swatches", {"name": "x", "parts": {"PW6": 0}}, 422)["hint"]


def test_tubes_are_calibrated_by_measured_piles_and_the_shelf_can_undo_it(client, painter, shelf):
    assert "6" in ask(client, "get", "logbook/swatches/tubes", status=422)["hint"]
    keys = [tube.key for tube in tubes_of(painter) if tube.key != "PW6"]
    random = np.random.default_rng(3)
    for number in range(24):
        own = random.choice(keys, 2, replace=False)
        parts = {"PW6": float(random.integers(1, 9)), **{key: float(random.integers(1, 5)) for key in own}}
        made = ask(client, "post", "logbook/swatches", {"name": f"pile {number}", "parts": parts}, 201)
        ask(client, "post", f"logbook/swatches/{made['id']}/colorimeter")
    found = ask(client, "get", "logbook/swatches/tubes")
    assert found["unseen_de00"] < found["before_de00"]
    assert found["worth_it"]
    kept = ask(client, "post", "logbook/swatches/tubes")
    assert any(one["kept"] for one in kept["tubes"])
    calibrated = [tube for tube in tubes_of(painter) if tube.calibrated is not None]
    assert {tube.key for tube in calibrated} == {one["key"] for one in kept["tubes"] if one["kept"]}
    again = ask(client, "get", "logbook/swatches/tubes")
    assert again["before_de00"] == pytest.approx(found["before_de00"])
    ask(client, "post", "desk/history/shelf/undo")
    assert not [tube for tube in tubes_of(painter) if tube.calibrated is not None]


def test_another_painter_sees_and_changes_nothing(client, other_client, painted):
    swatch = ask(client, "get", "logbook/swatches")["swatches"][0]
    assert ask(other_client, "get", "logbook/swatches")["total"] == 0
    ask(other_client, "put", f"logbook/swatches/{swatch['id']}", {"note": "mine"}, 404)
    ask(other_client, "post", f"logbook/swatches/{swatch['id']}/colorimeter", status=404)
