import pytest

from ypsochrom.kit import errors
from ypsochrom.kit.progress import part_of
from ypsochrom.kit.recent import Recent


def test_a_part_reports_its_share_of_the_whole():
    heard = []
    inner = part_of(lambda share, doing: heard.append((share, doing)), 0.2, 0.6)
    for share in (0.0, 0.5, 1.0):
        inner(share, "mixing")
    assert heard == [(pytest.approx(0.2), "mixing"), (pytest.approx(0.4), "mixing"), (pytest.approx(0.6), "mixing")]


def test_parts_nest():
    heard = []
    outer = part_of(lambda share, _: heard.append(share), 0.5, 1.0)
    part_of(outer, 0.5, 1.0)(0.5, "x")
    assert heard == [pytest.approx(0.875)]


def every_error():
    kinds = [kind for kind in vars(errors).values() if isinstance(kind, type)]
    return [kind for kind in kinds if issubclass(kind, errors.YpsochromError)]


def test_every_error_has_a_code_of_its_own():
    codes = [kind.code for kind in every_error()]
    assert len(codes) > 8
    assert len(set(codes)) == len(codes)


def test_an_error_says_in_one_line_what_is_wrong_and_what_to_do():
    error = errors.BadShelf("The shelf is empty.", "Add a tube.")
    assert str(error) == "The shelf is empty. Add a tube."
    assert errors.Cancelled().hint


def test_what_was_asked_for_longest_ago_is_forgotten_first():
    kept = Recent(2)
    assert kept.get("a") is None
    assert kept.keep("a", 1) == 1
    kept.keep("b", 2)
    assert kept.get("a") == 1  # asked for again, so it stays
    kept.keep("c", 3)
    assert (kept.get("a"), kept.get("b"), kept.get("c")) == (1, None, 3)
