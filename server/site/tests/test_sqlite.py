"""A studio on a disk that can only be read: its database is opened without a file being made beside it."""

import sqlite3
from contextlib import closing

import pytest

from server.site.sqlite import sqlite


@pytest.fixture
def place(tmp_path):
    """A database in write-ahead mode that was closed in good order."""
    place = tmp_path / "a studio?.sqlite3"
    with closing(sqlite3.connect(place)) as made:
        made.execute("PRAGMA journal_mode=WAL")
        made.execute("CREATE TABLE kept (words TEXT)")
        made.execute("INSERT INTO kept VALUES ('jug')")
        made.commit()
    return place


def test_what_can_only_be_read_is_read_and_nothing_is_made_beside_it(place):
    with closing(sqlite3.connect(sqlite(place, writable=False)["NAME"], uri=True)) as opened:
        assert opened.execute("SELECT words FROM kept").fetchall() == [("jug",)]
        with pytest.raises(sqlite3.OperationalError, match="readonly"):
            opened.execute("INSERT INTO kept VALUES ('bowl')")
        assert list(place.parent.iterdir()) == [place]


def test_what_somebody_has_open_is_read_with_what_they_wrote_last(place):
    with closing(sqlite3.connect(place)) as writer:
        writer.execute("INSERT INTO kept VALUES ('bowl')")
        writer.commit()
        with closing(sqlite3.connect(sqlite(place, writable=False)["NAME"], uri=True)) as opened:
            assert opened.execute("SELECT words FROM kept").fetchall() == [("jug",), ("bowl",)]


def test_a_file_that_is_not_there_yet_is_to_be_made(tmp_path):
    assert sqlite(tmp_path / "studio.sqlite3", writable=False) == sqlite(tmp_path / "studio.sqlite3", writable=True)
