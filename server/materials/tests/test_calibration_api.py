"""Tubes measured over HTTP: from a card's photo, a file, the simulated colorimeter; kept, told, taken back."""

import io
from dataclasses import replace

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from server.materials.models import TubeRow
from server.materials.services import tube_out, tubes_of
from ypsochrom.colour import spectra, srgb
from ypsochrom.materials import swatch_card
from ypsochrom.materials.instruments import SimulatedCamera, SimulatedTubes
from ypsochrom.paint.calibration import WHITE_PARTS
from ypsochrom.paint.catalogue import paint

JSON = "application/json"
pytestmark = pytest.mark.django_db


@pytest.fixture
def tube(client) -> dict:
    tube = {"key": "PR108", "volume_ml": 60, "left_ml": 60, "nozzle_mm": 8}
    return client.post("/api/materials/tubes", tube, content_type=JSON).json()


def card_photo() -> bytes:
    bench = SimulatedTubes(5)
    light = {
        kind: np.clip(
            srgb.xyz_to_linear(spectra.reflectance_to_xyz(bench.swatch(paint("PR108"), paint("PW6"), kind))), 0, 1
        )
        for kind in WHITE_PARTS
    }
    photo = SimulatedCamera(1).photograph(swatch_card.drawn({kind: tuple(x.tolist()) for kind, x in light.items()}))
    out = io.BytesIO()
    Image.fromarray(photo).save(out, "JPEG", quality=95)
    return out.getvalue()


def colorimeter(client, tube):
    return client.post(f"/api/materials/tubes/{tube['id']}/colorimeter").json()["readings"]


def calibrate(client, tube, readings, keep=True, how="colorimeter"):
    body = {"readings": readings, "how": how, "keep": keep}
    return client.post(f"/api/materials/tubes/{tube['id']}/calibration", body, content_type=JSON)


def test_a_tube_is_calibrated_told_so_and_taken_back(client, tube, painter):
    readings = colorimeter(client, tube)
    assert [r["kind"] for r in readings] == list(WHITE_PARTS)
    shown = calibrate(client, tube, readings, keep=False).json()
    assert not shown["kept"]
    assert client.get("/api/materials/tubes").json()[0]["source"] == "catalogue"
    kept = calibrate(client, tube, readings).json()
    assert kept["confidence"] in ("good", "fair")
    assert all(r["after_de00"] < r["before_de00"] + 0.5 for r in kept["residuals"])
    assert client.get("/api/materials/tubes").json()[0]["source"] == "calibrated"
    assert tubes_of(painter)[0].calibrated.source == "calibrated"
    state = client.delete(f"/api/materials/tubes/{tube['id']}/calibration").json()
    assert (state["count"], state["current"], state["tube"]["source"]) == (0, None, "catalogue")
    refused = client.delete(f"/api/materials/tubes/{tube['id']}/calibration")
    assert (refused.status_code, refused.json()["code"]) == (409, "site.conflict")


def test_taking_back_one_of_two_calibrations_lets_the_first_count_again(client, tube):
    calibrate(client, tube, colorimeter(client, tube))
    first = client.get("/api/materials/tubes").json()[0]["masstone"]
    calibrate(client, tube, [{"kind": "on white", "lab": [30, 20, 10]}], how="typed")
    assert client.get("/api/materials/tubes").json()[0]["masstone"] != first
    state = client.delete(f"/api/materials/tubes/{tube['id']}/calibration").json()
    assert state["count"] == 1
    assert state["current"]["how"] == "colorimeter"
    assert client.get("/api/materials/tubes").json()[0]["masstone"] == first


def test_another_paint_in_the_tube_ends_its_calibration(client, tube):
    calibrate(client, tube, colorimeter(client, tube))
    changed = {key: tube[key] for key in ("volume_ml", "left_ml", "nozzle_mm")} | {"key": "PB29"}
    put = client.put(f"/api/materials/tubes/{tube['id']}", changed, content_type=JSON).json()
    assert put["source"] == "catalogue"


def test_a_card_s_photo_is_read_and_shown_put_straight(client, tube):
    answer = client.post(
        f"/api/materials/tubes/{tube['id']}/card-photo", {"photo": SimpleUploadedFile("card.jpg", card_photo())}
    ).json()
    assert [r["kind"] for r in answer["readings"]] == list(WHITE_PARTS)
    assert answer["flat"].startswith("data:image/jpeg;base64,")
    done = calibrate(
        client, tube, [{k: v for k, v in r.items() if k != "colour"} for r in answer["readings"]], how="card"
    )
    assert done.status_code == 200


