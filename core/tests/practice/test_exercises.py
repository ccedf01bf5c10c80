"""Questions of every kind: the same seed asks the same, what is right is right, and how hard it is comes out as asked."""

import re
from collections import Counter
from importlib import resources

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.colour.written import read_colour
from ypsochrom.kit.errors import BadSetting, BadShelf
from ypsochrom.materials.shelf import starter_shelf, usable_box
from ypsochrom.materials.support import Support
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.practice.course import made, verdict
from ypsochrom.practice.exercise import KINDS, ON_SCREEN, Place
from ypsochrom.practice.judgements import JUDGEMENTS, kinds_for
from ypsochrom.practice.kinds import order
from ypsochrom.practice.material import Material
from ypsochrom.practice.scene import Scene
from ypsochrom.subject.decode import decode

BOX = usable_box(starter_shelf())
KETTLE = decode((resources.files("ypsochrom.practice") / "data" / "kettle.jpg").read_bytes()).in_eight_bits().srgb8
WITH = Material(BOX, Scene.of(KETTLE, Support(400, 300)))
SEEDS = st.integers(0, 10**6)


def value_of(patch):
    return float(lab_to_value(read_colour(patch.colour)))


@pytest.mark.parametrize("kind", ON_SCREEN)
@settings(max_examples=12, deadline=None)
@given(seed=SEEDS, ratio=st.floats(0.3, 4))
def test_every_question_can_be_answered_and_is_explained(kind, seed, ratio):
    exercise, answer = made(kind, seed, ratio, WITH)
    assert made(kind, seed, ratio, WITH) == (exercise, answer)
    assert exercise.question
    assert answer.why.endswith(".")
    right, wrong = answer.right, wrong_answer(exercise, answer)
    assert verdict(exercise, answer, right, 2.0)[0].is_right
    assert not verdict(exercise, answer, wrong, 2.0)[0].is_right
    assert (exercise.level > 0) == bool(JUDGEMENTS[kind].options)
    if isinstance(right, tuple):
        assert set(right) <= set(range(len(exercise.options)))
    elif isinstance(right, float):
        assert exercise.least <= right <= exercise.most
        assert verdict(exercise, answer, right + exercise.step, 2.0)[0].off == pytest.approx(exercise.step)


def wrong_answer(exercise, answer):
    if exercise.asks == "order":
        return answer.right[::-1]
    if exercise.asks == "cells":
        return tuple((one + 1) % 3 for one in answer.right)
    if exercise.asks == "point":
        return Place((answer.right.x + 0.5) % 1, answer.right.y)
    if exercise.asks == "number":
        return answer.right + 3 * exercise.step
    return ((answer.right[0] + 1) % len(exercise.options),)


@pytest.mark.parametrize("kind", ["lighter", "deceiving"])
@given(seed=SEEDS)
@settings(max_examples=30, deadline=None)
def test_the_lighter_of_two_is_the_lighter_and_by_so_much(kind, seed):
    exercise, answer = made(kind, seed, 1.0, WITH)
    values = [value_of(patch) for patch in exercise.options]
    assert int(np.argmax(values)) == answer.right[0]
    assert abs(values[0] - values[1]) == pytest.approx(exercise.level, abs=0.06)


@given(seed=SEEDS, ratio=st.floats(0.6, 4))
@settings(max_examples=30, deadline=None)
def test_greys_in_order_are_in_order(seed, ratio):
    exercise, answer = made("ladder", seed, ratio, WITH)
    values = [value_of(exercise.options[at]) for at in answer.right]
    assert values == sorted(values, reverse=True)


@given(seed=SEEDS)
@settings(max_examples=30, deadline=None)
def test_warmer_is_nearer_to_orange_at_one_value(seed):
    exercise, answer = made("warmer", seed, 2.0, WITH)
    labs = [read_colour(patch.colour) for patch in exercise.options]
    towards = [lab[1] * np.cos(np.radians(50)) + lab[2] * np.sin(np.radians(50)) for lab in labs]
    assert int(np.argmax(towards)) == answer.right[0]
    assert abs(value_of(exercise.options[0]) - value_of(exercise.options[1])) < 0.1
    assert float(delta_e_2000(*labs)) == pytest.approx(exercise.level, rel=0.35)


