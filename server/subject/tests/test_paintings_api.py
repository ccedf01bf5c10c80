import io
import os
from pathlib import Path

import pytest
from django.conf import settings
from django.core.management import call_command
from django.test import Client
from django.utils import timezone
from PIL import Image

from server.records import pictures, stores
from server.records.history import KEPT_FOR
from server.records.models import Painting, StoredPicture

pytestmark = pytest.mark.django_db


def test_a_photo_becomes_a_painting_cropped_to_its_support(upload, client):
    painting = upload(size="20x20cm").json()
    assert (painting["width_mm"], painting["height_mm"]) == (200, 200)
    assert painting["width_px"] == painting["height_px"] == 240
    picture = client.get(painting["picture_url"]).content
    assert Image.open(io.BytesIO(picture)).size == (240, 240)
    (card,) = client.get("/api/subject/paintings").json()["paintings"]
    assert card == {name: painting[name] for name in card if name in painting} | {
        "values": "current",
        "passes": "missing",
        "run": None,
    }


def test_what_is_stored_holds_no_metadata(upload, client):
    exif = Image.Exif()
    exif[0x010F] = "a camera"
    exif.get_ifd(0x8825)[1] = "N"
    out = io.BytesIO()
    Image.new("RGB", (200, 150), "grey").save(out, "JPEG", exif=exif)
    painting = upload(out.getvalue()).json()
    for kind in ("reference_url", "picture_url", "thumbnail_url", "value_url"):
        stored = Image.open(io.BytesIO(client.get(painting[kind]).content))
        assert len(stored.getexif()) == 0
        assert not {"icc_profile", "comment", "xmp"} & set(stored.info)


@pytest.mark.parametrize("content", [b"", b"<svg/>", b"\x89PNG\r\n\x1a\n" + b"\0" * 99, b"GIF89a" + b"\0" * 99])
def test_what_is_not_a_photo_is_refused_by_content_and_nothing_is_kept(upload, content):
    answer = upload(content)
    assert answer.status_code == 422
    assert answer.json()["code"] == "subject.bad_picture"
    assert not Painting.objects.exists()
    assert not StoredPicture.objects.exists()


@pytest.mark.parametrize(("title", "size"), [("", "400x300mm"), ("  ", "400x300mm"), ("x", "0x0"), ("x", "2000x20mm")])
def test_paintings_without_title_or_with_absurd_supports_are_refused(upload, title, size):
    assert upload(title=title, size=size).status_code == 422
    assert not Painting.objects.exists()


def test_title_size_and_crop_can_be_changed_one_at_a_time(client, painting):
    path = f"/api/subject/paintings/{painting['id']}"
    changed = client.patch(path, {"title": " Halves "}, content_type="application/json").json()
    assert changed == painting | {"title": "Halves"}
    square = client.patch(path, {"size": "300x300mm", "crop_x": 0}, content_type="application/json").json()
    assert square["width_px"] == 240
    assert square["picture_url"] != painting["picture_url"]
    refused = client.patch(path, {"size": "1x1mm"}, content_type="application/json")
    assert refused.status_code == 422
    assert client.get(path).json() == square


def test_a_removed_painting_is_gone(client, planned):
    path = f"/api/subject/paintings/{planned['id']}"
    assert client.delete(path).status_code == 204
    assert client.get(path).status_code == 404
    assert Client().get("/api/subject/paintings").json()["count"] == 0


def stored_files():
    return {path.name for path in Path(settings.MEDIA_ROOT).rglob("*.*")}


def test_the_pictures_of_a_painting_leave_the_disk_when_its_time_in_the_bin_is_over(client, planned, upload):
    kept = upload(title="Another", size="300x300mm").json()
    client.delete(f"/api/subject/paintings/{planned['id']}")
    assert client.get(planned["picture_url"]).status_code == 200  # it can still be taken out of the bin
    Painting.objects.filter(pk=planned["id"]).update(removed=timezone.now() - KEPT_FOR)
    StoredPicture.objects.update(stored=timezone.now() - 2 * pictures.UNDER_WAY)
    call_command("tidy_records", verbosity=0)
    assert client.get(planned["picture_url"]).status_code == 404
    assert planned["picture_url"].split("/")[-1] not in stored_files()
    assert client.get(planned["reference_url"]).status_code == 200  # the other painting has the same reference
    client.delete(f"/api/subject/paintings/{kept['id']}")
    Painting.objects.update(removed=timezone.now() - KEPT_FOR)
    call_command("tidy_records", verbosity=0)
    assert client.get(planned["reference_url"]).status_code == 404
    assert not StoredPicture.objects.exists()


