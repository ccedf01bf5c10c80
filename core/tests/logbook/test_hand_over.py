"""What goes to the buyer: when it may be varnished, how lasting it is, what it costs, and the sheet."""

import io
from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pypdf
import pytest

from ypsochrom.formats.pdf.hand_over import hand_over_pdf
from ypsochrom.kit.errors import BadSetting
from ypsochrom.logbook.hand_over import CARE, HandOver, lightfastness_in_words, may_be_varnished, priced
from ypsochrom.paint.catalogue import paint
from ypsochrom.paint.drying import WetFilm
from ypsochrom.sittings.easel.clocks import Laid

from .test_easel import AIR, BEGINS, DONE, acts, worklist

SHEET = HandOver("Jug", "A. Painter", 300, 200, "plywood panel", "grey ground", (paint("PB29"), paint("PW6")))


def text_of(sheet, photo=None, paper="A4"):
    return "\n".join(
        page.extract_text() for page in pypdf.PdfReader(io.BytesIO(hand_over_pdf(sheet, photo, paper))).pages
    )


def test_it_may_be_varnished_a_day_after_thin_paint_and_later_after_thick():
    """A day at least, thick paint longer: common practice."""
    listed = worklist()
    thin = may_be_varnished(acts(*DONE), listed, AIR)
    last = max(act.at for act in acts(*DONE) if act.kind == "done")
    assert thin is not None
    assert thin >= last + timedelta(days=1)
    thick = WetFilm(4000.0)
    later = replace(listed, laid={**listed.laid, "u1": Laid(thick, thick)})
    assert may_be_varnished(acts(*DONE), later, AIR) > thin + timedelta(days=1)
    assert may_be_varnished([], listed, AIR) is None
    assert thin > BEGINS


def test_the_sheet_says_what_it_is_made_of_and_how_to_keep_it():
    told = text_of(
        replace(SHEET, varnished=date(2026, 3, 9), varnish="satin", finished=date(2026, 2, 1)), paper="Letter"
    )
    for words in (
        "A. Painter",
        "300 × 200 mm (11.8 × 7.9 in)",
        "plywood panel",
        "PB29",
        "9 March 2026",
        "1 February 2026",
    ):
        assert words in told
    assert " ".join(CARE[0].split()) in " ".join(told.split())
    waiting = text_of(replace(SHEET, may_be_varnished=date(2026, 3, 1)))
    assert "not before 1 March 2026" in " ".join(waiting.split())


def test_the_sheet_takes_marks_for_what_they_are_and_a_photo_on_one_page():
    photo = np.full((300, 400, 3), 120, dtype=np.uint8)
    pdf = hand_over_pdf(replace(SHEET, title="<b>Krug</b> & = 1", painter="Ünal Öe"), photo, "A4")
    pages = pypdf.PdfReader(io.BytesIO(pdf)).pages
    assert len(pages) == 1
    assert "Ünal Öe" in pages[0].extract_text()


def test_lightfastness_is_told_by_the_class_of_astm_d5098():
    assert lightfastness_in_words(paint("PB29")).startswith("I (ASTM D5098)")


def test_a_price_is_hours_materials_and_a_share_of_both():
    found = priced(90, 20, 40, 0.25)
    assert (found.work, found.materials, found.on_top, found.total) == (60, 20, 20, 100)
    with pytest.raises(BadSetting):
        priced(-1, 0, 40)
