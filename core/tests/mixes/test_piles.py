"""Piles that a hand can mix: within what can be counted, of what lies there already, and near their targets by hand."""

import itertools
import math

import numpy as np
import pytest

from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.mixes.piles import (
    DOSING_SIGMA,
    MOST_OF_A_TINTER,
    MOST_PARTS,
    MOST_RATIO,
    MOST_SOURCES,
    VALUE_WEIGHT,
    Piles,
    piles_of,
)
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import paintbox
from ypsochrom.paint.strength import is_tinter

BOX = paintbox(["PW6", "PY35l", "PY83", "PBr7ru", "PR108", "PB28", "PB29", "PBk9"])
TARGETS = [
    (22, 2, -4),
    (30, 12, 12),
    (35, 2, -18),
    (48, 10, 24),
    (55, 0, 4),
    (66, 14, 30),
    (72, 2, 8),
    (82, 4, 12),
    (91, 0, 6),
]


@pytest.fixture(scope="module")
def string():
    """Piles mixed one after the other, dark to light."""
    piles, numbers, found = Piles(BOX), itertools.count(), {}
    for target in TARGETS:
        found.update(piles.mix(np.array(target, dtype=float), lambda: f"m{next(numbers):02d}")[1])
    return found


def test_a_hand_can_count_every_pile(string):
    for mixed in string.values():
        parts = [dose.parts for dose in mixed.made_from]
        tinter = any(is_tinter(d.source) for d in mixed.made_from if d.source in BOX.keys)
        assert all(float(n).is_integer() and n >= 1 for n in parts)
        assert math.gcd(*(int(n) for n in parts)) == 1
        assert len(parts) <= MOST_SOURCES
        assert sum(parts) <= (MOST_OF_A_TINTER + 1 if tinter else MOST_PARTS)
        assert max(parts) <= (MOST_OF_A_TINTER if tinter else MOST_RATIO) * min(parts)


def test_a_pile_is_made_of_tubes_and_of_piles_before_it(string):
    before = set()
    for name, mixed in string.items():
        assert {dose.source for dose in mixed.made_from} <= {*BOX.keys, *before}
        before.add(name)
    assert any(dose.source.startswith("m") for mixed in string.values() for dose in mixed.made_from)


def test_shares_are_what_the_doses_come_to(string):
    shares = dict(zip(BOX.keys, np.eye(len(BOX)), strict=True))
    for name, mixed in string.items():
        total = sum(dose.parts for dose in mixed.made_from)
        told = sum(dose.parts / total * shares[dose.source] for dose in mixed.made_from)
        np.testing.assert_allclose(mixed.shares, told, atol=1e-6)
        shares[name] = mixed.shares


def test_a_hand_comes_as_near_as_is_said(string):
    """Other hands than those the search tried, with the same unsteadiness."""
    rng = np.random.default_rng(99)
    shares = dict(zip(BOX.keys, np.eye(len(BOX)), strict=True))
    targets = iter(TARGETS)
    for name, mixed in string.items():
        if mixed.tint_of is None:
            sources = np.stack([shares[dose.source] for dose in mixed.made_from])
            doses = np.array([dose.parts for dose in mixed.made_from]) * np.exp(
                rng.normal(0, DOSING_SIGMA, (400, len(sources)))
            )
            apart = delta_e_2000(appearance.dry_lab(doses @ sources, BOX), np.array(next(targets), dtype=float))
            assert apart.mean() == pytest.approx(mixed.expected_de00, abs=0.5)
            assert mixed.likely_worst_de00 >= mixed.expected_de00
        shares[name] = mixed.shares


def test_simple_ratios_are_found():
    box = paintbox(["PW6", "PY35l", "PR108"])
    for parts in ((1, 6, 1), (5, 1, 1), (8, 1, 2)):
        target = appearance.dry_lab(np.array(parts, dtype=float), box)
        found = Piles(box).alone(target)
        assert {dose.source: dose.parts for dose in found.made_from} == dict(zip(box.keys, parts, strict=True))


def test_with_more_care_a_hand_comes_nearer_for_more_parts():
    rough, fine = (
        [Piles(BOX).mix(np.array(target, dtype=float), lambda: "m", care)[1][-1][1] for target in TARGETS]
        for care in (0.4, 4.0)
    )
    away = [sum(mixed.expected_de00 for mixed in some) for some in (rough, fine)]
    parts = [sum(dose.parts for mixed in some for dose in mixed.made_from) for some in (rough, fine)]
    assert away[1] < away[0]
    assert parts[0] < parts[1]


def test_an_earth_is_preferred_to_black_and_cadmiums_where_both_would_do():
    """Common practice: browns come from umbers and siennas, not from black, cadmium and cobalt."""
    box = paintbox(["PW6", "PBr7bu", "PBr7bs", "PBk9", "PR108", "PY35m", "PB28"])
    brown = appearance.dry_lab(np.array([1.0, 3.0, 2.0, 0, 0, 0, 0]), box)
    assert {dose.source for dose in Piles(box).alone(brown).made_from} <= {"PW6", "PBr7bu", "PBr7bs"}


