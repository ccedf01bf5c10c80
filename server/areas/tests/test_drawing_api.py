"""The drawing to transfer over HTTP: its lines, its files, and what is refused."""

import pytest

from server.records.models import Result
from server.work import desk
from ypsochrom.work import line_node
from ypsochrom.work.memory import Memory

pytestmark = pytest.mark.django_db


def test_the_lines_come_with_their_strength_and_the_number_of_sheets(client, planned):
    drawing = client.get(f"/api/areas/{planned['id']}/drawing").json()
    assert drawing["faintest"] < drawing["usual"] < drawing["boldest"]
    assert drawing["sheets"]["A4"] >= 1
    strengths = [line["strength"] for line in drawing["lines"]]
    assert strengths == sorted(strengths, reverse=True)
    assert {line["kind"] for line in drawing["lines"]} == {"outline"}
    assert all(line["path"].startswith("M") for line in drawing["lines"])


def test_borders_of_values_are_drawn_where_they_are_asked_for(client, planned):
    address = f"/api/areas/{planned['id']}/drawing"
    plain = client.get(address).json()["lines"]
    more = client.get(f"{address}?limits=0&limits=1").json()["lines"]
    assert more[: len(plain)] == plain
    assert {line["kind"] for line in more[len(plain) :]} == {"value"}
    assert client.get(f"{address}?limits=40").status_code == 422


def test_a_plan_brings_the_lines_along_and_without_them_they_are_found_once(client, planned, monkeypatch):
    address, looked = f"/api/areas/{planned['id']}/drawing", []
    find = line_node.find_lines
    monkeypatch.setattr(line_node, "find_lines", lambda *a: looked.append(1) or find(*a))
    there = client.get(address).json()
    assert looked == []
    Result.objects.filter(node="lines").delete()  # as in a plan of an earlier version
    monkeypatch.setattr(desk, "_memory", Memory())
    for more in ("?limits=0", "?limits=1"):
        lines = client.get(address + more).json()["lines"]
        assert lines[: len(there["lines"])] == there["lines"]
    assert looked == [1]


@pytest.mark.parametrize(
    ("name", "begins"),
    [("drawing.svg", b"<svg"), ("drawing.png", b"\x89PNG"), ("drawing.pdf", b"%PDF"), ("layers.ora", b"PK")],
)
def test_the_drawing_is_written_as_files(client, planned, name, begins):
    answer = client.get(
        f"/api/areas/{planned['id']}/drawing/files/{name}?paper=Letter&mirrored=true&limits=1&inner=false"
    )
    assert answer.content.startswith(begins)
    assert f'filename="{name}"' in answer["Content-Disposition"]


def test_a_drawing_before_the_plan_is_refused_with_what_to_do(client, painting):
    drawing = client.get(f"/api/areas/{painting['id']}/drawing").json()
    assert (drawing["ready"], drawing["lines"]) == (False, [])
    refused = client.get(f"/api/areas/{painting['id']}/drawing/files/drawing.svg")
    assert refused.status_code == 409
    assert "Plan the painting" in refused.json()["hint"]


def test_a_bolder_detail_draws_less(client, planned):
    def drawn(faintest):
        address = f"/api/areas/{planned['id']}/drawing/files/drawing.svg?faintest={faintest}"
        return client.get(address).content.count(b"<path")

    assert drawn(200) == 0 < drawn(9)


def test_nobody_sees_the_drawing_of_another(other_client, planned):
    assert other_client.get(f"/api/areas/{planned['id']}/drawing").status_code == 404
    assert other_client.get(f"/api/areas/{planned['id']}/drawing/files/drawing.svg").status_code == 404