def test_a_photo_without_a_card_says_what_to_do_and_keeps_what_was_there(client, tube):
    calibrate(client, tube, colorimeter(client, tube))
    out = io.BytesIO()
    Image.new("RGB", (400, 300), (90, 120, 90)).save(out, "PNG")
    answer = client.post(
        f"/api/materials/tubes/{tube['id']}/card-photo", {"photo": SimpleUploadedFile("x.png", out.getvalue())}
    )
    assert (answer.status_code, answer.json()["code"]) == (422, "materials.bad_card")
    assert client.get("/api/materials/tubes").json()[0]["source"] == "calibrated"


def test_a_file_of_readings_is_read_and_a_malformed_one_names_its_line(client, tube):
    address = f"/api/materials/tubes/{tube['id']}/readings-file"
    good = client.post(address, {"text": "swatch,L,a,b\n1:4,62,40,12\n"}, content_type=JSON).json()
    assert good["readings"][0]["lab"] == [62, 40, 12]
    bad = client.post(address, {"text": "swatch,L,a,b\n1:4,62,forty,12\n"}, content_type=JSON)
    assert bad.status_code == 422
    assert "Line 2" in bad.json()["message"]


@pytest.mark.parametrize("name", ["readings.cxf", "readings.cgats", "readings.csv"])
def test_what_a_calibration_rests_on_is_saved_and_calibrates_another_tube_alike(client, tube, name):
    address = f"/api/materials/tubes/{tube['id']}"
    assert client.get(f"{address}/readings/{name}").status_code == 409
    given = colorimeter(client, tube)
    calibrate(client, tube, given)
    saved = client.get(f"{address}/readings/{name}")
    assert saved["Content-Disposition"].endswith(f'"{name}"')
    back = client.post(f"{address}/readings-file", {"text": saved.content.decode()}, content_type=JSON).json()
    assert [one["kind"] for one in back["readings"]] == [one["kind"] for one in given]
    for one, was in zip(back["readings"], given, strict=True):
        assert one["lab"] == pytest.approx(was["lab"], abs=2e-3)


@pytest.mark.parametrize(
    "readings",
    [
        [], [{"kind": "1:4"}], [{"kind": "1:4", "lab": [50, 0]}], [{"kind": "1:9", "lab": [50, 0, 0]}],
        [{"kind": "1:4", "lab": [500, 0, 0]}], [{"kind": "1:4", "lab": [50, 0, 0]}] * 2,
    ],
)  # fmt: skip
def test_readings_that_are_none_are_refused(client, tube, readings):
    assert calibrate(client, tube, readings).status_code == 422
    assert client.get("/api/materials/tubes").json()[0]["source"] == "catalogue"


def test_the_card_is_printed_for_the_tube(client, tube):
    answer = client.get(f"/api/materials/tubes/{tube['id']}/swatch-card.pdf?paper=Letter")
    assert answer["Content-Type"] == "application/pdf"
    assert answer.content.startswith(b"%PDF")


def test_another_painter_s_tube_cannot_be_measured(client, tube, other_client):
    for answer in (
        other_client.get(f"/api/materials/tubes/{tube['id']}/calibration"),
        other_client.post(f"/api/materials/tubes/{tube['id']}/colorimeter"),
        other_client.delete(f"/api/materials/tubes/{tube['id']}/calibration"),
    ):
        assert answer.status_code == 404


def test_how_a_tube_hides_is_told_from_its_own_films(client, painter):
    tube = client.post(
        "/api/materials/tubes", {"key": "PV19r", "volume_ml": 60, "left_ml": 60, "nozzle_mm": 8}, content_type=JSON
    ).json()
    catalogue = next(one for one in client.get("/api/materials/paints").json() if one["key"] == "PV19r")
    assert (tube["opacity"], tube["covers_in"]) == (catalogue["opacity"], catalogue["covers_in"])
    row = TubeRow.objects.get(pk=tube["id"])
    strong = replace(
        paint("PV19r"), absorption=20 * paint("PV19r").absorption, scattering=20 * paint("PV19r").scattering
    )
    own = tube_out(row, strong)
    assert own.covers_in == 1 < tube["covers_in"]
