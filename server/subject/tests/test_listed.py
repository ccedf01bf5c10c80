"""The studio's list: a page at a time, searched by title, quick however many paintings there are."""

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from server.records.models import Painting, Result
from server.subject import listed

pytestmark = pytest.mark.django_db


@pytest.fixture
def many(painting, painter):
    """Sixty more paintings like the first, as rows."""
    first = Painting.objects.get()
    fields = {"owner": painter, "brief": first.brief, "pictures": first.pictures}
    rows = Painting.objects.bulk_create([Painting(title=f"Study {n:02}", **fields) for n in range(60)])
    kept = list(Result.objects.filter(painting=first))
    Result.objects.bulk_create(
        Result(
            owner=painter, painting=row, node=one.node, version=one.version, takes=one.takes, needs=one.needs,
            stamp=one.stamp, body=one.body, pictures=one.pictures,
        )
        for row in rows
        for one in kept
    )  # fmt: skip
    return rows


def page(client, **query):
    return client.get("/api/subject/paintings", query).json()


def test_the_list_comes_page_by_page_and_is_searched_by_title(client, many):
    first, last = page(client), page(client, page=3)
    assert (first["count"], first["pages"], len(first["paintings"])) == (61, 3, listed.A_PAGE)
    assert len(last["paintings"]) == 61 - 2 * listed.A_PAGE
    assert last["paintings"][-1]["title"] == "Two halves"
    assert {one["values"] for one in first["paintings"]} == {"current"}
    assert all(client.get(one["thumbnail_url"]).status_code == 200 for one in first["paintings"][:2])
    assert page(client, page=99)["page"] == 3
    assert page(client, page=-5)["page"] == 1
    found = page(client, search=" study 0")
    assert [one["title"] for one in found["paintings"]] == [f"Study {n:02}" for n in range(9, -1, -1)]
    assert page(client, search="%")["count"] == 0
    assert client.get("/api/subject/titles").json()[0]["title"] == "Study 59"


def test_a_page_costs_few_queries_and_nothing_where_nothing_changed(client, many):
    listed._cards.__init__(4000)
    with CaptureQueriesContext(connection) as first:
        answer = client.get("/api/subject/paintings")
    with CaptureQueriesContext(connection) as again:
        same = client.get("/api/subject/paintings", headers={"If-None-Match": answer["ETag"]})
    assert len(first) <= 14  # the first look works the states out, for the whole page at once
    assert len(again) <= 8
    assert same.status_code == 304
    client.patch(f"/api/subject/paintings/{many[-1].pk}", {"title": "Renamed"}, content_type="application/json")
    changed = client.get("/api/subject/paintings", headers={"If-None-Match": answer["ETag"]})
    assert changed.json()["paintings"][0]["title"] == "Renamed"


def test_a_change_of_the_shelf_shows_on_every_card(client, planned, upload):
    assert page(client)["paintings"][0]["passes"] == "current"
    tubes = client.get("/api/materials/tubes").json()
    client.delete(f"/api/materials/tubes/{tubes[0]['id']}")
    assert page(client)["paintings"][0]["passes"] == "stale"


def test_a_card_that_cannot_be_read_has_no_picture_and_the_list_is_there(client, painting):
    Result.objects.filter(node="subject").update(body="damaged", stamp="damaged")
    Painting.objects.update(made=99)
    (card,) = page(client)["paintings"]
    assert card["thumbnail_url"] == ""
