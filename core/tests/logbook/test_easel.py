"""What the easel tells the log, from acts at known times."""

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest

from ypsochrom.logbook.easel import seen_at_the_easel
from ypsochrom.logbook.observation import Observation
from ypsochrom.paint.drying import WetFilm, overcoat_minutes
from ypsochrom.passes.factors import USUAL_FACTORS, Factor, Factors
from ypsochrom.sittings.easel.acts import Act
from ypsochrom.sittings.easel.clocks import Laid
from ypsochrom.sittings.easel.worklist import ListedArea, ListedPile, ListedTask, Passage, WorkList
from ypsochrom.sky.air import Climate

AIR = Climate(18, 60)
BEGINS = datetime(2026, 6, 1, 9, tzinfo=UTC)
FILM = WetFilm(70)


def worklist(factors=USUAL_FACTORS):
    return WorkList(
        tasks=(
            ListedTask("mix", "mixing", "m1", "grey", 2),
            ListedTask("u1", "unit", "u1", "the wall", 10, piles=("m1",), uses={"m1": 2.0}, technique="opaque"),
            ListedTask("u2", "unit", "u2", "a glaze", 6, piles=("m1",), uses={"m1": 1.0}, technique="glaze",
                       medium="glazing liquid, 90% of what is laid"),
        ),
        piles=(ListedPile("m1", "grey", 5.0, (), "#777777", "#707070", 5.0),),
        areas=(),
        laid={"u1": Laid(FILM, FILM, 1.4, 1.4), "u2": Laid(FILM, FILM)},
        factors=factors,
    )  # fmt: skip


def acts(*told):
    return tuple(
        Act(f"a{place}", BEGINS + timedelta(minutes=minute), kind, "s1", **more)
        for place, (minute, kind, more) in enumerate([(0, "open", {}), *told])
    )


def seen(told, made=None) -> dict[str, Observation]:
    found = seen_at_the_easel(acts(*told), made or worklist(), AIR, BEGINS + timedelta(hours=4), "7")
    assert all(one.painting == "7" for one in found)
    return {one.what if one.what != "minutes" else one.of: one for one in found}


DONE = [
    (1, "start", {"task": "mix"}), (4, "done", {"task": "mix"}),
    (5, "start", {"task": "u1"}), (20, "done", {"task": "u1"}),
]  # fmt: skip


def test_minutes_are_those_worked_against_those_of_a_usual_hand():
    found = seen(DONE, worklist(Factors(pace=Factor(2.0, 0.1, 9))))
    assert (found["opaque"].expected, found["opaque"].found) == (5.0, 15.0)
    assert (found["mixing"].expected, found["mixing"].found) == (1.0, 3.0)


def test_paint_is_what_went_from_the_pile_between_two_looks_at_it():
    found = seen([*DONE, (21, "left", {"pile": "m1", "ml": 2.0})])
    assert (found["ml"].expected, found["ml"].found, found["ml"].of) == (2.0, 3.0, "opaque")
    thicker = seen([*DONE, (21, "left", {"pile": "m1", "ml": 2.0})], worklist(Factors(film=Factor(2.0, 0.1, 9))))
    assert thicker["ml"].expected == pytest.approx(1.0)


def test_a_look_at_a_pile_that_nothing_was_taken_from_says_nothing():
    assert "ml" not in seen([*DONE[:2], (5, "left", {"pile": "m1", "ml": 4.0})])
    assert "ml" not in seen([*DONE, (21, "back", {"task": "u1"}), (22, "left", {"pile": "m1", "ml": 2.0})])


def test_what_was_wiped_off_is_lost_of_what_was_taken_since_that_was_last_told():
    found = seen([*DONE, (21, "left", {"pile": "m1", "ml": 2.0}), (22, "wiped", {"ml": 1.2})])["loss"]
    assert (found.expected, found.found, found.of) == (3.0, 1.2, "opaque")
    again = [(30, "done", {"task": "u2"}), (31, "left", {"pile": "m1", "ml": 0.5}), (32, "wiped", {"ml": 0.6})]
    later = acts(*DONE, (21, "left", {"pile": "m1", "ml": 2.0}), (22, "wiped", {"ml": 1.2}), *again)
    losses = [
        o for o in seen_at_the_easel(later, worklist(), AIR, BEGINS + timedelta(hours=4), "7") if o.what == "loss"
    ]
    assert [(one.expected, one.found) for one in losses] == [(3.0, 1.2), (1.5, 0.6)]


