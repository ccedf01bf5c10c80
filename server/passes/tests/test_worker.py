"""The background task through a real database queue and a real worker, as in the demo."""

import pytest
from django.core.management import call_command

from server.passes import runs, services, tasks
from server.passes.models import PlanRun

DATABASE_QUEUE = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def queue(settings):
    settings.TASKS = DATABASE_QUEUE


def work_off():
    call_command("db_worker", "--batch", "--no-startup-delay", "--no-reload", "--interval", "0")


def test_a_plan_waits_in_the_queue_until_a_worker_takes_it(queue, client, painting, shelf):
    run = client.post(f"/api/passes/{painting['id']}/plan").json()
    assert run["state"] == "waiting"
    bench = client.get(f"/api/passes/{painting['id']}/bench").json()
    assert (bench["run"]["state"], bench["passes"]) == ("waiting", "missing")
    work_off()
    bench = client.get(f"/api/passes/{painting['id']}/bench").json()
    assert (bench["run"]["state"], bench["run"]["share"], bench["passes"]) == ("done", 1.0, "current")


def test_a_plan_cancelled_in_the_queue_is_not_computed(queue, client, painting, shelf):
    run = client.post(f"/api/passes/{painting['id']}/plan").json()
    client.post(f"/api/passes/runs/{run['id']}/cancel")
    work_off()
    bench = client.get(f"/api/passes/{painting['id']}/bench").json()
    assert (bench["run"]["state"], bench["passes"]) == ("cancelled", "missing")


def test_a_painting_removed_while_it_waits_does_not_stop_the_worker(queue, client, painting, shelf, upload):
    client.post(f"/api/passes/{painting['id']}/plan")
    client.delete(f"/api/subject/paintings/{painting['id']}")
    other = upload(title="Another").json()
    client.post(f"/api/passes/{other['id']}/plan")
    work_off()
    assert client.get(f"/api/passes/{other['id']}/bench").json()["passes"] == "current"


def test_an_unforeseen_failure_is_told_and_can_be_tried_again(client, painting, painter, shelf, monkeypatch):
    run = runs.begin(painter, painting["id"])
    monkeypatch.setattr(services, "find_passes", lambda *_: 1 / 0)
    with pytest.raises(ZeroDivisionError):
        runs.carry_out(run.pk, tasks._plan)
    failed = PlanRun.objects.get(pk=run.pk)
    assert failed.state == "failed"
    assert "not yours" in failed.message
    assert "Start it again" in failed.hint
    monkeypatch.undo()
    assert client.post(f"/api/passes/{painting['id']}/plan").json()["state"] == "done"


def test_progress_is_written_a_few_times_a_second_only(painting, painter, monkeypatch):
    run = runs.begin(painter, painting["id"])
    heard = []
    monkeypatch.setattr(runs, "_note", lambda _, **facts: heard.append(facts["share"]))
    report = runs._reporter(run)
    for step in range(200):
        report(step / 200, "counting")
    assert 1 <= len(heard) <= 5


def test_what_is_current_is_left_alone_by_a_second_plan(client, planned, painter, monkeypatch):
    def not_again(*_, **__):
        raise AssertionError("computed again")

    monkeypatch.setattr("server.areas.services.find_tree", not_again)
    monkeypatch.setattr("server.mixes.services.find_mixes", not_again)
    assert client.post(f"/api/passes/{planned['id']}/plan").json()["state"] == "done"
