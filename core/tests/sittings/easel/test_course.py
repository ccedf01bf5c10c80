"""How far it is follows from the list of acts alone: whatever was sent twice, late, by two devices or makes no sense."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import get_args

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.mixes.told import ToldDose
from ypsochrom.paint.drying import WetFilm
from ypsochrom.sittings.easel.acts import Act, ActKind, in_order
from ypsochrom.sittings.easel.clocks import Laid
from ypsochrom.sittings.easel.course import QUIET, course_of, taken_over
from ypsochrom.sittings.easel.worklist import ListedPile, ListedTask, Passage, WorkList
from ypsochrom.sky.air import Climate

T = datetime(2026, 6, 1, 9, 0, tzinfo=UTC)
ROOM = Climate(20, 50)
COAT = WetFilm(70)


def task(id_, kind="unit", uses=None, **more):
    return ListedTask(
        id_, kind, id_.removeprefix("mix/"), id_, 5, passages=(Passage(f"area {id_}"),), uses=uses or {}, **more
    )


LIST = WorkList(
    tasks=(task("mix/m1", "mixing"), task("a", uses={"m1": 1.0}), task("b", uses={"m1": 2.0}), task("c")),
    piles=(ListedPile("m1", "grey", 5.0, (), "#777777", "#707070", 5.0),),
    areas=(),
    laid={one: Laid(COAT, COAT) for one in "abc"},
)


def at(minutes):
    return T + timedelta(minutes=minutes)


def acts(*story, sitting="s1", device="tablet"):
    return tuple(
        Act(f"{device}-{n}-{minute}", at(minute), kind, sitting, device, n, **more)
        for n, (minute, kind, *rest) in enumerate(story)
        for more in [rest[0] if rest else {}]
    )


def course(*story, now=None):
    done = in_order(acts((0, "open"), *story))
    return course_of(done, LIST, ROOM, at(now) if now is not None else done[-1].at)


def of(id_):
    return {"task": id_}


def test_before_anything_the_first_task_is_the_one_in_hand():
    found = course_of((), LIST, ROOM, T)
    assert found.current == "mix/m1"
    assert found.sitting is None
    assert found.clocks == ()


def test_time_at_a_task_is_counted_without_its_pauses_and_goes_on_where_it_was():
    found = course((1, "start", of("a")), (4, "pause"), (10, "start", of("a")), (12, "done", of("a")))
    assert found.tasks["a"].worked_s == 5 * 60
    assert found.tasks["a"].done_at == at(12)
    assert found.sitting.worked_s == 5 * 60


def test_one_pair_of_hands_starting_one_lays_the_other_down():
    found = course((1, "start", of("a")), (4, "start", of("b")))
    assert found.tasks["a"].state == "paused"
    assert found.tasks["b"].state == "at it"
    assert found.current == "b"


def test_what_is_done_is_on_its_clock_and_what_is_taken_back_is_not():
    assert [one.task for one in course((3, "done", of("a"))).clocks] == ["a"]
    assert course((3, "done", of("a")), (4, "back", of("a"))).clocks == ()


def test_a_pile_is_used_up_by_what_was_planned_and_put_right_by_a_tap():
    used = course((1, "done", of("mix/m1")), (5, "done", of("a")))
    assert used.piles["m1"].left_ml == pytest.approx(4.0)
    right = course(
        (1, "done", of("mix/m1")), (5, "done", of("a")), (6, "left", {"pile": "m1", "ml": 2.5}), (9, "done", of("b"))
    )
    assert right.piles["m1"].left_ml == pytest.approx(0.5)
    gone = course((1, "done", of("mix/m1")), (6, "left", {"pile": "m1", "ml": 0.0}))
    assert gone.piles == {}


def test_taking_back_gives_the_paint_back():
    found = course((1, "done", of("mix/m1")), (5, "done", of("a")), (6, "back", of("a")))
    assert found.piles["m1"].left_ml == pytest.approx(5.0)
    assert course((1, "done", of("mix/m1")), (2, "back", of("mix/m1"))).piles == {}


def test_a_pile_that_was_used_without_being_said_was_mixed():
    assert course((1, "start", of("a"))).piles["m1"].left_ml == pytest.approx(5.0)


def test_a_covered_pile_does_not_skin_and_ages_anew_when_it_is_uncovered():
    covered = course((1, "done", of("mix/m1")), (5, "cover"))
    assert covered.piles["m1"].skins_at is None
    fresh = course((1, "done", of("mix/m1")), (5, "cover"), (300, "uncover")).piles["m1"]
    assert fresh.skins_at > at(300)


def test_done_on_two_devices_counts_once():
    one = acts((0, "open"), (1, "done", of("mix/m1")), (5, "done", of("a")))
    other = acts((6, "done", of("a")), device="phone")
    found = course_of(in_order((*one, *other)), LIST, ROOM, at(7))
    assert found.tasks["a"].done_at == at(5)
    assert found.piles["m1"].left_ml == pytest.approx(4.0)


STORY = st.lists(
    st.tuples(
        st.integers(0, 300),
        st.sampled_from(sorted(set(get_args(ActKind)) - {"air"})),
        st.sampled_from(["mix/m1", "a", "b", "c", "not there", None]),
        st.sampled_from(["s1", "s2"]),
    ),
    max_size=25,
)  # fmt: skip


@settings(max_examples=60, deadline=None)
@given(STORY, st.randoms(use_true_random=False))
def test_any_acts_in_any_order_of_arrival_sent_any_number_of_times_have_one_course(story, random):
    done = [
        Act(f"x{n}", at(minute), kind, sitting, f"device-{n % 2}", n, task=about, pile="m1", ml=1.0)
        for n, (minute, kind, about, sitting) in enumerate(story)
    ]
    expected = course_of(in_order(done), LIST, ROOM, at(301))
    arrived = done + done[: len(done) // 2]
    random.shuffle(arrived)
    assert course_of(in_order(arrived), LIST, ROOM, at(301)) == expected
    assert sum(one.state == "at it" for one in expected.tasks.values()) <= 1
    assert all(one.left_ml >= 0 for one in expected.piles.values())
    assert all(one.worked_s >= 0 for one in expected.tasks.values())
    assert expected.current is None or expected.current in LIST.task_of


def test_a_sitting_left_open_overnight_closes_at_its_last_sign_of_life_and_asks():
    found = course((1, "start", of("a")), (20, "note", {"text": "late"}), now=20 + 60 * 14)
    night = found.sittings[-1]
    assert night.ended == at(20)
    assert night.asks
    assert found.sitting is None
    assert found.tasks["a"].state == "paused"
    assert found.tasks["a"].worked_s == 19 * 60, "nobody painted through the night"
    assert course((1, "start", of("a")), now=QUIET.total_seconds() / 60 - 1).sitting is not None


def test_the_painter_says_when_it_really_ended():
    story = (
        (1, "start", of("a")),
        (20, "pause"),
        (60 * 14, "stop", {"when": at(45)}),
    )
    found = course(*story)
    assert found.sittings[-1].ended == at(45)
    assert not found.sittings[-1].asks


def test_another_sitting_ends_the_one_before_and_goes_on_where_it_was():
    done = (*acts((0, "open"), (5, "done", of("mix/m1"))), *acts((1500, "open"), sitting="s2", device="other"))
    found = course_of(in_order(done), LIST, ROOM, at(1501))
    assert [(one.number, one.ended) for one in found.sittings] == [(1, at(5)), (2, None)]
    assert found.current == "a"


def test_warmer_air_makes_the_clocks_of_what_is_wet_shorter():
    warm = course((3, "done", of("a")), (4, "air", {"climate": Climate(30, 30)}))
    assert warm.climate == Climate(30, 30)
    assert warm.clocks[0].overcoat_at < course((3, "done", of("a"))).clocks[0].overcoat_at


def test_a_new_plan_keeps_what_was_painted_as_it_was_and_forgets_what_was_not():
    before = course((1, "done", of("mix/m1")), (5, "done", of("a")), (6, "start", of("b")))
    blue = ListedPile("m2", "blue", 3.0, (), "#0000aa", "#000099", 2.0)
    more = ListedPile("m1", "grey", 9.0, (), "#777777", "#707070", 5.0)
    thick = {"a": Laid(WetFilm(300), WetFilm(300)), "b": Laid(WetFilm(300), WetFilm(300))}
    plan = WorkList((task("a", uses={"m1": 4.0}), task("b", uses={"m2": 1.0}), task("d")), (blue, more), (), thick)
    taken = taken_over(plan, LIST, before)
    assert [one.id for one in taken.tasks] == ["mix/m1", "a", "b", "d"]
    assert taken.task_of["a"].uses == {"m1": 1.0}, "what it took is in the past"
    assert taken.task_of["b"].uses == {"m2": 1.0}, "what is in hand follows the new plan"
    assert taken.pile_of["m1"].volume_ml == 5.0
    assert set(taken.pile_of) == {"m1", "m2"}
    assert taken.laid["a"] == LIST.laid["a"]
    assert taken.laid["b"] == thick["b"]
    done = in_order(acts((0, "open"), (1, "done", of("mix/m1")), (5, "done", of("a")), (6, "start", of("b"))))
    assert course_of(done, taken, ROOM, at(6)).piles["m1"] == before.piles["m1"]


def test_what_was_begun_stays_on_the_list_though_the_new_plan_has_it_no_more():
    before = course((3, "start", of("c")))
    plan = WorkList((task("d"),), (), (), {})
    taken = taken_over(plan, LIST, before)
    assert [one.id for one in taken.tasks] == ["c", "d"]
    assert taken.laid == {"c": LIST.laid["c"]}


def test_how_far_the_passes_are_and_what_a_pass_has_still_to_paint():
    three = (task("a", pass_number=1), task("b", pass_number=2), task("c", pass_number=2))
    listed = WorkList(tasks=three, piles=(), areas=(), laid=LIST.laid)

    def after(*story):
        done = in_order(acts((0, "open"), *story))
        return course_of(done, listed, ROOM, done[-1].at)

    begun, going = after((1, "start", of("a"))), after((1, "done", of("a")), (5, "done", of("b")))
    assert (begun.reached(listed), going.reached(listed)) == (0, 2)
    assert going.not_yet(listed, 2) == ("area c",)
    assert begun.not_yet(listed, 2) == ()  # a pass that has not begun lacks nothing
    assert set(going.wet_areas(at(6))) == {"area a", "area b"}
    assert going.wet_areas(at(6 * 60)) == ()


def test_a_ml_of_the_list_weighs_what_its_doses_weigh_together():
    def pile(*doses):
        told = tuple(ToldDose(key, key, 1, ml, None, grams, "") for key, ml, grams in doses)
        return ListedPile("m1", "grey", 5.0, told, "#777777", "#707070", 5.0)

    assert (
        replace(LIST, piles=(pile(("PW6", 2.0, 3.0), ("m0", 1.0, None), ("PB29", 1.0, 1.2)),)).grams_per_ml == 4.2 / 3
    )
    assert replace(LIST, piles=(pile(("m0", 1.0, None)),)).grams_per_ml is None
    assert replace(LIST, piles=()).grams_per_ml is None
