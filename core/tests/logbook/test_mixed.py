"""The swatch book: piles with their tubes, what is near a colour, how they came out."""

from datetime import UTC, datetime

import colour
import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.logbook.easel import seen_at_the_easel
from ypsochrom.logbook.mixed import MixedPile, alike, by_colour, in_tubes, mixed_at_the_easel, seen_in_swatches
from ypsochrom.mixes.told import ToldDose
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.sittings.easel.acts import Act
from ypsochrom.sittings.easel.worklist import ListedPile, ListedTask, WorkList

from .test_easel import AIR

AT = datetime(2026, 6, 1, tzinfo=UTC)
DARK = ListedPile(
    "m1", "dark", 4.0,
    (ToldDose("PB29", "blue", 3, 3.0, None, None, ""), ToldDose("PBr7bu", "umber", 1, 1.0, None, None, "")),
    "#222222", "#202020", 2.0,
)  # fmt: skip
LIGHT = ListedPile(
    "m2", "light", 10.0,
    (ToldDose("PW6", "white", 4, 8.0, None, None, ""), ToldDose("m1", "dark", 1, 2.0, None, None, "")),
    "#cccccc", "#c0c0c0", 7.5, lab_dry=(75.0, 1.0, -3.0),
)  # fmt: skip
LIST = WorkList(
    (ListedTask("mix/m1", "mixing", "m1", "mix dark", 3), ListedTask("mix/m2", "mixing", "m2", "mix light", 3)),
    (DARK, LIGHT), (), {},
)  # fmt: skip


def done(task, number=1):
    return Act(f"a{number}", AT, "done", "s1", task=task)


def test_a_pile_of_piles_is_told_in_tubes():
    assert in_tubes(LIGHT, LIST.pile_of) == pytest.approx({"PW6": 8.0, "PB29": 1.5, "PBr7bu": 0.5})


def test_only_piles_that_were_mixed_stand_in_the_book_and_weighed_doses_count():
    weighed = Act("w", AT, "weighed", "s1", pile="m1", ml=2.0, text="PBr7bu")
    (dark,) = mixed_at_the_easel([weighed, done("mix/m1")], LIST)
    assert dark.parts == {"PB29": 3.0, "PBr7bu": 2.0}
    assert dark.planned[0] == pytest.approx(12, abs=1.5)
    assert mixed_at_the_easel([done("mix/m1"), Act("b", AT, "back", "s1", task="mix/m1")], LIST) == ()
    both = mixed_at_the_easel([weighed, done("mix/m1"), done("mix/m2", 2)], LIST)
    assert both[1].parts == pytest.approx({"PW6": 8.0, "PB29": 1.2, "PBr7bu": 0.8})
    assert both[1].planned == (75.0, 1.0, -3.0)


def test_a_weighed_dose_is_an_observation_of_the_hand_and_of_two_the_last_counts():
    acts = [Act(f"w{n}", AT, "weighed", "s1", pile="m1", ml=ml, text="PB29") for n, ml in enumerate((9.0, 3.3))]
    found = [one for one in seen_at_the_easel(acts, LIST, AIR, AT, "1") if one.what == "dose"]
    assert [(one.expected, one.found) for one in found] == [(3.0, 3.3)]


def pile(number, lab, came_out=None):
    return MixedPile(str(number), AT, "x", {"PW6": 1.0}, lab, came_out)


def test_the_nearest_piles_are_those_of_ciede2000_in_colour_science():
    random = np.random.default_rng(2)
    labs = [tuple(map(float, lab)) for lab in random.uniform((10, -40, -40), (90, 40, 40), (40, 3))]
    target = np.array([50.0, 10.0, -5.0])
    found = alike([pile(n, lab) for n, lab in enumerate(labs)], target, 5)
    theirs = colour.delta_E(np.array(labs), target, method="CIE 2000")
    assert [one.id for one, _ in found] == [str(n) for n in np.argsort(theirs)[:5]]
    assert [away for _, away in found] == pytest.approx(sorted(theirs)[:5], abs=1e-3)


def test_a_pile_lies_where_it_came_out_and_says_how_far_off_that_was():
    off = pile(1, (50.0, 0.0, 0.0), (60.0, 0.0, 0.0))
    as_meant = pile(2, (52.0, 0.0, 0.0))
    assert [one.id for one, _ in alike([off, as_meant], np.array([60.0, 0, 0]))] == ["1", "2"]
    assert off.off_de00 == pytest.approx(float(colour.delta_E([50, 0, 0], [60, 0, 0], method="CIE 2000")), abs=1e-3)
    assert as_meant.off_de00 is None
    assert alike([], np.zeros(3)) == ()


@given(st.permutations(range(6)))
def test_the_book_lies_the_same_whatever_came_first(order):
    piles = [pile(n, (20.0 + 12 * n, 20.0 * (n % 2), 0.0)) for n in range(6)]
    assert [one.id for one in by_colour(piles[n] for n in order)] == ["5", "4", "3", "2", "1", "0"]


def test_a_pile_read_wet_and_dry_tells_how_far_it_went_against_what_is_usual():
    box = Paintbox.of(paint(key) for key in ("PW6", "PB29"))
    parts = {"PW6": 6.0, "PB29": 1.0}
    own = appearance.parts_vector(parts, box)
    dry, wet = appearance.dry_lab(own, box), appearance.wet_lab(own, box)
    twice = tuple(map(float, dry + 2 * (wet - dry)))
    read = MixedPile("7", AT, "x", parts, tuple(map(float, dry)), tuple(map(float, dry)), twice)
    (found,) = seen_in_swatches([read, pile(8, (50.0, 0.0, 0.0))], "3")
    assert (found.what, found.of, found.id) == ("shift", paint("PB29").name, "3/shift/7")
    assert found.found / found.expected == pytest.approx(2.0)
