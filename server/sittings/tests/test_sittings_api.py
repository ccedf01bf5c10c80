"""Sittings over HTTP: said once, scheduled at once, better in the background; calendar, light, bag, studies; nothing is lost."""

from datetime import datetime, timedelta

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from icalendar import Calendar

from ypsochrom.areas.names import mark

JSON = "application/json"
pytestmark = pytest.mark.django_db
MORNINGS = {"begins": "2026-06-01T09:00", "zone": "Europe/Berlin", "recurring": [{"at": "09:00", "minutes": 180}]}
SHORE = {"latitude_deg": 54.1, "longitude_deg": -3.2, "facing_deg": 200, "name": "the slip"}


def ask(client, method, path, body=None, status=200):
    more = {} if body is None else {"data": body, "content_type": JSON}
    answer = getattr(client, method)(f"/api/sittings/{path}", **more)
    assert answer.status_code == status, answer.content
    return answer.json()


def say(client, painting, status=200, **said):
    return ask(client, "put", f"{painting['id']}/settings", {"diary": MORNINGS, **said}, status)


def state(client, painting):
    return client.get(f"/api/desk/{painting['id']}").json()


def calendar(text):
    content = "\r\n".join(["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//t//EN", *text, "END:VCALENDAR", ""])
    return SimpleUploadedFile("busy.ics", content.encode(), content_type="text/calendar")


AWAY = [
    "BEGIN:VEVENT",
    "UID:1",
    "DTSTART;VALUE=DATE:20260601",
    "DTEND;VALUE=DATE:20260603",
    "SUMMARY:Away",
    "END:VEVENT",
]


def test_before_anything_is_said_there_is_no_schedule_and_nothing_is_out_of_date(client, planned):
    found = ask(client, "get", str(planned["id"]))
    assert found["schedule"] is None
    assert found["settings"]["diary"] is None
    assert found["problem"] == ""
    assert state(client, planned)["sittings"] == "missing"


def test_saying_when_gives_a_schedule_at_once_and_a_search_the_best_one(client, planned):
    first = say(client, planned)
    assert first["schedule"]["sittings"][0]["begins"].startswith("2026-06-01T07:00")  # nine in the morning, summer time
    assert not first["best"]
    assert ask(client, "get", f"{planned['id']}/search") is None
    assert ask(client, "post", f"{planned['id']}/search", {}, 202)["state"] == "done"
    assert ask(client, "get", f"{planned['id']}/search")["state"] == "done"
    after = ask(client, "get", str(planned["id"]))
    assert after["best"]
    assert after["up_to_date"]
    assert state(client, planned)["sittings"] == "current"
    schedule = after["schedule"]
    passes = client.get(f"/api/passes/{planned['id']}").json()["passes"]
    units = {unit["id"] for one in passes for unit in one["units"]}
    assert {task["subject"] for task in schedule["tasks"] if task["kind"] == "unit"} == units
    assert schedule["makespan_min"] <= first["schedule"]["makespan_min"] + 1e-6
    assert set(schedule["colours"]) >= {pile for task in schedule["tasks"] for pile in task["piles"]}
    areas = client.get(f"/api/areas/{planned['id']}").json()["areas"]
    assert not any(mark(area["id"]) in task["title"] for task in schedule["tasks"] for area in areas)


def test_a_search_that_is_under_way_goes_on(client, planned, painter):
    from server.records import runs

    say(client, planned)
    waiting = runs.begin(painter, planned["id"], "schedule")
    assert ask(client, "post", f"{planned['id']}/search", {}, 202)["id"] == waiting.pk


def test_nothing_is_searched_where_there_is_no_schedule(client, planned):
    assert ask(client, "post", f"{planned['id']}/search", {}, 202) is None
    say(client, planned)
    say(client, planned, diary={**MORNINGS, "recurring": [{"at": "09:00", "minutes": 24}]})
    assert ask(client, "post", f"{planned['id']}/search", {}, 202) is None
    assert ask(client, "get", f"{planned['id']}/search") is None


def test_names_of_areas_show_in_the_schedule_without_planning_anew(client, planned):
    say(client, planned)
    areas = client.get(f"/api/areas/{planned['id']}").json()["areas"]
    client.patch(f"/api/areas/{planned['id']}/{areas[0]['id']}", {"name": "the wall"}, content_type=JSON)
    found = ask(client, "get", str(planned["id"]))
    assert found["up_to_date"]
    assert any("the wall" in task["title"] for task in found["schedule"]["tasks"])


def test_another_method_brings_its_schedule_along(client, planned):
    before = say(client, planned)
    client.put(f"/api/passes/{planned['id']}/choices", {"school": "glazes"}, content_type=JSON)
    after = ask(client, "get", str(planned["id"]))
    assert after["up_to_date"]
    assert after["schedule"]["hands_on_min"] > before["schedule"]["hands_on_min"]


