"""What is written down of requests: a line each with its number, and nothing of what a painter keeps or asks."""

import json
import logging
from logging.config import DictConfigurator

import pytest

from server.site.logs import log, logging_of

pytestmark = pytest.mark.django_db


@pytest.fixture
def written(caplog):
    """The lines that a hosted site writes, read back."""
    configured = DictConfigurator(logging_of(hosted=True))
    handler = caplog.handler
    number = configured.configure_filter(configured.config["filters"]["number"])
    handler.addFilter(number)
    caplog.set_level(logging.INFO, logger=log.name)
    lines = configured.configure_formatter(configured.config["formatters"]["lines"])
    yield lambda: [json.loads(lines.format(one)) for one in caplog.records]
    handler.removeFilter(number)


def test_every_request_has_a_line_with_the_number_of_its_answer(client, painting, written):
    answer = client.get(f"/api/values/{painting['id']}")
    (line,) = [one for one in written() if one["logger"] == log.name]
    assert line["request_id"] == answer["X-Request-ID"]
    assert (line["method"], line["route"], line["status"]) == ("GET", "api/values/<painting_id>", 200)
    assert line["painter"] > 0
    assert line["ms"] >= 0
    assert line["level"] == "INFO"
    assert line["at"][10] == "T"


def test_two_requests_have_two_numbers_and_one_that_the_proxy_gives_is_kept(client, painting):
    first, second = (client.get("/api/studio")["X-Request-ID"] for _ in range(2))
    assert first != second
    given = "0123456789abcdef0123456789abcdef"
    assert client.get("/api/studio", headers={"X-Request-ID": given})["X-Request-ID"] == given
    assert client.get("/api/studio", headers={"X-Request-ID": "<script>"})["X-Request-ID"] != "<script>"


def test_a_fault_of_ours_is_found_by_its_number(client, painting, monkeypatch, written):
    from server.values import services

    monkeypatch.setattr(services, "out", lambda _: 1 / 0)
    answer = client.get(f"/api/values/{painting['id']}")
    assert answer.status_code == 500
    faults = [one for one in written() if one["level"] == "ERROR"]
    assert faults
    assert {one["request_id"] for one in faults} == {answer["X-Request-ID"]}
    assert "ZeroDivisionError" in faults[0]["exc_info"]


def test_no_line_tells_what_was_asked_for_or_kept(client, painting, written):
    client.get("/api/subject/paintings?search=Aunt%20Agatha")
    client.get("/api/archive/Agatha?search=Agatha")
    client.post("/api/studio/school/join/agathas-code", {"username": "agatha"}, content_type="application/json")
    client.patch(f"/api/subject/paintings/{painting['id']}", {"title": "Agatha"}, content_type="application/json")
    assert written()
    assert "agatha" not in json.dumps([one for one in written() if one["logger"] == log.name]).lower()
    silent = logging_of(hosted=True)["loggers"]
    for told in {one["logger"] for one in written()} - {
        log.name
    }:  # what Django writes of its own accord is left out there
        assert silent[told]["level"] == "ERROR"