@pytest.mark.parametrize("keys", [["PB29"], ["PW6", "PBk9"], ["PR108", "PB29", "PY35l"]])
def test_poor_shelves_give_the_nearest_they_can(keys):
    box = paintbox(keys)
    found = Piles(box).alone(np.array([70.0, 40.0, 40.0]))
    assert {dose.source for dose in found.made_from} <= set(keys)
    assert found.expected_de00 > 5


def test_white_is_in_the_pile_where_it_is_asked_for():
    dark = np.array([30.0, 8.0, 12.0])
    assert "PW6" in {dose.source for dose in Piles(BOX).alone(dark, with_white=True).made_from}
    no_white = paintbox(["PB29", "PBr7bs"])
    assert Piles(no_white).alone(dark, with_white=True).made_from == Piles(no_white).alone(dark).made_from


def test_a_strong_paint_is_let_down_in_white_where_a_pale_grey_asks_for_it():
    box = paintbox(["PW6", "PBk9"])
    piles, numbers = Piles(box), itertools.count(1)
    name, new = piles.mix(np.array([84.0, 0, 0]), lambda: f"m{next(numbers)}")
    assert [mixed.tint_of for _, mixed in new] == ["PBk9", None]
    assert name == new[-1][0] == "m2"
    assert "m1" in {dose.source for dose in new[-1][1].made_from}
    assert new[-1][1].expected_de00 < 2
    assert piles.mix(np.array([84.0, 0, 0]), lambda: "m3") == ("m2", ())  # it lies there already


def test_nothing_depends_on_chance():
    once, again = (Piles(BOX).alone(np.array([48.0, 10, 24])) for _ in range(2))
    assert once.made_from == again.made_from
    assert once.expected_de00 == again.expected_de00


def test_what_comes_nearest_is_what_a_look_at_every_recipe_finds():
    piles = Piles(BOX)
    rng = np.random.default_rng(3)
    targets = np.column_stack([rng.uniform(15, 78, 40), rng.normal(0, 25, (40, 2))])
    every = piles._rows.lab.astype(float)
    for target, found in zip(targets, piles.nearest(targets), strict=True):
        cost = delta_e_2000(every, target) + VALUE_WEIGHT * np.abs(lab_to_value(every) - lab_to_value(target))
        own = delta_e_2000(found, target) + VALUE_WEIGHT * abs(lab_to_value(found) - lab_to_value(target))
        assert (
            own <= 1.3 * cost.min() + 0.3
        )  # what lies near in the uniform space was looked at, a rougher guide from afar


VERY_LIGHT_BLUE = np.array([93.8, -0.8, -6.0])
"""A hazy sky: ultramarine let down in white twice, in whole parts, is plainly darker and bluer."""


def test_a_light_that_no_pile_has_white_enough_for_is_let_down_once_more():
    piles, numbers = Piles(BOX), itertools.count(1)
    plain = Piles(BOX).alone(VERY_LIGHT_BLUE)
    pile, new = piles.mix(VERY_LIGHT_BLUE, lambda: f"m{next(numbers):02d}")
    *_, (_, base), (last, mixed) = new
    assert last == pile
    assert base.is_base
    assert not mixed.is_base
    assert new[-2][0] in {dose.source for dose in mixed.made_from}
    assert mixed.expected_de00 < plain.expected_de00 - 1.0
    assert mixed.expected_de00 < 2.5
    names = {*BOX.keys, *(name for name, _ in new)}
    for _, one in new:
        assert {dose.source for dose in one.made_from} <= names
        assert all(dose.parts <= MOST_RATIO for dose in one.made_from)
    near = piles.nearest(VERY_LIGHT_BLUE[None])[0]
    assert delta_e_2000(near, VERY_LIGHT_BLUE) <= mixed.expected_de00


def test_what_a_pile_has_white_enough_for_needs_no_base():
    piles, numbers = Piles(BOX), itertools.count(1)
    _, new = piles.mix(np.array([84.0, 0.0, 8.0]), lambda: f"m{next(numbers):02d}")
    assert [name for name, one in new if one.is_base and one.tint_of is None] == []


def test_piles_of_a_box_begin_anew_for_everybody_who_asks():
    first, numbers = piles_of(BOX), itertools.count(1)
    before = len(first)
    first.mix(np.array([50.0, 10.0, 10.0]), lambda: f"m{next(numbers):02d}")
    assert len(first) > before
    assert len(piles_of(BOX)) == before
    second, numbers = piles_of(BOX), itertools.count(1)
    pile, new = second.mix(np.array([50.0, 10.0, 10.0]), lambda: f"m{next(numbers):02d}")
    fresh, numbers = Piles(BOX), itertools.count(1)
    other, same = fresh.mix(np.array([50.0, 10.0, 10.0]), lambda: f"m{next(numbers):02d}")
    assert (pile, [one.made_from for _, one in new]) == (other, [one.made_from for _, one in same])