def test_value_maps_that_were_only_tried_are_tidied_away_and_kept_ones_stay(client, painting):
    path = f"/api/values/{painting['id']}"
    tried = client.put(path, {"limits": [4]}, content_type="application/json").json()["map_url"]
    kept = client.put(path, {"limits": [5]}, content_type="application/json").json()["map_url"]
    call_command("tidy_records", verbosity=0)
    assert client.get(tried).status_code == 200  # young: it may belong to work under way
    StoredPicture.objects.update(stored=timezone.now() - 2 * pictures.UNDER_WAY)
    call_command("tidy_records", verbosity=0)
    assert client.get(tried).status_code == 404
    assert client.get(kept).status_code == 200
    assert client.get(painting["picture_url"]).status_code == 200


def test_one_painters_tidying_leaves_the_same_picture_of_another_alone(client, painting, django_user_model):
    other = django_user_model.objects.create_user("other")
    name = painting["reference_url"].split("/")[-1]
    StoredPicture.objects.create(owner=other, name=name)
    StoredPicture.objects.update(stored=timezone.now() - 2 * pictures.UNDER_WAY)
    assert pictures.forget_old(other) == 1
    assert client.get(painting["reference_url"]).status_code == 200


def test_a_file_that_is_swept_before_its_row_is_there_is_written_again(painter, monkeypatch):
    name = pictures.store(painter, b"swept", "png")
    StoredPicture.objects.all().delete()
    insert = StoredPicture.objects.bulk_create

    def swept_just_before(*rows, **how):
        os.utime(stores.pictures().path(stores.place_of(name)), (0, 0))
        pictures.sweep_files()
        assert not pictures.is_there(name)
        return insert(*rows, **how)

    monkeypatch.setattr(StoredPicture.objects, "bulk_create", swept_just_before)
    assert pictures.store(painter, b"swept", "png") == name
    assert pictures.read(name) == b"swept"
    pictures.sweep_files()
    assert pictures.read(name) == b"swept"


def change(client, painting, **what):
    return client.patch(f"/api/subject/paintings/{painting['id']}", what, content_type="application/json")


ADJUSTED = {
    "mirrored": True,
    "quarter_turns": 1,
    "horizon": [[0.2, 0.5], [0.8, 0.52]],
    "grey": [0.2, 0.2],
    "black": 0.02,
}


def test_adjustments_change_the_picture_keep_the_reference_and_can_be_taken_back(client, painting):
    adjusted = change(client, painting, adjustments=ADJUSTED).json()
    assert adjusted["picture_url"] != painting["picture_url"]
    assert adjusted["reference_url"] == painting["reference_url"]
    assert {k: adjusted["adjustments"][k] for k in ADJUSTED} == ADJUSTED
    assert client.get(adjusted["picture_url"]).status_code == 200
    back = change(client, painting, adjustments={}).json()
    assert back["picture_url"] == painting["picture_url"]


@pytest.mark.parametrize(
    "wrong",
    [
        {"adjustments": {"grey": [2, 0]}}, {"adjustments": {"black": 0.9, "white": 0.1}}, {"crop_size": 0.01},
        {"adjustments": {"corners": [[0, 0], [0, 1], [1, 1], [1, 0]]}}, {"finish": "velvet"},
        {"curve": [[5, 6], [6, 5]]}, {"curve": [[5, 12]]}, {"focal": {"x": 2, "y": 0}},
        {"adjustments": {"horizon": [[0.1, 0.1], [0.5, 0.9]]}},
    ],
)  # fmt: skip
def test_adjustments_that_cannot_be_change_nothing(client, painting, wrong):
    answer = change(client, painting, **wrong)
    assert answer.status_code == 422
    assert answer.json()["hint"]
    assert client.get(f"/api/subject/paintings/{painting['id']}").json() == painting


def test_a_doubtful_grey_is_told(client, painting):
    adjusted = change(client, painting, adjustments={"grey": [0.75, 0.5]}).json()
    assert any(advice["id"].startswith("subject.W01") for advice in adjusted["advice"])


def test_a_smaller_crop_moves_both_ways(client, painting):
    small = change(client, painting, crop_size=0.5).json()
    assert small["width_px"] == painting["width_px"] // 2
    assert small["crop_moves"] == "both"