def test_a_touch_brings_a_pile_nearer_and_the_right_one_nearest():
    rights = Counter(made("needs", seed, 1.0, WITH)[1].right for seed in range(30))
    assert len(rights) == 3


@pytest.mark.parametrize("kind", ["wet to dry", "mix", "needs", "palette"])
def test_two_tubes_are_too_few_to_practise_mixing_and_it_is_said(kind):
    few = Material(Paintbox.of(paint(key) for key in ("PW6", "PB29", "PBr7bu")))
    with pytest.raises(BadShelf, match="too few"):
        made(kind, 1, 1.0, few)
    assert made("value", 1, 1.0, few)


def test_any_order_that_breaks_no_rule_is_right_and_one_that_breaks_some_says_which():
    seen = 0
    for seed in range(40):
        exercise, answer = made("order", seed, 1.0, WITH)
        free = [
            (a, b) for a in range(5) for b in range(5)
            if a < b and not any({a, b} == {first, then} for first, then, _ in answer.before)
        ]  # fmt: skip
        for a, b in free:
            places = list(answer.right)
            i, j = sorted((places.index(a), places.index(b)))
            if j == i + 1:  # neighbours that no rule orders may change places
                places[i], places[j] = places[j], places[i]
                assert verdict(exercise, answer, tuple(places), 9.0)[0].is_right
                seen += 1
        first, then, why = answer.before[0]
        wrong = sorted(answer.right, key=lambda one: {then: -2, first: -1}.get(one, 0))
        told = verdict(exercise, answer, tuple(wrong), 9.0)[0]
        assert not told.is_right
        assert told.off >= 1
        assert why in told.why
    assert seen > 5


def test_a_kind_that_nobody_knows_is_refused():
    with pytest.raises(BadSetting):
        made("juggling", 1, 1.0, WITH)
    assert set(JUDGEMENTS) == set(KINDS)


@settings(max_examples=60, deadline=None)
@given(seed=SEEDS)
def test_the_rule_that_an_order_breaks_is_told_and_no_other_is_broken(seed):
    exercise, answer = made("rule", seed, 1, WITH)
    assert len(exercise.listed) == 5
    assert len({one.words for one in exercise.options}) == 3
    why = exercise.options[answer.right[0]].words
    assert answer.why.endswith(why)
    units = order._UNITS
    at = [units.index(one) for one in exercise.listed]
    broken = {
        said for (first, then), said in order._before().items()
        if first in at and then in at and at.index(first) > at.index(then)
    }  # fmt: skip
    assert broken == {why}
    assert verdict(exercise, answer, answer.right, 2.0)[0].off == 0


@settings(max_examples=60, deadline=None)
@given(seed=SEEDS)
def test_a_measure_is_carried_over_by_one_factor(seed):
    exercise, answer = made("scale", seed, 1, WITH)
    numbers = [int(one) for one in re.findall(r"\d+", exercise.question)]
    if "On the photo" in exercise.question:
        wide, high, larger = numbers
        assert answer.right / larger == pytest.approx(high / wide)
    else:
        part, of, across = numbers
        assert answer.right * of == pytest.approx(part * across)
    assert not exercise.shown
    assert not exercise.lines
    assert exercise.view is None


@pytest.mark.parametrize("seed", range(6))
@pytest.mark.parametrize("kind", kinds_for("none"))
def test_what_makes_sense_without_sight_is_told_in_words_and_numbers(kind, seed):
    exercise, _ = made(kind, seed, 1, WITH)
    assert not exercise.shown
    assert all(one.words and not one.colour for one in exercise.options)
    assert exercise.view is None or exercise.view.marks  # of a picture only marked places, which the page tells


def test_who_sees_less_is_asked_fewer_kinds():
    everything, shapes, told = kinds_for("all"), kinds_for("shapes"), kinds_for("none")
    assert everything == list(ON_SCREEN)
    assert set(told) < set(shapes) < set(everything)
    assert set(told) == {"ratio", "angle", "scale", "bisect", "order", "rule"}
    assert set(shapes) - set(told) == {"transfer", "lengths", "slope"}  # what is measured by eye