def test_of_piles_nobody_looked_at_as_much_was_taken_as_of_the_others():
    made = worklist()
    other = ListedPile("m2", "blue", 4.0, (), "#334455", "#303f50", 4.0)
    tasks = (*made.tasks, ListedTask("mix2", "mixing", "m2", "blue", 2),
             ListedTask("u3", "unit", "u3", "the sky", 9, piles=("m2",), uses={"m2": 1.5}, technique="opaque"))  # fmt: skip
    two = replace(made, piles=(*made.piles, other), tasks=tasks)
    sky = [(21, "done", {"task": "mix2"}), (30, "done", {"task": "u3"})]
    look, told = (31, "left", {"pile": "m1", "ml": 2.0}), (32, "wiped", {"ml": 1.5})
    found = seen([*DONE, *sky, look, told], two)["loss"]
    assert found.expected == pytest.approx(3.0 + 1.5 * 1.5)
    assert "loss" not in seen([*DONE, *sky, told], two), "nobody looked at any pile"
    unsaid = seen([*DONE, sky[1], look, told], two)["loss"]
    assert unsaid.expected == pytest.approx(found.expected), (
        "a pile whose mixing was not ticked was painted with all the same"
    )
    later = [
        (40, "left", {"pile": "m2", "ml": 1.75}),
        (50, "done", {"task": "u2"}),
        (51, "left", {"pile": "m1", "ml": 1.0}),
    ]
    both = acts(*DONE, *sky, look, told, *later, (52, "wiped", {"ml": 0.4}))
    losses = [o for o in seen_at_the_easel(both, two, AIR, BEGINS + timedelta(hours=4), "7") if o.what == "loss"]
    assert losses[-1].expected == pytest.approx(1.0), "what was taken before that was told already"


def test_a_loss_is_told_of_the_technique_and_the_brush_that_took_most_of_the_paint():
    made = worklist()
    brushed = replace(
        made, tasks=(made.tasks[0], *(replace(one, brush=f"flat, {one.minutes:g} mm") for one in made.tasks[1:]))
    )
    look, glazed = (21, "left", {"pile": "m1", "ml": 2.0}), (30, "done", {"task": "u2"})

    def told(left):
        later = acts(*DONE, look, glazed, (31, "left", {"pile": "m1", "ml": left}), (32, "wiped", {"ml": 0.5}))
        found = seen_at_the_easel(later, brushed, AIR, BEGINS + timedelta(hours=4), "7")
        return next(one for one in found if one.what == "loss")

    assert (told(1.5).of, told(1.5).also) == ("opaque", {"brush": "flat, 10 mm"})
    assert (told(0.2).of, told(0.2).also) == ("", {})


def test_what_cannot_have_been_lost_is_left_out():
    look = (21, "left", {"pile": "m1", "ml": 2.0})
    for ml in (3.0, 40.0, -1.0):
        assert "loss" not in seen([*DONE, look, (22, "wiped", {"ml": ml})])
    assert "loss" not in seen([*DONE, (21, "back", {"task": "u1"}), (22, *look[1:]), (23, "wiped", {"ml": 1.0})])


def test_a_coat_found_dry_is_held_against_the_model_by_the_usual_factor():
    found = seen([*DONE, (38, "dry", {"task": "u1"})])["drying"]
    assert found.found == pytest.approx(18.0)
    assert found.expected == pytest.approx(overcoat_minutes(FILM, AIR, 1.0))
    assert found.of == ""
    glaze = seen([*DONE, (21, "start", {"task": "u2"}), (27, "done", {"task": "u2"}), (60, "dry", {"task": "u2"})])
    assert glaze["drying"].of == "glazing liquid"


def test_what_was_only_ticked_off_or_cannot_have_been_is_left_out():
    found = seen([(1, "start", {"task": "u1"}), (1.2, "done", {"task": "u1"})])
    assert found == {}
    assert seen([(2, "done", {"task": "u1"}), (3, "dry", {"task": "nowhere"})]) == {}


def test_minutes_of_a_unit_are_parted_by_depth_parts_edges_and_brush_and_paint_by_the_brush():
    made = worklist()
    areas = (ListedArea("a1", 0, "wall", (0.5, 0.5), "back"), ListedArea("a2", 1, "jug", (0.5, 0.5), "front"))
    one = replace(made.tasks[1], passages=(Passage("a1"),), brush="flat, 25 mm", edges=("a", "b", "c"))
    told = acts(*DONE, (25, "left", {"pile": "m1", "ml": 2.0}))

    def found(unit):
        listed = replace(made, areas=areas, tasks=(made.tasks[0], unit, made.tasks[2]))
        return {o.what: o for o in seen_at_the_easel(told, listed, AIR, BEGINS + timedelta(hours=4), "7")}

    assert found(one)["minutes"].also == {
        "depth": "back", "parts": "few parts", "edges": "many edges", "brush": "flat, 25 mm",
    }  # fmt: skip
    assert found(one)["ml"].also == {"brush": "flat, 25 mm"}
    assert found(one)["mixing"].also == {}
    both = replace(one, passages=(Passage("a1"), Passage("a2"), Passage("a1", "light"), Passage("a2", "light")))
    assert found(both)["minutes"].also == {"parts": "many parts", "edges": "many edges", "brush": "flat, 25 mm"}