def test_the_air_changes_what_the_passes_wait_for(client, planned):
    def dries():
        passes = client.get(f"/api/passes/{planned['id']}").json()["passes"]
        return [unit["dry_minutes"] for one in passes for unit in one["units"]]

    usual = dries()
    say(client, planned, climate={"temperature_c": 12, "humidity_pct": 85, "air": "still"})
    assert min(dries()) > 3 * min(usual)
    found = ask(client, "get", str(planned["id"]))
    assert found["settings"]["climate"]["temperature_c"] == 12


def test_a_dragged_sitting_and_a_dragged_unit_stay_and_are_undone_by_name(client, planned):
    before = say(client, planned)["schedule"]
    moved = {**MORNINGS, "moved": {"2026-06-01/0": {"begins": "2026-06-01T14:00", "minutes": 120}}}
    found = ask(client, "put", f"{planned['id']}/settings", {"diary": moved})
    begins = datetime.fromisoformat(found["schedule"]["sittings"][0]["begins"])
    assert begins - datetime.fromisoformat(before["sittings"][0]["begins"]) == timedelta(hours=5)
    unit = next(task for task in found["schedule"]["tasks"] if task["kind"] == "unit" and task["pass_number"] == 2)
    wishes = {unit["subject"]: {"sitting": "2026-06-02/0", "minute": 0}}
    found = ask(client, "put", f"{planned['id']}/settings", {"diary": moved, "wishes": wishes})
    placed = next(task for task in found["schedule"]["tasks"] if task["subject"] == unit["subject"])
    assert found["schedule"]["sittings"][placed["sitting"] - 1]["id"] == "2026-06-02/0"
    history = client.get(f"/api/desk/history/paintings/{planned['id']}").json()
    assert history["undo"] == "Moved a unit to another time"
    client.post(f"/api/desk/history/paintings/{planned['id']}/undo", {}, content_type=JSON)
    assert ask(client, "get", str(planned["id"]))["settings"]["wishes"] == {}


def test_a_unit_longer_than_every_sitting_is_said_and_nothing_is_lost(client, planned):
    short = {**MORNINGS, "recurring": [{"at": "09:00", "minutes": 20}]}
    found = ask(client, "put", f"{planned['id']}/settings", {"diary": short})
    assert found["schedule"] is None
    assert "minutes in one go" in found["problem"]
    assert "split that unit" in found["hint"]
    assert found["settings"]["diary"]["recurring"][0]["minutes"] == 20
    # the unit is told by the names of its areas, not by the marks under which they are kept
    assert not any(
        mark(area["id"]) in found["problem"] for area in client.get(f"/api/areas/{planned['id']}").json()["areas"]
    )
    assert client.get(f"/api/passes/{planned['id']}").json()["passes"]


@pytest.mark.parametrize(
    "said",
    [
        {"diary": {**MORNINGS, "zone": "Moon/Sea"}},
        {"diary": {**MORNINGS, "begins": "soon"}},
        {"diary": {**MORNINGS, "recurring": [{"at": "29:00"}]}},
        {"diary": {**MORNINGS, "recurring": [{"minutes": 1}]}},
        {"climate": {"temperature_c": 40}},
        {"climate": {"humidity_pct": 101}},
        {"climate": {"humidity_pct": 100}},
        {"place": {"latitude_deg": 95, "longitude_deg": 0}},
        {"deadline": "christmas"},
    ],
)
def test_what_cannot_be_is_refused_with_what_to_do_and_changes_nothing(client, planned, said):
    say(client, planned)
    before = ask(client, "get", str(planned["id"]))["settings"]
    refused = say(client, planned, 422, **said)
    assert refused["message"]
    assert refused["hint"]
    assert ask(client, "get", str(planned["id"]))["settings"] == before


def test_a_calendar_is_kept_free_and_left_out_again(client, planned):
    say(client, planned)
    answer = client.post(f"/api/sittings/{planned['id']}/calendar", {"calendar": calendar(AWAY)})
    assert answer.status_code == 200, answer.content
    found = answer.json()
    assert found["busy"] == 1
    assert found["schedule"]["sittings"][0]["id"] == "2026-06-03/0"
    assert found["schedule"]["busy"][0]["title"] == "Away"
    kept = say(client, planned, cloud="broken")  # what the page sends back holds no busy times
    assert kept["busy"] == 1
    free = client.delete(f"/api/sittings/{planned['id']}/calendar").json()
    assert free["busy"] == 0
    assert free["schedule"]["sittings"][0]["id"] == "2026-06-01/0"


