"""The schedule: nothing overlaps, every wait is kept, nothing wet is cut in two, and what cannot be had is said."""

from dataclasses import replace
from itertools import pairwise, permutations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.kit.errors import BadSetting, Cancelled, NoSchedule
from ypsochrom.passes.factors import USUAL_FACTORS, Factor
from ypsochrom.passes.films.drying import Drying
from ypsochrom.sittings.calendar import Busy, Diary, Recurring
from ypsochrom.sittings.placing import first_answer, in_plan_order
from ypsochrom.sittings.schedule import Asked, UnitWish, find_schedule
from ypsochrom.sittings.solve import solved
from ypsochrom.sittings.task import Task, Tasks, Wait
from ypsochrom.sittings.tasks import tasks_of
from ypsochrom.sky.air import ORDINARY_ROOM, Climate

ROOM = Drying(ORDINARY_ROOM)
MORNINGS = Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 180),))
EPS = 1e-3


def checked(schedule, tasks):
    """The hard facts of any schedule."""
    of = {one.id: one for one in schedule.tasks}
    assert set(of) == set(tasks.task_of)
    for one, then in pairwise(schedule.tasks):
        assert then.begins_min >= one.ends_min - EPS, "one pair of hands"
    for wait in schedule.waits:
        gap = of[wait.after].begins_min - of[wait.before].ends_min
        assert gap >= wait.least_min - EPS, wait
        assert wait.most_min is None or gap <= wait.most_min + EPS, wait
    for one in schedule.tasks:
        stretches = schedule.sittings[one.sitting - 1].stretches
        assert any(a - EPS <= one.begins_min and one.ends_min <= b + EPS for a, b in stretches), one
        assert one.ends_min - one.begins_min == pytest.approx(tasks.task_of[one.id].minutes)
    assert schedule.bound_min <= schedule.makespan_min + EPS
    assert schedule.makespan_min == pytest.approx(max(one.ends_min for one in schedule.tasks))


@pytest.fixture(scope="module")
def tasks(painted):
    return {key: tasks_of(one, ROOM) for key, one in painted.items()}


@pytest.mark.parametrize("key", ["direct", "glazes", "background-first"])
def test_a_schedule_keeps_hands_waits_and_sittings(key, tasks, painted):
    schedule = find_schedule(tasks[key], painted[key].piles, Asked(MORNINGS), effort=0.3)
    checked(schedule, tasks[key])
    assert schedule.status in ("optimal", "feasible")
    assert {pile.pile for pile in schedule.piles} == {t.subject for t in tasks[key].tasks if t.kind == "mixing"}
    for pile in schedule.piles:
        assert (len(pile.sittings) > 1) == bool(pile.keeping)
        assert pile.mixed_min < pile.used_until_min


def test_the_first_answer_keeps_them_too_and_the_search_is_never_worse(tasks, painted):
    climate = Drying(Climate(15, 75))
    for key in ("direct", "background-first"):
        cool = tasks_of(painted[key], climate)
        first = find_schedule(cool, {}, Asked(MORNINGS), effort=0.0)
        checked(first, cool)
        best = find_schedule(cool, {}, Asked(MORNINGS), effort=0.3)
        checked(best, cool)
        assert best.makespan_min <= first.makespan_min + EPS


def test_the_same_input_gives_the_same_schedule(tasks):
    one, other = (find_schedule(tasks["direct"], {}, Asked(MORNINGS), effort=0.2) for _ in range(2))
    assert one == other


def test_better_ones_are_told_as_they_come_and_the_search_can_be_stopped(tasks, painted):
    heard = []
    find_schedule(tasks["direct"], {}, Asked(MORNINGS), effort=0.2, better=heard.append)
    assert heard
    assert [found.makespan_min for found in heard] == sorted((f.makespan_min for f in heard), reverse=True)

    def stop(share, doing):
        raise Cancelled

    cool = tasks_of(painted["direct"], Drying(Climate(15, 75)))
    with pytest.raises(Cancelled):
        find_schedule(cool, {}, Asked(MORNINGS), progress=stop)


def made_up(minutes, waits):
    tasks = tuple(Task(name, "unit", name, name, float(m)) for name, m in minutes.items())
    return Tasks(tasks, tuple(waits), {}, {})


def test_what_is_wet_for_the_shortest_time_is_blended_first():
    minutes, stretches = {"A": 5, "B": 5, "C": 5}, [(0.0, 500.0)]
    kept = made_up(minutes, [Wait("A", "B", "while wet", 0, 20), Wait("A", "C", "while wet", 0, 2)])
    assert first_answer(kept, stretches) == {"A": 0.0, "C": 5.0, "B": 10.0}
    lost = made_up(minutes, [Wait("A", "B", "while wet", 0, 2), Wait("A", "C", "while wet", 0, 2)])
    assert first_answer(lost, stretches) is None
    assert solved(lost, stretches).status == "infeasible"


