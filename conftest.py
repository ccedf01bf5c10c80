"""Shared by the tests of the server and of the browser journeys."""

import os
from pathlib import Path

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"  # Playwright's sync interface runs an event loop beside the ORM

import pytest
from hypothesis import settings

REPOSITORY = Path(__file__).parent

settings.register_profile("ci", derandomize=True, deadline=None)
settings.register_profile("desk", deadline=None)
settings.load_profile("ci" if os.environ.get("CI") else "desk")


@pytest.fixture
def kettle() -> bytes:
    """The demo's kettle photo."""
    return (REPOSITORY / "demo/pictures/kettle.jpg").read_bytes()
