"""The diary told from acts at known times, and how it is written down."""

import io
import zipfile
from dataclasses import replace
from datetime import UTC, timedelta
from zoneinfo import ZoneInfo

import pytest
from hypothesis import example, given
from hypothesis import strategies as st
from markdown_it import MarkdownIt

from ypsochrom.formats.diary import diary_md, diary_zip, hours_csv
from ypsochrom.kit.text import one_line
from ypsochrom.logbook.diary import Entry, diary_of
from ypsochrom.mixes.told import ToldDose
from ypsochrom.sittings.easel.acts import Act
from ypsochrom.sky.air import Climate

from .test_easel import AIR, BEGINS, DONE, acts, worklist

NEXT_DAY = BEGINS + timedelta(days=1)


def told(*more, photos=()):
    later = (
        Act("b0", NEXT_DAY, "open", "s2"),
        Act("b1", NEXT_DAY + timedelta(minutes=2), "skip", "s2", task="u2", text="changed my mind"),
    )
    all_acts = (*acts(*DONE, *more), *later)
    return diary_of(all_acts, worklist(), AIR, NEXT_DAY + timedelta(hours=1), photos)


def test_what_was_done_stands_in_the_sitting_it_was_done_in():
    diary = told((22, "note", {"task": "u1", "text": "too cool"}), (23, "air", {"climate": Climate(21, 40)}))
    first, second = diary.sittings
    assert [entry.kind for entry in first.entries] == ["mixed", "painted", "note", "air"]
    assert first.worked_min == 18.0
    painted = first.entries[1]
    assert (painted.title, painted.minutes, painted.planned_min, painted.colours) == (
        "the wall",
        15.0,
        10,
        ("#707070",),
    )
    assert first.entries[2].words == "too cool"
    assert [entry.kind for entry in second.entries] == ["left out"]
    assert (first.climate, second.climate) == (AIR, Climate(21, 40))
    assert diary.worked_min == 18.0


def test_what_is_done_again_says_why():
    again = told((190, "back", {"task": "u1", "text": "too light"}), (191, "back", {"task": "u1"}))
    assert [entry.words for entry in again.entries if entry.kind == "put back"] == ["too light", "to be done again"]


def test_a_photo_between_two_sittings_stands_with_the_one_before():
    photo = Entry(BEGINS + timedelta(hours=10), "photo", "after pass 1", photo="p.jpg", check=4)
    before = Entry(BEGINS - timedelta(hours=1), "photo", "the drawing")
    first, second = told(photos=[photo, before]).sittings
    assert first.entries[0] == before
    assert first.entries[-1] == photo
    assert photo not in second.entries
    overnight = Entry(BEGINS + timedelta(hours=20), "line", "", "dry and too light", line=1, mark=2)
    assert "- 2 Jun 05:00 line: dry and too light (2 of 5)" in diary_md(told(photos=[overnight]), "Jug", UTC)


def test_hours_by_pass_hold_what_was_worked_against_what_was_planned():
    (hours,) = told().hours
    assert (hours.done, hours.units, hours.worked_min, hours.planned_min) == (1, 2, 15.0, 10.0)


def test_markdown_and_csv_say_the_same_and_mean_nothing_by_marks():
    diary = told((22, "note", {"task": "u1", "text": "*too* cool\n# and | flat"}))
    text = diary_md(diary, "Jug [1] <b>", ZoneInfo("Asia/Tokyo"))
    assert text.startswith("# Jug \\[1\\] \\<b\\>\n")
    assert "## Sitting 1, 2026-06-01 18:00" in text
    assert "- 18:22 note: the wall: \\*too\\* cool \\# and \\| flat" in text
    assert diary_md(diary, "x", UTC).count("\n- ") == 4
    assert hours_csv(diary).splitlines()[1].endswith("1,2,15.0,10.0")


