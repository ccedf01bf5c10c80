"""The codec: what is written is read the same, what is of another shape is old and never an error, nothing is guessed."""

import json
import math
from dataclasses import dataclass

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.areas.edits import Absorb, Edit, Give, Lock, Merge, Split
from ypsochrom.kit import codec
from ypsochrom.kit.codec import OldDocument, body_of, fingerprint, stored

spot = st.tuples(st.floats(-1, 2), st.floats(-1, 2))
edits = st.one_of(
    st.builds(Merge, st.lists(spot, max_size=3).map(tuple)),
    st.builds(Split, spot, st.sampled_from(["value", "colour", "line"]), st.lists(spot, max_size=3).map(tuple)),
    st.builds(Give, st.lists(spot, max_size=4).map(tuple), st.none() | spot, st.none() | st.floats(0.01, 0.5)),
    st.builds(Absorb, st.floats(0.1, 100)),
    st.builds(Lock, spot, st.lists(st.lists(spot, max_size=3).map(tuple), max_size=2).map(tuple)),
)


@dataclass(frozen=True)
class Thing:
    name: str
    share: float
    many: int = 1


@given(edits)
def test_every_change_by_hand_survives_being_written_as_text(edit):
    assert codec.read(json.loads(json.dumps(codec.written(edit, Edit))), Edit) == edit


@pytest.mark.parametrize(
    "wrong",
    [{}, [], None, 7, {"name": 3, "share": 0.5}, {"name": "x", "share": "half"}, {"name": "x", "share": 1, "many": 1.5},
     {"name": "x", "share": True}],
)  # fmt: skip
def test_what_is_of_another_shape_is_old_and_not_guessed(wrong):
    with pytest.raises(OldDocument):
        codec.read(wrong, Thing)


def test_whole_numbers_stay_whole_so_that_written_again_is_the_same():
    text = '{"name": "x", "share": 3, "many": 2}'
    assert json.dumps(codec.written(codec.read(json.loads(text), Thing))) == text


def test_an_older_version_is_migrated_step_by_step_and_a_newer_one_is_not_guessed():
    steps = {1: lambda body: {**body, "share": 0.5}, 2: lambda body: {**body, "many": 2}}
    body = body_of(stored({"name": "x"}, "thing", 1), "thing", 3, steps)
    assert codec.read(body, Thing) == Thing("x", 0.5, 2)
    for damaged in (
        stored({"name": "x"}, "thing", 4),
        stored({"name": "x"}, "other", 3),
        stored(None, "thing", 1),
        {"kind": "thing"},
        "thing",
        None,
    ):
        with pytest.raises(OldDocument):
            codec.read(body_of(damaged, "thing", 3, steps), Thing)


@pytest.mark.parametrize("wrong", [object(), {1, "a"}, math.nan, {"x": math.inf}, b"bytes", [lambda: 0]])
def test_fingerprints_refuse_what_they_cannot_write(wrong):
    """Found in version 0.5: what JSON could not hold went in as its `str(...)`, so that different things were one."""
    with pytest.raises((TypeError, ValueError)):
        fingerprint(wrong)


def test_fingerprints_tell_apart_what_differs_and_not_how_a_number_is_written():
    assert fingerprint(Thing("x", 3)) == fingerprint(Thing("x", 3.0))
    assert len({fingerprint(value) for value in (Thing("x", 1), Thing("x", 2), None, 0, "0", [], {})}) == 7
    assert fingerprint(np.arange(3.0)) == fingerprint([0, 1, 2])
