"""Sheets to practise without the screen: the same seed prints the same, and what is right stands at the end."""

import io

import numpy as np
import pypdf

from ypsochrom.formats.pdf.practice import practice_pdf
from ypsochrom.materials.shelf import starter_shelf, usable_box
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.practice.sheets import CARDS, DRAWINGS, sheets

BOX = usable_box(starter_shelf())


def pages(found, paper="A4"):
    return [page.extract_text() for page in pypdf.PdfReader(io.BytesIO(practice_pdf(found, paper))).pages]


def test_the_same_seed_prints_the_same_and_another_something_else():
    assert sheets(4, BOX) == sheets(4, BOX)
    assert practice_pdf(sheets(4, BOX)) == practice_pdf(sheets(4, BOX))
    assert sheets(4, BOX).cards != sheets(5, BOX).cards


def test_every_card_and_drawing_has_its_answer_on_the_last_page_and_none_before():
    found = sheets(11, BOX)
    assert (len(found.cards), len(found.drawings)) == (CARDS, DRAWINGS)
    first, *_, last = pages(found, "Letter")
    told = " ".join(last.split())
    for card in found.cards:
        assert " ".join(card.recipe.split()) in told
        assert card.recipe not in first
    for one in found.drawings:
        assert one.answer in told


def test_boxes_are_as_wide_as_their_answer_says():
    for seed in range(10):
        for one in sheets(seed, BOX).drawings[::2]:
            xs = [x for line in one.lines for x, _ in (line.begins, line.ends)]
            ys = [y for line in one.lines for _, y in (line.begins, line.ends)]
            assert np.isclose(np.ptp(xs) / np.ptp(ys), float(one.answer.split()[0]), atol=0.006)
            assert min(xs + ys) >= 0
            assert max(xs + ys) <= 1


def test_with_two_tubes_there_are_proportions_alone():
    found = sheets(3, Paintbox.of(paint(key) for key in ("PW6", "PB29", "PBr7bu")))
    assert found.cards == ()
    assert len(pages(found)) == 2
