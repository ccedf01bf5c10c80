"""Backups: a round trip onto an empty machine, while somebody works, with links, damage and refusals."""

import json
import os
import shutil
import sqlite3
import subprocess
import sys
import threading
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from server.records import backup
from server.records.dumps import Sqlite
from server.records.stores import WholeFiles
from ypsochrom.kit.errors import BadSetting

REPOSITORY = Path(__file__).parents[3]
NOW = datetime(2026, 6, 1, 9, tzinfo=UTC)


@pytest.fixture
def studio(tmp_path):
    """A small database in write-ahead mode, as a studio has it, and two pictures, one of which is being written."""
    data = tmp_path / "data"
    (data / "pictures/ab").mkdir(parents=True)
    with closing(sqlite3.connect(data / "studio.sqlite3")) as made:
        made.execute("PRAGMA journal_mode=WAL")
        made.execute("CREATE TABLE kept (words TEXT)")
        made.execute("INSERT INTO kept VALUES ('jug')")
        made.commit()
    (data / f"pictures/ab/ab{'0' * 62}.png").write_bytes(b"a picture")
    (data / "pictures/ab/tmp12345").write_bytes(b"half a pict")
    return data


def backed_up(data, into, now=NOW):
    return backup.backup(Sqlite(data / "studio.sqlite3"), WholeFiles(data / "pictures"), into, now)


def put_back(place, data):
    return backup.restore(place, Sqlite(data / "studio.sqlite3"), WholeFiles(data / "pictures"))


def words(data):
    with closing(sqlite3.connect(data / "studio.sqlite3")) as opened:
        return [one for (one,) in opened.execute("SELECT words FROM kept ORDER BY rowid")]


def test_what_was_backed_up_is_there_again_on_an_empty_machine(studio, tmp_path):
    told = backed_up(studio, tmp_path / "backups")
    assert (told.place.name, told.pictures, told.copied) == ("2026-06-01-090000", 1, 1)
    assert told.place.stat().st_mode & 0o077 == 0
    again = put_back(told.place, tmp_path / "new")
    assert (again.pictures, again.faults) == (1, ())
    assert words(tmp_path / "new") == ["jug"]
    assert (tmp_path / f"new/pictures/ab/ab{'0' * 62}.png").read_bytes() == b"a picture"
    assert not list((tmp_path / "new").rglob("tmp*"))


def test_a_backup_is_of_one_moment_while_somebody_works(studio, tmp_path):
    stop = threading.Event()

    def work():
        with closing(sqlite3.connect(studio / "studio.sqlite3", timeout=30)) as opened:
            number = 0
            while not stop.is_set():
                number += 1
                opened.execute("INSERT INTO kept VALUES (?)", (f"line {number}",))
                opened.execute("INSERT INTO kept VALUES (?)", (f"and {number}",))
                opened.commit()

    working = threading.Thread(target=work)
    working.start()
    try:
        places = [backed_up(studio, tmp_path / "backups", NOW + timedelta(minutes=at)).place for at in range(5)]
    finally:
        stop.set()
        working.join()
    for place in places:
        kept = words(place)[1:]
        assert len(kept) % 2 == 0  # never half of what was written together
        with closing(sqlite3.connect(place / "studio.sqlite3")) as opened:
            assert opened.execute("PRAGMA integrity_check").fetchone() == ("ok",)
    assert len(words(places[-1])) >= len(words(places[0]))


def test_pictures_of_the_backup_before_take_no_room_again(studio, tmp_path):
    first = backed_up(studio, tmp_path / "backups")
    (studio / f"pictures/ab/ab{'1' * 62}.jpg").write_bytes(b"another")
    second = backed_up(studio, tmp_path / "backups", NOW + timedelta(days=1))
    assert (second.pictures, second.copied) == (2, 1)
    name = f"pictures/ab/ab{'0' * 62}.png"
    assert os.stat(first.place / name).st_ino == os.stat(second.place / name).st_ino
    shutil.rmtree(first.place)
    assert put_back(second.place, tmp_path / "new").faults == ()


class BrokenOffAt(WholeFiles):
    """A folder to which no more than so many pictures can be written."""

    def __init__(self, place, most):
        super().__init__(place)
        self.left = most

    def _save(self, name, content):
        if not self.left:
            raise KeyboardInterrupt
        self.left -= 1
        return super()._save(name, content)


def test_a_restore_that_was_broken_off_goes_on_when_it_is_run_again(studio, tmp_path):
    (studio / f"pictures/ab/ab{'1' * 62}.jpg").write_bytes(b"another")
    place, new = backed_up(studio, tmp_path / "backups").place, tmp_path / "new"
    for most in (0, 1):
        with pytest.raises(KeyboardInterrupt):
            backup.restore(place, Sqlite(new / "studio.sqlite3"), BrokenOffAt(new / "pictures", most))
        assert not (new / "studio.sqlite3").exists()  # until it is whole there is no studio
    again = put_back(place, new)
    assert (again.pictures, again.faults) == (2, ())
    assert words(new) == ["jug"]
    assert (new / f"pictures/ab/ab{'1' * 62}.jpg").read_bytes() == b"another"