READER = MarkdownIt("commonmark").enable(["table", "strikethrough"])
"""A reader that is not ours: CommonMark, with the tables and the struck-out words of its usual extensions."""


def read_back(text):
    """What a reader of Markdown sees: kinds of blocks with their words, links and pictures told apart from words."""
    tokens = READER.parse(text)
    return [
        (tokens[at - 1].type, "".join(one.content for one in token.children))
        for at, token in enumerate(tokens)
        if token.type == "inline" and {one.type for one in token.children} <= {"text", "text_special"}
    ]


@given(st.text(max_size=200))
@example("&copy; <b>bold</b> ~~no~~ **no** https://nowhere.invalid ![x](y)")
@example("=")
@example("1. no list")
@example("\u202eebony, \u05d0\u05d1")
def test_any_words_are_words_to_another_reader_of_markdown(words):
    said = one_line(words)
    seen = read_back(diary_md(told((22, "note", {"task": "u1", "text": words})), words, UTC))
    assert seen[0] == ("heading_open", said)
    notes = [text for kind, text in seen if kind == "paragraph_open" and "note: the wall" in text]
    assert notes == [f"09:22 note: the wall: {said}" if said else "09:22 note: the wall"]
    assert [text for kind, text in seen if kind == "th_open"] == ["pass", "units done", "minutes", "planned"]


def test_pictures_stand_with_their_entries_and_what_is_gone_is_left_out():
    photo = Entry(BEGINS + timedelta(hours=1), "photo", "after pass 1", photo="p.jpg", planned="stage.png", check=4)
    again = Entry(BEGINS + timedelta(hours=2), "line", "", "still wet", photo="p.jpg", line=1)
    gone = Entry(BEGINS + timedelta(hours=3), "line", "", "lost", photo="gone.jpg", line=2)
    there = {"p.jpg": b"one", "stage.png": b"two"}
    content = diary_zip(told(photos=[photo, again, gone]), "Jug", UTC, there.get)
    assert content == diary_zip(told(photos=[photo, again, gone]), "Jug", UTC, there.get)
    with zipfile.ZipFile(io.BytesIO(content)) as saved:
        assert saved.testzip() is None
        kept = {name: saved.read(name) for name in saved.namelist()}
    text = kept.pop("diary.md").decode()
    assert kept == {"pictures/001.jpg": b"one", "pictures/002.png": b"two"}
    assert text.count("![as it was](pictures/001.jpg)") == 2
    assert text.count("![as planned](pictures/002.png)") == 1
    assert "gone.jpg" not in text
    assert "lost" in text


def test_what_was_weighed_stands_with_the_dose_and_what_was_put_back_stands_there():
    dose = ToldDose("PB29", "ultramarine blue", 3, 1.5, None, 2.0, "")
    listed = worklist()
    listed = replace(listed, piles=(replace(listed.piles[0], doses=(dose,)),))
    done = acts(
        (1, "weighed", {"pile": "m1", "ml": 1.72, "text": "PB29"}), *DONE,
        (30, "back", {"task": "u1", "text": "too warm"}), (40, "left", {"pile": "m1", "ml": 0.8}), (41, "wiped", {"ml": 0.3}),
        (42, "wiped", {"ml": 0.0}), (45, "stop", {}),
    )  # fmt: skip
    (sitting,) = diary_of(done, listed, AIR, NEXT_DAY).sittings
    told = {entry.kind: entry for entry in sitting.entries}
    assert told["mixed"].words == "5.0 ml: 3 ultramarine blue (1.72 ml weighed)"
    assert told["weighed"].words == "1.72 ml ultramarine blue"
    assert (told["put back"].title, told["put back"].words) == ("the wall", "too warm")
    assert told["left"].words == "0.8 ml left"
    assert [entry.words for entry in sitting.entries if entry.kind == "wiped"] == ["0.3 ml wiped off and rinsed out"]
    assert "painted" not in told
    assert sitting.worked_min + sitting.waited_min == pytest.approx(45)