def test_finish_and_curve_bend_the_values_and_put_the_plan_out_of_date(client, planned):
    path = f"/api/desk/{planned['id']}"
    assert client.get(path).json()["values"] == "current"
    matt = change(client, planned, finish="matt", curve=[[7, 6.5], [3, 4]]).json()
    assert matt["darkest"] > planned["darkest"]
    assert matt["curve"] == [[3, 4], [7, 6.5]]
    assert matt["value_url"] != planned["value_url"]
    assert {client.get(path).json()[word] for word in ("areas", "mixes")} == {"stale"}


def test_a_focal_passage_changes_the_order_of_passes_and_nothing_before_them(client, planned):
    bench = f"/api/desk/{planned['id']}"
    focal = {"x": 0.5, "y": 0.5, "radius": 0.25}
    before = client.get(bench).json()["stamps"]
    assert change(client, planned, focal=focal).json()["focal"] == focal
    after = client.get(bench).json()["stamps"]
    assert after["passes"] != before["passes"]
    assert after["mixes"] == before["mixes"]
    words = ("values", "areas", "mixes", "passes")
    assert [client.get(bench).json()[word] for word in words] == ["current"] * 4  # the passes follow at once
    assert change(client, planned, no_focal=True).json()["focal"] is None
    assert client.get(bench).json()["passes"] == "current"


def test_guides_are_told_for_the_support(client, painting):
    guides = client.get(f"/api/subject/paintings/{painting['id']}/guides").json()
    assert [guide["guide"] for guide in guides] == ["centre", "thirds", "golden", "armature", "lead-in"]
    assert all(guide["lines"] for guide in guides)


@pytest.mark.parametrize("kind", ["WEBP", "TIFF"])
def test_photos_of_other_formats_become_paintings(upload, kind):
    out = io.BytesIO()
    Image.new("RGB", (200, 150), (90, 120, 60)).save(out, kind)
    assert upload(out.getvalue()).status_code == 201


NEW = {"title": "Slipway, low tide", "size": "300x240mm", "notes": {"place": "the slip", "weather": "bright, haze"}}


@pytest.fixture
def observation(client) -> dict:
    made = client.post("/api/subject/observations", NEW, content_type="application/json")
    assert made.status_code == 201, made.content
    return made.json()


def lay(client, painting, **what):
    facts = {k: painting["observation"][k] for k in ("columns", "rows", "cells", "zones", "borders", "notes")}
    path = f"/api/subject/paintings/{painting['id']}/observation"
    return client.put(path, facts | what, content_type="application/json")


