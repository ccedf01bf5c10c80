"""Painters, and ways to ask as one of them."""

import io
import json

import numpy as np
import pytest
from django.apps import apps
from django.contrib.auth.models import User
from django.core import serializers
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.utils import timezone
from PIL import Image

from server.materials.services import add_tubes
from server.records import etags, pictures
from server.records.models import Change, Painting, Run, StoredPicture
from server.site.middleware import local_painter
from server.site.owned import Owned
from ypsochrom.materials.shelf import starter_shelf


@pytest.fixture(autouse=True)
def no_answers_of_before():
    """Tests put rows where no change of the application does."""
    etags._answers.forget()


@pytest.fixture
def painter(db) -> User:
    return local_painter()


@pytest.fixture
def client() -> Client:
    """The local painter's browser on loopback, without CSRF checks; those have tests of their own."""
    return Client()


@pytest.fixture
def shelf(painter):
    add_tubes(painter, starter_shelf()[:8])


def photo(width=320, height=240) -> bytes:
    """A small picture with a dark and a light half and a red square."""
    pixels = np.full((height, width, 3), 60, dtype=np.uint8)
    pixels[:, width // 2 :] = 200
    pixels[height // 3 : 2 * height // 3, 2 * width // 3 : 5 * width // 6] = (200, 60, 40)
    pixels += np.random.default_rng(4).integers(0, 6, pixels.shape, dtype=np.uint8)
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "JPEG", quality=95)
    return out.getvalue()


@pytest.fixture
def upload(client):
    """Upload a photo as a new painting and return the answer."""

    def do(content: bytes | None = None, title="Two halves", size="400x300mm", as_client=None, **headers):
        file = SimpleUploadedFile("photo.jpg", photo() if content is None else content)
        return (as_client or client).post(
            "/api/subject/paintings", {"photo": file, "title": title, "size": size}, headers=headers
        )

    return do


@pytest.fixture
def painting(upload, painter) -> dict:
    answer = upload()
    assert answer.status_code == 201, answer.content
    return answer.json()


_as_planned: dict[str, str] = {}
"""The rows of a planned painting and its answer, once they have been made in this process."""


@pytest.fixture
def planned(request, client, painter) -> dict:
    """A painting with its plan. It is planned once; afterwards its rows are put back as they were, dated now: planning it again
    would only say the same again."""
    is_alone = not {"painting", "shelf"} & set(request.fixturenames)
    if is_alone and _as_planned.get("painter") == str(painter.pk) and _pictures_are_there():
        _put_back()
        return json.loads(_as_planned["painting"])
    painting = request.getfixturevalue("painting")
    request.getfixturevalue("shelf")
    answer = client.post(f"/api/desk/{painting['id']}/plan")
    assert answer.json()["state"] == "done", answer.content
    if is_alone:
        rows = [row for model in _owned() for row in model._default_manager.all()]
        _as_planned["rows"] = serializers.serialize("json", rows)
        _as_planned["painting"] = json.dumps(painting)
        _as_planned["painter"] = str(painter.pk)
    return painting


def _owned() -> list:
    """Models of rows that belong to a painter, those that others hang on first."""
    found = [model for model in apps.get_models() if issubclass(model, Owned)]
    return sorted(found, key=lambda model: model is not Painting)


def _pictures_are_there() -> bool:
    names = [
        row["fields"]["name"] for row in json.loads(_as_planned["rows"]) if row["model"] == "records.storedpicture"
    ]
    return all(pictures.is_there(name) for name in names)


def _put_back() -> None:
    for row in serializers.deserialize("json", _as_planned["rows"]):
        row.save()
    now = timezone.now()
    StoredPicture.objects.update(stored=now)
    Painting.objects.update(created=now, changed=now)
    Run.objects.update(begun=now, heard=now)
    Change.objects.update(at=now)


@pytest.fixture
def other_client(painter) -> Client:
    """Another painter, logged in from another machine; `client` stays the local painter's."""
    other = Client(REMOTE_ADDR="203.0.113.9")
    other.force_login(User.objects.create_user("bea", password="long enough 4"))
    return other
