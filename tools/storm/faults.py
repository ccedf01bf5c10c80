"""What the machine does to the studio: a full disk, one that can only be read, a database that somebody holds, a restore that is
killed.
"""

import contextlib
import hashlib
import os
import random
import sqlite3
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import closing
from pathlib import Path

import requests

from .acts import AT_THE_EASEL
from .studio import REPOSITORY, Client, Studio, free_port

SMALL = "96m"
LOCKED_S = 10.0
KILLED_BEFORE_IT_MAY_END = 4
"""So often one restore is killed, one after another, before it is left to end."""

Answers = dict[str, requests.Response | None]

_NO_ROOM = 507


def full_disk(within: Path) -> str:
    """A studio of its own on a small disk that is filled."""
    return _on_a_small_disk(within, _filled, ("writing",))


def read_only(within: Path) -> str:
    """A studio of its own that is begun anew on a disk that can only be read."""
    return _on_a_small_disk(within, _only_read, ("writing", "naming"))


def locked(studio: Studio) -> str:
    """Somebody holds the database for ten seconds: what is read does not wait, what is written waits and is kept."""
    client, reader = Client(studio), Client(studio)
    title, painting = "named while locked", f"/api/subject/paintings/{AT_THE_EASEL}"
    client.ask("get", "/api/studio")
    held, ended = threading.Event(), threading.Event()

    def hold() -> None:
        with closing(sqlite3.connect(studio.data / "studio.sqlite3", timeout=60, isolation_level=None)) as opened:
            opened.execute("BEGIN IMMEDIATE")
            held.set()
            ended.wait(LOCKED_S)
            opened.execute("ROLLBACK")

    holder = threading.Thread(target=hold)
    answers: Answers = {}
    taken: list[float] = []

    def write() -> None:
        begun = time.monotonic()
        answers["writing"] = client.json("patch", painting, {"title": title})
        taken.append(time.monotonic() - begun)

    holder.start()
    held.wait(60)
    writer, slowest = threading.Thread(target=write), 0.0
    writer.start()
    while holder.is_alive():
        begun = time.monotonic()
        answers["reading"] = reader.ask("get", "/api/materials/tubes")
        slowest = max(slowest, time.monotonic() - begun)
        time.sleep(0.2)
    holder.join()
    writer.join()
    named = reader.ask("get", painting)
    is_kept = named is not None and named.json()["title"] == title
    told = f"{_told(answers)}; it was written after {taken[0]:.0f} s, the slowest of what was read took {slowest:.1f} s"
    held_up = (
        slowest > LOCKED_S / 2 or _is_refused(answers["reading"]) or _is_refused(answers["writing"]) or not is_kept
    )
    return f"FAILURES: {told}" if held_up else told


def restores(studio: Studio, within: Path, chance: random.Random, count: int) -> str:
    """Kill `manage.py restore` at random moments and run it again, until a studio stands; each has all that the backup has."""
    _manage(studio.data, "backup", str(within / "backups"))
    (backup,) = (within / "backups").iterdir()
    begun = time.monotonic()
    _manage(within / "restored", "restore", str(backup))
    takes = time.monotonic() - begun
    there = _held(within / "restored")
    killed, studios = 0, 0
    while killed < count:
        data = within / f"restored-{studios}"
        studios += 1
        for _ in range(KILLED_BEFORE_IT_MAY_END):
            with subprocess.Popen(
                [sys.executable, "manage.py", "restore", str(backup)],
                cwd=REPOSITORY,
                env=_environment(data),
                stdout=subprocess.DEVNULL,
                stderr=subprocess.DEVNULL,
            ) as process:
                time.sleep(takes * chance.uniform(0.2, 1.0))
                killed += process.poll() is None
                process.kill()
        # A database that is there is whole: only what brings it up to date may be missing.
        last = ("migrate",) if (data / "studio.sqlite3").exists() else ("restore", str(backup))
        _manage(data, *last)
        if _held(data) != there:
            return f"LOST: a studio of {studios} has not what the backup has"
    rows, pictures = there
    return f"{killed} kills, {studios} studios, each with {rows} rows and {pictures} pictures as backed up"


def _held(data: Path) -> tuple[int, int]:
    """Rows of all tables and pictures whose names are their hashes, of a studio whose database is whole."""
    with closing(sqlite3.connect(data / "studio.sqlite3")) as opened:
        if opened.execute("PRAGMA integrity_check").fetchone() != ("ok",):
            return 0, 0
        tables = [
            name for (name,) in opened.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")
        ]
        rows = sum(opened.execute(f'SELECT count(*) FROM "{name}"').fetchone()[0] for name in tables)
    pictures = [one for one in (data / "pictures").rglob("*") if len(one.stem) == 64]
    whole = sum(hashlib.sha256(one.read_bytes()).hexdigest() == one.stem for one in pictures)
    return rows, whole


