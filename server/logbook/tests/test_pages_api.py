"""Paintings side by side over HTTP: those made here and those from before; searched, compared, estimated from, handed over."""

from datetime import timedelta

import pypdf
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.utils import timezone

from server.conftest import photo

from .test_logbook_api import ask, painted

pytestmark = pytest.mark.django_db
__all__ = ["painted"]


def enter(client, title="Jug", **more):
    body = {"title": title, "size": "200x150mm", "minutes": 240, "method": "Direct", "tags": ["still life"], **more}
    return ask(client, "post", "logbook/pages", body, 201)


def test_a_painting_from_before_is_entered_in_one_go(client):
    found = enter(client, palette=["PW6", "PB29", "PB29"], mark=4, finished="2025-03-02")
    assert found["ref"].startswith("e")
    assert (found["area_cm2"], found["minutes"], found["mark"]) == (300.0, 240.0, 4)
    assert [one["key"] for one in found["palette"]] == ["PW6", "PB29"]
    answer = client.post(f"/api/logbook/pages/{found['ref']}/photo", {"photo": SimpleUploadedFile("p.jpg", photo())})
    assert client.get(answer.json()["photo_url"]).status_code == 200
    assert ask(client, "get", "logbook/pages")["pages"][0]["photo_url"] == answer.json()["photo_url"]


@pytest.mark.parametrize(
    "wrong",
    [
        {"size": "large"},
        {"palette": ["NO1"]},
        {"title": "   "},
        {"minutes": -5},
        {"finished": (timezone.now() + timedelta(days=2)).date().isoformat()},
    ],
)
def test_what_cannot_be_is_refused_and_nothing_is_kept(client, wrong):
    body = {"title": "Jug", "size": "200x150mm", **wrong}
    assert ask(client, "post", "logbook/pages", body, 422)["hint"]
    assert ask(client, "get", "logbook/pages")["total"] == 0


def test_paintings_are_found_by_what_they_are(client, painted):
    enter(client, "Jug and lemon", tags=["still life", "yellow"], mark=2)
    enter(client, "Harbour", size="400x300mm", method="On site", palette=["PB29"])
    ask(client, "put", f"logbook/pages/p{painted['id']}", {"tags": ["halves"], "mark": 5})

    def titles(query):
        return [one["title"] for one in ask(client, "get", f"logbook/pages?{query}")["pages"]]

    assert titles("words=lemon+yellow") == ["Jug and lemon"]
    assert titles("tag=Halves") == [painted["title"]]
    assert titles("method=On+site") == ["Harbour"]
    assert "Harbour" in titles("tube=PB29")
    assert titles("most_cm2=400") == ["Jug and lemon"]
    assert titles("least_mark=3") == [painted["title"]]
    found = ask(client, "get", "logbook/pages")
    assert (found["total"], found["tags"]) == (3, ["halves", "still life", "yellow"])
    assert {one["method"] for one in found["rates"]} >= {"Direct", "On site"}


def test_what_a_painting_made_here_knows_itself_cannot_be_typed(client, painted):
    assert ask(client, "put", f"logbook/pages/p{painted['id']}", {"minutes": 5}, 422)["hint"]
    found = ask(client, "get", f"logbook/pages/p{painted['id']}")
    assert found["minutes"] > 5
    assert found["ml"] > 0
    assert found["palette"]


def test_two_paintings_are_compared(client, painted):
    other = enter(client, palette=["PW6", "PR101"])
    found = ask(client, "get", f"logbook/pages/compare?first=p{painted['id']}&second={other['ref']}")
    lines = {one["what"]: one for one in found["lines"]}
    assert lines["surface"]["times"] == pytest.approx(300 / 1200)
    assert lines["minutes"]["second"] == 240
    assert lines["cost"]["times"] is None
    assert "PW6" in [one["key"] for one in found["both"]]


def test_a_commission_is_estimated_from_three_and_priced_for_the_painter_alone(client, other_client):
    for minutes in (200, 240):
        enter(client, minutes=minutes)
    asked = {"width_mm": 200, "height_mm": 150, "method": "Direct"}
    assert "3" in ask(client, "post", "logbook/pages/estimate", asked, 422)["hint"]
    enter(client, minutes=290, cost=6)
    found = ask(client, "post", "logbook/pages/estimate", asked)
    assert found["minutes"]["low"] < 240 < found["minutes"]["high"]
    assert found["price"] is None
    ask(client, "put", "logbook/pages/rate", {"rate": 30, "share": 0.5})
    again = ask(client, "post", "logbook/pages/estimate", asked)
    assert again["price"]["likely"] == pytest.approx(1.5 * 30 * again["minutes"]["likely"] / 60)
    priced = next(one for one in ask(client, "get", "logbook/pages")["pages"] if one["cost"] == 6)
    assert priced["price"]["total"] == pytest.approx(1.5 * (30 * 290 / 60 + 6))
    assert ask(other_client, "get", "logbook/pages")["rate"] is None


def test_a_painting_goes_out_of_the_logbook_and_comes_back(client, painted):
    ref = enter(client)["ref"]
    assert client.delete(f"/api/logbook/pages/{ref}").status_code == 204
    assert ask(client, "get", "logbook/pages")["total"] == 1
    ask(client, "get", f"logbook/pages/{ref}", status=404)
    assert ask(client, "post", f"logbook/pages/{ref}/back")["ref"] == ref
    assert "bin" in ask(client, "delete", f"logbook/pages/p{painted['id']}", status=422)["hint"]


def test_the_sheet_for_the_buyer_names_pigments_lightfastness_and_varnish(client, painted):
    pid = painted["id"]
    ask(client, "put", f"logbook/pages/p{pid}", {"handed": {"painter": "A. Painter", "support": "panel"}})
    sheet = client.get(f"/api/logbook/pages/p{pid}/sheet.pdf?paper=Letter")
    assert sheet.status_code == 200, sheet.content
    text = "".join(page.extract_text() for page in pypdf.PdfReader(_file(sheet.content)).pages)
    assert "A. Painter" in text
    assert "ASTM D5098" in text
    assert "not before" in text
    found = ask(client, "get", f"logbook/pages/p{pid}")
    assert found["may_be_varnished"] >= (timezone.now() + timedelta(hours=12)).date().isoformat()


def _file(content):
    import io

    return io.BytesIO(content)


def test_another_painter_sees_and_changes_nothing(client, other_client):
    ref = enter(client)["ref"]
    assert ask(other_client, "get", "logbook/pages")["total"] == 0
    ask(other_client, "get", f"logbook/pages/{ref}", status=404)
    ask(other_client, "put", f"logbook/pages/{ref}", {"mark": 1}, 404)
    ask(other_client, "delete", f"logbook/pages/{ref}", status=404)