@pytest.mark.parametrize("humidity", [0.0, 98.0])
def test_very_dry_and_very_damp_air_can_be_planned_in(painted, humidity):
    tasks = tasks_of(painted["direct"], Drying(Climate(20, humidity)))
    checked(find_schedule(tasks, {}, Asked(MORNINGS), effort=0.0), tasks)


def test_in_saturated_air_nothing_is_planned_and_that_is_said():
    with pytest.raises(BadSetting, match="does not dry"):
        Drying(Climate(20, 100))


def test_a_worked_example_by_hand():
    """A and B are laid, each dries for 20 minutes and is glazed; C (15 minutes) is laid meanwhile: no minute is lost."""
    tasks = made_up(
        {"A": 5, "B": 5, "C": 15, "glaze A": 5, "glaze B": 5},
        [Wait("A", "glaze A", "glaze", 20), Wait("B", "glaze B", "glaze", 20)],
    )
    found = solved(tasks, [(0.0, 500.0)])
    assert (found.status, found.makespan_min) == ("optimal", 35.0)
    planned = in_plan_order(
        replace(tasks, tasks=tuple(tasks.task_of[id_] for id_ in ("A", "glaze A", "B", "glaze B", "C"))), [(0.0, 500.0)]
    )
    assert max(planned[t.id] + t.minutes for t in tasks.tasks) == 75.0


@settings(max_examples=15, deadline=None)
@given(
    st.lists(st.integers(2, 9), min_size=3, max_size=5),
    st.lists(st.tuples(st.integers(0, 4), st.integers(0, 4), st.integers(0, 12)), max_size=4),
)
def test_small_plans_are_as_short_as_trying_every_order(minutes, waits):
    names = [f"t{place}" for place in range(len(minutes))]
    kept = [Wait(names[a], names[b], "overcoat", float(least)) for a, b, least in waits if a < b < len(names)]
    tasks = made_up(dict(zip(names, minutes, strict=True)), kept)

    def length(order):
        ends, now = {}, 0.0
        for name in order:
            before = [w for w in kept if w.after == name]
            if any(w.before not in ends for w in before):
                return float("inf")
            now = max([now, *(ends[w.before] + w.least_min for w in before)]) + tasks.task_of[name].minutes
            ends[name] = now
        return now

    best = min(length(order) for order in permutations(names))
    found = solved(tasks, [(0.0, 1000.0)], effort=0.2)
    assert found.status == "optimal"
    assert found.makespan_min == pytest.approx(best)


def test_what_is_wet_is_never_cut_by_the_end_of_a_sitting():
    tasks = made_up({"A": 30, "B": 12, "C": 12}, [Wait("B", "C", "while wet", 0, 5), Wait("A", "B", "order")])
    asked = Asked(Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 60),)))
    found = find_schedule(tasks, {}, asked)
    of = {one.id: one for one in found.tasks}
    assert (of["A"].sitting, of["B"].sitting, of["C"].sitting) == (1, 2, 2)
    assert of["C"].begins_min - of["B"].ends_min <= 5


def test_a_unit_longer_than_every_sitting_is_named():
    tasks = made_up({"the whole sky": 50}, [])
    with pytest.raises(NoSchedule, match=r"the whole sky.*50 minutes.*15 minutes"):
        find_schedule(tasks, {}, Asked(Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 30),))))


def test_a_passage_that_no_sitting_can_hold_wet_is_said():
    tasks = made_up({"A": 20, "B": 20, "C": 20}, [Wait("A", "B", "while wet", 0, 5), Wait("B", "C", "while wet", 0, 5)])
    with pytest.raises(NoSchedule, match="does not fit"):
        find_schedule(tasks, {}, Asked(Diary("2026-06-01T09:00", recurring=(Recurring("09:00", 60),))))


def test_no_free_hour_at_all():
    busy = (Busy("2026-01-01T00:00:00+00:00", "2028-01-01T00:00:00+00:00", "away"),)
    with pytest.raises(NoSchedule, match="no free hour"):
        find_schedule(made_up({"A": 5}, []), {}, Asked(replace(MORNINGS, busy=busy)))


def test_an_empty_plan():
    with pytest.raises(NoSchedule, match="nothing to paint"):
        find_schedule(made_up({}, []), {}, Asked(MORNINGS))


def test_days_that_do_not_suffice_go_on_and_say_so(tasks):
    found = find_schedule(tasks["glazes"], {}, Asked(replace(MORNINGS, days=1)), effort=0.0)
    checked(found, tasks["glazes"])
    assert not found.fits
    assert len(found.sittings) > 1
    assert "sittings.W001" in [advice.id for advice in found.advice]


def test_a_unit_dragged_to_a_later_sitting_stays_there_and_the_rest_follows(tasks):
    first = next(task.subject for task in tasks["direct"].tasks if task.pass_number == 2)
    found = find_schedule(tasks["direct"], {}, Asked(MORNINGS, {first: UnitWish("2026-06-03/0", 30)}), effort=0.2)
    checked(found, tasks["direct"])
    placed = next(one for one in found.tasks if one.subject == first)
    assert found.sittings[placed.sitting - 1].id == "2026-06-03/0"
    begins = (found.sittings[placed.sitting - 1].begins - found.begins).total_seconds() / 60
    assert placed.begins_min >= begins + 30 - EPS
    assert found.in_the_way == ()