def test_pictures_of_somebody_else_are_a_studio_too(studio, tmp_path):
    place, new = backed_up(studio, tmp_path / "backups").place, tmp_path / "new"
    (new / "pictures/cd").mkdir(parents=True)
    (new / f"pictures/cd/cd{'0' * 62}.png").write_bytes(b"not in the backup")
    with pytest.raises(BadSetting, match="already"):
        put_back(place, new)
    assert not (new / "studio.sqlite3").exists()


def test_a_studio_is_never_written_over(studio, tmp_path):
    told = backed_up(studio, tmp_path / "backups")
    with pytest.raises(BadSetting, match="already"):
        put_back(told.place, studio)
    assert words(studio) == ["jug"]


def test_damaged_pictures_are_told_and_a_damaged_database_is_refused(studio, tmp_path):
    told = backed_up(studio, tmp_path / "backups")
    (told.place / f"pictures/ab/ab{'0' * 62}.png").write_bytes(b"rotten")
    again = put_back(told.place, tmp_path / "new")
    assert again.faults == (f"pictures/ab/ab{'0' * 62}.png",)
    assert words(tmp_path / "new") == ["jug"]
    with (told.place / "studio.sqlite3").open("r+b") as file:
        file.seek(5000)
        file.write(b"rotten")
    with pytest.raises(BadSetting, match="damaged"):
        put_back(told.place, tmp_path / "newer")
    assert not (tmp_path / "newer").exists()


@pytest.mark.parametrize(
    "change",
    [
        lambda told: told.update(kind="something"),
        lambda told: told.update(version=99),
        lambda told: told.pop("files"),
    ],
)
def test_what_is_no_backup_is_said_to_be_none(studio, tmp_path, change):
    place = backed_up(studio, tmp_path / "backups").place
    told = json.loads((place / "manifest.json").read_text())
    change(told)
    (place / "manifest.json").write_text(json.dumps(told))
    with pytest.raises(BadSetting, match="no backup"):
        put_back(place, tmp_path / "new")
    with pytest.raises(BadSetting, match="no backup"):
        put_back(tmp_path / "nowhere", tmp_path / "new")


def test_no_name_of_a_backup_leads_out_of_the_data_folder(studio, tmp_path):
    place = backed_up(studio, tmp_path / "backups").place
    told = json.loads((place / "manifest.json").read_text())
    told["files"]["../outside.png"] = "0" * 64
    told["files"][f"pictures/../../ab{'0' * 62}.png"] = "0" * 64
    (place / "manifest.json").write_text(json.dumps(told))
    assert len(put_back(place, tmp_path / "new").faults) == 2
    assert {one.name for one in tmp_path.iterdir()} == {"data", "backups", "new"}


def test_a_full_or_missing_disk_leaves_no_half_backup(studio, tmp_path):
    (tmp_path / "file").write_text("no folder")
    with pytest.raises(BadSetting, match="could not be written"):
        backed_up(studio, tmp_path / "file")
    assert (tmp_path / "file").read_text() == "no folder"


def test_the_commands_do_it_with_a_real_studio(tmp_path):
    def manage(data, *words, **more):
        environment = {
            **{name: value for name, value in os.environ.items() if not name.startswith("YPSOCHROM")},
            "YPSOCHROM_DATA": str(data),
            "DJANGO_SETTINGS_MODULE": "server.site.settings",
            **more,
        }
        return subprocess.run(
            [sys.executable, "manage.py", *words], cwd=REPOSITORY, env=environment, capture_output=True, text=True
        )

    assert manage(tmp_path / "one", "migrate", "--verbosity", "0").returncode == 0
    added = manage(tmp_path / "one", "add_painter", "ada", YPSOCHROM_NEW_PASSWORD="ochre and umber 9")
    assert added.stdout.strip() == "ada may log in."
    refused = manage(tmp_path / "one", "add_painter", "ben", YPSOCHROM_NEW_PASSWORD="123")
    assert refused.returncode == 1
    assert "too short" in refused.stderr
    saved = manage(tmp_path / "one", "backup", str(tmp_path / "backups"))
    assert saved.returncode == 0, saved.stderr
    (place,) = (tmp_path / "backups").iterdir()
    restored = manage(tmp_path / "two", "restore", str(place))
    assert restored.returncode == 0, restored.stderr
    code = "from django.contrib.auth.models import User as U; print(U.objects.filter(username='ada', is_superuser=False).count())"
    assert manage(tmp_path / "two", "shell", "-c", code).stdout.strip().endswith("1")
    again = manage(tmp_path / "two", "restore", str(place))
    assert again.returncode == 1
    assert "already" in again.stderr
