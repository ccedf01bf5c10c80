"""What looking costs: few queries, 304 when nothing changed, no label image decoded twice, a damaged row is no failure."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.records import etags
from server.records.models import Result, Run
from server.work import desk

pytestmark = pytest.mark.django_db
MOST_QUERIES = 8
LOOKS = ("desk/{pid}", "subject/paintings/{pid}", "values/{pid}", "areas/{pid}", "mixes/{pid}", "passes/{pid}",
         "desk/history/paintings/{pid}")  # fmt: skip


@pytest.mark.parametrize("path", LOOKS)
def test_following_a_plan_and_reading_a_painting_cost_at_most_eight_queries(client, planned, path):
    path = "/api/" + path.format(pid=planned["id"])
    with CaptureQueriesContext(
        connection,
    ) as asked:
        first = client.get(path)
    assert first.status_code == 200
    assert len(asked) <= MOST_QUERIES, [one["sql"][:120] for one in asked.captured_queries]
    with CaptureQueriesContext(connection) as again:
        unchanged = client.get(path, headers={"If-None-Match": first["ETag"]})
    assert (unchanged.status_code, unchanged.content) == (304, b"")
    assert unchanged["X-Revisions"] == first["X-Revisions"]
    assert len(again) <= 3


def test_a_tag_is_another_after_a_change_of_painting_shelf_or_run(client, planned, painter):
    pid = planned["id"]
    path, tags = f"/api/desk/{pid}", set()

    def look():
        tags.add(client.get(path)["ETag"])
        return len(tags)

    assert look() == 1
    assert look() == 1
    client.put(f"/api/mixes/{pid}", {"tubes": 4}, content_type="application/json")
    assert look() == 2
    tube = client.get("/api/materials/tubes").json()[0]
    client.put(f"/api/materials/tubes/{tube['id']}", tube | {"left_ml": 1}, content_type="application/json")
    assert look() == 3
    run = Run.objects.create(owner=painter, painting_id=pid, state="running")
    assert look() == 4
    run.share = 0.5
    run.save()
    assert look() == 5


def test_an_answer_given_once_is_given_again_without_the_work(client, planned, monkeypatch):
    path = f"/api/passes/{planned['id']}"
    first = client.get(path)
    with monkeypatch.context() as busy:
        busy.setattr(desk, "opened", lambda _: 1 / 0)
        again = client.get(path)
    assert again.content == first.content
    assert again["X-Revisions"] == first["X-Revisions"]
    client.put(f"{path}/choices", {"school": "glazes"}, content_type="application/json")
    assert client.get(path).json()["school"] == "glazes"


def test_another_painter_gets_no_tag_and_no_304(client, planned, other_client):
    tag = client.get(f"/api/areas/{planned['id']}")["ETag"]
    answer = other_client.get(f"/api/areas/{planned['id']}", headers={"If-None-Match": tag})
    assert answer.status_code == 404
    assert "ETag" not in answer


def test_no_label_image_is_decoded_twice_in_a_request(client, planned, monkeypatch):
    from server.work import desk
    from ypsochrom.formats.pictures import png
    from ypsochrom.work.memory import Memory

    read, decoded = png.read_labels_png, []

    def counted(content):
        decoded.append(hash(content))
        return read(content)

    monkeypatch.setattr(png, "read_labels_png", counted)
    for path in LOOKS:
        monkeypatch.setattr(desk, "_memory", Memory())
        decoded.clear()
        assert client.get("/api/" + path.format(pid=planned["id"])).status_code == 200
        assert len(decoded) == len(set(decoded))


@pytest.mark.parametrize(
    "node", ["subject", "values", "pieces", "areas", "judgement", "solved", "mixes", "passes", "stages"]
)
@pytest.mark.parametrize("damage", ["not JSON", "{}", "[]", "null", '{"areas": 7}'])
def test_a_stored_row_that_cannot_be_read_never_fails_a_request_and_is_made_anew(client, planned, node, damage):
    """Found in version 0.5: GET passes gave 500 on a row that lacked a key of today's code."""
    pid = planned["id"]
    Result.objects.filter(painting_id=pid, node=node).update(body=damage, stamp=f"damaged {hash(damage)}"[:24])
    etags._answers.forget()
    for path in LOOKS:
        answer = client.get("/api/" + path.format(pid=pid))
        assert answer.status_code == 200 or answer.json()["code"] == "site.outdated", (path, answer.content)
    assert client.post(f"/api/desk/{pid}/renew").status_code == 204
    for path in LOOKS:
        answer = client.get("/api/" + path.format(pid=pid))
        assert answer.status_code == 200, (path, answer.content)
    assert client.post(f"/api/desk/{pid}/plan").json()["state"] == "done"
    bench = client.get(f"/api/desk/{pid}").json()
    assert {bench[word] for word in ("values", "areas", "mixes", "passes")} == {"current"}