def test_a_dragged_unit_has_its_schedule_at_once(tasks):
    for unit in [task.subject for task in tasks["direct"].tasks if task.kind == "unit"][2::9]:
        found = find_schedule(tasks["direct"], {}, Asked(MORNINGS, {unit: UnitWish("2026-06-02/0", 20)}), effort=0.0)
        checked(found, tasks["direct"])
        placed = next(one for one in found.tasks if one.subject == unit)
        assert (found.in_the_way == ()) == (found.sittings[placed.sitting - 1].id == "2026-06-02/0")


def test_wishes_that_cannot_be_had_together_are_the_smallest_set(tasks):
    units = [task.subject for task in tasks["direct"].tasks if task.kind == "unit"]
    ground, last, free = units[0], units[-1], units[len(units) // 2]
    wishes = {
        free: UnitWish("2026-06-02/0"),
        ground: UnitWish("2026-06-03/0"),
        last: UnitWish("2026-06-01/0"),
    }
    found = find_schedule(tasks["direct"], {}, Asked(MORNINGS, wishes), effort=0.2)
    checked(found, tasks["direct"])
    told = [advice for advice in found.advice if advice.id == "sittings.W002"]
    assert told
    assert ground in found.in_the_way or last in found.in_the_way
    assert all(advice.subject in found.in_the_way for advice in told)


def test_a_wish_whose_sitting_is_gone_waits(tasks):
    unit = tasks["direct"].tasks[-1].subject
    found = find_schedule(tasks["direct"], {}, Asked(MORNINGS, {unit: UnitWish("2030-01-01/0")}), effort=0.0)
    assert found.in_the_way == (unit,)
    assert "sittings.N002" in [advice.id for advice in found.advice]


def test_the_finish_is_a_range_that_knows_how_well_the_pace_is_known(tasks):
    usual = find_schedule(tasks["direct"], {}, Asked(MORNINGS), effort=0.0)
    assert usual.finish.early < usual.finish.likely <= usual.finish.late
    assert usual.finish.likely == usual.at(usual.makespan_min)
    learned = replace(USUAL_FACTORS, pace=Factor(1.0, 0.1, 24))
    sure = find_schedule(tasks["direct"], {}, Asked(MORNINGS), learned, effort=0.0)
    assert sure.finish.late - sure.finish.early < usual.finish.late - usual.finish.early
    assert "24 of your own observations" in sure.basis
    assert "usual figures" in usual.basis


def test_a_deadline_that_is_missed_is_said(tasks):
    found = find_schedule(tasks["glazes"], {}, Asked(MORNINGS, deadline="2026-06-02"), effort=0.0)
    assert not found.fits
    assert "sittings.W003" in [advice.id for advice in found.advice]
    early = find_schedule(tasks["glazes"], {}, Asked(MORNINGS, deadline="2026-12-24"), effort=0.0)
    assert early.fits
    with pytest.raises(BadSetting):
        Asked(MORNINGS, deadline="soon")


def test_standing_back_comes_every_twenty_to_thirty_minutes_of_work(tasks):
    found = find_schedule(tasks["direct"], {}, Asked(MORNINGS), effort=0.0)
    marks = [0.0, *found.look_back_min]
    for one, then in pairwise(marks):
        worked = sum(t.ends_min - t.begins_min for t in found.tasks if one < t.ends_min <= then)
        assert worked <= 45
    assert len(found.look_back_min) > 5


def test_what_lies_wet_is_told_with_its_times(tasks):
    found = find_schedule(tasks["direct"], {}, Asked(MORNINGS), effort=0.0)
    assert len(found.wet) == sum(task.kind == "unit" for task in tasks["direct"].tasks)
    for span in found.wet:
        assert span.from_min < span.blends_until_min <= span.dry_min
        assert span.areas


def test_a_first_answer_does_not_fit_where_there_is_no_room():
    assert first_answer(made_up({"A": 10}, []), []) is None
    assert first_answer(made_up({"A": 10}, []), [(0.0, 5.0)]) is None


@pytest.mark.parametrize("key", ["direct", "glazes", "background-first"])
def test_within_one_long_day_the_best_is_never_later_than_the_first_answer(tasks, key):
    day = [(0.0, 1000.0)]
    first = first_answer(tasks[key], day)
    end = max(first[task.id] + task.minutes for task in tasks[key].tasks)
    assert solved(tasks[key], day, effort=0.2).makespan_min <= end + EPS
    tomorrow = [(0.0, 1000.0), (1440.0, 2440.0)]
    assert solved(tasks[key], tomorrow, effort=0.2).makespan_min <= end + EPS
