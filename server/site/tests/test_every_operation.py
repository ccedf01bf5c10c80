"""What holds for every operation of the API, whatever it is for: login, forgery, another painter's rows, malformed input."""

import json
from pathlib import Path

import pytest
from django.test import Client

DOCUMENT = json.loads((Path(__file__).parents[3] / "web/openapi.json").read_text())
PLACEHOLDERS = {"name": "plan.pdf", "mix_id": "m01", "area_id": "a01"}
OPEN = {
    ("post", "/api/studio/login"),
    ("get", "/api/studio"),
    ("post", "/api/studio/logout"),
    ("post", "/api/studio/tablets/pair"),
    ("get", "/api/studio/school/join/{code}"),
    ("post", "/api/studio/school/join/{code}"),
    ("post", "/api/studio/school/forgot"),
    ("post", "/api/studio/school/reset"),
    ("get", "/api/sharing/seen/{ref}"),
}
"""What a stranger may call: the login, the question who is logged in, a tablet's code (guarded as `test_tablets` says), an
invitation, a new password (`test_people`), and a painting that is shown by a link (`test_sharing`)."""


def operations() -> list[tuple[str, str]]:
    return [(method, path) for path, methods in DOCUMENT["paths"].items() for method in methods]


def address(path: str, number: int = 999_999) -> str:
    for part in path.split("/"):
        if part.startswith("{"):
            path = path.replace(part, PLACEHOLDERS.get(part.strip("{}"), str(number)))
    return path


def ask(client: Client, method: str, path: str, body: str = "{}"):
    if method == "get":
        return client.get(path)
    return getattr(client, method)(path, data=body, content_type="application/json")


GUARDED = [operation for operation in operations() if operation not in OPEN]


def test_there_are_operations_to_check():
    assert len(GUARDED) > 50
    assert {path.split("/")[2] for _, path in GUARDED} >= {"materials", "subject", "values", "areas", "mixes", "passes"}


@pytest.mark.django_db
@pytest.mark.parametrize(("method", "path"), GUARDED, ids=lambda part: part)
def test_a_hosted_site_answers_no_stranger(settings, method, path):
    settings.HOSTED = True
    assert ask(Client(), method, address(path)).status_code == 401


@pytest.mark.django_db
@pytest.mark.parametrize(("method", "path"), [one for one in GUARDED if one[0] != "get"], ids=lambda part: part)
def test_no_page_elsewhere_can_write(method, path):
    forged = ask(Client(enforce_csrf_checks=True), method, address(path))
    assert forged.status_code == 403
    assert forged.json()["code"] == "site.forgery"


@pytest.mark.django_db
@pytest.mark.parametrize(("method", "path"), GUARDED, ids=lambda part: part)
def test_nonsense_is_answered_with_a_reason_and_never_with_a_failure(client, method, path):
    for body in ("{}", "[]", "nonsense", '{"lab": [1e999, 0, 0], "parts": {"PW6": "x"}, "keys": 7}'):
        answer = ask(client, method, address(path), body)
        assert answer.status_code < 500, (method, path, body, answer.content)
        if answer.status_code >= 400:
            problem = answer.json()
            assert problem["message"]
            assert problem["hint"]


def test_no_two_kinds_of_body_have_one_name():
    """In the document, and so for the page, the second would take the place of the first."""
    from server.site import api
    from server.site.schema import Schema

    assert api.api.title
    names: dict[str, set[str]] = {}
    todo = [Schema]
    while todo:
        kind = todo.pop()
        todo += kind.__subclasses__()
        if kind.__module__.startswith("server."):
            names.setdefault(kind.__name__, set()).add(kind.__module__)
    assert len(names) > 100
    assert {name: found for name, found in names.items() if len(found) > 1} == {}


@pytest.mark.django_db
def test_every_row_of_every_app_has_an_owner():
    from django.apps import apps

    from server.site.owned import Owned

    ours = [model for model in apps.get_models() if model.__module__.startswith("server.")]
    assert len(ours) >= 10
    assert [model for model in ours if not issubclass(model, Owned)] == []