def test_an_observation_is_laid_zone_by_zone_and_planned_like_a_photo(client, observation, shelf):
    seen = observation["observation"]
    assert (seen["columns"], seen["rows"]) == (16, 12)
    assert seen["notes"]["place"] == "the slip"
    zones = [*seen["zones"], {"name": "hull", "value": 3.5, "hue": "red", "chroma": "clear", "plane": "front"}]
    cells = [2 if i % 16 > 9 and i // 16 > 5 else (1 if i // 16 > 7 else 0) for i in range(192)]
    laid = lay(client, observation, zones=zones, cells=cells, borders="straight").json()
    assert laid["picture_url"] != observation["picture_url"]
    assert len(laid["observation"]["colours"]) == 3
    answer = client.post(f"/api/desk/{laid['id']}/plan")
    assert answer.json()["state"] == "done", answer.content
    areas = client.get(f"/api/areas/{laid['id']}").json()["areas"]
    assert 2 <= len(areas) <= 8
    wider = change(client, laid, size="400x300mm").json()
    assert wider["width_px"] / wider["height_px"] == pytest.approx(4 / 3, abs=0.01)


def test_notes_of_the_light_do_not_put_the_plan_out_of_date(client, observation, shelf):
    client.post(f"/api/desk/{observation['id']}/plan")
    noted = lay(
        client, observation, notes={"when": "2026-05-02T10:30", "latitude_deg": 54.3, "longitude_deg": 9.7}
    ).json()
    assert noted["observation"]["notes"]["latitude_deg"] == 54.3
    assert client.get(f"/api/desk/{observation['id']}").json()["passes"] == "current"


@pytest.mark.parametrize(
    "wrong",
    [
        {"cells": [0]}, {"cells": [9] * 192}, {"columns": 2}, {"zones": []}, {"zones": [{"value": 12}]},
        {"zones": [{"value": 5, "hue": "puce"}] * 2}, {"notes": {"latitude_deg": 100}},
    ],
)  # fmt: skip
def test_zones_that_cannot_be_are_refused_and_the_old_ones_stay(client, observation, wrong):
    assert lay(client, observation, **wrong).status_code == 422
    assert client.get(f"/api/subject/paintings/{observation['id']}").json() == observation


def test_a_sketch_lies_beneath_an_observation_only(client, observation, painting):
    out = io.BytesIO()
    Image.new("L", (300, 200), 200).save(out, "PNG")

    def put(where):
        out.seek(0)
        return client.post(f"/api/subject/paintings/{where['id']}/sketch", {"photo": out})

    shown = put(observation).json()
    assert client.get(shown["observation"]["sketch_url"]).status_code == 200
    assert put(painting).status_code == 409
    assert (
        client.put(
            f"/api/subject/paintings/{painting['id']}/observation",
            {k: v for k, v in observation["observation"].items() if k not in ("colours", "sketch_url")},
            content_type="application/json",
        ).status_code
        == 409
    )


def add_photo(client, painting, tone=(240, 240, 240)):
    out = io.BytesIO()
    Image.new("RGB", (200, 150), tone).save(out, "PNG")
    out.seek(0)
    return client.post(f"/api/subject/paintings/{painting['id']}/references", {"photo": out, "name": "the eyes"})


def lay_photo(client, painting, reference, patch=None, **what):
    body = {key: reference[key] for key in ("name", "patch", "marks")} | what
    body["patch"] = body["patch"] | (patch or {})
    return client.put(
        f"/api/subject/paintings/{painting['id']}/references/{reference['id']}", body, content_type="application/json"
    )


def test_another_photo_is_laid_over_the_base_moved_and_taken_away(client, planned):
    path = f"/api/subject/paintings/{planned['id']}"
    reference = add_photo(client, planned).json()
    assert reference["name"] == "the eyes"
    with_it = client.get(path).json()
    assert with_it["picture_url"] != planned["picture_url"]
    assert with_it["reference_url"] == planned["reference_url"]
    assert client.get(f"/api/desk/{planned['id']}").json()["areas"] == "stale"
    moved = lay_photo(
        client, planned, reference, {"at": [0.2, 0.3], "turn_deg": 15, "mirrored": True, "width": 0.3}
    ).json()
    assert moved["patch"]["turn_deg"] == 15
    assert client.get(path).json()["picture_url"] not in (with_it["picture_url"], planned["picture_url"])
    assert client.get(f"{path}/references").json() == [moved]
    assert client.delete(f"{path}/references/{reference['id']}").status_code == 204
    assert client.get(path).json()["picture_url"] == planned["picture_url"]
    assert client.get(f"/api/desk/{planned['id']}").json()["areas"] == "current"


def test_photos_that_disagree_in_horizon_or_light_are_told_with_the_angle(client, painting):
    reference = add_photo(client, painting).json()
    marks = {"horizon": [[0.1, 0.5], [0.9, 0.5]], "light": [[0.1, 0.1], [0.5, 0.5]]}
    assert change(client, painting, marks=marks).json()["advice"] == []
    tilted = {"horizon": [[0.1, 0.4], [0.9, 0.6]], "light": [[0.9, 0.1], [0.5, 0.5]]}
    lay_photo(client, painting, reference, marks=tilted)
    told = client.get(f"/api/subject/paintings/{painting['id']}").json()["advice"]
    assert [one["id"] for one in told] == ["subject.W030", "subject.W031"]
    assert "11 degrees" in told[0]["message"]
    assert all(one["subject"] == "the eyes" for one in told)


@pytest.mark.parametrize(
    "wrong", [{"outline": [[0, 0], [1, 1]]}, {"outline": [[0, 0], [0.5, 0.5], [1, 1]]}, {"width": 9}, {"at": [2, 0]}]
)
def test_patches_that_cannot_be_change_nothing(client, painting, wrong):
    reference = add_photo(client, painting).json()
    assert lay_photo(client, painting, reference, wrong).status_code == 422
    assert client.get(f"/api/subject/paintings/{painting['id']}/references").json() == [reference]


def test_no_more_than_a_handful_of_photos_and_none_of_another_painter(client, painting, other_client):
    for _ in range(8):
        assert add_photo(client, painting).status_code == 201
    assert add_photo(client, painting).status_code == 422
    path = f"/api/subject/paintings/{painting['id']}"
    reference = client.get(f"{path}/references").json()[0]
    assert lay_photo(other_client, painting, reference).status_code == 404
    assert other_client.delete(f"{path}/references/{reference['id']}").status_code == 404
    assert add_photo(other_client, painting).status_code == 404