def _on_a_small_disk(within: Path, act: Callable[[Studio, Path], Answers], refused: tuple[str, ...]) -> str:
    """What came of an act on a studio with a small disk; these of its requests must be refused for want of room, no others."""
    with _small_disk(within) as place:
        if place is None:
            return "skipped: no disk may be mounted here"
        _manage(place, "migrate", "--verbosity", "0")
        _manage(place, "tidy_records", "--verbosity", "0")
        studio = Studio(place, free_port())
        studio.begin()
        try:
            answers = act(studio, place)
        finally:
            studio.end()
        wrong = [
            what
            for what, one in answers.items()
            if one is None or (one.status_code != _NO_ROOM if what in refused else one.status_code >= 300)
        ]
        return _told(answers) + (f"; FAILURES {wrong} {studio.failures[:3]}" if wrong or studio.failures else "")


@contextlib.contextmanager
def _small_disk(within: Path) -> Iterator[Path | None]:
    """A disk in memory; None where none may be mounted."""
    place = within / "small"
    place.mkdir()
    mount = ["mount", "-t", "tmpfs", "-o", f"size={SMALL}", "tmpfs", str(place)]
    if subprocess.run(mount, capture_output=True).returncode:
        yield None
        return
    try:
        yield place
    finally:
        subprocess.run(["umount", "-l", str(place)], check=False)
        place.rmdir()


def _filled(studio: Studio, place: Path) -> Answers:
    client = Client(studio)
    first = _kept(client, "one")
    with contextlib.suppress(OSError), open(place / "ballast", "wb") as ballast:
        while True:
            ballast.write(bytes(65536))
            ballast.flush()
    answers = _read(client, first)
    answers["writing"] = _kept(client, "two")
    answers["removing"] = client.ask("delete", _address(first))
    (place / "ballast").unlink()
    answers["writing with room again"] = _kept(client, "three")
    return answers


def _only_read(studio: Studio, place: Path) -> Answers:
    client = Client(studio)
    first = _kept(client, "one")
    _remount(studio, place, "ro")
    try:
        answers = _read(client, first)
        answers["writing"] = _kept(client, "two")
        answers["naming"] = client.json("patch", _address(first), {"title": "another"})
    finally:
        _remount(studio, place, "rw")
    answers["writing when it can be written to again"] = _kept(client, "three")
    return answers


def _remount(studio: Studio, place: Path, how: str) -> None:
    """Begin the studio anew on the same disk: none is remounted while files are written to."""
    studio.end()
    subprocess.run(["mount", "-o", f"remount,{how}", str(place)], check=True)
    studio.begin()


def _kept(client: Client, title: str) -> requests.Response | None:
    photo = {"photo": ("p.jpg", (REPOSITORY / "demo/pictures/kettle.jpg").read_bytes())}
    return client.ask("post", "/api/subject/paintings", data={"title": title, "size": "200x150mm"}, files=photo)


def _read(client: Client, painting: requests.Response | None) -> Answers:
    picture = None if painting is None else client.ask("get", painting.json()["picture_url"])
    number = _address(painting).rpartition("/")[2]
    values, desk = client.ask("get", f"/api/values/{number}"), client.ask("get", f"/api/desk/{number}")
    return {
        "reading": client.ask("get", _address(painting)),
        "its values": values,
        "its desk": desk,
        "a picture": picture,
    }


def _address(painting: requests.Response | None) -> str:
    if painting is None or painting.status_code != 201:
        raise RuntimeError("nothing could be kept on the small disk to begin with")
    return f"/api/subject/paintings/{painting.json()['id']}"


def _is_refused(answer: requests.Response | None) -> bool:
    return answer is None or answer.status_code >= 400


def _told(answers: Answers) -> str:
    return ", ".join(f"{what} {'nothing' if one is None else one.status_code}" for what, one in answers.items())


def _environment(data: Path) -> dict[str, str]:
    return {**os.environ, "YPSOCHROM_DATA": str(data), "DJANGO_SETTINGS_MODULE": "server.site.settings"}


def _manage(data: Path, *words: str) -> None:
    subprocess.run(
        [sys.executable, "manage.py", *words],
        cwd=REPOSITORY,
        env=_environment(data),
        check=True,
        stdout=subprocess.DEVNULL,
    )
