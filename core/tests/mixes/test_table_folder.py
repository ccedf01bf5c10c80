"""Tables in files: worked out once for all processes, the same as in memory, and no trouble where they cannot be had."""

import os
import subprocess
import sys

import numpy as np
import pytest

from ypsochrom.mixes import table, table_folder
from ypsochrom.mixes.search import best_recipes
from ypsochrom.paint.catalogue import paintbox

KEYS = ("PW6", "PY42", "PBr7bs", "PB29")
GOAL = np.array([55.0, 10.0, 20.0])


@pytest.fixture
def place(tmp_path, elsewhere):
    """A folder that this process shares."""
    table_folder.share_in(tmp_path / "tables")
    return tmp_path / "tables"


@pytest.fixture
def elsewhere(monkeypatch):
    """Where tables are kept is as before afterwards; nothing is known of them before or after."""
    monkeypatch.setattr(table_folder, "_shared", None)
    table._tables.forget()
    yield
    table._tables.forget()


def afresh(box):
    """As another process asks for it."""
    table._tables.forget()
    return table.table_for(box)


@pytest.fixture
def unbuilt(monkeypatch):
    """From now on nothing is worked out."""

    def never(*_):
        raise AssertionError("worked out again")

    return lambda: monkeypatch.setattr(table, "build", never)


def test_a_table_is_worked_out_once_and_is_the_same_from_its_file(place, unbuilt):
    box = paintbox(KEYS)
    table.table_for(box)
    unbuilt()
    from_file = afresh(box)
    assert isinstance(from_file.lab.base, np.memmap)
    table_folder.share_in(None)
    with pytest.raises(AssertionError, match="again"):
        afresh(box)


def test_recipes_are_the_same_from_a_file_and_from_memory(place):
    box = paintbox(KEYS)
    table.table_for(box)
    mapped = afresh(box)
    made = table.build(mapped.box)
    for name in table._ARRAYS:
        np.testing.assert_array_equal(getattr(mapped, name), getattr(made, name))
    found, again = (best_recipes(one, GOAL) for one in (mapped, made))
    assert [match.recipe for match in found] == [match.recipe for match in again]
    (rows,) = {tuple(one.nearest(GOAL, 48)) for one in (mapped, made)}
    _, by_tree = made.tree.query(made.near[rows[0]], k=1)
    assert by_tree in rows


def test_another_process_finds_it(place):
    table.table_for(paintbox(KEYS))
    code = (
        "import sys; from pathlib import Path; from ypsochrom.mixes import table, table_folder;"
        "from ypsochrom.paint.catalogue import paintbox;"
        "table_folder.share_in(Path(sys.argv[1])); table.build = None;"
        "print(len(table.table_for(paintbox(sys.argv[2:]))))"
    )
    told = subprocess.run(
        [sys.executable, "-c", code, place, *reversed(KEYS)], capture_output=True, text=True, check=True
    )
    assert int(told.stdout) == len(table.table_for(paintbox(KEYS)))


@pytest.mark.parametrize("name", table._ARRAYS)
@pytest.mark.parametrize("how", ["cut off", "gone", "something else"])
def test_a_damaged_table_is_worked_out_again(place, name, how):
    box = paintbox(KEYS)
    whole = len(table.table_for(box))
    (file,) = place.glob(f"*/{name}.npy")
    if how == "gone":
        file.unlink()
    else:
        file.write_bytes(file.read_bytes()[:-100] if how == "cut off" else b"no array")
    assert len(afresh(box)) == whole
    assert len(file.read_bytes()) > 1000  # it is whole again


def test_where_nothing_can_be_written_a_table_is_kept_in_memory(tmp_path, elsewhere):
    nowhere = tmp_path / "file"
    nowhere.write_text("in the way")
    table_folder.share_in(nowhere / "tables")
    assert len(afresh(paintbox(KEYS))) > 1000
    assert nowhere.read_text() == "in the way"


def test_the_table_used_longest_ago_goes_first(place, monkeypatch):
    monkeypatch.setattr(table_folder, "MOST_TABLES", 3)
    folder, one = table_folder.TableFolder(place), {"lab": np.zeros((5, 3))}
    for number in range(3):
        folder.write(f"t{number}", one)
        os.utime(place / f"t{number}", (number, number))
    assert folder.read("t0", ["lab"]) is not None
    folder.write("t3", one)
    assert sorted(place.iterdir()) == [place / "t0", place / "t2", place / "t3"]
