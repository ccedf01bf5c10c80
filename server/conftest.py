"""Painters, and ways to ask as one of them."""

import io

import numpy as np
import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from PIL import Image

from server.materials.services import add_tubes
from server.records import etags
from server.site.middleware import local_painter
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


@pytest.fixture
def planned(client, painting, shelf) -> dict:
    answer = client.post(f"/api/desk/{painting['id']}/plan")
    assert answer.json()["state"] == "done", answer.content
    return painting


@pytest.fixture
def other_client(painter) -> Client:
    """Another painter, logged in from another machine; `client` stays the local painter's."""
    other = Client(REMOTE_ADDR="203.0.113.9")
    other.force_login(User.objects.create_user("bea", password="long enough 4"))
    return other
