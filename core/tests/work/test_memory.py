"""Arrays that lie in files beside the memory: the same after a restart, few, and never half."""

import numpy as np
import pytest

from ypsochrom.work import memory
from ypsochrom.work.memory import Memory

FIELD = np.linspace(0, 10, 12, dtype=np.float32).reshape(3, 4)


def test_a_field_is_the_same_after_a_restart(tmp_path):
    Memory(tmp_path / "fields").keep("field", "key", FIELD)
    again = Memory(tmp_path / "fields").get("field", "key")
    assert again.dtype == np.float32
    assert np.array_equal(again, FIELD)
    assert Memory(tmp_path / "fields").get("field", "another") is None


def test_nothing_else_and_without_a_folder_nothing_is_written(tmp_path):
    Memory(tmp_path / "fields").keep("values", "key", FIELD)
    Memory().keep("field", "key", FIELD)
    assert not (tmp_path / "fields").exists()
    assert Memory(tmp_path / "fields").get("values", "key") is None


def test_what_was_asked_for_longest_ago_makes_room(tmp_path, monkeypatch):
    import os

    monkeypatch.setattr(memory, "MOST_FILES", 3)
    kept = Memory(tmp_path)
    for number in range(3):
        kept.keep("field", f"key {number}", FIELD)
    for place in tmp_path.iterdir():
        os.utime(place, (0, 0))
    assert Memory(tmp_path).get("field", "key 1") is not None  # asked for lately
    kept.keep("field", "key 3", FIELD)
    kept.keep("field", "key 4", FIELD)
    there = [n for n in range(5) if Memory(tmp_path).get("field", f"key {n}") is not None]
    assert there == [1, 3, 4]


@pytest.mark.parametrize("content", [b"", b"rotten", b"\x93NUMPY\x01\x00"])
def test_a_damaged_file_is_as_good_as_none(tmp_path, content):
    Memory(tmp_path).keep("field", "key", FIELD)
    (place,) = tmp_path.iterdir()
    place.write_bytes(content)
    assert Memory(tmp_path).get("field", "key") is None


def test_where_nothing_can_be_written_memory_goes_on(tmp_path):
    (tmp_path / "fields").write_text("no folder")
    kept = Memory(tmp_path / "fields")
    kept.keep("field", "key", FIELD)
    assert kept.get("field", "key") is FIELD
