"""Requests made up from the OpenAPI document, good and bad, against a planned painting: nothing is answered with a failure."""

import json
from pathlib import Path
from urllib.parse import urlencode

import pytest
import schemathesis
from django.db import transaction
from django.test import Client
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis import GenerationMode

from .test_every_operation import OPEN

DOCUMENT = json.loads((Path(__file__).parents[3] / "web/openapi.json").read_text())
SCHEMA = schemathesis.openapi.from_dict(DOCUMENT)
OPERATIONS = [result.ok() for result in SCHEMA.get_all_operations()]
EXAMPLES = 6


@pytest.fixture
def hosted(settings):
    settings.HOSTED = True


@pytest.fixture
def unhurried(settings):
    """Background work is taken on and left lying."""
    settings.TASKS = {"default": {"BACKEND": "django_tasks.backends.dummy.DummyBackend"}}


def sent(client, case, painting: int):
    path = case.operation.path
    for name, value in (case.path_parameters or {}).items():
        path = path.replace(f"{{{name}}}", str(painting if name in ("painting_id", "other_id") else value))
    query = urlencode({k: v for k, v in (case.query or {}).items() if v is not None}, doseq=True)
    body = case.body
    form = (case.media_type or "").startswith("multipart")
    data = json.dumps(body, default=str) if isinstance(body, dict | list) else str(body)
    ask = getattr(client, case.method.lower())
    if case.method.lower() == "get":
        return ask(f"{path}?{query}")
    return ask(f"{path}?{query}", data=data, content_type="text/plain" if form else "application/json")


def answers(client, painting: int, mode: GenerationMode, examples: int) -> list[tuple[str, str, int]]:
    """Made-up requests to every operation: method, path and the status of the answer. Nothing of what they did is kept."""
    found: list[tuple[str, str, int]] = []
    for operation in OPERATIONS:

        @settings(
            max_examples=examples,
            derandomize=True,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )
        @given(case=operation.as_strategy(generation_mode=mode))
        def asked(case):
            with transaction.atomic():
                answer = sent(client, case, painting)
                transaction.set_rollback(True)
            found.append((case.method.lower(), case.operation.path, answer.status_code))
            assert answer.status_code < 500, (case.method, case.operation.path, case.body, answer.content[:300])

        asked()
    return found


@pytest.mark.django_db
@pytest.mark.parametrize("mode", [GenerationMode.POSITIVE, GenerationMode.NEGATIVE], ids=["well formed", "malformed"])
def test_no_request_is_answered_with_a_failure(client, planned, unhurried, mode):
    found = answers(client, planned["id"], mode, EXAMPLES)
    assert len(found) > 2 * len(OPERATIONS)
    assert any(status < 300 for _, _, status in found)


@pytest.mark.django_db
def test_a_stranger_is_let_in_nowhere(planned, unhurried, hosted):
    found = answers(Client(), planned["id"], GenerationMode.POSITIVE, 2)
    assert [one for one in found if one[2] not in (401, 403) and one[:2] not in OPEN] == []


@pytest.mark.django_db
def test_another_painter_sees_and_changes_nothing_of_a_painting(planned, unhurried, hosted, other_client):
    found = answers(other_client, planned["id"], GenerationMode.POSITIVE, 2)
    of_it = [one for one in found if "{painting_id}" in one[1]]
    assert len(of_it) > 60
    assert [one for one in of_it if one[2] < 400] == []
