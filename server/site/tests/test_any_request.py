"""Requests made up from the OpenAPI document, good and bad, against a planned painting: nothing is answered with a failure."""

import json
from pathlib import Path
from urllib.parse import urlencode

import pytest
import schemathesis
from django.db import transaction
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis import GenerationMode

DOCUMENT = json.loads((Path(__file__).parents[3] / "web/openapi.json").read_text())
SCHEMA = schemathesis.openapi.from_dict(DOCUMENT)
OPERATIONS = [result.ok() for result in SCHEMA.get_all_operations()]
EXAMPLES = 6


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


@pytest.mark.django_db
@pytest.mark.parametrize("mode", [GenerationMode.POSITIVE, GenerationMode.NEGATIVE], ids=["well formed", "malformed"])
def test_no_request_is_answered_with_a_failure(client, planned, unhurried, mode):
    statuses: dict[int, int] = {}
    for operation in OPERATIONS:

        @settings(
            max_examples=EXAMPLES,
            derandomize=True,
            database=None,
            deadline=None,
            phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )
        @given(case=operation.as_strategy(generation_mode=mode))
        def asked(case):
            with transaction.atomic():
                answer = sent(client, case, planned["id"])
                transaction.set_rollback(True)
            statuses[answer.status_code] = statuses.get(answer.status_code, 0) + 1
            assert answer.status_code < 500, (case.method, case.operation.path, case.body, answer.content[:300])

        asked()
    assert sum(statuses.values()) > 2 * len(OPERATIONS)
    assert any(status < 300 for status in statuses)
