"""Paintings side by side: found, compared, and what their hours say of the next one."""

from datetime import UTC, datetime, timedelta

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import linregress

from ypsochrom.kit.errors import BadSetting, TooFewPaintings
from ypsochrom.logbook.pages import Asked, Page, Wanted, compared, estimate, rates, wanted_of

BEGIN = datetime(2026, 1, 1, tzinfo=UTC)


def page(number=1, minutes=300.0, width=300.0, height=200.0, **more):
    return Page(
        f"e{number}", more.pop("title", f"No. {number}"), BEGIN + timedelta(days=number), width, height, minutes, **more
    )


def test_every_word_is_looked_for_in_title_and_tags_whatever_their_case():
    pages = [page(1, title="Jug and LEMON", tags=("Still life",)), page(2, title="Lemon tree", tags=("garden",))]
    assert [one.id for one in wanted_of(pages, Wanted("lemon STILL"))] == ["e1"]
    assert [one.id for one in wanted_of(pages, Wanted())] == ["e2", "e1"]
    assert wanted_of(pages, Wanted(tag="GARDEN", least_cm2=601)) == ()
    assert [one.id for one in wanted_of(pages, Wanted(tag="GARDEN", most_cm2=600))] == ["e2"]


def test_rates_are_medians_by_method_and_say_nothing_of_what_nobody_knows():
    pages = [page(n, minutes, method="Direct", ml=12.0) for n, minutes in enumerate((60, 120, 6000))]
    pages += [page(9, None, method="On site", units_min=90.0, planned_min=45.0)]
    direct, site = rates(pages)
    assert (direct.count, direct.minutes_a_dm2, direct.ml_a_dm2, direct.cost_a_dm2) == (3, 20.0, 2.0, None)
    assert (site.minutes_a_dm2, site.over_plan) == (None, 2.0)


def test_two_paintings_are_compared_as_wholes_and_for_a_square_decimetre():
    lines = {one.what: one for one in compared(page(1, 100.0, 200, 100), page(2, 300.0, 400, 300))}
    assert lines["surface"].times == pytest.approx(6.0)
    assert lines["minutes"].times == pytest.approx(3.0)
    assert lines["minutes a dm2"].times == pytest.approx(0.5)
    assert lines["ml"].times is None


@pytest.mark.parametrize("count", [0, 1, 2])
def test_nothing_is_estimated_from_fewer_than_three(count):
    with pytest.raises(TooFewPaintings, match="too few"):
        estimate([page(n) for n in range(count)], Asked(300, 200))


def test_with_many_paintings_the_estimate_is_that_of_least_squares_in_scipy():
    random = np.random.default_rng(5)
    sides = random.uniform(150, 900, (300, 2))
    cm2 = sides.prod(axis=1) / 100
    minutes = np.exp(1.5 + 0.7 * np.log(cm2) + random.normal(0, 0.25, 300))
    pages = [page(n, float(m), *map(float, side)) for n, (m, side) in enumerate(zip(minutes, sides, strict=True))]
    line = linregress(np.log(cm2), np.log(minutes))
    found = estimate(pages, Asked(500, 400))
    assert found.minutes.likely == pytest.approx(np.exp(line.intercept + line.slope * np.log(2000)), rel=0.02)
    own = [estimate(pages[:n], Asked(*map(float, sides[n]))).minutes for n in range(20, 300)]
    held = np.mean([one.low <= m <= one.high for one, m in zip(own, minutes[20:], strict=True)])
    assert 0.74 <= held <= 0.88


def test_like_paintings_count_more_and_stand_first():
    pages = [page(n, 120.0, method="Direct") for n in range(4)] + [page(n, 480.0, method="Glazes") for n in range(4, 8)]
    direct, glazes = estimate(pages, Asked(300, 200, "Direct")), estimate(pages, Asked(300, 200, "Glazes"))
    assert direct.minutes.likely < 0.75 * glazes.minutes.likely
    assert set(glazes.behind[:4]) == {"e4", "e5", "e6", "e7"}


def test_the_price_is_work_and_materials_and_what_goes_on_top():
    pages = [page(n, 120.0, cost=10.0) for n in range(5)]
    found = estimate(pages, Asked(300, 200, rate=30.0, share=0.5))
    assert found.minutes.likely == pytest.approx(120)
    assert found.price is not None
    assert found.price.likely == pytest.approx(1.5 * (60 + 10))
    assert found.price.low < found.price.likely < found.price.high
    assert estimate(pages, Asked(300, 200)).price is None


@given(st.floats(20, 5000), st.floats(20, 5000), st.lists(st.floats(1, 50_000), min_size=3, max_size=12))
def test_every_estimate_is_in_order_and_above_nothing(width, height, minutes):
    found = estimate([page(n, m) for n, m in enumerate(minutes)], Asked(width, height))
    assert 0 < found.minutes.low <= found.minutes.likely <= found.minutes.high


@pytest.mark.parametrize("wrong", [{"width_mm": 5}, {"rate": -1.0}, {"rate": 10.0, "share": 9.0}])
def test_what_cannot_be_asked_is_refused(wrong):
    with pytest.raises(BadSetting):
        Asked(**{"width_mm": 300.0, "height_mm": 200.0, **wrong})
