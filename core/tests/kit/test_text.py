"""Text from outside: cleaned at the door, harmless in a spreadsheet, and read back as it was."""

import csv
import io
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ypsochrom.kit.text import csv_text, from_cell, listed, one_line, plain

ANY_TEXT = st.text(st.characters(exclude_categories=()))


@given(ANY_TEXT)
def test_plain_text_can_be_written_as_xml_and_as_utf_8(text):
    element = ElementTree.Element("name")
    element.text = plain(text)
    written = ElementTree.tostring(element)
    assert (ElementTree.fromstring(written).text or "").split() == plain(text).split()
    assert "\n" not in one_line(text)


@pytest.mark.parametrize(
    "cell",
    ['=HYPERLINK("http://x")', "+1+cmd", "-2+3", "@SUM(A1)", "\t=1", "\r=1"],  # OWASP, "CSV Injection"
)
def test_what_a_spreadsheet_would_take_for_a_formula_is_made_harmless(cell):
    (_, (written,)) = csv.reader(io.StringIO(csv_text(["notes"], [[cell]]), newline=""))
    assert written[0] == "'"
    assert from_cell(written) == cell


def test_numbers_stay_numbers():
    assert csv_text(["a", "b", "c"], [["-0.20", "+3", -1.5]]).splitlines()[1] == "-0.20,+3,-1.5"


@given(st.text(st.characters(exclude_characters="\0", exclude_categories=("Cs",)), max_size=30))
def test_every_text_comes_back_as_it_was(text):
    rows = list(csv.reader(io.StringIO(csv_text(["notes", "more"], [[text, "x"]]), newline="")))
    assert from_cell(rows[1][0]) == text


@pytest.mark.parametrize(
    ("things", "told"), [([], ""), (["a"], "a"), (["a", "b"], "a and b"), (["a", "b", "c"], "a, b and c")]
)
def test_things_are_told_in_a_row(things, told):
    assert listed(things) == told
