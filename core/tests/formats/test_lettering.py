"""Names in any script on paper, read back by pypdf."""

import io
import unicodedata

import pypdf
import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st
from reportlab.pdfbase import pdfmetrics
from reportlab.platypus import Paragraph

from ypsochrom.formats.pdf import flow, lettering
from ypsochrom.formats.pdf.page import document, fitted


def read(words: str, *, bold: bool = False) -> str:
    """A page that says these words, as another program reads it."""
    paper = document("Sheet", "A4", lambda page: lettering.draw(page.canvas, 40, 400, words, 10, bold=bold))
    return pypdf.PdfReader(io.BytesIO(paper)).pages[0].extract_text().strip()


@pytest.mark.parametrize("bold", [False, True])
@pytest.mark.parametrize(
    "words",
    [
        "Kettle, 4 °C – “dry”",
        "Чайник и лимоны",
        "Βραστήρας και λεμόνια",
        "Թեյնիկ",
        "ჩაიდანი",
        "Czajnik, żółć, đũa",
        "Ἄνθος",
    ],
)
def test_letters_of_many_scripts_are_there(words, bold):
    assert "".join(read(words, bold=bold).split()) == words.replace(" ", "")


def test_words_from_right_to_left_are_turned_round_and_joined():
    assert lettering.legible("קומקום") == "קומקום"[::-1]
    assert lettering.legible("The קומקום, 2 of 3") == f"The {'קומקום'[::-1]}, 2 of 3"
    joined = lettering.legible("قهوة حمراء")
    assert joined.split(" ")[-1][-1] != "ق", "letters take the form that they have within a word"
    assert unicodedata.normalize("NFKC", joined.replace(" ", "")) == unicodedata.normalize(
        "NFKC", "قهوة حمراء"[::-1].replace(" ", "")
    )
    assert read("سلام") != ""


@pytest.mark.parametrize(
    ("words", "latin"), [("東京", "DongJing"), ("สี", "si"), ("हिन्दी", "hindi"), ("Tea 👍", "Tea :thumbsup:")]
)
def test_what_no_font_holds_is_written_in_latin_letters(words, latin):
    assert read(words) == latin


def test_what_was_typed_in_two_signs_is_one_letter():
    assert lettering.legible("e\u0301") == "é"


def test_nothing_in_a_name_is_markup():
    words = "<b>Ночь</b> & <font name='x'>day</font>"
    paragraph = flow.words(words)
    assert isinstance(paragraph, Paragraph)
    assert paragraph.getPlainText() == words


@given(st.text(max_size=200))
@example("الله")
@settings(max_examples=200, deadline=None)
def test_any_name_is_laid_out_of_letters_that_are_there(words):
    for bold in (False, True):
        for font, text in lettering.runs(words, bold=bold):
            known = pdfmetrics.getFont(font).face.charToGlyph
            assert all(ord(letter) in known or letter.isspace() for letter in text)
    cut = fitted(words, 120, False, 10)
    assert lettering.width(cut, 10) <= max(120, lettering.width("…", 10))
    assert flow.words(words).getPlainText() is not None
