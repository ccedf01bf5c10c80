"""The background task through a real database queue and a real worker, as in the demo."""

import os
from datetime import timedelta

import pytest
from django.contrib.sessions.models import Session
from django.core.management import call_command
from django.db.utils import OperationalError
from django.utils import timezone
from django_tasks_db.models import DBTaskResult

from server.records import etags, runs, tidying, workshop
from server.records import queue as waiting
from server.records.management.commands import worker
from server.records.models import Run
from server.work import planning

DATABASE_QUEUE = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}

pytestmark = pytest.mark.django_db(transaction=True)


@pytest.fixture
def queue(settings):
    settings.TASKS = DATABASE_QUEUE


def work_off():
    call_command("worker", "--once")


def test_a_plan_waits_in_the_queue_until_a_worker_takes_it(queue, client, painting, shelf):
    run = client.post(f"/api/desk/{painting['id']}/plan").json()
    assert run["state"] == "waiting"
    bench = client.get(f"/api/desk/{painting['id']}").json()
    assert (bench["run"]["state"], bench["passes"]) == ("waiting", "missing")
    work_off()
    bench = client.get(f"/api/desk/{painting['id']}").json()
    assert (bench["run"]["state"], bench["run"]["share"], bench["passes"]) == ("done", 1.0, "current")


def test_a_plan_cancelled_in_the_queue_is_not_computed(queue, client, painting, shelf):
    run = client.post(f"/api/desk/{painting['id']}/plan").json()
    client.post(f"/api/desk/runs/{run['id']}/cancel")
    work_off()
    bench = client.get(f"/api/desk/{painting['id']}").json()
    assert (bench["run"]["state"], bench["passes"]) == ("cancelled", "missing")


def test_a_painting_removed_while_it_waits_does_not_stop_the_worker(queue, client, painting, shelf, upload):
    client.post(f"/api/desk/{painting['id']}/plan")
    client.delete(f"/api/subject/paintings/{painting['id']}")
    other = upload(title="Another").json()
    client.post(f"/api/desk/{other['id']}/plan")
    work_off()
    assert client.get(f"/api/desk/{other['id']}").json()["passes"] == "current"


def test_an_unforeseen_failure_is_told_and_can_be_tried_again(client, painting, painter, shelf, monkeypatch):
    run = runs.begin(painter, painting["id"])
    monkeypatch.setattr("ypsochrom.work.pass_nodes.find_passes", lambda *_, **__: 1 / 0)
    with pytest.raises(ZeroDivisionError):
        runs.carry_out(run.pk, planning.plan)
    failed = Run.objects.get(pk=run.pk)
    assert failed.state == "failed"
    assert "not yours" in failed.message
    assert "Start it again" in failed.hint
    monkeypatch.undo()
    assert client.post(f"/api/desk/{painting['id']}/plan").json()["state"] == "done"


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

    monkeypatch.setattr("ypsochrom.work.area_nodes.find_tree", not_again)
    monkeypatch.setattr("ypsochrom.work.mix_node.find_mixes", not_again)
    assert client.post(f"/api/desk/{planned['id']}/plan").json()["state"] == "done"


LONG_AGO = timedelta(seconds=100)


def aged(run_id: int, **facts) -> None:
    Run.objects.filter(pk=run_id).update(heard=timezone.now() - LONG_AGO, **facts)
    etags._answers.forget()  # as it is in time


@pytest.fixture
def no_workers(settings, tmp_path):
    """A studio in which no worker has given a sign of life."""
    settings.DATA = tmp_path
    return tmp_path


def test_where_no_worker_runs_waiting_ends_in_words_and_planning_again_is_no_conflict(
    queue, no_workers, client, painting, shelf
):
    run = client.post(f"/api/desk/{painting['id']}/plan").json()
    assert client.get(f"/api/desk/{painting['id']}").json()["run"]["state"] == "waiting"
    aged(run["id"])
    told = client.get(f"/api/desk/{painting['id']}").json()["run"]
    assert told["state"] == "failed"
    assert "worker is not running" in told["message"]
    assert Run.objects.get(pk=run["id"]).state == "waiting"  # looking has written nothing
    again = client.post(f"/api/desk/{painting['id']}/plan")
    assert again.status_code == 202
    assert Run.objects.get(pk=run["id"]).state == "failed"
    work_off()
    assert client.get(f"/api/desk/{painting['id']}").json()["passes"] == "current"


