"""The worker's supervisor: what ends by itself is begun again; what is stopped is not. The door follows what the desk writes."""

import sys
import time

from demo import serve


def until(true, seconds=10.0) -> bool:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        if true():
            return True
        time.sleep(0.02)
    return False


def test_a_worker_that_ends_is_begun_again_and_a_stopped_one_stays_stopped(monkeypatch):
    monkeypatch.setattr(serve, "LEAST_WAIT_S", 0.05)
    worker = serve._Supervised([sys.executable, "-c", "import time; time.sleep(60)"])
    first = worker.process
    first.kill()

    def looked() -> bool:
        worker.look()
        return worker.process is not first and worker.process.poll() is None

    assert until(looked)
    worker.stop()
    assert worker.process.wait(10) != 0
    last = worker.process
    for _ in range(20):
        worker.look()
        time.sleep(0.02)
    assert worker.process is last


def test_one_that_ends_at_once_is_begun_more_and_more_slowly(monkeypatch):
    monkeypatch.setattr(serve, "LEAST_WAIT_S", 0.05)
    worker = serve._Supervised([sys.executable, "-c", ""])
    begun = [worker.process]

    def three_times() -> bool:
        worker.look()
        if worker.process is not begun[-1]:
            begun.append(worker.process)
        return len(begun) == 3

    assert until(three_times)
    assert worker._wait_s >= 0.1
    worker.stop()
    worker.process.wait(10)


def test_the_door_opens_moves_and_closes_as_it_is_written(tmp_path):
    file, began = tmp_path / "door.json", []

    def command(bind: str, processes: int) -> list[str]:
        began.append((bind, processes))
        return [sys.executable, "-c", "import time; time.sleep(60)"]

    door = serve._Door(file, command)
    door.look()
    assert door.process is None
    file.write_text('{"address": "192.168.7.20", "port": 8766}')
    door.look()
    door.look()
    assert began == [("192.168.7.20:8766", 1)]
    first = door.process
    file.write_text('{"address": "10.0.0.4", "port": 8766}')
    door.look()
    assert began[-1] == ("10.0.0.4:8766", 1)
    assert first.poll() is not None
    file.write_text("half writ")
    second = door.process
    door.look()
    assert second.poll() is not None
    assert door.process is None


def test_a_door_that_fell_shut_is_opened_again(tmp_path):
    file = tmp_path / "door.json"
    file.write_text('{"address": "192.168.7.20", "port": 8766}')
    door = serve._Door(file, lambda *_: [sys.executable, "-c", "import time; time.sleep(60)"])
    door.look()
    first = door.process
    first.kill()
    first.wait()
    door.look()
    assert door.process is not first
    assert door.process.poll() is None
    door.close()
