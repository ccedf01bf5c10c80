"""What is practised next, how far a painter is, and answers that are none."""

from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.practice.course import Given, next_kind, next_ratio, noticed, standing
from ypsochrom.practice.exercise import KINDS

NOW = datetime(2026, 6, 1, 9, tzinfo=UTC)


def answer(kind="lighter", days=0.0, right=True, level=0.5, **more):
    return Given(
        kind, NOW - timedelta(days=days), level, right, more.pop("off", None), more.pop("seconds", 3.0), **more
    )


def test_what_was_never_tried_comes_first_in_the_order_of_learning():
    assert next_kind([], NOW) == "lighter"
    assert next_kind([answer("lighter")], NOW) == "value"


def test_what_goes_wrong_comes_again_sooner_than_what_goes_well():
    rows = [answer(kind, days=1.5) for kind in KINDS if kind != "warmer"] + [answer("warmer", days=1.5, right=False)]
    assert next_kind(sorted(rows, key=lambda one: one.at), NOW) == "warmer"


def test_what_goes_well_rests_longer_every_day_it_is_practised():
    daily = [answer("lighter", days=days) for days in (12, 11, 9, 5)]
    once = [answer(kind, days=5) for kind in KINDS if kind != "lighter"]
    assert next_kind(sorted([*daily, *once], key=lambda one: one.at), NOW) != "lighter"


@given(st.lists(st.sampled_from(KINDS), max_size=40))
def test_there_is_always_something_to_practise(kinds):
    rows = [answer(kind, days=(len(kinds) - at) / 10) for at, kind in enumerate(kinds)]
    assert next_kind(rows, NOW, ["value", "angle"]) in ("value", "angle")
    assert next_kind(rows, NOW - timedelta(days=30)) in KINDS  # a clock that was set back


def test_a_threshold_stands_in_steps_and_its_interval_narrows():
    few = standing("lighter", [answer(level=0.5, right=n % 4 > 0) for n in range(6)])
    many = standing("lighter", [answer(level=0.5, right=n % 4 > 0) for n in range(48)])
    assert few.low < few.size < few.high
    assert many.high / many.low < few.high / few.low
    assert 0.2 < many.size < 1.2
    assert standing("lighter", [answer(), answer()]).size is None


def test_numbers_stand_with_their_usual_error_and_their_bias():
    off = np.random.default_rng(3).normal(0.4, 0.3, 50)
    found = standing("value", [answer("value", off=float(one), level=0.0) for one in off])
    assert found.bias == pytest.approx(0.4, abs=0.1)
    assert found.size == pytest.approx(0.5, abs=0.1)
    assert found.low < found.size < found.high


def test_the_next_question_is_harder_after_right_answers():
    well = [answer(level=0.5) for _ in range(8)]
    badly = [answer(level=0.5, right=False) for _ in range(8)]
    assert next_ratio("lighter", well) < next_ratio("lighter", []) < next_ratio("lighter", badly)
    assert next_ratio("value", well) == 1.0


def test_answers_faster_than_seeing_and_the_same_place_every_time_are_noticed():
    assert noticed([answer(counts=False)] * 8).startswith("Most answers came faster")
    assert noticed([answer(choice=1, right=n % 2 == 0) for n in range(8)]).startswith("You chose the same place")
    assert noticed([answer(choice=n % 2, right=True) for n in range(8)]) == ""
    assert noticed([answer(counts=False)] * 3) == ""
    fast = [answer(counts=False, right=False)] * 10
    assert standing("lighter", fast).size is None
