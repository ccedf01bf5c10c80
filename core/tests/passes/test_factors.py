"""What estimates rest on, in words: common practice, or what was learned from so many observations."""

import pytest

from ypsochrom.kit.errors import BadSetting
from ypsochrom.passes.factors import USUAL_FACTORS, Factor, Factors


def test_before_anything_was_learned_everything_is_common_practice():
    assert USUAL_FACTORS.in_words == "Minutes, paint and drying by common practice."


def test_what_was_learned_is_told_with_its_figure_and_count_and_the_rest_as_usual():
    learned = Factors(pace=Factor(0.81, 0.03, 13), film=Factor(1.3, 0.1, 7))
    assert learned.in_words == (
        "Minutes by your own (0.81 times the usual, from 13); paint by your own (1.30 times the usual, from 7); "
        "drying by common practice."
    )
    everything = Factors(pace=Factor(1.1, 0.1, 4), loss=Factor(0.36, 0.1, 5), drying=Factor(2.0, 0.1, 3))
    assert everything.in_words.endswith("drying by your own (2.00 times the usual, from 3).")
    assert "paint by your own (1.25 times" in everything.in_words


@pytest.mark.parametrize("wrong", [0.0, -1.0, float("nan")])
def test_a_factor_that_nothing_can_be_planned_with_is_refused(wrong):
    with pytest.raises(BadSetting):
        Factor(wrong, 0.1)
