"""Shared by the tests of the server and of the browser journeys."""

import os
from pathlib import Path

os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "1"  # Playwright's sync interface runs an event loop beside the ORM

import pytest

REPOSITORY = Path(__file__).parent


@pytest.fixture
def kettle() -> bytes:
    """The demo's kettle photo."""
    return (REPOSITORY / "demo/pictures/kettle.jpg").read_bytes()
