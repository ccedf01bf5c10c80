import io
from pathlib import Path

import pytest
from django.conf import settings
from django.core.management import call_command
from django.test import Client
from django.utils import timezone
from PIL import Image

from server.site import pictures
from server.subject.models import Painting, StoredPicture

pytestmark = pytest.mark.django_db


def test_a_photo_becomes_a_painting_cropped_to_its_support(upload, client):
    painting = upload(size="20x20cm").json()
    assert (painting["width_mm"], painting["height_mm"]) == (200, 200)
    assert painting["width_px"] == painting["height_px"] == 240
    picture = client.get(painting["picture_url"]).content
    assert Image.open(io.BytesIO(picture)).size == (240, 240)
    assert client.get("/api/subject/paintings").json() == [painting]


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
    assert Client().get("/api/passes/benches").json() == []


def stored_files():
    return {path.name for path in Path(settings.MEDIA_ROOT).rglob("*.*")}


@pytest.mark.django_db(transaction=True)
def test_the_photo_of_a_removed_painting_leaves_the_disk(client, planned, upload):
    kept = upload(title="Another", size="300x300mm").json()
    before = stored_files()
    client.delete(f"/api/subject/paintings/{planned['id']}")
    assert client.get(planned["reference_url"]).status_code == 200  # the other painting has the same reference
    assert client.get(planned["picture_url"]).status_code == 404
    assert planned["picture_url"].split("/")[-1] not in stored_files()
    client.delete(f"/api/subject/paintings/{kept['id']}")
    assert client.get(planned["reference_url"]).status_code == 404
    assert not StoredPicture.objects.exists()
    assert kept["reference_url"].split("/")[-1] not in stored_files()
    assert len(stored_files()) < len(before)


def test_value_maps_that_were_only_tried_are_tidied_away_and_kept_ones_stay(client, painting):
    path = f"/api/values/{painting['id']}"
    tried = client.put(path, {"limits": [4]}, content_type="application/json").json()["map_url"]
    kept = client.put(path, {"limits": [5]}, content_type="application/json").json()["map_url"]
    call_command("tidy_pictures", verbosity=0)
    assert client.get(tried).status_code == 200  # young: it may belong to work under way
    StoredPicture.objects.update(stored=timezone.now() - 2 * pictures.UNDER_WAY)
    call_command("tidy_pictures", verbosity=0)
    assert client.get(tried).status_code == 404
    assert client.get(kept).status_code == 200
    assert client.get(painting["picture_url"]).status_code == 200


def test_one_painters_tidying_leaves_the_same_picture_of_another_alone(client, painting, django_user_model):
    other = django_user_model.objects.create_user("other")
    name = painting["reference_url"].split("/")[-1]
    StoredPicture.objects.create(owner=other, name=name)
    assert pictures.forget(other, [name, "another"]) == 1
    assert client.get(painting["reference_url"]).status_code == 200
