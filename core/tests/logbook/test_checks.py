"""Which areas of a checked photo say something of the values that dry."""

from dataclasses import replace
from datetime import UTC, datetime
from types import SimpleNamespace

import pytest

from ypsochrom.checks.colours import AreaFinding
from ypsochrom.logbook.checks import SURE_STEPS, Off, found_in_words, off_by, seen_in_a_photo

AT = datetime(2026, 6, 1, 18, tzinfo=UTC)
SOUND = AreaFinding("a01", 0.4, 0.1, 0.0, 0.0, 4.0, (44.0, 0.0, 0.0), (40.0, 0.0, 0.0), "a little too light")


def seen(*areas):
    return seen_in_a_photo(SimpleNamespace(areas=areas), AT, "check-3", "7")


def test_a_dry_covered_area_tells_its_value_against_the_planned_one():
    (found,) = seen(SOUND)
    assert (found.id, found.painting, found.what, found.of) == ("7/check-3/a01", "7", "value", "value 4")
    assert found.found - found.expected == pytest.approx(0.4)


@pytest.mark.parametrize(
    "said",
    [{"wet": True}, {"covered": 0.2}, {"looks_like": 1}, {"value_uncertainty": SURE_STEPS + 0.1}, {"value_error": 9.0}],
)
def test_what_is_wet_thin_unpainted_or_hardly_read_tells_nothing(said):
    assert seen(replace(SOUND, **said)) == ()


def test_a_check_is_off_by_the_middle_of_its_painted_areas_and_says_which_is_off_most():
    light = replace(SOUND, area="a02", value_error=-1.2, de00=9.0, words="too dark")
    near = replace(SOUND, area="a03", value_error=0.1, de00=1.0)
    bare = replace(SOUND, area="a04", de00=40.0, looks_like=0)
    assert off_by([SOUND, light, near, bare]) == Off(0.4, 4.0, "a02", "too dark", 9.0)
    assert off_by([bare, replace(SOUND, covered=0.2)]) is None


@pytest.mark.parametrize(
    ("things", "off", "words"),
    [
        (0, None, "nothing to mend"),
        (1, None, "1 thing to mend"),
        (0, Off(0.04, 0.42, "gone", "", 0.9), "nothing to mend; values right, colours off by ΔE 0.4"),
        (
            2,
            Off(0.34, 4.12, "a02", "too dark", 7.9),
            "2 things to mend; values off by 0.3 of a step, colours off by ΔE 4.1; most in “the bowl”: too dark (7.9)",
        ),
    ],
)
def test_what_a_check_found_is_one_line(things, off, words):
    assert found_in_words(things, off, {"a02": "the bowl"}) == words
