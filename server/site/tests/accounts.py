"""Browsers of painters with accounts, for the tests of a hosted site."""

import json

from django.test import Client

JSON = "application/json"
OLD, NEW = "ochre and umber 9", "viridian at dusk 7"


def ask(client, method, path, body=None, status=200, **more):
    """Ask the studio's own part of the API; what it answers."""
    data = {} if body is None else {"data": json.dumps(body), "content_type": JSON}
    answer = getattr(client, method)(f"/api/studio{path}", **data, **more)
    assert answer.status_code == status, answer.content
    return answer.json() if answer.content else None


def logged_in(name="ada", password=OLD, status=200, **more):
    """A browser that is logged in, or with another status what the login answers."""
    client = Client()
    answer = ask(client, "post", "/login", {"username": name, "password": password, **more}, status)
    return client if status == 200 else answer
