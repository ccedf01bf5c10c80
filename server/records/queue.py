"""The queue of background work: in the database, or in Redis where the settings say so."""

import logging
import signal
from datetime import datetime
from typing import Protocol

from django.conf import settings
from django_tasks import task_backends
from django_tasks.base import Task
from django_tasks_db.management.commands.db_worker import Worker
from django_tasks_db.models import DBTaskResult

LOWEST = -100


class Queue(Protocol):
    """A worker's view of the queue."""

    @property
    def running(self) -> bool:
        """False once the worker was asked to stop."""

    def listen(self) -> None:
        """Stop after what is in hand when a signal asks for it."""

    def work(self) -> None:
        """Carry out what waits, until nothing does."""


def in_redis() -> bool:
    """Whether work waits in Redis."""
    return settings.TASKS["default"]["BACKEND"] == "django_tasks_rq.RQBackend"


def in_turn(task: Task, others: int) -> Task:
    """A task of somebody who has so many others waiting: it comes after everybody's who has fewer."""
    if task_backends["default"].supports_priority:
        return task.using(priority=max(-others, LOWEST))
    return task.using(queue_name=settings.TURNS[min(others, len(settings.TURNS) - 1)]) if in_redis() else task


def is_empty() -> bool:
    """Whether nothing waits; a look that locks nothing."""
    if not in_redis():
        return not DBTaskResult.objects.ready().exists()
    import django_rq

    return not any(django_rq.get_queue(name).count for name in settings.TURNS)


def forget(before: datetime) -> None:
    """Delete what was finished before a time; Redis does so by itself."""
    DBTaskResult.objects.finished().filter(finished_at__lt=before).delete()
    DBTaskResult.objects.running().filter(started_at__lt=before).delete()  # their worker was killed


def opened(name: str, interval: float) -> Queue:
    """The queue for a worker of this name."""
    return _InRedis(name) if in_redis() else _InDatabase(name, interval)


class _InDatabase:
    def __init__(self, name: str, interval: float) -> None:
        self._worker = Worker(
            queue_names=["default"],
            interval=interval,
            batch=True,
            backend_name="default",
            startup_delay=False,
            max_tasks=None,
            worker_id=name,
            excluded_queue_names=[],
        )

    @property
    def running(self) -> bool:
        """Until a signal says otherwise."""
        return bool(self._worker.running)

    def listen(self) -> None:
        """To the signals."""
        self._worker.configure_signals()

    def work(self) -> None:
        """One batch."""
        self._worker.run()


class _InRedis:
    def __init__(self, name: str) -> None:
        self._name = name
        self.running = True
        logging.getLogger("rq.worker").setLevel(logging.WARNING)

    def listen(self) -> None:
        """To the signals."""
        for sign in (signal.SIGTERM, signal.SIGINT):
            signal.signal(sign, self._stop)

    def _stop(self, *_: object) -> None:
        self.running = False

    def work(self) -> None:
        """One burst, in this process: nothing is forked, and what is decoded stays in memory."""
        import django_rq
        from django_tasks_rq import Job
        from rq import SimpleWorker

        queues = [django_rq.get_queue(name, job_class=Job) for name in settings.TURNS]
        worker = SimpleWorker(queues, name=self._name, connection=queues[0].connection, job_class=Job)
        worker.work(burst=True, logging_level="WARNING")
        self.running = self.running and not worker._stop_requested
        self.listen()  # that worker listened itself