def test_while_a_worker_lives_a_run_may_wait_long(queue, no_workers, client, painting, shelf):
    run = client.post(f"/api/desk/{painting['id']}/plan").json()
    aged(run["id"])
    (no_workers / "workers").mkdir()
    (no_workers / "workers/busy.alive").touch()
    assert client.get(f"/api/desk/{painting['id']}").json()["run"]["state"] == "waiting"


def test_a_run_whose_worker_died_is_taken_up_once_more_and_then_told(queue, no_workers, client, painting, shelf):
    run_id = client.post(f"/api/desk/{painting['id']}/plan").json()["id"]
    DBTaskResult.objects.all().delete()  # taken by a worker that is no more
    Run.objects.filter(pk=run_id).update(state="running", worker="dead", starts=1)
    assert client.get(f"/api/desk/{painting['id']}").json()["run"]["state"] == "failed"  # nobody is there to take it up
    work_off()
    run = Run.objects.get(pk=run_id)
    assert (run.state, run.starts) == ("done", 2)

    Run.objects.filter(pk=run_id).update(state="running", worker="dead", starts=2)
    work_off()
    run = Run.objects.get(pk=run_id)
    assert (run.state, run.message) == ("failed", "The computation was interrupted.")


def test_a_run_that_never_came_to_the_queue_is_queued_by_the_worker(
    queue, no_workers, client, painting, painter, shelf
):
    run = runs.begin(painter, painting["id"])
    aged(run.pk)
    work_off()
    assert Run.objects.get(pk=run.pk).state == "done"


@pytest.mark.parametrize("hours", [-25, -1, 1, 25])
def test_a_clock_that_jumps_while_a_plan_is_made_keeps_nothing_from_its_end(
    queue, no_workers, client, painting, shelf, monkeypatch, hours
):
    run_id = client.post(f"/api/desk/{painting['id']}/plan").json()["id"]
    told, right = [], timezone.now

    def jumping():
        told.append(1)
        return right() + timedelta(hours=hours if len(told) > 3 else 0)

    monkeypatch.setattr("django.utils.timezone.now", jumping)
    work_off()
    assert len(told) > 3
    assert Run.objects.get(pk=run_id).state == "done"
    assert client.get(f"/api/desk/{painting['id']}").json()["passes"] == "current"


def test_a_clock_that_was_put_back_hides_no_worker_that_is_gone_and_no_run_that_waits(
    queue, no_workers, client, painting, painter, shelf
):
    (no_workers / "workers").mkdir()
    sign = no_workers / "workers/gone.alive"
    sign.touch()
    ahead = (timezone.now() + timedelta(hours=1)).timestamp()
    os.utime(sign, (ahead, ahead))
    assert not workshop.is_alive("gone")
    run = runs.begin(painter, painting["id"])
    Run.objects.filter(pk=run.pk).update(heard=timezone.now() + timedelta(hours=1))
    assert client.get(f"/api/desk/{painting['id']}").json()["run"]["state"] == "failed"  # and not waiting for an hour
    work_off()
    assert Run.objects.get(pk=run.pk).state == "done"
    Run.objects.filter(pk=run.pk).update(state="running", worker="gone", starts=1)
    work_off()
    assert Run.objects.get(pk=run.pk).state == "done"


def test_the_worker_outlives_a_locked_database(queue, no_workers, client, painting, shelf, monkeypatch):
    client.post(f"/api/desk/{painting['id']}/plan")
    rounds = []

    whole = worker._one_round
    monkeypatch.setattr(waiting._InDatabase, "listen", lambda _: None)
    monkeypatch.setattr(worker, "_one_round", one_round_of(rounds, whole))
    call_command("worker", interval=0.0)
    assert len(rounds) == 3
    assert client.get(f"/api/desk/{painting['id']}").json()["passes"] == "current"


def one_round_of(rounds, whole):
    def one_round(at_work, **how):
        rounds.append(how)
        if len(rounds) < 3:
            raise OperationalError("database is locked")
        whole(at_work, **how)
        at_work._worker.running = False

    return one_round


def test_what_has_ended_is_tidied_away_in_time(queue, no_workers, client, painting, shelf):
    for _ in range(2):
        client.post(f"/api/desk/{painting['id']}/plan")
        work_off()
    long_ago = timezone.now() - 2 * tidying.TASKS_KEPT_FOR
    Run.objects.update(heard=long_ago)
    DBTaskResult.objects.update(finished_at=long_ago)
    Session.objects.create(session_key="old", session_data="", expire_date=long_ago)
    tidying.tidy()
    assert Run.objects.count() == 1  # the newest is still to be seen
    assert DBTaskResult.objects.count() == 0
    assert Session.objects.count() == 0