def test_damaged_calendars_and_those_that_come_too_early_are_said_so(client, planned):
    early = client.post(f"/api/sittings/{planned['id']}/calendar", {"calendar": calendar(AWAY)})
    assert early.status_code == 409
    assert "when you paint" in early.json()["message"]
    say(client, planned)
    damaged = SimpleUploadedFile("busy.ics", b"no calendar at all")
    refused = client.post(f"/api/sittings/{planned['id']}/calendar", {"calendar": damaged})
    assert refused.status_code == 422
    assert refused.json()["code"] == "sittings.bad_calendar"
    assert ask(client, "get", str(planned["id"]))["busy"] == 0


def test_the_calendar_file_can_be_taken_into_any_calendar(client, planned):
    early = client.get(f"/api/sittings/{planned['id']}/calendar.ics")
    assert early.status_code == 409
    schedule = say(client, planned)["schedule"]
    answer = client.get(f"/api/sittings/{planned['id']}/calendar.ics")
    assert answer["Content-Type"].startswith("text/calendar")
    events = Calendar.from_ical(answer.content).walk("VEVENT")
    assert len(events) == len(schedule["sittings"])
    assert str(events[0]["UID"]).startswith(f"painting-{planned['id']}-2026-06-01-0@")


def test_the_light_over_the_sittings_of_a_place(client, planned):
    assert say(client, planned)["light"] == []
    light = say(client, planned, place=SHORE)["light"]
    assert [one["number"] for one in light] == list(range(1, len(light) + 1))
    assert "10 degrees" in light[0]["holds"]["why"]
    assert light[0]["day"]["polar"] is None
    assert light[0]["passes"][0]["light"] in ("holds", "turns")
    assert 0 <= light[0]["moon"]["age_days"] < 28


def test_a_place_with_a_name_can_be_chosen_for_another_painting(client, planned, other_client):
    assert ask(client, "get", "places") == []
    say(client, planned, place={**SHORE, "name": ""})
    assert ask(client, "get", "places") == []
    say(client, planned, place=SHORE)
    assert ask(client, "get", "places") == [SHORE]
    assert other_client.get("/api/sittings/places").json() == []


def test_how_long_a_unit_can_be_blended_and_what_buys_more(client, planned):
    passes = client.get(f"/api/passes/{planned['id']}").json()["passes"]
    unit = passes[1]["units"][0]
    found = ask(client, "get", f"{planned['id']}/open?unit={unit['id']}")
    assert found["open_min"] == pytest.approx(unit["open_minutes"])
    assert any("misting" in way["what"] for way in found["ways"])
    assert ask(client, "get", f"{planned['id']}/open?unit=nothing", status=404)["code"] == "site.not_found"


def test_the_bag_and_its_ticks(client, planned):
    bag = ask(client, "get", f"{planned['id']}/packing")
    keys = [item["key"] for item in bag["items"]]
    assert len(bag["cautions"]) >= 4
    found = say(client, planned, packed=keys[:2])
    assert found["settings"]["packed"] == keys[:2]
    assert found["schedule"] is not None


def test_the_simulated_sensor_reads_a_room(client, painter):
    found = ask(client, "get", "climate")
    assert 10 < found["temperature_c"] < 30
    assert 20 < found["humidity_pct"] < 80
    assert found["simulated"]


def test_what_has_to_give_for_a_deadline(client, planned):
    say(client, planned, deadline="2026-06-01")
    assert ask(client, "get", f"{planned['id']}/giving") is None
    run = ask(client, "post", f"{planned['id']}/studies/giving", {}, 202)
    assert run["state"] == "done"
    ways = ask(client, "get", f"{planned['id']}/giving")["ways"]
    assert {"longer sittings", "another method", "smaller"} <= {way["gives"] for way in ways}


def test_two_paintings_side_by_side(client, planned, upload):
    say(client, planned)
    refused = ask(client, "post", f"{planned['id']}/studies/together", {"other": planned["id"]}, 409)
    assert "other painting" in refused["hint"]
    other = upload(title="The same again").json()
    unplanned = ask(client, "post", f"{planned['id']}/studies/together", {"other": other["id"]}, 409)
    assert "The same again" in unplanned["message"]
    client.post(f"/api/desk/{other['id']}/plan")
    run = ask(client, "post", f"{planned['id']}/studies/together", {"other": other["id"]}, 202)
    assert run["state"] == "done", run
    found = ask(client, "get", f"{planned['id']}/together")
    assert found["shared"]
    assert found["saved_hands_min"] > 0
    assert any(line.startswith("The same again: ") for line in found["order"])


def test_sittings_are_the_owners_own(client, planned, other_client):
    say(client, planned)
    for path in ("", "/packing", "/calendar.ics", "/giving"):
        assert other_client.get(f"/api/sittings/{planned['id']}{path}").status_code == 404
    assert other_client.put(f"/api/sittings/{planned['id']}/settings", {}, content_type=JSON).status_code == 404
